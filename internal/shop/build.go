package shop

import (
	"context"
	"slices"

	"ledge/internal/core/disposition"
	"ledge/internal/core/part"
	"ledge/internal/shop/judge"
	"ledge/internal/shop/refuse"
	"ledge/internal/store"
	"ledge/internal/words"
)

// BuildView is how the measured parts go together, and what somebody settled of it.
type BuildView struct {
	disposition.Build
	Settled []store.Settled `json:"settled"`
}

// SettleBody is who goes where, as somebody settled it.
type SettleBody struct {
	ID    string    `json:"id" format:"uuid"`
	Kind  part.Kind `json:"kind" doc:"the kind of the places"`
	Parts []int     `json:"parts" maxItems:"96" doc:"the numbers of the parts, in the order of the places"`
}

// Settle settles which part goes where.
func (a *Application) Settle(ctx context.Context, job int64, b SettleBody) (BuildView, error) {
	view, err := a.Build(ctx, job)
	if err != nil {
		return BuildView{}, err
	}
	i := slices.IndexFunc(view.Matchings, func(m disposition.Matching) bool { return m.Of == b.Kind })
	if i < 0 {
		return BuildView{}, refuse.At("kind", words.Told("refuse.not_matched"))
	}
	have, asked := slices.Sorted(slices.Values(view.Matchings[i].Parts)), slices.Sorted(slices.Values(b.Parts))
	if !slices.Equal(have, asked) {
		return BuildView{}, refuse.At("parts", words.Told("refuse.one_place"))
	}
	record, err := a.store.Record(ctx, job)
	if err != nil {
		return BuildView{}, err
	}
	settled := store.Settled{Kind: b.Kind, Parts: b.Parts}
	settled.PlacesOf, settled.PartsOf = matched(view.Build, b.Kind, record.Stands())
	if err := a.store.Settle(ctx, job, b.ID, settled); err != nil {
		return BuildView{}, err
	}
	return a.Build(ctx, job)
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

// Build is which part goes where, rods paired by weight, and what to file off rings.
func (a *Application) Build(ctx context.Context, id int64) (BuildView, error) {
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
	ctx, cancel := judge.Within(ctx)
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
