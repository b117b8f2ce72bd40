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

// OddLobes is said beside every plan: no pair of opposed contacts sees a lobing of odd order.
const OddLobes = "Two-point gauges never see odd lobes (3, 5…); only a V-block with an indicator does."

const ovalAt45 = "an oval at 45°, which reads nothing"

// All returns the plans, most usual first.
func All() []Plan {
	ends, three := []string{"A", "B"}, []string{"front", "middle", "rear"}
	return []Plan{
		{ID: "2x4", Name: "Eight: two ends, four directions", Stations: ends, Directions: degrees(0, 45, 90, 135),
			Sees: "taper, oval at any angle", Blind: "barrel or waist between the ends"},
		{ID: "3x3", Name: "Nine: three stations, three directions", Stations: three, Directions: degrees(0, 60, 120),
			Sees: "taper, barrel, waist, oval by fit", Blind: ""},
		{ID: "3x4", Name: "Twelve: three stations, four directions", Stations: three, Directions: degrees(0, 45, 90, 135),
			Sees: "taper, barrel, waist, oval at any angle", Blind: ""},
		{ID: "3x2", Name: "Cylinder: top, middle and bottom of ring travel, across and along", Stations: []string{"top", "middle", "bottom"}, Directions: degrees(90, 0),
			Sees: "wear, taper, oval along the engine's axes", Blind: ovalAt45},
		{ID: "4x2", Name: "Cylinder with the oil ring: top, middle, oil ring and bottom of ring travel", Stations: []string{"top", "middle", "oil ring", "bottom"}, Directions: degrees(90, 0),
			Sees: "wear, taper, a waist where the oil ring ran, oval along the engine's axes", Blind: ovalAt45},
		{ID: "2x2", Name: "Four: two ends, two directions", Stations: ends, Directions: degrees(0, 90),
			Sees: "taper, oval along the measured axes", Blind: ovalAt45 + "; barrel or waist between the ends"},
		{ID: "1x2", Name: "Two: one station, two directions", Stations: []string{"A"}, Directions: degrees(0, 90),
			Sees: "size, oval along the measured axes", Blind: ovalAt45 + "; taper, barrel and waist"},
		{ID: "2x3", Name: "Tunnel: either side of the groove, three directions", Stations: []string{"front", "rear"}, Directions: degrees(0, 60, 120),
			Sees: "stretch and pinch, off the parting line", Blind: "barrel or waist between the sides"},
		{ID: "turn", Name: "Runout: the indicator every 45° of a turn", Stations: []string{"dial"}, Directions: every(45), Turn: true,
			Sees: "the throw of a bend and its direction, apart from ovality", Blind: "a lobing of seven, which looks like a throw"},
		{ID: "turn30", Name: "Runout: the indicator every 30° of a turn", Stations: []string{"dial"}, Directions: every(30), Turn: true,
			Sees: "the throw of a bend and its direction, apart from ovality and lobing"},
		{ID: "tir", Name: "Runout: the total of a turn only", Stations: []string{"TIR"}, Directions: degrees(0), Turn: true,
			Sees: "the total", Blind: "the direction of a bend, and a bend from an oval: its throw is taken as half the total"},
		{ID: "skirt", Name: "Piston: the skirt square to the pin, at the maker's height", Stations: []string{"skirt"}, Directions: degrees(90),
			Sees: "size", Blind: "anything but that one size; pistons are tapered and oval on purpose"},
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
