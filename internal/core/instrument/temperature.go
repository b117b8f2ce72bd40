package instrument

import (
	"ledge/internal/core/closed"
	"ledge/internal/core/unit"
)

// Reference is the temperature at which sizes are stated, in °C (ISO 1).
const Reference = 20

// A Material expands with temperature.
type Material string

// The materials of the bench.
const (
	Steel     Material = "steel"
	Iron      Material = "iron"
	Aluminium Material = "aluminium"
)

// expansions are mean linear coefficients between 20 and 100 °C per kelvin: customary handbook
// values, from memory.
var expansions = map[Material]float64{Steel: 11.5e-6, Iron: 10.5e-6, Aluminium: 21.5e-6}

// Materials are all of them.
var Materials = closed.New(Steel, Iron, Aluminium).Said("material").OrNothing()

// Expansion is the linear coefficient of m per kelvin; 0 for an unknown material.
func (m Material) Expansion() float64 { return expansions[m] }

// A Thermal is how warm the part and the gauge were, in °C. The gauge reads true at 20 °C.
type Thermal struct {
	Part     float64
	Gauge    float64
	Material Material
	// Own is the gauge's linear coefficient per kelvin; steel's where 0.
	Own float64
}

// At20 is the size that the part has at 20 °C where the gauge indicates the given one:
// L20 = R·(1 + αg(tg − 20)) / (1 + αp(tp − 20)), rounded once.
func (t Thermal) At20(indicated unit.Length) unit.Length {
	own := t.Own
	if own == 0 {
		own = Steel.Expansion()
	}
	gauge := 1 + own*(t.Gauge-Reference)
	part := 1 + t.Material.Expansion()*(t.Part-Reference)
	// Only the small difference goes through a float: the size itself stays exact.
	return indicated + unit.Round(float64(indicated)*(gauge/part-1))
}
