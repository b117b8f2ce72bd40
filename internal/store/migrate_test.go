package store

import (
	"context"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/jmoiron/sqlx"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"modernc.org/sqlite"

	"ledge/internal/store/tables"
)

// TestMain lets the test binary play a Ledge that is killed in the middle of bringing a file up to date.
func TestMain(m *testing.M) {
	if path := os.Getenv("LEDGE_KILLED_ON"); path != "" {
		killAtCommit(os.Getenv("LEDGE_KILLED_AT"))
		s, err := Open(context.Background(), path, time.Now)
		if err != nil {
			fmt.Println(err)
			os.Exit(1)
		}
		_ = s.Close()
		fmt.Println("through")
		os.Exit(0)
	}
	os.Exit(m.Run())
}

// killAtCommit kills the process as the database is about to commit for the nth time: between two
// commits nothing of a transaction is in the file.
func killAtCommit(nth string) {
	var left int
	_, _ = fmt.Sscan(nth, &left)
	sqlite.RegisterConnectionHook(func(conn sqlite.ExecQuerierContext, _ string) error {
		conn.(sqlite.HookRegisterer).RegisterCommitHook(func() int32 {
			if left--; left < 0 {
				kill()
			}
			return 0
		})
		return nil
	})
}

func kill() {
	process, _ := os.FindProcess(os.Getpid())
	_ = process.Kill()
	select {}
}

// A file of any older version opens with every row there, whenever Ledge was killed while it
// brought it up to date; and a copy of it as it was is beside it.
func TestKilledWhileAFileIsBroughtUpToDate(t *testing.T) {
	versions := []int{1, 3, 13, 17}
	for i, version := range versions {
		// From the next of these versions on the steps are the same, and tried there.
		mostKills := 60
		if i+1 < len(versions) {
			mostKills = versions[i+1] - version + 3
		}
		older := filepath.Join(t.TempDir(), "older.db")
		makeOlder(t, older, int64(version))
		through := false
		for nth := 0; !through && nth < mostKills; nth++ {
			path := filepath.Join(t.TempDir(), "killed.db")
			copyOf(t, older, path)
			cmd := exec.Command(os.Args[0])
			cmd.Env = append(os.Environ(), "LEDGE_KILLED_ON="+path, fmt.Sprint("LEDGE_KILLED_AT=", nth))
			said, _ := cmd.CombinedOutput() // it was killed
			through = strings.Contains(string(said), "through")
			s, err := Open(as("Wanda"), path, time.Now)
			require.NoError(t, err, "version %d killed at commit %d: %s", version, nth, said)
			var readings, gauges int
			require.NoError(t, s.Read.Get(&readings, `SELECT count(*) FROM readings`))
			assert.Equal(t, 3, readings, "version %d killed at commit %d", version, nth)
			if version >= 3 {
				require.NoError(t, s.Read.Get(&gauges,
					`SELECT count(*) FROM readings r JOIN events g ON g.id = r.gauge_id`))
				assert.Equal(t, 1, gauges)
			}
			var of []string
			require.NoError(t, s.Read.Select(&of,
				`SELECT component FROM components WHERE job_id = 1 AND tag = '' AND origin = 'came'
					AND added_by = 'Wanda'`))
			assert.Equal(t, []string{"crankshaft"}, of, "what it measured is a component of its own")
			var astray int
			require.NoError(t, s.Read.Get(&astray, `SELECT count(*) FROM pragma_foreign_key_check`))
			assert.Zero(t, astray)
			require.NoError(t, s.Close())
			copies, err := filepath.Glob(path + ".version-*")
			require.NoError(t, err)
			for _, one := range copies {
				assert.NotContains(t, one, ".ledge-part", "what was cut short is swept away")
			}
			assert.NotEmpty(t, copies)
		}
		assert.True(t, through || i+1 < len(versions), "version %d is never through", version)
	}
}

// A job goes out of a file of an older version, too, which is only read: its tables are those of
// that version.
func TestAJobOfAnOlderFileIsDumped(t *testing.T) {
	path := filepath.Join(t.TempDir(), "older.db")
	makeOlder(t, path, 17)
	s, err := OpenToRead(t.Context(), path)
	require.NoError(t, err)
	t.Cleanup(func() { _ = s.Close() })
	d, err := s.Dump(t.Context(), 1)
	require.NoError(t, err)
	assert.Len(t, d.Tables["readings"], 3)
	assert.NotContains(t, d.Tables, "components", "there were none")
}

// olderFile makes an empty file of an older version.
func olderFile(t *testing.T, path string, version int64) {
	t.Helper()
	file, err := tables.Schema.EmptyAt(t.Context(), path, version)
	require.NoError(t, err)
	require.NoError(t, file.Close())
}

// run changes the file past what the store would do.
func run(s *Store, query string, args ...any) error {
	return s.Tidy(ctx, func(tx *sqlx.Tx) error {
		_, err := tx.Exec(query, args...)
		return err
	})
}

// makeOlder makes a file of an older version with a job and three readings, one of them with a gauge.
func makeOlder(t *testing.T, path string, version int64) {
	t.Helper()
	db, err := tables.Schema.EmptyAt(t.Context(), path, version)
	require.NoError(t, err)
	defer db.Close()
	run := func(query string) {
		_, err := db.Exec(query)
		require.NoError(t, err, query)
	}
	run(`INSERT INTO jobs (number, customer, engine, duty, unit, arrangement, cylinders, mains, throws,
		cylinders_per_throw, policy, created_by, created_at)
		VALUES ('L-0001', '', 'Pump', 'standard', 'in', 'inline', 4, 5, 4, 1, '{}', 'Wanda', '2026-01-01T00:00:00Z')`)
	run(`INSERT INTO features (job_id, kind, number, stations, directions)
		VALUES (1, 'main_journal', 1, '["A","B"]', '[0,90000000]')`)
	for i := range 3 {
		run(fmt.Sprintf(`INSERT INTO readings (id, feature_id, station, direction, what, value, taken_by,
			taken_at) VALUES ('r%d', 1, %d, %d, 'size', 634619000, 'Wanda', '2026-01-01T00:00:00Z')`, i, i/2, i%2))
	}
	if version >= 3 {
		run(`INSERT INTO gauges (id, job_id, kind, instrument, division, mode, set_by, set_at)
			VALUES ('g', 1, 'main_journal', 'micrometer', 25400, 'direct', 'Wanda', '2026-01-01T00:00:00Z')`)
		run(`UPDATE readings SET gauge_id = 'g' WHERE id = 'r0'`)
	}
}

func copyOf(t *testing.T, from, to string) {
	t.Helper()
	for _, end := range []string{"", "-wal"} {
		text, err := os.ReadFile(from + end)
		if err == nil {
			require.NoError(t, os.WriteFile(to+end, text, 0o600))
		}
	}
}
