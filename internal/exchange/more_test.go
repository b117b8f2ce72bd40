package exchange

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// option returns the first option of a set with the given action, step and method.
func option(t *testing.T, s disposition.Set, action disposition.Action, step unit.Length,
	method disposition.Method) disposition.Option {
	t.Helper()
	for _, o := range s.Options {
		if o.Action == action && o.Step == step && o.Method == method {
			return o
		}
	}
	require.Failf(t, "no such option", "%s %d %s among %+v", action, step, method, s.Options)
	return disposition.Option{}
}

func codes(notes []inspection.Note) string {
	var list []string
	for _, n := range notes {
		list = append(list, n.Code)
	}
	return strings.Join(list, " ")
}

// What a careful colleague would remark beside the numbers.
func TestNotes(t *testing.T) {
	gauge := `"look": "smooth", "gauge": {"kind": "micrometer", "division": %s}, `
	fine, coarse := fmt.Sprintf(gauge, "0.0001"), fmt.Sprintf(gauge, "0.0005")
	tests := []struct{ name, feature, want string }{
		{"nothing to say", even("main_journal", 1, fine, "1.8120"), ""},
		{"nobody looked", even("main_journal", 1, "", "1.8120"), "no_look"},
		{"a gauge too coarse for the limits of 0.001 and 0.002", even("main_journal", 1, coarse, "1.8120"),
			"coarse_gauge coarse_gauge coarse_gauge"},
		{"a stamp that disagrees", even("main_journal", 1, fine+`"stamp": "0.010",`, "1.8120"), "stamp"},
		{"a stamp that agrees", even("main_journal", 1, fine+`"stamp": "0.010",`, "1.8020"), ""},
		{"a stamp that is no size", even("main_journal", 1, fine+`"stamp": "STD",`, "1.8120"), ""},
		{"larger than new by more than the gauge's uncertainty", even("main_journal", 1, fine, "1.8129"),
			"better_than_new"},
		{"larger than any class", even("main_journal", 1, fine, "1.8133"), "no_class"},
		{"repeats more than two divisions apart",
			eight("main_journal", 1, fine,
				"[1.8120,1.8123] 1.8120 1.8120 1.8120 1.8120 1.8120 1.8120 1.8120"), "spread"},
	}
	for _, tt := range tests {
		_, result := evaluateText(t, document("", journalLimits, tt.feature))
		assert.Equal(t, tt.want, codes(result.Features[0].Notes), tt.name)
	}
	// Three directions 60° apart show 75 % of an oval along 0°: 0.0009 read, 0.0012 fitted, limit 0.0010.
	_, result := evaluateText(t, document("", journalLimits,
		`{"kind": "main_journal", "number": 1, "look": "smooth", "stations": ["A"], "directions": [0, 60, 120], "readings": [[1.8120, 1.8111, 1.8111]]}`))
	assert.Equal(t, limit.Within, result.Features[0].Check("out_of_round").Verdict)
	assert.Equal(t, limit.Beyond, result.Features[0].Check("oval").Verdict)
	assert.Equal(t, 12*unit.Tenth, result.Features[0].Pooled.Size)
}

func TestMixedSetsKeepTheirSoundMembers(t *testing.T) {
	in, result := evaluateText(t, document("", journalLimits, even("main_journal", 1, "", "1.8120"),
		even("main_journal", 2, "", "1.8016")))
	set := result.Sets[0]
	require.Equal(t, "main_journals: grind 0.01 0", decision(in, set))
	assert.True(t, set.Mixed)
	sizes := option(t, set, disposition.Grind, 10*unit.Thou, "").Sizes
	assert.False(t, sizes[0].Kept)
	assert.True(t, sizes[1].Kept, "main 2 is at 0.010 already and sound")
	in, result = evaluateText(t, document("", journalLimits, even("main_journal", 1, "", "1.8120"),
		even("main_journal", 2, `"look": "scored",`, "1.8016")))
	assert.Equal(t, "main_journals: grind 0.02 0", decision(in, result.Sets[0]),
		"a scored one must be ground, which 0.010 does not clean")
}

