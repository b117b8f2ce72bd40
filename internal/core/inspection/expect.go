package inspection

import (
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// An Expectation is the size a feature should read about, so that the last digits are enough to type.
type Expectation struct {
	Size unit.Length `json:"size"`
	// Own tells that it is the feature's own mean so far: then two digits are enough, else three.
	Own bool `json:"own"`
}

// Expect returns what a feature should read about: the mean of its own readings, else the middle of what its work was
// ordered to, else the mean of its set's, else the middle of its new range. ordered is nil where no sheet orders it; ok
// is false where nothing is known.
func (in *Inspection) Expect(k part.Kind, number int, state string, ordered *limit.Range) (e Expectation, ok bool) {
	var set []unit.Length
	for i := range in.Features {
		f := &in.Features[i]
		if f.Kind != k || f.State != state {
			continue
		}
		sizes := f.sizes()
		if f.Number == number && len(sizes) > 0 {
			return Expectation{unit.Mean(sizes), true}, true
		}
		set = append(set, sizes...)
	}
	if ordered != nil && k.Quantity() == part.Size {
		return Expectation{ordered.Middle(), false}, true
	}
	if len(set) > 0 {
		return Expectation{unit.Mean(set), false}, true
	}
	if limits, _ := in.LimitsAt(k, number); limits.New != nil && k.Quantity() == part.Size {
		return Expectation{limits.New.Middle(), false}, true
	}
	return in.expectBearing(k, number)
}

// sizes are the sizes of f that are much the same all over its set.
func (f *Feature) sizes() []unit.Length {
	switch {
	case f.Kind.Grid():
		return f.grid().All()
	case f.Kind.Quantity() == part.Size && f.Kind.Row().List.Makes != part.MakesRise:
		return f.List.Readings
	}
	return nil
}

// expectBearing: a bearing that nobody has read is expected at its journal's size plus the new clearance.
func (in *Inspection) expectBearing(k part.Kind, number int) (e Expectation, ok bool) {
	journal, bears := k.Row().Mate, k.Bearing()
	if !bears {
		return Expectation{}, false
	}
	size, ok := in.Expect(journal, in.JournalOf(k, number), part.AsFound, nil)
	if limits, _ := in.LimitsAt(journal, in.JournalOf(k, number)); ok && limits.Clearance != nil {
		for _, r := range []*limit.Range{limits.Clearance.Target, limits.Clearance.New} {
			if r != nil {
				size.Size += r.Middle()
				break
			}
		}
	}
	size.Own = false
	return size, ok
}
