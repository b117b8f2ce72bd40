package disposition

import (
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/unit"
)

// treat says what the way chosen does to each member.
func (b *board) treat() {
	b.set.Members = make([]Treatment, 0, len(b.members)+len(b.set.Unmeasured))
	chosen := b.set.Option(b.set.Way)
	if b.onePart {
		for _, each := range b.eachPart(b.mends != nil) {
			if !b.set.Action.Decides() {
				each.Action = b.set.Action
			}
			b.set.Members = append(b.set.Members, each)
		}
		return
	}
	for _, m := range b.members {
		b.set.Members = append(b.set.Members, b.treatment(m.ref, chosen))
	}
	for _, ref := range b.set.Unmeasured {
		b.set.Members = append(b.set.Members, Treatment{Feature: ref, Action: Measure})
	}
}

func (b *board) treatment(ref Ref, chosen *Option) Treatment {
	t := Treatment{Feature: ref, Action: b.set.Action, Step: b.set.Step, Shell: b.set.Shell}
	if chosen == nil {
		return t
	}
	for _, after := range chosen.Clearances { // each its own shells, where they are mixed
		if after.Feature == ref && after.Rod == 0 && chosen.Method == MixedShell {
			t.Shell = after.Shell
		}
	}
	for _, each := range chosen.Each {
		if each.Feature == ref {
			return each
		}
	}
	for _, size := range chosen.Sizes {
		if size.Feature != ref {
			continue
		}
		switch {
		case size.Kept:
			t.Action = Reuse
		case size.Window != nil:
			t.Finished = size.Window
		case ref.Kind.Housing():
			limits, _ := b.in.LimitsFor(ref.Kind, ref.Number)
			t.Finished, t.Cut = limits.New, size.Cut
		default:
			window := FinishedRange(b.in, *b.set, *chosen, size)
			t.Finished = &window
		}
		if size.Sleeved {
			t.Action = Sleeve
		} else if t.Action == Sleeve && !size.Kept {
			t.Action = Bore
		}
		return t
	}
	if chosen.Action == Sleeve { // the others stay, and are honed for their rings
		t.Action = Reuse
		if b.in.Policy.RingsRenewed {
			t.Action = Hone
		}
	}
	return t
}

// FinishedRange bounds a finished size: half the width of the range of new parts to each side, but never
// beyond the clearance's window nor, for a shaft, above the size at which it cleans.
func FinishedRange(in *inspection.Inspection, set Set, option Option, size FinishedSize) limit.Range {
	limits, _ := in.LimitsFor(size.Feature.Kind, size.Feature.Number)
	half := in.Unit.Pick(5*unit.Tenth, 12*unit.Micrometre)
	if limits.New != nil {
		half = (limits.New.Max - limits.New.Min) / 2
	}
	shaft := size.Feature.Kind.Shaft()
	up, down := half, half
	for _, after := range option.Clearances {
		if after.Feature != size.Feature || after.Window == nil {
			continue
		}
		tighter, looser := max(0, after.Clearance.Min-after.Window.Min), max(0, after.Window.Max-after.Clearance.Max)
		if shaft {
			up, down = min(up, tighter), min(down, looser)
		} else {
			up, down = min(up, looser), min(down, tighter)
		}
	}
	least, most := size.Size-down, size.Size+up
	for _, rung := range set.Ladder {
		if rung.Feature != size.Feature {
			continue
		}
		if shaft && size.Size <= rung.Cleans {
			most = min(most, rung.Cleans)
		}
		if !shaft && size.Size >= rung.Cleans {
			least = max(least, rung.Cleans)
		}
	}
	// On the gauges' own grid, inwards, so that the sheet says what can be read.
	grid := in.Unit.Pick(unit.Tenth, unit.Micrometre)
	if inner := (least + grid - 1) / grid * grid; inner <= most/grid*grid {
		return limit.Range{Min: inner, Max: most / grid * grid}
	}
	return limit.Range{Min: least, Max: most}
}
