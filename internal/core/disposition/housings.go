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

// Housings are left, machined where cutting the caps can bring them back (line-hone the tunnel, resize
// rods), or replaced. A tunnel is one; rods are treated one by one.

func gatherHousings(s *scene, name part.Set) *subject {
	sub := s.gatherOf(name)
	if sub == nil || !sub.limited {
		return nil
	}
	sub.classed()
	if small, large := sub.apart(); small.ref != large.ref {
		u := math.Hypot(s.in.MeanU(small.feature), s.in.MeanU(large.feature))
		check := s.rule().Upper(limit.CheckBoreToBore, large.off()-small.off(), sub.limits.BoreToBoreMax, u)
		check.Source = sub.limits.SourceOf(limit.CheckBoreToBore)
		sub.checks = append(sub.checks, check)
	}
	for _, i := range sub.alignments() {
		if f := &s.findings[i]; f.Stale {
			sub.said = append(sub.said, say.Of("stale", refOf(f)))
		} else if c := f.Check(limit.CheckAlignment); c != nil {
			sub.checks = append(sub.checks, *c)
		}
	}
	return sub
}

func offerTunnel(j judged) []Option {
	all := offers{asIs(Way{Step: j.class}, j.causes)}
	honed := j.lineHoned()
	all.add(honed)
	j.offerAccept(&all)
	// Boring the tunnel anew, on its line or to shells with an oversize outside, where honing does not serve.
	serves := slices.ContainsFunc(honed.Reasons, func(r Reason) bool {
		return r.Code == "sideways" || r.Code == "across" || r.Code == "cap_cut" || r.Code == "step"
	})
	if !honed.Feasible && len(j.cracks) == 0 && serves {
		all.add(Option{Way: Way{Action: LineHone, Step: j.class, Method: LineBore}, Feasible: true,
			Reasons: []Reason{say.New("line_bore")}})
	}
	all.add(anew(say.New("replace").As(string(j.row.Set))))
	return all
}

func offerRodHousings(j judged) []Option {
	all := offers{asIs(Way{Step: j.class}, j.causes)}
	resized := j.resized()
	all.add(resized)
	j.offerAccept(&all)
	replaced := anew(say.New("replace").As(string(j.row.Set)))
	replaced.Each = j.eachRod(resized.Feasible)
	all.add(replaced)
	return all
}

func chooseTunnel(j judged, options []Option) choice {
	if len(j.cracks) > 0 {
		return choice{Way: Way{Action: Replace}, because: slices.Concat(j.cracks, j.crackTest())}
	}
	if c, ok := j.early(); ok {
		return c
	}
	return takePlain(options)
}

func chooseRodHousings(j judged, options []Option) choice {
	if len(j.cracks) == 0 {
		if c, ok := j.early(); ok {
			return c
		}
	}
	return takePlain(options)
}

// takePlain takes the first way that no method tells apart.
func takePlain(options []Option) choice {
	return take(first(options, func(o Option) bool { return o.Method == "" }))
}

func explainHousings(j judged, options []Option, c choice) (r remarks) {
	if c.option != nil {
		r.say(j.causes...)
		switch c.Action {
		case Reuse:
			r.say(j.within("size_low", "size_high", "taper", "out_of_round", "step", "bore_to_bore", "alignment"))
		case Replace: // and why they cannot be machined
			machined := options[slices.IndexFunc(options, func(o Option) bool {
				return o.Action == LineHone || o.Action == Resize
			})]
			r.say(machined.Reasons...)
			r.say(c.option.Reasons...)
			r.say(j.crackTest()...)
		default:
			r.say(c.option.Reasons...)
		}
	}
	r.add(j.heated())
	return r
}

// outByItself reports whether anything stands against one member alone.
func (s *subject) outByItself() bool { return slices.ContainsFunc(s.members, member.standing) }

