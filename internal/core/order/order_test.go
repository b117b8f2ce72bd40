package order_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/core/engine"
	"ledge/internal/core/inspection"
	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/core/schedule"
	"ledge/internal/core/unit"
	"ledge/internal/exchange"
	"ledge/internal/words"
)

func in(text string) unit.Length { return unit.MustParse(text, unit.In) }

func grid(kind string, number int, size, more string) string {
	row := "[" + strings.TrimSuffix(strings.Repeat(size+", ", 4), ", ") + "]"
	return fmt.Sprintf(`{"kind": %q, "number": %d, %s "stations": ["A", "B"], "directions": [0, 45, 90, 135], "readings": [%s, %s]}`, kind, number, more, row, row)
}

func read(t *testing.T, limits string, features ...string) *inspection.Inspection {
	t.Helper()
	read, err := exchange.Read(strings.NewReader(`{"format": "ledge.inspection/1", "unit": "in", "limits": {` + limits + `}, "features": [` + strings.Join(features, ",") + `]}`))
	require.NoError(t, err)
	return read
}

// worded are sheets with their words.
func worded(in *inspection.Inspection, result disposition.Result, decided []order.Decided, n schedule.Counts,
	pistons map[int]unit.Length) []order.Sheet {
	sheets := order.Sheets(in, result, decided, n, pistons)
	for i := range sheets {
		words.In(in.Unit).Sheet(&sheets[i])
	}
	return sheets
}

// verified are proofs with their words.
func verified(in *inspection.Inspection, result disposition.Result, s order.Sheet) []order.Proof {
	proofs := order.Verify(in, result, s)
	words.In(in.Unit).Proofs(proofs)
	return proofs
}

// problems are what is wrong with a proof, in words.
func problems(p order.Proof) (texts []string) {
	for _, r := range p.Problems {
		texts = append(texts, r.Text)
	}
	return texts
}

// signed takes what is advised for every set.
func signed(result disposition.Result) (list []order.Decided) {
	for _, s := range result.Sets {
		for _, o := range s.Options {
			if o.Way == s.Way {
				list = append(list, order.Decided{Set: s, Option: o, By: "Ida"})
				break
			}
		}
	}
	return list
}

const mains = `"main_journal": {"new": {"min": 2.4985, "max": 2.4995}, "wear_max": 0.001, "taper_max": 0.0005, "out_of_round_max": 0.0005, "undersizes": [0.010, 0.020],
	"clearance": {"new": {"min": 0.001, "max": 0.003}, "target": {"min": 0.0015, "max": 0.0025}}}`

// A journal's finished size is its measured bearing bore, with the shells of the step, less the
// target clearance; one range serves the whole set, and every clearance in it lies in the window.
// Common practice.
func TestGrindSheet(t *testing.T) {
	inspected := read(t, mains, grid("main_journal", 1, "2.4960", ""), grid("main_journal", 2, "2.4975", ""),
		grid("main_bearing", 1, "2.4910", `"fitted": {"step": 0.010, "shell": 0},`),
		grid("main_bearing", 2, "2.4912", `"fitted": {"step": 0.010, "shell": 0},`))
	result := disposition.Evaluate(inspected)
	sheets := worded(inspected, result, signed(result), schedule.Counts{Mains: 2}, nil)
	require.Equal(t, order.Grind, sheets[0].Name)
	lines := sheets[0].Lines
	require.Len(t, lines, 2)
	assert.Equal(t, *lines[0].Min, *lines[1].Min, "one size for the set")
	assert.Equal(t, *lines[0].Max, *lines[1].Max, "one size for the set")
	for i, bore := range []unit.Length{in("2.4910"), in("2.4912")} {
		assert.GreaterOrEqual(t, bore-*lines[i].Max, in("0.001"), "the tightest clearance is in its window")
		assert.LessOrEqual(t, bore-*lines[i].Min, in("0.003"), "the widest clearance is in its window")
	}
	middle := (*lines[0].Min + *lines[0].Max) / 2
	assert.InDelta(t, float64(in("2.4911")-in("0.0020")), float64(middle), float64(in("0.0001")),
		"it aims at the middle of the target")
	assert.Equal(t, "its own bearing of this step is 2.4910 in: 0.0019 in clearance at 2.4891 in", lines[0].Note)
	assert.True(t, strings.Contains(strings.Join(sheets[0].Notes, " "), "fillet"))
	alone := read(t, mains, grid("main_journal", 1, "2.4960", ""), grid("main_journal", 2, "2.4975", ""))
	result = disposition.Evaluate(alone)
	sheets = worded(alone, result, signed(result), schedule.Counts{Mains: 2}, nil)
	assert.Contains(t, sheets[0].Lines[1].Note, "its bearing of this step is not measured")
	last := sheets[len(sheets)-1]
	require.Equal(t, order.Parts, last.Name)
	assert.Equal(t, "0.010 in under", last.Lines[0].What)
}

