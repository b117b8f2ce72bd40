package unit

import "math"

// An Angle is a direction around an axis as an int64 count of microdegrees.
type Angle int64

// Degree is one degree.
const Degree Angle = 1_000_000

// ParseAngle reads a decimal number of degrees exactly; finer than a microdegree is refused.
func ParseAngle(text string) (Angle, error) {
	// A millimetre is 10⁷ units of length: ten to the microdegree.
	l, err := Parse(text, MM)
	if err != nil {
		return 0, &ParseError{text, NotAngle}
	}
	if l%10 != 0 || l.Abs() > 3600*Millimetre {
		return 0, &ParseError{text, NotSet}
	}
	return Angle(l / 10), nil
}

// AngleOf rounds a number of degrees to a millidegree, the resolution of fitted directions.
func AngleOf(degrees float64) Angle { return Angle(math.Round(degrees*1000)) * (Degree / 1000) }

// Degrees returns a as a float, for trigonometry and drawing only.
func (a Angle) Degrees() float64 { return float64(a) / float64(Degree) }

// Radians returns a in radians.
func (a Angle) Radians() float64 { return a.Degrees() * math.Pi / 180 }

// Mod returns a in [0, period).
func (a Angle) Mod(period Angle) Angle { return ((a % period) + period) % period }

// AxisDistance returns how far apart two measuring directions are, 0 to 90°: a diameter read at 180°
// is the diameter read at 0°.
func AxisDistance(a, b Angle) Angle {
	d := (a - b).Mod(180 * Degree)
	return min(d, 180*Degree-d)
}

// Format writes a in degrees without trailing zeros.
func (a Angle) Format() string { return Length(a * 10).Format(MM) }
