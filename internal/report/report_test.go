package report

import (
	"bytes"
	"regexp"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
	"ledge/internal/exchange"
)

func length(text string) unit.Length { return unit.MustParse(text, unit.In) }

// Each way in the words of the counter; nobody outside the shop knows a code of ours.
func TestPlainWords(t *testing.T) {
	for _, tt := range []struct {
		set  part.Set
		way  disposition.Way
		want string
	}{
		{part.MainJournals, disposition.Way{Action: disposition.Reuse}, "good as they are"},
		{part.MainHousings, disposition.Way{Action: disposition.Reuse}, "good as it is"},
		{part.Thrust, disposition.Way{Action: disposition.Reuse}, "good as it is"},
		{part.MainJournals, disposition.Way{Action: disposition.Grind, Step: length("0.010")}, "0.010"},
		{part.Cylinders, disposition.Way{Action: disposition.Bore, Step: length("0.020")}, "over"},
		{part.Cylinders, disposition.Way{Action: disposition.Replace}, "block"},
		{part.MainJournals, disposition.Way{Action: disposition.Measure}, "not decided yet"},
	} {
		got := Plainly(Decision{Set: tt.set, Way: tt.way}, unit.In)
		assert.Contains(t, got, tt.want, "%s %s", tt.set, tt.way.Action)
		assert.NotContains(t, got, "_", "%s %s", tt.set, tt.way.Action)
	}
	codes := regexp.MustCompile(`[a-z]_[a-z]`)
	for _, set := range []part.Set{part.MainJournals, part.RodJournals, part.CamJournals, part.MainHousings, part.RodHousings,
		part.Cylinders, part.DeckSet, part.Thrust, part.PistonSet, part.Pins, part.Rings} {
		assert.NotEmpty(t, SetName(set), set)
		for _, action := range []disposition.Action{disposition.Reuse, disposition.Polish, disposition.Grind, disposition.Hone, disposition.Bore, disposition.Sleeve, disposition.LineHone,
			disposition.Resize, disposition.Skim, disposition.Replace, disposition.Measure, disposition.Remeasure} {
			for _, system := range []unit.System{unit.In, unit.MM} {
				words := Plainly(Decision{Set: set, Way: disposition.Way{Action: action, Step: length("0.010"), Shell: -length("0.001")}}, system)
				assert.NotEmpty(t, words, "%s %s", set, action)
				assert.False(t, codes.MatchString(words), "%s %s: %s", set, action, words)
			}
		}
	}
}

// aJob is an inspection of one worn journal, decided and half proved.
func aJob(t *testing.T, name string) Job {
	t.Helper()
	in, err := exchange.Read(strings.NewReader(`{"format": "ledge.inspection/1", "unit": "in", "job": {"engine": "Pump"}, "limits": {"main_journal": {"new": {"min": 2.4985, "max": 2.4995},
		"wear_max": 0.001, "undersizes": [0.010]}}, "features": [{"kind": "main_journal", "number": 1, "stations": ["A", "B"], "directions": [0, 90], "readings": [[2.4960, 2.4961], [2.4962, "oil hole"]]}]}`))
	require.NoError(t, err)
	in.Job.Engine, in.Job.Customer, in.Job.Number = name, name, "L-1"
	result := disposition.Evaluate(in)
	sheet := order.Sheet{Name: order.Grind, Title: name, Lines: []order.Line{{Key: "1", Title: name, What: name}}, Notes: []string{name}}
	return Job{Address: "http://127.0.0.1/jobs/1", Made: time.Date(2026, 11, 23, 9, 0, 0, 0, time.UTC), In: in, Result: result, Taken: []Taken{{By: name, On: name, Gauge: name}},
		Findings: []string{name}, Cost: "1 crown", Ready: "tomorrow", Promised: "today",
		Decisions: []Decision{{Set: part.MainJournals, Way: disposition.Way{Action: disposition.Grind, Step: length("0.010")}, Reasons: []string{name}, Signed: name, Advice: name, Reason: name}},
		Proofs:    []Proof{{Sheet: sheet, Proofs: []order.Proof{{Key: "1", Verdict: "missed", Problems: []say.Reason{{Text: name}}}}, Accepted: map[string]string{}}}}
}

