package exchange

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/words"
)

func finding(t *testing.T, features string) *inspection.Finding {
	t.Helper()
	in, err := Read(strings.NewReader(`{"format": "ledge.inspection/1", "unit": "in", "limits": {"end_float": {"new": {"min": 0.002, "max": 0.007}, "max": 0.010},
		"deck": {"max": 0.003}, "ring_gap": {"new": {"min": 0.012, "max": 0.020}, "max": 0.04}, "rod_bend": {"max": 0.001}, "main_housing": {"alignment_max": 0.001}}, "features": [` + features + `]}`))
	require.NoError(t, err)
	all, err := inspection.Evaluate(t.Context(), in)
	require.NoError(t, err)
	return &all[len(all)-1]
}

func says(f *inspection.Finding, code string) string {
	for _, n := range f.Notes {
		if n.Code == code {
			return words.In(unit.In).Say(n)
		}
	}
	return ""
}

// End play 0.002 to 0.007 in is a common four-cylinder range (common practice). Two turns that
// disagree point at a bend, a feeler that disagrees at dirt or a short swing.
func TestEndFloat(t *testing.T) {
	sound := finding(t, `{"kind": "end_float", "at_0": [0.005, 0.005], "at_180": [0.005], "return": [0], "feeler": [0.005]}`)
	assert.Equal(t, limit.Within, sound.Check("end_float").Verdict)
	assert.Equal(t, limit.Within, sound.Check("end_float_low").Verdict)
	assert.Empty(t, sound.Notes)
	assert.Equal(t, limit.Beyond, finding(t, `{"kind": "end_float", "at_0": [0.011]}`).Check("end_float").Verdict)
	assert.EqualValues(t, "beyond", finding(t,
		`{"kind": "end_float", "at_0": [0.001]}`).Check("end_float_low").Verdict)
	odd := finding(t, `{"kind": "end_float", "at_0": [0.004], "at_180": [0.008], "return": [0.002], "feeler": [0.009]}`)
	assert.Contains(t, says(odd, "turned"), "suspect a bent crankshaft")
	assert.Contains(t, says(odd, "feeler"), "dirt sits in the thrust face")
	assert.Contains(t, says(odd, "return"), "within 0.0020 in of zero")
	assert.Contains(t, says(finding(t, `{"kind": "end_float", "at_0": [0.004, 0.007]}`), "spread"), "0.0030")
}

func TestDecks(t *testing.T) {
	assert.EqualValues(t, "within", finding(t,
		`{"kind": "deck", "lines": [{"line": "long_left", "gap": 0.002}, {"line": "diagonal 1", "gap": 0.003}]}`).Check("flatness").Verdict)
	assert.EqualValues(t, "beyond", finding(t,
		`{"kind": "deck", "lines": [{"line": "long_left", "gap": 0.0031}]}`).Check("flatness").Verdict)
	bowl := finding(t, `{"kind": "deck_heights", "rows": [[0, 0, 0], [0, -0.004, 0], [0, 0, 0]]}`)
	assert.Equal(t, 4*unit.Thou, *bowl.Largest)
	assert.Contains(t, says(bowl, "edge"), "along the middle")
}

// A concentric bore 0.0010 larger shows a gap of 0.0005 under a straight edge and is not out of
// line: common practice.
func TestStraightEdgeInTheTunnel(t *testing.T) {
	housing := func(number, size string) string {
		return `{"kind": "main_housing", "number": ` + number +
			`, "stations": ["A"], "directions": [0, 90], "readings": [[` + size + `, ` + size + `]]},`
	}
	edge := `{"kind": "tunnel_edge", "readings": [0, 0.0005, 0]}`
	larger := finding(t, housing("1", "2.4370")+housing("2", "2.4380")+housing("3", "2.4370")+edge)
	assert.Zero(t, *larger.Largest)
	same := finding(t, housing("1", "2.4370")+housing("2", "2.4370")+housing("3", "2.4370")+edge)
	assert.Equal(t, 5*unit.Tenth, *same.Largest)
	unread := finding(t, housing("1", "2.4370")+edge)
	assert.Equal(t, 5*unit.Tenth, *unread.Largest)
	assert.Contains(t, says(unread, "edge_sizes"), "Main bearing housing bore 2 was not measured")
}

