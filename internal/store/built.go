package store

import (
	"context"
	"fmt"
	"strings"
	"time"

	"github.com/google/uuid"
	"github.com/jmoiron/sqlx"

	"ledge/internal/core/assembly"
	"ledge/internal/core/part"
	"ledge/internal/store/db"
)

// mostBuilt bounds what is told of the building of one job; a large engine takes a third of it.
const mostBuilt = 5000

// A Torqued is what a finished or loosened run makes of the parts that its bolts hold: how they are held from now
// on, all of a kind, or one of them.
type Torqued struct {
	Kinds  []part.Kind
	Number int
	Group  assembly.Group
	Tight  bool
}

// AddBuilt keeps one thing that was done to build an engine; the same id is stored once. check looks at it
// in the light of all that was done before, two benches at once too; then says what it changes of how parts
// are held.
func (s *Store) AddBuilt(ctx context.Context, jobID int64, e assembly.Event, check func(before []assembly.Event) error,
	then func(all []assembly.Event) []Torqued) error {
	defer s.changed(jobID)
	e.ID = strings.ToLower(e.ID)
	err := s.changeOpen(ctx, jobID, func(tx *sqlx.Tx) error {
		if _, err := getJob(ctx, tx, jobID); err != nil {
			return err
		}
		kept := event{ID: e.ID, JobID: jobID, Of: backOf(e), What: built}
		if known, err := kept.known(ctx, tx, withoutColumns(e), nil); err != nil || known {
			return err
		}
		before, err := jobsBuilt(ctx, tx, jobID)
		if err != nil {
			return err
		}
		if len(before) >= mostBuilt {
			return db.Conflict("conflict.built", "most", mostBuilt)
		}
		if err := check(before); err != nil {
			return err
		}
		if _, err := s.keep(ctx, tx, kept, withoutColumns(e), nil); err != nil {
			return err
		}
		all, err := jobsBuilt(ctx, tx, jobID)
		if err != nil {
			return err
		}
		for _, t := range then(all) {
			if err := s.torqued(ctx, tx, jobID, t); err != nil {
				return err
			}
		}
		return nil
	})
	if err != nil {
		return fmt.Errorf("build event %s: %w", e.ID, err)
	}
	return nil
}

// torqued stores how parts are held from now on; what else was told of them stays.
func (s *Store) torqued(ctx context.Context, tx *sqlx.Tx, jobID int64, t Torqued) error {
	for _, kind := range t.Kinds {
		c := Condition{JobID: jobID, Kind: kind}
		last, err := lastCondition(ctx, tx, jobID, kind, t.Number)
		if err != nil {
			return err
		}
		if last != nil {
			told, err := one(ctx, tx, jobID, conditionTold, *last)
			if err != nil {
				return err
			}
			if err := told.read(&c); err != nil {
				return err
			}
		}
		c.Number, c.ID = t.Number, uuid.NewString()
		switch t.Group.Row().Tells {
		case assembly.DeckPlated:
			c.DeckPlate = &t.Tight
		case assembly.StudsIn:
			c.Studs = &t.Tight
		default:
			c.Torqued = &t.Tight
		}
		if err := s.hold(ctx, tx, c); err != nil {
			return err
		}
	}
	return nil
}

// withoutColumns is an event without what has columns of its own.
func withoutColumns(e assembly.Event) assembly.Event {
	e.By, e.At, e.FromFile, e.Of = "", "", false, ""
	return e
}

// backOf is the event that one takes back; nil where it takes none.
func backOf(e assembly.Event) *string {
	if e.Of == "" {
		return nil
	}
	id := strings.ToLower(e.Of)
	return &id
}

// jobsBuilt are what was done to build an engine, in its order.
func jobsBuilt(ctx context.Context, q db.Querier, jobID int64) ([]assembly.Event, error) {
	events, err := eventsOf(ctx, q, jobID, built)
	if err != nil {
		return nil, err
	}
	return builtOf(events)
}

func builtOf(events []event) ([]assembly.Event, error) {
	return of(events, built, func(b *assembly.Event, e *event) {
		b.ID, b.By, b.At, b.FromFile = e.ID, e.By, e.At, e.FromFile
		if e.Of != nil {
			b.Of = *e.Of
		}
	})
}

// importBuilt stores what a file tells of the building; who did it is only said by the file. ids are made anew.
func (s *Store) importBuilt(ctx context.Context, tx *sqlx.Tx, jobID int64, events []assembly.Event) error {
	ids := map[string]string{}
	for _, e := range events {
		id := uuid.NewString()
		e.Of, e.After = ids[e.Of], ids[e.After]
		if e.ID != "" {
			ids[e.ID] = id
		}
		by, at, fromFile := e.By, e.At, e.By != ""
		if by == "" {
			by = db.Actor(ctx)
		}
		if _, err := time.Parse(time.RFC3339Nano, at); err != nil {
			at = s.Stamp()
		}
		if _, err := s.keep(ctx, tx, event{ID: id, JobID: jobID, Of: backOf(e), What: built, By: by, At: at,
			FromFile: fromFile}, withoutColumns(e), nil); err != nil {
			return err
		}
	}
	return nil
}
