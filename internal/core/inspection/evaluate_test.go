package inspection

import (
	"context"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/engine"
	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

func in(text string) unit.Length { return unit.MustParse(text, unit.In) }

func grid(kind part.Kind, rows ...[]string) Feature {
	f := Feature{Kind: kind, Number: 1, State: part.AsFound, Look: Smooth,
		Grid: Grid{Directions: []unit.Angle{0, 90 * unit.Degree}}}
	for i, row := range rows {
		f.Stations = append(f.Stations, string(rune('A'+i)))
		cells := make([]Cell, len(row))
		for j, text := range row {
			if text != "" {
				cells[j].Sizes = []unit.Length{in(text)}
			}
		}
		f.Cells = append(f.Cells, cells)
	}
	return f
}

func evaluate(t *testing.T, one *Inspection) []Finding {
	t.Helper()
	one.Unit = unit.In
	if one.Policy.DecisionRule == "" {
		one.Policy = DefaultPolicy(unit.In)
	}
	findings, err := Evaluate(context.Background(), one)
	require.NoError(t, err)
	return findings
}

// The ledge is how much larger a cylinder is at the top of ring travel than above it: positive
// where rings have run. Common practice.
func TestALedgeIsWhatRingsLeft(t *testing.T) {
	unworn := in("3.7200")
	f := grid(part.Cylinder, []string{"3.7240", "3.7252"}, []string{"3.7210", "3.7210"})
	f.Unworn = &unworn
	found := evaluate(t, &Inspection{Features: []Feature{f}})[0]
	require.NotNil(t, found.Ledge)
	assert.Equal(t, in("0.0052"), *found.Ledge, "the largest across at the first station")
	f.Kind = part.MainJournal
	assert.Nil(t, evaluate(t, &Inspection{Features: []Feature{f}})[0].Ledge, "a journal has none")
}

// A part is complete with every place read and two places a way to compare; a reason is not
// missing. Format, fine print.
func TestWhatIsComplete(t *testing.T) {
	whole := grid(part.MainJournal, []string{"2.2480", "2.2480"}, []string{"2.2480", "2.2480"})
	assert.True(t, evaluate(t, &Inspection{Features: []Feature{whole}})[0].Complete)
	gap := grid(part.MainJournal, []string{"2.2480", "2.2480"}, []string{"2.2480", ""})
	found := evaluate(t, &Inspection{Features: []Feature{gap}})[0]
	assert.False(t, found.Complete)
	assert.Len(t, found.Missing, 1)
	gap.Cells[1][1].Reason = "oil hole"
	assert.True(t, evaluate(t, &Inspection{Features: []Feature{gap}})[0].Complete, "a reason is not missing")
	gap.Cells[1][1].Reason = "Damaged "
	assert.Equal(t, Scored, evaluate(t, &Inspection{Features: []Feature{gap}})[0].Look,
		"damage looks scored at least")
	single := grid(part.MainJournal, []string{"2.2480", ""}, []string{"", "2.2480"})
	for _, at := range [][2]int{{0, 1}, {1, 0}} {
		single.Cells[at[0]][at[1]].Reason = "no access"
	}
	assert.False(t, evaluate(t, &Inspection{Features: []Feature{single}})[0].Complete, "nothing can be compared")
}

// Each cell counts with the gauges of its own readings: the least certain cell judges, repeats make
// it surer, and a setup that none of the readings has does not count. JCGM 100:2008, 4.3.7.
func TestUncertaintyIsThatOfTheCells(t *testing.T) {
	fine, coarse := &Setup{Gauge: &instrument.Gauge{Kind: instrument.Micrometer, Division: unit.Tenth}},
		&Setup{Gauge: &instrument.Gauge{Kind: instrument.Caliper, Division: unit.Thou}}
	f := grid(part.MainJournal, []string{"2.2480", "2.2480"})
	with := func(first, second *Setup) float64 {
		f.Cells[0][0].Setups, f.Cells[0][1].Setups = []*Setup{first}, []*Setup{second}
		return evaluate(t, &Inspection{Features: []Feature{f}})[0].U
	}
	allFine, mixed := with(fine, fine), with(fine, coarse)
	assert.Equal(t, mixed, with(coarse, fine))
	assert.Equal(t, mixed, with(coarse, coarse), "the least certain judges")
	assert.Greater(t, mixed, 5*allFine)
	f.Gauge = coarse.Gauge
	assert.Equal(t, allFine, with(fine, fine), "a setup that no reading has")
	assert.Equal(t, mixed, with(fine, &Setup{}), "a reading without one counts with the feature's")
	f.Cells[0][0].Sizes, f.Cells[0][0].Setups = []unit.Length{in("2.2480"), in("2.2480")}, []*Setup{fine, coarse}
	f.Cells[0][1].Setups = []*Setup{fine}
	f.Gauge = nil
	twice := evaluate(t, &Inspection{Features: []Feature{f}})[0].U
	assert.Less(t, twice, mixed, "two readings are surer than one")
	assert.Greater(t, twice, allFine, "but for the coarse one among them")
}

// What an unread bearing should read: its journal and the clearance aimed at; a rod's with the pin
// that it runs on.
func TestABearingIsExpectedOnItsPin(t *testing.T) {
	layout := engine.Layout{Arrangement: engine.V, Cylinders: 4}.Complete()
	pin := grid(part.RodJournal, []string{"1.9990", "1.9990"})
	pin.Number = 2
	one := &Inspection{Unit: unit.In, Engine: &layout, Features: []Feature{pin},
		Limits: map[part.Kind]limit.Limits{part.RodJournal: {
			New:       &limit.Range{Min: in("2.0000"), Max: in("2.0000")},
			Clearance: &limit.Clearance{New: &limit.Range{Min: in("0.0010"), Max: in("0.0020")}}}}}
	for rod, want := range map[int]string{1: "2.0005", 3: "2.0005", 4: "2.0005"} {
		e, ok := one.Expect(part.RodBearing, rod, part.AsFound, nil)
		require.True(t, ok)
		if rod < 3 {
			want = "2.0005" // pin 1 is not read: its set's mean
		}
		assert.Equal(t, in(want), e.Size, "rod %d", rod)
		assert.False(t, e.Own)
	}
	assert.Equal(t, 2, one.JournalOf(part.RodBearing, 3))
	assert.Equal(t, 3, one.JournalOf(part.MainBearing, 3))
	assert.Equal(t, 3, one.JournalOf(part.SmallEnd, 3), "a small end runs on the piston pin of its own rod")
}

// A file may hold more lines than the sheet has: they are numbered on.
func TestMoreLinesThanTheSheetHas(t *testing.T) {
	gaps := Feature{Kind: part.RingGap, Number: 1,
		List: List{Readings: []unit.Length{in("0.010"), in("0.011"), in("0.012"), in("0.013"), in("0.014")}}}
	sheet := gaps.Sheet(engine.Layout{Arrangement: engine.Inline, Cylinders: 4}.Complete())
	assert.Equal(t, []string{"top", "second", "oil", "line 4", "line 5"}, sheet.Stations)
	back, ok := sheet.Listed()
	assert.True(t, ok)
	assert.Equal(t, gaps.List.Readings, back.List.Readings, "and come back as they were")
}

// A stamp is held against what came; of a journal that was ground since it tells nothing, but what was stamped anew
// does.
func TestAStampAsFoundSaysNothingOfTheWorkedState(t *testing.T) {
	told := func(asFound, ground string) (notes int) {
		was := grid(part.MainJournal, []string{"2.2485", "2.2485"})
		now := grid(part.MainJournal, []string{"2.2385", "2.2385"})
		now.State = "ground"
		for f, text := range map[*Feature]string{&was: asFound, &now: ground} {
			step := in(text)
			f.Stamp = &Stamp{Text: text, Step: &step}
		}
		for _, f := range evaluate(t, &Inspection{Unit: unit.In, Policy: DefaultPolicy(unit.In),
			Features: []Feature{was, now}, Limits: map[part.Kind]limit.Limits{part.MainJournal: {
				New:        &limit.Range{Min: in("2.2480"), Max: in("2.2490")},
				Undersizes: []unit.Length{in("0.010")}}}}) {
			for _, n := range f.Notes {
				if n.Code == "stamp" {
					notes++
				}
			}
		}
		return notes
	}
	assert.Equal(t, 0, told("0", "0"))
	assert.Equal(t, 0, told("0", "0.010"))
	assert.Equal(t, 1, told("0", "0.020"))
	assert.Equal(t, 2, told("0.010", "0.020"))
}

// What was ordered is expected of a part that comes back, not its size when new nor that of its fellows; its own
// readings say it better.
func TestAPartThatCameBackIsExpectedAsOrdered(t *testing.T) {
	ordered := &limit.Range{Min: in("2.2380"), Max: in("2.2390")}
	one := &Inspection{Unit: unit.In, Policy: DefaultPolicy(unit.In),
		Limits: map[part.Kind]limit.Limits{part.MainJournal: {New: &limit.Range{Min: in("2.2480"), Max: in("2.2490")}}}}
	e, _ := one.Expect(part.MainJournal, 1, "ground", ordered)
	assert.Equal(t, Expectation{Size: in("2.2385")}, e)
	fellow := grid(part.MainJournal, []string{"2.2382", "2.2382"})
	fellow.State, fellow.Number = "ground", 2
	one.Features = []Feature{fellow}
	e, _ = one.Expect(part.MainJournal, 1, "ground", ordered)
	assert.Equal(t, Expectation{Size: in("2.2385")}, e)
	e, _ = one.Expect(part.MainJournal, 2, "ground", ordered)
	assert.Equal(t, Expectation{Size: in("2.2382"), Own: true}, e)
	as := func(ordered *limit.Range) *bool {
		one.Features[0].Ordered = ordered
		findings, err := Evaluate(t.Context(), one)
		require.NoError(t, err)
		return findings[0].AsOrdered
	}
	assert.Nil(t, as(nil))
	assert.True(t, *as(ordered))
	assert.False(t, *as(&limit.Range{Min: in("2.2383"), Max: in("2.2390")}))
}
