package store

import (
	"context"
	"fmt"
	"slices"
	"strings"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/part"
	"ledge/internal/store/db"
	"ledge/internal/words"
)

// AddComponent puts another component beside its like, to be measured as those were planned; where
// it replaces one, that is retired in the same breath. What came (Origin) is added to what is asked and measured, with
// the parts that nobody need ask for. The same id is stored once.
func (s *Store) AddComponent(ctx context.Context, c Component, replaces *Retirement) error {
	defer s.changed(c.JobID)
	err := s.changeOpen(ctx, c.JobID, func(tx *sqlx.Tx) error {
		content := db.Fields{"job_id": c.JobID, "component": c.Of, "tag": c.Tag, "origin": c.Origin, "stamp": c.Stamp,
			"added_by": db.Actor(ctx)}
		if known, err := db.Known(ctx, tx, "components", c.ID, content); err != nil || known {
			return err
		}
		there, err := componentsOf(ctx, tx, c.JobID)
		if err != nil {
			return err
		}
		like := -1
		for i, other := range there {
			if other.Of != c.Of {
				continue
			}
			if strings.EqualFold(other.Tag, c.Tag) {
				return &db.ConflictError{Why: words.New("conflict.component", "component", other.Name()), Place: "tag"}
			}
			if like < 0 {
				like = i
			}
		}
		if like < 0 && c.Origin != CameIn {
			return &db.ConflictError{Why: words.New("conflict.none_beside"), Place: "of"}
		}
		if _, err := db.Once(ctx, tx, "components", c.ID, content, db.Fields{"added_at": s.Stamp()}); err != nil {
			return err
		}
		if c.Origin == CameIn {
			err = s.cameToo(ctx, tx, c)
		} else {
			err = plannedLike(ctx, tx, c, there[like].Tag)
		}
		if err != nil {
			return err
		}
		if err := fits(ctx, tx, c.JobID); err != nil {
			return err
		}
		if err := s.log(ctx, tx, c.JobID, componentAdded, Facts{Of: c.Of, Tag: c.Tag}, nil); err != nil ||
			replaces == nil {
			return err
		}
		replaces.What, replaces.For = retired, &c.ID
		return s.eventOf(ctx, tx, c.JobID, *replaces)
	})
	if err != nil {
		return fmt.Errorf("component of job %d: %w", c.JobID, err)
	}
	return nil
}

// cameToo adds a component to what came in, with the parts that are measured unasked.
func (s *Store) cameToo(ctx context.Context, tx *sqlx.Tx, c Component) error {
	job, err := getJob(ctx, tx, c.JobID)
	if err != nil {
		return err
	}
	before := job.Came
	job.Came = part.Ordered(append(slices.Clone(before), c.Of))
	if _, err := tx.ExecContext(ctx, `UPDATE jobs SET came = ? WHERE id = ?`, part.Names(job.Came),
		job.ID); err != nil {
		return err
	}
	for _, f := range layoutFeatures(NewJob{Came: job.Came, Layout: job.Layout}) {
		if f.Kind.Row().Starts(before) {
			continue
		}
		var there bool
		if err := tx.GetContext(ctx, &there, `SELECT EXISTS (SELECT 1 FROM features
			WHERE job_id = ? AND kind = ? AND number = ? AND component = '')`, job.ID, f.Kind, f.Number); err != nil {
			return err
		}
		if there {
			continue
		}
		f.JobID = job.ID
		if _, err := insertFeature(ctx, tx, f); err != nil {
			return err
		}
	}
	return nil
}