func TestEachJournalMayTakeItsOwnShell(t *testing.T) {
	features := []string{even("main_journal", 1, "", "1.8112"), even("main_bearing", 1, "", "1.8154"),
		even("main_journal", 2, "", "1.8112"), even("main_bearing", 2, "", "1.8121")}
	in, result := evaluateText(t, document("", journalLimits, features...))
	assert.Equal(t, "main_journals: grind 0.01 0", decision(in, result.Sets[0]), "no one shell serves both")
	in, result = evaluateText(t, document(`"mixed_shells": true`, journalLimits, features...))
	assert.Equal(t, "main_journals: reuse 0 0 provisional", decision(in, result.Sets[0]))
	own := option(t, result.Sets[0], disposition.Reuse, 0, disposition.MixedShell).Clearances
	assert.Equal(t, []unit.Length{-unit.Thou, unit.Thou}, []unit.Length{own[0].Shell, own[1].Shell})
}

// Holding the stroke counts the wear on both sides: 1.8122 − 2 × 0.0090 − 0.0010 = 1.7932 wants the
// third step where following it, 1.8032 − 0.0010, is content with the first but one.
func TestHoldingTheStroke(t *testing.T) {
	limits := strings.Replace(journalLimits, "main_journal", "rod_journal", 1)
	worn := eight("rod_journal", 1, "", "1.8122 1.8122 1.8032 1.8122 1.8122 1.8122 1.8122 1.8122")
	in, result := evaluateText(t, document("", limits, worn))
	assert.Equal(t, "rod_journals: grind 0.01 0", decision(in, result.Sets[0]))
	in, result = evaluateText(t, document(`"pin_cleanup": "hold_stroke"`, limits, worn))
	assert.Equal(t, "rod_journals: grind 0.02 0", decision(in, result.Sets[0]))
}

// Measured vertical misalignment adds twice its offset to the cap cut; sideways it needs line boring.
func TestMisalignedTunnels(t *testing.T) {
	bores := make([]string, 0, 4)
	for n := 1; n <= 3; n++ {
		bores = append(bores, tunnel(n, "2.4374 2.4374 2.4374 2.4374 2.4374 2.4374 2.4374 2.4374"))
	}
	tests := []struct{ alignment, want string }{
		{`{"kind": "main_alignment", "vertical": [0, 0.0008, 0], "sideways": [0, 0, 0]}`, "main_housings: reuse 0 0"},
		// 0.0020 + 2 × 0.0015
		{`{"kind": "main_alignment", "vertical": [0, 0.0030, 0]}`, "main_housings: line_hone 0 0"},
		// 0.0020 + 2 × 0.0025
		{`{"kind": "main_alignment", "vertical": [0, 0.0050, 0]}`, "main_housings: replace 0 0"},
		{`{"kind": "main_alignment", "sideways": [0, 0.0012, 0]}`, "main_housings: replace 0 0"},
		// a slope is no misalignment
		{`{"kind": "main_alignment", "vertical": [0, 0.0030, 0.0060]}`, "main_housings: reuse 0 0"},
	}
	for _, tt := range tests {
		in, result := evaluateText(t, document("", housingLimits, append(bores[:3:3], tt.alignment)...))
		assert.Equal(t, tt.want, decision(in, result.Sets[0]), tt.alignment)
	}
}

func TestOneCylinderThatForcesALargerStep(t *testing.T) {
	in, result := evaluateText(t, document("", cylinderLimits,
		six(1, "", "3.7210 3.7205 3.7205 3.7200 3.7200 3.7200"),
		six(2, "", "3.7290 3.7230 3.7240 3.7210 3.7200 3.7200")))
	require.Equal(t, "cylinders: bore 0.03 0", decision(in, result.Sets[0]))
	assert.True(t, option(t, result.Sets[0], disposition.Sleeve, 0, disposition.SleeveOne).Feasible,
		"sleeving number 2 leaves number 1 as it is")
	assert.False(t, option(t, result.Sets[0], disposition.Bore, 20*unit.Thou, "").Feasible)
}

