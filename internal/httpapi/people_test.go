package httpapi

import (
	"bufio"
	"bytes"
	"encoding/json"
	"log/slog"
	"net/http"
	"net/http/cookiejar"
	"net/http/httptest"
	"strconv"
	"strings"
	"testing"
	"testing/fstest"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/demo/demotest"
	"ledge/internal/shop"
	"ledge/internal/store"
	"ledge/internal/store/office"
)

const code = "setupcode123"

// serveShop is a demo where people sign in, and a client for each of them.
func serveShop(t *testing.T) (base string, client func() *http.Client) {
	t.Helper()
	s := demotest.Store(t)
	server := httptest.NewServer(New(Options{Store: s, Log: slog.New(slog.DiscardHandler),
		Front: fstest.MapFS{}, Version: "test", RequireSignIn: true, SetupCode: code}))
	t.Cleanup(func() {
		server.Close()
		_ = s.Close()
	})
	return server.URL, func() *http.Client {
		jar, err := cookiejar.New(nil)
		require.NoError(t, err)
		return &http.Client{Jar: jar}
	}
}

func ask(t *testing.T, client *http.Client, method, url string, body any, header ...string) (int, string) {
	t.Helper()
	text, err := json.Marshal(body)
	require.NoError(t, err)
	request, err := http.NewRequest(method, url, strings.NewReader(string(text)))
	require.NoError(t, err)
	request.Header.Set("Content-Type", "application/json")
	for i := 0; i+1 < len(header); i += 2 {
		request.Header.Set(header[i], header[i+1])
	}
	answer, err := client.Do(request)
	require.NoError(t, err)
	defer answer.Body.Close()
	var said strings.Builder
	_, err = bufio.NewReader(answer.Body).WriteTo(&said)
	require.NoError(t, err)
	return answer.StatusCode, said.String()
}

type fields = map[string]any

// Nobody is let in before signing in; each role may do what it is for; a name given by hand is
// replaced by that of who is signed in.
func TestPeopleSignInAndDoWhatTheirRoleAllows(t *testing.T) {
	base, client := serveShop(t)
	stranger, owner := client(), client()
	for _, path := range []string{"/api/v1/jobs", "/api/v1/jobs/1", "/api/v1/jobs/1/inspection.pdf",
		"/api/v1/jobs/1/archive", "/api/v1/live", "/api/v1/people", "/api/v1/names", "/api/v1/search"} {
		status, _ := ask(t, stranger, "GET", base+path, nil)
		assert.Equal(t, 401, status, path)
	}
	status, said := ask(t, stranger, "POST", base+"/api/v1/owner",
		fields{"name": "Mallory", "password": "long enough it is", "code": "guessed"})
	assert.Equal(t, 422, status, said)
	status, said = ask(t, owner, "POST", base+"/api/v1/owner",
		fields{"name": "Ida Lorn", "password": "short", "code": code})
	assert.Equal(t, 422, status)
	assert.Contains(t, said, "body.password")
	status, said = ask(t, owner, "POST", base+"/api/v1/owner",
		fields{"name": "Ida Lorn", "password": "three plain words", "code": code})
	require.Equal(t, 200, status/100*100, said)
	status, _ = ask(t, stranger, "POST", base+"/api/v1/owner",
		fields{"name": "Mallory", "password": "long enough it is", "code": code})
	assert.Equal(t, 409, status, "the owner is created once")

	for _, p := range []fields{{"name": "Vera", "role": "viewer"}, {"name": "Wanda", "role": "inspector"},
		{"name": "Dora", "role": "decider"}} {
		p["password"], p["barred"] = "a password of "+p["name"].(string), false
		status, said = ask(t, owner, "POST", base+"/api/v1/people", p)
		require.Equal(t, 201, status, said)
	}
	signIn := func(name string) *http.Client {
		c := client()
		status, said := ask(t, c, "POST", base+"/api/v1/session",
			fields{"name": strings.ToLower(name), "password": "a password of " + name})
		require.Equal(t, 200, status, said)
		chooses(t, base, c, "a password of "+name)
		return c
	}
	viewer, inspector, decider := signIn("Vera"), signIn("Wanda"), signIn("Dora")
	status, _ = ask(t, stranger, "POST", base+"/api/v1/session",
		fields{"name": "Vera", "password": "a password of Wanda"})
	assert.Equal(t, 401, status)

	// A bench that signed in is told of changes, too: the session's wrapping must not hold the stream back.
	stream, err := viewer.Get(base + "/api/v1/live")
	require.NoError(t, err)
	defer stream.Body.Close()
	told := make(chan string, 100)
	go func() {
		for lines := bufio.NewScanner(stream.Body); lines.Scan(); {
			told <- lines.Text()
		}
	}()

	read := reading("2.4985")
	read.Unusual = true
	decision := shop.DecisionBody{Way: disposition.Way{Action: "polish"}, ID: uuid.NewString(), Set: "rod_journals"}
	for _, tt := range []struct {
		who          *http.Client
		method, path string
		body         any
		want         int
	}{
		{viewer, "GET", "/api/v1/jobs/1", nil, 200},
		{viewer, "POST", "/api/v1/jobs/1/readings", read, 403},
		{inspector, "POST", "/api/v1/jobs/1/readings", read, 201},
		{inspector, "POST", "/api/v1/jobs/1/decisions", decision, 403},
		{inspector, "PUT", "/api/v1/jobs/1/closed", fields{"closed": true}, 403},
		{decider, "POST", "/api/v1/jobs/1/decisions", decision, 201},
		{decider, "GET", "/api/v1/people", nil, 403},
		{owner, "GET", "/api/v1/people", nil, 200},
	} {
		status, said := ask(t, tt.who, tt.method, base+tt.path, tt.body)
		assert.Equal(t, tt.want, status, "%s %s: %s", tt.method, tt.path, said)
	}
	for got := ""; !strings.HasPrefix(got, "data: 1 "); {
		select {
		case got = <-told:
		case <-time.After(5 * time.Second):
			t.Fatal("the viewer was not told")
		}
	}
	_, said = ask(t, owner, "GET", base+"/api/v1/jobs/1/history", nil)
	assert.Contains(t, said, `"Dora"`)

	// Who is barred is out at once; the last owner stays.
	var people []office.Person
	_, said = ask(t, owner, "GET", base+"/api/v1/people", nil)
	require.NoError(t, json.Unmarshal([]byte(said), &people))
	assert.NotContains(t, said, "$2a$", "hashes stay in the file")
	for _, p := range people {
		want := 200
		if p.Role == office.Owner {
			want = 409
		}
		status, said = ask(t, owner, "PUT", base+"/api/v1/people/"+strconv.FormatInt(p.ID, 10),
			fields{"name": p.Name, "role": p.Role, "barred": true}, "If-Match", etag(p.Version))
		assert.Equal(t, want, status, said)
	}
	status, _ = ask(t, inspector, "GET", base+"/api/v1/jobs/1", nil)
	assert.Equal(t, 401, status)
	for range 12 {
		status, said = ask(t, stranger, "POST", base+"/api/v1/session",
			fields{"name": "Ida Lorn", "password": "guess"})
	}
	assert.Equal(t, 429, status, said)
}

