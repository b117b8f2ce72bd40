package store

import (
	"context"
	"fmt"
	"slices"
	"strings"

	"github.com/jmoiron/sqlx"
)

// AnyJobs reports whether the shop ever had a job, and whether it has the sample's.
func (s *Store) AnyJobs(ctx context.Context) (any, sample bool, err error) {
	var found struct {
		Any    bool `db:"any"`
		Sample bool `db:"sample"`
	}
	err = s.Read.GetContext(ctx, &found, `SELECT EXISTS (SELECT 1 FROM jobs) AS any,
		EXISTS (SELECT 1 FROM jobs WHERE sample = 1) AS sample`)
	return found.Any, found.Sample, err
}

// RemoveSample takes the sample shop's jobs away with everything on record of them, and the rate card that
// came with them while nobody changed it. It is the one thing that is ever deleted whole: nothing of it was
// real.
func (s *Store) RemoveSample(ctx context.Context, ratesBy string) error {
	var ids []int64
	err := s.Change(ctx, func(tx *sqlx.Tx) error {
		if err := tx.SelectContext(ctx, &ids, `SELECT id FROM jobs WHERE sample = 1`); err != nil {
			return err
		}
		// Rows are checked against each other when all are gone.
		if _, err := tx.ExecContext(ctx, `PRAGMA defer_foreign_keys = ON`); err != nil {
			return err
		}
		for _, id := range ids {
			for _, t := range slices.Backward(dumped) {
				which, _, _ := strings.Cut(strings.Join(strings.Fields(t.rows), " "), " ORDER BY ")
				if _, err := tx.ExecContext(ctx, `DELETE FROM `+t.name+` WHERE `+which, id); err != nil {
					return fmt.Errorf("%s: %w", t.name, err)
				}
			}
			for _, query := range []string{`DELETE FROM events WHERE job_id = ?`, `DELETE FROM shares WHERE job_id = ?`,
				`DELETE FROM job_lines WHERE job_id = ?`, `DELETE FROM job_words WHERE
				rowid = ?`,
				`UPDATE jobs SET back_of = NULL WHERE back_of = ?`, `DELETE FROM jobs WHERE id = ?`} {
				if _, err := tx.ExecContext(ctx, query, id); err != nil {
					return err
				}
			}
		}
		_, err := tx.ExecContext(ctx, `DELETE FROM rate_cards WHERE set_by = ?1
			AND NOT EXISTS (SELECT 1 FROM rate_cards WHERE set_by <> ?1)`, ratesBy)
		return err
	})
	for _, id := range ids {
		s.changed(id)
	}
	if err != nil {
		return fmt.Errorf("sample shop: %w", err)
	}
	return nil
}
