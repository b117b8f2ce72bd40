package disposition

import (
	"iter"

	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// A member is one feature of a set in the state that decides.
type member struct {
	ref     Ref
	feature *inspection.Feature
	finding *inspection.Finding
	limits  *limit.Limits
	on      []int  // the numbers of what runs on it: a pin's rods, or itself
	fits    []*Fit // those that decide: one, or one for each rod of a shared pin; none where nothing is known
}

// fit is the one that decides where there is but one; nil without any.
func (m member) fit() *Fit {
	if len(m.fits) == 0 {
		return nil
	}
	return m.fits[0]
}

func (m member) cracked() bool { return m.finding.Look == inspection.Cracked }

// sound reports whether m's checks are within, where they have a limit, and it looks no worse than marked.
func (m member) sound() bool {
	for i := range m.finding.Checks {
		if v := m.finding.Checks[i].Verdict; v != limit.Within && v != limit.NoLimit {
			return false
		}
	}
	return !m.finding.Look.WorseThan(inspection.Marked)
}

// standing reports whether anything stands against leaving one member as it is.
func (m member) standing() bool { return !m.sound() || m.cracked() || m.softened() }

// tested reports whether a part came through the tests for cracks and for hardness.
func (m member) tested() bool {
	crack, _ := m.feature.Tested(inspection.TestCrack)
	hardness, _ := m.feature.Tested(inspection.TestHardness)
	return crack && hardness
}

// softened reports whether a part failed the test of its hardness: heat has drawn its temper, and it is replaced.
func (m member) softened() bool {
	passed, known := m.feature.Tested(inspection.TestHardness)
	return known && !passed
}

// A subject is a set to be decided, as it was found.
type subject struct {
	*scene
	row     *part.SetRow
	members []member
	limits  *limit.Limits // of the kind as a whole
	limited bool          // whether it has any
	// absent are members that the engine has and nobody measured, mates planned bearings that nobody touched though
	// others were read.
	absent, mates []Ref
	// class is the furthest of its members', mixed tells that they are of several.
	class unit.Length
	mixed bool
	// waits are housings that are asked about, whose fits count only when that is settled.
	waits []waited
	// ladder says at which size each member cleans up.
	ladder []Rung
	bend   *inspection.Bend
	rings  []RingAdvice
	// rungs makes the ladder, where there is one; bends are supposed runouts by their number.
	rungs func(*subject) []Rung
	bends bends
	// supposed tells that the set is as it would be with every question answered; stage is the first of the questions
	// that are still put.
	supposed bool
	stage    int
	// checks look at all members together; said is what is told before anything else.
	checks []limit.Check
	said   []Reason
	// byNumber tells that members of several kinds are one part where they have one number; of those all, or the
	// numbers in bought, are replaced.
	byNumber, all bool
	bought        []int
}

// bends are runouts by the number of their journal.
type bends map[int]unit.Length

// bare is a set without its members.
func (s *scene) bare(name part.Set) *subject {
	sub := &subject{scene: s, row: name.Row()}
	sub.limits, sub.limited = s.in.LimitsAt(sub.row.Member, 0)
	return sub
}

// gatherOf is a set with the members of its own kind; nil without any.
func (s *scene) gatherOf(name part.Set) *subject {
	for _, sub := range s.running {
		if sub.row.Set == name {
			return sub
		}
	}
	row := name.Row()
	kind, expected := row.Member, 0
	if s.in.Engine != nil && row.Complete {
		expected = kind.Row().Count(s.in.Engine.Complete())
	}
	if len(s.in.Members(kind))+expected == 0 {
		return nil
	}
	sub := s.bare(name)
	sub.addMembers(kind)
	for number := 1; number <= expected; number++ {
		if !s.in.Has(kind, number) {
			sub.absent = append(sub.absent, Ref{Kind: kind, Number: number})
		}
	}
	if kind.Row().Component == part.Camshaft || bushing(row) {
		sub.absent = append(sub.absent, s.planned(kind)...)
		if mate := kind.Row().Joint; mate != nil && len(s.in.Members(mate.Bearing)) > 0 {
			sub.mates = s.planned(mate.Bearing)
		}
	}
	return sub
}

// addMembers adds the parts of a kind, with the clearances that decide.
func (s *subject) addMembers(kind part.Kind) {
	indices, row := s.in.Members(kind), kind.Row()
	if s.members == nil {
		s.members = make([]member, 0, len(indices))
	}
	for _, i := range indices {
		f := &s.in.Features[i]
		ref := Ref{Kind: kind, Number: f.Number}
		m := member{ref: ref, feature: f, finding: &s.findings[i], limits: s.limitsOf(ref)}
		if row.Joint != nil {
			m.on = s.onJournal(ref)
		}
		s.members = append(s.members, m)
	}
}

// planned are the parts of a kind that the job means to measure, and nobody touched yet: how many a camshaft has no
// layout tells.
func (s *scene) planned(kind part.Kind) (refs []Ref) {
	for _, p := range s.in.Planned {
		if p.Kind == kind && !s.in.Has(kind, p.Number) {
			refs = append(refs, Ref{Kind: kind, Number: p.Number})
		}
	}
	return refs
}

// classed finds the class of the set.
func (s *subject) classed() *subject {
	s.class, s.mixed = classOf(s.members)
	return s
}

// classOf is the furthest class of members that are measured, and whether they are of several.
func classOf(members []member) (class unit.Length, mixed bool) {
	first := true
	for _, m := range members {
		if !m.finding.Measured() {
			continue
		}
		own := m.finding.Class()
		mixed = mixed || !first && own != class
		first = false
		class = max(class, own)
	}
	return class, mixed
}

// used are the fits that decide, of all members.
func (s *subject) used() iter.Seq2[int, *Fit] {
	return func(yield func(int, *Fit) bool) {
		n := 0
		for i := range s.members {
			for _, f := range s.members[i].fits {
				if !yield(n, f) {
					return
				}
				n++
			}
		}
	}
}

// rung returns the ladder's entry of a member.
func (s *subject) rung(ref Ref) *Rung {
	for i := range s.ladder {
		if s.ladder[i].Feature == ref {
			return &s.ladder[i]
		}
	}
	return nil
}

// stays reports whether m needs no work at class step: it is there already and sound.
func (s *subject) stays(m member, step unit.Length) bool {
	return s.mixed && step == s.class && m.finding.Class() == step && m.sound()
}

// name is the set's, as an argument.
func (s *subject) name(as string) say.Arg { return say.Word(as, "set", s.row.Set) }

// halfRead are bushes, which no housing holds, of which not all is read.
func (s *subject) halfRead() (bushes []member) {
	joint := s.row.Member.Row().Joint
	if joint == nil || joint.Housing != "" {
		return nil
	}
	for _, i := range s.in.Members(joint.Bearing) {
		f := &s.findings[i]
		if !f.Complete && len(f.Missing) > 0 && !f.Stale {
			bushes = append(bushes, member{ref: refOf(f), feature: &s.in.Features[i], finding: f})
		}
	}
	return bushes
}
