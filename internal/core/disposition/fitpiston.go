package disposition

import (
	"ledge/internal/core/fit"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// smallPiston says, before anything is bored, where a piston that is there for a step is so small that its bore would
// not clean up.
func (s *scene) smallPiston(m member, size FinishedSize, rung Rung) []Reason {
	if size.Play == nil || size.Size >= rung.Cleans {
		return nil
	}
	skirt, _ := Skirt(s.findings, m.ref.Number, true)
	return []Reason{say.Of("piston_small", m.ref, say.Length("skirt", skirt),
		say.Apart("size", size.Size, rung.Cleans), say.Apart("cleans", rung.Cleans, size.Size))}
}

// boredTo is the size that a bore takes at a step: that of the new piston which is there for it, else the middle of the
// new range.
func (s *scene) boredTo(m member, step unit.Length, rung Rung) FinishedSize {
	size := FinishedSize{Feature: m.ref, Size: rung.Middle + step}
	at, ok := s.in.Latest(m.ref.Kind.Row().Mate, m.ref.Number)
	if !ok || s.in.Features[at].State != part.NewPart {
		return size
	}
	skirt, measured := Skirt(s.findings, m.ref.Number, true)
	if measured && (skirt-size.Size).Abs() <= limit.ClassTolerance(s.in.Unit)*5 { // not of another step
		FitPiston(s.in, &size, skirt)
	}
	if size.Window != nil && rung.Cleans <= size.Window.Max {
		size.Window.Min = max(size.Window.Min, rung.Cleans)
	}
	return size
}

// FitPiston gives a bore the size that its own new piston asks for, by its skirt: the aim, and about it what keeps the
// clearance of new parts, but no wider than the range of a new bore. ok is false where no clearance is known.
func FitPiston(in *inspection.Inspection, size *FinishedSize, skirt unit.Length) (ok bool) {
	limits, _ := in.LimitsFor(size.Feature.Kind, size.Feature.Number)
	play := NewPlay(in, size.Feature)
	if play == nil {
		return false
	}
	s := &scene{in: in}
	aim, _ := fit.Target(limits.Clearance, false, skirt)
	aim += s.duty()
	window := play.Shift(skirt)
	if limits.New != nil && window.Max-window.Min > limits.New.Max-limits.New.Min {
		half := (limits.New.Max - limits.New.Min) / 2
		window = limit.Range{Min: skirt + aim - half, Max: skirt + aim + half}
	}
	size.Size, size.Play, size.Window = skirt+aim, play, &window
	return true
}

// NewPlay is the clearance that a bore is machined for: that of new parts, moved by the duty; the shop's own where the
// aim lies outside it. Nil where none is known.
func NewPlay(in *inspection.Inspection, ref Ref) *limit.Range {
	limits, _ := in.LimitsFor(ref.Kind, ref.Number)
	s, c := &scene{in: in}, limits.Clearance
	if c == nil {
		return nil
	}
	play := c.New
	if c.Target != nil && (play == nil || c.Target.Middle() < play.Min || c.Target.Middle() > play.Max) {
		play = c.Target
	}
	if play == nil {
		return nil
	}
	moved := play.Shift(s.duty())
	return &moved
}
