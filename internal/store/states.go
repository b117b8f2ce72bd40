package store

import (
	"context"
	"encoding/json"
	"fmt"
	"slices"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/core/unit"
	"ledge/internal/store/db"
	"ledge/internal/store/tables"
	"ledge/internal/words"
)

// AddState makes every part of a kind and component measurable once more in a new state, with the
// plan it was last measured with. Parts that have the state already keep it.
//
// quick tells that they are looked at quickly first: a proof asks for the fewest readings that tell.
func (s *Store) AddState(ctx context.Context, jobID int64, kind part.Kind, component, state string,
	quick bool) error {
	defer s.changed(jobID)
	err := s.changeOpen(ctx, jobID, func(tx *sqlx.Tx) error {
		if err := inUse(ctx, tx, jobID, kind.Row().Component, component); err != nil {
			return err
		}
		result, err := tx.ExecContext(ctx,
			`INSERT INTO features (job_id, kind, number, state, component, stations, directions, counted,
				gauge_kind, gauge_division,
				gauge_repeatability, gauge_setting_u, added, quick)
			SELECT job_id, kind, number, ?, component, stations, directions, counted, gauge_kind,
				gauge_division, gauge_repeatability, gauge_setting_u, added, ? FROM features
			WHERE id IN (SELECT max(id) FROM features
				WHERE job_id = ? AND kind = ? AND component = ? GROUP BY number) ORDER BY number
			ON CONFLICT DO NOTHING`, state, quick && kind.Grid(), jobID, kind, component)
		if err != nil {
			return err
		}
		if made, err := result.RowsAffected(); err != nil || made == 0 {
			return db.Conflict("conflict.state", "kinds", words.Plural(kind))
		}
		if err := fits(ctx, tx, jobID); err != nil {
			return err
		}
		return s.log(ctx, tx, jobID, stateAdded, Facts{PartKind: kind, Tag: component, PartState: state}, nil)
	})
	if err != nil {
		return fmt.Errorf("state %s of %s in job %d: %w", state, kind, jobID, err)
	}
	return nil
}

// Bounds of a job, so that judging it never takes long; the open file takes as many.
const (
	mostFeatures = 2000
	mostPlaces   = 60  // stations, or directions, of a part
	mostRepeats  = 200 // readings of a cell that hold
)

// fits is a conflict where a job has grown beyond what is judged.
func fits(ctx context.Context, tx *sqlx.Tx, jobID int64) error {
	var features int
	if err := tx.GetContext(ctx, &features, `SELECT count(*) FROM features WHERE job_id = ?`, jobID); err != nil {
		return err
	}
	if features > mostFeatures {
		return db.Conflict("conflict.parts", "most", mostFeatures)
	}
	return nil
}

// outsidePlan is the reason given for the cells that come with an added place and need no reading.
const outsidePlan = "outside the plan"

// AddPlace gives a feature one more place to read, outside its plan: a station or a direction of its own. The
// other cells of a new row or column need no reading.
func (s *Store) AddPlace(ctx context.Context, jobID int64, place Place, station string, direction unit.Angle) error {
	defer s.changed(jobID)
	err := s.changeOpen(ctx, jobID, func(tx *sqlx.Tx) error {
		f, err := findFeature(ctx, tx, jobID, place)
		if err != nil {
			return err
		}
		row, column := slices.Index(f.Stations, station), slices.Index(f.Directions, direction)
		if row >= 0 && column >= 0 {
			return db.Conflict("conflict.read_there", "part", f.Name())
		}
		rows, columns := len(f.Stations), f.Columns()
		if rows >= mostPlaces || columns >= mostPlaces {
			return db.Conflict("conflict.places", "part", f.Name(), "most", mostPlaces)
		}
		if row < 0 {
			f.Stations, row, f.Added = append(f.Stations, station), rows, f.Added+1
		}
		if column < 0 {
			f.Directions, column = append(f.Directions, direction), columns
		}
		stations, err := json.Marshal(f.Stations)
		if err != nil {
			return err
		}
		directions, err := json.Marshal(f.Directions)
		if err != nil {
			return err
		}
		if _, err := tx.ExecContext(ctx,
			`UPDATE features SET stations = ?, directions = ?, added = ? WHERE id = ?`, string(stations),
			string(directions), f.Added, f.ID); err != nil {
			return err
		}
		return s.besidePlan(ctx, tx, f.ID, plan.Grid{Stations: f.Stations, Directions: f.Directions},
			func(r, c int) bool { return (r >= rows || c >= columns) && (r != row || c != column) })
	})
	if err != nil {
		return fmt.Errorf("place of %s %d in job %d: %w", place.Kind, place.Number, jobID, err)
	}
	return nil
}

