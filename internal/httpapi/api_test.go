package httpapi

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"log/slog"
	"net/http"
	"net/http/httptest"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"testing/fstest"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/demo/demotest"
	"ledge/internal/exchange"
	"ledge/internal/shop"
	"ledge/internal/store"
	"ledge/internal/words"
)

func serveDemo(t testing.TB) *httptest.Server {
	t.Helper()
	return serveStore(t, demotest.Store(t))
}

func serveStore(t testing.TB, s *store.Store) *httptest.Server {
	t.Helper()
	front := fstest.MapFS{"index.html": {Data: []byte(`<meta content="{{nonce}}">`)},
		"assets/app.js": {Data: []byte("1")}}
	server := httptest.NewServer(New(Options{Store: s, Log: slog.New(slog.DiscardHandler), Front: front,
		Version: "test"}))
	t.Cleanup(server.Close)
	return server
}

func call(t testing.TB, method, url string, body any, header ...string) (int, []byte, http.Header) {
	t.Helper()
	text, err := json.Marshal(body)
	require.NoError(t, err)
	request, err := http.NewRequest(method, url, bytes.NewReader(text))
	require.NoError(t, err)
	request.Header.Set("Content-Type", "application/json")
	request.Header.Set(personHeader, "Wanda")
	for i := 0; i+1 < len(header); i += 2 {
		if header[i] == "Host" {
			request.Host = header[i+1]
		}
		request.Header.Set(header[i], header[i+1])
	}
	answer, err := http.DefaultClient.Do(request)
	require.NoError(t, err)
	defer answer.Body.Close()
	got, err := io.ReadAll(answer.Body)
	require.NoError(t, err)
	return answer.StatusCode, got, answer.Header
}

func reading(value string) shop.ReadingBody {
	size := part.OfLength(unit.MustParse(value, unit.In))
	return shop.ReadingBody{ID: uuid.NewString(), Kind: "main_journal", Number: 1, State: "as_found", What: "size",
		Value: &size, Typed: value}
}

// What every stranger and every slip gets: the right status, as problem+json with a sentence.
func TestRefusals(t *testing.T) {
	base := serveDemo(t).URL
	far := reading("2.6000")
	wrongUnit := reading("2.4985")
	*wrongUnit.Value = part.OfLength(unit.MustParse("63.46", unit.In))
	noReason := reading("2.4985")
	noReason.What, noReason.Value = "skip", nil
	outside := reading("2.4985")
	outside.Station = 5
	noPart := reading("2.4985")
	noPart.Number = 77
	tests := []struct {
		method, path string
		body         any
		header       []string
		status       int
		want         string
	}{
		{"GET", "/api/v1/jobs/999", nil, nil, 404, "no such job"},
		{"GET", "/api/v1/nowhere", nil, nil, 404, "nothing at"},
		{"DELETE", "/api/v1/jobs", nil, nil, 405, "not possible"},
		{"GET", "/", nil, []string{"Host", "ledge.example"}, 421, "host name"},
		{"POST", "/api/v1/jobs", shop.NewJobBody{},
			[]string{"Origin", "http://stranger.example", "Sec-Fetch-Site", "cross-site"}, 403, "own pages"},
		{"POST", "/api/v1/jobs/1/readings", far, nil, 422, "outside the other readings"},
		{"POST", "/api/v1/jobs/1/readings", wrongUnit, nil, 422, "other unit"},
		{"POST", "/api/v1/jobs/1/readings", noReason, nil, 422, "needs a reason"},
		{"POST", "/api/v1/jobs/1/readings", outside, nil, 409, "no such station"},
		{"POST", "/api/v1/jobs/1/readings", noPart, nil, 404, "no such job or feature"},
		{"POST", "/api/v1/jobs/1/readings", map[string]any{"id": 3}, nil, 422, "body"},
		{"POST", "/api/v1/jobs/1/decisions",
			shop.DecisionBody{Way: disposition.Way{Action: "polish"}, ID: uuid.NewString(), Set: "main_journals"},
			nil, 422, "Say why"},
		{"POST", "/api/v1/jobs/1/decisions",
			shop.DecisionBody{Way: disposition.Way{Action: "grind", Step: 1}, ID: uuid.NewString(),
				Set: "main_journals", Reason: "so"}, nil, 422, "not one of the ways"},
		{"GET", "/assets/old.js", nil, nil, 404, "load the page again"},
	}
	for _, tt := range tests {
		status, body, header := call(t, tt.method, base+tt.path, tt.body, tt.header...)
		assert.Equal(t, tt.status, status, "%s %s: %s", tt.method, tt.path, body)
		assert.Contains(t, string(body), tt.want, "%s %s", tt.method, tt.path)
		assert.Contains(t, header.Get("Content-Type"), "application/problem+json", "%s %s", tt.method, tt.path)
	}
	huge := strings.NewReader(`{"engine": "` + strings.Repeat("x", maxBody) + `"}`)
	answer, err := http.Post(base+"/api/v1/jobs", "application/json", huge)
	require.NoError(t, err)
	defer answer.Body.Close()
	assert.GreaterOrEqual(t, answer.StatusCode, 400)
}

