package store

import (
	"context"
	"encoding/json"
	"fmt"
	"strings"
	"time"

	"github.com/google/uuid"
	"github.com/jmoiron/sqlx"

	"ledge/internal/core/assembly"
	"ledge/internal/core/part"
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
	body, err := bodyOf(e)
	if err != nil {
		return err
	}
	err = s.changeOpen(ctx, jobID, func(tx *sqlx.Tx) error {
		if _, err := getJob(ctx, tx, jobID); err != nil {
			return err
		}
		content := fields{"job_id": jobID, "what": e.What, "body": body, "of_id": backOf(e), "said_by": Actor(ctx)}
		if known, err := knownAs(ctx, tx, "build_events", e.ID, content); err != nil || known {
			return err
		}
		before, err := builtOf(ctx, tx, jobID)
		if err != nil {
			return err
		}
		if len(before) >= mostBuilt {
			return conflict("conflict.built", "most", mostBuilt)
		}
		if err := check(before); err != nil {
			return err
		}
		if _, err := once(ctx, tx, "build_events", e.ID, content, fields{"said_at": s.stamp()}); err != nil {
			return err
		}
		all, err := builtOf(ctx, tx, jobID)
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
			if err := tx.GetContext(ctx, &c, `SELECT * FROM conditions WHERE id = ?`, *last); err != nil {
				return err
			}
		}
		c.Number, c.ID, c.SetBy, c.SetAt, c.FromFile = t.Number, uuid.NewString(), Actor(ctx), s.stamp(), false
		switch t.Group {
		case assembly.Plate:
			c.DeckPlate = &t.Tight
		case assembly.Heads, assembly.Studs:
			c.Studs = &t.Tight
		default:
			c.Torqued = &t.Tight
		}
		if _, err := c.once(ctx, tx); err != nil {
			return err
		}
	}
	return nil
}

// bodyOf is an event as it is stored: without what has columns of its own.
func bodyOf(e assembly.Event) (string, error) {
	e.ID, e.By, e.At, e.FromFile, e.Of = "", "", "", false, ""
	body, err := json.Marshal(e)
	return string(body), err
}

// backOf is the event that one takes back, as its column has it.
func backOf(e assembly.Event) any {
	if e.Of == "" {
		return nil
	}
	return strings.ToLower(e.Of)
}

// builtOf are what was done to build an engine, in its order.
func builtOf(ctx context.Context, q querier, jobID int64) ([]assembly.Event, error) {
	var rows []struct {
		ID       string             `db:"id"`
		What     assembly.EventType `db:"what"`
		Body     string             `db:"body"`
		Of       *string            `db:"of_id"`
		SaidBy   string             `db:"said_by"`
		SaidAt   string             `db:"said_at"`
		FromFile bool               `db:"from_file"`
	}
	if err := q.SelectContext(ctx, &rows, `SELECT id, what, body, of_id, said_by, said_at, from_file FROM build_events
		WHERE job_id = ? ORDER BY seq`, jobID); err != nil {
		return nil, fmt.Errorf("building of job %d: %w", jobID, err)
	}
	list := make([]assembly.Event, len(rows))
	for i, r := range rows {
		if err := json.Unmarshal([]byte(r.Body), &list[i]); err != nil {
			return nil, fmt.Errorf("build event %s: %w", r.ID, err)
		}
		list[i].ID, list[i].What, list[i].By, list[i].At, list[i].FromFile = r.ID, r.What, r.SaidBy, r.SaidAt,
			r.FromFile
		if r.Of != nil {
			list[i].Of = *r.Of
		}
	}
	return list, nil
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
			by = Actor(ctx)
		}
		if _, err := time.Parse(time.RFC3339Nano, at); err != nil {
			at = s.stamp()
		}
		body, err := bodyOf(e)
		if err != nil {
			return err
		}
		if _, err := once(ctx, tx, "build_events", id, fields{"job_id": jobID, "what": e.What, "body": body,
			"of_id": backOf(e), "said_by": by}, fields{"said_at": at, "from_file": fromFile}); err != nil {
			return err
		}
	}
	return nil
}