// A cylinder is finished to its own piston plus the target clearance, rough less the stock for
// honing. Common practice.
func TestBoreSheetFollowsEachPiston(t *testing.T) {
	const limits = `"cylinder": {"new": {"min": 3.5000, "max": 3.5010}, "wear_max": 0.006, "oversizes": [0.020, 0.040],
		"clearance": {"new": {"min": 0.0015, "max": 0.0045}, "target": {"min": 0.002, "max": 0.004}}}`
	bore := func(number int, size string) string {
		row := "[" + size + ", " + size + "]"
		return fmt.Sprintf(`{"kind": "cylinder", "number": %d, "stations": ["A", "B", "C"], "directions": [0, 90], "readings": [%s, %s, %s]}`, number, row, row, row)
	}
	inspected := read(t, limits, bore(1, "3.510"), bore(2, "3.508"))
	result := disposition.Evaluate(inspected)
	pistons := map[int]unit.Length{1: in("3.5170"), 2: in("3.5174")}
	var sheet order.Sheet
	for _, s := range worded(inspected, result, signed(result), schedule.Counts{Cylinders: 2}, pistons) {
		if s.Name == order.Bore {
			sheet = s
		}
	}
	require.Len(t, sheet.Lines, 2)
	for i, l := range sheet.Lines {
		piston := pistons[i+1]
		assert.Equal(t, piston+in("0.003"), (*l.Min+*l.Max)/2, "%s: piston plus the middle of the target", l.Title)
		assert.Equal(t, (*l.Min+*l.Max)/2-inspected.Policy.HoneStock, *l.Rough,
			"%s: the stock for honing is left", l.Title)
	}
	without := worded(inspected, result, signed(result), schedule.Counts{Cylinders: 2}, nil)
	assert.Contains(t, strings.Join(without[0].Notes, " "), "Without a measured piston")
}

// What came back is held against its order: too small by a tenth is missed, a half-measured journal
// is open, a scored one is missed though its size is right.
func TestVerify(t *testing.T) {
	least, most := in("2.4885"), in("2.4890")
	sheet := order.Sheet{Name: order.Grind}
	for number := 1; number <= 4; number++ {
		sheet.Lines = append(sheet.Lines,
			order.Line{Key: fmt.Sprint(number),
				Feature: &disposition.Ref{Kind: part.MainJournal, Number: number}, State: "after_grind",
				Min: &least, Max: &most})
	}
	state := `"state": "after_grind",`
	half := strings.Replace(grid("main_journal", 3, "2.4887", state), "2.4887,", "null,", 1)
	inspected := read(t, mains, grid("main_journal", 1, "2.4960", ""),
		grid("main_journal", 1, "2.4887", state), grid("main_journal", 2, "2.4884", state), half,
		grid("main_journal", 4, "2.4887", state+`"look": "scored",`))
	proofs := verified(inspected, disposition.Evaluate(inspected), sheet)
	verdicts := map[string]order.ProofVerdict{}
	for _, p := range proofs {
		verdicts[p.Key] = p.Verdict
	}
	assert.EqualValues(t, map[string]order.ProofVerdict{"1": "within", "2": "missed", "3": "open", "4": "missed"}, verdicts)
	assert.EqualValues(t, order.ProofMissed, proofs[0].Verdict, "what missed stands first")
	assert.Equal(t, []string{"The smallest reading is 0.0001 in below the order."}, problems(proofs[0]))
	last := proofs[len(proofs)-1]
	assert.Equal(t, in("2.4960"), last.Found.Min, "as found stands beside it")
	assert.Equal(t, in("2.4887"), last.Back.Max)
}

