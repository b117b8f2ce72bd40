package shop_test

import (
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/order"
	"ledge/internal/shop"
	"ledge/internal/store"
)

// The shop's list says of each job what it waits for, and the late ones stand on top.
func TestWhatJobsWaitFor(t *testing.T) {
	a, ctx := opened(t)
	waits := func() (all map[int64]shop.Waiting, first shop.JobLine) {
		lines, _, err := a.List(ctx, "", shop.Page{Most: 100})
		require.NoError(t, err)
		all = map[int64]shop.Waiting{}
		for _, l := range lines {
			all[l.ID] = l.Waits
		}
		return all, lines[0]
	}
	all, _ := waits()
	for id, want := range map[int64]shop.Wait{1: shop.ForDecide, 2: shop.ForIssue, 4: shop.ForMeasure,
		7: shop.ForAgain, 9: shop.ForProof} {
		assert.Equal(t, want, all[id].For, "job %d", id)
	}
	view, err := a.Issue(ctx, 2, []order.Name{order.Grind}, true)
	require.NoError(t, err)
	_, err = a.SayOfOrder(ctx, 2, view.Orders.Issued[0].ID,
		shop.OrderEventBody{ID: uuid.NewString(), What: store.Sent})
	require.NoError(t, err)
	job := view.Job
	yesterday := time.Now().UTC().AddDate(0, 0, -1).Format(time.DateOnly)
	_, err = a.SetHead(ctx, 2, job.Version,
		store.JobHead{Customer: job.Customer, Engine: job.Engine, Duty: job.Duty, PromisedOn: &yesterday})
	require.NoError(t, err)
	all, first := waits()
	assert.Equal(t, shop.ForShop, all[2].For)
	assert.Equal(t, view.Orders.Issued[0].Body.Title, all[2].Sheet)
	assert.NotEmpty(t, all[2].Since)
	assert.Equal(t, int64(2), first.ID)
	assert.True(t, first.Late)
}
