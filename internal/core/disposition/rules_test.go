package disposition

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

func resultOf(limits map[part.Kind]limit.Limits, features ...inspection.Feature) Result {
	return Evaluate(&inspection.Inspection{Unit: unit.In, Policy: inspection.DefaultPolicy(unit.In),
		Limits: limits, Features: features})
}

// Thrust parts that would leave no float at all are not offered, with a new range or with a service
// limit alone. Common practice.
func TestThrustPartsLeaveSomeFloat(t *testing.T) {
	most := in("0.008")
	float := inspection.Feature{Kind: part.EndFloat, Number: 1, State: part.AsFound,
		List: inspection.List{At0: []unit.Length{in("0.010")}, At180: []unit.Length{in("0.010")}}}
	limits := limit.Limits{Max: &most, Shells: []unit.Length{in("-0.005"), in("-0.010"), in("-0.012")}}
	set := resultOf(map[part.Kind]limit.Limits{part.EndFloat: limits}, float).Sets[0]
	feasible := func(shell string) bool { return set.Option(Way{Action: Reuse, Shell: in(shell)}).Feasible }
	assert.True(t, feasible("-0.005"), "0.005 is left")
	assert.False(t, feasible("-0.010"), "nothing is left")
	assert.False(t, feasible("-0.012"))
	assert.Equal(t, Way{Action: Reuse, Shell: in("-0.005")}, set.Way)

	limits.New = span("0.002", "0.004")
	set = resultOf(map[part.Kind]limit.Limits{part.EndFloat: limits}, float).Sets[0]
	assert.False(t, feasible("-0.005"), "0.005 is above the new range")
	assert.Equal(t, Replace, set.Action)
}

// A clearance measured with select shells agrees with the predicted one when what those shells open
// is taken into account, and only then.
func TestAClearanceIsComparedWithTheShellsThatWereIn(t *testing.T) {
	limits := map[part.Kind]limit.Limits{part.MainJournal: {New: span("2.2480", "2.2482"),
		Clearance: &limit.Clearance{New: span("0.0010", "0.0012")}}}
	disagrees := func(bearing string, shell string) bool {
		b := round(part.MainBearing, 1, bearing)
		b.Fitted = &inspection.Fitted{Shell: in(shell)}
		result := resultOf(limits, round(part.MainJournal, 1, "2.2481"), b)
		for _, n := range result.Features[0].Notes {
			if n.Code == "clearance_disagrees" {
				return true
			}
		}
		return false
	}
	// New clearance 0.0011 and no wear to speak of: with standard shells it reads about that, with
	// 0.002 more about 0.0031.
	assert.False(t, disagrees("2.2492", "0"))
	assert.False(t, disagrees("2.2512", "0.002"))
	assert.True(t, disagrees("2.2512", "0"), "0.0031 with standard shells")
	assert.True(t, disagrees("2.2492", "0.002"), "0.0011 with shells that open 0.002")
}

// A pin that was ground has shells as thick as its step: it fits the same rods as a pin at
// standard. Common practice.
func TestMatchingCountsTheClassOfAPin(t *testing.T) {
	limits := map[part.Kind]limit.Limits{
		part.RodJournal: {New: span("1.9990", "2.0000"), Undersizes: []unit.Length{in("0.010")},
			Clearance: &limit.Clearance{New: span("0.0010", "0.0020")}},
		part.RodHousing: {New: span("2.1250", "2.1256")}}
	ins := &inspection.Inspection{Unit: unit.In, Policy: inspection.DefaultPolicy(unit.In), Limits: limits,
		Features: []inspection.Feature{
			round(part.RodJournal, 1, "1.9895"), round(part.RodJournal, 2, "1.9893"),
			round(part.RodHousing, 1, "2.1253"), round(part.RodHousing, 2, "2.1255")}}
	build := BuildOf(ins, Evaluate(ins))
	require.Len(t, build.Matchings, 1)
	m := build.Matchings[0]
	assert.Equal(t, [][]unit.Length{{in("0.0015"), in("0.0017")}, {in("0.0017"), in("0.0019")}}, m.Clearances,
		"0.0015 in the middle, moved by pin and housing")
}

