package exchange

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
)

// Pistons, pins and rings are kept or renewed; tight rings are filed. Common practice; the ring gap
// is held against its own range.
func TestPistonsPinsAndRings(t *testing.T) {
	const limits = `"cylinder": {"new": {"min": 3.5000, "max": 3.5010}, "wear_max": 0.006, "oversizes": [0.030],
			"clearance": {"new": {"min": 0.0020, "max": 0.0030}, "max": 0.0150}},
		"piston": {"new": {"min": 3.4975, "max": 3.4980}, "wear_max": 0.002}, "ring_groove": {"max": 0.004}, "pin": {"new": {"min": 0.8750, "max": 0.8752}, "wear_max": 0.0005},
		"ring_gap": {"new": {"min": 0.014, "max": 0.020}, "max": 0.030}`
	piston := func(size, more string) string {
		return `{"kind": "piston", "number": 1, ` + more +
			` "stations": ["skirt"], "directions": [90], "readings": [[` + size + `]]}`
	}
	pin := func(size string) string {
		return `{"kind": "pin", "number": 1, "stations": ["A", "B"], "directions": [0, 90], "readings": [[` +
			size + `, ` + size + `], [` + size + `, ` + size + `]]}`
	}
	bore := strings.ReplaceAll(`{"kind": "cylinder", "number": 1, "stations": ["A", "B", "C"], "directions": [0, 90], "readings": [[X, X], [X, X], [X, X]]}`, "X", "3.512")
	for _, tt := range []struct{ name, features, set, action, why string }{
		{"sound skirt", piston("3.4970", ""), "pistons", "reuse", "all measured within limits"},
		{"worn skirt", piston("3.4955", ""), "pistons", "replace", "Piston 1: wear 0.0025 in is above"},
		{"scuffed skirt", piston("3.4970", `"look": "scored",`), "pistons", "replace", "graded “scored”"},
		{"cracked", piston("3.4970", `"look": "cracked",`), "pistons", "replace", "cracked"},
		{"worn groove", piston("3.4970", "") + `, {"kind": "ring_groove", "number": 1, "readings": [0.005]}`,
			"pistons", "replace", "largest 0.0050 in is above"},
		{"bored cylinder", bore + ", " + piston("3.4970", ""), "pistons", "replace", "bored 0.030 in over"},
		{"half measured", piston("null", ""), "pistons", "measure", "missing"},
		{"sound pin", pin("0.8750"), "pins", "reuse", "all measured within limits"},
		{"worn pin", pin("0.8740"), "pins", "replace", "Piston pin 1: wear"},
		{"gaps right", `{"kind": "ring_gap", "number": 1, "readings": [0.016, 0.015, 0.014]}`, "rings",
			"reuse", "every end gap"},
		{"tight", `{"kind": "ring_gap", "number": 1, "readings": [0.011, 0.015, 0.014]}`, "rings", "resize",
			"File 0.0060 in off one end"},
		{"wide", `{"kind": "ring_gap", "number": 1, "readings": [0.011, 0.033, 0.014]}`, "rings", "replace",
			"no cure but the next ring size"},
		{"of a bore that is honed", strings.ReplaceAll(bore, "3.512", "3.5000") + "," +
			piston("3.4990", "") + `, {"kind": "ring_gap", "number": 1, "readings": [0.0080, 0.015, 0.014]}`, "rings", "resize",
			"top ring: gap 0.0080 in measured; about 0.0127 in after honing. File"},
		{"of a bored cylinder", bore + `, {"kind": "ring_gap", "number": 1, "readings": [0.011, 0.015, 0.014]}`, "rings", "replace", "bring their rings"},
	} {
		in, err := Read(strings.NewReader(`{"format": "ledge.inspection/1", "unit": "in", "limits": {` +
			limits + `}, "features": [` + tt.features + `]}`))
		require.NoError(t, err, tt.name)
		found := false
		for _, s := range evaluated(in).Sets {
			if string(s.Set) != tt.set {
				continue
			}
			found = true
			var why strings.Builder
			for _, r := range s.Reasons {
				why.WriteString(r.Text + "\n")
			}
			assert.Equal(t, tt.action, string(s.Action), "%s: %s", tt.name, why.String())
			assert.Contains(t, why.String(), tt.why, tt.name)
		}
		assert.True(t, found, tt.name)
	}
}