// A customer's link shows one report and nothing else, until it is revoked.
func TestALinkShowsOneReport(t *testing.T) {
	base, client := serveShop(t)
	owner, customer := client(), client()
	status, said := ask(t, owner, "POST", base+"/api/v1/owner",
		fields{"name": "Ida Lorn", "password": "three plain words", "code": code})
	require.Less(t, status, 300, said)
	status, said = ask(t, owner, "POST", base+"/api/v1/jobs/9/shares",
		fields{"id": uuid.NewString(), "for": "the chapel's trust"})
	require.Equal(t, 201, status, said)
	var made struct{ Token string }
	require.NoError(t, json.Unmarshal([]byte(said), &made))
	require.GreaterOrEqual(t, len(made.Token), 26)
	status, said = ask(t, customer, "GET", base+"/api/v1/shared/"+made.Token, nil)
	require.Equal(t, 200, status)
	assert.Contains(t, said, "Chapel blower")
	status, said = ask(t, customer, "GET", base+"/api/v1/shared/"+made.Token+"/summary.pdf", nil)
	assert.Equal(t, 200, status)
	assert.True(t, strings.HasPrefix(said, "%PDF"))
	for _, path := range []string{"/api/v1/jobs/9", "/api/v1/jobs/9/report", "/api/v1/jobs/1/summary.pdf"} {
		status, _ = ask(t, customer, "GET", base+path, nil)
		assert.Equal(t, 401, status, path)
	}
	_, said = ask(t, owner, "GET", base+"/api/v1/jobs/9/shares", nil)
	var shares []store.Share
	require.NoError(t, json.Unmarshal([]byte(said), &shares))
	require.Len(t, shares, 1)
	assert.Equal(t, "Ida Lorn", shares[0].MadeBy)
	assert.NotContains(t, said, made.Token, "the token is told once")
	status, said = ask(t, owner, "DELETE", base+"/api/v1/jobs/9/shares/"+shares[0].ID+"", nil)
	require.Equal(t, 200, status, said)
	status, _ = ask(t, customer, "GET", base+"/api/v1/shared/"+made.Token, nil)
	assert.Equal(t, 404, status)
}