// eachRod says what becomes of every rod: kept where nothing stands against it, resized where that is possible,
// replaced otherwise, or where all that are out are bought.
func (j judged) eachRod(bought bool) (each []Treatment) {
	outByItself := j.outByItself()
	for _, m := range j.members {
		t := Treatment{Feature: m.ref, Action: Reuse, Step: j.class}
		switch {
		case !m.finding.Measured():
			t.Action = Measure
		case m.standing() || !outByItself && len(j.causes) > 0: // bores apart that are each within
			t.Action = Resize
			if bought || len(j.rodRefusals(m)) > 0 {
				t.Action, t.Step = Replace, 0
			} else {
				cut := CapCut(j.in, m.finding, *m.limits.New)
				t.Finished, t.Cut = m.limits.New, &cut
			}
		}
		each = append(each, t)
	}
	return each
}

// acceptable are the checks that a clearance measured with new shells may outweigh.
var acceptable = []limit.CheckName{limit.CheckOutOfRound, limit.CheckOval, limit.CheckSizeLow, limit.CheckSizeHigh}

// offerAccept lists keeping housings of which only the roundness, or the size, is out, on the clearance that was
// measured with new shells: somebody has to sign for it. One that is too large is kept by no more than half the width
// of its range, and with the caution that it may have lost its grip on the shell.
func (j judged) offerAccept(all *offers) {
	if len(j.causes) == 0 {
		return
	}
	for _, cause := range j.causes {
		if cause.Feature == nil || !slices.ContainsFunc(acceptable, func(name limit.CheckName) bool {
			return cause.Code == beyondCode+string(name)
		}) {
			return
		}
	}
	o := attempt(Way{Action: Reuse, Step: j.class, Method: Accept})
	o.Reasons = []Reason{say.New("accept")}
	for _, m := range j.members {
		if !m.standing() {
			continue
		}
		i := slices.IndexFunc(j.fits, func(f Fit) bool {
			joint := f.journal.Kind.Row().Joint
			return joint != nil && joint.Housing == m.ref.Kind && f.Number == m.ref.Number &&
				f.Basis == BasisMeasured && !f.Stale && !f.UsedShells
		})
		if i < 0 || j.fits[i].Verdict != limit.Within {
			o.refuse(say.Of("accept", m.ref).As("unmeasured"))
		}
		if c := m.finding.Check(limit.CheckSizeHigh); c != nil && c.Verdict == limit.Beyond && m.limits.New != nil {
			if over := *m.finding.Max - m.limits.New.Max; 2*over > m.limits.New.Max-m.limits.New.Min {
				o.refuse(say.Of("accept", m.ref, say.Length("over", over)).As("large"))
			} else {
				o.Reasons = append(o.Reasons, say.Of("crush", m.ref))
			}
		}
	}
	all.add(o)
}

// apart are the bores that lie furthest apart, each against the middle of its own new range; the same twice where there
// are no two.
func (s *subject) apart() (small, large member) {
	first := true
	for _, m := range s.members {
		if !m.finding.Measured() {
			continue
		}
		if first || m.off() < small.off() {
			small = m
		}
		if first || m.off() > large.off() {
			large = m
		}
		first = false
	}
	return small, large
}

// off is how far a bore's mean lies from the middle of its own new range.
func (m member) off() unit.Length {
	if m.limits.New == nil {
		return *m.finding.Mean
	}
	return *m.finding.Mean - m.limits.New.Middle()
}

// alignments are the ways in which the tunnel's line was taken.
func (s *subject) alignments() (indices []int) {
	for _, kind := range s.row.Line {
		indices = append(indices, s.in.Members(kind)...)
	}
	return indices
}

// lineHoned works out whether cutting the caps and honing can restore all bores of a tunnel.
func (j judged) lineHoned() Option {
	o := attempt(Way{Action: LineHone, Step: j.class})
	for _, crack := range j.cracks {
		o.refuse(crack)
	}
	extra := unit.Length(0) // what is cut besides, for the line
	for _, i := range j.alignments() {
		if j.findings[i].Stale {
			continue
		}
		f := &j.in.Features[i]
		extra = max(extra, 2*j.in.VerticalMisalignment(f))
		if most := j.limits.AlignmentMax; most != nil && j.in.SidewaysZone(f) > *most {
			o.refuse(say.New("sideways", say.Length("by", j.in.SidewaysZone(f))))
		}
	}
	deepest := j.machine(&o, j.members, extra, j.honeRefusals)
	if o.Feasible {
		o.Cut = &deepest
		by := unit.DivHalfEven(deepest, 2)
		o.Reasons = append(o.Reasons, say.New("cap_cut", say.Length("cut", deepest), say.Length("by", by)))
		o.Reasons = append(o.Reasons, j.carried(by)...)
	}
	return o
}

