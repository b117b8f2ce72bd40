package shop

import (
	"bytes"
	"log/slog"
	"path/filepath"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/engine"
	"ledge/internal/core/inspection"
	"ledge/internal/core/part"
	"ledge/internal/core/schedule"
	"ledge/internal/core/unit"
	"ledge/internal/store"
	"ledge/internal/store/db"
)

// What the list says of a job is kept until the job or the card changes; how much is kept is bounded.
func TestLinesAreKept(t *testing.T) {
	var k keptLines
	k.put(7, keptLine{change: 3, Card: 1, All: []schedule.Work{{}}})
	for _, tt := range []struct {
		change, card int64
		known        bool
	}{{3, 1, true}, {4, 1, false}, {3, 2, false}} {
		if _, ok := k.get(7, tt.change, tt.card); ok != tt.known {
			t.Errorf("change %d, card %d: known %t", tt.change, tt.card, ok)
		}
	}
	for id := range int64(3 * mostLines) {
		k.put(id, keptLine{})
	}
	if len(k.of) > mostLines {
		t.Errorf("%d lines are kept", len(k.of))
	}
}

// Of a job that nothing happened to the list is not worked out anew, though its record left the memory; of one that
// changed it is.
func TestTheListWorksOutOnlyWhatChanged(t *testing.T) {
	ctx := db.As(t.Context(), "Wanda Pell")
	s, err := store.Open(ctx, filepath.Join(t.TempDir(), "shop.db"), time.Now)
	require.NoError(t, err)
	t.Cleanup(func() { _ = s.Close() })
	a := New(Options{Store: s})
	var ids []int64
	for range 3 {
		id, err := s.CreateJob(ctx, store.NewJob{Engine: "Orchard pump four", Duty: "standard", Unit: unit.In,
			Layout: engine.Layout{Arrangement: engine.Inline, Cylinders: 4}.Complete(),
			Policy: inspection.DefaultPolicy(unit.In)})
		require.NoError(t, err)
		ids = append(ids, id)
	}
	_, version, err := s.Rates(ctx)
	require.NoError(t, err)
	known := func() (out []bool) {
		for _, id := range ids {
			_, ok := a.listed.get(id, s.ChangeOf(id), version)
			out = append(out, ok)
		}
		return out
	}
	assert.Equal(t, []bool{false, false, false}, known())
	require.NoError(t, a.WarmUp(ctx))
	assert.Equal(t, []bool{true, true, true}, known())
	job, err := s.Job(ctx, ids[1])
	require.NoError(t, err)
	_, err = a.SetHead(ctx, ids[1], job.Version, store.JobHead{Engine: "Sawmill four", Duty: "standard"})
	require.NoError(t, err)
	assert.Equal(t, []bool{true, false, true}, known())
	lines, total, err := a.List(ctx, "", Page{Most: 2})
	require.NoError(t, err)
	assert.Equal(t, 3, total)
	assert.Equal(t, "Sawmill four", lines[1].Engine)
	assert.Equal(t, []bool{true, true, true}, known())
}

// What goes wrong while a job is shown is told to the log that the application was given; one without a log goes on.
func TestAJobThatCannotBeShownIsLogged(t *testing.T) {
	value := part.OfLength(1)
	spoiled := store.Record{Features: []store.Feature{{Kind: part.MainJournal, Number: 1, Stations: []string{"A"},
		Tape: []store.Reading{{What: store.TookSize, Station: 77, Value: &value}}}}}
	var told bytes.Buffer
	for _, log := range []*slog.Logger{nil, slog.New(slog.NewTextHandler(&told, nil))} {
		_, err := New(Options{Store: &store.Store{}, Log: log}).makeView(t.Context(), spoiled)
		require.Error(t, err)
	}
	assert.Contains(t, told.String(), "a job cannot be shown")
}
