package instrument

import (
	"regexp"
	"regexp/syntax"
	"slices"
	"strings"

	"ledge/internal/core/closed"
	"ledge/internal/core/unit"
)

// A Pattern says how the lines that one device sends are read: it tells the size in each.
type Pattern struct {
	// Expression is a regular expression (RE2) with the group "value", and where the device sends them "unit", "sign"
	// and "status".
	Expression string `json:"expression" minLength:"1" maxLength:"400"`
	// Unit is that of a line that names none.
	Unit unit.System `json:"unit"`
	// Decimals is how many digits of a value without a point stand behind it.
	Decimals int `json:"decimals,omitempty" minimum:"0" maximum:"7"`
	// Good are the statuses at which a value counts; any, where there is none.
	Good []string `json:"good,omitempty" maxItems:"10"`
}

// A Sent is what one line says.
type Sent struct {
	Size unit.Length
	Unit unit.System
	// Line is the line as far as the pattern matched it.
	Line string
}

// A LineFault is why a pattern is none, or a line no reading.
type LineFault string

// The faults of patterns and of lines.
const (
	ErrExpression LineFault = "expression" // no regular expression
	ErrNoValue    LineFault = "no_value"   // no group named value
	ErrGroup      LineFault = "group"      // a group that is not value, unit, sign or status
	ErrOther      LineFault = "other"      // the line does not match
	ErrStatus     LineFault = "status"     // the device says that the value is not good
	ErrUnit       LineFault = "unit"       // the unit is not known
	ErrNumber     LineFault = "number"     // the value is no number
	ErrHeavy      LineFault = "heavy"      // a pattern that is too much to try on every line
	ErrSlow       LineFault = "slow"       // more comes than the pattern can be tried on
)

// LineFaults are all of them.
var LineFaults = closed.New(
	ErrExpression, ErrNoValue, ErrGroup, ErrOther, ErrStatus, ErrUnit, ErrNumber, ErrHeavy, ErrSlow, ErrPort,
	ErrAddress, ErrRequest, ErrLong, ErrSwitch,
)

func (f LineFault) Error() string { return string(f) }

// groups are the names that mean something.
var groups = []string{"value", "unit", "sign", "status"}

// MaxLine is the longest line that is looked at, in bytes.
const MaxLine = 256

// mostSteps is how many instructions a pattern becomes at most: each byte of each line may go through all of them. The
// patterns of real gauges become fewer than a hundred; counts such as {500} are what makes them many.
const mostSteps = 600

// compile makes a regular expression ready whose size is bounded before anything is made of it; [ErrExpression] where
// it is none, [ErrHeavy] where it is too large.
func compile(expression string) (*regexp.Regexp, error) {
	parsed, err := syntax.Parse(expression, syntax.Perl)
	if err != nil {
		return nil, ErrExpression
	}
	if size(parsed) > mostSteps {
		return nil, ErrHeavy
	}
	x, err := regexp.Compile(expression)
	if err != nil {
		return nil, ErrExpression
	}
	return x, nil
}

// size is about how many instructions an expression becomes; each repeat counts as often as it may be.
func size(x *syntax.Regexp) int {
	n := 1
	if x.Op == syntax.OpLiteral {
		n = len(x.Rune)
	}
	for _, sub := range x.Sub {
		n += size(sub)
	}
	if x.Op == syntax.OpRepeat {
		n *= max(x.Min, x.Max, 1)
	}
	return min(n, 1<<20)
}

// A LineReader reads lines by a pattern.
type LineReader struct {
	pattern    Pattern
	expression *regexp.Regexp
	steps      int
}

// Cost is about how many steps it takes to read a line.
func (r *LineReader) Cost(line string) int { return r.steps * (min(len(line), MaxLine) + 1) }

// A Switch is what a foot switch says: a regular expression.
type Switch struct {
	expression *regexp.Regexp
	steps      int
}

// CompileSwitch makes the expression of a foot switch ready; [ErrSwitch] where it is none or too much.
func CompileSwitch(expression string) (*Switch, error) {
	x, err := compile(expression)
	if err != nil {
		return nil, ErrSwitch
	}
	return &Switch{x, steps(expression)}, nil
}

// Says tells whether a line is the switch's.
func (s *Switch) Says(line string) bool { return s.expression.MatchString(line) }

// Cost is about how many steps that takes.
func (s *Switch) Cost(line string) int { return s.steps * (min(len(line), MaxLine) + 1) }

// steps is the size of an expression that compiles.
func steps(expression string) int {
	parsed, err := syntax.Parse(expression, syntax.Perl)
	if err != nil {
		return 0
	}
	return size(parsed)
}

// Compile makes a pattern ready; [ErrExpression], [ErrHeavy], [ErrNoValue] or [ErrGroup] where it is none.
func Compile(p Pattern) (*LineReader, error) {
	x, err := compile(p.Expression)
	if err != nil {
		return nil, err
	}
	if x.SubexpIndex("value") < 0 {
		return nil, ErrNoValue
	}
	for _, name := range x.SubexpNames()[1:] {
		if name != "" && !slices.Contains(groups, name) {
			return nil, ErrGroup
		}
	}
	return &LineReader{p, x, steps(p.Expression)}, nil
}

// Read is what a line says; [ErrOther], [ErrStatus], [ErrUnit] or [ErrNumber] where it is no reading. It never
// panics, whatever came down the wire.
func (r *LineReader) Read(line string) (Sent, error) {
	if len(line) > MaxLine {
		return Sent{}, ErrOther
	}
	found := r.expression.FindStringSubmatch(line)
	if found == nil {
		return Sent{}, ErrOther
	}
	part := func(name string) string {
		if i := r.expression.SubexpIndex(name); i >= 0 {
			return strings.TrimSpace(found[i])
		}
		return ""
	}
	if len(r.pattern.Good) > 0 && !slices.Contains(r.pattern.Good, part("status")) {
		return Sent{}, ErrStatus
	}
	out := Sent{Unit: r.pattern.Unit, Line: found[0]}
	micro := false
	switch strings.ToLower(part("unit")) {
	case "":
	case "mm":
		out.Unit = unit.MM
	case "in", "inch", "\"", "″":
		out.Unit = unit.In
	case "µm", "μm", "um":
		out.Unit, micro = unit.MM, true
	default:
		return Sent{}, ErrUnit
	}
	text, ok := r.number(part("value"))
	if !ok {
		return Sent{}, ErrNumber
	}
	if micro {
		text += "e-3"
	}
	size, err := unit.Parse(text, out.Unit)
	if err != nil {
		return Sent{}, ErrNumber
	}
	if part("sign") == "-" || part("sign") == "−" {
		size = -size
	}
	out.Size = size
	return out, nil
}

// number is a value with its point; false where it is none.
func (r *LineReader) number(value string) (string, bool) {
	value = strings.NewReplacer(",", ".", "−", "-", " ", "").Replace(value)
	digits := strings.TrimLeft(value, "+-")
	if digits == "" || len(value)-len(digits) > 1 || strings.Count(digits, ".") > 1 ||
		strings.Trim(digits, "0123456789.") != "" || strings.Trim(digits, ".") == "" {
		return "", false
	}
	if d := r.pattern.Decimals; d > 0 && !strings.Contains(digits, ".") {
		sign := value[:len(value)-len(digits)]
		for len(digits) <= d {
			digits = "0" + digits
		}
		return sign + digits[:len(digits)-d] + "." + digits[len(digits)-d:], true
	}
	return value, true
}
