package shop_test

import (
	"context"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/inspection"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/shop"
	"ledge/internal/store"
)

// A quick look goes over every pin first; then those that could matter ask for the rest, in the answer to the last
// reading, and the others are done.
func TestAQuickLookAtTheBench(t *testing.T) {
	a, ctx := opened(t)
	view, err := a.View(ctx, 4, "", "")
	require.NoError(t, err)
	require.Equal(t, []string{"A", "B"}, pins(view)[3].Stations, "by the plan of the pin that the file holds")
	_, err = a.SetPlan(ctx, 4, part.RodJournal, "", "3x3")
	require.NoError(t, err)
	view, err = a.SetQuick(ctx, 4, part.RodJournal, "", true)
	require.NoError(t, err)
	unread := pins(view)[1:] // pin 1 was read whole
	var last shop.ReadingAnswer
	for n, f := range unread {
		require.Len(t, f.ByStation, 4, f.Title)
		for _, cell := range f.ByStation {
			size := unit.MustParse("47.990", unit.MM)
			if n == 0 && cell.Station == 1 { // waisted by nearly its limit of 0.012
				size -= 11 * unit.Micrometre
			}
			last = read(ctx, t, a, f, cell.Station, cell.Direction, size)
		}
	}
	view, err = a.View(ctx, 4, "", "")
	require.NoError(t, err)
	for n, f := range pins(view)[1:] {
		want, paths := inspection.FarInside, 4
		if n == 0 {
			want, paths = inspection.WholePlan, 9
		}
		assert.Equal(t, want, view.Evaluation.Features[f.Finding].Quick, f.Title)
		assert.Len(t, f.ByStation, paths, f.Title)
	}
	var told bool
	for _, c := range last.Features {
		told = told || c.ID == unread[0].ID && len(c.ByStation) == 9
	}
	assert.True(t, told, "the last answer tells that pin 2 wants its whole plan")
	view, err = a.SetQuick(ctx, 4, part.RodJournal, "", false)
	require.NoError(t, err)
	assert.Len(t, pins(view)[2].ByStation, 9, "what was read stays, the rest is asked for")
}

func pins(view shop.JobView) (all []shop.FeatureView) {
	for _, f := range view.Features {
		if f.Kind == part.RodJournal && f.State == part.AsFound {
			all = append(all, f)
		}
	}
	return all
}

func read(ctx context.Context, t *testing.T, a *shop.Application, f shop.FeatureView, station, direction int,
	size unit.Length) shop.ReadingAnswer {
	t.Helper()
	value := part.OfLength(size)
	answer, err := a.TakeReading(ctx, f.JobID, shop.ReadingBody{ID: uuid.NewString(), Kind: f.Kind, Number: f.Number,
		State: f.State, Station: station, Direction: direction, What: store.TookSize, Value: &value, Unusual: true})
	require.NoError(t, err)
	return answer
}

// A proof asks for the fewest readings that tell: a quick look at each part that came back.
func TestAProofIsAQuickLook(t *testing.T) {
	a, ctx := opened(t)
	view, err := a.AddState(ctx, 6, part.MainJournal, "", "after_grind", true)
	require.NoError(t, err)
	for _, f := range view.Features {
		if f.State == "after_grind" {
			assert.Len(t, f.ByStation, 4, f.Title)
		}
	}
	for n := range 2 { // nothing of another part is waited for that nobody began
		for _, cell := range []int{0, 4, 8, 2} {
			for _, f := range view.Features {
				if f.State == "after_grind" && f.Number == n+1 {
					read(ctx, t, a, f, cell/3, cell%3, unit.MustParse("2.2384", unit.In))
				}
			}
		}
	}
	view, err = a.View(ctx, 6, "", "")
	require.NoError(t, err)
	proven := 0
	for _, f := range view.Features {
		if f.State == "after_grind" && f.Finding >= 0 {
			found := view.Evaluation.Features[f.Finding]
			assert.Equal(t, inspection.FarInside, found.Quick, f.Title)
			assert.True(t, found.Complete, f.Title)
			proven++
		}
	}
	assert.Equal(t, 2, proven)
}
