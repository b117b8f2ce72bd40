package httpapi

import (
	"encoding/json"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/core/part"
	"ledge/internal/shop"
	"ledge/internal/store"
)

var paperID = regexp.MustCompile(`L-\d{4}-[A-Za-z]+-[0-9a-f]{8}`)

// A paper has another number as soon as anything shown on it is another: a limit, a look, an
// answer, the policy.
func TestOnePaperOneNumber(t *testing.T) {
	base := serveDemo(t).URL
	b := bench{t, base}
	number := func() string {
		return paperID.FindString(second(t, "pdftotext", "-layout",
			fetched(t, base+"/api/v1/jobs/1/inspection.pdf"), "-"))
	}
	judge := func(change func(*shop.JudgementBody)) {
		view := b.get()
		body := shop.JudgementBody{Limits: view.Job.Limits, Policy: view.Job.Policy}
		change(&body)
		status, said, _ := call(t, "PUT", base+"/api/v1/jobs/1/judgement", body, "If-Match", "\""+
			strconv.FormatInt(view.Job.Version, 10)+"\"")
		require.Equal(t, 200, status, string(said))
	}
	seen := []string{number()}
	require.NotEmpty(t, seen[0])
	assert.Equal(t, seen[0], number(), "nothing changed")
	for what, change := range map[string]func(){
		"a limit": func() {
			judge(func(j *shop.JudgementBody) {
				l := j.Limits.Book[part.MainJournal]
				wider := *l.TaperMax + 2540
				l.TaperMax = &wider
				j.Limits.Book[part.MainJournal] = l
			})
		},
		"the policy": func() { judge(func(j *shop.JudgementBody) { j.Policy.CleanupAllowance += 2540 }) },
		"a look": func() {
			b.post("/api/v1/jobs/1/looks",
				shop.LookBody{ID: uuid.NewString(), Kind: "main_journal", Number: 2, State: "as_found",
					What: "grade", Look: "scored"}, 201)
		},
		"an answer": func() {
			b.post("/api/v1/jobs/1/answers",
				map[string]any{"answers": []shop.AnswerBody{{ID: uuid.NewString(), Topic: "history",
					Place: "spun bearing", Value: "yes"}}}, 201)
		},
	} {
		change()
		now := number()
		assert.NotContains(t, seen, now, what)
		seen = append(seen, now)
	}
}

// A code on a paper leads where others can follow, or there is none.
func TestCodesOnPapersNeedAPublicAddress(t *testing.T) {
	base := serveDemo(t).URL
	images := func() int {
		return strings.Count(second(t, "pdfimages", "-list",
			fetched(t, base+"/api/v1/jobs/1/inspection.pdf")), "image ")
	}
	none := images()
	for _, wrong := range []string{"http://127.0.0.1:8173", "https://localhost", "http://[::1]/",
		"ledge.example.org", "ftp://ledge.example.org", "http://0.0.0.0"} {
		status, said, _ := call(t, "PUT", base+"/api/v1/shop", map[string]string{"public_url": wrong},
			"If-Match", `"0"`)
		assert.Equal(t, 422, status, wrong)
		assert.Contains(t, string(said), "body.public_url")
	}
	status, said, _ := call(t, "PUT", base+"/api/v1/shop",
		map[string]string{"public_url": "https://ledge.example.org/"}, "If-Match", `"0"`)
	require.Equal(t, 200, status, string(said))
	assert.Contains(t, string(said), `"https://ledge.example.org"`)
	assert.Greater(t, images(), none)
}

// The letter says what was signed, in sizes with their unit, and nothing that is only for the shop:
// no overruled advice, no bench note, no caution.
func TestTheLetterIsForItsReader(t *testing.T) {
	base := serveDemo(t).URL
	b := bench{t, base}
	b.post("/api/v1/jobs/1/answers", map[string]any{"answers": []shop.AnswerBody{
		{ID: uuid.NewString(), Topic: "history", Place: "low oil", Value: "yes", Note: "says his cousin"},
		{ID: uuid.NewString(), Topic: "keyway", Place: "", Value: "damaged", Note: "burr, see bench 2"},
		{ID: uuid.NewString(), Topic: "clean", Place: "crankshaft", Value: "no"}}}, 201)
	b.sign("main_journals", "replace", "0", "The owner has a better one in his barn.")
	status, text, _ := call(t, "GET", base+"/api/v1/jobs/1/report", nil)
	require.Equal(t, 200, status)
	letter := string(text)
	for _, never := range []string{"cousin", "burr", "gloves", "not clean", "Ledge advises",
		"decides the size", "crack test", "hardening", "Provisional", "0.020 under"} {
		assert.NotContains(t, letter, never)
	}
	for _, tells := range []string{"The engine had run low on oil.", "keyway", "another crankshaft",
		"better one in his barn"} {
		assert.Contains(t, letter, tells)
	}
	var report shop.SharedView
	require.NoError(t, json.Unmarshal(text, &report))
	size := regexp.MustCompile(`\d\.\d+( in| to \d\.\d+ in)?`)
	sizes := 0
	for _, d := range report.Decisions {
		for _, said := range append(d.Reasons, d.Way) {
			for _, found := range size.FindAllStringSubmatch(said, -1) {
				sizes++
				assert.NotEmpty(t, found[1], "a size without its unit: %s", said)
			}
		}
	}
	assert.NotZero(t, sizes)
	summary := second(t, "pdftotext", "-layout", fetched(t, base+"/api/v1/jobs/1/summary.pdf"), "-")
	assert.NotContains(t, summary, "measurements alone")
	assert.Contains(t, summary, "better one in his barn")
}

