package disposition

import (
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// pistons decides pistons with their grooves, and piston pins: kept, or new. Pistons of bored
// cylinders come new with the bore.
func (e *evaluator) pistons() {
	if b, ok := e.gather(part.PistonSet, part.Piston, part.RingGroove); ok {
		if step, bored := e.bored(); bored {
			b.cause(say.New("bored", say.Step("step", step)))
		}
		b.keepOrReplace()
	}
	if b, ok := e.gather(part.Pins, part.Pin, part.PinBore); ok {
		b.keepOrReplace()
	}
	e.ringSet()
}

// bored returns the oversize that the cylinders are still to be bored to, as signed or else as advised.
func (e *evaluator) bored() (unit.Length, bool) {
	s, way, ok := e.stands(part.Cylinders)
	return way.Step, ok && (way.Action == Bore || way.Action == Sleeve) && way.Step > s.SizeClass
}

// gather opens a board for parts of which the first kind has limits; the other kinds belong to the
// same parts.
func (e *evaluator) gather(name part.Set, kinds ...part.Kind) (*board, bool) {
	b, known := e.open(name, kinds[0])
	if !known || len(b.members) == 0 {
		return b, false
	}
	for _, kind := range kinds[1:] {
		for _, i := range e.in.Members(kind) {
			own, _ := e.in.LimitsFor(kind, e.in.Features[i].Number)
			b.members = append(b.members,
				member{Ref{Kind: kind, Number: e.in.Features[i].Number}, &e.in.Features[i],
					&e.result.Features[i], &own, nil})
		}
	}
	return b, true
}

// keepOrReplace decides a set for which there is nothing between leaving it and new parts.
func (b *board) keepOrReplace() {
	beyond, unsure := b.judge()
	cracks := b.cracked()
	b.causes = append(b.causes, cracks...)
	b.offer(Option{Way: Way{Action: Reuse}, Feasible: len(b.causes) == 0, Reasons: b.causes})
	b.offer(Option{Way: Way{Action: Replace}, Feasible: true,
		Reasons: []Reason{say.New("replace").As(string(b.set.Set))}})
	switch {
	case len(cracks) > 0:
		b.set.Action, b.set.Reasons = Replace, append(b.set.Reasons, b.causes...)
	case b.early(beyond || len(b.causes) > len(unsure), unsure):
	case len(b.causes) > 0:
		b.decide(b.set.Options[1])
		b.set.Reasons = append(append(b.set.Reasons, b.causes...), b.set.Options[1].Reasons...)
	default:
		b.decide(b.set.Options[0])
		b.because(say.New("within").As(string(b.set.Set)))
	}
	b.close()
}

// ringSet decides the rings from their end gaps: fit them, file the tight ones, or another size
// where one gaps too wide.
func (e *evaluator) ringSet() {
	b, ok := e.gather(part.Rings, part.RingGap)
	if !ok {
		return
	}
	var tight, wide []Reason
	for _, a := range e.rings() {
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
		b.because(say.New("within").As("rings"))
	}
	b.close()
}
