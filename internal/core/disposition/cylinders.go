package disposition

import (
	"math"
	"slices"

	"ledge/internal/core/fit"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// thrust is the direction in which a skirt is measured: square to the pin.
const thrust = 90 * unit.Degree

// cylinders decides the cylinders of an engine: hone, bore to the first oversize that cleans all,
// sleeve the one that no oversize cleans, else replace the block.
func (e *evaluator) cylinders() {
	b, ok := e.open(part.Cylinders, part.Cylinder)
	if !ok {
		return
	}
	b.classes()
	b.pistonFits()
	b.judge()
	b.judgeFits()
	b.climbBores()
	cracks := b.cracked()
	b.causes = append(b.causes, cracks...)
	b.cylinderOptions()
	// Nothing is promised beside an unread bore, a cracked one or not.
	if len(cracks) > 0 && len(b.incomplete()) == 0 || !b.early() {
		b.chooseCylinders()
	}
	b.close()
}

// skirt is the size of a piston square to its pin: the largest reading nearest that direction.
func (b *board) skirt(number int) (size unit.Length, u float64, ok bool) {
	f, piston := b.finding(part.Piston, number)
	if piston == nil {
		return 0, 0, false
	}
	ref := Ref{Kind: part.Cylinder, Number: number}
	if _, bore := b.finding(ref.Kind, number); bore != nil {
		if class, then := b.classThen(ref, f.State); then && class != bore.Class() {
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
		if f.Kind == part.Piston && f.Number == number && f.Measured() && (!bought || f.State == NewPart) {
			return slices.Max(f.Grid.InDirections(f.Grid.Nearest(thrust))), true
		}
	}
	return 0, false
}

// NewPart is the state of a part that was bought.
const NewPart = "new_part"

func (b *board) pistonFits() {
	for i := range b.members {
		m := &b.members[i]
		skirt, u, ok := b.skirt(m.ref.Number)
		if !ok || !m.finding.Measured() {
			continue
		}
		f := Fit{Kind: part.PistonFit, Number: m.ref.Number, journal: m.ref, Basis: BasisMeasured,
			u:         math.Hypot(m.finding.U, u),
			Clearance: fit.Clearance{Min: *m.finding.Min - skirt, Max: *m.finding.Max - skirt}}
		if window, ok := fit.Window(m.limits.Clearance); ok {
			f.Window = &window
		}
		if used := b.settle([]Fit{f}, m.finding); used != nil {
			m.fits = []*Fit{used}
		}
		b.checkClearance(&b.members[i])
	}
}

// climbBores builds the ladder under both schools: the bar holds the old centre, or follows the wear.
func (b *board) climbBores() {
	for _, m := range b.members {
		if !m.finding.Measured() || m.limits.New == nil || m.finding.Wear == nil {
			continue
		}
		allowance := b.in.Policy.CleanupAllowance
		reference := m.finding.Wear.Reference
		if m.feature.Unworn != nil { // what was read says more than what the book expects
			reference = *m.feature.Unworn
		}
		hold := reference + 2*(*m.finding.Max-reference) + allowance
		follow := *m.finding.Max + allowance
		rung := Rung{Feature: m.ref, Smallest: *m.finding.Min, Largest: *m.finding.Max,
			Middle: m.limits.New.Middle(), Allowance: allowance, Cleans: hold, OtherSchool: &follow}
		if b.in.Policy.BoreCleanup == inspection.FollowWear {
			rung.Cleans, rung.OtherSchool = follow, &hold
		}
		b.set.Ladder = append(b.set.Ladder, rung)
	}
}

func (b *board) cylinderOptions() {
	causes := append(slices.Clone(b.causes), b.fitsOut...)
	if !b.in.Policy.RingsRenewed {
		b.offer(Option{Way: Way{Action: Reuse, Step: b.set.SizeClass}, Feasible: len(causes) == 0,
			Reasons: causes, Clearances: b.pistonsAfter(nil)})
	}
	b.offer(b.hone(false))
	if b.wornPistons() {
		if fresh := b.hone(true); fresh.Feasible {
			b.offer(fresh)
		} else if o := b.set.Option(fresh.Way); o != nil {
			o.Reasons = append(o.Reasons, fresh.Reasons...)
		}
	}
	for _, s := range b.limits.Oversizes {
		if s > b.set.SizeClass || (s == b.set.SizeClass && b.set.Mixed) {
			b.offer(b.bore(s, b.members))
		}
	}
	b.offerSleeve()
	b.offerSleeveSome()
	b.offer(Option{Way: Way{Action: Replace}, Feasible: true, Reasons: []Reason{say.New("replace").As("block")}})
}

// pistonsAfter are the clearances of the measured pistons, as found or, with sizes, at the ends of
// their windows.
func (b *board) pistonsAfter(sizes []FinishedSize) []After {
	var after []After
	for _, m := range b.members {
		if m.fit() == nil {
			continue
		}
		c := m.fit().Clearance
		for _, s := range sizes {
			skirt := *m.finding.Max - m.fit().Clearance.Max
			if fresh := b.newSkirt(m); s.MateNew && fresh != nil {
				skirt = *fresh
			}
			if s.Feature == m.ref {
				c = fit.Clearance{Min: s.Size - skirt, Max: s.Size - skirt}
			}
		}
		after = append(after, After{Feature: m.ref, Clearance: c, Window: m.fit().Window,
			Verdict: b.verdict(c, m.fit().Window, m.fit().u)})
	}
	return after
}

// bore works out one oversize for the given cylinders.
func (b *board) bore(s unit.Length, members []member) Option {
	o := Option{Way: Way{Action: Bore, Step: s}, Feasible: true, Sizes: make([]FinishedSize, 0, len(members))}
	refuse := func(r Reason) { o.Feasible, o.Reasons = false, append(o.Reasons, r) }
	for _, m := range members {
		rung := b.rung(m.ref)
		switch {
		case b.stays(m, s):
			o.Sizes = append(o.Sizes, FinishedSize{Feature: m.ref, Size: *m.finding.Max, Kept: true})
		case m.cracked():
			refuse(say.Of("cracked", m.ref))
		case rung == nil:
			refuse(say.Of("no_new_range", m.ref))
		case !clears(m, s, rung.Cleans):
			refuse(say.Of("not_clean", m.ref, say.Apart("size", rung.Middle+s, rung.Cleans),
				say.Apart("cleans", rung.Cleans, rung.Middle+s)).As("bore"))
		default:
			o.Sizes = append(o.Sizes, FinishedSize{Feature: m.ref, Size: rung.Middle + s})
			o.Reasons = append(o.Reasons, b.smallPiston(m, s, *rung)...)
		}
	}
	return o
}

// smallPiston says, before anything is bored, where a piston that is there for a step is so small that its bore would
// not clean up.
func (b *board) smallPiston(m member, s unit.Length, rung Rung) []Reason {
	at, ok := b.in.Latest(part.Piston, m.ref.Number)
	if !ok || b.in.Features[at].State != NewPart {
		return nil
	}
	skirt, measured := Skirt(b.result.Features, m.ref.Number, true)
	if !measured || (skirt-(rung.Middle+s)).Abs() > limit.ClassTolerance(b.in.Unit)*5 {
		return nil // of another step
	}
	aim, _ := fit.Target(m.limits.Clearance, false, skirt)
	size := skirt + aim + b.duty()
	if size >= rung.Cleans {
		return nil
	}
	return []Reason{say.Of("piston_small", m.ref, say.Length("skirt", skirt), say.Apart("size", size, rung.Cleans),
		say.Apart("cleans", rung.Cleans, size))}
}

// clears compares twice both sides, so that the middle of an odd range stays exact.
func clears(m member, s, cleans unit.Length) bool {
	return m.limits.New.Min+m.limits.New.Max+2*s >= 2*cleans
}

// needsSleeve lists the cylinders that are cracked or beyond the last oversize. A sound one needs nothing.
func (b *board) needsSleeve() []member {
	last := unit.Length(-1)
	for _, s := range b.limits.Oversizes {
		if s > b.set.SizeClass || (s == b.set.SizeClass && b.set.Mixed) {
			last = s
		}
	}
	var needing []member
	for _, m := range b.members {
		rung := b.rung(m.ref)
		if m.cracked() || m.finding.Measured() && !sound(m) &&
			(last < 0 || rung == nil || !clears(m, last, rung.Cleans)) {
			needing = append(needing, m)
		}
	}
	return needing
}

// without returns the members but some.
func (b *board) without(some []member) []member {
	return slices.DeleteFunc(slices.Clone(b.members), func(m member) bool {
		return slices.ContainsFunc(some, func(one member) bool { return one.ref == m.ref })
	})
}

// rest is what the other cylinders take while some are sleeved: nothing where they are sound, else the first
// oversize that cleans them all. ok is false where that is no less than a step.
func (b *board) rest(below unit.Length, sleeved ...member) (o Option, ok bool) {
	others := b.without(sleeved)
	if b.uniform(others) && !slices.ContainsFunc(others, func(m member) bool { return !sound(m) }) {
		step := b.set.SizeClass
		if len(others) > 0 {
			step = others[0].finding.Class()
		}
		return Option{Way: Way{Step: step}}, step < below
	}
	for _, s := range b.limits.Oversizes {
		if s >= below {
			continue
		}
		if s > b.set.SizeClass || (s == b.set.SizeClass && b.set.Mixed) {
			if o := b.bore(s, others); o.Feasible {
				return o, true
			}
		}
	}
	return Option{}, false
}

func (b *board) uniform(members []member) bool {
	for _, m := range members {
		if m.finding.Class() != members[0].finding.Class() {
			return false
		}
	}
	return true
}

func (b *board) offerSleeve() {
	needing := b.needsSleeve()
	if len(needing) == 0 {
		return
	}
	o := Option{Way: Way{Action: Sleeve}}
	if len(needing) > 1 {
		o.Method = SleeveSome
	}
	rest, ok := b.rest(math.MaxInt64, needing...)
	switch {
	case len(needing) > mostSleeves:
		o.Reasons = []Reason{say.New("sleeve_many", say.Count("count", len(needing)))}
	case !ok:
		o.Reasons = []Reason{say.New("sleeve_rest")}
	default:
		o.Feasible, o.Step, o.Sizes = true, rest.Step, b.withSleeve(rest, needing)
		for _, m := range needing {
			o.Reasons = append(o.Reasons, say.Of("sleeve", m.ref))
		}
	}
	b.offer(o)
}

// mostSleeves are as many as a block is worth: common practice.
const mostSleeves = 2

// offerSleeveSome lists sleeving the one cylinder, or the two, that alone force a larger oversize on all.
func (b *board) offerSleeveSome() {
	if len(b.needsSleeve()) > 0 {
		return
	}
	i := slices.IndexFunc(b.set.Options, func(o Option) bool { return o.Feasible })
	if i < 0 || b.set.Options[i].Action != Bore {
		return
	}
	least := b.set.Options[i].Step
	for _, m := range b.members {
		if rest, ok := b.rest(b.set.Options[i].Step, m); ok {
			b.offer(Option{Way: Way{Action: Sleeve, Method: SleeveOne, Step: rest.Step}, Feasible: true,
				Sizes: b.withSleeve(rest, []member{m}), Reasons: []Reason{b.sleeveOne(m.ref, rest)}})
			least = min(least, rest.Step)
		}
	}
	for n, one := range b.members {
		for _, other := range b.members[n+1:] {
			pair := []member{one, other}
			if rest, ok := b.rest(least, pair...); ok {
				b.offer(Option{Way: Way{Action: Sleeve, Method: SleeveSome, Step: rest.Step}, Feasible: true,
					Sizes:   b.withSleeve(rest, pair),
					Reasons: []Reason{b.sleeveOne(one.ref, rest), b.sleeveOne(other.ref, rest)}})
				least = rest.Step
			}
		}
	}
}

// withSleeve are the sizes of the rest and that of the sleeved cylinder, which comes back to the
// size of the others.
func (b *board) withSleeve(rest Option, sleeved []member) []FinishedSize {
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
func (b *board) sleeveOne(ref Ref, rest Option) Reason {
	if rest.Action == Bore {
		return say.Of("sleeve_one", ref, say.Step("step", rest.Step)).As("bore")
	}
	return say.Of("sleeve_one", ref)
}

func (b *board) chooseCylinders() {
	chosen := b.set.Options[slices.IndexFunc(b.set.Options,
		func(o Option) bool {
			return o.Feasible && o.Method == "" && (o.Action != Sleeve || len(b.cracked()) == 0)
		})]
	b.decide(chosen)
	b.set.Provisional = (chosen.Action == Reuse || chosen.Action == Hone) && b.pistonless()
	b.set.Reasons = append(b.set.Reasons, b.causes...)
	b.set.Reasons = append(b.set.Reasons, b.fitsOut...)
	switch chosen.Action {
	case Reuse, Hone:
		if len(b.causes)+len(b.fitsOut) == 0 {
			b.because(b.within("wear", "taper", "out_of_round", "clearance"))
		} else if !slices.ContainsFunc(chosen.Sizes, func(s FinishedSize) bool { return s.MateNew }) {
			b.because(say.New("hone_to_size"))
		}
		b.set.Reasons = append(b.set.Reasons, chosen.Reasons...)
		if b.set.Provisional {
			b.because(say.New("provisional").As("pistons"))
		}
	case Bore:
		b.set.Reasons = append(b.set.Reasons, chosen.Reasons...)
		if worst := b.worstBore(); worst != nil {
			b.because(say.Of("step", worst.Feature, say.Length("worn", worst.Largest),
				say.Length("cleans", worst.Cleans), say.Step("step", chosen.Step)).As("bore"))
		}
		b.because(say.New("bore_sheet"))
	default:
		b.set.Reasons = append(b.set.Reasons, chosen.Reasons...)
	}
	if chosen.Action != Reuse && chosen.Action != Hone && len(b.cracked()) > 0 {
		b.because(say.New("crack_test"))
	}
}

func (b *board) worstBore() *Rung {
	var worst *Rung
	for i := range b.set.Ladder {
		if r := &b.set.Ladder[i]; worst == nil || r.Cleans-r.Middle > worst.Cleans-worst.Middle {
			worst = r
		}
	}
	return worst
}
