package order_test

import (
	"encoding/json"
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/core/schedule"
	"ledge/internal/core/unit"
	"ledge/internal/exchange"
)

func document(t *testing.T, policy, limits string, features ...string) *inspection.Inspection {
	t.Helper()
	read, err := exchange.Read(strings.NewReader(`{"format": "ledge.inspection/1", "unit": "in", "policy": {` + policy + `}, "limits": {` + limits + `}, "features": [` + strings.Join(features, ",") + `]}`))
	require.NoError(t, err)
	return read
}

// sheetsFor makes the sheets of one way of one set.
func sheetsFor(t *testing.T, inspected *inspection.Inspection, set part.Set, way disposition.Way,
	n schedule.Counts) map[order.Name]order.Sheet {
	t.Helper()
	result := disposition.Evaluate(inspected)
	for _, s := range result.Sets {
		if s.Set != set {
			continue
		}
		option := s.Option(way)
		require.NotNil(t, option, "%s: no such way: %+v", set, way)
		sheets := map[order.Name]order.Sheet{}
		for _, sheet := range worded(inspected, result, []order.Decided{{Set: s, Option: *option, By: "Ida"}},
			n, nil) {
			sheets[sheet.Name] = sheet
		}
		return sheets
	}
	t.Fatalf("no set %s", set)
	return nil
}

const shelled = `"main_journal": {"new": {"min": 2.4985, "max": 2.4995}, "clearance": {"new": {"min": 0.0010, "max": 0.0020}}, "shells": [-0.001, 0.001]}`

// The signed way is the ordered way: one half each of two sizes are two lines, and no code rounds a
// size away. Common practice.
func TestMixedShellsAreOrderedAsSigned(t *testing.T) {
	loose := func(n int, bearing string) []string {
		return []string{grid("main_journal", n, "2.4985", ""),
			grid("main_bearing", n, bearing, `"fitted": {"step": 0, "shell": 0},`)}
	}
	features := append(loose(1, "2.5006"), loose(2, "2.5007")...) // 0.0021 and 0.0022 of 0.0020, aimed at 0.0015
	halves := document(t, `"mixed_halves": true, "confirm": false`, shelled, features...)
	s := disposition.Evaluate(halves).Sets[0]
	assert.Equal(t, disposition.Way{Action: disposition.Reuse, Shell: -in("0.0005"),
		Method: disposition.MixedHalf}, s.Way, "the set's choice keeps its method")
	lines := sheetsFor(t, halves, s.Set, s.Way, schedule.Counts{Mains: 2})[order.Parts].Lines
	require.Len(t, lines, 2)
	assert.Equal(t, []string{"SS-STD-M0001", "SS-STD"}, []string{lines[0].Code, lines[1].Code})
	assert.Equal(t, []int{2, 2}, []int{lines[0].Count, lines[1].Count}, "a half of each for both mains")

	each := document(t, `"mixed_shells": true, "confirm": false`, shelled,
		append(loose(1, "2.5000"), loose(2, "2.5009")...)...)
	s = disposition.Evaluate(each).Sets[0]
	require.Equal(t, disposition.MixedShell, s.Method)
	lines = sheetsFor(t, each, s.Set, s.Way, schedule.Counts{Mains: 2})[order.Parts].Lines
	require.Len(t, lines, 2, "plain standard shells for both would leave main 2 at 0.0024")
	assert.Equal(t, -in("0.001"), *lines[0].Shell)
	assert.Equal(t, []int{2}, lines[0].For)
	assert.Equal(t, []int{1}, lines[1].For)
}

func bores(n int, size, skirt string) []string {
	return []string{
		fmt.Sprintf(`{"kind": "cylinder", "number": %d, "stations": ["top", "middle", "bottom"], "directions": [0, 90], "readings": [[%s, %s], [%s, %s], [%s, %s]]}`, n, size, size, size, size, size, size),
		fmt.Sprintf(`{"kind": "piston", "number": %d, "stations": ["skirt"], "directions": [90], "readings": [[%s]]}`, n, skirt),
	}
}

