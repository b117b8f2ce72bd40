package store

import (
	"context"
	"fmt"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/part"
)

// A Photo is a picture of a job; the picture itself is fetched by its id.
type Photo struct {
	Seq     int64  `db:"seq" json:"seq"`
	ID      string `db:"id" json:"id"`
	JobID   int64  `db:"job_id" json:"-"`
	Caption string `db:"caption" json:"caption"`
	// Kind, Number and Component name the part that it shows; no kind where it is of the job.
	Kind      part.Kind `db:"kind" json:"kind,omitempty"`
	Number    int       `db:"number" json:"number,omitempty"`
	Component string    `db:"component" json:"component,omitempty"`
	Width     int       `db:"width" json:"width"`
	Height    int       `db:"height" json:"height"`
	TakenBy   string    `db:"taken_by" json:"taken_by"`
	TakenAt   string    `db:"taken_at" json:"taken_at"`
	// FromFile tells that the name is only said by a file that was taken in.
	FromFile bool `db:"from_file" json:"from_file,omitempty"`
}

// MaxPhotos bounds the photographs of one job.
const MaxPhotos = 200

// AddPhoto stores a picture with its small version, both JPEG; the same id is stored once.
func (s *Store) AddPhoto(ctx context.Context, p Photo, picture, small []byte) error {
	defer s.changed(p.JobID)
	err := s.changeOpen(ctx, p.JobID, func(tx *sqlx.Tx) error {
		if _, err := getJob(ctx, tx, p.JobID); err != nil {
			return err
		}
		if err := partThere(ctx, tx, p.JobID, p.Kind, p.Number, p.Component); err != nil {
			return err
		}
		known, err := once(ctx, tx, "photos", p.ID,
			fields{"job_id": p.JobID, "caption": p.Caption, "kind": orNothing(p.Kind), "number": p.Number,
				"component": p.Component, "width": p.Width, "height": p.Height,
				"picture": picture, "small": small,
				"taken_by": Actor(ctx)}, fields{"taken_at": s.stamp()})
		if err != nil || known {
			return err
		}
		var count int
		if err := tx.GetContext(ctx, &count, `SELECT count(*) FROM photos WHERE job_id = ?`, p.JobID); err != nil {
			return err
		}
		if count > MaxPhotos {
			return conflict("conflict.photos", "most", MaxPhotos)
		}
		return nil
	})
	if err != nil {
		return fmt.Errorf("photo %s: %w", p.ID, err)
	}
	return nil
}

// RemovePhoto takes a picture out of sight; who did it and when stays on record.
func (s *Store) RemovePhoto(ctx context.Context, jobID int64, id string) error {
	defer s.changed(jobID)
	return s.changeOpen(ctx, jobID, func(tx *sqlx.Tx) error {
		_, err := tx.ExecContext(ctx, `UPDATE photos SET removed_by = ?, removed_at = ?
			WHERE job_id = ? AND id = ? AND removed_by = ''`, Actor(ctx), s.stamp(), jobID, id)
		return err
	})
}

// RestorePhoto brings a picture back that was taken away; that it was stays on record.
func (s *Store) RestorePhoto(ctx context.Context, jobID int64, id string) error {
	defer s.changed(jobID)
	return s.changeOpen(ctx, jobID, func(tx *sqlx.Tx) error {
		var caption string
		if err := tx.GetContext(ctx, &caption, `SELECT caption FROM photos WHERE job_id = ? AND id = ?`,
			jobID, id); err != nil {
			return notFound(err)
		}
		if _, err := tx.ExecContext(ctx,
			`UPDATE photos SET removed_by = '', removed_at = '' WHERE job_id = ? AND id = ?`, jobID, id); err != nil {
			return err
		}
		return s.log(ctx, tx, jobID, photoBack, Facts{Caption: caption}, nil)
	})
}

// Picture returns a photograph as JPEG, or [ErrNotFound].
func (s *Store) Picture(ctx context.Context, jobID int64, id string, small bool) (picture []byte, err error) {
	column := "picture"
	if small {
		column = "small"
	}
	if err := s.read.GetContext(ctx, &picture, `SELECT `+column+
		` FROM photos WHERE job_id = ? AND id = ? AND removed_by = ''`, jobID, id); err != nil {
		return nil, fmt.Errorf("photo %s of job %d: %w", id, jobID, notFound(err))
	}
	return picture, nil
}

func photosOf(ctx context.Context, q querier, jobID int64) ([]Photo, error) {
	list := []Photo{}
	if err := q.SelectContext(ctx, &list,
		`SELECT seq, id, job_id, caption, kind, number, component, width, height, taken_by, taken_at, from_file
		FROM photos WHERE job_id = ? AND removed_by = '' ORDER BY seq`, jobID); err != nil {
		return nil, fmt.Errorf("photos of job %d: %w", jobID, err)
	}
	return list, nil
}
