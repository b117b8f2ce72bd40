package httpapi

import (
	"encoding/json"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/demo"
	"ledge/internal/shop"
)

func costs(t *testing.T, base string, job string, options map[string]int) shop.CostsView {
	t.Helper()
	if options == nil {
		options = map[string]int{}
	}
	status, answer, _ := call(t, "POST", base+"/api/v1/jobs/"+job+"/costs", map[string]any{"options": options})
	require.Equal(t, 200, status, string(answer))
	var view shop.CostsView
	require.NoError(t, json.Unmarshal(answer, &view))
	return view
}

// Trying another way moves cost and date at once and stores nothing; signing it makes it the standing one.
func TestCostsFollowTheChoice(t *testing.T) {
	base := serveDemo(t).URL
	advised := costs(t, base, "3", nil)
	require.True(t, advised.Entered)
	require.Len(t, advised.Choices, 2)
	rods := advised.Choices[1]
	dearest := rods.Ways[0]
	for _, w := range rods.Ways {
		if w.Cost > dearest.Cost {
			dearest = w
		}
	}
	tried := costs(t, base, "3", map[string]int{"rod_journals": dearest.Option})
	assert.Greater(t, tried.Cost, advised.Cost)
	assert.Greater(t, tried.Ready, advised.Ready)
	assert.Equal(t, advised.Cost, costs(t, base, "3", nil).Cost, "trying stores nothing")
	var sum int64
	for _, s := range tried.Slots {
		sum += int64(s.Cost)
	}
	assert.EqualValues(t, tried.Cost, sum, "the slots add up to the total")
	assert.Equal(t, advised.Cost, costs(t, base, "3", map[string]int{"rod_journals": 99}).Cost,
		"an option there is not")

	_, body, _ := call(t, "GET", base+"/api/v1/jobs/3", nil)
	view := jobIn(t, base, body)
	option := view.Decided.Sets[1].Options[dearest.Option]
	status, answer, _ := call(t, "POST", base+"/api/v1/jobs/3/decisions",
		shop.DecisionBody{Way: disposition.Way{Action: option.Action, Step: option.Step, Shell: option.Shell,
			Method: option.Method}, ID: uuid.NewString(), Set: "rod_journals", Reason: "the trust wants it so"})
	require.Equal(t, 201, status, string(answer))
	assert.Equal(t, tried.Cost, costs(t, base, "3", nil).Cost)
}

// The best of all is among the combinations, and none of them is worse in everything than another.
func TestCombinations(t *testing.T) {
	base := serveDemo(t).URL
	view := costs(t, base, "6", nil)
	require.NotEmpty(t, view.Combos)
	for _, c := range view.Combos {
		assert.Len(t, c.Options, len(view.Choices))
	}
	assert.LessOrEqual(t, view.Tried, 200)
	cheapest := costs(t, base, "6", options(view, 0))
	assert.Equal(t, view.Combos[0].Cost, cheapest.Cost)
	assert.Equal(t, view.Combos[0].Ready, cheapest.Ready)
}

func options(view shop.CostsView, combo int) map[string]int {
	chosen := map[string]int{}
	for i, c := range view.Choices {
		chosen[string(c.Set)] = view.Combos[combo].Options[i]
	}
	return chosen
}

// Signed work of a job that was promised sooner keeps the machines busy for those behind it.
func TestMachinesAreShared(t *testing.T) {
	base := serveDemo(t).URL
	card := demo.Rates()
	grind := card.Operations["grind_mains"]
	grind.SetupMinutes = 5000
	card.Operations["grind_mains"] = grind
	status, answer, _ := call(t, "PUT", base+"/api/v1/rates", card, "If-Match", `"1"`)
	require.Equal(t, 200, status, string(answer))
	status, answer, _ = call(t, "PUT", base+"/api/v1/rates", card, "If-Match", `"1"`)
	require.Equal(t, 409, status, "a card that somebody else changed meanwhile: %s", answer)
	grinding := func() (option int, ready string) {
		_, body, _ := call(t, "GET", base+"/api/v1/jobs/2", nil)
		view := jobIn(t, base, body)
		for i, o := range view.Decided.Sets[0].Options {
			if o.Action == "grind" && o.Feasible {
				return i, costs(t, base, "2", map[string]int{"main_journals": i}).Ready
			}
		}
		t.Fatal("nothing to grind")
		return 0, ""
	}
	_, before := grinding()
	status, answer, _ = call(t, "POST", base+"/api/v1/jobs/1/decisions",
		shop.DecisionBody{Way: disposition.Way{Action: "grind", Step: 5080000}, ID: uuid.NewString(),
			Set: "main_journals"})
	require.Equal(t, 201, status, string(answer))
	_, after := grinding()
	assert.Greater(t, after, before)
	var lines []shop.JobLine
	_, body, _ := call(t, "GET", base+"/api/v1/jobs?search=Railcar", nil)
	require.NoError(t, json.Unmarshal(body, &lines))
	require.Len(t, lines, 1)
	assert.NotEmpty(t, lines[0].ReadyOn)
}

