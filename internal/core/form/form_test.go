package form

import (
	"encoding/json"
	"math"
	"math/rand/v2"
	"os"
	"slices"
	"strings"
	"testing"

	"ledge/internal/core/unit"
)

type check struct {
	ID, What, Provenance string
	Inputs, Expected     map[string]json.RawMessage
}

// checks reads the values of testdata/form.json, computed outside this project; each carries its provenance.
func checks(t *testing.T, prefix string) []check {
	t.Helper()
	raw, err := os.ReadFile("testdata/form.json")
	if err != nil {
		t.Fatal(err)
	}
	var all, wanted []check
	if err := json.Unmarshal(raw, &all); err != nil {
		t.Fatal(err)
	}
	for _, c := range all {
		if strings.HasPrefix(c.ID, prefix) {
			wanted = append(wanted, c)
		}
	}
	if len(wanted) == 0 {
		t.Fatalf("no check values %s", prefix)
	}
	return wanted
}

func number(t *testing.T, raw json.RawMessage) float64 {
	t.Helper()
	var f float64
	if err := json.Unmarshal(raw, &f); err != nil {
		t.Fatal(err)
	}
	return f
}

func lengths(t *testing.T, raw json.RawMessage, s unit.System) []unit.Length {
	t.Helper()
	var numbers []json.Number
	if err := json.Unmarshal(raw, &numbers); err != nil {
		t.Fatal(err)
	}
	ls := make([]unit.Length, len(numbers))
	for i, n := range numbers {
		ls[i] = unit.MustParse(n.String(), s)
	}
	return ls
}

func angles(t *testing.T, raw json.RawMessage, n int) []unit.Angle {
	t.Helper()
	var numbers []float64
	if raw == nil {
		for i := range n {
			numbers = append(numbers, float64(i)*360/float64(n))
		}
	} else if err := json.Unmarshal(raw, &numbers); err != nil {
		t.Fatal(err)
	}
	as := make([]unit.Angle, len(numbers))
	for i, f := range numbers {
		as[i] = unit.AngleOf(f)
	}
	return as
}

func gridOf(directions []unit.Angle, rows ...[]unit.Length) Grid {
	g := Grid{Directions: directions}
	for _, row := range rows {
		var sizes []CellSize
		for _, l := range row {
			sizes = append(sizes, CellSize{l, true})
		}
		g.Sizes = append(g.Sizes, sizes)
	}
	return g
}

func TestOvalCheckValues(t *testing.T) {
	for _, c := range checks(t, "V03") {
		d := lengths(t, c.Inputs["D"], unit.MM)
		oval, ok := gridOf(angles(t, c.Inputs["deg"], 0), d).FitOval(0)
		want := number(t, c.Expected["ovality_2A"]) * 1e7
		if !ok || math.Abs(float64(oval.Size)-want) > 0.51 {
			t.Errorf("%s: oval %d, %v; want %.1f", c.ID, oval.Size, ok, want)
		}
		if axis := c.Expected["major_axis_deg"]; axis != nil &&
			math.Abs(oval.Angle.Degrees()-number(t, axis)) > 0.001 {
			t.Errorf("%s: large axis %s°, want %s°", c.ID, oval.Angle.Format(), axis)
		}
	}
}

// Check V04: two diameters at 90° cannot tell an oval from a size; and they catch |cos 2φ| of one.
func TestOvalNeedsDirections(t *testing.T) {
	for _, directions := range [][]unit.Angle{{0, 90 * unit.Degree}, {0, 90 * unit.Degree, 180 * unit.Degree}} {
		row := make([]unit.Length, len(directions))
		if _, ok := gridOf(directions, row).FitOval(0); ok {
			t.Errorf("FitOval with directions %v must fail", directions)
		}
	}
}

