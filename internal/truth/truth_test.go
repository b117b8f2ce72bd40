package truth

import (
	"bytes"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/inspection"
	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// A sample of the table, with bounds wide enough for its size: 400 sets a row of the fixed seed.
func TestTruth(t *testing.T) {
	for _, row := range Rows() {
		if row.Plan == "1x2" || row.Plan == "2x2" || row.Plan == "2x4" || row.Plan == "3x4" || row.Who == "loose" {
			continue
		}
		got := row.Count(400, 1)
		passed, machined := float64(got.Passed)/float64(got.Bad), float64(got.Machined)/float64(got.Good)
		at := []any{"%s %s %s %s", row.Kind, row.Plan, row.Who, row.Rule}
		assert.Zero(t, got.Open, at...)
		assert.Zero(t, got.Black, at...)
		assert.Equal(t, 200, got.Good, at...)
		if row.Once { // what reading again is for
			assert.Greater(t, machined, 0.15, at...)
			continue
		}
		most := 0.06
		if row.Kind == part.MainHousing {
			most = 0.16
		}
		assert.Less(t, passed, 0.08, at...)
		assert.Less(t, machined, most, at...)
		if row.Kind == part.MainJournal && row.Rule == limit.Plain && !row.Quick {
			assert.Less(t, float64(got.Extra)/400, 9.0, at...)
		}
	}
}

// A quick look first takes a quarter of the readings less at least, and passes hardly more.
func TestAQuickLookTakesLess(t *testing.T) {
	whole := Case{Kind: part.MainJournal, Plan: "3x3", Gauge: unit.Tenth, Hand: ordinary, Rule: limit.Plain,
		Faults: []Fault{Taper, Barrel, Oval, Worn}}
	quick := whole
	quick.Quick = true
	all, few := whole.Count(600, 1), quick.Count(600, 1)
	readings := func(c Case, t Tally) float64 { return float64(c.readings()) + per(t.Extra, t) }
	assert.Less(t, readings(quick, few), 0.8*readings(whole, all))
	assert.Less(t, few.Passed, all.Passed+20, "of 300")
	assert.Zero(t, few.Black)
	assert.Zero(t, few.Open)
}

// Cylinders and housings have their plans played, too, by the limits that they have.
func TestPowerOfBores(t *testing.T) {
	bores := limitsOf(part.MainHousing)
	bores.TaperMax = nil
	in := &inspection.Inspection{Unit: unit.In, Limits: map[part.Kind]limit.Limits{
		part.Cylinder: limitsOf(part.Cylinder), part.MainHousing: bores}}
	gauge := instrument.Gauge{Kind: instrument.BoreGauge, Division: unit.Tenth}
	of := map[string]Power{}
	for _, kind := range []part.Kind{part.Cylinder, part.MainHousing} {
		for _, power := range PowerOf(in, kind, gauge) {
			of[string(power.Kind)+" "+power.Plan+map[bool]string{true: " quick"}[power.Quick]] = power
		}
	}
	assert.Less(t, of["cylinder 3x2"].Passes, 8)
	assert.Greater(t, of["cylinder 1x2"].Passes, of["cylinder 3x2"].Passes+10, "taper is not seen at one station")
	assert.Less(t, of["cylinder 3x2 quick"].Readings, 7)
	assert.Less(t, of["main_housing 2x3"].Passes, 10)
}

// A plan that cannot see a barrel passes it; one that can does not.
func TestThePlanSeesWhatItSees(t *testing.T) {
	two := Case{Kind: part.MainJournal, Plan: "2x4", Gauge: good * 2, Hand: good, Faults: []Fault{Barrel}}
	three := two
	three.Plan = "3x3"
	assert.Greater(t, two.Count(60, 1).ByFault[Barrel][1], 25)
	assert.Less(t, three.Count(60, 1).ByFault[Barrel][1], 3)
}

// The page names its seed and has a line for each row; the same seed writes the same page.
func TestThePageIsTheSameAgain(t *testing.T) {
	var first, again, drawing bytes.Buffer
	require.NoError(t, Page(&first, &drawing, 8, 3))
	require.NoError(t, Page(&again, &bytes.Buffer{}, 8, 3))
	assert.Equal(t, first.String(), again.String())
	assert.Contains(t, first.String(), "**8 sets a row, seed 3**")
	assert.NotContains(t, first.String(), "%!", "every figure has its place")
	assert.Contains(t, drawing.String(), "3 × 3")
}

// What is said beside a plan agrees with the table, within what so few sets can tell.
func TestPowerAgreesWithTheTable(t *testing.T) {
	in := &inspection.Inspection{Unit: unit.In,
		Limits: map[part.Kind]limit.Limits{part.MainJournal: limitsOf(part.MainJournal)}}
	gauge := instrument.Gauge{Kind: instrument.Micrometer, Division: unit.Tenth}
	powers := PowerOf(in, part.MainJournal, gauge)
	require.Len(t, powers, 9)
	for _, power := range powers {
		of := Case{Kind: part.MainJournal, Plan: power.Plan, Gauge: unit.Tenth, Hand: good, Rule: limit.Plain,
			Faults: []Fault{Taper, Barrel, Oval, Worn}, Quick: power.Quick}
		all := of.Count(1200, 2)
		assert.InDelta(t, 100*float64(all.Passed)/float64(all.Bad), power.Passes, 10, power.Plan)
	}
	assert.Empty(t, PowerOf(&inspection.Inspection{Unit: unit.MM}, part.MainJournal, gauge), "nothing to judge by")
}

// What goes wrong in shops: what Ledge sees of it stays seen, with bounds wide enough for 400 sets of the fixed seed.
func TestTroubles(t *testing.T) {
	rows := map[string]Tally{}
	for _, row := range Troubled() {
		rows[row.Plan+" "+row.Name] = row.Count(400, 1)
	}
	passed := func(name string) float64 {
		got, known := rows[name]
		require.True(t, known, name)
		return 100 * float64(got.Passed+got.Missed) / float64(got.Bad+got.Hidden)
	}
	machined := func(name string) float64 { return 100 * float64(rows[name].Machined) / float64(rows[name].Good) }
	assert.Less(t, passed("3x2 ovals within 8° of the thrust side"), 4.0)
	assert.Less(t, machined("3x2 ovals within 8° of the thrust side"), 1.5)
	assert.Less(t, passed("3x3 ovals at any angle"), 5.0)
	assert.Less(t, machined("3x3 ovals at any angle"), 1.5)
	assert.Less(t, passed("3x3 stations a tenth inside the ends, told"),
		passed("3x3 stations a tenth inside the ends, not told")/2)
	assert.Less(t, machined("2x3 a block 10 °C warmer than the gauge, told"), 15.0)
	assert.Less(t, passed("3x3 two bad parts"), 2.0)
	finer := "3x3 good shafts at 80 to 95 % of their runout, an indicator of 0.0001 in"
	assert.Less(t, passed(finer), 2.0)
	assert.Less(t, machined(finer), 2.5)
}
