package httpapi

import (
	"encoding/json"
	"fmt"
	"net/url"
	"slices"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/shop"
	"ledge/internal/shop/cabinet"
	"ledge/internal/store"
)

// shelf drives the cabinet over the API as its page does.
type shelf struct {
	t    *testing.T
	base string
}

func (s shelf) do(path string, d instrument.Deed, want int) (list []cabinet.InstrumentView, said string) {
	s.t.Helper()
	if d.ID == "" {
		d.ID = uuid.NewString()
	}
	status, answer, _ := call(s.t, "POST", s.base+"/api/v1/instruments"+path, d, personHeader,
		url.QueryEscape("Ida Lorn"))
	require.Equal(s.t, want, status, string(answer))
	if status < 300 {
		require.NoError(s.t, json.Unmarshal(answer, &list))
		list = slices.DeleteFunc(list,
			func(v cabinet.InstrumentView) bool { return v.Facts.Tag != "M-1" }) // the demo's
	}
	return list, string(answer)
}

func told(name string) instrument.Deed {
	return instrument.Deed{ID: uuid.NewString(), What: instrument.Told, Facts: &instrument.Facts{Name: name, Tag: "M-1",
		Kind: instrument.Micrometer, Unit: unit.In, Division: unit.Tenth, Sense: 1,
		Standards: []instrument.Standard{{Name: "Bar 2", Size: 2 * unit.Inch, U: 2 * unit.Tenth}}}}
}