// Every cause stands in the set's reasons with its figures, and the chosen way is the first that is possible.
func TestTheFirstPossibleWayIsChosen(t *testing.T) {
	limits := map[part.Kind]limit.Limits{part.MainJournal: {New: span("2.2480", "2.2490"),
		Undersizes: []unit.Length{in("0.010"), in("0.020")}, WearMax: new(unit.Length)}}
	*limits[part.MainJournal].WearMax = in("0.002")
	set := resultOf(limits, round(part.MainJournal, 1, "2.2460")).Sets[0]
	assert.Equal(t, Way{Action: Grind, Step: in("0.010")}, set.Way,
		"2.2460 less 0.001 cleans up at 2.2450, and 2.2385 is below")
	assert.Equal(t, "beyond_wear", set.Reasons[0].Code)
	assert.Contains(t, set.Reasons[0].Args, say.Apart("value", in("0.0030"), in("0.002")))
	uneven := round(part.MainJournal, 1, "2.2470")
	uneven.Cells = [][]inspection.Cell{uneven.Cells[0],
		{{Sizes: []unit.Length{in("2.2390")}}, {Sizes: []unit.Length{in("2.2400")}}}}
	set = resultOf(limits, uneven).Sets[0]
	assert.Equal(t, in("0.020"), set.Step, "0.010 under is 2.2385, and it cleans up at 2.2380")
	cracked := round(part.MainJournal, 1, "2.2486")
	cracked.Look = inspection.Cracked
	set = resultOf(limits, cracked).Sets[0]
	assert.Equal(t, Replace, set.Action)
	assert.True(t, set.Cracked())
	for _, o := range set.Options {
		assert.Equal(t, o.Action == Replace && o.Method == "", o.Feasible,
			"%+v: nothing is done to a cracked shaft", o.Way)
	}
}

// What somebody signed for a tunnel decides whether a clearance in it counts, whatever is advised. Common practice.
func TestAClearanceCountsAsItsHousingIsSigned(t *testing.T) {
	line := inspection.Feature{Kind: part.TunnelEdge, Number: 1, State: part.AsFound,
		List: inspection.List{Readings: []unit.Length{0, in("0.0030"), 0}}}
	most := in("0.0010")
	inspected := func(signed ...inspection.Decision) Result {
		return Evaluate(&inspection.Inspection{Unit: unit.In, Policy: inspection.DefaultPolicy(unit.In),
			Decisions: signed,
			Limits: map[part.Kind]limit.Limits{
				part.MainJournal: {New: span("2.2480", "2.2490"), Undersizes: []unit.Length{in("0.010")},
					Shells:    []unit.Length{0},
					Clearance: &limit.Clearance{New: span("0.0010", "0.0030")}},
				part.MainHousing: {New: span("2.4370", "2.4380"), AlignmentMax: &most}},
			Features: []inspection.Feature{round(part.MainJournal, 1, "2.2486"), round(part.MainBearing, 1, "2.2490"),
				round(part.MainHousing, 1, "2.4375"), round(part.MainHousing, 2, "2.4375"),
				round(part.MainHousing, 3, "2.4375"), line}})
	}
	advised := inspected()
	require.Len(t, advised.Sets, 2)
	assert.Equal(t, []Action{Reuse, LineHone}, []Action{advised.Sets[0].Action, advised.Sets[1].Action})
	assert.True(t, advised.Fits[0].Void)
	assert.Equal(t, []Ask{{What: AskFit, Feature: Ref{Kind: part.MainJournal, Number: 1}, After: LineHone}},
		advised.Sets[0].Asks, "the tunnel is honed first")
	stays := inspected(inspection.Decision{Set: string(part.MainHousings), Action: string(Reuse)})
	assert.False(t, stays.Fits[0].Void, "somebody signed that it stays")
	assert.Equal(t, Grind, stays.Sets[0].Action)
}

// A big end of the wrong size is kept on the clearance measured with new shells, where somebody signs for it: never
// chosen by itself, and never where it is too large by more than half the width of its range. Common practice.
func TestAHousingIsKeptOnItsClearance(t *testing.T) {
	limits := map[part.Kind]limit.Limits{
		part.RodJournal: {New: span("1.9990", "2.0000"), Clearance: &limit.Clearance{New: span("0.0010", "0.0030")}},
		part.RodHousing: {New: span("2.1250", "2.1260"), OutOfRoundMax: new(unit.Length)}}
	*limits[part.RodHousing].OutOfRoundMax = in("0.0010")
	kept := func(housing, bearing string) (set Set, o *Option) {
		for _, set = range resultOf(limits, round(part.RodJournal, 1, "1.9996"), round(part.RodBearing, 1, bearing),
			round(part.RodHousing, 1, housing)).Sets {
			if set.Set == part.RodHousings {
				break
			}
		}
		o = set.Option(Way{Action: Reuse, Method: Accept})
		require.NotNil(t, o)
		return set, o
	}
	codes := func(o *Option) (codes []string) {
		for _, r := range o.Reasons {
			codes = append(codes, r.Code+"."+r.Form)
		}
		return codes
	}
	set, o := kept("2.1264", "2.0016")
	assert.Equal(t, Resize, set.Action, "it is never chosen by itself")
	assert.True(t, o.Feasible)
	assert.Equal(t, []string{"accept.", "crush."}, codes(o))
	_, o = kept("2.1266", "2.0016")
	assert.False(t, o.Feasible)
	assert.Contains(t, codes(o), "accept.large")
	_, o = kept("2.1244", "2.0016")
	assert.True(t, o.Feasible, "a tight one as measured")
	assert.Equal(t, []string{"accept."}, codes(o))
	_, o = kept("2.1244", "2.0040")
	assert.False(t, o.Feasible, "its clearance is out")
}
