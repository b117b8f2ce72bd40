package shop

import (
	"context"
	"maps"
	"slices"
	"strconv"
	"strings"

	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/shop/refuse"
	"ledge/internal/store"
	"ledge/internal/words"
)

// OrdersView is what is ordered of a job, and what still could be.
type OrdersView struct {
	// Drafts are the sheets that the signed decisions ask for and that are not issued as they stand.
	Drafts []order.Sheet `json:"drafts"`
	// Unwanted names sheets that were issued and are asked for no more.
	Unwanted []order.Name `json:"unwanted"`
	Issued   []IssuedView `json:"issued"`
	// OpenEnds are what would be left undone if the job left the shop now.
	OpenEnds []OpenEnd `json:"open_ends"`
}

func noOrders() OrdersView {
	return OrdersView{Drafts: []order.Sheet{}, Unwanted: []order.Name{}, Issued: []IssuedView{}, OpenEnds: []OpenEnd{}}
}

// Ordered is what is ordered of a job, in short.
type Ordered struct {
	// Drafts counts the sheets to be issued or struck, Issued those that stand.
	Drafts int `json:"drafts"`
	Issued int `json:"issued"`
	// Proved tells that there are lines to be measured when they come back, Open how many are not proved yet, Missed
	// that one missed its order.
	Proved bool `json:"proved,omitempty"`
	Open   int  `json:"open,omitempty"`
	Missed bool `json:"missed,omitempty"`
	// States are those in which lines are proved, Proof is the first line that is not.
	States []string    `json:"states,omitempty"`
	Proof  *order.Line `json:"proof,omitempty"`
}

func (o OrdersView) inShort() Ordered {
	short := Ordered{Drafts: len(o.Drafts) + len(o.Unwanted)}
	for _, sheet := range o.Issued {
		if sheet.Struck {
			continue
		}
		short.Issued++
		for i := range sheet.Body.Lines {
			if state := sheet.Body.Lines[i].State; state != "" && !slices.Contains(short.States, state) {
				short.States = append(short.States, state)
			}
		}
		if len(sheet.Proofs) == 0 {
			continue
		}
		short.Proved = true
		if sheet.Closed {
			continue
		}
		short.Open += sheet.Open
		for _, p := range sheet.Proofs {
			short.Missed = short.Missed || p.Verdict == order.ProofMissed
			if short.Proof == nil && p.Verdict == order.ProofOpen {
				short.Proof = sheet.Body.Line(p.Key)
			}
		}
	}
	return short
}

// Sheets is what is ordered of a job.
func (a *Application) Sheets(ctx context.Context, id int64) (OrdersView, error) {
	view, err := a.view(ctx, id)
	return view.Orders, err
}

// IssuedView is one issue of a sheet with its proof.
type IssuedView struct {
	store.Order
	Struck bool          `json:"struck"`
	Closed bool          `json:"closed"`
	Proofs []order.Proof `json:"proofs"`
	// Open counts the lines that are not proved or ticked off and that nobody accepted, Unticked
	// those that only a tick tells done.
	Open     int `json:"open"`
	Unticked int `json:"unticked"`
}

// OrderEventBody is what a person says of a sheet or of one of its lines.
type OrderEventBody struct {
	ID     string               `json:"id" format:"uuid"`
	Line   string               `json:"line" maxLength:"60" doc:"empty for the whole sheet"`
	What   store.OrderEventType `json:"what"`
	Reason string               `json:"reason" maxLength:"1000"`
}

// Issue issues the sheets that the signed decisions ask for, of those named, all where none is; an
// issue that changed is struck through. sure tells that the person was asked about sizes that rest on nothing
// measured.
func (a *Application) Issue(ctx context.Context, job int64, sheets []order.Name, sure bool) (JobView, error) {
	calendar, err := a.calendarOf(ctx, job)
	if err != nil {
		return JobView{}, err
	}
	return a.changed(ctx, job, a.store.IssueOrders(ctx, job, func(record store.Record) (store.Issue, error) {
		view, err := viewOf(ctx, record, store.StandIn{})
		if err != nil {
			return store.Issue{}, err
		}
		if len(view.Orders.Drafts)+len(view.Orders.Unwanted) == 0 {
			return store.Issue{}, refuse.Conflict(words.Told("refuse.nothing_to_issue"))
		}
		wanted := func(n order.Name) bool { return len(sheets) == 0 || slices.Contains(sheets, n) }
		if asks := view.unmeasured(wanted); asks != "" && !sure {
			return store.Issue{}, &refuse.Refusal{Says: asks, Places: []refuse.Place{{Field: "sure", Says: asks,
				Marks: map[string]any{"ask": "unmeasured"}}}}
		}
		return calendar.issue(view, wanted), nil
	}))
}