// Two benches on one job: no reading of either is lost, and each is told of the other's at once; of
// two signatures for one set the second is shown the first.
func TestTwoBenchesOnOneJob(t *testing.T) {
	base := serveDemo(t).URL
	stream, err := http.Get(base + "/api/v1/live")
	require.NoError(t, err)
	defer stream.Body.Close()
	told := make(chan string, 100)
	go func() {
		for lines := bufio.NewScanner(stream.Body); lines.Scan(); {
			if data, ok := strings.CutPrefix(lines.Text(), "data: "); ok {
				told <- data
			}
		}
	}()
	done := make(chan int)
	for bench := range 2 {
		go func() {
			taken := 0
			for i := range 40 {
				r := reading("2.4985")
				r.Number, r.Station, r.Direction, r.Unusual, r.Repeat = 1+bench, i/4%2, i%4, true, true
				if status, _, _ := call(t, "POST", base+"/api/v1/jobs/1/readings", r); status == 201 {
					taken++
				}
			}
			done <- taken
		}()
	}
	select {
	case job := <-told:
		assert.True(t, strings.HasPrefix(job, "1 "), job)
	case <-time.After(5 * time.Second):
		t.Fatal("nobody was told")
	}
	require.Equal(t, 80, <-done+<-done)
	b := bench{t, base}
	live := 0
	for _, f := range b.get().Features {
		for _, r := range f.Tape {
			if r.TakenBy == "Wanda" && r.SupersededBy == nil {
				live++
			}
		}
	}
	assert.Equal(t, 80, live)

	first := shop.DecisionBody{Way: disposition.Way{Action: "polish"}, ID: uuid.NewString(), Set: "rod_journals"}
	second := shop.DecisionBody{Way: disposition.Way{Action: "grind", Step: 2540000}, ID: uuid.NewString(),
		Set: "rod_journals", Reason: "to be sure"}
	b.post("/api/v1/jobs/1/decisions", first, 201)
	status, said, _ := call(t, "POST", base+"/api/v1/jobs/1/decisions", second)
	assert.Equal(t, 409, status)
	assert.Contains(t, string(said), "Wanda signed this set meanwhile")
	b.post("/api/v1/jobs/1/decisions", first, 201) // sent again after a lost answer: stored once
	for _, d := range b.get().Decided.Decisions {
		second.After = d.Seq
	}
	view := b.post("/api/v1/jobs/1/decisions", second, 201)
	assert.Len(t, view.Decided.Decisions, 2)
}

// Wrong passwords slow the address and the account down, and stand in the log; right ones count nothing. One's own
// password is changed by who knows it.
func TestGuessing(t *testing.T) {
	s := demotest.Store(t)
	t.Cleanup(func() { _ = s.Close() })
	var log bytes.Buffer
	server := httptest.NewServer(New(Options{Store: s, Log: slog.New(slog.NewTextHandler(&log, nil)),
		Front: fstest.MapFS{}, Version: "test", RequireSignIn: true, SetupCode: code}))
	t.Cleanup(server.Close)
	client := func() *http.Client {
		jar, err := cookiejar.New(nil)
		require.NoError(t, err)
		return &http.Client{Jar: jar}
	}
	owner := client()
	status, said := ask(t, owner, "POST", server.URL+"/api/v1/owner",
		fields{"name": "Ida Lorn", "password": "three plain words", "code": code})
	require.Equal(t, 200, status/100*100, said)
	try := func(name, password string) int {
		status, _ := ask(t, client(), "POST", server.URL+"/api/v1/session", fields{"name": name, "password": password})
		return status
	}
	for range 20 {
		require.Equal(t, 200, try("Ida Lorn", "three plain words"), "right ones count nothing")
	}
	status, said = ask(t, owner, "PUT", server.URL+"/api/v1/session/password",
		fields{"old": "not this", "password": "four more plain words"})
	assert.Equal(t, 401, status)
	assert.Contains(t, said, "body.old")
	status, said = ask(t, owner, "PUT", server.URL+"/api/v1/session/password",
		fields{"old": "three plain words", "password": "ida lorn 1"})
	assert.Equal(t, 422, status, said)
	status, said = ask(t, owner, "PUT", server.URL+"/api/v1/session/password",
		fields{"old": "three plain words", "password": "four more plain words"})
	require.Equal(t, 200, status, said)
	status, _ = ask(t, owner, "GET", server.URL+"/api/v1/jobs", nil)
	assert.Equal(t, 200, status, "the session that changed it stays")
	assert.Equal(t, 401, try("Ida Lorn", "three plain words"))
	for range 3 {
		assert.Equal(t, 401, try("ida  lorn", "guess"))
	}
	assert.Equal(t, 429, try("Ida Lorn", "four more plain words"), "an account is guessed five times a minute")
	for range 5 {
		assert.Equal(t, 401, try("Nobody", "guess"))
	}
	assert.Equal(t, 429, try("Somebody", "guess"), "an address guesses ten times a minute")
	assert.Equal(t, 10, strings.Count(log.String(), "refused: "))
	assert.Contains(t, log.String(), "name=\"ida  lorn\" address=127.0.0.1")
}
