package inspection

import (
	"ledge/internal/core/form"
	"ledge/internal/core/limit"
	"ledge/internal/core/unit"
)

func evaluateList(in *Inspection, f *Feature) Finding {
	out := Finding{Kind: f.Kind, Number: f.Number, State: f.State, Complete: true, Checks: []limit.Check{}}
	list := &f.List
	u := in.gauge(f).Uncertainty(1)
	rule := in.Policy.DecisionRule
	switch f.Kind {
	case Runout:
		runout := form.Runout{}
		if list.TIR != nil {
			runout = form.RunoutFromTIR(*list.TIR)
		} else if len(list.Indicator) > 0 {
			runout = form.RunoutOf(list.Angles, list.Indicator)
		} else {
			out.Complete = false
			return out
		}
		out.Runout = &runout
		limits, _ := in.LimitsFor(MainJournal, f.Number)
		out.Checks = append(out.Checks, rule.Upper("runout", runout.TIR, limits.RunoutMax, u.Difference()))
	case MainAlignment:
		zone := max(f.alignmentZone(list.Vertical), f.alignmentZone(list.Sideways))
		out.Largest = &zone
		limits, _ := in.LimitsFor(MainHousing, 0)
		out.Checks = append(out.Checks, rule.Upper("alignment", zone, limits.AlignmentMax, u.Difference()))
	case EndFloat:
		out.EndFloat = &FloatFinding{At0: meanOf(list.At0), At180: meanOf(list.At180)}
		if smallest, largest, ok := form.Range(append(append([]unit.Length{}, list.At0...), list.At180...)); ok {
			out.EndFloat.Spread = largest - smallest
		}
	case Deck:
		for _, line := range list.Lines {
			if out.Largest == nil || line.Gap > *out.Largest {
				out.Largest = &line.Gap
			}
		}
	default:
		if smallest, largest, ok := form.Range(list.Readings); ok {
			out.Min, out.Max, out.Mean = &smallest, &largest, meanOf(list.Readings)
		}
	}
	return out
}

func meanOf(readings []unit.Length) *unit.Length {
	if len(readings) == 0 {
		return nil
	}
	mean := unit.Mean(readings)
	return &mean
}

// alignmentZone is the width of the smallest pair of parallel lines about the offsets.
func (f *Feature) alignmentZone(offsets []unit.Length) unit.Length {
	width, _ := form.Straightness(f.positions(len(offsets)), offsets)
	return width
}

func (f *Feature) positions(n int) []unit.Length {
	if len(f.List.Positions) == n {
		return f.List.Positions
	}
	places := make([]unit.Length, n)
	for i := range places {
		places[i] = unit.Length(i) * unit.Inch
	}
	return places
}

// VerticalMisalignment is the largest distance of a bore's centre from the middle of the vertical
// zone, and sideways whether the sideways zone is wider than limit.
func (f *Feature) VerticalMisalignment() unit.Length {
	return unit.DivHalfEven(f.alignmentZone(f.List.Vertical), 2)
}

// SidewaysZone is the width of the sideways zone.
func (f *Feature) SidewaysZone() unit.Length { return f.alignmentZone(f.List.Sideways) }
