package fit

import (
	"slices"

	"ledge/internal/core/unit"
)

// MostPaired bounds the parts whose pairings are all tried: 12 have 10 395.
const MostPaired = 12

// Pairs puts an even number of parts together two by two so that the sums of the pairs lie as near
// to each other as can be: the least spread, of those the least worst distance from the mean pair.
// Every pairing is tried; with an odd number, or more than [MostPaired], it returns nil.
func Pairs(weights []unit.Mass) (pairs [][2]int) {
	n := len(weights)
	if n == 0 || n%2 == 1 || n > MostPaired {
		return nil
	}
	total := unit.Mass(0)
	for _, w := range weights {
		total += w
	}
	half := unit.Mass(n / 2)
	var present [][2]int
	used := make([]bool, n)
	bestSpread, bestWorst := unit.Mass(-1), unit.Mass(0)
	var try func()
	try = func() {
		first := slices.Index(used, false)
		if first < 0 {
			spread, worst := spreadOf(weights, present, total, half)
			if bestSpread < 0 || spread < bestSpread || spread == bestSpread && worst < bestWorst {
				bestSpread, bestWorst, pairs = spread, worst, slices.Clone(present)
			}
			return
		}
		used[first] = true
		for second := first + 1; second < n; second++ {
			if used[second] {
				continue
			}
			used[second] = true
			present = append(present, [2]int{first, second})
			try()
			present = present[:len(present)-1]
			used[second] = false
		}
		used[first] = false
	}
	try()
	return pairs
}

// spreadOf is the range of the pairs' sums, and half times their largest distance from the mean pair.
func spreadOf(weights []unit.Mass, pairs [][2]int, total, half unit.Mass) (spread, worst unit.Mass) {
	var sums []unit.Mass
	for _, p := range pairs {
		sum := weights[p[0]] + weights[p[1]]
		sums = append(sums, sum)
		worst = max(worst, max(half*sum-total, total-half*sum))
	}
	return slices.Max(sums) - slices.Min(sums), worst
}
