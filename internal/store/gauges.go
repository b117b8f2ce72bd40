package store

import (
	"context"
	"fmt"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/inspection"
	"ledge/internal/core/instrument"
	"ledge/internal/core/unit"
)

// A GaugeSetup is how a gauge was set up for the parts of a kind. Deviations are entered in divisions or as
// a length: size = setting + sense × deviation.
type GaugeSetup struct {
	Seq        int64           `db:"seq" json:"seq"`
	ID         string          `db:"id" json:"id"`
	JobID      int64           `db:"job_id" json:"-"`
	Kind       inspection.Kind `db:"kind" json:"kind"`
	Instrument instrument.Kind `db:"instrument" json:"instrument"`
	Division   unit.Length     `db:"division" json:"division"`
	Mode       string          `db:"mode" json:"mode" enum:"direct,divisions,length"`
	Setting    *unit.Length    `db:"setting" json:"setting,omitempty"`
	Sense      int             `db:"sense" json:"sense"`
	SetBy      string          `db:"set_by" json:"set_by"`
	SetAt      string          `db:"set_at" json:"set_at"`
}

// AddGauge stores a setup, which holds for its kind from now on; the same id is stored once.
func (s *Store) AddGauge(ctx context.Context, g GaugeSetup) error {
	g.SetAt = s.stamp()
	defer s.cache.changed(g.JobID)
	err := s.change(ctx, func(tx *sqlx.Tx) error {
		if _, err := getJob(ctx, tx, g.JobID); err != nil {
			return err
		}
		_, err := sqlx.NamedExecContext(ctx, tx, `INSERT INTO gauges (id, job_id, kind, instrument, division, mode, setting, sense, set_by, set_at)
			VALUES (:id, :job_id, :kind, :instrument, :division, :mode, :setting, :sense, :set_by, :set_at) ON CONFLICT (id) DO NOTHING`, g)
		return err
	})
	if err != nil {
		return fmt.Errorf("gauge %s: %w", g.ID, err)
	}
	return nil
}

// gaugesOf returns the setup that holds for each kind.
func gaugesOf(ctx context.Context, q querier, jobID int64) ([]GaugeSetup, error) {
	list := []GaugeSetup{}
	if err := q.SelectContext(ctx, &list, `SELECT * FROM gauges WHERE seq IN (SELECT max(seq) FROM gauges WHERE job_id = ? GROUP BY kind) ORDER BY seq`, jobID); err != nil {
		return nil, fmt.Errorf("gauges of job %d: %w", jobID, err)
	}
	return list, nil
}

// gaugeOf reports as a conflict where a job has no such setup.
func gaugeOf(ctx context.Context, q querier, jobID int64, id string) error {
	var count int
	if err := q.GetContext(ctx, &count, `SELECT count(*) FROM gauges WHERE job_id = ? AND id = ?`, jobID, id); err != nil {
		return err
	}
	if count == 0 {
		return conflict("The gauge of this reading was not set up in this job.")
	}
	return nil
}
