package exchange

import (
	"encoding/json"
	"math/big"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/part"
)

var unitless = []string{"number", "directions", "angles", "sense", "cylinders", "mains", "throws",
	"cylinders_per_throw", "temperature_c"}

// metric rewrites every length of a decoded document in millimetres, exactly.
func metric(value any, key string) any {
	switch v := value.(type) {
	case map[string]any:
		for k := range v {
			v[k] = metric(v[k], k)
		}
	case []any:
		for i := range v {
			v[i] = metric(v[i], key)
		}
	case json.Number:
		if slices.Contains(unitless, key) {
			return v
		}
		inches, _ := new(big.Rat).SetString(v.String())
		return json.Number(strings.TrimRight(inches.Mul(inches, big.NewRat(254, 10)).FloatString(9), "0") + "0")
	}
	return value
}

// explicit are the inch policy's own stocks: left out, a metric document has rounder ones.
var explicit = map[string]any{"cleanup_allowance": json.Number("0.0010"),
	"polish_stock": json.Number("0.0002"), "hone_stock": json.Number("0.0030"),
	"line_hone_stock": json.Number("0.0020"), "cap_cut_max": json.Number("0.0060"),
	"step_limit": json.Number("0.0030")}

// Inch and metric give the same decision for the same part.
func TestInchAndMetricDecideAlike(t *testing.T) {
	for _, tt := range decisions {
		decoder := json.NewDecoder(strings.NewReader(tt.doc))
		decoder.UseNumber()
		var doc map[string]any
		require.NoError(t, decoder.Decode(&doc))
		policy := doc["policy"].(map[string]any)
		for k, v := range explicit {
			policy[k] = v
		}
		metric(doc, "")
		doc["unit"] = "mm"
		text, err := json.Marshal(doc)
		require.NoError(t, err)
		_, inches := evaluateText(t, tt.doc)
		_, millimetres := evaluateText(t, string(text))
		require.Len(t, millimetres.Sets, len(inches.Sets), tt.name)
		for i := range inches.Sets {
			a, b := inches.Sets[i], millimetres.Sets[i]
			assert.Equal(t, []any{a.Action, a.Step, a.Shell, a.Provisional, a.SizeClass},
				[]any{b.Action, b.Step, b.Shell, b.Provisional, b.SizeClass}, tt.name)
		}
		for i := range inches.Features {
			for j, c := range inches.Features[i].Checks {
				assert.EqualValues(t, c.Verdict, millimetres.Features[i].Checks[j].Verdict, "%s: %s", tt.name, c.Name)
			}
		}
	}
}

// The order of features in the document changes no decision, as long as it keeps the order of states.
func TestFeatureOrderChangesNothing(t *testing.T) {
	random := rand.New(rand.NewPCG(7, 11))
	for _, tt := range decisions {
		in, want := evaluateText(t, tt.doc)
		if slices.ContainsFunc(in.Features, func(f inspection.Feature) bool { return f.State != part.AsFound }) {
			continue
		}
		random.Shuffle(len(in.Features),
			func(i, j int) { in.Features[i], in.Features[j] = in.Features[j], in.Features[i] })
		got := disposition.Evaluate(in)
		for i := range want.Sets {
			assert.Equal(t, decision(in, want.Sets[i]), decision(in, got.Sets[i]), tt.name)
		}
	}
}
