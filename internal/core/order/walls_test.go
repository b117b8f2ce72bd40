package order_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/core/order"
	"ledge/internal/core/schedule"
)

// Before new shells are fitted anywhere, their own walls and the housing that they go into say what a
// journal is ground to; the walls of another step say nothing, and a fitted bearing says it better. The
// decision on the journals as they were found is the same with new shells and without. Common practice.
func TestAGroundSizeFollowsFromTheWallsOfNewShells(t *testing.T) {
	shells := func(wall string) string {
		return fmt.Sprintf(`{"kind": "main_shell", "number": 1, "state": "new_part", "readings": [%[1]s, %[1]s, %[1]s, %[1]s]}`, wall)
	}
	journal := grid("main_journal", 1, "2.4960", "")
	housing := grid("main_housing", 1, "2.7000", "")
	limits := mains + `, "main_housing": {"new": {"min": 2.6998, "max": 2.7003}}`
	line := func(more ...string) order.Line {
		inspected := read(t, limits, append([]string{journal, housing}, more...)...)
		result := disposition.Evaluate(inspected)
		sheets := worded(inspected, result, signed(result), schedule.Counts{Mains: 1}, nil)
		require.Equal(t, order.Grind, sheets[0].Name)
		return sheets[0].Lines[0]
	}
	bare := line()
	assert.Equal(t, order.NoBearing, bare.Why.Form)
	// 2.7000 less twice 0.1047 is 2.4906; less the 0.0020 aimed at it is 2.4886, a hundredth under 2.4990.
	own := line(shells("0.1047"))
	assert.Equal(t, order.OnWalls, own.Why.Form)
	assert.Equal(t, in("2.4891"), *own.Max, "half the width of a new range above")
	assert.Equal(t, in("2.4885"), *own.Min, "no lower than where its wear would be beyond as it came back")
	assert.Contains(t, own.Note, "walls of its new shells")
	another := line(shells("0.0997")) // of standard
	assert.Equal(t, order.NoBearing, another.Why.Form)
	assert.Equal(t, *bare.Min, *another.Min)
	fitted := line(shells("0.1047"), grid("main_bearing", 1, "2.4910", `"fitted": {"step": 0.010, "shell": 0},`))
	assert.Equal(t, order.OnBearing, fitted.Why.Form)
}
