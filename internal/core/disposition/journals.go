package disposition

import (
	"iter"
	"slices"

	"ledge/internal/core/fit"
	"ledge/internal/core/form"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// journals decides a set of journals by the rules for shafts in shells, in their order: replace what is
// cracked; measure; measure again; leave as it is or polish; other shells; grind; replace.
func (e *evaluator) journals(name part.Set, kind part.Kind) {
	b, limited := e.open(name, kind)
	if b == nil {
		return
	}
	b.classes()
	b.fits() // shown even where nothing can be decided
	if !limited {
		return
	}
	b.judge()
	b.judgeFits()
	b.strokes()
	b.climb()
	cracks := b.cracked()
	b.causes = append(b.causes, cracks...)
	b.options(kind)
	if len(cracks) > 0 {
		b.set.Action, b.set.Step, b.set.Reasons = Replace, 0, append(b.set.Reasons, cracks...)
		b.because(say.New("crack_test"))
	} else if !b.early() {
		b.chooseFirst()
	}
	b.remarks()
	b.close()
}

// strokes gathers the crankpins whose height says that their stroke is out.
func (b *board) strokes() {
	if b.set.Set != part.RodJournals {
		return
	}
	for _, i := range b.in.Members(part.PinHeight) {
		f := &b.result.Features[i]
		for _, c := range f.Checks {
			if c.Verdict != limit.Beyond {
				continue
			}
			b.clear = true
			r := say.Of(beyondCode+string(c.Name), Ref{Kind: f.Kind, Number: f.Number},
				say.Word("check", "check", c.Name),
				say.Apart("value", c.Value, *c.Limit), say.Apart("limit", *c.Limit, c.Value)).As("above")
			if c.Value < *c.Limit {
				r = r.As("below")
			}
			b.cause(r)
		}
	}
}

// judgeFits gathers the fits that are out of their windows or unsure as found.
func (b *board) judgeFits() {
	for _, f := range b.used() {
		switch {
		case f.Verdict == limit.Within, f.Verdict == limit.NoLimit:
		case !f.insideWindow():
			b.clear = b.clear || f.Verdict == limit.Beyond
			b.open = b.open || f.Verdict == limit.Unsure
			b.fitsOut = append(b.fitsOut, b.fitReason("fit_out", f, f.Clearance))
		default: // too near to call, and inside
			b.open = true
		}
	}
}

// insideWindow reports whether both ends lie inside, the gauge left out.
func (f *Fit) insideWindow() bool {
	return f.Window == nil || f.Clearance.Min >= f.Window.Min && f.Clearance.Max <= f.Window.Max
}

// used are the fits that decide, of all members.
func (b *board) used() iter.Seq2[int, *Fit] {
	return func(yield func(int, *Fit) bool) {
		n := 0
		for i := range b.members {
			for _, f := range b.members[i].fits {
				if !yield(n, f) {
					return
				}
				n++
			}
		}
	}
}

func (b *board) fitReason(code string, f *Fit, c fit.Clearance) Reason {
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

// climb builds the ladder: the size at which each journal cleans up.
func (b *board) climb() {
	policy := b.in.Policy
	b.set.Ladder = make([]Rung, 0, len(b.members))
	for _, m := range b.members {
		if !m.finding.Measured() || m.limits.New == nil {
			continue
		}
		rung := Rung{Feature: m.ref, Smallest: *m.finding.Min, Largest: *m.finding.Max,
			Middle: m.limits.New.Middle(), Allowance: policy.CleanupAllowance}
		if m.ref.Kind == part.MainJournal {
			if i, ok := b.in.Latest(part.Runout, m.ref.Number); ok && !b.result.Features[i].Stale &&
				b.result.Features[i].Runout != nil {
				rung.Bend = b.result.Features[i].Runout.Twice
			}
		}
		follow := min(rung.Smallest-rung.Bend-rung.Allowance, b.below(m)-rung.Bend)
		rung.Cleans = follow
		if m.ref.Kind == part.RodJournal && m.finding.Wear != nil {
			hold := min(m.finding.Wear.Reference-2*m.finding.Wear.Max-rung.Allowance, b.below(m))
			rung.OtherSchool = &hold
			if policy.PinCleanup == inspection.HoldStroke {
				rung.Cleans, rung.OtherSchool = hold, &follow
			}
		}
		b.set.Ladder = append(b.set.Ladder, rung)
	}
}

// options lists the ways to treat the set in the order in which they are preferred; the first feasible
// plain one is chosen.
func (b *board) options(kind part.Kind) {
	causes := b.causes
	if b.in.Policy.Grind == inspection.GrindAlways {
		causes = append(slices.Clone(causes), say.New("policy_grind"))
	}
	asIs := Reuse
	worst := inspection.Smooth
	for _, m := range b.members {
		if m.finding.Look.WorseThan(worst) {
			worst = m.finding.Look
		}
	}
	if worst.WorseThan(inspection.Smooth) {
		asIs = Polish
	}
	fitted, uniform := b.fittedShell()
	as := Way{Step: b.set.SizeClass, Shell: fitted}
	if !uniform {
		as.Method = MixedShell // each keeps the shell that it was read with
	}
	b.offerShell(as.do(asIs), nil, causes)
	if asIs == Reuse {
		b.offerShell(as.do(Polish), nil, causes)
	}
	if !uniform || fitted != 0 { // renewed, as they are unless the shop refits them
		standard, renewed := fit.Shell{}, Way{Step: b.set.SizeClass}
		b.offerShell(renewed.do(asIs), &standard, causes)
		if asIs == Reuse {
			b.offerShell(renewed.do(Polish), &standard, causes)
		}
	}
	for _, shell := range fit.Shells(b.limits.ShellsFor(b.set.SizeClass), true) {
		if !uniform || shell.Change != fitted {
			way := Way{Action: asIs, Step: b.set.SizeClass, Shell: shell.Change}
			if shell.Halves {
				way.Method = MixedHalf
			}
			b.offerShell(way, &shell, causes)
		}
	}
	if len(b.limits.ShellsFor(b.set.SizeClass)) > 0 {
		b.offerMixedShells(asIs, causes)
	}
	b.offerStraightKept(as.do(asIs))
	b.offerGrinds()
	b.offer(Option{Way: Way{Action: Replace}, Feasible: true,
		Reasons: []Reason{say.New("replace").As(string(b.set.Set))}})
	b.offer(Option{Way: Way{Action: Replace, Method: BuildUp}, Feasible: len(b.cracked()) == 0, Reasons: []Reason{
		say.New("build_up")}})
	b.offerByHand()
}

// offerByHand offers every polish once more as an hour's work by hand, instead of one for a price.
func (b *board) offerByHand() {
	for _, o := range slices.Clone(b.set.Options) {
		if o.Action == Polish && o.Method == "" {
			o.Method = ByHand
			b.offer(o)
		}
	}
}

// fittedShell is the shell that all fits were read with, and whether they agree.
func (b *board) fittedShell() (shell unit.Length, uniform bool) {
	uniform = true
	first := true
	for _, f := range b.used() {
		if !first && f.Shell != shell {
			return 0, false
		}
		shell, first = f.Shell, false
	}
	return shell, uniform
}

func (w Way) do(action Action) Way {
	w.Action = action
	return w
}

// offerShell offers to keep the journals at their size, polished or not. shell is nil for the shells
// that are in.
func (b *board) offerShell(way Way, shell *fit.Shell, causes []Reason) {
	o := Option{Way: way, Feasible: len(causes) == 0, Reasons: slices.Clone(causes),
		Clearances: make([]After, 0, len(b.members))}
	stock := b.stock(way.Action)
	if way.Action == Polish && stock <= 0 {
		o.Feasible, o.Reasons = false, append(o.Reasons, say.New("polish_room"))
	}
	if way.Method == MixedHalf && !b.in.Policy.MixedHalves {
		o.Reasons = append(o.Reasons, say.New("policy_mixed").As("halves"))
	}
	out := false
	for _, f := range b.used() {
		move := stock
		own := f.Shell
		if shell != nil {
			move += shell.Change - own
			own = shell.Change
		}
		after := b.after(f, move, own)
		o.Clearances = append(o.Clearances, after)
		if !after.lies() {
			o.Feasible = false
			if !out {
				o.Reasons, out = slices.Grow(o.Reasons, cap(o.Clearances)-len(o.Clearances)+1), true
			}
			o.Reasons = append(o.Reasons, b.fitReason("fit_out", f, after.Clearance).As("then"))
		}
	}
	b.offer(o)
}

// stock is what a way takes off the journals' diameter: of a polish no more than the most worn one has left.
func (b *board) stock(action Action) unit.Length {
	if action != Polish {
		return 0
	}
	stock := b.in.Policy.PolishStock
	for _, m := range b.members {
		if m.finding.Wear != nil && m.limits.WearMax != nil {
			stock = min(stock, *m.limits.WearMax-m.finding.Wear.Max)
		}
	}
	return stock
}

// below is the size at which the damaged places of a journal are gone, the bend left out: its smallest reading at
// their station less twice their depth. Without a depth they ask for nothing.
func (b *board) below(m member) unit.Length {
	least := *m.finding.Min
	for s, row := range m.feature.Cells {
		for d := range row {
			depth := row[d].Depth
			if depth == nil || !row[d].Damaged() {
				continue
			}
			at, _, ok := form.Range(form.Grid{Directions: m.finding.Grid.Directions,
				Sizes: m.finding.Grid.Sizes[s : s+1]}.All())
			if !ok {
				at = *m.finding.Min
			}
			least = min(least, at-2**depth)
		}
	}
	return least
}

// offerStraightKept lists straightening the shaft at the size it has, where nothing but its runout is out.
func (b *board) offerStraightKept(way Way) {
	if !b.bent() || way.Method != "" {
		return
	}
	way.Method = Straighten
	var others []Reason
	for _, cause := range b.causes {
		if cause.Code != beyondCode+"runout" {
			others = append(others, cause)
		}
	}
	b.offerShell(way, nil, others)
	o := b.set.Option(way)
	o.Reasons = append(o.Reasons, say.New("straighten").As("kept"))
}

func (b *board) after(f *Fit, move, shell unit.Length) After {
	c := f.Clearance.Plus(move)
	return After{Feature: f.journal, Clearance: c, Window: f.Window, Shell: shell,
		Verdict: b.verdict(c, f.Window, f.u), Rod: f.rod()}
}

// offerMixedShells gives each journal the first shell that brings it into its window.
func (b *board) offerMixedShells(action Action, causes []Reason) {
	o := Option{Way: Way{Action: action, Method: MixedShell, Step: b.set.SizeClass},
		Feasible: len(causes) == 0, Reasons: slices.Clone(causes)}
	if !b.in.Policy.MixedShells {
		o.Reasons = append(o.Reasons, say.New("policy_mixed").As("shells"))
	}
	shells := fit.Shells(b.limits.ShellsFor(b.set.SizeClass), b.in.Policy.MixedHalves)
	for _, f := range b.used() {
		served := false
		for _, shell := range shells {
			after := b.after(f, b.stock(action)+shell.Change-f.Shell, shell.Change)
			if after.lies() {
				o.Clearances, served = append(o.Clearances, after), true
				break
			}
		}
		if !served {
			o.Feasible = false
			o.Reasons = append(o.Reasons, say.Of("no_shell", f.journal, f.joint()))
		}
	}
	b.offer(o)
}

// chooseFirst takes the way that the rules prefer and says why it is that one.
func (b *board) chooseFirst() {
	if b.wantsFits() {
		return
	}
	chosen := b.set.Options[b.preferred()]
	b.decide(chosen)
	b.set.Reasons = append(b.set.Reasons, b.causes...)
	b.set.Reasons = append(b.set.Reasons, b.fitsOut...)
	b.set.Provisional = b.onPrediction(chosen) || b.unlimited(chosen) || chosen.Action == Grind && b.depthless()
	switch chosen.Action {
	case Reuse, Polish:
		b.explainKeep(chosen)
	case Grind:
		b.explainGrind(chosen)
	case Replace:
		b.explainReplace()
	}
}

// onPrediction reports whether the decision rests on a clearance that was only predicted: always where
// the journals stay, and where nothing but a predicted clearance sends them to the grinder.
func (b *board) onPrediction(chosen Option) bool {
	keeps := chosen.Action == Reuse || chosen.Action == Polish
	if !keeps && (len(b.causes) > 0 || b.in.Policy.Grind == inspection.GrindAlways) {
		return false
	}
	for _, f := range b.used() {
		if f.Basis == BasisPredicted && (keeps || f.Verdict != limit.Within) {
			return true
		}
	}
	return false
}

func (b *board) explainKeep(chosen Option) {
	b.because(b.within("wear", "taper", "out_of_round", "runout"))
	if chosen.Action == Polish {
		if i := slices.IndexFunc(b.members,
			func(m member) bool { return m.finding.Look == inspection.Marked }); i >= 0 {
			b.because(say.Of("marked", b.members[i].ref, say.Length("stock", b.in.Policy.PolishStock)))
		} else {
			b.because(say.New("tight", say.Length("stock", b.in.Policy.PolishStock)))
		}
		b.because(say.New("caution_polish"))
	}
	if chosen.Shell != 0 || chosen.Method == MixedShell {
		shell := say.New("shell", say.Change("shell", chosen.Shell))
		switch {
		case chosen.Method == MixedShell:
			shell = shell.As("mixed")
		case len(b.fitsOut) == 0:
			shell = shell.As("nearest")
		}
		b.because(shell)
	}
	b.remarkMissed(chosen)
}

func (b *board) explainReplace() {
	if b.limits.New == nil {
		b.because(say.New("no_new_range").As("set"))
		return
	}
	b.because(say.New("no_step"))
}

func (b *board) kind() part.Kind {
	if len(b.members) > 0 {
		return b.members[0].ref.Kind
	}
	return b.set.Unmeasured[0].Kind
}
