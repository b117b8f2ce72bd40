package disposition

import (
	"slices"

	"ledge/internal/core/fit"
	"ledge/internal/core/inspection"
	"ledge/internal/core/unit"
)

// thrust is the direction in which a skirt is measured: square to the pin.
const thrust = 90 * unit.Degree

// cylinders decides the cylinders of an engine: hone, bore to the first oversize that cleans all,
// sleeve the one that no oversize cleans, else replace the block.
func (e *evaluator) cylinders() {
	b, ok := e.open(Cylinders, inspection.Cylinder)
	if !ok {
		return
	}
	b.classes()
	b.pistonFits()
	beyond, unsure := b.judge()
	b.judgeFits(&beyond, &unsure)
	b.climbBores()
	cracks := b.cracked()
	b.causes = append(b.causes, cracks...)
	b.cylinderOptions()
	if len(cracks) > 0 || !b.early(beyond, unsure) {
		b.chooseCylinders()
	}
	b.close()
}

// skirt is the size of a piston square to its pin: the largest reading nearest that direction.
func (b *board) skirt(number int) (size unit.Length, u float64, ok bool) {
	f, piston := b.finding(inspection.Piston, number)
	if piston == nil {
		return 0, 0, false
	}
	ref := Ref{inspection.Cylinder, number}
	if _, bore := b.finding(ref.Kind, number); bore != nil {
		if class, then := b.classThen(ref, f.State); then && class != bore.Class() {
			return 0, 0, false // the piston of the bore as it was
		}
	}
	return slices.Max(piston.Grid.InDirections(piston.Grid.Nearest(thrust))), piston.U, true
}

func (b *board) pistonFits() {
	for i := range b.members {
		m := &b.members[i]
		skirt, u, ok := b.skirt(m.ref.Number)
		if !ok || !m.finding.Measured() {
			continue
		}
		f := Fit{Kind: PistonFit, Number: m.ref.Number, Basis: BasisMeasured, u: hypot(m.finding.U, u),
			Clearance: fit.Clearance{Min: *m.finding.Min - skirt, Max: *m.finding.Max - skirt}}
		if window, ok := fit.Window(m.limits.Clearance, false, skirt); ok {
			f.Window = &window
		}
		m.fit = b.settle([]Fit{f}, m.finding)
	}
}

// climbBores builds the ladder under both schools: the bar holds the old centre, or follows the wear.
func (b *board) climbBores() {
	for _, m := range b.members {
		if !m.finding.Measured() || m.limits.New == nil || m.finding.Wear == nil {
			continue
		}
		allowance := b.in.Policy.CleanupAllowance
		hold := m.finding.Wear.Reference + 2*m.finding.Wear.Max + allowance
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
	keep := Reuse
	if b.in.Policy.RingsRenewed {
		keep = Hone
	}
	causes := append(slices.Clone(b.causes), b.fitsOut...)
	b.offer(Option{Action: keep, Step: b.set.SizeClass, Feasible: len(causes) == 0, Reasons: causes, Clearances: b.pistonsAfter(0)})
	b.offerHoneToSize()
	for _, s := range b.limits.Oversizes {
		if s > b.set.SizeClass || (s == b.set.SizeClass && b.set.Mixed) {
			b.offer(b.bore(s, b.members))
		}
	}
	b.offerSleeve()
	b.offerSleeveOne()
	b.offer(Option{Action: Replace, Feasible: true, Reasons: []Reason{reason("replace", nil, "Another block, measured like this one before it is paid for.")}})
}

func (b *board) pistonsAfter(move unit.Length) []After {
	var after []After
	for _, m := range b.members {
		if m.fit != nil {
			after = append(after, b.after(m, move, 0))
		}
	}
	return after
}

// offerHoneToSize offers to hone: a hone alone makes the bores true without giving the pistons too much play.
func (b *board) offerHoneToSize() {
	o := Option{Action: Hone, Step: b.set.SizeClass, Feasible: true}
	refuse := func(code string, ref *Ref, format string, args ...any) {
		o.Feasible, o.Reasons = false, append(o.Reasons, reason(code, ref, format, args...))
	}
	if b.set.Mixed {
		refuse("mixed_set", nil, "The set is mixed.")
	}
	for _, m := range b.members {
		switch {
		case m.finding.Look.WorseThan(inspection.Marked):
			refuse("look", &m.ref, "%s is graded %s.", m.ref.Name(), lookWords[m.finding.Look])
		case !m.finding.Measured():
		case m.fit == nil || m.fit.Window == nil:
			refuse("no_piston", &m.ref, "%s: its piston was not measured, or has no clearance limit.", m.ref.Name())
		default:
			if most := m.fit.Clearance.Max + b.in.Policy.HoneStock; most > m.fit.Window.Max {
				refuse("hone_out", &m.ref, "%s honed true would give its piston %s; %s is the limit.", m.ref.Name(), b.show(most), b.show(m.fit.Window.Max))
			} else {
				o.Sizes = append(o.Sizes, Size{m.ref, *m.finding.Max + b.in.Policy.HoneStock, false})
			}
		}
	}
	b.offer(o)
}

// bore works out one oversize for the given cylinders.
func (b *board) bore(s unit.Length, members []member) Option {
	o := Option{Action: Bore, Step: s, Feasible: true}
	refuse := func(r Reason) { o.Feasible, o.Reasons = false, append(o.Reasons, r) }
	for _, m := range members {
		rung := b.rung(m.ref)
		switch {
		case b.stays(m, s):
			o.Sizes = append(o.Sizes, Size{m.ref, *m.finding.Max, true})
		case m.cracked():
			refuse(reason("cracked", &m.ref, "%s is cracked.", m.ref.Name()))
		case rung == nil:
			refuse(reason("no_new_range", &m.ref, "%s has no new range or no reading to work out a step.", m.ref.Name()))
		case !clears(m, s, rung.Cleans):
			refuse(reason("not_clean", &m.ref, "%s would be %s and cleans up only at %s or above.", m.ref.Name(), b.show(rung.Middle+s), b.show(rung.Cleans)))
		default:
			o.Sizes = append(o.Sizes, Size{m.ref, rung.Middle + s, false})
		}
	}
	return o
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
		if m.cracked() || m.finding.Measured() && !sound(m) && (last < 0 || rung == nil || !clears(m, last, rung.Cleans)) {
			needing = append(needing, m)
		}
	}
	return needing
}

