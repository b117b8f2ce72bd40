package demo

import (
	"context"
	"math"
	"path/filepath"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/store"
)

// The evaluation finds what is really the matter with an engine that it knows nothing of: every
// size within the gauge's error, the oval and its direction, the bend and its direction.
func TestEvaluationFindsTheTruth(t *testing.T) {
	for _, name := range []string{"jobs/6-sawmill-four.json", "jobs/7-ferry-v-eight.json"} {
		in, truth, err := Read(name)
		require.NoError(t, err)
		require.NotNil(t, truth)
		result := disposition.Evaluate(in)
		division := in.Unit.Pick(unit.Tenth, 2*unit.Micrometre)
		found := func(kind part.Kind, number int) *inspection.Finding {
			i, ok := in.Latest(kind, number)
			require.True(t, ok, "%s %d", kind, number)
			return &result.Features[i]
		}
		for _, one := range truth.Parts {
			f := found(part.Kind(one.Kind), one.Number)
			require.True(t, f.Complete, "%s %d", one.Kind, one.Number)
			var largest unit.Length
			for s := range one.Stations {
				along := 0.5
				if len(one.Stations) > 1 {
					along = float64(s) / float64(len(one.Stations)-1)
				}
				for _, d := range one.Directions {
					largest = max(largest, one.Truth.At(along, d))
				}
			}
			assert.LessOrEqual(t, (*f.Max - largest).Abs(), 3*division, "%s %d: largest %v, truly %v",
				one.Kind, one.Number, *f.Max, largest)
			if f.Oval != nil && one.Truth.Oval > 4*division {
				assert.LessOrEqual(t, (f.Oval.Size - one.Truth.Oval).Abs(), 3*division, "%s %d oval",
					one.Kind, one.Number)
			}
		}
		middle := (in.Engine.Mains + 1) / 2
		runout := found(part.Runout, middle).Runout
		throw := truth.Bend.At(middle - 1)
		assert.LessOrEqual(t, (runout.Throw - throw).Abs(), 2*division, "throw %v, truly %v", runout.Throw, throw)
		if throw > 3*division {
			off := math.Abs(math.Remainder((*runout.Angle - truth.Bend.Direction).Degrees(), 360))
			assert.Less(t, off, 25.0, "direction of the bend")
		}
		assert.LessOrEqual(t, (*found(part.EndFloat, 1).EndFloat.At0 - truth.EndFloat[0]).Abs(), 2*division)
	}
}

func TestSimulationIsRepeatable(t *testing.T) {
	one, _, err := Read("jobs/6-sawmill-four.json")
	require.NoError(t, err)
	two, _, err := Read("jobs/6-sawmill-four.json")
	require.NoError(t, err)
	assert.Equal(t, one.Features, two.Features)
}

// The demo fills an empty shop once, and every complete engine in it is decided.
func TestFill(t *testing.T) {
	ctx := context.Background()
	s, err := store.Open(ctx, filepath.Join(t.TempDir(), "demo.db"), time.Now)
	require.NoError(t, err)
	defer s.Close()
	require.NoError(t, Fill(ctx, s, time.Now()))
	require.NoError(t, Fill(ctx, s, time.Now()))
	ids, err := s.JobIDs(ctx, "")
	require.NoError(t, err)
	require.Len(t, ids, 10)
	record, err := s.Record(ctx, 6)
	require.NoError(t, err)
	in, _ := record.Inspection()
	for _, set := range disposition.Evaluate(in).Sets {
		assert.NotEqual(t, disposition.Measure, set.Action, set.Set)
	}
	assert.NotEmpty(t, record.Answers)
}

// The demo shows every decision that is ever chosen, an overrule beside one signed as advised, a
// shell instead of a regrind, one sleeve instead of boring all, and a line-hone refused for a
// ledge.
func TestTheDemoShowsEveryDecision(t *testing.T) {
	ctx := context.Background()
	s, err := store.Open(ctx, filepath.Join(t.TempDir(), "demo.db"), time.Now)
	require.NoError(t, err)
	defer s.Close()
	require.NoError(t, Fill(ctx, s, time.Now()))
	ids, err := s.JobIDs(ctx, "")
	require.NoError(t, err)
	shown, shells, sleeveOne, ledge := map[disposition.Action]bool{}, false, false, false
	for _, id := range ids {
		record, err := s.Record(ctx, id)
		require.NoError(t, err)
		in, _ := record.Inspection()
		for _, set := range disposition.Evaluate(in).Sets {
			shown[set.Action] = true
			shells = shells || set.Action == disposition.Reuse && set.Shell != 0
			for _, o := range set.Options {
				sleeveOne = sleeveOne || o.Method == disposition.SleeveOne && o.Feasible
				for _, r := range o.Reasons {
					ledge = ledge || o.Action == disposition.LineHone && !o.Feasible && r.Code == "step"
				}
			}
		}
	}
	for _, action := range []disposition.Action{disposition.Reuse, disposition.Polish, disposition.Hone,
		disposition.Bore, disposition.Sleeve, disposition.Grind,
		disposition.LineHone, disposition.Resize, disposition.Skim, disposition.Replace, disposition.Measure,
		disposition.Remeasure} {
		assert.True(t, shown[action], "no set of the demo is decided %s", action)
	}
	assert.True(t, shells, "a shell instead of a regrind")
	assert.True(t, sleeveOne, "sleeve one instead of boring all")
	assert.True(t, ledge, "a line-hone refused for a ledge")
	record, err := s.Record(ctx, 2)
	require.NoError(t, err)
	require.Len(t, record.Decisions, 2)
	assert.True(t, record.Decisions[0].Overruled)
	assert.False(t, record.Decisions[1].Overruled)
}