// resized works out whether cutting the caps and honing can restore the rods that are out.
func (j judged) resized() Option {
	o := attempt(Way{Action: Resize, Step: j.class})
	out := j.members
	if j.outByItself() {
		out = slices.DeleteFunc(slices.Clone(out), func(m member) bool { return !m.standing() })
	}
	deepest := j.machine(&o, out, 0, func(m member, _ unit.Length) []Reason { return j.rodRefusals(m) })
	o.Each = j.eachRod(false)
	if o.Feasible {
		o.Cut = &deepest
		o.Reasons = append(o.Reasons, say.New("cap_cut", say.Length("cut", deepest),
			say.Length("by", unit.DivHalfEven(deepest, 2))).As("rods"))
	}
	return o
}

// machine orders housings, and returns the deepest cut of a cap.
func (s *scene) machine(o *Option, members []member, extra unit.Length,
	refusals func(member, unit.Length) []Reason) (deepest unit.Length) {
	for _, m := range members {
		if !m.finding.Measured() {
			continue
		}
		for _, r := range refusals(m, extra) {
			o.refuse(r)
		}
		if m.limits.New == nil {
			continue
		}
		cut := CapCut(s.in, m.finding, *m.limits.New) + extra
		deepest = max(deepest, cut)
		o.Sizes = append(o.Sizes, FinishedSize{Feature: m.ref, Size: m.limits.New.Max, Cut: &cut})
	}
	return deepest
}

// carried says in numbers what a raised shaft does to the pistons at their top.
func (s *scene) carried(by unit.Length) (reasons []Reason) {
	if by == 0 {
		return nil
	}
	for _, i := range s.in.Members(part.DeckSet.Row().Tops) {
		f := &s.findings[i]
		if f.Max == nil || f.Stale {
			continue
		}
		reasons = append(reasons, say.Of("carried", refOf(f), say.Number("number", f.Number),
			say.Length("from", *f.Max), say.Length("to", *f.Max+by)))
	}
	return reasons
}

// rodRefusals say why cutting its cap and honing do not restore a rod.
func (s *scene) rodRefusals(m member) (why []Reason) {
	switch {
	case m.cracked():
		why = append(why, say.Of("cracked", m.ref))
	case m.softened():
		why = append(why, say.Of("softened", m.ref))
	}
	if m.finding.Look == inspection.Heat && !m.tested() {
		why = append(why, say.Of("heat_rod", m.ref))
	}
	return append(why, s.honeRefusals(m, 0)...)
}

// honeRefusals say why cutting its cap and honing do not restore a housing; extra is what is cut besides for the line.
func (s *scene) honeRefusals(m member, extra unit.Length) (why []Reason) {
	if m.limits.New == nil {
		return []Reason{say.Of("no_new_range", m.ref).As("hone")}
	}
	round := m.limits.New.Max
	if m.limits.OutOfRoundMax != nil {
		round += *m.limits.OutOfRoundMax
	}
	if wide := WidthAcross(m.finding); wide > round {
		why = append(why, say.Of("across", m.ref, say.Apart("width", wide, round), say.Apart("most", round, wide)))
	}
	policy := &s.in.Policy
	if step := m.finding.Step; step != nil && step.Height > policy.StepLimit {
		why = append(why, say.Of("step", m.ref, say.Length("height", step.Height)).As("housing"))
	}
	if cut := CapCut(s.in, m.finding, *m.limits.New) + extra; cut > policy.CapCutMax {
		why = append(why, say.Of("cap_cut", m.ref, say.Apart("cut", cut, policy.CapCutMax),
			say.Apart("limit", policy.CapCutMax, cut)).As("limit"))
	}
	return why
}
