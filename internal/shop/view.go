package shop

import (
	"context"
	"errors"
	"log/slog"
	"slices"
	"strconv"
	"sync"

	"ledge/internal/core/disposition"
	"ledge/internal/core/engine"
	"ledge/internal/core/inspection"
	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/schedule"
	"ledge/internal/core/walk"
	"ledge/internal/shop/judge"
	"ledge/internal/store"
	"ledge/internal/words"
)

// JobView is a job as its page and the bench show it. What else is shown of it are views of their own, which the places
// that show them ask for.
type JobView struct {
	// Change rises with every change of the job.
	Change int64     `json:"change"`
	Job    store.Job `json:"job"`
	// Components are what the job is made of, those that are retired too; StandIn is the one that
	// this is a view of, in place of the one that came. Without it the view is of the engine as it
	// stands.
	Components []store.Component  `json:"components"`
	StandIn    *store.StandIn     `json:"stand_in,omitempty"`
	Features   []FeatureView      `json:"features"`
	Gauges     []store.GaugeSetup `json:"gauges"`
	Checks     []store.GaugeCheck `json:"checks"`
	// Conditions are those that hold, one for each kind that has one.
	Conditions []store.Condition `json:"conditions"`
	Walk       WalkView          `json:"walk"`
	Photos     []store.Photo     `json:"photos"`
	Notes      []store.Note      `json:"notes"`
	// Bend is how the throws run along the crankshaft, once enough mains have been turned.
	Bend       *inspection.Bend `json:"bend,omitempty"`
	Evaluation Evaluation       `json:"evaluation"`
	Shaft      []engine.Journal `json:"shaft"`
	// Said is what stands for each set: what was signed, else what is advised; after the work as before it.
	Said []SetLine `json:"said"`
	// Counts are how many of each kind the engine has.
	Counts map[part.Kind]int `json:"counts"`
	// Asked is what is to be read again before sets can be decided.
	Asked []SetAsks `json:"asked"`
	// Next is everything that it waits for, in the order in which it is done.
	Next    []Waiting `json:"next"`
	Ordered Ordered   `json:"ordered"`
	// Closing is how it left the shop.
	Closing *store.Closing `json:"closing,omitempty"`
	// Building is how far it is built; nil where nothing is told of that.
	Building *Building `json:"building,omitempty"`

	Decided SetsView   `json:"-"`
	Orders  OrdersView `json:"-"`

	// result is what was decided on, now the sets as they stand, words and all, where work was measured again since.
	result disposition.Result
	now    []disposition.Set
	counts schedule.Counts
	before *inspection.Inspection
	// in is what was judged.
	in *inspection.Inspection
	// packed is the view as it is sent; nil where nobody keeps the view.
	packed *packed
}

// Evaluation is what Ledge finds of the parts, and of how they run together.
type Evaluation struct {
	Features []inspection.Finding `json:"features"`
	Fits     []disposition.Fit    `json:"fits"`
}

// A packed view is made when it is first sent, and shared by all who ask.
type packed struct {
	once sync.Once
	text []byte
	err  error
}

// Packed is the view as pack makes it to be sent, once for as long as the view is kept.
func (v JobView) Packed(pack func(JobView) ([]byte, error)) ([]byte, error) {
	if v.packed == nil {
		return pack(v)
	}
	v.packed.once.Do(func() { v.packed.text, v.packed.err = pack(v) })
	return v.packed.text, v.packed.err
}

// view returns a job as it stands. It is kept until the job changes; callers must not change it.
// However many ask, it is made once.
func (a *Application) view(ctx context.Context, id int64) (JobView, error) {
	v, err := store.Derive(ctx, a.store, id, a.makeView)
	if err != nil && !judge.Readable(err) && !errors.As(err, new(*judge.UnreadableError)) {
		err = &judge.UnreadableError{Reason: err}
	}
	return v, err
}

