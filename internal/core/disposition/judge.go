package disposition

import (
	"slices"

	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/say"
)

// judge gathers what stands against a set from its members' checks, their looks and the checks of the
// set. What a gauge leaves open is decided plainly, by the value alone, and noted. Clearances are left
// to judgeFits.
func judge(s *subject) (j judgement) {
	if s.mixed {
		for _, m := range s.members {
			if m.finding.Measured() {
				class := say.Class("class", m.finding.Class())
				j.causes = append(j.causes, say.Of("mixed_set", m.ref, class).As("part"))
			}
		}
	}
	for i := range s.members {
		m := &s.members[i]
		for _, c := range m.finding.Checks {
			if c.Name != limit.CheckClearance && !m.finding.Stale {
				j.weigh(s, m, c, s.doubtful(m, c))
			}
		}
		if m.finding.Look.WorseThan(inspection.Marked) {
			j.clear = true
			j.causes = append(j.causes, say.Of("look", m.ref, say.Word("look", "look", m.finding.Look)))
		}
		if m.cracked() {
			j.cracks = append(j.cracks, say.Of("cracked", m.ref))
		} else if m.softened() {
			j.cracks = append(j.cracks, say.Of("softened", m.ref))
		}
	}
	for _, c := range s.checks {
		j.weigh(s, nil, c, c.Verdict == limit.Unsure && !s.supposed)
	}
	return j
}

// cracked reports whether any of what no work mends is a crack.
func (j judgement) cracked() bool {
	return slices.ContainsFunc(j.cracks, func(r Reason) bool { return r.Code == "cracked" })
}

// crackTest is what clears a crack, where there is one.
func (j judgement) crackTest() []Reason {
	if !j.cracked() {
		return nil
	}
	return []Reason{say.New("crack_test")}
}

// judgeParts is judge with the cracks last among what stands against a set.
func judgeParts(s *subject) judgement {
	j := judge(s)
	j.causes = slices.Concat(j.causes, j.cracks)
	return j
}

// judgeFits gathers the fits that are out of their windows or unsure as found.
func (j *judgement) judgeFits(s *subject) {
	for _, f := range s.used() {
		switch {
		case f.Verdict == limit.Within, f.Verdict == limit.NoLimit:
		case !f.insideWindow():
			j.clear = j.clear || f.Verdict == limit.Beyond
			j.open = j.open || f.Verdict == limit.Unsure
			j.fitsOut = append(j.fitsOut, fitReason("fit_out", f, f.Clearance))
		default: // too near to call, and inside
			j.open = true
		}
	}
}

// doubtful reports whether a check lies too near its limit for its gauge to call.
func (s *subject) doubtful(m *member, c limit.Check) bool {
	if s.supposed {
		return false
	}
	if s.in.Coarse(m.feature, c).Undecidable {
		return true
	}
	if c.Verdict != limit.Unsure {
		return false
	}
	if !s.in.Policy.Confirm {
		return true
	}
	standing, _ := s.in.Confirm(m.feature, m.finding, c)
	return standing == inspection.Open
}

// weigh takes a check of a member, or of the set where that is nil, among the causes where it is beyond its limit.
func (j *judgement) weigh(s *subject, m *member, c limit.Check, doubtful bool) {
	if doubtful {
		j.open = true
	}
	stands := c.Limit != nil && c.Verdict != limit.NoLimit && c.Margin() < 0
	if !stands && !(doubtful && c.Verdict == limit.Unsure) {
		return
	}
	if stands && !doubtful {
		j.clear = true
	}
	r := Reason{Args: []say.Arg{say.Word("check", "check", c.Name),
		say.Apart("value", c.Value, *c.Limit), say.Apart("limit", *c.Limit, c.Value)}}
	if m != nil {
		r.Feature = &m.ref
	} else {
		r = r.And(s.name("part"))
	}
	if c.Verdict == limit.Beyond {
		r.Code, r.Form = beyondCode+string(c.Name), "above"
		if c.AtLeast {
			r.Form = "below"
		}
		if c.Source != "" {
			r = r.And(say.Word("source", "source", c.Source))
		}
		j.causes = append(j.causes, r)
		return
	}
	r.Code = unsureCode + string(c.Name)
	r = r.And(say.Length("u", c.U), say.Number("chance", int(100**c.Chance+0.5)))
	if m != nil {
		r = r.And(say.Then("then", s.in.Settle(m.feature, c)))
	}
	if stands {
		j.causes = append(j.causes, r)
	} else {
		j.left = append(j.left, r)
	}
}

// within says which checks of a set were made and lie within: no more than was checked.
func (s *subject) within(names ...limit.CheckName) Reason {
	var made []string
	for _, name := range names {
		passes := func(c limit.Check) bool { return c.Name == name && c.Verdict == limit.Within }
		if slices.ContainsFunc(s.checks, passes) || slices.ContainsFunc(s.members, func(m member) bool {
			return !m.finding.Stale && slices.ContainsFunc(m.finding.Checks, passes)
		}) {
			made = append(made, string(name))
		}
	}
	if len(made) == 0 {
		return say.New("within", s.name("set")).As("none")
	}
	return say.New("within", s.name("set"), say.Words("checks", "check", made...))
}

// bent reports whether any runout is beyond its limit.
func (s *subject) bent() bool {
	return slices.ContainsFunc(s.members, func(m member) bool {
		c := m.finding.Check(limit.CheckRunout)
		return c != nil && c.Verdict == limit.Beyond
	})
}
