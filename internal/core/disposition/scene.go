package disposition

import (
	"slices"

	"ledge/internal/core/fit"
	"ledge/internal/core/form"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// A scene is what every rule looks at: the inspection, what was found, the clearances, and the sets
// decided before it.
type scene struct {
	in       *inspection.Inspection
	findings []inspection.Finding
	fits     []Fit
	sets     []Set
	// running are the sets whose parts run in others, with the clearances that decide.
	running []*subject
}

// newScene works out the clearances; which of them count is settled once the housings are decided.
func newScene(in *inspection.Inspection, findings []inspection.Finding) *scene {
	s := &scene{in: in, findings: findings, fits: []Fit{}}
	s.addClearances(part.MainJournals, part.RodJournals, part.CamJournals, part.Cylinders)
	return s
}

func (s *scene) rule() limit.Rule { return s.in.Policy.DecisionRule }

// finding returns the latest finding of a kind and number that has a size.
func (s *scene) finding(kind part.Kind, number int) (*inspection.Feature, *inspection.Finding) {
	if i, ok := s.in.Latest(kind, number); ok && s.findings[i].Measured() {
		return &s.in.Features[i], &s.findings[i]
	}
	return nil, nil
}

// limitsOf are the limits of one part.
func (s *scene) limitsOf(ref Ref) *limit.Limits {
	limits, _ := s.in.LimitsAt(ref.Kind, ref.Number)
	return limits
}

// refOf names a finding's part.
func refOf(f *inspection.Finding) Ref { return Ref{Kind: f.Kind, Number: f.Number} }

// classThen is the class of a feature in an earlier state than the one that decides it.
func (s *scene) classThen(ref Ref, state string) (unit.Length, bool) {
	last, _ := s.in.Latest(ref.Kind, ref.Number)
	for i := range s.in.Features[:last] {
		f := &s.in.Features[i]
		if f.Kind == ref.Kind && f.Number == ref.Number && f.State == state &&
			s.findings[i].Measured() && s.in.Features[last].State != state {
			return s.findings[i].Class(), true
		}
	}
	return 0, false
}

// signedWay is the way that a person signed for a set; ok is false where nobody did, or where a
// crack found since leaves only what is advised for it.
func (s *scene) signedWay(name part.Set) (w Way, ok bool) {
	for _, d := range s.in.Decisions {
		if d.Set == string(name) {
			w, ok = Way{Action: Action(d.Action), Step: d.Step, Shell: d.Shell, Method: Method(d.Method)}, true
		}
	}
	for i := range s.sets {
		if set := &s.sets[i]; set.Set == name && set.Cracked() && set.Way != w {
			return Way{}, false
		}
	}
	return w, ok
}

// stands is what is done with a set that was decided before: as signed, else as advised.
func (s *scene) stands(name part.Set) (set *Set, w Way, ok bool) {
	for i := range s.sets {
		if set = &s.sets[i]; set.Set == name {
			if w, signed := s.signedWay(name); signed {
				return set, w, true
			}
			return set, set.Way, true
		}
	}
	return nil, Way{}, false
}

// fate is what is done with a part of a set that was decided before, as signed or else as advised; decided is false
// where the set still waits for something, or none of it is decided.
func (s *scene) fate(ref Ref) (action Action, decided bool) {
	if ref.Kind == "" {
		return "", false
	}
	for i := range s.sets {
		set := &s.sets[i]
		if set.Set != ref.Kind.Row().Set {
			continue
		}
		f, found := s.finding(ref.Kind, ref.Number)
		w, signed := s.signedWay(set.Set)
		if !signed || found != nil && (f.State != part.AsFound || found.Look == inspection.Cracked) {
			w = set.Way // what was signed of it before is done
		}
		if !w.Action.Decides() {
			return "", false
		}
		if w == set.Way {
			for _, t := range set.Members {
				if t.Feature == ref {
					return t.Action, t.Action.Decides()
				}
			}
		}
		if o := set.Option(w); o != nil {
			for _, t := range o.Each {
				if t.Feature == ref {
					return t.Action, t.Action.Decides()
				}
			}
		}
		return w.Action, true
	}
	return "", false
}

// bored returns the oversize that the cylinders are still to be bored to, as signed or else as advised.
func (s *scene) bored() (unit.Length, bool) {
	set, way, ok := s.stands(part.Cylinders)
	return way.Step, ok && (way.Action == Bore || way.Action == Sleeve) && way.Step > set.SizeClass
}

// honed are the sizes that the cylinders are honed to, as signed or else as advised.
func (s *scene) honed() []FinishedSize {
	set, way, ok := s.stands(part.Cylinders)
	if !ok || way.Action != Hone {
		return nil
	}
	if o := set.Option(way); o != nil {
		return o.Sizes
	}
	return nil
}

// raised is by how much the shaft's centre rises where the tunnel is still to be honed, and with it the pistons: half
// of the deepest cut of a cap, as it stands on the tunnel's sheet.
func (s *scene) raised() unit.Length {
	set, way, ok := s.stands(part.MainHousings)
	if !ok || way.Action != LineHone {
		return 0
	}
	for _, i := range s.in.Members(set.Set.Row().Member) {
		if s.in.Features[i].State != part.AsFound {
			return 0 // that is done
		}
	}
	if o := set.Option(way); o != nil && o.Cut != nil {
		return unit.DivHalfEven(*o.Cut, 2)
	}
	return 0
}

// duty is what the policy adds to the clearance aimed at where the duty is more than standard.
func (s *scene) duty() unit.Length {
	if s.in.Job.Duty.Hard() {
		return s.in.Policy.DutyClearance
	}
	return 0
}

// aim is the clearance that sizes are ordered for and shells picked for.
func (s *scene) aim(limits *limit.Limits, diameter unit.Length) unit.Length {
	aim, _ := fit.Target(limits.Clearance, s.perInch(), diameter)
	return aim + s.duty()
}

func (s *scene) perInch() bool { return s.in.Policy.ClearanceTarget == inspection.TargetPerInch }

func (s *scene) verdict(c fit.Clearance, window *limit.Range, u float64) limit.Verdict {
	if window == nil {
		return limit.NoLimit
	}
	return s.rule().Inside(c.Min, c.Max, *window, u)
}

// measuredOnce reports whether anything of a kind was measured that still holds.
func (s *scene) measuredOnce(kind part.Kind) bool {
	return slices.ContainsFunc(s.in.Members(kind), func(i int) bool {
		return s.findings[i].Complete && !s.findings[i].Stale
	})
}

// turned is the runout that was read at a journal, where it still holds.
func (s *scene) turned(kind part.Kind, number int) *form.Runout {
	if i, ok := s.in.Latest(kind, number); ok && !s.findings[i].Stale {
		return s.findings[i].Runout
	}
	return nil
}
