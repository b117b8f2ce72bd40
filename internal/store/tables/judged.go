package tables

import (
	"context"
	"database/sql"
	"fmt"

	"github.com/pressly/goose/v3"
)

// judgedVersion is that of the tables from which on near values are read again before anything is cut for them, and a
// shaft is straightened by the name that files have for it.
const judgedVersion = 27

// judgedMigration brings what older versions stored into that form.
func judgedMigration() *goose.Migration {
	return goose.NewGoMigration(judgedVersion,
		&goose.GoFunc{RunTx: func(ctx context.Context, tx *sql.Tx) error {
			if err := judgedAnew(ctx, tx, 0); err != nil {
				return err
			}
			// New jobs start as the rules are, where a shop has a policy of its own.
			_, err := tx.ExecContext(ctx, `UPDATE shop_policies SET policy = json_remove(policy, '$.confirm')`)
			return err
		}}, nil)
}

// judgedAnew brings a job, or all where job is 0, into that form. An open job takes the rule that is usual now; nobody
// had chosen the other.
func judgedAnew(ctx context.Context, tx *sql.Tx, job int64) error {
	if _, err := tx.ExecContext(ctx, `UPDATE jobs SET policy = json_remove(policy, '$.confirm')
		WHERE closed_at IS NULL AND ? IN (0, id)`, job); err != nil {
		return fmt.Errorf("policies: %w", err)
	}
	if _, err := tx.ExecContext(ctx, `UPDATE decisions SET
		method = CASE method WHEN 'straighten_first' THEN 'straighten' ELSE method END,
		basis = replace(basis, '"straighten_first"', '"straighten"')
		WHERE instr(basis, '"straighten_first"') > 0 AND ? IN (0, job_id)`, job); err != nil {
		return fmt.Errorf("decisions: %w", err)
	}
	return nil
}
