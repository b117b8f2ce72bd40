package store

import (
	"path/filepath"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A customer's link opens a report for 90 days, and again so long where it is renewed; what is revoked stays so.
func TestLinksEnd(t *testing.T) {
	now := time.Date(2026, 11, 30, 12, 0, 0, 0, time.UTC)
	s, err := Open(as("Wanda"), filepath.Join(t.TempDir(), "shop.db"), func() time.Time { return now })
	require.NoError(t, err)
	t.Cleanup(func() { _ = s.Close() })
	_, job := freshIn(t, s)
	id := uuid.NewString()
	_, err = s.AddShare(as("Wanda"), job, id, "token", "the trust")
	require.NoError(t, err)
	opens := func() bool {
		_, err := s.SharedJob(as("Wanda"), "token")
		return err == nil
	}
	assert.True(t, opens())
	now = now.Add(linkLasts - time.Minute)
	assert.True(t, opens())
	now = now.Add(2 * time.Minute)
	assert.False(t, opens())
	list, err := s.Shares(as("Wanda"), job)
	require.NoError(t, err)
	assert.True(t, list[0].Ended)
	require.NoError(t, s.RenewShare(as("Wanda"), job, id))
	assert.True(t, opens())
	require.NoError(t, s.RevokeShare(as("Wanda"), job, id))
	assert.False(t, opens())
	assert.ErrorIs(t, s.RenewShare(as("Wanda"), job, id), ErrNotFound)
}
