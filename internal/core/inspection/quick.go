package inspection

import (
	"slices"

	"ledge/internal/core/closed"
	"ledge/internal/core/form"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// A QuickStanding is how a part stands that is looked at quickly first.
type QuickStanding string

// How it stands. Empty for a part whose whole plan is read at once.
const (
	Looking   QuickStanding = "looking" // it, or another of its kind, still lacks its quick look
	FarInside QuickStanding = "left"    // the rest of its plan is left
	WholePlan QuickStanding = "full"    // the rest of its plan could matter
)

// QuickStandings are all of them.
var QuickStandings = closed.New(Looking, FarInside, WholePlan)

// proves reports whether a part is measured to prove the work that was done on it.
func (f *Feature) proves() bool { return f.State != part.AsFound }

// QuickCells are the places of the quick look at a part in a state: a spiral over its plan, or after work the fewest
// that prove it, first where it was furthest from new as found.
func QuickCells(kind part.Kind, state string, stations []string, directions []unit.Angle, found form.Grid) []plan.Cell {
	if state == part.AsFound {
		return plan.QuickOf(stations, directions)
	}
	if p, ok := plan.Of(stations, directions); ok {
		stations, directions = p.Stations, p.Directions
	}
	ends, must := found.Ends(), -1
	first := ends.Large
	if kind.Shaft() {
		first = ends.Small
	}
	if kind.Housing() { // a hone is held to its height by itself
		for d := range directions {
			if must < 0 || unit.AxisDistance(directions[d], 0) < unit.AxisDistance(directions[must], 0) {
				must = d
			}
		}
	}
	return plan.Proof(len(stations), len(directions), plan.Cell(first), must)
}

// asFound is the grid of a part as it came; empty where that was not measured.
func (in *Inspection) asFound(f *Feature) form.Grid {
	for i := range in.Features {
		if o := &in.Features[i]; o.Kind == f.Kind && o.Number == f.Number && o.Component == f.Component && !o.proves() {
			return in.grids[i]
		}
	}
	return form.Grid{}
}

// lacksLook are the places of its quick look that were not read yet.
func (in *Inspection) lacksLook(f *Feature) (lacking []plan.Cell) {
	var found form.Grid
	if f.proves() {
		found = in.asFound(f)
	}
	for _, c := range QuickCells(f.Kind, f.State, f.Stations, f.Directions, found) {
		if cell := &f.Cells[c.Station][c.Direction]; cell.Missing() || f.void(cell) {
			lacking = append(lacking, c)
		}
	}
	return lacking
}

// noteQuick says how a part stands that is looked at quickly first, and what still has to be read of it: nothing
// more where it is far inside.
func (out *Finding) noteQuick(in *Inspection, f *Feature) {
	rest := f.missing()
	if len(rest) == 0 {
		out.Quick, out.Missing = WholePlan, nil // read whole as it is
		return
	}
	out.Quick, out.Missing = Looking, in.lacksLook(f)
	if len(out.Missing) > 0 || in.looking[lookedAt(f)] && !f.proves() {
		return
	}
	matters, far := in.farInside(f, out.Grid)
	if f.proves() {
		matters, far = in.proved(f, out.Grid)
	}
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
			if f.Quick && len(in.lacksLook(f)) > 0 {
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
func (in *Inspection) farInside(f *Feature, grid form.Grid) (matters limit.CheckName, far bool) {
	smallest, largest, ok := form.Range(grid.All())
	limits, _ := in.LimitsAt(f.Kind, f.Number)
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
			return limit.CheckSizeLow, false
		case largest+most/2 > n.Max:
			return limit.CheckSizeHigh, false
		}
	}
	if limits.WearMax != nil {
		worn := Finding{Min: &smallest, Max: &largest}
		worn.classAndWear(in, f, limits)
		if worn.Wear == nil || worn.Wear.Max+most/2 > *limits.WearMax {
			return limit.CheckWear, false
		}
	}
	return "", true
}

// proved reports whether the few places that prove a piece of work leave no doubt: they differ by no more than half the
// least limit of the form, so that what lies between them is inside, and none lies so near an end of what was ordered
// that the gauge could take it out, or in the outer quarter. Else it names the check that the rest of the plan could
// matter to. Common practice.
func (in *Inspection) proved(f *Feature, grid form.Grid) (matters limit.CheckName, far bool) {
	smallest, largest, ok := form.Range(grid.All())
	limits, _ := in.LimitsAt(f.Kind, f.Number)
	matters, most := leastForm(limits)
	if !ok || f.look().WorseThan(Marked) {
		return "", false
	}
	if matters != "" && 2*(largest-smallest) > most {
		return matters, false
	}
	ordered := f.Ordered
	if ordered == nil && f.Kind.Housing() {
		ordered = limits.New
	}
	if ordered == nil {
		return matters, matters != ""
	}
	near := min(unit.Round(2*in.uncertainty(f).Size()), (ordered.Max-ordered.Min)/4)
	switch {
	case smallest-near < ordered.Min:
		return limit.CheckSizeLow, false
	case largest+near > ordered.Max:
		return limit.CheckSizeHigh, false
	}
	return "", true
}

// leastForm is the smaller of the limits of a part's form, with its check's name; empty where it has none.
func leastForm(l *limit.Limits) (check limit.CheckName, most unit.Length) {
	if l.TaperMax != nil {
		check, most = limit.CheckTaper, *l.TaperMax
	}
	if o := l.OutOfRoundMax; o != nil && (check == "" || *o < most) {
		check, most = limit.CheckOutOfRound, *o
	}
	return check, most
}
