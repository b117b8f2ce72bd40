package store

import (
	"context"
	"fmt"

	"ledge/internal/core/closed"
	"ledge/internal/store/db"

	"github.com/jmoiron/sqlx"
)

// An Outcome is how a job left the shop.
type Outcome string

// The outcomes. Mistake is a job that should not have been made; Reopened one that came back into the shop.
const (
	Finished     Outcome = "finished"
	Declined     Outcome = "declined"
	Scrapped     Outcome = "scrapped"
	KeptForParts Outcome = "kept_for_parts"
	Mistake      Outcome = "mistake"
	Reopened     Outcome = "reopened"
)

// Outcomes are all of them.
var Outcomes = closed.New(Finished, Declined, Scrapped, KeptForParts, Mistake, Reopened).Said("outcome")

// A Closing is how a job left the shop, as somebody signed it, or that it came back.
type Closing struct {
	Seq      int64   `json:"seq"`
	ID       string  `json:"id"`
	JobID    int64   `json:"-"`
	Outcome  Outcome `json:"outcome"`
	Reason   string  `json:"reason"`
	ClosedBy string  `json:"closed_by"`
	ClosedAt string  `json:"closed_at"`
	// FromFile tells that the name is only said by a file that was taken in.
	FromFile bool `json:"from_file,omitempty"`
}

// CloseJob takes a job out of the shop's list, or with [Reopened] puts it back; it stays on record.
func (s *Store) CloseJob(ctx context.Context, id int64, outcome Outcome, reason string) error {
	defer s.changed(id)
	err := s.Change(ctx, func(tx *sqlx.Tx) error {
		job, err := getJob(ctx, tx, id)
		if err != nil {
			return err
		}
		closes := outcome != Reopened
		if (job.ClosedAt != nil) == closes {
			return nil
		}
		if err := lineChanged(ctx, tx, id); err != nil {
			return err
		}
		now := s.Stamp()
		at := &now
		if !closes {
			at = nil
		}
		if _, err := tx.ExecContext(ctx, `UPDATE jobs SET closed_at = ?, version = version + 1 WHERE id = ?`,
			at, id); err != nil {
			return err
		}
		e := event{JobID: id, What: closing, At: now}
		_, err = s.keep(ctx, tx, e, Closing{Outcome: outcome, Reason: reason}, nil)
		return err
	})
	if err != nil {
		return fmt.Errorf("close job %d: %w", id, err)
	}
	return nil
}

// closingsOf are the closings and reopenings of a job, in their order.
func closingsOf(events []event) ([]Closing, error) {
	return of(events, closing, func(c *Closing, e *event) {
		c.Seq, c.ID, c.JobID, c.ClosedBy, c.ClosedAt, c.FromFile = e.Seq, e.ID, e.JobID, e.By, e.At, e.FromFile
	})
}

// changeOpen is Change for a job that is still in the shop; a closed one takes nothing.
func (s *Store) changeOpen(ctx context.Context, jobID int64, do func(tx *sqlx.Tx) error) error {
	return s.changeOpenAnd(ctx, jobID, do, func() {})
}

// changeOpenAnd is changeOpen with something that follows the commit before the next one begins.
func (s *Store) changeOpenAnd(ctx context.Context, jobID int64, do func(tx *sqlx.Tx) error, follow func()) error {
	return s.ChangeAnd(ctx, func(tx *sqlx.Tx) error {
		var closed bool
		if err := tx.GetContext(ctx, &closed,
			`SELECT EXISTS (SELECT 1 FROM jobs WHERE id = ? AND closed_at IS NOT NULL)`, jobID); err != nil {
			return err
		}
		if closed {
			return db.Conflict("conflict.closed")
		}
		if err := lineChanged(ctx, tx, jobID); err != nil {
			return err
		}
		return do(tx)
	}, follow)
}
