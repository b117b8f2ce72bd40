package httpapi

import (
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"log/slog"
	"net"
	"net/http"
	"net/http/httptest"
	"os"
	"path/filepath"
	"strings"
	"sync"
	"testing"
	"testing/fstest"
	"time"

	"github.com/google/uuid"
	"github.com/jmoiron/sqlx"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/demo/demotest"
	"ledge/internal/shop"
	"ledge/internal/store"
	"ledge/internal/store/db"
	"ledge/internal/store/office"
	"ledge/internal/store/tables"
)

// The same client-made id with other content is refused with its place, whatever the resource, the
// job and the letters' case; with the same content it is stored once.
func TestAnIdHoldsOneThing(t *testing.T) {
	base := serveDemo(t).URL
	ids := map[string]string{}
	value := unit.MustParse("2.4985", unit.In)
	view := bench{t, base}.get()
	order := bench9(t, base).Orders.Issued[0].ID
	for _, tt := range []struct {
		path string
		body map[string]any
		// other is a field with another value.
		other string
		value any
	}{
		{"/jobs/1/readings", fields{"kind": "main_journal", "number": 1, "state": "as_found", "station": 0,
			"direction": 0, "what": "size", "value": value, "typed": "", "repeat": true, "unusual": true},
			"value", value + 1},
		{"/jobs/1/looks", fields{"kind": "main_journal", "number": 1, "state": "as_found", "what": "grade",
			"look": "smooth", "note": ""}, "look", "marked"},
		{"/jobs/1/decisions", fields{"set": "rod_journals", "action": "polish", "step": 0, "shell": 0,
			"reason": "", "after": 0}, "reason", "another"},
		{"/jobs/1/gauges", fields{"kind": "main_journal", "instrument": "micrometer", "division": 25400,
			"mode": "direct", "sense": 1, "checked": true}, "built", "of blocks"},
		{"/jobs/1/gauge-checks", fields{"kind": "main_journal", "off": 0}, "off", 25400},
		{"/jobs/1/conditions", fields{"kind": "main_housing", "torqued": true}, "torqued", false},
		{"/jobs/6/matchings", fields{"kind": "cylinder", "parts": []int{1, 2, 3, 4}}, "parts", []int{2, 1, 3, 4}},
		{"/jobs/1/shares", fields{"for": "the trust"}, "for", "somebody else"},
		{"/jobs/9/orders/" + order + "/events", fields{"line": "", "what": "sent", "reason": ""}, "what", "returned"},
		{"/jobs", fields{"engine": "Pump", "customer": "", "duty": "standard", "unit": "in",
			"arrangement": "inline", "cylinders": 2}, "cylinders", 4},
	} {
		id := uuid.NewString()
		ids[tt.path] = id
		post := func(id string, change bool, header ...string) (int, string) {
			body := fields{"id": id}
			for k, v := range tt.body {
				body[k] = v
			}
			if change {
				body[tt.other] = tt.value
			}
			status, said, _ := call(t, "POST", base+"/api/v1"+tt.path, body, header...)
			return status, string(said)
		}
		status, said := post(id, false)
		require.Equal(t, 201, status, "%s: %s", tt.path, said)
		for _, same := range []string{id, strings.ToUpper(id)} {
			status, said = post(same, false)
			assert.Equal(t, 201, status, "%s sent twice: %s", tt.path, said)
			status, said = post(same, true)
			assert.Equal(t, 409, status, "%s: %s", tt.path, said)
			assert.Contains(t, said, `"body.id"`, tt.path)
		}
		status, said = post(id, false, personHeader, "Mallory")
		assert.Equal(t, 409, status, "%s by another: %s", tt.path, said)
	}
	assert.Len(t, get[[]shop.JobLine](t, base+"/api/v1/jobs?search=Pump"),
		len(get[[]shop.JobLine](t, base+"/api/v1/jobs?search=pump")))
	after := bench{t, base}.get()
	assert.Equal(t, len(view.Decided.Decisions)+1, len(after.Decided.Decisions))
	assert.Equal(t, len(view.Gauges)+1, len(after.Gauges))
	other := reading("2.4985")
	other.ID, other.Number, other.Unusual = ids["/jobs/1/readings"], 2, true
	status, _, _ := call(t, "POST", base+"/api/v1/jobs/3/looks",
		fields{"id": ids["/jobs/1/looks"], "kind": "main_journal", "number": 1, "state": "as_found", "what": "grade",
			"look": "smooth", "note": ""})
	assert.Equal(t, 409, status, "an id of another job's look")
	status, _, _ = call(t, "POST", base+"/api/v1/jobs/1/readings", other)
	assert.Equal(t, 409, status, "an id of another part's reading")
}

