package store

import (
	"context"
	"encoding/json"
	"fmt"
	"maps"
	"reflect"
	"slices"
	"strings"

	"github.com/google/uuid"
	"github.com/jmoiron/sqlx"

	"ledge/internal/store/db"
)

// An event is one thing that was said or done of a job and stays on record, with a body for each type: what the type's
// own struct says of it, without what has a column here. Readings are kept apart, since they are searched by size.
type event struct {
	Seq   int64  `db:"seq"`
	ID    string `db:"id"`
	JobID int64  `db:"job_id"`
	// FeatureID is the part that it is of, Of the event that it is said of; nil where there is none.
	FeatureID *int64     `db:"feature_id"`
	Of        *string    `db:"of_id"`
	What      MomentType `db:"what"`
	Body      string     `db:"body"`
	By        string     `db:"by_whom"`
	At        string     `db:"at"`
	// FromFile tells that the name is only said by a file that was taken in.
	FromFile bool `db:"from_file"`
}

// read fills into with the body.
func (e *event) read(into any) error {
	if err := json.Unmarshal([]byte(e.Body), into); err != nil {
		return fmt.Errorf("%s %s: %w", e.What, e.ID, err)
	}
	return nil
}

// columnsOfEvents are what has a column in every event, by its name in JSON; so has whatever ends with _by or _at.
var columnsOfEvents = []string{"seq", "id", "from_file", "says", "order_id", "gauge", "events"}

// bodyOf is what a body says.
func bodyOf(of any) (map[string]any, error) {
	text, err := json.Marshal(of)
	if err != nil {
		return nil, err
	}
	body := map[string]any{}
	if err := json.Unmarshal(text, &body); err != nil {
		return nil, err
	}
	maps.DeleteFunc(body, func(name string, value any) bool {
		return slices.Contains(columnsOfEvents, name) || strings.HasSuffix(name, "_by") ||
			strings.HasSuffix(name, "_at") || value == nil
	})
	return body, nil
}

// same reports whether two bodies say the same; what is left out is nothing.
func same(a, b map[string]any) bool {
	for _, pair := range [][2]map[string]any{{a, b}, {b, a}} {
		for name, value := range pair[0] {
			other, there := pair[1][name]
			if there && !reflect.DeepEqual(value, other) || !there && !nothing(value) {
				return false
			}
		}
	}
	return true
}

// nothing reports whether a value says no more than that it is left out.
func nothing(value any) bool {
	switch v := value.(type) {
	case nil:
		return true
	case []any:
		return len(v) == 0
	case map[string]any:
		return len(v) == 0
	}
	return reflect.ValueOf(value).IsZero()
}

// keep stores an event under an id that its client made, or a new one. The same id with the same content is stored
// once: then known is true. With other content it is a conflict, whatever the letters' case. made is more of the body,
// which is not held against what is stored.
func (s *Store) keep(ctx context.Context, tx *sqlx.Tx, e event, content, made any) (known bool, err error) {
	if e.By == "" {
		e.By = db.Actor(ctx)
	}
	if e.ID == "" {
		e.ID = uuid.NewString()
	} else if known, err := e.known(ctx, tx, content, made); err != nil || known {
		return known, err
	}
	if e.At == "" {
		e.At = s.Stamp()
	}
	body, err := bodyOf(content)
	if err != nil {
		return false, err
	}
	more, err := bodyOf(made)
	if err != nil {
		return false, err
	}
	maps.Copy(body, more)
	text, err := json.Marshal(body)
	if err != nil {
		return false, err
	}
	e.ID, e.Body = strings.ToLower(e.ID), string(text)
	if err := e.sound(); err != nil {
		return false, err
	}
	_, err = sqlx.NamedExecContext(ctx, tx, `INSERT INTO events (id, job_id, feature_id, of_id, what, body, by_whom, at,
		from_file) VALUES (:id, :job_id, :feature_id, :of_id, :what, :body, :by_whom, :at, :from_file)`, e)
	return false, err
}

// known reports whether an event is stored under its id; a conflict where it is with other content.
func (e *event) known(ctx context.Context, tx *sqlx.Tx, content, made any) (bool, error) {
	var stored []event
	if err := tx.SelectContext(ctx, &stored, `SELECT * FROM events WHERE id = ?`, strings.ToLower(e.ID)); err != nil ||
		len(stored) == 0 {
		return false, err
	}
	was, body := stored[0], map[string]any{}
	said, err := bodyOf(content)
	if err != nil {
		return false, err
	}
	more, err := bodyOf(made)
	if err != nil {
		return false, err
	}
	if err := was.read(&body); err != nil {
		return false, err
	}
	for name := range more {
		delete(body, name)
	}
	by := e.By
	if by == "" {
		by = db.Actor(ctx)
	}
	if was.JobID != e.JobID || was.What != e.What || was.By != by || !equal(was.FeatureID, e.FeatureID) ||
		!equal(was.Of, e.Of) || !same(body, said) {
		return false, db.OtherContent()
	}
	return true, nil
}

// eventsOf are the events of a job in their order: all, or those of some types.
func eventsOf(ctx context.Context, q db.Querier, jobID int64, what ...MomentType) ([]event, error) {
	query, args := `SELECT * FROM events WHERE job_id = ?`, []any{jobID}
	if len(what) > 0 {
		query += ` AND what IN (?` + strings.Repeat(", ?", len(what)-1) + `)`
		for _, w := range what {
			args = append(args, w)
		}
	}
	var list []event
	if err := q.SelectContext(ctx, &list, query+` ORDER BY seq`, args...); err != nil {
		return nil, fmt.Errorf("events of job %d: %w", jobID, err)
	}
	return list, nil
}

// one is an event of a job by its id, or [db.ErrNotFound].
func one(ctx context.Context, q db.Querier, jobID int64, what MomentType, id string) (e event, err error) {
	err = q.GetContext(ctx, &e, `SELECT * FROM events WHERE id = ? AND job_id = ? AND what = ?`, strings.ToLower(id),
		jobID, what)
	return e, db.NotFound(err)
}

// of are the events of a type among others, each as it was signed and read into its struct.
func of[T any](events []event, what MomentType, sign func(*T, *event)) ([]T, error) {
	list := []T{}
	for i := range events {
		e := &events[i]
		if e.What != what {
			continue
		}
		var one T
		if err := e.read(&one); err != nil {
			return nil, err
		}
		sign(&one, e)
		list = append(list, one)
	}
	return list, nil
}

// last are the last of each that are alike, in the order of these.
func last[T any, K comparable](list []T, alike func(T) K) []T {
	at := map[K]int{}
	for i, one := range list {
		at[alike(one)] = i
	}
	held := []T{}
	for i, one := range list {
		if at[alike(one)] == i {
			held = append(held, one)
		}
	}
	return held
}