func TestShapeCheckValues(t *testing.T) {
	names := map[string]Shape{"taper": Tapered, "barrel": Barrel, "hourglass": Waisted, "cylindrical": Parallel}
	for _, c := range checks(t, "P01") {
		var rows [][]unit.Length
		for _, station := range []string{"T", "M", "B"} {
			rows = append(rows, lengths(t, json.RawMessage("["+string(c.Inputs[station])+"]"), unit.MM))
		}
		threshold := lengths(t, json.RawMessage("["+string(c.Inputs["t"])+"]"), unit.MM)[0]
		g := gridOf([]unit.Angle{0}, rows...)
		var class string
		if err := json.Unmarshal(c.Expected["class"], &class); err != nil {
			t.Fatal(err)
		}
		if got := g.Shape(threshold); got != names[class] {
			t.Errorf("%s: shape %s, want %s", c.ID, got, names[class])
		}
		taper, _ := g.Taper()
		if want := number(t, c.Expected["range"]) * 1e7; math.Abs(float64(taper)-want) > 1e-3 {
			t.Errorf("%s: taper %d, want %.0f", c.ID, taper, want)
		}
	}
}

func TestBoreCheckValue(t *testing.T) {
	g := gridOf(angles(t, json.RawMessage("[90,0]"), 0),
		lengths(t, json.RawMessage("[101.642,101.618]"), unit.MM),
		lengths(t, json.RawMessage("[101.625,101.611]"), unit.MM),
		lengths(t, json.RawMessage("[101.608,101.606]"), unit.MM))
	taper, _ := g.Taper()
	outOfRound, _ := g.OutOfRound()
	if taper != 34*unit.Micrometre || outOfRound != 24*unit.Micrometre {
		t.Errorf("P03: taper %d, out-of-round %d; want 34 and 24 µm", taper, outOfRound)
	}
}

func TestRunoutCheckValues(t *testing.T) {
	for _, c := range append(checks(t, "B04"), checks(t, "B05")...) {
		y := lengths(t, c.Inputs["y_um"], unit.MM) // µm read as mm: a thousand times larger, the same shape
		r := RunoutOf(angles(t, c.Inputs["deg"], len(y)), y)
		if want := number(t, c.Expected["e"]) * 1e7; math.Abs(float64(r.Throw)-want) > 1 {
			t.Errorf("%s: throw %d, want %.1f", c.ID, r.Throw, want)
		}
		if c.Expected["e_deg"] != nil &&
			(r.Angle == nil || math.Abs(r.Angle.Degrees()-number(t, c.Expected["e_deg"])) > 0.001) {
			t.Errorf("%s: direction %v, want %s°", c.ID, r.Angle, c.Expected["e_deg"])
		}
		if c.Expected["TIR"] != nil && float64(r.TIR) != math.Round(number(t, c.Expected["TIR"])*1e7) {
			t.Errorf("%s: TIR %d, want %s", c.ID, r.TIR, c.Expected["TIR"])
		}
	}
}

// A return reading at 360° is the place 0° again; too few angles fall back to half the TIR.
func TestRunoutEdges(t *testing.T) {
	y := lengths(t, json.RawMessage("[0,0.0005,0,-0.0005,0]"), unit.In)
	r := RunoutOf(angles(t, json.RawMessage("[0,90,180,270,360]"), 0), y)
	if r.Throw != 5*unit.Tenth || r.Angle == nil || *r.Angle != 90*unit.Degree {
		t.Errorf("with a return reading: %+v, want a throw of 0.0005 at 90°", r)
	}
	if r := RunoutOf(angles(t, json.RawMessage("[0,90,200,270]"), 0), y[:4]); r.Angle != nil ||
		r.Throw != 5*unit.Tenth {
		t.Errorf("four unequal angles: %+v, want half the TIR without a direction", r)
	}
}

func TestStraightnessCheckValues(t *testing.T) {
	for _, c := range checks(t, "S01") {
		x, y := lengths(t, c.Inputs["x"], unit.MM), lengths(t, c.Inputs["y"], unit.MM)
		width, _ := Straightness(x, y)
		if want := number(t, c.Expected["STR_MZ"]) * 1e7; math.Abs(float64(width)-want) > 1 {
			t.Errorf("%s: zone %d, want %.1f", c.ID, width, want)
		}
	}
}

