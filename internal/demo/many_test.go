package demo

import (
	"context"
	"path/filepath"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/store"
)

// The same seed makes the same shop of many years: most of its jobs closed and signed, each of
// which can be shown and judged.
func TestManyYears(t *testing.T) {
	const jobs, lately = 16, 8
	ctx, today := context.Background(), time.Date(2026, 11, 23, 9, 0, 0, 0, time.UTC)
	shop := func(seed uint64) (*store.Store, int) {
		s, err := store.Open(ctx, filepath.Join(t.TempDir(), "many.db"), func() time.Time { return today })
		require.NoError(t, err)
		t.Cleanup(func() { _ = s.Close() })
		readings, err := Many(ctx, s, seed, jobs, lately, today)
		require.NoError(t, err)
		return s, readings
	}
	s, readings := shop(1)
	again, same := shop(1)
	_, other := shop(2)
	assert.Equal(t, readings, same)
	assert.NotEqual(t, readings, other)
	assert.Greater(t, readings, jobs*150, "whole engines are the rule")
	open, err := s.JobIDs(ctx, "")
	require.NoError(t, err)
	assert.Len(t, open, lately+10, "the others left the shop")
	first, err := s.JobNumbered(ctx, "Y-00001")
	require.NoError(t, err)
	for id := first; id < first+jobs; id++ {
		record, err := s.Record(ctx, id)
		require.NoError(t, err)
		in, _ := record.Inspection()
		assert.NotEmpty(t, disposition.Evaluate(in).Sets, record.Job.Number)
		assert.NotEmpty(t, record.Decisions, record.Job.Number)
		twin, err := again.Record(ctx, id)
		require.NoError(t, err)
		theirs, _ := twin.Inspection()
		assert.Equal(t, in.Features, theirs.Features, record.Job.Number)
	}
	superseded := 0
	record, err := s.Record(ctx, first)
	require.NoError(t, err)
	for _, f := range record.Features {
		for _, r := range f.Tape {
			if r.SupersededBy != nil {
				superseded++
			}
		}
	}
	assert.NotZero(t, superseded, "people read again, here too")
}
