// Package assembly holds how an engine is built: fasteners tightened by their cards, parts bought and
// measured, polish and rings brought to size pass by pass, and the parts put together in their order.
// What was done is a list of events; what stands, and what cannot be, follows from them. Sources: common
// practice of engine machine shops; figures are the maker's.
package assembly

import (
	"cmp"
	"slices"

	"ledge/internal/core/closed"
	"ledge/internal/core/engine"
	"ledge/internal/core/unit"
)

// A Card says how one group of bolts is tightened.
type Card struct {
	// Key names it within its plan; Name is its own where it is of the others.
	Key   string `json:"key" minLength:"1" maxLength:"20"`
	Group Group  `json:"group"`
	Name  string `json:"name,omitempty" maxLength:"60"`
	// Unit is what its torques are told in.
	Unit      unit.TorqueUnit `json:"unit"`
	Lubricant string          `json:"lubricant" maxLength:"80"`
	Where     string          `json:"where" maxLength:"80"`
	// Rows and Columns place the bolts of one run, numbered down each column.
	Rows    int `json:"rows" minimum:"1" maximum:"6"`
	Columns int `json:"columns" minimum:"1" maximum:"30"`
	// Order is that of the bolts; empty from the middle out.
	Order []int  `json:"order,omitempty" maxItems:"180"`
	Steps []Step `json:"steps" minItems:"1" maxItems:"8"`
	// Uses is how often a bolt may be tightened, 0 where nothing is told; Longest how long it may be;
	// New that what stays in the engine is always new.
	Uses    int          `json:"uses,omitempty" minimum:"0" maximum:"100"`
	Longest *unit.Length `json:"longest,omitempty"`
	New     bool         `json:"new,omitempty"`
	// Spread is by how many per cent of its fellows' middle a bolt may end off; 0 takes [UsualSpread].
	Spread int    `json:"spread,omitempty" minimum:"0" maximum:"90"`
	Source string `json:"source,omitempty" maxLength:"120"`
}

// A Step is a torque, or an angle in degrees from where the step before left off.
type Step struct {
	Torque *unit.Torque `json:"torque,omitempty"`
	Angle  *int         `json:"angle,omitempty" minimum:"1" maximum:"720"`
}

// UsualSpread is how far the final torques of bolts of one card usually lie apart, in per cent. Common practice.
const UsualSpread = 15

// Bolts is how many bolts one run of the card has.
func (c *Card) Bolts() int { return c.Rows * c.Columns }

// Sequence is the order over the bolts.
func (c *Card) Sequence() []int {
	if len(c.Order) > 0 {
		return c.Order
	}
	return MiddleOut(c.Rows, c.Columns)
}

// MiddleOut is the usual order: the columns from the middle to either end, each crosswise to the one
// before. Common practice.
func MiddleOut(rows, columns int) []int {
	order := make([]int, columns)
	for i := range order {
		order[i] = i
	}
	slices.SortStableFunc(order, func(a, b int) int {
		return cmp.Compare(max(2*a-columns+1, columns-1-2*a), max(2*b-columns+1, columns-1-2*b))
	})
	bolts := make([]int, 0, rows*columns)
	for i, column := range order {
		for row := range rows {
			if i%2 == 1 {
				row = rows - 1 - row
			}
			bolts = append(bolts, column*rows+row+1)
		}
	}
	return bolts
}

// A Ring is one piece of a piston's rings.
type Ring string

// The pieces, as they go on.
const (
	Expander  Ring = "expander"
	RailLower Ring = "rail_lower"
	RailUpper Ring = "rail_upper"
	Second    Ring = "second"
	Top       Ring = "top"
)

// Rings are all of them, in the order in which they go on the piston.
var Rings = closed.New(Expander, RailLower, RailUpper, Second, Top).Said("ring")

// Filed reports whether a ring has a gap that is brought to size.
func (r Ring) Filed() bool { return r != Expander }

// Limit is which of the limits for ring gaps is the ring's own.
func (r Ring) Limit() int {
	switch r {
	case Top:
		return 0
	case Second:
		return 1
	}
	return 2
}

