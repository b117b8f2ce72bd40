package inspection

import (
	"fmt"

	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/unit"
)

// mostRepeats bounds what is asked of a pair of hands.
const mostRepeats = 10

// Settle says what would settle a check that is unsure: more readings at each place with the same gauge, or a finer
// gauge; an empty text where the check is not unsure.
func (in *Inspection) Settle(f *Feature, c limit.Check) string {
	if c.Verdict != limit.Unsure || c.Limit == nil {
		return ""
	}
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
				return fmt.Sprintf("%d readings at each place would settle it with this gauge.", n)
			}
		}
		for _, division := range finer(in.Unit) {
			better := instrument.Gauge{Kind: gauge.Kind, Division: division}
			if division < gauge.Division && expanded(better, 1) <= distance {
				return fmt.Sprintf("More readings do not settle it; a gauge that reads %s would.", division.Show(in.Unit))
			}
		}
	}
	return "It lies so near its limit that no ordinary gauge settles it: decide, or treat it as beyond."
}

// sized are the checks of sizes, in which the gauge's setting counts; the others are differences of one setup.
var sized = map[string]bool{"wear": true, "size_low": true, "size_high": true}

// finer are the divisions of ordinary finer gauges.
func finer(s unit.System) []unit.Length {
	if s == unit.In {
		return []unit.Length{unit.Tenth, unit.Tenth / 2, unit.Tenth / 5}
	}
	return []unit.Length{2 * unit.Micrometre, unit.Micrometre, unit.Micrometre / 2}
}
