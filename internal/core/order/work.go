package order

import (
	"fmt"
	"slices"

	"ledge/internal/core/disposition"
	"ledge/internal/core/engine"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

func (d *drafter) journals(s *Sheet, one Decided) {
	switch one.Option.Action {
	case disposition.Grind:
		for _, size := range one.Option.Sizes {
			l := keep(size, "after_grind")
			if !size.Kept {
				l = line(size.Feature, "after_grind", DoGrind)
				least, most := d.within(one, size)
				l.Min, l.Max = &least, &most
				if one.Set.Set != part.CamJournals {
					l.Why = restsOn(one.Option, size)
				}
			}
			s.Lines = append(s.Lines, l)
		}
		oneRange(s.Lines[len(s.Lines)-len(one.Option.Sizes):], one.Option.Sizes)
		if one.Set.Set == part.CamJournals {
			s.note(say.New("sheet").As("camshaft"))
			return
		}
		s.note(say.New("sheet").As("grind"))
		if one.Option.Method == disposition.Straighten {
			s.note(say.New("sheet").As("straighten"))
		}
	case disposition.Replace: // built up
		s.note(say.New("sheet").As("build_up"))
	case disposition.Polish:
		for _, each := range disposition.Polished(d.in, d.result, one.Set.Set, &one.Option) {
			if each.Finished == nil { // it has no room for a polish
				continue
			}
			l := line(each.Feature, "after_polish", DoPolish)
			l.Min, l.Max = &each.Finished.Min, &each.Finished.Max
			s.Lines = append(s.Lines, l)
		}
		s.note(say.New("sheet").As("polish"))
	}
	if one.Set.Set != part.CamJournals {
		s.note(say.New("sheet").As("thrust"))
	}
}

// OnBearing is the form of what a ground size rests on where the bearing of that step was measured, OnWalls where
// it is calculated from new shells, and NoBearing where it is neither.
const (
	OnBearing = "bearing"
	OnWalls   = "walls"
	NoBearing = "no_bearing"
)

// restsOn says what a ground size rests on: the clearance that it gives in its own bearings, as they were measured, or
// the maker's figures alone.
func restsOn(o disposition.Option, size disposition.FinishedSize) *say.Reason {
	why := say.New("line").As("no_bearing")
	var plays []unit.Length
	walls := false
	for _, after := range o.Clearances {
		if after.Feature == size.Feature {
			plays = append(plays, after.Clearance.Min, after.Clearance.Max)
			walls = walls || after.Walls
		}
	}
	if len(plays) > 0 {
		least, most := slices.Min(plays), slices.Max(plays)
		why = say.New("line", say.Range("bearing", size.Size+least, size.Size+most), say.Length("size", size.Size),
			say.Range("clearance", least, most)).As("bearing")
		if walls {
			why = why.As("walls")
		}
	}
	return &why
}

// oneRange gives journals of one size one range, in which every one of them runs within its window:
// the grinder sets up once.
func oneRange(lines []Line, sizes []disposition.FinishedSize) {
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
			l = line(size.Feature, state, DoBore)
			if size.Sleeved {
				l.Work = DoSleeve
			}
			if l.Why = d.fitPiston(&size); l.Why == nil {
				s.note(say.New("sheet").As("no_piston"))
			}
			least, most := d.within(one, size)
			l.Min, l.Max, l.Rough = &least, &most, ptr(size.Size-d.in.Policy.HoneStock)
			l.Play, l.MateNew = disposition.NewPlay(d.in, size.Feature), true
		}
		s.Lines = append(s.Lines, l)
	}
	if one.Option.Action == disposition.Sleeve {
		// The others stay, and are honed for their rings.
		for _, size := range disposition.Hones(d.in, d.result) {
			if !sized[size.Feature.Number] {
				s.Lines = append(s.Lines, d.honed(size))
			}
		}
	}
	if one.Option.Action != disposition.Hone {
		s.note(say.New("sheet", say.Length("stock", d.in.Policy.HoneStock)).As("rough"))
	}
	s.note(say.New("sheet").As("deck_plate"))
}

