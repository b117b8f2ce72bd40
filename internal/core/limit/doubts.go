package limit

import (
	"fmt"

	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// A Doubt is a limit that looks mistyped, with what was likely meant.
type Doubt struct {
	Field string
	Why   say.Reason
	// Likely has one length for each that was entered, the doubtful ones as they were likely meant.
	Likely []unit.Length
}

// Doubts lists what looks mistyped in l: most often thousandths of an inch, or hundredths of a
// millimetre, typed as whole ones. gap tells that the limits are of gaps and indications, all of which are
// small. Common practice.
func (l Limits) Doubts(s unit.System, gap bool) []Doubt {
	var doubts []Doubt
	small, step := s.Pick(100*unit.Thou, 5*unit.Millimetre/2), s.Pick(250*unit.Thou, 6*unit.Millimetre)
	ask := func(field string, most unit.Length, values ...unit.Length) {
		likely, odd := make([]unit.Length, len(values)), unit.Length(0)
		for i, v := range values {
			if likely[i] = v; v.Abs() > most {
				if odd == 0 {
					odd = v
				}
				likely[i] = meant(v, most, s)
			}
		}
		if odd == 0 {
			return
		}
		doubts = append(doubts, Doubt{field,
			say.New("limit", say.Length("length", odd), say.Word("what", "limit", field+".one"),
				say.Lengths("likely", likely)).As("large"), likely})
	}
	for i := range Fields {
		f := &Fields[i]
		if !f.Small && !gap {
			continue
		}
		most := small
		if f.Step {
			most = step
		}
		ask(f.Name, most, f.get(&l).Lengths()...)
	}
	for number, own := range l.ByNumber {
		for _, d := range own.Doubts(s, gap) {
			d.Field = fmt.Sprintf("by_number.%d.%s", number, d.Field)
			doubts = append(doubts, d)
		}
	}
	return doubts
}

// meant is a length that was typed without its point.
func meant(l, most unit.Length, s unit.System) unit.Length {
	parts := []int64{1000, 10_000}
	if s == unit.MM {
		parts = []int64{100, 1000}
	}
	for _, part := range parts {
		if part := unit.DivHalfEven(l, part); part.Abs() <= most {
			return part
		}
	}
	return unit.DivHalfEven(l, parts[len(parts)-1])
}

// StampDoubt is a stamp that looks mistyped: ten for ten thousandths. ok is false where it does not.
func StampDoubt(step unit.Length, s unit.System) (likely unit.Length, ok bool) {
	most := s.Pick(250*unit.Thou, 6*unit.Millimetre)
	if step.Abs() <= most {
		return 0, false
	}
	return meant(step, most, s), true
}
