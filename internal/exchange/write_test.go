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
