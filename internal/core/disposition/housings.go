package disposition

import (
	"math"
	"slices"

	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// across is the direction from parting line to parting line, which cutting the caps cannot close.
const across = 90 * unit.Degree

// housings decides a set of bearing housings: leave it; machine it (line-hone the tunnel, resize rods)
// where cutting the caps can bring it back; else replace it. A tunnel is one; rods are treated one by one.
func (e *evaluator) housings(name part.Set, kind part.Kind, machine Action) {
	b, ok := e.open(name, kind)
	if !ok {
		return
	}
	b.classes()
	b.setChecks(kind)
	b.judge()
	cracks := b.cracked()
	b.causes = append(b.causes, cracks...)
	b.offer(Option{Way: Way{Action: Reuse, Step: b.set.SizeClass}, Feasible: len(b.causes) == 0,
		Reasons: slices.Clone(b.causes)})
	machined := b.machining(kind, machine)
	b.offer(machined)
	b.offerAccept(kind)
	replaced := Option{Way: Way{Action: Replace}, Feasible: true,
		Reasons: []Reason{say.New("replace").As(string(name))}}
	if kind == part.MainHousing {
		b.offerLineBore(machined)
	} else {
		replaced.Each = b.eachRod(machined.Feasible)
	}
	b.offer(replaced)
	if len(cracks) > 0 && kind == part.MainHousing {
		b.set.Action, b.set.Step, b.set.Reasons = Replace, 0, append(b.set.Reasons, cracks...)
		b.because(say.New("crack_test"))
	} else if len(cracks) > 0 || !b.early() {
		b.chooseHousings(machined, replaced)
	}
	b.heated()
	b.close()
}

func (b *board) chooseHousings(machined, replaced Option) {
	chosen := b.set.Options[slices.IndexFunc(b.set.Options, func(o Option) bool {
		return o.Feasible && o.Method == ""
	})]
	b.decide(chosen)
	b.set.Reasons = append(b.set.Reasons, b.causes...)
	switch chosen.Action {
	case Reuse:
		b.because(b.within("size_low", "size_high", "taper", "out_of_round", "step", "bore_to_bore", "alignment"))
	case Replace:
		b.set.Reasons = append(append(b.set.Reasons, machined.Reasons...), replaced.Reasons...)
		if len(b.cracked()) > 0 {
			b.because(say.New("crack_test"))
		}
	default:
		b.set.Reasons = append(b.set.Reasons, chosen.Reasons...)
	}
}

// heated asks for the tests that come before a housing with heat marks is machined or goes back in.
func (b *board) heated() {
	for _, m := range b.members {
		if m.finding.Look != inspection.Heat {
			continue
		}
		if !m.tested() {
			b.because(say.Of("caution_heat", m.ref))
			b.ask(Ask{What: AskTest, Feature: m.ref})
		}
	}
}

// tested reports whether a part came through the tests for cracks and for hardness.
func (m member) tested() bool {
	crack, _ := m.feature.Tested(inspection.TestCrack)
	hardness, _ := m.feature.Tested(inspection.TestHardness)
	return crack && hardness
}

// standing reports whether anything stands against leaving one member as it is.
func (m member) standing() bool { return !sound(m) || m.cracked() }

// eachRod says what becomes of every rod: kept where nothing stands against it, resized where that is possible,
// replaced otherwise, or where all that are out are bought.
func (b *board) eachRod(bought bool) (each []Treatment) {
	outByItself := slices.ContainsFunc(b.members, member.standing)
	for _, m := range b.members {
		t := Treatment{Feature: m.ref, Action: Reuse, Step: b.set.SizeClass}
		switch {
		case !m.finding.Measured():
			t.Action = Measure
		case m.standing() || !outByItself && len(b.causes) > 0: // bores apart that are each within
			t.Action = Resize
			if bought || len(b.refusals(m, 0)) > 0 {
				t.Action, t.Step = Replace, 0
			} else {
				cut := CapCut(b.in, m.finding, *m.limits.New)
				t.Finished, t.Cut = m.limits.New, &cut
			}
		}
		each = append(each, t)
	}
	return each
}

// offerAccept lists keeping housings of which only the roundness is out, on the clearance that was measured with new
// shells: somebody has to sign for it.
func (b *board) offerAccept(kind part.Kind) {
	if len(b.causes) == 0 {
		return
	}
	for _, cause := range b.causes {
		if cause.Feature == nil || cause.Code != beyondCode+"out_of_round" && cause.Code != beyondCode+"oval" {
			return
		}
	}
	o := Option{Way: Way{Action: Reuse, Step: b.set.SizeClass, Method: Accept}, Feasible: true,
		Reasons: []Reason{say.New("accept")}}
	for _, m := range b.members {
		i := slices.IndexFunc(b.result.Fits, func(f Fit) bool {
			joint := f.journal.Kind.Row().Joint
			return joint != nil && joint.Housing == kind && f.Number == m.ref.Number && f.Basis == BasisMeasured &&
				!f.Stale && !f.UsedShells
		})
		if !m.standing() {
			continue
		}
		if i < 0 || b.result.Fits[i].Verdict != limit.Within {
			o.Feasible, o.Reasons = false, append(o.Reasons, say.Of("accept", m.ref).As("unmeasured"))
		}
	}
	b.offer(o)
}

// offerLineBore lists boring the tunnel anew, on its line or to shells with an oversize outside, where honing does
// not serve.
func (b *board) offerLineBore(honed Option) {
	if honed.Feasible || len(b.cracked()) > 0 {
		return
	}
	serves := slices.ContainsFunc(honed.Reasons, func(r Reason) bool {
		return r.Code == "sideways" || r.Code == "across" || r.Code == "cap_cut" || r.Code == "step"
	})
	if serves {
		b.offer(Option{Way: Way{Action: LineHone, Step: b.set.SizeClass, Method: LineBore}, Feasible: true,
			Reasons: []Reason{say.New("line_bore")}})
	}
}

// setChecks makes the checks that look at all members together.
func (b *board) setChecks(kind part.Kind) {
	if small, large := b.apart(); small.ref != large.ref {
		u := math.Hypot(b.in.MeanU(small.feature), b.in.MeanU(large.feature))
		check := b.rule.Upper(limit.CheckBoreToBore, b.off(large)-b.off(small), b.limits.BoreToBoreMax, u)
		check.Source = b.limits.SourceOf(limit.CheckBoreToBore)
		b.set.Checks = append(b.set.Checks, check)
	}
	if kind != part.MainHousing {
		return
	}
	for _, i := range b.alignments() {
		if b.result.Features[i].Stale {
			b.because(say.Of("stale", Ref{Kind: b.in.Features[i].Kind, Number: b.in.Features[i].Number}))
			continue
		}
		if c := b.result.Features[i].Check(limit.CheckAlignment); c != nil {
			b.set.Checks = append(b.set.Checks, *c)
		}
	}
}

// apart are the bores that lie furthest apart, each against the middle of its own new range; the same twice where there
// are no two.
func (b *board) apart() (small, large member) {
	first := true
	for _, m := range b.members {
		if !m.finding.Measured() {
			continue
		}
		if first || b.off(m) < b.off(small) {
			small = m
		}
		if first || b.off(m) > b.off(large) {
			large = m
		}
		first = false
	}
	return small, large
}

// off is how far a bore's mean lies from the middle of its own new range.
func (b *board) off(m member) unit.Length {
	if m.limits.New == nil {
		return *m.finding.Mean
	}
	return *m.finding.Mean - m.limits.New.Middle()
}

// alignments are the ways in which the tunnel's line was taken.
func (b *board) alignments() []int {
	return append(b.in.Members(part.MainAlignment), b.in.Members(part.TunnelEdge)...)
}

// machining works out whether cutting the caps and honing can restore the set: of a tunnel all bores, of rods
// those that are out.
func (b *board) machining(kind part.Kind, action Action) Option {
	o := Option{Way: Way{Action: action, Step: b.set.SizeClass}, Feasible: true}
	refuse := func(r Reason) { o.Feasible, o.Reasons = false, append(o.Reasons, r) }
	extra := unit.Length(0)
	if kind == part.MainHousing {
		for _, crack := range b.cracked() {
			refuse(crack)
		}
		for _, i := range b.alignments() {
			f := &b.in.Features[i]
			if b.result.Features[i].Stale {
				continue
			}
			extra = max(extra, 2*b.in.VerticalMisalignment(f))
			if limit := b.limits.AlignmentMax; limit != nil && b.in.SidewaysZone(f) > *limit {
				refuse(say.New("sideways", say.Length("by", b.in.SidewaysZone(f))))
			}
		}
	}
	rods := kind == part.RodHousing
	outByItself := slices.ContainsFunc(b.members, member.standing)
	var deepest unit.Length
	for _, m := range b.members {
		if !m.finding.Measured() {
			continue
		}
		if rods && outByItself && !m.standing() {
			continue
		}
		why := b.refusals(m, extra)
		for _, r := range why {
			refuse(r)
		}
		if m.limits.New == nil {
			continue
		}
		cut := CapCut(b.in, m.finding, *m.limits.New) + extra
		deepest = max(deepest, cut)
		o.Sizes = append(o.Sizes, FinishedSize{Feature: m.ref, Size: m.limits.New.Max, Cut: &cut})
	}
	if rods {
		o.Each = b.eachRod(false)
	}
	if o.Feasible {
		o.Cut = &deepest
		effect := say.New("cap_cut", say.Length("cut", deepest), say.Length("by", unit.DivHalfEven(deepest, 2)))
		if rods {
			effect = effect.As("rods")
		}
		o.Reasons = append(o.Reasons, effect)
		if !rods {
			o.Reasons = append(o.Reasons, b.carried(unit.DivHalfEven(deepest, 2))...)
		}
	}
	return o
}

// carried says in numbers what a raised shaft does to the pistons at their top.
func (b *board) carried(by unit.Length) (reasons []Reason) {
	if by == 0 {
		return nil
	}
	for _, i := range b.in.Members(part.Protrusion) {
		f := &b.result.Features[i]
		if f.Max == nil || f.Stale {
			continue
		}
		ref := Ref{Kind: f.Kind, Number: f.Number}
		reasons = append(reasons, say.Of("carried", ref, say.Number("number", f.Number), say.Length("from", *f.Max),
			say.Length("to", *f.Max+by)))
	}
	return reasons
}

// refusals say why cutting its caps and honing do not restore a housing; extra is what is cut besides for the line.
func (b *board) refusals(m member, extra unit.Length) (why []Reason) {
	refuse := func(r Reason) { why = append(why, r) }
	if m.cracked() && m.ref.Kind == part.RodHousing {
		refuse(say.Of("cracked", m.ref))
	}
	if m.finding.Look == inspection.Heat && m.ref.Kind == part.RodHousing && !m.tested() {
		refuse(say.Of("heat_rod", m.ref))
	}
	if m.limits.New == nil {
		refuse(say.Of("no_new_range", m.ref).As("hone"))
		return why
	}
	round := m.limits.New.Max
	if m.limits.OutOfRoundMax != nil {
		round += *m.limits.OutOfRoundMax
	}
	if wide := WidthAcross(m.finding); wide > round {
		refuse(say.Of("across", m.ref, say.Apart("width", wide, round), say.Apart("most", round, wide)))
	}
	if step := m.finding.Step; step != nil && step.Height > b.in.Policy.StepLimit {
		refuse(say.Of("step", m.ref, say.Length("height", step.Height)).As("housing"))
	}
	if cut := CapCut(b.in, m.finding, *m.limits.New) + extra; cut > b.in.Policy.CapCutMax {
		refuse(say.Of("cap_cut", m.ref, say.Apart("cut", cut, b.in.Policy.CapCutMax),
			say.Apart("limit", b.in.Policy.CapCutMax, cut)).As("limit"))
	}
	return why
}

// CapCut is what a cap must be cut by so that its bore, closed and honed, comes back into its range: none where it is
// only tight. Common practice.
func CapCut(in *inspection.Inspection, f *inspection.Finding, new limit.Range) unit.Length {
	return max(0, sizeAt(f, vertical)-(new.Max-in.Policy.LineHoneStock))
}

// WidthAcross is the largest size from parting line to parting line: as read at 90°, where a station
// lacks that by its fitted oval, and where nothing can be fitted by its largest reading.
func WidthAcross(f *inspection.Finding) unit.Length { return sizeAt(f, across) }

// sizeAt is the largest size in a direction: as read there, where a station lacks it by its fitted oval, and where
// nothing can be fitted by its largest reading.
func sizeAt(f *inspection.Finding, angle unit.Angle) unit.Length {
	var widest unit.Length
	for station, row := range f.Grid.Sizes {
		var width, largest unit.Length
		for d, size := range row {
			if !size.OK {
				continue
			}
			largest = max(largest, size.Length)
			if unit.AxisDistance(f.Grid.Directions[d], angle) == 0 {
				width = max(width, size.Length)
			}
		}
		if width == 0 {
			width = largest
			if oval, ok := f.Grid.FitOval(station); ok {
				width = oval.At(angle)
			}
		}
		widest = max(widest, width)
	}
	return widest
}