const cylinders = `"cylinder": {"new": {"min": 3.7190, "max": 3.7200}, "wear_max": 0.0080, "oversizes": [0.020], "clearance": {"new": {"min": 0.0020, "max": 0.0030}, "max": 0.0050}}`

// A hone is ordered from and to: not past what its piston can have, not short of what it needs;
// what comes back is judged by the clearance. Common practice.
func TestHoneHasAWindow(t *testing.T) {
	inspected := document(t, "", cylinders, bores(1, "3.7195", "3.7172")...)
	s := disposition.Evaluate(inspected).Sets[0]
	require.Equal(t, disposition.Hone, s.Action)
	line := sheetsFor(t, inspected, s.Set, s.Way, schedule.Counts{Cylinders: 1})[order.Bore].Lines[0]
	assert.Equal(t, in("3.7195"), *line.Min, "true all round")
	assert.Equal(t, in("3.7202"), *line.Max, "3.7172 and the most new clearance, not 3.7195 and a hone's stock")

	for back, want := range map[string]string{"3.7198": "within", "3.7225": "missed", "3.7190": "missed"} {
		after := document(t, "", cylinders, append(bores(1, "3.7195", "3.7172"),
			strings.Replace(bores(1, back, "0")[0], `"number": 1,`, `"number": 1, "state": "after_hone",`, 1))...)
		found := disposition.Evaluate(after)
		proofs := verified(after, found, order.Sheet{Lines: []order.Line{line}})
		assert.EqualValues(t, want, proofs[0].Verdict, "honed to %s: %v", back, problems(proofs[0]))
	}
	// A size within the order does not prove a bore whose piston, measured anew, leaves too little.
	swollen := document(t, "", cylinders, append(bores(1, "3.7195", "3.7185"),
		strings.Replace(bores(1, "3.7198", "0")[0], `"number": 1,`, `"number": 1, "state": "after_hone",`, 1))...)
	judged := disposition.Evaluate(swollen)
	assert.EqualValues(t, "missed", verified(swollen, judged, order.Sheet{Lines: []order.Line{line}})[0].Verdict)

	tight := document(t, "", cylinders, bores(1, "3.7200", "3.7205")...)
	hone := disposition.Evaluate(tight).Sets[0].Option(disposition.Way{Action: disposition.Hone})
	assert.False(t, hone.Feasible, "a piston larger than its bore is no hone")
	grown := document(t, "", cylinders, bores(1, "3.7195", "3.7190")...)
	opens := disposition.Evaluate(grown).Sets[0]
	require.Equal(t, disposition.Hone, opens.Action, "a tight bore is opened")
	line = sheetsFor(t, grown, opens.Set, opens.Way, schedule.Counts{Cylinders: 1})[order.Bore].Lines[0]
	assert.Equal(t, in("3.7210"), *line.Min, "to the least clearance at least")
}

