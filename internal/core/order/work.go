package order

import (
	"fmt"

	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/unit"
)

var kinds = map[disposition.SetName]inspection.Kind{
	disposition.MainJournals: inspection.MainJournal, disposition.RodJournals: inspection.RodJournal, disposition.CamJournals: inspection.CamJournal,
	disposition.MainHousings: inspection.MainHousing, disposition.RodHousings: inspection.RodHousing,
}

func (d *drafter) journals(s *Sheet, one Decided) {
	switch one.Option.Action {
	case disposition.Grind:
		for _, size := range one.Option.Sizes {
			l := line(size.Feature, "after_grind", "Grind to")
			if l.Kept = size.Kept; l.Kept {
				l.What, l.Min, l.Max = "Leave as it is", ptr(size.Size), ptr(size.Size)
			} else {
				least, most := d.within(one, size)
				l.Min, l.Max = &least, &most
			}
			s.Lines = append(s.Lines, l)
		}
		oneRange(s.Lines[len(s.Lines)-len(one.Option.Sizes):], one.Option.Sizes)
		s.note("Keep the fillet radii as they were; chamfer and clean every oil hole. The maker's smallest size and depth of hardening decide over this sheet.")
		if one.Option.Method == disposition.Straighten {
			s.note("Straighten first, then crack test and measure the runout again before grinding.")
		}
	case disposition.Replace: // built up
		s.note("Build the journals up, then grind to standard. The maker's data say whether this shaft may be built up at all.")
	case disposition.Polish:
		for _, f := range d.members(kinds[one.Set.Set]) {
			l := line(disposition.Ref{Kind: f.Kind, Number: f.Number}, "after_polish", "Polish, to no less than")
			l.Min, l.Max = ptr(*f.Min-d.in.Policy.PolishStock), ptr(*f.Max)
			s.Lines = append(s.Lines, l)
		}
		s.note("Measure between passes and stop at the number, not at the shine. No cloth is held by hand round a shaft that turns under power.")
	}
	if one.Set.Set != disposition.CamJournals {
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
	state, what := "after_hone", "Bore, then hone to"
	if one.Option.Action == disposition.Hone {
		what = "Hone, to no more than"
	}
	sized := map[int]bool{}
	for _, size := range one.Option.Sizes {
		sized[size.Feature.Number] = true
		l := line(size.Feature, state, what)
		switch {
		case size.Kept:
			l.Kept, l.What, l.Min, l.Max = true, "Leave as it is", ptr(size.Size), ptr(size.Size)
		case one.Option.Action == disposition.Hone:
			l.Max = ptr(size.Size)
		default:
			if l.Note = d.fitPiston(&size); l.Note == "" {
				s.note("Without a measured piston a size is the middle of its range: measure the new pistons, as new parts, and issue this sheet again.")
			}
			least, most := d.within(one, size)
			l.Min, l.Max, l.Rough = &least, &most, ptr(size.Size-d.in.Policy.HoneStock)
		}
		s.Lines = append(s.Lines, l)
	}
	for _, f := range d.members(inspection.Cylinder) {
		if sized[f.Number] {
			continue
		}
		ref := disposition.Ref{Kind: f.Kind, Number: f.Number}
		l := line(ref, state, "Hone for the rings, to no more than")
		switch {
		case one.Option.Action == disposition.Sleeve && f.Number == sleeved(one):
			l.What = "Sleeve, bore and hone to"
			size := disposition.Size{Feature: ref, Size: d.newMiddle(ref) + one.Option.Step}
			least, most := d.within(one, size)
			l.Min, l.Max, l.Rough = &least, &most, ptr(size.Size-d.in.Policy.HoneStock)
		case one.Option.Action == disposition.Bore:
			continue
		default:
			l.Max = ptr(*f.Max + d.in.Policy.HoneStock)
		}
		s.Lines = append(s.Lines, l)
	}
	if one.Option.Action != disposition.Hone {
		s.note(fmt.Sprintf("Rough-bore to %s below the finished size and hone the rest.", d.show(d.in.Policy.HoneStock)))
	}
	s.note("Deck plate torqued on and main caps in place, where the shop uses them; measure as it was bored.")
}

// sleeved is the cylinder that an option sleeves.
func sleeved(one Decided) int {
	for _, r := range one.Option.Reasons {
		if r.Feature != nil && r.Feature.Kind == inspection.Cylinder {
			return r.Feature.Number
		}
	}
	return 0
}

func (d *drafter) newMiddle(ref disposition.Ref) unit.Length {
	limits, _ := d.in.LimitsFor(ref.Kind, ref.Number)
	if limits.New == nil {
		return 0
	}
	return limits.New.Middle()
}

// fitPiston moves a bore's size to its own new piston, where that one has been measured; it says on what the size rests.
func (d *drafter) fitPiston(size *disposition.Size) string {
	limits, _ := d.in.LimitsFor(inspection.Cylinder, size.Feature.Number)
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

// NewPart is the state of a part that was bought.
const NewPart = "new_part"

func (d *drafter) housings(s *Sheet, one Decided) {
	state, what := "after_line_hone", "Line-hone to"
	if one.Set.Set == disposition.RodHousings {
		state, what = "after_resize", "Resize to"
	}
	deepest := unit.Length(0)
	for _, f := range d.members(kinds[one.Set.Set]) {
		ref := disposition.Ref{Kind: f.Kind, Number: f.Number}
		limits, _ := d.in.LimitsFor(f.Kind, f.Number)
		l := line(ref, state, what)
		if limits.New != nil {
			l.Min, l.Max = ptr(limits.New.Min), ptr(limits.New.Max)
			deepest = max(deepest, *f.Max-limits.New.Max)
			if limits.OutOfRoundMax != nil && f.Oval != nil && *f.Max > limits.New.Max {
				l.Note = "across the parting line up to " + d.show(limits.New.Max+*limits.OutOfRoundMax) + " is accepted"
			}
		}
		s.Lines = append(s.Lines, l)
	}
	cut := max(0, deepest) + d.in.Policy.LineHoneStock
	s.note(fmt.Sprintf("Cut the caps by %s at most; caps, bolts and studs torqued as in service. The centre moves by about half the cut.", d.show(cut)))
}

func (d *drafter) deck(s *Sheet, one Decided) {
	limits, _ := d.in.LimitsFor(inspection.Deck, 0)
	for _, kind := range []inspection.Kind{inspection.Deck, inspection.DeckHeights} {
		for _, i := range d.in.Members(kind) {
			l := line(disposition.Ref{Kind: kind, Number: max(1, d.in.Features[i].Number)}, "after_skim", "Skim "+d.show(one.Option.Step)+" off; flat within")
			l.Most = limits.Max
			s.Lines = append(s.Lines, l)
		}
	}
	s.note("Take the same off both banks of a V. Pistons then stand higher: measure the protrusion before the gasket is chosen.")
}

func (d *drafter) rings(s *Sheet) {
	for _, a := range disposition.BuildOf(d.in, d.result.Features).Rings {
		l := Line{Key: fmt.Sprintf("ring/%d/%s", a.Cylinder, a.Ring), Title: fmt.Sprintf("Cylinder %d, %s ring", a.Cylinder, a.Ring), What: "Leave it"}
		if a.File > 0 {
			l.What, l.Note = "File "+d.show(a.File)+" off one end", "to a gap of "+d.show(a.Target)
		}
		s.Lines = append(s.Lines, l)
	}
	s.note("File one end only, square; deburr; try each ring squared in its own bore.")
}

// balance asks for the least metal that brings all rods to the lightest, where the rods were weighed and stay.
func (d *drafter) balance(decided []Decided) {
	pairing := disposition.BuildOf(d.in, d.result.Features).Pairing
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
		s.Lines = append(s.Lines, Line{Key: fmt.Sprintf("rod/%d", pairing.Rods[i]), Title: fmt.Sprintf("Rod %d", pairing.Rods[i]),
			What: fmt.Sprintf("Take off %s g", unit.Length(metal).Format(unit.MM)), Note: "to the lightest of the set"})
	}
}

// balanceFrom is the metal below which a rod is left alone: 1 g, common practice.
const balanceFrom = int64(unit.Millimetre)
