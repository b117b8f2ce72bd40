package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"

	"github.com/google/uuid"
	"github.com/jmoiron/sqlx"

	"ledge/internal/core/part"
	"ledge/internal/store/db"
)

// An Again is a reading that is worked out anew.
type Again struct {
	Reading Reading
	Value   part.Value
}

// WorkOutAnew stores readings with what they are worth now that something of their gauge is known better, each in the
// place of the one as it was taken; all of them or none. gauges are set up with it, the first of which they were taken
// with; without any they keep their own. The same id is stored once. A reading that was replaced meanwhile is a
// conflict.
func (s *Store) WorkOutAnew(ctx context.Context, jobID int64, id string, all []Again, gauges []GaugeSetup,
	facts Facts) error {
	space, err := uuid.Parse(id)
	if err != nil {
		return db.Conflict("conflict.other")
	}
	defer s.changed(jobID)
	err = s.changeOpen(ctx, jobID, func(tx *sqlx.Tx) error {
		if _, err := oneReading(ctx, tx, anewID(space, all[0].Reading)); !errors.Is(err, sql.ErrNoRows) {
			return err // nil: stored before
		}
		for _, g := range gauges {
			if err := s.setGauge(ctx, tx, g); err != nil {
				return err
			}
		}
		for _, again := range all {
			old, r := again.Reading, again.Reading
			now, err := oneReading(ctx, tx, old.ID)
			if err != nil {
				return err
			}
			if now.SupersededBy != nil {
				return db.Conflict("conflict.anew")
			}
			r.ID, r.Value, r.FromFile = anewID(space, old), &again.Value, false
			r.TakenBy, r.TakenAt = db.Actor(ctx), s.Stamp()
			if len(gauges) > 0 {
				r.GaugeID = &gauges[0].ID
			}
			if err := storeReading(ctx, tx, &r); err != nil {
				return err
			}
			if _, err := tx.ExecContext(ctx, `INSERT INTO superseded (reading_id, by_id) VALUES (?, ?)`, old.ID,
				r.ID); err != nil {
				return err
			}
		}
		facts.Many = len(all)
		return s.log(ctx, tx, jobID, workedOutAnew, facts, nil)
	})
	if err != nil {
		return fmt.Errorf("working out anew %s: %w", id, err)
	}
	return nil
}

// anewID is the id of a reading that takes another's place, made so that storing it twice stores it once.
func anewID(space uuid.UUID, old Reading) string { return uuid.NewSHA1(space, []byte(old.ID)).String() }

// CheckedWell is when a gauge was last found standing at zero on its standard; empty where it never was.
func (s *Store) CheckedWell(ctx context.Context, jobID int64, kind part.Kind, gauge *string) (at string, err error) {
	err = s.Read.GetContext(ctx, &at, `SELECT coalesce(max(at), '') FROM events WHERE job_id = ? AND what = ?
		AND body ->> '$.kind' = ? AND of_id IS ? AND coalesce(body ->> '$.off', 0) = 0`, jobID, zeroChecked, kind,
		gauge)
	return at, err
}
