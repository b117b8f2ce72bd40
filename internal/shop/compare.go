package shop

import (
	"context"
	"slices"

	"ledge/internal/core/disposition"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/schedule"
	"ledge/internal/shop/judge"
	"ledge/internal/store"
)

// ComparisonView are the components of a sort side by side, each in place of the one that came.
type ComparisonView struct {
	Of         part.Component `json:"of"`
	Currency   string         `json:"currency,omitempty"`
	Candidates []Candidate    `json:"candidates"`
}

// A Candidate is one of them, as it would be built in.
type Candidate struct {
	Component store.Component `json:"component"`
	Sets      []CandidateSet  `json:"sets"`
	// Parts are how many are measured unasked, Measured how many of them were, Beyond how many are out of limits.
	Parts    int `json:"parts"`
	Measured int `json:"measured"`
	Beyond   int `json:"beyond"`
	// Cost and Ready are of what would be done with it alone; nothing without a rate card or while a set is open.
	Cost     *schedule.Money `json:"cost,omitempty"`
	Ready    string          `json:"ready,omitempty"`
	Late     bool            `json:"late,omitempty"`
	Unpriced []string        `json:"unpriced"`
}

// CandidateSet is what stands for one set of it, and why.
type CandidateSet struct {
	SetLine
	Why string `json:"why"`
}

// Compare puts the components of a sort side by side, those that are retired left out.
func (a *Application) Compare(ctx context.Context, id int64, of part.Component) (ComparisonView, error) {
	out := ComparisonView{Of: of, Candidates: []Candidate{}}
	record, err := a.store.Record(ctx, id)
	if err != nil {
		return out, err
	}
	calendar, err := a.calendarOf(ctx, id)
	if err != nil {
		return out, err
	}
	if calendar.entered {
		out.Currency = calendar.card.Currency
	}
	ctx, cancel := judge.Within(ctx)
	defer cancel()
	for _, c := range record.Components {
		if c.Of != of || c.Retired != nil {
			continue
		}
		view, err := viewOf(ctx, record, store.StandIn{Of: of, Tag: c.Tag})
		if err != nil {
			return out, err
		}
		out.Candidates = append(out.Candidates, calendar.candidate(c, view))
	}
	return out, nil
}

func (c calendar) candidate(component store.Component, view JobView) Candidate {
	out := Candidate{Component: component, Sets: []CandidateSet{}, Unpriced: []string{}}
	for i := range view.Features {
		f := &view.Features[i]
		if f.State != part.AsFound {
			continue
		}
		if out.Parts++; f.Standing != open {
			out.Measured++
		}
		if f.Standing == Standing(limit.Beyond) {
			out.Beyond++
		}
	}
	settled := len(view.Said) > 0
	for _, s := range view.Said {
		one := CandidateSet{SetLine: s}
		if i := slices.IndexFunc(view.Decided.Sets,
			func(o disposition.Set) bool { return o.Set == s.Set }); i >= 0 &&
			len(view.Decided.Sets[i].Reasons) > 0 {
			one.Why = view.Decided.Sets[i].Reasons[0].Text
		}
		settled = settled && s.Action.Decides()
		out.Sets = append(out.Sets, one)
	}
	if c.entered && settled {
		costs := c.weigh(view, nil)
		out.Cost, out.Ready, out.Late, out.Unpriced = &costs.Cost, costs.Ready, costs.Late, costs.Unpriced
	}
	return out
}
