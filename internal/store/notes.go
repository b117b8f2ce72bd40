package store

import (
	"context"
	"fmt"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/part"
)

// A Note is what somebody noted of a part, or of a job.
type Note struct {
	Seq   int64  `db:"seq" json:"seq"`
	ID    string `db:"id" json:"id"`
	JobID int64  `db:"job_id" json:"-"`
	// Kind, Number and Component name the part; no kind where it is of the job.
	Kind      part.Kind `db:"kind" json:"kind,omitempty"`
	Number    int       `db:"number" json:"number,omitempty"`
	Component string    `db:"component" json:"component,omitempty"`
	Text      string    `db:"text" json:"text"`
	SaidBy    string    `db:"said_by" json:"said_by"`
	SaidAt    string    `db:"said_at" json:"said_at"`
	// FromFile tells that the name is only said by a file that was taken in.
	FromFile bool `db:"from_file" json:"from_file,omitempty"`
}

// mostNotes bounds the notes of one job.
const mostNotes = 1000

// AddNote keeps a note; the same id is stored once.
func (s *Store) AddNote(ctx context.Context, n Note) error {
	defer s.changed(n.JobID)
	err := s.changeOpen(ctx, n.JobID, func(tx *sqlx.Tx) error {
		if err := partThere(ctx, tx, n.JobID, n.Kind, n.Number, n.Component); err != nil {
			return err
		}
		known, err := once(ctx, tx, "notes", n.ID, fields{"job_id": n.JobID,
			"kind": orNothing(n.Kind), "number": n.Number,
			"component": n.Component, "text": n.Text, "said_by": Actor(ctx)}, fields{"said_at": s.stamp()})
		if err != nil || known {
			return err
		}
		var count int
		if err := tx.GetContext(ctx, &count, `SELECT count(*) FROM notes WHERE job_id = ?`, n.JobID); err != nil {
			return err
		}
		if count > mostNotes {
			return conflict("conflict.notes", "most", mostNotes)
		}
		return nil
	})
	if err != nil {
		return fmt.Errorf("note %s: %w", n.ID, err)
	}
	return nil
}

// WithdrawNote takes a note out of sight, or brings it back; that it was stays on record.
func (s *Store) WithdrawNote(ctx context.Context, jobID int64, id string, withdrawn bool) error {
	defer s.changed(jobID)
	by, at := Actor(ctx), s.stamp()
	if !withdrawn {
		by, at = "", ""
	}
	return s.changeOpen(ctx, jobID, func(tx *sqlx.Tx) error {
		result, err := tx.ExecContext(ctx, `UPDATE notes SET removed_by = ?, removed_at = ?
			WHERE job_id = ? AND id = ? AND (removed_by = '') = ?`, by, at, jobID, id, withdrawn)
		if err != nil {
			return err
		}
		if n, err := result.RowsAffected(); err != nil || n == 0 {
			return err
		}
		if withdrawn {
			return nil
		}
		return s.log(ctx, tx, jobID, noteBack, Facts{}, nil)
	})
}

func notesOf(ctx context.Context, q querier, jobID int64) ([]Note, error) {
	list := []Note{}
	if err := q.SelectContext(ctx, &list, `SELECT seq, id, job_id, kind, number, component, text, said_by, said_at,
		from_file FROM notes WHERE job_id = ? AND removed_by = '' ORDER BY seq`, jobID); err != nil {
		return nil, fmt.Errorf("notes of job %d: %w", jobID, err)
	}
	return list, nil
}

// partThere is [ErrNotFound] where a job has no such part; a job as a whole has no kind.
func partThere(ctx context.Context, tx *sqlx.Tx, jobID int64, kind part.Kind, number int, component string) error {
	if kind == "" {
		return nil
	}
	var there bool
	if err := tx.GetContext(ctx, &there, `SELECT EXISTS (SELECT 1 FROM features
		WHERE job_id = ? AND kind = ? AND number = ? AND component = ?)`, jobID, kind, number, component); err != nil {
		return err
	}
	if !there {
		return ErrNotFound
	}
	return nil
}
