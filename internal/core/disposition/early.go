package disposition

import (
	"slices"

	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/plan"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// early settles what comes before any other rule, in this order: measure what is missing, read again what is unlikely,
// what the gauge cannot call and what is near; wait with a housing that is asked about. ok tells that the set is
// settled so.
func (j judged) early() (c choice, ok bool) {
	if missing := j.incomplete(); len(missing) > 0 {
		// Nothing can be promised of a part half measured.
		way := Way{Action: Measure, Step: j.class}
		return choice{Way: way, because: missing, asks: j.askMissing(), nothing: true}, true
	}
	if again := j.unlikely(); len(again.asks) > 0 {
		return choice{Way: Way{Action: Remeasure}, because: again.reasons, asks: again.asks}, true
	}
	if j.supposed || !j.in.Policy.Confirm {
		return choice{}, false
	}
	stages := []func() []question{j.warm, j.coarse, j.confirm, j.waiting}
	for n := j.stage; n < len(stages); n++ {
		if questions := stages[n](); len(questions) > 0 {
			return choice{Way: Way{Action: Remeasure}, questions: questions, stage: n}, true
		}
	}
	return choice{}, false
}

// incomplete lists the members that still have to be measured.
func (s *subject) incomplete() (reasons []Reason) {
	unread := func(m member) Reason {
		left := len(m.finding.Missing)
		if left == 0 {
			return say.Of("incomplete", m.ref).As("form")
		}
		return say.Of("incomplete", m.ref, say.Count("left", left),
			say.Number("of", len(m.feature.Stations)*len(m.feature.Directions)))
	}
	for _, m := range s.members {
		switch {
		case m.finding.Stale:
			reasons = append(reasons, say.Of("stale", m.ref))
		case !m.finding.Complete:
			reasons = append(reasons, unread(m))
		}
	}
	for _, refs := range [][]Ref{s.absent, s.mates} {
		for _, ref := range refs {
			reasons = append(reasons, say.Of("unmeasured", ref))
		}
	}
	// A bush that was begun and left is no clearance either.
	for _, m := range s.halfRead() {
		reasons = append(reasons, unread(m))
	}
	return reasons
}

// askMissing asks for what is not measured yet, and for what the work has overtaken.
func (s *subject) askMissing() (asks []Ask) {
	unread := func(m member) Ask {
		return Ask{What: AskCells, Feature: m.ref, Cells: m.finding.Missing, Readings: 1, feature: m.feature}
	}
	for _, m := range s.members {
		switch {
		case m.finding.Stale:
			asks = append(asks, Ask{What: AskCells, Feature: m.ref, feature: m.feature})
		case !m.finding.Complete && len(m.finding.Missing) > 0:
			ask := unread(m)
			if m.finding.Untorqued {
				ask.What = AskTorque
			}
			asks = append(asks, ask)
		case !m.finding.Complete && len(m.feature.List.Unread()) > 0:
			asks = append(asks, Ask{What: AskCells, Feature: m.ref, Lines: m.feature.List.Unread(), Readings: 1})
		}
	}
	for _, refs := range [][]Ref{s.absent, s.mates} {
		for _, ref := range refs {
			asks = append(asks, Ask{What: AskCells, Feature: ref})
		}
	}
	for _, m := range s.halfRead() {
		asks = append(asks, unread(m))
	}
	return asks
}

// unlikely asks for sizes that are further from their neighbours than wear or damage explains: one mistyped figure
// orders no crank.
func (j judged) unlikely() (again remarks) {
	for _, m := range j.members {
		if !m.feature.Kind.Grid() || !m.finding.Measured() {
			continue
		}
		if cells := j.in.Unlikely(m.feature, m.finding); len(cells) > 0 {
			a := Ask{What: AskCells, Feature: m.ref, Cells: cells, Readings: 1, feature: m.feature}
			again.asks = append(again.asks, a)
			again.say(say.Of("unlikely", m.ref, say.Text("places", a.said())))
			continue
		}
		for _, f := range m.fits {
			if asks := j.tightest(f); len(asks) > 0 {
				again.asks = append(again.asks, asks...)
				again.say(fitReason("tight_joint", f, f.Clearance))
			}
		}
	}
	return again
}

// warm asks how warm part and gauge were where a size is near its limit, and a few degrees would move it too far to be
// sure.
func (j judged) warm() (all []question) {
	for i := range j.members {
		m := &j.members[i]
		for _, c := range m.finding.Checks {
			if m.finding.Stale || !j.in.WarmthUnknown(m.feature, c) {
				continue
			}
			standing, again := j.in.Confirm(m.feature, m.finding, c)
			if standing != inspection.Near || again.Zero { // which is set anew first
				continue
			}
			all = append(all, question{asks: []Ask{{What: AskTemperature, Feature: m.ref}},
				reason: say.Of("warmth", m.ref, say.Word("check", "check", c.Name),
					say.Apart("value", c.Value, *c.Limit), say.Apart("limit", *c.Limit, c.Value)),
				doubt: doubt(m.ref, c),
				good:  func(s *subject) { s.suppose(i, c.Name, false) },
				bad:   func(s *subject) { s.suppose(i, c.Name, true) }})
		}
	}
	return all
}

// coarse asks for a finer gauge where a value lies so near its limit that the one it was read with neither passes nor
// condemns it.
func (j judged) coarse() (all []question) {
	for i := range j.members {
		m := &j.members[i]
		var finest unit.Length
		var near []limit.Check
		for _, c := range m.finding.Checks {
			how := j.in.Coarse(m.feature, c)
			if how.Finer == 0 || m.finding.Stale {
				continue
			}
			near = append(near, c)
			if finest == 0 || how.Finer < finest {
				finest = how.Finer
			}
		}
		if len(near) > 0 {
			q := finer(Ask{What: AskGauge, Feature: m.ref, Division: finest}, doubt(m.ref, near[0]))
			q.good = func(s *subject) { s.supposeAll(i, near, false) }
			q.bad = func(s *subject) { s.supposeAll(i, near, true) }
			all = append(all, q)
		}
	}
	for i := range j.members {
		for n, f := range j.members[i].fits {
			if ask, ok := j.coarseFit(f); ok {
				q := finer(ask, doubtFit(f))
				q.good = func(s *subject) { s.supposeFit(i, n, false) }
				q.bad = func(s *subject) { s.supposeFit(i, n, true) }
				all = append(all, q)
			}
		}
	}
	return all
}

// finer is the question that a finer gauge answers.
func finer(a Ask, doubt Reason) question {
	return question{asks: []Ask{a}, doubt: doubt,
		reason: say.Of("finer", a.Feature, say.Length("division", a.Division))}
}

// doubt says which value of a part was too near its limit to call, though that changes nothing.
func doubt(ref Ref, c limit.Check) Reason {
	return say.Of("doubt", ref, say.Word("check", "check", c.Name), say.Apart("value", c.Value, *c.Limit),
		say.Apart("limit", *c.Limit, c.Value))
}

func doubtFit(f *Fit) Reason { return fitReason("doubt", f, f.Clearance).As("fit") }

// coarseFit asks for a finer gauge in a bearing whose measured clearance its own cannot judge.
func (s *subject) coarseFit(f *Fit) (Ask, bool) {
	joint := f.journal.Kind.Row().Joint
	if f.Basis != BasisMeasured || f.Window == nil || joint == nil {
		return Ask{}, false
	}
	bearing, _ := s.finding(joint.Bearing, f.Number)
	how, gauge := s.in.CoarseFit(bearing, clearanceCheck(s.rule(), f), f.Window.Max-f.Window.Min)
	return Ask{What: AskGauge, Feature: Ref{Kind: joint.Bearing, Number: f.Number}, Division: how.Finer},
		how.Finer > 0 && gauge
}

// waiting leaves a set until it is settled whether the housings of its fits will be machined.
func (j judged) waiting() (all []question) {
	for _, w := range j.waits {
		a := Ask{What: AskCells, Feature: w.ref, Cells: w.again.Cells, Readings: w.again.Readings, feature: w.of}
		if w.again.Zero {
			a.What = AskZero
		}
		all = append(all, question{asks: []Ask{a}, reason: say.Of("waits", w.ref),
			doubt: say.Of("doubt", w.ref).As("housing"),
			good:  func(*subject) {}, bad: func(s *subject) { s.supposeCut(w.ref) }})
	}
	return all
}

// confirm asks for what is near its limit to be read again before anything is cut for it.
func (j judged) confirm() (all []question) {
	for n, c := range j.checks {
		asks, why, _ := j.confirmSet(c)
		if len(asks) > 0 {
			all = append(all, question{asks: asks, reason: why,
				good: func(s *subject) { s.checks[n].Answer(false) },
				bad:  func(s *subject) { s.checks[n].Answer(true) }})
		}
	}
	for i := range j.members {
		m := &j.members[i]
		for _, c := range m.finding.Checks {
			if c.Limit == nil || m.finding.Stale || j.in.Coarse(m.feature, c).Undecidable {
				continue
			}
			if q, near := j.confirmCheck(m, c); near {
				q.doubt = doubt(m.ref, c)
				q.good = func(s *subject) { s.suppose(i, c.Name, false) }
				q.bad = func(s *subject) { s.suppose(i, c.Name, true) }
				all = append(all, q)
			}
		}
		if q, near := j.confirmEnds(m); near {
			q.good = func(s *subject) { s.suppose(i, limit.CheckTaper, false) }
			q.bad = func(s *subject) { s.suppose(i, limit.CheckTaper, true) }
			all = append(all, q)
		}
		for n, f := range m.fits {
			if q, near := j.confirmFit(f); near {
				q.doubt = doubtFit(f)
				q.good = func(s *subject) { s.supposeFit(i, n, false) }
				q.bad = func(s *subject) { s.supposeFit(i, n, true) }
				all = append(all, q)
			}
		}
	}
	return all
}

// confirmCheck asks for what makes a check of a member that is near its limit.
func (s *subject) confirmCheck(m *member, c limit.Check) (q question, near bool) {
	switch {
	case c.Name == limit.CheckClearance:
		return q, false
	case c.Name == limit.CheckRunout:
		return s.confirmTurn(m, c)
	case m.feature.Kind.Row().List != nil:
		return s.confirmList(m, c)
	}
	standing, again := s.in.Confirm(m.feature, m.finding, c)
	if standing != inspection.Near {
		return q, false
	}
	ask := askAgain(*m, again)
	return question{asks: []Ask{ask}, reason: nearReason(ask, c)}, true
}

// confirmTurn asks for a turn that is near its limit to be taken once more: beyond it by less than the uncertainty of
// the indicator, or inside it by no more than half a division.
func (s *subject) confirmTurn(m *member, c limit.Check) (q question, near bool) {
	at, ok := s.in.Latest(s.row.Bend, m.ref.Number)
	if !ok {
		return q, false
	}
	turn := &s.in.Features[at]
	if turn.List.Turns() >= turnsEnough || !s.in.NearSmall(turn, c) {
		return q, false
	}
	ask := Ask{What: AskRunout, Feature: m.ref, Readings: turnsEnough}
	return question{asks: []Ask{ask}, reason: nearReason(ask, c).As("turn")}, true
}

// confirmList asks for a gap under a straight edge, or an end play, that is beyond its limit by less than its
// uncertainty.
func (s *subject) confirmList(m *member, c limit.Check) (q question, near bool) {
	lines := m.feature.List.Once(c.Value)
	if c.Margin() >= 0 || -c.Margin() >= c.U || len(lines) == 0 {
		return q, false
	}
	ask := Ask{What: AskCells, Feature: m.ref, Lines: lines, Readings: turnsEnough}
	return question{asks: []Ask{ask}, reason: nearReason(ask, c).As("list")}, true
}

// turnsEnough is how often a turn, a strip, an end play or a gap is taken before it decides.
const turnsEnough = 2

// askAgain asks for what would settle a check that is near.
func askAgain(m member, again *inspection.Again) Ask {
	slices.SortFunc(again.Cells, inOrder)
	a := Ask{What: AskCells, Feature: m.ref, Cells: again.Cells, Readings: again.Readings, feature: m.feature}
	switch {
	case again.Finer > 0:
		a.What, a.Division = AskGauge, again.Finer
	case again.Zero:
		a.What = AskZero
	}
	return a
}

// confirmSet tells how a check of the set as a whole stands. Of the difference of two bores all their cells are asked.
func (s *subject) confirmSet(c limit.Check) (asks []Ask, why Reason, stands bool) {
	if c.Name != limit.CheckBoreToBore || c.Verdict == limit.NoLimit {
		return nil, why, c.Verdict == limit.Beyond
	}
	small, large := s.apart()
	standing, readings := s.in.ConfirmMeans(c, []*inspection.Feature{small.feature, large.feature})
	if standing != inspection.Near {
		return nil, why, standing == inspection.Stands
	}
	for _, m := range []member{small, large} {
		a := Ask{What: AskCells, Feature: m.ref, Readings: readings, feature: m.feature}
		for s, row := range m.feature.Cells {
			for d, cell := range row {
				if cell.Read() && len(cell.Sizes) < readings {
					a.Cells = append(a.Cells, plan.Cell{Station: s, Direction: d})
				}
			}
		}
		asks = append(asks, a)
	}
	return asks, say.New("near_bores", say.Part("part", small.ref), say.Part("other", large.ref),
		say.Apart("value", c.Value, *c.Limit), say.Apart("limit", *c.Limit, c.Value),
		say.Number("readings", readings)), false
}

// nearReason says which value is near, and where it is read again.
func nearReason(a Ask, c limit.Check) Reason {
	r := say.Of("near", a.Feature, say.Word("check", "check", c.Name), say.Apart("value", c.Value, *c.Limit),
		say.Apart("limit", *c.Limit, c.Value), say.Text("places", a.said()), say.Number("readings", a.Readings))
	switch a.What {
	case AskGauge:
		return r.And(say.Length("division", a.Division)).As("finer")
	case AskZero:
		return r.As("zero")
	}
	return r
}
