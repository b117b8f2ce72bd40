package main

import (
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/inspection"
	"ledge/internal/core/unit"
	"ledge/internal/httpapi"
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

// Whatever was acknowledged is there after a kill -9, and nothing is half there.
func TestKilledAtAnyMomentNothingAcknowledgedIsLost(t *testing.T) {
	path := filepath.Join(t.TempDir(), "killed.db")
	acknowledged := map[string]bool{}
	for round := range 5 {
		process, base := start(t, path)
		stop := time.After(time.Duration(30+35*round) * time.Millisecond)
		killed := false
		for i := 0; !killed; i++ {
			select {
			case <-stop:
				require.NoError(t, process.Kill())
				killed = true
			default:
				if id := takeReading(base, round, i); id != "" {
					acknowledged[id] = true
				}
			}
		}
		_, _ = process.Wait()
	}
	s, err := store.Open(context.Background(), path, time.Now)
	require.NoError(t, err)
	defer s.Close()
	record, err := s.Record(context.Background(), 1)
	require.NoError(t, err)
	found := 0
	for _, f := range record.Features {
		for _, r := range f.Tape {
			if acknowledged[r.ID] {
				found++
			}
		}
	}
	require.NotEmpty(t, acknowledged)
	require.Equal(t, len(acknowledged), found)
}

// takeReading sends one reading and returns its id once it was acknowledged.
func takeReading(base string, round, i int) string {
	size := unit.MustParse("2.4985", unit.In)
	body, err := json.Marshal(httpapi.ReadingBody{ID: uuid.NewString(), Kind: inspection.MainJournal, Number: 1 + i%5, State: inspection.AsFound,
		Station: i % 2, Direction: i % 4, What: store.Size, Value: &size, Typed: fmt.Sprint(round), By: "Harness", Unusual: true})
	if err != nil {
		return ""
	}
	answer, err := http.Post(base+"/api/v1/jobs/1/readings", "application/json", bytes.NewReader(body))
	if err != nil {
		return ""
	}
	defer answer.Body.Close()
	var got httpapi.ReadingAnswer
	if answer.StatusCode != http.StatusCreated || json.NewDecoder(answer.Body).Decode(&got) != nil {
		return ""
	}
	return got.Reading.ID
}
