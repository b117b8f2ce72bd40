package fit

import (
	"math"
	"slices"
)

// Forbidden is a cost that no assignment may take.
const Forbidden = math.MaxInt64 / 4

// Assign returns for each row the column of the assignment with the least sum of costs, and that
// sum: the exact optimum, by shortest augmenting paths (Hungarian method). cost is square. ok is
// false where every assignment takes a forbidden cost.
func Assign(cost [][]int64) (columns []int, sum int64, ok bool) {
	n := len(cost)
	// Potentials and the usual 1-based arrays: row 0 and column 0 are where a path begins.
	u, v, match, way := make([]int64, n+1), make([]int64, n+1), make([]int, n+1), make([]int, n+1)
	for row := 1; row <= n; row++ {
		match[0] = row
		least, used := make([]int64, n+1), make([]bool, n+1)
		for j := range least {
			least[j] = math.MaxInt64
		}
		column := 0
		for match[column] != 0 {
			used[column] = true
			i, next, delta := match[column], 0, int64(math.MaxInt64)
			for j := 1; j <= n; j++ {
				if used[j] {
					continue
				}
				if reduced := cost[i-1][j-1] - u[i] - v[j]; reduced < least[j] {
					least[j], way[j] = reduced, column
				}
				if least[j] < delta {
					delta, next = least[j], j
				}
			}
			for j := range used {
				if used[j] {
					u[match[j]] += delta
					v[j] -= delta
				} else {
					least[j] -= delta
				}
			}
			column = next
		}
		for column != 0 {
			match[column] = match[way[column]]
			column = way[column]
		}
	}
	columns, ok = make([]int, n), true
	for j := 1; j <= n; j++ {
		c := cost[match[j]-1][j-1]
		columns[match[j]-1] = j - 1
		sum += c
		ok = ok && c < Forbidden
	}
	return columns, sum, ok
}

// Match returns the assignment whose worst cost is the least, and of those the one with the least
// sum of squared costs. Costs are not negative. ok is false where only forbidden ones are left.
func Match(cost [][]int64) (columns []int, ok bool) {
	levels := []int64{}
	for _, row := range cost {
		levels = append(levels, row...)
	}
	slices.Sort(levels)
	levels = slices.Compact(levels)
	under := func(worst int64, square bool) ([]int, bool) {
		limited := make([][]int64, len(cost))
		for i, row := range cost {
			limited[i] = make([]int64, len(row))
			for j, c := range row {
				switch {
				case c > worst || c >= Forbidden:
					limited[i][j] = Forbidden / int64(len(cost)+1)
				case square:
					limited[i][j] = c * c
				}
			}
		}
		columns, _, _ := Assign(limited)
		for i, j := range columns {
			if cost[i][j] > worst || cost[i][j] >= Forbidden {
				return nil, false
			}
		}
		return columns, true
	}
	low, high := 0, len(levels)-1
	if high < 0 {
		return nil, true
	}
	if _, ok := under(levels[high], false); !ok {
		return nil, false
	}
	for low < high {
		middle := (low + high) / 2
		if _, ok := under(levels[middle], false); ok {
			high = middle
		} else {
			low = middle + 1
		}
	}
	return under(levels[low], true)
}
