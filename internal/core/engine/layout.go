// Package engine describes an engine's layout: cylinders, banks, main bearings and throws, and so
// which features an inspection of it has.
package engine

import (
	"slices"

	"ledge/internal/core/closed"
)

// An Arrangement is how the cylinders lie.
type Arrangement string

// The arrangements.
const (
	Inline Arrangement = "inline"
	V      Arrangement = "v"
	Flat   Arrangement = "flat"
)

// Arrangements are all of them.
var Arrangements = closed.New(Inline, V, Flat)

// A Layout is the shape of an engine as far as the bench needs it. The zero Layout is unknown.
type Layout struct {
	Arrangement       Arrangement `json:"arrangement"`
	Cylinders         int         `json:"cylinders"`
	Mains             int         `json:"mains"`
	Throws            int         `json:"throws"`
	CylindersPerThrow int         `json:"cylinders_per_throw"`
	// Pins are the rods on each throw, where they do not follow each other in the usual order.
	Pins [][]int `db:"-" json:"pins,omitempty"`
}

// Rods are the rods on a throw, by number.
func (l Layout) Rods(throw int) []int {
	if l.Pins != nil {
		if throw < 1 || throw > len(l.Pins) {
			return nil
		}
		return l.Pins[throw-1]
	}
	n := max(1, l.CylindersPerThrow)
	rods := make([]int, n)
	for i := range rods {
		rods[i] = (throw-1)*n + i + 1
	}
	return rods
}

// PinOf is the throw that a rod runs on; 0 where the layout has no such rod.
func (l Layout) PinOf(rod int) int {
	for throw := 1; throw <= l.Throws; throw++ {
		if slices.Contains(l.Rods(throw), rod) {
			return throw
		}
	}
	return 0
}

// Told is l with its rods told one by one where any throw carries several, so that nobody need ask
// how they are numbered.
func (l Layout) Told() Layout {
	if l.Pins != nil || !l.Shared() {
		return l
	}
	pins := make([][]int, l.Throws)
	for i := range pins {
		pins[i] = l.Rods(i + 1)
	}
	l.Pins = pins
	return l
}

// Shared reports whether any throw carries more than one rod.
func (l Layout) Shared() bool {
	for throw := 1; throw <= l.Throws; throw++ {
		if len(l.Rods(throw)) > 1 {
			return true
		}
	}
	return false
}

// MaxCylinders bounds a layout; no workshop bench sees more.
const MaxCylinders = 48

// A FieldError names the field of a layout that cannot be.
type FieldError struct {
	Field string
	Fault Fault
	// Figures are those that the fault is told with.
	Figures []int
}

func (e FieldError) Error() string { return e.Field + ": " + string(e.Fault) }

// A Fault is what is wrong with a field.
type Fault string

// The faults, with their figures.
const (
	NotArranged Fault = "arrangement" // neither inline, v nor flat
	NotBetween  Fault = "between"     // the least and the most
	NotDivided  Fault = "divided"     // the cylinders, and how many each throw carries
	NotMains    Fault = "mains"       // the most
	RodStrange  Fault = "rod_strange" // the rod, and how many there are
	RodTwice    Fault = "rod_twice"   // the rod
	RodMissing  Fault = "rod_missing" // the rod
	NotThrows   Fault = "throws"      // of the pins, and of the engine
)

// Faults are all of them.
var Faults = closed.New(
	NotArranged, NotBetween, NotDivided, NotMains, RodStrange, RodTwice, RodMissing, NotThrows,
)

// Complete fills what was left out, from the usual build of the arrangement: inline engines have a
// throw per cylinder, V engines share a throw between two, flat engines have one each; a main bearing
// stands at both ends of the shaft and between all throws.
func (l Layout) Complete() Layout {
	if l.Pins != nil && l.Throws == 0 {
		l.Throws = len(l.Pins)
	}
	if l.CylindersPerThrow == 0 {
		l.CylindersPerThrow = 1
		switch {
		case l.Throws > 0 && l.Cylinders%l.Throws == 0:
			l.CylindersPerThrow = l.Cylinders / l.Throws
		case l.Throws == 0 && l.Arrangement == V:
			l.CylindersPerThrow = 2
		}
	}
	if l.Throws == 0 && l.CylindersPerThrow > 0 {
		l.Throws = (l.Cylinders + l.CylindersPerThrow - 1) / l.CylindersPerThrow
	}
	if l.Mains == 0 {
		l.Mains = l.Throws + 1
	}
	return l
}

