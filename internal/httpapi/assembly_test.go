package httpapi

import (
	"bytes"
	"encoding/json"
	"fmt"
	"net/http"
	"net/url"
	"slices"
	"strings"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/assembly"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/core/walk"
	"ledge/internal/shop"
)

// builds drives the assembly of a job over the API as its pages do.
type builds struct {
	t    *testing.T
	base string
}

func (b builds) do(who string, e assembly.Event, want int) (view shop.AssemblyView, said string) {
	b.t.Helper()
	if e.ID == "" {
		e.ID = uuid.NewString()
	}
	status, answer, _ := call(b.t, "POST", b.base, e, personHeader, url.QueryEscape(who))
	require.Equal(b.t, want, status, string(answer))
	if status < 300 {
		require.NoError(b.t, json.Unmarshal(answer, &view))
	}
	return view, string(answer)
}

func (b builds) get() (view shop.AssemblyView) {
	b.t.Helper()
	status, answer, _ := call(b.t, "GET", b.base, nil)
	require.Equal(b.t, 200, status, string(answer))
	require.NoError(b.t, json.Unmarshal(answer, &view))
	return view
}

func (b builds) job() (view shop.JobView) {
	b.t.Helper()
	_, answer, _ := call(b.t, "GET", strings.TrimSuffix(b.base, "/assembly"), nil)
	require.NoError(b.t, json.Unmarshal(answer, &view))
	return view
}

func torqueOf(n int64) *unit.Torque { return &unit.Torque{Milli: n * 1000, Unit: unit.PoundFoot} }

// mainsCard has a torque and an angle for two bolts a cap.
func mainsCard(mains int) assembly.Event {
	angle := 90
	plan := assembly.Usual()
	plan.Cards = []assembly.Card{{Key: "main", Group: assembly.Mains, Unit: unit.PoundFoot, Rows: 2, Columns: mains,
		Lubricant: "oil", Where: "threads and washers", Steps: []assembly.Step{{Torque: torqueOf(40)},
			{Angle: &angle}}}}
	return assembly.Event{ID: uuid.NewString(), What: assembly.SetPlan, Plan: &plan}
}

