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

// hone works out a hone, for new rings in bores that are sound, or to size where that leaves every
// measured piston its clearance. Each cylinder has a window of sizes, not a top alone; common
// practice.
// fresh gives those whose clearance is too large new pistons of the class that the bores have.
func (j judged) hone(fresh bool) Option {
	o := attempt(Way{Action: Hone, Step: j.class})
	// Sound bores are honed whatever is known of the pistons; others only to what their pistons need.
	toSize := len(j.causes) > 0
	if j.mixed {
		o.refuse(say.New("mixed_set"))
	}
	for _, m := range j.members {
		f := m.fit()
		switch {
		case m.cracked():
			o.refuse(say.Of("cracked", m.ref))
		case m.finding.Look.WorseThan(inspection.Marked):
			o.refuse(say.Of("look", m.ref, say.Word("look", "look", m.finding.Look)))
		case !m.finding.Measured():
		case toSize && (f == nil || f.Window == nil) && !j.mateGoes(m):
			o.refuse(say.Of("no_piston", m.ref))
		default:
			skirt, renews := m.skirtIn(), fresh && f != nil && f.Verdict != limit.Within || j.mateGoes(m)
			if renews {
				if skirt = j.newSkirt(m); skirt == nil && (fresh || toSize) {
					o.refuse(say.Of("new_pistons", m.ref).As("unknown"))
					continue
				}
				if skirt != nil {
					o.Reasons = append(o.Reasons, say.Of("new_pistons", m.ref, say.Length("skirt", *skirt)))
				}
			}
			size, remark := j.honeWindow(m, skirt)
			if remark != nil {
				o.Reasons = append(o.Reasons, *remark)
			}
			size.MateNew = renews
			if size.Window == nil {
				o.Feasible = false
				continue
			}
			o.Sizes = append(o.Sizes, size)
		}
	}
	if o.Feasible {
		o.Clearances = j.pistonsAfter(o.Sizes)
	} else {
		o.Sizes = nil
	}
	return o
}

// Hones are the windows of the cylinders that a hone alone can make good, whatever is done with the others.
func Hones(in *inspection.Inspection, result Result) []FinishedSize {
	s := &scene{in: in, findings: slices.Clone(result.Features)}
	s.addClearances(part.Cylinders)
	sub := s.gatherOf(part.Cylinders)
	if sub == nil || !sub.limited {
		return nil
	}
	var sizes []FinishedSize
	for _, m := range sub.members {
		if !m.finding.Measured() {
			continue
		}
		if size, _ := sub.honeWindow(m, m.skirtIn()); size.Window != nil {
			sizes = append(sizes, size)
		}
	}
	return sizes
}

// honeWindow is the range of sizes to which a bore may be honed: from where it is true and its
// piston has the least clearance, to the most that a hone takes, the piston's most new clearance
// and the most wear. Only where that is empty may it reach the service clearance, which the remark
// says. Without a window the remark says why.
func (s *scene) honeWindow(m member, piston *unit.Length) (size FinishedSize, remark *Reason) {
	size = FinishedSize{Feature: m.ref}
	low, high := *m.finding.Max, *m.finding.Max+s.in.Policy.HoneStock
	if m.limits.WearMax != nil && m.finding.Wear != nil {
		high = min(high, m.finding.Wear.Reference+*m.limits.WearMax)
	}
	middle := low + (high-low)/2
	if window, known := fit.Window(m.limits.Clearance); piston != nil && known {
		skirt := *piston
		if *m.finding.Min < skirt {
			r := say.Of("interference", m.ref, say.Length("skirt", skirt))
			return size, &r
		}
		least, most, service := window.Min, window.Max, window.Max
		switch c := m.limits.Clearance; {
		case c.New != nil && m.fit() != nil && *piston == *m.skirtIn():
			most = min(most, c.New.Max)
		case c.New != nil: // a new piston is set up as the duty wants it
			most = min(most, c.New.Max+s.duty())
		case c.Target != nil:
			most = min(most, c.Target.Max)
		}
		if need := skirt + least; need > high {
			r := say.Of("hone_tight", m.ref, say.Apart("need", need, high), say.Length("clearance", least),
				say.Apart("reach", high, need))
			return size, &r
		}
		low = max(low, skirt+least)
		if skirt+service < low {
			r := say.Of("hone_out", m.ref, say.Apart("clearance", low-skirt, service),
				say.Apart("limit", service, low-skirt))
			return size, &r
		}
		// Nobody can hit less than a division.
		if skirt+most-low < s.in.Unit.Pick(unit.Tenth, unit.Micrometre) && service > most {
			r := say.Of("hone_service", m.ref, say.Apart("new", most, service), say.Apart("limit", service, most))
			remark, most = &r, service
		}
		high = min(high, skirt+most)
		aim, _ := fit.Target(m.limits.Clearance, false, skirt)
		aim += s.duty()
		middle = min(max(skirt+aim, low), high)
		size.Play = &limit.Range{Min: least, Max: most}
	}
	if low > high {
		r := say.Of("hone_worn", m.ref, say.Apart("size", low, high), say.Apart("limit", high, low))
		return size, &r
	}
	if high-low < s.in.Unit.Pick(unit.Tenth, unit.Micrometre) {
		r := say.Of("hone_narrow", m.ref, say.Length("true", low))
		remark = &r
	}
	size.Size, size.Window = middle, &limit.Range{Min: low, Max: high}
	return size, remark
}

// skirtIn is the skirt of the piston that is measured for a bore; nil without one.
func (m member) skirtIn() *unit.Length {
	if m.fit() == nil {
		return nil
	}
	skirt := *m.finding.Max - m.fit().Clearance.Max
	return &skirt
}

// mateGoes reports whether the piston of a bore is bought whatever becomes of the bore.
func (s *scene) mateGoes(m member) bool {
	action, decided := s.fate(Ref{Kind: m.ref.Kind.Row().Mate, Number: m.ref.Number})
	return decided && action == Replace
}

// renewed reports whether a bore gets a new piston of which the size is known.
func (s *scene) renewed(m member) bool { return s.mateGoes(m) && s.newSkirt(m) != nil }

// newSkirt is the skirt of a new piston of the class that a bore has; nil where nobody knows it.
func (s *scene) newSkirt(m member) *unit.Length {
	limits := s.limitsOf(Ref{Kind: m.ref.Kind.Row().Mate, Number: m.ref.Number})
	if limits.New == nil {
		return nil
	}
	skirt := limits.New.Middle() + m.finding.Class()
	return &skirt
}

// wornPistons reports whether the bores are sound in themselves and only their pistons leave too much clearance: no
// bore is cut for a worn piston.
func (j judged) wornPistons() bool {
	if len(j.causes) > 0 || len(j.fitsOut) == 0 {
		return false
	}
	for _, m := range j.members {
		if f := m.fit(); f != nil && f.Verdict == limit.Beyond && f.Clearance.Max <= f.Window.Max {
			return false // too tight
		}
	}
	return true
}

// pistonless reports whether a bore that is measured has no measured piston, though a clearance is asked for.
func (s *subject) pistonless() bool {
	return slices.ContainsFunc(s.members,
		func(m member) bool {
			return m.finding.Measured() && m.fit() == nil && m.limits.Clearance != nil && !s.renewed(m)
		})
}
