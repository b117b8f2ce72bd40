package instrument

import (
	"math"
	"testing"

	"ledge/internal/core/unit"
)

// A bore gauge set at 3.4500 and past zero by 0.0235 reads 3.4265 in (87.03 mm): common practice.
func TestDeviation(t *testing.T) {
	setting := unit.MustParse("3.4500", unit.In)
	g := Gauge{Kind: BoreGauge, Setting: &setting, Sense: -1}
	got := g.Size(unit.MustParse("0.0235", unit.In))
	if got.Show(unit.In) != "3.4265" || got.Fixed(unit.MM, 2) != "87.03" {
		t.Errorf("size = %s in, %s mm; want 3.4265 in, 87.03 mm", got.Show(unit.In), got.Fixed(unit.MM, 2))
	}
}

// JCGM 100:2008 F.2.2.1 (resolution step 1 has u = 0.29) and 4.4.3 (the mean of n), from memory.
func TestUncertainty(t *testing.T) {
	zero := unit.Length(0)
	step := Gauge{Division: 1_000_000, Repeatability: &zero, SettingU: &zero}
	if u := step.Uncertainty(1).Size() / 1_000_000; math.Abs(u-0.2887) > 1e-4 {
		t.Errorf("u of a resolution step = %.4f, want 0.2887", u)
	}
	three, four := unit.Length(3000), unit.Length(4000)
	g := Gauge{Repeatability: &three, SettingU: &four}
	if u := g.Uncertainty(1); u.Size() != 5000 || math.Abs(u.Difference()-3000*math.Sqrt2) > 1e-6 {
		t.Errorf("size %v, difference %v: the setting must count in a size and cancel in a difference",
			u.Size(), u.Difference())
	}
	if u := g.Uncertainty(9).Difference(); math.Abs(u-1000*math.Sqrt2) > 1e-6 {
		t.Errorf("nine repeats give %v, want a third", u)
	}
}
