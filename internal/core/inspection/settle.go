package inspection

import (
	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// mostRepeats bounds what is asked of a pair of hands.
const mostRepeats = 10

// Settle says what would settle a check that is unsure: more readings at each place with the same
// gauge, or a finer gauge.
func (in *Inspection) Settle(f *Feature, c limit.Check) say.Reason {
	distance := (c.Value - *c.Limit).Abs()
	expanded := func(g instrument.Gauge, repeats int) unit.Length {
		u := g.Uncertainty(repeats)
		if sized[c.Name] {
			return unit.Round(2 * u.Size())
		}
		return unit.Round(2 * u.Difference())
	}
	gauge := in.gauge(f)
	if distance > 0 {
		for n := f.fewestRepeats() + 1; n <= mostRepeats; n++ {
			if expanded(gauge, n) <= distance {
				return say.New("settle", say.Count("count", n)).As("repeat")
			}
		}
		for _, division := range finer(in.Unit) {
			better := instrument.Gauge{Kind: gauge.Kind, Division: division}
			if division < gauge.Division && expanded(better, 1) <= distance {
				return say.New("settle", say.Length("division", division)).As("finer")
			}
		}
	}
	return say.New("settle")
}

// sized are the checks of sizes, in which the gauge's setting counts; the others are differences of
// one setup.
var sized = map[limit.CheckName]bool{limit.CheckWear: true, limit.CheckSizeLow: true, limit.CheckSizeHigh: true}

// finer are the divisions of the gauges that are asked for where one is too coarse: of those that a shop has. A finer
// one than these stands in hardly any, and what is asked for in vain is never settled. Common practice.
func finer(s unit.System) []unit.Length {
	if s == unit.In {
		return []unit.Length{unit.Tenth}
	}
	return []unit.Length{2 * unit.Micrometre}
}
