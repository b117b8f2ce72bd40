package disposition

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// of puts a feature on another component than the one that came.
func of(tag string, f inspection.Feature) inspection.Feature {
	f.Component = tag
	return f
}

// A worn crankshaft and a spare beside it: each is judged by its own readings alone, in the block
// that came, and signed by itself.
func TestASpareStandsBesideTheWreck(t *testing.T) {
	limits := map[part.Kind]limit.Limits{
		part.MainJournal: {New: span("2.2480", "2.2490"), Undersizes: []unit.Length{in("0.010")},
			Clearance: &limit.Clearance{New: span("0.0010", "0.0030")}},
		part.MainHousing: {New: span("2.4370", "2.4378")}}
	both := &inspection.Inspection{Unit: unit.In, Policy: inspection.DefaultPolicy(unit.In), Limits: limits,
		Features: []inspection.Feature{
			round(part.MainHousing, 1, "2.4374"),
			round(part.MainJournal, 1, "2.2455"), of("spare", round(part.MainJournal, 1, "2.2486")),
			round(part.MainBearing, 1, "2.2506"),
			of("spare", inspection.Feature{Kind: part.Runout, Number: 1, State: part.AsFound,
				List: inspection.List{TIR: make([]unit.Length, 1)}}),
		}}
	result := Evaluate(both)
	require.Len(t, result.Features, 5, "every feature once, in its order")
	for i, f := range result.Features {
		assert.Equal(t, both.Features[i].Kind, f.Kind)
		assert.Equal(t, both.Features[i].Component, f.Component)
	}
	assert.Nil(t, result.Features[1].Check("runout"), "the spare's runout is not the wreck's")
	assert.NotNil(t, result.Features[2].Check("runout"))
	type line struct {
		set       part.Set
		component string
		action    Action
	}
	var sets []line
	for _, s := range result.Sets {
		sets = append(sets, line{s.Set, s.Component, s.Action})
	}
	assert.Equal(t, []line{{part.MainJournals, "", Grind}, {part.MainHousings, "", Reuse},
		{part.MainJournals, "spare", Reuse}}, sets)
	used := map[string]unit.Length{}
	for _, f := range result.Fits {
		if f.Used {
			used[f.Component] = f.Clearance.Max
		}
	}
	assert.Equal(t, map[string]unit.Length{"": in("0.0051"), "spare": in("0.0020")}, used, "one bearing, two shafts")

	alone := *both
	alone.Features = []inspection.Feature{both.Features[0], both.Features[1], both.Features[3]}
	assert.Equal(t, Evaluate(&alone).Sets, []Set{result.Sets[0], result.Sets[1]},
		"the wreck is judged as if no spare lay beside it")

	both.Decisions = []inspection.Decision{{Set: "main_journals", Action: "grind", Step: in("0.010")},
		{Set: "main_journals", Action: "reuse", Component: "spare"}}
	builds := both.Builds()
	require.Len(t, builds, 2)
	assert.Equal(t, "grind", builds[0].Decisions[0].Action)
	assert.Equal(t, "reuse", builds[1].Decisions[0].Action)
	require.Len(t, builds[1].Decisions, 1, "what was signed for one is not signed for the other")
}

// Without one that came, the first named is the main one; a plastic strip goes with the shaft that
// it was laid on.
func TestTheFirstNamedStandsWhereNoneCame(t *testing.T) {
	strip := inspection.Feature{Kind: part.Strip, Number: 1, State: part.AsFound,
		List: inspection.List{Journal: part.CamJournal, Readings: []unit.Length{in("0.002")}}}
	both := &inspection.Inspection{Features: []inspection.Feature{of("A", round(part.CamJournal, 1, "1.8")),
		of("B", round(part.CamJournal, 1, "1.7")), of("B", strip), round(part.Cylinder, 1, "3.7")}}
	builds := both.Builds()
	require.Len(t, builds, 2)
	assert.Equal(t, []int{0, 3}, builds[0].Index)
	assert.Equal(t, []int{1, 2, 3}, builds[1].Index)
	assert.Equal(t, part.Camshaft, builds[1].Component)
	assert.True(t, builds[0].Owns(part.Block))
	assert.False(t, builds[1].Owns(part.Block), "the block is judged once")
}
