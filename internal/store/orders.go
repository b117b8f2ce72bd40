package store

import (
	"context"
	"fmt"
	"slices"
	"strings"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/closed"
	"ledge/internal/core/order"
	"ledge/internal/store/db"
)

// An Order is one issue of a sheet, with what became of it.
type Order struct {
	Seq      int64       `json:"seq"`
	ID       string      `json:"id"`
	JobID    int64       `json:"-"`
	Sheet    order.Name  `json:"sheet"`
	Issue    int         `json:"issue"`
	Body     order.Sheet `json:"body"`
	IssuedBy string      `json:"issued_by"`
	IssuedAt string      `json:"issued_at"`
	// FromFile tells that the name is only said by a file that was taken in.
	FromFile bool         `json:"from_file,omitempty"`
	Events   []OrderEvent `json:"events"`
}

// An OrderEvent is something said of a sheet or of one of its lines.
type OrderEvent struct {
	Seq     int64          `json:"seq"`
	ID      string         `json:"id"`
	OrderID string         `json:"order_id"`
	Line    string         `json:"line"`
	What    OrderEventType `json:"what"`
	Reason  string         `json:"reason"`
	SaidBy  string         `json:"said_by"`
	SaidAt  string         `json:"said_at"`
	// FromFile tells that the name is only said by a file that was taken in.
	FromFile bool `json:"from_file,omitempty"`
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
		if _, err := s.keep(ctx, tx, event{JobID: jobID, What: issued},
			Order{Sheet: sheet.Name, Issue: number + 1, Body: sheet}, nil); err != nil {
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
	orders, err := jobsOrders(ctx, tx, jobID)
	if err != nil {
		return 0, err
	}
	var last *Order
	for i := range orders {
		if o := &orders[i]; o.Sheet == name && (last == nil || o.Issue > last.Issue) {
			last = o
		}
	}
	if last == nil {
		return 0, nil
	}
	if !last.Has(Struck) {
		_, err = s.keep(ctx, tx, event{JobID: jobID, Of: &last.ID, What: orderSaid}, OrderEvent{What: Struck}, nil)
	}
	return last.Issue, err
}

// AddOrderEvents stores what is said of a sheet; the same id is stored once. A struck or closed
// sheet takes nothing more.
func (s *Store) AddOrderEvents(ctx context.Context, jobID int64, events []OrderEvent) error {
	defer s.changed(jobID)
	err := s.changeOpen(ctx, jobID, func(tx *sqlx.Tx) error {
		for _, e := range events {
			orders, err := jobsOrders(ctx, tx, jobID)
			if err != nil {
				return err
			}
			at := slices.IndexFunc(orders, func(o Order) bool { return o.ID == e.OrderID })
			if at < 0 {
				return db.ErrNotFound
			}
			for _, said := range orders[at].Events {
				if said.Line == "" && (said.What == Struck || said.What == Closed) && said.ID != strings.ToLower(e.ID) {
					return db.Conflict("conflict.sheet_" + string(said.What))
				}
			}
			if _, err := s.keep(ctx, tx, event{ID: e.ID, JobID: jobID, Of: &orders[at].ID, What: orderSaid}, e,
				nil); err != nil {
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

// jobsOrders are the sheets of a job as they stand.
func jobsOrders(ctx context.Context, q db.Querier, jobID int64) ([]Order, error) {
	events, err := eventsOf(ctx, q, jobID, issued, orderSaid)
	if err != nil {
		return nil, err
	}
	return ordersOf(events)
}

func ordersOf(events []event) ([]Order, error) {
	list, err := of(events, issued, func(o *Order, e *event) {
		o.Seq, o.ID, o.JobID, o.IssuedBy, o.IssuedAt, o.FromFile = e.Seq, e.ID, e.JobID, e.By, e.At, e.FromFile
		o.Events = []OrderEvent{}
	})
	if err != nil {
		return nil, err
	}
	said, err := of(events, orderSaid, func(o *OrderEvent, e *event) {
		o.Seq, o.ID, o.OrderID, o.SaidBy, o.SaidAt, o.FromFile = e.Seq, e.ID, *e.Of, e.By, e.At, e.FromFile
	})
	for i := range list {
		for _, e := range said {
			if e.OrderID == list[i].ID {
				list[i].Events = append(list[i].Events, e)
			}
		}
	}
	return list, err
}
