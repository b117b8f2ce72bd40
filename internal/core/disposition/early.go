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
	again := j.unlikely()
	if len(again.asks) == 0 && j.in.Policy.Confirm {
		for _, step := range []func() remarks{j.coarse, j.confirm, j.waiting} {
			if again = step(); len(again.asks) > 0 {
				break
			}
		}
	}
	return choice{Way: Way{Action: Remeasure}, because: again.reasons, asks: again.asks}, len(again.asks) > 0
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
		}
	}
	return again
}

// coarse asks for a finer gauge where a value lies so near its limit that the one it was read with neither passes nor
// condemns it.
func (j judged) coarse() (finer remarks) {
	for _, m := range j.members {
		var finest unit.Length
		for _, c := range m.finding.Checks {
			how := j.in.Coarse(m.feature, c)
			if how.Finer > 0 && !m.finding.Stale && (finest == 0 || how.Finer < finest) {
				finest = how.Finer
			}
		}
		if finest > 0 {
			finer.asks = append(finer.asks, Ask{What: AskGauge, Feature: m.ref, Division: finest})
		}
	}
	for _, f := range j.used() {
		if ask, ok := j.coarseFit(f); ok {
			finer.asks = append(finer.asks, ask)
		}
	}
	for _, a := range finer.asks {
		finer.say(say.Of("finer", a.Feature, say.Length("division", a.Division)))
	}
	return finer
}

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
func (j judged) waiting() (wait remarks) {
	for _, w := range j.waits {
		a := Ask{What: AskCells, Feature: w.ref, Cells: w.again.Cells, Readings: w.again.Readings, feature: w.of}
		if w.again.Zero {
			a.What = AskZero
		}
		wait.asks = append(wait.asks, a)
		wait.say(say.Of("waits", w.ref))
	}
	return wait
}

// confirm asks for near values to be read again before anything is cut for them, while everything that stands against
// leaving the set comes from readings and is near.
func (j judged) confirm() (near remarks) {
	if j.mixed || len(j.fitsOut) > 0 || j.in.Policy.Grind == inspection.GrindAlways {
		return remarks{}
	}
	for _, c := range j.checks {
		asks, why, stands := j.confirmSet(c)
		if stands {
			return remarks{}
		}
		if len(asks) > 0 {
			near.asks = append(near.asks, asks...)
			near.say(why)
		}
	}
	for _, m := range j.members {
		if m.finding.Look.WorseThan(inspection.Marked) {
			return remarks{}
		}
		for _, c := range m.finding.Checks {
			if c.Name == limit.CheckClearance || m.finding.Stale || j.in.Coarse(m.feature, c).Undecidable {
				continue
			}
			standing, again := j.in.Confirm(m.feature, m.finding, c)
			if standing == inspection.Stands {
				return remarks{}
			}
			if standing == inspection.Near {
				ask := askAgain(m, again)
				near.asks = append(near.asks, ask)
				near.say(nearReason(ask, c))
			}
		}
	}
	near.asks = merged(near.asks)
	return near
}

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
