package exchange

import (
	"bytes"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// Whatever is written reads back as the same inspection: every case of the rules, every demo job, and every
// list kind with its own fields.
func TestWrittenReadsBackTheSame(t *testing.T) {
	docs := []string{example(t), `{"format": "ledge.inspection/1", "unit": "mm", "limits": {"end_float": {"new": {"min": 0.05, "max": 0.18}, "max": 0.25}, "deck": {"max": 0.08, "sources": {"max": "maker"}}, "cylinder": {"wear_max": 0.1, "sources": {"wear_max": "thumb"}, "by_number": {"2": {"wear_max": 0.2, "sources": {"wear_max": "shop"}}}}}, "engine": {"arrangement": "v", "cylinders": 8}, "job": {"customer": "A <b> & \"c\""}, "features": [
		{"kind": "end_float", "at_0": [0.10, 0.11], "at_180": 0.12}, {"kind": "deck", "lines": [{"line": "long_left", "gap": 0.05}]},
		{"kind": "rod_weight", "number": 1, "big_end": 512.5, "small_end": 210}, {"kind": "strip", "number": 1, "of": "rod_journal", "readings": [0.05], "fitted": {"step": 0.25, "shell": -0.025}},
		{"kind": "main_alignment", "vertical": [0, 0.01, 0], "sideways": [0, 0, 0.002], "positions": [0, 100, 205]}, {"kind": "ring_gap", "number": 2, "readings": [0.3]},
		{"kind": "end_float", "number": 2, "at_0": [0.1], "at_180": [0.1], "return": [0, -0.01], "feeler": 0.1}, {"kind": "deck_heights", "rows": [[0, 0.01], [0.02, 0]]},
		{"kind": "tunnel_edge", "readings": [0, 0.02, 0]}, {"kind": "rod_bend", "number": 1, "readings": [0.01, -0.02]}, {"kind": "main_shell", "number": 1, "readings": [1.8, 1.801, 1.8, 1.8]},
		{"kind": "cam_lobe", "number": 3, "readings": [30, 37.5]}, {"kind": "pin_height", "number": 1, "readings": [100, 20]},
		{"kind": "pin_bore", "number": 1, "condition": {"shells_in": true}, "stations": ["A", "B", "mine"], "added_stations": 1, "directions": [0], "readings": [[22], [22.001], [22.002]]},
		{"kind": "runout", "number": 1, "tir": 0.05, "stamp": "0.25"}, {"kind": "piston", "number": 1, "unworn": 80.01, "condition": {"torqued": false, "deck_plate": true, "temperature_c": 21.5},
		 "gauge": {"kind": "micrometer", "repeatability": 0.001, "setting": 80, "sense": -1, "zeros": 2}, "stamp": "STD", "stations": ["skirt"], "directions": [90, 22.5], "readings": [[[80, 80.001], null]]}]}`}
	docs = append(docs, withGauges)
	for _, c := range decisions {
		docs = append(docs, c.doc)
	}
	for _, c := range figures {
		docs = append(docs, c.doc)
	}
	names, err := filepath.Glob("../demo/jobs/*.json")
	require.NoError(t, err)
	for _, name := range names {
		text, err := os.ReadFile(name)
		require.NoError(t, err)
		docs = append(docs, string(text))
	}
	for _, text := range docs {
		in, err := Read(strings.NewReader(text))
		require.NoError(t, err)
		var out bytes.Buffer
		require.NoError(t, WriteInspection(&out, in))
		again, err := Read(bytes.NewReader(out.Bytes()))
		require.NoError(t, err, out.String())
		for _, limits := range []*map[part.Kind]limit.Limits{&in.Limits, &in.LimitsClose, &again.Limits,
			&again.LimitsClose} {
			if len(*limits) == 0 {
				*limits = nil
			}
		}
		assert.Equal(t, in, again)
	}
}

// A size read in millimetres in an inch job has no end in inches: the file is then metric, and exact.
func TestWrittenInMillimetresWhereInchesHaveNoEnd(t *testing.T) {
	in, _ := evaluateText(t, decisions[0].doc)
	in.Features[0].Cells[0][0].Sizes[0] = unit.MustParse("46.007", unit.MM)
	var out bytes.Buffer
	require.NoError(t, WriteInspection(&out, in))
	again, err := Read(&out)
	require.NoError(t, err)
	assert.Equal(t, unit.MM, again.Unit)
	assert.Equal(t, in.Features[0].Cells, again.Features[0].Cells)
	assert.Equal(t, in.Limits, again.Limits)
}

// What was signed stands in the file, is evaluated from it, and comes back.
func TestDecisionsInTheFile(t *testing.T) {
	const doc = `{"format": "ledge.inspection/1", "unit": "in", "features": [], "decisions": [{"set": "main_housings", "action": "reuse", "by": "Ida"},
		{"set": "rod_journals", "action": "reuse", "step": 0.010, "shell": -0.0005, "method": "mixed_halves"}]}`
	in, err := Read(strings.NewReader(doc))
	require.NoError(t, err)
	require.Len(t, in.Decisions, 2)
	assert.Equal(t, inspection.Decision{Set: "rod_journals", Action: "reuse", Method: "mixed_halves",
		Step: unit.MustParse("0.010", unit.In), Shell: unit.MustParse("-0.0005", unit.In)}, in.Decisions[1])
	var out bytes.Buffer
	require.NoError(t, WriteInspection(&out, in))
	again, err := Read(&out)
	require.NoError(t, err)
	assert.Equal(t, in.Decisions, again.Decisions)
	_, err = Read(strings.NewReader(strings.Replace(doc, "main_housings", "flywheels", 1)))
	assert.ErrorContains(t, err, "/decisions/0/set")
}

// withGauges tells what its readings were taken with: an instrument told, checked, studied, and set up.
const withGauges = `{"format": "ledge.inspection/1", "unit": "in", "features": [], "gauges": {
	"instruments": [{"id": "1f0e", "deeds": [
		{"what": "told", "by": "Ida Lorn", "at": "2026-03-04T10:00:00.000Z", "facts": {"name": "Micrometer 2 to 3", "tag": "M-2", "kind": "micrometer", "unit": "mm", "from": 2, "to": 3, "division": 0.0001, "sense": -1, "expansion": "11.5",
			"due": "2027-01-01", "standards": [{"name": "Bar 2", "size": 2.00001, "u": 0.00002}], "line": {"expression": "^(?P<value>.*)$", "unit": "in", "decimals": 4, "good": ["OK"]}}},
		{"what": "zeroed", "standard": "Bar 2", "found": -0.0002, "left": 0.00005}, {"what": "spread", "hand": "Ida Lorn", "readings": [2.0001, 2]},
		{"what": "studied", "hands": ["Ida", "Otto"], "study": [[[2.1, 2.1001], [2.1, 2.1]], [[2.2, 2.2], [2.2001, 2.2]]], "until": "2027-03-04"}, {"what": "out", "reason": "Dropped."}]}],
	"setups": [{"parts": "cylinder", "instrument": "1f0e", "named": "Micrometer 2 to 3 M-2", "kind": "bore_gauge", "division": 0.0001, "mode": "length", "setting": 3.5, "sense": -1, "repeatability": 0.00007, "by": "Ida Lorn", "at": "2026-03-05T08:00:00.000Z"}]}}`

// What a file tells of gauges is refused by its place where it cannot be.
func TestWhatIsWrongOfGaugesIsNamed(t *testing.T) {
	for wrong, at := range map[string][2]string{
		"/gauges/instruments/0/deeds: The first":                 {`"kind": "micrometer", `, ""},
		"/gauges/instruments/0/id: is required":                  {`"id": "1f0e", `, ""},
		"/gauges/instruments/0/deeds/1/what: ":                   {`"zeroed"`, `"polished"`},
		"/gauges/instruments/0/deeds/0/facts/due: This is no":    {"2027-01-01", "soon"},
		"/gauges/setups/0/sense: ":                               {`"setting": 3.5, "sense": -1`, `"setting": 3.5, "sense": 7`},
		"/gauges/instruments/0/deeds/0/facts/standards/0/size: ": {"2.00001", `"two"`},
		"/gauges/instruments/0/deeds/3/study/0/0/1: ":            {"2.1001", "null"},
		"/gauges/setups/0: is required":                          {`"mode": "length", `, ""},
		"/gauges/instruments/0/deeds/1/foundation: ":             {`"found"`, `"foundation"`},
	} {
		_, err := Read(strings.NewReader(strings.Replace(withGauges, at[0], at[1], 1)))
		assert.ErrorContains(t, err, wrong)
	}
}
