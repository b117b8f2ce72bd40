package store

import (
	"context"
	"encoding/json"
	"fmt"
	"slices"
	"strings"

	"github.com/google/uuid"
	"github.com/jmoiron/sqlx"

	"ledge/internal/core/closed"
	"ledge/internal/core/order"
)

// An Order is one issue of a sheet, with what became of it.
type Order struct {
	Seq      int64       `db:"seq" json:"seq"`
	ID       string      `db:"id" json:"id"`
	JobID    int64       `db:"job_id" json:"-"`
	Sheet    order.Name  `db:"sheet" json:"sheet"`
	Issue    int         `db:"issue" json:"issue"`
	BodyText string      `db:"body" json:"-"`
	Body     order.Sheet `db:"-" json:"body"`
	IssuedBy string      `db:"issued_by" json:"issued_by"`
	IssuedAt string      `db:"issued_at" json:"issued_at"`
	// FromFile tells that the name is only said by a file that was taken in.
	FromFile bool         `db:"from_file" json:"from_file,omitempty"`
	Events   []OrderEvent `db:"-" json:"events"`
}

// An OrderEvent is something said of a sheet or of one of its lines.
type OrderEvent struct {
	Seq     int64          `db:"seq" json:"seq"`
	ID      string         `db:"id" json:"id"`
	OrderID string         `db:"order_id" json:"order_id"`
	Line    string         `db:"line" json:"line"`
	What    OrderEventType `db:"what" json:"what"`
	Reason  string         `db:"reason" json:"reason"`
	SaidBy  string         `db:"said_by" json:"said_by"`
	SaidAt  string         `db:"said_at" json:"said_at"`
	// FromFile tells that the name is only said by a file that was taken in.
	FromFile bool `db:"from_file" json:"from_file,omitempty"`
}

// An OrderEventType is what can be said of a sheet.
type OrderEventType string

// What can be said: of a whole sheet or of a line.
const (
	Sent     OrderEventType = "sent"
	Returned OrderEventType = "returned"
	// Unsent and Unreturned take those back.
	Unsent     OrderEventType = "unsent"
	Unreturned OrderEventType = "unreturned"
	Ticked     OrderEventType = "ticked"
	Unticked   OrderEventType = "unticked"
	Accepted   OrderEventType = "accepted"
	SentBack   OrderEventType = "sent_back"
	Closed     OrderEventType = "closed"
	Struck     OrderEventType = "struck"
)

// OrderEventTypes are all of them.
var OrderEventTypes = closed.New(
	Sent, Unsent, Returned, Unreturned, Ticked, Unticked, Accepted, SentBack, Closed, Struck).Said("sheet_said")

// Has reports whether something was said of the whole sheet.
func (o Order) Has(what OrderEventType) bool {
	return slices.ContainsFunc(o.Events, func(e OrderEvent) bool { return e.Line == "" && e.What == what })
}

// Last returns the last thing said of a line, or nil.
func (o Order) Last(line string, of ...OrderEventType) *OrderEvent {
	for i := len(o.Events) - 1; i >= 0; i-- {
		if e := &o.Events[i]; e.Line == line && slices.Contains(of, e.What) {
			return e
		}
	}
	return nil
}

// IssueOrders issues sheets and strikes the issues that they take the place of, and those that are
// wanted no more. choose is given the job as it stands in the transaction.
func (s *Store) IssueOrders(ctx context.Context, jobID int64, choose func(Record) (Issue, error)) error {
	defer s.changed(jobID)
	err := s.changeOpen(ctx, jobID, func(tx *sqlx.Tx) error {
		record, err := readRecord(ctx, tx, jobID)
		if err != nil {
			return err
		}
		issue, err := choose(record)
		if err != nil {
			return err
		}
		return s.issue(ctx, tx, jobID, issue)
	})
	if err != nil {
		return fmt.Errorf("orders of job %d: %w", jobID, err)
	}
	return nil
}

