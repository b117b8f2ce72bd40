// Package limit holds what a part is judged by: its limits, its size class, and the decision rule that
// turns a value and a limit into a verdict.
package limit

import "ledge/internal/core/unit"

// A Range is a closed range of sizes: both ends are inside.
type Range struct {
	Min unit.Length `json:"min"`
	Max unit.Length `json:"max"`
}

// Middle is the middle of r, rounded half to even.
func (r Range) Middle() unit.Length { return unit.DivHalfEven(r.Min+r.Max, 2) }

// Holds reports whether both ends of another range lie inside r.
func (r Range) Holds(other Range) bool { return r.Min <= other.Min && other.Max <= r.Max }

// Shift returns r moved by d.
func (r Range) Shift(d unit.Length) Range { return Range{r.Min + d, r.Max + d} }

// Over returns l with every field it lacks taken from base. ByNumber is dropped.
func (l Limits) Over(base Limits) Limits {
	merged := Limits{Sources: l.sourcesOver(base)}
	if l.Clearance != nil || base.Clearance != nil {
		merged.Clearance = &Clearance{}
	}
	for i := range Fields {
		f := &Fields[i]
		v := f.get(&l)
		if v.Empty() {
			v = f.get(&base)
		}
		if !v.Empty() {
			f.set(&merged, v)
		}
	}
	return merged
}

// For returns the limits that hold for one number.
func (l Limits) For(number int) Limits {
	if own, has := l.ByNumber[number]; has {
		return own.Over(l)
	}
	l.ByNumber = nil
	return l
}
