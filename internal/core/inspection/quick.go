package inspection

import (
	"ledge/internal/core/form"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// A Quickness is how a part stands that is looked at quickly first.
type Quickness string

// How it stands. Empty for a part whose whole plan is read at once.
const (
	Looking   Quickness = "looking" // it, or another of its kind, still lacks its quick look
	FarInside Quickness = "left"    // the rest of its plan is left
	WholePlan Quickness = "full"    // the rest of its plan could matter
)

// Quicknesses lists them.
func Quicknesses() []Quickness { return []Quickness{Looking, FarInside, WholePlan} }

// lacksLook are the places of its quick look that were not read yet.
func (f *Feature) lacksLook() (lacking []plan.Cell) {
	for _, c := range plan.QuickOf(f.Stations, f.Directions) {
		if cell := f.Cells[c.Station][c.Direction]; cell.Missing() || f.void(cell) {
			lacking = append(lacking, c)
		}
	}
	return lacking
}

// tellQuick says how a part stands that is looked at quickly first, and what still has to be read of it: nothing
// more where it is far inside.
func (out *Finding) tellQuick(in *Inspection, f *Feature) {
	out.Quick, out.Missing = Looking, f.lacksLook()
	if len(out.Missing) > 0 || in.stillLooking(f) {
		return
	}
	matters, far := in.farInside(f, out.Grid)
	if far {
		out.Quick = FarInside
		out.note(say.Of("quick", f.ref(), say.Number("read", len(out.Grid.All())),
			say.Number("of", len(f.Stations)*len(f.Directions))).As("left"))
		return
	}
	out.Quick, out.Missing = WholePlan, f.missing()
	if len(out.Missing) > 0 {
		out.note(say.Of("quick", f.ref(), say.Word("check", "check", matters)).As("full"))
	}
}

// stillLooking reports whether another part of the kind still lacks its quick look: the hands go over all of them
// first.
func (in *Inspection) stillLooking(f *Feature) bool {
	there := 0
	for i := range in.Features {
		other := &in.Features[i]
		if other.Kind != f.Kind || other.State != f.State || other.Component != f.Component {
			continue
		}
		if there++; other.Quick && len(other.lacksLook()) > 0 {
			return true
		}
	}
	// Parts that nobody read yet are known by the engine alone.
	row := f.Kind.Row()
	return in.Engine != nil && f.State == part.AsFound && row.Set.Row().Complete &&
		there < row.Count(in.Engine.Complete())
}

// farInside reports whether what a quick look shows and what it may have missed stay inside the limits together, and
// names the check that the rest of the plan could matter to. All that it shows of the form, taper, barrel and oval
// together, is at most three quarters of the least limit of the form: played, that passes hardly more bad sets than
// the whole plan does. A size stays half that limit off its own.
func (in *Inspection) farInside(f *Feature, grid form.Grid) (matters string, far bool) {
	smallest, largest, ok := form.Range(grid.All())
	limits, _ := in.LimitsFor(f.Kind, f.Number)
	matters, most := leastForm(limits)
	if !ok || matters == "" || f.look().WorseThan(Marked) {
		return "taper", false
	}
	if 4*(largest-smallest) > 3*most {
		return matters, false
	}
	if n := limits.New; f.Kind.Housing() && n != nil {
		switch {
		case smallest-most/2 < n.Min:
			return "size_low", false
		case largest+most/2 > n.Max:
			return "size_high", false
		}
	}
	if limits.WearMax != nil {
		worn := Finding{Min: &smallest, Max: &largest}
		worn.classAndWear(in, f, limits)
		if worn.Wear == nil || worn.Wear.Max+most/2 > *limits.WearMax {
			return "wear", false
		}
	}
	return "", true
}

// leastForm is the smaller of the limits of a part's form, with its check's name; empty where it has none.
func leastForm(l limit.Limits) (check string, most unit.Length) {
	if l.TaperMax != nil {
		check, most = "taper", *l.TaperMax
	}
	if o := l.OutOfRoundMax; o != nil && (check == "" || *o < most) {
		check, most = "out_of_round", *o
	}
	return check, most
}