// without returns the members but one.
func (b *board) without(ref Ref) []member {
	return slices.DeleteFunc(slices.Clone(b.members), func(m member) bool { return m.ref == ref })
}

// rest is what the other cylinders take while one is sleeved: nothing where they are sound, else the first
// oversize that cleans them all.
func (b *board) rest(ref Ref) (o Option, ok bool) {
	others := b.without(ref)
	if b.uniform(others) && !slices.ContainsFunc(others, func(m member) bool { return !sound(m) }) {
		step := b.set.SizeClass
		if len(others) > 0 {
			step = others[0].finding.Class()
		}
		return Option{Step: step}, true
	}
	for _, s := range b.limits.Oversizes {
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
	o := Option{Action: Sleeve}
	if len(needing) > 1 {
		o.Reasons = []Reason{reason("sleeve_many", nil, "%d cylinders need a sleeve; only one alone is sleeved.", len(needing))}
	} else if rest, ok := b.rest(needing[0].ref); ok {
		o.Feasible, o.Step, o.Sizes = true, rest.Step, rest.Sizes
		o.Reasons = []Reason{reason("sleeve", &needing[0].ref, "%s alone is cracked or beyond the last oversize: a sleeve brings it back to the size of the others.", needing[0].ref.Name())}
	} else {
		o.Reasons = []Reason{reason("sleeve_rest", nil, "The other cylinders clean at no oversize together.")}
	}
	b.offer(o)
}

// offerSleeveOne lists sleeving the one cylinder that alone forces a larger oversize on all.
func (b *board) offerSleeveOne() {
	if len(b.needsSleeve()) > 0 {
		return
	}
	i := slices.IndexFunc(b.set.Options, func(o Option) bool { return o.Feasible })
	if i < 0 || b.set.Options[i].Action != Bore {
		return
	}
	for _, m := range b.members {
		if rest, ok := b.rest(m.ref); ok && rest.Step < b.set.Options[i].Step {
			b.offer(Option{Action: Sleeve, Method: SleeveOne, Step: rest.Step, Feasible: true, Sizes: rest.Sizes, Reasons: []Reason{
				reason("sleeve_one", &m.ref, "%s alone forces the larger step: with a sleeve in it the others %s.", m.ref.Name(), b.others(rest))}})
		}
	}
}

// others says in words what the rest of the cylinders take.
func (b *board) others(rest Option) string {
	if rest.Action == Bore {
		return "take " + b.step(rest.Step) + " over"
	}
	return "stay as they are"
}

func (b *board) chooseCylinders() {
	chosen := b.set.Options[slices.IndexFunc(b.set.Options, func(o Option) bool { return o.Feasible && o.Method == "" })]
	b.decide(chosen)
	b.set.Reasons = append(b.set.Reasons, b.causes...)
	b.set.Reasons = append(b.set.Reasons, b.fitsOut...)
	switch chosen.Action {
	case Reuse, Hone:
		if len(b.causes)+len(b.fitsOut) == 0 {
			b.because("within", nil, "Cylinders: wear, taper, out-of-round and piston clearance are within their limits wherever there is one.")
		} else {
			b.because("hone_to_size", nil, "Honed true, every piston still has its clearance.")
		}
	case Bore:
		if worst := b.worstBore(); worst != nil {
			b.because("step", &worst.Feature, "%s decides the size: worn to %s, it cleans up at %s or above; %s over is the first step that gives every cylinder that.",
				worst.Feature.Name(), b.show(worst.Largest), b.show(worst.Cleans), b.step(chosen.Step))
		}
		b.because("bore_sheet", nil, "Finish each cylinder to its own measured piston plus the target clearance.")
	default:
		b.set.Reasons = append(b.set.Reasons, chosen.Reasons...)
	}
	if chosen.Action != Reuse && chosen.Action != Hone && len(b.cracked()) > 0 {
		b.because("crack_test", nil, "A crack is only cleared by a crack test of a trained person, recorded here.")
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
