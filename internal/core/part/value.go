package part

import "ledge/internal/core/unit"

// A Value is what a reading shows, in the smallest unit of its kind's quantity: 0.1 nm of a length,
// 0.1 µg of a weight. Only with that quantity does it become the one or the other.
type Value int64

// OfLength is the value of a length.
func OfLength(l unit.Length) Value { return Value(l) }

// OfMass is the value of a weight.
func OfMass(m unit.Mass) Value { return Value(m) }

// Length is a value of what is measured.
func (v Value) Length() unit.Length { return unit.Length(v) }

// Mass is a value of what is weighed.
func (v Value) Mass() unit.Mass { return unit.Mass(v) }

// Grams is the name of the unit of weights in files.
const Grams = "g"

// Parse reads a value as it is written: a length in a system, a weight in grams.
func (q Quantity) Parse(text string, s unit.System) (Value, error) {
	if q == Weight {
		m, err := unit.ParseMass(text)
		return OfMass(m), err
	}
	l, err := unit.Parse(text, s)
	return OfLength(l), err
}

// Format writes a value exactly, without its unit.
func (q Quantity) Format(v Value, s unit.System) string {
	if q == Weight {
		return v.Mass().Format()
	}
	return v.Length().Format(s)
}

// Show writes a value as people read it, with its unit.
func (q Quantity) Show(v Value, s unit.System) string {
	if q == Weight {
		return v.Mass().Format() + " " + Grams
	}
	return v.Length().Show(s) + " " + string(s)
}
