package disposition

import (
	"slices"

	"ledge/internal/core/inspection"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
)

// Pistons with their grooves and pin bores, pins, rods and the lobes of a camshaft are kept or bought
// one by one, or mended where that serves. Rods are judged here by what is not their big end.

// gatherAny is a set whose parts are members of several kinds, with or without limits; nil without any.
func (s *scene) gatherAny(name part.Set) *subject {
	sub := s.gatherOf(name)
	if sub == nil {
		sub = s.bare(name)
	}
	for _, kind := range sub.row.With {
		sub.addMembers(kind)
	}
	if len(sub.members) == 0 {
		return nil
	}
	sub.byNumber = true
	return sub
}

// gatherParts is a set of which any kind that was measured has limits: the smaller things are decided without the
// larger being known.
func gatherParts(s *scene, name part.Set) *subject {
	sub := s.gatherAny(name)
	if sub == nil || !slices.ContainsFunc(sub.members, func(m member) bool {
		_, limited := s.in.LimitsAt(m.ref.Kind, 0)
		return limited
	}) {
		return nil
	}
	return sub
}

// gatherLobes are decided by their lift and by eye: a lobe that is scored is worn out whatever its lift, with limits or
// without.
func gatherLobes(s *scene, name part.Set) *subject {
	sub := s.gatherAny(name)
	if sub == nil || !sub.limited && !slices.ContainsFunc(sub.members, func(m member) bool {
		return m.finding.Look.WorseThan(inspection.Marked)
	}) {
		return nil
	}
	return sub
}

// gatherPistons are bought with the bores that are bored, or honed for new ones.
func gatherPistons(s *scene, name part.Set) *subject {
	sub := gatherParts(s, name)
	if sub == nil {
		return nil
	}
	_, sub.all = s.bored()
	for _, size := range s.honed() {
		if size.MateNew {
			sub.bought = append(sub.bought, size.Feature.Number)
		}
	}
	return sub
}

func judgePistons(s *subject) judgement {
	var bought []Reason
	if step, bored := s.bored(); bored {
		bought = append(bought, say.New("bored", say.Step("step", step)))
	}
	for _, number := range s.bought {
		bought = append(bought, say.Of("piston_worn", Ref{Kind: s.row.Member, Number: number}))
	}
	j := judgeParts(s)
	j.causes = append(bought, j.causes...)
	return j
}

func offerParts(j judged) []Option {
	set := string(j.row.Set)
	all := offers{asIs(Way{}, j.causes)}
	if j.row.Mended != "" && len(j.causes) > 0 {
		mended := attempt(Way{Action: Resize})
		mended.Each, mended.Reasons = j.eachPart(), []Reason{say.New("mend").As(set)}
		for _, m := range j.members {
			if m.standing() && m.ref.Kind != j.row.Mended {
				mended.refuse(say.Of("no_mend", m.ref))
			}
		}
		all.add(mended)
	}
	replaced := anew(say.New("replace").As(set))
	replaced.Each = j.eachPart()
	all.add(replaced)
	return all
}

// offerLobes lists a regrind beside another camshaft: it gives the lift back on a smaller base circle, which the valve
// gear has to take up.
func offerLobes(j judged) []Option {
	all := offers(offerParts(j))
	if len(j.causes) > 0 {
		reground := attempt(Way{Action: Grind})
		reground.Reasons = []Reason{say.New("regrind")}
		for _, crack := range j.cracks {
			reground.refuse(crack)
		}
		reground.Each = j.eachPart()
		for i := range reground.Each {
			if reground.Each[i].Action == Replace {
				reground.Each[i].Action = Grind
			}
		}
		all.add(reground)
	}
	return all
}

func chooseParts(j judged, options []Option) choice {
	if len(j.cracks) > 0 {
		return choice{Way: Way{Action: Replace}, because: j.causes}
	}
	if c, ok := j.early(); ok {
		return c
	}
	return take(first(options, func(Option) bool { return true }))
}

func explainParts(j judged, _ []Option, c choice) (r remarks) {
	if c.option == nil {
		return r
	}
	r.say(j.causes...)
	if c.Action == Reuse {
		r.say(say.New("within").As(string(j.row.Set)))
	} else {
		r.say(c.option.Reasons...)
	}
	return r
}