// A decision never stands beside sheets that it should have struck, however early its page is closed.
func TestSigningAndItsSheetsAreOne(t *testing.T) {
	base := serveDemo(t).URL
	b := bench{t, base}
	b.sign("rod_journals", "polish", "0", "")
	b.post("/api/v1/jobs/1/orders", fields{"sheets": []string{}, "sure": true}, 201)
	for i := range 30 {
		seen := b.get()
		body := shop.DecisionBody{Way: disposition.Way{Action: "polish"}, ID: uuid.NewString(), Set: "rod_journals"}
		if i%2 == 0 {
			body.Way, body.Reason = disposition.Way{Action: "grind", Step: 2540000}, "to be sure"
		}
		for _, d := range seen.Decided.Decisions {
			if d.Set == body.Set {
				body.After = d.Seq
			}
		}
		text, err := json.Marshal(body)
		require.NoError(t, err)
		ctx, cancel := context.WithTimeout(t.Context(), time.Duration(i)*time.Millisecond/2)
		request, err := http.NewRequestWithContext(ctx, "POST", base+"/api/v1/jobs/1/decisions",
			bytes.NewReader(text))
		require.NoError(t, err)
		request.Header.Set("Content-Type", "application/json")
		request.Header.Set(personHeader, "Ida")
		if answer, err := http.DefaultClient.Do(request); err == nil {
			_ = answer.Body.Close()
		}
		cancel()
		time.Sleep(5 * time.Millisecond) // it may still be under way, with nobody waiting for it
		now := b.get()
		for _, name := range now.Orders.Unwanted {
			t.Errorf("round %d: %s stands and is not wanted", i, name)
		}
		for _, draft := range now.Orders.Drafts {
			for _, o := range now.Orders.Issued {
				assert.False(t, o.Sheet == draft.Name && !o.Struck,
					"round %d: an old %s stands beside a new decision", i, draft.Name)
			}
		}
	}
}

// A new password and the owner end a person's other browsers; barring ends the stream of events at once.
func TestSessionsEndWithTheirReason(t *testing.T) {
	base, of := staff(t)
	owner, inspector := of[office.Owner], of[office.Inspector]
	stream, err := of[office.Viewer].Get(base + "/api/v1/live")
	require.NoError(t, err)
	defer stream.Body.Close()
	ended := make(chan bool)
	go func() {
		_, _ = io.Copy(io.Discard, bufio.NewReader(stream.Body))
		close(ended)
	}()
	person := func(role office.Role) office.Person {
		_, said := ask(t, owner, "GET", base+"/api/v1/people", nil)
		var people []office.Person
		require.NoError(t, json.Unmarshal([]byte(said), &people))
		for _, p := range people {
			if p.Role == role {
				return p
			}
		}
		t.Fatal("nobody")
		return office.Person{}
	}
	change := func(p office.Person, barred bool, password string) (int, string) {
		return ask(t, owner, "PUT", fmt.Sprintf("%s/api/v1/people/%d", base, p.ID),
			fields{"name": p.Name, "role": p.Role, "barred": barred, "password": password}, "If-Match",
			etag(p.Version))
	}
	_, said := ask(t, owner, "GET", base+"/api/v1/sessions", nil)
	var sessions []SessionLine
	require.NoError(t, json.Unmarshal([]byte(said), &sessions))
	require.Len(t, sessions, 4)
	assert.NotContains(t, said, "token")

	wanda := person(office.Inspector)
	status, said := change(wanda, false, "another three words")
	require.Equal(t, 200, status, said)
	status, _ = ask(t, inspector, "GET", base+"/api/v1/jobs", nil)
	assert.Equal(t, 401, status, "the old browser is out")
	status, _ = change(wanda, true, "")
	assert.Equal(t, 409, status, "a page that is out of date bars nobody")
	ida := person(office.Owner)
	status, _ = change(ida, false, "yet another three words")
	require.Equal(t, 200, status)
	status, _ = ask(t, owner, "GET", base+"/api/v1/jobs", nil)
	assert.Equal(t, 200, status, "who changes their own stays")

	status, said = change(person(office.Viewer), true, "")
	require.Equal(t, 200, status, said)
	select {
	case <-ended:
	case <-time.After(5 * time.Second):
		t.Fatal("the stream goes on")
	}
	for _, s := range sessions {
		if s.PersonID == person(office.Decider).ID {
			status, said = ask(t, owner, "DELETE", base+"/api/v1/sessions/"+s.ID, nil)
			require.Equal(t, 200, status, said)
		}
	}
	status, _ = ask(t, of[office.Decider], "GET", base+"/api/v1/jobs", nil)
	assert.Equal(t, 401, status)
}