func TestAFarReadingIsTakenOnConfirmation(t *testing.T) {
	base := serveDemo(t).URL
	far := reading("2.6000")
	far.Unusual = true
	status, body, _ := call(t, "POST", base+"/api/v1/jobs/1/readings", far)
	require.Equal(t, 201, status, string(body))
	status, again, _ := call(t, "POST", base+"/api/v1/jobs/1/readings", far)
	require.Equal(t, 201, status, string(again))
	var a, b shop.ReadingAnswer
	require.NoError(t, json.Unmarshal(body, &a))
	require.NoError(t, json.Unmarshal(again, &b))
	assert.Equal(t, a.Reading, b.Reading, "sent twice, stored once")
	assert.Equal(t, "Wanda", a.Reading.TakenBy)
}

func TestPagesCarryTheirPolicy(t *testing.T) {
	base := serveDemo(t).URL
	for _, path := range []string{"/", "/jobs/1/bench/main_journal/1"} {
		status, body, header := call(t, "GET", base+path, nil)
		policy := header.Get("Content-Security-Policy")
		_, nonce, _ := strings.Cut(string(body), `content="`)
		nonce, _, _ = strings.Cut(nonce, `"`)
		assert.Equal(t, 200, status)
		assert.NotEmpty(t, nonce)
		assert.Contains(t, policy, "'nonce-"+nonce+"'")
		assert.Contains(t, policy, "default-src 'self'")
		assert.Equal(t, "no-cache", header.Get("Cache-Control"))
	}
}

// The same document through the file reader and through store and API gives the same decisions,
// fits and findings.
func TestTheAPIEvaluatesAsTheFileDoes(t *testing.T) {
	base := serveDemo(t).URL
	names, err := filepath.Glob("../demo/jobs/*.json")
	require.NoError(t, err)
	require.NotEmpty(t, names)
	for i, name := range names {
		text, err := os.ReadFile(name)
		require.NoError(t, err)
		if !bytes.Contains(text, []byte(`"kind"`)) { // simulated: the file is what the job is saved as
			_, text, _ = call(t, "GET", fmt.Sprintf("%s/api/v1/jobs/%d/file", base, i+1), nil)
		}
		in, err := exchange.Read(bytes.NewReader(text))
		require.NoError(t, err)
		want := disposition.Evaluate(in)
		words.In(in.Unit).Result(&want)
		_, body, _ := call(t, "GET", fmt.Sprintf("%s/api/v1/jobs/%d", base, i+1), nil)
		view := jobIn(t, base, body)
		if view.Decided.Measured {
			want.Sets, view.Decided.Sets = nil, nil // the job shows them as they were decided
		}
		for f := range view.Evaluation.Features {
			view.Evaluation.Features[f].AsOrdered = nil // the file holds no sheets
		}
		wanted, err := json.Marshal(shop.Worded(words.In(in.Unit), want))
		require.NoError(t, err)
		got, err := json.Marshal(disposition.Result{Features: view.Evaluation.Features, Sets: view.Decided.Sets,
			Fits: view.Evaluation.Fits})
		require.NoError(t, err)
		assert.JSONEq(t, string(wanted), string(got), name)
	}
}

// A job leaves as an open file and comes back as a job that Ledge judges alike.
func TestAFileOfAJobComesBackAsTheSameJob(t *testing.T) {
	base := serveDemo(t).URL
	for id := 1; id <= 8; id++ {
		status, text, header := call(t, "GET", fmt.Sprintf("%s/api/v1/jobs/%d/file", base, id), nil)
		require.Equal(t, 200, status)
		assert.Contains(t, header.Get("Content-Disposition"), fmt.Sprintf("L-000%d.ledge.json", id))
		body := map[string]string{"text": string(text)}
		status, answer, _ := call(t, "POST", base+"/api/v1/imports", body)
		require.Equal(t, 200, status, string(answer))
		var preview, taken shop.ImportAnswer
		require.NoError(t, json.Unmarshal(answer, &preview))
		assert.Zero(t, preview.Job)
		assert.Positive(t, preview.Readings)
		path := base + "/api/v1/imports?take=true&id=" + uuid.NewString()
		status, answer, _ = call(t, "POST", path, body)
		require.Equal(t, 200, status, string(answer))
		require.NoError(t, json.Unmarshal(answer, &taken))
		_, again, _ := call(t, "POST", path, body)
		assert.JSONEq(t, string(answer), string(again), "sent twice, one job")
		status, again, _ = call(t, "POST", path, map[string]string{"text": string(text) + " "})
		assert.Equal(t, 409, status, string(again))
		var first, second shop.JobView
		_, before, _ := call(t, "GET", fmt.Sprintf("%s/api/v1/jobs/%d", base, id), nil)
		_, after, _ := call(t, "GET", fmt.Sprintf("%s/api/v1/jobs/%d", base, taken.Job), nil)
		require.NoError(t, json.Unmarshal(before, &first))
		require.NoError(t, json.Unmarshal(after, &second))
		assert.Equal(t, first.Evaluation, second.Evaluation)
		assert.Equal(t, first.Job.Limits, second.Job.Limits)
		assert.Equal(t, first.Job.Came, second.Job.Came)
	}
}

