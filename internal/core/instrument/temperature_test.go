package instrument

import (
	"encoding/json"
	"math"
	"os"
	"testing"

	"github.com/stretchr/testify/assert"

	"ledge/internal/core/unit"
)

// testdata/temperature.json: values computed outside this project, each with its provenance. The rows whose
// coefficients are those of our materials are ours to reproduce.
func TestAt20CheckValues(t *testing.T) {
	raw, err := os.ReadFile("testdata/temperature.json")
	if err != nil {
		t.Fatal(err)
	}
	var rows []struct {
		ID     string
		Inputs struct {
			Reading json.Number
			Unit    unit.System
			AlphaG  float64 `json:"alpha_instr_1e-6"`
			TG      float64 `json:"t_instr"`
			AlphaP  float64 `json:"alpha_part_1e-6"`
			TP      float64 `json:"t_part"`
		}
		Expected struct{ L20 float64 }
	}
	if err := json.Unmarshal(raw, &rows); err != nil {
		t.Fatal(err)
	}
	tried := 0
	for _, row := range rows {
		for _, m := range Materials.All() {
			if m.Expansion() != row.Inputs.AlphaP*1e-6 {
				continue
			}
			tried++
			got := Thermal{Part: row.Inputs.TP, Gauge: row.Inputs.TG, Material: m,
				Own: row.Inputs.AlphaG * 1e-6}.At20(unit.MustParse(row.Inputs.Reading.String(), row.Inputs.Unit))
			if want := row.Expected.L20 * float64(row.Inputs.Unit.One()); math.Abs(float64(got)-want) > 0.6 {
				t.Errorf("%s: %d, want %.1f (0.1 nm)", row.ID, got, want)
			}
		}
	}
	if tried < 6 {
		t.Errorf("only %d rows were tried", tried)
	}
}

// A gauge with a coefficient of its own, as a carbide or a ceramic has, grows by that: the formula's own figures.
func TestGaugeExpandsByItself(t *testing.T) {
	const size = 100 * unit.Millimetre
	warm := Thermal{Part: 30, Gauge: 30, Material: Iron}
	assert.Equal(t, size+1_000*unit.Nanometre, tenNanometres(warm.At20(size)),
		"steel on iron, (11.5 - 10.5) × 10 K × 100 mm")
	warm.Own = 5.5e-6
	assert.Equal(t, size-5_000*unit.Nanometre, tenNanometres(warm.At20(size)), "(5.5 - 10.5) × 10 K × 100 mm")
}

// tenNanometres is a length to 10 nm: the second order of a coefficient is less.
func tenNanometres(l unit.Length) unit.Length { return unit.DivHalfEven(l, 100) * 100 }
