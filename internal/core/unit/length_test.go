package unit

import (
	"encoding/json"
	"math"
	"os"
	"testing"
)

// Values from testdata/units.json, exact rational arithmetic outside this project.
func TestParseCheckValues(t *testing.T) {
	raw, err := os.ReadFile("testdata/units.json")
	if err != nil {
		t.Fatal(err)
	}
	var checks struct {
		Inch []struct {
			ID, Inch string
			TenthsNM int64 `json:"tenths_nm"`
		}
		Round []struct {
			ID       string
			NM       int64 `json:"nm"`
			HalfEven int64 `json:"half_even"`
		}
	}
	if err := json.Unmarshal(raw, &checks); err != nil {
		t.Fatal(err)
	}
	if len(checks.Inch) < 8 || len(checks.Round) < 5 {
		t.Fatal("check values are missing")
	}
	for _, c := range checks.Inch {
		got, err := Parse(c.Inch, In)
		if err != nil || int64(got) != c.TenthsNM {
			t.Errorf("%s: Parse(%q, in) = %d, %v; want %d", c.ID, c.Inch, got, err, c.TenthsNM)
		}
	}
	for _, c := range checks.Round {
		if got := DivHalfEven(Length(c.NM), 254); int64(got) != c.HalfEven {
			t.Errorf("%s: DivHalfEven(%d, 254) = %d; want %d", c.ID, c.NM, got, c.HalfEven)
		}
	}
}

// Flooring inches × 25.4e6 as floats is wrong for 7.7 % of sizes (check U08); the exact reader never is.
func TestParseIsExactWhereFloatsAreNot(t *testing.T) {
	wrong := 0
	for k := int64(0); k <= 100_000; k++ {
		text := Length(k * 2540).Format(In)
		got, err := Parse(text, In)
		if err != nil || int64(got) != k*2540 {
			t.Fatalf("Parse(%q) = %d, %v; want %d", text, got, err, k*2540)
		}
		if int64(math.Floor(float64(k)/1e5*25.4e6)) != k*254 {
			wrong++
		}
	}
	if wrong == 0 {
		t.Error("the float route was right everywhere: this test no longer shows the trap")
	}
}

func TestParseRefuses(t *testing.T) {
	tests := []struct {
		in string
		s  System
	}{
		{"", In}, {".", In}, {"1.2.3", In}, {"abc", MM}, {"1e", MM}, {"1e999999999", MM}, {"NaN", MM}, {"0x10", MM},
		{"0.000000001", In}, {"0.00000001", MM}, {"1000001e3", MM}, {"1_000", MM}, {"--1", MM},
	}
	for _, tt := range tests {
		if got, err := Parse(tt.in, tt.s); err == nil {
			t.Errorf("Parse(%q, %s) = %d, want an error", tt.in, tt.s, got)
		}
	}
}

func TestFormat(t *testing.T) {
	tests := []struct {
		in                string
		s                 System
		exact, show, both string
	}{
		{"2.248175", In, "2.248175", "2.2482", "57.104"},
		{"2.24815", In, "2.24815", "2.24815", "57.103"},
		{"-0.0004", In, "-0.0004", "-0.0004", "-0.010"},
		{"0", In, "0", "0.0000", "0.000"},
		{"25.4000", MM, "25.4", "25.400", "25.400"},
		{"1e-3", MM, "0.001", "0.001", "0.001"},
	}
	for _, tt := range tests {
		l := MustParse(tt.in, tt.s)
		if l.Format(tt.s) != tt.exact || l.Show(tt.s) != tt.show || l.Show(MM) != tt.both {
			t.Errorf("%s %s: Format %q, Show %q, in mm %q; want %q, %q, %q",
				tt.in, tt.s, l.Format(tt.s), l.Show(tt.s), l.Show(MM), tt.exact, tt.show, tt.both)
		}
	}
}

func TestAxisDistance(t *testing.T) {
	for _, tt := range []struct{ a, b, want Angle }{{0, 180, 0}, {135, 0, 45}, {45, 0, 45}, {10, 170, 20},
		{-90, 90, 0}} {
		if got := AxisDistance(tt.a*Degree, tt.b*Degree); got != tt.want*Degree {
			t.Errorf("AxisDistance(%d°, %d°) = %s°, want %d°", tt.a, tt.b, got.Format(), tt.want)
		}
	}
}

func FuzzParseFormat(f *testing.F) {
	for _, seed := range []string{"1.8113", "-0.00005", "25e-1", "0", "99999.9999999"} {
		f.Add(seed, true)
		f.Add(seed, false)
	}
	f.Fuzz(func(t *testing.T, text string, inches bool) {
		s := MM
		if inches {
			s = In
		}
		l, err := Parse(text, s)
		if err != nil {
			return
		}
		if s == MM {
			if back, err := Parse(l.Format(s), s); err != nil || back != l {
				t.Errorf("%q → %d → %q → %d, %v", text, l, l.Format(s), back, err)
			}
		}
		if back := MustParse(l.Fixed(MM, 7), MM); back != l {
			t.Errorf("%q: %d does not survive millimetres: %d", text, l, back)
		}
	})
}

// A figure beside its limit is shown with as many digits more as it takes to tell them apart.
func TestShowApart(t *testing.T) {
	for _, tt := range []struct {
		a, b, x, y string
		s          System
	}{
		{"0.00052", "0.0005", "0.00052", "0.00050", In}, {"0.0005", "0.0005", "0.0005", "0.0005", In},
		{"0.0006", "0.0005", "0.0006", "0.0005", In},
		{"0.0501", "0.05", "0.0501", "0.0500", MM}, {"0.05", "0.0500001", "0.0500000", "0.0500001", MM},
	} {
		if x, y := ShowApart(MustParse(tt.a, tt.s), MustParse(tt.b, tt.s), tt.s); x != tt.x || y != tt.y {
			t.Errorf("ShowApart(%s, %s) = %s, %s; want %s, %s", tt.a, tt.b, x, y, tt.x, tt.y)
		}
	}
}
