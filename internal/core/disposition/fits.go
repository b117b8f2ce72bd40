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

// vertical is the direction in which the largest clearance is read, away from the parting line.
const vertical = unit.Angle(0)

// upright are the sizes nearest to that direction.
func upright(g form.Grid) []unit.Length { return g.InDirections(g.Nearest(vertical)) }

func usedShells(f *inspection.Feature) bool { return f.Fitted != nil && f.Fitted.Used }

func shellOf(f *inspection.Feature) unit.Length {
	if f.Fitted == nil {
		return 0
	}
	return f.Fitted.Shell
}

// addClearances makes the fits of every part that runs in another, for each rod of a pin and on each basis there is.
func (s *scene) addClearances(sets ...part.Set) {
	for _, set := range sets {
		sub := s.gatherOf(set)
		if sub == nil || !sub.limited && sub.row.Member.Row().Joint == nil {
			continue
		}
		sub.classed()
		s.running = append(s.running, sub)
		s.fits = slices.Grow(s.fits, len(sub.members))
		for _, m := range sub.members {
			if m.finding.Measured() {
				s.fits = sub.addFits(s.fits, m)
			}
		}
	}
	for i := range s.fits {
		f := &s.fits[i]
		f.Verdict = s.verdict(f.Clearance, f.Window, f.u)
	}
}

// settleFits marks the clearances that count, and among those of one joint the one that decides; it tells on the
// findings what they say of each part.
func (s *scene) settleFits() {
	at := 0
	for _, sub := range s.running {
		for i := range sub.members {
			m, from := &sub.members[i], at
			for at < len(s.fits) && s.fits[at].journal == m.ref {
				joint := at
				for at < len(s.fits) && s.fits[at].journal == m.ref && s.fits[at].Number == s.fits[joint].Number {
					at++
				}
				s.settle(s.fits[joint:at])
				s.noteDisagreements(s.fits[joint:at], m)
			}
			s.checkClearance(s.fits[from:at], m)
		}
	}
	deciding := make([]*Fit, 0, len(s.fits)) // in one piece
	for _, sub := range s.running {
		for i := range sub.members {
			m, from := &sub.members[i], len(deciding)
			for n := range s.fits {
				if f := &s.fits[n]; f.Used && f.journal == m.ref {
					deciding = append(deciding, f)
				}
			}
			m.fits = deciding[from:len(deciding):len(deciding)]
		}
	}
}

// addFits adds the fits of a part, joint by joint, the most trusted basis of each first.
func (s *subject) addFits(found []Fit, m member) []Fit {
	if m.ref.Kind.Row().Joint == nil {
		return append(found, s.pistonFit(m)...)
	}
	for _, number := range m.on {
		found = s.journalFits(found, m, number)
	}
	return found
}

// onJournal are the numbers of what runs on a journal: its rods, or itself.
func (s *scene) onJournal(ref Ref) []int {
	if ref.Kind.Row().Each == part.PerThrow {
		return s.in.Rods(ref.Number)
	}
	return []int{ref.Number}
}

