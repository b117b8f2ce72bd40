package disposition

import (
	"slices"

	"ledge/internal/core/fit"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// treatments say what the way chosen does to each member.
func (s *subject) treatments(set *Set) []Treatment {
	if s.byNumber {
		each := s.eachPart()
		if !set.Action.Decides() {
			for i := range each {
				each[i].Action = set.Action
			}
		}
		return each
	}
	all, chosen := make([]Treatment, 0, len(s.members)+len(s.absent)), set.Option(set.Way)
	for i := range s.members {
		all = append(all, s.treatment(&s.members[i], set, chosen))
	}
	for _, ref := range s.absent {
		all = append(all, Treatment{Feature: ref, Action: Measure})
	}
	return all
}

// eachPart says what becomes of each part of a set, whatever kinds it was measured as.
func (s *subject) eachPart() []Treatment {
	each := []Treatment{}
	at := map[int]int{}
	for _, m := range s.members {
		n, known := at[m.ref.Number]
		if !known {
			n = len(each)
			at[m.ref.Number] = n
			each = append(each, Treatment{Feature: Ref{Kind: s.row.Member, Number: m.ref.Number}, Action: Reuse})
			if s.all || slices.Contains(s.bought, m.ref.Number) {
				each[n].Action = Replace
			}
		}
		switch {
		case !m.standing() || each[n].Action == Replace:
		case m.ref.Kind == s.row.Mended:
			each[n].Action = Resize
		default:
			each[n].Action = Replace
		}
	}
	return each
}

func (s *subject) treatment(m *member, set *Set, chosen *Option) Treatment {
	ref := m.ref
	t := Treatment{Feature: ref, Action: set.Action, Step: set.Step, Shell: set.Shell}
	if chosen == nil {
		return t
	}
	if chosen.Action == Polish {
		return s.polished(m, t, chosen)
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
			t.Finished, t.Cut = s.limitsOf(ref).New, size.Cut
		default:
			window := FinishedRange(s.in, *set, *chosen, size)
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
		if s.in.Policy.RingsRenewed {
			t.Action = Hone
		}
	}
	return t
}

// polished says of one journal of a set that is polished by how much, or that it stays for want of room.
func (s *subject) polished(m *member, t Treatment, chosen *Option) Treatment {
	var shell *fit.Shell
	for _, after := range chosen.Clearances {
		if after.Feature == m.ref && len(m.fits) > 0 {
			t.Shell, shell = after.Shell, &fit.Shell{Change: after.Shell}
		}
	}
	stock, _ := s.stock(m, shell)
	if stock == 0 || !m.finding.Measured() {
		t.Action = Reuse
		return t
	}
	t.Finished = &limit.Range{Min: *m.finding.Min - stock, Max: *m.finding.Max}
	return t
}

// Polished says what a polish does to each journal of a set: by how much, or that it stays for want of room. result is
// the evaluation of in.
func Polished(in *inspection.Inspection, result Result, name part.Set, o *Option) (each []Treatment) {
	s := &scene{in: in, findings: result.Features, fits: result.Fits, sets: result.Sets}
	sub := s.gatherOf(name)
	if sub == nil {
		return nil
	}
	sub.classed()
	for i := range sub.members {
		m := &sub.members[i]
		for n := range s.fits {
			if f := &s.fits[n]; f.Used && f.journal == m.ref {
				m.fits = append(m.fits, f)
			}
		}
		each = append(each, sub.polished(m, Treatment{Feature: m.ref, Action: Polish, Step: o.Step}, o))
	}
	return each
}

// FinishedRange bounds a finished size: half the width of the range of new parts to each side, but never
// beyond the clearance's window nor, for a shaft, above the size at which it cleans.
func FinishedRange(in *inspection.Inspection, set Set, option Option, size FinishedSize) limit.Range {
	if size.Window != nil { // its mating part decides it
		return *size.Window
	}
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
	// And never where its wear would be beyond as soon as it came back.
	if limits.New != nil && limits.WearMax != nil {
		if shaft {
			least = max(least, min(most, limits.New.Max-option.Step-*limits.WearMax))
		} else {
			most = min(most, max(least, limits.New.Min+option.Step+*limits.WearMax))
		}
	}
	// On the gauges' own grid, inwards, so that the sheet says what can be read.
	grid := in.Unit.Pick(unit.Tenth, unit.Micrometre)
	if inner := (least + grid - 1) / grid * grid; inner <= most/grid*grid {
		return limit.Range{Min: inner, Max: most / grid * grid}
	}
	return limit.Range{Min: least, Max: most}
}
