package disposition

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/engine"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

func in(text string) unit.Length { return unit.MustParse(text, unit.In) }

func span(least, most string) *limit.Range { return &limit.Range{Min: in(least), Max: in(most)} }

// round is a part of one size all over, smooth.
func round(kind part.Kind, number int, size string) inspection.Feature {
	row := []inspection.Cell{{Sizes: []unit.Length{in(size)}}, {Sizes: []unit.Length{in(size)}}}
	return inspection.Feature{Kind: kind, Number: number, State: part.AsFound, Look: inspection.Smooth,
		Grid: inspection.Grid{Stations: []string{"A", "B"}, Directions: []unit.Angle{0, 90 * unit.Degree},
			Cells: [][]inspection.Cell{row, row}}}
}

// twin is a V-twin: one pin with two rods.
func twin(features ...inspection.Feature) *inspection.Inspection {
	layout := engine.Layout{Arrangement: engine.V, Cylinders: 2}.Complete()
	return &inspection.Inspection{Unit: unit.In, Engine: &layout, Policy: inspection.DefaultPolicy(unit.In),
		Features: features,
		Limits: map[part.Kind]limit.Limits{part.RodJournal: {New: span("1.9990", "2.0000"),
			Undersizes: []unit.Length{in("0.010")}, Shells: []unit.Length{in("-0.001")},
			Clearance: &limit.Clearance{New: span("0.0010", "0.0030")}}}}
}

// Both rods of a pin have a fit of their own; the worse decides, and is named.
func TestEveryRodOfAPinHasItsFit(t *testing.T) {
	result := Evaluate(twin(round(part.RodJournal, 1, "1.9995"), round(part.RodBearing, 1, "2.0015"),
		round(part.RodBearing, 2, "2.0032")))
	var used []Fit
	for _, f := range result.Fits {
		if f.Used {
			used = append(used, f)
		}
	}
	require.Len(t, used, 2)
	assert.Equal(t, []int{1, 2, 1, 1}, []int{used[0].Number, used[1].Number, used[0].Journal, used[1].Journal})
	assert.Equal(t, []limit.Verdict{limit.Within, limit.Beyond},
		[]limit.Verdict{used[0].Verdict, used[1].Verdict}, "0.0020 and 0.0037 in 0.0010 to 0.0030")
	assert.Equal(t, in("0.0037"), used[1].Clearance.Max)
	set := result.Sets[0]
	assert.Equal(t, Way{Action: Reuse, Shell: in("-0.001")}, set.Way, "0.0010 and 0.0027 with select shells")
	assert.Equal(t, say.Joint("part", &Ref{Kind: part.RodJournal, Number: 1}, 2), set.Reasons[0].Args[0])
	o := set.Options[set.OptionAt(set.Way)]
	require.Len(t, o.Clearances, 2)
	assert.Equal(t, []int{1, 2}, []int{o.Clearances[0].Rod, o.Clearances[1].Rod})
	assert.Equal(t, limit.Beyond, result.Features[0].Check("clearance").Verdict, "the worse is the journal's")
	assert.Equal(t, "by_throw", twinNumbered(t),
		"with no number above the throws it is asked whether they were meant")
}

// Where one rod of a pin is measured and the other is not, the other is asked for, by its own number.
func TestTheRodThatNobodyMeasuredIsAskedFor(t *testing.T) {
	set := Evaluate(twin(round(part.RodJournal, 1, "1.9995"), round(part.RodBearing, 1, "2.0015"))).Sets[0]
	require.True(t, set.Provisional)
	assert.Equal(t, []Ask{{What: AskFit, Feature: Ref{Kind: part.RodBearing, Number: 2}}}, set.Asks)
	set = Evaluate(twin(round(part.RodJournal, 1, "1.9995"))).Sets[0]
	assert.Equal(t, []Ask{{What: AskFit, Feature: Ref{Kind: part.RodJournal, Number: 1}}}, set.Asks)
}

// What a plan that was read whole cannot show is told, and nobody is sent to read it again; the decision says why it is
// provisional.
func TestAPlanReadWholeIsNotAskedForAgain(t *testing.T) {
	inspected, most := twin(), in("0.0005")
	limits := inspected.Limits[part.RodJournal]
	limits.Clearance, limits.TaperMax, limits.WearMax = nil, &most, &most
	inspected.Limits[part.RodJournal] = limits
	one := round(part.RodJournal, 1, "1.9995")
	one.Stations, one.Cells = one.Stations[:1], one.Cells[:1]
	inspected.Features = []inspection.Feature{one}
	set := Evaluate(inspected).Sets[0]
	assert.Equal(t, Way{Action: Reuse}, set.Way)
	assert.True(t, set.Provisional)
	assert.Empty(t, set.Asks)
	assert.EqualValues(t, "taper", set.NotSeen[0].Check)
	assert.Contains(t, forms(set.Reasons), "provisional.unseen")
}

// forms are the reasons by code and form.
func forms(reasons []Reason) (list []string) {
	for _, r := range reasons {
		list = append(list, r.Code+"."+r.Form)
	}
	return list
}

func twinNumbered(t *testing.T) string {
	t.Helper()
	result := Evaluate(twin(round(part.RodJournal, 1, "1.9995"), round(part.RodBearing, 1, "2.0015")))
	notes := result.Features[1].Notes
	return notes[len(notes)-1].Code
}

// Bearings of both rods, shells of the step in: the pin is ground between what they ask for where
// one size serves both.
func TestAPinIsGroundForBothItsRods(t *testing.T) {
	step := in("0.010")
	bearing := func(number int, size string) inspection.Feature {
		f := round(part.RodBearing, number, size)
		f.Fitted = &inspection.Fitted{Step: &step}
		return f
	}
	worn := round(part.RodJournal, 1, "1.9960")
	result := Evaluate(twin(worn, bearing(1, "1.9920"), bearing(2, "1.9924")))
	set := result.Sets[0]
	require.Equal(t, Way{Action: Grind, Step: step}, set.Way)
	o := set.Options[set.OptionAt(set.Way)]
	assert.Equal(t, in("1.9902"), o.Sizes[0].Size, "1.9922 less the middle of the window, 0.0020")
	require.Len(t, o.Clearances, 2)
	assert.Equal(t, []unit.Length{in("0.0018"), in("0.0022")},
		[]unit.Length{o.Clearances[0].Clearance.Min, o.Clearances[1].Clearance.Min})
}
