package disposition

import (
	"slices"

	"ledge/internal/core/form"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
)

// unseen lists the limits that nothing measured could judge, or not all of.
func (s *subject) unseen() []Unseen {
	all := make([]Unseen, 0, 1+2*len(s.members))
	for i := range s.members {
		m := &s.members[i]
		if m.finding.Measured() && !m.finding.Stale && m.feature.Kind.Grid() {
			all = m.unseenForm(all)
		}
		if s.unjudged(m) {
			all = append(all, notSeen("size", UnseenSize, &m.ref, Unmeasured))
		}
		if c := m.limits.Clearance; c != nil && m.finding.Measured() && s.hasFits() && !s.renewed(*m) {
			for _, ref := range m.unmeasuredFits() {
				all = append(all, notSeen("clearance", UnseenClearance, &ref, Unmeasured))
			}
		}
	}
	whole := func(form string, check UnseenCheck) Unseen {
		return Unseen{check, nil, Unmeasured, say.New("unseen", s.name("part")).As(form)}
	}
	if s.row.Bend != "" && s.limits.RunoutMax != nil && !s.measuredOnce(s.row.Bend) {
		all = append(all, whole("runout", UnseenRunout))
	}
	if len(s.row.Line) > 0 && s.limits.AlignmentMax != nil && !slices.ContainsFunc(s.row.Line, s.measuredOnce) {
		all = append(all, whole("alignment", UnseenAlignment))
	}
	for i := range s.members {
		if m := &s.members[i]; m.finding.Measured() && !m.finding.Stale && m.feature.Kind.Grid() {
			all = s.unseenByGauge(all, m)
		}
	}
	return all
}

// formChecks are those that say how round and how straight a part is, and nothing of how large.
var formChecks = []limit.CheckName{limit.CheckTaper, limit.CheckOutOfRound, limit.CheckOval}

// plainSized reports whether nothing but their own size and their fits judges parts of a kind.
func plainSized(row *part.Row) bool {
	return (row.Role == part.Plain || row.Role == "" || row.Role == part.Bearings) && row.Set != part.DeckSet &&
		row.Set != part.Thrust && row.Set != part.Rings
}

// unjudged reports whether a part was measured and nothing says how large it may be: neither limits of its own, nor the
// clearance of what runs in it. Journals, bores and housings are told of by their wear and their ranges.
func (s *subject) unjudged(m *member) bool {
	row := m.ref.Kind.Row()
	judges := func(checks []limit.Check, counts func(limit.CheckName) bool) bool {
		return slices.ContainsFunc(checks, func(c limit.Check) bool { return c.Limit != nil && counts(c.Name) })
	}
	if !plainSized(row) || len(row.Limits) == 0 || m.finding.Stale || !m.finding.Complete ||
		m.limits.WearMax != nil || len(m.fits) > 0 ||
		judges(m.finding.Checks, func(name limit.CheckName) bool { return !slices.Contains(formChecks, name) }) {
		return false
	}
	_, mate := s.finding(row.Mate, m.ref.Number)
	return mate == nil || !judges(mate.Checks, func(name limit.CheckName) bool {
		return name == limit.CheckName(m.ref.Kind)+"_fit"
	})
}

// unseenByGauge adds what no two points and no gauge of unknown warmth show of a part.
func (s *subject) unseenByGauge(all []Unseen, m *member) []Unseen {
	turn := s.turned(s.row.Bend, m.ref.Number)
	if m.limits.OutOfRoundMax != nil && m.finding.OutOfRound != nil && (turn == nil || turn.Lobes == nil) {
		all = append(all, notSeen("odd_lobes", UnseenLobes, &m.ref, ByPlan))
	}
	if slices.ContainsFunc(m.finding.Checks, func(c limit.Check) bool { return s.in.WarmthUnknown(m.feature, c) }) {
		all = append(all, notSeen("temperature", UnseenWarmth, &m.ref, ByPlan))
	}
	return all
}

// notSeen is a check of a part that was not made, or not of all of it, in the form that it is said in.
func notSeen(form string, check UnseenCheck, feature *Ref, why UnseenCause) Unseen {
	return Unseen{check, feature, why, Reason{Code: "unseen", Form: form, Feature: feature}}
}

