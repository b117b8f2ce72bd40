package httpapi

import (
	"bytes"
	"encoding/json"
	"io"
	"net/http"
	"net/url"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/shop"
	"ledge/internal/store"
)

// A journal that was measured again counts once in the shop's list, as it stands now.
func TestAPartCountsOnceInTheShop(t *testing.T) {
	base := serveDemo(t).URL
	for _, l := range get[[]shop.JobLine](t, base+"/api/v1/jobs") {
		seen := map[disposition.Ref]bool{}
		for _, f := range l.Features {
			ref := disposition.Ref{Kind: f.Kind, Number: f.Number}
			assert.False(t, seen[ref], "%s: %s %d twice", l.Number, f.Kind, f.Number)
			seen[ref] = true
		}
	}
	require.True(t, bench9(t, base).Decided.Measured, "the chapel's job has parts in two states")
}

// What is no place of the application is not answered with a page.
func TestNothingElseIsAPage(t *testing.T) {
	base := serveDemo(t).URL
	for _, path := range []string{"/metrics", "/sw.js", "/wp-login.php", "/favicon.png", "/.env", "/jobsx"} {
		status, said, header := call(t, "GET", base+path, nil)
		assert.Equal(t, http.StatusNotFound, status, path)
		assert.NotContains(t, header.Get("Content-Type"), "html", path)
		assert.NotContains(t, string(said), "nonce", path)
	}
	for _, path := range []string{"/", "/jobs/1", "/jobs/1/bench/main_journal/1", "/rates", "/search",
		"/learned?engine=x", "/people", "/r/TOKEN"} {
		status, _, header := call(t, "GET", base+path, nil)
		assert.Equal(t, http.StatusOK, status, path)
		assert.Contains(t, header.Get("Content-Type"), "html", path)
	}
}

// The history of one part names the place of each reading.
func TestHistoryNamesThePlaceRead(t *testing.T) {
	base := serveDemo(t).URL
	b := bench{t, base}
	r := reading("2.4985")
	r.Unusual, r.Station, r.Direction = true, 1, 2
	b.post("/api/v1/jobs/1/readings", r, 201)
	view := b.get()
	var f shop.FeatureView
	for _, one := range view.Features {
		if one.Kind == r.Kind && one.Number == r.Number {
			f = one
		}
	}
	moments := get[[]store.Moment](t, base+"/api/v1/jobs/1/history?kind=main_journal&number=1")
	require.EqualValues(t, "reading", moments[0].What)
	assert.Equal(t, f.Stations[1], moments[0].Station)
	for _, m := range get[[]store.Moment](t, base+"/api/v1/jobs/1/history") {
		if m.Count > 1 {
			assert.Empty(t, m.Station, "many readings have no one place")
		}
	}
}

// On a server where people sign in, what one person entered is not stored under the name of the next.
func TestWhatOneEnteredIsNotStoredAsAnothers(t *testing.T) {
	base, client := serveShop(t)
	ida := client()
	status, said := ask(t, ida, "POST", base+"/api/v1/owner",
		fields{"name": "Ida Lorn", "password": "three plain words", "code": code})
	require.Equal(t, 200, status/100*100, said)
	send := func(entered string) (int, string) {
		text, err := json.Marshal(shop.LookBody{ID: uuid.NewString(), Kind: "main_journal", Number: 1,
			State: "as_found", What: "grade", Look: "smooth"})
		require.NoError(t, err)
		request, err := http.NewRequest("POST", base+"/api/v1/jobs/1/looks", bytes.NewReader(text))
		require.NoError(t, err)
		request.Header.Set("Content-Type", "application/json")
		request.Header.Set("Ledge-Person", url.QueryEscape(entered))
		answer, err := ida.Do(request)
		require.NoError(t, err)
		defer answer.Body.Close()
		told, err := io.ReadAll(answer.Body)
		require.NoError(t, err)
		return answer.StatusCode, string(told)
	}
	status, said = send("Otto Brandt")
	assert.Equal(t, 409, status)
	assert.Contains(t, said, "entered by Otto Brandt and you are signed in as Ida Lorn")
	status, said = send("Ida Lorn")
	assert.Equal(t, 201, status, said)
}