// Deck and thrust, each a set of its own. Common practice: skim the least that cleans, if what may
// come off in all and the pistons' height permit; select thrust parts before repair; clean and
// measure again before anything else.
func TestDeckAndThrust(t *testing.T) {
	const limits = `"deck": {"max": 0.003, "skim_max": 0.010}, "protrusion": {"new": {"min": 0, "max": 0.020}}, "end_float": {"new": {"min": 0.002, "max": 0.007}, "shells": [-0.005, -0.010, 0.004]}`
	deck := func(gap string) string {
		return `{"kind": "deck", "lines": [{"line": "long left", "gap": ` + gap +
			`}, {"line": "diagonal 1", "gap": 0.001}]}`
	}
	for _, tt := range []struct {
		name, policy, features, set, action, step, shell, why string
	}{
		{"flat", "", deck("0.003"), "deck", "reuse", "0", "0", "flat within"},
		{"bowed", "", deck("0.004"), "deck", "skim", "0.005", "0", "least that cleans"},
		{"by indicator", "", `{"kind": "deck_heights", "rows": [[0, 0, 0], [0, -0.005, 0], [0, 0, 0]]}`,
			"deck", "skim", "0.006", "0", ""},
		{"flat but scored", "", strings.Replace(deck("0.001"), `"kind": "deck"`, `"kind": "deck", "look": "scored"`, 1),
			"deck", "skim", "0.002", "0", "least that cleans"},
		{"a damage below the face", "", strings.Replace(deck("0.004"), `"gap": 0.001`, `"gap": 0.001, "depth": 0.002`, 1),
			"deck", "skim", "0.007", "0", "least that cleans"},
		{"no cleaning cut", `"skim_stock": 0`, deck("0.004"), "deck", "skim", "0.004", "0", ""},
		{"both banks, the worse decides", "",
			`{"kind": "deck", "number": 1, "lines": [{"line": "a", "gap": 0.004}]}, {"kind": "deck", "number": 2, "lines": [{"line": "a", "gap": 0.006}]}`, "deck", "skim", "0.007", "0", ""},
		{"too far gone", "", deck("0.011"), "deck", "replace", "0", "0", "max. total stock removal is 0.0100 in"},
		{"pistons in the way", "", deck("0.004") +
			`, {"kind": "protrusion", "number": 1, "readings": [0.015, 0.017]}`, "deck", "replace", "0", "0",
			"would stand 0.0220 in above"},
		{"cracked", "", strings.Replace(deck("0.001"), `"kind": "deck"`, `"kind": "deck", "look": "cracked"`,
			1), "deck", "replace", "0", "0", "cracked"},
		{"too near to call", `"decision_rule": "guarded"`, deck("0.003"), "deck", "reuse", "0", "0",
			"too close to its limit"},
		{"float within", "", `{"kind": "end_float", "at_0": [0.005], "at_180": [0.005]}`, "thrust", "reuse",
			"0", "0", "within its range"},
		{"thicker thrust parts", "", `{"kind": "end_float", "at_0": [0.010], "at_180": [0.010]}`, "thrust",
			"reuse", "0", "-0.005", "take up 0.0050"},
		{"the next thicker", "", `{"kind": "end_float", "at_0": [0.015], "at_180": [0.015]}`, "thrust",
			"reuse", "0", "-0.01", "take up 0.0100"},
		{"none thick enough", "", `{"kind": "end_float", "at_0": [0.030], "at_180": [0.030]}`, "thrust",
			"replace", "0", "0", "Weld and regrind"},
		{"two answers", "", `{"kind": "end_float", "at_0": [0.004], "at_180": [0.009]}`, "thrust",
			"remeasure", "0", "0", "Clean the thrust faces"},
		{"tight is dirty first", "", `{"kind": "end_float", "at_0": [0.001], "at_180": [0.001]}`, "thrust",
			"remeasure", "0", "0", "Clean the thrust faces"},
		{"tight though cleaned", "", `{"kind": "end_float", "state": "after_clean", "at_0": [-0.003], "at_180": [-0.003]}`,
			"thrust", "reuse", "0", "0", "Dress the thrust bearing"},
		{"thinner parts where they exist", "", `{"kind": "end_float", "state": "after_clean", "at_0": [-0.001], "at_180": [-0.001]}`,
			"thrust", "reuse", "0", "0.004", "thinner by 0.0040"},
		{"two answers twice", "", `{"kind": "end_float", "state": "after_clean", "at_0": [0.004], "at_180": [0.007]}`,
			"thrust", "reuse", "0", "0", "look at the bend"},
	} {
		in, err := Read(strings.NewReader(`{"format": "ledge.inspection/1", "unit": "in", "policy": {` +
			tt.policy + `}, "limits": {` + limits + `}, "features": [` + tt.features + `]}`))
		require.NoError(t, err, tt.name)
		found := false
		for _, s := range evaluated(in).Sets {
			if string(s.Set) != tt.set {
				continue
			}
			found = true
			assert.Equal(t, [3]string{tt.action, tt.step, tt.shell},
				[3]string{string(s.Action), s.Step.Format(in.Unit), s.Shell.Format(in.Unit)}, tt.name)
			var why strings.Builder
			for _, r := range s.Reasons {
				why.WriteString(r.Text + "\n")
			}
			assert.Contains(t, why.String(), tt.why, tt.name)
		}
		assert.True(t, found, tt.name)
	}
	in, err := Read(strings.NewReader(`{"format": "ledge.inspection/1", "unit": "in", "features": [` +
		deck("0.004") + `, {"kind": "end_float", "at_0": [0.01]}]}`))
	require.NoError(t, err)
	assert.Empty(t, evaluated(in).Sets, "without limits nothing is decided")
}