func TestAFileThatCannotBeTakenIsRefusedWithEveryPlace(t *testing.T) {
	base := serveDemo(t).URL
	text := `{"format": "ledge.inspection/1", "unit": "in", "features": [{"kind": "deck", "lines": []}]}`
	status, answer, _ := call(t, "POST", base+"/api/v1/imports?take=true&id="+uuid.NewString(),
		map[string]string{"text": text})
	assert.Equal(t, 422, status)
	for _, place := range []string{`"/engine"`, `"/job/engine"`} {
		assert.Contains(t, string(answer), place)
	}
	status, answer, _ = call(t, "POST", base+"/api/v1/imports", map[string]string{"text": strings.Repeat("[", 5000)})
	assert.Equal(t, 422, status)
	assert.Contains(t, string(answer), "nested deeper")
	_, jobs, _ := call(t, "GET", base+"/api/v1/jobs", nil)
	var lines []shop.JobLine
	require.NoError(t, json.Unmarshal(jobs, &lines))
	assert.Len(t, lines, 10, "nothing was taken")
}

func TestSignedDecisionsGoStale(t *testing.T) {
	base := serveDemo(t).URL
	body := shop.DecisionBody{Way: disposition.Way{Action: "polish"}, ID: uuid.NewString(), Set: "rod_journals"}
	status, answer, _ := call(t, "POST", base+"/api/v1/jobs/1/decisions", body)
	require.Equal(t, 201, status, string(answer))
	scored := shop.LookBody{ID: uuid.NewString(), Kind: "rod_journal", Number: 2, State: "as_found", What: "grade",
		Look: "scored"}
	status, answer, _ = call(t, "POST", base+"/api/v1/jobs/1/looks", scored)
	require.Equal(t, 201, status, string(answer))
	view := jobIn(t, base, answer)
	i := slices.IndexFunc(view.Decided.Signed, func(s shop.Signed) bool { return s.Set == "rod_journals" })
	require.GreaterOrEqual(t, i, 0)
	assert.True(t, view.Decided.Signed[i].Stale)
	assert.Equal(t, disposition.Polish, view.Decided.Signed[i].Action)
	// A crack found after the signature leaves nothing of it.
	scored.ID, scored.Look = uuid.NewString(), "cracked"
	status, answer, _ = call(t, "POST", base+"/api/v1/jobs/1/looks", scored)
	require.Equal(t, 201, status, string(answer))
	view = jobIn(t, base, answer)
	assert.False(t, slices.ContainsFunc(view.Decided.Signed,
		func(s shop.Signed) bool { return s.Set == "rod_journals" }))
	assert.NotEmpty(t, view.Decided.Decisions, "the record keeps it")
	// Nor is a crack overruled by a signature, with whatever reason; what is advised for it may be signed.
	overruled := shop.DecisionBody{Way: disposition.Way{Action: "polish"}, ID: uuid.NewString(),
		Set: "rod_journals", Reason: "It looks fine to me.",
		After: view.Decided.Decisions[len(view.Decided.Decisions)-1].Seq}
	status, answer, _ = call(t, "POST", base+"/api/v1/jobs/1/decisions", overruled)
	assert.Equal(t, 409, status)
	assert.Contains(t, string(answer), "A crack is not overruled")
	overruled.ID, overruled.Action = uuid.NewString(), "replace"
	status, answer, _ = call(t, "POST", base+"/api/v1/jobs/1/decisions", overruled)
	assert.Equal(t, 201, status, string(answer))
}

// BenchmarkReading: a reading stored durably and answered with the job's new evaluation, over HTTP. The five
// mains of a measured crank are read again place by place; then the server starts afresh, since a tape of
// thousands of corrections is no bench.
func BenchmarkReading(b *testing.B) {
	base := serveDemo(b).URL
	var took []time.Duration
	for b.Loop() {
		i := len(took)
		one := reading("2.4985")
		one.Number, one.Station, one.Direction, one.Unusual = 1+i/8%5, i/4%2, i%4, true
		begun := time.Now()
		status, body, _ := call(b, "POST", base+"/api/v1/jobs/1/readings", one)
		took = append(took, time.Since(begun))
		if status != 201 {
			b.Fatal(string(body))
		}
		if len(took)%80 == 0 {
			b.StopTimer()
			base = serveDemo(b).URL
			b.StartTimer()
		}
	}
	slices.Sort(took)
	b.ReportMetric(float64(took[len(took)/2].Microseconds())/1000, "ms-median")
}
