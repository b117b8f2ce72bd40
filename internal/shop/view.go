package shop

import (
	"context"
	"errors"
	"log/slog"
	"slices"
	"strconv"
	"sync"

	"ledge/internal/core/closed"
	"ledge/internal/core/disposition"
	"ledge/internal/core/engine"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/core/say"
	"ledge/internal/core/schedule"
	"ledge/internal/core/unit"
	"ledge/internal/core/walk"
	"ledge/internal/shop/judge"
	"ledge/internal/store"
	"ledge/internal/words"
)

// JobView is a job with everything recorded of it and what Ledge says of that.
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
	Decisions  []store.Decision   `json:"decisions"`
	Gauges     []store.GaugeSetup `json:"gauges"`
	Checks     []store.GaugeCheck `json:"checks"`
	// Conditions are those that hold, one for each kind that has one.
	Conditions []store.Condition `json:"conditions"`
	Walk       WalkView          `json:"walk"`
	Photos     []store.Photo     `json:"photos"`
	Notes      []store.Note      `json:"notes"`
	// Bend is how the throws run along the crankshaft, once enough mains have been turned.
	Bend       *inspection.Bend   `json:"bend,omitempty"`
	Evaluation disposition.Result `json:"evaluation"`
	Shaft      []engine.Journal   `json:"shaft"`
	Signed     []Signed           `json:"signed"`
	Orders     OrdersView         `json:"orders"`
	// Said is what stands for each set: what was signed, else what is advised; after the work as before it.
	Said []SetLine `json:"said"`
	// Counts are how many of each kind the engine has.
	Counts map[part.Kind]int `json:"counts"`
	// Asked is what is to be read again before sets can be decided.
	Asked []SetAsks `json:"asked"`
	// Next is everything that it waits for, in the order in which it is done.
	Next []Waiting `json:"next"`
	// Closing is how it left the shop, OpenEnds what would be left undone if it did now.
	Closing  *store.Closing `json:"closing,omitempty"`
	OpenEnds []OpenEnd      `json:"open_ends"`
	// Building is how far it is built; nil where nothing is told of that.
	Building *Building `json:"building,omitempty"`
	// Before holds the sets as they were decided, where work was ordered and measured again since.
	Before []disposition.Set `json:"before,omitempty"`

	decided disposition.Result
	counts  schedule.Counts
	before  *inspection.Inspection
	// in is what was judged.
	in *inspection.Inspection
	// packed is the view as it is sent; nil where nobody keeps the view.
	packed *packed
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

// A Standing is how a part stands: a verdict, or that nobody knows yet.
type Standing string

// open is that of a part of which nothing is measured and nothing seen.
const open Standing = "open"

// Standings are all of them.
var Standings = closed.New(
	open, Standing(limit.Within), Standing(limit.Unsure), Standing(limit.Beyond), Standing(limit.NoLimit),
).Said("standing")

// FeatureView is a feature with what the bench needs beside its tape.
type FeatureView struct {
	store.Feature
	Title string `json:"title"`
	// Look is the one that holds after all grades and crack tests.
	Look inspection.Look `json:"look"`
	// Standing is its worst verdict, open where nothing is measured and nothing seen.
	Standing Standing `json:"standing"`
	// Finding is its index in the evaluation's features; -1 where nothing was recorded.
	Finding  int                     `json:"finding"`
	Expected *inspection.Expectation `json:"expected,omitempty"`
	// Ordered is the size that the work on it was ordered to; nil where no sheet says so.
	Ordered *limit.Range `json:"ordered,omitempty"`
	// ByStation and ByDirection are the capture paths over its grid.
	ByStation   []plan.Cell `json:"by_station"`
	ByDirection []plan.Cell `json:"by_direction"`
	// Quantity says what its readings are; Columns names them where they are not directions.
	Quantity part.Quantity `json:"quantity"`
	Columns  []string      `json:"columns,omitempty"`
	// Mating is the part it runs with, as far as it is measured.
	Mating *Mating `json:"mating,omitempty"`
	Sees   string  `json:"sees"`
	Blind  string  `json:"blind"`
	// Marks say that it was measured under a bolt that ended off.
	Marks []string `json:"marks,omitempty"`
}

// Mating is the mean size of the part a feature runs with, for a gauge that is set on it.
type Mating struct {
	Title string      `json:"title"`
	Size  unit.Length `json:"size"`
}

