package shop_test

import (
	"context"
	"fmt"
	"slices"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/inspection"
	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/core/plan"
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

// A proof asks for the fewest readings that tell, first where the part was worn most: what lies amid its window is
// proved by them, what is near an end of it or not true asks for its whole plan, each part by itself.
func TestAProofAsksForTheFewestReadings(t *testing.T) {
	a, ctx := opened(t)
	view, err := a.View(ctx, 6, "", "")
	require.NoError(t, err)
	mains := view.Decided.Sets[0]
	_, err = a.Sign(ctx, 6, shop.DecisionBody{ID: uuid.NewString(), Set: mains.Set, Way: mains.Way})
	require.NoError(t, err)
	view, err = a.Issue(ctx, 6, nil, true)
	require.NoError(t, err)
	line := view.Orders.Issued[0].Body.Lines[0]
	require.NotNil(t, line.Min)
	view, err = a.AddState(ctx, 6, part.MainJournal, "", line.State, true)
	require.NoError(t, err)
	back := func(number int) shop.FeatureView {
		i := slices.IndexFunc(view.Features, func(f shop.FeatureView) bool {
			return f.Kind == part.MainJournal && f.State == line.State && f.Number == number
		})
		return view.Features[i]
	}
	worn := view.Evaluation.Features[view.Features[slices.IndexFunc(view.Features, func(f shop.FeatureView) bool {
		return f.Kind == part.MainJournal && f.State == part.AsFound
	})].Finding].Grid.Ends().Small
	assert.Equal(t, plan.Cell(worn), back(1).ByStation[0])
	middle := (*line.Min + *line.Max) / 2
	for number, last := range map[int]unit.Length{1: middle + unit.Tenth, 2: *line.Max, 3: middle - 3*unit.Tenth} {
		require.Len(t, back(number).ByStation, 3)
		for i, cell := range back(number).ByStation {
			size := middle
			if i == 2 {
				size = last
			}
			read(ctx, t, a, back(number), cell.Station, cell.Direction, size)
		}
	}
	view, err = a.View(ctx, 6, "", "")
	require.NoError(t, err)
	var verdicts []string
	for number := 1; number <= 3; number++ {
		proofs := view.Orders.Issued[0].Proofs
		key := fmt.Sprintf("main_journal/%d", number)
		at := slices.IndexFunc(proofs, func(p order.Proof) bool { return p.Key == key })
		verdicts = append(verdicts, fmt.Sprintf("%s, %d places", proofs[at].Verdict, len(back(number).ByStation)))
	}
	assert.Equal(t, []string{"within, 3 places", "open, 9 places", "open, 9 places"}, verdicts)
}
