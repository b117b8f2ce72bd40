package simulate

import (
	"ledge/internal/core/engine"
	"ledge/internal/core/unit"
)

// A Part is one simulated part: its truth, and what a gauge showed of it.
type Part struct {
	Kind       string
	Number     int
	Truth      Form
	Stations   []string
	Directions []unit.Angle
	Readings   [][]unit.Length
}

// A Grid says how the parts of a kind are read.
type Grid struct {
	Stations   []string
	Directions []unit.Angle
}

// A Wearing says how the parts of a kind wear: lengths are the mean over a worn set, around which
// parts differ.
type Wearing struct {
	// New is the middle of the range of new parts, Tolerance half its width.
	New, Tolerance unit.Length
	// Worn is what the size has changed by, negative for shafts.
	Worn          unit.Length
	Taper, Barrel unit.Length
	Oval          unit.Length
	Axis          unit.Angle
}

// Parts makes a worn set of parts and reads them. Each part differs from the set's mean wear by up
// to a half of it either way, and one in four is worn half as much again.
func Parts(kind string, count int, w Wearing, grid Grid, gauge Gauge, source Source) []Part {
	parts := make([]Part, count)
	for i := range parts {
		share := 0.5 + source.Float64()
		if source.Float64() < 0.25 {
			share *= 1.5
		}
		scale := func(l unit.Length) unit.Length { return unit.Round(float64(l) * share) }
		truth := Form{
			Mean:  w.New + unit.Round(float64(w.Tolerance)*(source.Float64()-0.5)) + scale(w.Worn),
			Taper: scale(w.Taper), Barrel: scale(w.Barrel), Oval: scale(w.Oval),
			Axis: w.Axis + unit.Angle(8*source.NormFloat64()*float64(unit.Degree)),
		}
		parts[i] = Part{Kind: kind, Number: i + 1, Truth: truth, Stations: grid.Stations, Directions: grid.Directions,
			Readings: gauge.Grid(truth, len(grid.Stations), grid.Directions, source)}
	}
	return parts
}

// Turns reads the runout of every main of a bent shaft at the given angles.
func Turns(l engine.Layout, b Bend, ovality unit.Length, angles []unit.Angle, gauge Gauge,
	source Source) [][]unit.Length {
	b.Places = l.Mains
	turns := make([][]unit.Length, l.Mains)
	for main := range turns {
		turns[main] = b.Turn(main, ovality, angles, gauge, source)
	}
	return turns
}

// Repeats reads the same length several times.
func Repeats(truth unit.Length, times int, gauge Gauge, source Source) []unit.Length {
	readings := make([]unit.Length, times)
	for i := range readings {
		readings[i] = gauge.Read(truth, source)
	}
	return readings
}
