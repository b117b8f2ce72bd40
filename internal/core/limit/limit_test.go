package limit

import (
	"math"
	"testing"

	"ledge/internal/core/unit"
)

// JCGM 106:2012 clause 7 worked examples, from memory, recomputed with scipy.stats.norm: a zener
// diode of −5.47 with u 0.05 against −5.40 conforms with 0.92, a pressure of 509.7 with u 8.6
// against at least 490 with 0.99; and a bore of 101.6235 with U 0.004 against 101.625 with 0.7734.
func TestChance(t *testing.T) {
	mm := func(text string) unit.Length { return unit.MustParse(text, unit.MM) }
	tests := []struct {
		v, limit unit.Length
		u, want  float64
	}{
		{mm("-5.47"), mm("-5.40"), 0.05e7, 0.9192433407662273},
		{-mm("509.7"), -mm("490"), 8.6e7, 0.9890095473848222},
		{mm("101.6235"), mm("101.625"), 0.002e7, 0.7733726476220705},
		{mm("101.625"), mm("101.625"), 0.002e7, 0.5},
	}
	for _, tt := range tests {
		if got := Chance(tt.v, tt.limit, tt.u); math.Abs(got-tt.want) > 1e-9 {
			t.Errorf("Chance(%d, %d, %g) = %.12f, want %.12f", tt.v, tt.limit, tt.u, got, tt.want)
		}
	}
}

// ISO 14253-1: the uncertainty counts against whoever claims. Ends are inside.
func TestRules(t *testing.T) {
	tests := []struct {
		rule Rule
		v    unit.Length
		want Verdict
	}{
		{Plain, 100, Within}, {Plain, 101, Beyond}, {Plain, 99, Within},
		{Guarded, 80, Within}, {Guarded, 81, Unsure}, {Guarded, 100, Unsure}, {Guarded, 120, Unsure},
		{Guarded, 121, Beyond},
	}
	for _, tt := range tests {
		if got := tt.rule.AtMost(tt.v, 100, 10); got != tt.want {
			t.Errorf("%s.AtMost(%d, 100, 10) = %s, want %s", tt.rule, tt.v, got, tt.want)
		}
		if got := tt.rule.AtLeast(-tt.v, -100, 10); got != tt.want {
			t.Errorf("%s.AtLeast(%d, -100, 10) = %s, want %s", tt.rule, -tt.v, got, tt.want)
		}
	}
	if c := Guarded.Lower("size", 105, ptr(unit.Length(100)), 10); c.Verdict != Unsure || c.Chance == nil ||
		*c.Chance < 0.6 {
		t.Errorf("a size just above its lower limit: %+v, want unsure with a good chance", c)
	}
}

// Common practice: a journal ground 0.010 under and worn 0.002 is still of the 0.010 class.
func TestClasses(t *testing.T) {
	in := func(text string) unit.Length { return unit.MustParse(text, unit.In) }
	journal := Range{in("2.2480"), in("2.2490")}
	steps := []unit.Length{in("0.010"), in("0.020")}
	tests := []struct {
		largest, want string
		ok            bool
	}{
		{"2.2490", "0", true}, {"2.2500", "0", true}, {"2.2501", "0", false}, {"2.2401", "0", true},
		{"2.2400", "0.010", true}, {"2.2301", "0.010", true}, {"2.2300", "0.020", true}, {"2.1000", "0.020", true},
	}
	for _, tt := range tests {
		class, ok := ShaftClass(journal, steps, in(tt.largest), ClassTolerance(unit.In))
		if class != in(tt.want) || ok != tt.ok {
			t.Errorf("ShaftClass(%s) = %s, %v; want %s, %v", tt.largest, class.Format(unit.In), ok, tt.want, tt.ok)
		}
	}
	bore := Range{in("3.7190"), in("3.7200")}
	if class, ok := BoreClass(bore, []unit.Length{in("0.020"), in("0.030")}, in("3.7380"),
		ClassTolerance(unit.In)); class != in("0.020") || !ok {
		t.Errorf("BoreClass(3.7380) = %s, %v; want 0.02", class.Format(unit.In), ok)
	}
}

func TestOverFallsBackFieldByField(t *testing.T) {
	close := Limits{TaperMax: ptr(unit.Length(1)), Clearance: &Clearance{Max: ptr(unit.Length(7))}}
	book := Limits{TaperMax: ptr(unit.Length(5)), WearMax: ptr(unit.Length(6)),
		Clearance: &Clearance{New: &Range{1, 2}, Max: ptr(unit.Length(9))}, Shells: []unit.Length{1}}
	got := close.Over(book)
	if *got.TaperMax != 1 || *got.WearMax != 6 || *got.Clearance.Max != 7 || got.Clearance.New.Max != 2 ||
		len(got.Shells) != 1 {
		t.Errorf("close over book = %+v", got)
	}
}

func ptr[T any](v T) *T { return &v }

// Guard bands at both ends of a bore's range, in micrometres: computed outside this project by the
// rules of ISO 14253-1 with U = 4 (k = 2, u = 2).
func TestGuardedAtBothEnds(t *testing.T) {
	window := Range{101600 * unit.Micrometre, 101625 * unit.Micrometre}
	for _, tt := range []struct {
		y              unit.Length
		plain, guarded Verdict
	}{
		{101594, Beyond, Beyond}, {101596, Beyond, Unsure}, {101598, Beyond, Unsure},
		{101600, Within, Unsure}, {101602, Within, Unsure}, {101603, Within, Unsure},
		{101604, Within, Within}, {101612, Within, Within}, {101621, Within, Within},
		{101622, Within, Unsure}, {101625, Within, Unsure}, {101628, Beyond, Unsure},
		{101629, Beyond, Unsure}, {101630, Beyond, Beyond},
	} {
		y, u := tt.y*unit.Micrometre, 2*float64(unit.Micrometre)
		if got := Plain.Inside(y, y, window, u); got != tt.plain {
			t.Errorf("plain %d: %s, want %s", tt.y, got, tt.plain)
		}
		if got := Guarded.Inside(y, y, window, u); got != tt.guarded {
			t.Errorf("guarded %d: %s, want %s", tt.y, got, tt.guarded)
		}
	}
	// The chance of being within, U at k = 2: scipy.stats.norm.
	for _, tt := range []struct{ y, u, want float64 }{{101.622, 2, 0.9331927987311494},
		{101.6235, 2, 0.7733726476220705}, {101.625, 2, 0.5}, {101.6275, 2, 0.10564977366706296}} {
		got := Chance(unit.Round(tt.y*float64(unit.Millimetre)), 101625*unit.Micrometre,
			tt.u*float64(unit.Micrometre))
		if got < tt.want-1e-6 || got > tt.want+1e-6 {
			t.Errorf("chance at %v: %.6f, want %.6f", tt.y, got, tt.want)
		}
	}
}

// A clearance that says nothing is still one: of a card, or of a number over its card.
func TestAnEmptyClearanceStays(t *testing.T) {
	empty := Limits{Clearance: &Clearance{}}
	if (Limits{}).Over(empty).Clearance == nil || empty.Over(Limits{}).Clearance == nil ||
		(Limits{}).Over(Limits{}).Clearance != nil {
		t.Error("an empty clearance is lost, or made of nothing")
	}
}
