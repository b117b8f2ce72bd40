package store

import (
	"path/filepath"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/store/db"
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
	assert.ErrorIs(t, s.RenewShare(as("Wanda"), job, id), db.ErrNotFound)
}

func TestALinkOpensOneJobUntilItIsRevoked(t *testing.T) {
	s, job := fresh(t)
	ctx := as("Wanda")
	link := uuid.NewString()
	known, err := s.AddShare(ctx, job, link, "token-one", "the trust")
	require.NoError(t, err)
	assert.False(t, known)
	known, err = s.AddShare(ctx, job, link, "token-two", "the trust")
	require.NoError(t, err)
	assert.True(t, known, "sent twice, made once")
	id, err := s.SharedJob(ctx, "token-one")
	require.NoError(t, err)
	assert.Equal(t, job, id)
	for _, wrong := range []string{"", "token-two", "TOKEN-ONE", "token-one "} {
		_, err := s.SharedJob(ctx, wrong)
		assert.ErrorIs(t, err, db.ErrNotFound, wrong)
	}
	var stored []string
	require.NoError(t, s.Read.Select(&stored, `SELECT token FROM shares`))
	assert.NotContains(t, stored, "token-one", "a stolen file opens no link")
	shares, err := s.Shares(ctx, job)
	require.NoError(t, err)
	assert.ErrorIs(t, s.RevokeShare(ctx, job+1, shares[0].ID), db.ErrNotFound, "another job's link")
	require.NoError(t, s.RevokeShare(as("Otto"), job, shares[0].ID))
	assert.ErrorIs(t, s.RevokeShare(ctx, job, shares[0].ID), db.ErrNotFound, "who revoked it first stays")
	_, err = s.SharedJob(ctx, "token-one")
	assert.ErrorIs(t, err, db.ErrNotFound)
	shares, err = s.Shares(ctx, job)
	require.NoError(t, err)
	assert.Equal(t, "Otto", shares[0].RevokedBy)
	_, err = s.AddShare(ctx, 99, uuid.NewString(), "x", "y")
	assert.ErrorIs(t, err, db.ErrNotFound)
}
