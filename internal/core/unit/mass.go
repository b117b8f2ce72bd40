package unit

// A Mass is a weight as an int64 count of 0.1 µg.
type Mass int64

// Gram is one gram: as many counts as a millimetre has.
const Gram Mass = 10_000_000

// ParseMass reads a decimal number of grams exactly; finer than 0.1 µg is refused.
func ParseMass(text string) (Mass, error) {
	l, err := Parse(text, MM)
	if err != nil || l < 0 {
		return 0, &ParseError{text, NotWeight}
	}
	return Mass(l), nil
}

// MeanMass is the mean of weights, rounded half to even; it panics without any.
func MeanMass(weights []Mass) Mass {
	lengths := make([]Length, len(weights))
	for i, w := range weights {
		lengths[i] = Length(w)
	}
	return Mass(Mean(lengths))
}

// Grams is m in grams.
func (m Mass) Grams() float64 { return float64(m) / float64(Gram) }

// Format writes m in grams without trailing zeros.
func (m Mass) Format() string { return Length(m).Format(MM) }
