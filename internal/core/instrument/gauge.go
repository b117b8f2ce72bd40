// Package instrument turns what a gauge shows into a size and says how far to trust it.
package instrument

import (
	"math"
	"slices"

	"ledge/internal/core/closed"
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

// A Row is what is known of a kind of gauge. Its figures are fractions of a division, common
// practice: what an ordinary hand gets from an ordinary gauge. A repeatability study of the shop's
// own replaces them.
type Row struct {
	Kind          Kind    `json:"kind"`
	Repeatability float64 `json:"-"`
	Setting       float64 `json:"-"`
}

var table = []Row{
	{Micrometer, 0.5, 0.5},
	{BoreGauge, 0.5, 0.5},
	{Telescoping, 2, 0.5},
	{Indicator, 0.5, 0},
	{Caliper, 0.5, 0.5},
	{Strip, 1, 0},
	{Feeler, 0.5, 0},
}

// All are the rows.
func All() []Row { return slices.Clone(table) }

// Kinds are all of them.
var Kinds = closed.From(table, func(r *Row) Kind { return r.Kind }).Said("gauge")

// row is what is known of a kind; nothing where it is none.
func (k Kind) row() Row {
	for _, row := range table {
		if row.Kind == k {
			return row
		}
	}
	return Row{}
}

// A Mode says what is typed of what a gauge shows.
type Mode string

// The modes.
const (
	Direct    Mode = "direct"    // the size, or the gap
	Divisions Mode = "divisions" // divisions past zero
	Deviation Mode = "length"    // what the dial shows, as a length
	Vernier   Mode = "vernier"   // the parts of a micrometer's scale
	Scale     Mode = "strip"     // a place on a strip's printed scale
	Leaves    Mode = "feeler"    // the leaf that enters and the one that does not
)

// Modes are all of them.
var Modes = closed.New(Direct, Divisions, Deviation, Vernier, Scale, Leaves).Said("mode")

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
	// Finest tells that no finer gauge is to be had.
	Finest bool `json:"finest,omitempty"`
}

// Size converts a deviation shown by the gauge: Setting + Sense × deviation.
// It panics without a setting and a sense of +1 or −1.
func (g Gauge) Size(deviation unit.Length) unit.Length {
	if g.Setting == nil || (g.Sense != 1 && g.Sense != -1) {
		panic("instrument: unset")
	}
	return *g.Setting + unit.Length(g.Sense)*deviation
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

// Spread is the standard deviation of one reading: as it is known, else as is usual for the kind.
func (g Gauge) Spread() float64 {
	if g.Repeatability != nil {
		return float64(*g.Repeatability)
	}
	return g.Kind.row().Repeatability * float64(g.Division)
}

// Uncertainty returns u² = (division/√12)² + repeatability²/n + setting², for sizes that are the mean
// of n readings (JCGM 100:2008, 4.3.7 for the rectangular division).
func (g Gauge) Uncertainty(n int) Uncertainty {
	row := g.Kind.row()
	division := float64(g.Division)
	repeatability, setting := g.Spread(), row.Setting*division
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

// Fit is that of what was fitted to readings of one setup: by is what the fit makes of readings of standard
// uncertainty 1.
func (u Uncertainty) Fit(by float64) float64 { return by * u.reading }

// Difference is that of a difference between two sizes of one setup: the setting cancels.
func (u Uncertainty) Difference() float64 { return math.Sqrt2 * u.reading }
