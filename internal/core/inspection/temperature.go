package inspection

import (
	"ledge/internal/core/limit"
	"ledge/internal/core/unit"
)

// Of a part and a gauge that lie 5 °C apart, in hundredths of a millionth: the part is of steel or iron as far as
// nobody says otherwise, 11.5 millionths a kelvin.
const warmth = 5 * 1150

// WarmthUnknown reports whether a check could be out by more than a fifth of what it judges within, since nobody said
// how warm part and gauge were.
func (in *Inspection) WarmthUnknown(f *Feature, c limit.Check) bool {
	if c.Limit == nil || c.Verdict == limit.NoLimit || !f.Kind.Grid() || f.warmthTold() {
		return false
	}
	ranged := c.Name == kindCheck(f.Kind) || c.Name == kindCheck(f.Kind).Low()
	if !sized[c.Name] && c.Name != limit.CheckSkirt && !ranged {
		return false
	}
	size := c.Value
	if c.Name == limit.CheckWear {
		sizes := f.sizes()
		if len(sizes) == 0 {
			return false
		}
		size = sizes[0]
	}
	moves := unit.DivHalfEven(size*warmth, 100_000_000)
	return 5*moves > in.tolerance(f, c)
}

// warmthTold reports whether anybody said how warm a part was, or that it lay beside its gauge.
func (f *Feature) warmthTold() bool {
	told := func(c Condition) bool { return c.TemperatureC != "" || c.Corrected || c.Alike }
	if told(f.Condition) {
		return true
	}
	for _, own := range f.setups() {
		if own != nil && told(own.Condition) {
			return true
		}
	}
	return false
}
