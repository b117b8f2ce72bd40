package exchange

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"os"
	"strings"
	"testing"

	"github.com/santhosh-tekuri/jsonschema/v6"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/core/unit"
	"ledge/internal/varied"
)

func example(t testing.TB) string {
	t.Helper()
	raw, err := os.ReadFile("testdata/example.json")
	require.NoError(t, err)
	return string(raw)
}

// The mark that some editors begin a file with is skipped; a reading of no difference is a size, and a feeler or a
// scale at nothing is a value. Common practice.
func TestNothingIsAValue(t *testing.T) {
	in, err := Read(strings.NewReader("\ufeff" + document("", journalLimits,
		`{"kind": "main_journal", "number": 1, "stations": ["A"], "directions": [0], "readings": [[0]],
		"gauge": {"setting": 2.2485, "sense": 1}, "instrument_readings": "deviation"}`,
		`{"kind": "end_float", "number": 1, "at_0": [0], "at_180": 0}`)))
	require.NoError(t, err)
	result := disposition.Evaluate(in)
	require.NotNil(t, result.Features[0].Mean)
	assert.Equal(t, unit.Length(22_485*25_400), *result.Features[0].Mean)
	assert.Equal(t, []unit.Length{0}, in.Features[1].List.At0)
	assert.Equal(t, []unit.Length{0}, in.Features[1].List.At180)
}

// Each change of the example must be refused, all at once, at the given pointers.
func TestRefusals(t *testing.T) {
	tests := []struct{ from, to, pointers string }{
		{`"ledge.inspection/1"`, `"ledge.inspection/2"`, "/format"},
		{`"unit": "in",`, ``, "/unit"},
		{`"unit": "in",`, `"unit": "inch",`, "/unit"},
		{`"taper_max": 0.0005, "out`, `"taper": 0.0005, "out`, "/limits/main_journal/taper"},
		{`"min": 2.2480, "max": 2.2490`, `"min": 2.2490, "max": 2.2480`, "/limits/main_journal/new"},
		{`[0.010, 0.020]`, `[0.020, 0.010]`, "/limits/main_journal/undersizes/1"},
		{`[0.020, 0.030, 0.040]`, `[0.020, 0.020, 0.040]`, "/limits/cylinder/oversizes/1"},
		{`[0.010, 0.020]`, `[0, 0.020]`, "/limits/main_journal/undersizes/0"},
		{`2.2483, 2.2483, 2.2482`, `2.24830000001, "", {}`,
			"/features/0/readings/0/0 /features/0/readings/0/1 /features/0/readings/0/2/size"},
		{`2.2483, 2.2483, 2.2482, 2.2482`, `2.2483, 2.2483`, "/features/0/readings/0"},
		{`"stations": ["A", "B"]`, `"stations": []`, "/features/0/stations /features/0/readings"},
		{`"kind": "main_journal", "number": 3, "state"`, `"kind": "main_journal", "number": 0, "state"`,
			"/features/0/number"},
		{`"kind": "main_journal", "number": 3, "state"`, `"kind": "main_journal", "state"`, "/features/0/number"},
		{`"kind": "runout"`, `"kind": "wobble"`, "/features/1/kind"},
		{`"look": "marked"`, `"look": "ugly", "shade": 3`, "/features/0/shade /features/0/look"},
		{`"indicator": [0, 0.0005, 0, -0.0005]`, `"indicator": [0, 0.0005, 0]`, "/features/1/indicator"},
		{`"division": 0.0001}`, `"division": 0.0001}, "instrument_readings": "deviation"`,
			"/features/0/gauge/setting /features/0/gauge/sense"},
		{`"decision_rule": "plain"`, `"decision_rule": "kind"`, "/policy/decision_rule"},
		{`"rings_renewed": true`, `"rings_renewed": "yes"`, "/policy/rings_renewed"},
		{`"cylinder": {`, `"a/b~c": {`, "/limits/a~1b~0c"},
		{`"unit": "in",`, `"unit": "in", "unit": "mm",`, "/unit"},
		{`"max": 0.0035`, `"max": 0.0001`, "/limits/main_journal/clearance/max"},
		{`"shells": [-0.002, -0.001, 0, 0.001]`, `"shells": "all"`, "/limits/main_journal/shells"},
		{`2.2483, 2.2483, 2.2482, 2.2482`, `"2.2483", "2,2483", "1e9", "oil hole"`,
			"/features/0/readings/0/0 /features/0/readings/0/1 /features/0/readings/0/2"},
		{`"directions": [0, 45, 90, 135]`, `"directions": [0, 45, 180, 225]`,
			"/features/0/directions/2 /features/0/directions/3"},
		{`"features": [`, `"features": [{"kind": "main_journal", "number": 3, "stations": ["A"], "directions": [0],
			"readings": [[2.2483]]},`, "/features/1"},
		{`"unit": "in"`, `"unit": "in"`, ""},
	}
	for _, tt := range tests {
		text := example(t)
		require.Contains(t, text, tt.from)
		_, err := Read(strings.NewReader(strings.Replace(text, tt.from, tt.to, 1)))
		var problems Problems
		if tt.pointers == "" {
			assert.NoError(t, err)
			continue
		}
		require.True(t, errors.As(err, &problems), "%s must be refused", tt.to)
		var pointers []string
		for _, p := range problems {
			pointers = append(pointers, p.Pointer)
			assert.NotEmpty(t, p.Text)
		}
		assert.Equal(t, tt.pointers, strings.Join(pointers, " "), "%s: %v", tt.to, problems)
	}
	for _, text := range []string{"", "{", "[]", "{} {}", "nonsense", strings.Repeat("[", 100_000)} {
		_, err := Read(strings.NewReader(text))
		var problems Problems
		assert.True(t, errors.As(err, &problems), "%.20q must be refused with problems", text)
	}
}

