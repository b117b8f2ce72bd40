package disposition

import (
	"slices"

	"ledge/internal/core/fit"
	"ledge/internal/core/form"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// Journals are decided by the rules for shafts in shells, in their order: replace what is cracked;
// measure; measure again; leave as it is or polish; other shells; grind; replace.

func gatherJournals(s *scene, name part.Set) *subject {
	sub := s.gatherOf(name)
	if sub == nil || !sub.limited {
		return nil
	}
	sub.classed()
	sub.rungs = (*subject).climb
	sub.ladder = sub.climb()
	sub.waits = sub.waitedFor()
	if sub.row.Bend != "" {
		if bend, ok := inspection.BendOf(s.in, s.findings); ok && bend.Course != form.Straight {
			sub.bend = &bend
		}
	}
	return sub
}

func judgeJournals(s *subject) judgement {
	j := judge(s)
	j.judgeStrokes(s)
	j.judgeFits(s)
	j.causes = append(j.causes, j.cracks...)
	return j
}

// judgeStrokes gathers the crankpins whose height says that their stroke is out.
func (j *judgement) judgeStrokes(s *subject) {
	for _, i := range s.in.Members(s.row.Stroke) {
		f := &s.findings[i]
		for _, c := range f.Checks {
			if c.Verdict != limit.Beyond {
				continue
			}
			j.clear = true
			r := say.Of(beyondCode+string(c.Name), refOf(f), say.Word("check", "check", c.Name),
				say.Apart("value", c.Value, *c.Limit), say.Apart("limit", *c.Limit, c.Value)).As("above")
			if c.Value < *c.Limit {
				r = r.As("below")
			}
			j.causes = append(j.causes, r)
		}
	}
}

// climb builds the ladder: the size at which each journal cleans up.
func (s *subject) climb() []Rung {
	policy := &s.in.Policy
	ladder := make([]Rung, 0, len(s.members))
	for _, m := range s.members {
		if !m.finding.Measured() || m.limits.New == nil {
			continue
		}
		rung := Rung{Feature: m.ref, Smallest: *m.finding.Min, Largest: *m.finding.Max,
			Middle: m.limits.New.Middle(), Allowance: policy.CleanupAllowance}
		if runout := s.turned(s.row.Bend, m.ref.Number); runout != nil {
			rung.Bend = runout.Twice
		}
		if bend, supposed := s.bends[m.ref.Number]; supposed {
			rung.Bend = bend
		}
		below := m.belowDamage()
		follow := min(rung.Smallest-rung.Bend-rung.Allowance, below-rung.Bend)
		rung.Cleans = follow
		if m.ref.Kind.Row().Each == part.PerThrow && m.finding.Wear != nil {
			hold := min(m.finding.Wear.Reference-2*m.finding.Wear.Max-rung.Allowance, below)
			rung.OtherSchool = &hold
			if policy.PinCleanup == inspection.HoldStroke {
				rung.Cleans, rung.OtherSchool = hold, &follow
			}
		}
		ladder = append(ladder, rung)
	}
	return ladder
}

func offerJournals(j judged) []Option {
	all := make(offers, 0, 16)
	causes := j.causes
	if j.in.Policy.Grind == inspection.GrindAlways {
		causes = append(slices.Clip(causes), say.New("policy_grind"))
	}
	as := j.asTheyAre()
	j.offerKept(&all, as, causes)
	j.offerStraightKept(&all, as)
	j.offerGrinds(&all)
	all.add(anew(say.New("replace").As(string(j.row.Set))))
	all.add(Option{Way: Way{Action: Replace, Method: BuildUp}, Feasible: !j.cracked(),
		Reasons: []Reason{say.New("build_up")}})
	for i := range len(all) { // by hand, as an hour's work instead of one for a price
		if o := all[i]; o.Action == Polish && o.Method == "" {
			o.Method = ByHand
			all.add(o)
		}
	}
	return all
}

// asTheyAre leaves journals at their size in the shells that they were read with: as they are, or polished where one
// looks worse than smooth.
func (s *subject) asTheyAre() Way {
	way := Way{Action: Reuse, Step: s.class}
	for _, m := range s.members {
		if m.finding.Look.WorseThan(inspection.Smooth) {
			way.Action = Polish
		}
	}
	shell, uniform := s.fittedShell()
	way.Shell = shell
	if !uniform {
		way.Method = MixedShell // each keeps the shell that it was read with
	}
	return way
}

// fittedShell is the shell that all fits were read with, and whether they agree.
func (s *subject) fittedShell() (shell unit.Length, uniform bool) {
	first := true
	for _, f := range s.used() {
		if !first && f.Shell != shell {
			return 0, false
		}
		shell, first = f.Shell, false
	}
	return shell, true
}

func (w Way) do(action Action) Way {
	w.Action = action
	return w
}

// offerStraightKept lists straightening the shaft at the size it has, where nothing but its runout is out.
func (j judged) offerStraightKept(all *offers, way Way) {
	if !j.bent() || way.Method != "" {
		return
	}
	way.Method = Straighten
	others := slices.DeleteFunc(slices.Clone(j.causes), func(r Reason) bool { return r.Code == beyondCode+"runout" })
	o := j.inShells(way, nil, others)
	o.Reasons = append(o.Reasons, say.New("straighten").As("kept"))
	all.add(o)
}

func chooseJournals(j judged, options []Option) choice {
	if len(j.cracks) > 0 {
		return choice{Way: Way{Action: Replace}, because: slices.Concat(j.cracks, j.crackTest())}
	}
	if c, ok := j.early(); ok {
		return c
	}
	if c, ok := j.wantsStamp(); ok {
		return c
	}
	if c, ok := j.wantsBushes(); ok {
		return c
	}
	if c, ok := j.wantsFits(); ok {
		return c
	}
	c := take(j.preferred(options))
	if ask, ok := j.wantsShells(c); ok {
		return ask
	}
	switch {
	case j.onPrediction(c.Action), j.unlimited(c.Action):
		c.provisional = true
	case c.Action == Grind:
		c.asks = j.askDepths()
		c.provisional = len(c.asks) > 0
	}
	return c
}

// onPrediction reports whether the decision rests on a clearance that was only predicted: always where
// the journals stay, and where nothing but a predicted clearance sends them to the grinder.
func (j judged) onPrediction(action Action) bool {
	keeps := action == Reuse || action == Polish
	if !keeps && (len(j.causes) > 0 || j.in.Policy.Grind == inspection.GrindAlways) {
		return false
	}
	for _, f := range j.used() {
		if f.Basis == BasisPredicted && (keeps || f.Verdict != limit.Within) {
			return true
		}
	}
	return false
}

func explainJournals(j judged, options []Option, c choice) (r remarks) {
	if c.option != nil {
		r.say(j.causes...)
		r.say(j.fitsOut...)
		j.remarkStacking(&r)
		for _, a := range c.asks {
			r.say(say.Of("depth", a.Feature))
		}
		switch c.Action {
		case Reuse, Polish:
			j.explainKept(&r, options, c)
		case Grind:
			r.say(j.worstStep(c), j.cautionGrind())
		case Replace:
			r.say(j.explainReplaced())
		}
	}
	j.remarkJournals(&r, c)
	return r
}

func (j judged) explainKept(r *remarks, options []Option, c choice) {
	r.say(j.within("wear", "taper", "out_of_round", "runout"))
	if c.Action == Polish {
		stock := say.Length("stock", j.in.Policy.PolishStock)
		tight := say.New("tight", stock)
		if i := slices.IndexFunc(j.members, func(m member) bool {
			return m.finding.Look == inspection.Marked
		}); i >= 0 {
			tight = say.Of("marked", j.members[i].ref, stock)
		}
		r.say(tight, say.New("caution_polish"))
	}
	if c.Shell != 0 || c.Method == MixedShell {
		shell := say.New("shell", say.Change("shell", c.Shell))
		switch {
		case c.Method == MixedShell:
			shell = shell.As("mixed")
		case len(j.fitsOut) == 0:
			shell = shell.As("nearest")
		}
		r.say(shell)
	}
	j.remarkMissed(r, options, c)
}

func (s *subject) explainReplaced() Reason {
	if s.limits.New == nil {
		return say.New("no_new_range").As("set")
	}
	return say.New("no_step")
}

func fitReason(code string, f *Fit, c fit.Clearance) Reason {
	kept := new(struct { // in one piece: every way that is out of its windows has one for each of them
		args [4]say.Arg
		ends [4]int64
	})
	clearance, window := say.Range("clearance", c.Min, c.Max), say.Range("window", f.Window.Min, f.Window.Max)
	kept.ends = [...]int64{window.N, window.M, clearance.N, clearance.M}
	clearance.Ns, window.Ns = kept.ends[:2:2], kept.ends[2:]
	kept.args = [...]say.Arg{f.joint(), say.Word("basis", "basis", f.Basis), clearance, window}
	return say.About(code, &f.journal, kept.args[:]...)
}

// insideWindow reports whether both ends lie inside, the gauge left out.
func (f *Fit) insideWindow() bool {
	return f.Window == nil || f.Clearance.Min >= f.Window.Min && f.Clearance.Max <= f.Window.Max
}
