package report

import (
	"bytes"
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

// aJob is an inspection of one worn journal, decided and half proved.
func aJob(t *testing.T, name string) Job {
	t.Helper()
	in, err := exchange.Read(strings.NewReader(`{"format": "ledge.inspection/1", "unit": "in", "job": {"engine": "Pump"}, "limits": {"main_journal": {"new": {"min": 2.4985, "max": 2.4995},
		"wear_max": 0.001, "undersizes": [0.010]}}, "features": [{"kind": "main_journal", "number": 1, "stations": ["A", "B"], "directions": [0, 90], "readings": [[2.4960, 2.4961], [2.4962, "oil hole"]]}]}`))
	require.NoError(t, err)
	in.Job.Engine, in.Job.Customer, in.Job.Number = name, name, "L-1"
	result := disposition.Evaluate(in)
	sheet := order.Sheet{Name: order.Grind, Title: name,
		Lines: []order.Line{{Key: "1", Title: name, What: name}}, Notes: []string{name}}
	return Job{Address: "http://127.0.0.1/jobs/1", Made: time.Date(2026, 11, 23, 9, 0, 0, 0, time.UTC),
		In: in, Result: result, Taken: []Taken{{By: name, On: name, Gauge: name}},
		Findings: []string{name}, Cost: "1 crown", Ready: "tomorrow", Promised: "today",
		Decisions: []Decision{{Set: part.MainJournals,
			Way: disposition.Way{Action: disposition.Grind, Step: length("0.010")}, Reasons: []string{name},
			Signed: name, Advice: name, Reason: name}},
		Proofs: []Proof{{Sheet: sheet, Proofs: []order.Proof{{Key: "1", Verdict: "missed",
			Problems: []say.Reason{{Text: name}}}}, Accepted: map[string]string{}}}}
}

// The same record gives the same paper, byte by byte, so that a paper can be told from one that was changed.
func TestTheSameRecordGivesTheSamePaper(t *testing.T) {
	for name, paper := range map[string]func(Job) ([]byte, error){"inspection": Job.Inspection,
		"summary": Job.Summary} {
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
	for _, name := range []string{"", strings.Repeat("very long ", 20), strings.Repeat("unbroken", 25),
		"Ötto Łan 北京 🛠", "line\nbreak\ttab", "\x00\x01\xff", "<b>&amp;</b> (\\) %s %!d"} {
		for kind, paper := range map[string]func(Job) ([]byte, error){"inspection": Job.Inspection,
			"summary": Job.Summary} {
			pdf, err := paper(aJob(t, name))
			require.NoError(t, err, "%s of %.20q", kind, name)
			assert.True(t, bytes.HasPrefix(pdf, []byte("%PDF")), "%s of %.20q", kind, name)
		}
		least := length("2.4885")
		body := order.Sheet{Name: order.Grind, Title: name,
			Steps: []order.Step{{Title: name, Begins: name, Ends: name}}, Notes: []string{name}}
		for range 60 { // more than a page
			body.Lines = append(body.Lines,
				order.Line{Key: name, Title: name, What: name, Note: name, Min: &least, Max: &least})
		}
		pdf, err := OrderPaper{Address: "http://127.0.0.1/jobs/1", Number: name, Customer: name, Name: name,
			Unit: unit.MM, Issue: 1, IssuedBy: name, Struck: true, Body: body}.PDF()
		require.NoError(t, err, "sheet of %.20q", name)
		assert.True(t, bytes.HasPrefix(pdf, []byte("%PDF")))
	}
}

// Every kind of part finds its place in an inspection, measured or not.
func TestEveryKindHasItsPlace(t *testing.T) {
	for _, kind := range part.Grids() {
		job := aJob(t, "Pump")
		job.In.Features = append(job.In.Features, inspection.Feature{Kind: kind, Number: 2, State: part.AsFound,
			Grid: inspection.Grid{Stations: []string{"A"}, Directions: []unit.Angle{0},
				Cells: [][]inspection.Cell{{{}}}}})
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
		"2.4880 – 2.4891": {Min: &least, Max: &most}, "2.4891": {Min: &most, Max: &most},
		"≤ 2.4891": {Max: &most}, "≤ 2.4880": {Most: &least, Max: &most}, "": {},
	} {
		assert.Equal(t, want, p.ordered(l))
	}
}