func TestOtherLists(t *testing.T) {
	assert.EqualValues(t, "beyond", finding(t,
		`{"kind": "ring_gap", "number": 1, "readings": [0.013, 0.011, 0.02]}`).Check("ring_gap_low").Verdict)
	bent := finding(t, `{"kind": "rod_bend", "number": 1, "readings": [-0.0015, 0.0005]}`)
	assert.Equal(t, limit.Beyond, bent.Check("bend").Verdict)
	assert.Equal(t, limit.Within, bent.Check("twist").Verdict)
	assert.Equal(t, 250*unit.Thou, *finding(t, `{"kind": "cam_lobe", "number": 1, "readings": [1.1, 1.35]}`).Largest)
	shells := finding(t, `{"kind": "main_shell", "number": 1, "readings": [0.0940, 0.0952, 0.0950, 0.0950]}`)
	assert.Contains(t, says(shells, "uneven_shell"), "upper shell is 0.0012 in thicker")
	assert.Contains(t, says(shells, "halves_differ"), "0.0946 in and 0.0950 in")
}

// What the bench takes line by line becomes the file's list, and the way back gives the same lines.
func TestSheetsAndLists(t *testing.T) {
	in, err := Read(strings.NewReader(`{"format": "ledge.inspection/1", "unit": "in", "engine": {"arrangement": "inline", "cylinders": 4}, "features": [
		{"kind": "end_float", "number": 1, "at_0": [0.005, 0.005, 0.006], "at_180": [0.005, 0.005, 0.005], "return": [0, 0.001], "feeler": [0.004, 0.005]},
		{"kind": "deck", "number": 1, "lines": [{"line": "long left", "gap": 0.001}, {"line": "diagonal 1", "gap": 0.002}]},
		{"kind": "runout", "number": 2, "angles": [0, 90, 180, 270], "indicator": [0, 0.001, 0, -0.001]}, {"kind": "runout", "number": 3, "tir": 0.002},
		{"kind": "main_alignment", "number": 1, "vertical": [0, 0.001, 0, 0, 0], "sideways": [0, 0, 0, 0.001, 0]},
		{"kind": "rod_weight", "number": 2, "big_end": 512.5, "small_end": 180}, {"kind": "rod_weight", "number": 3, "big_end": 512.5},
		{"kind": "strip", "number": 3, "of": "main_journal", "readings": [0.002, 0.0025]}, {"kind": "ring_gap", "number": 4, "readings": [0.013]},
		{"kind": "deck_heights", "number": 1, "rows": [[0, 0, 0, 0, 0], [0, 0.001, 0, 0, 0], [0, 0, 0, 0, 0]]}, {"kind": "rod_bend", "number": 1, "readings": [0, 0.001]}]}`))
	require.NoError(t, err)
	for _, f := range in.Features {
		sheet := f.Sheet(*in.Engine)
		require.Equal(t, len(sheet.Stations), len(sheet.Cells), f.Kind)
		back, ok := sheet.Listed()
		require.True(t, ok, f.Kind)
		if f.Kind == part.MainAlignment {
			back.List.Positions = nil // as the sheet has them: one step a bearing
		}
		assert.Equal(t, f, back)
	}
	half := in.Features[2].Sheet(*in.Engine)
	half.Cells[0][3] = inspection.Cell{}
	_, ok := half.Listed()
	assert.False(t, ok, "half a turn would flatter the shaft")
}

// A dial whose division nobody said does not judge as the finest gauge there is: half a thousandth
// is assumed. Common practice.
func TestADialWithoutADivision(t *testing.T) {
	u := func(gauge string) float64 {
		in, err := Read(strings.NewReader(`{"format": "ledge.inspection/1", "unit": "in", "limits": {"end_float": {"new": {"min": 0.002, "max": 0.007}}},
			"features": [{"kind": "end_float", "number": 1, ` + gauge +
			` "at_0": [0.0040, 0.0041], "at_180": [0.0040, 0.0041]}]}`))
		require.NoError(t, err)
		found, err := inspection.Evaluate(t.Context(), in)
		require.NoError(t, err)
		return float64(found[0].Check("end_float").U)
	}
	assert.InDelta(t, u(`"gauge": {"kind": "indicator", "division": 0.0005},`), u(""), 1e-9)
	assert.Greater(t, u(""), 3*u(`"gauge": {"kind": "indicator", "division": 0.0001},`))
}
