package store

import (
	"database/sql"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/part"
)

// A shop of an older version: its open job reads near values again, as new ones do, one that left stays as it was
// judged; a signed straightening keeps its way; tests for cracks stay; what the bench asked about counts as confirmed.
func TestJudgedAsTheRulesAreNow(t *testing.T) {
	path := filepath.Join(t.TempDir(), "old.db")
	olderFile(t, path, 25)
	db, err := sql.Open("sqlite", "file:"+path)
	require.NoError(t, err)
	for _, row := range []string{
		`INSERT INTO jobs (id, number, customer, engine, duty, unit, arrangement, cylinders, mains, throws,
			cylinders_per_throw, policy, created_by, created_at, closed_at)
			VALUES (1, 'L-1', '', 'Old', 'standard', 'in', 'inline', 1, 2, 1, 1,
				'{"confirm":false,"grind":"always"}', 'Wanda', '', NULL),
				(2, 'L-2', '', 'Old', 'standard', 'in', 'inline', 1, 2, 1, 1, '{"confirm":false}', 'Wanda', '',
					'then')`,
		`INSERT INTO features (id, job_id, kind, number, stations, directions) VALUES
			(1, 1, 'main_journal', 1, '["A"]', '[0]')`,
		`INSERT INTO readings (id, feature_id, station, direction, what, value, taken_by, taken_at) VALUES
			('r1', 1, 0, 0, 'size', 500000000, 'Wanda', '')`,
		`INSERT INTO looks (id, feature_id, what, look, note, graded_by, graded_at) VALUES
			('k1', 1, 'grade', 'cracked', '', 'Wanda', ''), ('k2', 1, 'test_clear', NULL, 'wet magnetic', 'Ida', '')`,
		`INSERT INTO decisions (id, job_id, set_name, action, method, step, shell, overruled, reason, basis,
			decided_by, decided_at)
			VALUES ('d1', 1, 'main_journals', 'grind', 'straighten_first', 2540000, 0, 1, 'because',
				'{"set":"main_journals","options":[{"action":"grind","method":"straighten_first"}]}', 'Ida', '')`,
	} {
		_, err := db.Exec(row)
		require.NoError(t, err, row)
	}
	require.NoError(t, db.Close())

	s := open(t, path)
	r := record(t, s, 1)
	assert.True(t, r.Job.Policy.Confirm)
	assert.Equal(t, inspection.GrindAlways, r.Job.Policy.Grind, "what was chosen stays")
	assert.False(t, record(t, s, 2).Job.Policy.Confirm)
	assert.Equal(t, disposition.Straighten, r.Decisions[0].Method)
	in, _ := r.Inspection()
	main := in.Features[0]
	require.Equal(t, part.MainJournal, main.Kind)
	passed, known := main.Tested(inspection.TestCrack)
	assert.True(t, passed && known)
	assert.True(t, main.Cells[0][0].Confirmed)
}
