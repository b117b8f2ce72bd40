package shop

import (
	"context"
	"slices"
	"strings"

	"ledge/internal/core/closed"
	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/core/walk"
	"ledge/internal/shop/refuse"
	"ledge/internal/store"
	"ledge/internal/words"
)

// An EndKind says what was left undone.
type EndKind string

// What can be left undone.
const (
	Drafts     EndKind = "drafts"
	Orders     EndKind = "orders"
	Unproved   EndKind = "unproved"
	Unticked   EndKind = "unticked"
	Bolts      EndKind = "bolts"
	NewParts   EndKind = "new_parts"
	BeingBuilt EndKind = "building"
)

// EndKinds are all of them.
var EndKinds = closed.New(Drafts, Orders, Unproved, Unticked, Bolts, NewParts, BeingBuilt)

// An OpenEnd is something that a job would leave undone if it were closed now.
type OpenEnd struct {
	What  EndKind `json:"what"`
	Count int     `json:"count"`
	Text  string  `json:"text"`
}

// openEnds lists what is not done yet.
func (v JobView) openEnds() []OpenEnd {
	ends := []OpenEnd{}
	add := func(what EndKind, count int) {
		if count > 0 {
			ends = append(ends, OpenEnd{what, count, words.Told("open."+string(what), "count", count)})
		}
	}
	var orders, unproved, unticked, unmeasured int
	for _, o := range v.Orders.Issued {
		if o.Struck || o.Closed {
			continue
		}
		orders++
		unproved += o.Open - o.Unticked
		unticked += o.Unticked
		for _, l := range o.Body.Lines {
			if goods := l.Part.Goods(); goods.Due && !v.measuredNew(append(slices.Clone(goods.As), goods.Into...)) {
				unmeasured++
			}
		}
	}
	bolts := 0
	for _, f := range v.Walk.Findings {
		if f.Gravity == walk.Fault && (f.Topic == "main_bolt" || f.Topic == "rod_bolt") {
			bolts++
		}
	}
	add("drafts", len(v.Orders.Drafts))
	add("orders", orders)
	add("unproved", unproved)
	add("unticked", unticked)
	add("bolts", bolts)
	add("new_parts", unmeasured)
	if v.Building != nil && v.Building.Begun && !v.Building.Signed {
		add("building", v.Building.Open)
	}
	return ends
}

// measuredNew reports whether parts of one of the kinds were measured in another state than they came in.
func (v JobView) measuredNew(kinds []part.Kind) bool {
	for _, f := range v.Features {
		if f.State == part.AsFound || len(f.Tape) == 0 {
			continue
		}
		if slices.Contains(kinds, f.Kind) {
			return true
		}
	}
	return false
}

// CloseBody takes a job out of the shop's list, or back into it.
type CloseBody struct {
	Closed  bool          `json:"closed"`
	Outcome store.Outcome `json:"outcome,omitempty" doc:"finished where left out and nothing is open"`
	Reason  string        `json:"reason,omitempty" maxLength:"1000"`
}

// Close takes a job out of the shop's list with its outcome, or back into it.
func (a *Application) Close(ctx context.Context, job int64, b CloseBody) (JobView, error) {
	b.Reason = strings.TrimSpace(b.Reason)
	if !b.Closed {
		return a.changed(ctx, job, a.store.CloseJob(ctx, job, store.Reopened, b.Reason))
	}
	view, err := a.view(ctx, job)
	if err != nil {
		return JobView{}, err
	}
	switch {
	case b.Outcome == store.Reopened:
		return JobView{}, refuse.At("outcome", words.Told("refuse.reopened"))
	case len(view.Orders.OpenEnds) > 0 && b.Outcome == "":
		return JobView{}, refuse.At("outcome", words.Told("refuse.how_it_ends"))
	case (len(view.Orders.OpenEnds) > 0 || b.Outcome != "" && b.Outcome != store.Finished) && b.Reason == "":
		return JobView{}, refuse.At("reason", words.Told("refuse.why_named"))
	case b.Outcome == "":
		b.Outcome = store.Finished
	}
	return a.changed(ctx, job, a.store.CloseJob(ctx, job, b.Outcome, b.Reason))
}

// untickedLines counts the lines of a sheet that only a tick can tell done.
func untickedLines(o store.Order) int {
	n := 0
	for _, l := range o.Body.Lines {
		if l.Proven() || l.Kept || l.Work == order.DoKeep {
			continue
		}
		if e := o.Last(l.Key, store.Ticked, store.Unticked); e == nil || e.What != store.Ticked {
			n++
		}
	}
	return n
}
