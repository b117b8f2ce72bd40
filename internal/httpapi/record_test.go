package httpapi

import (
	"encoding/json"
	"fmt"
	"net/url"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/shop"
	"ledge/internal/store"
)

// get fetches what a page would ask for.
func get[T any](t *testing.T, address string) (out T) {
	t.Helper()
	status, body, _ := call(t, "GET", address, nil)
	require.Equal(t, 200, status, string(body))
	require.NoError(t, json.Unmarshal(body, &out))
	return out
}

// jobIn is the job of an answer, with what is decided and ordered of it, which other places ask for.
func jobIn(t testing.TB, base string, answer []byte) (view shop.JobView) {
	t.Helper()
	require.NoError(t, json.Unmarshal(answer, &view), string(answer))
	beside := ""
	if in := view.StandIn; in != nil {
		beside = "?of=" + string(in.Of) + "&tag=" + url.QueryEscape(in.Tag)
	}
	for path, into := range map[string]any{"decisions" + beside: &view.Decided, "orders": &view.Orders} {
		status, body, _ := call(t, "GET", fmt.Sprintf("%s/api/v1/jobs/%d/%s", base, view.Job.ID, path), nil)
		require.Equal(t, 200, status, string(body))
		require.NoError(t, json.Unmarshal(body, into))
	}
	if view.StandIn != nil {
		view.Orders = shop.OrdersView{}
	}
	return view
}

// jobAt is [jobIn] of what is asked for at an address.
func jobAt(t testing.TB, base, address string) shop.JobView {
	t.Helper()
	status, body, _ := call(t, "GET", address, nil)
	require.Equal(t, 200, status, string(body))
	return jobIn(t, base, body)
}

func TestSearchOverHTTP(t *testing.T) {
	base := serveDemo(t).URL
	numbers := func(query string) (list []string) {
		for _, f := range get[[]store.FoundJob](t, base+"/api/v1/search?"+query) {
			list = append(list, f.Number)
		}
		return list
	}
	assert.Len(t, numbers("text=sawmill"), 10, "closed ones, too")
	assert.Equal(t, []string{"L-0009"}, numbers("set=rod_journals&action=grind&step=0.010"))
	assert.Equal(t, []string{"L-0002"}, numbers("action=grind&step=0.25&unit=mm"))
	assert.Equal(t, []string{"L-0009"}, numbers("kind=cylinder&from=3.7394&to=3.7395"),
		"what came back is found, too")
	assert.Equal(t, []string{"L-0009"}, numbers("kind=cylinder&from=94.980&to=94.984&unit=mm"), "in the other unit")
	for query, place := range map[string]string{
		"step=a+lot":                "query.step",
		"kind=cylinder&from=3":      "query.from",
		"from=3&to=4":               "query.from",
		"kind=cylinder&from=3&to=x": "query.to",
		"unit=feet":                 "query.unit",
		"text=" + url.QueryEscape(string(make([]byte, 101))): "query.text",
	} {
		status, body, _ := call(t, "GET", base+"/api/v1/search?"+query, nil)
		assert.Equal(t, 422, status, query)
		assert.Contains(t, string(body), place, query)
	}
	assert.Empty(t, numbers("text="+url.QueryEscape("' OR 1=1 --")), "words are words")
}

// Wear is reckoned against the job's own limits; a journal that was ground before does not count,
// and the middle one is that of all.
func TestLearnedFromEveryJob(t *testing.T) {
	base := serveDemo(t).URL
	learned := get[shop.LearnedView](t, base+"/api/v1/learned?engine=Sawmill+four")
	assert.Equal(t, 10, learned.Jobs)
	assert.Equal(t, unit.In, learned.Unit)
	kinds := map[part.Kind]int{}
	for _, p := range learned.Parts {
		kinds[p.Kind]++
		assert.Len(t, p.Wear, 10, "%s %d", p.Kind, p.Number)
		assert.IsNonDecreasing(t, p.Wear)
		assert.Equal(t, p.Wear[5], p.Median)
	}
	assert.Equal(t, map[part.Kind]int{"main_journal": 5, "rod_journal": 4, "cylinder": 4, "main_housing": 5,
		"rod_housing": 4}, kinds)

	// One more job of an engine that came in once, its first main ground 0.010 before.
	pump := get[shop.LearnedView](t, base+"/api/v1/learned?engine=Orchard+pump+four")
	require.NotEmpty(t, pump.Parts)
	b := bench{t, base}
	before := len(pump.Parts)
	for cell := range 8 {
		r := reading("2.4885")
		r.Station, r.Direction, r.Unusual = cell/4, cell%4, true
		b.post("/api/v1/jobs/1/readings", r, 201)
	}
	pump = get[shop.LearnedView](t, base+"/api/v1/learned?engine=Orchard+pump+four")
	assert.Len(t, pump.Parts, before-1, "main 1 is of another size class now")
	assert.Empty(t, get[shop.LearnedView](t, base+"/api/v1/learned?engine=nobody").Parts)
	status, _, _ := call(t, "GET", base+"/api/v1/learned", nil)
	assert.Equal(t, 422, status)
}