func round(kind string, number int, sizes ...string) string {
	row := "[" + strings.Join(sizes, ", ") + "]"
	return fmt.Sprintf(`{"kind": %q, "number": %d, "stations": ["front", "rear"], "directions": [0, 60, 120], "readings": [%s, %s]}`, kind, number, row, row)
}

// advised makes the sheets of what Ledge advises, by name.
func advised(inspected *inspection.Inspection, n schedule.Counts) map[order.Name]order.Sheet {
	result := disposition.Evaluate(inspected)
	sheets := map[order.Name]order.Sheet{}
	for _, s := range worded(inspected, result, signed(result), n, nil) {
		sheets[s.Name] = s
	}
	return sheets
}

// A tunnel is line-honed back to its new range; the caps are cut by what the bores grew and the
// stock for honing. Common practice.
func TestTunnelSheet(t *testing.T) {
	const limits = `"main_housing": {"new": {"min": 2.6910, "max": 2.6920}, "out_of_round_max": 0.0010}`
	inspected := read(t, limits, round("main_housing", 1, "2.6935", "2.6915", "2.6915"),
		round("main_housing", 2, "2.6915", "2.6915", "2.6915"))
	sheet, made := advised(inspected, schedule.Counts{Mains: 2})[order.Tunnel]
	require.True(t, made)
	require.Len(t, sheet.Lines, 2, "a tunnel is honed through")
	for _, l := range sheet.Lines {
		assert.Equal(t, in("2.6910"), *l.Min)
		assert.Equal(t, in("2.6920"), *l.Max)
		assert.Equal(t, "after_line_hone", l.State)
	}
	assert.Nil(t, sheet.Lines[0].Across, "it grew upwards only: cutting the cap closes it")
	cut := in("0.0015") + inspected.Policy.LineHoneStock
	assert.Contains(t, strings.Join(sheet.Notes, " "), "Cut the caps by "+cut.Show(unit.In)+" in")
}

// A deck is skimmed by the deepest gap and must be flat again within its limit; a gasket is bought.
// Common practice.
func TestDeckSheet(t *testing.T) {
	inspected := read(t, `"deck": {"max": 0.002, "skim_max": 0.020}`,
		`{"kind": "deck", "number": 1, "lines": [{"line": "long", "gap": 0.004}, {"line": "cross", "gap": 0.001}]}`)
	sheets := advised(inspected, schedule.Counts{Cylinders: 4})
	require.Len(t, sheets[order.Deck].Lines, 1)
	line := sheets[order.Deck].Lines[0]
	assert.Contains(t, line.What, "Skim 0.0050 in off")
	assert.Equal(t, in("0.002"), *line.Most)
	require.Len(t, sheets[order.Parts].Lines, 1)
	assert.Equal(t, "GA", sheets[order.Parts].Lines[0].Code)
}

