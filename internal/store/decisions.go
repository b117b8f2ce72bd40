package store

import (
	"context"
	"fmt"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/disposition"
)

// A Decision is what a person signed for one set, with a copy of what it was based on.
type Decision struct {
	Seq   int64               `db:"seq" json:"seq"`
	ID    string              `db:"id" json:"id"`
	JobID int64               `db:"job_id" json:"-"`
	Set   disposition.SetName `db:"set_name" json:"set"`
	disposition.Way
	Overruled bool   `db:"overruled" json:"overruled"`
	Reason    string `db:"reason" json:"reason"`
	Basis     string `db:"basis" json:"-"`
	DecidedBy string `db:"decided_by" json:"decided_by"`
	DecidedAt string `db:"decided_at" json:"decided_at"`
	// FromFile tells that the name is only said by a file that was taken in.
	FromFile bool `db:"from_file" json:"from_file,omitempty"`
}

// AddDecision stores a signed decision; the same id is stored once. after is the seq of the last decision of the set that the person saw, 0
// for none: where another was signed meanwhile, it is a conflict that names it.
func (s *Store) AddDecision(ctx context.Context, d Decision, after int64) error {
	d.DecidedAt = s.stamp()
	defer s.changed(d.JobID)
	err := s.changeOpen(ctx, d.JobID, func(tx *sqlx.Tx) error {
		var last []Decision
		if err := tx.SelectContext(ctx, &last, `SELECT * FROM decisions WHERE job_id = ? AND (set_name = ? OR id = ?) ORDER BY id = ? DESC, seq DESC LIMIT 1`,
			d.JobID, d.Set, d.ID, d.ID); err != nil {
			return err
		}
		if len(last) > 0 && last[0].ID == d.ID {
			return nil
		}
		if len(last) > 0 && last[0].Seq != after {
			return conflict("%s signed this set meanwhile. Look at what was signed; then sign again if you decide otherwise.", last[0].DecidedBy)
		}
		_, err := sqlx.NamedExecContext(ctx, tx, `INSERT INTO decisions (id, job_id, set_name, action, step, shell, method, overruled, reason,
			basis, decided_by, decided_at) VALUES (:id, :job_id, :set_name, :action, :step, :shell, :method, :overruled, :reason,
			:basis, :decided_by, :decided_at)`, d)
		return err
	})
	if err != nil {
		return fmt.Errorf("decision %s: %w", d.ID, err)
	}
	return nil
}

func decisions(ctx context.Context, q querier, jobID int64) ([]Decision, error) {
	list := []Decision{}
	if err := q.SelectContext(ctx, &list, `SELECT * FROM decisions WHERE job_id = ? ORDER BY seq`, jobID); err != nil {
		return nil, fmt.Errorf("decisions of job %d: %w", jobID, err)
	}
	return list, nil
}
