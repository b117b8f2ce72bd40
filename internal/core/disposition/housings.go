package disposition

import (
	"slices"

	"ledge/internal/core/inspection"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// across is the direction from parting line to parting line, which cutting the caps cannot close.
const across = 90 * unit.Degree

// housings decides a set of bearing housings: leave it; machine it (line-hone the tunnel, resize rods)
// where cutting the caps can bring it back; else replace it.
func (e *evaluator) housings(name part.Set, kind part.Kind, machine Action) {
	b, ok := e.open(name, kind)
	if !ok {
		return
	}
	b.classes()
	b.setChecks(kind)
	beyond, unsure := b.judge()
	cracks := b.cracked()
	b.causes = append(b.causes, cracks...)
	b.offer(Option{Way: Way{Action: Reuse, Step: b.set.SizeClass}, Feasible: len(b.causes) == 0,
		Reasons: slices.Clone(b.causes)})
	b.offer(b.machining(kind, machine))
	b.offer(Option{Way: Way{Action: Replace}, Feasible: true, Reasons: []Reason{say.New("replace").As(string(name))}})
	if len(cracks) > 0 {
		b.set.Action, b.set.Step, b.set.Reasons = Replace, 0, append(b.set.Reasons, cracks...)
		b.because(say.New("crack_test"))
	} else if !b.early(beyond, unsure) {
		chosen := b.set.Options[slices.IndexFunc(b.set.Options, func(o Option) bool { return o.Feasible })]
		b.decide(chosen)
		b.set.Reasons = append(b.set.Reasons, b.causes...)
		switch chosen.Action {
		case Reuse:
			b.because(say.New("within", say.Word("set", "set", name)).As("housings"))
		case Replace:
			b.set.Reasons = append(b.set.Reasons, b.set.Options[1].Reasons...)
		default:
			b.set.Reasons = append(b.set.Reasons, chosen.Reasons...)
		}
	}
	b.close()
}

// setChecks makes the checks that look at all members together.
func (b *board) setChecks(kind part.Kind) {
	var means []unit.Length
	var u float64
	for _, m := range b.members {
		if m.finding.Measured() {
			means = append(means, *m.finding.Mean)
			u = max(u, hypot(m.finding.U, m.finding.U))
		}
	}
	if len(means) > 1 {
		difference := slices.Max(means) - slices.Min(means)
		check := b.rule.Upper("bore_to_bore", difference, b.limits.BoreToBoreMax, u)
		check.Source = b.limits.SourceOf("bore_to_bore")
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
		if c := b.result.Features[i].Check("alignment"); c != nil {
			b.set.Checks = append(b.set.Checks, *c)
		}
	}
}

// alignments are the ways in which the tunnel's line was taken.
func (b *board) alignments() []int {
	return append(b.in.Members(part.MainAlignment), b.in.Members(part.TunnelEdge)...)
}

// machining works out whether cutting the caps and honing can restore the set.
func (b *board) machining(kind part.Kind, action Action) Option {
	o := Option{Way: Way{Action: action, Step: b.set.SizeClass}, Feasible: true}
	refuse := func(r Reason) { o.Feasible, o.Reasons = false, append(o.Reasons, r) }
	for _, crack := range b.cracked() {
		refuse(crack)
	}
	extra := unit.Length(0)
	if kind == part.MainHousing {
		for _, i := range b.alignments() {
			f := &b.in.Features[i]
			extra = max(extra, 2*b.in.VerticalMisalignment(f))
			if limit := b.limits.AlignmentMax; limit != nil && b.in.SidewaysZone(f) > *limit {
				refuse(say.New("sideways", say.Length("by", b.in.SidewaysZone(f))))
			}
		}
	}
	var deepest unit.Length
	for _, m := range b.members {
		if !m.finding.Measured() {
			continue
		}
		if m.limits.New == nil {
			refuse(say.Of("no_new_range", m.ref).As("hone"))
			continue
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
		cut := max(*m.finding.Max-m.limits.New.Max, 0) + b.in.Policy.LineHoneStock + extra
		deepest = max(deepest, cut)
		if cut > b.in.Policy.CapCutMax {
			refuse(say.Of("cap_cut", m.ref, say.Apart("cut", cut, b.in.Policy.CapCutMax),
				say.Apart("limit", b.in.Policy.CapCutMax, cut)).As("limit"))
		}
		o.Sizes = append(o.Sizes, FinishedSize{Feature: m.ref, Size: m.limits.New.Max})
	}
	if o.Feasible {
		effect := say.New("cap_cut", say.Length("cut", deepest), say.Length("by", unit.DivHalfEven(deepest, 2)))
		if kind == part.RodHousing {
			effect = effect.As("rods")
		}
		o.Reasons = append(o.Reasons, effect)
	}
	return o
}

// WidthAcross is the largest size from parting line to parting line: as read at 90°, where a station
// lacks that by its fitted oval, and where nothing can be fitted by its largest reading.
func WidthAcross(f *inspection.Finding) unit.Length {
	var widest unit.Length
	for station, row := range f.Grid.Sizes {
		var width, largest unit.Length
		for d, size := range row {
			if !size.OK {
				continue
			}
			largest = max(largest, size.Length)
			if unit.AxisDistance(f.Grid.Directions[d], across) == 0 {
				width = max(width, size.Length)
			}
		}
		if width == 0 {
			width = largest
			if oval, ok := f.Grid.FitOval(station); ok {
				width = oval.At(across)
			}
		}
		widest = max(widest, width)
	}
	return widest
}
