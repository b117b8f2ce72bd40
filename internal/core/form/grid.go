// Package form computes the form of a measured feature from its sizes: taper, out-of-round, shape,
// fitted oval, steps, runout and straightness.
package form

import "ledge/internal/core/unit"

// A CellSize is the size at one cell of a grid; the zero CellSize is a cell without one.
type CellSize struct {
	Length unit.Length
	OK     bool
}

// A Grid is stations × directions of sizes. Rows are stations along the axis, columns the directions.
type Grid struct {
	Directions []unit.Angle
	Sizes      [][]CellSize
}

// All returns the sizes there are, station by station.
func (g Grid) All() []unit.Length {
	all := make([]unit.Length, 0, len(g.Sizes)*len(g.Directions))
	for _, row := range g.Sizes {
		for _, s := range row {
			if s.OK {
				all = append(all, s.Length)
			}
		}
	}
	return all
}

func present(row []CellSize) []unit.Length {
	sizes := make([]unit.Length, 0, len(row))
	for _, s := range row {
		if s.OK {
			sizes = append(sizes, s.Length)
		}
	}
	return sizes
}

// column returns the sizes of one direction, by station.
func (g Grid) column(direction int) []CellSize {
	column := make([]CellSize, len(g.Sizes))
	for i, row := range g.Sizes {
		column[i] = row[direction]
	}
	return column
}

// Range returns the smallest and largest of sizes; ok is false without any.
func Range(sizes []unit.Length) (smallest, largest unit.Length, ok bool) {
	for i, s := range sizes {
		if i == 0 {
			smallest, largest = s, s
		}
		smallest, largest = min(smallest, s), max(largest, s)
	}
	return smallest, largest, len(sizes) > 0
}

// Taper is, over directions, the largest (max − min over stations). ok is false where no direction
// has two sizes. Common practice.
func (g Grid) Taper() (taper unit.Length, ok bool) {
	for d := range g.Directions {
		spread, two := spreadOf(len(g.Sizes), func(s int) CellSize { return g.Sizes[s][d] })
		taper, ok = max(taper, spread), ok || two
	}
	return taper, ok
}

// OutOfRound is, over stations, the largest (max − min over directions). ok is false where no station
// has two sizes. It is the range as read, not the fitted oval. Common practice.
func (g Grid) OutOfRound() (outOfRound unit.Length, ok bool) {
	for _, row := range g.Sizes {
		spread, two := spreadOf(len(row), func(d int) CellSize { return row[d] })
		outOfRound, ok = max(outOfRound, spread), ok || two
	}
	return outOfRound, ok
}

// spreadOf returns max − min of the sizes there are among n; two tells whether there are two at least.
func spreadOf(n int, at func(int) CellSize) (spread unit.Length, two bool) {
	var smallest, largest unit.Length
	found := 0
	for i := range n {
		size := at(i)
		if !size.OK {
			continue
		}
		if found++; found == 1 {
			smallest, largest = size.Length, size.Length
		}
		smallest, largest = min(smallest, size.Length), max(largest, size.Length)
	}
	return largest - smallest, found > 1
}

// A Step is the largest jump between two neighbouring stations in one direction.
type Step struct {
	Height    unit.Length `json:"height"`
	Station   int         `json:"station"` // the first of the two stations
	Direction int         `json:"direction"`
}

// Step returns the largest difference between neighbouring stations in one direction, as the two
// sides of an oil groove; ok is false where no two neighbours have sizes.
func (g Grid) Step() (step Step, ok bool) {
	for d := range g.Directions {
		for s := 1; s < len(g.Sizes); s++ {
			before, after := g.Sizes[s-1][d], g.Sizes[s][d]
			if !before.OK || !after.OK {
				continue
			}
			if h := (after.Length - before.Length).Abs(); !ok || h > step.Height {
				step, ok = Step{h, s - 1, d}, true
			}
		}
	}
	return step, ok
}

// Nearest returns the columns whose direction lies nearest to the one meant, among those that have a
// size; several where they are equally near.
func (g Grid) Nearest(meant unit.Angle) []int {
	var nearest []int
	best := 181 * unit.Degree
	for d, angle := range g.Directions {
		if len(present(g.column(d))) == 0 {
			continue
		}
		switch distance := unit.AxisDistance(angle, meant); {
		case distance < best:
			best, nearest = distance, []int{d}
		case distance == best:
			nearest = append(nearest, d)
		}
	}
	return nearest
}

// InDirections returns the sizes of the given columns.
func (g Grid) InDirections(columns []int) []unit.Length {
	var sizes []unit.Length
	for _, d := range columns {
		sizes = append(sizes, present(g.column(d))...)
	}
	return sizes
}
