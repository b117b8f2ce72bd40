package exchange_test

import (
	"bytes"
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/core/part"
	"ledge/internal/exchange"
)

// A taper of 0.0004 in between stations that lie 0.15 of the length inside either end is 0.0004 / 0.7 = 0.00057 from
// end to end (worked by hand).
func TestATaperReadInsideTheEndsIsDrawnOutToThem(t *testing.T) {
	read := func(inset, policy string) disposition.Set {
		in, err := exchange.Read(strings.NewReader(fmt.Sprintf(`{"format": "ledge.inspection/1", "unit": "in",
			"policy": {%s}, "limits": {"main_journal": {"new": {"min": 2.2480, "max": 2.2490}, "wear_max": 0.0030,
			"taper_max": 0.0005, "clearance": {"new": {"min": 0.0010, "max": 0.0030}}}},
			"features": [{"kind": "main_journal", "number": 1, %s "look": "smooth", "stations": ["A", "B"],
			"directions": [0, 90], "gauge": {"kind": "micrometer", "division": 0.0001},
			"readings": [[2.2488, 2.2488], [2.2484, 2.2485]]}]}`, policy, inset)))
		require.NoError(t, err)
		var written bytes.Buffer
		require.NoError(t, exchange.WriteInspection(&written, in))
		assert.Equal(t, strings.Contains(inset, "0.15"), strings.Contains(written.String(), `"inset": 0.15`))
		for _, s := range disposition.Evaluate(in).Sets {
			if s.Set == part.MainJournals {
				return s
			}
		}
		return disposition.Set{}
	}
	near := read(`"inset": 0.15,`, "")
	assert.Equal(t, disposition.Remeasure, near.Action)
	require.Len(t, near.Asks, 1)
	assert.Equal(t, [][2]string{{"A", "0"}, {"B", "0"}}, near.Asks[0].Places())
	assert.NotEqual(t, disposition.Remeasure, read(`"inset": 0.02,`, "").Action, "near enough to the ends")
	assert.NotEqual(t, disposition.Remeasure, read("", "").Action)
	assert.NotEqual(t, disposition.Remeasure, read(`"inset": 0.15,`, `"confirm": false`).Action)
}
