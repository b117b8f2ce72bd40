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
// shell on offer.
func (j judged) offerKept(all *offers, as Way, causes []Reason) {
	both := func(way Way, shell *fit.Shell) {
		all.add(j.inShells(way, shell, causes))
		if as.Action == Reuse {
			all.add(j.inShells(way.do(Polish), shell, causes))
		}
	}
	both(as, nil)
	if as.Method == MixedShell || as.Shell != 0 { // renewed, as they are unless the shop refits them
		both(Way{Action: as.Action, Step: j.class}, &fit.Shell{})
	}
	onOffer := j.limits.ShellsFor(j.class)
	for _, shell := range fit.Shells(onOffer, true) {
		if as.Method == MixedShell || shell.Change != as.Shell {
			way := Way{Action: as.Action, Step: j.class, Shell: shell.Change}
			if shell.Halves {
				way.Method = MixedHalf
			}
			all.add(j.inShells(way, &shell, causes))
		}
	}
	if len(onOffer) > 0 {
		all.add(j.inMixedShells(as.Action, onOffer, causes))
	}
}

// inShells keeps the journals at their size, polished or not. shell is nil for the shells that are in.
func (j judged) inShells(way Way, shell *fit.Shell, causes []Reason) Option {
	o := Option{Way: way, Feasible: len(causes) == 0, Reasons: slices.Clone(causes),
		Clearances: make([]After, 0, len(j.members))}
	stock := j.stock(way.Action)
	if way.Action == Polish && stock <= 0 {
		o.refuse(say.New("polish_room"))
	}
	if way.Method == MixedHalf && !j.in.Policy.MixedHalves {
		o.Reasons = append(o.Reasons, say.New("policy_mixed").As("halves"))
	}
	out := false
	for _, f := range j.used() {
		move, own := stock, f.Shell
		if shell != nil {
			move += shell.Change - own
			own = shell.Change
		}
		after := j.after(f, move, own)
		o.Clearances = append(o.Clearances, after)
		if !after.lies() {
			if !out {
				o.Reasons, out = slices.Grow(o.Reasons, cap(o.Clearances)-len(o.Clearances)+1), true
			}
			o.refuse(fitReason("fit_out", f, after.Clearance).As("then"))
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
	for _, f := range j.used() {
		served := false
		for _, shell := range shells {
			after := j.after(f, j.stock(action)+shell.Change-f.Shell, shell.Change)
			if after.lies() {
				o.Clearances, served = append(o.Clearances, after), true
				break
			}
		}
		if !served {
			o.refuse(say.Of("no_shell", f.journal, f.joint()))
		}
	}
	return o
}

func (s *subject) after(f *Fit, move, shell unit.Length) After {
	c := f.Clearance.Plus(move)
	return After{Feature: f.journal, Clearance: c, Window: f.Window, Shell: shell,
		Verdict: s.verdict(c, f.Window, f.u), Rod: f.rod()}
}

// stock is what a way takes off the journals' diameter: of a polish no more than the most worn one has left.
func (s *subject) stock(action Action) unit.Length {
	if action != Polish {
		return 0
	}
	stock := s.in.Policy.PolishStock
	for _, m := range s.members {
		if m.finding.Wear != nil && m.limits.WearMax != nil {
			stock = min(stock, *m.limits.WearMax-m.finding.Wear.Max)
		}
	}
	return stock
}

// wantsFits settles a set of which only predicted clearances are out, or which nothing limits: a
// prediction sends no crank to the grinder and picks no shell. ok tells that the set is to be measured.
func (j judged) wantsFits() (c choice, ok bool) {
	if len(j.causes) > 0 || j.in.Policy.Grind == inspection.GrindAlways {
		return c, false
	}
	c.Action = Measure
	var limitless []Reason
	for _, m := range j.members {
		for _, f := range m.fits {
			switch out := !f.insideWindow(); {
			case out && (f.Basis != BasisPredicted || j.certain(m, f)):
				return choice{}, false
			case out:
				c.because = append(c.because, fitReason("fit_out", f, f.Clearance))
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

// certain reports whether a predicted clearance is out whatever bearing is fitted: even the tightest
// new one, with the tightest shell on offer, leaves the most worn place beyond the window.
func (s *subject) certain(m member, f *Fit) bool {
	c := m.limits.Clearance
	if f.Window == nil || c == nil || c.New == nil || m.limits.New == nil {
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
func (s *scene) belowNew(m member) bool {
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
// where that alone makes room; other shells; then the first step that cleans.
func (j judged) preferred(options []Option) *Option {
	plain := func(o Option) bool { return j.plain(o.Method) }
	asIs := options[0].Action
	if j.in.Policy.RefitShells || asIs != Reuse && asIs != Polish {
		return first(options, plain)
	}
	at := func(action Action) *Option {
		if i := optionAt(options, Way{Action: action, Step: j.class}); i >= 0 && options[i].Feasible {
			return &options[i]
		}
		return nil
	}
	standard := at(asIs)
	if standard != nil && j.inBand(*standard) {
		return standard
	}
	if polished := at(Polish); standard == nil && asIs == Reuse && polished != nil {
		return polished
	}
	var best *Option
	off := unit.Length(0)
	for i := range options {
		o := &options[i]
		if !o.Feasible || o.Action != asIs || o.Step != j.class || o.Method == MixedShell || !plain(*o) ||
			!j.onOffer(*o) {
			continue
		}
		if miss := j.missesAim(*o); best == nil || miss < off || miss == off && smaller(o.Shell, best.Shell) {
			best, off = o, miss
		}
	}
	if best == nil {
		return first(options, plain)
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
