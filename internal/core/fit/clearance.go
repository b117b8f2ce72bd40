// Package fit computes clearances between shafts and bores, the windows they must lie in, and the
// select shells that could move them there.
package fit

import (
	"slices"

	"ledge/internal/core/limit"
	"ledge/internal/core/unit"
)

// A Clearance runs from the least to the most play between two parts.
type Clearance struct {
	Min unit.Length `json:"min"`
	Max unit.Length `json:"max"`
}

// Plus returns c opened by d at both ends.
func (c Clearance) Plus(d unit.Length) Clearance { return Clearance{c.Min + d, c.Max + d} }

// Measured is the clearance of a shaft in a bore: from the smallest bore reading in any direction over
// the largest shaft reading, to the largest vertical bore reading over the smallest shaft reading.
// ok is false where a side has no reading. Common practice.
func Measured(bore, vertical []unit.Length, shaft limit.Range) (c Clearance, ok bool) {
	if len(bore) == 0 || len(vertical) == 0 {
		return Clearance{}, false
	}
	return Clearance{slices.Min(bore) - shaft.Max, slices.Max(vertical) - shaft.Min}, true
}

// Predicted is the clearance expected from wear: the middle of the clearance of new parts plus the
// shaft's least and most wear. Common practice.
func Predicted(new limit.Range, leastWear, mostWear unit.Length) Clearance {
	return Clearance{new.Middle() + leastWear, new.Middle() + mostWear}
}

// Of the rule of thumb: 0.001 in per inch of diameter, 0.0003 in tighter to 0.0007 in looser.
// Common practice.
const (
	thumbTighter = 3 * unit.Tenth
	thumbLooser  = 7 * unit.Tenth
)

// thumb is a thousandth of the diameter.
func thumb(diameter unit.Length) unit.Length { return unit.DivHalfEven(diameter, 1000) }

// Calculated is the clearance of a shaft in a housing with shells of a measured wall, both of them
// together: the housing's readings less the walls stand for a bore. Common practice.
func Calculated(housing, vertical []unit.Length, walls unit.Length, shaft limit.Range) (c Clearance, ok bool) {
	c, ok = Measured(housing, vertical, shaft)
	return c.Plus(-walls), ok
}

// Window returns the clearances that a joint is accepted with, both ends inside: from the least new
// clearance to the largest in service (of new parts where none is given), widened where the shop's own
// target reaches beyond an end; that target where nothing else is known. ok is false without any.
func Window(c *limit.Clearance) (window limit.Range, ok bool) {
	if c == nil {
		return limit.Range{}, false
	}
	switch {
	case c.New != nil && c.Max != nil:
		window, ok = limit.Range{Min: c.New.Min, Max: *c.Max}, true
	case c.New != nil:
		window, ok = *c.New, true
	case c.Max != nil:
		window, ok = limit.Range{Max: *c.Max}, true
	}
	switch {
	case c.Target == nil:
	case !ok:
		window, ok = *c.Target, true
	default:
		window = limit.Range{Min: min(window.Min, c.Target.Min), Max: max(window.Max, c.Target.Max)}
	}
	return window, ok
}

// Thumb is the window of a joint of which no clearance is known: about a thousandth of the shaft's diameter. Common
// practice.
func Thumb(diameter unit.Length) limit.Range {
	return limit.Range{Min: thumb(diameter) - thumbTighter, Max: thumb(diameter) + thumbLooser}
}

// Target returns the clearance to aim at when something is machined or shells are picked: the middle of the shop's
// target; else, with perInch, a thousandth of the diameter; else the middle of the clearance of new parts; never the
// middle of a service window. thumbed tells that the rule of thumb filled the gap.
func Target(c *limit.Clearance, perInch bool, diameter unit.Length) (target unit.Length, thumbed bool) {
	switch {
	case c != nil && c.Target != nil:
		return c.Target.Middle(), false
	case perInch:
		return thumb(diameter), false
	case c != nil && c.New != nil:
		return c.New.Middle(), false
	}
	return thumb(diameter), true
}

// A Shell is a select-fit shell on offer, as a change of clearance against standard shells.
type Shell struct {
	Change unit.Length `json:"change"`
	// Halves tells that it takes one half each of two neighbouring sizes, Of.
	Halves bool           `json:"halves"`
	Of     [2]unit.Length `json:"-"`
}

// Shells returns the shells in the order in which they are tried: the smallest change first, of equal
// ones the tighter. Standard shells are always on offer beside others. With mixedHalves the means of
// neighbouring sizes join them.
func Shells(offered []unit.Length, mixedHalves bool) []Shell {
	if len(offered) == 0 {
		return nil
	}
	sizes := append([]unit.Length{0}, offered...)
	slices.Sort(sizes)
	sizes = slices.Compact(sizes)
	shells := make([]Shell, 0, 2*len(sizes))
	for i, size := range sizes {
		shells = append(shells, Shell{Change: size})
		if mixedHalves && i > 0 {
			shells = append(shells, Shell{Change: unit.DivHalfEven(sizes[i-1]+size, 2), Halves: true,
				Of: [2]unit.Length{sizes[i-1], size}})
		}
	}
	slices.SortStableFunc(shells, func(a, b Shell) int {
		if d := a.Change.Abs() - b.Change.Abs(); d != 0 {
			return int(d)
		}
		return int(a.Change - b.Change)
	})
	return shells
}
