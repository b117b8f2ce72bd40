package plan

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/unit"
)

// Common practice: the ends of a journal are its ends under any plan; what was read elsewhere stays beside the new one.
func TestAnotherPlanKeepsWhatFits(t *testing.T) {
	plan := func(id string) Plan {
		p, ok := Find(id)
		require.True(t, ok)
		return p
	}
	eight, nine := plan("2x4"), plan("3x3")
	read := map[[2]int]bool{{0, 0}: true, {0, 1}: true} // A at 0 and at 45
	used := func(r, c int) bool { return read[[2]int{r, c}] }
	now, rows, columns := nine.Refit(Grid{Stations: eight.Stations, Directions: eight.Directions}, used)
	assert.Equal(t, Grid{nine.Stations, []unit.Angle{0, 60 * unit.Degree, 120 * unit.Degree, 45 * unit.Degree}, 0}, now)
	assert.Equal(t, []int{0, 2}, rows)
	assert.Equal(t, []int{0, 3, -1, -1}, columns)

	read = map[[2]int]bool{{1, 0}: true, {1, 3}: true} // the middle, at 0 and at 45
	back, rows, columns := eight.Refit(now, used)
	assert.Equal(t, Grid{[]string{"A", "B", "middle"}, eight.Directions, 1}, back)
	assert.Equal(t, []int{0, 2, 1}, rows)
	assert.Equal(t, []int{0, -1, -1, 1}, columns)

	four := plan("4x2")
	_, rows, _ = four.Refit(Grid{Stations: []string{"top", "middle", "bottom", "A"}, Added: 1}, used)
	assert.Equal(t, []int{0, 1, 3, -1}, rows, "an added place has only its name")

	_, rows, _ = eight.Refit(Grid{Stations: []string{"left", "A"}, Added: 1}, used)
	assert.Equal(t, []int{-1, 0}, rows, "a place has its name wherever it stood")
}
