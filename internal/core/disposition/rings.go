package disposition

import (
	"slices"

	"ledge/internal/core/fit"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// A RingAdvice is what to do about one ring's end gap.
type RingAdvice struct {
	Cylinder int    `json:"cylinder"`
	Ring     string `json:"ring"`
	// Gap is as it will be: where the bore is honed it is wider than Measured, which is nil where both are one.
	Gap      unit.Length  `json:"gap"`
	Measured *unit.Length `json:"measured,omitempty"`
	Target   unit.Length  `json:"target"`
	// Least and Most bound the gap; Most is nil where nothing does.
	Least unit.Length  `json:"least"`
	Most  *unit.Length `json:"most,omitempty"`
	// File is how much to take off one end; 0 where nothing is to be filed.
	File unit.Length `json:"file"`
	// TooWide tells that only another ring helps.
	TooWide bool     `json:"too_wide"`
	Says    []Reason `json:"says"`
}

// reason says of a ring's gap what is to be done about it.
func (a RingAdvice) reason(code string, ref Ref) Reason {
	r := say.Of(code, ref, say.Number("cylinder", a.Cylinder), say.Word("ring", "ring", a.Ring),
		say.Length("gap", a.Gap), say.Then("then", a.Says...))
	if a.Measured != nil {
		r = r.And(say.Length("measured", *a.Measured)).As("honed")
	}
	return r
}

// Rings are decided from their end gaps: they are fitted, the tight ones filed, or another size is
// bought where one gaps too wide.

func gatherRings(s *scene, name part.Set) *subject {
	sub := s.gatherOf(name)
	if sub == nil || !sub.limited {
		return nil
	}
	sub.rings = s.ringAdvice()
	return sub
}

// gaps are those of the rings that are tight, and of those that only other rings help. Gaps that were measured in bores
// that are bored since say nothing of the new rings.
func (s *subject) gaps() (tight, wide []Reason) {
	if step, bored := s.bored(); bored {
		return nil, []Reason{say.New("bored", say.Step("step", step)).As("rings")}
	}
	for _, a := range s.rings {
		ref := Ref{Kind: s.row.Member, Number: a.Cylinder}
		switch {
		case a.TooWide:
			wide = append(wide, a.reason("gap_wide", ref))
		case a.File > 0:
			tight = append(tight, a.reason("gap_tight", ref))
		}
	}
	return tight, wide
}

func offerRings(j judged) []Option {
	tight, wide := j.gaps()
	all := offers{asIs(Way{}, slices.Concat(tight, wide))}
	all.add(Option{Way: Way{Action: Resize}, Feasible: len(wide) == 0 && len(tight) > 0, Reasons: wide})
	all.add(anew(say.New("replace").As("rings")))
	return all
}

func chooseRings(j judged, options []Option) choice {
	if c, ok := j.early(); ok {
		return c
	}
	return take(first(options, func(Option) bool { return true }))
}

func explainRings(j judged, _ []Option, c choice) (r remarks) {
	if c.option == nil {
		return r
	}
	tight, wide := j.gaps()
	r.say(wide...)
	r.say(tight...)
	if c.Action != Reuse {
		return r
	}
	within := say.New("within").As("rings")
	if slices.ContainsFunc(j.rings, func(a RingAdvice) bool { return a.Measured != nil }) {
		within = within.As("rings_honed")
	}
	r.say(within)
	return r
}

var ringNames = []string{"top", "second", "oil"}

// rings says of each measured gap what to do. The target is the middle of the range where one is
// entered, else the rule of thumb.
func (s *scene) ringAdvice() []RingAdvice {
	advice := []RingAdvice{}
	if _, bored := s.bored(); bored {
		return advice // the old rings do not go into the new bores
	}
	gaps := part.Rings.Row().Member
	for _, i := range s.in.Members(gaps) {
		f := &s.in.Features[i]
		limits := s.limitsOf(Ref{Kind: gaps, Number: f.Number})
		least, most := unit.Length(0), (*unit.Length)(nil)
		target, thumb := unit.Length(0), true
		switch {
		case limits.New != nil || limits.Rings != nil:
			thumb = false
		default:
			bore, ok := s.in.Latest(gaps.Row().In[0], f.Number)
			if !ok || s.findings[bore].Mean == nil {
				continue
			}
			target = fit.RingGap(*s.findings[bore].Mean)
			least = target
		}
		if limits.Max != nil {
			most = limits.Max
		}
		growth := unit.Length(0) // a bore that is honed opens the gaps of its rings
		if bore, ok := s.in.Latest(gaps.Row().In[0], f.Number); ok && s.findings[bore].Mean != nil {
			growth = fit.GapChange(s.finished(&s.findings[bore]) - *s.findings[bore].Mean)
		}
		for n, read := range f.List.Readings {
			gap := read + growth
			if own := limits.RangeOf(n); !thumb && own != nil {
				target, least, most = own.Middle(), own.Min, &own.Max
				if limits.Max != nil && own == limits.New {
					most = limits.Max
				}
			} else if !thumb {
				continue
			}
			a := RingAdvice{Cylinder: f.Number, Gap: gap, Target: target, Least: least, Most: most, Ring: "ring"}
			if growth != 0 {
				a.Measured = &read
			}
			if n < len(ringNames) {
				a.Ring = ringNames[n]
			}
			switch {
			case gap < least:
				a.File = target - gap
				a.Says = []Reason{say.New("ring", say.Length("file", a.File)).As("file")}
			case most != nil && gap > *most:
				a.TooWide = true
				a.Says = []Reason{say.New("ring", say.Length("limit", *most)).As("wide")}
			default:
				a.Says = []Reason{say.New("ring").As("leave")}
			}
			if thumb {
				a.Says = append(a.Says, say.New("ring").As("thumb"))
			}
			advice = append(advice, a)
		}
	}
	s.crossCheck(advice)
	return advice
}

// crossCheck holds the gaps of the rings of one place against each other: like rings gap wider by π
// times what their bore is wider. One that lies further off than a bore misread by 0.001 in / 0.025
// mm would explain tells of another ring, or of a bore measured wrong. Common practice; it takes
// three cylinders.
func (s *scene) crossCheck(advice []RingAdvice) {
	slack := fit.GapChange(s.in.Unit.Pick(unit.Thou, 25*unit.Micrometre))
	for _, ring := range ringNames {
		var at []int
		var off []unit.Length
		for i, a := range advice {
			bore, ok := s.in.Latest(part.Cylinders.Row().Member, a.Cylinder)
			if a.Ring == ring && ok && s.findings[bore].Mean != nil {
				at, off = append(at, i), append(off, a.Gap-fit.GapChange(*s.findings[bore].Mean))
			}
		}
		if len(at) < 3 {
			continue
		}
		middle := slices.Sorted(slices.Values(off))[len(off)/2]
		for n, i := range at {
			if d := off[n] - middle; d.Abs() > slack {
				cross := say.New("ring", say.Length("by", d.Abs())).As("wider_than_bore")
				if d < 0 {
					cross.Form = "narrower_than_bore"
				}
				advice[i].Says = append(advice[i].Says, cross)
			}
		}
	}
}
