package inspection

import (
	"ledge/internal/core/form"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// HeldBefore is the feature that was read in the same state under another condition before the one at an
// index: the last one; ok is false where there is none.
func (in *Inspection) HeldBefore(index int) (before int, ok bool) {
	f := &in.Features[index]
	base, held := part.HeldIn(f.State)
	for i := index - 1; i >= 0; i-- {
		other := &in.Features[i]
		if other.Kind != f.Kind || other.Number != f.Number || other.Component != f.Component {
			continue
		}
		if b, h := part.HeldIn(other.State); b == base && h != held {
			return i, true
		}
	}
	return 0, false
}

// noteHeld says of parts that were read in one state under two conditions by how much these differ, in the direction
// in which they differ most: the means over the stations that both have.
func (in *Inspection) noteHeld(findings []Finding) {
	for i := range in.Features {
		f := &in.Features[i]
		if _, held := part.HeldIn(f.State); !f.Kind.Grid() || held == part.HeldPlain {
			continue
		}
		before, ok := in.HeldBefore(i)
		if !ok || !findings[i].Measured() || !findings[before].Measured() {
			continue
		}
		by, at, ok := differ(findings[before].Grid, findings[i].Grid)
		if !ok {
			continue
		}
		_, with := part.HeldIn(f.State)
		_, without := part.HeldIn(in.Features[before].State)
		said := say.Of("held", f.ref(), say.Word("with", "held", with), say.Word("without", "held", without),
			say.Length("by", by.Abs()), say.Angle("at", at))
		switch {
		case by > 0:
			said = said.As("larger")
		case by < 0:
			said = said.As("smaller")
		}
		findings[i].note(said)
	}
}

// differ is by how much a grid differs from another, in the direction in which it does most.
func differ(before, after form.Grid) (by unit.Length, at unit.Angle, ok bool) {
	for d, direction := range after.Directions {
		for was, other := range before.Directions {
			if unit.AxisDistance(direction, other) != 0 {
				continue
			}
			var off []unit.Length
			for s := range min(len(before.Sizes), len(after.Sizes)) {
				if d < len(after.Sizes[s]) && was < len(before.Sizes[s]) && after.Sizes[s][d].OK &&
					before.Sizes[s][was].OK {
					off = append(off, after.Sizes[s][d].Length-before.Sizes[s][was].Length)
				}
			}
			if len(off) == 0 {
				continue
			}
			if mean := unit.Mean(off); !ok || mean.Abs() > by.Abs() {
				by, at, ok = mean, direction, true
			}
		}
	}
	return by, at, ok
}
