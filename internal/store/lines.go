package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"

	"github.com/jmoiron/sqlx"
)

// A Line is what was worked out of a job for the shop's list, as the shop wrote it.
type Line struct {
	JobID int64 `db:"job_id"`
	// Rev counts the job's changes: what was worked out of one is kept only while no other came.
	Rev  int64  `db:"rev"`
	Body string `db:"body"`
}

// lineChanged takes a job's line away, in the transaction that changes the job.
func lineChanged(ctx context.Context, tx *sqlx.Tx, jobID int64) error {
	_, err := tx.ExecContext(ctx, `INSERT INTO job_lines (job_id) SELECT id FROM jobs WHERE id = ?
		ON CONFLICT (job_id) DO UPDATE SET rev = rev + 1, body = NULL`, jobID)
	return err
}

// Lines are all that is kept, worked out by the same rules.
func (s *Store) Lines(ctx context.Context, rules string) ([]Line, error) {
	var lines []Line
	err := s.Read.SelectContext(ctx, &lines,
		`SELECT job_id, rev, body FROM job_lines WHERE rules = ? AND body IS NOT NULL`, rules)
	if err != nil {
		return nil, fmt.Errorf("lines: %w", err)
	}
	return lines, nil
}

// LineRev counts the changes of a job.
func (s *Store) LineRev(ctx context.Context, jobID int64) (rev int64, err error) {
	err = s.Read.GetContext(ctx, &rev, `SELECT rev FROM job_lines WHERE job_id = ?`, jobID)
	if errors.Is(err, sql.ErrNoRows) {
		return 0, nil
	}
	return rev, err
}

// KeepLines keeps lines of jobs that have not changed since they were worked out.
func (s *Store) KeepLines(ctx context.Context, rules string, lines []Line) error {
	err := s.Tidy(ctx, func(tx *sqlx.Tx) error {
		for _, l := range lines {
			// A job that nothing was done to since this table came has no row yet.
			if _, err := tx.ExecContext(ctx, `INSERT INTO job_lines (job_id, rev, rules, body)
				SELECT id, 0, ?2, ?4 FROM jobs WHERE id = ?1 AND ?3 = 0
				ON CONFLICT (job_id) DO NOTHING`, l.JobID, rules, l.Rev, l.Body); err != nil {
				return err
			}
			if _, err := tx.ExecContext(ctx,
				`UPDATE job_lines SET rules = ?2, body = ?4 WHERE job_id = ?1 AND rev = ?3`,
				l.JobID, rules, l.Rev, l.Body); err != nil {
				return err
			}
		}
		return nil
	})
	if err != nil {
		return fmt.Errorf("keep lines: %w", err)
	}
	return nil
}
