package exchange

import (
	"bytes"
	"encoding/json"
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func metricDoc(policy, limits string, features ...string) string {
	list := ""
	for i, f := range features {
		if i > 0 {
			list += ","
		}
		list += f
	}
	return fmt.Sprintf(`{"features": [%s], "limits": {%s}, "policy": {%s}, "format": "ledge.inspection/1", "unit": "mm"}`, list, limits, policy)
}

const metricJournal = `"main_journal": {"new": {"min": 50.000, "max": 50.020}, "taper_max": 0.010, "out_of_round_max": 0.010, "undersizes": [0.25, 0.50],
	"clearance": {"new": {"min": 0.030, "max": 0.060}, "max": 0.100}, "shells": [-0.025, 0.025]}`

// A figure is a document, and what its result must hold.
type figure struct{ name, doc, want string }

// Figures worked out by hand from the rules; the sums stand beside them.
var figures = []figure{
	{"a bearing without a vertical reading takes both equally near directions, the worst of them",
		metricDoc("", metricJournal,
			`{"kind": "main_journal", "number": 1, "stations": ["A"], "directions": [0, 90], "readings": [[50.010, 50.006]]}`,
			`{"kind": "main_bearing", "number": 1, "stations": ["m"], "directions": [30, 90, 150], "readings": [[50.060, 50.050, 50.065]]}`),
		// least 50.050 − 50.010; most: 30° and 150° are equally near to 0°: 50.065 − 50.006
		`{"fits": [{"basis": "measured", "used": true, "clearance": {"min": 0.04, "max": 0.059}, "shell": 0, "verdict": "within"},
			{"basis": "predicted", "used": false, "clearance": {"min": 0.055, "max": 0.059}}],
		  "sets": [{"action": "reuse", "provisional": true, "not_seen": [{"check": "taper", "why": "unmeasured"}, {"check": "oval", "why": "plan"}]}]}`},
	{"repeats count as their mean, rounded half to even to 0.1 nm",
		metricDoc("", metricJournal, `{"kind": "main_journal", "number": 1, "stations": ["A"], "directions": [0, 90], "readings": [[[50.0100001, 50.0100002], [50.0100003, 50.0100002]]]}`),
		`{"features": [{"min": 50.0100002, "max": 50.0100002, "mean": 50.0100002, "out_of_round": 0, "complete": true}]}`},
	{"left-out metric stocks: 0.025 to clean up, met exactly", // 50.010 − 0.25 = 49.760 ≤ 49.785 − 0.025
		metricDoc("", metricJournal, `{"kind": "main_journal", "number": 1, "stations": ["A"], "directions": [0, 90], "readings": [[50.010, 49.785]]}`),
		`{"features": [{"size_class": 0, "wear": {"reference": 50.02, "min": 0.01, "max": 0.235}}], "sets": [{"action": "grind", "step": 0.25, "shell": 0}]}`},
	{"and missed by a tenth of a micrometre",
		metricDoc("", metricJournal, `{"kind": "main_journal", "number": 1, "stations": ["A"], "directions": [0, 90], "readings": [[50.010, 49.7849]]}`),
		`{"sets": [{"action": "grind", "step": 0.5}]}`},
	{"the rule of thumb scales exactly", // 0.001 × 50.8 − 0.00762 … + 0.01778
		metricDoc(`"clearance_target": "per_inch"`, `"main_journal": {"new": {"min": 50.79, "max": 50.81}}`,
			`{"kind": "main_journal", "number": 1, "stations": ["A"], "directions": [0, 90], "readings": [[50.800, 50.800]]}`,
			`{"kind": "main_bearing", "number": 1, "stations": ["m"], "directions": [0, 90], "readings": [[50.86858, 50.84318]]}`),
		`{"fits": [{"basis": "measured", "window": {"min": 0.04318, "max": 0.06858}, "clearance": {"min": 0.04318, "max": 0.06858}, "verdict": "within"}]}`},
	{"a target that reaches beyond the range widens it, and is no limit",
		metricDoc(`"clearance_target": "per_inch"`,
			`"main_journal": {"new": {"min": 50.000, "max": 50.020}, "clearance": {"new": {"min": 0.03, "max": 0.06}, "max": 0.1, "target": {"min": 0.02, "max": 0.051}}}`,
			`{"kind": "main_journal", "number": 1, "stations": ["A"], "directions": [0, 90], "readings": [[50.010, 50.010]]}`),
		`{"fits": [{"basis": "predicted", "window": {"min": 0.02, "max": 0.1}, "clearance": {"min": 0.055, "max": 0.055}, "verdict": "within"}]}`},
	{"housing, both walls and journal make a fit", // least 54.004 − 3.900 − 50.010, most 54.006 − 3.900 − 50.006
		metricDoc("", metricJournal,
			`{"kind": "main_journal", "number": 1, "stations": ["A"], "directions": [0, 90], "readings": [[50.010, 50.006]]}`,
			`{"kind": "main_housing", "number": 1, "stations": ["m"], "directions": [0, 90], "readings": [[54.006, 54.004]]}`,
			`{"kind": "main_shell", "number": 1, "readings": [1.949, 1.949, 1.951, 1.951]}`),
		`{"fits": [{"basis": "calculated", "used": true, "clearance": {"min": 0.094, "max": 0.1}, "verdict": "within"}, {"basis": "predicted", "used": false}]}`},
	{"without any clearance a thousandth of the diameter is the window",
		metricDoc("", `"main_journal": {"new": {"min": 50.000, "max": 50.020}, "wear_max": 0.05}`,
			`{"kind": "main_journal", "number": 1, "look": "smooth", "stations": ["A"], "directions": [0, 90], "readings": [[50.000, 50.000]]}`,
			`{"kind": "strip", "of": "main_journal", "number": 1, "readings": [0.050]}`),
		`{"fits": [{"basis": "strip", "window": {"min": 0.04238, "max": 0.06778}, "verdict": "within"}],
		  "sets": [{"action": "reuse", "provisional": true}]}`},
	{"what is asked again is named, station and direction",
		document(`"confirm": true`, journalLimits,
			eight("main_journal", 1, "", "1.8122 1.8120 1.8120 1.8120 1.8111 1.8120 1.8120 1.8120")),
		`{"sets": [{"action": "remeasure", "asks": [{"what": "cells", "feature": {"kind": "main_journal", "number": 1}, "cells": [["A", 0], ["B", 0]], "readings": 2}]}]}`},
	{"what is missing is asked for",
		document("", journalLimits,
			eight("main_journal", 1, "", "1.8122 null 1.8120 1.8120 1.8120 1.8120 1.8120 1.8120")),
		`{"sets": [{"action": "measure", "asks": [{"what": "cells", "cells": [["A", 45]], "readings": 1}]}]}`},
	{"the close set falls back field by field, and one number has its own",
		metricDoc(`"limits": "close"`, metricJournal+
			`}, "limits_close": {"main_journal": {"taper_max": 0.002, "by_number": {"2": {"taper_max": 0.004}}}`,
			`{"kind": "main_journal", "number": 1, "stations": ["A", "B"], "directions": [0], "readings": [[50.010], [50.007]]}`,
			`{"kind": "main_journal", "number": 2, "stations": ["A", "B"], "directions": [0], "readings": [[50.010], [50.007]]}`),
		`{"features": [{"taper": 0.003, "checks": [{"name": "taper", "value": 0.003, "limit": 0.002, "verdict": "beyond"}]},
			{"taper": 0.003, "checks": [{"name": "taper", "limit": 0.004, "verdict": "within"}]}], "sets": [{"size_class": 0}]}`},
	{"a class shifts the figures of new", // 50.020 − 0.25 − 49.765 … 49.760
		metricDoc("", metricJournal, `{"kind": "main_journal", "number": 1, "stations": ["A"], "directions": [0, 90], "readings": [[49.765, 49.760]]}`),
		`{"features": [{"size_class": 0.25, "wear": {"reference": 49.77, "min": 0.005, "max": 0.01}}], "sets": [{"size_class": 0.25, "action": "reuse", "step": 0.25}]}`},
	{"wear against the middle and against the unworn part",
		metricDoc(`"wear_reference": "middle"`, metricJournal,
			`{"kind": "main_journal", "number": 1, "stations": ["A"], "directions": [0, 90], "readings": [[50.005, 50.000]]}`),
		`{"features": [{"wear": {"reference": 50.01, "min": 0.005, "max": 0.01}}]}`},
	{"wear against the unworn part",
		metricDoc(`"wear_reference": "measured"`, metricJournal,
			`{"kind": "main_journal", "number": 1, "unworn": 50.012, "stations": ["A"], "directions": [0, 90], "readings": [[50.005, 50.000]]}`),
		`{"features": [{"wear": {"reference": 50.012, "min": 0.007, "max": 0.012}}]}`},
	{"fits without any limits are shown and judged by nothing",
		metricDoc("", "", `{"kind": "rod_journal", "number": 2, "stations": ["A"], "directions": [0, 90], "readings": [[40.010, 40.000]]}`,
			`{"kind": "rod_bearing", "number": 2, "fitted": {"shell": 0.025}, "stations": ["m"], "directions": [0, 90], "readings": [[40.060, 40.050]]}`),
		`{"fits": [{"kind": "rod", "number": 2, "basis": "measured", "used": true, "clearance": {"min": 0.04, "max": 0.06}, "shell": 0.025, "verdict": "no_limit"}], "sets": []}`},
	{"a void fit is shown and the predicted one decides",
		metricDoc(`"confirm": false`, metricJournal+`, "main_housing": {"new": {"min": 54.000, "max": 54.010}}`,
			`{"kind": "main_journal", "number": 1, "stations": ["A"], "directions": [0, 90], "readings": [[50.010, 50.010]]}`,
			`{"kind": "main_bearing", "number": 1, "stations": ["m"], "directions": [0, 90], "readings": [[50.300, 50.300]]}`,
			`{"kind": "main_housing", "number": 1, "stations": ["m"], "directions": [0, 90], "readings": [[54.011, 54.005]]}`),
		`{"fits": [{"basis": "measured", "used": false, "void": "Main 1: the measured clearance does not count, its housing will be machined or replaced.", "verdict": "beyond"}, {"basis": "predicted", "used": true, "verdict": "within"}],
		  "sets": [{"set": "main_journals", "action": "reuse", "provisional": true}, {"set": "main_housings", "action": "line_hone"}]}`},
	{"a hollow between the ends is waisted; an oval is fitted at the worst station",
		metricDoc("", "", `{"kind": "piston", "number": 1, "gauge": {"kind": "micrometer", "division": 0.002}, "stations": ["top", "middle", "bottom"], "directions": [0, 60, 120],
			"readings": [[80.010, 80.010, 80.010], [80.006, 80.000, 80.000], [80.010, 80.010, 80.010]]}`),
		// v = 2·(2/3)·(80.006 − 80.000) along 0°
		`{"features": [{"shape": "waisted", "taper": 0.01, "out_of_round": 0.006, "oval": {"size": 0.008, "angle": 0, "station": "middle"},
			"checks": [{"name": "taper", "verdict": "no_limit"}, {"name": "out_of_round", "verdict": "no_limit"}]}]}`},
	{"an engine's features that nobody measured are listed",
		fmt.Sprintf(`{"format": "ledge.inspection/1", "unit": "mm", "engine": {"arrangement": "flat", "cylinders": 2, "mains": 2}, "limits": {%s}, "features": [
			{"kind": "main_journal", "number": 2, "stations": ["A"], "directions": [0, 90], "readings": [[50.010, 50.010]]}]}`, metricJournal),
		`{"sets": [{"set": "main_journals", "action": "measure", "unmeasured": [{"kind": "main_journal", "number": 1}]}]}`},
	{"a grid without a number is incomplete and still listed",
		metricDoc("", metricJournal, `{"kind": "main_journal", "number": 1, "stations": ["A"], "directions": [0, 90], "readings": [["oil hole", "oil hole"]]}`),
		`{"features": [{"kind": "main_journal", "complete": false, "checks": []}], "sets": [{"action": "measure"}]}`},
	{"one number of two directions is too few, though none is missing",
		metricDoc("", metricJournal, `{"kind": "main_journal", "number": 1, "stations": ["A"], "directions": [0, 90], "readings": [[50.010, "counterweight"]]}`),
		`{"features": [{"complete": false, "min": 50.01, "max": 50.01}], "sets": [{"action": "measure"}]}`},
	{"the width across comes from the fit where the plan lacks it",
		document("", housingLimits, `{"kind": "main_housing", "number": 1, "stations": ["front", "rear"], "directions": [0, 60, 120], "readings": [[2.4390, 2.4376, 2.4376], [2.4388, 2.4376, 2.4376]]}`),
		`{"features": [{"checks": [{"name": "size_low", "value": 2.4376, "verdict": "within"}, {"name": "size_high", "value": 2.439, "limit": 2.4378, "verdict": "beyond"}]}],
		  "sets": [{"action": "line_hone", "options": [{"action": "reuse", "feasible": false}, {"action": "line_hone", "feasible": true}]}]}`},
	{"both schools of boring stand on the ladder", // held: 3.7190 + 2 × 0.0100 + 0.0010; followed: 3.7290 + 0.0010
		document("", cylinderLimits, six(1, "", "3.7290 3.7230 3.7240 3.7210 3.7200 3.7200")),
		`{"sets": [{"set": "cylinders", "ladder": [{"cleans": 3.74, "other_school": 3.73}]}]}`},
}

func TestFigures(t *testing.T) { holds(t, figures) }

func holds(t *testing.T, figures []figure) {
	t.Helper()
	for _, tt := range figures {
		t.Run(tt.name, func(t *testing.T) {
			in, result := evaluateText(t, tt.doc)
			var out bytes.Buffer
			require.NoError(t, WriteResult(&out, in, result))
			var got, want any
			require.NoError(t, json.Unmarshal(out.Bytes(), &got))
			require.NoError(t, json.Unmarshal([]byte(tt.want), &want))
			contains(t, want, got, "")
		})
	}
}

// How a part was held is read as it is written, also that it lay beside its gauge.
func TestHowAPartWasHeldIsReadAsWritten(t *testing.T) {
	in, _ := evaluateText(t, document("", journalLimits, `{"kind": "main_journal", "number": 1, "stations": ["A"],
		"directions": [0], "readings": [[1.8115]], "condition": {"studs": true, "alike": true}}`))
	held := in.Features[0].Condition
	require.NotNil(t, held.Studs)
	assert.True(t, *held.Studs)
	assert.True(t, held.Alike)
	var text strings.Builder
	require.NoError(t, WriteInspection(&text, in))
	again, err := Read(strings.NewReader(text.String()))
	require.NoError(t, err)
	assert.Equal(t, held, again.Features[0].Condition)
}