// viewIn is the view of a component in place of the one that came, or of the engine as it stands where
// none is named.
func (a *Application) viewIn(ctx context.Context, id int64, in store.StandIn) (JobView, error) {
	if in == (store.StandIn{}) {
		return a.view(ctx, id)
	}
	record, err := a.store.Record(ctx, id)
	if err != nil {
		return JobView{}, err
	}
	ctx, cancel := judge.Within(ctx)
	defer cancel()
	return viewOf(ctx, record, in)
}

// viewWith is the view that parts of a component are looked at in.
func (a *Application) viewWith(ctx context.Context, id int64, of part.Component, tag string) (JobView, error) {
	if tag == "" {
		if v, err := a.view(ctx, id); err != nil || v.StandIn == nil && v.has(of) {
			return v, err
		}
	}
	record, err := a.store.Record(ctx, id)
	if err != nil {
		return JobView{}, err
	}
	in, err := record.InPlace(of, tag)
	if err != nil {
		return JobView{}, err
	}
	return a.viewIn(ctx, id, in)
}

func (a *Application) makeView(ctx context.Context, record store.Record) (v JobView, err error) {
	ctx, cancel := judge.Within(ctx)
	defer cancel()
	if v, err = viewOf(ctx, record, store.StandIn{}); err != nil {
		a.log.LogAttrs(ctx, slog.LevelError, "a job cannot be shown",
			slog.Int64("job", record.Job.ID), slog.Any("error", err))
	}
	v.packed = &packed{}
	return v, err
}

// viewOf is a job's record with what Ledge says of it: of the engine as it stands, or of a
// component in place of the one that came.
func viewOf(ctx context.Context, whole store.Record, stand store.StandIn) (v JobView, err error) {
	defer func() {
		if fault := recover(); fault != nil {
			err = &judge.UnreadableError{Reason: fault}
		}
	}()
	record := whole.With(stand)
	in, index := record.Inspection()
	evaluation, err := judge.Record(ctx, record, in)
	if err != nil {
		return JobView{}, err
	}
	spoken := words.In(in.Unit)
	spoken.Result(&evaluation)
	v = JobView{Change: record.Change, Job: record.Job, Components: record.Components, Gauges: record.Gauges,
		Checks: record.Checks, Conditions: holding(record.Conditions), Walk: walkOf(whole, evaluation.Features),
		Photos: record.Photos, Notes: record.Notes, Shaft: record.Job.Shaft(), Counts: map[part.Kind]int{},
		Evaluation: Evaluation{evaluation.Features, evaluation.Fits}}
	for _, row := range part.All() {
		v.Counts[row.Kind] = row.Count(record.Job.Layout)
	}
	if bend, ok := inspection.BendOf(in, v.Evaluation.Features); ok {
		bend.Says.Text = spoken.Say(bend.Says)
		v.Bend = &bend
	}
	v.Features = featuresOf(record, in, index, v.Evaluation.Features)
	v.quickly()
	v.Walk.Findings = append(words.Findings(atSight(v.Features)), v.Walk.Findings...)
	before := beforeWork(in, record.Orders)
	v.counts = order.CountsOf(before)
	v.result, v.now = evaluation, wordedSets(spoken, evaluation.Sets)
	v.Decided = SetsView{Sets: v.now, Decisions: record.Decisions}
	if before != in {
		if v.result, err = judge.Record(ctx, record, before); err != nil {
			return JobView{}, err
		}
		spoken.Result(&v.result)
		v.Decided.Sets, v.Decided.Measured = wordedSets(spoken, v.result.Sets), true
	}
	v.Decided.Signed = v.signed()
	v.before, v.in = before, in
	v.Evaluation.Features = bareFindings(v.Evaluation.Features)
	if stand != (store.StandIn{}) {
		return v.only(stand), nil
	}
	v.Said, v.Asked = v.said(), v.asked()
	if n := len(record.Closings); n > 0 && record.Job.ClosedAt != nil {
		v.Closing = &record.Closings[n-1]
	}
	v.Orders = v.orders(record, in, before)
	v.mark(whole)
	v.Orders.OpenEnds, v.Ordered, v.Next = v.openEnds(), v.Orders.inShort(), v.waiting()
	return v, nil
}

