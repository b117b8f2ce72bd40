package order

import (
	"fmt"

	"ledge/internal/core/disposition"
	"ledge/internal/core/engine"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

func (d *drafter) journals(s *Sheet, one Decided) {
	switch one.Option.Action {
	case disposition.Grind:
		for _, size := range one.Option.Sizes {
			l := keep(size, "after_grind")
			if !size.Kept {
				l = line(size.Feature, "after_grind", DoGrind, "Grind to")
				least, most := d.within(one, size)
				l.Min, l.Max = &least, &most
			}
			s.Lines = append(s.Lines, l)
		}
		oneRange(s.Lines[len(s.Lines)-len(one.Option.Sizes):], one.Option.Sizes)
		if one.Set.Set == part.CamJournals {
			s.note("Camshaft: keep the wheel off the lobes. The maker's data say whether undersize bushes exist.")
			return
		}
		s.note("Keep the fillet radii as they were; chamfer and clean every oil hole. The maker's smallest size and depth of hardening decide over this sheet.")
		if one.Option.Method == disposition.Straighten {
			s.note("Straighten first, then crack test and measure the runout again before grinding.")
		}
	case disposition.Replace: // built up
		s.note("Build the journals up, then grind to standard. The maker's data say whether this shaft may be built up at all.")
	case disposition.Polish:
		for _, f := range d.members(one.Set.Set.Row().Of) {
			l := line(disposition.Ref{Kind: f.Kind, Number: f.Number}, "after_polish", DoPolish, "Polish, to no less than")
			l.Min, l.Max = ptr(*f.Min-d.in.Policy.PolishStock), ptr(*f.Max)
			s.Lines = append(s.Lines, l)
		}
		s.note("Measure between passes and stop at the number, not at the shine. No cloth is held by hand round a shaft that turns under power.")
	}
	if one.Set.Set != part.CamJournals {
		s.note("Thrust faces: touch them only to clean up, and say what came off.")
	}
}

// oneRange gives journals of one size one range, in which every one of them runs within its window: the grinder sets up once.
func oneRange(lines []Line, sizes []disposition.Size) {
	var least, most, common *unit.Length
	for i, size := range sizes {
		switch l := lines[i]; {
		case l.Kept:
		case common == nil:
			least, most, common = ptr(*l.Min), ptr(*l.Max), &sizes[i].Size
		case size.Size != *common:
			return
		default:
			*least, *most = max(*least, *l.Min), min(*most, *l.Max)
		}
	}
	if common == nil || *least >= *most {
		return
	}
	for i := range lines {
		if !lines[i].Kept {
			lines[i].Min, lines[i].Max = ptr(*least), ptr(*most)
		}
	}
}

func (d *drafter) cylinders(s *Sheet, one Decided) {
	const state = "after_hone"
	sized := map[int]bool{}
	for _, size := range one.Option.Sizes {
		sized[size.Feature.Number] = true
		l := keep(size, state)
		switch {
		case size.Kept:
		case one.Option.Action == disposition.Hone:
			l = d.honed(size)
		default:
			l = line(size.Feature, state, DoBore, "Bore, then hone to")
			if size.Sleeved {
				l.Work, l.What = DoSleeve, "Sleeve, bore and hone to"
			}
			if l.Note = d.fitPiston(&size); l.Note == "" {
				s.note("Without a measured piston a size is the middle of its range: measure the new pistons, as new parts, and issue this sheet again.")
			}
			least, most := d.within(one, size)
			l.Min, l.Max, l.Rough = &least, &most, ptr(size.Size-d.in.Policy.HoneStock)
			l.Play, l.MateNew = d.play(size.Feature), true
		}
		s.Lines = append(s.Lines, l)
	}
	if one.Option.Action == disposition.Sleeve {
		// The others stay, and are honed for their rings.
		for _, size := range disposition.Hones(d.in, d.result, one.Set.SizeClass) {
			if !sized[size.Feature.Number] {
				s.Lines = append(s.Lines, d.honed(size))
			}
		}
	}
	if one.Option.Action != disposition.Hone {
		s.note(fmt.Sprintf("Rough-bore to %s below the finished size and hone the rest.", d.show(d.in.Policy.HoneStock)))
	}
	s.note("Deck plate torqued on and main caps in place, where the shop uses them; measure as it was bored.")
}

// honed is the line of a bore that is honed within its window.
func (d *drafter) honed(size disposition.Size) Line {
	l := line(size.Feature, "after_hone", DoHone, "Hone to")
	l.Min, l.Max, l.Play = ptr(size.Window.Min), ptr(size.Window.Max), size.Play
	if size.Play != nil {
		l.Note = "aim at " + d.show(size.Size) + "; its piston must have " + d.show(size.Play.Min) + " to " + d.show(size.Play.Max)
	}
	return l
}

// play is the clearance that a bored cylinder must leave its new piston.
func (d *drafter) play(ref disposition.Ref) *limit.Range {
	limits, _ := d.in.LimitsFor(ref.Kind, ref.Number)
	if c := limits.Clearance; c != nil && c.Target != nil {
		return c.Target
	} else if c != nil {
		return c.New
	}
	return nil
}

// fitPiston moves a bore's size to its own new piston, where that one has been measured; it says on what the size rests.
func (d *drafter) fitPiston(size *disposition.Size) string {
	limits, _ := d.in.LimitsFor(part.Cylinder, size.Feature.Number)
	if skirt, measured := d.pistons[size.Feature.Number]; measured && limits.Clearance != nil {
		target := limits.Clearance.Target
		if target == nil {
			target = limits.Clearance.New
		}
		if target != nil {
			size.Size = skirt + target.Middle()
			return "from its own piston, " + d.show(skirt) + ", and " + d.show(target.Middle()) + " clearance"
		}
	}
	return ""
}

func (d *drafter) housings(s *Sheet, one Decided) {
	state, work, what := "after_line_hone", DoLineHone, "Line-hone to"
	if one.Set.Set == part.RodHousings {
		state, work, what = "after_resize", DoResize, "Resize to"
	}
	deepest := unit.Length(0)
	for _, f := range d.members(one.Set.Set.Row().Of) {
		ref := disposition.Ref{Kind: f.Kind, Number: f.Number}
		limits, _ := d.in.LimitsFor(f.Kind, f.Number)
		l := line(ref, state, work, what)
		if limits.New != nil {
			l.Min, l.Max = ptr(limits.New.Min), ptr(limits.New.Max)
			deepest = max(deepest, *f.Max-limits.New.Max)
			if width := disposition.WidthAcross(f); limits.OutOfRoundMax != nil && width > limits.New.Max {
				l.Across = ptr(limits.New.Max + *limits.OutOfRoundMax)
				l.Min = ptr(min(limits.New.Max, max(limits.New.Min, width-*limits.OutOfRoundMax))) // else it would not be round enough
				l.Note = "across the parting line up to " + d.show(*l.Across) + " is accepted"
			}
		}
		s.Lines = append(s.Lines, l)
	}
	cut := deepest + d.in.Policy.LineHoneStock
	for i := range s.Lines {
		s.Lines[i].Amount = &cut
	}
	s.note(fmt.Sprintf("Cut the caps by %s at most; caps, bolts and studs torqued as in service. The centre moves by about half the cut.", d.show(cut)))
}

func (d *drafter) deck(s *Sheet, one Decided) {
	limits, _ := d.in.LimitsFor(part.Deck, 0)
	for _, kind := range []part.Kind{part.Deck, part.DeckHeights} {
		for _, i := range d.in.Members(kind) {
			l := line(disposition.Ref{Kind: kind, Number: max(1, d.in.Features[i].Number)}, "after_skim", DoSkim, "Skim "+d.show(one.Option.Step)+" off; flat within")
			l.Most, l.Amount = limits.Max, ptr(one.Option.Step)
			s.Lines = append(s.Lines, l)
		}
	}
	if d.in.Engine != nil && d.in.Engine.Arrangement != engine.Inline {
		s.note("Take the same off both banks.")
	}
	s.note("Pistons then stand higher: measure the protrusion before the gasket is chosen.")
}

func (d *drafter) rings(s *Sheet) {
	for _, a := range disposition.BuildOf(d.in, d.result).Rings {
		l := Line{Key: fmt.Sprintf("ring/%d/%s", a.Cylinder, a.Ring), Work: DoKeep, Title: fmt.Sprintf("Cylinder %d, %s ring", a.Cylinder, a.Ring), What: "Leave it"}
		if a.File > 0 {
			l.Work, l.Amount = DoFile, ptr(a.File)
			l.What, l.Note = "File "+d.show(a.File)+" off one end", "to a gap of "+d.show(a.Target)
		}
		s.Lines = append(s.Lines, l)
	}
	s.note("File one end only, square; deburr; try each ring squared in its own bore.")
}

// balance asks for the least metal that brings all rods to the lightest, where the rods were weighed and stay.
func (d *drafter) balance(decided []Decided) {
	pairing := disposition.BuildOf(d.in, d.result).Pairing
	if pairing == nil || len(decided) == 0 {
		return
	}
	var s *Sheet
	for i, metal := range pairing.Metal {
		if metal < balanceFrom {
			continue
		}
		if s == nil {
			s = d.sheet(Balance)
			s.note("Take metal from the balance pads only, never from the beam or the bolt seats. On shared crankpins pair the rods as matched first.")
		}
		s.Lines = append(s.Lines, Line{Key: fmt.Sprintf("rod/%d", pairing.Rods[i]), Work: DoLighten, Component: d.rods(), Amount: ptr(unit.Length(metal)), Title: fmt.Sprintf("Rod %d", pairing.Rods[i]),
			What: fmt.Sprintf("Take off %s g", unit.Length(metal).Format(unit.MM)), Note: "to the lightest of the set"})
	}
}

// rods is the tag of the rods that were weighed.
func (d *drafter) rods() string {
	for _, i := range d.in.Members(part.RodWeight) {
		return d.in.Features[i].Component
	}
	return ""
}

// balanceFrom is the metal below which a rod is left alone: 1 g, common practice.
const balanceFrom = int64(unit.Millimetre)