// What would settle an unsure verdict: more repeats while they help, then a finer gauge, then
// nothing ordinary.
func TestWhatWouldSettleIt(t *testing.T) {
	for _, tt := range []struct{ division, size, want string }{
		{"0.0001", "2.2494", ""}, {"0.0005", "2.2484", "10 readings at each place"},
		{"0.0005", "2.24855", "a gauge that reads 0.0001 in would"},
		{"0.0001", "2.24899", "no ordinary gauge tells"}, {"0.0001", "2.249", "no ordinary gauge tells"},
	} {
		in, err := Read(strings.NewReader(`{"format": "ledge.inspection/1", "unit": "in", "policy": {"decision_rule": "guarded", "confirm": false}, "limits": {"main_housing": {"new": {"min": 2.2400, "max": 2.2490}}},
			"features": [{"kind": "main_housing", "number": 1, "gauge": {"kind": "bore_gauge", "division": ` +
			tt.division + `}, "stations": ["A"], "directions": [0, 90], "readings": [[` + tt.size + `, ` +
			tt.size + `]]}]}`))
		require.NoError(t, err)
		text := ""
		for _, r := range evaluated(in).Sets[0].Reasons {
			if strings.HasPrefix(r.Code, "unsure") {
				text = r.Text
			}
		}
		if tt.want == "" {
			assert.Empty(t, text, tt.size)
			continue
		}
		assert.Contains(t, text, tt.want, tt.size)
	}
	in, err := Read(strings.NewReader(`{"format": "ledge.inspection/1", "unit": "mm", "policy": {"decision_rule": "guarded", "confirm": false}, "limits": {"main_journal": {"new": {"min": 69.98, "max": 70}, "out_of_round_max": 0.012}},
		"features": [{"kind": "main_journal", "number": 1, "gauge": {"kind": "micrometer", "division": 0.002}, "stations": ["A"], "directions": [0, 90], "readings": [[70, 69.99]]}]}`))
	require.NoError(t, err)
	settle := ""
	for _, r := range evaluated(in).Sets[0].Reasons {
		if strings.HasPrefix(r.Code, "unsure") {
			settle = r.Text
		}
	}
	assert.Contains(t, settle, "6 readings at each place would tell",
		"as the rule says: 2·√2·√((d/√12)² + (d/2)²/6) = 0.002")
}

// Measured, strip and predicted stand side by side; where they cannot all be true, that is said.
func TestClearancesThatDisagree(t *testing.T) {
	text := func(bearing, strip string) string {
		in, err := Read(strings.NewReader(`{"format": "ledge.inspection/1", "unit": "in", "limits": {"main_journal": {"new": {"min": 2.2480, "max": 2.2490}, "clearance": {"new": {"min": 0.0012, "max": 0.0022}, "max": 0.0035}}},
			"features": [{"kind": "main_journal", "number": 1, "look": "smooth", "gauge": {"kind": "micrometer", "division": 0.0001}, "stations": ["A"], "directions": [0, 90], "readings": [[2.2484, 2.2484]]},
			{"kind": "main_bearing", "number": 1, "gauge": {"kind": "bore_gauge", "division": 0.0001}, "stations": ["A"], "directions": [0, 90], "readings": [[` + bearing + `, ` + bearing + `]]},
			{"kind": "strip", "number": 1, "of": "main_journal", "readings": [` + strip + `]}]}`))
		require.NoError(t, err)
		var said strings.Builder
		for _, r := range evaluated(in).Sets[0].Reasons {
			if r.Code == "clearance_disagrees" {
				said.WriteString(r.Text)
			}
		}
		return said.String()
	}
	assert.Empty(t, text("2.2504", "0.0022"))
	assert.Contains(t, text("2.2504", "0.0040"),
		"the measured clearance of 0.0020 in and the plastic-strip one of 0.0040 in disagree")
	assert.Contains(t, text("2.2520", "0.0036"), "predicted")
}

// A heavy duty adds the policy's set amount to the clearance that a grind aims at: the journal is
// finished smaller by it.
func TestDutyAddsToTheTarget(t *testing.T) {
	finished := func(duty string) string {
		in, err := Read(strings.NewReader(`{"format": "ledge.inspection/1", "unit": "in", "job": {"duty": "` +
			duty + `"}, "policy": {"grind": "always", "duty_clearance": 0.0004}, "limits": {"main_journal": {"new": {"min": 2.2480, "max": 2.2490},
			"undersizes": [0.010], "clearance": {"new": {"min": 0.0012, "max": 0.0022}, "max": 0.0035}}}, "features": [
			{"kind": "main_journal", "number": 1, "look": "smooth", "stations": ["A", "B"], "directions": [0, 90], "readings": [[2.2484, 2.2484], [2.2484, 2.2484]]},
			{"kind": "main_bearing", "number": 1, "fitted": {"step": 0.010, "shell": 0}, "stations": ["A"], "directions": [0, 90], "readings": [[2.2402, 2.2402]]}]}`))
		require.NoError(t, err)
		for _, o := range evaluated(in).Sets[0].Options {
			if o.Action == disposition.Grind && o.Feasible {
				return o.Sizes[0].Size.Format(in.Unit)
			}
		}
		return "none"
	}
	assert.Equal(t, "2.2385", finished("standard"))
	assert.Equal(t, "2.2381", finished("heavy"))
}
