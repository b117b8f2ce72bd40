package store

import (
	"context"
	"fmt"
	"slices"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/closed"
	"ledge/internal/store/db"
	"ledge/internal/words"
)

// A Retirement says that a component is not built in, with everything that was measured of it.
type Retirement struct {
	Seq         int64          `db:"seq" json:"-"`
	ID          string         `db:"id" json:"id"`
	ComponentID string         `db:"component_id" json:"-"`
	What        RetirementType `db:"what" json:"-"`
	// For is the id of the one that takes its place; nil where none does.
	For    *string `db:"for_id" json:"for,omitempty"`
	Reason string  `db:"reason" json:"reason"`
	SaidBy string  `db:"said_by" json:"said_by"`
	SaidAt string  `db:"said_at" json:"said_at"`
	// FromFile tells that the name is only said by a file that was taken in.
	FromFile bool `db:"from_file" json:"from_file,omitempty"`
}

// A RetirementType says whether a component was taken out of the engine or put back.
type RetirementType string

const (
	retired  RetirementType = "retired"
	returned RetirementType = "returned"
)

// RetirementTypes are both.
var RetirementTypes = closed.New(retired, returned)

// RetireComponent takes a component out of the engine with everything that was measured of it; the
// record keeps it. r.For is the id of what takes its place. The same id is stored once.
func (s *Store) RetireComponent(ctx context.Context, jobID int64, r Retirement) error {
	r.What = retired
	return s.sayOfComponent(ctx, jobID, r)
}

// ReturnComponent takes a retirement back.
func (s *Store) ReturnComponent(ctx context.Context, jobID int64, r Retirement) error {
	r.What, r.For = returned, nil
	return s.sayOfComponent(ctx, jobID, r)
}

func (s *Store) sayOfComponent(ctx context.Context, jobID int64, r Retirement) error {
	defer s.changed(jobID)
	err := s.changeOpen(ctx, jobID, func(tx *sqlx.Tx) error { return s.eventOf(ctx, tx, jobID, r) })
	if err != nil {
		return fmt.Errorf("component of job %d: %w", jobID, err)
	}
	return nil
}

func (s *Store) eventOf(ctx context.Context, tx *sqlx.Tx, jobID int64, r Retirement) error {
	content := db.Fields{"component_id": r.ComponentID, "what": r.What, "for_id": r.For, "reason": r.Reason,
		"said_by": db.Actor(ctx)}
	if known, err := db.Known(ctx, tx, "component_events", r.ID, content); err != nil || known {
		return err
	}
	there, err := componentsOf(ctx, tx, jobID)
	if err != nil {
		return err
	}
	at := slices.IndexFunc(there, func(c Component) bool { return c.ID == r.ComponentID })
	if at < 0 {
		return db.ErrNotFound
	}
	facts := Facts{Of: there[at].Of, Tag: there[at].Tag, Reason: r.Reason}
	switch one := there[at]; {
	case r.What == returned && one.Retired == nil:
		return db.Conflict("conflict.not_retired", "component", one.Name())
	case r.What == retired && one.Retired != nil:
		return db.Conflict("conflict.retired_already", "component", one.Name())
	case r.What == retired:
		if r.For != nil {
			in := slices.IndexFunc(there,
				func(c Component) bool {
					return c.ID == *r.For && c.Of == one.Of && c.ID != one.ID &&
						c.Retired == nil
				})
			if in < 0 {
				return &db.ConflictError{Why: words.New("conflict.in_place"), Place: "for"}
			}
			facts.For = there[in].Name()
		}
	}
	if _, err := db.Once(ctx, tx, "component_events", r.ID, content, db.Fields{"said_at": s.Stamp()}); err != nil {
		return err
	}
	change := componentRetired
	if r.What == returned {
		change = componentReturned
	}
	return s.log(ctx, tx, jobID, change, facts, nil)
}
