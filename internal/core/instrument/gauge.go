// Package instrument turns what a gauge shows into a size and says how far to trust it.
package instrument

import (
	"math"

	"ledge/internal/core/unit"
)

// A Kind is a sort of gauge.
type Kind string

// The kinds of gauge.
const (
	Micrometer  Kind = "micrometer"
	BoreGauge   Kind = "bore_gauge"
	Telescoping Kind = "telescoping_gauge"
	Indicator   Kind = "indicator"
	Caliper     Kind = "caliper"
	Strip       Kind = "plastic_strip"
	Feeler      Kind = "feeler"
)

// Kinds lists the kinds of gauge.
func Kinds() []Kind {
	return []Kind{Micrometer, BoreGauge, Telescoping, Indicator, Caliper, Strip, Feeler}
}

// A Gauge is the instrument as set up for a feature. Zero fields are unknown and take the defaults
// of the kind.
type Gauge struct {
	Kind Kind `json:"kind"`
	// Division is one scale division.
	Division unit.Length `json:"division"`
	// Repeatability is the standard deviation of one reading.
	Repeatability *unit.Length `json:"repeatability,omitempty"`
	// SettingU is the standard uncertainty of the zero or of the setting standard.
	SettingU *unit.Length `json:"setting_u,omitempty"`
	// Setting and Sense turn a deviation into a size: size = Setting + Sense × reading.
	Setting *unit.Length `json:"setting,omitempty"`
	Sense   int          `json:"sense,omitempty"`
}

// Size converts a deviation shown by the gauge: Setting + Sense × deviation.
// It panics without a setting and a sense of +1 or −1.
func (g Gauge) Size(deviation unit.Length) unit.Length {
	if g.Setting == nil || (g.Sense != 1 && g.Sense != -1) {
		panic("instrument: a deviation needs a setting and a sense")
	}
	return *g.Setting + unit.Length(g.Sense)*deviation
}

// defaults are fractions of a division, common practice: what an ordinary hand gets from an ordinary
// gauge. A repeatability study of the shop's own replaces them.
var defaults = map[Kind]struct{ repeatability, setting float64 }{
	Micrometer:  {0.5, 0.5},
	BoreGauge:   {0.5, 0.5},
	Telescoping: {2, 0.5},
	Indicator:   {0.5, 0},
	Caliper:     {0.5, 0.5},
	Strip:       {1, 0},
	Feeler:      {0.5, 0},
}

// Default is the gauge assumed where none was named: a micrometer for shafts and a bore gauge for
// bores, reading 0.0001 in or 0.002 mm.
func Default(shaft bool, s unit.System) Gauge {
	g := Gauge{Kind: BoreGauge, Division: s.Pick(unit.Tenth, 2*unit.Micrometre)}
	if shaft {
		g.Kind = Micrometer
	}
	return g
}

// An Uncertainty is the standard uncertainty of readings of one gauge, in 0.1 nm, split so that what
// is common to all readings of one setup can cancel in differences.
type Uncertainty struct {
	reading float64 // division and repeatability
	setting float64
}

// Uncertainty returns u² = (division/√12)² + repeatability²/n + setting², for sizes that are the mean
// of n readings (JCGM 100:2008, 4.3.7 for the rectangular division).
func (g Gauge) Uncertainty(n int) Uncertainty {
	d := defaults[g.Kind]
	division := float64(g.Division)
	repeatability, setting := d.repeatability*division, d.setting*division
	if g.Repeatability != nil {
		repeatability = float64(*g.Repeatability)
	}
	if g.SettingU != nil {
		setting = float64(*g.SettingU)
	}
	return Uncertainty{
		reading: math.Sqrt(division*division/12 + repeatability*repeatability/float64(max(n, 1))),
		setting: setting,
	}
}

// Size is the standard uncertainty of a size.
func (u Uncertainty) Size() float64 { return math.Hypot(u.reading, u.setting) }

// Difference is that of a difference between two sizes of one setup: the setting cancels.
func (u Uncertainty) Difference() float64 { return math.Sqrt2 * u.reading }

// Between is that of a difference between sizes of two setups.
func (u Uncertainty) Between(v Uncertainty) float64 { return math.Hypot(u.Size(), v.Size()) }
