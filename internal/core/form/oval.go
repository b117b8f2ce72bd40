package form

import (
	"math"

	"gonum.org/v1/gonum/blas"
	"gonum.org/v1/gonum/blas/blas64"
	"gonum.org/v1/gonum/lapack/lapack64"

	"ledge/internal/core/unit"
)

// An Oval is the least-squares fit D(θ) = D₀ + (v/2)·cos 2(θ − φ) of the diameters at one station.
type Oval struct {
	// Size is v, largest minus smallest fitted diameter.
	Size unit.Length `json:"size"`
	// Angle is φ, the large axis, in [0°, 180°); 0 where Size is 0.
	Angle unit.Angle `json:"angle"`
	// Station is the index of the station fitted.
	Station int `json:"station"`
	// Residual is the largest deviation of a diameter from the fit: what is not oval.
	Residual unit.Length `json:"residual"`

	mean float64 // D₀
}

// At returns the fitted diameter in direction a.
func (o Oval) At(a unit.Angle) unit.Length {
	return unit.Round(o.mean + float64(o.Size)/2*math.Cos(2*(a-o.Angle).Radians()))
}

// FitOval fits one station. ok is false with fewer than three sizes, or where the directions cannot
// separate an oval from a size (0° and 90° alone, or repeats of one direction).
func (g Grid) FitOval(station int) (oval Oval, ok bool) {
	var at [16]unit.Angle
	var off [16]float64
	angles, deviations := at[:0], off[:0]
	var base unit.Length // kept out of the floats, which then carry only deviations
	for d, s := range g.Sizes[station] {
		if !s.OK {
			continue
		}
		if len(angles) == 0 {
			base = s.Length
		}
		angles, deviations = append(angles, g.Directions[d]), append(deviations, float64(s.Length-base))
	}
	if len(angles) < 3 {
		return Oval{}, false
	}
	var kept [3]float64
	coefficients, ok := harmonics(kept[:], angles, deviations, 2)
	if !ok {
		return Oval{}, false
	}
	a, b := coefficients[1], coefficients[2]
	oval = Oval{Station: station, Size: unit.Round(2 * math.Hypot(a, b)), mean: float64(base) + coefficients[0]}
	if oval.Size > 0 {
		oval.Angle = unit.AngleOf(math.Atan2(b, a) / 2 * 180 / math.Pi).Mod(180 * unit.Degree)
	}
	for i, y := range deviations {
		sin, cos := doubled(angles[i])
		oval.Residual = max(oval.Residual, unit.Round(math.Abs(y-coefficients[0]-a*cos-b*sin)))
	}
	return oval, true
}

// Oval returns the fit of the worst station, the first of equals; ok is false where none can be fitted.
func (g Grid) Oval() (worst Oval, ok bool) {
	for station := range g.Sizes {
		if oval, fitted := g.FitOval(station); fitted && (!ok || oval.Size > worst.Size) {
			worst, ok = oval, true
		}
	}
	return worst, ok
}

// doubled are the sine and cosine of twice an angle.
func doubled(a unit.Angle) (sin, cos float64) {
	if a >= 0 && a < 360*unit.Degree && a%usual == 0 {
		known := &usually[a/usual]
		return known[0], known[1]
	}
	return math.Sincos(2 * a.Radians())
}

// usual is what most directions are a multiple of, usually their doubled sines and cosines.
const usual = 15 * unit.Degree

var usually = func() (known [24][2]float64) {
	for i := range known {
		known[i][0], known[i][1] = math.Sincos(2 * (unit.Angle(i) * usual).Radians())
	}
	return known
}()

// harmonics fits y(θ) = c₀ + Σ (aₖ cos kθ + bₖ sin kθ) over one or two orders by least squares and
// returns c₀, a, b, … in into; ok is false where the angles do not determine them.
func harmonics(into []float64, angles []unit.Angle, y []float64, orders ...int) (coefficients []float64, ok bool) {
	columns := 1 + 2*len(orders)
	if len(y) < columns {
		return nil, false
	}
	const most = 5
	var matrix [most][most]float64
	var row [most]float64
	sums := into[:columns]
	for i, angle := range angles {
		row[0] = 1
		for k, order := range orders {
			if order == 2 {
				row[1+2*k+1], row[1+2*k] = doubled(angle)
			} else {
				row[1+2*k+1], row[1+2*k] = math.Sincos(float64(order) * angle.Radians())
			}
		}
		for r := range columns {
			sums[r] += row[r] * y[i]
			for c := range columns {
				matrix[r][c] += row[r] * row[c]
			}
		}
	}
	orthogonal := true // as it is for equally spaced angles: then each coefficient stands alone
	for r := range columns {
		for c := range r {
			orthogonal = orthogonal && math.Abs(matrix[r][c]) < 1e-9
		}
		orthogonal = orthogonal && matrix[r][r] > 0.1
	}
	if !orthogonal {
		return sums, solve(matrix, sums)
	}
	for r := range columns {
		sums[r] /= matrix[r][r]
	}
	return sums, true
}

// solve replaces the right side x by the solution of the normal equations; false where they have
// none. Those of a few cosines are well conditioned whenever they have an answer at all; without
// one a pivot vanishes.
func solve(matrix [5][5]float64, x []float64) bool {
	n, b := len(x), append([]float64(nil), x...) // what LAPACK is given is no caller's stack
	defer func() { copy(x, b) }()
	flat := make([]float64, 0, n*n)
	for _, row := range matrix[:n] {
		flat = append(flat, row[:n]...)
	}
	triangle, ok := lapack64.Potrf(blas64.Symmetric{Uplo: blas.Upper, N: n, Data: flat, Stride: n})
	for r := range n {
		ok = ok && flat[r*n+r] > 1e-5
	}
	if ok {
		lapack64.Potrs(triangle, blas64.General{Rows: n, Cols: 1, Data: b, Stride: 1})
	}
	return ok
}
