package fit

import (
	"math"

	"ledge/internal/core/unit"
)

// RingGapPerMille is the end gap of a ring for an ordinary road engine, in thousandths of the bore:
// 0.004 in per inch, common practice.
const RingGapPerMille = 4

// RingGap is the gap to aim at in a bore, by the rule of thumb.
func RingGap(bore unit.Length) unit.Length { return unit.DivHalfEven(bore*RingGapPerMille, 1000) }

// GapChange is by how much a ring's gap changes with the diameter of its bore: π × the change.
func GapChange(diameter unit.Length) unit.Length {
	return unit.Round(math.Pi * float64(diameter))
}
