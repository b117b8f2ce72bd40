package fit

import (
	"math/rand/v2"
	"slices"
	"testing"

	"ledge/internal/core/unit"
)

// Values computed outside this project (scipy, exhaustive search).
func TestAssignCheckValues(t *testing.T) {
	cost := [][]int64{{62, 75, 80, 93, 95, 97}, {75, 80, 82, 85, 71, 97}, {80, 75, 81, 98, 90, 97},
		{78, 82, 84, 80, 50, 98}, {90, 85, 85, 80, 85, 99}, {65, 75, 80, 75, 68, 96}}
	if _, sum, ok := Assign(cost); sum != 443 || !ok {
		t.Errorf("least sum %d, want 443", sum)
	}
	columns, ok := Match(cost)
	worst := int64(0)
	for i, j := range columns {
		worst = max(worst, cost[i][j])
	}
	if worst != 96 || !ok {
		t.Errorf("least worst %d, want 96", worst)
	}
}

// Eight pistons in eight bores, aiming at 55 µm: the least worst deviation is 2, the least sum of
// squares 14; with some pairs forbidden 5 and 56.
func TestPistonsToBoresCheckValues(t *testing.T) {
	bores := []int64{101612, 101605, 101618, 101609, 101621, 101603, 101615, 101611}
	pistons := []int64{101561, 101552, 101549, 101566, 101557, 101559, 101554, 101548}
	cost := make([][]int64, 8)
	for i, b := range bores {
		for _, p := range pistons {
			cost[i] = append(cost[i], max(b-p-55, p+55-b))
		}
	}
	check := func(wantWorst, wantSquares int64) {
		t.Helper()
		columns, ok := Match(cost)
		worst, squares := int64(0), int64(0)
		for i, j := range columns {
			worst, squares = max(worst, cost[i][j]), squares+cost[i][j]*cost[i][j]
		}
		if !ok || worst != wantWorst || squares != wantSquares {
			t.Errorf("worst %d, squares %d; want %d and %d", worst, squares, wantWorst, wantSquares)
		}
	}
	check(2, 14)
	for _, f := range [][2]int{{0, 0}, {1, 2}, {2, 5}, {3, 1}, {4, 3}, {5, 7}, {7, 4}} {
		cost[f[0]][f[1]] = Forbidden
	}
	check(5, 56)
	if _, _, ok := Assign([][]int64{{Forbidden, 1}, {Forbidden, 2}}); ok {
		t.Error("an assignment with a forbidden pair is told as if it could be")
	}
	if _, ok := Match([][]int64{{Forbidden, 1}, {Forbidden, 2}}); ok {
		t.Error("no assignment is left, and one was found")
	}
}

// Against every permutation of small random tables.
func TestMatchIsTheOptimum(t *testing.T) {
	source := rand.New(rand.NewPCG(8, 1))
	for range 200 {
		n := 1 + source.IntN(5)
		cost := make([][]int64, n)
		for i := range cost {
			for range n {
				cost[i] = append(cost[i], int64(source.IntN(30)))
			}
		}
		bestWorst, bestSquares, bestSum := int64(-1), int64(0), int64(-1)
		var walk func(columns []int)
		walk = func(columns []int) {
			if i := len(columns); i < n {
				for j := range n {
					if !slices.Contains(columns, j) {
						walk(append(slices.Clone(columns), j))
					}
				}
				return
			}
			worst, squares, sum := int64(0), int64(0), int64(0)
			for i, j := range columns {
				worst, squares, sum = max(worst, cost[i][j]), squares+cost[i][j]*cost[i][j], sum+cost[i][j]
			}
			if bestWorst < 0 || worst < bestWorst || worst == bestWorst && squares < bestSquares {
				bestWorst, bestSquares = worst, squares
			}
			if bestSum < 0 || sum < bestSum {
				bestSum = sum
			}
		}
		walk(nil)
		columns, _ := Match(cost)
		worst, squares := int64(0), int64(0)
		for i, j := range columns {
			worst, squares = max(worst, cost[i][j]), squares+cost[i][j]*cost[i][j]
		}
		if _, sum, _ := Assign(cost); worst != bestWorst || squares != bestSquares || sum != bestSum {
			t.Fatalf("%v: worst %d squares %d sum %d, want %d %d %d", cost, worst, squares, sum, bestWorst,
				bestSquares, bestSum)
		}
	}
}

// Rods paired on shared crankpins, in 0.1 g: exhaustive search outside this project.
func TestPairsCheckValues(t *testing.T) {
	for _, tt := range []struct {
		weights []unit.Mass
		spread  unit.Mass
	}{{[]unit.Mass{4312, 4298, 4325, 4307, 4319, 4301, 4310, 4330}, 6},
		{[]unit.Mass{5120, 5098, 5131, 5105, 5117, 5102}, 7}} {
		var sums []unit.Mass
		for _, p := range Pairs(tt.weights) {
			sums = append(sums, tt.weights[p[0]]+tt.weights[p[1]])
		}
		if got := slices.Max(sums) - slices.Min(sums); got != tt.spread || len(sums) != len(tt.weights)/2 {
			t.Errorf("spread %d of %d pairs, want %d", got, len(sums), tt.spread)
		}
	}
	if Pairs(nil) != nil || Pairs([]unit.Mass{1, 2, 3}) != nil || Pairs(make([]unit.Mass, 14)) != nil {
		t.Error("odd and large numbers are not paired")
	}
}

// 3.2775 in of bore wants a gap of 0.0131 (common practice); a gap grows by π times the bore: 0.25
// mm gives 0.7854 mm (computed outside).
func TestRings(t *testing.T) {
	if got := RingGap(unit.MustParse("3.2775", unit.In)).Fixed(unit.In, 4); got != "0.0131" {
		t.Errorf("gap %s, want 0.0131", got)
	}
	if got := GapChange(250*unit.Micrometre).Fixed(unit.MM, 4); got != "0.7854" {
		t.Errorf("change %s, want 0.7854", got)
	}
}
