package inspection

import (
	"cmp"
	"slices"

	"ledge/internal/core/form"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// A listed is one feature of a list kind while it is evaluated.
type listed struct {
	*Finding
	in     *Inspection
	f      *Feature
	list   *List
	rule   limit.Rule
	limits *limit.Limits
	// u is the standard uncertainty of a difference between two readings.
	u float64
}

func evaluateList(in *Inspection, f *Feature) Finding {
	out := Finding{Kind: f.Kind, Number: f.Number, State: f.State, Component: f.Component, Complete: true,
		Look: f.Look, LookGiven: f.Look != "", Checks: []limit.Check{}}
	limits, _ := in.LimitsAt(f.Kind, f.Number)
	e := listed{&out, in, f, &f.List, in.Policy.DecisionRule, limits, in.gauge(f).Uncertainty(1).Difference()}
	row := f.Kind.Row()
	switch makes, form := row.List.Makes, row.List.Form; {
	case form == part.Turn:
		e.runout()
	case makes == part.MakesZone:
		zone := max(f.zone(in, f.List.Vertical), f.zone(in, f.List.Sideways), f.zone(in, f.List.Readings))
		out.Largest = &zone
		tunnel, _ := in.LimitsAt(row.JudgedBy, 0)
		e.check(limit.CheckName(row.List.Check), zone, tunnel.AlignmentMax)
		for i := range f.List.Readings {
			housing := part.Ref{Kind: row.JudgedBy, Number: i + 1}
			if _, known := in.verticalSize(housing); !known {
				e.note(say.New("edge_sizes", say.Part("housing", housing)))
			}
		}
	case form == part.Float:
		e.endFloat()
	case form == part.Edges:
		for _, gap := range f.List.gaps() {
			if out.Largest == nil || gap > *out.Largest {
				out.Largest = &gap
			}
		}
		e.flat(out.Largest)
	case form == part.Rows:
		e.deckHeights()
	case makes == part.MakesLines:
		for i, name := range row.List.Lines {
			if i < len(f.List.Readings) {
				e.check(limit.CheckName(name), f.List.Readings[i].Abs(), limits.Max)
			}
		}
	case makes == part.MakesRise:
		e.difference()
	case form == part.Weights:
	default:
		e.readings()
	}
	return out
}

// kindCheck is the check of a kind that is judged by a range of its own.
func kindCheck(k part.Kind) limit.CheckName { return limit.CheckName(k) }

func (e listed) check(name limit.CheckName, value unit.Length, most *unit.Length) {
	e.Checks = append(e.Checks, e.rule.Upper(name, value, most, e.u))
}

// inRange checks the run from least to most against the range of new parts, or up to the service limit.
func (e listed) inRange(name limit.CheckName, least, most unit.Length) {
	var low, high *unit.Length
	if e.limits.New != nil {
		low, high = &e.limits.New.Min, &e.limits.New.Max
	}
	if e.limits.Max != nil {
		high = e.limits.Max
	}
	e.Checks = append(e.Checks, e.rule.Lower(name.Low(), least, low, e.u), e.rule.Upper(name, most, high, e.u))
}

func (e listed) runout() {
	var runout form.Runout
	switch {
	case len(e.list.TIR) > 0:
		runout = form.RunoutFromTIR(unit.Mean(e.list.TIR))
	case len(e.list.Indicator) > 0:
		runout = form.RunoutOf(e.list.Angles, e.list.Indicator)
	default:
		e.Complete = false
		return
	}
	e.Runout = &runout
	e.in.judgeTurn(e.f, e.Finding)
}

// endFloat compares the two turns of the crank, the feeler and the return to zero with each other.
func (e listed) endFloat() {
	l := e.list
	all := append(append([]unit.Length{}, l.At0...), l.At180...)
	found := &FloatFinding{At0: meanOf(l.At0), At180: meanOf(l.At180), Feeler: meanOf(l.Feeler)}
	e.EndFloat = found
	for _, back := range l.Return {
		found.Return = max(found.Return, back.Abs())
	}
	smallest, largest, ok := form.Range(all)
	if !ok {
		e.Complete = false
		return
	}
	found.Spread = largest - smallest
	mean := unit.Mean(all)
	e.Min, e.Max, e.Mean = &smallest, &largest, &mean
	e.Complete = found.At0 != nil && found.At180 != nil // one end of the turn alone decides nothing
	e.inRange("end_float", min(orOther(found.At0, found.At180), orOther(found.At180, found.At0)),
		max(orOther(found.At0, found.At180), orOther(found.At180, found.At0)))

	guard := unit.Round(2 * e.u)
	division := e.in.gauge(e.f).Division
	if found.At0 != nil && found.At180 != nil && (*found.At0-*found.At180).Abs() > guard {
		e.note(say.New("turned", say.Length("at_0", *found.At0), say.Length("at_180", *found.At180)))
	}
	if found.Feeler != nil && (*found.Feeler-mean).Abs() > guard+division {
		feeler := say.New("feeler", say.Length("feeler", *found.Feeler), say.Length("dial", mean))
		if *found.Feeler < mean {
			feeler = feeler.As("less")
		}
		e.note(feeler)
	}
	if found.Return > 2*division {
		e.note(say.New("return", say.Length("by", found.Return)))
	}
	for _, repeats := range [][]unit.Length{l.At0, l.At180} {
		if low, high, ok := form.Range(repeats); ok && high-low > 2*division {
			e.note(say.New("spread", say.Length("by", high-low)).As("thrust"))
		}
	}
}

// gaps are those of the lines of a straight edge, each the mean of its readings.
func (l *List) gaps() (gaps []unit.Length) {
	read := map[string][]unit.Length{}
	for _, line := range l.Lines {
		read[line.Name] = append(read[line.Name], line.Gap)
	}
	for _, readings := range read {
		gaps = append(gaps, unit.Mean(readings))
	}
	return gaps
}

func orOther(a, b *unit.Length) unit.Length {
	if a != nil {
		return *a
	}
	return *b
}

// flat checks the widest gap or the zone of a deck.
func (e listed) flat(widest *unit.Length) {
	deck, _ := e.in.LimitsAt(cmp.Or(e.f.Kind.Row().JudgedBy, e.f.Kind), e.f.Number)
	if widest != nil {
		e.check(limit.CheckFlatness, *widest, deck.Max)
	}
}

// deckHeights: the zone between two parallel planes, and the widest gap that a straight edge would show.
func (e listed) deckHeights() {
	var x, y, z []unit.Length
	for i, row := range e.list.Rows {
		for j, height := range row {
			x, y, z = append(x, unit.Length(j)*unit.Inch), append(y, unit.Length(i)*unit.Inch), append(z, height)
		}
	}
	zone := form.Flatness(x, y, z)
	e.Largest = &zone
	e.flat(&zone)
	worst, where := unit.Length(0), ""
	for _, line := range edgeLines(e.list.Rows) {
		if gap := form.WidestGap(line.heights); gap > worst {
			worst, where = gap, line.name
		}
	}
	if where != "" {
		e.note(say.New("edge", say.Length("gap", worst)).As(where))
	}
}

type edgeLine struct {
	name    string
	heights []unit.Length
}

// edgeLines are the rows and the two diagonals of a grid of heights; the diagonals of the points
// nearest to them.
func edgeLines(rows [][]unit.Length) (lines []edgeLine) {
	for i, row := range rows {
		if len(row) != len(rows[0]) {
			return nil
		}
		lines = append(lines, edgeLine{[]string{"left", "middle", "right"}[min(i, 2)], row})
	}
	last := len(rows[0]) - 1
	if len(rows) == 3 && last > 0 && last%2 == 0 {
		lines = append(lines,
			edgeLine{"diagonal", []unit.Length{rows[0][0], rows[1][last/2], rows[2][last]}},
			edgeLine{"other_diagonal", []unit.Length{rows[0][last], rows[1][last/2], rows[2][0]}})
	}
	return lines
}

// difference: the lift of a lobe is nose less base, the stroke of a crankpin top less bottom.
func (e listed) difference() {
	if len(e.list.Readings) < 2 {
		e.Complete = false
		return
	}
	d := (e.list.Readings[1] - e.list.Readings[0]).Abs()
	e.Largest = &d
	e.inRange(limit.CheckName(e.f.Kind.Row().List.Check), d, d)
}

// readings checks the smallest and the largest of a plain list.
func (e listed) readings() {
	l := e.list.Readings
	smallest, largest, ok := form.Range(l)
	if !ok {
		e.Complete = false
		return
	}
	e.Min, e.Max, e.Mean = &smallest, &largest, meanOf(l)
	switch {
	case e.f.Kind.AnyStrip():
	case e.limits.Rings != nil:
		e.ringByRing(l)
	default:
		e.inRange(kindCheck(e.f.Kind), smallest, largest)
	}
	if e.f.Kind.Row().List.Makes == part.MakesWalls && len(l) == 4 {
		for half, name := range []string{"upper", "lower"} {
			if d := (l[2*half] - l[2*half+1]).Abs(); d > unit.Round(2*e.u) {
				e.note(say.New("uneven_shell", say.Length("by", d)).As(name))
			}
		}
		if upper, lower := unit.Mean(l[:2]), unit.Mean(l[2:]); (upper - lower).Abs() > unit.Round(2*e.u) {
			e.note(say.New("halves_differ", say.Length("upper", upper), say.Length("lower", lower)))
		}
	}
}

// ringByRing checks each ring against its own range, and shows the one that is nearest to trouble.
func (e listed) ringByRing(l []unit.Length) {
	var low, high *limit.Check
	for n, size := range l {
		own := e.limits.RangeOf(n)
		if own == nil {
			continue
		}
		most := own.Max
		if e.limits.Max != nil && own == e.limits.New {
			most = *e.limits.Max
		}
		least := e.rule.Lower(kindCheck(e.f.Kind).Low(), size, &own.Min, e.u)
		widest := e.rule.Upper(kindCheck(e.f.Kind), size, &most, e.u)
		if low == nil || least.Value-*least.Limit < low.Value-*low.Limit {
			low = &least
		}
		if high == nil || *widest.Limit-widest.Value < *high.Limit-high.Value {
			high = &widest
		}
	}
	for _, c := range []*limit.Check{low, high} {
		if c != nil {
			e.Checks = append(e.Checks, *c)
		}
	}
}

func meanOf(readings []unit.Length) *unit.Length {
	if len(readings) == 0 {
		return nil
	}
	mean := unit.Mean(readings)
	return &mean
}

// zone is the width of the smallest pair of parallel lines about the bores' centres. Gaps under a straight
// edge become centres by half of each bore's size: a concentric bore that is larger shows a gap and is not
// out of line.
func (f *Feature) zone(in *Inspection, offsets []unit.Length) unit.Length {
	if len(offsets) == 0 {
		return 0
	}
	at := f.positions(len(offsets))
	if row := f.Kind.Row(); row.List.Form == part.Readings {
		centres := slices.Clone(offsets)
		for i := range offsets {
			size, known := in.verticalSize(part.Ref{Kind: row.JudgedBy, Number: i + 1})
			if !known { // without every size the gaps themselves are all there is
				centres = offsets
				break
			}
			centres[i] -= unit.DivHalfEven(size, 2)
		}
		offsets = centres
	}
	width, _ := form.Straightness(at, offsets)
	return width
}

// verticalSize is the mean vertical size of a housing as last measured.
func (in *Inspection) verticalSize(housing part.Ref) (size unit.Length, ok bool) {
	i, ok := in.Latest(housing.Kind, housing.Number)
	if !ok {
		return 0, false
	}
	grid := in.Features[i].grid()
	var sizes []unit.Length
	for _, d := range grid.Nearest(0) {
		for _, row := range grid.Sizes {
			if row[d].OK {
				sizes = append(sizes, row[d].Length)
			}
		}
	}
	if len(sizes) == 0 {
		return 0, false
	}
	return unit.Mean(sizes), true
}

func (f *Feature) positions(n int) []unit.Length {
	if len(f.List.Positions) == n {
		return f.List.Positions
	}
	places := make([]unit.Length, n)
	for i := range places {
		places[i] = unit.Length(i) * unit.Inch
	}
	return places
}

// VerticalMisalignment is the largest distance of a bore's centre from the middle of the vertical
// zone, and sideways whether the sideways zone is wider than limit.
func (in *Inspection) VerticalMisalignment(f *Feature) unit.Length {
	offsets := f.List.Vertical
	if len(f.List.Readings) > 0 { // by a straight edge
		offsets = f.List.Readings
	}
	return unit.DivHalfEven(f.zone(in, offsets), 2)
}

// SidewaysZone is the width of the sideways zone.
func (in *Inspection) SidewaysZone(f *Feature) unit.Length { return f.zone(in, f.List.Sideways) }
