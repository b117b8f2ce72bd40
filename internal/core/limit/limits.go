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

// Shift returns r moved by d.
func (r Range) Shift(d unit.Length) Range { return Range{r.Min + d, r.Max + d} }

// Clearance holds the clearances of a fit: of new parts, the largest in service, and the builder's own window.
type Clearance struct {
	New    *Range       `json:"new,omitempty"`
	Max    *unit.Length `json:"max,omitempty"`
	Target *Range       `json:"target,omitempty"`
}

// Limits are the limits of one kind of feature. A nil field is a limit that nobody has entered.
type Limits struct {
	New           *Range       `json:"new,omitempty"`
	WearMax       *unit.Length `json:"wear_max,omitempty"`
	TaperMax      *unit.Length `json:"taper_max,omitempty"`
	OutOfRoundMax *unit.Length `json:"out_of_round_max,omitempty"`
	RunoutMax     *unit.Length `json:"runout_max,omitempty"`
	BoreToBoreMax *unit.Length `json:"bore_to_bore_max,omitempty"`
	AlignmentMax  *unit.Length `json:"alignment_max,omitempty"`
	// Max is the largest value in service of a kind that is no size: a gap, an end float.
	Max *unit.Length `json:"max,omitempty"`
	// SkimMax is how much may come off a deck in all.
	SkimMax    *unit.Length  `json:"skim_max,omitempty"`
	Undersizes []unit.Length `json:"undersizes,omitempty"`
	Oversizes  []unit.Length `json:"oversizes,omitempty"`
	Clearance  *Clearance    `json:"clearance,omitempty"`
	// Shells are the changes on offer against standard shells; positive gives more clearance.
	Shells []unit.Length `json:"shells,omitempty"`
	// Sources say where fields come from, by the field's name: "taper_max", "new", "clearance.max".
	Sources map[string]Source `json:"sources,omitempty"`
	// ByNumber overrides any field for one number.
	ByNumber map[int]Limits `json:"by_number,omitempty"`
}

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
func (l Limits) For(number int) Limits { return l.ByNumber[number].Over(l) }
