package form

import (
	"math"

	"ledge/internal/core/unit"
)

// Flatness is the distance between the closest pair of parallel planes that holds all points (ISO 1101
// minimum zone), measured along the heights z; decks are so nearly level that the slope changes nothing. x, y
// and z have equal lengths. Points on one line have no flatness: the width is 0.
//
// The closest pair touches three points on one side and one on the other, or two on either side, so every
// plane through three points and every one parallel to two connecting lines is tried. That is exact, and
// quick for the dozen or two points that are ever read.
func Flatness(x, y, z []unit.Length) unit.Length {
	n := len(x)
	px, py, pz := floats(x), floats(y), floats(z)
	best := math.Inf(1)
	try := func(ax, ay, az, bx, by, bz float64) {
		// The plane z = m·x + k·y parallel to both a and b.
		det := ax*by - ay*bx
		if det == 0 {
			return
		}
		m, k := (az*by-ay*bz)/det, (ax*bz-az*bx)/det
		low, high := math.Inf(1), math.Inf(-1)
		for i := range n {
			d := pz[i] - m*px[i] - k*py[i]
			low, high = min(low, d), max(high, d)
			if high-low >= best {
				return
			}
		}
		best = high - low
	}
	type edge struct{ x, y, z float64 }
	var edges []edge
	for i := range n {
		for j := i + 1; j < n; j++ {
			edges = append(edges, edge{px[j] - px[i], py[j] - py[i], pz[j] - pz[i]})
		}
	}
	for i, a := range edges {
		for _, b := range edges[i+1:] {
			try(a.x, a.y, a.z, b.x, b.y, b.z)
		}
	}
	if math.IsInf(best, 1) {
		return 0
	}
	return unit.Round(best)
}

func floats(lengths []unit.Length) []float64 {
	out := make([]float64, len(lengths))
	for i, l := range lengths {
		out[i] = float64(l)
	}
	return out
}

// WidestGap is the largest gap under a straight edge that rests on the high points of equally spaced heights.
func WidestGap(heights []unit.Length) unit.Length {
	widest := 0.0
	for i := range heights {
		// The edge above point i is the highest chord over it.
		edge := float64(heights[i])
		for a := range i {
			for b := i + 1; b < len(heights); b++ {
				share := float64(i-a) / float64(b-a)
				edge = max(edge, float64(heights[a])*(1-share)+float64(heights[b])*share)
			}
		}
		widest = max(widest, edge-float64(heights[i]))
	}
	return unit.Round(widest)
}