// Signed is the decision that holds for a set. Stale tells that Ledge would now advise otherwise
// than when it was signed.
type Signed struct {
	store.Decision
	Stale bool `json:"stale"`
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
	v = JobView{Change: record.Change, Job: record.Job, Components: record.Components,
		Features: make([]FeatureView, len(record.Features)), Decisions: record.Decisions, Gauges: record.Gauges,
		Checks: record.Checks, Conditions: holding(record.Conditions), Walk: walkOf(whole, evaluation.Features),
		Photos:     record.Photos,
		Notes:      record.Notes,
		Evaluation: evaluation, Shaft: record.Job.Shaft(), Counts: map[part.Kind]int{}}
	for _, row := range part.All() {
		v.Counts[row.Kind] = row.Count(record.Job.Layout)
	}
	if bend, ok := inspection.BendOf(in, v.Evaluation.Features); ok {
		bend.Says.Text = spoken.Say(bend.Says)
		v.Bend = &bend
	}
	count := map[part.Kind]int{}
	for _, f := range record.Features {
		if f.State == part.AsFound {
			count[f.Kind]++
		}
	}
	// Parts of one shape are read along the same paths.
	type shape struct {
		stations, directions int
		order                plan.Order
	}
	paths := map[shape][]plan.Cell{}
	path := func(stations, directions int, order plan.Order) []plan.Cell {
		at := shape{stations, directions, order}
		if _, known := paths[at]; !known {
			paths[at] = plan.Path(stations, directions, order)
		}
		return paths[at]
	}
	for i, f := range record.Features {
		stations, directions := len(f.Stations), f.Columns()
		one := FeatureView{Feature: f, Title: f.Name(), Look: store.LookOf(f.Looks), Finding: -1, Standing: open,
			Quantity: f.Kind.Quantity(), Columns: columnsOf(&f), Mating: mating(in, v.Evaluation.Features, f),
			ByStation:   path(stations, directions, plan.ByStation),
			ByDirection: path(stations, directions, plan.ByDirection)}
		if one.Columns != nil {
			one.ByStation = sheetPath(f.Kind, stations, directions)
			one.ByDirection = one.ByStation
		}
		if count[f.Kind] == 1 {
			one.Title = words.Title(f.Kind) + store.Tagged(f.Component)
		}
		if p, ok := plan.Of(f.Stations, f.Directions); ok {
			p = words.Plan(p)
			one.Sees, one.Blind = p.Sees, p.Blind
		}
		one.Ordered = record.Ordered(&f)
		if e, ok := in.Expect(f.Kind, f.Number, f.State, one.Ordered); ok {
			one.Expected = &e
		}
		v.Features[i] = one
	}
	for finding, feature := range index {
		f := &v.Evaluation.Features[finding]
		v.Features[feature].Finding = finding
		if standing := f.Worst(); f.Measured() || f.Runout != nil || f.Largest != nil ||
			len(f.Checks) > 0 || standing == limit.Beyond {
			v.Features[feature].Standing = Standing(standing)
		}
	}
	v.quickly()
	v.Walk.Findings = append(words.Findings(atSight(v.Features)), v.Walk.Findings...)
	before := beforeWork(in, record.Orders)
	v.counts = order.CountsOf(before)
	v.decided = v.Evaluation
	if before != in {
		if v.decided, err = judge.Record(ctx, record, before); err != nil {
			return JobView{}, err
		}
		spoken.Result(&v.decided)
		v.Before = v.decided.Sets
	}
	v = v.withSigned()
	v.before, v.in = before, in
	v.Evaluation, v.Before = Worded(spoken, v.Evaluation), wordedSets(spoken, v.Before)
	if stand != (store.StandIn{}) {
		return v.only(stand), nil
	}
	v.Said, v.Asked = v.said(), v.asked()
	if n := len(record.Closings); n > 0 && record.Job.ClosedAt != nil {
		v.Closing = &record.Closings[n-1]
	}
	v = v.withOrders(record, in, v.decided, before)
	v.mark(whole)
	v.OpenEnds, v.Next = v.openEnds(), v.waiting()
	return v, nil
}

