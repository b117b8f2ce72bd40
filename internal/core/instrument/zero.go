package instrument

import "ledge/internal/core/unit"

// A Zero is how a gauge that shows deviations was set: size = Setting + Sense × deviation. Of one that counts divisions
// Division is what one is; 0 where it shows lengths. The frame of a micrometer is one of Sense 1.
type Zero struct {
	Setting  unit.Length
	Sense    int
	Division unit.Length
}

// Again is the size that what a gauge showed means if it was set as to says: size is what it meant as z says. signed
// tells that the deviation was entered with its sign, which then says alone what is larger.
func (z Zero) Again(size unit.Length, to Zero, signed bool) unit.Length {
	deviation := size - z.Setting
	if !signed && z.Sense != to.Sense {
		deviation = -deviation
	}
	if z.Division > 0 && to.Division > 0 && z.Division != to.Division {
		deviation = unit.DivHalfEven(deviation*to.Division, int64(z.Division))
	}
	return to.Setting + deviation
}