// tamper opens the file of a store beside it, as a stranger's hand would.
func tamper(t *testing.T, path, query string) {
	t.Helper()
	db, err := sqlx.Open("sqlite", path)
	require.NoError(t, err)
	defer db.Close()
	_, err = db.Exec(query)
	require.NoError(t, err)
}

// One job that cannot be read or judged is shown as such, and its record can be saved; the others
// are as ever.
func TestOneBadJobTakesNothingDown(t *testing.T) {
	for name, query := range map[string]string{
		"a text for numbers": `UPDATE features SET directions = '["north"]'
			WHERE job_id = 1 AND kind = 'main_journal' AND number = 1`,
		"a reading out of plan": `UPDATE readings SET station = 77 WHERE seq = (SELECT min(r.seq)
			FROM readings r JOIN features f ON f.id = r.feature_id WHERE f.job_id = 1)`,
		"a policy that is none": `UPDATE jobs SET policy = '[]' WHERE id = 1`,
		"a signature without base": `UPDATE events SET body = json_set(body, '$.basis', json('[1]'))
			WHERE job_id = 2 AND what = 'decision'`,
	} {
		t.Run(name, func(t *testing.T) {
			file, err := demotest.File()
			require.NoError(t, err)
			path := filepath.Join(t.TempDir(), "bad.db")
			require.NoError(t, os.WriteFile(path, file, 0o600))
			tamper(t, path, query)
			s, err := store.Open(t.Context(), path, time.Now)
			require.NoError(t, err)
			t.Cleanup(func() { _ = s.Close() })
			base := serveStore(t, s).URL
			bad := 0
			for _, line := range get[[]shop.JobLine](t, base+"/api/v1/jobs") {
				if line.Unreadable == "" {
					assert.NotEmpty(t, line.Engine)
					continue
				}
				bad++
				assert.NotEmpty(t, line.Number)
				status, zip, _ := call(t, "GET", fmt.Sprintf("%s/api/v1/jobs/%d/archive", base, line.ID), nil)
				assert.Equal(t, 200, status)
				assert.True(t, strings.HasPrefix(string(zip), "PK"))
				status, said, _ := call(t, "GET", fmt.Sprintf("%s/api/v1/jobs/%d", base, line.ID), nil)
				assert.Equal(t, 409, status, string(said))
				assert.Contains(t, string(said), "can be saved as a file")
			}
			assert.Equal(t, 1, bad)
			for _, path := range []string{"/api/v1/search?text=l", "/api/v1/jobs/3", "/api/v1/names"} {
				status, said, _ := call(t, "GET", base+path, nil)
				assert.Equal(t, 200, status, string(said))
			}
			status, said, _ := call(t, "POST", base+"/api/v1/jobs/9/costs", fields{"options": fields{}})
			assert.Equal(t, 200, status, string(said))
		})
	}
}

