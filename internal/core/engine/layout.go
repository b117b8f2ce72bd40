// Package engine describes an engine's layout: cylinders, banks, main bearings and throws, and so
// which features an inspection of it has.
package engine

import "fmt"

// An Arrangement is how the cylinders lie.
type Arrangement string

// The arrangements.
const (
	Inline Arrangement = "inline"
	V      Arrangement = "v"
	Flat   Arrangement = "flat"
)

// A Layout is the shape of an engine as far as the bench needs it. The zero Layout is unknown.
type Layout struct {
	Arrangement       Arrangement `json:"arrangement"`
	Cylinders         int         `json:"cylinders"`
	Mains             int         `json:"mains"`
	Throws            int         `json:"throws"`
	CylindersPerThrow int         `json:"cylinders_per_throw"`
}

// MaxCylinders bounds a layout; no workshop bench sees more.
const MaxCylinders = 48

// A FieldError names the field of a layout that cannot be.
type FieldError struct {
	Field  string
	Reason string
}

func (e FieldError) Error() string { return e.Field + " " + e.Reason }

// Complete fills what was left out, from the usual build of the arrangement: inline engines have a
// throw per cylinder, V engines share a throw between two, flat engines have one each; a main bearing
// stands at both ends of the shaft and between all throws.
func (l Layout) Complete() Layout {
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
	add := func(field, format string, args ...any) {
		problems = append(problems, FieldError{field, fmt.Sprintf(format, args...)})
	}
	switch l.Arrangement {
	case Inline, V, Flat:
	default:
		add("arrangement", "must be inline, v or flat")
	}
	if l.Cylinders < 1 || l.Cylinders > MaxCylinders {
		add("cylinders", "must be between 1 and %d", MaxCylinders)
		return problems
	}
	if l.CylindersPerThrow < 1 || l.CylindersPerThrow > 4 {
		add("cylinders_per_throw", "must be between 1 and 4")
		return problems
	}
	if l.Throws*l.CylindersPerThrow != l.Cylinders {
		add("throws", "must be %d cylinders divided by %d on each throw", l.Cylinders, l.CylindersPerThrow)
	}
	if l.Mains < 1 || l.Mains > l.Throws+1 {
		add("mains", "must be between 1 and %d, one more than the throws", l.Throws+1)
	}
	return problems
}

// A Journal is one place on the crankshaft, counted from the nose.
type Journal struct {
	Throw  bool `json:"throw"`
	Number int  `json:"number"`
	// Angle is the throw's direction in degrees about the shaft, as drawn: for pictures only.
	Angle int `json:"angle"`
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
			journals = append(journals, Journal{Throw: true, Number: throw + 1, Angle: l.throwAngle(throw)})
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