// Everything that was done to a job stands in its history under the name of who did it, and only
// there where it belongs.
func TestHistoryNamesWhoDidIt(t *testing.T) {
	base := serveDemo(t).URL
	before := len(get[[]store.Moment](t, base+"/api/v1/jobs/1/history"))
	b := bench{t, base}
	r := reading("2.4985")
	r.Unusual = true
	b.postAs("Otto", "/api/v1/jobs/1/readings", r, 201)
	b.sign("rod_journals", "polish", "0", "")
	status, _, _ := call(t, "PUT", base+"/api/v1/jobs/1/closed",
		map[string]any{"closed": true, "outcome": "declined", "reason": "too dear"}, "Ledge-Person",
		url.QueryEscape("Ötto"))
	require.Equal(t, 200, status)
	moments := get[[]store.Moment](t, base+"/api/v1/jobs/1/history")
	require.Len(t, moments, before+3)
	assert.Equal(t, "Ötto", moments[0].By)
	assert.Contains(t, moments[0].Reason, "too dear")
	assert.Equal(t, part.RodJournals, moments[1].Set)
	assert.Equal(t, "Ida", moments[1].By)
	assert.Equal(t, "Otto", moments[2].By)

	one := get[[]store.Moment](t, base+"/api/v1/jobs/1/history?kind=main_journal&number=1")
	for _, m := range one {
		assert.LessOrEqual(t, m.Count, 1, "a part's readings are told one by one")
		if m.What == "reading" {
			assert.Equal(t, 1, m.Number)
		}
	}
	assert.Equal(t, "Otto", one[0].By)
	superseded := 0
	for _, m := range one {
		if m.Superseded {
			superseded++
		}
	}
	assert.Equal(t, 1, superseded, "what was replaced is told, too")
}

// A closed job is out of the shop's list and of the machines' queue, and can still be read.
func TestAClosedJobOverHTTP(t *testing.T) {
	base := serveDemo(t).URL
	list := func() (numbers []string) {
		for _, l := range get[[]shop.JobLine](t, base+"/api/v1/jobs") {
			numbers = append(numbers, l.Number)
		}
		return numbers
	}
	require.Contains(t, list(), "L-0002")
	status, said, _ := call(t, "PUT", base+"/api/v1/jobs/2/closed", map[string]any{"closed": true})
	require.Equal(t, 422, status, "sheets are signed for and not issued")
	assert.Contains(t, string(said), "body.outcome")
	status, said, _ = call(t, "PUT", base+"/api/v1/jobs/2/closed",
		map[string]any{"closed": true, "outcome": "kept_for_parts"})
	require.Equal(t, 422, status)
	assert.Contains(t, string(said), "body.reason")
	status, _, _ = call(t, "PUT", base+"/api/v1/jobs/2/closed",
		map[string]any{"closed": true, "outcome": "kept_for_parts", "reason": "the trust bought another"},
		"Ledge-Person", "Ida")
	require.Equal(t, 200, status)
	assert.NotContains(t, list(), "L-0002")
	view := get[shop.JobView](t, base+"/api/v1/jobs/2")
	assert.NotNil(t, view.Job.ClosedAt)
	require.NotNil(t, view.Closing)
	assert.Equal(t, [3]string{"kept_for_parts", "the trust bought another", "Ida"},
		[3]string{string(view.Closing.Outcome), view.Closing.Reason, view.Closing.ClosedBy})
	r := reading("3.149")
	r.Unusual = true
	status, said, _ = call(t, "POST", base+"/api/v1/jobs/2/readings", r)
	assert.Equal(t, 409, status, string(said))
	assert.Contains(t, string(said), "closed")
	report := get[shop.SharedView](t, base+"/api/v1/jobs/2/report")
	assert.Equal(t, "Railcar six diesel", report.Engine)
	status, _, _ = call(t, "PUT", base+"/api/v1/jobs/2/closed", map[string]bool{"closed": false})
	require.Equal(t, 200, status)
	assert.Contains(t, list(), "L-0002")
}

// What was made of a job is kept until it changes, and never longer.
func TestViewsFollowTheRecord(t *testing.T) {
	base := serveDemo(t).URL
	b := bench{t, base}
	for i, text := range []string{"2.4985", "2.4980", "2.4975"} {
		r := reading(text)
		r.Unusual = true
		b.post("/api/v1/jobs/1/readings", r, 201)
		live := 0
		for _, f := range b.get().Features {
			for _, one := range f.Tape {
				if one.SupersededBy == nil && one.Value != nil && one.Value.Length() == unit.MustParse(text,
					unit.In) && one.TakenBy == "Wanda" {
					live++
				}
			}
		}
		assert.Equal(t, 1, live, "reading %d shows at once", i)
	}
	before := b.get().Evaluation
	status, _, _ := call(t, "PUT", base+"/api/v1/rates", map[string]any{}, "If-Match", `"1"`)
	assert.Equal(t, 422, status)
	assert.Equal(t, before, b.get().Evaluation)
}
