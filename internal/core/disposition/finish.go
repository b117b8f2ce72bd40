package disposition

import (
	"slices"

	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// conclude makes the decision of what was chosen, with the remarks that every decision carries.
func conclude(j judged, options offers, c choice, why remarks) Set {
	set := Set{Set: j.row.Set, Way: c.Way, SizeClass: j.class, Mixed: j.mixed, Checks: j.checks, Ladder: j.ladder,
		Rings: j.rings, Unmeasured: j.absent, NotSeen: j.unseen(), Provisional: c.provisional}
	if j.bend != nil {
		set.Bend = j.bend.Course
	}
	keeps := c.Action.keeps()
	if keeps && slices.ContainsFunc(set.NotSeen, func(u Unseen) bool { return u.Why == Unmeasured }) {
		set.Provisional = true
	}
	if keeps && slices.ContainsFunc(j.members, func(m member) bool { return m.finding.Noted("odd_lobes") }) {
		set.Provisional = true
	}
	if c.Action.Decides() && j.open && (keeps || !j.clear) {
		set.Provisional = true
		why.say(j.left...)
		if j.rule() == limit.Guarded && !keeps && !j.clear {
			// Leaving the parts as they are on somebody's signature.
			options.add(Option{Way: Way{Action: Reuse, Step: j.class, Method: Accept}, Feasible: true,
				Reasons: []Reason{say.New("accept").As("near")}})
		}
	}
	if set.Provisional && keeps {
		why.asks = append(why.asks, j.askUnseen(set.NotSeen)...)
	}
	if set.Provisional {
		why.say(j.whyProvisional(why.reasons, why.asks, keeps)...)
	}
	if c.Action.Decides() && j.in.Policy.Confirm {
		why.say(j.remarkGauges()...)
	}
	if c.Action.Decides() && j.rule() == limit.Guarded {
		why.say(j.remarkDefaults()...)
	}
	why.say(j.remarkHeld()...)
	why.say(j.remarkHand()...)
	if keeps {
		why.say(j.remarkReadAgain()...)
	}
	set.Options, set.Asks = options, j.inTurn(why.asks)
	set.Members = j.treatments(&set)
	if set.Reasons = append(why.reasons, j.remarkMembers()...); set.Reasons == nil {
		set.Reasons = []Reason{}
	}
	return set
}

// remarkMembers says of each member what no limit covers.
func (s *subject) remarkMembers() (reasons []Reason) {
	for i := range s.members {
		m := &s.members[i]
		for _, c := range m.finding.Checks {
			// An oval stands under the limit of the out-of-round: one remark is enough.
			if c.Verdict == limit.NoLimit && c.Name != limit.CheckOval &&
				(m.feature.Kind.Grid() || !c.Name.IsLow()) {
				reasons = append(reasons,
					say.Of("no_limit", m.ref, say.Word("check", "check", c.Name), say.Length("value", c.Value)))
			}
		}
		for _, n := range m.finding.Notes {
			if n.Feature == nil {
				n.Feature = &m.ref
			}
			reasons = append(reasons, n)
		}
	}
	return reasons
}

// whyProvisional says why a decision is provisional, where no other reason does.
func (j judged) whyProvisional(said []Reason, asks []Ask, keeps bool) []Reason {
	if len(j.left) > 0 || slices.ContainsFunc(said, func(r Reason) bool {
		return r.Code == "provisional" || r.Code == "thrust_bend"
	}) {
		return nil
	}
	if keeps {
		return []Reason{say.New("provisional").As("unseen")}
	}
	if slices.ContainsFunc(asks, func(a Ask) bool { return a.What == AskDepth }) {
		return []Reason{say.New("provisional").As("depth")}
	}
	return []Reason{say.New("provisional").As("near")}
}

// remarkGauges says which values no gauge that is to be had can tell from their limits, with the chance that they are
// within.
func (s *subject) remarkGauges() (reasons []Reason) {
	for i := range s.members {
		m := &s.members[i]
		for _, c := range m.finding.Checks {
			if how := s.in.Coarse(m.feature, c); !how.Undecidable || how.Finer > 0 || m.finding.Stale {
				continue
			}
			chance := limit.Chance(-c.Margin(), 0, float64(c.U)/2)
			reasons = append(reasons, say.Of("no_gauge_tells", m.ref, say.Word("check", "check", c.Name),
				say.Apart("value", c.Value, *c.Limit), say.Apart("limit", *c.Limit, c.Value),
				say.Number("chance", int(100*chance+0.5))))
		}
	}
	return reasons
}

// remarkDefaults says, where the gauge's uncertainty decides, of which parts nobody said what they were read with.
func (s *subject) remarkDefaults() (reasons []Reason) {
	for i := range s.members {
		if m := &s.members[i]; m.finding.Measured() && m.feature.Kind.Grid() && s.in.Named(m.feature) == nil {
			reasons = append(reasons,
				say.Of("default_gauge", m.ref, say.Length("division", s.in.Division(m.feature))))
		}
	}
	return reasons
}

// remarkHeld says under which condition the readings were taken that a decision stands on, where there are others.
func (s *subject) remarkHeld() []Reason {
	for _, m := range s.members {
		at, ok := s.in.Latest(m.ref.Kind, m.ref.Number)
		if !ok {
			continue
		}
		if before, there := s.in.HeldBefore(at); there && s.findings[before].Measured() && m.finding.Measured() {
			_, with := part.HeldIn(m.feature.State)
			_, without := part.HeldIn(s.in.Features[before].State)
			return []Reason{say.New("stands_on", say.Word("with", "held", with), say.Word("without", "held", without))}
		}
	}
	return nil
}

// remarkHand says where the readings repeat much worse than their gauge should, and what they cannot judge then.
func (s *subject) remarkHand() []Reason {
	for _, m := range s.members {
		hand, ok := s.in.HandOf(m.ref.Kind)
		if !ok || !hand.Loose {
			continue
		}
		r := say.New("hand", s.name("part"), say.Length("repeats", hand.Repeats))
		var least *unit.Length
		for _, other := range s.members {
			for _, c := range other.finding.Checks {
				if how := s.in.Coarse(other.feature, c); how.ByHand && (least == nil || *c.Limit < *least) {
					least = c.Limit
				}
			}
		}
		if least != nil {
			r = r.And(say.Length("limit", *least)).As("cannot")
		}
		return []Reason{r}
	}
	return nil
}

// remarkReadAgain says which parts stay because they were read again: what their first readings alone would have
// condemned.
func (s *subject) remarkReadAgain() (reasons []Reason) {
	for _, m := range s.members {
		first, again := m.feature.First()
		if !again {
			continue
		}
		taper, _ := first.Taper()
		round, _ := first.OutOfRound()
		for _, was := range []struct {
			check limit.CheckName
			value unit.Length
		}{{limit.CheckTaper, taper}, {limit.CheckOutOfRound, round}} {
			c := m.finding.Check(was.check)
			if c != nil && c.Limit != nil && was.value > *c.Limit && c.Value <= *c.Limit {
				reasons = append(reasons, say.Of("read_again", m.ref, say.Word("check", "check", was.check),
					say.Length("first", was.value), say.Apart("value", c.Value, *c.Limit),
					say.Apart("limit", *c.Limit, c.Value)))
			}
		}
	}
	return reasons
}
