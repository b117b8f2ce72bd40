package shop

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"ledge/internal/core/disposition"
	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/core/unit"
	"ledge/internal/store"
)

// What a job waits for, a line a case: everything that is open, in the order in which it is done.
func TestWaitingInItsOrder(t *testing.T) {
	journal := func(read int) FeatureView {
		f := FeatureView{Feature: store.Feature{Kind: part.MainJournal, Number: 1},
			ByStation: []plan.Cell{{}, {Direction: 1}, {Station: 1}}}
		for i, cell := range f.ByStation[:read] {
			f.Tape = append(f.Tape, store.Reading{Seq: int64(i), What: store.TookSize, Station: cell.Station,
				Direction: cell.Direction})
		}
		return f
	}
	signed := SetLine{Set: part.MainJournals, Way: disposition.Way{Action: disposition.Grind}, Signed: true}
	unsigned := SetLine{Set: part.RodJournals, Way: disposition.Way{Action: disposition.Reuse}}
	undecided := SetLine{Set: part.MainHousings, Way: disposition.Way{Action: disposition.Measure}}
	sheet := func(verdict order.ProofVerdict, said ...store.OrderEventType) IssuedView {
		o := IssuedView{Order: store.Order{Body: order.Sheet{Title: "Grind sheet"}},
			Proofs: []order.Proof{{Key: "main_journal/1", Verdict: verdict}}}
		for i, what := range said {
			o.Events = append(o.Events, store.OrderEvent{What: what, SaidAt: string(rune('a' + i))})
		}
		return o
	}
	struck := sheet(order.ProofOpen, store.Sent)
	struck.Struck = true
	closed := sheet(order.ProofOpen)
	closed.Closed = true
	report := Waiting{For: ForReport}
	out := func(since string) Waiting { return Waiting{For: ForShop, Sheet: "Grind sheet", Since: since} }
	for name, tt := range map[string]struct {
		view JobView
		want []Waiting
	}{
		"nothing to go by": {JobView{}, []Waiting{{For: ForLimits}, report}},
		"half read": {JobView{Features: []FeatureView{journal(1)}, Said: []SetLine{signed}},
			[]Waiting{{For: ForMeasure, Kind: part.MainJournal, Left: 2}, report}},
		"read whole":   {JobView{Features: []FeatureView{journal(3)}, Said: []SetLine{signed}}, []Waiting{report}},
		"near a limit": {JobView{Said: []SetLine{signed}, Asked: []SetAsks{{}}}, []Waiting{{For: ForAgain}, report}},
		"unsigned, the first that decides named": {JobView{Said: []SetLine{undecided, unsigned, signed}},
			[]Waiting{{For: ForDecide, Many: 2, Set: part.RodJournals}, report}},
		"nothing that decides": {JobView{Said: []SetLine{undecided}}, []Waiting{{For: ForDecide, Many: 1}, report}},
		"drafts, and one that is wanted no more": {JobView{Said: []SetLine{signed},
			Orders: OrdersView{Drafts: []order.Sheet{{}}, Unwanted: []order.Name{order.Grind}}},
			[]Waiting{{For: ForIssue, Many: 2}, report}},
		"sent out, and to be proved": {JobView{Said: []SetLine{signed}, Features: []FeatureView{journal(1)},
			Orders: OrdersView{Issued: []IssuedView{sheet(order.ProofOpen, store.Sent)}}},
			[]Waiting{out("a"), {For: ForProof, Many: 1, Line: "main_journal/1"}, report}},
		"sent, and taken back": {JobView{Said: []SetLine{signed},
			Orders: OrdersView{Issued: []IssuedView{sheet(order.ProofWithin, store.Sent, store.Unsent)}}},
			[]Waiting{report}},
		"returned, and not after all": {JobView{Said: []SetLine{signed}, Orders: OrdersView{Issued: []IssuedView{
			sheet(order.ProofWithin, store.Sent, store.Returned, store.Unreturned)}}}, []Waiting{out("c"), report}},
		"struck or closed": {JobView{Said: []SetLine{signed}, Orders: OrdersView{Issued: []IssuedView{struck, closed}}},
			[]Waiting{report}},
		"begun to be built": {JobView{Said: []SetLine{signed}, Building: &Building{Begun: true}},
			[]Waiting{{For: ForBuild}, report}},
		"built": {JobView{Said: []SetLine{signed}, Building: &Building{Begun: true, Signed: true}}, []Waiting{report}},
	} {
		tt.view.Job.Unit = unit.In
		assert.Equal(t, tt.want, tt.view.waiting(), name)
	}
}
