package disposition

import (
	"ledge/internal/core/fit"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// offerGrinds offers every undersize: beyond the set's class, and for a mixed set its furthest class too.
func (b *board) offerGrinds() {
	if b.limits.New == nil && len(b.set.Ladder) == 0 {
		return
	}
	straightened := false
	for _, s := range b.limits.Undersizes {
		if s < b.set.SizeClass || (s == b.set.SizeClass && !b.set.Mixed) {
			continue
		}
		o := b.grind(s, false)
		if !o.Feasible && !straightened && b.bent() {
			if straight := b.grind(s, true); straight.Feasible {
				straightened = true
				straight.Method = Straighten
				straight.Reasons = append(straight.Reasons, say.New("straighten", say.Step("step", s)))
				b.offer(straight)
			}
		}
		b.offer(o)
	}
}

// bent reports whether any runout is beyond its limit.
func (b *board) bent() bool {
	for _, m := range b.members {
		if c := m.finding.Check(limit.CheckRunout); c != nil && c.Verdict == limit.Beyond {
			return true
		}
	}
	return false
}

// rung returns the ladder entry of m.
func (b *board) rung(ref Ref) *Rung {
	for i := range b.set.Ladder {
		if b.set.Ladder[i].Feature == ref {
			return &b.set.Ladder[i]
		}
	}
	return nil
}

// stays reports whether m needs no work at class s: it is there already and sound.
func (b *board) stays(m member, s unit.Length) bool {
	return b.set.Mixed && s == b.set.SizeClass && m.finding.Class() == s && sound(m)
}

// sound reports whether m's checks are within, where they have a limit, and it looks no worse than marked.
func sound(m member) bool {
	for _, c := range m.finding.Checks {
		if c.Verdict != limit.Within && c.Verdict != limit.NoLimit {
			return false
		}
	}
	return !m.finding.Look.WorseThan(inspection.Marked)
}

// grind works out one undersize: whether every journal cleans up at it, and the finished sizes.
func (b *board) grind(s unit.Length, straightened bool) Option {
	o := Option{Way: Way{Action: Grind, Step: s}, Feasible: true, Sizes: make([]FinishedSize, 0, len(b.members))}
	refuse := func(r Reason) { o.Feasible, o.Reasons = false, append(o.Reasons, r) }
	for _, crack := range b.cracked() {
		refuse(crack)
	}
	for _, m := range b.members {
		if b.stays(m, s) {
			o.Sizes = append(o.Sizes, FinishedSize{Feature: m.ref, Size: *m.finding.Min, Kept: true})
			continue
		}
		rung := b.rung(m.ref)
		if rung == nil {
			refuse(say.Of("no_new_range", m.ref))
			continue
		}
		cleans := rung.Cleans
		if straightened {
			cleans += rung.Bend
		}
		// Twice both sides, so that the middle of an odd range stays exact.
		if m.limits.New.Min+m.limits.New.Max-2*s > 2*cleans {
			refuse(say.Of("not_clean", m.ref, say.Apart("size", rung.Middle-s, cleans),
				say.Apart("cleans", cleans, rung.Middle-s)))
			continue
		}
		o.Sizes = append(o.Sizes, FinishedSize{Feature: m.ref, Size: rung.Middle - s})
	}
	if o.Feasible {
		b.fitToBearings(&o)
		for _, size := range o.Sizes {
			rung := b.rung(size.Feature)
			if cleans := rung.Cleans; !straightened && !size.Kept && size.Size > cleans && size.Size > rung.Middle-s {
				refuse(say.Of("ordered_size", size.Feature, say.Apart("size", size.Size, cleans),
					say.Apart("cleans", cleans, size.Size)))
			}
		}
	}
	return o
}

// fitToBearings replaces the middle of the range by the measured inside of shells of that step, less the
// target clearance: one size for the set where it serves every journal, else one for each.
func (b *board) fitToBearings(o *Option) {
	type wish struct {
		at, rod  int
		size     unit.Length
		inside   []unit.Length
		vertical []unit.Length
		window   *limit.Range
		walls    bool
	}
	var wishes []wish
	for i, size := range o.Sizes {
		for _, number := range b.onJournal(size.Feature) {
			f, bearing := b.finding(size.Feature.Kind.Row().Joint.Bearing, number)
			if size.Kept {
				continue
			}
			limits, _ := b.in.LimitsFor(size.Feature.Kind, size.Feature.Number)
			target := b.aim(limits, size.Size)
			var off unit.Length // what is taken off the readings to come to the inside of standard shells
			w := wish{at: i}
			switch walls, housing := b.newWalls(size.Feature, number, o.Step); {
			case bearing != nil && !usedShells(f) && b.fittedStep(f, size.Feature) == o.Step:
				off = shellOf(f) // the grind is for standard shells: what another one opened is taken off
			case housing != nil:
				bearing, off, w.walls = housing, walls, true
			default:
				continue
			}
			up := bearing.Grid.InDirections(bearing.Grid.Nearest(vertical))
			w.size, w.inside, w.vertical = unit.Mean(up)-off-target, less(bearing.Grid.All(), off), less(up, off)
			if len(b.onJournal(size.Feature)) > 1 {
				w.rod = number
			}
			w.window, _ = b.window(limits, size.Size)
			wishes = append(wishes, w)
		}
	}
	if len(wishes) == 0 {
		return
	}
	sizes := make([]unit.Length, len(wishes))
	for i, w := range wishes {
		sizes[i] = w.size
	}
	common, one := unit.Mean(sizes), true
	play := func(w wish, size unit.Length) (fit.Clearance, limit.Verdict) {
		c, _ := fit.Measured(w.inside, w.vertical, limit.Range{Min: size, Max: size})
		return c, b.verdict(c, w.window, 0)
	}
	for _, w := range wishes {
		_, verdict := play(w, common)
		one = one && verdict != limit.Beyond
	}
	for _, w := range wishes {
		size := common
		if !one { // one for each journal, between its rods
			var own []unit.Length
			for _, other := range wishes {
				if other.at == w.at {
					own = append(own, other.size)
				}
			}
			size = unit.Mean(own)
		}
		c, verdict := play(w, size)
		o.Sizes[w.at].Size = size
		o.Clearances = append(o.Clearances, After{Feature: o.Sizes[w.at].Feature, Clearance: c,
			Window: w.window, Verdict: verdict, Rod: w.rod, Walls: w.walls})
	}
}

func less(sizes []unit.Length, by unit.Length) []unit.Length {
	out := make([]unit.Length, len(sizes))
	for i, size := range sizes {
		out[i] = size - by
	}
	return out
}

func (b *board) explainGrind(chosen Option) {
	worst := b.set.Ladder[0]
	for _, r := range b.set.Ladder {
		if r.Cleans-r.Middle < worst.Cleans-worst.Middle {
			worst = r
		}
	}
	step := say.Of("step", worst.Feature, say.Length("worn", worst.Smallest),
		say.Length("stock", worst.Allowance), say.Length("cleans", worst.Cleans), say.Step("step", chosen.Step))
	if worst.Bend > 0 {
		step = step.And(say.Length("bend", worst.Bend)).As("bent")
	}
	b.because(step)
	caution := say.New("caution_grind")
	if b.set.Set == part.CamJournals {
		caution = caution.As("camshaft")
	}
	b.because(caution)
}
