package exchange

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/unit"
	"ledge/internal/words"
)

// journalLimits are the limits of the common-practice example of eight readings.
const journalLimits = `"main_journal": {"new": {"min": 1.8110, "max": 1.8122}, "taper_max": 0.0010, "out_of_round_max": 0.0010,
	"wear_max": 0.0020, "runout_max": 0.0020, "undersizes": [0.010, 0.020, 0.030],
	"clearance": {"new": {"min": 0.0010, "max": 0.0016}, "max": 0.0040}, "shells": [-0.002, -0.001, 0.001]}`

const cylinderLimits = `"cylinder": {"new": {"min": 3.7190, "max": 3.7200}, "wear_max": 0.0060, "taper_max": 0.0050, "out_of_round_max": 0.0030,
	"oversizes": [0.020, 0.030, 0.040], "clearance": {"new": {"min": 0.0020, "max": 0.0030}, "max": 0.0050}}`

const housingLimits = `"main_housing": {"new": {"min": 2.4370, "max": 2.4378}, "out_of_round_max": 0.0005, "taper_max": 0.0005,
	"bore_to_bore_max": 0.0005, "alignment_max": 0.0010}`

// eight is a feature read at two ends in four directions; the first four readings are end A.
func eight(kind string, number int, more, readings string) string {
	r := strings.Fields(readings)
	return fmt.Sprintf(`{"kind": %q, "number": %d, %s "stations": ["A","B"], "directions": [0,45,90,135], "readings": [[%s],[%s]]}`,
		kind, number, more, strings.Join(r[:4], ","), strings.Join(r[4:], ","))
}

// even is a feature that reads the same everywhere.
func even(kind string, number int, more, size string) string {
	return eight(kind, number, more, strings.TrimSpace(strings.Repeat(size+" ", 8)))
}

// six is a cylinder: top, middle and bottom, across and along.
func six(number int, more, readings string) string {
	r := strings.Fields(readings)
	return fmt.Sprintf(`{"kind": "cylinder", "number": %d, %s "stations": ["top","middle","bottom"], "directions": [90,0], "readings": [[%s,%s],[%s,%s],[%s,%s]]}`,
		number, more, r[0], r[1], r[2], r[3], r[4], r[5])
}

// tunnel is a housing read either side of the groove, vertical, across and between.
func tunnel(number int, readings string) string {
	r := strings.Fields(readings)
	return fmt.Sprintf(`{"kind": "main_housing", "number": %d, "stations": ["front","rear"], "directions": [0,45,90,135], "readings": [[%s],[%s]]}`,
		number, strings.Join(r[:4], ","), strings.Join(r[4:], ","))
}

// document judges by the bare rules, unless its policy says that near values are read again.
func document(policy, limits string, features ...string) string {
	if !strings.Contains(policy, "confirm") {
		policy = strings.TrimSuffix(`"confirm": false, `+policy, ", ")
	}
	return fmt.Sprintf(`{"format": "ledge.inspection/1", "unit": "in", "policy": {%s}, "limits": {%s}, "features": [%s]}`,
		policy, limits, strings.Join(features, ","))
}

func evaluateText(t testing.TB, doc string) (*inspection.Inspection, disposition.Result) {
	t.Helper()
	in, err := Read(strings.NewReader(doc))
	require.NoError(t, err)
	return in, evaluated(in)
}

// evaluated is what is said of an inspection, with its sentences.
func evaluated(in *inspection.Inspection) disposition.Result {
	result := disposition.Evaluate(in)
	words.In(in.Unit).Result(&result)
	return result
}

// decision puts a set's decision into one line.
func decision(in *inspection.Inspection, s disposition.Set) string {
	text := fmt.Sprintf("%s: %s %s %s", s.Set, s.Action, s.Step.Format(in.Unit), s.Shell.Format(in.Unit))
	if s.Provisional {
		text += " provisional"
	}
	return text
}

const sound = "1.8112 1.8112 1.8112 1.8113 1.8111 1.8112 1.8113 1.8112"

