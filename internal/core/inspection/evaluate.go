package inspection

import (
	"context"
	"math"

	"ledge/internal/core/form"
	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// Evaluate returns one finding for each feature, in their order. It ends early, with the context's
// error, where that ends.
func Evaluate(ctx context.Context, in *Inspection) ([]Finding, error) {
	if in.hands == nil {
		in = Learn(in)
	}
	findings := make([]Finding, len(in.Features))
	for i := range in.Features {
		if err := ctx.Err(); err != nil {
			return nil, err
		}
		f := &in.Features[i]
		if f.Kind.Grid() {
			findings[i] = evaluateGrid(in, f, in.grids[i])
		} else {
			findings[i] = evaluateList(in, f)
		}
	}
	in.noteStale(findings)
	in.offTheEnds(findings)
	judgeJournalRunout(in, findings)
	in.judgePinFits(findings)
	in.noteNumbering(findings)
	in.noteHeld(findings)
	for i := range findings {
		in.nameSources(&findings[i])
	}
	return findings, nil
}

// nameSources names where the limit of each check comes from.
func (in *Inspection) nameSources(f *Finding) {
	kind := f.Kind
	if other := kind.Row().JudgedBy; other != "" {
		kind = other
	}
	limits, _ := in.LimitsAt(kind, f.Number)
	if len(limits.Sources) == 0 {
		return
	}
	for i := range f.Checks {
		if c := &f.Checks[i]; c.Limit != nil {
			c.Source = limits.SourceOf(c.Name)
			if c.Name == limit.CheckStep {
				c.Source = limit.Shop
			}
		}
	}
}

// evaluateGrid judges a part by the grid of what counts of it.
func evaluateGrid(in *Inspection, f *Feature, grid form.Grid) Finding {
	missing, room := f.missing(), 5
	if f.Kind.Housing() {
		room = 7 // both ends and steps, too
	}
	out := Finding{Kind: f.Kind, Number: f.Number, State: f.State, Component: f.Component, Missing: missing,
		Look: f.look(), LookGiven: f.Look != "", Grid: grid, Checks: make([]limit.Check, 0, room)}
	if f.Quick {
		out.noteQuick(in, f)
		missing = out.Missing
	}
	gauge, u := in.gauge(f), in.uncertainty(f)
	out.U = u.Size()

	out.noteVoid(f)
	sizes := grid.All()
	smallest, largest, ok := form.Range(sizes)
	if !ok {
		return out
	}
	kept := new(struct { // what the finding points to, at once
		min, max, mean, taper, outOfRound unit.Length
		oval                              form.Oval
		pooled                            form.PooledOval
	})
	kept.min, kept.max, kept.mean = smallest, largest, unit.Mean(sizes)
	out.Min, out.Max, out.Mean = &kept.min, &kept.max, &kept.mean
	taper, hasTaper := grid.Taper()
	outOfRound, hasOutOfRound := grid.OutOfRound()
	kept.taper, kept.outOfRound = taper, outOfRound
	out.Complete = len(missing) == 0 &&
		(hasOutOfRound || len(f.Directions) < 2) && (hasTaper || len(f.Stations) < 2)
	out.Complete = out.Complete || out.Quick == FarInside
	out.Shape = form.Grid{Directions: grid.Directions,
		Sizes: grid.Sizes[:len(grid.Sizes)-f.Added]}.Shape(gauge.Division)
	if oval, ok := grid.Oval(); ok {
		kept.oval = oval
		out.Oval = &kept.oval
	}

	if f.Ordered != nil {
		inside := f.Ordered.Holds(limit.Range{Min: smallest, Max: largest})
		out.AsOrdered = &inside
	}
	limits, _ := in.LimitsAt(f.Kind, f.Number)
	out.classAndWear(in, f, limits)
	rule := in.Policy.DecisionRule
	ends, at := grid.Ends(), func(p form.Place) instrument.Uncertainty {
		return in.cellUncertainty(f, &f.Cells[p.Station][p.Direction])
	}
	if f.Kind.Housing() || limits.New != nil && limits.WearMax == nil && ownSized(f.Kind) {
		var low, high *unit.Length
		if limits.New != nil {
			new := *limits.New
			if f.Kind.Bearing() { // a bush follows the undersize of its journal
				new = new.Shift(-out.Class())
			}
			low, high = &new.Min, &new.Max
		}
		most := largest
		if f.State == part.AfterLineHone && limits.New != nil && limits.OutOfRoundMax != nil {
			most, high = honedTop(grid, largest, limits.New.Max, *limits.OutOfRoundMax)
		}
		out.Checks = append(out.Checks, rule.Lower(limit.CheckSizeLow, smallest, low, at(ends.Small).Size()),
			rule.Upper(limit.CheckSizeHigh, most, high, at(ends.Large).Size()))
	}
	if hasTaper {
		out.Taper = &kept.taper
		out.Checks = append(out.Checks, rule.Upper(limit.CheckTaper, taper, limits.TaperMax, widest(grid.Tapers(), at)))
	}
	if hasOutOfRound {
		out.OutOfRound = &kept.outOfRound
		out.Checks = append(out.Checks, rule.Upper(limit.CheckOutOfRound, outOfRound, limits.OutOfRoundMax,
			widest(grid.Ovals(), at)))
	}
	if pooled, ok := grid.PooledOval(); ok {
		kept.pooled = pooled
		out.Pooled = &kept.pooled
		if f.Kind.Journal() || f.Kind.Housing() || f.Kind.Bore() {
			spread := pooled.Spread(grid, func(p form.Place) float64 { return at(p).Fit(1) })
			out.Checks = append(out.Checks, rule.Upper(limit.CheckOval, pooled.Size, limits.OutOfRoundMax, spread))
		}
	}
	if out.Wear != nil && (limits.WearMax != nil || f.Kind.Journal() || f.Kind.Bore()) {
		most := ends.Large
		if f.Kind.Shaft() {
			most = ends.Small
		}
		out.Checks = append(out.Checks, rule.Upper(limit.CheckWear, out.Wear.Max, limits.WearMax, at(most).Size()))
	}
	if f.Kind.Housing() {
		if step, ok := grid.Step(); ok {
			out.Step = &step
			out.Checks = append(out.Checks,
				rule.Upper(limit.CheckStep, step.Height, &in.Policy.StepLimit, u.Difference()))
		}
	}
	out.skirt(in, f, grid, limits)
	out.ledge(in, f, grid)
	out.notes(in, f, gauge, limits)
	return out
}

// ownSized reports whether nothing but its own range of new parts judges the size of a kind: a pin, a small end.
func ownSized(k part.Kind) bool {
	return !k.Journal() && !k.Bore() && !k.InBore() && k.Grid() && (!k.Bearing() || k.Row().Set != "")
}

// honedTop is what decides whether a bore of a honed tunnel is too large, with its limit: vertically the top of its
// range; across, which cutting the caps cannot close, that and what it may be out of round. Common practice.
func honedTop(grid form.Grid, largest, top, round unit.Length) (most unit.Length, high *unit.Length) {
	wide := top + round
	_, upright, _ := form.Range(grid.InDirections(grid.Nearest(0)))
	if top-upright <= wide-largest {
		return upright, &top
	}
	return largest, &wide
}

// widest is the standard uncertainty of the largest of differences: that of its own two cells, of one set-up.
func widest(all []form.Spread, at func(form.Place) instrument.Uncertainty) (u float64) {
	most := unit.Length(-1)
	for _, s := range all {
		if s.Size > most {
			most, u = s.Size, math.Hypot(at(s.Small).Fit(1), at(s.Large).Fit(1))
		}
	}
	return u
}

// ledge compares the first station of a cylinder with the unworn size above ring travel.
func (out *Finding) ledge(in *Inspection, f *Feature, grid form.Grid) {
	if !f.Kind.Bore() || f.Unworn == nil {
		return
	}
	first := form.Grid{Directions: grid.Directions, Sizes: grid.Sizes[:1]}
	if _, largest, ok := form.Range(first.All()); ok {
		ledge := largest - *f.Unworn
		out.Ledge = &ledge
		out.note(say.Of("ledge", f.ref(), say.Length("ledge", ledge), say.Text("station", f.Stations[0]),
			say.Length("unworn", *f.Unworn)))
	}
}

// gauge returns the least certain gauge of f, with what was left out filled from the default of its
// kind of feature.
func (in *Inspection) gauge(f *Feature) instrument.Gauge {
	if known := in.gauges[f]; known != nil {
		return known.judging
	}
	worst := in.gaugeOr(f, f.Gauge)
	for i, own := range f.setups() {
		if g := in.gaugeOf(f, own); i == 0 || g.Uncertainty(1).Size() > worst.Uncertainty(1).Size() {
			worst = g
		}
	}
	return worst
}

// gaugeOf is the gauge of a reading with a setup; of one without the feature's.
func (in *Inspection) gaugeOf(f *Feature, own *Setup) instrument.Gauge {
	if own == nil || own.Gauge == nil {
		return in.gaugeOr(f, f.Gauge)
	}
	return in.gaugeOr(f, own.Gauge)
}

// setups are those of all readings that have one, or that stand beside one that has.
func (f *Feature) setups() (all []*Setup) {
	all = append(all, f.List.Setups...)
	for _, row := range f.Cells {
		for i := range row {
			all = append(all, row[i].Setups...)
		}
	}
	return all
}

// uncertainty is that of the least certain cell of f.
func (in *Inspection) uncertainty(f *Feature) instrument.Uncertainty {
	worst, any := in.gauge(f).Uncertainty(0), false
	for _, row := range f.Cells {
		for at := range row {
			cell := &row[at]
			if len(cell.Sizes) == 0 {
				continue
			}
			if u := in.cellUncertainty(f, cell); !any || u.Size() > worst.Size() {
				worst, any = u, true
			}
		}
	}
	return worst
}

// cellUncertainty is that of the mean of a cell's readings: by the least certain of their gauges.
func (in *Inspection) cellUncertainty(f *Feature, cell *Cell) instrument.Uncertainty {
	n := len(cell.Sizes)
	if len(cell.Setups) == 0 {
		if known := in.gauges[f]; known != nil && n < len(known.means) {
			return known.means[n]
		}
		return in.gaugeOr(f, f.Gauge).Uncertainty(n)
	}
	worst := in.gaugeOf(f, cell.Setups[0]).Uncertainty(n)
	for _, own := range cell.Setups[1:] {
		if u := in.gaugeOf(f, own).Uncertainty(n); u.Size() > worst.Size() {
			worst = u
		}
	}
	return worst
}

// Named is the gauge that judges f, as far as anybody named one; nil where nobody did.
func (in *Inspection) Named(f *Feature) *instrument.Gauge {
	named := f.Gauge
	for _, own := range f.setups() {
		if own != nil && own.Gauge != nil {
			judging := in.gauge(f)
			named = &judging
		}
	}
	return named
}

// gaugeOr is a gauge with what is not known of it as usual for the kind, and as loose as its hand.
func (in *Inspection) gaugeOr(f *Feature, named *instrument.Gauge) instrument.Gauge {
	gauge := in.usualGauge(f.Kind)
	if named != nil {
		usual := gauge
		gauge = *named
		if gauge.Kind == "" {
			gauge.Kind = usual.Kind
		}
		if gauge.Division == 0 {
			gauge.Division = usual.Division
		}
	}
	if hand, ok := in.hands[f.Kind]; ok && float64(hand.Repeats) > gauge.Spread() {
		repeats := hand.Repeats
		gauge.Repeatability = &repeats
	}
	return gauge
}

// usualGauge is what a kind is assumed to be read with.
func (in *Inspection) usualGauge(kind part.Kind) instrument.Gauge {
	if kind.Quantity() == part.Dial {
		return instrument.Gauge{Kind: instrument.Indicator, Division: in.Unit.Pick(5*unit.Tenth, 10*unit.Micrometre)}
	}
	return instrument.Default(kind.Shaft(), in.Unit)
}

// fewestRepeats is the smallest number of readings that any measured cell rests on.
func (f *Feature) fewestRepeats() int {
	fewest := 0
	for _, row := range f.Cells {
		for at := range row {
			cell := &row[at]
			if n := len(cell.Sizes); n > 0 && (fewest == 0 || n < fewest) {
				fewest = n
			}
		}
	}
	return fewest
}

func (out *Finding) note(n Note) { out.Notes = append(out.Notes, n) }

func (f *Feature) ref() part.Ref { return part.Ref{Kind: f.Kind, Number: f.Number} }

// judgeJournalRunout gives each main journal the runout check of its own number.
func judgeJournalRunout(in *Inspection, findings []Finding) {
	for i := range findings {
		turns := findings[i].Kind.Row().Set.Row().Bend
		if turns == "" || !findings[i].Measured() {
			continue
		}
		if j, ok := in.Latest(turns, findings[i].Number); ok {
			if check := findings[j].Check(limit.CheckRunout); check != nil && !findings[j].Stale {
				findings[i].Checks = append(findings[i].Checks, *check)
				findings[i].noteLobes(in, &in.Features[j], findings[j].Runout)
			}
		}
	}
}

// noteLobes points out three lobes on a journal, as the indicator shows them, that are more than its out-of-round may
// be.
func (out *Finding) noteLobes(in *Inspection, turn *Feature, r *form.Runout) {
	limits, _ := in.LimitsAt(out.Kind, out.Number)
	if r == nil || r.Lobes == nil || limits.OutOfRoundMax == nil {
		return
	}
	u := in.gauge(turn).Uncertainty(max(1, turn.List.Turns())).Fit(1)
	n := float64(len(turn.List.Angles) / max(1, turn.List.Turns()))
	if *r.Lobes-*limits.OutOfRoundMax > unit.Round(4*u*math.Sqrt(2/n)) {
		out.note(say.Of("odd_lobes", part.Ref{Kind: out.Kind, Number: out.Number},
			say.Apart("lobes", *r.Lobes, *limits.OutOfRoundMax), say.Apart("limit", *limits.OutOfRoundMax, *r.Lobes)))
	}
}

// noteNumbering asks whether what belongs to rods was numbered by throw: throws are shared, and no
// number lies above theirs.
func (in *Inspection) noteNumbering(findings []Finding) {
	if in.Engine == nil || in.Engine.Pins != nil || !in.Engine.Complete().Shared() {
		return
	}
	var asked []int
	for i := range in.Features {
		f := &in.Features[i]
		if f.Kind.Row().Each != part.PerRod && f.List.Journal.Row().Each != part.PerThrow {
			continue
		}
		if f.Number > in.Engine.Complete().Throws {
			return
		}
		asked = append(asked, i)
	}
	for _, i := range asked {
		findings[i].note(say.Of("by_throw", in.Features[i].ref(), say.Number("rod", in.Features[i].Number)))
	}
}