// The same record gives the same paper, byte by byte, so that a paper can be told from one that was changed.
func TestTheSameRecordGivesTheSamePaper(t *testing.T) {
	for name, paper := range map[string]func(Job) ([]byte, error){"inspection": Job.Inspection, "summary": Job.Summary} {
		first, err := paper(aJob(t, "Pump"))
		require.NoError(t, err, name)
		second, err := paper(aJob(t, "Pump"))
		require.NoError(t, err, name)
		assert.True(t, bytes.Equal(first, second), name)
		other, err := paper(aJob(t, "Winch"))
		require.NoError(t, err, name)
		assert.False(t, bytes.Equal(first, other), name)
	}
}

// Whatever stands in a name, a paper comes of it.
func TestAnyTextMakesAPaper(t *testing.T) {
	for _, name := range []string{"", strings.Repeat("very long ", 20), strings.Repeat("unbroken", 25), "Ötto Łan 北京 🛠", "line\nbreak\ttab", "\x00\x01\xff", "<b>&amp;</b> (\\) %s %!d"} {
		for kind, paper := range map[string]func(Job) ([]byte, error){"inspection": Job.Inspection, "summary": Job.Summary} {
			pdf, err := paper(aJob(t, name))
			require.NoError(t, err, "%s of %.20q", kind, name)
			assert.True(t, bytes.HasPrefix(pdf, []byte("%PDF")), "%s of %.20q", kind, name)
		}
		least := length("2.4885")
		body := order.Sheet{Name: order.Grind, Title: name, Steps: []order.Step{{Title: name, Begins: name, Ends: name}}, Notes: []string{name}}
		for range 60 { // more than a page
			body.Lines = append(body.Lines, order.Line{Key: name, Title: name, What: name, Note: name, Min: &least, Max: &least})
		}
		pdf, err := Sheet{Address: "http://127.0.0.1/jobs/1", Number: name, Customer: name, Name: name, Unit: unit.MM, Issue: 1, IssuedBy: name, Struck: true, Body: body}.PDF()
		require.NoError(t, err, "sheet of %.20q", name)
		assert.True(t, bytes.HasPrefix(pdf, []byte("%PDF")))
	}
}

// Every kind of part finds its place in an inspection, measured or not.
func TestEveryKindHasItsPlace(t *testing.T) {
	for _, kind := range part.Grids() {
		job := aJob(t, "Pump")
		job.In.Features = append(job.In.Features, inspection.Feature{Kind: kind, Number: 2, State: part.AsFound,
			Grid: inspection.Grid{Stations: []string{"A"}, Directions: []unit.Angle{0}, Cells: [][]inspection.Cell{{{}}}}})
		job.Taken = append(job.Taken, Taken{})
		job.Result = disposition.Evaluate(job.In)
		_, err := job.Inspection()
		assert.NoError(t, err, kind)
	}
}

// The finished size of a line as a sheet prints it: a range, one size, or the most that is allowed.
func TestOrderedSizes(t *testing.T) {
	p := &page{unit: unit.In}
	least, most := length("2.4880"), length("2.4891")
	for want, l := range map[string]order.Line{
		"2.4880 – 2.4891": {Min: &least, Max: &most}, "2.4891": {Min: &most, Max: &most}, "≤ 2.4891": {Max: &most}, "≤ 2.4880": {Most: &least, Max: &most}, "": {},
	} {
		assert.Equal(t, want, p.ordered(l))
	}
}

// Shells are named by what they do to the clearance, one for each journal or one half of each of two.
func TestShellsInWords(t *testing.T) {
	for want, way := range map[string]disposition.Way{
		"polish, with shells that take up 0.0010 in":                        {Action: disposition.Polish, Shell: -length("0.001")},
		"polish, with shells that give 0.0010 in more":                      {Action: disposition.Polish, Shell: length("0.001")},
		"polish, with a shell for each journal":                             {Action: disposition.Polish, Method: disposition.MixedShell},
		"polish, with one half of each of two shells, -0.0005 in clearance": {Action: disposition.Polish, Shell: -length("0.0005"), Method: disposition.MixedHalf},
		"polish, with one half of each of two shells, +0.0005 in clearance": {Action: disposition.Polish, Shell: length("0.0005"), Method: disposition.MixedHalf},
	} {
		assert.Equal(t, want, Way(part.MainJournals, way, unit.In))
	}
}