// Two points at one place make no line; the others still do. By hand: the flat line through the
// first and the last point.
func TestStraightnessWithTwoPointsAtOnePlace(t *testing.T) {
	if width, slope := Straightness([]unit.Length{0, 0, 10, 20}, []unit.Length{0, 4, 10, 0}); width != 10 ||
		slope != 0 {
		t.Errorf("width %d, slope %g, want 10 and 0", width, slope)
	}
}

func TestNearestTakesAllEquallyNear(t *testing.T) {
	g := gridOf(angles(t, json.RawMessage("[45,90,135]"), 0), []unit.Length{1, 2, 3})
	if got := g.Nearest(0); len(got) != 2 || got[0] != 0 || got[1] != 2 {
		t.Errorf("Nearest(0°) = %v, want the columns of 45° and 135°", got)
	}
}

func heights(t *testing.T, c check) (x, y, z []unit.Length, rows [][]unit.Length) {
	t.Helper()
	var raw []json.RawMessage
	if err := json.Unmarshal(c.Inputs["z_um"], &raw); err != nil {
		t.Fatal(err)
	}
	along, across := lengths(t, c.Inputs["x"], unit.MM), lengths(t, c.Inputs["y"], unit.MM)
	for i, row := range raw {
		rows = append(rows, lengths(t, row, unit.MM)) // µm read as mm
		for j, height := range rows[i] {
			x, y, z = append(x, along[j]), append(y, across[i]), append(z, height)
		}
	}
	return x, y, z, rows
}

// The deck's rows are evenly spaced, so places in steps of any size give the same zone.
func TestFlatnessCheckValues(t *testing.T) {
	for _, c := range checks(t, "S04") {
		x, y, z, _ := heights(t, c)
		want := number(t, c.Expected["FLT_MZ"]) * 1e7
		if got := Flatness(x, y, z); math.Abs(float64(got)-want) > 1 {
			t.Errorf("%s: zone %d, want %.1f", c.ID, got, want)
		}
		for i := range x {
			x[i], y[i] = x[i]/120, y[i]/90
		}
		if got := Flatness(x, y, z); math.Abs(float64(got)-want) > 1 {
			t.Errorf("%s in other steps: zone %d, want %.1f", c.ID, got, want)
		}
	}
	if got := Flatness([]unit.Length{0, 1, 2}, []unit.Length{0, 0, 0}, []unit.Length{0, 5, 0}); got != 0 {
		t.Errorf("points on one line: %d, want 0", got)
	}
}

// Every plane through three points and every one parallel to two edges, tried on all points: slow,
// and plainly right.
func everyPlane(x, y, z []unit.Length) float64 {
	p := points{floats(x), floats(y), floats(z)}
	all := make([]int, len(x))
	for i := range all {
		all[i] = i
	}
	best, ok := p.closest(all)
	if !ok {
		return 0
	}
	return best.width
}

func TestFlatnessIsThatOfEveryPlane(t *testing.T) {
	random := rand.New(rand.NewPCG(13, 1))
	for round := range 400 {
		n := 1 + random.IntN(12)
		x, y, z := make([]unit.Length, n), make([]unit.Length, n), make([]unit.Length, n)
		spread := []int{2, 3, 40, 1_000_000}[round%4] // few heights lie in many planes at once
		for i := range n {
			x[i], y[i], z[i] = unit.Length(random.IntN(4))*unit.Inch, unit.Length(random.IntN(4))*unit.Inch,
				unit.Length(random.IntN(spread))
		}
		if got, want := Flatness(x, y, z), everyPlane(x, y, z); math.Abs(float64(got)-want) > 0.6 {
			t.Fatalf("round %d: %d, want %.3f of %v %v %v", round, got, want, x, y, z)
		}
	}
}

// A surface plate's worth of points is read at once.
func BenchmarkFlatness(b *testing.B) {
	const side = 30
	random := rand.New(rand.NewPCG(13, 2))
	var x, y, z []unit.Length
	for i := range side * side {
		x, y, z = append(x, unit.Length(i%side)*unit.Inch), append(y, unit.Length(i/side)*unit.Inch),
			append(z, unit.Length(random.IntN(500))*unit.Tenth)
	}
	for b.Loop() {
		Flatness(x, y, z)
	}
}

