package limit

import "ledge/internal/core/unit"

// ShaftClass returns the furthest undersize that a shaft could have worn from: new.Max − c + tolerance
// must reach its largest reading. The tolerance is never more than a quarter of the way to the nearest step on either
// side, and a shaft inside the standard new range is always standard. ok is false where not even standard does: the
// shaft is too large. steps are the undersizes on offer, positive and rising.
func ShaftClass(new Range, steps []unit.Length, largest, tolerance unit.Length) (class unit.Length, ok bool) {
	ok = Reaches(new, steps, 0, largest, tolerance)
	if largest >= new.Min && largest <= new.Max {
		return 0, true
	}
	for _, c := range steps {
		if Reaches(new, steps, c, largest, tolerance) {
			class, ok = c, true
		}
	}
	return class, ok
}

// Reaches reports whether a shaft could have worn from a class: standard, or one of the steps.
func Reaches(new Range, steps []unit.Length, class, largest, tolerance unit.Length) bool {
	before := unit.Length(0)
	for _, step := range steps {
		if class == step || class == before {
			tolerance = min(tolerance, (step-before)/4)
		}
		before = step
	}
	return new.Max-class+tolerance >= largest
}

// BoreClass is the mirror of [ShaftClass] for bores and their oversizes.
func BoreClass(new Range, steps []unit.Length, smallest, tolerance unit.Length) (class unit.Length, ok bool) {
	return ShaftClass(new.mirrored(), steps, -smallest, tolerance)
}

// BoreReaches is the mirror of [Reaches].
func BoreReaches(new Range, steps []unit.Length, class, smallest, tolerance unit.Length) bool {
	return Reaches(new.mirrored(), steps, class, -smallest, tolerance)
}

func (r Range) mirrored() Range { return Range{Min: -r.Max, Max: -r.Min} }

// ClassTolerance is how far a size may lie outside a class's new range and still have come from it:
// 0.001 in or 0.025 mm, common practice.
func ClassTolerance(s unit.System) unit.Length { return s.Pick(unit.Thou, 25*unit.Micrometre) }
