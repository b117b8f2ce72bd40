package disposition

import (
	"slices"

	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// wantsStamp settles a set of which every part lies as evenly below its new range as no wear leaves it: most likely it
// was machined to a size that is on no ladder, and somebody has to look what is stamped on it. ok tells that the set is
// to be measured.
func (j judged) wantsStamp() (c choice, ok bool) {
	if len(j.members) < 2 || j.supposed {
		return c, false
	}
	var means []unit.Length
	agree := unit.Length(0)
	for i := range j.members {
		m := &j.members[i]
		if m.feature.Stamp != nil || m.finding.Look.WorseThan(inspection.Smooth) || !j.offClass(m) || !m.formWithin() {
			return c, false
		}
		means = append(means, *m.finding.Mean)
		for _, most := range []*unit.Length{m.limits.TaperMax, m.limits.OutOfRoundMax} {
			if most != nil && (agree == 0 || *most < agree) {
				agree = *most
			}
		}
	}
	if slices.Max(means)-slices.Min(means) > agree || !j.servedByShells() {
		return c, false
	}
	c.Way = Way{Action: Measure, Step: j.class}
	for _, m := range j.members {
		c.asks = append(c.asks, Ask{What: AskStamp, Feature: m.ref})
	}
	even := say.New("even_undersize", j.name("part"), say.Range("sizes", slices.Min(means), slices.Max(means)))
	if !j.row.Member.Shaft() {
		even = even.As("bores")
	}
	c.because = []Reason{even}
	return c, true
}

// offClass reports whether a member lies outside the new range of its class by more than a class may be off.
func (s *scene) offClass(m *member) bool {
	if m.limits.New == nil || !m.finding.Measured() || m.finding.State != part.AsFound {
		return false
	}
	tolerance := limit.ClassTolerance(s.in.Unit)
	if m.ref.Kind.Shaft() {
		return *m.finding.Max < m.limits.New.Min-m.finding.Class()-tolerance
	}
	return *m.finding.Min > m.limits.New.Max+m.finding.Class()+tolerance
}

// formWithin reports whether nothing but the wear of a member is beyond its limit.
func (m *member) formWithin() bool {
	for _, c := range m.finding.Checks {
		if c.Name != limit.CheckWear && c.Name != limit.CheckClearance && c.Verdict != limit.Within &&
			c.Verdict != limit.NoLimit {
			return false
		}
	}
	return true
}

// servedByShells reports whether some shell on offer keeps every known clearance in its window: where none does, the
// parts are worn.
func (s *subject) servedByShells() bool {
	shells := append([]unit.Length{0}, s.limits.ShellsFor(s.class)...)
	return slices.ContainsFunc(shells, func(shell unit.Length) bool {
		for _, f := range s.used() {
			if f.Basis != BasisPredicted && f.Window != nil && !s.after(f, shell-f.Shell, shell).lies() {
				return false
			}
		}
		return true
	})
}