// only is a view of nothing but a component that stands in: what is ordered is ordered for the
// engine as it stands.
func (v JobView) only(stand store.StandIn) JobView {
	v.StandIn = &stand
	other := func(of part.Component) bool { return of != stand.Of }
	v.Features = slices.DeleteFunc(v.Features, func(f FeatureView) bool { return other(f.Kind.Row().Component) })
	v.Evaluation.Fits = slices.DeleteFunc(v.Evaluation.Fits,
		func(f disposition.Fit) bool { return other(f.Kind.Component()) })
	ofOther := func(s disposition.Set) bool { return other(s.Set.Component()) }
	v.now, v.result.Sets = slices.DeleteFunc(v.now, ofOther), slices.DeleteFunc(slices.Clone(v.result.Sets), ofOther)
	v.Decided = SetsView{Sets: v.now,
		Signed: slices.DeleteFunc(v.Decided.Signed, func(s Signed) bool { return other(s.Set.Component()) }),
		Decisions: slices.DeleteFunc(v.Decided.Decisions,
			func(d store.Decision) bool { return other(d.Set.Component()) })}
	v.Walk = WalkView{Items: []walk.Item{}, Answers: []store.Answer{}, Findings: words.Findings(atSight(v.Features))}
	v.Orders = noOrders()
	v.Said, v.Asked = v.said(), v.asked()
	v.Next = v.waiting()
	return v
}

// asked is what the sets ask for that are to be read again.
func (v JobView) asked() []SetAsks {
	asked := []SetAsks{}
	for _, s := range v.now {
		// What the set of a part asks for, too, stands there.
		own := only(s.Asks, func(a disposition.Ask) bool {
			of := a.Feature.Kind.Row().Set
			return of == s.Set || !slices.ContainsFunc(v.now, func(other disposition.Set) bool {
				return other.Set == of && other.Action == disposition.Remeasure &&
					slices.ContainsFunc(other.Asks, func(b disposition.Ask) bool { return b.Feature == a.Feature })
			})
		})
		if s.Action == disposition.Remeasure && len(own) > 0 {
			asked = append(asked, SetAsks{s.Set, s.Component, own})
		}
	}
	return asked
}

// has reports whether what came of a sort is in the engine as it stands.
func (v JobView) has(of part.Component) bool {
	return slices.ContainsFunc(v.Components,
		func(c store.Component) bool { return c.Of == of && c.Tag == "" && c.Retired == nil })
}

// atSight says what needs no measuring: a part that is cracked.
func atSight(features []FeatureView) []walk.Concern {
	found := []walk.Concern{}
	for i := range features {
		f := &features[i]
		latest := !slices.ContainsFunc(features[i+1:],
			func(o FeatureView) bool { return o.Kind == f.Kind && o.Number == f.Number })
		if f.Look == inspection.Cracked && latest {
			found = append(found, walk.Concern{Step: walk.Look, Gravity: walk.Stop, Topic: string(f.Kind),
				Place: strconv.Itoa(f.Number),
				Why:   say.New("found", say.Text("what", f.Title)).As("cracked"), Plain: plain("cracked", f.Title)})
		}
		if f.ByThrow && latest {
			found = append(found, walk.Concern{Step: walk.Look, Gravity: walk.Note, Topic: string(f.Kind),
				Place: strconv.Itoa(f.Number),
				Why:   say.New("found", say.Text("what", f.Title)).As("by_throw")})
		}
	}
	return found
}

// holding returns the conditions that hold: the last of each kind, and those of single parts since.
func holding(all []store.Condition) []store.Condition {
	last := []store.Condition{}
	for i, c := range all {
		if !slices.ContainsFunc(all[i+1:], func(later store.Condition) bool {
			return later.Kind == c.Kind && (later.Number == c.Number || later.Number == 0)
		}) {
			last = append(last, c)
		}
	}
	return last
}
