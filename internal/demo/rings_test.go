package demo

import (
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// A ring whose gap its bore does not explain is pointed out, and only that one.
func TestRingGapsCrossCheckTheBores(t *testing.T) {
	in, _, err := Read("jobs/6-sawmill-four.json")
	require.NoError(t, err)
	flagged := func() (rings []string) {
		for _, a := range disposition.BuildOf(in, disposition.Evaluate(in)).Rings {
			if slices.ContainsFunc(a.Says,
				func(r disposition.Reason) bool { return strings.HasSuffix(r.Form, "_than_bore") }) {
				rings = append(rings, a.Ring)
			}
		}
		return rings
	}
	assert.NotContains(t, flagged(), "top")
	i, ok := in.Latest(part.RingGap, 3)
	require.True(t, ok)
	in.Features[i].List.Readings[0] += 8 * unit.Thou
	assert.Contains(t, flagged(), "top")
}