// unmeasured says which sizes of the drafts rest on nothing measured: journals without their bearing, cylinders
// without their piston. Empty where there are none.
func (v JobView) unmeasured(wanted func(order.Name) bool) string {
	journals, bores := map[part.Kind][]string{}, map[part.Kind][]string{}
	for _, s := range v.Orders.Drafts {
		for _, l := range s.Lines {
			switch {
			case !wanted(s.Name) || l.Kept || l.Feature == nil:
			case l.Work == order.DoGrind && l.Why != nil && l.Why.Form == order.NoBearing:
				journals[l.Feature.Kind] = append(journals[l.Feature.Kind], strconv.Itoa(l.Feature.Number))
			case (l.Work == order.DoBore || l.Work == order.DoSleeve) && l.Why == nil:
				bores[l.Feature.Kind] = append(bores[l.Feature.Kind], strconv.Itoa(l.Feature.Number))
			}
		}
	}
	named := func(of map[part.Kind][]string) string {
		var texts []string
		for _, kind := range slices.Sorted(maps.Keys(of)) {
			texts = append(texts, strings.ToLower(words.Plural(kind))+" "+strings.Join(of[kind], ", "))
		}
		return strings.Join(texts, "; ")
	}
	var asks []string
	if len(journals) > 0 {
		asks = append(asks, words.Told("refuse.no_bearings", "journals", named(journals)))
	}
	if len(bores) > 0 {
		asks = append(asks, words.Told("refuse.no_pistons", "bores", named(bores)))
	}
	return strings.Join(asks, " ")
}

// issue is the drafts that are wanted, with the days on which the shop can do them.
func (c calendar) issue(view JobView, wanted func(order.Name) bool) store.Issue {
	slots := c.weigh(view, nil).Slots
	out := store.Issue{Struck: slices.DeleteFunc(slices.Clone(view.Orders.Unwanted),
		func(n order.Name) bool { return !wanted(n) })}
	for _, s := range view.Orders.Drafts {
		if wanted(s.Name) {
			out.Sheets = append(out.Sheets, dated(s, slots))
		}
	}
	return out
}

// dated gives the steps of a sheet their days.
func dated(s order.Sheet, slots []SlotView) order.Sheet {
	s.Steps = slices.Clone(s.Steps)
	for i := range s.Steps {
		for _, slot := range slots {
			if slot.Operation == s.Steps[i].Operation {
				s.Steps[i].Begins, s.Steps[i].Ends, s.Steps[i].Outside = slot.Begins, slot.Ends, slot.Outside
			}
		}
	}
	return s
}

// orders are what is issued, with its proof, and the drafts of what is not.
func (v JobView) orders(record store.Record, in, before *inspection.Inspection) OrdersView {
	out := noOrders()
	last := map[order.Name]*order.Sheet{}
	for _, o := range record.Orders {
		one := IssuedView{Order: o, Struck: o.Has(store.Struck), Closed: o.Has(store.Closed),
			Proofs: order.Verify(in,
				disposition.Result{Features: v.Evaluation.Features, Fits: v.Evaluation.Fits}, o.Body)}
		words.In(in.Unit).Proofs(one.Proofs)
		for _, p := range one.Proofs {
			if p.Verdict != order.ProofWithin && !accepted(o, p.Key) {
				one.Open++
			}
		}
		one.Unticked = untickedLines(o)
		one.Open += one.Unticked
		out.Issued = append(out.Issued, one)
		delete(last, o.Sheet)
		if !one.Struck {
			last[o.Sheet] = &o.Body
		}
	}
	for _, s := range order.Sheets(before, v.result, v.decisionsToOrder(v.result), v.counts,
		order.NewPistons(in, v.Evaluation.Features)) {
		if issued := last[s.Name]; issued == nil || !issued.Same(s) {
			byWhom(&s, record, in)
			words.In(in.Unit).Sheet(&s)
			out.Drafts = append(out.Drafts, s)
		}
		delete(last, s.Name)
	}
	for _, o := range record.Orders {
		if last[o.Sheet] != nil && !slices.Contains(out.Unwanted, o.Sheet) {
			out.Unwanted = append(out.Unwanted, o.Sheet)
		}
	}
	return out
}