// The unit may stand after the numbers, and a bore gauge's deviation becomes a size: 3.4500 set,
// 0.0235 past zero is 3.4265.
func TestUnitAnywhereAndDeviations(t *testing.T) {
	in, err := Read(strings.NewReader(`{"format": "ledge.inspection/1", "features": [{"kind": "cylinder", "number": 1, "instrument_readings": "deviation",
		"gauge": {"kind": "bore_gauge", "division": 0.0005, "setting": 3.4500, "sense": -1},
		"stations": ["top"], "directions": [0, 90], "readings": [[0.0235, [0.0001, 0.0002]]]}], "unit": "in"}`))
	require.NoError(t, err)
	assert.Equal(t, "3.4265", in.Features[0].Cells[0][0].Sizes[0].Format("in"))
	result := disposition.Evaluate(in)
	assert.Equal(t, "3.44985", result.Features[0].Max.Format("in"))
	assert.Empty(t, result.Sets, "without limits there is no decision")
	for _, c := range result.Features[0].Checks {
		assert.EqualValues(t, "no_limit", string(c.Verdict))
	}
}

func schemas(t *testing.T) (inspection, result *jsonschema.Schema) {
	t.Helper()
	text, err := Schema()
	require.NoError(t, err)
	doc, err := jsonschema.UnmarshalJSON(bytes.NewReader(text))
	require.NoError(t, err)
	compiler := jsonschema.NewCompiler()
	require.NoError(t, compiler.AddResource("ledge.json", doc))
	inspection, err = compiler.Compile("ledge.json#/$defs/inspection")
	require.NoError(t, err)
	result, err = compiler.Compile("ledge.json#/$defs/result")
	require.NoError(t, err)
	return inspection, result
}

// The schema takes what the reader takes and describes what the writer writes.
func TestSchemaAgrees(t *testing.T) {
	inspectionSchema, resultSchema := schemas(t)
	docs := []string{example(t)}
	for _, c := range decisions {
		docs = append(docs, c.doc)
	}
	for seed := range uint64(40) {
		docs = append(docs, string(varied.Document(seed)))
	}
	for _, text := range docs {
		doc, err := jsonschema.UnmarshalJSON(strings.NewReader(text))
		require.NoError(t, err)
		require.NoError(t, inspectionSchema.Validate(doc))
		in, result := evaluateText(t, text)
		var out bytes.Buffer
		require.NoError(t, WriteResult(&out, in, result))
		doc, err = jsonschema.UnmarshalJSON(&out)
		require.NoError(t, err)
		require.NoError(t, resultSchema.Validate(doc))
	}
	for _, wrong := range []string{`{"format": "ledge.inspection/1", "unit": "in"}`,
		strings.Replace(example(t), `"look": "marked"`, `"shade": 1`, 1),
		strings.Replace(example(t), `"unit": "in"`, `"unit": "inch"`, 1)} {
		doc, err := jsonschema.UnmarshalJSON(strings.NewReader(wrong))
		require.NoError(t, err)
		assert.Error(t, inspectionSchema.Validate(doc))
	}
}

