package shop_test

import (
	"context"
	"encoding/json"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/part"
	"ledge/internal/shop"
	"ledge/internal/store"
	"ledge/internal/varied"
)

// standing is what is said of a job: its parts with their readings, its sets, what is signed, what is ordered and what
// it costs.
func standing(t *testing.T, a *shop.Application, v shop.JobView) string {
	t.Helper()
	tag := ""
	of := part.Component("")
	if v.StandIn != nil {
		of, tag = v.StandIn.Of, v.StandIn.Tag
	}
	costs, err := a.Weigh(t.Context(), v.Job.ID, of, tag, nil)
	require.NoError(t, err)
	text, err := json.Marshal([]any{v.Features, v.Evaluation, v.Decided.Signed, v.Orders, v.Said, v.Asked, costs})
	require.NoError(t, err)
	return string(text)
}

// Whatever a job is made of: a spare beside a component is measured, judged, priced and signed on its own;
// in its place it brings nothing of the other along; the record keeps both, and taken back all is as it
// was. Random jobs and spares.
func TestASpareNeverMixesWithTheWreck(t *testing.T) {
	a, ctx := opened(t)
	random := rand.New(rand.NewPCG(18, 11))
	tried := map[part.Component]int{}
	for seed := range uint64(30) {
		text := strings.Replace(string(varied.Document(seed)), `"job": {`, `"job": {"engine": "Varied",`, 1)
		taken, err := a.ImportFile(ctx, uuid.NewString(), text, true)
		if err != nil {
			continue // what it holds is no job
		}
		job := taken.Job
		before, err := a.View(ctx, job, "", "")
		require.NoError(t, err)
		for _, s := range before.Decided.Sets {
			if s.Component == "" && s.Action.Decides() && random.IntN(2) == 0 {
				_, err := a.Sign(ctx, job, shop.DecisionBody{ID: uuid.NewString(), Set: s.Set, Way: s.Way,
					Reason: "as advised"})
				require.NoError(t, err, "%d %s", seed, s.Set)
			}
		}
		before, err = a.View(ctx, job, "", "")
		require.NoError(t, err)
		was := standing(t, a, before)
		var stands []store.Component
		for _, c := range before.Components {
			if c.Tag == "" && c.Retired == nil {
				stands = append(stands, c)
			}
		}
		if len(stands) == 0 {
			continue
		}
		wreck := stands[random.IntN(len(stands))]
		tag := "from the shed"
		_, err = a.AddComponent(ctx, job, shop.ComponentBody{ID: uuid.NewString(), Of: wreck.Of, Tag: tag,
			Origin: store.Spare})
		require.NoError(t, err, "%d %s", seed, wreck.Of)
		readOther(ctx, t, a, random, before, wreck.Of, tag)

		now, err := a.View(ctx, job, "", "")
		require.NoError(t, err)
		require.Equal(t, was, standing(t, a, now), "%d: the %s in the engine", seed, wreck.Of)
		beside, err := a.View(ctx, job, wreck.Of, tag)
		require.NoError(t, err)
		ours(t, beside, wreck.Of, tag)
		for _, s := range beside.Decided.Sets {
			if s.Action.Decides() {
				_, err := a.Sign(ctx, job, shop.DecisionBody{ID: uuid.NewString(), Set: s.Set, Component: tag,
					Way:    s.Way,
					Reason: "as advised"})
				require.NoError(t, err, "%d %s", seed, s.Set)
			}
		}
		now, err = a.View(ctx, job, "", "")
		require.NoError(t, err)
		require.Equal(t, was, standing(t, a, now), "%d: what is signed for the spare", seed)

		compared, err := a.Compare(ctx, job, wreck.Of)
		require.NoError(t, err)
		require.GreaterOrEqual(t, len(compared.Candidates), 2)

		spare := beside.Components[slices.IndexFunc(beside.Components,
			func(c store.Component) bool { return c.Tag == tag })]
		placed, err := a.RetireComponent(ctx, job, wreck.ID,
			shop.RetirementBody{ID: uuid.NewString(), Retired: true, For: &spare.ID, Reason: "worn out"})
		require.NoError(t, err)
		inPlace(t, placed, wreck.Of)
		kept := now.Features
		record, err := a.View(ctx, job, "", "")
		require.NoError(t, err)
		require.NotEmpty(t, record.Components)

		_, err = a.RetireComponent(ctx, job, wreck.ID, shop.RetirementBody{ID: uuid.NewString()})
		require.NoError(t, err)
		back, err := a.View(ctx, job, "", "")
		require.NoError(t, err)
		require.Len(t, back.Features, len(kept))
		require.Equal(t, was, standing(t, a, back), "%d: the %s is back", seed, wreck.Of)
		tried[wreck.Of]++
	}
	assert.GreaterOrEqual(t, len(tried), 4, "%v", tried)
}

// readOther measures a spare: somewhat otherwise than the one beside it, at some of its places.
func readOther(ctx context.Context, t *testing.T, a *shop.Application, random *rand.Rand, like shop.JobView,
	of part.Component, tag string) {
	t.Helper()
	taken := 0
	for _, f := range like.Features {
		if f.Kind.Row().Component != of || f.State != part.AsFound || f.Component != "" {
			continue
		}
		for _, r := range f.Tape {
			if r.Value == nil || r.SupersededBy != nil || taken > 60 {
				continue
			}
			value := *r.Value + part.Value(random.IntN(5)*25_400)
			_, err := a.TakeReading(ctx, like.Job.ID, shop.ReadingBody{ID: uuid.NewString(),
				Kind: f.Kind, Number: f.Number, State: f.State, Component: tag,
				Station: r.Station, Direction: r.Direction, What: "size", Value: &value, Unusual: true})
			require.NoError(t, err, "%s", f.Title)
			taken++
		}
	}
}

// ours holds that a view of a component beside the engine holds nothing else.
func ours(t *testing.T, v shop.JobView, of part.Component, tag string) {
	t.Helper()
	for _, f := range v.Features {
		require.Equal(t, tag, f.Component, f.Title)
		require.Equal(t, of, f.Kind.Row().Component, f.Title)
	}
	for _, s := range v.Decided.Sets {
		require.Equal(t, of, s.Set.Component())
		require.Contains(t, []string{tag, ""}, s.Component)
	}
	require.Empty(t, v.Orders.Drafts)
	require.Empty(t, v.Decided.Signed)
}

// inPlace holds that in the engine nothing of the one that went is left.
func inPlace(t *testing.T, v shop.JobView, of part.Component) {
	t.Helper()
	for _, f := range v.Features {
		if f.Kind.Row().Component == of {
			require.NotEmpty(t, f.Component, f.Title)
		}
	}
	for _, s := range v.Decided.Signed {
		if s.Set.Component() == of {
			require.NotEmpty(t, s.Component, s.Set)
		}
	}
	for _, sheet := range v.Orders.Drafts {
		for _, l := range sheet.Lines {
			if l.Feature != nil && l.Feature.Kind.Row().Component == of {
				require.NotEmpty(t, l.Component, l.Title)
			}
		}
	}
}
