// Package plan holds the measuring plans: at which stations and in which directions a feature is
// read, in which order, and what such a grid can and cannot see.
package plan

import (
	"slices"

	"ledge/internal/core/unit"
)

// A Plan is a named grid. Sources: common practice of engine machine shops.
type Plan struct {
	ID         string       `json:"id"`
	Name       string       `json:"name"`
	Stations   []string     `json:"stations"`
	Directions []unit.Angle `json:"directions"`
	Sees       string       `json:"sees"`
	Blind      string       `json:"blind"`
}

func degrees(values ...int64) []unit.Angle {
	angles := make([]unit.Angle, len(values))
	for i, v := range values {
		angles[i] = unit.Angle(v) * unit.Degree
	}
	return angles
}

// OddLobes is said beside every plan: no pair of opposed contacts sees a lobing of odd order.
const OddLobes = "Two-point gauges never see odd lobes (3, 5…); only a V-block with an indicator does."

const ovalAt45 = "an oval at 45° reads nothing"

// All returns the plans, most usual first.
func All() []Plan {
	ends, three := []string{"A", "B"}, []string{"front", "middle", "rear"}
	return []Plan{
		{"2x4", "Eight: two ends, four directions", ends, degrees(0, 45, 90, 135),
			"taper, oval at any angle", "barrel or waist between the ends"},
		{"3x3", "Nine: three stations, three directions", three, degrees(0, 60, 120),
			"taper, barrel, waist, oval by fit", ""},
		{"3x4", "Twelve: three stations, four directions", three, degrees(0, 45, 90, 135),
			"taper, barrel, waist, oval at any angle", ""},
		{"3x2", "Cylinder: top, middle and bottom of ring travel, across and along", []string{"top", "middle", "bottom"}, degrees(90, 0),
			"wear, taper, oval along the engine's axes", ovalAt45},
		{"2x2", "Four: two ends, two directions", ends, degrees(0, 90),
			"taper, oval along the measured axes", ovalAt45 + "; barrel or waist between the ends"},
		{"1x2", "Two: one station, two directions", []string{"A"}, degrees(0, 90),
			"size, oval along the measured axes", ovalAt45 + "; taper, barrel and waist"},
		{"2x3", "Tunnel: either side of the groove, three directions", []string{"front", "rear"}, degrees(0, 60, 120),
			"stretch and pinch, off the parting line", "barrel or waist between the sides"},
		{"turn", "Runout: the indicator every 45° of a turn", []string{"dial"}, degrees(0, 45, 90, 135, 180, 225, 270, 315),
			"the throw of a bend and its direction, apart from ovality", "a lobing of seven, which looks like a throw"},
		{"skirt", "Piston: the skirt square to the pin, at the maker's height", []string{"skirt"}, degrees(90),
			"size", "anything but that one size; pistons are tapered and oval on purpose"},
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

// Of returns the plan that a grid was made from: the largest whose stations and directions it begins with. What
// comes after them was added.
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
