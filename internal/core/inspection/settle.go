package inspection

import (
	"slices"

	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
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
		for _, division := range in.divisions(f) {
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

// divisions are those of the gauges that can be asked for where the one that read f is too coarse, the coarsest first:
// of those that the shop has for such a part, else of those usual in one. A finer one than these stands in hardly any,
// and what is asked for in vain is never settled. Common practice.
func (in *Inspection) divisions(f *Feature) (all []unit.Length) {
	if in.AtHand == nil {
		if in.Unit == unit.In {
			return []unit.Length{unit.Thou, unit.Thou / 2, unit.Tenth}
		}
		return []unit.Length{10 * unit.Micrometre, 5 * unit.Micrometre, 2 * unit.Micrometre}
	}
	for _, g := range in.AtHand {
		if g.Division > 0 && reads(g.Kind, f.Kind) {
			all = append(all, g.Division)
		}
	}
	slices.Sort(all)
	slices.Reverse(all)
	return slices.Compact(all)
}

// reads reports whether a kind of gauge can read a kind of part.
func reads(gauge instrument.Kind, k part.Kind) bool {
	switch row := k.Row(); {
	case row.List != nil:
		return row.Gauge == "" || gauge == row.Gauge
	case k.Shaft() || k.InBore():
		return gauge == instrument.Micrometer || gauge == instrument.Caliper
	}
	return gauge == instrument.BoreGauge || gauge == instrument.Telescoping || gauge == instrument.Caliper
}
