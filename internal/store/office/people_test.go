package office

import (
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/store/db"
	"ledge/internal/store/tables"
)

func opened(t *testing.T, now func() time.Time) *Office {
	t.Helper()
	file, err := tables.Schema.Open(t.Context(), filepath.Join(t.TempDir(), "shop.db"), now)
	require.NoError(t, err)
	t.Cleanup(func() { _ = file.Close() })
	return In(file)
}

func TestOneOwnerStays(t *testing.T) {
	s, ctx := opened(t, time.Now), db.As(t.Context(), "Wanda")
	require.NoError(t, s.AddPerson(ctx, Person{Name: "Ida Lorn", Role: Owner, Password: "hash"}, true))
	var conflict *db.ConflictError
	assert.ErrorAs(t, s.AddPerson(ctx, Person{Name: "Second", Role: Owner, Password: "x"}, true), &conflict,
		"the first is created once")
	assert.ErrorAs(t, s.AddPerson(ctx, Person{Name: "ida lorn", Role: Viewer, Password: "x"}, false),
		&conflict, "a name is one whatever its case")
	ida, err := s.PersonNamed(ctx, " IDA LORN ")
	require.NoError(t, err)
	assert.ErrorAs(t, s.ChangePerson(ctx, ida.ID, PersonChange{Role: Owner, Barred: true, Version: 1}), &conflict)
	assert.ErrorAs(t, s.ChangePerson(ctx, ida.ID, PersonChange{Role: Decider, Version: 1}), &conflict)
	require.NoError(t, s.AddPerson(ctx, Person{Name: "Otto", Role: Owner, Password: "x"}, false))
	require.NoError(t, s.ChangePerson(ctx, ida.ID, PersonChange{Role: Decider, Version: 1}),
		"another owner is there now")
	again, err := s.PersonByID(ctx, ida.ID)
	require.NoError(t, err)
	assert.Equal(t, Decider, again.Role)
	assert.Equal(t, "hash", again.Password, "an empty password keeps the present one")
	assert.ErrorAs(t, s.ChangePerson(ctx, ida.ID, PersonChange{Role: Owner, Version: 1}), &conflict,
		"a page that is out of date")
	require.NoError(t, s.ChangePerson(ctx, ida.ID, PersonChange{Role: Decider, Password: "new hash", Version: 2}))
	again, err = s.PersonByID(ctx, ida.ID)
	require.NoError(t, err)
	assert.Equal(t, "new hash", again.Password)
	assert.ErrorIs(t, s.ChangePerson(ctx, 99, PersonChange{Role: Viewer, Version: 1}), db.ErrNotFound)
	_, err = s.PersonNamed(ctx, "nobody")
	assert.ErrorIs(t, err, db.ErrNotFound)
}

func TestSessionsEnd(t *testing.T) {
	now := time.Date(2026, 11, 23, 9, 0, 0, 0, time.UTC)
	s, ctx := opened(t, func() time.Time { return now }), db.As(t.Context(), "Wanda")
	require.NoError(t, s.AddPerson(ctx, Person{Name: "Ida", Role: Owner, Password: "x"}, true))
	require.NoError(t, s.AddPerson(ctx, Person{Name: "Otto", Role: Inspector, Password: "x"}, false))
	whose := int64(1)
	k := Sessions{s, func([]byte) (int64, string, error) { return whose, "a browser", nil }}
	there := func(token string) bool {
		_, found, err := k.FindCtx(ctx, token)
		require.NoError(t, err)
		return found
	}
	require.NoError(t, k.CommitCtx(ctx, "a", []byte("first"), now.Add(time.Hour)))
	require.NoError(t, k.CommitCtx(ctx, "a", []byte("second"), now.Add(30*24*time.Hour)))
	require.NoError(t, k.CommitCtx(ctx, "b", []byte("other"), now.Add(time.Minute)))
	data, found, err := k.FindCtx(ctx, "a")
	require.NoError(t, err)
	assert.True(t, found)
	assert.Equal(t, "second", string(data))
	now = now.Add(time.Hour)
	assert.False(t, there("b"), "it ended")
	now = now.Add(3 * 24 * time.Hour)
	assert.True(t, there("a"), "used every few days it goes on")
	now = now.Add(3 * 24 * time.Hour)
	assert.True(t, there("a"))
	now = now.Add(5 * 24 * time.Hour)
	assert.False(t, there("a"), "four days unused end it")
	require.NoError(t, k.CommitCtx(ctx, "c", []byte{1}, now.Add(time.Hour)))
	var kept int
	require.NoError(t, s.file.Read.Get(&kept, `SELECT count(*) FROM sessions`))
	assert.Equal(t, 1, kept, "ended sessions are cleared away")

	// Reading writes nothing: the time of last use is kept to the hour.
	var before, after int64
	require.NoError(t, s.file.Read.Get(&before, `SELECT seen_at FROM sessions`))
	now = now.Add(time.Minute)
	assert.True(t, there("c"))
	require.NoError(t, s.file.Read.Get(&after, `SELECT seen_at FROM sessions`))
	assert.Equal(t, before, after)

	// A new password ends the other browsers, and barring all of them; both are told at once.
	whose = 2
	for _, token := range []string{"d", "e"} {
		require.NoError(t, k.CommitCtx(ctx, token, []byte{1}, now.Add(time.Hour)))
	}
	told := s.SessionsChanged()
	require.NoError(t, s.ChangePerson(ctx, 2, PersonChange{Role: Inspector, Password: "new", Version: 1, But: "d"}))
	<-told
	assert.Equal(t, []bool{true, true, false}, []bool{there("c"), there("d"), there("e")})
	require.NoError(t, s.ChangePerson(ctx, 2, PersonChange{Role: Inspector, Barred: true, Version: 2}))
	assert.Equal(t, []bool{true, false}, []bool{there("c"), there("d")})
	list, err := s.SessionsOf(ctx, 0)
	require.NoError(t, err)
	require.Len(t, list, 1)
	require.NoError(t, s.EndSession(ctx, list[0].ID))
	assert.False(t, there("c"))
	assert.ErrorIs(t, s.EndSession(ctx, list[0].ID), db.ErrNotFound)
}

// A name is one however it is typed; letters that nobody sees make no other of it, and are refused
// where a name is given.
func TestNamesAreOneHoweverWritten(t *testing.T) {
	for _, same := range []string{"ida lorn", " Ida  Lorn ", "IDA LORN", "Ida\u200b Lorn", "I\u00adda Lorn",
		"Ｉda Lorn"} {
		assert.True(t, SameName("Ida Lorn", same), "%q", same)
	}
	assert.True(t, SameName("Åsa", "a\u030aSA"), "one letter or two")
	assert.False(t, SameName("Ida Lorn", "Ida Horn"))
	for _, bad := range []string{"", "  ", "Ida\u200bLorn", "Ida\u202eLorn", "Ida\x00", "Ida\ufe0f",
		"\u115fIda", strings.Repeat("x", 101)} {
		_, sentence := Name(bad)
		assert.NotEmpty(t, sentence, "%q", bad)
	}
	name, sentence := Name("  Ötto   Łan ")
	assert.Equal(t, []string{"Ötto Łan", ""}, []string{name, sentence})
}
