package db

import (
	"io/fs"
	"os"
	"path/filepath"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A backup made while readings come in is one state of the file: each reading whole, none before an
// earlier one.
func TestABackupIsMadeWhileReadingsComeIn(t *testing.T) {
	folder := t.TempDir()
	path := filepath.Join(folder, "ledge.db")
	s := open(t, path)
	ctx := as("Wanda")
	var benches sync.WaitGroup
	var taken atomic.Int64
	stop := make(chan bool)
	benches.Go(func() {
		for {
			select {
			case <-stop:
				return
			default:
				if err := take(s); err == nil {
					taken.Add(1)
				}
			}
		}
	})
	more := func() {
		from := taken.Load()
		require.Eventually(t, func() bool { return taken.Load() > from }, time.Minute, time.Millisecond)
	}
	more()
	first := filepath.Join(folder, "first.db")
	require.NoError(t, tables.Backup(ctx, path, first))
	more()
	more() // one may have been under way, and in the first already
	second := filepath.Join(folder, "second.db")
	require.NoError(t, tables.Backup(ctx, path, second))
	close(stop)
	benches.Wait()
	assert.NoError(t, tables.sound(ctx, first))
	assert.Greater(t, readings(t, first), 0)
	assert.Less(t, readings(t, first), readings(t, second))
	assert.LessOrEqual(t, readings(t, second), int(taken.Load()))
	assert.ErrorIs(t, tables.Backup(ctx, path, first), fs.ErrExist, "a backup takes the place of nothing")
}

func TestRestoreKeepsWhatWasThere(t *testing.T) {
	folder := t.TempDir()
	path, copied := filepath.Join(folder, "ledge.db"), filepath.Join(folder, "copy.db")
	ctx, now := as("Wanda"), time.Date(2026, 11, 23, 9, 0, 0, 0, time.UTC)
	s := open(t, path)
	require.NoError(t, tables.Backup(ctx, path, copied))
	err := take(s)
	require.NoError(t, err)
	_, err = tables.Restore(ctx, copied, path, now, nil)
	assert.ErrorIs(t, err, ErrInUse)
	require.NoError(t, s.Close())
	kept, err := tables.Restore(ctx, copied, path, now, nil)
	require.NoError(t, err)
	assert.Equal(t, 0, readings(t, path))
	assert.Equal(t, 1, readings(t, kept))
	second, err := tables.Restore(ctx, copied, path, now, nil)
	require.NoError(t, err)
	assert.NotEqual(t, kept, second, "what was kept takes the place of nothing, either")
	assert.Equal(t, 1, readings(t, kept))

	text, err := os.ReadFile(copied)
	require.NoError(t, err)
	for name, bad := range map[string][]byte{"text": []byte("not a database at all"),
		"cut": text[:len(text)/2], "empty": nil, "scribbled": scribbled(text)} {
		from := filepath.Join(folder, name)
		require.NoError(t, os.WriteFile(from, bad, 0o600))
		_, err := tables.Restore(ctx, from, path, now.Add(time.Hour), nil)
		var unsound *UnsoundError
		assert.ErrorAs(t, err, &unsound, name)
	}
	trap := filepath.Join(folder, "trap.db")
	require.NoError(t, tables.Backup(ctx, path, trap))
	db, err := connect(trap, "", 1)
	require.NoError(t, err)
	_, err = db.Exec(`CREATE TRIGGER t AFTER INSERT ON readings BEGIN DELETE FROM decisions; END`)
	require.NoError(t, err)
	require.NoError(t, db.Close())
	_, err = tables.Restore(ctx, trap, path, now.Add(time.Hour), nil)
	assert.ErrorContains(t, err, "not the tables of a Ledge file")
	assert.Equal(t, 0, readings(t, path), "what was refused changed nothing")
}

// scribbled is a database with its last page overwritten: the tables that every opening reads stand before it.
func scribbled(text []byte) []byte {
	bad := append([]byte(nil), text...)
	for i := range 4096 {
		bad[len(bad)-4096+i] = 0xA5
	}
	return bad
}

func TestDailyCopiesAreKeptInNumber(t *testing.T) {
	folder := filepath.Join(t.TempDir(), "copies")
	day := time.Date(2026, 11, 1, 9, 0, 0, 0, time.UTC)
	s, err := tables.Open(as("Wanda"), filepath.Join(t.TempDir(), "ledge.db"), func() time.Time { return day })
	require.NoError(t, err)
	defer s.Close()
	require.NoError(t, os.MkdirAll(folder, 0o700))
	require.NoError(t, os.WriteFile(filepath.Join(folder, "my own notes.txt"), nil, 0o600))
	for range 5 {
		made, err := s.DailyCopy(as("Wanda"), folder, 3)
		require.NoError(t, err)
		assert.NotEmpty(t, made)
		made, err = s.DailyCopy(as("Wanda"), folder, 3)
		require.NoError(t, err)
		assert.Empty(t, made, "one a day")
		day = day.Add(24 * time.Hour)
	}
	entries, err := os.ReadDir(folder)
	require.NoError(t, err)
	var names []string
	for _, e := range entries {
		names = append(names, e.Name())
	}
	assert.Equal(t, []string{"ledge-2026-11-03.db", "ledge-2026-11-04.db", "ledge-2026-11-05.db",
		"my own notes.txt"}, names)
	assert.NoError(t, tables.sound(as("Wanda"), filepath.Join(folder, names[0])))
}
