package exchange_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/exchange"
)

// The play of a pin stands among the clearances, in its piston and in its rod, and counts no more where one of them is
// renewed.
func TestPinsHaveTheirPlayAmongTheClearances(t *testing.T) {
	in, err := exchange.Read(strings.NewReader(`{"format": "ledge.inspection/1", "unit": "in", "policy": {"confirm": false},
		"limits": {"pin": {"new": {"min": 0.8748, "max": 0.8750}, "clearance": {"new": {"min": 0.0002, "max": 0.0010}}},
			"small_end": {"new": {"min": 0.8752, "max": 0.8758}}},
		"features": [
			{"kind": "pin", "number": 1, "stations": ["A"], "directions": [0, 90], "readings": [[0.8750, 0.8749]]},
			{"kind": "pin_bore", "number": 1, "stations": ["A"], "directions": [0, 90], "readings": [[0.8755, 0.8754]]},
			{"kind": "small_end", "number": 1, "stations": ["A"], "directions": [0, 90], "readings": [[0.8765, 0.8764]]}]}`))
	require.NoError(t, err)
	fits := disposition.Evaluate(in).Fits
	require.Len(t, fits, 2)
	for _, f := range fits {
		assert.Equal(t, part.PinFit, f.Kind)
	}
	assert.Equal(t, part.PinBore, fits[0].Mate)
	assert.Equal(t, limit.Within, fits[0].Verdict)
	assert.EqualValues(t, 4*25_400, fits[0].Clearance.Min) // 0.8754 − 0.8750
	assert.EqualValues(t, 6*25_400, fits[0].Clearance.Max)
	assert.True(t, fits[1].Void, "its small end gets a new bush")
}