// Pistons that bring rings and pins leave neither on the list; a camshaft is neither a crankshaft
// nor in rod shells. Common practice.
func TestPartsOnce(t *testing.T) {
	works := []schedule.Work{
		schedule.WorkOf(part.Cylinders, disposition.Option{Way: disposition.Way{Action: disposition.Hone}},
			schedule.Counts{Cylinders: 4, RingsRenewed: true}),
		schedule.WorkOf(part.PistonSet, disposition.Option{Way: disposition.Way{Action: disposition.Replace}},
			schedule.Counts{Cylinders: 4}),
		schedule.WorkOf(part.Pins, disposition.Option{Way: disposition.Way{Action: disposition.Replace}},
			schedule.Counts{Cylinders: 4}),
	}
	var bought []schedule.Part
	for _, w := range schedule.Merged(works) {
		for _, p := range w.Parts {
			bought = append(bought, p.What)
		}
	}
	assert.Equal(t, []schedule.Part{schedule.Pistons}, bought)
	card := schedule.Card{Parts: map[schedule.Part]schedule.PartRate{schedule.Pistons: {Each: 10},
		schedule.Rings: {Each: 1000}, schedule.Pins: {Each: 1000}}}
	assert.Equal(t, schedule.Money(40), schedule.Total(card, works))

	cam := schedule.Counts{Throws: 4, CamJournals: 5}
	another := schedule.WorkOf(part.CamJournals,
		disposition.Option{Way: disposition.Way{Action: disposition.Replace}}, cam)
	assert.Equal(t, schedule.Camshaft, another.Parts[0].What)
	ground := schedule.WorkOf(part.CamJournals,
		disposition.Option{Way: disposition.Way{Action: disposition.Grind, Step: in("0.010")}}, cam)
	assert.Equal(t, schedule.Piece[schedule.Part]{What: schedule.CamBushes, Count: 5}, ground.Parts[0])
	assert.Equal(t, schedule.Piece[schedule.Operation]{What: schedule.GrindCam, Count: 5}, ground.Operations[0])
}

// An order stands however it is worded; a fact that changes makes it another.
func TestSheetsAreComparedByFacts(t *testing.T) {
	inspected := document(t, "", cylinders, bores(1, "3.7195", "3.7172")...)
	s := disposition.Evaluate(inspected).Sets[0]
	sheet := sheetsFor(t, inspected, s.Set, s.Way, schedule.Counts{Cylinders: 1})[order.Bore]
	text, err := json.Marshal(sheet)
	require.NoError(t, err)
	var reworded order.Sheet
	require.NoError(t, json.Unmarshal([]byte(strings.NewReplacer("Hone to", "Please hone to", "Deck plate",
		"Torque plate", "aim at", "try for", "Cylinder 1", "Bore 1").Replace(string(text))), &reworded))
	require.NotEqual(t, sheet.Lines[0].What, reworded.Lines[0].What)
	assert.True(t, sheet.Same(reworded))
	larger := *reworded.Lines[0].Max + unit.Tenth
	reworded.Lines[0].Max = &larger
	assert.False(t, sheet.Same(reworded))
}

// A tunnel that is read in two directions only and came back as it was ordered is proved, also
// across its parting line, where cutting the caps cannot close it. Common practice.
func TestTunnelReadInTwoDirectionsIsProved(t *testing.T) {
	const limits = `"main_housing": {"new": {"min": 2.6910, "max": 2.6920}, "out_of_round_max": 0.0010}`
	two := func(state, up, across string) string {
		return fmt.Sprintf(`{"kind": "main_housing", "number": 1, "state": %q, "stations": ["front", "rear"], "directions": [0, 90], "readings": [[%s, %s], [%s, %s]]}`, state, up, across, up, across)
	}
	found := two("as_found", "2.6938", "2.6925")
	inspected := document(t, "", limits, found)
	s := disposition.Evaluate(inspected).Sets[0]
	require.Equal(t, disposition.LineHone, s.Action)
	sheet := sheetsFor(t, inspected, s.Set, s.Way, schedule.Counts{Mains: 1})[order.Tunnel]
	line := sheet.Lines[0]
	require.NotNil(t, line.Across)
	line.Note = "" // the fact decides, not its words
	for back, want := range map[[2]string]string{{"2.6918", "2.6925"}: "within",
		{"2.6925", "2.6925"}: "missed", {"2.6919", "2.6931"}: "missed"} {
		after := document(t, "", limits, found, two("after_line_hone", back[0], back[1]))
		judged := disposition.Evaluate(after)
		proof := verified(after, judged, order.Sheet{Lines: []order.Line{line}})[0]
		assert.EqualValues(t, want, proof.Verdict, "%v: %v", back, problems(proof))
	}
}

