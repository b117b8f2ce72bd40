package disposition

import (
	"slices"

	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// wantsFits settles a set of which only predicted clearances are out, or which nothing limits: a
// prediction sends no crank to the grinder and picks no shell. It reports whether the set is to be
// measured.
func (b *board) wantsFits() bool {
	if len(b.causes) > 0 || b.in.Policy.Grind == inspection.GrindAlways {
		return false
	}
	var wanted, limitless []Reason
	var asks []Ask
	for _, m := range b.members {
		for _, f := range m.fits {
			out := !f.insideWindow()
			switch {
			case out && (f.Basis != BasisPredicted || b.certain(m, f)):
				return false
			case out:
				wanted = append(wanted, b.fitReason("fit_out", f, f.Clearance))
				asks = append(asks, Ask{What: AskFit, Feature: m.fitRef(f)})
			}
		}
		if len(m.fits) == 0 && m.limits.WearMax == nil && b.belowNew(m) {
			asks = append(asks, Ask{What: AskLimit, Feature: m.ref})
			limitless = append(limitless, say.Of("limit_needed", m.ref, say.Length("size", *m.finding.Min)))
		}
	}
	if len(wanted)+len(limitless) == 0 {
		return false
	}
	b.set.Action, b.set.Step, b.set.Reasons = Measure, 0, append(b.set.Reasons, append(wanted, limitless...)...)
	b.set.Asks = asks
	if len(wanted) > 0 {
		b.because(say.New("fit_needed"))
	}
	return true
}

// certain reports whether a predicted clearance is out whatever bearing is fitted: even the tightest
// new one, with the tightest shell on offer, leaves the most worn place beyond the window.
func (b *board) certain(m member, f *Fit) bool {
	c := m.limits.Clearance
	if f.Window == nil || c == nil || c.New == nil || m.limits.New == nil {
		return false
	}
	top := m.limits.New.Max - m.finding.Class()
	tightest := unit.Length(0)
	if shells := m.limits.ShellsFor(b.set.SizeClass); len(shells) > 0 {
		tightest = min(0, slices.Min(shells))
	}
	return c.New.Min+top-*m.finding.Min+tightest > f.Window.Max
}

// belowNew reports whether a journal is smaller than its new range by more than wear that nobody
// would ask about: 0.001 in or 0.025 mm, common practice.
func (b *board) belowNew(m member) bool {
	return m.finding.Measured() && m.limits.New != nil &&
		*m.finding.Min < m.limits.New.Min-m.finding.Class()-b.in.Unit.Pick(unit.Thou, 25*unit.Micrometre)
}

// unlimited reports whether the journals stay on their form alone, or a decision stands on a
// clearance's rule of thumb.
func (b *board) unlimited(chosen Option) bool {
	keeps := chosen.Action == Reuse || chosen.Action == Polish
	return slices.ContainsFunc(b.members, func(m member) bool {
		return keeps && len(m.fits) == 0 && m.limits.WearMax == nil ||
			slices.ContainsFunc(m.fits, func(f *Fit) bool {
				return f.thumbed && (keeps || len(b.causes) == 0 && f.Verdict != limit.Within)
			})
	})
}

// preferred is the index of the way that the rules choose: as they are with the shells nearest to the
// aim; a polish where that alone makes room; other shells; then the first step that cleans.
func (b *board) preferred() int {
	first := slices.IndexFunc(b.set.Options, func(o Option) bool {
		return o.Feasible && b.plain(o.Method)
	})
	asIs := b.set.Options[0].Action
	if b.in.Policy.RefitShells || asIs != Reuse && asIs != Polish {
		return first
	}
	standard := b.set.OptionAt(Way{Action: asIs, Step: b.set.SizeClass})
	keeps := standard >= 0 && b.set.Options[standard].Feasible
	if keeps && b.inBand(b.set.Options[standard]) {
		return standard
	}
	polished := b.set.OptionAt(Way{Action: Polish, Step: b.set.SizeClass})
	if !keeps && asIs == Reuse && polished >= 0 && b.set.Options[polished].Feasible {
		return polished
	}
	best, off := -1, unit.Length(0)
	for i, o := range b.set.Options {
		if !o.Feasible || o.Action != asIs || o.Step != b.set.SizeClass || o.Method == MixedShell ||
			!b.plain(o.Method) ||
			!b.onOffer(o) {
			continue
		}
		if miss := b.missesAim(o); best < 0 || miss < off || miss == off && b.smaller(o, b.set.Options[best]) {
			best, off = i, miss
		}
	}
	if best < 0 {
		return first
	}
	return best
}

// plain reports whether a method may be chosen and not only be listed: the policy lets shells be mixed, or not; those
// that are in stay as they are.
func (b *board) plain(method Method) bool {
	switch method {
	case "":
		return true
	case MixedHalf:
		return b.in.Policy.MixedHalves
	case MixedShell:
		_, uniform := b.fittedShell()
		return b.in.Policy.MixedShells || !uniform
	}
	return false
}

// smaller reports whether a's shells are the smaller change, of equal ones the tighter.
func (b *board) smaller(a, other Option) bool {
	if a.Shell.Abs() != other.Shell.Abs() {
		return a.Shell.Abs() < other.Shell.Abs()
	}
	return a.Shell < other.Shell
}

// onOffer reports whether the shells of a way can be bought.
func (b *board) onOffer(o Option) bool {
	return o.Shell == 0 || o.Method == MixedHalf || slices.Contains(b.limits.ShellsFor(b.set.SizeClass), o.Shell)
}

// inBand reports whether every known fit then lies in the band that is aimed at: the shop's target,
// else the clearance of new parts, moved by the duty.
func (b *board) inBand(o Option) bool {
	for i, f := range b.used() {
		limits, _ := b.in.LimitsFor(f.journal.Kind, f.journal.Number)
		band, known := b.band(limits)
		after := o.Clearances[i].Clearance
		if f.Basis != BasisPredicted && known && (after.Min < band.Min || after.Max > band.Max) {
			return false
		}
	}
	return true
}

// band is what is aimed at: the shop's target, else the clearance of new parts, moved by the duty.
func (b *board) band(l limit.Limits) (band limit.Range, known bool) {
	switch c := l.Clearance; {
	case c != nil && c.Target != nil:
		return c.Target.Shift(b.duty()), true
	case c != nil && c.New != nil:
		return c.New.Shift(b.duty()), true
	}
	return limit.Range{}, false
}

// missesAim is the furthest that the middle of a known fit then lies from the aim, doubled to stay
// whole.
func (b *board) missesAim(o Option) (worst unit.Length) {
	for i, f := range b.used() {
		if f.Basis == BasisPredicted {
			continue
		}
		limits, _ := b.in.LimitsFor(f.journal.Kind, f.journal.Number)
		after := o.Clearances[i].Clearance
		diameter := unit.Length(0)
		if _, finding := b.finding(f.journal.Kind, f.journal.Number); finding != nil {
			diameter = *finding.Mean
		}
		worst = max(worst, (after.Min + after.Max - 2*b.aim(limits, diameter)).Abs())
	}
	return worst
}
