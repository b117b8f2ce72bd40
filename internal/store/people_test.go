package store

import (
	"context"
	"path/filepath"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestOneOwnerStays(t *testing.T) {
	s, ctx := open(t, filepath.Join(t.TempDir(), "p.db")), context.Background()
	require.NoError(t, s.AddPerson(ctx, Person{Name: "Ida Lorn", Role: Owner, Password: "hash", AddedBy: "Ida Lorn"}, true))
	var conflict *ConflictError
	assert.ErrorAs(t, s.AddPerson(ctx, Person{Name: "Second", Role: Owner, Password: "x", AddedBy: "x"}, true), &conflict, "the first is created once")
	assert.ErrorAs(t, s.AddPerson(ctx, Person{Name: "ida lorn", Role: Viewer, Password: "x", AddedBy: "x"}, false), &conflict, "a name is one whatever its case")
	ida, err := s.PersonNamed(ctx, " IDA LORN ")
	require.NoError(t, err)
	assert.ErrorAs(t, s.ChangePerson(ctx, ida.ID, Owner, true, ""), &conflict)
	assert.ErrorAs(t, s.ChangePerson(ctx, ida.ID, Decider, false, ""), &conflict)
	require.NoError(t, s.AddPerson(ctx, Person{Name: "Otto", Role: Owner, Password: "x", AddedBy: "Ida Lorn"}, false))
	require.NoError(t, s.ChangePerson(ctx, ida.ID, Decider, false, ""), "another owner is there now")
	again, err := s.PersonByID(ctx, ida.ID)
	require.NoError(t, err)
	assert.Equal(t, Decider, again.Role)
	assert.Equal(t, "hash", again.Password, "an empty password keeps the present one")
	require.NoError(t, s.ChangePerson(ctx, ida.ID, Decider, false, "new hash"))
	again, err = s.PersonByID(ctx, ida.ID)
	require.NoError(t, err)
	assert.Equal(t, "new hash", again.Password)
	assert.ErrorIs(t, s.ChangePerson(ctx, 99, Viewer, false, ""), ErrNotFound)
	_, err = s.PersonNamed(ctx, "nobody")
	assert.ErrorIs(t, err, ErrNotFound)
}

func TestSessionsEnd(t *testing.T) {
	now := time.Date(2026, 11, 23, 9, 0, 0, 0, time.UTC)
	s, err := Open(context.Background(), filepath.Join(t.TempDir(), "s.db"), func() time.Time { return now })
	require.NoError(t, err)
	defer s.Close()
	k := Sessions{s}
	require.NoError(t, k.Commit("a", []byte("first"), now.Add(time.Hour)))
	require.NoError(t, k.Commit("a", []byte("second"), now.Add(2*time.Hour)))
	require.NoError(t, k.Commit("b", []byte("other"), now.Add(time.Minute)))
	data, found, err := k.Find("a")
	require.NoError(t, err)
	assert.True(t, found)
	assert.Equal(t, "second", string(data))
	now = now.Add(time.Hour)
	_, found, err = k.Find("b")
	require.NoError(t, err)
	assert.False(t, found, "it ended")
	require.NoError(t, k.Delete("a"))
	_, found, err = k.Find("a")
	require.NoError(t, err)
	assert.False(t, found)
	require.NoError(t, k.Commit("c", []byte{1}, now.Add(time.Hour)))
	var kept int
	require.NoError(t, s.read.Get(&kept, `SELECT count(*) FROM sessions`))
	assert.Equal(t, 1, kept, "ended sessions are cleared away")
}

func TestALinkOpensOneJobUntilItIsRevoked(t *testing.T) {
	s, job := fresh(t)
	ctx := context.Background()
	require.NoError(t, s.AddShare(ctx, job, "token-one", "the trust", "Ida"))
	id, err := s.SharedJob(ctx, "token-one")
	require.NoError(t, err)
	assert.Equal(t, job, id)
	for _, wrong := range []string{"", "token-two", "TOKEN-ONE", "token-one "} {
		_, err := s.SharedJob(ctx, wrong)
		assert.ErrorIs(t, err, ErrNotFound, wrong)
	}
	var stored []string
	require.NoError(t, s.read.Select(&stored, `SELECT token FROM shares`))
	assert.NotContains(t, stored, "token-one", "a stolen file opens no link")
	shares, err := s.Shares(ctx, job)
	require.NoError(t, err)
	assert.ErrorIs(t, s.RevokeShare(ctx, job+1, shares[0].ID, "Ida"), ErrNotFound, "another job's link")
	require.NoError(t, s.RevokeShare(ctx, job, shares[0].ID, "Otto"))
	assert.ErrorIs(t, s.RevokeShare(ctx, job, shares[0].ID, "Ida"), ErrNotFound, "who revoked it first stays")
	_, err = s.SharedJob(ctx, "token-one")
	assert.ErrorIs(t, err, ErrNotFound)
	shares, err = s.Shares(ctx, job)
	require.NoError(t, err)
	assert.Equal(t, "Otto", shares[0].RevokedBy)
	assert.ErrorIs(t, s.AddShare(ctx, 99, "x", "y", "z"), ErrNotFound)
}
