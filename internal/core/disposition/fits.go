package disposition

import (
	"math"
	"slices"

	"ledge/internal/core/fit"
	"ledge/internal/core/form"
	"ledge/internal/core/inspection"
	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// finding returns the latest finding of a kind and number that has a size.
func (e *evaluator) finding(kind part.Kind, number int) (*inspection.Feature, *inspection.Finding) {
	if i, ok := e.in.Latest(kind, number); ok && e.result.Features[i].Measured() {
		return &e.in.Features[i], &e.result.Features[i]
	}
	return nil, nil
}

// fittedStep is the departure from standard of the shells that were in: the set's class unless it
// says otherwise. Shells measured before a journal was machined are of the class that it had then.
func (b *board) fittedStep(f *inspection.Feature, ref Ref) unit.Length {
	if f.Fitted != nil && f.Fitted.Step != nil {
		return *f.Fitted.Step
	}
	if class, then := b.classThen(ref, f.State); then {
		return class
	}
	return b.set.SizeClass
}

// classThen is the class of a feature in an earlier state than the one that decides it.
func (b *board) classThen(ref Ref, state string) (unit.Length, bool) {
	last, _ := b.in.Latest(ref.Kind, ref.Number)
	for i := range b.in.Features[:last] {
		f := &b.in.Features[i]
		if f.Kind == ref.Kind && f.Number == ref.Number && f.State == state &&
			b.result.Features[i].Measured() && b.in.Features[last].State != state {
			return b.result.Features[i].Class(), true
		}
	}
	return 0, false
}

func usedShells(f *inspection.Feature) bool { return f.Fitted != nil && f.Fitted.Used }

func shellOf(f *inspection.Feature) unit.Length {
	if f.Fitted == nil {
		return 0
	}
	return f.Fitted.Shell
}

// vertical is the direction in which the largest clearance is read, away from the parting line.
const vertical = unit.Angle(0)

// fits makes the fits of every member, for each rod of a pin and on each basis there is, and marks
// those that decide.
func (b *board) fits() {
	b.result.Fits = slices.Grow(b.result.Fits, len(b.members))
	for i := range b.members {
		m := &b.members[i]
		if !m.finding.Measured() {
			continue
		}
		for _, number := range b.onJournal(m.ref) {
			if used := b.settle(b.fitsOf(*m, number), m.finding); used != nil {
				m.fits = append(m.fits, used)
			}
		}
		b.checkClearance(m)
	}
}

// onJournal are the numbers of what runs on a journal: its rods, or itself.
func (b *board) onJournal(ref Ref) []int {
	if ref.Kind == part.RodJournal {
		return b.in.Rods(ref.Number)
	}
	return []int{ref.Number}
}

// fitsOf are the fits of a journal with what has a number on it, the most trusted basis first.
func (b *board) fitsOf(m member, number int) (found []Fit) {
	row := m.ref.Kind.Row()
	base := Fit{Kind: row.Fit, Number: number, journal: m.ref}
	base.shared = b.in.Engine != nil && m.ref.Kind == part.RodJournal && len(b.onJournal(m.ref)) > 1
	if row.Fit == part.RodFit {
		base.Journal = m.ref.Number
	}
	base.Window, base.thumbed = b.window(*m.limits, *m.finding.Mean)
	journal := limit.Range{Min: *m.finding.Min, Max: *m.finding.Max}
	if f, bearing := b.finding(row.Joint.Bearing, number); bearing != nil && b.fittedStep(f,
		m.ref) == m.finding.Class() {
		one := base
		one.Basis, one.Shell, one.u = BasisMeasured, shellOf(f), math.Hypot(m.finding.U, bearing.U)
		one.Clearance, _ = fit.Measured(bearing.Grid.All(),
			bearing.Grid.InDirections(bearing.Grid.Nearest(vertical)), journal)
		housed, housing := b.finding(row.Joint.Housing, number)
		one.Void = housing != nil && b.willBeCut(row.Joint.Housing, housed, housing)
		one.Stale, one.UsedShells = b.overtaken(f, m), usedShells(f)
		found = append(found, one)
	}
	found = append(found, b.calculated(base, m, number)...)
	if f, stale := b.strip(m.ref.Kind, number); f != nil {
		one := base
		least, most, _ := form.Range(f.List.Readings)
		one.Basis, one.Shell, one.Clearance = BasisStrip, shellOf(f), fit.Clearance{Min: least, Max: most}
		one.u = stripUncertainty(f, b.in.Unit)
		one.Stale, one.UsedShells = stale, usedShells(f)
		housed, housing := b.finding(row.Joint.Housing, number)
		one.Void = housing != nil && b.willBeCut(row.Joint.Housing, housed, housing)
		found = append(found, one)
	}
	if c := m.limits.Clearance; c != nil && c.New != nil && m.finding.Wear != nil {
		one := base
		one.Basis, one.u = BasisPredicted, m.finding.U
		one.Clearance = fit.Predicted(*c.New, m.finding.Wear.Min, m.finding.Wear.Max)
		found = append(found, one)
	}
	return found
}

// calculated is the fit of a journal by its housing and the walls of its shells, where all are measured.
func (b *board) calculated(base Fit, m member, number int) []Fit {
	joint := m.ref.Kind.Row().Joint
	housed, housing := b.finding(joint.Housing, number)
	at, measured := b.in.Latest(joint.Shell, number)
	if housing == nil || joint.Shell == "" || !measured || len(b.in.Features[at].List.Readings) < 4 {
		return nil
	}
	shells := &b.in.Features[at]
	if shells.State == part.NewPart && b.wallStep(m.ref, housing, wallsOf(shells)) != m.finding.Class() {
		return nil // bought for the step that the journal will be ground to
	}
	if class, then := b.classThen(m.ref, shells.State); then && class != m.finding.Class() {
		return nil // walls of another step
	}
	walls := wallsOf(shells)
	one := base
	one.Basis, one.Shell = BasisCalculated, shellOf(shells)
	// Half the sum of four walls is as certain as one of them.
	one.u = math.Hypot(math.Hypot(m.finding.U, housing.U), b.in.ReadingU(shells))
	one.Clearance, _ = fit.Calculated(housing.Grid.All(),
		housing.Grid.InDirections(housing.Grid.Nearest(vertical)), walls,
		limit.Range{Min: *m.finding.Min, Max: *m.finding.Max})
	one.Void = b.willBeCut(joint.Housing, housed, housing)
	return []Fit{one}
}

// wallsOf are the walls of a pair of shells together: each half was read on either side of its crown.
func wallsOf(shells *inspection.Feature) unit.Length {
	r := shells.List.Readings
	return unit.DivHalfEven(r[0]+r[1]+r[2]+r[3], 2)
}

// wallStep is the step that shells of these walls are for: the one whose middle size leaves a clearance
// nearest to the one aimed at.
func (b *board) wallStep(ref Ref, housing *inspection.Finding, walls unit.Length) (step unit.Length) {
	limits, _ := b.in.LimitsFor(ref.Kind, ref.Number)
	if limits.New == nil {
		return 0
	}
	inside := unit.Mean(housing.Grid.InDirections(housing.Grid.Nearest(vertical))) - walls
	size := inside - b.aim(limits, limits.New.Middle())
	off := func(step unit.Length) unit.Length { return (limits.New.Middle() - step - size).Abs() }
	for _, s := range limits.Undersizes {
		if off(s) < off(step) {
			step = s
		}
	}
	return step
}

// newWalls are the walls of new shells of a step, measured before they are fitted, with the housing that they go
// into; nil where they are not measured, or the housing will be cut.
func (b *board) newWalls(ref Ref, number int, step unit.Length) (walls unit.Length, housing *inspection.Finding) {
	joint := ref.Kind.Row().Joint
	at, measured := b.in.Latest(joint.Shell, number)
	if joint.Shell == "" || !measured || b.in.Features[at].State != part.NewPart ||
		len(b.in.Features[at].List.Readings) < 4 {
		return 0, nil
	}
	housed, housing := b.finding(joint.Housing, number)
	if housing == nil || b.willBeCut(joint.Housing, housed, housing) {
		return 0, nil
	}
	if walls = wallsOf(&b.in.Features[at]); b.wallStep(ref, housing, walls) != step {
		return 0, nil
	}
	return walls, housing
}

// window is what accepts a clearance on a journal: its own limits, else about a thousandth of the diameter, which is
// told; nil for a kind without limits.
func (b *board) window(limits limit.Limits, diameter unit.Length) (window *limit.Range, thumbed bool) {
	if known, ok := fit.Window(limits.Clearance); ok {
		return &known, false
	}
	if !b.limited {
		return nil, false
	}
	by := fit.Thumb(diameter)
	return &by, true
}

// aim is the clearance that sizes are ordered for and shells picked for.
func (b *board) aim(limits limit.Limits, diameter unit.Length) unit.Length {
	aim, _ := fit.Target(limits.Clearance, b.perInch(), diameter)
	return aim + b.duty()
}

func (e *evaluator) perInch() bool { return e.in.Policy.ClearanceTarget == inspection.TargetPerInch }

// duty is what the policy adds to the clearance aimed at where the duty is more than standard.
func (e *evaluator) duty() unit.Length {
	if e.in.Job.Duty.Hard() {
		return e.in.Policy.DutyClearance
	}
	return 0
}

// overtaken reports whether a journal or its housing was worked on after its bearing was read. Shells of the step that
// the journal was then ground to are what the grinder worked to: they still hold.
func (b *board) overtaken(bearing *inspection.Feature, m member) bool {
	if class, then := b.classThen(m.ref, bearing.State); then && class != m.finding.Class() &&
		bearing.Fitted != nil && bearing.Fitted.Step != nil && *bearing.Fitted.Step == m.finding.Class() {
		return false
	}
	at, _ := b.in.Latest(bearing.Kind, bearing.Number)
	return b.in.FitOvertaken(at)
}

// checkClearance gives a member the clearance check of its worst fit.
func (b *board) checkClearance(m *member) {
	var worst *Fit
	for _, f := range m.fits {
		if worst == nil || limit.Worse(worst.Verdict, f.Verdict) != worst.Verdict {
			worst = f
		}
	}
	if worst == nil {
		return
	}
	check := clearanceCheck(b.rule, worst)
	limits, _ := b.in.LimitsFor(m.finding.Kind, m.finding.Number)
	check.Source = limits.SourceOf(limit.CheckClearance)
	m.finding.Checks = append(m.finding.Checks, check)
}

// willBeCut reports whether a housing is still to be machined or replaced: as signed, else where it
// is beyond its limits.
func (b *board) willBeCut(kind part.Kind, f *inspection.Feature, housing *inspection.Finding) bool {
	way, signed := b.signedWay(kind.Row().Set)
	if signed && f.State == part.AsFound && housing.Look != inspection.Cracked {
		return way.Action != Reuse
	}
	if !b.in.Policy.Confirm || housing.Look.WorseThan(inspection.Marked) {
		return housing.Beyond()
	}
	var asked *inspection.Again
	for _, c := range housing.Checks {
		switch standing, again := b.in.Confirm(f, housing, c); standing {
		case inspection.Stands:
			return true
		case inspection.Near:
			asked = again
		}
	}
	ref := Ref{Kind: kind, Number: f.Number}
	if asked != nil && !slices.ContainsFunc(b.waits, func(w waited) bool { return w.ref == ref }) {
		b.waits = append(b.waits, waited{ref, asked, f})
	}
	return false
}

// settle judges the fits of one joint, marks the first that is not void as the one used, takes all into
// the result.
func (b *board) settle(found []Fit, finding *inspection.Finding) *Fit {
	var used *Fit
	for i := range found {
		f := &found[i]
		f.Verdict = b.verdict(f.Clearance, f.Window, f.u)
		// Used shells tell whether they can stay, where the shop refits them; nothing else.
		f.Void = f.Void || f.UsedShells && !(b.in.Policy.RefitShells && f.Verdict == limit.Within)
		if used == nil && !f.Void && !f.Stale {
			f.Used, used = true, f
		}
	}
	b.result.Fits = append(b.result.Fits, found...)
	b.disagreements(found, finding)
	return used
}

// disagreements points out clearances of one joint that cannot all be true: further apart than
// their uncertainty, and for the prediction also than the new clearance leaves open.
func (b *board) disagreements(found []Fit, finding *inspection.Finding) {
	for i := range found {
		one := &found[i]
		for j := range found[i+1:] {
			other := &found[i+1+j]
			if one.Void || other.Void || one.Stale || other.Stale {
				continue
			}
			slack := unit.Round(2 * math.Hypot(one.u, other.u))
			shift := unit.Length(0)
			if other.Basis == BasisPredicted { // reckoned for standard shells, about the middle of the new clearance
				limits, _ := b.in.LimitsFor(finding.Kind, finding.Number)
				shift = one.Shell
				slack += (limits.Clearance.New.Max - limits.Clearance.New.Min) / 2
			}
			apart := max(other.Clearance.Min+shift-one.Clearance.Max, one.Clearance.Min-other.Clearance.Max-shift)
			if apart <= slack {
				continue
			}
			finding.Notes = append(finding.Notes, say.Of("clearance_disagrees", one.journal, one.joint(),
				say.Word("basis", "basis", one.Basis), say.Range("clearance", one.Clearance.Min, one.Clearance.Max),
				say.Word("other", "basis", other.Basis),
				say.Range("beside", other.Clearance.Min, other.Clearance.Max)))
		}
	}
}

func (e *evaluator) verdict(c fit.Clearance, window *limit.Range, u float64) limit.Verdict {
	if window == nil {
		return limit.NoLimit
	}
	return e.rule.Inside(c.Min, c.Max, *window, u)
}

// clearanceCheck shows the end of the clearance that decides: the one nearer to trouble.
func clearanceCheck(rule limit.Rule, f *Fit) limit.Check {
	if f.Window == nil {
		return rule.Upper(limit.CheckClearance, f.Clearance.Max, nil, f.u)
	}
	loose := rule.Upper(limit.CheckClearance, f.Clearance.Max, &f.Window.Max, f.u)
	tight := rule.Lower(limit.CheckClearance, f.Clearance.Min, &f.Window.Min, f.u)
	if loose.Verdict != f.Verdict || loose.Verdict == limit.Within &&
		f.Clearance.Min-f.Window.Min < f.Window.Max-f.Clearance.Max {
		return tight
	}
	return loose
}

// strip returns the latest plastic-strip record of what has a number on a kind of journal, and whether the work has
// overtaken it.
func (b *board) strip(kind part.Kind, number int) (f *inspection.Feature, stale bool) {
	for i := len(b.in.Features) - 1; i >= 0; i-- {
		f := &b.in.Features[i]
		if f.Kind == part.Strip && f.List.Of == kind && f.Number == number && len(f.List.Readings) > 0 {
			return f, b.result.Features[i].Stale
		}
	}
	return nil, false
}

// stripUncertainty: a strip is read to half a step of its printed scale, common practice 0.0005 in
// or 0.013 mm.
func stripUncertainty(f *inspection.Feature, s unit.System) float64 {
	gauge := instrument.Gauge{Kind: instrument.Strip, Division: s.Pick(5*unit.Tenth/2, 6*unit.Micrometre)}
	if f.Gauge != nil && f.Gauge.Division > 0 {
		gauge = *f.Gauge
	}
	return gauge.Uncertainty(1).Size()
}
