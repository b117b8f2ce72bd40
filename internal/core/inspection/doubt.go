package inspection

import (
	"ledge/internal/core/form"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// A Doubt says why a size looks wrong before it is taken.
type Doubt struct {
	// Impossible sizes are refused; the others are taken on confirmation: it may be the damage.
	Impossible bool
	Why        say.Reason
}

// farAway is how far a size may lie from its neighbours before it is asked about: 0.02 in or 0.5
// mm, and no more than half the smallest step between its sizes, since a size that is a whole step
// off is most often mistyped. Common practice.
func (in *Inspection) farAway(k part.Kind, number int) unit.Length {
	far := in.Unit.Pick(20*unit.Thou, unit.Millimetre/2)
	limits, _ := in.LimitsAt(k, number)
	for _, steps := range [][]unit.Length{limits.Undersizes, limits.Oversizes} {
		before := unit.Length(0)
		for _, step := range steps {
			far = min(far, (step-before)/2)
			before = step
		}
	}
	return far
}

// Doubt judges a size before it is taken: against the readings of its feature, else of its set, else the
// new range. It returns nil where nothing speaks against it.
func (in *Inspection) Doubt(k part.Kind, number int, state string, value part.Value) *Doubt {
	size := value.Length()
	switch k.Quantity() {
	case part.Gap, part.Dial:
		return in.doubtSmall(k, size)
	case part.Weight:
		if value.Mass() <= 0 {
			return &Doubt{true, say.New("doubt").As("zero")}
		}
		return nil
	}
	if size <= 0 {
		return &Doubt{true, say.New("doubt").As("zero")}
	}
	near, what := in.neighbours(k, number, state)
	if what == "" {
		return in.doubtTight(k, number, size)
	}
	reference := unit.Mean(near)
	if wrongUnit(size, reference) {
		return &Doubt{true, say.New("doubt", say.Length("size", size), say.Word("beside", "beside", what),
			say.Length("near", near[0])).As("unit")}
	}
	smallest, largest, _ := form.Range(near)
	if far := in.farAway(k, number); size > largest+far || size < smallest-far {
		return &Doubt{false, say.New("doubt", say.Length("size", size), say.Length("far", far),
			say.Word("beside", "beside", what), say.Range("sizes", smallest, largest)).As("far")}
	}
	return in.doubtTight(k, number, size)
}

// doubtTight asks about a size that leaves no clearance to what it runs with: most often a deviation has the wrong
// sign, or another part was measured. Pins are pressed in on purpose.
func (in *Inspection) doubtTight(k part.Kind, number int, size unit.Length) *Doubt {
	other, bore := tightWith(k)
	if other == "" {
		return nil
	}
	for _, i := range in.Members(other) { // each in its latest state
		f := &in.Features[i]
		mates := f.Number == number
		switch {
		case k.Bearing():
			mates = f.Number == in.JournalOf(k, number)
		case other.Bearing():
			mates = in.JournalOf(other, f.Number) == number
		}
		sizes := f.sizes()
		if !mates || len(sizes) == 0 {
			continue
		}
		if tight := unit.Mean(sizes) - size; bore && tight > 0 || !bore && tight < 0 {
			return &Doubt{false, say.New("doubt", say.Length("size", size), say.Length("tight", tight.Abs()),
				say.Part("part", part.Ref{Kind: f.Kind, Number: f.Number})).As("tight")}
		}
	}
	return nil
}

// tightWith is what a part must have clearance to, and whether it is the bore of the two; empty where nothing is known.
func tightWith(k part.Kind) (other part.Kind, bore bool) {
	row := k.Row()
	switch {
	case k.InBore():
		return row.In[0], false
	case k.Bore(), k.Bearing():
		return row.Mate, true
	case row.Joint != nil:
		return row.Joint.Bearing, false
	}
	return "", false
}

// doubtSmall asks about a gap or an indication that no sound or damaged part shows: most often a point was
// forgotten, or the other unit was meant.
func (in *Inspection) doubtSmall(k part.Kind, size unit.Length) *Doubt {
	large := in.Unit.Pick(100*unit.Thou, 5*unit.Millimetre/2)
	switch {
	case k.Quantity() == part.Gap && size < 0:
		return &Doubt{true, say.New("doubt").As("gap")}
	case size.Abs() > large:
		return &Doubt{false, say.New("doubt", say.Length("size", size)).As("large")}
	}
	return nil
}

// wrongUnit reports whether a is about 25.4 times b, or the other way round.
func wrongUnit(a, b unit.Length) bool {
	about := func(a, b unit.Length) bool { return (10*a - 254*b).Abs() < 5*b }
	return about(a, b) || about(b, a)
}

// neighbours returns the sizes that a new one is held against, and what they are.
func (in *Inspection) neighbours(k part.Kind, number int, state string) (sizes []unit.Length, what string) {
	for i := range in.Features {
		f := &in.Features[i]
		if f.Kind == k && f.Number == number && f.State == state {
			if sizes = f.sizes(); len(sizes) > 0 {
				return sizes, "readings"
			}
		}
	}
	for i := range in.Features {
		if f := &in.Features[i]; f.Kind == k && f.State == state {
			sizes = append(sizes, f.sizes()...)
		}
	}
	if len(sizes) > 0 {
		return sizes, "set"
	}
	if limits, _ := in.LimitsAt(k, number); limits.New != nil && k.Quantity() == part.Size {
		steps, sign := limits.Undersizes, unit.Length(-1)
		if !k.Shaft() {
			steps, sign = limits.Oversizes, 1
		}
		sizes = []unit.Length{limits.New.Min, limits.New.Max}
		for _, step := range steps {
			sizes = append(sizes, limits.New.Middle()+sign*step)
		}
		return sizes, "new"
	}
	return nil, ""
}
