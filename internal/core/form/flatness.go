package form

import (
	"math"
	"slices"

	"ledge/internal/core/unit"
)

// Flatness is the distance between the closest pair of parallel planes that holds all points (ISO 1101
// minimum zone), measured along the heights z; decks are so nearly level that the slope changes nothing. x, y
// and z have equal lengths. Points on one line have no flatness: the width is 0.
//
// The width is that of the few points that the pair touches. So it is found exactly for some, then
// the points that stand out furthest from that pair join them and, where it is wider than the one
// before, those that it does not touch leave; until none stands out. So no round comes back, and
// each looks at every point once.
func Flatness(x, y, z []unit.Length) unit.Length {
	p := points{floats(x), floats(y), floats(z)}
	corners := p.corners()
	if corners == nil {
		return 0
	}
	some := corners
	for before := -1.0; ; {
		pair, ok := p.closest(some)
		if !ok {
			return 0
		}
		low, high, lowest, highest := p.reach(pair, nil)
		if high-low <= pair.width*(1+1e-12)+1e-3 {
			return unit.Round(high - low)
		}
		if pair.width > before {
			some = p.touching(pair, some)
		}
		before = max(before, pair.width)
		// The corners stay: points over each other alone have no plane.
		for _, i := range append([]int{lowest, highest}, corners...) {
			if !slices.Contains(some, i) {
				some = append(some, i)
			}
		}
	}
}

// points are places with their heights.
type points struct{ x, y, z []float64 }

// A pair of parallel planes z = m·x + k·y + c, by its slopes and its width along z.
type pair struct{ m, k, width float64 }

// corners are three points that are not on one line; nil where there are none.
func (p points) corners() []int {
	furthest := func(from func(i int) float64) int {
		best := 0
		for i := range p.x {
			if from(i) > from(best) {
				best = i
			}
		}
		return best
	}
	if len(p.x) < 3 {
		return nil
	}
	a := 0
	b := furthest(func(i int) float64 { return math.Hypot(p.x[i]-p.x[a], p.y[i]-p.y[a]) })
	across := func(i int) float64 {
		return math.Abs((p.x[i]-p.x[a])*(p.y[b]-p.y[a]) - (p.y[i]-p.y[a])*(p.x[b]-p.x[a]))
	}
	c := furthest(across)
	if across(c) == 0 {
		return nil
	}
	return []int{a, b, c}
}

// closest is the closest pair of planes that holds some points. It touches three of them on one
// side and one on the other, or two on either side: every plane parallel to two lines between them
// is tried.
func (p points) closest(some []int) (best pair, ok bool) {
	best.width = math.Inf(1)
	type edge struct{ x, y, z float64 }
	var edges []edge
	for i, a := range some {
		for _, b := range some[i+1:] {
			edges = append(edges, edge{p.x[b] - p.x[a], p.y[b] - p.y[a], p.z[b] - p.z[a]})
		}
	}
	for i, a := range edges {
		for _, b := range edges[i+1:] {
			det := a.x*b.y - a.y*b.x
			if det == 0 {
				continue
			}
			one := pair{m: (a.z*b.y - a.y*b.z) / det, k: (a.x*b.z - a.z*b.x) / det}
			low, high, _, _ := p.reach(one, some)
			if one.width = high - low; one.width < best.width {
				best, ok = one, true
			}
		}
	}
	return best, ok
}

// reach is how far points stand out from the planes of a pair, and which do furthest: some of them,
// or all where some is nil.
func (p points) reach(of pair, some []int) (low, high float64, lowest, highest int) {
	low, high = math.Inf(1), math.Inf(-1)
	look := func(i int) {
		d := p.z[i] - of.m*p.x[i] - of.k*p.y[i]
		if d < low {
			low, lowest = d, i
		}
		if d > high {
			high, highest = d, i
		}
	}
	if some == nil {
		for i := range p.x {
			look(i)
		}
	}
	for _, i := range some {
		look(i)
	}
	return low, high, lowest, highest
}

// touching are those of some points that lie in one of the planes.
func (p points) touching(of pair, some []int) (touched []int) {
	low, high, _, _ := p.reach(of, some)
	near := (high-low)*1e-9 + 1e-3
	for _, i := range some {
		if d := p.z[i] - of.m*p.x[i] - of.k*p.y[i]; d-low <= near || high-d <= near {
			touched = append(touched, i)
		}
	}
	return touched
}

func floats(lengths []unit.Length) []float64 {
	out := make([]float64, len(lengths))
	for i, l := range lengths {
		out[i] = float64(l)
	}
	return out
}

// WidestGap is the largest gap under a straight edge that rests on the high points of equally
// spaced heights: under the upper side of their convex hull.
func WidestGap(heights []unit.Length) unit.Length {
	h := floats(heights)
	var hull []int
	for i := range h {
		for len(hull) > 1 {
			a, b := hull[len(hull)-2], hull[len(hull)-1]
			if (h[b]-h[a])*float64(i-a) > (h[i]-h[a])*float64(b-a) {
				break
			}
			hull = hull[:len(hull)-1]
		}
		hull = append(hull, i)
	}
	widest := 0.0
	for n := 1; n < len(hull); n++ {
		a, b := hull[n-1], hull[n]
		for i := a + 1; i < b; i++ {
			share := float64(i-a) / float64(b-a)
			widest = max(widest, h[a]*(1-share)+h[b]*share-h[i])
		}
	}
	return unit.Round(widest)
}
