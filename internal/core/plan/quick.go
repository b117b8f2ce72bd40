package plan

import (
	"slices"

	"ledge/internal/core/unit"
)

// Quick are the cells of a quick look at a grid, in the order of the hands: one spiral along the axis, each station
// and each direction at least once, so that a taper, a barrel and an oval at any angle all show in its spread, and one
// cell more where without it nothing would be read twice on one station or twice in one direction. It is all of a grid
// that is too small for less.
func Quick(stations, directions int) []Cell {
	var cells []Cell
	for i := range max(stations, directions) {
		if stations > 0 && directions > 0 {
			cells = append(cells, Cell{Station: i % stations, Direction: i % directions})
		}
	}
	if stations < 2 || directions < 2 {
		return cells
	}
	for _, more := range []Cell{{0, directions - 1}, {stations - 1, directions - 1}} {
		if !slices.Contains(cells, more) && !judgesForm(cells) {
			cells = append(cells, more)
		}
	}
	return cells
}

// QuickOf are the cells of a quick look at a grid; what was added to its plan is left out.
func QuickOf(stations []string, directions []unit.Angle) []Cell {
	if p, ok := Of(stations, directions); ok {
		stations, directions = p.Stations, p.Directions
	}
	return Quick(len(stations), len(directions))
}

// Proof are the fewest cells that prove a piece of work, in the order of the hands: each station once and in a
// direction of its own, first where the part was furthest from new before. must is a direction that is among them; −1
// for any. A window that holds them all holds the form between them, too.
func Proof(stations, directions int, first Cell, must int) []Cell {
	if stations < 1 || directions < 1 {
		return nil
	}
	count := max(stations, min(2, directions))
	first.Station, first.Direction = min(first.Station, stations-1), min(first.Direction, directions-1)
	step := max(1, directions/count)
	cells := make([]Cell, count)
	for i := range cells {
		cells[i] = Cell{Station: (first.Station + i) % stations, Direction: (first.Direction + i*step) % directions}
	}
	if must >= 0 && !slices.ContainsFunc(cells, func(c Cell) bool { return c.Direction == must }) {
		cells[count-1].Direction = must
	}
	return cells
}

// judgesForm reports whether two cells share a station and two share a direction: taper and out-of-round are known.
func judgesForm(cells []Cell) bool {
	station, direction := false, false
	for i, a := range cells {
		for _, b := range cells[i+1:] {
			station = station || a.Station == b.Station
			direction = direction || a.Direction == b.Direction
		}
	}
	return station && direction
}