// hasFits reports whether the set's members run in a joint.
func (s *subject) hasFits() bool { return len(s.members) > 0 && s.members[0].ref.Kind.Row().Fit != "" }

// unmeasuredFits name the clearances of a part that nobody measured: by itself, or by the bearing where another on it
// is known.
func (m *member) unmeasuredFits() (refs []Ref) {
	if len(m.fits) == 0 {
		return []Ref{m.ref}
	}
	for _, f := range m.fits {
		if ref := m.fitRef(f); f.Basis == BasisPredicted && !slices.Contains(refs, ref) {
			refs = append(refs, ref)
		}
	}
	return refs
}

// fitRef names one clearance of a part: by its bearing where another on the same part is known, else by the part.
func (m *member) fitRef(f *Fit) Ref {
	joint := m.ref.Kind.Row().Joint
	known := slices.ContainsFunc(m.fits, func(other *Fit) bool { return other.Basis != BasisPredicted })
	if joint == nil || !known || f.Basis != BasisPredicted {
		return m.ref
	}
	return Ref{Kind: joint.Bearing, Number: f.Number}
}

// unseenForm adds what the readings of a part leave of its form.
func (m *member) unseenForm(all []Unseen) []Unseen {
	stations, l := 0, m.limits
	for s := range m.finding.Grid.Sizes {
		if slices.ContainsFunc(m.finding.Grid.Sizes[s], func(c form.CellSize) bool { return c.OK }) {
			stations++
		}
	}
	leave := func(form string, check UnseenCheck, why UnseenCause) {
		all = append(all, notSeen(form, check, &m.ref, why))
	}
	quick := m.finding.Quick == inspection.FarInside
	switch {
	case l.TaperMax == nil:
	case quick:
		leave("shape_quick", UnseenShape, ByPlan)
	case m.finding.Taper == nil:
		leave("taper", UnseenTaper, Unmeasured)
	case stations == 2:
		leave("shape", UnseenShape, ByPlan)
	}
	switch {
	case l.OutOfRoundMax == nil:
	case m.finding.Pooled == nil && quick:
		leave("oval_quick", UnseenOval, ByPlan)
	case m.finding.OutOfRound == nil:
		leave("out_of_round", UnseenOutOfRound, Unmeasured)
	case m.finding.Pooled == nil:
		leave("oval", UnseenOval, ByPlan)
	case stations > 1:
		leave("oval_at_end", UnseenOvalAtEnd, ByPlan)
	}
	if l.WearMax != nil && m.finding.Wear == nil {
		leave("wear", UnseenWear, Unmeasured)
	}
	return all
}

// keeps reports whether a set stays as it is, or nearly.
func (a Action) keeps() bool { return a == Reuse || a == Polish || a == Hone }

// askUnseen asks for what would make a decision certain that leaves the parts as they are.
func (s *subject) askUnseen(all []Unseen) (asks []Ask) {
	for _, u := range all {
		if u.Why != Unmeasured {
			continue
		}
		switch u.Check {
		case UnseenClearance:
			if row := u.Feature.Kind.Row(); row.Role == part.Bores {
				asks = append(asks, Ask{What: AskCells, Feature: Ref{Kind: row.Mate, Number: u.Feature.Number}})
			} else {
				asks = append(asks, Ask{What: AskFit, Feature: *u.Feature})
			}
		case UnseenRunout:
			asks = append(asks, Ask{What: AskRunout, Feature: s.members[0].ref})
		case UnseenAlignment:
			for _, kind := range s.row.Line {
				if len(kind.Row().Start) > 0 { // the one that is taken without being asked for
					asks = append(asks, Ask{What: AskCells, Feature: Ref{Kind: kind, Number: 1}})
				}
			}
		case UnseenWear, UnseenSize:
			asks = append(asks, Ask{What: AskLimit, Feature: *u.Feature})
		default:
			if !s.readWhole(*u.Feature) { // what a plan cannot show is told, and not asked for
				asks = append(asks, Ask{What: AskCells, Feature: *u.Feature})
			}
		}
	}
	return asks
}

// readWhole reports whether every place of a member is read.
func (s *subject) readWhole(ref Ref) bool {
	return slices.ContainsFunc(s.members, func(m member) bool { return m.ref == ref && len(m.finding.Missing) == 0 })
}