// The cases follow the rules one by one; the first is the common-practice example.
var decisions = []struct{ name, doc, want string }{
	{"eight readings, marked", document("", journalLimits,
		eight("main_journal", 1, `"look": "marked",`, sound)), "main_journals: polish 0 0 provisional"},
	{"eight readings, smooth", document("", journalLimits, eight("main_journal", 1, "", sound)),
		"main_journals: reuse 0 0 provisional"},
	{"a crack comes before missing cells",
		document("", journalLimits, even("main_journal", 1, `"look": "cracked",`, "1.8120"),
			eight("main_journal", 2, "", "1.8 null 1.8 1.8 1.8 1.8 1.8 1.8")), "main_journals: replace 0 0"},
	{"a missing cell comes before wear",
		document("", journalLimits, eight("main_journal", 1, "",
			"1.8000 null 1.8112 1.8113 1.8111 1.8112 1.8113 1.8112")), "main_journals: measure 0 0"},
	{"a reason is not a missing cell", document("", journalLimits,
		eight("main_journal", 1, "", `1.8112 "counterweight" 1.8112 1.8113 1.8111 1.8112 1.8113 1.8112`)),
		"main_journals: reuse 0 0 provisional"},
	{"damage counts as scored", document("", journalLimits,
		eight("main_journal", 1, "", `1.8112 "damaged" 1.8112 1.8113 1.8111 1.8112 1.8113 1.8112`)),
		"main_journals: grind 0.01 0 provisional"},
	{"wear equal to its limit is within", document("", journalLimits, even("main_journal", 1, "", "1.8102")),
		"main_journals: reuse 0 0 provisional"},
	{"wear beyond", document("", journalLimits, even("main_journal", 1, "", "1.810199")),
		"main_journals: grind 0.01 0"},
	{"clean-up needs the next step", document("", journalLimits,
		eight("main_journal", 1, "", "1.8122 1.8122 1.8015 1.8122 1.8122 1.8122 1.8122 1.8122")),
		"main_journals: grind 0.02 0"},
	{"clean-up exactly met", document("", journalLimits,
		eight("main_journal", 1, "", "1.8122 1.8122 1.8026 1.8122 1.8122 1.8122 1.8122 1.8122")),
		"main_journals: grind 0.01 0"},
	{"the bend adds twice its throw", document("", journalLimits,
		eight("main_journal", 1, "", "1.8122 1.8122 1.8040 1.8122 1.8122 1.8122 1.8122 1.8122"),
		`{"kind": "runout", "number": 1, "angles": [0,90,180,270], "indicator": [0, 0.0010, 0, -0.0010]}`),
		"main_journals: grind 0.02 0"},
	{"runout alone sends the set to the grinder",
		document("", journalLimits, even("main_journal", 1, "", "1.8120"),
			`{"kind": "runout", "number": 1, "tir": 0.0021}`), "main_journals: grind 0.01 0"},
	{"beyond the last step", document("", journalLimits,
		eight("main_journal", 1, "", `1.8122 1.8122 {"size":1.7500,"confirmed":true} 1.8122 1.8122 1.8122 1.8122 1.8122`)),
		"main_journals: replace 0 0"},
	{"policy grinds always", document(`"grind": "always"`, journalLimits,
		even("main_journal", 1, "", "1.8120")), "main_journals: grind 0.01 0"},
	// Tolerance stacking, common practice: a journal at the bottom of its range in a rod at the top of
	// its own is within on both counts, and too loose together; the tighter shell saves a regrind.
	{"tolerance stacking takes a shell",
		document("", journalLimits, even("main_journal", 1, "", "1.8110"),
			even("main_bearing", 1, "", "1.8152")), "main_journals: reuse 0 -0.002 provisional"},
	{"the shell that is in counts", document("", journalLimits, even("main_journal", 1, "", "1.8110"),
		even("main_bearing", 1, `"fitted": {"shell": -0.001},`, "1.8148")), "main_journals: reuse 0 -0.002 provisional"},
	{"a little tight: shells that open before a polish", document("", journalLimits,
		even("main_journal", 1, "", "1.8120"), even("main_bearing", 1, "", "1.8129")),
		"main_journals: reuse 0 0.001 provisional"},
	{"tighter than a polish opens", document("", journalLimits, even("main_journal", 1, "", "1.8120"),
		even("main_bearing", 1, "", "1.8125")), "main_journals: reuse 0 0.001 provisional"},
	{"no shell reaches", document("", journalLimits, even("main_journal", 1, "", "1.8112"),
		even("main_bearing", 1, "", "1.8200")), "main_journals: grind 0.01 0"},
	{"half a shell of each, where the policy allows",
		document(`"mixed_halves": true`, journalLimits, even("main_journal", 1, "", "1.8110"),
			even("main_bearing", 1, "", "1.8128")), "main_journals: reuse 0 -0.0005 provisional"},
	// Shells are renewed anyway: aimed at 0.0013.
	{"in the band of new parts: standard shells", document("", journalLimits, even("main_journal", 1, "", "1.8112"),
		even("main_bearing", 1, "", "1.8128")), "main_journals: reuse 0 0 provisional"},
	{"within, but off the aim: the nearest shells", document("", journalLimits,
		even("main_journal", 1, "", "1.8112"), even("main_bearing", 1, "", "1.8142")),
		"main_journals: reuse 0 -0.002 provisional"},
	{"refitted where the shop does so", document(`"refit_shells": true`, journalLimits,
		even("main_journal", 1, "", "1.8112"), even("main_bearing", 1, "", "1.8142")),
		"main_journals: reuse 0 0 provisional"},
	// Predicted 0.0013 + 0.0032 of 0.0040; the tightest new bearing with the tightest shell leaves
	// 0.0010 + 0.0032 − 0.002.
	{"a prediction sends nothing to the grinder",
		document("", strings.Replace(journalLimits, `"wear_max"`, `"bore_to_bore_max"`, 1),
			even("main_journal", 1, "", "1.8090")), "main_journals: measure 0 0"},
	{"but what no bearing can take up is certain", // 0.0010 + 0.0062 − 0.002 > 0.0040
		document("", strings.Replace(journalLimits, `"wear_max"`, `"bore_to_bore_max"`, 1),
			even("main_journal", 1, "", "1.8060")), "main_journals: grind 0.01 0 provisional"},
	{"form alone may leave a journal",
		document("", `"main_journal": {"new": {"min": 1.8110, "max": 1.8122}, "taper_max": 0.0010}`,
			even("main_journal", 1, "", "1.8101")), "main_journals: reuse 0 0 provisional"},
	{"but not one well below new that nothing limits",
		document("", `"main_journal": {"new": {"min": 1.8110, "max": 1.8122}, "taper_max": 0.0010}`,
			even("main_journal", 1, "", "1.8099")), "main_journals: measure 0 0"},
	// A difference of two readings of this gauge is known to 0.00016, of two means of five to 0.00010.
	{"beyond by less than the gauge can tell: read again", document(`"confirm": true`, journalLimits,
		eight("main_journal", 1, "", "1.8122 1.8120 1.8120 1.8120 1.8111 1.8120 1.8120 1.8120")),
		"main_journals: remeasure 0 0"},
	{"unless the shop does not ask", document("", journalLimits,
		eight("main_journal", 1, "", "1.8122 1.8120 1.8120 1.8120 1.8111 1.8120 1.8120 1.8120")),
		"main_journals: grind 0.01 0"},
	{"further beyond it is not asked about", document(`"confirm": true`, journalLimits,
		eight("main_journal", 1, "", "1.8122 1.8120 1.8120 1.8120 1.8105 1.8120 1.8120 1.8120")),
		"main_journals: grind 0.01 0"},
	{"the means of what was read again decide", document(`"confirm": true`, journalLimits,
		eight("main_journal", 1, "",
			"[1.8122,1.8120] 1.8120 1.8120 1.8120 [1.8111,1.8113] 1.8120 1.8120 1.8120")),
		"main_journals: reuse 0 0 provisional"},
	{"still beyond after two: a third", document(`"confirm": true`, journalLimits,
		eight("main_journal", 1, "",
			"[1.8122,1.8122] 1.8120 1.8120 1.8120 [1.8111,1.8111] 1.8120 1.8120 1.8120")),
		"main_journals: remeasure 0 0"},
	{"five are enough", document(`"confirm": true`, journalLimits,
		eight("main_journal", 1, "", "[1.8122,1.8122,1.8122,1.8122,1.8122] 1.8120 1.8120 1.8120 "+
			"[1.8111,1.8111,1.8111,1.8111,1.8111] 1.8120 1.8120 1.8120")), "main_journals: grind 0.01 0"},
	{"just inside is read again, too", document(`"confirm": true`, journalLimits,
		eight("main_journal", 1, "", "1.8122 1.8120 1.8120 1.8120 1.8112 1.8120 1.8120 1.8120")),
		"main_journals: remeasure 0 0"},
	{"nothing near counts beside what is far", document(`"confirm": true`, journalLimits,
		eight("main_journal", 1, "", "1.8122 1.8120 1.8120 1.8120 1.8111 1.8120 1.8120 1.8120"),
		even("main_journal", 2, `"look": "scored",`, "1.8120")), "main_journals: grind 0.01 0"},
	{"a bore near its wear", document(`"confirm": true`, cylinderLimits,
		six(1, "", "3.72505 3.7222 3.7222 3.7222 3.7222 3.7222")), "cylinders: remeasure 0 0"},
	{"one shell must serve all", document("", journalLimits, even("main_journal", 1, "", "1.8112"),
		even("main_bearing", 1, "", "1.8155"),
		even("main_journal", 2, "", "1.8112"), even("main_bearing", 2, "", "1.8122")), "main_journals: grind 0.01 0"},
	{"a plastic strip beats a prediction",
		document("", journalLimits, even("main_journal", 1, "", "1.8112"),
			`{"kind": "strip", "number": 1, "of": "main_journal", "readings": [0.0016, 0.0018]}`),
		"main_journals: reuse 0 0 provisional"},
	{"a beyond housing voids the measured fit",
		document("", journalLimits+","+housingLimits, even("main_journal", 1, "", "1.8112"),
			even("main_bearing", 1, "", "1.8200"),
			tunnel(1, "2.4390 2.4374 2.4374 2.4374 2.4374 2.4374 2.4374 2.4374")),
		"main_journals: reuse 0 0 provisional; main_housings: line_hone 0 0"},
	{"already 0.010 under and fine", document("", journalLimits, even("main_journal", 1, "", "1.8020")),
		"main_journals: reuse 0.01 0 provisional"},
	{"a mixed set takes its furthest class",
		document("", journalLimits, even("main_journal", 1, "", "1.8120"),
			even("main_journal", 2, "", "1.8016")), "main_journals: grind 0.01 0"},
	{"scored beyond its class", document("", journalLimits,
		even("main_journal", 1, `"look": "scored",`, "1.8020")), "main_journals: grind 0.02 0"},
	{"no fit at all decides on the rest",
		document("", strings.Replace(journalLimits,
			`"clearance": {"new": {"min": 0.0010, "max": 0.0016}, "max": 0.0040},`, "", 1),
			even("main_journal", 1, "", "1.8120")), "main_journals: reuse 0 0 provisional"},
	{"a mistyped figure orders no crank", document("", journalLimits,
		eight("main_journal", 1, "", "1.8122 1.8122 1.7500 1.8122 1.8122 1.8122 1.8122 1.8122")),
		"main_journals: remeasure 0 0"},
	{"guarded and too close to call", document(`"decision_rule": "guarded", "confirm": true`, journalLimits,
		even("main_journal", 1, `"gauge": {"kind": "micrometer", "division": 0.0001, "repeatability": 0.0001, "setting_u": 0.0001},`, "1.8102")), "main_journals: remeasure 0 0"},
	{"the latest state decides", document("", journalLimits, even("main_journal", 1, "", "1.8000"),
		even("main_journal", 1, `"state": "after_grind",`, "1.8020")), "main_journals: reuse 0.01 0 provisional"},

	{"cylinders within are honed for new rings",
		document("", cylinderLimits, six(1, "", "3.7210 3.7205 3.7205 3.7200 3.7200 3.7200")),
		"cylinders: hone 0 0 provisional"},
	{"and reused without", document(`"rings_renewed": false`, cylinderLimits,
		six(1, "", "3.7210 3.7205 3.7205 3.7200 3.7200 3.7200")), "cylinders: reuse 0 0 provisional"},
	// C = reference + 2 × wear: 3.7190 + 2 × 0.0100 + 0.0010 = 3.7400 > 3.7195 + 0.020: the next step.
	{"holding the centre takes a step more",
		document("", cylinderLimits, six(1, "", "3.7290 3.7230 3.7240 3.7210 3.7200 3.7200")),
		"cylinders: bore 0.03 0"},
	{"following the wear saves it", document(`"bore_cleanup": "follow_wear"`, cylinderLimits,
		six(1, "", "3.7290 3.7230 3.7240 3.7210 3.7200 3.7200")), "cylinders: bore 0.02 0"},
	{"honed to size on a tight piston", document("", cylinderLimits,
		six(1, "", "3.7200 3.7200 3.7200 3.7200 3.7200 3.7200"),
		`{"kind": "piston", "number": 1, "stations": ["skirt"], "directions": [90], "readings": [[3.7185]]}`),
		"cylinders: hone 0 0"},
	{"one cracked cylinder: another block, with a sleeve listed", document("", cylinderLimits,
		six(1, `"look": "cracked",`, "3.7200 3.7200 3.7200 3.7200 3.7200 3.7200"),
		six(2, "", "3.7200 3.7200 3.7200 3.7200 3.7200 3.7200")), "cylinders: replace 0 0"},
	{"two cracked cylinders cost the block",
		document("", cylinderLimits, six(1, `"look": "cracked",`,
			"3.7200 3.7200 3.7200 3.7200 3.7200 3.7200"),
			six(2, `"look": "cracked",`, "3.7200 3.7200 3.7200 3.7200 3.7200 3.7200")), "cylinders: replace 0 0"},
	{"one beyond the last step is sleeved, the rest bored",
		document("", cylinderLimits, six(1, "", `{"size":3.7700,"confirmed":true} 3.7200 3.7200 3.7200 3.7200 3.7200`),
			six(2, `"look": "scored",`, "3.7200 3.7200 3.7200 3.7200 3.7200 3.7200")), "cylinders: sleeve 0.02 0"},

	{"a true tunnel stays", document("", housingLimits,
		tunnel(1, "2.4374 2.4374 2.4374 2.4374 2.4374 2.4374 2.4374 2.4374")), "main_housings: reuse 0 0 provisional"},
	{"stretched caps are cut and honed",
		document("", housingLimits, tunnel(1, "2.4390 2.4376 2.4374 2.4376 2.4388 2.4376 2.4374 2.4376")),
		"main_housings: line_hone 0 0"},
	{"wide across cannot be closed", document("", housingLimits,
		tunnel(1, "2.4376 2.4376 2.4384 2.4376 2.4376 2.4376 2.4376 2.4376")), "main_housings: replace 0 0"},
	{"a step is not honed out", document("", housingLimits,
		tunnel(1, "2.4374 2.4374 2.4374 2.4374 2.4405 2.4374 2.4374 2.4374")), "main_housings: replace 0 0"},
	{"too deep a cap cut", document("", housingLimits,
		tunnel(1, "2.4419 2.4376 2.4374 2.4376 2.4418 2.4376 2.4374 2.4376")), "main_housings: replace 0 0"},
	{"bores that differ too much", document("", housingLimits,
		tunnel(1, "2.4370 2.4370 2.4370 2.4370 2.4370 2.4370 2.4370 2.4370"),
		tunnel(2, "2.4378 2.4378 2.4378 2.4378 2.4378 2.4378 2.4378 2.4378")), "main_housings: line_hone 0 0"},
}