// Two people tick one card: each bolt once, in its order, and the second learns who was first. A finished card
// says that the caps are torqued; what is measured under a bolt that ended low is marked, on the job and the part.
func TestTwoPeopleTickOneCard(t *testing.T) {
	server := serveDemo(t)
	b := builds{t, server.URL + "/api/v1/jobs/6/assembly"}
	plan := mainsCard(5)
	plan.After = b.get().PlanID
	b.do("Wanda", plan, 201)
	b.do("Wanda", plan, 201) // sent twice, stored once
	other := mainsCard(5)
	_, said := b.do("Ida", other, 422)
	assert.Contains(t, said, "Somebody changed the torque cards meanwhile")

	tick := func(step, bolt int) assembly.Event {
		return assembly.Event{What: assembly.Tighten, Card: "main", Step: step, Bolt: bolt}
	}
	order := assembly.MiddleOut(2, 5)
	for i, bolt := range order {
		b.do([]string{"Wanda", "Ida"}[i%2], tick(1, bolt), 201)
	}
	_, said = b.do("Ida", tick(1, order[0]), 422)
	assert.Contains(t, said, fmt.Sprintf("Bolt %d had this step already, by Wanda.", order[0]))
	_, said = b.do("Ida", tick(2, order[3]), 422)
	assert.Contains(t, said, fmt.Sprintf("Bolt %d is next, with step 2", order[0]))
	assert.Equal(t, false, *heldAs(b.job(), part.MainHousing), "a card half done holds nothing")
	for i, bolt := range order {
		e := tick(2, bolt)
		if e.Torque = torqueOf(95 + int64(i%3)); bolt == 4 {
			e.Torque = torqueOf(60)
		}
		b.do("Wanda", e, 201)
	}
	view := b.get()
	require.Len(t, view.Runs, 1)
	require.Len(t, view.Runs[0].Flags, 1)
	assert.Equal(t, 4, view.Runs[0].Flags[0].Bolt)
	assert.Contains(t, openOf(view)[assembly.OpenBolt], "Bolt 4 (main caps): ended low, at 60 lb·ft")
	assert.Equal(t, true, *heldAs(b.job(), part.MainHousing))
	assert.Empty(t, view.Marks, "nothing was measured under it yet")

	// A reading now: the housing's own, with the condition of the card.
	job := b.job()
	i := slices.IndexFunc(job.Features, func(f shop.FeatureView) bool {
		return f.Kind == part.MainHousing &&
			f.Number == 2
	})
	value := part.OfLength(*job.Evaluation.Features[job.Features[i].Finding].Mean)
	status, answer, _ := call(t, "POST", server.URL+"/api/v1/jobs/6/readings", shop.ReadingBody{ID: uuid.NewString(),
		Kind: part.MainHousing, Number: 2, State: part.AsFound, What: "size", Value: &value}, personHeader, "Wanda")
	require.Equal(t, 201, status, string(answer))
	view = b.get()
	require.Len(t, view.Marks, 1)
	assert.Contains(t, view.Marks[0].Text, "ended low, at 60 lb·ft")
	job = b.job()
	assert.NotEmpty(t, job.Features[i].Marks)
	assert.True(t, slices.ContainsFunc(job.Walk.Findings,
		func(f walk.Concern) bool { return f.Text == view.Marks[0].Text }))

	// The cap of main 2 alone: its own housing is loose, and the line of the tunnel; the mark stays.
	b.do("Wanda", assembly.Event{What: assembly.Loosen, Card: "main", Cap: 2}, 201)
	job = b.job()
	assert.Equal(t, []bool{false, true}, []bool{heldAt(job, part.MainHousing, 2), heldAt(job, part.MainHousing, 3)})
	assert.False(t, heldAt(job, part.MainAlignment, 0))
	view = b.get()
	assert.Len(t, view.Marks, 1, "what was read under the bolt stays told")
	// All loosened after it, and that undone: it is as it was, the others tight and this one loose.
	b.do("Wanda", assembly.Event{What: assembly.Loosen, Card: "main"}, 201)
	b.do("Wanda", assembly.Event{What: assembly.TakeBack, Of: b.get().Runs[0].Last}, 201)
	job = b.job()
	assert.Equal(t, []bool{false, true}, []bool{heldAt(job, part.MainHousing, 2), heldAt(job, part.MainHousing, 3)})
	b.do("Wanda", assembly.Event{What: assembly.TakeBack, Of: b.get().Runs[0].Last}, 201)
	job = b.job()
	assert.True(t, heldAt(job, part.MainHousing, 2))
	assert.True(t, heldAt(job, part.MainAlignment, 0))

	b.do("Wanda", assembly.Event{What: assembly.Loosen, Card: "main"}, 201)
	assert.Equal(t, false, *heldAs(b.job(), part.MainHousing), "loose caps void what is read next")
	view = b.get()
	assert.Equal(t, 1, view.Bolts[0].Uses, "measuring tightened them, too")
	b.do("Wanda", assembly.Event{What: assembly.TakeBack, Of: view.Runs[0].Last}, 201)
	assert.Equal(t, true, *heldAs(b.job(), part.MainHousing), "loosening is undone")
	assert.Equal(t, 1, b.get().Bolts[0].Uses)
}

// openOf is what stands open of an engine, by its sort.
func openOf(v shop.AssemblyView) map[assembly.OpenSort][]string {
	open := map[assembly.OpenSort][]string{}
	for _, o := range v.StillOpen {
		open[o.Sort] = append(open[o.Sort], o.Text)
	}
	return open
}

