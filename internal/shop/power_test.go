package shop_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/part"
)

// Beside each plan stands what it passes at the job's own limits: nine readings miss less than eight.
func TestPower(t *testing.T) {
	a, ctx := opened(t)
	powers, err := a.Power(ctx, 4, part.MainJournal)
	require.NoError(t, err)
	passes := map[string]int{}
	for _, p := range powers {
		if !p.Quick {
			passes[p.Plan] = p.Passes
		}
	}
	require.Len(t, passes, 5)
	assert.Greater(t, passes["1x2"], passes["2x4"])
	assert.Greater(t, passes["2x4"], passes["3x3"]+10)
	again, err := a.Power(ctx, 4, part.MainJournal)
	require.NoError(t, err)
	assert.Equal(t, powers, again)
}
