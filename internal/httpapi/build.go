package httpapi

import (
	"context"
	"net/http"
	"slices"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/core/disposition"
	"ledge/internal/core/part"
	"ledge/internal/store"
	"ledge/internal/words"
)

// BuildView is how the measured parts go together, and what somebody settled of it.
type BuildView struct {
	disposition.Build
	Settled []store.Settled `json:"settled"`
}

type buildOutput struct{ Body BuildView }

func (a resources) build(api huma.API) {
	register(api, store.Viewer, huma.Operation{OperationID: "get-build", Method: http.MethodGet,
		Path:    "/api/v1/jobs/{id}/build",
		Summary: "Which part goes where, rods paired by weight, and what to file off rings"},
		func(ctx context.Context, in *struct {
			ID int64 `path:"id"`
		}) (*buildOutput, error) {
			view, err := a.buildView(ctx, in.ID)
			if err != nil {
				return nil, a.fail(ctx, err)
			}
			return &buildOutput{view}, nil
		})
	register(api, store.Inspector, huma.Operation{OperationID: "settle-matching", Method: http.MethodPost,
		Path:    "/api/v1/jobs/{id}/matchings",
		Summary: "Settle which part goes where", DefaultStatus: http.StatusCreated},
		func(ctx context.Context, in *struct {
			ID   int64 `path:"id"`
			Body struct {
				ID    string    `json:"id" format:"uuid"`
				Kind  part.Kind `json:"kind" doc:"the kind of the places"`
				Parts []int     `json:"parts" maxItems:"96" doc:"the numbers of the parts, in the order of the places"`
			}
		}) (*buildOutput, error) {
			view, err := a.buildView(ctx, in.ID)
			if err != nil {
				return nil, a.fail(ctx, err)
			}
			i := slices.IndexFunc(view.Matchings, func(m disposition.Matching) bool { return m.Of == in.Body.Kind })
			if i < 0 {
				return nil, refuse("kind", words.Told("refuse.not_matched"))
			}
			have, asked := slices.Sorted(slices.Values(view.Matchings[i].Parts)),
				slices.Sorted(slices.Values(in.Body.Parts))
			if !slices.Equal(have, asked) {
				return nil, refuse("parts", words.Told("refuse.one_place"))
			}
			record, err := a.store.Record(ctx, in.ID)
			if err != nil {
				return nil, a.fail(ctx, err)
			}
			settled := store.Settled{Kind: in.Body.Kind, Parts: in.Body.Parts}
			settled.PlacesOf, settled.PartsOf = matched(view.Build, in.Body.Kind, record.Stands())
			if err := a.store.Settle(ctx, in.ID, in.Body.ID, settled); err != nil {
				return nil, a.fail(ctx, err)
			}
			view, err = a.buildView(ctx, in.ID)
			if err != nil {
				return nil, a.fail(ctx, err)
			}
			return &buildOutput{view}, nil
		})
}

// matched are the tags of the components whose places and parts are matched.
func matched(build disposition.Build, of part.Kind, stands map[part.Component]string) (places, parts string) {
	for _, m := range build.Matchings {
		if m.Of == of {
			parts = stands[m.With.Row().Component]
		}
	}
	return stands[of.Row().Component], parts
}

func (a resources) buildView(ctx context.Context, id int64) (BuildView, error) {
	whole, err := a.store.Record(ctx, id)
	if err != nil {
		return BuildView{}, err
	}
	record, stands := whole.With(store.StandIn{}), whole.Stands()
	in, _ := record.Inspection()
	settled, err := a.store.SettledOf(ctx, id)
	if err != nil {
		return BuildView{}, err
	}
	ctx, cancel := context.WithTimeout(ctx, judging)
	defer cancel()
	result, err := disposition.EvaluateWithin(ctx, in)
	if err != nil {
		return BuildView{}, err
	}
	build := disposition.BuildOf(in, result)
	words.In(in.Unit).Build(&build)
	// What was settled of other components says nothing of these.
	settled = slices.DeleteFunc(settled, func(s store.Settled) bool {
		places, parts := matched(build, s.Kind, stands)
		return s.PlacesOf != places || s.PartsOf != parts
	})
	return BuildView{build, settled}, nil
}
