// Package unit holds the exact quantities of the inspection bench: lengths and angles as integers.
package unit

import (
	"fmt"
	"math"
	"math/big"
	"strconv"
	"strings"

	"ledge/internal/core/closed"
)

// A Length is a distance as an int64 count of 0.1 nm. One inch is exactly 254 000 000 of them
// (the inch is 25.4 mm by definition, 1959), so a microinch and a nanometre are both whole numbers.
type Length int64

// Exact lengths, derived from the base of 0.1 nm.
const (
	Nanometre  Length = 10
	Micrometre Length = 1000 * Nanometre
	Millimetre Length = 1000 * Micrometre
	Inch       Length = 254 * Millimetre / 10
	Thou       Length = Inch / 1000
	Tenth      Length = Inch / 10000
)

// MaxLength bounds every length taken from outside: one kilometre, far beyond any engine, and far
// enough inside int64 that sums and doublings of thousands of readings cannot overflow.
const MaxLength = 1000 * 1000 * Millimetre

// A System is the unit in which lengths are written: inches or millimetres.
type System string

// The two systems of units.
const (
	In System = "in"
	MM System = "mm"
)

// Systems are both.
var Systems = closed.New(In, MM)

// Valid reports whether s is a known system.
func (s System) Valid() bool { return Systems.Has(s) }

// One returns the length of one unit of s. An unknown system counts as millimetres.
func (s System) One() Length {
	if s == In {
		return Inch
	}
	return Millimetre
}

// Pick returns in for inches and mm for millimetres: shop figures that are round in each system.
func (s System) Pick(in, mm Length) Length {
	if s == In {
		return in
	}
	return mm
}

// Decimals is the number of decimals at which an exact output in s is cut: 9 for inches, 7 for millimetres.
func (s System) Decimals() int {
	if s == In {
		return 9
	}
	return 7
}

// Abs returns the magnitude of l.
func (l Length) Abs() Length {
	if l < 0 {
		return -l
	}
	return l
}

// A ParseError says why a text is not a length, a weight or an angle.
type ParseError struct {
	Text  string
	Fault Fault
}

func (e *ParseError) Error() string { return fmt.Sprintf("%q: %s", e.Text, string(e.Fault)) }

// A Fault is what is wrong with a text.
type Fault string

// The faults.
const (
	NotNumber Fault = "not_number"
	TooFar    Fault = "exponent" // larger than any length needs
	TooFine   Fault = "too_fine" // finer than 0.1 nm
	TooLong   Fault = "too_long" // longer than a kilometre
	NotAngle  Fault = "not_angle"
	NotSet    Fault = "angle_fine" // no gauge can be set to it
	NotWeight Fault = "not_weight"
	NotTorque Fault = "not_torque"
)

// Faults are all of them.
var Faults = closed.New(NotNumber, TooFar, TooFine, TooLong, NotAngle, NotSet, NotWeight, NotTorque)

// Parse reads a decimal number of units of s, such as "1.8113", "-.002" or "25e-3", exactly.
// It refuses texts that are not numbers, numbers finer than 0.1 nm and lengths beyond [MaxLength];
// nothing is ever rounded. Errors are of type *[ParseError].
func Parse(text string, s System) (Length, error) {
	trimmed := strings.TrimSpace(text)
	mantissa, exponent, fault := splitDecimal(trimmed)
	if fault != "" {
		return 0, &ParseError{text, fault}
	}
	value := new(big.Int).Mul(mantissa, big.NewInt(int64(s.One())))
	if exponent >= 0 {
		value.Mul(value, bigPow10(exponent))
	} else {
		rest := new(big.Int)
		value.QuoRem(value, bigPow10(-exponent), rest)
		if rest.Sign() != 0 {
			return 0, &ParseError{text, TooFine}
		}
	}
	if value.CmpAbs(big.NewInt(int64(MaxLength))) > 0 {
		return 0, &ParseError{text, TooLong}
	}
	return Length(value.Int64()), nil
}

// MustParse is [Parse] for constants and tests; it panics where Parse returns an error.
func MustParse(text string, s System) Length {
	l, err := Parse(text, s)
	if err != nil {
		panic(err)
	}
	return l
}

// Format writes l in units of s with at most [System.Decimals] decimals, rounded half to even,
// without trailing zeros and without a unit.
func (l Length) Format(s System) string { return trimZeros(l.Fixed(s, s.Decimals())) }

// Fixed writes l in units of s with exactly the given decimals, at most 9, rounded half to even.
func (l Length) Fixed(s System, decimals int) string {
	one, scale := int64(s.One()), pow10[decimals]
	magnitude := int64(l.Abs())
	// Whole and rest apart, so that the scaled rest stays far inside int64.
	fraction := int64(DivHalfEven(Length(magnitude%one*scale), one))
	whole := magnitude/one + fraction/scale
	fraction %= scale
	text := make([]byte, 0, 24)
	if l < 0 && (whole != 0 || fraction != 0) {
		text = append(text, '-')
	}
	text = strconv.AppendInt(text, whole, 10)
	if decimals > 0 {
		text = append(text, '.')
		digits := strconv.AppendInt(make([]byte, 0, 10), scale+fraction, 10)
		text = append(text, digits[1:]...)
	}
	return string(text)
}

// Show writes l as people at the bench do: inches with four decimals, a fifth only where the length
// has a half tenth; millimetres with three. No unit is added.
func (l Length) Show(s System) string {
	if s != In {
		return l.Fixed(s, 3)
	}
	if five := l.Fixed(s, 5); !strings.HasSuffix(five, "5") {
		return l.Fixed(s, 4)
	} else {
		return five
	}
}

// Mean returns the mean of ls rounded once, half to even, to 0.1 nm. It panics on an empty slice.
func Mean(ls []Length) Length {
	var sum int64
	for _, l := range ls {
		sum += int64(l)
	}
	return DivHalfEven(Length(sum), int64(len(ls)))
}

// DivHalfEven returns l/n rounded half to even. It panics when n is not positive.
func DivHalfEven(l Length, n int64) Length {
	if n <= 0 {
		panic("DivHalfEven: divisor ≤ 0")
	}
	quotient, rest := int64(l)/n, int64(l)%n
	if rest < 0 {
		quotient, rest = quotient-1, rest+n
	}
	if twice := 2 * rest; twice > n || (twice == n && quotient%2 != 0) {
		quotient++
	}
	return Length(quotient)
}

// Round returns the float f, a count of 0.1 nm, as a Length, half to even. It is the one way out of
// a floating-point fit.
func Round(f float64) Length { return Length(math.RoundToEven(f)) }

// ShowApart shows two lengths so that they read differently where they are different: with as many
// digits more as that takes.
func ShowApart(a, b Length, s System) (string, string) {
	x, y := a.Show(s), b.Show(s)
	for decimals := s.decimals() + 1; x == y && a != b && decimals <= 9; decimals++ {
		x, y = a.Fixed(s, decimals), b.Fixed(s, decimals)
	}
	return x, y
}

// decimals are those that people at the bench read.
func (s System) decimals() int {
	if s == MM {
		return 3
	}
	return 4
}
