package store

import (
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/store/db"
)

func sheetTo(name order.Name, size string) order.Sheet {
	least, most := unit.MustParse(size, unit.In), unit.MustParse(size, unit.In)+unit.Tenth
	return order.Sheet{Name: name, Title: string(name), Sets: []part.Set{}, Steps: []order.Step{},
		Notes: []string{"a note"},
		Lines: []order.Line{{Key: "main_journal/1", Title: "Main 1", What: "Grind to", Min: &least,
			Max: &most, Feature: &disposition.Ref{Kind: part.MainJournal, Number: 1}, State: "after_grind"}}}
}

func ordersIn(t *testing.T, s *Store, job int64) []Order {
	t.Helper()
	record, err := s.Record(as("Wanda"), job)
	require.NoError(t, err)
	return record.Orders
}

// Every issue stays as it was; a later one strikes it through, once, and is numbered on.
func TestIssuesAreStruckAndNeverChanged(t *testing.T) {
	s, job := fresh(t)
	first := sheetTo(order.Grind, "2.4885")
	require.NoError(t, s.IssueOrders(as("Ida"), job, issue([]order.Sheet{first, sheetTo(order.Deck, "0.001")}, nil)))
	require.NoError(t, s.IssueOrders(as("Otto"), job, issue([]order.Sheet{sheetTo(order.Grind, "2.4785")}, nil)))
	list := ordersIn(t, s, job)
	require.Len(t, list, 3)
	assert.Equal(t, first, list[0].Body, "as it was issued")
	assert.True(t, list[0].Has(Struck))
	assert.Equal(t, "Otto", list[0].Events[0].SaidBy)
	assert.False(t, list[1].Has(Struck), "the other sheet stays")
	assert.Equal(t, 2, list[2].Issue)
	require.NoError(t, s.IssueOrders(as("Ida"), job, issue(nil, []order.Name{order.Grind, order.Bore})),
		"a sheet that is wanted no more; one that never was")
	require.NoError(t, s.IssueOrders(as("Ida"), job, issue(nil, []order.Name{order.Grind})))
	list = ordersIn(t, s, job)
	assert.True(t, list[2].Has(Struck))
	assert.Len(t, list[2].Events, 1, "struck once")
	require.NoError(t, s.IssueOrders(as("Ida"), job, issue([]order.Sheet{sheetTo(order.Grind, "2.4685")}, nil)))
	assert.Equal(t, 3, ordersIn(t, s, job)[3].Issue, "numbers are not used twice")
}

func TestWhatIsSaidOfASheet(t *testing.T) {
	s, job := fresh(t)
	_, other := freshIn(t, s)
	ctx := as("Wanda")
	require.NoError(t, s.IssueOrders(as("Ida"), job, issue([]order.Sheet{sheetTo(order.Grind, "2.4885")}, nil)))
	sheet := ordersIn(t, s, job)[0].ID
	event := func(what OrderEventType, line, reason string) OrderEvent {
		return OrderEvent{ID: uuid.NewString(), OrderID: sheet, What: what, Line: line, Reason: reason}
	}
	tick := event(Ticked, "main_journal/1", "")
	for range 2 { // sent again after a lost answer
		require.NoError(t, s.AddOrderEvents(ctx, job, []OrderEvent{tick}))
	}
	require.NoError(t, s.AddOrderEvents(ctx, job,
		[]OrderEvent{event(Unticked, "main_journal/1", ""), event(Sent, "", "")}))
	o := ordersIn(t, s, job)[0]
	assert.Len(t, o.Events, 3)
	assert.Equal(t, Unticked, o.Last("main_journal/1", Ticked, Unticked).What)
	assert.Nil(t, o.Last("main_journal/2", Ticked, Unticked))
	assert.ErrorIs(t, s.AddOrderEvents(ctx, other, []OrderEvent{event(Sent, "", "")}), db.ErrNotFound,
		"another job's sheet")
	assert.Error(t, s.AddOrderEvents(ctx, job, []OrderEvent{event(Accepted, "main_journal/1", "")}),
		"never without a reason")
	half := []OrderEvent{event(Returned, "", ""), event(Accepted, "main_journal/1", "")}
	assert.Error(t, s.AddOrderEvents(ctx, job, half))
	assert.False(t, ordersIn(t, s, job)[0].Has(Returned), "all or nothing")
	closing := event(Closed, "", "taken unmeasured")
	require.NoError(t, s.AddOrderEvents(ctx, job, []OrderEvent{closing}))
	require.NoError(t, s.AddOrderEvents(ctx, job, []OrderEvent{closing}), "the same again is no change")
	var conflict *db.ConflictError
	assert.ErrorAs(t, s.AddOrderEvents(ctx, job, []OrderEvent{event(Ticked, "main_journal/1", "")}), &conflict)
}

// The tables themselves keep what was signed: no code of ours changes or erases a row of the record.
func TestARecordIsOnlyAddedTo(t *testing.T) {
	s, job := fresh(t)
	ctx := as("Ida")
	d := Decision{Way: disposition.Way{Action: disposition.Reuse}, ID: uuid.NewString(), JobID: job,
		Set: "thrust"}
	require.NoError(t, s.AddDecision(ctx, d, 0))
	require.NoError(t, s.AddDecision(ctx, d, 0), "sent twice, stored once")
	again := d
	again.Action = disposition.Replace
	var other *db.ConflictError
	require.ErrorAs(t, s.AddDecision(ctx, again, 0), &other, "the same id with another way")
	require.ErrorAs(t, s.AddDecision(as("Mallory"), d, 0), &other, "the same id by somebody else")
	record, err := s.Record(ctx, job)
	require.NoError(t, err)
	require.Len(t, record.Decisions, 1)
	assert.Equal(t, disposition.Reuse, record.Decisions[0].Action)
	var conflict *db.ConflictError
	again.ID = uuid.NewString()
	assert.ErrorAs(t, s.AddDecision(ctx, again, 0), &conflict)
	assert.Contains(t, conflict.Error(), "Ida signed this set meanwhile")
	require.NoError(t, s.AddDecision(ctx, again, record.Decisions[0].Seq))
	over := Decision{Way: disposition.Way{Action: disposition.Reuse}, ID: uuid.NewString(), JobID: job,
		Set: "deck", Overruled: true}
	assert.Error(t, s.AddDecision(ctx, over, 0), "never overruled without a reason")
}

func issue(sheets []order.Sheet, struck []order.Name) func(Record) (Issue, error) {
	return func(Record) (Issue, error) { return Issue{sheets, struck}, nil }
}
