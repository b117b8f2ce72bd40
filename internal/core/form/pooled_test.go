package form

import (
	"math"
	"math/rand/v2"
	"testing"

	"ledge/internal/core/unit"
)

// made is a grid whose stations have their own means and one oval in common.
func made(directions []unit.Angle, means []unit.Length, size unit.Length, axis unit.Angle) Grid {
	g := Grid{Directions: directions}
	for _, mean := range means {
		var row []CellSize
		for _, d := range directions {
			row = append(row, CellSize{mean + unit.Round(float64(size)/2*math.Cos(2*(d-axis).Radians())), true})
		}
		g.Sizes = append(g.Sizes, row)
	}
	return g
}

func degrees(of ...unit.Angle) []unit.Angle {
	for i := range of {
		of[i] *= unit.Degree
	}
	return of
}

// What is put in comes out, whatever the taper, with cells left out, too. Computed by hand: the model itself.
func TestPooledOvalFindsWhatIsThere(t *testing.T) {
	inch := unit.Inch
	for _, directions := range [][]unit.Angle{degrees(0, 60, 120), degrees(0, 45, 90, 135), degrees(10, 30, 80)} {
		for _, axis := range degrees(0, 17, 60, 133) {
			means := []unit.Length{2 * inch, 2*inch + 8*unit.Tenth, 2*inch - 3*unit.Tenth}
			g := made(directions, means, 6*unit.Tenth, axis)
			g.Sizes[1][2] = CellSize{}
			oval, ok := g.PooledOval()
			if !ok || (oval.Size-6*unit.Tenth).Abs() > 20 || unit.AxisDistance(oval.Angle, axis) > unit.Degree/100 {
				t.Errorf("directions %v, axis %v: %+v, %v", directions, axis, oval, ok)
			}
		}
	}
}

func TestPooledOvalNeedsThreeDirections(t *testing.T) {
	two := made(degrees(0, 90), []unit.Length{unit.Inch, unit.Inch}, unit.Tenth, 0)
	again := made(degrees(0, 90, 180), []unit.Length{unit.Inch, unit.Inch}, unit.Tenth, 0)
	// Each station read in two directions only: its own mean takes up one of the three.
	apart := made(degrees(0, 60, 120), []unit.Length{unit.Inch}, unit.Tenth, 0)
	apart.Sizes[0][1] = CellSize{}
	for name, g := range map[string]Grid{"two": two, "180 is 0": again, "one left out": apart} {
		if oval, ok := g.PooledOval(); ok {
			t.Errorf("%s: %+v", name, oval)
		}
	}
}

// The uncertainty that the covariance gives is what noise does to the fit: for nine cells in three directions 60° apart
// u(v) = 2σ·√(2/9). Seeded.
func TestPooledOvalUncertainty(t *testing.T) {
	for _, directions := range [][]unit.Angle{degrees(0, 60, 120), degrees(0, 20, 90)} {
		random := rand.New(rand.NewPCG(7, 8))
		const sigma, truth = 500.0, 40_000
		exact := made(directions, []unit.Length{unit.Inch, unit.Inch, unit.Inch}, truth, 30*unit.Degree)
		fitted, _ := exact.PooledOval()
		sum := 0.0
		const n = 4000
		for range n {
			g := made(directions, []unit.Length{unit.Inch, unit.Inch, unit.Inch}, truth, 30*unit.Degree)
			for _, row := range g.Sizes {
				for d := range row {
					row[d].Length += unit.Round(sigma * random.NormFloat64())
				}
			}
			oval, _ := g.PooledOval()
			sum += math.Pow(float64(oval.Size-truth), 2)
		}
		each := fitted.Spread(exact, func(Place) float64 { return sigma })
		if math.Abs(each/(fitted.U*sigma)-1) > 1e-9 {
			t.Errorf("%v: cell by cell %.3f, by the covariance %.3f", directions, each, fitted.U*sigma)
		}
		if seen, said := math.Sqrt(sum/n), fitted.U*sigma; math.Abs(seen/said-1) > 0.05 {
			t.Errorf("%v: noise moves the fit by %.0f, the covariance says %.0f", directions, seen, said)
		}
	}
	nine, _ := made(degrees(0, 60, 120), []unit.Length{unit.Inch, unit.Inch, unit.Inch}, unit.Tenth, 0).PooledOval()
	if want := 2 * math.Sqrt(2.0/9); math.Abs(nine.U-want) > 1e-9 {
		t.Errorf("u = %v σ, want %v σ", nine.U, want)
	}
}

// A shaft held off its axis shows the same on every main and is straight; the needle's extremes between four angles are
// reckoned from the throw. Computed by hand: r = e·cos(θ − φ).
func TestRunoutOffTheEnds(t *testing.T) {
	turn := func(at []unit.Angle, e float64, axis unit.Angle) []unit.Length {
		var y []unit.Length
		for _, a := range at {
			y = append(y, unit.Round(e*math.Cos((a-axis).Radians())))
		}
		return y
	}
	at := degrees(0, 90, 180, 270)
	held := turn(at, 20_000, 45*unit.Degree)
	end := RunoutOf(at, held)
	if end.TIR > end.Twice || (end.Twice-40_000).Abs() > 1 || end.Judged() != end.Twice {
		t.Errorf("between the angles: TIR %d, 2e %d, judged %d", end.TIR, end.Twice, end.Judged())
	}
	off, ok := Off(at, held, end, end, 0.5)
	if !ok || off.Judged() > 1 || off.TIR != end.TIR || *off.TIRAxis > 1 {
		t.Errorf("held off its axis: %+v", off)
	}
	bent := turn(at, 50_000, 45*unit.Degree)
	off, _ = Off(at, bent, end, end, 0.5)
	if (off.Twice - 60_000).Abs() > 2 {
		t.Errorf("bent by 0.0030 mm more than it is held off: 2e %d", off.Twice)
	}
	if _, ok := Off(at, bent, RunoutFromTIR(10), end, 0.5); ok {
		t.Error("an end known by its TIR alone has no direction")
	}
}