func TestDecisions(t *testing.T) {
	for _, tt := range decisions {
		in, result := evaluateText(t, tt.doc)
		var got []string
		for _, s := range result.Sets {
			got = append(got, decision(in, s))
			assert.NotEmpty(t, s.Reasons, "%s: a decision without a reason", tt.name)
		}
		assert.Equal(t, tt.want, strings.Join(got, "; "), tt.name)
	}
}

// The ledge of the common-practice table: taper 0.0001; out-of-round 0.0002; wear 0.0009–0.0011;
// predicted clearance 0.0022–0.0024.
func TestEightReadings(t *testing.T) {
	_, result := evaluateText(t, decisions[0].doc)
	f := result.Features[0]
	assert.Equal(t, unit.Tenth, *f.Taper)
	assert.Equal(t, 2*unit.Tenth, *f.OutOfRound)
	assert.Equal(t, 9*unit.Tenth, f.Wear.Min)
	assert.Equal(t, 11*unit.Tenth, f.Wear.Max)
	assert.Equal(t, 22*unit.Tenth, result.Fits[0].Clearance.Min)
	assert.Equal(t, 24*unit.Tenth, result.Fits[0].Clearance.Max)
}

// Checks Z01 and Z02, computed outside this project: the step that cleans a journal of least diameter D
// with runout TIR on its original axis, finished at the upper limit, without allowance.
func TestUndersizeCheckValues(t *testing.T) {
	tests := []struct {
		unit, top, steps string
		rows             [][3]string // least diameter, TIR, step or none
	}{
		{"in", "2.10000", "0.010, 0.020, 0.030",
			[][3]string{{"2.09700", "0", "0.01"}, {"2.09700", "0.00300", "0.01"}, {"2.09500", "0.00400", "0.01"},
				{"2.09000", "0", "0.01"}, {"2.08900", "0", "0.02"}, {"2.08600", "0.00500", "0.02"},
				{"2.08000", "0.00200", "0.03"},
				{"2.06900", "0.00100", ""}, {"2.09000", "0.01000", "0.02"}, {"2.08999", "0", "0.02"}}},
		{"mm", "53.000", "0.250, 0.500, 0.750",
			[][3]string{{"52.985", "0", "0.25"}, {"52.985", "0.060", "0.25"}, {"52.750", "0", "0.25"},
				{"52.749", "0", "0.5"}, {"52.700", "0.030", "0.5"}, {"52.520", "0.040", "0.75"},
				{"52.260", "0.020", ""}}},
	}
	for _, tt := range tests {
		for _, row := range tt.rows {
			doc := fmt.Sprintf(`{"format": "ledge.inspection/1", "unit": %q, "policy": {"cleanup_allowance": 0, "confirm": false},
				"limits": {"main_journal": {"new": {"min": %[2]s, "max": %[2]s}, "out_of_round_max": 0, "undersizes": [%[3]s]}},
				"features": [{"kind": "main_journal", "number": 1, "look": "scored", "stations": ["A"], "directions": [0, 90], "readings": [[{"size": %[2]s, "confirmed": true}, {"size": %[4]s, "confirmed": true}]]},
				{"kind": "runout", "number": 1, "tir": %[5]s}]}`, tt.unit, tt.top, tt.steps, row[0], row[1])
			in, result := evaluateText(t, doc)
			want := "main_journals: replace 0 0"
			if row[2] != "" {
				want = "main_journals: grind " + row[2] + " 0"
			}
			assert.Equal(t, want, decision(in, result.Sets[0]), "least %s, TIR %s", row[0], row[1])
		}
	}
}

