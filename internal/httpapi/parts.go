package httpapi

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/core/instrument"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
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
	PartC     *float64            `json:"part_c,omitempty" minimum:"-40" maximum:"120" doc:"°C"`
	GaugeC    *float64            `json:"gauge_c,omitempty" minimum:"-40" maximum:"120" doc:"°C; with the material, sizes are corrected to 20 °C"`
	Material  instrument.Material `json:"material,omitempty"`
	Note      string              `json:"note,omitempty" maxLength:"200"`
}

// TagField and TagQuery name the component that parts belong to.
type (
	TagField struct {
		Component string `json:"component,omitempty" maxLength:"40" doc:"the tag of the one they belong to"`
	}
	TagQuery struct {
		Component string `query:"component" maxLength:"40" doc:"the tag of the one they belong to"`
	}
)

func (a resources) parts(api huma.API) {
	register(api, store.Inspector, huma.Operation{OperationID: "set-condition", Method: http.MethodPost,
		Path:    "/api/v1/jobs/{id}/conditions",
		Summary: "Say how the parts of a kind are held", DefaultStatus: http.StatusCreated},
		func(ctx context.Context, in *struct {
			ID   int64 `path:"id"`
			Body ConditionBody
		}) (*jobOutput, error) {
			b := in.Body
			switch {
			case !b.Kind.Known():
				return nil, refuse("kind", words.Told("refuse.no_kind"))
			case b.GaugeC != nil && b.PartC == nil:
				return nil, refuse("part_c", words.Told("refuse.part_warm"))
			case (b.GaugeC != nil) != (b.Material != ""):
				return nil, refuse("material", words.Told("refuse.material"))
			}
			return a.changed(ctx, in.ID,
				a.store.AddCondition(ctx,
					store.Condition{ID: b.ID, JobID: in.ID, Kind: b.Kind, Torqued: b.Torqued, DeckPlate: b.DeckPlate,
						ShellsIn: b.ShellsIn, PartC: b.PartC, GaugeC: b.GaugeC, Material: b.Material, Note: b.Note}))
		})
	register(api, store.Inspector, huma.Operation{OperationID: "add-state", Method: http.MethodPost,
		Path:    "/api/v1/jobs/{id}/states",
		Summary: "Measure the parts of a kind again in a new state", DefaultStatus: http.StatusCreated},
		func(ctx context.Context, in *struct {
			ID   int64 `path:"id"`
			Body struct {
				Kind  part.Kind `json:"kind" minLength:"1"`
				State string    `json:"state" pattern:"^[a-z][a-z0-9_]{0,30}$" doc:"after_grind, after_polish, after_hone…"`
				TagField
			}
		}) (*jobOutput, error) {
			b := in.Body
			return a.changedPart(ctx, in.ID, b.Kind.Row().Component, b.Component,
				a.store.AddState(ctx, in.ID, b.Kind, b.Component, b.State))
		})
	register(api, store.Inspector, huma.Operation{OperationID: "add-place", Method: http.MethodPost,
		Path:    "/api/v1/jobs/{id}/places",
		Summary: "Add a place to read outside the plan", DefaultStatus: http.StatusCreated},
		func(ctx context.Context, in *struct {
			ID   int64 `path:"id"`
			Body struct {
				store.Place
				Station   string     `json:"station" minLength:"1" maxLength:"40"`
				Direction unit.Angle `json:"direction" minimum:"0" maximum:"359999999"`
			}
		}) (*jobOutput, error) {
			b := in.Body
			if !b.Kind.Grid() {
				return nil, refuse("kind", words.Told("refuse.only_sizes_places"))
			}
			return a.changedPart(ctx, in.ID, b.Kind.Row().Component, b.Component,
				a.store.AddPlace(ctx, in.ID, b.Place, b.Station, b.Direction))
		})
	register(api, store.Inspector, huma.Operation{OperationID: "add-unworn", Method: http.MethodPost,
		Path:    "/api/v1/jobs/{id}/unworn",
		Summary: "Record a size read on the unworn part of a feature", DefaultStatus: http.StatusCreated},
		func(ctx context.Context, in *struct {
			ID   int64 `path:"id"`
			Body struct {
				store.Place
				Reading string      `json:"reading" format:"uuid" doc:"an id made by the client"`
				Size    unit.Length `json:"size"`
			}
		}) (*jobOutput, error) {
			b := in.Body
			if !b.Kind.Grid() {
				return nil, refuse("kind", words.Told("refuse.only_sizes_wear"))
			}
			view, err := a.viewWith(ctx, in.ID, b.Kind.Row().Component, b.Component)
			if err != nil {
				return nil, a.fail(ctx, err)
			}
			if doubt := view.in.Doubt(b.Kind, b.Number, b.State, part.OfLength(b.Size)); doubt != nil {
				return nil, refuse("size", words.In(view.Job.Unit).Say(doubt.Why))
			}
			return a.changedPart(ctx, in.ID, b.Kind.Row().Component, b.Component,
				a.store.AddUnworn(ctx, in.ID, b.Place, b.Reading, b.Size))
		})
	register(api, store.Inspector, huma.Operation{OperationID: "add-parts", Method: http.MethodPost,
		Path:    "/api/v1/jobs/{id}/parts",
		Summary: "Measure parts that the job did not have", DefaultStatus: http.StatusCreated},
		func(ctx context.Context, in *struct {
			ID   int64 `path:"id"`
			Body struct {
				Kind  part.Kind `json:"kind" minLength:"1"`
				Count int       `json:"count" minimum:"1" maximum:"96" doc:"how many there then are"`
				TagField
			}
		}) (*jobOutput, error) {
			if !in.Body.Kind.Known() {
				return nil, refuse("kind", words.Told("refuse.no_kind"))
			}
			b := in.Body
			return a.changedPart(ctx, in.ID, b.Kind.Row().Component, b.Component,
				a.store.AddParts(ctx, in.ID, b.Kind, b.Component, b.Count))
		})
	register(api, store.Inspector, huma.Operation{OperationID: "remove-state", Method: http.MethodDelete,
		Path:    "/api/v1/jobs/{id}/states/{kind}/{state}",
		Summary: "Take a state back while nothing is recorded in it"},
		func(ctx context.Context, in *struct {
			ID    int64     `path:"id"`
			Kind  part.Kind `path:"kind"`
			State string    `path:"state"`
			TagQuery
		}) (*jobOutput, error) {
			return a.changedPart(ctx, in.ID, in.Kind.Row().Component, in.Component,
				a.store.RemoveState(ctx, in.ID, in.Kind, in.Component, in.State))
		})
	register(api, store.Inspector, huma.Operation{OperationID: "remove-part", Method: http.MethodDelete,
		Path:    "/api/v1/jobs/{id}/parts/{kind}/{number}",
		Summary: "Take a part back while nothing is recorded of it"},
		func(ctx context.Context, in *struct {
			ID     int64     `path:"id"`
			Kind   part.Kind `path:"kind"`
			Number int       `path:"number"`
			TagQuery
		}) (*jobOutput, error) {
			return a.changedPart(ctx, in.ID, in.Kind.Row().Component, in.Component,
				a.store.RemovePart(ctx, in.ID, in.Kind, in.Component, in.Number))
		})
}
