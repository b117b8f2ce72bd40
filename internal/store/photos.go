package store

import (
	"bytes"
	"context"
	"fmt"
	"strings"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/part"
	"ledge/internal/store/db"
)

// A Photo is a picture of a job; the picture itself is fetched by its id.
type Photo struct {
	Seq     int64  `json:"seq"`
	ID      string `json:"id"`
	JobID   int64  `json:"-"`
	Caption string `json:"caption"`
	// Kind, Number and Component name the part that it shows; no kind where it is of the job.
	Kind      part.Kind `json:"kind,omitempty"`
	Number    int       `json:"number,omitempty"`
	Component string    `json:"component,omitempty"`
	Width     int       `json:"width"`
	Height    int       `json:"height"`
	TakenBy   string    `json:"taken_by"`
	TakenAt   string    `json:"taken_at"`
	// FromFile tells that the name is only said by a file that was taken in.
	FromFile bool `json:"from_file,omitempty"`
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
		known, err := s.keep(ctx, tx, event{ID: p.ID, JobID: p.JobID, What: photographed}, p, nil)
		if err != nil {
			return err
		}
		if known {
			var stored []byte
			if err := tx.GetContext(ctx, &stored, `SELECT picture FROM pictures WHERE of_id = ?`,
				strings.ToLower(p.ID)); err != nil || bytes.Equal(stored, picture) {
				return err
			}
			return db.OtherContent()
		}
		if _, err := tx.ExecContext(ctx, `INSERT INTO pictures (of_id, picture, small) VALUES (?,?,?)`,
			strings.ToLower(p.ID), picture, small); err != nil {
			return err
		}
		return fewEnough(ctx, tx, p.JobID, photographed, MaxPhotos, "conflict.photos")
	})
	if err != nil {
		return fmt.Errorf("photo %s: %w", p.ID, err)
	}
	return nil
}

// RemovePhoto takes a picture out of sight; who did it and when stays on record.
func (s *Store) RemovePhoto(ctx context.Context, jobID int64, id string) error {
	return s.withdraw(ctx, jobID, photographed, id, true)
}

// RestorePhoto brings a picture back that was taken away; that it was stays on record.
func (s *Store) RestorePhoto(ctx context.Context, jobID int64, id string) error {
	return s.withdraw(ctx, jobID, photographed, id, false)
}

// Picture returns a photograph as JPEG, or [db.ErrNotFound].
func (s *Store) Picture(ctx context.Context, jobID int64, id string, small bool) (picture []byte, err error) {
	column := "picture"
	if small {
		column = "small"
	}
	if err := s.Read.GetContext(ctx, &picture, `SELECT `+column+
		` FROM pictures WHERE of_id = (SELECT id FROM events WHERE job_id = ? AND id = ?)
			AND NOT coalesce((SELECT body ->> '$.removed' FROM events WHERE job_id = ? AND what = ? AND of_id = ?
				ORDER BY seq DESC LIMIT 1), 0)`, jobID, id, jobID, photographed, id); err != nil {
		return nil, fmt.Errorf("photo %s of job %d: %w", id, jobID, db.NotFound(err))
	}
	return picture, nil
}

func photosOf(events []event) ([]Photo, error) {
	return of(inSight(events, photographed), photographed, func(p *Photo, e *event) {
		p.Seq, p.ID, p.JobID, p.TakenBy, p.TakenAt, p.FromFile = e.Seq, e.ID, e.JobID, e.By, e.At, e.FromFile
	})
}
