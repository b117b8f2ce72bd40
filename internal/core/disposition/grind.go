package disposition

import (
	"slices"

	"ledge/internal/core/fit"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// offerGrinds offers every undersize: beyond the set's class, and for a mixed set its furthest class too.
func (j judged) offerGrinds(all *offers) {
	if j.limits.New == nil && len(j.ladder) == 0 {
		return
	}
	straightened := false
	for _, s := range j.limits.Undersizes {
		if s < j.class || (s == j.class && !j.mixed) {
			continue
		}
		o := j.grind(s, false)
		if !o.Feasible && !straightened && j.bent() {
			if straight := j.grind(s, true); straight.Feasible {
				straightened = true
				straight.Method = Straighten
				straight.Reasons = append(straight.Reasons, say.New("straighten", say.Step("step", s)))
				all.add(straight)
			}
		}
		all.add(o)
	}
}

// grind works out one undersize: whether every journal cleans up at it, and the finished sizes.
func (j judged) grind(s unit.Length, straightened bool) Option {
	o := attempt(Way{Action: Grind, Step: s})
	o.Sizes = make([]FinishedSize, 0, len(j.members))
	for _, crack := range j.cracks {
		o.refuse(crack)
	}
	for _, m := range j.members {
		if j.stays(m, s) {
			o.Sizes = append(o.Sizes, FinishedSize{Feature: m.ref, Size: *m.finding.Min, Kept: true})
			continue
		}
		rung := j.rung(m.ref)
		if rung == nil {
			o.refuse(say.Of("no_new_range", m.ref))
			continue
		}
		cleans := rung.Cleans
		if straightened {
			cleans += rung.Bend
		}
		// Twice both sides, so that the middle of an odd range stays exact.
		if m.limits.New.Min+m.limits.New.Max-2*s > 2*cleans {
			o.refuse(say.Of("not_clean", m.ref, say.Apart("size", rung.Middle-s, cleans),
				say.Apart("cleans", cleans, rung.Middle-s)))
			continue
		}
		o.Sizes = append(o.Sizes, FinishedSize{Feature: m.ref, Size: rung.Middle - s})
	}
	if !o.Feasible {
		return o
	}
	o.Sizes, o.Clearances = j.fitToBearings(o.Sizes, s)
	for _, size := range o.Sizes {
		if size.Kept || straightened {
			continue
		}
		if rung := j.rung(size.Feature); size.Size > rung.Cleans && size.Size > rung.Middle-s {
			o.refuse(say.Of("ordered_size", size.Feature, say.Apart("size", size.Size, rung.Cleans),
				say.Apart("cleans", rung.Cleans, size.Size)))
		}
	}
	return o
}

// A wish is the size that one bearing asks of its journal.
type wish struct {
	at, rod          int // at is the index of its size
	size             unit.Length
	inside, vertical []unit.Length // of the shells that will be in
	window           *limit.Range
	walls            bool
}

// clearance is what a size leaves in the bearing.
func (w wish) clearance(s *scene, size unit.Length) (fit.Clearance, limit.Verdict) {
	c, _ := fit.Measured(w.inside, w.vertical, limit.Range{Min: size, Max: size})
	return c, s.verdict(c, w.window, 0)
}

// wishes are those of the measured bearings for shells of a step; there is a size for each member.
func (s *subject) wishes(sizes []FinishedSize, step unit.Length) (wishes []wish) {
	for i, size := range sizes {
		if size.Kept {
			continue
		}
		m := &s.members[i]
		for _, number := range m.on {
			f, bearing := s.finding(m.ref.Kind.Row().Joint.Bearing, number)
			w := wish{at: i}
			var off unit.Length // what is taken off the readings to come to the inside of standard shells
			switch walls, housing := s.newWalls(m.ref, number, step); {
			case bearing != nil && !usedShells(f) && s.fittedStep(f, m.ref, s.class) == step:
				off = shellOf(f) // the grind is for standard shells: what another one opened is taken off
			case housing != nil:
				bearing, off, w.walls = housing, walls, true
			default:
				continue
			}
			up := upright(bearing.Grid)
			w.size = unit.Mean(up) - off - s.aim(m.limits, size.Size)
			w.inside, w.vertical = less(bearing.Grid.All(), off), less(up, off)
			if len(m.on) > 1 {
				w.rod = number
			}
			w.window, _ = s.window(m.limits, size.Size)
			wishes = append(wishes, w)
		}
	}
	return wishes
}

// fitToBearings replaces the middle of the range by the measured inside of shells of that step, less the
// target clearance: one size for the set where it serves every journal, else one for each. Sizes whose bearing
// nobody measured stay as they are.
func (s *subject) fitToBearings(ordered []FinishedSize, step unit.Length) (sizes []FinishedSize, after []After) {
	wishes := s.wishes(ordered, step)
	if len(wishes) == 0 {
		return ordered, nil
	}
	sizes = slices.Clone(ordered)
	all, own := make([]unit.Length, len(wishes)), map[int][]unit.Length{}
	for i, w := range wishes {
		all[i], own[w.at] = w.size, append(own[w.at], w.size)
	}
	common, one := unit.Mean(all), true
	for _, w := range wishes {
		_, verdict := w.clearance(s.scene, common)
		one = one && verdict != limit.Beyond
	}
	for _, w := range wishes {
		size := common
		if !one { // one for each journal, between its rods
			size = unit.Mean(own[w.at])
		}
		c, verdict := w.clearance(s.scene, size)
		sizes[w.at].Size = size
		after = append(after, After{Feature: sizes[w.at].Feature, Clearance: c,
			Window: w.window, Verdict: verdict, Rod: w.rod, Walls: w.walls})
	}
	return sizes, after
}

func less(sizes []unit.Length, by unit.Length) []unit.Length {
	out := make([]unit.Length, len(sizes))
	for i, size := range sizes {
		out[i] = size - by
	}
	return out
}

// worstStep names the journal that decides the step, of those that are ground, with the sum that decided it.
func (s *subject) worstStep(c choice) Reason {
	var worst *Rung
	var sum unit.Length
	for i := range s.members {
		m := &s.members[i]
		r := s.rung(m.ref)
		if r == nil || s.stays(*m, c.Step) {
			continue
		}
		cleans := r.Cleans
		if c.Method == Straighten {
			cleans += r.Bend
		}
		if worst == nil || cleans-r.Middle < sum-worst.Middle {
			worst, sum = r, cleans
		}
	}
	step := say.Of("step", worst.Feature, say.Length("worn", worst.Smallest),
		say.Length("stock", worst.Allowance), say.Length("cleans", sum), say.Step("step", c.Step))
	bend := worst.Bend
	if c.Method == Straighten {
		bend = 0
	}
	switch plain := worst.Smallest - bend - worst.Allowance; {
	case sum == plain && bend > 0:
		return step.And(say.Length("bend", bend)).As("bent")
	case sum == plain:
		return step
	case worst.OtherSchool != nil && s.in.Policy.PinCleanup == inspection.HoldStroke && *worst.OtherSchool == plain:
		return step.As("held")
	}
	return step.As("damaged")
}

func (s *subject) cautionGrind() Reason {
	caution := say.New("caution_grind")
	if s.row.Member.Row().Component == part.Camshaft {
		caution = caution.As("camshaft")
	}
	return caution
}