// honed is the line of a bore that is honed within its window.
func (d *drafter) honed(size disposition.FinishedSize) Line {
	l := line(size.Feature, "after_hone", DoHone)
	l.Min, l.Max, l.Play, l.MateNew = ptr(size.Window.Min), ptr(size.Window.Max), size.Play, size.MateNew
	if size.Play != nil {
		why := say.New("line", say.Length("aim", size.Size),
			say.Range("play", size.Play.Min, size.Play.Max)).As("hone")
		l.Why = &why
	}
	return l
}

// fitPiston moves a bore's size to its own new piston, where that one has been measured; it says on
// what the size rests, nil where on none.
func (d *drafter) fitPiston(size *disposition.FinishedSize) *say.Reason {
	skirt, measured := d.pistons[size.Feature.Number]
	if !measured || !disposition.FitPiston(d.in, size, skirt) {
		return nil
	}
	why := say.New("line", say.Length("piston", skirt), say.Length("clearance", size.Size-skirt)).As("piston")
	return &why
}

func (d *drafter) housings(s *Sheet, one Decided) {
	state, work := "after_line_hone", DoLineHone
	if one.Set.Set == part.RodHousings {
		state, work = "after_resize", DoResize
	}
	first := len(s.Lines)
	deepest := unit.Length(0)
	for _, f := range d.members(one.Set.Set.Row().Member) {
		ref := disposition.Ref{Kind: f.Kind, Number: f.Number}
		if slices.ContainsFunc(one.Option.Each, func(t disposition.Treatment) bool {
			return t.Feature == ref && t.Action != disposition.Resize
		}) {
			continue
		}
		limits, _ := d.in.LimitsFor(f.Kind, f.Number)
		l := line(ref, state, work)
		if limits.New != nil {
			l.Min, l.Max = ptr(limits.New.Min), ptr(limits.New.Max)
			deepest = max(deepest, disposition.CapCut(d.in, f, *limits.New))
			if width := disposition.WidthAcross(f); limits.OutOfRoundMax != nil && width > limits.New.Max {
				l.Across = ptr(limits.New.Max + *limits.OutOfRoundMax)
				// else it would not be round enough
				l.Min = ptr(min(limits.New.Max, max(limits.New.Min, width-*limits.OutOfRoundMax)))
				why := say.New("line", say.Length("across", *l.Across)).As("across")
				l.Why = &why
			}
		}
		s.Lines = append(s.Lines, l)
	}
	cut := deepest
	if one.Option.Cut != nil { // with what the line takes besides
		cut = *one.Option.Cut
	}
	for i := range s.Lines[first:] {
		s.Lines[first+i].Amount = &cut
	}
	if cut > 0 {
		s.note(say.New("sheet", say.Length("cut", cut), say.Length("by", unit.DivHalfEven(cut, 2))).As("caps"))
	}
	for _, r := range one.Option.Reasons {
		if r.Code == "carried" {
			s.note(r)
		}
	}
	d.alignment(s, one.Set.Set.Row())
}

// alignment asks for the line of a tunnel that was machined, by which its work is proved.
func (d *drafter) alignment(s *Sheet, set *part.SetRow) {
	limits, _ := d.in.LimitsFor(set.Member, 0)
	if limits.AlignmentMax == nil || len(set.Line) == 0 {
		return
	}
	kind := set.Line[len(set.Line)-1]
	for _, k := range slices.Backward(set.Line) {
		if len(d.in.Members(k)) > 0 {
			kind = k
		}
	}
	l := line(disposition.Ref{Kind: kind, Number: 1}, "after_line_hone", DoAlign)
	l.Most = limits.AlignmentMax
	s.Lines = append(s.Lines, l)
}

