package shop

import (
	"context"

	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/store"
	"ledge/internal/words"
)

// SetPlan chooses the plan for the features of a kind that nobody has read yet.
func (a *Application) SetPlan(ctx context.Context, job int64, kind part.Kind, tag, name string) (JobView, error) {
	p, ok := plan.Find(name)
	switch {
	case !ok:
		return JobView{}, refuse("plan", words.Told("refuse.no_plan"))
	case p.Turn != (kind == part.Runout), !p.Turn && !kind.Grid():
		return JobView{}, refuse("plan", words.Told("refuse.plan_kind"))
	}
	return a.changedPart(ctx, job, kind, tag, a.store.SetPlan(ctx, job, kind, tag, p))
}

// SetFitted says which shells were in when a bearing was measured; without a step they are of the set's class.
func (a *Application) SetFitted(ctx context.Context, job int64, at store.Place,
	in store.Fitted) (JobView, error) {
	if !at.Kind.Bearing() {
		return JobView{}, refuse("kind", words.Told("refuse.only_bearings"))
	}
	return a.changedPart(ctx, job, at.Kind, at.Component, a.store.SetFitted(ctx, job, at, in))
}