// With shells of the step measured, the finished size is their inside less the target clearance, and an
// ordered size that would not clean up is refused.
func TestFinishedSizesFromTheBearings(t *testing.T) {
	worn := eight("main_journal", 1, "", "1.8122 1.8122 1.8026 1.8122 1.8122 1.8122 1.8122 1.8122")
	in, result := evaluateText(t, document("", journalLimits, worn,
		even("main_bearing", 1, `"fitted": {"step": 0.010},`, "1.8025")))
	require.Equal(t, "main_journals: grind 0.01 0", decision(in, result.Sets[0]))
	for _, o := range result.Sets[0].Options {
		if o.Action == disposition.Grind && o.Step == 10*unit.Thou {
			assert.Equal(t, "1.8012", o.Sizes[0].Size.Format(in.Unit), "1.8025 less 0.0013")
		}
	}
	assert.Len(t, result.Fits, 1, "shells of another step are no fit for the journal as found")
	in, result = evaluateText(t, document("", journalLimits, worn,
		even("main_bearing", 1, `"fitted": {"step": 0.010},`, "1.8035")))
	assert.Equal(t, "main_journals: grind 0.02 0", decision(in, result.Sets[0]))
}

// A crank straightened first would save a step; it is listed and never chosen.
func TestStraighteningIsAnOption(t *testing.T) {
	in, result := evaluateText(t, document("", journalLimits, even("main_journal", 1, "", "1.8110"),
		`{"kind": "runout", "number": 1, "tir": 0.0090}`))
	assert.Equal(t, "main_journals: grind 0.02 0", decision(in, result.Sets[0]))
	var saved []string
	for _, o := range result.Sets[0].Options {
		if o.Method == disposition.Straighten && o.Feasible {
			saved = append(saved, o.Step.Format(in.Unit))
		}
	}
	assert.Equal(t, []string{"0", "0.01"}, saved, "kept at its size, or ground less")
}