// byWhom adds to what sizes rest on who measured it.
func byWhom(s *order.Sheet, record store.Record, in *inspection.Inspection) {
	for i := range s.Lines {
		l := &s.Lines[i]
		if l.Why == nil || l.Why.Form != order.OnBearing && l.Why.Form != order.OnWalls || l.Feature == nil {
			continue
		}
		var names []string
		joint := l.Feature.Kind.Row().Joint
		by := map[string]part.Kind{order.OnBearing: joint.Bearing, order.OnWalls: joint.Shell}[l.Why.Form]
		for _, f := range record.Features {
			if f.Kind != by || in.JournalOf(joint.Bearing, f.Number) != l.Feature.Number {
				continue
			}
			for _, r := range f.Tape {
				if name := who(r.TakenBy, r.FromFile); r.SupersededBy == nil && !slices.Contains(names, name) {
					names = append(names, name)
				}
			}
		}
		why := l.Why.And(say.Text("by", strings.Join(names, ", ")))
		l.Why = &why
	}
}

// accepted reports whether a person took a line as it came.
func accepted(o store.Order, line string) bool {
	e := o.Last(line, store.Accepted, store.SentBack)
	return e != nil && e.What == store.Accepted
}

// decisionsToOrder are the signed decisions with the option that each stands for: as it would now
// be made, else as it was when it was signed.
func (v JobView) decisionsToOrder(decided disposition.Result) []order.Decided {
	var list []order.Decided
	for _, signed := range v.Decided.Signed {
		one := order.Decided{By: who(signed.DecidedBy, signed.FromFile), Reason: signed.Reason}
		for _, set := range []*disposition.Set{setNamed(decided.Sets, signed.Set), &signed.On} {
			if set == nil {
				continue
			}
			if option := set.Option(signed.Way); option != nil {
				one.Set, one.Option = *set, *option
				break
			}
			one.Set, one.Option = *set, disposition.Option{Way: signed.Way}
		}
		list = append(list, one)
	}
	return list
}

func setNamed(sets []disposition.Set, name part.Set) *disposition.Set {
	if i := slices.IndexFunc(sets, func(s disposition.Set) bool { return s.Set == name }); i >= 0 {
		return &sets[i]
	}
	return nil
}

// SayOfOrder says of a sheet or of one of its lines that it was sent, came back, was ticked off,
// accepted with a reason, sent back or closed.
func (a *Application) SayOfOrder(ctx context.Context, job int64, sheet string, b OrderEventBody) (JobView, error) {
	view, err := a.view(ctx, job)
	if err != nil {
		return JobView{}, err
	}
	i := slices.IndexFunc(view.Orders.Issued, func(o IssuedView) bool { return o.ID == sheet })
	if i < 0 {
		return JobView{}, noSheet
	}
	b.Reason = strings.TrimSpace(b.Reason)
	if err := b.check(view.Orders.Issued[i]); err != nil {
		return JobView{}, err
	}
	return a.changed(ctx, job, a.store.AddOrderEvents(ctx, job,
		[]store.OrderEvent{{ID: b.ID, OrderID: sheet, Line: b.Line, What: b.What, Reason: b.Reason}}))
}

// check refuses what cannot be said of a sheet.
func (b OrderEventBody) check(issued IssuedView) error {
	whole := slices.Contains([]store.OrderEventType{store.Sent, store.Unsent, store.Returned, store.Unreturned,
		store.Closed}, b.What)
	switch {
	case b.What == store.Struck:
		return refuse.At("what", words.Told("refuse.struck"))
	case whole != (b.Line == "") && b.What != store.Returned:
		return refuse.At("line", words.Told("refuse.sheet_or_line"))
	case b.Line != "" && issued.Body.Line(b.Line) == nil:
		return refuse.At("line", words.Told("refuse.no_line"))
	case (b.What == store.Accepted || b.What == store.SentBack) && b.Reason == "":
		return refuse.At("reason", words.Told("refuse.why_accepted"))
	case b.What == store.Closed && issued.Open > 0 && b.Reason == "":
		return refuse.At("reason", words.Told("refuse.sheet_open", "count", issued.Open))
	}
	return nil
}

// beforeWork is the inspection as it was decided on, without what was measured to prove the work
// and without new parts; it is in itself where there is none of that.
func beforeWork(in *inspection.Inspection, orders []store.Order) *inspection.Inspection {
	type place struct {
		disposition.Ref
		state, component string
	}
	proofs := map[place]bool{}
	for _, o := range orders {
		for _, l := range o.Body.Lines {
			if l.Proven() {
				proofs[place{*l.Feature, l.State, l.Component}] = true
			}
		}
	}
	proves := func(f inspection.Feature) bool {
		return proofs[place{disposition.Ref{Kind: f.Kind, Number: max(1, f.Number)}, f.State, f.Component}] ||
			order.NewPiston(&f) && len(orders) > 0
	}
	if !slices.ContainsFunc(in.Features, proves) {
		return in
	}
	before := *in
	before.Features = slices.DeleteFunc(slices.Clone(in.Features), proves)
	return &before
}
