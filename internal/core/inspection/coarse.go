package inspection

import (
	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/unit"
)

// tolerance is what a check judges within: the width of a range of sizes, or a one-sided limit itself.
func (in *Inspection) tolerance(f *Feature, c limit.Check) unit.Length {
	limits, _ := in.LimitsAt(f.Kind, f.Number)
	ranged := c.Name == limit.CheckSizeLow || c.Name == limit.CheckSizeHigh || c.Name == limit.CheckSkirt ||
		c.Name == kindCheck(f.Kind) || c.Name == kindCheck(f.Kind).Low()
	if ranged && limits.New != nil {
		most := limits.New.Max
		if limits.Max != nil && c.Name == kindCheck(f.Kind) {
			most = *limits.Max
		}
		return most - limits.New.Min
	}
	return c.Limit.Abs()
}

// A Coarseness says how far a check is beyond what its gauge can judge. The zero Coarseness is fine enough.
type Coarseness struct {
	// Coarse tells that its division is over a fifth of what is judged, or its uncertainty over half.
	Coarse bool
	// Undecidable tells that the value lies so near its limit that such a gauge neither passes nor condemns it.
	Undecidable bool
	// Finer is the division of a gauge that would tell; 0 where none would, or none is to be had.
	Finer unit.Length
	// ByHand tells that the gauge would do and the hand is too loose: no other gauge helps, reading again does.
	ByHand bool
}

// Coarse tells whether the gauge of f can judge a check. Feelers and strips are judged as the intervals they are. What
// the hand adds is not the gauge's: it is told, and read again.
func (in *Inspection) Coarse(f *Feature, c limit.Check) Coarseness {
	if c.Limit == nil || c.Verdict == limit.NoLimit || c.Name == limit.CheckClearance {
		return Coarseness{}
	}
	gauge := in.gauge(f)
	if interval(gauge) {
		return Coarseness{}
	}
	tolerance, hand := in.tolerance(f, c), false
	own, stated := in.ownGauge(f)
	if _, learned := in.hands[f.Kind]; learned {
		hand = 2*c.U > tolerance
		c.U = unit.Round(float64(c.U) * own.Uncertainty(1).Fit(1) / gauge.Uncertainty(1).Fit(1))
		gauge = own
	}
	out := CoarseFor(tolerance, c, gauge, stated, in.divisions(f))
	out.ByHand = hand && !out.Coarse
	return out
}

func interval(g instrument.Gauge) bool {
	return g.Kind == instrument.Feeler || g.Kind == instrument.Strip
}

// CoarseFor tells whether a gauge can judge a check within a tolerance; stated, whether anybody said what it reads, and
// divisions, those of the gauges that can be fetched instead, the coarsest first.
func CoarseFor(tolerance unit.Length, c limit.Check, gauge instrument.Gauge, stated bool,
	divisions []unit.Length) Coarseness {
	if (!stated || 5*gauge.Division <= tolerance) && 2*c.U <= tolerance {
		return Coarseness{}
	}
	out := Coarseness{Coarse: true}
	reach := max(gauge.Division, c.U)
	margin := c.Margin()
	out.Undecidable = margin >= 0 && margin <= reach || margin < 0 && -margin <= 2*reach
	if gauge.Finest || !out.Undecidable {
		return out
	}
	// What the check makes of one reading's uncertainty stays; the gauge's own share shrinks with its division.
	for _, division := range divisions {
		if division >= gauge.Division || 5*division > tolerance {
			continue
		}
		better := instrument.Gauge{Kind: gauge.Kind, Division: division}
		if float64(c.U)*better.Uncertainty(1).Size() <= gauge.Uncertainty(1).Size()*float64(tolerance)/2 {
			out.Finer = division
			return out
		}
	}
	return out
}

// CoarseFit tells whether the gauge of a bearing can judge a clearance within its window, and whether it is one that is
// read in divisions.
func (in *Inspection) CoarseFit(f *Feature, c limit.Check, window unit.Length) (how Coarseness, read bool) {
	gauge, stated := in.ownGauge(f)
	if c.Limit == nil || c.Verdict == limit.NoLimit {
		return how, false
	}
	return CoarseFor(window, c, gauge, stated, in.divisions(f)), !interval(gauge)
}

// ownGauge is the gauge of f without what the hand adds, and whether anybody said what it reads.
func (in *Inspection) ownGauge(f *Feature) (gauge instrument.Gauge, stated bool) {
	if known := in.gauges[f]; known != nil {
		return known.bare, known.stated
	}
	bare := *in
	bare.hands = nil
	named := bare.Named(f)
	return bare.gauge(f), named != nil && named.Division > 0
}