func TestWidestGapCheckValues(t *testing.T) {
	for _, c := range checks(t, "S05") {
		_, _, _, rows := heights(t, c)
		lines := map[string][]unit.Length{"row0": rows[0], "row1": rows[1], "row2": rows[2],
			"diag_00_42": {rows[0][0], rows[1][2], rows[2][4]}, "diag_02_40": {rows[2][0], rows[1][2], rows[0][4]}}
		for name, line := range lines {
			if got, want := WidestGap(line), number(t, c.Expected[name])*1e7; math.Abs(float64(got)-want) > 1 {
				t.Errorf("%s %s: gap %d, want %.1f", c.ID, name, got, want)
			}
		}
	}
	for _, c := range checks(t, "S06") {
		var gaps []float64
		if err := json.Unmarshal(c.Expected["gaps"], &gaps); err != nil {
			t.Fatal(err)
		}
		want := slices.Max(gaps) * 1e7
		if got := WidestGap(lengths(t, c.Inputs["y"], unit.MM)); math.Abs(float64(got)-want) > 1 {
			t.Errorf("%s: gap %d, want %.1f", c.ID, got, want)
		}
	}
}

// Five mains of one bent shaft: vectors, what is left off the line of the end ones, and the course in a word.
func TestBendCheckValues(t *testing.T) {
	for _, c := range checks(t, "B08") {
		var turns []json.RawMessage
		if err := json.Unmarshal(c.Inputs["y_um"], &turns); err != nil {
			t.Fatal(err)
		}
		z := lengths(t, c.Inputs["z_mm"], unit.MM)
		end := func(i int) Runout {
			y := lengths(t, turns[i], unit.MM)
			return RunoutOf(angles(t, nil, len(y)), y)
		}
		var off []Vector
		for i, turn := range turns {
			y := lengths(t, turn, unit.MM)
			share := float64(z[i]-z[0]) / float64(z[len(z)-1]-z[0])
			r, ok := Off(angles(t, nil, len(y)), y, end(0), end(len(turns)-1), share)
			v, directed := VectorOf(r)
			if !ok || !directed {
				t.Fatal("a turn of twelve gives no direction")
			}
			off = append(off, v)
		}
		var offsets [][2]float64
		if err := json.Unmarshal(c.Expected["offset_um"], &offsets); err != nil {
			t.Fatal(err)
		}
		for i, want := range offsets {
			// The direction is kept to a thousandth of a degree.
			if math.Abs(float64(off[i].X)-want[0]*1e7) > 6000 || math.Abs(float64(off[i].Y)-want[1]*1e7) > 6000 {
				t.Errorf("%s main %d: off %v, want %v", c.ID, i+1, off[i], want)
			}
		}
		if got := CourseOf(off, unit.Millimetre); got != OneBend {
			t.Errorf("%s: %s, want one bend", c.ID, got)
		}
	}
}

func TestCourses(t *testing.T) {
	for _, tt := range []struct {
		want Course
		off  []Vector
	}{
		{Straight, []Vector{{0, 0}, {5, 5}, {0, 0}}},
		{OneBend, []Vector{{0, 0}, {50, 5}, {80, -10}, {0, 0}}},
		{SBend, []Vector{{0, 0}, {50, 5}, {-60, 0}, {0, 0}}},
		{Twisted, []Vector{{0, 0}, {50, 0}, {0, 60}, {0, 0}}},
	} {
		if got := CourseOf(tt.off, 10); got != tt.want {
			t.Errorf("CourseOf(%v) = %s, want %s", tt.off, got, tt.want)
		}
	}
}

// The journal's own ovality is told apart from its throw.
func TestRunoutOvality(t *testing.T) {
	for _, c := range checks(t, "B04") {
		y := lengths(t, c.Inputs["y_um"], unit.MM)
		r := RunoutOf(angles(t, nil, len(y)), y)
		if want := 2 * number(t, c.Expected["oval_amp"]) * 1e7; r.Ovality == nil ||
			math.Abs(float64(*r.Ovality)-want) > 1 {
			t.Errorf("%s: ovality %v, want %.1f", c.ID, r.Ovality, want)
		}
	}
}
