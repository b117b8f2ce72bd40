package disposition

import (
	"slices"

	"ledge/internal/core/inspection"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// pistons decides pistons with their grooves and pin bores, and piston pins: kept, or new, one by one. Pistons of bored
// cylinders come new with the bore.
func (e *evaluator) pistons() {
	if b, ok := e.gather(part.PistonSet, part.Piston, part.RingGroove, part.PinBore); ok {
		if step, bored := e.bored(); bored {
			b.cause(say.New("bored", say.Step("step", step)))
			b.all = true
		}
		for _, number := range e.renewed() {
			b.out = append(b.out, number)
			b.cause(say.Of("piston_worn", Ref{Kind: part.Piston, Number: number}))
		}
		b.keepOrReplace()
	}
	if b, ok := e.gather(part.Pins, part.Pin); ok {
		b.keepOrReplace()
	}
	e.ringSet()
}

// renewed are the cylinders that are honed for new pistons, as signed or else as advised.
func (e *evaluator) renewed() (numbers []int) {
	s, way, ok := e.stands(part.Cylinders)
	if !ok || way.Action != Hone {
		return nil
	}
	if o := s.Option(way); o != nil {
		for _, size := range o.Sizes {
			if size.MateNew {
				numbers = append(numbers, size.Feature.Number)
			}
		}
	}
	return numbers
}

// rods decides the rods by what is not their big end: bend, twist, length and small end.
func (e *evaluator) rods() {
	b, ok := e.gather(part.RodSet, part.RodBend, part.RodLength, part.SmallEnd, part.RodWeight)
	if !ok {
		return
	}
	b.mends = func(m member) bool { return m.ref.Kind == part.SmallEnd }
	b.keepOrReplace()
}

// camLobes decides the lobes of a camshaft, by their lift and by eye.
func (e *evaluator) camLobes() {
	b, limited := e.gather(part.CamLobes, part.CamLobe)
	// A lobe that is scored is worn out whatever its lift, with limits or without.
	if limited || b != nil && slices.ContainsFunc(b.members, func(m member) bool {
		return m.finding.Look.WorseThan(inspection.Marked)
	}) {
		b.keepOrReplace()
	}
}

// bored returns the oversize that the cylinders are still to be bored to, as signed or else as advised.
func (e *evaluator) bored() (unit.Length, bool) {
	s, way, ok := e.stands(part.Cylinders)
	return way.Step, ok && (way.Action == Bore || way.Action == Sleeve) && way.Step > s.SizeClass
}

// gather opens a board for parts of several kinds, of which any that has limits decides: the smaller things without the
// larger being known.
func (e *evaluator) gather(name part.Set, kinds ...part.Kind) (*board, bool) {
	if !slices.ContainsFunc(kinds, func(kind part.Kind) bool { return len(e.in.Members(kind)) > 0 }) {
		return nil, false
	}
	b, known := e.open(name, kinds[0])
	if b == nil {
		b = &board{evaluator: e, set: &Set{Set: name, Reasons: []Reason{}, Options: []Option{}}}
		b.limits, b.limited = e.in.LimitsAt(kinds[0], 0)
	}
	for _, kind := range kinds[1:] {
		_, limited := e.in.LimitsFor(kind, 0)
		known = known || limited && len(e.in.Members(kind)) > 0
		for _, i := range e.in.Members(kind) {
			own, _ := e.in.LimitsAt(kind, e.in.Features[i].Number)
			b.members = append(b.members,
				member{Ref{Kind: kind, Number: e.in.Features[i].Number}, &e.in.Features[i],
					&e.result.Features[i], own, nil})
		}
	}
	return b, known && len(b.members) > 0
}

// keepOrReplace decides a set whose parts are kept or bought one by one, or mended where that serves.
func (b *board) keepOrReplace() {
	b.onePart = true
	b.judge()
	cracks := b.cracked()
	b.causes = append(b.causes, cracks...)
	b.offer(Option{Way: Way{Action: Reuse}, Feasible: len(b.causes) == 0, Reasons: slices.Clone(b.causes)})
	if b.mends != nil && len(b.causes) > 0 {
		mended := Option{Way: Way{Action: Resize}, Feasible: true, Each: b.eachPart(true),
			Reasons: []Reason{say.New("mend").As(string(b.set.Set))}}
		for _, m := range b.members {
			if m.standing() && !b.mends(m) {
				mended.Feasible = false
				mended.Reasons = append(mended.Reasons, say.Of("no_mend", m.ref))
			}
		}
		b.offer(mended)
	}
	b.offer(Option{Way: Way{Action: Replace}, Feasible: true, Each: b.eachPart(b.mends != nil),
		Reasons: []Reason{say.New("replace").As(string(b.set.Set))}})
	switch {
	case len(cracks) > 0:
		b.set.Action, b.set.Reasons = Replace, append(b.set.Reasons, b.causes...)
	case b.early():
	default:
		chosen := b.set.Options[slices.IndexFunc(b.set.Options, func(o Option) bool { return o.Feasible })]
		b.decide(chosen)
		b.set.Reasons = append(b.set.Reasons, b.causes...)
		if chosen.Action == Reuse {
			b.because(say.New("within").As(string(b.set.Set)))
		} else {
			b.set.Reasons = append(b.set.Reasons, chosen.Reasons...)
		}
	}
	b.close()
}

// eachPart says what becomes of each part of a set, whatever kinds it was measured as.
func (b *board) eachPart(mend bool) (each []Treatment) {
	of := b.set.Set.Row().Of
	at := map[int]int{}
	for _, m := range b.members {
		n, known := at[m.ref.Number]
		if !known {
			n = len(each)
			at[m.ref.Number] = n
			each = append(each, Treatment{Feature: Ref{Kind: of, Number: m.ref.Number}, Action: Reuse})
			if b.all || slices.Contains(b.out, m.ref.Number) {
				each[n].Action = Replace
			}
		}
		switch {
		case !m.standing() || each[n].Action == Replace:
		case mend && b.mends(m):
			each[n].Action = Resize
		default:
			each[n].Action = Replace
		}
	}
	return each
}

// ringSet decides the rings from their end gaps: fit them, file the tight ones, or another size
// where one gaps too wide.
func (e *evaluator) ringSet() {
	b, ok := e.gather(part.Rings, part.RingGap)
	if !ok {
		return
	}
	var tight, wide []Reason
	b.set.Rings = e.rings()
	for _, a := range b.set.Rings {
		ref := Ref{Kind: part.RingGap, Number: a.Cylinder}
		switch {
		case a.TooWide:
			wide = append(wide, a.reason("gap_wide", ref))
		case a.File > 0:
			tight = append(tight, a.reason("gap_tight", ref))
		}
	}
	if step, bored := e.bored(); bored {
		// Gaps that were measured in the old bores say nothing of the new rings.
		wide, tight = []Reason{say.New("bored", say.Step("step", step)).As("rings")}, nil
	}
	b.offer(Option{Way: Way{Action: Reuse}, Feasible: len(tight)+len(wide) == 0,
		Reasons: append(append([]Reason{}, tight...), wide...)})
	b.offer(Option{Way: Way{Action: Resize}, Feasible: len(wide) == 0 && len(tight) > 0, Reasons: wide})
	b.offer(Option{Way: Way{Action: Replace}, Feasible: true, Reasons: []Reason{say.New("replace").As("rings")}})
	b.judge()
	switch {
	case b.early():
	case len(wide) > 0:
		b.decide(b.set.Options[2])
		b.set.Reasons = append(append(b.set.Reasons, wide...), tight...)
	case len(tight) > 0:
		b.decide(b.set.Options[1])
		b.set.Reasons = append(b.set.Reasons, tight...)
	default:
		b.decide(b.set.Options[0])
		if slices.ContainsFunc(b.set.Rings, func(a RingAdvice) bool { return a.Measured != nil }) {
			b.because(say.New("within").As("rings_honed"))
		} else {
			b.because(say.New("within").As("rings"))
		}
	}
	b.close()
}
