package main

import (
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/shop"
	"ledge/internal/store"
)

// TestMain lets the test binary play the part of Ledge, so that a real process can be killed.
func TestMain(m *testing.M) {
	if os.Getenv("LEDGE_PLAY") == "serve" {
		main()
		return
	}
	os.Exit(m.Run())
}

var addressPattern = regexp.MustCompile(`http://[^/]+`)

// start runs Ledge as a process of its own and returns its address.
func start(t *testing.T, path string) (process *os.Process, base string) {
	t.Helper()
	cmd := exec.Command(os.Args[0], "demo", "--db", path, "--listen", "127.0.0.1:0")
	cmd.Env = append(os.Environ(), "LEDGE_PLAY=serve")
	out, err := cmd.StdoutPipe()
	require.NoError(t, err)
	require.NoError(t, cmd.Start())
	t.Cleanup(func() { _ = cmd.Process.Kill(); _ = cmd.Wait() })
	line, err := bufio.NewReader(out).ReadString('\n')
	require.NoError(t, err)
	return cmd.Process, addressPattern.FindString(line)
}

// Whatever was acknowledged is there after a kill -9 during entry, signing or ordering, and nothing
// is half there.
func TestKilledAtAnyMomentNothingAcknowledgedIsLost(t *testing.T) {
	path := filepath.Join(t.TempDir(), "killed.db")
	acknowledged := map[string]string{}
	for round := range 8 {
		process, base := start(t, path)
		// Counted in what was done, since a slow machine does less in a moment; the moment itself wanders.
		enough, killed := 6+2*round, make(chan bool)
		b := bench{base: base}
		for i := 0; b.err == nil; i++ {
			if i == enough {
				time.AfterFunc(time.Duration(3*round)*time.Millisecond, func() {
					_ = process.Kill()
					close(killed)
				})
			}
			for id, what := range b.work(round, i) {
				acknowledged[id] = what
			}
		}
		<-killed
		_, _ = process.Wait()
	}
	s, err := store.Open(context.Background(), path, time.Now)
	require.NoError(t, err)
	defer s.Close()
	record, err := s.Record(context.Background(), 1)
	require.NoError(t, err)
	there := map[string]bool{}
	for _, f := range record.Features {
		for _, r := range f.Tape {
			there[r.ID] = true
		}
	}
	for _, d := range record.Decisions {
		there[d.ID] = true
	}
	for _, o := range record.Orders {
		there[o.ID] = true
		require.NotEmpty(t, o.Body.Lines, "a sheet is whole")
		for _, e := range o.Events {
			there[e.ID] = true
		}
	}
	count := map[string]int{}
	for id, what := range acknowledged {
		count[what]++
		require.True(t, there[id], "a lost %s", what)
	}
	for _, what := range []string{"reading", "decision", "order", "event"} {
		require.NotZero(t, count[what], "%s: %v", what, count)
	}
}

// bench drives one job until its server is gone.
type bench struct {
	base string
	// seen is the last decision of the set that is signed to and fro.
	seen   int64
	orders []shop.IssuedView
	err    error
}

// work does the next thing of a round and returns what was acknowledged, by id.
func (b *bench) work(round, i int) map[string]string {
	switch i % 6 {
	case 0:
		return b.job(b.send("GET", "/api/v1/jobs/1", nil))
	case 1:
		way := shop.DecisionBody{Way: disposition.Way{Action: disposition.Polish}, ID: uuid.NewString(),
			Set: part.RodJournals, After: b.seen}
		if i%12 == 1 {
			way.Action, way.Step, way.Reason = disposition.Grind, 2540000, "to and fro"
		}
		return b.job(b.send("POST", "/api/v1/jobs/1/decisions", way))
	case 2:
		return b.job(b.send("POST", "/api/v1/jobs/1/orders", map[string]any{"sheets": []string{}}))
	case 3:
		if len(b.orders) == 0 {
			return nil
		}
		event := shop.OrderEventBody{ID: uuid.NewString(), What: store.Sent}
		return b.job(b.send("POST", "/api/v1/jobs/1/orders/"+b.orders[len(b.orders)-1].ID+"/events", event))
	}
	size := part.OfLength(unit.MustParse("2.4985", unit.In))
	var got shop.ReadingAnswer
	answer := b.send("POST", "/api/v1/jobs/1/readings",
		shop.ReadingBody{ID: uuid.NewString(), Kind: part.MainJournal, Number: 1 + i%5, State: part.AsFound,
			Station: i % 2, Direction: i % 4, What: store.TookSize, Value: &size, Typed: fmt.Sprint(round),
			Unusual: true})
	if answer == nil || json.Unmarshal(answer, &got) != nil {
		return nil
	}
	return map[string]string{got.Reading.ID: "reading"}
}

// send returns what a request was answered with, or nil where it was refused or the server is gone.
func (b *bench) send(method, path string, body any) []byte {
	text, err := json.Marshal(body)
	if err != nil {
		b.err = err
		return nil
	}
	request, err := http.NewRequest(method, b.base+path, bytes.NewReader(text))
	if err != nil {
		b.err = err
		return nil
	}
	request.Header.Set("Content-Type", "application/json")
	request.Header.Set("Ledge-Person", "Harness")
	answer, err := http.DefaultClient.Do(request)
	if err != nil {
		b.err = err
		return nil
	}
	defer answer.Body.Close()
	said, err := io.ReadAll(answer.Body)
	if b.err = err; err != nil || answer.StatusCode >= 300 {
		return nil
	}
	return said
}

// job returns everything that is on record once something was answered.
func (b *bench) job(answer []byte) map[string]string {
	var decided shop.SetsView
	var ordered shop.OrdersView
	for path, into := range map[string]any{"decisions": &decided, "orders": &ordered} {
		if answer == nil {
			return nil
		}
		if answer = b.send("GET", "/api/v1/jobs/1/"+path, nil); answer == nil || json.Unmarshal(answer, into) != nil {
			return nil
		}
	}
	known := map[string]string{}
	for _, d := range decided.Decisions {
		known[d.ID] = "decision"
		if d.Set == part.RodJournals {
			b.seen = d.Seq
		}
	}
	b.orders = ordered.Issued
	for _, o := range ordered.Issued {
		known[o.ID] = "order"
		for _, e := range o.Events {
			known[e.ID] = "event"
		}
	}
	return known
}
