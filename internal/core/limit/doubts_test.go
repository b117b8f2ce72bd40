package limit

import (
	"testing"

	"ledge/internal/core/unit"
)

// Whole thousandths, or hundredths of a millimetre, typed as inches or millimetres are asked about
// with what was meant; what shops have is not. Common practice.
func TestLimitsThatLookMistyped(t *testing.T) {
	in := func(texts ...string) (list []unit.Length) {
		for _, text := range texts {
			list = append(list, unit.MustParse(text, unit.In))
		}
		return list
	}
	mm := func(text string) unit.Length { return unit.MustParse(text, unit.MM) }
	five := in("5")[0]
	for _, tt := range []struct {
		name   string
		limits Limits
		system unit.System
		field  string
		likely []unit.Length
	}{
		{"a clearance in tenths of thousandths", Limits{Clearance: &Clearance{Max: ptr(in("250")[0])}},
			unit.In, "clearance.max", in("0.0250")},
		{"hundredths as a wear", Limits{WearMax: ptr(mm("25"))}, unit.MM, "wear_max", []unit.Length{mm("0.25")}},
		{"micrometres as a wear", Limits{WearMax: ptr(mm("900"))}, unit.MM, "wear_max", []unit.Length{mm("0.9")}},
		{"far from anything", Limits{WearMax: ptr(in("5000")[0])}, unit.In, "wear_max", in("0.5")},
		{"a taper of five", Limits{TaperMax: &five}, unit.In, "taper_max", in("0.005")},
		{"undersizes in thousandths", Limits{Undersizes: in("10", "20", "30")}, unit.In, "undersizes",
			in("0.010", "0.020", "0.030")},
		{"one of them", Limits{Undersizes: in("0.010", "20")}, unit.In, "undersizes", in("0.010", "0.020")},
		{"hundredths of a millimetre", Limits{Oversizes: []unit.Length{mm("25"), mm("50")}}, unit.MM,
			"oversizes", []unit.Length{mm("0.25"), mm("0.50")}},
		{"tenths of thousandths as a clearance",
			Limits{Clearance: &Clearance{New: &Range{in("10")[0], in("22")[0]}}}, unit.In, "clearance.new",
			in("0.010", "0.022")},
		{"an end play in thousandths", Limits{New: &Range{in("2")[0], in("7")[0]}}, unit.In, "new", in("0.002", "0.007")},
	} {
		doubts := tt.limits.Doubts(tt.system, tt.field == "new")
		if len(doubts) != 1 || doubts[0].Field != tt.field {
			t.Errorf("%s: %+v", tt.name, doubts)
			continue
		}
		for i, want := range tt.likely {
			if doubts[0].Likely[i] != want {
				t.Errorf("%s: likely %v, want %v", tt.name, doubts[0].Likely, tt.likely)
			}
		}
	}
	taper, wear := in("0.0005")[0], in("0.012")[0]
	sound := Limits{TaperMax: &taper, WearMax: &wear, Undersizes: in("0.010", "0.020", "0.060"),
		Shells: in("-0.002", "0.001"), New: &Range{in("2.4985")[0], in("2.4995")[0]}}
	if doubts := sound.Doubts(unit.In, false); len(doubts) > 0 {
		t.Errorf("sound limits: %+v", doubts)
	}
	if likely, odd := StampDoubt(in("10")[0], unit.In); !odd || likely != in("0.010")[0] {
		t.Errorf("a stamp of 10: %v %v", likely, odd)
	}
}

// A stamp is a step: twenty is twenty thousandths, or hundredths of a millimetre.
func TestStampsThatLookMistyped(t *testing.T) {
	for _, tt := range []struct {
		stamp  string
		system unit.System
		likely string
	}{{"20", unit.In, "0.020"}, {"0.25", unit.In, ""}, {"0.251", unit.In, "0.0002510"},
		{"25", unit.MM, "0.25"}, {"6", unit.MM, ""}} {
		likely, odd := StampDoubt(unit.MustParse(tt.stamp, tt.system), tt.system)
		if odd != (tt.likely != "") || odd && likely != unit.MustParse(tt.likely, tt.system) {
			t.Errorf("%s %s: %v %v, want %q", tt.stamp, tt.system, likely, odd, tt.likely)
		}
	}
}
