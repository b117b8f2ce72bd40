package httpapi

import (
	"fmt"
	"net/url"
	"slices"
	"strings"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/shop"
	"ledge/internal/store"
)

// bench drives a job over the API as its pages do.
type bench struct {
	t    *testing.T
	base string
}

func (b bench) post(path string, body any, want int) shop.JobView {
	b.t.Helper()
	return b.postAs("Wanda", path, body, want)
}

func (b bench) postAs(name, path string, body any, want int) shop.JobView {
	b.t.Helper()
	status, answer, _ := call(b.t, "POST", b.base+path, body, personHeader, url.QueryEscape(name))
	require.Equal(b.t, want, status, string(answer))
	if want == 201 && !strings.HasSuffix(path, "/readings") { // that answers with what changed alone
		return jobIn(b.t, b.base, answer)
	}
	return shop.JobView{}
}

func (b bench) get() shop.JobView {
	b.t.Helper()
	status, answer, _ := call(b.t, "GET", b.base+"/api/v1/jobs/1", nil)
	require.Equal(b.t, 200, status)
	return jobIn(b.t, b.base, answer)
}

func (b bench) sign(set part.Set, action disposition.Action, step, reason string) shop.JobView {
	b.t.Helper()
	body := shop.DecisionBody{Way: disposition.Way{Action: action, Step: unit.MustParse(step, unit.In)},
		ID: uuid.NewString(), Set: set, Reason: reason}
	for _, d := range b.get().Decided.Decisions {
		if d.Set == set {
			body.After = d.Seq
		}
	}
	return b.postAs("Ida", "/api/v1/jobs/1/decisions", body, 201)
}

func issued(v shop.JobView, name order.Name, issue int) shop.IssuedView {
	i := slices.IndexFunc(v.Orders.Issued, func(o shop.IssuedView) bool { return o.Sheet == name && o.Issue == issue })
	return v.Orders.Issued[i]
}

// From a signed decision to a sheet, a struck one, work that missed its order, and a closed one.
func TestOrders(t *testing.T) {
	b := bench{t, serveDemo(t).URL}
	b.post("/api/v1/jobs/1/orders", map[string]any{"sheets": []string{}}, 409)
	b.sign("main_journals", "grind", "0.020", "")
	// Sizes that rest on nothing measured are asked about.
	status, said, _ := call(t, "POST", b.base+"/api/v1/jobs/1/orders", map[string]any{"sheets": []string{}}, personHeader, "Wanda")
	require.Equal(t, 422, status)
	require.Contains(t, string(said), "main journals 1, 2, 3, 4, 5")
	view := b.post("/api/v1/jobs/1/orders", map[string]any{"sheets": []string{}, "sure": true}, 201)
	assert.Empty(t, view.Orders.Drafts)
	grind := issued(view, order.Grind, 1)
	require.Len(t, grind.Body.Lines, view.Job.Mains)
	assert.NotEmpty(t, grind.Body.Steps[0].Ends, "the shop has a rate card, so it has days")
	for _, l := range grind.Body.Lines {
		assert.Less(t, *l.Min, *l.Max, l.Title)
	}
	parts := issued(view, order.Parts, 1)
	assert.Equal(t, "MS-020", parts.Body.Lines[0].Code)
	assert.Equal(t, "0.020 in under", parts.Body.Lines[0].What)

	// Another decision makes a new issue and strikes the old one through.
	view = b.sign("main_journals", "grind", "0.030", "Only 0.030 shells on the shelf.")
	assert.True(t, issued(view, order.Grind, 1).Struck)
	grind = issued(view, order.Grind, 2)
	assert.False(t, grind.Struck)
	assert.Contains(t, grind.Body.Notes, "Overruled by Ida: Only 0.030 shells on the shelf.")
	at := func(o shop.IssuedView) string { return "/api/v1/jobs/1/orders/" + o.ID + "/events" }
	say := func(what store.OrderEventType, line, reason string) shop.OrderEventBody {
		return shop.OrderEventBody{ID: uuid.NewString(), What: what, Line: line, Reason: reason}
	}
	b.post(at(issued(view, order.Grind, 1)), say(store.Sent, "", ""), 409)
	b.post(at(grind), say(store.Sent, "", ""), 201)
	b.post(at(grind), say(store.Returned, "", ""), 201)

	// It comes back: main 1 as ordered, main 2 too small, the others unmeasured. The decision
	// stands, and is not stale by it.
	b.post("/api/v1/jobs/1/states", map[string]string{"kind": "main_journal", "state": "after_grind"}, 201)
	for number, line := range grind.Body.Lines[:2] {
		size := (*line.Min + *line.Max) / 2 / unit.Tenth * unit.Tenth
		if number == 1 {
			size = *line.Min - 3*unit.Tenth
		}
		value := part.OfLength(size)
		for cell := range 8 {
			b.post("/api/v1/jobs/1/readings",
				shop.ReadingBody{ID: uuid.NewString(), Kind: "main_journal", Number: number + 1, State: "after_grind",
					Station: cell / 4, Direction: cell % 4, What: "size", Value: &value, Unusual: true}, 201)
		}
	}
	view = b.get()
	grind = issued(view, order.Grind, 2)
	require.EqualValues(t, "missed", grind.Proofs[0].Verdict)
	assert.Equal(t, "main_journal/2", grind.Proofs[0].Key, "what missed its order stands first")
	assert.Equal(t, "The smallest reading is 0.0003 in below the order.", grind.Proofs[0].Problems[0].Text)
	assert.Equal(t, order.ProofWithin, grind.Proofs[len(grind.Proofs)-1].Verdict)
	assert.Equal(t, view.Job.Mains-1, grind.Open)
	signed := view.Decided.Signed[slices.IndexFunc(view.Decided.Signed,
		func(s shop.Signed) bool { return s.Set == "main_journals" })]
	assert.False(t, signed.Stale)
	assert.Equal(t, disposition.Grind, setOf(view.Decided.Sets, "main_journals").Action)
	assert.Empty(t, view.Orders.Drafts, "what was measured as proof orders nothing anew")

	// Accepting needs a reason; closing with open lines too; a closed sheet takes nothing more.
	b.post(at(grind), say(store.Accepted, "main_journal/2", ""), 422)
	b.post(at(grind), say(store.Accepted, "main_journal/9", "x"), 422)
	view = b.post(at(grind), say(store.Accepted, "main_journal/2", "Select shell makes up for it."), 201)
	assert.Equal(t, view.Job.Mains-2, issued(view, order.Grind, 2).Open)
	status, answer, _ := call(t, "POST", b.base+at(grind), say(store.Closed, "", ""))
	assert.Equal(t, 422, status)
	assert.Contains(t, string(answer), fmt.Sprintf("%d of its lines are neither proved", view.Job.Mains-2))
	view = b.post(at(grind), say(store.Closed, "", "The owner took it unmeasured."), 201)
	assert.True(t, issued(view, order.Grind, 2).Closed)
	b.post(at(grind), say(store.Ticked, "main_journal/1", ""), 409)
}