// A tunnel that was signed to stay voids no fit; a signed bore leaves nothing to match or to file,
// and a signed hone is what rings are filed for. Common practice.
func TestAnOverruleReachesWhatHangsOnIt(t *testing.T) {
	const limits = shelled + `, "main_housing": {"new": {"min": 2.6910, "max": 2.6920}, "out_of_round_max": 0.0005}`
	inspected := document(t, "", limits, grid("main_journal", 1, "2.4990", ""),
		grid("main_bearing", 1, "2.5004", `"fitted": {"step": 0, "shell": 0},`),
		round("main_housing", 1, "2.6926", "2.6915", "2.6915"))
	fit := func() disposition.Fit { return disposition.Evaluate(inspected).Fits[0] }
	require.Equal(t, disposition.BasisMeasured, fit().Basis)
	assert.True(t, fit().Void, "it will be honed")
	inspected.Decisions = []inspection.Decision{{Set: "main_housings", Action: "reuse"}}
	assert.False(t, fit().Void, "signed: it stays")

	rings := `{"kind": "ring_gap", "number": 1, "readings": [0.0100]}`
	engine := document(t, "", cylinders+`, "ring_gap": {"new": {"min": 0.0110, "max": 0.0150}}`,
		append(append(bores(1, "3.7195", "3.7172"), bores(2, "3.7195", "3.7173")...), rings)...)
	build := func(decisions ...inspection.Decision) disposition.Build {
		engine.Decisions = decisions
		return disposition.BuildOf(engine, disposition.Evaluate(engine))
	}
	asFound := build(inspection.Decision{Set: "cylinders", Action: "replace"})
	require.Len(t, asFound.Matchings, 1)
	require.Len(t, asFound.Rings, 1)
	bored := build(inspection.Decision{Set: "cylinders", Action: "bore", Step: in("0.020")})
	assert.Empty(t, bored.Matchings, "new pistons are not matched with bores before boring")
	assert.Empty(t, bored.Rings, "old rings are not filed for bores that will grow")
	honed := build(inspection.Decision{Set: "cylinders", Action: "hone"})
	assert.Equal(t, in("3.7197")-in("3.7172"), honed.Matchings[0].Clearances[0][0],
		"3.7172 and the middle of the new clearance")
	assert.Less(t, honed.Rings[0].File, asFound.Rings[0].File, "the bore grows, so its rings gap wider")
}

// What is bought says its size in words and in its code, and each sort of part has a code of its
// own. Common practice.
func TestPartsAreNamedByWhatTheyAre(t *testing.T) {
	// 0.0024 of 0.0020
	loose := []string{grid("main_journal", 1, "2.4985", ""),
		grid("main_bearing", 1, "2.5009", `"fitted": {"step": 0, "shell": 0},`)}
	// 0.0006 of 0.0010
	tight := []string{grid("main_journal", 1, "2.4990", ""),
		grid("main_bearing", 1, "2.4996", `"fitted": {"step": 0, "shell": 0},`)}
	for _, tt := range []struct {
		features []string
		shell    string
		what     string
		code     string
	}{{loose, "-0.001", "standard size, 0.0010 in less clearance", "SS-STD-M0001"},
		{tight, "0.001", "standard size, 0.0010 in more clearance", "SS-STD-P0001"}} {
		inspected := document(t, "", shelled, tt.features...)
		s := disposition.Evaluate(inspected).Sets[0]
		assert.Equal(t, in(tt.shell), s.Shell)
		lines := sheetsFor(t, inspected, s.Set, s.Way, schedule.Counts{Mains: 1})[order.Parts].Lines
		require.Len(t, lines, 1)
		assert.Equal(t, tt.what, lines[0].What)
		assert.Equal(t, tt.code, lines[0].Code)
	}
	seen := map[string]schedule.Part{}
	for _, p := range schedule.Parts.All() {
		prefix := p.Goods().Prefix
		assert.Len(t, prefix, 2, p)
		assert.Empty(t, seen[prefix], "%s has the code of %s", p, seen[prefix])
		seen[prefix] = p
	}
	for p, prefix := range map[schedule.Part]string{schedule.MainShells: "MS", schedule.RodShells: "RS",
		schedule.Pistons: "PI", schedule.Rings: "RG", schedule.ThrustParts: "TH", schedule.Pins: "PN"} {
		assert.Equal(t, prefix, p.Goods().Prefix)
	}
}

