package disposition

import (
	"maps"
	"slices"

	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
)

// A question is what is asked about one value before anything is cut, with what its answers would make of the set.
type question struct {
	asks   []Ask
	reason Reason
	// doubt is what is said where no answer would change anything.
	doubt Reason
	// good puts a set as it would be with the value within, as at its limit; bad with it beyond.
	good, bad func(*subject)
}

// matters parts questions into those of which some answer could change what is done with the set, and the others. A
// question matters if, with all others answered well or with all others answered badly, its own answers give different
// decisions.
func (r rule) matters(s *subject, all []question) (kept, idle []question) {
	decide := func(bad func(i int) bool) outcome {
		sub := s.supposing()
		for i := range all {
			if bad(i) {
				all[i].bad(sub)
			} else {
				all[i].good(sub)
			}
		}
		return r.outcome(sub)
	}
	good, bad := decide(func(int) bool { return false }), decide(func(int) bool { return true })
	for i := range all {
		differs := false
		if len(all) == 1 {
			differs = !good.same(bad)
		} else {
			differs = !good.same(decide(func(n int) bool { return n == i })) ||
				!bad.same(decide(func(n int) bool { return n != i }))
		}
		if differs {
			kept = append(kept, all[i])
		} else {
			idle = append(idle, all[i])
		}
	}
	return kept, idle
}

// idleTest reports whether a test is asked for that changes nothing, however it comes out.
func (r rule) idleTest(s *subject, a Ask) bool {
	i := slices.IndexFunc(s.members, func(m member) bool { return m.ref == a.Feature })
	if a.What != AskTest || i < 0 {
		return false
	}
	_, idle := r.matters(s, []question{{
		good: func(s *subject) { s.supposeTested(i, true) }, bad: func(s *subject) { s.supposeTested(i, false) }}})
	return len(idle) > 0
}

// supposeTested puts a member through both tests; where it fails, it is the hardness that it lost.
func (s *subject) supposeTested(member int, passed bool) {
	m := &s.members[member]
	f := *m.feature
	f.Tests = append(slices.Clip(f.Tests), inspection.Test{What: inspection.TestCrack, Passed: true},
		inspection.Test{What: inspection.TestHardness, Passed: passed})
	m.feature = &f
}

// An outcome is what a decision does: to the set, and to each of its parts.
type outcome struct {
	Way
	members []Treatment
	// known is how many measured clearances let a set stay: with none of them it stays on a prediction.
	known int
}

func (o outcome) same(other outcome) bool {
	return o.Way == other.Way && o.known == other.known && slices.EqualFunc(o.members, other.members, Treatment.same)
}

func (t Treatment) same(other Treatment) bool {
	sameRange := func(a, b *limit.Range) bool { return a == b || a != nil && b != nil && *a == *b }
	cut := t.Cut == other.Cut || t.Cut != nil && other.Cut != nil && *t.Cut == *other.Cut
	return t.Feature == other.Feature && t.Action == other.Action && t.Step == other.Step && t.Shell == other.Shell &&
		cut && sameRange(t.Finished, other.Finished)
}

// outcome decides a set that is supposed to be as it is said, without saying why.
func (r rule) outcome(s *subject) outcome {
	j := judged{s, r.judge(s)}
	options := r.offer(j)
	c := r.choose(j, options)
	set := Set{Set: s.row.Set, Way: c.Way, SizeClass: s.class, Ladder: s.ladder, Options: options}
	out := outcome{Way: c.Way, members: s.treatments(&set)}
	for _, f := range s.used() {
		if c.Action.keeps() && f.Basis != BasisPredicted {
			out.known++
		}
	}
	return out
}

// supposing is a copy of a set of which every value is taken as it stands, and nothing is asked any more.
func (s *subject) supposing() *subject {
	sub := *s
	sub.supposed, sub.waits = true, nil
	sub.members, sub.ladder, sub.checks = slices.Clone(s.members), slices.Clone(s.ladder), slices.Clone(s.checks)
	sub.bends = maps.Clone(s.bends)
	return &sub
}

// suppose puts a check of a member within, as at its limit, or beyond: by what was read, but by no less than its
// uncertainty. The sizes that the check is of follow.
func (s *subject) suppose(member int, name limit.CheckName, beyond bool) {
	m := &s.members[member]
	f := *m.finding
	f.Checks = slices.Clone(f.Checks)
	c := f.Check(name)
	if c == nil || c.Limit == nil {
		return
	}
	c.Answer(beyond)
	switch shaft := m.ref.Kind.Shaft(); {
	case name == limit.CheckWear && f.Wear != nil:
		wear := *f.Wear
		wear.Max = c.Value
		wear.Min = min(wear.Min, wear.Max)
		f.Wear = &wear
		if size := wear.Reference - wear.Max; shaft {
			f.Min = &size
		} else if size = wear.Reference + wear.Max; !shaft {
			f.Max = &size
		}
	case name == limit.CheckSizeLow:
		size := c.Value
		f.Min = &size
	case name == limit.CheckSizeHigh:
		size := c.Value
		f.Max = &size
	case name == limit.CheckRunout:
		if s.bends == nil {
			s.bends = bends{}
		}
		s.bends[m.ref.Number] = c.Value
	}
	m.finding = &f
	if s.rungs != nil && (name == limit.CheckWear || name == limit.CheckRunout) {
		s.ladder = s.rungs(s)
	}
}

// supposeAll puts several checks of a member within or beyond.
func (s *subject) supposeAll(member int, checks []limit.Check, beyond bool) {
	for _, c := range checks {
		s.suppose(member, c.Name, beyond)
	}
}

// supposeFit puts the n-th clearance of a member at the end of its window that it is nearest to leaving, or beyond it.
func (s *subject) supposeFit(member, n int, beyond bool) {
	m := &s.members[member]
	m.fits = slices.Clone(m.fits)
	f := *m.fits[n]
	tight, loose := f.Window.Min-f.Clearance.Min, f.Clearance.Max-f.Window.Max
	by := loose
	if tight > loose {
		by = -tight
	}
	f.Clearance, f.Verdict = f.Clearance.Plus(-by), limit.Within
	if beyond {
		excess := max(by.Abs(), f.twiceU())
		if by < 0 {
			excess = -excess
		}
		f.Clearance, f.Verdict = f.Clearance.Plus(excess), limit.Beyond
	}
	m.fits[n] = &f
}

// supposeCut takes the clearances in a housing out, as where it is machined: what is predicted stands in.
func (s *subject) supposeCut(housing Ref) {
	for i := range s.members {
		m := &s.members[i]
		joint := m.ref.Kind.Row().Joint
		if joint == nil || joint.Housing != housing.Kind {
			continue
		}
		var fits []*Fit
		for _, f := range m.fits {
			if f.Number != housing.Number || f.Basis == BasisPredicted {
				fits = append(fits, f)
				continue
			}
			for n := range s.fits {
				if other := &s.fits[n]; other.journal == m.ref && other.Number == f.Number &&
					other.Basis == BasisPredicted {
					fits = append(fits, other)
				}
			}
		}
		m.fits = fits
	}
}