// lobes are ground anew, each that is out: by their lift, which the maker's data give.
func (d *drafter) lobes(s *Sheet, one Decided) {
	for _, t := range one.Option.Each {
		if t.Action == disposition.Grind {
			s.Lines = append(s.Lines, line(t.Feature, part.AfterGrind, DoRegrind))
		}
	}
	s.note(say.New("sheet").As("lobes"))
}

// bushes are pressed in, or reamed where they are: each to its own journal, or to the range of new ones.
func (d *drafter) bushes(s *Sheet, one Decided) {
	for _, t := range one.Option.Each {
		l := line(t.Feature, part.NewPart, DoBush)
		switch t.Action {
		case disposition.Replace:
		case disposition.Resize:
			l = line(t.Feature, part.AfterResize, DoReam)
		default:
			continue
		}
		window := t.Finished
		if limits, _ := d.in.LimitsFor(t.Feature.Kind, t.Feature.Number); window == nil {
			window = limits.New
		}
		if window != nil {
			l.Min, l.Max = ptr(window.Min), ptr(window.Max)
		}
		s.Lines = append(s.Lines, l)
	}
	s.note(say.New("sheet").As(string(one.Set.Set)))
}

func (d *drafter) deck(s *Sheet, one Decided) {
	set := one.Set.Set.Row()
	limits, _ := d.in.LimitsFor(set.Member, 0)
	for _, kind := range set.Kinds() {
		for _, i := range d.in.Members(kind) {
			l := line(disposition.Ref{Kind: kind, Number: max(1, d.in.Features[i].Number)}, "after_skim", DoSkim)
			l.Most, l.Amount = limits.Max, ptr(one.Option.Step)
			s.Lines = append(s.Lines, l)
		}
	}
	if d.in.Engine != nil && d.in.Engine.Arrangement != engine.Inline {
		s.note(say.New("sheet").As("banks"))
	}
	s.note(say.New("sheet").As("protrusion"))
}

func (d *drafter) rings(s *Sheet) {
	for _, a := range disposition.BuildOf(d.in, d.result).Rings {
		named := say.New("line", say.Number("cylinder", a.Cylinder), say.Word("ring", "ring", a.Ring)).As("ring")
		l := Line{Key: fmt.Sprintf("ring/%d/%s", a.Cylinder, a.Ring), Work: DoKeep, Named: &named}
		if a.File > 0 {
			why := say.New("line", say.Length("gap", a.Target)).As("gap")
			l.Work, l.Amount, l.Why = DoFile, ptr(a.File), &why
		}
		s.Lines = append(s.Lines, l)
	}
	s.note(say.New("sheet").As("rings"))
}

// balance asks for the least metal, at its end, that brings the rods within the tolerance, where they were weighed.
func (d *drafter) balance(decided []Decided) {
	pairing := disposition.BuildOf(d.in, d.result).Pairing
	if pairing == nil || len(decided) == 0 {
		return
	}
	var s *Sheet
	for i, rod := range pairing.Rods {
		for _, end := range []struct {
			name  string
			metal unit.Mass
		}{{"big_end", pairing.BigEnds[i]}, {"small_end", pairing.SmallEnds[i]}} {
			if end.metal == 0 {
				continue
			}
			if s == nil {
				s = d.sheet(Balance)
				s.note(say.New("sheet").As("balance"))
			}
			named := say.New("line", say.Number("rod", rod), say.Word("end", "end", end.name)).As("rod_end")
			why := say.New("line").As("lightest")
			s.Lines = append(s.Lines, Line{Key: fmt.Sprintf("rod/%d/%s", rod, end.name), Work: DoLighten,
				Component: d.rods(), Metal: ptr(end.metal), Named: &named, Why: &why})
		}
	}
}

// rods is the tag of the rods that were weighed.
func (d *drafter) rods() string {
	for _, kind := range part.RodSet.Row().With {
		for _, i := range d.in.Members(kind) {
			if kind.Quantity() == part.Weight {
				return d.in.Features[i].Component
			}
		}
	}
	return ""
}
