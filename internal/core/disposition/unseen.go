package disposition

import (
	"slices"

	"ledge/internal/core/form"
	"ledge/internal/core/inspection"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
)

// listUnseen lists the limits that nothing measured could judge, or not all of.
func (b *board) listUnseen() {
	b.set.NotSeen = make([]Unseen, 0, 1+2*len(b.members))
	for i := range b.members {
		m := &b.members[i]
		if m.finding.Measured() && !m.finding.Stale && m.feature.Kind.Grid() {
			b.unseenForm(m)
		}
		if c := m.limits.Clearance; c != nil && m.finding.Measured() && b.hasFits() {
			for _, ref := range m.unmeasuredFits() {
				b.unseen("clearance", UnseenClearance, &ref, Unmeasured)
			}
		}
	}
	switch b.set.Set {
	case part.MainJournals:
		if b.limits.RunoutMax != nil && !b.measuredOnce(part.Runout) {
			b.unseen("runout", UnseenRunout, nil, Unmeasured)
		}
	case part.MainHousings:
		if b.limits.AlignmentMax != nil && !b.measuredOnce(part.MainAlignment) && !b.measuredOnce(part.TunnelEdge) {
			b.unseen("alignment", UnseenAlignment, nil, Unmeasured)
		}
	}
}

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

// hasFits reports whether the set's members run in a joint.
func (b *board) hasFits() bool { return len(b.members) > 0 && b.members[0].ref.Kind.Row().Fit != "" }

// measuredOnce reports whether anything of a kind was measured that still holds.
func (b *board) measuredOnce(kind part.Kind) bool {
	return slices.ContainsFunc(b.in.Members(kind), func(i int) bool {
		f := &b.result.Features[i]
		return f.Complete && !f.Stale
	})
}

// unseenForm lists what the readings of a part leave of its form.
func (b *board) unseenForm(m *member) {
	stations, l := 0, m.limits
	for s := range m.finding.Grid.Sizes {
		if slices.ContainsFunc(m.finding.Grid.Sizes[s], func(c form.CellSize) bool { return c.OK }) {
			stations++
		}
	}
	quick := m.finding.Quick == inspection.FarInside
	switch {
	case l.TaperMax == nil:
	case quick:
		b.unseen("shape_quick", UnseenShape, &m.ref, ByPlan)
	case m.finding.Taper == nil:
		b.unseen("taper", UnseenTaper, &m.ref, Unmeasured)
	case stations == 2:
		b.unseen("shape", UnseenShape, &m.ref, ByPlan)
	}
	switch {
	case l.OutOfRoundMax == nil:
	case m.finding.Pooled == nil && quick:
		b.unseen("oval_quick", UnseenOval, &m.ref, ByPlan)
	case m.finding.OutOfRound == nil:
		b.unseen("out_of_round", UnseenOutOfRound, &m.ref, Unmeasured)
	case m.finding.Pooled == nil:
		b.unseen("oval", UnseenOval, &m.ref, ByPlan)
	case stations > 1:
		b.unseen("oval_at_end", UnseenOvalAtEnd, &m.ref, ByPlan)
	}
	if l.WearMax != nil && m.finding.Wear == nil {
		b.unseen("wear", UnseenWear, &m.ref, Unmeasured)
	}
}

// unseen lists a check that was not made, or not of all of a part, in the form that it is said in.
func (b *board) unseen(form string, check UnseenCheck, feature *Ref, why UnseenCause) {
	var r Reason
	if feature != nil {
		r = Reason{Code: "unseen", Feature: feature}
	} else {
		r = say.New("unseen", say.Word("part", "set", b.set.Set))
	}
	b.set.NotSeen = append(b.set.NotSeen, Unseen{check, feature, why, r.As(form)})
}

// blind reports whether a limit had nothing to judge.
func (b *board) blind() bool {
	return slices.ContainsFunc(b.set.NotSeen, func(u Unseen) bool { return u.Why == Unmeasured })
}

// keeps reports whether a set stays as it is, or nearly.
func (a Action) keeps() bool { return a == Reuse || a == Polish || a == Hone }

// askUnseen asks for what would make a decision certain that leaves the parts as they are.
func (b *board) askUnseen() {
	for _, u := range b.set.NotSeen {
		if u.Why != Unmeasured {
			continue
		}
		switch {
		case u.Check == UnseenClearance && u.Feature.Kind == part.Cylinder:
			b.ask(Ask{What: AskCells, Feature: Ref{Kind: part.Piston, Number: u.Feature.Number}})
		case u.Check == UnseenClearance:
			b.ask(Ask{What: AskFit, Feature: *u.Feature})
		case u.Check == UnseenRunout:
			b.ask(Ask{What: AskRunout, Feature: b.members[0].ref})
		case u.Check == UnseenAlignment:
			b.ask(Ask{What: AskCells, Feature: Ref{Kind: part.TunnelEdge, Number: 1}})
		case u.Check == UnseenWear:
			b.ask(Ask{What: AskLimit, Feature: *u.Feature})
		case !b.readWhole(*u.Feature): // what a plan cannot show is told, and not asked for
			b.ask(Ask{What: AskCells, Feature: *u.Feature})
		}
	}
}

// readWhole reports whether every place of a member is read.
func (b *board) readWhole(ref Ref) bool {
	return slices.ContainsFunc(b.members, func(m member) bool { return m.ref == ref && len(m.finding.Missing) == 0 })
}

// explainProvisional says why a decision is provisional, where no other reason does.
func (b *board) explainProvisional() {
	told := len(b.left) > 0 || slices.ContainsFunc(b.set.Reasons, func(r Reason) bool {
		return r.Code == "provisional" || r.Code == "thrust_bend"
	})
	if !b.set.Provisional || told {
		return
	}
	if b.set.Action.keeps() {
		b.because(say.New("provisional").As("unseen"))
	} else {
		b.because(say.New("provisional").As("depth"))
	}
}
