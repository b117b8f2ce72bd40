package store

import (
	"context"
	"fmt"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/disposition"
	"ledge/internal/core/unit"
)

// A Decision is what a person signed for one set, with a copy of what it was based on.
type Decision struct {
	Seq       int64               `db:"seq" json:"seq"`
	ID        string              `db:"id" json:"id"`
	JobID     int64               `db:"job_id" json:"-"`
	Set       disposition.SetName `db:"set_name" json:"set"`
	Action    disposition.Action  `db:"action" json:"action"`
	Step      unit.Length         `db:"step" json:"step"`
	Shell     unit.Length         `db:"shell" json:"shell"`
	Method    disposition.Method  `db:"method" json:"method"`
	Overruled bool                `db:"overruled" json:"overruled"`
	Reason    string              `db:"reason" json:"reason"`
	Basis     string              `db:"basis" json:"-"`
	DecidedBy string              `db:"decided_by" json:"decided_by"`
	DecidedAt string              `db:"decided_at" json:"decided_at"`
}

// AddDecision stores a signed decision; the same id is stored once.
func (s *Store) AddDecision(ctx context.Context, d Decision) error {
	d.DecidedAt = s.stamp()
	defer s.changed(d.JobID)
	err := s.change(ctx, func(tx *sqlx.Tx) error {
		_, err := sqlx.NamedExecContext(ctx, tx, `INSERT INTO decisions (id, job_id, set_name, action, step, shell, method, overruled, reason,
			basis, decided_by, decided_at) VALUES (:id, :job_id, :set_name, :action, :step, :shell, :method, :overruled, :reason,
			:basis, :decided_by, :decided_at) ON CONFLICT (id) DO NOTHING`, d)
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