// A Pattern says where the gaps stand round the piston: degrees from the front, clockwise seen from above.
type Pattern struct {
	Name   string       `json:"name" minLength:"1" maxLength:"60"`
	Angles map[Ring]int `json:"angles"`
}

// Patterns are the common ones, by their names. Common practice: no two gaps in line, none over the
// pin or on the thrust side; schools differ, and the engine's own pattern comes first.
func Patterns() []Pattern {
	return []Pattern{
		{"quarters", map[Ring]int{Top: 45, Second: 225, RailUpper: 135, RailLower: 315, Expander: 20}},
		{"opposite", map[Ring]int{Top: 135, Second: 315, RailUpper: 45, RailLower: 225, Expander: 200}},
		{"thirds", map[Ring]int{Top: 40, Second: 160, RailUpper: 250, RailLower: 310, Expander: 220}},
	}
}

// nearest is how close two gaps may stand, in degrees. Common practice.
const nearest = 20

// InLine are two pieces whose gaps stand in line; ok is false where none do.
func (p Pattern) InLine() (a, b Ring, ok bool) {
	rings := Rings.All()
	for i, one := range rings {
		for _, other := range rings[i+1:] {
			apart := ((p.Angles[one]-p.Angles[other])%360 + 360) % 360
			if min(apart, 360-apart) < nearest {
				return one, other, true
			}
		}
	}
	return "", "", false
}

// A Plan is how an engine is built: it belongs to its card, and each job has a copy.
type Plan struct {
	Cards []Card `json:"cards" maxItems:"20"`
	// Gaps is the pattern that holds, by its name; Own are patterns beside the common ones.
	Gaps string    `json:"gaps" maxLength:"60"`
	Own  []Pattern `json:"own,omitempty" maxItems:"10"`
	// Marked are the rings with a mark that goes up. NumberSide is to which side the numbers of rods and
	// caps point; empty where the engine has no rule.
	Marked     []Ring `json:"marked" maxItems:"5"`
	NumberSide string `json:"number_side,omitempty" maxLength:"60"`
}

// Usual is the plan of an engine nobody has told anything of.
func Usual() Plan { return Plan{Cards: []Card{}, Gaps: "quarters", Marked: []Ring{Top, Second}} }

// Pattern is the one that holds.
func (p *Plan) Pattern() Pattern {
	for _, one := range append(slices.Clone(p.Own), Patterns()...) {
		if one.Name == p.Gaps {
			return one
		}
	}
	return Patterns()[0]
}

// Card is the one of a key; nil where there is none.
func (p *Plan) Card(key string) *Card {
	for i := range p.Cards {
		if p.Cards[i].Key == key {
			return &p.Cards[i]
		}
	}
	return nil
}

// Of is the first card of a group; nil where there is none.
func (p *Plan) Of(g Group) *Card {
	for i := range p.Cards {
		if p.Cards[i].Group == g {
			return &p.Cards[i]
		}
	}
	return nil
}

// A Pair are the cylinders whose crankpins come down together, with how far the crank is turned for them.
type Pair struct {
	Cylinders []int `json:"cylinders"`
	// Angle is in degrees from where the first pair's crankpins are down.
	Angle int `json:"angle"`
}

// Pairs are the cylinders in the order in which their pistons go in: those on crankpins that come down
// together go in together.
func Pairs(l engine.Layout) []Pair {
	pairs := []Pair{}
	for _, j := range l.Shaft() {
		if !j.Throw {
			continue
		}
		i := slices.IndexFunc(pairs, func(p Pair) bool { return p.Angle == j.Angle })
		if i < 0 || l.Banks() > 1 {
			i, pairs = len(pairs), append(pairs, Pair{Angle: j.Angle})
		}
		rods := j.Rods
		if len(rods) == 0 {
			rods = l.Rods(j.Number)
		}
		pairs[i].Cylinders = append(pairs[i].Cylinders, rods...)
	}
	if len(pairs) > 0 {
		first := pairs[0].Angle
		for i := range pairs {
			pairs[i].Angle = ((pairs[i].Angle-first)%360 + 360) % 360
		}
	}
	return pairs
}
