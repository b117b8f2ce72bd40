package httpapi

import (
	"context"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/core/part"
	"ledge/internal/shop"
	"ledge/internal/store/office"
)

// assembly registers what is done when an engine is built.
func (a resources) assembly(api huma.API) {
	serve(a, api, office.Viewer, fetching("get-assembly", "/jobs/{id}/assembly", "An engine as far as it is built"),
		ofJob(a.shop.Assembly))
	serve(a, api, office.Inspector, creating("do-assembly", "/jobs/{id}/assembly",
		"One thing that was done: a bolt through a step, a ring on, a gap, a pass, a line of the parts list, a measurement"), withBody(a.shop.DoAssembly))
	a.assembled(api)
}

// assembled registers what follows from it.
func (a resources) assembled(api huma.API) {
	serve(a, api, office.Decider, creating("sign-assembly", "/jobs/{id}/assembly/signed",
		"Sign the built engine, or open it again"), withBody(a.shop.SignAssembly))
	serve(a, api, office.Inspector, creating("plan-to-card", "/jobs/{id}/assembly/card",
		"Make the job's torque cards and ring patterns part of the engine card that it took"),
		func(ctx context.Context, in *struct {
			JobPath
			Body struct {
				ID string `json:"id" format:"uuid" doc:"of the card's next version"`
			}
		}) (shop.AssemblyView, error) {
			return a.shop.PlanToCard(ctx, in.ID, in.Body.ID)
		})
	serve(a, api, office.Inspector, creating("measure-new", "/jobs/{id}/new-parts",
		"Make the parts of a kind that came ready to be measured as new ones"),
		func(ctx context.Context, in *struct {
			JobPath
			Body struct {
				Kind part.Kind `json:"kind"`
			}
		}) (shop.JobView, error) {
			return a.shop.MeasureNew(ctx, in.ID, in.Body.Kind)
		})
}
