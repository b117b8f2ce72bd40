package httpapi

import (
	"context"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/core/part"
	"ledge/internal/shop"
	"ledge/internal/store"
	"ledge/internal/store/office"
)

// record registers what is on record of all years.
func (a resources) record(api huma.API) {
	serve(a, api, office.Viewer, fetching("get-history", "/jobs/{id}/history",
		"What happened to a job, or to one feature, the latest first"),
		func(ctx context.Context, in *struct {
			JobPath
			Kind   part.Kind `query:"kind" maxLength:"30"`
			Number int       `query:"number"`
			TagQuery
		}) ([]store.Moment, error) {
			return a.shop.History(ctx, in.ID, in.Kind, in.Number, in.Component)
		})
	serve(a, api, office.Viewer, fetching("search", "/search", "Jobs of all years by words, decision or measured size"),
		func(ctx context.Context, in *struct{ shop.SearchQuery }) ([]store.FoundJob, error) {
			return a.shop.Search(ctx, in.SearchQuery)
		})
	serve(a, api, office.Viewer, fetching("learned", "/learned", "How the parts of an engine usually come in"),
		func(ctx context.Context, in *struct {
			Engine string `query:"engine" required:"true" minLength:"1" maxLength:"200"`
		}) (shop.LearnedView, error) {
			return a.shop.Learned(ctx, in.Engine)
		})
	serve(a, api, office.Viewer, fetching("pace", "/pace", "How long a reading usually takes here"),
		func(ctx context.Context, _ *struct{}) (shop.Pace, error) { return a.shop.Pace(ctx) })
}