// What is to be bought, ordered, proved, polished, filed, looked at and put together all stands open until it is done.
func TestWhatStandsOpenOfAnEngine(t *testing.T) {
	jobs := serveDemo(t).URL + "/api/v1/jobs/"
	open := openOf(builds{t, jobs + "12/assembly"}.get())
	for sort, text := range map[assembly.OpenSort]string{
		assembly.OpenLook:  "The rod journals' stamp disagrees: not answered",
		assembly.OpenPart:  "Main shells 0.010 in under: to order",
		assembly.OpenSheet: "Crankshaft sheet: decided but not issued",
		assembly.OpenGap:   "Cylinder 1, top ring: gap not measured",
		assembly.OpenTask:  "Put the cap on main 1",
	} {
		assert.Contains(t, open[sort], text)
	}
	b := builds{t, jobs + "12/assembly"}
	assert.Empty(t, open[assembly.OpenPolish], "its journals are at their stop as they came")
	status, said, _ := call(t, "PUT", jobs+"12/closed", fields{"closed": false, "reason": "back again"})
	require.Equal(t, 200, status, string(said))
	journal := b.get().Polish[0]
	below := journal.Least - unit.Tenth
	view, _ := b.do("Wanda", assembly.Event{What: assembly.Pass, Kind: journal.Kind, Number: journal.Number,
		Sizes: []unit.Length{below, below}}, 201)
	assert.Equal(t, []string{journal.Title + ": polished 0.0001 in below its smallest size"},
		openOf(view)[assembly.OpenPolish])
	b = builds{t, jobs + "9/assembly"}
	open = openOf(b.get())
	assert.Contains(t, open[assembly.OpenSheet], "Deck sheet: one line is not proved")
	assert.Contains(t, open[assembly.OpenPart], "Gasket of another grade: ordered")
	assert.Contains(t, open[assembly.OpenGap], "Cylinder 1, second ring: 0.0030 in still to file off its gap")
	one := 1
	view, _ = b.do("Wanda", assembly.Event{What: assembly.Buy, Line: "deck/gasket",
		Part: &assembly.PartFacts{Arrived: &one}}, 201)
	assert.NotContains(t, openOf(view)[assembly.OpenPart], "Gasket of another grade: ordered")
}

// heldAt is whether the caps of one part are torqued, as it was last said of it or of all of its kind.
func heldAt(v shop.JobView, kind part.Kind, number int) (torqued bool) {
	for _, c := range v.Conditions {
		if c.Kind == kind && (c.Number == 0 || c.Number == number) && c.Torqued != nil {
			torqued = *c.Torqued
		}
	}
	return torqued
}

// heldAs is whether the caps of a kind are torqued, as it is said now.
func heldAs(v shop.JobView, kind part.Kind) *bool {
	for _, c := range v.Conditions {
		if c.Kind == kind {
			return c.Torqued
		}
	}
	return nil
}

