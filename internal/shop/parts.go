package shop

import (
	"context"

	"ledge/internal/core/instrument"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/shop/refuse"
	"ledge/internal/store"
	"ledge/internal/words"
)

// ConditionBody says how the parts of a kind are held and how warm they are.
type ConditionBody struct {
	ID        string              `json:"id" format:"uuid"`
	Kind      part.Kind           `json:"kind" minLength:"1"`
	Torqued   *bool               `json:"torqued,omitempty" doc:"caps torqued in steps, in sequence"`
	DeckPlate *bool               `json:"deck_plate,omitempty"`
	ShellsIn  *bool               `json:"shells_in,omitempty"`
	Studs     *bool               `json:"studs,omitempty" doc:"studs or the head tightened"`
	PartC     *float64            `json:"part_c,omitempty" minimum:"-40" maximum:"120" doc:"°C"`
	GaugeC    *float64            `json:"gauge_c,omitempty" minimum:"-40" maximum:"120" doc:"°C; with the material, sizes are corrected to 20 °C"`
	Material  instrument.Material `json:"material,omitempty"`
	Alike     bool                `json:"alike,omitempty" doc:"part and gauge were left together until they were equally warm"`
	Note      string              `json:"note,omitempty" maxLength:"200"`
}

// SetCondition says how the parts of a kind are held from now on.
func (a *Application) SetCondition(ctx context.Context, job int64, b ConditionBody) (JobView, error) {
	switch {
	case !b.Kind.Known():
		return JobView{}, refuse.At("kind", words.Told("refuse.no_kind"))
	case b.GaugeC != nil && b.PartC == nil:
		return JobView{}, refuse.At("part_c", words.Told("refuse.part_warm"))
	case (b.GaugeC != nil) != (b.Material != ""):
		return JobView{}, refuse.At("material", words.Told("refuse.material"))
	}
	return a.changed(ctx, job, a.store.AddCondition(ctx,
		store.Condition{ID: b.ID, JobID: job, Kind: b.Kind, Torqued: b.Torqued, DeckPlate: b.DeckPlate,
			ShellsIn: b.ShellsIn, Studs: b.Studs, PartC: b.PartC, GaugeC: b.GaugeC, Material: b.Material,
			Alike: b.Alike, Note: b.Note}))
}

// AddState lets the parts of a kind be measured again in a new state.
func (a *Application) AddState(ctx context.Context, job int64, kind part.Kind, tag, state string,
	quick bool) (JobView, error) {
	return a.changedPart(ctx, job, kind, tag, a.store.AddState(ctx, job, kind, tag, state, quick))
}

// RemoveState takes a state back while nothing is recorded in it.
func (a *Application) RemoveState(ctx context.Context, job int64, kind part.Kind, tag, state string) (JobView, error) {
	return a.changedPart(ctx, job, kind, tag, a.store.RemoveState(ctx, job, kind, tag, state))
}

// AddPlace adds a place to read outside the plan.
func (a *Application) AddPlace(ctx context.Context, job int64, at store.Place, station string,
	direction unit.Angle) (JobView, error) {
	if !at.Kind.Grid() {
		return JobView{}, refuse.At("kind", words.Told("refuse.only_sizes_places"))
	}
	return a.changedPart(ctx, job, at.Kind, at.Component, a.store.AddPlace(ctx, job, at, station, direction))
}

// AddUnworn records a size read where a part has not worn. reading is an id made by the client.
func (a *Application) AddUnworn(ctx context.Context, job int64, at store.Place, reading string,
	size unit.Length) (JobView, error) {
	if !at.Kind.Grid() {
		return JobView{}, refuse.At("kind", words.Told("refuse.only_sizes_wear"))
	}
	view, err := a.viewWith(ctx, job, at.Kind.Row().Component, at.Component)
	if err != nil {
		return JobView{}, err
	}
	if doubt := view.in.Doubt(at.Kind, at.Number, at.State, part.OfLength(size)); doubt != nil {
		return JobView{}, refuse.At("size", words.In(view.Job.Unit).Say(doubt.Why))
	}
	return a.changedPart(ctx, job, at.Kind, at.Component, a.store.AddUnworn(ctx, job, at, reading, size))
}

// AddParts takes up the measuring of parts that the job did not have; count is how many there then are.
func (a *Application) AddParts(ctx context.Context, job int64, kind part.Kind, tag string, count int) (JobView, error) {
	if !kind.Known() {
		return JobView{}, refuse.At("kind", words.Told("refuse.no_kind"))
	}
	return a.changedPart(ctx, job, kind, tag, a.store.AddParts(ctx, job, kind, tag, count))
}

// RemovePart takes a part back while nothing is recorded of it.
func (a *Application) RemovePart(ctx context.Context, job int64, kind part.Kind, tag string,
	number int) (JobView, error) {
	return a.changedPart(ctx, job, kind, tag, a.store.RemovePart(ctx, job, kind, tag, number))
}

// changedPart is the job as it stands after a change of parts of a kind.
func (a *Application) changedPart(ctx context.Context, job int64, kind part.Kind, tag string,
	err error) (JobView, error) {
	return a.changedOf(ctx, job, kind.Row().Component, tag, err)
}

// changedOf is the job as it stands after a change, with the component of what was changed in its place.
func (a *Application) changedOf(ctx context.Context, job int64, of part.Component, tag string,
	err error) (JobView, error) {
	if err != nil {
		return JobView{}, err
	}
	return a.viewWith(ctx, job, of, tag)
}