// Rods are brought to the lightest, from one gram on; what weighs within it is left alone. Common practice.
func TestBalanceSheet(t *testing.T) {
	weight := func(number int, big, small string) string {
		return fmt.Sprintf(`{"kind": "rod_weight", "number": %d, "big_end": %s, "small_end": %s}`, number, big, small)
	}
	inspected := read(t, mains, grid("main_journal", 1, "2.4960", ""), weight(1, "400", "150"),
		weight(2, "403.5", "150"), weight(3, "400.4", "150"))
	sheet, made := advised(inspected, schedule.Counts{Mains: 1, Cylinders: 3})[order.Balance]
	require.True(t, made)
	require.Len(t, sheet.Lines, 1)
	assert.Equal(t, "Rod 2, big end", sheet.Lines[0].Title)
	assert.Contains(t, sheet.Lines[0].What, "Take off 2.5", "to within a gram of the lightest")
	finer := read(t, mains, grid("main_journal", 1, "2.4960", ""), weight(1, "400", "150"),
		weight(2, "403.5", "150.5"), weight(3, "400.4", "150"))
	finer.Policy.BalanceWithin = 0
	assert.Len(t, advised(finer, schedule.Counts{Mains: 1, Cylinders: 3})[order.Balance].Lines, 3,
		"each end of its own")
}

// On shared pins the rods are paired first, along the pins; then the least comes off the heavier of a pair.
func TestPairsAreBalanced(t *testing.T) {
	weight := func(number int, big string) string {
		return fmt.Sprintf(`{"kind": "rod_weight", "number": %d, "big_end": %s, "small_end": 150}`, number, big)
	}
	inspected := read(t, mains, grid("main_journal", 1, "2.4960", ""), weight(1, "400"), weight(2, "404"),
		weight(3, "402"), weight(4, "409"))
	inspected.Engine = &engine.Layout{Arrangement: engine.V, Cylinders: 4, Throws: 2, Mains: 3,
		Pins: [][]int{{1, 4}, {2, 3}}}
	pairing := disposition.BuildOf(inspected, disposition.Evaluate(inspected)).Pairing
	assert.Equal(t, [][2]int{{0, 3}, {1, 2}}, pairing.AsNumbered)
	assert.Equal(t, [][2]int{{0, 3}, {1, 2}}, pairing.Best, "809 and 806: no other pairs lie nearer")
	assert.Equal(t, []unit.Mass{0, 0, 0, 2 * unit.Gram}, pairing.BigEnds, "to within a gram of the lighter pair")
}

// Polishing takes off no more than its stock, and says what not to do, once. Common practice.
func TestPolishSheet(t *testing.T) {
	wide := strings.Replace(mains, `"target": {"min": 0.0015, "max": 0.0025}`, `"max": 0.004`, 1)
	inspected := read(t, wide, grid("main_journal", 1, "2.4988", `"look": "marked",`),
		grid("main_journal", 2, "2.4990", `"look": "smooth",`))
	sheets := advised(inspected, schedule.Counts{Mains: 2})
	sheet := sheets[order.Grind]
	require.NotEmpty(t, sheet.Lines)
	for i, size := range []string{"2.4988", "2.4990"} {
		assert.Equal(t, in(size), *sheet.Lines[i].Max, "polishing takes nothing on")
		assert.Equal(t, in(size)-inspected.Policy.PolishStock, *sheet.Lines[i].Min)
		assert.Equal(t, "after_polish", sheet.Lines[i].State)
	}
	assert.Contains(t, strings.Join(sheet.Notes, " "), "under power", "the caution stands at the step")
	assert.Equal(t, 1, strings.Count(strings.Join(sheet.Notes, " "), "under power"), "once")
}

