package httpapi

import (
	"context"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/shop"
	"ledge/internal/store"
	"ledge/internal/store/office"
)

// A TagField names the component that parts belong to, a TagQuery does in a query.
type (
	TagField struct {
		Component string `json:"component,omitempty" maxLength:"40" doc:"the tag of the one they belong to"`
	}
	TagQuery struct {
		Component string `query:"component" maxLength:"40" doc:"the tag of the one they belong to"`
	}
)

// bench registers what is done at the bench: reading, grading, setting gauges up.
func (a resources) bench(api huma.API) {
	serve(a, api, office.Inspector, creating("add-reading", "/jobs/{id}/readings", "Take a reading"),
		withBody(a.shop.TakeReading))
	serve(a, api, office.Inspector, creating("add-look", "/jobs/{id}/looks",
		"Grade a feature or record a crack test"), withBody(a.shop.AddLook))
	serve(a, api, office.Inspector, creating("set-condition", "/jobs/{id}/conditions",
		"Say how the parts of a kind are held"), withBody(a.shop.SetCondition))
	a.gauges(api)
	a.readingsFile(api)
}

// gauges registers how gauges are set up and checked, and what follows when one was wrong.
func (a resources) gauges(api huma.API) {
	serve(a, api, office.Inspector, creating("set-gauge", "/jobs/{id}/gauges",
		"Set a gauge up for the parts of a kind"), withBody(a.shop.SetGauge))
	serve(a, api, office.Inspector, creating("check-gauge", "/jobs/{id}/gauge-checks",
		"Record that a gauge was checked on its standard"), withBody(a.shop.CheckGauge))
	serve(a, api, office.Viewer, asking("preview-anew", "/jobs/{id}/readings-anew-preview",
		"What readings would be with their gauge as it was in truth; nothing is stored"), withBody(a.shop.PreviewAnew))
	serve(a, api, office.Inspector, creating("work-out-anew", "/jobs/{id}/readings-anew",
		"Work readings out anew, with their gauge as it was in truth"), withBody(a.shop.WorkOutAnew))
}

// readingsFile registers the readings as a file, both ways.
func (a resources) readingsFile(api huma.API) {
	serveFile(a, api, fetching("get-readings-file", "/jobs/{id}/readings.csv", "The readings that hold, as CSV"),
		"text/csv", office.Viewer,
		ofJob(a.shop.ReadingsFile))
	serve(a, api, office.Inspector, a.large(operation("POST", "import-readings", "/jobs/{id}/readings-files",
		"Look into a CSV of readings, or take it into a job: all rows or none", 0)),
		func(ctx context.Context, in *struct {
			JobPath
			Take bool `query:"take" doc:"store them; otherwise the file is only looked into"`
			Body struct {
				Text string `json:"text" doc:"the CSV"`
			}
		}) (shop.ReadingsAnswer, error) {
			return a.shop.ImportReadings(ctx, in.ID, in.Body.Text, in.Take)
		})
}

// quick registers whether parts are looked at quickly first.
func (a resources) quick(api huma.API) {
	serve(a, api, office.Inspector, replacing("set-quick", "/jobs/{id}/plans/{kind}/quick",
		"Say whether the parts of a kind are looked at quickly first"),
		func(ctx context.Context, in *struct {
			JobPath
			Kind part.Kind `path:"kind"`
			Body struct {
				Quick bool `json:"quick"`
				TagField
			}
		}) (shop.JobView, error) {
			return a.shop.SetQuick(ctx, in.ID, in.Kind, in.Body.Component, in.Body.Quick)
		})
}

// plans registers by which plan parts are read, and what shells were in.
func (a resources) plans(api huma.API) {
	serve(a, api, office.Viewer, fetching("list-plans", "/plans", "The measuring plans"),
		func(context.Context, *struct{}) ([]plan.Plan, error) { return shop.Plans(), nil })
	serve(a, api, office.Viewer, fetching("plan-power", "/jobs/{id}/plans/{kind}/power",
		"What each plan for a kind passes of a hundred sets with one bad part, at the job's limits and gauge"),
		func(ctx context.Context, in *struct {
			JobPath
			Kind part.Kind `path:"kind"`
		}) ([]shop.PlanPower, error) {
			return a.shop.Power(ctx, in.ID, in.Kind)
		})
	serve(a, api, office.Inspector, replacing("set-plan", "/jobs/{id}/plans/{kind}",
		"Choose the plan of the parts of a kind: what is read keeps its place, a part read whole its plan"),
		func(ctx context.Context, in *struct {
			JobPath
			Kind part.Kind `path:"kind"`
			Body struct {
				Plan string `json:"plan" minLength:"1"`
				TagField
			}
		}) (shop.JobView, error) {
			return a.shop.SetPlan(ctx, in.ID, in.Kind, in.Body.Component, in.Body.Plan)
		})
	serve(a, api, office.Inspector, replacing("set-fitted", "/jobs/{id}/fitted",
		"Say which shells were in when a bearing was measured"),
		func(ctx context.Context, in *struct {
			JobPath
			Body struct {
				store.Place
				store.Fitted
			}
		}) (shop.JobView, error) {
			return a.shop.SetFitted(ctx, in.ID, in.Body.Place, in.Body.Fitted)
		})
}