// An instrument is told, checked and found off: what it read since the last good check is counted in every job, with
// the verdicts that could change, until it is accepted, signed. A gauge of a job that is one of the cabinet carries its
// name and what was found of it; out of service it is not set up.
func TestAnInstrumentThatWasFoundOff(t *testing.T) {
	server := serveDemo(t)
	s := shelf{t, server.URL}
	d := told("Micrometer 2 to 3 in")
	_, said := s.do("", told("two\nlines"), 422)
	assert.Contains(t, said, "Remove the line break")
	_, said = s.do("", told(" "), 422)
	assert.Contains(t, said, "what the instrument is called")
	s.do("", d, 201)
	list, _ := s.do("", d, 201)
	require.Len(t, list, 1, "sent twice, told once")
	at := "/" + d.ID
	s.do(at, instrument.Deed{What: instrument.Zeroed, Standard: "Bar 2"}, 201)
	readings := []unit.Length{2*unit.Inch + unit.Tenth, 2 * unit.Inch, 2*unit.Inch - unit.Tenth}
	list, _ = s.do(at, instrument.Deed{What: instrument.Spread, Hand: "Wanda", Standard: "Bar 2", Readings: readings},
		201)
	require.Len(t, list[0].Repeats, 1)
	assert.Equal(t, unit.Tenth, list[0].Repeats[0].Spread)

	view, status, text := made(t, "POST", server.URL+"/api/v1/jobs/1/gauges", fields{"id": uuid.NewString(), "kind": "main_journal",
		"instrument": "micrometer", "division": unit.Tenth, "mode": "direct", "sense": 1, "cabinet": d.ID, "standard": "Bar 2"})
	require.Equal(t, 201, status, text)
	gauge := view.Gauges[len(view.Gauges)-1]
	assert.Equal(t, "Micrometer 2 to 3 in M-1", gauge.Named)
	require.NotNil(t, gauge.Repeatability)
	assert.Equal(t, unit.Tenth, *gauge.Repeatability, "the hand's own, as it was found")
	assert.Equal(t, unit.Tenth, *gauge.SettingU, "half of what the certificate says")

	f := view.Features[slices.IndexFunc(view.Features,
		func(f shop.FeatureView) bool { return f.Kind == part.MainJournal && f.Number == 1 })]
	mean := part.OfLength(*view.Evaluation.Features[f.Finding].Min)
	for direction := range 3 {
		status, answer, _ := call(t, "POST", server.URL+"/api/v1/jobs/1/readings",
			shop.ReadingBody{ID: uuid.NewString(),
				Kind: f.Kind, Number: 1, State: f.State, Direction: direction, What: "size", Value: &mean,
				Gauge: &gauge.ID},
			personHeader, "Wanda")
		require.Equal(t, 201, status, string(answer))
	}
	// Under the plain rule a value is what it is where no finer gauge is to be had; guarded, a loose hand leaves it
	// open.
	now := get[shop.JobView](t, server.URL+"/api/v1/jobs/1")
	now.Job.Policy.DecisionRule = limit.Guarded
	status, answer, _ := call(t, "PUT", server.URL+"/api/v1/jobs/1/judgement",
		shop.JudgementBody{Limits: now.Job.Limits, Policy: now.Job.Policy}, "If-Match", fmt.Sprint(now.Job.Version))
	require.Equal(t, 200, status, string(answer))
	preview := func(hand string, off unit.Length) (p cabinet.Preview) {
		status, body, _ := call(t, "POST", server.URL+"/api/v1/instruments"+at+"/preview", instrument.Deed{
			ID: uuid.NewString(), What: instrument.Spread, Hand: hand,
			Readings: []unit.Length{2*unit.Inch - off, 2 * unit.Inch, 2*unit.Inch + off}}, personHeader, "Ida")
		require.Equal(t, 200, status, string(body))
		require.NoError(t, json.Unmarshal(body, &p))
		return p
	}
	assert.Contains(t, preview(gauge.SetBy, unit.Tenth).Text, "Nothing in", "as it is already judged")
	assert.Contains(t, preview("Nobody", 30*unit.Tenth).Text, "Nothing in", "another hand's")
	would := preview(gauge.SetBy, 30*unit.Tenth)
	require.Len(t, would.Jobs, 1)
	assert.NotEmpty(t, would.Jobs[0].Changes, "what was certain is not, with so loose a hand")

	list, _ = s.do(at, instrument.Deed{What: instrument.Zeroed, Standard: "Bar 2", Found: 30 * unit.Tenth}, 201)
	require.Len(t, list[0].Doubts, 1)
	doubt := list[0].Doubts[0]
	assert.Equal(t, 3, doubt.Readings)
	require.Len(t, doubt.Jobs, 1)
	assert.Positive(t, doubt.Changes, "three thousandths change a verdict")
	assert.Contains(t, doubt.Text, "3 readings in 1 job: ")

	_, said = s.do(at, instrument.Deed{What: instrument.Passed, Of: doubt.Check.ID}, 422)
	assert.Contains(t, said, "signed with your name")
	list, _ = s.do(at, instrument.Deed{What: instrument.Passed, Of: doubt.Check.ID, Reason: "Read again by hand."}, 201)
	assert.Empty(t, list[0].Doubts)
	assert.Equal(t, "Ida Lorn", list[0].Checks[1].Accepted.By)

	// Read and found off anew, it is what was read since the check that left it right.
	status, answer, _ = call(t, "POST", server.URL+"/api/v1/jobs/1/readings", shop.ReadingBody{ID: uuid.NewString(),
		Kind: f.Kind, Number: 2, State: f.State, What: "size", Typed: "2.5", Value: &mean, Gauge: &gauge.ID},
		personHeader, "Wanda")
	require.Equal(t, 201, status, string(answer))
	list, _ = s.do(at, instrument.Deed{What: instrument.Zeroed, Standard: "Bar 2", Found: 20 * unit.Tenth}, 201)
	require.Len(t, list[0].Doubts, 1)
	assert.Equal(t, 1, list[0].Doubts[0].Readings)
	require.Len(t, list[0].Doubts[0].Jobs[0].Parts, 1)
	assert.Equal(t, "Main 2", list[0].Doubts[0].Jobs[0].Parts[0].Part)
	move := cabinet.MoveBody{ID: uuid.NewString(), Check: list[0].Doubts[0].Check.ID, Job: 1}
	for range 2 { // sent twice, moved once
		status, body, _ := call(t, "POST", server.URL+"/api/v1/instruments"+at+"/moved", move, personHeader, "Ida")
		require.Equal(t, 201, status, string(body))
	}
	view = openedJob(t, server.URL)
	f = view.Features[slices.IndexFunc(view.Features,
		func(f shop.FeatureView) bool { return f.Kind == part.MainJournal && f.Number == 2 })]
	last := f.Tape[len(f.Tape)-1]
	assert.Equal(t, mean.Length()-20*unit.Tenth, last.Value.Length())
	assert.Equal(t, "Ida", last.TakenBy)
	assert.Equal(t, last.ID, *f.Tape[len(f.Tape)-2].SupersededBy, "as it was read it stays on the tape")
	list, _ = s.do(at, instrument.Deed{What: instrument.Zeroed, Standard: "Bar 2", Found: 30 * unit.Tenth}, 201)
	assert.Empty(t, list[0].Doubts, "what was moved is not moved again")

	s.do(at, instrument.Deed{What: instrument.OutOf}, 422)
	s.do(at, instrument.Deed{What: instrument.OutOf, Reason: "Dropped."}, 201)
	_, status, text = made(t, "POST", server.URL+"/api/v1/jobs/1/gauges", fields{"id": uuid.NewString(), "kind": "main_journal",
		"instrument": "micrometer", "division": unit.Tenth, "mode": "direct", "sense": 1, "cabinet": d.ID})
	assert.Equal(t, 422, status)
	assert.Contains(t, text, "out of service: Dropped.")
	status, label, _ := call(t, "GET", server.URL+"/api/v1/instruments"+at+"/label.pdf", nil)
	assert.Equal(t, 200, status)
	assert.Equal(t, "%PDF", string(label[:4]))
}