// TakeOff takes a component back that was added or told by mistake, with its parts, while nothing is recorded of any.
func (s *Store) TakeOff(ctx context.Context, jobID int64, component string) error {
	defer s.changed(jobID)
	err := s.changeOpen(ctx, jobID, func(tx *sqlx.Tx) error {
		there, err := componentsOf(ctx, tx, jobID)
		if err != nil {
			return err
		}
		at := slices.IndexFunc(there, func(c Component) bool { return c.ID == component })
		if at < 0 {
			return db.ErrNotFound
		}
		c := there[at]
		if len(there) == 1 {
			return db.Conflict("conflict.only_component", "component", c.Name())
		}
		if err := s.untouched(ctx, tx, c); err != nil {
			return err
		}
		job, err := getJob(ctx, tx, jobID)
		if err != nil {
			return err
		}
		var kinds []string
		for _, row := range part.All() {
			// A fit goes with either of its parts.
			if row.Component == c.Of || c.Tag == "" && slices.Contains(row.Start, c.Of) {
				kinds = append(kinds, string(row.Kind))
			}
		}
		query, args, err := sqlx.In(`SELECT id, kind FROM features f WHERE job_id = ? AND component = ? AND kind
			IN (?)`,
			jobID, c.Tag, kinds)
		if err != nil {
			return err
		}
		var parts []struct {
			ID   int64     `db:"id"`
			Kind part.Kind `db:"kind"`
		}
		if err := tx.SelectContext(ctx, &parts, query, args...); err != nil {
			return err
		}
		for _, p := range parts {
			switch recorded, err := recordedOf(ctx, tx, p.ID); {
			case err != nil:
				return err
			case recorded && p.Kind.Row().Component == c.Of:
				return db.Conflict("conflict.recorded")
			case recorded:
				continue // it was read of the other part
			}
			if _, err := tx.ExecContext(ctx, `DELETE FROM features WHERE id = ?`, p.ID); err != nil {
				return err
			}
		}
		for _, gone := range []string{`DELETE FROM component_events WHERE component_id = ?`,
			`DELETE FROM components WHERE id = ?`} {
			if _, err := tx.ExecContext(ctx, gone, c.ID); err != nil {
				return err
			}
		}
		if c.Tag == "" {
			came := slices.DeleteFunc(job.Came, func(of part.Component) bool { return of == c.Of })
			if len(came) == 0 {
				return db.Conflict("conflict.only_component", "component", c.Name())
			}
			if _, err := tx.ExecContext(ctx, `UPDATE jobs SET came = ? WHERE id = ?`, part.Names(came),
				jobID); err != nil {
				return err
			}
		}
		return s.log(ctx, tx, jobID, componentTakenOff, Facts{Of: c.Of, Tag: c.Tag}, nil)
	})
	if err != nil {
		return fmt.Errorf("component of job %d: %w", jobID, err)
	}
	return nil
}

// untouched is a conflict where a component was decided on, took another's place or is the one that its
// like stand beside.
func (s *Store) untouched(ctx context.Context, tx *sqlx.Tx, c Component) error {
	var named, beside bool
	if err := tx.GetContext(ctx, &named, `SELECT EXISTS (SELECT 1 FROM component_events WHERE for_id = ?)`,
		c.ID); err != nil {
		return err
	}
	if err := tx.GetContext(ctx, &beside, `SELECT EXISTS (SELECT 1 FROM components WHERE job_id = ? AND component = ?
		AND id <> ?)`, c.JobID, c.Of, c.ID); err != nil {
		return err
	}
	if named || c.Tag == "" && beside {
		return db.Conflict("conflict.another_there", "component", c.Name())
	}
	events, err := eventsOf(ctx, tx, c.JobID, decided)
	if err != nil {
		return err
	}
	decisions, err := decisionsOf(events)
	if err == nil && slices.ContainsFunc(decisions, func(d Decision) bool {
		return d.Component == c.Tag && d.Set.Component() == c.Of
	}) {
		return db.Conflict("conflict.recorded")
	}
	return err
}

// plannedLike makes the parts of a component measurable, by the plans of its like.
func plannedLike(ctx context.Context, tx *sqlx.Tx, c Component, like string) error {
	var kinds []string
	for _, row := range part.All() {
		if row.Component == c.Of {
			kinds = append(kinds, string(row.Kind))
		}
	}
	query, args, err := sqlx.In(`INSERT INTO features (job_id, kind, number, state, component, stations,
		directions, counted, gauge_kind, gauge_division, gauge_repeatability, gauge_setting_u, added, quick)
		SELECT job_id, kind, number, state, ?, stations, directions, counted, gauge_kind, gauge_division,
			gauge_repeatability, gauge_setting_u, added, quick FROM features
		WHERE job_id = ? AND state = ? AND component = ? AND kind IN (?) ORDER BY id`, c.Tag, c.JobID,
		part.AsFound, like, kinds)
	if err != nil {
		return err
	}
	_, err = tx.ExecContext(ctx, query, args...)
	return err
}
