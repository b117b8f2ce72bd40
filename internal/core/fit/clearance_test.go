package fit

import (
	"testing"

	"ledge/internal/core/limit"
	"ledge/internal/core/unit"
)

func in(text string) unit.Length { return unit.MustParse(text, unit.In) }

// Common practice: a 2.000 in journal wants 0.0020 of play; a 2.1667 bearing on a 2.1651 journal has 0.0016.
func TestCommonPractice(t *testing.T) {
	if target, thumbed := Target(nil, in("2.000")); target != in("0.0020") || !thumbed {
		t.Errorf("Target(2.000) = %s, want 0.0020 by the rule of thumb", target.Show(unit.In))
	}
	journal := limit.Range{Min: in("2.1651"), Max: in("2.1651")}
	bore := []unit.Length{in("2.1667")}
	if c, ok := Measured(bore, bore, journal); !ok || c.Min != in("0.0016") || c.Max != in("0.0016") {
		t.Errorf("Measured = %+v, want 0.0016", c)
	}
}

func TestWindow(t *testing.T) {
	service := in("0.0040")
	full := limit.Clearance{New: &limit.Range{Min: in("0.0010"), Max: in("0.0016")}, Max: &service}
	newOnly := limit.Clearance{New: full.New}
	target := limit.Clearance{New: full.New, Max: &service,
		Target: &limit.Range{Min: in("0.0012"), Max: in("0.0014")}}
	tests := []struct {
		c        *limit.Clearance
		perInch  bool
		min, max string
	}{
		{&full, false, "0.0010", "0.0040"},
		{&newOnly, false, "0.0010", "0.0016"},
		{&target, true, "0.0012", "0.0014"},
		{&full, true, "0.0017", "0.0027"},
		{nil, true, "0.0017", "0.0027"},
	}
	for i, tt := range tests {
		if w, ok := Window(tt.c, tt.perInch, in("2.0000")); !ok || w.Min != in(tt.min) || w.Max != in(tt.max) {
			t.Errorf("%d: window %s to %s, want %s to %s", i, w.Min.Show(unit.In), w.Max.Show(unit.In),
				tt.min, tt.max)
		}
	}
	if _, ok := Window(nil, false, in("2")); ok {
		t.Error("without any clearance there is no window")
	}
}

func TestShellsSmallestChangeFirstTighterOfEquals(t *testing.T) {
	offered := []unit.Length{in("0.001"), in("-0.002"), in("-0.001")}
	want := []string{"0", "-0.001", "0.001", "-0.002"}
	for i, s := range Shells(offered, false) {
		if s.Change.Format(unit.In) != want[i] {
			t.Errorf("shell %d is %s, want %s", i, s.Change.Format(unit.In), want[i])
		}
	}
	if got := Shells(offered, true)[1]; got.Change != in("-0.0005") || !got.Halves {
		t.Errorf("with mixed halves the second is %+v, want −0.0005 of two halves", got)
	}
	if Shells(nil, true) != nil {
		t.Error("without shells none are offered")
	}
}