func (s *Store) issue(ctx context.Context, tx *sqlx.Tx, jobID int64, issue Issue) error {
	for _, sheet := range issue.Sheets {
		number, err := s.strike(ctx, tx, jobID, sheet.Name)
		if err != nil {
			return err
		}
		body, err := json.Marshal(sheet)
		if err != nil {
			return err
		}
		if _, err := tx.ExecContext(ctx,
			`INSERT INTO orders (id, job_id, sheet, issue, body, issued_by, issued_at) VALUES (?,?,?,?,?,?,?)`,
			uuid.NewString(), jobID, sheet.Name, number+1, string(body), Actor(ctx), s.stamp()); err != nil {
			return err
		}
	}
	for _, name := range issue.Struck {
		if _, err := s.strike(ctx, tx, jobID, name); err != nil {
			return err
		}
	}
	return nil
}

// strike strikes the last issue of a sheet, where there is one that is not struck, and returns its number.
func (s *Store) strike(ctx context.Context, tx *sqlx.Tx, jobID int64, name order.Name) (int, error) {
	var last []Order
	if err := tx.SelectContext(ctx, &last,
		`SELECT * FROM orders WHERE job_id = ? AND sheet = ? ORDER BY issue DESC LIMIT 1`, jobID,
		name); err != nil || len(last) == 0 {
		return 0, err
	}
	_, err := tx.ExecContext(ctx, `INSERT INTO order_events (id, order_id, what, said_by, said_at)
		SELECT ?, ?, 'struck', ?, ? WHERE NOT EXISTS (SELECT 1
			FROM order_events WHERE order_id = ? AND what = 'struck')`,
		uuid.NewString(), last[0].ID, Actor(ctx), s.stamp(), last[0].ID)
	return last[0].Issue, err
}

// AddOrderEvents stores what is said of a sheet; the same id is stored once. A struck or closed
// sheet takes nothing more.
func (s *Store) AddOrderEvents(ctx context.Context, jobID int64, events []OrderEvent) error {
	defer s.changed(jobID)
	err := s.changeOpen(ctx, jobID, func(tx *sqlx.Tx) error {
		for _, e := range events {
			var done []string
			if err := tx.SelectContext(ctx, &done,
				`SELECT what FROM order_events WHERE order_id = ? AND line = ''
					AND what IN ('struck', 'closed') AND id <> ?`, e.OrderID, strings.ToLower(e.ID)); err != nil {
				return err
			}
			if len(done) > 0 {
				return conflict("conflict.sheet_" + done[0])
			}
			var there bool
			if err := tx.GetContext(ctx, &there,
				`SELECT EXISTS (SELECT 1 FROM orders WHERE id = ? AND job_id = ?)`, e.OrderID, jobID); err != nil {
				return err
			}
			if !there {
				return ErrNotFound
			}
			if _, err := once(ctx, tx, "order_events", e.ID,
				fields{"order_id": e.OrderID, "line": e.Line, "what": e.What, "reason": e.Reason,
					"said_by": Actor(ctx)},
				fields{"said_at": s.stamp()}); err != nil {
				return err
			}
		}
		return nil
	})
	if err != nil {
		return fmt.Errorf("order of job %d: %w", jobID, err)
	}
	return nil
}

func ordersOf(ctx context.Context, q querier, jobID int64) ([]Order, error) {
	list := []Order{}
	if err := q.SelectContext(ctx, &list, `SELECT * FROM orders WHERE job_id = ? ORDER BY seq`, jobID); err != nil {
		return nil, fmt.Errorf("orders of job %d: %w", jobID, err)
	}
	var events []OrderEvent
	if err := q.SelectContext(ctx, &events,
		`SELECT e.* FROM order_events e JOIN orders o ON o.id = e.order_id WHERE o.job_id = ? ORDER BY e.seq`,
		jobID); err != nil {
		return nil, fmt.Errorf("orders of job %d: %w", jobID, err)
	}
	for i := range list {
		o := &list[i]
		o.Events = []OrderEvent{}
		if err := json.Unmarshal([]byte(o.BodyText), &o.Body); err != nil {
			return nil, fmt.Errorf("order %s: %w", o.ID, err)
		}
		for _, e := range events {
			if e.OrderID == o.ID {
				o.Events = append(o.Events, e)
			}
		}
	}
	return list, nil
}
