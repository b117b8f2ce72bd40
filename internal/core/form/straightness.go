package form

import (
	"math"

	"ledge/internal/core/unit"
)

// Straightness is the width of the smallest pair of parallel lines that holds all points (ISO 1101
// minimum zone), with the slope of that pair. x are places along the line, y the offsets across it;
// both have equal lengths. With fewer than three points the width is 0.
//
// The pair always touches two points on one side, so every line through two points is tried; that is
// exact where a linear programme would iterate, and there are never more bores than fingers.
func Straightness(x, y []unit.Length) (width unit.Length, slope float64) {
	best := math.Inf(1)
	for i := range x {
		for j := i + 1; j < len(x); j++ {
			if x[i] == x[j] {
				continue
			}
			m := float64(y[j]-y[i]) / float64(x[j]-x[i])
			low, high := math.Inf(1), math.Inf(-1)
			for k := range x {
				d := float64(y[k]-y[i]) - m*float64(x[k]-x[i])
				low, high = min(low, d), max(high, d)
			}
			if high-low < best {
				best, slope = high-low, m
			}
		}
	}
	if math.IsInf(best, 1) {
		return 0, 0
	}
	return unit.Round(best), slope
}
