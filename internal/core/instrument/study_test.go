package instrument

import (
	"encoding/json"
	"math"
	"os"
	"testing"

	"ledge/internal/core/unit"
)

// A studied row of testdata/study.json: values from outside this project, each with its provenance.
type studied struct {
	ID     string
	Inputs struct {
		Data        [][][]float64 `json:"data[part][operator][trial]"`
		See         string
		ToleranceUM float64 `json:"tolerance_um"`
		Seeds       []int   `json:"n"`
	}
	Expected json.RawMessage
}

// scale is so much that tenths and hundredths of the study's unit stay whole.
const scale = 1000

func studies(t *testing.T) map[string]studied {
	t.Helper()
	raw, err := os.ReadFile("testdata/study.json")
	if err != nil {
		t.Fatal(err)
	}
	var rows []studied
	if err := json.Unmarshal(raw, &rows); err != nil {
		t.Fatal(err)
	}
	byID := map[string]studied{}
	for _, r := range rows {
		byID[r.ID] = r
	}
	return byID
}

func (r studied) study() Study {
	s := Study{Readings: make([][][]unit.Length, len(r.Inputs.Data))}
	for p, hands := range r.Inputs.Data {
		for _, trials := range hands {
			var of []unit.Length
			for _, v := range trials {
				of = append(of, unit.Round(v*scale))
			}
			s.Readings[p] = append(s.Readings[p], of)
		}
	}
	return s
}

func near(t *testing.T, what string, got, want, tolerance float64) {
	t.Helper()
	if math.Abs(got-want) > tolerance {
		t.Errorf("%s: %.9f, want %.9f", what, got, want)
	}
}

// The average and range method: a published study and invented ones, to the digits that the table of constants has.
func TestAverageAndRange(t *testing.T) {
	rows := studies(t)
	for _, id := range []string{"X04", "X06", "X08", "X09"} {
		var want struct {
			EV, AV, GRR, PV, TV float64
			NDC                 int
		}
		if err := json.Unmarshal(rows[id].Expected, &want); err != nil {
			t.Fatal(err)
		}
		s := rows[id].study()
		if !s.Sound() {
			t.Fatalf("%s is no sound study", id)
		}
		v := s.AverageRange()
		for what, pair := range map[string][2]float64{"EV": {v.Repeatability, want.EV}, "AV": {v.Reproducibility, want.AV},
			"GRR": {v.Gauge, want.GRR}, "PV": {v.Parts, want.PV}, "TV": {v.Total, want.TV}} {
			near(t, id+" "+what, pair[0]/scale, pair[1], 1e-6)
		}
		if v.Categories != want.NDC {
			t.Errorf("%s: %d categories, want %d", id, v.Categories, want.NDC)
		}
	}
	near(t, "X10", rows["X04"].study().AverageRange().OfTolerance(50*scale), 25.032102692983923, 1e-6)
}

// The analysis of variance: pooled where hands and parts do not act together, against the published sums.
func TestAnova(t *testing.T) {
	rows := studies(t)
	for _, id := range []string{"X05", "X07"} {
		var want struct {
			SS     []float64
			P      float64 `json:"p_interaction"`
			Pooled struct {
				Rep    float64 `json:"sd_rep"`
				Hands  float64 `json:"sd_reprod"`
				Gauge  float64 `json:"sd_GRR"`
				Part   float64 `json:"sd_part"`
				Total  float64 `json:"sd_total"`
				NDCRaw float64 `json:"ndc_raw"`
			} `json:"pooled"`
		}
		if err := json.Unmarshal(rows[id].Expected, &want); err != nil {
			t.Fatal(err)
		}
		a := rows[rows[id].Inputs.See].study().Anova()
		for i, got := range []float64{a.SumsHands, a.SumsParts, a.SumsBoth, a.SumsError} {
			near(t, id+" sum", got/scale/scale, want.SS[i], 1e-6*want.SS[i]+1e-6)
		}
		near(t, id+" p", a.P, want.P, 1e-9)
		if !a.Pooled {
			t.Errorf("%s: hands and parts do not act together", id)
		}
		near(t, id+" repeatability", a.Repeatability/scale, want.Pooled.Rep, 1e-7)
		near(t, id+" reproducibility", a.Reproducibility/scale, want.Pooled.Hands, 1e-7)
		near(t, id+" gauge", a.Gauge/scale, want.Pooled.Gauge, 1e-7)
		near(t, id+" parts", a.Parts/scale, want.Pooled.Part, 1e-7)
		near(t, id+" total", a.Total/scale, want.Pooled.Total, 1e-7)
		if a.Categories != int(want.Pooled.NDCRaw) {
			t.Errorf("%s: %d categories, want %d", id, a.Categories, int(want.Pooled.NDCRaw))
		}
	}
}

// The constants are those of the distribution of the range, as printed.
func TestStudyConstants(t *testing.T) {
	rows := studies(t)
	var d2 struct{ D2 []float64 }
	var k struct{ K3 []float64 }
	if err := json.Unmarshal(rows["X01"].Expected, &d2); err != nil {
		t.Fatal(err)
	}
	if err := json.Unmarshal(rows["X02"].Expected, &k); err != nil {
		t.Fatal(err)
	}
	for i, d := range d2.D2 {
		near(t, "1/d2", perRange[i+1], 1/d, 1e-4)
	}
	for i, want := range k.K3 {
		near(t, "1/d2*", perSpread[i+1], want, 1e-4)
	}
}

// The hand's own spread on one standard. JCGM 100:2008, 4.4.3, Table 1, from memory: s = 1.489.
func TestOwnSpread(t *testing.T) {
	var readings []unit.Length
	for _, v := range []float64{96.9, 98.18, 98.25, 98.61, 99.03, 99.49, 99.56, 99.74, 99.89, 100.07, 100.33, 100.42,
		100.68, 100.95, 101.11, 101.2, 101.57, 101.84, 102.36, 102.72} {
		readings = append(readings, unit.Round(v*scale))
	}
	spread, off := OwnSpread(readings, 100*scale)
	near(t, "spread", spread/scale, 1.4888444830595435, 1e-9)
	near(t, "off", float64(off)/scale, 0.145, 1e-9)
	if (Study{Readings: [][][]unit.Length{{{1}}}}).Sound() || (Study{}).Sound() ||
		(Study{Readings: [][][]unit.Length{{{1, 2}, {1}}}}).Sound() {
		t.Error("a study with one trial, none, or not all of them, is sound")
	}
}
