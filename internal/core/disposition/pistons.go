package disposition

import (
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// pistons decides pistons with their grooves, and piston pins: kept, or new. Pistons of bored cylinders come new with the bore.
func (e *evaluator) pistons() {
	if b, ok := e.gather(part.PistonSet, part.Piston, part.RingGroove); ok {
		if step, bored := e.bored(); bored {
			b.cause("bored", nil, "The cylinders are bored %s over: new pistons of that size come with it.", b.step(step))
		}
		b.keepOrReplace("New pistons with their pins and rings.", "Pistons: nothing beyond its limits.")
	}
	if b, ok := e.gather(part.Pins, part.Pin, part.PinBore); ok {
		b.keepOrReplace("New pins, fitted to the pin bores and the small ends as measured.", "Pins: nothing beyond their limits.")
	}
	e.ringSet()
}

// bored returns the oversize that the cylinders are still to be bored to, as signed or else as advised.
func (e *evaluator) bored() (unit.Length, bool) {
	s, way, ok := e.stands(part.Cylinders)
	return way.Step, ok && (way.Action == Bore || way.Action == Sleeve) && way.Step > s.SizeClass
}

// gather opens a board for parts of which the first kind has limits; the other kinds belong to the same parts.
func (e *evaluator) gather(name part.Set, kinds ...part.Kind) (*board, bool) {
	b, known := e.open(name, kinds[0])
	if !known || len(b.members) == 0 {
		return b, false
	}
	for _, kind := range kinds[1:] {
		for _, i := range e.in.Members(kind) {
			own, _ := e.in.LimitsFor(kind, e.in.Features[i].Number)
			b.members = append(b.members, member{Ref{kind, e.in.Features[i].Number}, &e.in.Features[i], &e.result.Features[i], &own, nil})
		}
	}
	return b, true
}

// keepOrReplace decides a set for which there is nothing between leaving it and new parts.
func (b *board) keepOrReplace(anew, fine string) {
	beyond, unsure := b.judge()
	cracks := b.cracked()
	b.causes = append(b.causes, cracks...)
	b.offer(Option{Way: Way{Action: Reuse}, Feasible: len(b.causes) == 0, Reasons: b.causes})
	b.offer(Option{Way: Way{Action: Replace}, Feasible: true, Reasons: []Reason{reason("replace", nil, "%s", anew)}})
	switch {
	case len(cracks) > 0:
		b.set.Action, b.set.Reasons = Replace, append(b.set.Reasons, b.causes...)
	case b.early(beyond || len(b.causes) > len(unsure), unsure):
	case len(b.causes) > 0:
		b.decide(b.set.Options[1])
		b.set.Reasons = append(append(b.set.Reasons, b.causes...), b.set.Options[1].Reasons...)
	default:
		b.decide(b.set.Options[0])
		b.because("within", nil, "%s", fine)
	}
	b.close()
}

// ringSet decides the rings from their end gaps: fit them, file the tight ones, or another size where one gaps too wide.
func (e *evaluator) ringSet() {
	b, ok := e.gather(part.Rings, part.RingGap)
	if !ok {
		return
	}
	var tight, wide []Reason
	for _, a := range e.rings() {
		ref := Ref{part.RingGap, a.Cylinder}
		switch {
		case a.TooWide:
			wide = append(wide, reason("gap_wide", &ref, "Cylinder %d, %s ring: gap %s. %s", a.Cylinder, a.Ring, b.show(a.Gap), a.Says))
		case a.File > 0:
			tight = append(tight, reason("gap_tight", &ref, "Cylinder %d, %s ring: gap %s. %s", a.Cylinder, a.Ring, b.show(a.Gap), a.Says))
		}
	}
	if step, bored := e.bored(); bored {
		// Gaps that were measured in the old bores say nothing of the new rings.
		wide, tight = []Reason{reason("bored", nil, "The cylinders are bored %s over: the new pistons bring their rings. Gap each in its own finished bore.", b.step(step))}, nil
	}
	b.offer(Option{Way: Way{Action: Reuse}, Feasible: len(tight)+len(wide) == 0, Reasons: append(append([]Reason{}, tight...), wide...)})
	b.offer(Option{Way: Way{Action: Resize}, Feasible: len(wide) == 0 && len(tight) > 0, Reasons: wide})
	b.offer(Option{Way: Way{Action: Replace}, Feasible: true, Reasons: []Reason{reason("replace", nil, "Rings of another size, gapped each in its own bore.")}})
	switch _, unsure := b.judge(); {
	case b.early(len(tight)+len(wide) > 0, unsure):
	case len(wide) > 0:
		b.decide(b.set.Options[2])
		b.set.Reasons = append(append(b.set.Reasons, wide...), tight...)
	case len(tight) > 0:
		b.decide(b.set.Options[1])
		b.set.Reasons = append(b.set.Reasons, tight...)
	default:
		b.decide(b.set.Options[0])
		b.because("within", nil, "Rings: every end gap is within its range.")
	}
	b.close()
}