// A study says what it found and what it cannot know, and its result counts for whoever has none of their own.
func TestAStudyOfAnInstrument(t *testing.T) {
	s := shelf{t, serveDemo(t).URL}
	d := told("Bore gauge")
	s.do("", d, 201)
	study := [][][]unit.Length{}
	for p := range 3 {
		at := 2*unit.Inch + unit.Length(p)*unit.Thou
		study = append(study, [][]unit.Length{{at, at + unit.Tenth}, {at + unit.Tenth, at}})
	}
	_, said := s.do("/"+d.ID, instrument.Deed{What: instrument.Studied, Hands: []string{"Ida"}, Study: study}, 422)
	assert.Contains(t, said, "every hand reads every part as often")
	list, _ := s.do("/"+d.ID, instrument.Deed{What: instrument.Studied, Hands: []string{"Ida", "Wanda"},
		Study: study}, 201)
	found := list[0].Study
	require.NotNil(t, found)
	assert.InDelta(t, 0.8862*float64(unit.Tenth), found.Range.Repeatability, 1e-6)
	require.NotNil(t, found.Anova)
	assert.Equal(t, []instrument.StudyLack{instrument.FewParts, instrument.FewTrials}, found.Unknown)
	assert.NotNil(t, list[0].Repeatability("anybody", "2026-11-27"))
	assert.Nil(t, (&instrument.Owned{}).Repeatability("anybody", "2026-11-27"))

	// Set up by whoever has no spread of their own, the instrument is what the study found; by one who has, it is not.
	set := func(by string) *unit.Length {
		id := uuid.NewString()
		status, body, _ := call(t, "POST", s.base+"/api/v1/jobs/1/gauges", fields{"id": id, "kind": "main_journal",
			"instrument": "micrometer", "division": unit.Tenth, "mode": "direct", "sense": 1, "cabinet": d.ID},
			personHeader, by)
		require.Equal(t, 201, status, string(body))
		var view shop.JobView
		require.NoError(t, json.Unmarshal(body, &view))
		return view.Gauges[slices.IndexFunc(view.Gauges,
			func(g store.GaugeSetup) bool { return g.ID == id })].Repeatability
	}
	assert.Equal(t, unit.Round(found.Anova.Gauge), *set("Somebody"))
	own := instrument.Deed{What: instrument.Spread, Hand: "Wanda",
		Readings: []unit.Length{2 * unit.Inch, 2*unit.Inch + 4*unit.Tenth}}
	list, _ = s.do("/"+d.ID, own, 201)
	assert.Equal(t, list[0].Repeats[0].Spread, *set("Wanda"))
	assert.Greater(t, *set("Wanda"), *set("Somebody"))
	own.ID, own.Until = "", "2020-01-01"
	s.do("/"+d.ID, own, 201)
	assert.Equal(t, *set("Somebody"), *set("Wanda"), "what held until a day holds no more after it")
}

// How the lines of an instrument are read is tried on pasted ones, and what is wrong with it is said beside it.
func TestAPatternIsTriedOnPastedLines(t *testing.T) {
	server := serveDemo(t)
	try := func(expression string, want int) (answer []cabinet.TriedLine, said string) {
		status, body, _ := call(t, "POST", server.URL+"/api/v1/instruments/pattern", map[string]any{
			"pattern": map[string]any{"expression": expression, "unit": "mm", "good": []string{"A"}},
			"text":    "A 54,983\r\nB 54.983\r\nBAT 87%\r\nA 54.983 kg"}, personHeader, "Ida")
		require.Equal(t, want, status, string(body))
		if status < 300 {
			require.NoError(t, json.Unmarshal(body, &answer))
		}
		return answer, string(body)
	}
	tried, _ := try(`^(?P<status>\w) (?P<value>[\d.,]+)(?: (?P<unit>\w+))?$`, 200)
	require.Len(t, tried, 4)
	assert.Equal(t, "54.983 mm", tried[0].Reads)
	for i, says := range map[int]string{1: "not good", 2: "does not match", 3: "unit"} {
		assert.Empty(t, tried[i].Reads)
		assert.Contains(t, tried[i].Why, says)
	}
	_, said := try(`(\d`, 422)
	assert.Contains(t, said, "pattern.expression")
	_, said = try(`\d`, 422)
	assert.Contains(t, said, "(?P<value>")

	d := told("Digital micrometer")
	d.Facts.Line = &instrument.Pattern{Expression: `\d`, Unit: unit.MM}
	_, said = shelf{t, server.URL}.do("", d, 422)
	assert.Contains(t, said, "facts.line.expression")
}

// openedJob is the first job as it stands.
func openedJob(t *testing.T, base string) (view shop.JobView) {
	t.Helper()
	status, body, _ := call(t, "GET", base+"/api/v1/jobs/1", nil)
	require.Equal(t, 200, status)
	require.NoError(t, json.Unmarshal(body, &view))
	return view
}
