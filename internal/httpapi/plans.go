package httpapi

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/core/unit"
	"ledge/internal/store"
	"ledge/internal/words"
)

func (a resources) plans(api huma.API) {
	register(api, store.Viewer, huma.Operation{OperationID: "list-plans", Method: http.MethodGet,
		Path: "/api/v1/plans", Summary: "The measuring plans"},
		func(context.Context, *struct{}) (*struct{ Body []plan.Plan }, error) {
			return &struct{ Body []plan.Plan }{words.Plans()}, nil
		})
	register(api, store.Inspector, huma.Operation{OperationID: "set-plan", Method: http.MethodPut,
		Path:    "/api/v1/jobs/{id}/plans/{kind}",
		Summary: "Choose the plan for the features of a kind that nobody has read yet"},
		func(ctx context.Context, in *struct {
			ID   int64     `path:"id"`
			Kind part.Kind `path:"kind"`
			Body struct {
				Plan string `json:"plan" minLength:"1"`
				TagField
			}
		}) (*jobOutput, error) {
			p, ok := plan.Find(in.Body.Plan)
			switch {
			case !ok:
				return nil, refuse("plan", words.Told("refuse.no_plan"))
			case p.Turn != (in.Kind == part.Runout), !p.Turn && !in.Kind.Grid():
				return nil, refuse("plan", words.Told("refuse.plan_kind"))
			}
			return a.changedPart(ctx, in.ID, in.Kind.Row().Component, in.Body.Component,
				a.store.SetPlan(ctx, in.ID, in.Kind, in.Body.Component, p))
		})
	register(api, store.Inspector, huma.Operation{OperationID: "set-fitted", Method: http.MethodPut,
		Path:    "/api/v1/jobs/{id}/fitted",
		Summary: "Say which shells were in when a bearing was measured"},
		func(ctx context.Context, in *struct {
			ID   int64 `path:"id"`
			Body struct {
				store.Place
				Step  *unit.Length `json:"step,omitempty" minimum:"0" doc:"the set's class where left out"`
				Shell unit.Length  `json:"shell"`
			}
		}) (*jobOutput, error) {
			if !in.Body.Kind.Bearing() {
				return nil, refuse("kind", words.Told("refuse.only_bearings"))
			}
			return a.changedPart(ctx, in.ID, in.Body.Kind.Row().Component, in.Body.Component,
				a.store.SetFitted(ctx, in.ID, in.Body.Place, in.Body.Step, in.Body.Shell))
		})
}
