package disposition

import (
	"slices"

	"ledge/internal/core/inspection"
	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/core/say"
)

// askDepths asks how deep the damaged places are that nobody measured.
func (s *subject) askDepths() (asks []Ask) {
	for _, m := range s.members {
		ask := Ask{What: AskDepth, Feature: m.ref, feature: m.feature}
		for s, row := range m.feature.Cells {
			for d, cell := range row {
				if cell.Damaged() && cell.Depth == nil {
					ask.Cells = append(ask.Cells, plan.Cell{Station: s, Direction: d})
				}
			}
		}
		if len(ask.Cells) > 0 {
			asks = append(asks, ask)
		}
	}
	return asks
}

// remarkJournals adds what a decision on journals must carry whatever it is.
func (j judged) remarkJournals(r *remarks, c choice) {
	if c.provisional && j.onPrediction(c.Action) {
		predicted := say.New("provisional")
		if j.row.Member.Row().Joint.Housing == "" {
			predicted = predicted.As("bush")
		}
		r.say(predicted)
	} else if c.provisional && j.unlimited(c.Action) {
		r.say(say.New("provisional").As("limits"))
	}
	j.remarkBend(r)
	for _, m := range j.members {
		r.add(j.heatedPart(m))
		if c.Shell != 0 {
			j.remarkHousings(r, m)
		}
	}
	for i := range j.fits {
		f := &j.fits[i]
		if f.Kind != j.row.Member.Row().Fit {
			continue
		}
		if f.Void {
			r.say(f.WhyVoid())
		}
		if f.Stale {
			r.say(say.Of("fit_stale", f.journal, f.joint(), say.Word("basis", "basis", f.Basis)))
		}
	}
	for _, i := range j.in.Members(j.row.Bend) {
		if f := &j.findings[i]; f.Stale {
			r.say(say.Of("stale", refOf(f)))
		}
	}
}

// remarkBend says on the mains whether the shaft is bent once, in an S or more, and on the pins what grinding the mains
// of a bent shaft does to them.
func (s *subject) remarkBend(r *remarks) {
	if s.bend != nil {
		r.say(s.bend.Says)
	}
	if s.row.Member.Row().Each != part.PerThrow {
		return
	}
	mains, way, ok := s.stands(part.MainJournals)
	if ok && way.Action == Grind && way.Method != Straighten && slices.ContainsFunc(mains.Reasons,
		func(r Reason) bool { return r.Code == beyondCode+"runout" }) {
		r.say(say.New("pins_parallel"))
	}
}

// remarkHousings says where shells are picked for a clearance whose housing nobody measured.
func (s *subject) remarkHousings(r *remarks, m member) {
	housing := m.ref.Kind.Row().Joint.Housing
	for _, f := range m.fits {
		if f.Basis == BasisPredicted || housing == "" {
			continue
		}
		if _, measured := s.finding(housing, f.Number); measured == nil {
			r.say(say.Of("housing_unmeasured", m.ref, f.joint()))
		}
	}
}

// remarkMissed says where a clearance that is kept misses what is aimed at, and which way would reach it: a grind,
// whose size is made for it.
func (j judged) remarkMissed(r *remarks, options []Option, c choice) {
	next := first(options, func(o Option) bool { return o.Action == Grind && o.Method == "" })
	for _, f := range j.missed(*c.option) {
		missed := say.Of("misses_aim", f.journal, f.joint(), say.Range("clearance", f.after.Min, f.after.Max),
			say.Range("aim", f.band.Min, f.band.Max))
		if next != nil {
			missed = missed.And(say.Step("step", next.Step)).As("grind")
		}
		r.say(missed)
	}
}

// remarkStacking says where a journal and its housing are each within their limits, and together leave a clearance
// outside its window.
func (j judged) remarkStacking(r *remarks) {
	for i := range j.members {
		m := &j.members[i]
		joint := m.ref.Kind.Row().Joint
		if joint.Housing == "" || !m.sound() {
			continue
		}
		for _, f := range m.fits {
			housing := Ref{Kind: joint.Housing, Number: f.Number}
			feature, found := j.finding(housing.Kind, housing.Number)
			if f.Basis == BasisPredicted || f.insideWindow() || found == nil || len(found.Checks) == 0 ||
				!(member{ref: housing, feature: feature, finding: found}).sound() {
				continue
			}
			stacked := say.Of("stacking", f.journal, f.joint(), say.Part("housing", housing),
				say.Range("clearance", f.Clearance.Min, f.Clearance.Max))
			if f.Clearance.Min < f.Window.Min {
				stacked = stacked.As("tight")
			}
			r.say(stacked)
		}
	}
}

// heated asks for the tests that come before parts with heat marks are machined or go back in.
func (s *subject) heated() (r remarks) {
	for _, m := range s.members {
		r.add(s.heatedPart(m))
	}
	return r
}

func (s *subject) heatedPart(m member) (r remarks) {
	if m.finding.Look != inspection.Heat || m.tested() || m.softened() {
		return r
	}
	r.say(say.Of("caution_heat", m.ref))
	_, crack := m.feature.Tested(inspection.TestCrack)
	_, hardness := m.feature.Tested(inspection.TestHardness)
	if !crack || !hardness {
		r.asks = append(r.asks, Ask{What: AskTest, Feature: m.ref})
	}
	return r
}