// A deck of far more points than anybody reads is judged at once; what a file may hold is bounded, and said.
func TestALargeDeckKeepsNobodyWaiting(t *testing.T) {
	base := serveDemo(t).URL
	deck := func(side int) string {
		row := strings.TrimSuffix(strings.Repeat("0.0012,", side), ",")
		return `{"format": "ledge.inspection/1", "unit": "in", "job": {"engine": "Deck"}, "engine": {"arrangement": "inline", "cylinders": 4}, "limits": {"deck": {"max": 0.003}},
			"features": [{"kind": "deck_heights", "rows": [` +
			strings.TrimSuffix(strings.Repeat("["+row+"],", side), ",") + `]}]}`
	}
	status, said, _ := call(t, "POST", base+"/api/v1/imports?take=true&id="+uuid.NewString(),
		fields{"text": deck(30)})
	require.Equal(t, 200, status, string(said))
	assert.NotEmpty(t, get[[]shop.JobLine](t, base+"/api/v1/jobs"))
	status, said, _ = call(t, "POST", base+"/api/v1/imports", fields{"text": deck(201)})
	assert.Equal(t, 422, status)
	assert.Contains(t, string(said), "holds 201; 200 is the most that is taken")
}

// What is asked wrongly is answered with a sentence: no fault of Ledge's, no name of a type, no
// word of the database's.
func TestWrongQuestionsGetSentences(t *testing.T) {
	base := serveDemo(t).URL
	for name, tt := range map[string]struct {
		method, path string
		body         any
		status       int
		want         string
	}{
		"a number that is taken": {"POST", "/api/v1/jobs",
			fields{"id": uuid.NewString(), "number": "L-0001", "engine": "x", "customer": "",
				"duty": "standard", "unit": "in", "arrangement": "inline", "cylinders": 2}, 409, "body.number"},
		"no such day": {"POST", "/api/v1/jobs",
			fields{"id": uuid.NewString(), "promised_on": "2026-02-30", "engine": "x", "customer": "",
				"duty": "standard", "unit": "in", "arrangement": "inline", "cylinders": 2}, 422, "is no day"},
		"a quote that opens nothing": {"POST", "/api/v1/jobs/1/readings-files",
			fields{"text": "kind,number,station,reading,unit\n\""}, 422, "line"},
		"a number for a text": {"POST", "/api/v1/jobs/1/looks", fields{"id": 7}, 422, "expected string"},
		"a number beyond all": {"POST", "/api/v1/jobs/1/gauges",
			json.RawMessage(`{"id":"` + uuid.NewString() +
				`","kind":"cylinder","instrument":"micrometer","division":1e300,"mode":"direct","sense":1}`),
			422, "not what belongs here"},
		"a size beyond all": {"POST", "/api/v1/jobs/1/readings",
			json.RawMessage(`{"id":"` + uuid.NewString() +
				`","kind":"main_journal","number":1,"state":"as_found","station":0,"direction":0,"what":"size","value":9000000000000000000,"typed":"","repeat":false,"unusual":true}`), 422, "value"},
		"an open file that is none": {"POST", "/api/v1/imports", fields{"text": "{"}, 422, "is not JSON"},
	} {
		status, said, header := call(t, tt.method, base+tt.path, tt.body)
		assert.Equal(t, tt.status, status, "%s: %s", name, said)
		assert.Contains(t, string(said), tt.want, name)
		assert.Equal(t, "application/problem+json", header.Get("Content-Type"), name)
		for _, never := range []string{"httpapi", "json:", "SQL", "constraint", "Go value"} {
			assert.NotContains(t, string(said), never, name)
		}
	}
	base, client := serveShop(t)
	status, said := ask(t, client(), "GET", base+"/api/v1/session", nil)
	assert.Equal(t, 200, status, said)
	status, _ = ask(t, client(), "GET", base+"/api/openapi.json", nil)
	assert.Equal(t, 401, status, "nothing large without sign-in")
	status, said = ask(t, client(), "DELETE", base+"/api/v1/session", nil)
	assert.Equal(t, 204, status, "signing out without having signed in: %s", said)
}