// The published example comes out with every figure it promises.
func TestExampleResult(t *testing.T) {
	in, result := evaluateText(t, example(t))
	var out bytes.Buffer
	require.NoError(t, WriteResult(&out, in, result))
	var got map[string]any
	require.NoError(t, json.Unmarshal(out.Bytes(), &got))
	want := `{"format": "ledge.result/1", "unit": "in",
	 "features": [{"kind": "main_journal", "number": 3, "state": "as_found", "complete": true, "min": 2.248, "max": 2.2483, "mean": 2.248175,
	   "taper": 0.0002, "out_of_round": 0.0002, "shape": "tapered", "oval": {"size": 0.0002, "angle": 0}, "size_class": 0,
	   "wear": {"reference": 2.249, "min": 0.0007, "max": 0.001}, "checks": [{"name": "taper", "value": 0.0002, "limit": 0.0005, "verdict": "within"}]},
	  {"kind": "runout", "number": 3, "tir": 0.001, "throw": 0.0005, "angle": 90, "checks": [{"name": "runout", "value": 0.001, "limit": 0.002, "verdict": "within"}]}],
	 "fits": [{"kind": "main", "number": 3, "basis": "predicted", "used": true, "clearance": {"min": 0.0024, "max": 0.0027}, "shell": 0, "verdict": "within"}],
	 "sets": [{"set": "main_journals", "action": "polish", "size_class": 0, "step": 0, "shell": 0, "provisional": true,
	   "options": [{"action": "polish", "step": 0, "shell": 0, "feasible": true, "reasons": []}]}]}`
	var wanted any
	require.NoError(t, json.Unmarshal([]byte(want), &wanted))
	contains(t, wanted, got, "")
}

// contains checks that got has everything that want has; lists are compared from their start.
func contains(t *testing.T, want, got any, at string) {
	switch want := want.(type) {
	case map[string]any:
		object, _ := got.(map[string]any)
		for k, v := range want {
			contains(t, v, object[k], at+"/"+k)
		}
	case []any:
		list, _ := got.([]any)
		if assert.GreaterOrEqual(t, len(list), len(want), at) {
			for i := range want {
				contains(t, want[i], list[i], at)
			}
		}
	default:
		assert.Equal(t, want, got, at)
	}
}

// Whatever is read without problems can be evaluated and written.
func FuzzRead(f *testing.F) {
	f.Add(example(f))
	for _, c := range decisions[:8] {
		f.Add(c.doc)
	}
	f.Fuzz(func(t *testing.T, text string) {
		in, err := Read(strings.NewReader(text))
		if err != nil {
			if _, ok := err.(Problems); !ok {
				t.Fatalf("error %v is no list of problems", err)
			}
			return
		}
		var out bytes.Buffer
		if err := WriteResult(&out, in, disposition.Evaluate(in)); err != nil {
			t.Fatal(err)
		}
		if !json.Valid(out.Bytes()) {
			t.Fatal("the result is not JSON")
		}
	})
}

// BenchmarkEvaluateCrank: seven mains and six pins, eight readings each; then every main with its runout too.
func BenchmarkEvaluateCrank(b *testing.B) {
	var features, runouts []string
	for n := 1; n <= 7; n++ {
		features = append(features, eight("main_journal", n, `"look": "marked",`, sound))
		runouts = append(runouts, fmt.Sprintf(`{"kind": "runout", "number": %d, "angles": [0,45,90,135,180,225,270,315],
			"indicator": [0,0.0002,0.0005,0.0002,0,-0.0002,-0.0005,-0.0002]}`, n))
		if n < 7 {
			features = append(features, eight("rod_journal", n, "", sound))
		}
	}
	limits := journalLimits + "," + strings.Replace(journalLimits, "main_journal", "rod_journal", 1)
	for _, bench := range []struct {
		name string
		doc  string
	}{{"13 journals", document("", limits, features...)},
		{"and 7 runouts", document("", limits, append(features, runouts...)...)}} {
		in, err := Read(strings.NewReader(bench.doc))
		require.NoError(b, err)
		b.Run(bench.name, func(b *testing.B) {
			for b.Loop() {
				disposition.Evaluate(in)
			}
		})
	}
}
