// Package plan holds the measuring plans: at which stations and in which directions a feature is
// read, in which order, and what such a grid can and cannot see.
package plan

import (
	"slices"

	"ledge/internal/core/closed"
	"ledge/internal/core/unit"
)

// A Plan is a named grid. Sources: common practice of engine machine shops.
type Plan struct {
	ID string `json:"id"`
	// Name, Sees and Blind are its words, made when it is shown: what it is called, what it sees
	// and what it cannot.
	Name       string       `json:"name"`
	Stations   []string     `json:"stations"`
	Directions []unit.Angle `json:"directions"`
	Sees       string       `json:"sees"`
	Blind      string       `json:"blind"`
	// Turn tells that it is for an indicator on a turning shaft rather than for sizes.
	Turn bool `json:"turn"`
}

// every returns the angles of a full turn in equal steps.
func every(step int64) []unit.Angle {
	var angles []unit.Angle
	for a := int64(0); a < 360; a += step {
		angles = append(angles, unit.Angle(a)*unit.Degree)
	}
	return angles
}

func degrees(values ...int64) []unit.Angle {
	angles := make([]unit.Angle, len(values))
	for i, v := range values {
		angles[i] = unit.Angle(v) * unit.Degree
	}
	return angles
}

// All returns the plans, most usual first.
func All() []Plan {
	ends, three := []string{"A", "B"}, []string{"front", "middle", "rear"}
	return []Plan{
		{ID: "3x3", Stations: three, Directions: degrees(0, 60, 120)},
		{ID: "3x4", Stations: three, Directions: degrees(0, 45, 90, 135)},
		{ID: "2x4", Stations: ends, Directions: degrees(0, 45, 90, 135)},
		{ID: "3x2", Stations: []string{"top", "middle", "bottom"}, Directions: degrees(90, 0)},
		{ID: "4x2", Stations: []string{"top", "middle", "oil ring", "bottom"}, Directions: degrees(90, 0)},
		{ID: "2x2", Stations: ends, Directions: degrees(0, 90)},
		{ID: "1x2", Stations: []string{"A"}, Directions: degrees(0, 90)},
		{ID: "2x3", Stations: []string{"front", "rear"}, Directions: degrees(0, 60, 120)},
		{ID: "turn", Stations: []string{"dial"}, Directions: every(45), Turn: true},
		{ID: "turn30", Stations: []string{"dial"}, Directions: every(30), Turn: true},
		{ID: "tir", Stations: []string{"TIR"}, Directions: degrees(0), Turn: true},
		{ID: "skirt", Stations: []string{"skirt"}, Directions: degrees(90)},
	}
}

// Find returns the plan with the given id.
func Find(id string) (Plan, bool) {
	for _, p := range All() {
		if p.ID == id {
			return p, true
		}
	}
	return Plan{}, false
}

// Of returns the plan that a grid was made from: the largest whose stations and directions it
// begins with. What comes after them was added.
func Of(stations []string, directions []unit.Angle) (found Plan, ok bool) {
	for _, p := range All() {
		if len(p.Stations) <= len(stations) && slices.Equal(p.Stations, stations[:len(p.Stations)]) &&
			len(p.Directions) <= len(directions) && slices.Equal(p.Directions, directions[:len(p.Directions)]) &&
			len(p.Stations)*len(p.Directions) > len(found.Stations)*len(found.Directions) {
			found, ok = p, true
		}
	}
	return found, ok
}

// Order is the sequence in which the hands go over a grid.
type Order string

// Capture paths: finish one station before the next, or one direction before the next.
const (
	ByStation   Order = "by_station"
	ByDirection Order = "by_direction"
)

// Orders are all of them.
var Orders = closed.New(ByStation, ByDirection)

// A Cell is one place of a grid, by index.
type Cell struct {
	Station   int `json:"station"`
	Direction int `json:"direction"`
}

// Path returns the cells of a stations × directions grid in capture order. Every second run goes
// backwards, so that the hands never travel the whole way back.
func Path(stations, directions int, order Order) []Cell {
	outer, inner := stations, directions
	if order == ByDirection {
		outer, inner = directions, stations
	}
	cells := make([]Cell, 0, stations*directions)
	for o := range outer {
		for i := range inner {
			if o%2 == 1 {
				i = inner - 1 - i
			}
			if order == ByDirection {
				cells = append(cells, Cell{Station: i, Direction: o})
			} else {
				cells = append(cells, Cell{Station: o, Direction: i})
			}
		}
	}
	return cells
}
