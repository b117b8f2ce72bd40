package store

import (
	"context"
	"encoding/json"
	"fmt"
	"slices"

	"github.com/google/uuid"
	"github.com/jmoiron/sqlx"

	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/store/db"
	"ledge/internal/words"
)

// SetPlan gives the features of a kind and component another plan: those that still have places to read, else all in
// their latest state; a turning shaft only before it is read. What was read stays: at its place, or beside the plan
// where that has no such place.
func (s *Store) SetPlan(ctx context.Context, jobID int64, kind part.Kind, component string, p plan.Plan) error {
	defer s.changed(jobID)
	err := s.changeOpen(ctx, jobID, func(tx *sqlx.Tx) error {
		all, err := jobsFeatures(ctx, tx, jobID, 0)
		if err != nil {
			return err
		}
		var latest, open []*Feature
		for i := range all {
			f := &all[i]
			if f.Kind != kind || f.Component != component || slices.ContainsFunc(all[i+1:], func(later Feature) bool {
				return later.Kind == kind && later.Number == f.Number && later.Component == component
			}) {
				continue
			}
			latest = append(latest, f)
			if kind.Grid() && f.unread() || len(f.Tape) == 0 {
				open = append(open, f)
			}
		}
		if len(latest) == 0 {
			return db.Conflict("conflict.no_parts", "kinds", words.Plural(kind))
		}
		if len(open) == 0 && !kind.Grid() { // half a turn fits no other
			return db.Conflict("conflict.plan_read", "kinds", words.Plural(kind))
		} else if len(open) == 0 {
			open = latest
		}
		for _, f := range open {
			if err := s.refit(ctx, tx, f, p); err != nil {
				return err
			}
		}
		return s.log(ctx, tx, jobID, planChanged, Facts{PartKind: kind, Tag: component, Plan: p.ID}, nil)
	})
	if err != nil {
		return fmt.Errorf("plan of %s: %w", kind, err)
	}
	return nil
}

// beside reports whether a reading only says that its place needs none, since it lies beside the plan.
func (r *Reading) beside() bool { return r.What == Skip && r.Reason != nil && *r.Reason == outsidePlan }

// unread reports whether a place has nothing that holds.
func (f *Feature) unread() bool {
	held := map[[2]int]bool{}
	for _, r := range f.Tape {
		if r.SupersededBy == nil && r.What != Clear {
			held[[2]int{r.Station, r.Direction}] = true
		}
	}
	return len(held) < len(f.Stations)*f.Columns()
}

// refit brings a feature to another plan with what was read of it.
func (s *Store) refit(ctx context.Context, tx *sqlx.Tx, f *Feature, p plan.Plan) error {
	used := map[[2]int]bool{}
	for i := range f.Tape {
		if r := &f.Tape[i]; !r.beside() || r.SupersededBy != nil {
			used[[2]int{r.Station, r.Direction}] = true
		}
	}
	now, rows, columns := p.Refit(plan.Grid{Stations: f.Stations, Directions: f.Directions, Added: f.Added},
		func(row, column int) bool { return used[[2]int{row, column}] })
	if len(now.Stations) > mostPlaces || len(now.Directions) > mostPlaces {
		return db.Conflict("conflict.places", "part", f.Name(), "most", mostPlaces)
	}
	stations, err := json.Marshal(now.Stations)
	if err != nil {
		return err
	}
	directions, err := json.Marshal(now.Directions)
	if err != nil {
		return err
	}
	if _, err := tx.ExecContext(ctx, `UPDATE features SET stations = ?, directions = ?, added = ? WHERE id = ?`,
		string(stations), string(directions), now.Added, f.ID); err != nil {
		return err
	}
	// What only told that a place needs no reading goes with the plan that it lay beside.
	if _, err := tx.ExecContext(ctx, `DELETE FROM readings WHERE feature_id = ? AND what = 'skip' AND reason = ?
		AND NOT EXISTS (SELECT 1 FROM superseded s WHERE s.reading_id = readings.id OR s.by_id = readings.id)`,
		f.ID, outsidePlan); err != nil {
		return err
	}
	for i := range f.Tape {
		r := &f.Tape[i]
		if r.beside() && !used[[2]int{r.Station, r.Direction}] {
			continue
		}
		if _, err := tx.ExecContext(ctx, `UPDATE readings SET station = ?, direction = ? WHERE id = ?`,
			rows[r.Station], columns[r.Direction], r.ID); err != nil {
			return err
		}
	}
	return s.besidePlan(ctx, tx, f.ID, now, func(row, column int) bool {
		return row >= len(p.Stations) || column >= len(p.Directions)
	})
}

// besidePlan tells of the cells of a grid that lie beside its plan, and that hold nothing, that they need no reading.
func (s *Store) besidePlan(ctx context.Context, tx *sqlx.Tx, feature int64, g plan.Grid,
	beside func(row, column int) bool) error {
	var there []struct {
		Station   int `db:"station"`
		Direction int `db:"direction"`
	}
	if err := tx.SelectContext(ctx, &there, `SELECT DISTINCT station, direction FROM readings r WHERE feature_id = ?
		AND NOT EXISTS (SELECT 1 FROM superseded s WHERE s.reading_id = r.id) AND what <> 'clear'`,
		feature); err != nil {
		return err
	}
	held := map[[2]int]bool{}
	for _, cell := range there {
		held[[2]int{cell.Station, cell.Direction}] = true
	}
	reason := outsidePlan
	for row := range g.Stations {
		for column := range g.Directions {
			if held[[2]int{row, column}] || !beside(row, column) {
				continue
			}
			needless := Reading{ID: uuid.NewString(), FeatureID: feature, Station: row, Direction: column,
				What: Skip, Reason: &reason, TakenBy: db.Actor(ctx), TakenAt: s.Stamp()}
			if _, err := insertReading(ctx, tx, &needless, false); err != nil {
				return err
			}
		}
	}
	return nil
}