// Problems returns every reason why l is no engine; none for a sound layout.
func (l Layout) Problems() []FieldError {
	var problems []FieldError
	add := func(field string, fault Fault, figures ...int) {
		problems = append(problems, FieldError{field, fault, figures})
	}
	switch l.Arrangement {
	case Inline, V, Flat:
	default:
		add("arrangement", NotArranged)
	}
	if l.Cylinders < 1 || l.Cylinders > MaxCylinders {
		add("cylinders", NotBetween, 1, MaxCylinders)
		return problems
	}
	if l.Pins != nil {
		return append(problems, l.pinProblems()...)
	}
	if l.CylindersPerThrow < 1 || l.CylindersPerThrow > 4 {
		add("cylinders_per_throw", NotBetween, 1, 4)
		return problems
	}
	if l.Throws*l.CylindersPerThrow != l.Cylinders {
		add("throws", NotDivided, l.Cylinders, l.CylindersPerThrow)
	}
	if l.Mains < 1 || l.Mains > l.Throws+1 {
		add("mains", NotMains, l.Throws+1)
	}
	return problems
}

// pinProblems says why the rods cannot be on the throws as told.
func (l Layout) pinProblems() (problems []FieldError) {
	seen := make([]bool, l.Cylinders)
	for _, rods := range l.Pins {
		for _, rod := range rods {
			switch {
			case rod < 1 || rod > l.Cylinders:
				return []FieldError{{"pins", RodStrange, []int{rod, l.Cylinders}}}
			case seen[rod-1]:
				return []FieldError{{"pins", RodTwice, []int{rod}}}
			}
			seen[rod-1] = true
		}
	}
	if i := slices.Index(seen, false); i >= 0 {
		problems = append(problems, FieldError{"pins", RodMissing, []int{i + 1}})
	}
	if len(l.Pins) != l.Throws {
		problems = append(problems, FieldError{"pins", NotThrows, []int{len(l.Pins), l.Throws}})
	}
	if l.Mains < 1 || l.Mains > l.Throws+1 {
		problems = append(problems, FieldError{"mains", NotMains, []int{l.Throws + 1}})
	}
	return problems
}

// A Journal is one place on the crankshaft, counted from the nose.
type Journal struct {
	Throw  bool `json:"throw"`
	Number int  `json:"number"`
	// Angle is the throw's direction in degrees about the shaft, as drawn: for pictures only.
	Angle int `json:"angle"`
	// Rods are those that run on a throw.
	Rods []int `json:"rods,omitempty"`
}

// Shaft returns the journals in order along the crankshaft, mains and throws. Fewer mains than
// throws + 1 are spread evenly, so that two or three throws stand between two mains.
func (l Layout) Shaft() []Journal {
	journals := make([]Journal, 0, l.Mains+l.Throws)
	main := 0
	for throw := 0; throw <= l.Throws; throw++ {
		due := l.Mains
		if l.Throws > 0 && throw < l.Throws {
			due = 1 + throw*(l.Mains-1)/l.Throws
		}
		for main < due {
			main++
			journals = append(journals, Journal{Number: main})
		}
		if throw < l.Throws {
			journals = append(journals, Journal{Throw: true, Number: throw + 1, Angle: l.throwAngle(throw),
				Rods: l.Rods(throw + 1)})
		}
	}
	return journals
}

// throwAngle spaces the throws as even firing wants them: a mirrored shaft for even counts, equal
// angles for odd ones.
func (l Layout) throwAngle(i int) int {
	n := l.Throws
	if n < 2 {
		return 0
	}
	if n%2 == 1 {
		return i * 360 / n
	}
	half := n / 2
	if i >= half {
		i = n - 1 - i
	}
	if half == 2 && l.Arrangement == V {
		return []int{0, 90}[i]
	}
	if half == 1 {
		return map[bool]int{true: 0, false: 180}[l.Arrangement == Inline]
	}
	return i * 360 / half
}

// Banks is how many rows its cylinders stand in, each with a deck of its own.
func (l Layout) Banks() int {
	if l.Arrangement == Inline {
		return 1
	}
	return 2
}
