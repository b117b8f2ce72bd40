package httpapi

import (
	"context"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/shop"
	"ledge/internal/store"
	"ledge/internal/store/office"
)

// states registers in which states parts are measured.
func (a resources) states(api huma.API) {
	serve(a, api, office.Inspector, creating("add-state", "/jobs/{id}/states",
		"Measure the parts of a kind again in a new state"),
		func(ctx context.Context, in *struct {
			JobPath
			Body struct {
				Kind  part.Kind `json:"kind" minLength:"1"`
				State string    `json:"state" pattern:"^[a-z][a-z0-9_]{0,30}$" doc:"after_grind, after_polish, after_hone…"`
				Quick bool      `json:"quick,omitempty" doc:"looked at quickly first, as a proof is"`
				TagField
			}
		}) (shop.JobView, error) {
			return a.shop.AddState(ctx, in.ID, in.Body.Kind, in.Body.Component, in.Body.State, in.Body.Quick)
		})
	serve(a, api, office.Inspector, removing("remove-state", "/jobs/{id}/states/{kind}/{state}",
		"Take a state back while nothing is recorded in it"),
		func(ctx context.Context, in *struct {
			JobPath
			Kind  part.Kind `path:"kind"`
			State string    `path:"state"`
			TagQuery
		}) (shop.JobView, error) {
			return a.shop.RemoveState(ctx, in.ID, in.Kind, in.Component, in.State)
		})
}

// spots registers where a part is read beside its plan.
func (a resources) spots(api huma.API) {
	serve(a, api, office.Inspector, creating("add-place", "/jobs/{id}/places", "Add a place to read outside the plan"),
		func(ctx context.Context, in *struct {
			JobPath
			Body struct {
				store.Place
				Station   string     `json:"station" minLength:"1" maxLength:"40"`
				Direction unit.Angle `json:"direction" minimum:"0" maximum:"359999999"`
			}
		}) (shop.JobView, error) {
			return a.shop.AddPlace(ctx, in.ID, in.Body.Place, in.Body.Station, in.Body.Direction)
		})
	serve(a, api, office.Inspector, creating("add-unworn", "/jobs/{id}/unworn",
		"Record a size read on the unworn part of a feature"),
		func(ctx context.Context, in *struct {
			JobPath
			Body struct {
				store.Place
				Reading string      `json:"reading" format:"uuid" doc:"an id made by the client"`
				Size    unit.Length `json:"size"`
			}
		}) (shop.JobView, error) {
			return a.shop.AddUnworn(ctx, in.ID, in.Body.Place, in.Body.Reading, in.Body.Size)
		})
}

// parts registers which parts of an engine are measured.
func (a resources) parts(api huma.API) {
	serve(a, api, office.Inspector, creating("add-parts", "/jobs/{id}/parts",
		"Measure parts that the job did not have"),
		func(ctx context.Context, in *struct {
			JobPath
			Body struct {
				Kind  part.Kind `json:"kind" minLength:"1"`
				Count int       `json:"count" minimum:"1" maximum:"96" doc:"how many there then are"`
				TagField
			}
		}) (shop.JobView, error) {
			return a.shop.AddParts(ctx, in.ID, in.Body.Kind, in.Body.Component, in.Body.Count)
		})
	serve(a, api, office.Inspector, removing("remove-part", "/jobs/{id}/parts/{kind}/{number}",
		"Take a part back while nothing is recorded of it"),
		func(ctx context.Context, in *struct {
			JobPath
			Kind   part.Kind `path:"kind"`
			Number int       `path:"number"`
			TagQuery
		}) (shop.JobView, error) {
			return a.shop.RemovePart(ctx, in.ID, in.Kind, in.Component, in.Number)
		})
}

// components registers what a job is made of.
func (a resources) components(api huma.API) {
	serve(a, api, office.Inspector, creating("add-component", "/jobs/{id}/components",
		"Put another component beside its like, to be measured as that one was planned"), withBody(a.shop.AddComponent))
	serve(a, api, office.Inspector, removing("take-off-component", "/jobs/{id}/components/{component}",
		"Take a component back that was added or told by mistake, while nothing is recorded of it"),
		func(ctx context.Context, in *struct {
			JobPath
			Component string `path:"component" format:"uuid"`
		}) (shop.JobView, error) {
			return a.shop.TakeOff(ctx, in.ID, in.Component)
		})
	a.spares(api)
}

// spares registers what becomes of components beside each other.
func (a resources) spares(api huma.API) {
	serve(a, api, office.Viewer, fetching("compare-components", "/jobs/{id}/compare/{of}",
		"The components of a sort side by side: what would be done with each, for how much and by when"),
		func(ctx context.Context, in *struct {
			JobPath
			Of part.Component `path:"of"`
		}) (shop.ComparisonView, error) {
			return a.shop.Compare(ctx, in.ID, in.Of)
		})
	serve(a, api, office.Decider, creating("replace-component", "/jobs/{id}/components/{component}/replacements",
		"Put another component in the place of one, which is retired with everything measured of it"),
		func(ctx context.Context, in *struct {
			JobPath
			Component string `path:"component" format:"uuid"`
			Body      shop.ReplacementBody
		}) (shop.JobView, error) {
			return a.shop.ReplaceComponent(ctx, in.ID, in.Component, in.Body)
		})
	serve(a, api, office.Decider, creating("retire-component", "/jobs/{id}/components/{component}/retirements",
		"Take a component out of the engine with everything measured of it, or take that back; the record keeps it"),
		func(ctx context.Context, in *struct {
			JobPath
			Component string `path:"component" format:"uuid"`
			Body      shop.RetirementBody
		}) (shop.JobView, error) {
			return a.shop.RetireComponent(ctx, in.ID, in.Component, in.Body)
		})
}
