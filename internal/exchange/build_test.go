package exchange

import (
	"bytes"
	"math/rand/v2"
	"strings"
	"testing"

	"github.com/santhosh-tekuri/jsonschema/v6"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/assembly"
	"ledge/internal/core/engine"
	"ledge/internal/core/simulate"
	"ledge/internal/core/unit"
)

const builtDoc = `{"format": "ledge.inspection/1", "unit": "UNIT", "features": [], "build": [BUILD]}`

func withBuild(system, events string) string {
	return strings.Replace(strings.Replace(builtDoc, "UNIT", system, 1), "BUILD", events, 1)
}

// What was done to build an engine goes through the open file and back, in either unit, and the schema
// describes it.
func TestABuildComesBackAsItWent(t *testing.T) {
	inspectionSchema, _ := schemas(t)
	job, plan := simulate.Builder(engine.Layout{Arrangement: engine.Inline, Cylinders: 4}.Complete())
	longest, coating, price, name := 63*unit.Millimetre, 8*unit.Micrometre, int64(1250), "Gasket"
	plan.Cards[1].Longest = &longest
	plan.Own = []assembly.Pattern{{Name: "ours", Angles: assembly.Patterns()[1].Angles}}
	events := simulate.Building(job, plan, simulate.NoMistake, rand.New(rand.NewPCG(6, 6)))
	events = append(events, assembly.Event{ID: "part", What: assembly.Buy, Line: "own", By: "Wanda Pell",
		At:   "2026-05-01T08:00:00Z",
		Part: &assembly.PartFacts{Name: &name, Price: &price, Coating: &coating}},
		assembly.Event{ID: "back", What: assembly.TakeBack, Of: "part"})
	for _, system := range []unit.System{unit.MM, unit.In} {
		read, err := Read(strings.NewReader(withBuild(string(system), "")))
		require.NoError(t, err)
		read.Built = events
		var out bytes.Buffer
		require.NoError(t, WriteInspection(&out, read))
		doc, err := jsonschema.UnmarshalJSON(bytes.NewReader(out.Bytes()))
		require.NoError(t, err)
		require.NoError(t, inspectionSchema.Validate(doc))
		again, err := Read(&out)
		require.NoError(t, err)
		assert.Equal(t, events, again.Built)
	}
}

// What cannot be is named at its place, all of it.
func TestABuildWithFaults(t *testing.T) {
	_, err := Read(strings.NewReader(withBuild("in", `{"what": "gap", "ring": "third", "value": 0.00000000001},
		{"what": "turn", "torque": {"value": -2, "unit": "kg"}}, {"ring": "top"}, {"what": "cap", "number": 999, "who": "me"},
		{"what": "plan", "plan": {"cards": [{"key": "main", "group": "main", "unit": "N_m", "rows": 2, "columns": 2, "order": [1, 2, 3],
			"steps": [{"torque": {"value": 20, "unit": "N_m"}}]}], "gaps": "", "marked": []}}, 7`)))
	var problems Problems
	require.ErrorAs(t, err, &problems)
	var at []string
	for _, p := range problems {
		at = append(at, p.Pointer)
	}
	assert.ElementsMatch(t, []string{"/build/0/ring", "/build/0/value", "/build/1/torque/unit",
		"/build/1/torque/value", "/build/2/what",
		"/build/3/number", "/build/3/who",
		"/build/4/plan/cards", "/build/5"}, at, "%v", problems)
}