// leave asks for something and leaves while it is sent.
func leave(t *testing.T, server *httptest.Server, paths ...string) {
	t.Helper()
	for _, path := range paths {
		conn, err := net.Dial("tcp", server.Listener.Addr().String())
		require.NoError(t, err)
		_, err = fmt.Fprintf(conn, "GET %s HTTP/1.1\r\nHost: localhost\r\n\r\n", path)
		require.NoError(t, err)
		_, err = io.ReadFull(conn, make([]byte, 9))
		require.NoError(t, err, path)
		if tcp, ok := conn.(*net.TCPConn); ok {
			require.NoError(t, tcp.SetLinger(0)) // gone in the midst of it
		}
		require.NoError(t, conn.Close())
	}
}

// The log of requests tells no customer's token; a panic is one line with an id; a host is one
// whatever its case.
func TestWhatTheLogTells(t *testing.T) {
	var log bytes.Buffer
	var mu sync.Mutex
	handler := slog.NewTextHandler(writer(func(p []byte) (int, error) {
		mu.Lock()
		defer mu.Unlock()
		return log.Write(p)
	}), &slog.HandlerOptions{Level: slog.LevelDebug})
	s := demotest.Store(t)
	t.Cleanup(func() { _ = s.Close() })
	server := httptest.NewServer(New(Options{Store: s, Log: slog.New(handler), Front: fstest.MapFS{},
		AllowedHosts: []string{"Ledge.Example.org"}}))
	defer server.Close()
	call(t, "GET", server.URL+"/api/v1/shared/SECRETTOKEN/summary.pdf", nil)
	call(t, "GET", server.URL+"/r/SECRETTOKEN", nil)
	leave(t, server, "/api/v1/jobs/6/archive", "/api/v1/jobs/6", "/api/v1/jobs/6/built.pdf", "/api/v1/live")
	for _, host := range []string{"ledge.example.org", "LEDGE.example.ORG:8173", "ledge.example.org."} {
		status, _, _ := call(t, "GET", server.URL+"/healthz", nil, "Host", host)
		assert.Equal(t, 200, status, host)
	}
	server.Close() // waits for whatever is under way
	mu.Lock()
	assert.NotContains(t, log.String(), "panic", "who leaves is no fault")
	mu.Unlock()
	recoverPanics(slog.New(handler))(http.HandlerFunc(func(http.ResponseWriter,
		*http.Request) {
		panic("at the bench")
	})).
		ServeHTTP(httptest.NewRecorder(), httptest.NewRequest("GET", "/", nil))
	mu.Lock()
	defer mu.Unlock()
	assert.NotContains(t, log.String(), "SECRETTOKEN")
	lines := strings.Split(strings.TrimSpace(log.String()), "\n")
	last := lines[len(lines)-1]
	assert.Contains(t, last, "at the bench")
	assert.Less(t, len(last), 400)
}

type writer func([]byte) (int, error)

func (w writer) Write(p []byte) (int, error) { return w(p) }

// A server that is told to stop lets what is under way finish, ends its streams, and then closes.
func TestStoppingLetsRequestsFinish(t *testing.T) {
	s := demotest.Store(t)
	t.Cleanup(func() { _ = s.Close() })
	stopping := make(chan struct{})
	slow, begun := make(chan struct{}), make(chan struct{})
	inner := New(Options{Store: s, Log: slog.New(slog.DiscardHandler), Front: fstest.MapFS{}, Stopping: stopping})
	server := &http.Server{Handler: http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if r.URL.Path == "/api/v1/jobs" {
			close(begun)
			<-slow
		}
		inner.ServeHTTP(w, r)
	})}
	listener, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(t, err)
	ctx, stop := context.WithCancel(t.Context())
	served := make(chan error, 1)
	go func() { served <- Serve(ctx, server, func() error { return server.Serve(listener) }, stopping) }()
	base := "http://" + listener.Addr().String()
	stream, err := http.Get(base + "/api/v1/live")
	require.NoError(t, err)
	defer stream.Body.Close()
	answered := make(chan int, 1)
	go func() {
		answer, err := http.Get(base + "/api/v1/jobs")
		if err != nil {
			answered <- 0
			return
		}
		_ = answer.Body.Close()
		answered <- answer.StatusCode
	}()
	<-begun
	stop()
	_, _ = io.Copy(io.Discard, stream.Body) // it ends
	close(slow)
	assert.Equal(t, 200, <-answered)
	assert.NoError(t, <-served)
}

