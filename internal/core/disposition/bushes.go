package disposition

import (
	"slices"

	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// The bushes of a camshaft are judged by their own limits, and by the clearance that they leave: where that is out
// though journal and bush are both within, the bush goes and not the shaft. New ones are pressed in and bored or reamed
// to their journals. They are decided before the journals, whose clearances count only in bushes that stay, and once
// more after them and the lobes: a journal that is ground takes its bush with it, and another camshaft runs in bushes
// that were not measured with it.

// bushing reports whether a set is of bushes: the bearings of journals that no housing holds.
func bushing(row *part.SetRow) bool {
	joint := row.Member.Row().Mate.Row().Joint
	return row.Member.Bearing() && joint != nil && joint.Housing == ""
}

func gatherBushes(s *scene, name part.Set) *subject {
	sub := s.gatherOf(name)
	if sub == nil {
		return nil
	}
	journal := sub.row.Member.Row().Mate
	if _, known := s.in.LimitsAt(journal, 0); !known && !sub.limited {
		return nil
	}
	sub.classed()
	for i := range sub.members {
		m := &sub.members[i]
		ref := Ref{Kind: journal, Number: m.ref.Number}
		if action, decided := s.fate(ref); decided && action == Grind && m.feature.State != part.NewPart {
			sub.bought = append(sub.bought, m.ref.Number)
			continue
		}
		if s.replacedShaft(journal) {
			continue
		}
		for n := range s.fits {
			f := &s.fits[n]
			if f.journal == ref && f.Number == m.ref.Number && f.Basis == BasisMeasured && !f.Stale {
				m.fits = append(m.fits, f)
			}
		}
	}
	return sub
}

// replacedShaft reports whether the shaft that journals of a kind are on is bought anew, for whichever of its sets.
func (s *scene) replacedShaft(journal part.Kind) bool {
	for i := range s.sets {
		row := s.sets[i].Set.Row()
		if row.Member.Row().Component != journal.Row().Component {
			continue
		}
		if _, way, ok := s.stands(row.Set); ok && way.Action == Replace && way.Method == "" {
			return true
		}
	}
	return false
}

// outInBush reports whether a bush goes for its clearance: that is out, though bush and journal are within by
// themselves.
func (s *subject) outInBush(m *member, f *Fit) bool {
	_, journal := s.finding(f.journal.Kind, f.journal.Number)
	return f.Verdict != limit.NoLimit && !f.insideWindow() && journal != nil && withinOwn(journal) &&
		withinOwn(m.finding)
}

// bushRenewed reports whether a journal gets a bush that is finished to it: whatever was predicted, its clearance is
// then as new.
func (s *scene) bushRenewed(f *Fit) bool {
	joint := f.journal.Kind.Row().Joint
	if joint == nil || joint.Housing != "" {
		return false
	}
	action, decided := s.fate(Ref{Kind: joint.Bearing, Number: f.Number})
	return decided && (action == Replace || action == Resize)
}

// withinOwn reports whether a part is within by itself, its clearance left out.
func withinOwn(f *inspection.Finding) bool {
	return !f.Look.WorseThan(inspection.Marked) && !slices.ContainsFunc(f.Checks, func(c limit.Check) bool {
		return c.Name != limit.CheckClearance && c.Limit != nil && c.Margin() < 0
	})
}

func judgeBushes(s *subject) judgement {
	j := judge(s)
	for _, number := range s.bought {
		j.clear = true
		j.causes = append(j.causes, say.Of("bush_ground", Ref{Kind: s.row.Member, Number: number}))
	}
	for i := range s.members {
		m := &s.members[i]
		for _, f := range m.fits {
			if !s.outInBush(m, f) {
				j.open = j.open || f.Verdict == limit.Unsure
				continue
			}
			j.clear = j.clear || f.Verdict == limit.Beyond
			r := fitReason("fit_out", f, f.Clearance).As("bush")
			r.Feature = &m.ref
			j.causes = append(j.causes, r)
		}
	}
	j.causes = append(j.causes, j.cracks...)
	return j
}

func offerBushes(j judged) []Option {
	all := offers{asIs(Way{}, j.causes)}
	replaced := anew(say.New("replace").As(string(j.row.Set)))
	replaced.Each = j.eachBush(Replace)
	all.add(replaced)
	if len(j.causes) > 0 {
		reamed := attempt(Way{Action: Resize})
		reamed.Each, reamed.Reasons = j.eachBush(Resize), []Reason{say.New("ream")}
		for i, t := range reamed.Each {
			if m := &j.members[i]; t.Action == Resize && (t.Finished == nil || m.finding.Max == nil ||
				*m.finding.Max > t.Finished.Max || m.finding.Look.WorseThan(inspection.Marked)) {
				reamed.refuse(say.Of("no_ream", m.ref))
			}
		}
		all.add(reamed)
	}
	return all
}

// eachBush says what becomes of every bush where those that are out are treated so, with the size that each is then
// bored or reamed to.
func (j judged) eachBush(action Action) (each []Treatment) {
	for i := range j.members {
		m := &j.members[i]
		t := Treatment{Feature: m.ref, Action: Reuse}
		out := m.standing() || slices.Contains(j.bought, m.ref.Number) ||
			slices.ContainsFunc(m.fits, func(f *Fit) bool { return j.outInBush(m, f) })
		switch {
		case !m.finding.Measured():
			t.Action = Measure
		case out:
			t.Action, t.Finished = action, j.bushed(m.ref)
		}
		each = append(each, t)
	}
	return each
}

// bushed is what a bush is bored or reamed to: its journal, as it will be, with the clearance of new parts; its own new
// range where that is not known. Nil where neither is.
func (s *scene) bushed(ref Ref) *limit.Range {
	journal := Ref{Kind: ref.Kind.Row().Mate, Number: ref.Number}
	_, found := s.finding(journal.Kind, journal.Number)
	clearance := s.limitsOf(journal).Clearance
	if found == nil || clearance == nil || clearance.New == nil || s.replacedShaft(journal.Kind) {
		return s.limitsOf(ref).New
	}
	size := limit.Range{Min: *found.Min, Max: *found.Max}
	for i := range s.sets {
		for _, t := range s.sets[i].Members {
			if t.Feature == journal && t.Finished != nil {
				size = *t.Finished
			}
		}
	}
	new := clearance.New.Shift(s.duty())
	window := limit.Range{Min: size.Max + new.Min, Max: size.Min + new.Max}
	if window.Min > window.Max { // its journal differs by more than the clearance may: about the middle of both
		middle := unit.DivHalfEven(window.Min+window.Max, 2)
		window = limit.Range{Min: middle, Max: middle}
	}
	if own := s.limitsOf(ref).New; own != nil { // and within its own range, of the undersize that its journal then has
		class := found.Class()
		if action, decided := s.fate(journal); decided && action == Grind {
			_, way, _ := s.stands(journal.Kind.Row().Set)
			class = way.Step
		}
		own := own.Shift(-class)
		if both := (limit.Range{Min: max(own.Min, window.Min), Max: min(own.Max, window.Max)}); both.Min <= both.Max {
			window = both
		}
	}
	return &window
}

func chooseBushes(j judged, options []Option) choice {
	if len(j.cracks) > 0 {
		return choice{Way: Way{Action: Replace}, because: j.causes}
	}
	if c, ok := j.early(); ok {
		return c
	}
	return take(first(options, func(o Option) bool { return o.Action != Resize }))
}

func explainBushes(j judged, options []Option, c choice) (r remarks) {
	r = explainParts(j, options, c)
	if c.option != nil && c.Action == Reuse {
		r.say(say.New("bush_good"))
	}
	return r
}

// wantsBushes settles journals in bushes that nobody measured, where another clearance is out: which of both is at
// fault only their sizes tell.
func (j judged) wantsBushes() (c choice, ok bool) {
	joint := j.row.Member.Row().Joint
	if joint.Housing != "" || len(j.causes) > 0 {
		return c, false
	}
	c.Way = Way{Action: Measure, Step: j.class}
	for _, f := range j.used() {
		if f.Basis == BasisPredicted || f.insideWindow() {
			continue
		}
		c.because = append(c.because, fitReason("fit_out", f, f.Clearance))
		c.asks = append(c.asks, Ask{What: AskCells, Feature: Ref{Kind: joint.Bearing, Number: f.Number}})
	}
	if len(c.asks) > 0 {
		c.because = append(c.because, say.New("bush_needed"))
	}
	return c, len(c.asks) > 0
}
