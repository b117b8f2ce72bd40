package part_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"

	"ledge/internal/core/engine"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/core/unit"
)

// Every row stands on its own feet: what it names exists, and what goes by its role is there.
func TestRowsFitTogether(t *testing.T) {
	for _, row := range part.All() {
		k := row.Kind
		assert.NotNil(t, row.Limits, "%s: a page walks them", k)
		assert.NotNil(t, row.States, "%s: a page walks them", k)
		assert.Contains(t, part.Components.All(), row.Component, k)
		assert.Contains(t, part.Steps.All(), row.Step, k)
		assert.Equal(t, row.List == nil, k.Grid(), k)
		if k.Grid() {
			_, known := plan.Find(row.Plan)
			assert.True(t, known, "%s: plan %q", k, row.Plan)
		} else {
			lines, directions, columns := part.SheetOf(k,
				engine.Layout{Arrangement: engine.Inline, Cylinders: 4}.Complete())
			assert.NotEmpty(t, lines, k)
			assert.Positive(t, columns, k)
			assert.Equal(t, row.Counted(), directions == nil, k)
			if names := row.List.ColumnNames(); names != nil {
				assert.Len(t, names, columns, k)
			}
		}
		for _, field := range row.Limits {
			assert.NotNil(t, limit.FieldNamed(field), "%s: limit %q", k, field)
		}
		for _, other := range []part.Kind{row.Mate, row.JudgedBy, row.Across, row.StripOf} {
			assert.True(t, other == "" || other.Known(), "%s names %s", k, other)
		}
		if row.Across != "" {
			assert.Equal(t, k, row.Across.Row().Across, "%s and %s stand across from each other", k, row.Across)
		}
		if k.Journal() {
			assert.NotNil(t, row.Joint, k)
			assert.Equal(t, k, row.Joint.Bearing.Row().Mate, k)
			assert.Equal(t, row.Fit, row.Joint.Bearing.Row().Fit, k)
			assert.True(t, row.Shaft, k)
			assert.Equal(t, k, part.StripFor(k).Row().StripOf, "a strip for every joint")
		}
		if row.Set != "" {
			assert.Equal(t, row.Set, row.Set.Row().Set, k)
		}
	}
	for _, set := range part.Sets() {
		assert.Equal(t, set.Set, set.Member.Row().Set, "the members of %s", set.Set)
		assert.NotEmpty(t, set.Replaced)
		for _, row := range part.All() {
			assert.Equal(t, row.Set == set.Set, slices.Contains(set.Kinds(), row.Kind), "%s and %s", set.Set, row.Kind)
		}
	}
	assert.False(t, part.Kind("nothing").Known())
	assert.True(t, part.Strip.Valid())
	assert.False(t, part.Strip.Known())
	assert.False(t, part.MainStrip.Valid(), "the open file has one kind of strip")
	assert.Equal(t, part.Camshaft, part.Strip.ComponentOf(part.CamJournal))
}

// Cards and papers tell journals first, as sets are decided, and every kind once.
func TestOrderOfCardsAndPapers(t *testing.T) {
	kinds := part.AsDecided()
	assert.Equal(t, []part.Kind{part.MainJournal, part.RodJournal, part.CamJournal, part.MainHousing,
		part.RodHousing, part.Cylinder}, kinds[:6])
	assert.ElementsMatch(t, part.AtBench(), kinds)
}

// How many an engine has. A V-eight: two rods a throw, a deck a bank; a four in line has one of each.
func TestCounts(t *testing.T) {
	eight := engine.Layout{Arrangement: engine.V, Cylinders: 8}.Complete()
	four := engine.Layout{Arrangement: engine.Inline, Cylinders: 4}.Complete()
	for k, want := range map[part.Kind][2]int{part.MainJournal: {5, 5}, part.RodJournal: {4, 4},
		part.RodBearing: {8, 4}, part.RodHousing: {8, 4}, part.Cylinder: {8, 4},
		part.CamLobe: {16, 8}, part.LifterBore: {16, 8}, part.Deck: {2, 1}, part.EndFloat: {1, 1},
		part.RodShell: {8, 4}, part.RodStrip: {8, 4}} {
		assert.Equal(t, want, [2]int{k.Row().Count(eight), k.Row().Count(four)}, k)
	}
}

// Lists with directions have them; the columns of the others are counted.
func TestColumnsOfLists(t *testing.T) {
	four := engine.Layout{Arrangement: engine.Inline, Cylinders: 4}.Complete()
	for k, want := range map[part.Kind][]unit.Angle{part.MainAlignment: {0, 90 * unit.Degree},
		part.EndFloat: {0, 180 * unit.Degree}, part.DeckHeights: nil, part.Deck: nil} {
		_, directions, columns := part.SheetOf(k, four)
		assert.Equal(t, want, directions, k)
		assert.Equal(t, map[part.Kind]int{part.DeckHeights: 5, part.Deck: 1, part.MainAlignment: 2,
			part.EndFloat: 2}[k], columns, k)
	}
	_, turn, _ := part.SheetOf(part.Runout, four)
	assert.Len(t, turn, 8)
	assert.Equal(t, 315*unit.Degree, turn[7])
	lines, _, _ := part.SheetOf(part.TunnelEdge, four)
	assert.Equal(t, []string{"main 1", "main 2", "main 3", "main 4", "main 5"}, lines)
	assert.Nil(t, part.Runout.Row().List.ColumnNames(), "directions need no names")
	assert.Equal(t, []string{""}, part.Deck.Row().List.ColumnNames())
}