// AddParts makes parts of a kind measurable that a component did not have: numbers from 1 up to the count.
func (s *Store) AddParts(ctx context.Context, jobID int64, kind part.Kind, component string, count int) error {
	defer s.changed(jobID)
	err := s.changeOpen(ctx, jobID, func(tx *sqlx.Tx) error {
		job, err := getJob(ctx, tx, jobID)
		if err != nil {
			return err
		}
		if err := inUse(ctx, tx, jobID, kind.Row().Component, component); err != nil {
			return err
		}
		var last int
		if err := tx.GetContext(ctx, &last,
			`SELECT coalesce(max(number), 0) FROM features WHERE job_id = ? AND kind = ? AND component = ?`,
			jobID, kind, component); err != nil {
			return err
		}
		if last >= count {
			return db.Conflict("conflict.count", "count", last)
		}
		for number := last + 1; number <= count; number++ {
			f := layoutFeature(kind, number, job.Layout, nil)
			f.JobID, f.Component = jobID, component
			if _, err := insertFeature(ctx, tx, f); err != nil {
				return err
			}
		}
		if err := tables.Gather(ctx, tx, jobID, db.Actor(ctx), s.Stamp()); err != nil {
			return err
		}
		if err := fits(ctx, tx, jobID); err != nil {
			return err
		}
		return s.log(ctx, tx, jobID, partsAdded, Facts{PartKind: kind, Tag: component, Many: count - last}, nil)
	})
	if err != nil {
		return fmt.Errorf("parts %s of job %d: %w", kind, jobID, err)
	}
	return nil
}

// RemoveState takes a state of all parts of a kind and component back, while nothing was recorded in it.
func (s *Store) RemoveState(ctx context.Context, jobID int64, kind part.Kind, component, state string) error {
	return s.remove(ctx, jobID, kind, component, Facts{PartKind: kind, Tag: component, PartState: state},
		`state = ?`, state)
}

// RemovePart takes a part back that was added by mistake, while nothing was recorded of it.
func (s *Store) RemovePart(ctx context.Context, jobID int64, kind part.Kind, component string, number int) error {
	return s.remove(ctx, jobID, kind, component, Facts{PartKind: kind, PartNumber: number, Tag: component},
		`number = ?`, number)
}

// recordedOf reports whether anything was ever recorded of a feature.
func recordedOf(ctx context.Context, tx *sqlx.Tx, feature int64) (recorded bool, err error) {
	err = tx.GetContext(ctx, &recorded, `SELECT EXISTS (SELECT 1 FROM readings WHERE feature_id = ?1)
		OR EXISTS (SELECT 1 FROM events WHERE feature_id = ?1)`, feature)
	return recorded, err
}

func (s *Store) remove(ctx context.Context, jobID int64, kind part.Kind, component string, facts Facts,
	which string, value any) error {
	defer s.changed(jobID)
	err := s.changeOpen(ctx, jobID, func(tx *sqlx.Tx) error {
		var ids []int64
		if err := tx.SelectContext(ctx, &ids,
			`SELECT id FROM features WHERE job_id = ? AND kind = ? AND component = ? AND `+which, jobID, kind,
			component, value); err != nil {
			return err
		}
		if len(ids) == 0 {
			return db.ErrNotFound
		}
		for _, id := range ids {
			recorded, err := recordedOf(ctx, tx, id)
			if err != nil {
				return err
			}
			if recorded {
				return db.Conflict("conflict.recorded")
			}
			if _, err := tx.ExecContext(ctx, `DELETE FROM features WHERE id = ?`, id); err != nil {
				return err
			}
		}
		return s.log(ctx, tx, jobID, partsRemoved, facts, nil)
	})
	if err != nil {
		return fmt.Errorf("remove %s of job %d: %w", kind, jobID, err)
	}
	return nil
}
