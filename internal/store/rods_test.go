package store

import (
	"database/sql"
	"fmt"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/part"
)

// A V engine whose rod bearings an older version numbered by throw: they move to the first rod of
// their throw, flagged, and the other rods are there to be measured. Where throws carry one rod,
// and where rods were numbered already, nothing moves; a closed job gets no new parts.
func TestRodsOfAnOlderFile(t *testing.T) {
	path := filepath.Join(t.TempDir(), "old.db")
	olderFile(t, path, 18)
	db, err := sql.Open("sqlite", "file:"+path)
	require.NoError(t, err)
	job := func(id, cylinders, throws, each int, closed string) {
		_, err := db.Exec(fmt.Sprintf(`INSERT INTO jobs (id, number, customer, engine, duty, unit,
			arrangement, cylinders, mains, throws, cylinders_per_throw, policy,
			created_by, created_at, closed_at) VALUES (%d, 'L-%d', '', 'Old', 'standard', 'in', 'v', %d, %d,
				%d, %d, '{}', 'Wanda', '', %s)`, id, id, cylinders, throws+1, throws, each, closed))
		require.NoError(t, err)
	}
	feature := func(id, job int, kind string, number int) {
		_, err := db.Exec(`INSERT INTO features (id, job_id, kind, number, stations, directions)
			VALUES (?, ?, ?, ?, '["A"]', '[0,90000000]')`, id, job, kind, number)
		require.NoError(t, err)
	}
	job(1, 8, 4, 2, "NULL")
	for throw := 1; throw <= 4; throw++ {
		feature(10+throw, 1, "rod_bearing", throw)
		feature(20+throw, 1, "rod_journal", throw)
		_, err := db.Exec(`INSERT INTO readings (id, feature_id, station, direction, what, value, taken_by,
			taken_at) VALUES (?, ?, 0, 0, 'size', ?, 'Wanda', '')`,
			fmt.Sprint("r", throw), 10+throw, 500_000_000+throw)
		require.NoError(t, err)
	}
	job(2, 4, 4, 1, "NULL")
	feature(31, 2, "rod_bearing", 3)
	job(3, 4, 2, 2, "NULL")
	feature(41, 3, "rod_bearing", 4)
	job(4, 4, 2, 2, "'2020-01-01'")
	feature(51, 4, "rod_shell", 2)
	require.NoError(t, db.Close())

	s := open(t, path)
	eight := record(t, s, 1)
	numbers := func(r Record, kind part.Kind) (all []int, flagged []int) {
		for _, f := range r.Features {
			if f.Kind != kind {
				continue
			}
			all = append(all, f.Number)
			if f.ByThrow {
				flagged = append(flagged, f.Number)
				assert.Equal(t, part.Value(500_000_000+(f.Number+1)/2), *f.Tape[0].Value, "the readings went along")
			}
		}
		return all, flagged
	}
	all, flagged := numbers(eight, part.RodBearing)
	assert.ElementsMatch(t, []int{1, 2, 3, 4, 5, 6, 7, 8}, all)
	assert.ElementsMatch(t, []int{1, 3, 5, 7}, flagged)
	all, flagged = numbers(eight, part.RodJournal)
	assert.Equal(t, []int{1, 2, 3, 4}, all)
	assert.Empty(t, flagged)
	in, _ := eight.Inspection()
	assert.Equal(t, [][]int{{1, 2}, {3, 4}, {5, 6}, {7, 8}}, in.Engine.Pins,
		"nobody has to ask how they are numbered")
	for id, want := range map[int64][]int{2: {3}, 3: {4}, 4: {3}} {
		kind := part.RodBearing
		if id == 4 {
			kind = part.RodShell
		}
		all, _ := numbers(record(t, s, id), kind)
		assert.Equal(t, want, all, "job %d", id)
	}
}
