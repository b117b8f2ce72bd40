package disposition

import (
	"math"
	"slices"

	"ledge/internal/core/fit"
	"ledge/internal/core/inspection"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// thrust is the direction in which a skirt is measured: square to the pin.
const thrust = 90 * unit.Degree

// Cylinders are honed, bored to the first oversize that cleans all, the one sleeved that no oversize
// cleans, else the block is replaced.

func gatherCylinders(s *scene, name part.Set) *subject {
	sub := s.gatherOf(name)
	if sub == nil || !sub.limited {
		return nil
	}
	sub.classed()
	sub.rungs = (*subject).climbBores
	sub.ladder = sub.climbBores()
	return sub
}

func judgeCylinders(s *subject) judgement {
	j := judgeParts(s)
	j.judgeFits(s)
	return j
}

// skirt is the size of the piston of a bore, square to its pin: the largest reading nearest that direction.
func (s *scene) skirt(ref Ref) (size unit.Length, u float64, ok bool) {
	f, piston := s.finding(ref.Kind.Row().Mate, ref.Number)
	if piston == nil {
		return 0, 0, false
	}
	if _, bore := s.finding(ref.Kind, ref.Number); bore != nil {
		if class, then := s.classThen(ref, f.State); then && class != bore.Class() {
			return 0, 0, false // the piston of the bore as it was
		}
	}
	return slices.Max(piston.Grid.InDirections(piston.Grid.Nearest(thrust))), piston.U, true
}

// Skirt is the size of a cylinder's latest piston square to its pin, or of a bought one; ok is
// false while it is not measured.
func Skirt(findings []inspection.Finding, number int, bought bool) (size unit.Length, ok bool) {
	for i := len(findings) - 1; i >= 0; i-- {
		f := &findings[i]
		if f.Kind == part.PistonSet.Row().Member && f.Number == number && f.Measured() &&
			(!bought || f.State == part.NewPart) {
			return slices.Max(f.Grid.InDirections(f.Grid.Nearest(thrust))), true
		}
	}
	return 0, false
}

// climbBores builds the ladder under both schools: the bar holds the old centre, or follows the wear.
func (s *subject) climbBores() (ladder []Rung) {
	allowance := s.in.Policy.CleanupAllowance
	for _, m := range s.members {
		if !m.finding.Measured() || m.limits.New == nil || m.finding.Wear == nil {
			continue
		}
		reference := m.finding.Wear.Reference
		if m.feature.Unworn != nil { // what was read says more than what the book expects
			reference = *m.feature.Unworn
		}
		deepest := m.belowDamage()
		hold := max(reference+2*(*m.finding.Max-reference)+allowance, deepest)
		follow := max(*m.finding.Max+allowance, deepest)
		rung := Rung{Feature: m.ref, Smallest: *m.finding.Min, Largest: *m.finding.Max,
			Middle: m.limits.New.Middle(), Allowance: allowance, Cleans: hold, OtherSchool: &follow}
		if s.in.Policy.BoreCleanup == inspection.FollowWear {
			rung.Cleans, rung.OtherSchool = follow, &hold
		}
		ladder = append(ladder, rung)
	}
	return ladder
}

func offerCylinders(j judged) []Option {
	all := offers{}
	if !j.in.Policy.RingsRenewed {
		o := asIs(Way{Step: j.class}, slices.Concat(j.causes, j.fitsOut, j.newPistonsOut()))
		o.Clearances = j.pistonsAfter(nil)
		all.add(o)
	}
	all.add(j.hone(false))
	if j.wornPistons() {
		if fresh := j.hone(true); fresh.Feasible {
			all.add(fresh)
		} else if i := optionAt(all, fresh.Way); i >= 0 {
			all[i].Reasons = append(all[i].Reasons, fresh.Reasons...)
		}
	}
	for _, step := range j.steps() {
		all.add(j.bore(step, j.members))
	}
	if needing := j.needsSleeve(); len(needing) > 0 {
		all.add(j.sleeve(needing))
	} else {
		j.offerSleeveSome(&all)
	}
	all.add(anew(say.New("replace").As("block")))
	return all
}

// newPistonsOut are the bores that would leave the new pistons that they get anyway a clearance outside its window.
func (s *subject) newPistonsOut() (out []Reason) {
	for _, m := range s.members {
		window, known := fit.Window(m.limits.Clearance)
		if !known || !m.finding.Measured() || !s.renewed(m) {
			continue
		}
		skirt := *s.newSkirt(m)
		f := Fit{Basis: BasisPredicted, Window: &window, journal: m.ref,
			Clearance: fit.Clearance{Min: *m.finding.Min - skirt, Max: *m.finding.Max - skirt}}
		if !f.insideWindow() {
			out = append(out, fitReason("fit_out", &f, f.Clearance).As("then"))
		}
	}
	return out
}

// steps are the oversizes that the set can be bored to: beyond its class, and for a mixed set its furthest class too.
func (s *subject) steps() (steps []unit.Length) {
	for _, step := range s.limits.Oversizes {
		if step > s.class || (step == s.class && s.mixed) {
			steps = append(steps, step)
		}
	}
	return steps
}

// pistonsAfter are the clearances of the measured pistons, as found or, with sizes, at the ends of
// their windows.
func (s *subject) pistonsAfter(sizes []FinishedSize) []After {
	var after []After
	for _, m := range s.members {
		f := m.fit()
		at := slices.IndexFunc(sizes, func(size FinishedSize) bool { return size.Feature == m.ref })
		fresh := s.newSkirt(m)
		if fresh == nil || at < 0 || !sizes[at].MateNew {
			fresh = nil
		}
		if f == nil && fresh == nil {
			continue
		}
		one := After{Feature: m.ref}
		switch {
		case f != nil:
			one.Clearance, one.Window = f.Clearance, f.Window
		default:
			if window, known := fit.Window(m.limits.Clearance); known {
				one.Window = &window
			}
		}
		if at >= 0 {
			skirt := fresh
			if skirt == nil {
				skirt = m.skirtIn()
			}
			one.Clearance = fit.Clearance{Min: sizes[at].Size - *skirt, Max: sizes[at].Size - *skirt}
		}
		one.Verdict = s.verdict(one.Clearance, one.Window, m.finding.U)
		if f != nil {
			one.Verdict = s.verdict(one.Clearance, one.Window, f.u)
		}
		after = append(after, one)
	}
	return after
}

// bore works out one oversize for the given cylinders.
func (s *subject) bore(step unit.Length, members []member) Option {
	o := attempt(Way{Action: Bore, Step: step})
	o.Sizes = make([]FinishedSize, 0, len(members))
	for _, m := range members {
		rung := s.rung(m.ref)
		switch {
		case s.stays(m, step):
			o.Sizes = append(o.Sizes, FinishedSize{Feature: m.ref, Size: *m.finding.Max, Kept: true})
		case m.cracked():
			o.refuse(say.Of("cracked", m.ref))
		case rung == nil:
			o.refuse(say.Of("no_new_range", m.ref))
		case !m.clears(step, rung.Cleans):
			o.refuse(say.Of("not_clean", m.ref, say.Apart("size", rung.Middle+step, rung.Cleans),
				say.Apart("cleans", rung.Cleans, rung.Middle+step)).As("bore"))
		default:
			size := s.boredTo(m, step, *rung)
			o.Sizes = append(o.Sizes, size)
			o.Reasons = append(o.Reasons, s.smallPiston(m, size, *rung)...)
		}
	}
	return o
}

// clears compares twice both sides, so that the middle of an odd range stays exact.
func (m member) clears(step, cleans unit.Length) bool {
	return m.limits.New.Min+m.limits.New.Max+2*step >= 2*cleans
}

func chooseCylinders(j judged, options []Option) choice {
	// Nothing is promised beside an unread bore, a cracked one or not.
	if len(j.cracks) == 0 || len(j.incomplete()) > 0 {
		if c, ok := j.early(); ok {
			return c
		}
	}
	if c, ok := j.wantsStamp(); ok {
		return c
	}
	may := func(o Option) bool { return o.Method == "" && (o.Action != Sleeve || len(j.cracks) == 0) }
	c := take(first(options, may))
	if c.option != nil && c.option.atService() { // pistons that are bought anyway are bought for the first oversize
		if bored := first(options, func(o Option) bool { return o.Action == Bore && may(o) }); bored != nil {
			c = take(bored)
		}
	}
	switch {
	case c.Action.keeps():
		c.provisional = j.pistonless()
	case c.Action == Bore || c.Action == Sleeve:
		c.asks = j.askDepths()
		c.provisional = len(c.asks) > 0
	}
	return c
}

// atService tells of a hone that new pistons would only be set up in at the service limit.
func (o Option) atService() bool {
	return o.Action == Hone && slices.ContainsFunc(o.Reasons, func(r Reason) bool {
		return r.Code == "hone_service" && o.mateNew(*r.Feature)
	})
}

// mateNew reports whether a way gives a part a new mate.
func (o Option) mateNew(ref Ref) bool {
	return slices.ContainsFunc(o.Sizes, func(s FinishedSize) bool { return s.MateNew && s.Feature == ref })
}

// newMost is the largest clearance of new parts, moved by the duty.
func (s *scene) newMost(ref Ref) unit.Length {
	if play := NewPlay(s.in, ref); play != nil {
		return play.Max
	}
	return math.MaxInt64
}

func explainCylinders(j judged, options []Option, c choice) (r remarks) {
	if c.option == nil {
		return r
	}
	r.say(j.causes...)
	r.say(j.fitsOut...)
	switch keeps := c.Action.keeps(); {
	case !keeps:
	case len(j.causes)+len(j.fitsOut) == 0:
		r.say(j.within("wear", "taper", "out_of_round", "clearance"))
	case !slices.ContainsFunc(c.option.Sizes, func(s FinishedSize) bool { return s.MateNew }):
		r.say(say.New("hone_to_size"))
	}
	if honed := first(options, func(o Option) bool { return o.Action == Hone }); c.Action == Bore && honed != nil {
		for _, after := range honed.Clearances {
			if honed.mateNew(after.Feature) && after.Clearance.Max > j.newMost(after.Feature) {
				r.say(say.Of("bored_for_pistons", after.Feature,
					say.Range("clearance", after.Clearance.Min, after.Clearance.Max)))
			}
		}
	}
	for i := range j.fits {
		if f := &j.fits[i]; f.Void && f.Kind == j.row.Member.Row().Fit {
			r.say(f.WhyVoid())
		}
	}
	r.say(c.option.Reasons...)
	for _, a := range c.asks {
		r.say(say.Of("depth", a.Feature))
	}
	switch {
	case c.provisional && c.Action.keeps():
		r.say(say.New("provisional").As("pistons"))
	case c.Action == Bore:
		if worst := j.worstBore(c.Step); worst != nil {
			r.say(say.Of("step", worst.Feature, say.Length("worn", worst.Largest),
				say.Length("cleans", worst.Cleans), say.Step("step", c.Step)).As("bore"))
		}
		r.say(say.New("bore_sheet"))
	}
	if !c.Action.keeps() {
		r.say(j.crackTest()...)
	}
	return r
}

// worstBore is the rung that decides a step, of the cylinders that are bored to it.
func (s *subject) worstBore(step unit.Length) *Rung {
	var worst *Rung
	for i := range s.members {
		r := s.rung(s.members[i].ref)
		if r == nil || s.stays(s.members[i], step) {
			continue
		}
		if worst == nil || r.Cleans-r.Middle > worst.Cleans-worst.Middle {
			worst = r
		}
	}
	return worst
}

// needsSleeve lists the cylinders that are cracked or beyond the last oversize. A sound one needs nothing.
func (s *subject) needsSleeve() (needing []member) {
	last := unit.Length(-1)
	for _, step := range s.steps() {
		last = step
	}
	for _, m := range s.members {
		rung := s.rung(m.ref)
		if m.cracked() || m.finding.Measured() && !m.sound() &&
			(last < 0 || rung == nil || !m.clears(last, rung.Cleans)) {
			needing = append(needing, m)
		}
	}
	return needing
}

// rest is what the other cylinders take while some are sleeved: nothing where they are sound, else the first
// oversize that cleans them all. ok is false where that is no less than a step.
func (s *subject) rest(below unit.Length, sleeved ...member) (o Option, ok bool) {
	others := slices.DeleteFunc(slices.Clone(s.members), func(m member) bool {
		return slices.ContainsFunc(sleeved, func(one member) bool { return one.ref == m.ref })
	})
	step := s.class
	if len(others) > 0 {
		step = others[0].finding.Class()
	}
	if !slices.ContainsFunc(others, func(m member) bool { return m.finding.Class() != step || !m.sound() }) {
		return Option{Way: Way{Step: step}}, step < below
	}
	for _, step := range s.steps() {
		if step >= below {
			continue
		}
		if o := s.bore(step, others); o.Feasible {
			return o, true
		}
	}
	return Option{}, false
}

// mostSleeves are as many as a block is worth: common practice.
const mostSleeves = 2

// sleeve works out sleeving those that need it.
func (s *subject) sleeve(needing []member) Option {
	o := Option{Way: Way{Action: Sleeve}}
	if len(needing) > 1 {
		o.Method = SleeveSome
	}
	rest, ok := s.rest(math.MaxInt64, needing...)
	switch {
	case len(needing) > mostSleeves:
		o.Reasons = []Reason{say.New("sleeve_many", say.Count("count", len(needing)))}
	case !ok:
		o.Reasons = []Reason{say.New("sleeve_rest")}
	default:
		o.Feasible, o.Step, o.Sizes = true, rest.Step, withSleeve(rest, needing)
		for _, m := range needing {
			o.Reasons = append(o.Reasons, say.Of("sleeve", m.ref))
		}
	}
	return o
}

// offerSleeveSome lists sleeving the one cylinder, or the two, that alone force a larger oversize on all.
func (s *subject) offerSleeveSome(all *offers) {
	next := first(*all, func(Option) bool { return true })
	if next == nil || next.Action != Bore {
		return
	}
	step := next.Step
	least := step
	offer := func(method Method, rest Option, sleeved ...member) {
		o := Option{Way: Way{Action: Sleeve, Method: method, Step: rest.Step}, Feasible: true,
			Sizes: withSleeve(rest, sleeved)}
		for _, m := range sleeved {
			o.Reasons = append(o.Reasons, sleeveOne(m.ref, rest))
		}
		all.add(o)
		least = min(least, rest.Step)
	}
	for _, m := range s.members {
		if rest, ok := s.rest(step, m); ok {
			offer(SleeveOne, rest, m)
		}
	}
	for n, one := range s.members {
		for _, other := range s.members[n+1:] {
			if rest, ok := s.rest(least, one, other); ok {
				offer(SleeveSome, rest, one, other)
			}
		}
	}
}

// withSleeve are the sizes of the rest and that of the sleeved cylinder, which comes back to the
// size of the others.
func withSleeve(rest Option, sleeved []member) []FinishedSize {
	sizes := slices.Clone(rest.Sizes)
	for _, m := range sleeved {
		own := FinishedSize{Feature: m.ref, Sleeved: true}
		if m.limits.New != nil {
			own.Size = m.limits.New.Middle() + rest.Step
		}
		sizes = append(sizes, own)
	}
	return sizes
}

// sleeveOne says what the rest of the cylinders take.
func sleeveOne(ref Ref, rest Option) Reason {
	if rest.Action == Bore {
		return say.Of("sleeve_one", ref, say.Step("step", rest.Step)).As("bore")
	}
	return say.Of("sleeve_one", ref)
}
