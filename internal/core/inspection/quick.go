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
	rest := f.missing()
	if len(rest) == 0 {
		out.Quick, out.Missing = WholePlan, nil // read whole as it is
		return
	}
	out.Quick, out.Missing = Looking, f.lacksLook()
	if len(out.Missing) > 0 || in.looking[lookedAt(f)] {
		return
	}
	matters, far := in.farInside(f, out.Grid)
	if far {
		out.Quick = FarInside
		out.note(say.Of("quick", f.ref(), say.Number("read", len(out.Grid.All())),
			say.Number("of", len(f.Stations)*len(f.Directions))).As("left"))
		return
	}
	out.Quick, out.Missing = WholePlan, rest
	if matters == "" {
		out.note(say.Of("quick", f.ref()).As("all"))
	} else {
		out.note(say.Of("quick", f.ref(), say.Word("check", "check", matters)).As("full"))
	}
}

// A looked names parts that the hands look at together: of one kind, component and state.
type looked struct {
	kind             part.Kind
	component, state string
}

func lookedAt(f *Feature) looked { return looked{f.Kind, f.Component, f.State} }

// whatIsLookedAt tells of what some part still lacks its quick look: the hands go over all of them first. Parts that
// nobody read yet are known by the engine alone.
func (in *Inspection) whatIsLookedAt() map[looked]bool {
	if !slices.ContainsFunc(in.Features, func(f Feature) bool { return f.Quick }) {
		return nil
	}
	there, looking := map[looked]int{}, map[looked]bool{}
	for i := range in.Features {
		if f := &in.Features[i]; f.Kind.Grid() {
			there[lookedAt(f)]++
			if f.Quick && len(f.lacksLook()) > 0 {
				looking[lookedAt(f)] = true
			}
		}
	}
	for of, n := range there {
		row := of.kind.Row()
		if in.Engine != nil && of.state == part.AsFound && row.Set.Row().Complete &&
			n < row.Count(in.Engine.Complete()) {
			looking[of] = true
		}
	}
	return looking
}

// farInside reports whether what a quick look shows and what it may have missed stay inside the limits together, and
// names the check that the rest of the plan could matter to; none where the part is damaged or has no limits to be
// inside of. All that it shows of the form, taper, barrel and oval
// together, is at most three quarters of the least limit of the form: played, that passes hardly more bad sets than
// the whole plan does. A size stays half that limit off its own.
func (in *Inspection) farInside(f *Feature, grid form.Grid) (matters string, far bool) {
	smallest, largest, ok := form.Range(grid.All())
	limits, _ := in.LimitsFor(f.Kind, f.Number)
	matters, most := leastForm(limits)
	if !ok || matters == "" || f.look().WorseThan(Marked) {
		return "", false
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