// What was signed is said by every place alike, also after the work came back.
func TestEveryPlaceSaysWhatWasSigned(t *testing.T) {
	base := serveDemo(t).URL
	view := bench9(t, base)
	require.True(t, view.Decided.Measured, "work came back")
	lines := get[[]shop.JobLine](t, base+"/api/v1/jobs")
	inShop := lines[slices.IndexFunc(lines, func(l shop.JobLine) bool { return l.ID == 9 })].Sets
	assert.Equal(t, view.Said, inShop)
	for _, s := range view.Decided.Signed {
		i := slices.IndexFunc(view.Said, func(l shop.SetLine) bool { return l.Set == s.Set })
		require.GreaterOrEqual(t, i, 0)
		assert.Equal(t, s.Way, view.Said[i].Way, s.Set)
		assert.True(t, view.Said[i].Signed)
	}
	assert.Contains(t, view.Said, shop.SetLine{Set: part.RodJournals,
		Way:  disposition.Way{Action: disposition.Grind, Step: 2540000},
		Says: "grind 0.010 in under", Signed: true})
}

// A job that leaves things open closes only with an outcome and a reason; lines of a list that
// nobody ticked are open.
func TestClosingAsksForWhatIsOpen(t *testing.T) {
	base := serveDemo(t).URL
	b := bench{t, base}
	view := b.sign("main_journals", "grind", "0.020", "")
	kinds := func(v shop.JobView) (list []string) {
		for _, e := range v.Orders.OpenEnds {
			list = append(list, string(e.What))
		}
		return list
	}
	assert.Contains(t, kinds(view), "drafts")
	view = b.post("/api/v1/jobs/1/orders", map[string]any{"sheets": []string{}, "sure": true}, 201)
	assert.Subset(t, kinds(view), []string{"orders", "unproved", "unticked", "new_parts"})
	assert.NotContains(t, kinds(view), "bolts")
	i := slices.IndexFunc(view.Orders.Issued, func(o shop.IssuedView) bool { return o.Sheet == "parts" })
	parts := view.Orders.Issued[i]
	require.NotZero(t, parts.Open, "nothing of it was ticked off")
	say := func(what store.OrderEventType, line string, want int) shop.JobView {
		return b.post("/api/v1/jobs/1/orders/"+parts.ID+"/events",
			shop.OrderEventBody{ID: uuid.NewString(), What: what, Line: line}, want)
	}
	say("closed", "", 422)
	for _, l := range parts.Body.Lines {
		view = say("ticked", l.Key, 201)
	}
	assert.Zero(t, view.Orders.Issued[i].Open)
	say("closed", "", 201)
}

// A mistake is taken back: a state and a part while they are empty, a photograph, "sent" and "came back".
func TestMistakesAreTakenBack(t *testing.T) {
	base := serveDemo(t).URL
	b := bench{t, base}
	has := func(v shop.JobView, kind, state string) bool {
		return slices.ContainsFunc(v.Features,
			func(f shop.FeatureView) bool { return string(f.Kind) == kind && f.State == state })
	}
	require.True(t, has(b.post("/api/v1/jobs/1/states",
		map[string]any{"kind": "main_journal", "state": "after_polish"}, 201), "main_journal", "after_polish"))
	remove := func(path string, want int) string {
		status, said, _ := call(t, "DELETE", base+path, nil, "Ledge-Person", "Ida")
		require.Equal(t, want, status, string(said))
		return string(said)
	}
	remove("/api/v1/jobs/1/states/main_journal/after_polish", 200)
	assert.False(t, has(b.get(), "main_journal", "after_polish"))
	assert.Contains(t, remove("/api/v1/jobs/1/states/main_journal/as_found", 409), "recorded")
	b.post("/api/v1/jobs/1/parts", map[string]any{"kind": "rod_weight", "count": 3}, 201)
	remove("/api/v1/jobs/1/parts/rod_weight/3", 200)
	remove("/api/v1/jobs/1/parts/main_journal/1", 409)
	moments := get[[]store.Moment](t, base+"/api/v1/jobs/1/history")
	assert.Equal(t, "Ida", moments[0].By)

	b.sign("main_journals", "grind", "0.020", "")
	view := b.post("/api/v1/jobs/1/orders", map[string]any{"sheets": []string{}, "sure": true}, 201)
	order := view.Orders.Issued[0]
	for _, what := range []store.OrderEventType{"sent", "returned", "unreturned", "unsent"} {
		view = b.post("/api/v1/jobs/1/orders/"+order.ID+"/events",
			shop.OrderEventBody{ID: uuid.NewString(), What: what}, 201)
	}
	assert.Len(t, view.Orders.Issued[0].Events, 4)
	status, _, _ := call(t, "PUT", base+"/api/v1/jobs/4/closed",
		map[string]any{"closed": true, "outcome": "mistake", "reason": "made twice"})
	require.Equal(t, 200, status)
}
