package form

import (
	"math"

	"ledge/internal/core/unit"
)

// A PooledOval is one least-squares fit over all stations, D(z, θ) = D_z + (v/2)·cos 2(θ − φ), each station with
// its own mean: what the stations have in common.
type PooledOval struct {
	// Size is v, Angle φ in [0°, 180°); 0 where Size is 0.
	Size  unit.Length `json:"size"`
	Angle unit.Angle  `json:"angle"`

	// U is the standard uncertainty of v for readings of standard uncertainty 1.
	U float64 `json:"-"`

	// turn are the weights of cos 2θ and sin 2θ in v.
	turn [2]float64
}

// PooledOval fits all stations together. ok is false where fewer than three directions (modulo 180°) were read or
// the readings do not determine an oval.
func (g Grid) PooledOval() (oval PooledOval, ok bool) {
	if !g.threeDirections() {
		return PooledOval{}, false
	}
	var cc, cs, ss, cy, sy float64 // sums over cells, each station less its means
	for _, row := range g.Sizes {
		var n, c1, s1, y1 float64
		var base unit.Length // kept out of the floats
		for d, size := range row {
			if !size.OK {
				continue
			}
			if n == 0 {
				base = size.Length
			}
			sin, cos := doubled(g.Directions[d])
			n, c1, s1, y1 = n+1, c1+cos, s1+sin, y1+float64(size.Length-base)
		}
		for d, size := range row {
			if !size.OK {
				continue
			}
			sin, cos := doubled(g.Directions[d])
			c, s, y := cos-c1/n, sin-s1/n, float64(size.Length-base)-y1/n
			cc, cs, ss, cy, sy = cc+c*c, cs+c*s, ss+s*s, cy+c*y, sy+s*y
		}
	}
	determinant := cc*ss - cs*cs
	if determinant < 1e-6*math.Max(1, (cc+ss)*(cc+ss)/4) {
		return PooledOval{}, false
	}
	a, b := (ss*cy-cs*sy)/determinant, (cc*sy-cs*cy)/determinant
	oval.Size = unit.Round(2 * math.Hypot(a, b))
	x, y := 1.0, 0.0
	if oval.Size > 0 {
		oval.Angle = unit.AngleOf(math.Atan2(b, a) / 2 * 180 / math.Pi).Mod(180 * unit.Degree)
		x, y = a/math.Hypot(a, b), b/math.Hypot(a, b)
	}
	// v = 2√(a² + b²) moves by 2·(a, b)/|(a, b)|, whose variance the inverse of the normal matrix gives.
	oval.turn = [2]float64{2 * (ss*x - cs*y) / determinant, 2 * (cc*y - cs*x) / determinant}
	oval.U = 2 * math.Sqrt((ss*x*x-2*cs*x*y+cc*y*y)/determinant)
	return oval, true
}

// threeDirections reports whether three directions that differ modulo 180° were read.
func (g Grid) threeDirections() bool {
	var seen [3]unit.Angle
	n := 0
	for d, angle := range g.Directions {
		if !g.read(d) {
			continue
		}
		place := angle.Mod(180 * unit.Degree)
		again := false
		for _, other := range seen[:n] {
			again = again || other == place
		}
		if again {
			continue
		}
		seen[n] = place
		if n++; n == 3 {
			return true
		}
	}
	return false
}

// read reports whether a direction has a size anywhere.
func (g Grid) read(direction int) bool {
	for _, row := range g.Sizes {
		if direction < len(row) && row[direction].OK {
			return true
		}
	}
	return false
}
