package inspection

import (
	"slices"

	"ledge/internal/core/form"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// A Finding is what one feature says by itself.
type Finding struct {
	Kind   part.Kind `json:"kind"`
	Number int       `json:"number"`
	State  string    `json:"state"`
	// Component is the tag of the one it belongs to; empty for the one that came.
	Component string      `json:"component,omitempty"`
	Complete  bool        `json:"complete"`
	Missing   []plan.Cell `json:"missing,omitempty"`
	// Quick tells how it stands where it is looked at quickly first.
	Quick QuickStanding `json:"quick,omitempty"`
	// Look is the grade that decides; LookGiven whether anyone graded it.
	Look      Look `json:"look,omitempty"`
	LookGiven bool `json:"look_given,omitempty"`

	Min        *unit.Length `json:"min,omitempty"`
	Max        *unit.Length `json:"max,omitempty"`
	Mean       *unit.Length `json:"mean,omitempty"`
	Taper      *unit.Length `json:"taper,omitempty"`
	OutOfRound *unit.Length `json:"out_of_round,omitempty"`
	Shape      form.Shape   `json:"shape,omitempty"`
	Oval       *form.Oval   `json:"oval,omitempty"`
	// Pooled is one oval fitted over all stations.
	Pooled    *form.PooledOval `json:"oval_pooled,omitempty"`
	Step      *form.Step       `json:"step,omitempty"`
	SizeClass *unit.Length     `json:"size_class,omitempty"`
	// AsOrdered tells whether all its sizes lie inside what was ordered; nil where no sheet says so.
	AsOrdered *bool `json:"as_ordered,omitempty"`
	Wear      *Wear `json:"wear,omitempty"`

	// Ledge is how much larger a cylinder is at the top of ring travel than above it, where the
	// unworn size was read.
	Ledge *unit.Length `json:"ledge,omitempty"`

	Runout   *form.Runout  `json:"runout,omitempty"`
	EndFloat *FloatFinding `json:"end_float,omitempty"`
	// Largest is the value that a list kind is judged by: the widest gap, the zone of a tunnel.
	Largest *unit.Length `json:"largest,omitempty"`

	// Stale evidence was taken before the work on its parts and decides nothing; Void readings count as
	// unread. Both are shown, and must be taken again.
	Stale bool `json:"stale,omitempty"`
	Void  bool `json:"void,omitempty"`
	// Untorqued tells that it is void for caps that were not torqued.
	Untorqued bool `json:"-"`

	Checks []limit.Check `json:"checks"`
	Notes  []Note        `json:"notes,omitempty"`

	// Grid holds the size of each cell, for the decisions that look at directions.
	Grid form.Grid `json:"-"`
	// U is the standard uncertainty of a size, in 0.1 nm.
	U float64 `json:"-"`
}

// Wear runs from least to most, against a reference size.
type Wear struct {
	Reference unit.Length `json:"reference"`
	Min       unit.Length `json:"min"`
	Max       unit.Length `json:"max"`
}

// FloatFinding is the end float: means of the repeats at either turn of the crank and by feeler,
// and the spread of the repeats.
type FloatFinding struct {
	At0    *unit.Length `json:"at_0,omitempty"`
	At180  *unit.Length `json:"at_180,omitempty"`
	Feeler *unit.Length `json:"feeler,omitempty"`
	Spread unit.Length  `json:"spread"`
	// Return is the furthest from zero that the dial came back to.
	Return unit.Length `json:"return"`
}

// A Note is something found that no limit covers.
type Note = say.Reason

// Check returns the named check of f, or nil.
func (f *Finding) Check(name limit.CheckName) *limit.Check {
	for i := range f.Checks {
		if f.Checks[i].Name == name {
			return &f.Checks[i]
		}
	}
	return nil
}

// Noted reports whether any of some codes was noted of f.
func (f *Finding) Noted(codes ...string) bool {
	for i := range f.Notes {
		if slices.Contains(codes, f.Notes[i].Code) {
			return true
		}
	}
	return false
}

// Beyond reports whether any check of f is beyond its limit.
func (f *Finding) Beyond() bool {
	for i := range f.Checks {
		if f.Checks[i].Verdict == limit.Beyond {
			return true
		}
	}
	return false
}

// Measured reports whether f has a size at all.
func (f *Finding) Measured() bool { return f.Min != nil }

// Class is the size class found, standard where none is known.
func (f *Finding) Class() unit.Length {
	if f.SizeClass == nil {
		return 0
	}
	return *f.SizeClass
}

// Worst is the worst verdict of f's checks, beyond where it looks worse than marked; no limit where
// nothing is judged.
func (f *Finding) Worst() limit.Verdict {
	standing := limit.NoLimit
	if f.Stale {
		return standing
	}
	if f.Look.WorseThan(Marked) {
		standing = limit.Beyond
	}
	for i := range f.Checks {
		standing = limit.Worse(standing, f.Checks[i].Verdict)
	}
	return standing
}
