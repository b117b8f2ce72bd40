// Package simulate makes parts and gauges whose truth is known, from a seeded source: to try the
// evaluation on what it cannot know, to fill demonstrations, and to practise on. It knows nothing
// of how parts are evaluated.
package simulate

import (
	"math"

	"ledge/internal/core/unit"
)

// A Source gives seeded random numbers, such as a *rand.Rand of math/rand/v2.
type Source interface {
	// Float64 is uniform in [0, 1).
	Float64() float64
	// NormFloat64 is normal with mean 0 and standard deviation 1.
	NormFloat64() float64
}

// A Form is the true shape of a journal or bore: a mean size, what it loses along its axis, and its oval.
type Form struct {
	Mean unit.Length
	// Taper is the size at the last station less that at the first.
	Taper unit.Length
	// Barrel is how much larger the middle is than the ends; negative for a waist.
	Barrel unit.Length
	// Oval is the largest less the smallest diameter of a section, its large axis at Axis.
	Oval unit.Length
	Axis unit.Angle
}

// At is the true diameter at a place along the axis, from 0 at the first station to 1 at the last,
// in a direction.
func (f Form) At(along float64, direction unit.Angle) unit.Length {
	middle := 4 * along * (1 - along) // 0 at the ends, 1 in the middle
	d := float64(f.Taper)*(along-0.5) + float64(f.Barrel)*(middle-0.5) +
		float64(f.Oval)/2*math.Cos(2*(direction-f.Axis).Radians())
	return f.Mean + unit.Round(d)
}

// A Gauge reads with an error of its own: a zero that is off, the hand that holds it, and its divisions.
type Gauge struct {
	Division unit.Length
	// Zero is how far off its zero is set.
	Zero unit.Length
	// Hand is the standard deviation of one reading.
	Hand unit.Length
}

// Read is what the gauge shows of a true length: the nearest division.
func (g Gauge) Read(truth unit.Length, source Source) unit.Length {
	shown := truth + g.Zero + unit.Round(float64(g.Hand)*source.NormFloat64())
	return unit.DivHalfEven(shown, int64(g.Division)) * g.Division
}

// Grid reads a form at stations × directions, the stations equally spaced along its axis.
func (g Gauge) Grid(f Form, stations int, directions []unit.Angle, source Source) [][]unit.Length {
	grid := make([][]unit.Length, stations)
	for s := range grid {
		along := 0.5
		if stations > 1 {
			along = float64(s) / float64(stations-1)
		}
		grid[s] = make([]unit.Length, len(directions))
		for d, direction := range directions {
			grid[s][d] = g.Read(f.At(along, direction), source)
		}
	}
	return grid
}

// A Bend is how a crankshaft is bent: its centre thrown towards Direction, most in the middle.
type Bend struct {
	Throw     unit.Length
	Direction unit.Angle
	// Places are the main journals in all.
	Places int
}

// At is the throw of the main journal at an index from 0: half a wave between the end journals,
// which run true.
func (b Bend) At(main int) unit.Length {
	if b.Places < 2 {
		return 0
	}
	return unit.Round(float64(b.Throw) * math.Sin(math.Pi*float64(main)/float64(b.Places-1)))
}

// Turn is what an indicator shows at the given angles on a main journal of the bent shaft, zeroed
// at the first; half the journal's ovality shows beside the throw.
func (b Bend) Turn(main int, ovality unit.Length, angles []unit.Angle, g Gauge, source Source) []unit.Length {
	throw := float64(b.At(main))
	shown := make([]unit.Length, len(angles))
	for i, a := range angles {
		r := throw*math.Cos((a-b.Direction).Radians()) + float64(ovality)/4*math.Cos(2*a.Radians())
		shown[i] = g.Read(unit.Round(r), source)
	}
	zero := shown[0]
	for i := range shown {
		shown[i] -= zero
	}
	return shown
}
