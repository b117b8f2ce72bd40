package httpapi

import (
	"context"
	"strconv"
	"strings"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/engine"
	"ledge/internal/core/inspection"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/demo/demotest"
	"ledge/internal/exchange"
	"ledge/internal/shop"
	"ledge/internal/store"
	"ledge/internal/store/db"
)

// Limits and stamps that look mistyped are asked about with what was likely meant, and taken where
// they are so.
func TestWhatLooksMistypedIsAskedAbout(t *testing.T) {
	base := serveDemo(t).URL
	b := bench{t, base}
	view := b.get()
	body := shop.JudgementBody{Limits: view.Job.Limits, Policy: view.Job.Policy}
	l := body.Limits.Book[part.MainJournal]
	ten := unit.MustParse("10", unit.In)
	l.Undersizes = []unit.Length{ten, 2 * ten}
	body.Limits.Book[part.MainJournal] = l
	match := `"` + strconv.FormatInt(view.Job.Version, 10) + `"`
	status, said, _ := call(t, "PUT", base+"/api/v1/jobs/1/judgement", body, "If-Match", match)
	require.Equal(t, 422, status)
	assert.Contains(t, string(said), "limits.book.main_journal.undersizes")
	assert.Contains(t, string(said), "was 0.0100, 0.0200 in meant?")
	assert.Contains(t, string(said), `"likely":[2540000,5080000]`)
	status, said, _ = call(t, "PUT", base+"/api/v1/jobs/1/judgement?sure=true", body, "If-Match", match)
	assert.Equal(t, 200, status, string(said))

	answer := map[string]any{"answers": []shop.AnswerBody{{ID: uuid.NewString(), Topic: "main_stamp", Value: "10"}}}
	status, said, _ = call(t, "POST", base+"/api/v1/jobs/1/answers", answer)
	require.Equal(t, 422, status)
	assert.Contains(t, string(said), "was 0.0100 meant?")
	answer["sure"] = true
	status, _, _ = call(t, "POST", base+"/api/v1/jobs/1/answers", answer)
	assert.Equal(t, 201, status)
}

// What the open file's reader refuses is refused where it is entered by hand, in the same words.
func TestOneValidatorForFileAndForm(t *testing.T) {
	base := serveDemo(t).URL
	b := bench{t, base}
	view := b.get()
	body := shop.JudgementBody{Limits: view.Job.Limits, Policy: view.Job.Policy}
	body.Policy.HoneStock = -2540
	body.Policy.Grind = "sometimes"
	status, _, _ := call(t, "PUT", base+"/api/v1/jobs/1/judgement", body, "If-Match",
		strconv.FormatInt(view.Job.Version, 10))
	require.Equal(t, 422, status)
	_, err := exchange.Read(strings.NewReader(`{"format": "ledge.inspection/1", "unit": "in", "features": [], "policy": {"hone_stock": -0.0001}, "limits": {"main_journal": {"undersizes": [0.020, 0.010]}}}`))
	assert.ErrorContains(t, err, "/policy/hone_stock: It cannot be negative.")
	assert.ErrorContains(t, err, "/limits/main_journal/undersizes/1: ")
	body.Policy.Grind = view.Job.Policy.Grind
	status, said, _ := call(t, "PUT", base+"/api/v1/jobs/1/judgement", body, "If-Match",
		strconv.FormatInt(view.Job.Version, 10))
	require.Equal(t, 422, status)
	assert.Contains(t, string(said), "body.policy.hone_stock")
	assert.Contains(t, string(said), "It cannot be negative.")
	status, _, _ = call(t, "PUT", base+"/api/v1/policies/in", body.Policy, "If-Match", `"0"`)
	assert.Equal(t, 422, status)
}

// The list of the shop ends with its last job, and the machines' queue sees them all.
func TestTheShopHasMoreThanFiftyJobs(t *testing.T) {
	s := demotest.Store(t)
	t.Cleanup(func() { _ = s.Close() })
	server := serveStore(t, s)
	for range 60 {
		_, err := s.CreateJob(db.As(context.Background(), "W"),
			store.NewJob{Engine: "Pump", Duty: "standard", Unit: unit.In,
				Layout: engine.Layout{Arrangement: engine.Inline, Cylinders: 2}.Complete(),
				Policy: inspection.DefaultPolicy(unit.In)})
		require.NoError(t, err)
	}
	assert.Greater(t, len(get[[]shop.JobLine](t, server.URL+"/api/v1/jobs")), 65)
}
