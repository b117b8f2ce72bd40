package shop

import (
	"context"
	"slices"

	"ledge/internal/core/form"
	"ledge/internal/core/inspection"
	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/shop/refuse"
	"ledge/internal/store"
	"ledge/internal/words"
)

// SetPlan chooses the plan for the features of a kind that nobody has read yet.
func (a *Application) SetPlan(ctx context.Context, job int64, kind part.Kind, tag, name string) (JobView, error) {
	p, ok := plan.Find(name)
	switch {
	case !ok:
		return JobView{}, refuse.At("plan", words.Told("refuse.no_plan"))
	case p.Turn != kind.Turned(), !p.Turn && !kind.Grid():
		return JobView{}, refuse.At("plan", words.Told("refuse.plan_kind"))
	}
	return a.changedPart(ctx, job, kind, tag, a.store.SetPlan(ctx, job, kind, tag, p))
}

// SetQuick says whether the parts of a kind, as they came, are looked at quickly first.
func (a *Application) SetQuick(ctx context.Context, job int64, kind part.Kind, tag string,
	quick bool) (JobView, error) {
	if !kind.Grid() {
		return JobView{}, refuse.At("kind", words.Told("refuse.plan_kind"))
	}
	return a.changedPart(ctx, job, kind, tag, a.store.SetQuick(ctx, job, kind, tag, quick))
}

// quickly makes the paths over parts that are looked at quickly first those of the quick look, with the rest of the
// plan behind them where that could matter.
func (v *JobView) quickly() {
	for i := range v.Features {
		f := &v.Features[i]
		if !f.Quick {
			continue
		}
		found := v.finding(f)
		quick := inspection.QuickCells(f.Kind, f.State, f.Stations, f.Directions, v.asFound(f))
		whole := found != nil && found.Quick == inspection.WholePlan
		for _, path := range []*[]plan.Cell{&f.ByStation, &f.ByDirection} {
			rest := *path
			*path = slices.Clone(quick)
			for _, cell := range rest {
				if whole && !slices.Contains(quick, cell) {
					*path = append(*path, cell)
				}
			}
		}
	}
}

// SetFitted says which shells were in when a bearing was measured; without a step they are of the set's class.
func (a *Application) SetFitted(ctx context.Context, job int64, at store.Place,
	in store.Fitted) (JobView, error) {
	if !at.Kind.Bearing() {
		return JobView{}, refuse.At("kind", words.Told("refuse.only_bearings"))
	}
	return a.changedPart(ctx, job, at.Kind, at.Component, a.store.SetFitted(ctx, job, at, in))
}

// asFound is the grid of a part as it came; empty where that was not measured.
func (v *JobView) asFound(f *FeatureView) form.Grid {
	for i := range v.Features {
		o := &v.Features[i]
		if o.Kind == f.Kind && o.Number == f.Number && o.Component == f.Component && o.State == part.AsFound {
			if found := v.finding(o); found != nil {
				return found.Grid
			}
		}
	}
	return form.Grid{}
}
