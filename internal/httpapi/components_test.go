package httpapi

import (
	"bytes"
	"encoding/json"
	"fmt"
	"slices"
	"strings"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/archive"
	"ledge/internal/core/disposition"
	"ledge/internal/core/part"
	"ledge/internal/demo/demotest"
	"ledge/internal/exchange"
	"ledge/internal/photo"
	"ledge/internal/shop"
	"ledge/internal/store"
	"ledge/internal/store/db"
)

// judged is what a view says of parts, sets and money.
func judged(t *testing.T, base string, job int, query string) string {
	t.Helper()
	view := get[map[string]json.RawMessage](t, fmt.Sprintf("%s/api/v1/jobs/%d%s", base, job, query))
	status, costs, _ := call(t, "POST", fmt.Sprintf("%s/api/v1/jobs/%d/costs%s", base, job, query),
		fields{"options": fields{}})
	require.Equal(t, 200, status, string(costs))
	out := string(costs)
	for _, of := range []string{"evaluation", "features", "signed", "orders", "said", "bend"} {
		out += "\n" + string(view[of])
	}
	return out
}

// A spare crankshaft beside the one that came: its readings, decisions and prices are its own;
// retiring the wreck puts it into the engine, with sheets that name it; the record keeps both, and
// taking the retirement back gives back what was there.
func TestASpareInTheShop(t *testing.T) {
	s := demotest.Store(t)
	base := serveStore(t, s).URL
	const job, spareQuery = 6, "?of=crankshaft&tag=spare"
	at := fmt.Sprintf("%s/api/v1/jobs/%d", base, job)
	post := func(path string, body fields) (int, shop.JobView, string) {
		status, text, _ := call(t, "POST", at+path, body)
		if status < 300 {
			return status, jobIn(t, base, text), string(text)
		}
		return status, shop.JobView{}, string(text)
	}
	sign := func(view shop.JobView, set part.Set, tag string) (int, string) {
		one := setOf(view.Decided.Sets, set)
		status, _, said := post("/decisions",
			fields{"id": uuid.NewString(), "set": set, "component": tag, "action": one.Action,
				"step": one.Step, "shell": one.Shell,
				"method": one.Method, "reason": "as advised", "after": 0})
		return status, said
	}
	before := judged(t, base, job, "")

	status, view, said := post("/components",
		fields{"id": uuid.NewString(), "of": "crankshaft", "tag": " spare ", "origin": "spare", "stamp": "K2"})
	require.Equal(t, 201, status, said)
	require.Equal(t, &store.StandIn{Of: part.Crankshaft, Tag: "spare"}, view.StandIn)
	require.NotEmpty(t, view.Features)
	for _, f := range view.Features {
		assert.Equal(t, part.Crankshaft, f.Kind.Row().Component, f.Title)
		assert.Contains(t, f.Title, "(spare)")
		assert.Empty(t, f.Tape)
	}
	status, _, said = post("/components",
		fields{"id": uuid.NewString(), "of": "crankshaft", "tag": "Spare", "origin": "bought"})
	assert.Equal(t, 409, status)
	assert.Contains(t, said, "body.tag")
	status, _, _ = post("/components", fields{"id": uuid.NewString(), "of": "crankshaft", "tag": "x",
		"origin": "came"})
	assert.Equal(t, 422, status)

	// The spare measures what the wreck does: its sheet of readings is taken from the wreck's, with
	// a column for the component.
	var wreck, spare []exchange.Row
	_, text, _ := call(t, "GET", at+"/readings.csv", nil)
	assert.NotContains(t, strings.SplitN(string(text), "\n", 2)[0], "component",
		"there is no such column as long as nobody needs it")
	all, err := exchange.ReadCSV(bytes.NewReader(text))
	require.NoError(t, err)
	for _, r := range all {
		if r.Kind.Row().Component == part.Crankshaft && r.State == part.AsFound {
			wreck = append(wreck, r)
			r.Component = "spare"
			spare = append(spare, r)
		}
	}
	require.NotEmpty(t, wreck)
	var csv bytes.Buffer
	require.NoError(t, exchange.WriteCSV(&csv, spare))
	status, text, _ = call(t, "POST", at+"/readings-files?take=true", fields{"text": csv.String()})
	require.Equal(t, 200, status, string(text))
	require.Equal(t, before, judged(t, base, job, ""), "nothing of the spare is seen where the engine stands")

	whole := jobAt(t, base, at)
	for _, f := range whole.Features {
		if f.Look != "" && f.Kind.Row().Component == part.Crankshaft && f.State == part.AsFound {
			status, _, said := post("/looks",
				fields{"id": uuid.NewString(), "kind": f.Kind, "number": f.Number, "state": f.State,
					"component": "spare", "what": "grade", "look": f.Look, "note": ""})
			require.Equal(t, 201, status, said)
		}
	}
	beside := jobAt(t, base, at+spareQuery)
	for _, set := range []part.Set{part.MainJournals, part.RodJournals} {
		mine, theirs := setOf(beside.Decided.Sets, set), setOf(whole.Decided.Sets, set)
		require.NotNil(t, mine, set)
		assert.Equal(t, "spare", mine.Component)
		same := *theirs
		same.Component = "spare"
		assert.Equal(t, same.Way, mine.Way, "the same readings in the same block")
		for _, one := range beside.Decided.Sets {
			assert.Equal(t, part.Crankshaft, one.Set.Component())
		}
	}

	status, said = sign(beside, part.MainJournals, "spare")
	require.Equal(t, 201, status, said)
	require.Equal(t, before, judged(t, base, job, ""), "what is signed for the spare is not signed for the wreck")
	beside = jobAt(t, base, at+spareQuery)
	require.Len(t, beside.Decided.Signed, 1)
	assert.Empty(t, beside.Orders.Drafts, "sheets are made for the engine as it stands")

	// The wreck goes.
	id := func(tag string) string {
		for _, c := range beside.Components {
			if c.Of == part.Crankshaft && c.Tag == tag {
				return c.ID
			}
		}
		return ""
	}
	retirement := fields{"id": uuid.NewString(), "retired": true, "for": id("spare"), "reason": ""}
	status, _, said = post("/components/"+id("")+"/retirements", retirement)
	assert.Equal(t, 422, status, said)
	retirement["reason"] = "cracked at the web"
	status, view, said = post("/components/"+id("")+"/retirements", retirement)
	require.Equal(t, 201, status, said)
	for _, f := range view.Features {
		if f.Kind.Row().Component == part.Crankshaft {
			require.Equal(t, "spare", f.Component, f.Title)
		}
	}
	signed := 0
	for _, d := range view.Decided.Signed {
		if d.Set.Component() == part.Crankshaft {
			assert.Equal(t, "spare", d.Component)
			signed++
		}
	}
	assert.Equal(t, 1, signed)
	for _, sheet := range view.Orders.Drafts {
		for _, l := range sheet.Lines {
			if l.Feature != nil && l.Feature.Kind.Row().Component == part.Crankshaft {
				assert.Equal(t, "spare", l.Component, l.Title)
				assert.Contains(t, strings.Join(sheet.Notes, " "), "“spare”")
			}
		}
	}
	status, text, _ = call(t, "POST", at+"/readings",
		fields{"id": uuid.NewString(), "kind": "main_journal", "number": 1, "state": "as_found", "station": 0,
			"direction": 0,
			"what":      "skip", "reason": "gone", "typed": "", "repeat": false, "unusual": false})
	assert.Equal(t, 409, status, "nothing more is measured of what is retired")
	assert.Contains(t, string(text), "retired")
	status, _ = sign(whole, part.RodJournals, "")
	assert.Equal(t, 409, status)

	// The open file holds the engine as it stands and judges it alike; the archive holds everything.
	_, text, _ = call(t, "GET", at+"/file", nil)
	open := string(text)
	in, err := exchange.Read(bytes.NewReader(text))
	require.NoError(t, err)
	result := disposition.Evaluate(in)
	for _, one := range result.Sets {
		theirs := setOf(view.Decided.Sets, one.Set)
		require.NotNil(t, theirs, one.Set)
		assert.Equal(t, theirs.Way, one.Way)
		assert.Equal(t, theirs.Component, one.Component)
	}
	var zip bytes.Buffer
	require.NoError(t, archive.Write(t.Context(), s, job, &zip))
	twin, err := archive.Read(db.As(t.Context(), "Ida"), s, bytes.NewReader(zip.Bytes()), int64(zip.Len()),
		photo.NewMaker(), store.Made{})
	require.NoError(t, err)
	again := jobAt(t, base, fmt.Sprintf("%s/api/v1/jobs/%d", base, twin.ID))
	assert.Equal(t, view.Evaluation, again.Evaluation)
	require.Len(t, again.Components, len(view.Components))
	for i, c := range again.Components {
		assert.Equal(t, view.Components[i].Name(), c.Name())
		assert.Equal(t, view.Components[i].Retired == nil, c.Retired == nil)
		if c.Retired != nil {
			assert.Equal(t, "cracked at the web", c.Retired.Reason)
			assert.Equal(t, again.Components[i+1].ID, *c.Retired.For)
		}
	}

	// And an import of the open file as a job keeps the tag.
	status, text, _ = call(t, "POST", base+"/api/v1/imports?take=true&id="+uuid.NewString(), fields{"text": open})
	require.Equal(t, 200, status, string(text))
	var taken shop.ImportAnswer
	require.NoError(t, json.Unmarshal(text, &taken))
	assert.Equal(t, view.Decided.Sets[0].Way,
		jobAt(t, base, fmt.Sprintf("%s/api/v1/jobs/%d", base, taken.Job)).Decided.Sets[0].Way)

	status, _, said = post("/components/"+id("")+"/retirements", fields{"id": uuid.NewString(), "retired": false})
	require.Equal(t, 201, status, said)
	assert.Equal(t, before, judged(t, base, job, ""), "as it was")
}

// setOf is the set of a name; nil where there is none.
func setOf(sets []disposition.Set, name part.Set) *disposition.Set {
	if i := slices.IndexFunc(sets, func(s disposition.Set) bool { return s.Set == name }); i >= 0 {
		return &sets[i]
	}
	return nil
}