// A grinding range never reaches above the size at which the journal cleans up, however wide new
// parts may be. Common practice.
func TestAGrindingRangeEndsWhereItCleansUp(t *testing.T) {
	limits := `"main_journal": {"new": {"min": 2.4980, "max": 2.5000}, "undersizes": [0.010], "wear_max": 0.003}`
	// cleans up at 2.4891
	inspected := document(t, "", limits,
		strings.Replace(grid("main_journal", 1, "2.4990", ""), "2.4990", "2.4901", 1))
	s := disposition.Evaluate(inspected).Sets[0]
	require.Equal(t, disposition.Grind, s.Action)
	lines := sheetsFor(t, inspected, s.Set, s.Way, schedule.Counts{Mains: 1})[order.Grind].Lines
	assert.Equal(t, in("2.4880"), *lines[0].Min, "0.001 below the middle")
	assert.Equal(t, in("2.4891"), *lines[0].Max, "and not 2.4900, which would not clean up")
}

// The ends of an ordered range lie where a gauge can read them, rounded inwards: never wider than
// what was worked out.
func TestOrderedEndsCanBeRead(t *testing.T) {
	limits := `"main_journal": {"new": {"min": 2.49803, "max": 2.49998}, "undersizes": [0.010], "wear_max": 0.003}`
	inspected := document(t, "", limits,
		strings.Replace(grid("main_journal", 1, "2.4985", ""), "2.4985", "2.4940", 1))
	s := disposition.Evaluate(inspected).Sets[0]
	require.Equal(t, disposition.Grind, s.Action)
	l := sheetsFor(t, inspected, s.Set, s.Way, schedule.Counts{Mains: 1})[order.Grind].Lines[0]
	assert.Equal(t, []unit.Length{in("2.4881"), in("2.4899")}, []unit.Length{*l.Min, *l.Max},
		"2.48803 to 2.48998, inwards")
}

// What missed its order is told by how much, against either end.
func TestAMissIsTold(t *testing.T) {
	limits := `"main_journal": {"new": {"min": 2.4980, "max": 2.5000}, "undersizes": [0.010], "wear_max": 0.003}`
	worn := strings.Replace(grid("main_journal", 1, "2.4985", ""), "2.4985", "2.4940", 1)
	before := document(t, "", limits, worn)
	s := disposition.Evaluate(before).Sets[0]
	sheet := sheetsFor(t, before, s.Set, s.Way, schedule.Counts{Mains: 1})[order.Grind]
	proof := func(size string) order.Proof {
		after := document(t, "", limits, worn, grid("main_journal", 1, size, `"state": "after_grind",`))
		return verified(after, disposition.Evaluate(after), sheet)[0]
	}
	assert.EqualValues(t, order.ProofWithin, proof("2.4885").Verdict)
	low, high := proof("2.4875"), proof("2.4904")
	assert.EqualValues(t, []order.ProofVerdict{order.ProofMissed, order.ProofMissed},
		[]order.ProofVerdict{low.Verdict, high.Verdict})
	assert.Equal(t, []string{"The smallest reading is 0.0005 in below the order."}, problems(low),
		"2.4880 to 2.4900 was ordered")
	assert.Contains(t, problems(high), "The largest reading is 0.0004 in above the order.")
	assert.Equal(t, in("2.4940"), low.Found.Min, "what was found before")
}
