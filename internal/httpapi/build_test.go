package httpapi

import (
	"encoding/json"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/core/unit"
	"ledge/internal/shop"
)

// The best matching is never worse than as numbered; what a person settles is kept, and must use
// every part once.
func TestBuild(t *testing.T) {
	base := serveDemo(t).URL
	_, body, _ := call(t, "GET", base+"/api/v1/jobs/6/build", nil)
	var view shop.BuildView
	require.NoError(t, json.Unmarshal(body, &view))
	require.Len(t, view.Matchings, 2)
	for _, m := range view.Matchings {
		worst := func(order []int) (far int64) {
			for place, part := range order {
				far = max(far, int64((m.Clearances[place][part] - m.Target).Abs()))
			}
			return far
		}
		assert.LessOrEqual(t, worst(m.Best), worst(m.AsNumbered))
	}
	require.Len(t, view.Rings, 12)
	assert.Positive(t, view.Rings[2].File, "a tight oil ring is filed")

	settle := func(parts ...int) int {
		status, _, _ := call(t, "POST", base+"/api/v1/jobs/6/matchings",
			map[string]any{"id": uuid.NewString(), "kind": "cylinder", "parts": parts})
		return status
	}
	assert.Equal(t, 422, settle(1, 1, 2, 3))
	assert.Equal(t, 422, settle(1, 2, 3))
	assert.Equal(t, 201, settle(4, 3, 2, 1))
	assert.Equal(t, 201, settle(1, 3, 2, 4))
	_, body, _ = call(t, "GET", base+"/api/v1/jobs/6/build", nil)
	require.NoError(t, json.Unmarshal(body, &view))
	require.Len(t, view.Settled, 1)
	assert.Equal(t, []int{1, 3, 2, 4}, view.Settled[0].Parts)

	_, body, _ = call(t, "GET", base+"/api/v1/jobs/7/build", nil)
	require.NoError(t, json.Unmarshal(body, &view))
	require.NotNil(t, view.Pairing)
	spread := func(p *disposition.Pairing, pairs [][2]int) unit.Mass {
		low, high := unit.Mass(1<<62), unit.Mass(0)
		for _, pair := range pairs {
			sum := p.Weights[pair[0]] + p.Weights[pair[1]]
			low, high = min(low, sum), max(high, sum)
		}
		return high - low
	}
	assert.LessOrEqual(t, spread(view.Pairing, view.Pairing.Best), spread(view.Pairing, view.Pairing.AsNumbered))
	_, body, _ = call(t, "GET", base+"/api/v1/jobs/1/build", nil)
	assert.JSONEq(t, `{"matchings": [], "rings": [], "settled": []}`, string(body))
}
