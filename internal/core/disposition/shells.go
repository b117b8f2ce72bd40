package disposition

import (
	"slices"

	"ledge/internal/core/fit"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// offerKept offers the journals at the size that they have: in the shells that are in, in standard ones, and in every
// shell on offer. Smooth ones are polished only where no shell serves, so that comes last.
func (j judged) offerKept(all *offers, as Way, causes []Reason) {
	onOffer := j.limits.ShellsFor(j.class)
	actions := []Action{as.Action}
	if as.Action == Reuse {
		actions = append(actions, Polish)
	}
	for _, action := range actions {
		all.add(j.inShells(as.do(action), nil, causes))
		if as.Method == MixedShell || as.Shell != 0 { // renewed, as they are unless the shop refits them
			all.add(j.inShells(Way{Action: action, Step: j.class}, &fit.Shell{}, causes))
		}
		for _, shell := range fit.Shells(onOffer, true) {
			if as.Method == MixedShell || shell.Change != as.Shell {
				way := Way{Action: action, Step: j.class, Shell: shell.Change}
				if shell.Halves {
					way.Method = MixedHalf
				}
				all.add(j.inShells(way, &shell, causes))
			}
		}
		if len(onOffer) > 0 && action == as.Action {
			all.add(j.inMixedShells(action, onOffer, causes))
		}
	}
}

// inShells keeps the journals at their size, polished or not. shell is nil for the shells that are in. What is only
// predicted refuses nothing, unless it is certain.
func (j judged) inShells(way Way, shell *fit.Shell, causes []Reason) Option {
	o := Option{Way: way, Feasible: len(causes) == 0, Reasons: slices.Clone(causes),
		Clearances: make([]After, 0, len(j.members))}
	if way.Method == MixedHalf && !j.in.Policy.MixedHalves {
		o.Reasons = append(o.Reasons, say.New("policy_mixed").As("halves"))
	}
	out := false
	for i := range j.members {
		m := &j.members[i]
		stock := unit.Length(0)
		if way.Action == Polish {
			var room bool
			if stock, room = j.stock(m, shell); !room {
				o.refuse(say.Of("polish_room", m.ref))
			}
		}
		for _, f := range m.fits {
			own := f.Shell
			if shell != nil {
				own = shell.Change
			}
			after := j.after(f, stock+own-f.Shell, own)
			o.Clearances = append(o.Clearances, after)
			if !after.lies() && (f.Basis != BasisPredicted || j.certain(m, f)) {
				if !out {
					o.Reasons, out = slices.Grow(o.Reasons, cap(o.Clearances)-len(o.Clearances)+1), true
				}
				o.refuse(fitReason("fit_out", f, after.Clearance).As("then"))
			}
		}
	}
	return o
}

// inMixedShells gives each journal the first shell that brings it into its window.
func (j judged) inMixedShells(action Action, onOffer []unit.Length, causes []Reason) Option {
	o := Option{Way: Way{Action: action, Method: MixedShell, Step: j.class},
		Feasible: len(causes) == 0, Reasons: slices.Clone(causes)}
	if !j.in.Policy.MixedShells {
		o.Reasons = append(o.Reasons, say.New("policy_mixed").As("shells"))
	}
	shells := fit.Shells(onOffer, j.in.Policy.MixedHalves)
	for i := range j.members {
		m := &j.members[i]
		for _, f := range m.fits {
			served := f.Basis == BasisPredicted && !j.certain(m, f)
			if served { // nobody picks a shell by what is only predicted
				o.Clearances = append(o.Clearances, j.after(f, 0, f.Shell))
			}
			for n := 0; n < len(shells) && !served; n++ {
				shell, stock, room := &shells[n], unit.Length(0), true
				if action == Polish {
					stock, room = j.stock(m, shell)
				}
				if after := j.after(f, stock+shell.Change-f.Shell, shell.Change); room && after.lies() {
					o.Clearances, served = append(o.Clearances, after), true
				}
			}
			if !served {
				o.refuse(say.Of("no_shell", f.journal, f.joint()))
			}
		}
	}
	return o
}

func (s *subject) after(f *Fit, move, shell unit.Length) After {
	c := f.Clearance.Plus(move)
	return After{Feature: f.journal, Clearance: c, Window: f.Window, Shell: shell,
		Verdict: s.verdict(c, f.Window, f.u), Rod: f.rod()}
}

// stock is what a polish takes off a journal's diameter in the shells that it is given, nil for those that are in: no
// more than its wear, and what is known of its clearance, leave it. Less than half a division of its gauge is nothing:
// it stays as it is, and room is false where it must be polished.
func (s *subject) stock(m *member, shell *fit.Shell) (stock unit.Length, room bool) {
	if s.in.Policy.PolishStock <= 0 {
		return 0, !m.finding.Look.WorseThan(inspection.Smooth)
	}
	stock = s.in.Policy.PolishStock
	if m.finding.Wear != nil && m.limits.WearMax != nil {
		stock = min(stock, *m.limits.WearMax-m.finding.Wear.Max)
	}
	for _, f := range m.fits {
		if f.Basis == BasisPredicted || f.Window == nil {
			continue
		}
		left := f.Window.Max - f.Clearance.Max
		if shell != nil {
			left -= shell.Change - f.Shell
		}
		if left >= 0 { // a clearance that is out is no matter of the stock
			stock = min(stock, left)
		}
	}
	if 2*stock < s.in.Division(m.feature) {
		return 0, !m.finding.Look.WorseThan(inspection.Smooth)
	}
	return stock, true
}

// wantsFits settles a set of which only predicted clearances are out after the work, or which nothing limits: a
// prediction sends no crank to the grinder and picks no shell. ok tells that the set is to be measured.
func (j judged) wantsFits() (c choice, ok bool) {
	if len(j.causes) > 0 || j.in.Policy.Grind == inspection.GrindAlways {
		return c, false
	}
	c.Action = Measure
	polished := j.asTheyAre().Action == Polish
	var limitless []Reason
	for i := range j.members {
		m := &j.members[i]
		stock := unit.Length(0)
		if polished {
			stock, _ = j.stock(m, nil)
		}
		for _, f := range m.fits {
			after := j.after(f, stock, f.Shell)
			switch out := !after.lies() && !j.bushRenewed(f); {
			case out && (f.Basis != BasisPredicted || j.certain(m, f)):
				return choice{}, false
			case out:
				c.because = append(c.because, fitReason("fit_out", f, after.Clearance))
				c.asks = append(c.asks, Ask{What: AskFit, Feature: m.fitRef(f)})
			}
		}
		if len(m.fits) == 0 && m.limits.WearMax == nil && j.belowNew(m) {
			c.asks = append(c.asks, Ask{What: AskLimit, Feature: m.ref})
			limitless = append(limitless, say.Of("limit_needed", m.ref, say.Length("size", *m.finding.Min)))
		}
	}
	wanted := len(c.because) > 0
	c.because = append(c.because, limitless...)
	if wanted {
		c.because = append(c.because, say.New("fit_needed"))
	}
	return c, len(c.because) > 0
}

// wantsShells settles a set that only a known clearance sends to the grinder, though shells with other walls could
// serve and nobody has said whether such are to be had.
func (j judged) wantsShells(c choice) (ask choice, ok bool) {
	if c.Action.keeps() || len(j.causes) > 0 || j.in.Policy.Grind == inspection.GrindAlways ||
		len(j.limits.ShellsFor(j.class)) > 0 {
		return c, false
	}
	most := j.in.Unit.Pick(2*unit.Thou, 50*unit.Micrometre) // as far as such shells go, common practice
	least, largest := -most, most
	var out []*Fit
	for i := range j.members {
		m := &j.members[i]
		for _, f := range m.fits {
			if f.Basis == BasisPredicted && j.certain(m, f) {
				return c, false
			}
			if f.Basis == BasisPredicted || f.Window == nil {
				continue
			}
			// As new standard shells would leave it, and what is then to be added or taken.
			lack, room := f.Window.Min-f.Clearance.Min+f.Shell, f.Window.Max-f.Clearance.Max+f.Shell
			if lack > room || lack > most || room < -most {
				return c, false
			}
			if lack > 0 || room < 0 {
				out = append(out, f)
			}
			if !j.in.Policy.MixedShells {
				least, largest = max(least, lack), min(largest, room)
			}
		}
	}
	if len(out) == 0 || least > largest {
		return c, false
	}
	ask = choice{Way: Way{Action: Measure, Step: j.class}}
	for _, f := range out {
		ask.because = append(ask.because, fitReason("fit_out", f, f.Clearance))
		ask.asks = append(ask.asks, Ask{What: AskLimit, Feature: f.journal})
	}
	ask.asks = merged(ask.asks)
	ask.because = append(ask.because, say.New("shells_unknown", say.Length("most", most)))
	return ask, true
}

// certain reports whether a predicted clearance is out whatever bearing is fitted: even the tightest
// new one, with the tightest shell on offer, leaves the most worn place beyond the window.
func (s *subject) certain(m *member, f *Fit) bool {
	c := m.limits.Clearance
	if f.Window == nil || c == nil || c.New == nil || m.limits.New == nil || s.bushRenewed(f) {
		return false
	}
	top := m.limits.New.Max - m.finding.Class()
	tightest := unit.Length(0)
	if shells := m.limits.ShellsFor(s.class); len(shells) > 0 {
		tightest = min(0, slices.Min(shells))
	}
	return c.New.Min+top-*m.finding.Min+tightest > f.Window.Max
}

// belowNew reports whether a journal is smaller than its new range by more than wear that nobody
// would ask about: 0.001 in or 0.025 mm, common practice.
func (s *scene) belowNew(m *member) bool {
	return m.finding.Measured() && m.limits.New != nil &&
		*m.finding.Min < m.limits.New.Min-m.finding.Class()-s.in.Unit.Pick(unit.Thou, 25*unit.Micrometre)
}

// unlimited reports whether the journals stay on their form alone, or a decision stands on a
// clearance's rule of thumb.
func (j judged) unlimited(action Action) bool {
	keeps := action == Reuse || action == Polish
	return slices.ContainsFunc(j.members, func(m member) bool {
		return keeps && len(m.fits) == 0 && m.limits.WearMax == nil ||
			slices.ContainsFunc(m.fits, func(f *Fit) bool {
				return f.thumbed && (keeps || len(j.causes) == 0 && f.Verdict != limit.Within)
			})
	})
}

// preferred is the way that the rules choose: as they are with the shells nearest to the aim; a polish
// where no shell serves; then the first step that cleans.
func (j judged) preferred(options []Option) *Option {
	plain := func(o Option) bool { return j.plain(o.Method) }
	asIs := options[0].Action
	if j.in.Policy.RefitShells || asIs != Reuse && asIs != Polish {
		return first(options, plain)
	}
	if best := j.nearestAim(options, asIs); best != nil {
		return best
	}
	if asIs == Reuse { // each its own, where the shop does that, before anything is taken off
		if each := first(options, func(o Option) bool { return o.Action == Reuse && plain(o) }); each != nil {
			return each
		}
		if best := j.nearestAim(options, Polish); best != nil {
			return best
		}
	}
	return first(options, plain)
}

// nearestAim is the way to keep the journals in one shell: in standard ones where every known clearance then lies in
// the band that is aimed at, else in the one that comes nearest to the aim.
func (j judged) nearestAim(options []Option, action Action) (best *Option) {
	if i := optionAt(options, Way{Action: action, Step: j.class}); i >= 0 && options[i].Feasible &&
		j.inBand(options[i]) {
		return &options[i]
	}
	off := unit.Length(0)
	for i := range options {
		o := &options[i]
		if !o.Feasible || o.Action != action || o.Step != j.class || o.Method == MixedShell || !j.plain(o.Method) ||
			!j.onOffer(*o) {
			continue
		}
		if miss := j.missesAim(*o); best == nil || miss < off || miss == off && smaller(o.Shell, best.Shell) {
			best, off = o, miss
		}
	}
	return best
}

// plain reports whether a method may be chosen and not only be listed: the policy lets shells be mixed, or not; those
// that are in stay as they are.
func (j judged) plain(method Method) bool {
	switch method {
	case "":
		return true
	case MixedHalf:
		return j.in.Policy.MixedHalves
	case MixedShell:
		_, uniform := j.fittedShell()
		return j.in.Policy.MixedShells || !uniform
	}
	return false
}

// smaller reports whether one shell is the smaller change, of equal ones the tighter.
func smaller(shell, other unit.Length) bool {
	if shell.Abs() != other.Abs() {
		return shell.Abs() < other.Abs()
	}
	return shell < other
}

// onOffer reports whether the shells of a way can be bought.
func (s *subject) onOffer(o Option) bool {
	return o.Shell == 0 || o.Method == MixedHalf || slices.Contains(s.limits.ShellsFor(s.class), o.Shell)
}

// A missedFit is a clearance that misses the band that is aimed at.
type missedFit struct {
	*Fit
	after fit.Clearance
	band  limit.Range
}

// outOfBand are the known fits that an option leaves outside the band that is aimed at: the shop's
// target, else the clearance of new parts, moved by the duty.
func (s *subject) outOfBand(o Option) (missed []missedFit) {
	for i, f := range s.used() {
		if f.Basis == BasisPredicted || i >= len(o.Clearances) {
			continue
		}
		after := o.Clearances[i].Clearance
		if band, known := s.band(s.limitsOf(f.journal)); known && (after.Min < band.Min || after.Max > band.Max) {
			missed = append(missed, missedFit{f, after, band})
		}
	}
	return missed
}

// missed are the known fits that an option leaves off what is aimed at: outside the band, or, where the aim is by the
// diameter, further from it than half the band's width.
func (s *subject) missed(o Option) []missedFit {
	missed := s.outOfBand(o)
	if !s.perInch() {
		return missed
	}
	for i, f := range s.used() {
		limits := s.limitsOf(f.journal)
		band, known := s.band(limits)
		if f.Basis == BasisPredicted || i >= len(o.Clearances) || !known || limits.Clearance.Target != nil {
			continue
		}
		_, journal := s.finding(f.journal.Kind, f.journal.Number)
		aim, width := s.aim(limits, *journal.Mean), band.Max-band.Min
		after := o.Clearances[i].Clearance
		if (after.Min+after.Max-2*aim).Abs() > width &&
			!slices.ContainsFunc(missed, func(m missedFit) bool { return m.Fit == f }) {
			missed = append(missed, missedFit{f, after, limit.Range{Min: aim - width/2, Max: aim + width/2}})
		}
	}
	return missed
}

func (s *subject) inBand(o Option) bool { return len(s.outOfBand(o)) == 0 }

// band is what is aimed at: the shop's target, else the clearance of new parts, moved by the duty.
func (s *scene) band(l *limit.Limits) (band limit.Range, known bool) {
	switch c := l.Clearance; {
	case c != nil && c.Target != nil:
		return c.Target.Shift(s.duty()), true
	case c != nil && c.New != nil:
		return c.New.Shift(s.duty()), true
	}
	return limit.Range{}, false
}

// missesAim is the furthest that the middle of a known fit then lies from the aim, doubled to stay
// whole.
func (s *subject) missesAim(o Option) (worst unit.Length) {
	for i, f := range s.used() {
		if f.Basis == BasisPredicted {
			continue
		}
		after := o.Clearances[i].Clearance
		diameter := unit.Length(0)
		if _, finding := s.finding(f.journal.Kind, f.journal.Number); finding != nil {
			diameter = *finding.Mean
		}
		worst = max(worst, (after.Min + after.Max - 2*s.aim(s.limitsOf(f.journal), diameter)).Abs())
	}
	return worst
}
