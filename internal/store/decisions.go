package store

import (
	"context"
	"fmt"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/disposition"
	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/store/db"
)

// A Decision is what a person signed for one set, with a copy of what it was based on.
type Decision struct {
	Seq   int64    `json:"seq"`
	ID    string   `json:"id"`
	JobID int64    `json:"-"`
	Set   part.Set `json:"set"`
	// Component is the tag of the one whose set it is; empty for the one that came.
	Component string `json:"component,omitempty"`
	disposition.Way
	// Says is how it reads, made when it is shown.
	Says      string `json:"says,omitempty"`
	Overruled bool   `json:"overruled"`
	Reason    string `json:"reason"`
	// On is the basis: the set as it was judged when it was signed.
	On        disposition.Set `json:"-"`
	DecidedBy string          `json:"decided_by"`
	DecidedAt string          `json:"decided_at"`
	// FromFile tells that the name is only said by a file that was taken in.
	FromFile bool `json:"from_file,omitempty"`
}

// An Issue is what is issued of a job's sheets at one time: those that take the place of earlier
// issues, and those that are wanted no more.
type Issue struct {
	Sheets []order.Sheet
	Struck []order.Name
}

// Signing is what Sign asks of its caller, within its transaction: both are given the job as it then stands.
type Signing struct {
	// Job, ID, Set, Way and Reason are what a person signs. After is the seq of the last decision
	// of the set that the person saw, 0 for none: where another was signed meanwhile, it is a
	// conflict that names it.
	Decision
	After int64
	// Judge completes the decision with what it is based on, or says why it cannot be signed.
	Judge func(Record, *Decision) error
	// Reissue says which sheets that were issued before change with it; may be nil.
	Reissue func(Record) (Issue, error)
}

// Sign stores a signed decision and brings the sheets that were issued up to it, in one
// transaction: there is never one without the other. The same id is stored once.
func (s *Store) Sign(ctx context.Context, g Signing) error {
	d := g.Decision
	d.DecidedBy, d.DecidedAt = db.Actor(ctx), s.Stamp()
	defer s.changed(d.JobID)
	err := s.changeOpen(ctx, d.JobID, func(tx *sqlx.Tx) error {
		e := event{ID: d.ID, JobID: d.JobID, What: decided}
		content := signature{Set: d.Set, Component: d.Component, Way: d.Way, Reason: d.Reason}
		if known, err := e.known(ctx, tx, content, basedOn{}); err != nil || known {
			return err
		}
		record, err := readRecord(ctx, tx, d.JobID)
		if err != nil {
			return err
		}
		for i := len(record.Decisions) - 1; i >= 0; i-- {
			last := record.Decisions[i]
			if last.Set != d.Set || last.Component != d.Component {
				continue
			}
			if last.Seq != g.After {
				return db.Conflict("conflict.signed", "who", last.DecidedBy)
			}
			break
		}
		if record.Retired(d.Set.Component(), d.Component) {
			return inUse(ctx, tx, d.JobID, d.Set.Component(), d.Component)
		}
		if err := g.Judge(record, &d); err != nil {
			return err
		}
		if _, err := s.keep(ctx, tx, e, content, basedOn{d.Overruled, d.On}); err != nil {
			return err
		}
		if g.Reissue == nil {
			return nil
		}
		if record, err = readRecord(ctx, tx, d.JobID); err != nil {
			return err
		}
		issue, err := g.Reissue(record)
		if err != nil {
			return err
		}
		return s.issue(ctx, tx, d.JobID, issue)
	})
	if err != nil {
		return fmt.Errorf("decision %s: %w", d.ID, err)
	}
	return nil
}

// A signature is what of a decision is signed, based what it stands on.
type signature struct {
	Set       part.Set `json:"set"`
	Component string   `json:"component,omitempty"`
	disposition.Way
	Reason string `json:"reason,omitempty"`
}

type basedOn struct {
	Overruled bool            `json:"overruled"`
	Basis     disposition.Set `json:"basis"`
}

// decision is one as it is stored.
type decision struct {
	Decision
	Basis disposition.Set `json:"basis"`
}

func decisionsOf(events []event) ([]Decision, error) {
	all, err := of(events, decided, func(d *decision, e *event) {
		d.Seq, d.ID, d.JobID, d.DecidedBy, d.DecidedAt, d.FromFile = e.Seq, e.ID, e.JobID, e.By, e.At, e.FromFile
		d.On = d.Basis
	})
	list := make([]Decision, len(all))
	for i := range all {
		list[i] = all[i].Decision
	}
	return list, err
}