// journalFits adds the fits of a journal with what has a number on it.
func (s *subject) journalFits(found []Fit, m member, number int) []Fit {
	row := m.ref.Kind.Row()
	base := Fit{Kind: row.Fit, Number: number, journal: m.ref}
	base.shared = s.in.Engine != nil && len(m.on) > 1
	if row.Each == part.PerThrow {
		base.Journal = m.ref.Number
	}
	base.Window, base.thumbed = s.window(m.limits, *m.finding.Mean)
	journal := limit.Range{Min: *m.finding.Min, Max: *m.finding.Max}
	if f, bearing := s.finding(row.Joint.Bearing, number); bearing != nil &&
		s.fittedStep(f, m.ref, s.class) == m.finding.Class() {
		one := base
		one.Basis, one.Shell, one.u = BasisMeasured, shellOf(f), math.Hypot(m.finding.U, bearing.U)
		one.Clearance, _ = fit.Measured(bearing.Grid.All(), upright(bearing.Grid), journal)
		one.Stale, one.UsedShells = s.overtaken(f, m), usedShells(f)
		found = append(found, one)
	}
	if walls, of, ok := s.fittedWalls(m, number); ok {
		_, housing := s.finding(row.Joint.Housing, number)
		one := base
		one.Basis, one.Shell = BasisCalculated, shellOf(of)
		// Half the sum of four walls is as certain as one of them.
		one.u = math.Hypot(math.Hypot(m.finding.U, housing.U), s.in.ReadingU(of))
		one.Clearance, _ = fit.Calculated(housing.Grid.All(), upright(housing.Grid), walls, journal)
		found = append(found, one)
	}
	if f, stale := s.strip(m.ref.Kind, number); f != nil {
		one := base
		least, most, _ := form.Range(f.List.Readings)
		one.Basis, one.Shell, one.Clearance = BasisStrip, shellOf(f), fit.Clearance{Min: least, Max: most}
		one.u = stripUncertainty(f, s.in.Unit)
		one.Stale, one.UsedShells = stale, usedShells(f)
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

// pistonFit is the clearance of a cylinder's piston, where both are measured.
func (s *subject) pistonFit(m member) []Fit {
	skirt, u, ok := s.skirt(m.ref)
	if !ok {
		return nil
	}
	f := Fit{Kind: m.ref.Kind.Row().Fit, Number: m.ref.Number, journal: m.ref, Basis: BasisMeasured,
		u:         math.Hypot(m.finding.U, u),
		Clearance: fit.Clearance{Min: *m.finding.Min - skirt, Max: *m.finding.Max - skirt}}
	if window, ok := fit.Window(m.limits.Clearance); ok {
		f.Window = &window
	}
	return []Fit{f}
}

// fittedStep is the departure from standard of the shells that were in: the set's class unless it
// says otherwise. Shells measured before a journal was machined are of the class that it had then.
func (s *scene) fittedStep(f *inspection.Feature, ref Ref, class unit.Length) unit.Length {
	if f.Fitted != nil && f.Fitted.Step != nil {
		return *f.Fitted.Step
	}
	if before, then := s.classThen(ref, f.State); then {
		return before
	}
	return class
}

// walls are those of a journal's shells, where both halves are measured: each was read on either side of its crown.
func (s *scene) walls(joint *part.Joint, number int) (walls unit.Length, of *inspection.Feature, ok bool) {
	at, measured := s.in.Latest(joint.Shell, number)
	if joint.Shell == "" || !measured || len(s.in.Features[at].List.Readings) < 4 {
		return 0, nil, false
	}
	of = &s.in.Features[at]
	r := of.List.Readings
	return unit.DivHalfEven(r[0]+r[1]+r[2]+r[3], 2), of, true
}

// fittedWalls are the walls of the shells that a journal runs in, where its housing is measured, too: not those bought
// for another step, nor those that were in before it was ground.
func (s *scene) fittedWalls(m member, number int) (walls unit.Length, of *inspection.Feature, ok bool) {
	joint := m.ref.Kind.Row().Joint
	_, housing := s.finding(joint.Housing, number)
	walls, of, ok = s.walls(joint, number)
	if housing == nil || !ok {
		return 0, nil, false
	}
	if of.State == part.NewPart && s.wallStep(m.ref, housing, walls) != m.finding.Class() {
		return 0, nil, false
	}
	class, then := s.classThen(m.ref, of.State)
	return walls, of, !then || class == m.finding.Class()
}

// wallStep is the step that shells of these walls are for: the one whose middle size leaves a clearance
// nearest to the one aimed at.
func (s *scene) wallStep(ref Ref, housing *inspection.Finding, walls unit.Length) (step unit.Length) {
	limits := s.limitsOf(ref)
	if limits.New == nil {
		return 0
	}
	size := unit.Mean(upright(housing.Grid)) - walls - s.aim(limits, limits.New.Middle())
	off := func(step unit.Length) unit.Length { return (limits.New.Middle() - step - size).Abs() }
	for _, u := range limits.Undersizes {
		if off(u) < off(step) {
			step = u
		}
	}
	return step
}

// newWalls are the walls of new shells of a step, measured before they are fitted, with the housing that they go
// into; nil where they are not measured, or the housing will be cut.
func (s *scene) newWalls(ref Ref, number int, step unit.Length) (walls unit.Length, housing *inspection.Finding) {
	joint := ref.Kind.Row().Joint
	walls, of, ok := s.walls(joint, number)
	if !ok || of.State != part.NewPart {
		return 0, nil
	}
	if _, housing = s.finding(joint.Housing, number); housing == nil {
		return 0, nil
	}
	if cut, _ := s.willBeCut(joint.Housing, number); cut || s.wallStep(ref, housing, walls) != step {
		return 0, nil
	}
	return walls, housing
}

// window is what accepts a clearance on a journal: its own limits, else about a thousandth of the diameter, which is
// told; nil for a kind without limits.
func (s *subject) window(limits *limit.Limits, diameter unit.Length) (window *limit.Range, thumbed bool) {
	if known, ok := fit.Window(limits.Clearance); ok {
		return &known, false
	}
	if !s.limited {
		return nil, false
	}
	by := fit.Thumb(diameter)
	return &by, true
}

// overtaken reports whether a journal or its housing was worked on after its bearing was read. Shells of the step that
// the journal was then ground to are what the grinder worked to: they still hold.
func (s *scene) overtaken(bearing *inspection.Feature, m member) bool {
	if class, then := s.classThen(m.ref, bearing.State); then && class != m.finding.Class() &&
		bearing.Fitted != nil && bearing.Fitted.Step != nil && *bearing.Fitted.Step == m.finding.Class() {
		return false
	}
	at, _ := s.in.Latest(bearing.Kind, bearing.Number)
	return s.in.FitOvertaken(at)
}

// checkClearance gives a member the clearance check of the worst of the fits that decide.
func (s *scene) checkClearance(fits []Fit, m *member) {
	var worst *Fit
	for i := range fits {
		f := &fits[i]
		if f.Used && (worst == nil || limit.Worse(worst.Verdict, f.Verdict) != worst.Verdict) {
			worst = f
		}
	}
	if worst == nil {
		return
	}
	check := clearanceCheck(s.rule(), worst)
	check.Source = m.limits.SourceOf(limit.CheckClearance)
	m.finding.Checks = append(m.finding.Checks, check)
}

// willBeCut reports whether a housing is still to be machined or replaced, as its set is decided. Where that hangs on
// places that are read again, it asks for them.
func (s *scene) willBeCut(kind part.Kind, number int) (cut bool, asked *inspection.Again) {
	if action, decided := s.fate(Ref{Kind: kind, Number: number}); decided {
		return action != Reuse, nil
	}
	f, housing := s.finding(kind, number)
	if housing == nil {
		return false, nil
	}
	if !s.in.Policy.Confirm || housing.Look.WorseThan(inspection.Marked) {
		return housing.Beyond(), nil
	}
	for _, c := range housing.Checks {
		switch standing, again := s.in.Confirm(f, housing, c); standing {
		case inspection.Stands:
			return true, nil
		case inspection.Near:
			asked = again
		}
	}
	return false, asked
}

// A waited is a housing that is asked about, with what would settle it.
type waited struct {
	ref   Ref
	again *inspection.Again
	of    *inspection.Feature
}

// waitedFor are the housings that are asked about and that a clearance or a size rests on.
func (s *subject) waitedFor() (waits []waited) {
	joint := s.row.Member.Row().Joint
	if joint.Housing == "" {
		return nil
	}
	for _, m := range s.members {
		if !m.finding.Measured() {
			continue
		}
		for _, number := range m.on {
			ref := Ref{Kind: joint.Housing, Number: number}
			if !s.restsOnHousing(m, number) || slices.ContainsFunc(waits, func(w waited) bool { return w.ref == ref }) {
				continue
			}
			if cut, again := s.willBeCut(ref.Kind, number); !cut && again != nil {
				f, _ := s.finding(ref.Kind, number)
				waits = append(waits, waited{ref, again, f})
			}
		}
	}
	return waits
}

// restsOnHousing reports whether a clearance of a journal was measured, or can be worked out, in its housing.
func (s *subject) restsOnHousing(m member, number int) bool {
	joint := m.ref.Kind.Row().Joint
	f, bearing := s.finding(joint.Bearing, number)
	strip, _ := s.strip(m.ref.Kind, number)
	_, shells, walls := s.walls(joint, number)
	_, _, fitted := s.fittedWalls(m, number)
	return bearing != nil && s.fittedStep(f, m.ref, s.class) == m.finding.Class() || strip != nil || fitted ||
		walls && shells.State == part.NewPart
}

// settle marks those fits of one joint that do not count, and the first that does as the one used.
func (s *scene) settle(found []Fit) {
	used := false
	for i := range found {
		f := &found[i]
		switch joint := f.journal.Kind.Row().Joint; {
		case joint == nil: // a piston
			action, decided := s.fate(Ref{Kind: f.journal.Kind.Row().Mate, Number: f.Number})
			f.Void = decided && action == Replace
		case f.Basis != BasisPredicted:
			f.Void, _ = s.willBeCut(joint.Holder(), f.Number)
			// One that is out condemns the bush, or asks for it to be read again; never the shaft.
			f.Void = f.Void || joint.Housing == "" && f.Basis == BasisMeasured && !f.insideWindow()
		}
		// Used shells tell whether they can stay, where the shop refits them; nothing else.
		f.Void = f.Void || f.UsedShells && !(s.in.Policy.RefitShells && f.Verdict == limit.Within)
		f.Used = !used && !f.Void && !f.Stale
		used = used || f.Used
	}
}

// voidOwn marks the clearances of a set that is cut for what was found on its own parts: they say nothing of the parts
// as they will be. What is predicted stands in.
func (s *scene) voidOwn(sub *subject) {
	for i := range sub.members {
		m := &sub.members[i]
		for n := range s.fits {
			f := &s.fits[n]
			if f.journal == m.ref && f.Basis != BasisPredicted && !f.Void && !f.Stale {
				f.Void, f.own, f.Used = true, true, false
			}
		}
		for n := range s.fits {
			if f := &s.fits[n]; f.journal == m.ref && f.Basis == BasisPredicted && !f.Void && !f.Stale {
				f.Used = true
			}
		}
	}
}

// noteDisagreements points out clearances of one joint that cannot all be true: further apart than
// their uncertainty, and for the prediction also than the new clearance leaves open.
func (s *scene) noteDisagreements(found []Fit, m *member) {
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
				shift = one.Shell
				slack += (m.limits.Clearance.New.Max - m.limits.Clearance.New.Min) / 2
			}
			apart := max(other.Clearance.Min+shift-one.Clearance.Max, one.Clearance.Min-other.Clearance.Max-shift)
			if apart <= slack {
				continue
			}
			m.finding.Notes = append(m.finding.Notes, say.Of("clearance_disagrees", one.journal, one.joint(),
				say.Word("basis", "basis", one.Basis), say.Range("clearance", one.Clearance.Min, one.Clearance.Max),
				say.Word("other", "basis", other.Basis),
				say.Range("beside", other.Clearance.Min, other.Clearance.Max)))
		}
	}
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
func (s *scene) strip(kind part.Kind, number int) (f *inspection.Feature, stale bool) {
	for i := len(s.in.Features) - 1; i >= 0; i-- {
		f := &s.in.Features[i]
		if f.List.Journal == kind && f.Kind.AnyStrip() && f.Number == number && len(f.List.Readings) > 0 {
			return f, s.findings[i].Stale
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
