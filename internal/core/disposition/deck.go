package disposition

import (
	"slices"

	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// Decks are one set, since banks share a gasket grade and a compression: they are left, skimmed the
// least that cleans, or the block is replaced. Gaps by straight edge and heights by indicator count
// alike.

func gatherDeck(s *scene, name part.Set) *subject {
	sub := s.bare(name)
	if !sub.limited || sub.limits.Max == nil {
		return nil
	}
	sub.addUnnumbered()
	if len(sub.members) == 0 {
		return nil
	}
	return sub
}

// addUnnumbered adds members whose first stands for all: they have the limits of the set.
func (s *subject) addUnnumbered() {
	for _, kind := range s.row.Kinds() {
		from := len(s.members)
		s.addMembers(kind)
		for i := range s.members[from:] {
			m := &s.members[from+i]
			m.ref.Number, m.limits = max(1, m.ref.Number), s.limits
		}
	}
}

func offerDeck(j judged) []Option {
	all := offers{asIs(Way{}, j.causes)}
	all.add(j.skim())
	all.add(anew(say.New("replace").As("deck")))
	return all
}

// skim takes off the least that cleans: the deepest gap, the damage below it, and a cut that cleans; where the allowed
// total and the pistons' height permit. A deck that is flat but scored takes a cleaning cut.
func (j judged) skim() Option {
	var gap, damage unit.Length
	for _, m := range j.members {
		if m.finding.Largest != nil {
			gap = max(gap, *m.finding.Largest)
		}
		for _, line := range m.feature.List.Lines {
			if line.Depth != nil {
				damage = max(damage, *line.Depth)
			}
		}
	}
	depth := gap + damage + j.in.Policy.SkimStock
	o := attempt(Way{Action: Skim, Step: depth})
	o.Feasible, o.Reasons = len(j.cracks) == 0 && depth > 0, slices.Clone(j.cracks)
	if gap <= *j.limits.Max && slices.ContainsFunc(j.members,
		func(m member) bool { return m.finding.Look.WorseThan(inspection.Marked) }) {
		o.Method = CleanCut
	}
	if most := j.limits.SkimMax; most != nil && depth > *most {
		o.refuse(say.New("skim_max", say.Apart("depth", depth, *most), say.Apart("limit", *most, depth)))
	}
	var stand []Reason // the pistons then
	for _, i := range j.in.Members(j.row.Tops) {
		f := &j.findings[i]
		limits := j.limitsOf(refOf(f))
		most := limits.Max
		if most == nil && limits.New != nil {
			most = &limits.New.Max
		}
		if f.Stale || f.Max == nil || most == nil {
			continue
		}
		height := *f.Max + depth + j.raised()
		if height <= *most {
			stand = append(stand, say.Of("carried", refOf(f), say.Number("number", f.Number),
				say.Length("from", *f.Max), say.Length("to", height)))
			continue
		}
		o.refuse(say.Of("protrusion", refOf(f), say.Number("number", f.Number),
			say.Apart("height", height, *most), say.Apart("limit", *most, height)))
	}
	if o.Feasible {
		o.Reasons = append([]Reason{say.New("skim", say.Length("depth", depth))}, stand...)
	}
	return o
}

func chooseDeck(j judged, options []Option) choice {
	if len(j.cracks) > 0 {
		return choice{Way: Way{Action: Replace}}
	}
	if c, ok := j.early(); ok {
		return c
	}
	return take(first(options, func(Option) bool { return true }))
}

func explainDeck(j judged, options []Option, c choice) (r remarks) {
	if len(j.cracks) > 0 {
		r.say(j.cracks...)
		r.say(j.crackTest()...)
	}
	if c.option == nil {
		return r
	}
	r.say(j.causes...)
	if c.Action == Reuse {
		r.say(say.New("within", say.Length("limit", *j.limits.Max)).As("deck"))
		r.say(j.protruding()...)
	} else { // skimmed, or why that does not serve
		r.say(options[slices.IndexFunc(options, func(o Option) bool { return o.Action == Skim })].Reasons...)
	}
	return r
}

// protruding says which pistons stand outside their range at the top: the deck is where that is put right, or the
// gasket.
func (s *subject) protruding() (reasons []Reason) {
	for _, i := range s.in.Members(s.row.Tops) {
		f := &s.findings[i]
		for _, c := range f.Checks {
			height := c.Value + s.raised()
			out := c.Limit != nil && (c.AtLeast && height < *c.Limit || !c.AtLeast && height > *c.Limit)
			if (out || s.raised() == 0 && c.Verdict == limit.Beyond) && !f.Stale {
				reasons = append(reasons, say.Of("protrudes", refOf(f), say.Number("number", f.Number),
					say.Apart("height", height, *c.Limit), say.Apart("limit", *c.Limit, height)))
			}
		}
	}
	return reasons
}
