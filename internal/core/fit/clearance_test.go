package fit

import (
	"testing"

	"ledge/internal/core/limit"
	"ledge/internal/core/unit"
)

func in(text string) unit.Length { return unit.MustParse(text, unit.In) }

// Common practice: a 2.000 in journal wants 0.0020 of play; a 2.1667 bearing on a 2.1651 journal has 0.0016.
func TestCommonPractice(t *testing.T) {
	if target, thumbed := Target(nil, false, in("2.000")); target != in("0.0020") || !thumbed {
		t.Errorf("Target(2.000) = %s, want 0.0020 by the rule of thumb", target.Show(unit.In))
	}
	journal := limit.Range{Min: in("2.1651"), Max: in("2.1651")}
	bore := []unit.Length{in("2.1667")}
	if c, ok := Measured(bore, bore, journal); !ok || c.Min != in("0.0016") || c.Max != in("0.0016") {
		t.Errorf("Measured = %+v, want 0.0016", c)
	}
}

func TestWindow(t *testing.T) {
	span := func(least, most string) *limit.Range { return &limit.Range{Min: in(least), Max: in(most)} }
	service := in("0.0040")
	full := limit.Clearance{New: span("0.0010", "0.0016"), Max: &service}
	tests := []struct {
		c        *limit.Clearance
		min, max string
	}{
		{&full, "0.0010", "0.0040"},
		{&limit.Clearance{New: full.New}, "0.0010", "0.0016"},
		{&limit.Clearance{New: full.New, Max: &service, Target: span("0.0012", "0.0014")}, "0.0010", "0.0040"},
		{&limit.Clearance{New: full.New, Max: &service, Target: span("0.0008", "0.0044")}, "0.0008", "0.0044"},
		{&limit.Clearance{Target: span("0.0012", "0.0014")}, "0.0012", "0.0014"},
		{&limit.Clearance{Max: &service}, "0", "0.0040"},
	}
	for i, tt := range tests {
		if w, ok := Window(tt.c); !ok || w.Min != in(tt.min) || w.Max != in(tt.max) {
			t.Errorf("%d: window %s to %s, want %s to %s", i, w.Min.Show(unit.In), w.Max.Show(unit.In),
				tt.min, tt.max)
		}
	}
	if _, ok := Window(nil); ok {
		t.Error("without any clearance there is no window")
	}
	if w := Thumb(in("2.0000")); w != *span("0.0017", "0.0027") {
		t.Errorf("by the rule of thumb %s to %s", w.Min.Show(unit.In), w.Max.Show(unit.In))
	}
	// The aim and what is accepted are apart.
	if aim, _ := Target(&full, true, in("2.5000")); aim != in("0.0025") {
		t.Errorf("aimed at %s, want a thousandth of the diameter", aim.Show(unit.In))
	}
	if aim, _ := Target(&full, false, in("2.5000")); aim != in("0.0013") {
		t.Errorf("aimed at %s, want the middle of the new clearance", aim.Show(unit.In))
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
