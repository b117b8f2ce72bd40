package disposition

import (
	"slices"

	"ledge/internal/core/fit"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// The end float is left, taken up by thicker thrust parts where they are on offer, or repaired.

func gatherThrust(s *scene, name part.Set) *subject {
	sub := s.bare(name)
	if !sub.limited || sub.limits.New == nil && sub.limits.Max == nil {
		return nil
	}
	sub.addUnnumbered()
	if len(sub.members) == 0 {
		return nil
	}
	return sub
}

// judgeThrust is judge alone: no crack is looked for.
func judgeThrust(s *subject) judgement {
	j := judge(s)
	j.cracks = nil
	return j
}

// tight reports whether the end float is below its range.
func (s *subject) tight() bool {
	low := s.members[0].finding.Check(limit.CheckEndFloatLow)
	return low != nil && low.Verdict == limit.Beyond
}

func offerThrust(j judged) []Option {
	all := offers{asIs(Way{}, j.causes)}
	finding := j.members[0].finding
	for _, shell := range fit.Shells(j.limits.Shells, false) { // the smallest change of end float first
		change := shell.Change
		if change == 0 {
			continue
		}
		parts := say.New("thrust_parts", say.Length("takes", change.Abs()))
		serves := finding.Mean != nil && j.floatFits(*finding.Mean+change)
		switch {
		case change > 0 && serves:
			parts = parts.As("thinner")
		case change > 0:
			parts = parts.As("thinner_outside")
		case !serves:
			parts = parts.As("outside")
		}
		all.add(Option{Way: Way{Action: Reuse, Shell: change}, Feasible: serves, Reasons: []Reason{parts}})
	}
	if j.tight() {
		all.add(Option{Way: Way{Action: Reuse, Method: Dress}, Feasible: true,
			Reasons: []Reason{say.New("thrust_dress")}})
	}
	all.add(anew(say.New("thrust_repair")))
	return all
}

// disagrees reports whether the float read otherwise once the crank was turned, or by feeler.
func (s *subject) disagrees() bool {
	return s.members[0].finding.Noted("turned", "feeler")
}

func chooseThrust(j judged, options []Option) choice {
	if c, ok := j.early(); ok {
		return c
	}
	if !j.cleaned() && (j.disagrees() || j.tight()) {
		return choice{Way: Way{Action: Remeasure},
			because: append(slices.Clip(j.causes), say.New("thrust_clean")),
			asks:    []Ask{{What: AskCells, Feature: j.members[0].ref}}}
	}
	c := take(first(options, func(o Option) bool { return o.Method == "" || o.Method == Dress }))
	c.provisional = j.disagrees() // asked once already
	return c
}

func explainThrust(j judged, _ []Option, c choice) (r remarks) {
	if c.option == nil {
		return r
	}
	if c.provisional {
		r.say(say.New("thrust_bend"))
	}
	r.say(j.causes...)
	r.say(c.option.Reasons...)
	if c.Way == (Way{Action: Reuse}) {
		r.say(say.New("within").As("thrust"))
	}
	return r
}

// cleaned reports whether the end play was measured again after it was cleaned, or a second time: nothing is asked
// twice.
func (s *subject) cleaned() bool {
	taken := 0
	for i := range s.in.Features {
		if f := &s.in.Features[i]; f.Kind == s.row.Member {
			taken++
			if f.State == part.AfterClean {
				return true
			}
		}
	}
	return taken > 1
}

func (s *subject) floatFits(float unit.Length) bool {
	if r := s.limits.New; r != nil {
		return float >= r.Min && float <= r.Max
	}
	return float > 0 && float <= *s.limits.Max
}