// From the parts list to the signature; the record goes through the archive, the open file and the history, and what
// is signed takes nothing more.
func TestAnEngineIsBuilt(t *testing.T) {
	server := serveDemo(t)
	jobs := server.URL + "/api/v1/jobs/"
	b := builds{t, jobs + "6/assembly"}
	n := func(n int) *int { return &n }
	name := "Assembly paste"
	b.do("Wanda", assembly.Event{What: assembly.Buy, Line: "own/1", Part: &assembly.PartFacts{Name: &name,
		Count: n(1), Arrived: n(1)}}, 201)
	view := b.get()
	assert.Equal(t, assembly.Arrived, view.Parts[len(view.Parts)-1].Stands)
	gap := 12 * unit.Thou
	b.do("Wanda", assembly.Event{What: assembly.Gap, Number: 1, Ring: assembly.Top, Value: &gap}, 201)
	_, said := b.do("Wanda", assembly.Event{What: assembly.PutCap, Number: 2, Cap: 3}, 422)
	assert.Contains(t, said, "Cap 3 does not belong on main 2")
	view, _ = b.do("Wanda", assembly.Event{What: assembly.PutCap, Number: 2, Cap: 2}, 201)
	require.Len(t, view.Caps, 1)
	b.do("Wanda", assembly.Event{What: assembly.TakeBack, Of: view.Caps[0].Event}, 201)
	assert.Empty(t, b.get().Caps)
	_, said = b.do("Wanda", assembly.Event{What: assembly.Sign}, 422)
	assert.Contains(t, said, "on its own page")

	sign := func(signed bool, reasons []assembly.OpenReason) (int, string) {
		status, answer, _ := call(t, "POST", b.base+"/signed", shop.SignatureBody{ID: uuid.NewString(), Signed: signed,
			Note: "Sold as a short block.", Reasons: reasons}, personHeader, "Ida")
		return status, string(answer)
	}
	status, said := sign(true, nil)
	assert.Equal(t, 422, status)
	assert.Contains(t, said, "give a reason for signing without each")
	// One reason does not stand for the others: each has its own.
	var reasons []assembly.OpenReason
	for _, o := range b.get().StillOpen {
		reasons = append(reasons, assembly.OpenReason{Key: o.Key, Text: o.Text, Reason: "Sold as a short block."})
	}
	require.Greater(t, len(reasons), 20)
	status, said = sign(true, reasons[1:])
	assert.Equal(t, 422, status)
	assert.Contains(t, said, "One thing is still open")
	status, said = sign(true, reasons)
	require.Equal(t, 201, status, said)
	signed := b.get()
	assert.Len(t, signed.StillOpen, len(reasons))
	assert.Equal(t, "Sold as a short block.", signed.StillOpen[0].Reason)
	_, said = b.do("Wanda", assembly.Event{What: assembly.Gap, Number: 2, Ring: assembly.Top, Value: &gap}, 422)
	assert.Contains(t, said, "signed by Ida")

	_, history, _ := call(t, "GET", jobs+"6/history", nil)
	for _, what := range []string{`"what":"sign"`, `"what":"gap"`, `"what":"take_back"`, `"cap":2`} {
		assert.Contains(t, string(history), what)
	}
	_, file, _ := call(t, "GET", jobs+"6/file", nil)
	assert.Contains(t, string(file), `"ring": "top"`)
	_, zip, _ := call(t, "GET", jobs+"6/archive", nil)
	request, err := http.NewRequestWithContext(t.Context(), "POST", server.URL+"/api/v1/archives?id="+uuid.NewString(),
		bytes.NewReader(zip))
	require.NoError(t, err)
	request.Header.Set("Content-Type", "application/zip")
	request.Header.Set(personHeader, "Wanda")
	response, err := http.DefaultClient.Do(request)
	require.NoError(t, err)
	defer response.Body.Close()
	var again shop.ImportAnswer
	require.NoError(t, json.NewDecoder(response.Body).Decode(&again))
	require.Positive(t, again.Job)
	copied := builds{t, jobs + fmt.Sprint(again.Job) + "/assembly"}.get()
	was := b.get()
	assert.Equal(t, was.Tasks, copied.Tasks)
	assert.Equal(t, was.Gaps[0].Gaps, copied.Gaps[0].Gaps)
	assert.Equal(t, was.Note, copied.Note)
	assert.Equal(t, was.StillOpen, copied.StillOpen)
	status, said = sign(false, nil)
	require.Equal(t, 201, status, said)
	b.do("Wanda", assembly.Event{What: assembly.Gap, Number: 2, Ring: assembly.Top, Value: &gap}, 201)
}

// Torque cards belong to the engine card: a job takes them from it, and gives them back as its next version.
func TestTorqueCardsGoWithTheEngineCard(t *testing.T) {
	server := serveDemo(t)
	var cards shop.CardsView
	_, body, _ := call(t, "GET", server.URL+"/api/v1/cards", nil)
	require.NoError(t, json.Unmarshal(body, &cards))
	card := cards.Cards[0]
	take := func() shop.JobView {
		view, status, said := made(t, "POST", server.URL+"/api/v1/jobs", newJobBody(fields{"card": card.ID,
			"came":        card.Came,
			"arrangement": card.Layout.Arrangement, "cylinders": card.Layout.Cylinders, "mains": card.Layout.Mains,
			"throws": card.Layout.Throws}))
		require.Equal(t, 201, status, said)
		return view
	}
	at := func(v shop.JobView) builds {
		return builds{t, server.URL + fmt.Sprintf("/api/v1/jobs/%d/assembly", v.Job.ID)}
	}
	first := at(take())
	before := first.get()
	require.NotEmpty(t, before.Card)
	plan := mainsCard(card.Layout.Mains)
	plan.After, plan.Plan.Gaps = before.PlanID, "thirds"
	first.do("Wanda", plan, 201)
	status, answer, _ := call(t, "POST", first.base+"/card", fields{"id": uuid.NewString()}, personHeader, "Wanda")
	require.Equal(t, 201, status, string(answer))
	_, body, _ = call(t, "GET", server.URL+"/api/v1/cards", nil)
	require.NoError(t, json.Unmarshal(body, &cards))
	card = cards.Cards[0]
	second := at(take()).get()
	assert.Equal(t, "thirds", second.Plan.Gaps)
	assert.Equal(t, plan.Plan.Cards, second.Plan.Cards)
}