// only is a view of nothing but a component that stands in: what is ordered is ordered for the
// engine as it stands.
func (v JobView) only(stand store.StandIn) JobView {
	v.StandIn = &stand
	other := func(of part.Component) bool { return of != stand.Of }
	v.Features = slices.DeleteFunc(v.Features, func(f FeatureView) bool { return other(f.Kind.Row().Component) })
	v.Evaluation.Sets = slices.DeleteFunc(v.Evaluation.Sets,
		func(s disposition.Set) bool { return other(s.Set.Component()) })
	v.Evaluation.Fits = slices.DeleteFunc(v.Evaluation.Fits,
		func(f disposition.Fit) bool { return other(f.Kind.Component()) })
	v.Decisions = slices.DeleteFunc(v.Decisions, func(d store.Decision) bool { return other(d.Set.Component()) })
	v.Signed = slices.DeleteFunc(v.Signed, func(s Signed) bool { return other(s.Set.Component()) })
	v.decided.Sets = slices.DeleteFunc(slices.Clone(v.decided.Sets),
		func(s disposition.Set) bool { return other(s.Set.Component()) })
	v.Before, v.OpenEnds = nil, []OpenEnd{}
	v.Walk = WalkView{Items: []walk.Item{}, Answers: []store.Answer{}, Findings: words.Findings(atSight(v.Features))}
	v.Orders = OrdersView{Drafts: []order.Sheet{}, Unwanted: []order.Name{}, Issued: []IssuedView{}}
	v.Said, v.Asked = v.said(), v.asked()
	v.Next = v.waiting()
	return v
}

// asked is what the sets ask for that are to be read again.
func (v JobView) asked() []SetAsks {
	asked := []SetAsks{}
	for _, s := range v.Evaluation.Sets {
		// What another set asks for, too, stands there.
		own := only(s.Asks, func(a disposition.Ask) bool {
			of := a.Feature.Kind.Row().Set
			return of == s.Set || of == "" // a bearing belongs to no set
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

// Worded is a result as it is shown: what is said has its sentences and goes without its arguments.
func Worded(s words.Speaker, r disposition.Result) disposition.Result {
	r.Features = slices.Clone(r.Features)
	for i := range r.Features {
		r.Features[i].Notes = bare(r.Features[i].Notes)
	}
	r.Sets = wordedSets(s, r.Sets)
	return r
}

func wordedSets(s words.Speaker, sets []disposition.Set) []disposition.Set {
	sets = slices.Clone(sets)
	for i := range sets {
		sets[i].Says = s.Way(sets[i].Set, sets[i].Way)
		sets[i].Reasons, sets[i].Options = bare(s.Gather(sets[i].Reasons)), slices.Clone(sets[i].Options)
		for j := range sets[i].Options {
			sets[i].Options[j].Says = s.Way(sets[i].Set, sets[i].Options[j].Way)
			sets[i].Options[j].Reasons = bare(s.Gather(sets[i].Options[j].Reasons))
		}
	}
	return sets
}

func bare(reasons []say.Reason) []say.Reason {
	reasons = slices.Clone(reasons)
	for i := range reasons {
		reasons[i].Args, reasons[i].Form = nil, ""
	}
	return reasons
}

// plain is what a customer is told of a part.
func plain(form, title string) *say.Reason {
	told := say.New("told", say.Text("what", title)).As(form)
	return &told
}

// columnsOf names the columns of a list; nil where they are directions in degrees.
func columnsOf(f *store.Feature) []string {
	list := f.Kind.Row().List
	if list == nil {
		return nil
	}
	names := list.ColumnNames()
	for f.Kind.Row().Counted() && len(names) < f.Columns() {
		names = append(names[:len(names):len(names)], strconv.Itoa(len(names)+1))
	}
	return names
}

// sheetPath goes line by line, but for the end float column by column: the crank is turned once.
func sheetPath(kind part.Kind, lines, columns int) []plan.Cell {
	path := make([]plan.Cell, 0, lines*columns)
	for i := range lines * columns {
		cell := plan.Cell{Station: i / columns, Direction: i % columns}
		if kind.Row().List.ByColumn {
			cell = plan.Cell{Station: i % lines, Direction: i / lines}
		}
		path = append(path, cell)
	}
	return path
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

func mating(in *inspection.Inspection, findings []inspection.Finding, f store.Feature) *Mating {
	kind := f.Kind.Row().Mate
	if kind == "" {
		return nil
	}
	i, ok := in.Latest(kind, in.JournalOf(f.Kind, f.Number))
	if !ok || findings[i].Mean == nil {
		return nil
	}
	return &Mating{Title: words.Numbered(in.Features[i].Kind, in.Features[i].Number), Size: *findings[i].Mean}
}
