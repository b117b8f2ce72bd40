package inspection

import (
	"slices"

	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// classAndWear finds the size class and the wear, where the new range is known.
func (out *Finding) classAndWear(in *Inspection, f *Feature, limits *limit.Limits) {
	var reference unit.Length
	switch {
	case limits.New != nil:
		reference = out.class(in, f, limits)
	case in.Policy.WearReference != Measured || f.Unworn == nil:
		return
	}
	if in.Policy.WearReference == Measured && f.Unworn != nil {
		reference = *f.Unworn
	}
	if f.Kind.Shaft() {
		out.Wear = &Wear{reference, reference - *out.Max, reference - *out.Min}
	} else {
		out.Wear = &Wear{reference, *out.Min - reference, *out.Max - reference}
	}
}

// class sets the size class and returns the reference size of the new range shifted by it.
func (out *Finding) class(in *Inspection, f *Feature, limits *limit.Limits) unit.Length {
	var class unit.Length
	known := true
	tolerance := limit.ClassTolerance(in.Unit)
	shifted := *limits.New
	if f.Kind.InBore() {
		class = in.boreClass(part.Ref{Kind: f.Kind.Row().In[0], Number: f.Number})
		shifted = shifted.Shift(class)
	} else if f.Kind.Bearing() && f.Kind.Row().Set != "" {
		class = in.bushClass(f, *limits.New, *out.Min)
		shifted = shifted.Shift(-class)
	} else if f.Kind.Shaft() {
		class, known = limit.ShaftClass(*limits.New, limits.Undersizes, *out.Max, tolerance)
		class = out.tightReading(f, class, func(stamped, size unit.Length) bool {
			return limit.Reaches(*limits.New, limits.Undersizes, stamped, size, tolerance)
		}, limits.Undersizes, out.Grid.All())
		shifted = shifted.Shift(-class)
	} else {
		class, known = limit.BoreClass(*limits.New, limits.Oversizes, *out.Min, tolerance)
		class = out.tightReading(f, class, func(stamped, size unit.Length) bool {
			return limit.BoreReaches(*limits.New, limits.Oversizes, stamped, size, tolerance)
		}, limits.Oversizes, out.Grid.All())
		shifted = shifted.Shift(class)
	}
	out.SizeClass = &class
	end := shifted.Min
	if f.Kind.Shaft() {
		end = shifted.Max
	}
	if !known {
		out.note(say.Of("no_class", f.ref(), say.Range("reads", *out.Min, *out.Max),
			say.Range("new", limits.New.Min, limits.New.Max)))
	} else if guard := unit.Round(2 * out.U); f.Kind.Shaft() && *out.Max > shifted.Max+guard ||
		!f.Kind.Shaft() && *out.Min < shifted.Min-guard {
		out.note(say.Of("better_than_new", f.ref(), say.Range("new", shifted.Min, shifted.Max)))
	}
	if in.Policy.WearReference == Middle {
		return shifted.Middle()
	}
	return end
}

// tightReading is the class that is stamped on a part where one reading alone rules it out, and all others and the mean
// speak for it.
func (out *Finding) tightReading(f *Feature, class unit.Length, reaches func(class, size unit.Length) bool,
	steps, sizes []unit.Length) unit.Length {
	if f.Stamp == nil || f.Stamp.Step == nil || f.Stamp.Step.Abs() == class || len(sizes) < 3 ||
		!slices.Contains(steps, f.Stamp.Step.Abs()) || !reaches(f.Stamp.Step.Abs(), *out.Mean) {
		return class
	}
	stamped, against := f.Stamp.Step.Abs(), 0
	for _, size := range sizes {
		if !reaches(stamped, size) {
			against++
		}
	}
	if against != 1 {
		return class
	}
	out.note(say.Of("tight_reading", f.ref(), say.Class("class", stamped)))
	return stamped
}
