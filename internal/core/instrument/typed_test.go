package instrument

import (
	"encoding/json"
	"os"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/unit"
)

// What is typed is read in the browser, at once, as it is read here: both are held to the same cases, of exact
// arithmetic (web/src/quantity/quantity.test.ts).
func TestTypedAsTheBrowserReadsIt(t *testing.T) {
	raw, err := os.ReadFile("../unit/testdata/typed.json")
	require.NoError(t, err)
	var cases struct {
		Read []struct {
			Typed, Shown string
			Unit         unit.System
			Length       unit.Length
		}
		Refused []struct {
			Typed string
			Unit  unit.System
		}
		Deviations []struct {
			Setting, Division, Size unit.Length
			Sense                   int
			Typed                   string
		}
	}
	require.NoError(t, json.Unmarshal(raw, &cases))
	require.NotEmpty(t, cases.Read)
	for _, c := range cases.Read {
		got, err := unit.Parse(c.Typed, c.Unit)
		require.NoError(t, err, c.Typed)
		assert.Equal(t, c.Length, got, c.Typed)
		assert.Equal(t, c.Shown, got.Show(c.Unit), c.Typed)
	}
	require.NotEmpty(t, cases.Refused)
	for _, c := range cases.Refused {
		_, err := unit.Parse(c.Typed, c.Unit)
		assert.Error(t, err, c.Typed)
	}
	require.NotEmpty(t, cases.Deviations)
	for _, c := range cases.Deviations {
		// Divisions count whole dials: as many times what one is worth.
		divisions, err := unit.Parse(c.Typed, unit.MM)
		require.NoError(t, err, c.Typed)
		shown := unit.Length(int64(divisions) * int64(c.Division) / int64(unit.MM.One()))
		assert.Equal(t, c.Size, Gauge{Setting: &c.Setting, Sense: c.Sense}.Size(shown), c.Typed)
	}
}