// Readings far from their neighbours are asked about, wrong units and sizes that cannot be are refused.
func TestDoubt(t *testing.T) {
	in, _ := evaluateText(t, document("", journalLimits, even("main_journal", 1, "", "1.8120")))
	tests := []struct {
		number            int
		size              string
		asked, impossible bool
	}{
		{1, "1.8112", false, false}, {1, "1.8070", false, false}, {1, "1.8069", true, false},
		{1, "1.8171", true, false},
		{1, "1.8020", true, false}, // a whole undersize off
		{1, "46.02", true, true}, {1, "0.0713", true, true}, {1, "0", true, true}, {1, "-1.8", true, true},
		{2, "1.8122", false, false}, {2, "1.7000", true, false}, // the rest of its set speaks for number 2
	}
	for _, tt := range tests {
		doubt := in.Doubt(part.MainJournal, tt.number, part.AsFound, part.OfLength(unit.MustParse(tt.size, unit.In)))
		if assert.Equal(t, tt.asked, doubt != nil, tt.size) && doubt != nil {
			assert.Equal(t, tt.impossible, doubt.Impossible, "%s: %s", tt.size, doubt.Why.Form)
		}
	}
	in.Features = nil
	assert.Nil(t, in.Doubt(part.MainJournal, 1, part.AsFound,
		part.OfLength(unit.MustParse("1.7822", unit.In))), "0.030 under is on offer")
	assert.NotNil(t, in.Doubt(part.MainJournal, 1, part.AsFound, part.OfLength(unit.MustParse("1.7", unit.In))))
	assert.Nil(t, in.Doubt(part.Cylinder, 1, part.AsFound, part.OfLength(unit.MustParse("3.7", unit.In))),
		"nothing is known of cylinders")
}

// What a feature should read about: its own mean, else its set's, else the middle of new; a bearing
// from its journal.
func TestExpect(t *testing.T) {
	in, _ := evaluateText(t, document("", journalLimits, even("main_journal", 1, "", "1.8120")))
	tests := []struct {
		kind   part.Kind
		number int
		want   string
		own    bool
	}{
		{part.MainJournal, 1, "1.8120", true}, {part.MainJournal, 2, "1.8120", false},
		{part.MainBearing, 1, "1.8133", false}, // the journal and the middle of the new clearance
	}
	for _, tt := range tests {
		e, ok := in.Expect(tt.kind, tt.number, part.AsFound, nil)
		assert.True(t, ok)
		assert.Equal(t, tt.want, e.Size.Show(unit.In))
		assert.Equal(t, tt.own, e.Own)
	}
	_, ok := in.Expect(part.Cylinder, 1, part.AsFound, nil)
	assert.False(t, ok)
	in.Features = nil
	e, _ := in.Expect(part.MainJournal, 1, part.AsFound, nil)
	assert.Equal(t, "1.8116", e.Size.Show(unit.In))
}

// Shells and pistons measured before the work are of the size that the part had then: no fit for it
// afterwards.
func TestFitsOfAnEarlierSize(t *testing.T) {
	const limits = `"main_journal": {"new": {"min": 2.2480, "max": 2.2490}, "undersizes": [0.010], "clearance": {"new": {"min": 0.0012, "max": 0.0022}, "max": 0.0035}},
		"cylinder": {"new": {"min": 3.5000, "max": 3.5010}, "oversizes": [0.030], "clearance": {"new": {"min": 0.002, "max": 0.003}, "max": 0.005}}`
	grid := func(kind, state, size string) string {
		return `{"kind": "` + kind + `", "number": 1, "state": "` + state +
			`", "stations": ["A", "B"], "directions": [0, 90], "readings": [[` + size + `, ` + size + `], [` +
			size + `, ` + size + `]]}`
	}
	before := []string{grid("main_journal", "as_found", "2.2484"), grid("main_bearing", "as_found", "2.2502"),
		grid("cylinder", "as_found", "3.5006"), grid("piston", "as_found", "3.4980")}
	bases := func(features []string) map[string]int {
		in, err := Read(strings.NewReader(`{"format": "ledge.inspection/1", "unit": "in", "limits": {` +
			limits + `}, "features": [` + strings.Join(features, ",") + `]}`))
		require.NoError(t, err)
		count := map[string]int{}
		for _, f := range disposition.Evaluate(in).Fits {
			count[string(f.Kind)+" "+string(f.Basis)]++
		}
		return count
	}
	assert.Equal(t, map[string]int{"main measured": 1, "main predicted": 1, "piston measured": 1}, bases(before))
	after := append(before, grid("main_journal", "after_grind", "2.2386"), grid("cylinder", "after_hone", "3.5305"))
	assert.Equal(t, map[string]int{"main predicted": 1}, bases(after))
	fitted := append(after, grid("main_bearing", "after_grind", "2.2403"), grid("piston", "new_part", "3.5280"))
	assert.Equal(t, map[string]int{"main measured": 1, "main predicted": 1, "piston measured": 1}, bases(fitted))
}