// What is bought stands once however many sets ask for it; its code tells the step.
func TestPartsAreBoughtOnce(t *testing.T) {
	const rods = `, "rod_journal": {"new": {"min": 1.9995, "max": 2.0005}, "wear_max": 0.001, "undersizes": [0.010, 0.020]}`
	inspected := read(t, mains+rods, grid("main_journal", 1, "2.4960", ""), grid("rod_journal", 1, "1.9870", ""))
	sheets := advised(inspected, schedule.Counts{Mains: 1, Throws: 1})
	require.Len(t, sheets[order.Grind].Lines, 2, "one shaft, one sheet")
	assert.Len(t, sheets[order.Grind].Sets, 2)
	codes := map[string]string{}
	for _, l := range sheets[order.Parts].Lines {
		codes[l.Code] = l.What
	}
	assert.Equal(t, map[string]string{"MS-010": "0.010 in under", "RS-020": "0.020 in under"}, codes)

	// A crankshaft that is beyond its last undersize is bought once, though mains and rods both ask for it.
	inspected = read(t, mains+rods, grid("main_journal", 1, "2.4560", ""), grid("rod_journal", 1, "1.9570", ""))
	crankshafts := 0
	for _, l := range advised(inspected, schedule.Counts{Mains: 1, Throws: 1})[order.Parts].Lines {
		if strings.HasPrefix(l.Code, "CR") {
			crankshafts += l.Count
		}
	}
	assert.Equal(t, 1, crankshafts)
}

// The gap of what is no size, a flatness, is proved against its most; a checked form misses though
// the size is right.
func TestVerifyFormAndFlatness(t *testing.T) {
	least, most, flat := in("2.4885"), in("2.4890"), in("0.002")
	journal := order.Sheet{Lines: []order.Line{{Key: "1",
		Feature: &disposition.Ref{Kind: part.MainJournal, Number: 1}, State: "after_grind", Min: &least, Max: &most}}}
	oval := strings.Replace(grid("main_journal", 1, "2.4885", `"state": "after_grind",`),
		"[2.4885, 2.4885, 2.4885, 2.4885]", "[2.4890, 2.4887, 2.4885, 2.4887]", 2)
	strict := strings.Replace(mains, `"out_of_round_max": 0.0005`, `"out_of_round_max": 0.0003`, 1)
	inspected := read(t, strict, oval)
	proof := verified(inspected, disposition.Evaluate(inspected), journal)[0]
	assert.EqualValues(t, "missed", proof.Verdict)
	assert.Contains(t, strings.Join(problems(proof), " "), "Out-of-round 0.0005 in is above the limit of 0.0003 in.")

	deck := order.Sheet{Lines: []order.Line{{Key: "1", Feature: &disposition.Ref{Kind: part.Deck, Number: 1},
		State: "after_skim", Most: &flat}}}
	for gap, want := range map[string]string{"0.002": "within", "0.0021": "missed"} {
		inspected := read(t, `"deck": {"max": 0.002}`,
			`{"kind": "deck", "number": 1, "lines": [{"line": "long", "gap": 0.004}]}`,
			`{"kind": "deck", "number": 1, "state": "after_skim", "lines": [{"line": "long", "gap": `+gap+`}]}`)
		proof := verified(inspected, disposition.Evaluate(inspected), deck)[0]
		assert.EqualValues(t, want, proof.Verdict, gap)
		assert.Equal(t, in("0.004"), proof.Found.Max)
	}
}

// Both banks are spoken of where there are two.
func TestADeckSheetSpeaksOfTheBanksThereAre(t *testing.T) {
	for arrangement, banks := range map[string]bool{"inline": false, "v": true} {
		inspected, err := exchange.Read(strings.NewReader(`{"format": "ledge.inspection/1", "unit": "in", "engine": {"arrangement": "` + arrangement + `", "cylinders": 2},
			"limits": {"deck": {"max": 0.002, "skim_max": 0.020}}, "features": [{"kind": "deck", "number": 1, "lines": [{"line": "long", "gap": 0.004}]}]}`))
		require.NoError(t, err)
		notes := strings.Join(advised(inspected, schedule.Counts{Cylinders: 2})[order.Deck].Notes, " ")
		assert.Equal(t, banks, strings.Contains(notes, "banks"), "%s: %s", arrangement, notes)
	}
}
