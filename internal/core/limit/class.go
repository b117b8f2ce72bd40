package limit

import "ledge/internal/core/unit"

// ShaftClass returns the furthest undersize that a shaft could have worn from: new.Max − c + tolerance
// must reach its largest reading. ok is false where not even standard does: the shaft is too large.
// steps are the undersizes on offer, positive and rising.
func ShaftClass(new Range, steps []unit.Length, largest, tolerance unit.Length) (class unit.Length, ok bool) {
	ok = new.Max+tolerance >= largest
	for _, c := range steps {
		if new.Max-c+tolerance >= largest {
			class, ok = c, true
		}
	}
	return class, ok
}

// BoreClass is the mirror of [ShaftClass] for bores and their oversizes.
func BoreClass(new Range, steps []unit.Length, smallest, tolerance unit.Length) (class unit.Length, ok bool) {
	return ShaftClass(Range{Min: -new.Max, Max: -new.Min}, steps, -smallest, tolerance)
}

// ClassTolerance is how far a size may lie outside a class's new range and still have come from it:
// 0.001 in or 0.025 mm, common practice.
func ClassTolerance(s unit.System) unit.Length { return s.Pick(unit.Thou, 25*unit.Micrometre) }
