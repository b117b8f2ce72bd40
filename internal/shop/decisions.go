package shop

import (
	"context"
	"slices"
	"strings"

	"ledge/internal/core/disposition"
	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/shop/refuse"
	"ledge/internal/store"
	"ledge/internal/words"
)

// DecisionBody signs a set: what Ledge advises, or something else with a reason.
type DecisionBody struct {
	ID  string   `json:"id" format:"uuid"`
	Set part.Set `json:"set" minLength:"1"`
	// Component is the tag of the one whose set it is.
	Component string `json:"component,omitempty" maxLength:"40"`
	disposition.Way
	Reason string `json:"reason" maxLength:"1000" doc:"needed where it is not what Ledge advises"`
	After  int64  `json:"after" doc:"the seq of the set's last decision as the person saw it; 0 where there was none"`
}

// Sign signs or overrules the decision for a set, and brings the sheets that are issued up to it.
func (a *Application) Sign(ctx context.Context, job int64, b DecisionBody) (JobView, error) {
	calendar, err := a.calendarOf(ctx, job)
	if err != nil {
		return JobView{}, err
	}
	signing := store.Signing{Decision: store.Decision{ID: b.ID, JobID: job, Set: b.Set, Component: b.Component,
		Way: b.Way, Reason: strings.TrimSpace(b.Reason)}, After: b.After}
	signing.Judge = func(record store.Record, d *store.Decision) error {
		stand, err := record.InPlace(d.Set.Component(), d.Component)
		if err != nil {
			return err
		}
		view, err := viewOf(ctx, record, stand)
		if err != nil {
			return err
		}
		return complete(view, d)
	}
	signing.Reissue = func(record store.Record) (store.Issue, error) {
		view, err := viewOf(ctx, record, store.StandIn{})
		if err != nil {
			return store.Issue{}, err
		}
		return calendar.issue(view, func(n order.Name) bool {
			return slices.ContainsFunc(view.Orders.Issued,
				func(i IssuedView) bool { return i.Sheet == n && !i.Struck })
		}), nil
	}
	return a.changedOf(ctx, job, b.Set.Component(), b.Component, a.store.Sign(ctx, signing))
}

// complete fills a decision in with what it is based on, or says why it cannot be one.
func complete(view JobView, d *store.Decision) error {
	set := setNamed(view.result.Sets, d.Set)
	if set == nil {
		return refuse.At("set", words.Told("refuse.no_set"))
	}
	advised := d.Way == set.Way
	switch {
	case !d.Action.Decides():
		return refuse.At("action", words.Told("refuse.still_measure"))
	case !advised && set.Cracked():
		return refuse.Conflict(words.Told("refuse.crack"))
	case !advised && set.Option(d.Way) == nil && set.Action != disposition.Measure:
		return refuse.At("action", words.Told("refuse.no_way"))
	case !advised && d.Reason == "":
		return refuse.At("reason", words.Told("refuse.why_otherwise"))
	}
	d.Overruled, d.On = !advised, *set
	return nil
}

// SetsView is what is decided of a job: its sets with their reasons and ways, and who signed them.
type SetsView struct {
	// Change is that of the job.
	Change int64 `json:"change"`
	// Sets are as they were decided, where work was ordered and measured again since: Measured tells of that.
	Sets     []disposition.Set `json:"sets"`
	Measured bool              `json:"measured,omitempty"`
	Signed   []Signed          `json:"signed"`
	// Decisions are all that were ever signed.
	Decisions []store.Decision `json:"decisions"`
}

// Signed is the decision that holds for a set. Stale tells that Ledge would now advise otherwise
// than when it was signed.
type Signed struct {
	store.Decision
	Stale bool `json:"stale"`
}

// Sets is what is decided of a job, or of a component in place of the one that came.
func (a *Application) Sets(ctx context.Context, id int64, of part.Component, tag string) (SetsView, error) {
	view, err := a.View(ctx, id, of, tag)
	view.Decided.Change = view.Change
	return view.Decided, err
}

// signed are the decisions that hold for each set: the last one signed. A crack found since leaves only what is advised
// for it.
func (v JobView) signed() []Signed {
	all := []Signed{}
	for _, set := range v.result.Sets {
		for _, d := range slices.Backward(v.Decided.Decisions) {
			if d.Set != set.Set {
				continue
			}
			if set.Cracked() && d.Way != set.Way {
				break
			}
			d.Says = words.In(v.Job.Unit).Way(d.Set, d.Way)
			all = append(all, Signed{d, set.Way != d.On.Way})
			break
		}
	}
	return all
}