// Words are found whatever their case and accents, beyond the alphabet too, and numbers by a part of them.
func TestSearchFoldsCaseAndAccents(t *testing.T) {
	base := serveDemo(t).URL
	status, said, _ := call(t, "POST", base+"/api/v1/jobs",
		fields{"id": uuid.NewString(), "number": "Ö-77", "engine": "Förderband ÄRGER Straße",
			"customer": "Żuraw", "duty": "standard", "unit": "mm", "arrangement": "inline", "cylinders": 2})
	require.Equal(t, 201, status, string(said))
	for _, text := range []string{"förderband", "FORDERBAND", "ärger stra", "żURAW", "zuraw", "ö-77", "77",
		`"ärger"`} {
		found := get[[]shop.JobLine](t, base+"/api/v1/jobs?search="+
			strings.ReplaceAll(strings.ReplaceAll(text, " ", "%20"), `"`, "%22"))
		assert.Len(t, found, 1, text)
	}
	for _, text := range []string{"förderbänder", "NOT", "a*b", "(", "%25", "'", "f%00x"} {
		assert.Empty(t, get[[]shop.JobLine](t, base+"/api/v1/jobs?search="+text), text)
	}
}

// A job in memory is the one on the disk, after every sort of change.
func TestAJobInMemoryIsTheOneOnTheDisk(t *testing.T) {
	s := demotest.Store(t)
	t.Cleanup(func() { _ = s.Close() })
	a := shop.New(shop.Options{Store: s})
	ctx := db.As(t.Context(), "Wanda")
	smooth := inspection.Smooth
	place := store.Place{Kind: "main_journal", Number: 1, State: "as_found"}
	size := part.OfLength(unit.MustParse("2.4985", unit.In))
	for i, change := range []func() error{
		func() error { return nil },
		func() error {
			_, err := s.AddReading(ctx, 1, place,
				store.Reading{ID: uuid.NewString(), What: store.TookSize, Value: &size}, false)
			return err
		},
		func() error {
			return s.AddLook(ctx, 1, place, store.Look{ID: uuid.NewString(), What: store.Grade, Look: &smooth})
		},
		func() error { return s.AddPlace(ctx, 1, place, "middle", 45*unit.Degree) },
		func() error { return s.AddState(ctx, 1, "main_journal", "", "after_grind", false) },
		func() error {
			return s.AddAnswers(ctx, 1, []store.Answer{{ID: uuid.NewString(), Topic: "rumble", Place: "",
				Value: "free"}})
		},
		func() error {
			_, err := s.AddReading(ctx, 1, place,
				store.Reading{ID: uuid.NewString(), Station: 1, What: store.TookSize, Value: &size}, true)
			return err
		},
		func() error { return s.AddUnworn(ctx, 1, place, uuid.NewString(), size.Length()) },
	} {
		require.NoError(t, change())
		require.JSONEq(t, viewed(t, onDisk(t, s)), viewed(t, a), "change %d", i)
	}
}

// viewed is job 1 as it is sent.
func viewed(t *testing.T, a *shop.Application) string {
	t.Helper()
	view, err := a.View(t.Context(), 1, "", "")
	require.NoError(t, err)
	view.Change = 0
	text, err := json.Marshal(view)
	require.NoError(t, err)
	return string(text)
}

// onDisk is the shop as it is read from the disk.
func onDisk(t *testing.T, s *store.Store) *shop.Application {
	t.Helper()
	copied := filepath.Join(t.TempDir(), "copy.db")
	require.NoError(t, tables.Schema.Backup(t.Context(), s.Path(), copied))
	other, err := store.OpenToRead(t.Context(), copied)
	require.NoError(t, err)
	t.Cleanup(func() { _ = other.Close() })
	return shop.New(shop.Options{Store: other})
}
