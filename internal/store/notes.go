package store

import (
	"context"
	"fmt"
	"slices"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/part"
	"ledge/internal/store/db"
)

// A Note is what somebody noted of a part, or of a job.
type Note struct {
	Seq   int64  `json:"seq"`
	ID    string `json:"id"`
	JobID int64  `json:"-"`
	// Kind, Number and Component name the part; no kind where it is of the job.
	Kind      part.Kind `json:"kind,omitempty"`
	Number    int       `json:"number,omitempty"`
	Component string    `json:"component,omitempty"`
	Text      string    `json:"text"`
	SaidBy    string    `json:"said_by"`
	SaidAt    string    `json:"said_at"`
	// FromFile tells that the name is only said by a file that was taken in.
	FromFile bool `json:"from_file,omitempty"`
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
		known, err := s.keep(ctx, tx, event{ID: n.ID, JobID: n.JobID, What: noted}, n, nil)
		if err != nil || known {
			return err
		}
		return fewEnough(ctx, tx, n.JobID, noted, mostNotes, "conflict.notes")
	})
	if err != nil {
		return fmt.Errorf("note %s: %w", n.ID, err)
	}
	return nil
}

// WithdrawNote takes a note out of sight, or brings it back; that it was stays on record.
func (s *Store) WithdrawNote(ctx context.Context, jobID int64, id string, withdrawn bool) error {
	return s.withdraw(ctx, jobID, noted, id, withdrawn)
}

// A withdrawal says of an earlier event that it is out of sight from now on, or in sight again.
type withdrawal struct {
	Removed bool `json:"removed"`
}

// withdraw takes what an event brought out of sight, or brings it back; nothing changes where it is so already.
func (s *Store) withdraw(ctx context.Context, jobID int64, what MomentType, id string, withdrawn bool) error {
	defer s.changed(jobID)
	return s.changeOpen(ctx, jobID, func(tx *sqlx.Tx) error {
		first, err := one(ctx, tx, jobID, what, id)
		if err != nil {
			return err
		}
		events, err := eventsOf(ctx, tx, jobID, what)
		if err != nil || removed(events)[first.ID] == withdrawn {
			return err
		}
		_, err = s.keep(ctx, tx, event{JobID: jobID, Of: &first.ID, What: what}, withdrawal{withdrawn}, nil)
		return err
	})
}

// removed tells of the ids of events whether what they brought is out of sight.
func removed(events []event) map[string]bool {
	gone := map[string]bool{}
	for i := range events {
		if e := &events[i]; e.Of != nil {
			var w withdrawal
			gone[*e.Of] = e.read(&w) == nil && w.Removed
		}
	}
	return gone
}

// inSight are events of a type without those that say something of others, and those that they took out of sight.
func inSight(events []event, what MomentType) []event {
	var list []event
	for _, e := range events {
		if e.What == what {
			list = append(list, e)
		}
	}
	gone := removed(list)
	return slices.DeleteFunc(list, func(e event) bool { return e.Of != nil || gone[e.ID] })
}

// fewEnough is a conflict where a job has more of a type than it may.
func fewEnough(ctx context.Context, tx *sqlx.Tx, jobID int64, what MomentType, most int, why string) error {
	var count int
	if err := tx.GetContext(ctx, &count, `SELECT count(*) FROM events WHERE job_id = ? AND what = ?
		AND of_id IS NULL`, jobID, what); err != nil {
		return err
	}
	if count > most {
		return db.Conflict(why, "most", most)
	}
	return nil
}

func notesOf(events []event) ([]Note, error) {
	return of(inSight(events, noted), noted, func(n *Note, e *event) {
		n.Seq, n.ID, n.JobID, n.SaidBy, n.SaidAt, n.FromFile = e.Seq, e.ID, e.JobID, e.By, e.At, e.FromFile
	})
}

// partThere is [db.ErrNotFound] where a job has no such part; a job as a whole has no kind.
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
		return db.ErrNotFound
	}
	return nil
}