func TestRatesAreCheckedFieldByField(t *testing.T) {
	base := serveDemo(t).URL
	status, answer, _ := call(t, "PUT", base+"/api/v1/rates", map[string]any{"currency": "crowns", "day_minutes": 10,
		"operations": map[string]any{"bore": map[string]any{"setup": -1, "each": 0, "setup_minutes": 0,
			"each_minutes": 0, "outside": false, "lead_days": 0}}, "parts": map[string]any{}}, "If-Match", `"1"`)
	assert.Equal(t, 422, status)
	assert.Contains(t, string(answer), `"body.day_minutes"`)
	assert.Contains(t, string(answer), `"body.operations.bore"`)
}

func BenchmarkTradeoffOfAWholeJob(b *testing.B) {
	base := serveDemo(b).URL
	for b.Loop() {
		status, _, _ := call(b, "POST", base+"/api/v1/jobs/7/costs", map[string]any{"options": map[string]int{}})
		require.Equal(b, 200, status)
	}
}

// A change of policy says what it would change before it is kept, and keeps nothing.
func TestJudgementPreview(t *testing.T) {
	path := serveDemo(t).URL + "/api/v1/jobs/2"
	_, body, _ := call(t, "GET", path, nil)
	var view shop.JobView
	require.NoError(t, json.Unmarshal(body, &view))
	judgement := shop.JudgementBody{Limits: view.Job.Limits, Policy: view.Job.Policy}
	look := func() (p shop.JudgementPreview) {
		status, answer, _ := call(t, "POST", path+"/judgement-preview", judgement)
		require.Equal(t, 200, status, string(answer))
		require.NoError(t, json.Unmarshal(answer, &p))
		return p
	}
	assert.Empty(t, look().Sets)
	judgement.Policy.Grind = "always"
	changed := look()
	require.Len(t, changed.Sets, 2)
	assert.EqualValues(t, "reuse", changed.Sets[0].Before.Action)
	assert.EqualValues(t, "grind", changed.Sets[0].After.Action)
	judgement.Limits.Book = map[part.Kind]limit.Limits{}
	gone := look()
	assert.Nil(t, gone.Sets[0].After, "without limits nothing is decided")
	assert.NotEmpty(t, gone.Parts)
	_, after, _ := call(t, "GET", path, nil)
	assert.JSONEq(t, string(body), string(after))
}

// An engine's card leaves as a file and is read back as the same limits and policy, sources and all.
func TestCards(t *testing.T) {
	base := serveDemo(t).URL
	for _, id := range []string{"2", "6", "8"} {
		_, body, _ := call(t, "GET", base+"/api/v1/jobs/"+id, nil)
		var view shop.JobView
		require.NoError(t, json.Unmarshal(body, &view))
		_, card, header := call(t, "GET", base+"/api/v1/jobs/"+id+"/card", nil)
		assert.Contains(t, header.Get("Content-Disposition"), ".card.json")
		assert.NotContains(t, string(card), view.Job.Customer)
		status, answer, _ := call(t, "POST", base+"/api/v1/cards/read", map[string]string{"text": string(card)})
		require.Equal(t, 200, status, string(answer))
		var read shop.CardAnswer
		require.NoError(t, json.Unmarshal(answer, &read))
		assert.Equal(t, view.Job.Limits, read.Limits)
		assert.Equal(t, view.Job.Policy, read.Policy)
		assert.Equal(t, view.Job.Engine, read.Engine)
	}
	status, answer, _ := call(t, "POST", base+"/api/v1/cards/read",
		map[string]string{"text": `{"format": "ledge.inspection/1", "unit": "in", "features": [], "limits": {"piston": {"wear_max": "x"}}}`})
	assert.Equal(t, 422, status)
	assert.Contains(t, string(answer), "/limits/piston/wear_max")
}

// New jobs start with the shop's policy of their unit; jobs there are keep theirs.
func TestShopPolicy(t *testing.T) {
	base := serveDemo(t).URL
	policy := inspection.DefaultPolicy("in")
	policy.DecisionRule, policy.RefitShells = "guarded", true
	_, _, header := call(t, "GET", base+"/api/v1/policies/in", nil)
	status, answer, _ := call(t, "PUT", base+"/api/v1/policies/in", policy, "If-Match", header.Get("ETag"))
	require.Equal(t, 200, status, string(answer))
	status, _, _ = call(t, "PUT", base+"/api/v1/policies/in", policy, "If-Match", header.Get("ETag"))
	assert.Equal(t, 409, status, "a page that is out of date writes over nothing")
	start := func(unit string) (view shop.JobView) {
		status, answer, _ := call(t, "POST", base+"/api/v1/jobs",
			map[string]any{"id": uuid.NewString(), "engine": "New one", "customer": "", "duty": "standard",
				"unit": unit, "arrangement": "inline", "cylinders": 2})
		require.Equal(t, 201, status, string(answer))
		require.NoError(t, json.Unmarshal(answer, &view))
		return view
	}
	assert.Equal(t, policy, start("in").Job.Policy)
	assert.Equal(t, inspection.DefaultPolicy("mm"), start("mm").Job.Policy)
	_, body, _ := call(t, "GET", base+"/api/v1/jobs/1", nil)
	var old shop.JobView
	require.NoError(t, json.Unmarshal(body, &old))
	assert.False(t, old.Job.Policy.RefitShells)
}
