package db

import (
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"runtime"
	"testing"
	"time"

	"ledge/internal/words"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// One process has a file, by whatever name: a link to it, another hard link, and a lock file that
// somebody tidied away let no second one in.
func TestOneProcessAFileByWhateverName(t *testing.T) {
	folder := t.TempDir()
	path := filepath.Join(folder, "ledge.db")
	s := open(t, path)
	fresh := func(name string) {
		t.Helper()
		second, err := tables.Open(as("Wanda"), name, time.Now)
		if !assert.ErrorIs(t, err, ErrInUse, name) {
			_ = second.Close()
		}
	}
	link, hard := filepath.Join(folder, "link.db"), filepath.Join(t.TempDir(), "hard.db")
	require.NoError(t, os.Symlink(path, link))
	require.NoError(t, os.Link(path, hard))
	fresh(path)
	fresh(link)
	fresh(hard)
	require.NoError(t, os.Remove(path+".lock"))
	fresh(path)
	err := take(s)
	require.NoError(t, err, "the first one works on")
	require.NoError(t, s.Close())
	again, err := tables.Open(as("Wanda"), link, time.Now)
	require.NoError(t, err)
	require.NoError(t, again.Close())
}

// Nobody but its owner reads the shop's file, what stands beside it, or a copy of it.
func TestFilesAreTheOwnersAlone(t *testing.T) {
	if runtime.GOOS == "windows" {
		t.Skip("Windows has no such bits")
	}
	folder := t.TempDir()
	path := filepath.Join(folder, "ledge.db")
	require.NoError(t, os.WriteFile(path, nil, 0o644)) // as an older Ledge made it
	s := open(t, path)
	_, err := s.DailyCopy(as("Wanda"), CopiesBeside(path), 3)
	require.NoError(t, err)
	require.NoError(t, tables.Backup(as("Wanda"), path, filepath.Join(folder, "backup.db")))
	require.NoError(t, filepath.WalkDir(folder, func(name string, d fs.DirEntry, err error) error {
		require.NoError(t, err)
		if info, err := d.Info(); err == nil && !d.IsDir() {
			assert.Equal(t, fs.FileMode(0o600), info.Mode().Perm(), name)
		}
		return nil
	}))
}

// A database of another program is left as it is.
func TestAnotherProgramsDatabaseIsRefused(t *testing.T) {
	for name, query := range map[string]string{"a table": `CREATE TABLE notes (text)`,
		"migrated by the same tool": `CREATE TABLE goose_db_version (id INTEGER); CREATE TABLE invoices (id)`} {
		path := filepath.Join(t.TempDir(), "other.db")
		db, err := connect(path, "", 1)
		require.NoError(t, err)
		_, err = db.Exec(query)
		require.NoError(t, err)
		require.NoError(t, db.Close())
		before, err := os.ReadFile(path)
		require.NoError(t, err)
		_, err = tables.Open(as("Wanda"), path, time.Now)
		var unsound *UnsoundError
		assert.ErrorAs(t, err, &unsound, name)
		after, err := os.ReadFile(path)
		require.NoError(t, err)
		assert.Equal(t, before, after, name)
	}
	path := filepath.Join(t.TempDir(), "letter.db")
	require.NoError(t, os.WriteFile(path,
		[]byte("Dear customer, this is no database but a letter of some length."), 0o600))
	_, err := tables.Open(as("Wanda"), path, time.Now)
	var unsound *UnsoundError
	assert.ErrorAs(t, err, &unsound)
}

// Once the file is gone from where it was, nothing more is acknowledged into nowhere; back in its
// place all goes on.
func TestAFileThatIsMovedTakesNothingMore(t *testing.T) {
	folder := t.TempDir()
	path := filepath.Join(folder, "ledge.db")
	s := open(t, path)
	away := filepath.Join(folder, "away.db")
	require.NoError(t, os.Rename(path, away))
	err := take(s)
	assert.ErrorIs(t, err, ErrGone)
	require.NotEmpty(t, s.Troubles())
	assert.Equal(t, Gone, s.Troubles()[0].Code)
	require.NoError(t, os.WriteFile(path, nil, 0o600))
	err = take(s)
	assert.ErrorIs(t, err, ErrGone, "another file in its place is not it")
	require.NoError(t, os.Rename(away, path))
	err = take(s)
	require.NoError(t, err)
	assert.Empty(t, s.Troubles())
}

// A disk that is full says so; what was kept can be read, and with space again all goes on.
func TestAFullDiskSaysSo(t *testing.T) {
	path := filepath.Join(t.TempDir(), "ledge.db")
	s := open(t, path)
	var pages int
	_, err := s.write.Exec(`VACUUM`) // what the making of the tables left
	require.NoError(t, err)
	require.NoError(t, s.write.Get(&pages, `PRAGMA page_count`))
	_, err = s.write.Exec(fmt.Sprintf(`PRAGMA max_page_count = %d`, pages+3))
	require.NoError(t, err)
	taken := 0
	for err == nil {
		if err = take(s); err == nil {
			taken++
		}
		require.Less(t, taken, 2000)
	}
	assert.True(t, DiskFull(err), "%v", err)
	require.Len(t, s.Troubles(), 1)
	assert.Equal(t, words.Told("trouble.full"), s.Troubles()[0].Sentence)
	assert.Equal(t, taken, readings(t, path), "nothing acknowledged is lost")
	_, err = s.write.Exec(`PRAGMA max_page_count = 100000`)
	require.NoError(t, err)
	err = take(s)
	require.NoError(t, err)
	assert.Empty(t, s.Troubles())
}

// A page that cannot be read any more is noticed while people work, and by the look at a file and its copies.
func TestADamagedPageIsNoticed(t *testing.T) {
	folder := t.TempDir()
	path := filepath.Join(folder, "ledge.db")
	s := open(t, path)
	_, err := s.DailyCopy(as("Wanda"), CopiesBeside(path), 3)
	require.NoError(t, err)
	require.NoError(t, s.LookThrough(as("Wanda")))
	require.NoError(t, s.Close())
	whole, err := os.ReadFile(path)
	require.NoError(t, err)
	require.NoError(t, os.WriteFile(path, scribbled(whole), 0o600))
	copies := CopiesOf(path, CopiesBeside(path))
	require.Len(t, copies, 1)
	assert.NoError(t, tables.sound(as("Wanda"), copies[0]), "the copy is sound")
	s = open(t, path)
	assert.Error(t, s.LookThrough(as("Wanda")))
	require.Len(t, s.Troubles(), 1)
	assert.Equal(t, Damaged, s.Troubles()[0].Code)
}

// Changes that a crash left in the log beside a file belong to it: restoring what was kept loses
// none of them.
func TestTheLogBesideAFileIsRestoredWithIt(t *testing.T) {
	folder := t.TempDir()
	live, crashed := filepath.Join(folder, "live.db"), filepath.Join(folder, "crashed.db")
	s := open(t, live)
	empty := filepath.Join(folder, "empty.db")
	require.NoError(t, tables.Backup(as("Wanda"), live, empty))
	for range 40 {
		err := take(s)
		require.NoError(t, err)
	}
	copyOf(t, live, crashed) // as after a power cut: the file with its log
	require.NoError(t, s.Close())
	now := time.Date(2026, 11, 23, 9, 0, 0, 0, time.UTC)
	kept, err := tables.Restore(as("Wanda"), empty, crashed, now, nil)
	require.NoError(t, err)
	_, err = tables.Restore(as("Wanda"), kept, crashed, now.Add(time.Hour), nil)
	require.NoError(t, err)
	assert.Equal(t, 40, readings(t, crashed))
}

// Cut short at any of its renames, a restore leaves the old file or the new one, and the next start
// says which.
func TestARestoreThatIsCutShort(t *testing.T) {
	folder := t.TempDir()
	path, copied := filepath.Join(folder, "ledge.db"), filepath.Join(folder, "copy.db")
	s := open(t, path)
	require.NoError(t, tables.Backup(as("Wanda"), path, copied))
	err := take(s)
	require.NoError(t, err)
	require.NoError(t, s.Close())
	require.NoError(t, tables.bringIn(as("Wanda"), copied, path+incomingEnd))
	s = open(t, path)
	assert.Contains(t, s.Settled, "the shop is as it was")
	require.NoError(t, s.Close())
	assert.Equal(t, 1, readings(t, path))

	kept := path + ".before-20261123T090000Z"
	for cut := range 3 {
		_ = os.Remove(kept)
		require.NoError(t, tables.bringIn(as("Wanda"), copied, path+incomingEnd))
		require.NoError(t, writeWhole(path+plannedEnd, []byte(`{"from": "the copy", "kept": "`+kept+`"}`)))
		was := 0
		if cut == 0 {
			was = 1
		}
		if cut > 0 {
			require.NoError(t, os.Rename(path, kept))
		}
		if cut > 1 {
			require.NoError(t, os.Rename(path+incomingEnd, path))
		}
		_, err := tables.OpenToRead(as("Wanda"), path)
		assert.Error(t, err, "nobody reads a file that is being replaced")
		s = open(t, path)
		assert.Contains(t, s.Settled, "now as in the copy. What was there is in "+kept)
		require.NoError(t, s.Close())
		assert.Equal(t, 0, readings(t, path))
		assert.Equal(t, was, readings(t, kept))
	}
}

// Copies need nothing of a file system but files and names; one that was cut short leaves nothing
// behind, and one clock that was wrong does not make each new copy the one that goes.
func TestCopiesOutliveKillsAndWrongClocks(t *testing.T) {
	folder := filepath.Join(t.TempDir(), "copies")
	day := time.Date(2031, 1, 1, 9, 0, 0, 0, time.UTC) // the clock is wrong for a fortnight
	path := filepath.Join(t.TempDir(), "ledge.db")
	s, err := tables.Open(as("Wanda"), path, func() time.Time { return day })
	require.NoError(t, err)
	defer s.Close()
	for range 14 {
		_, err := s.DailyCopy(as("Wanda"), folder, 14)
		require.NoError(t, err)
		day = day.Add(24 * time.Hour)
	}
	day = time.Date(2026, 11, 1, 9, 0, 0, 0, time.UTC)
	require.NoError(t, os.WriteFile(filepath.Join(folder, "ledge-2026-10-31.db"+partEnd), []byte("half"), 0o600))
	require.NoError(t, os.WriteFile(filepath.Join(folder, "ledge-2026-10-31.db"), nil, 0o600))
	for range 16 {
		made, err := s.DailyCopy(as("Wanda"), folder, 14)
		require.NoError(t, err)
		assert.FileExists(t, made)
		day = day.Add(24 * time.Hour)
	}
	entries, err := os.ReadDir(folder)
	require.NoError(t, err)
	var names []string
	for _, e := range entries {
		names = append(names, e.Name())
	}
	require.Len(t, names, 14)
	assert.Equal(t, "ledge-2026-11-03.db", names[0])
	assert.Equal(t, "ledge-2026-11-16.db", names[13])

	// What goes wrong is told in the shop until a copy succeeds.
	blocked := filepath.Join(t.TempDir(), "a file")
	require.NoError(t, os.WriteFile(blocked, nil, 0o600))
	_, err = s.DailyCopy(as("Wanda"), filepath.Join(blocked, "copies"), 14)
	require.Error(t, err)
	require.Len(t, s.Troubles(), 1)
	assert.Equal(t, Copy, s.Troubles()[0].Code)
	_, err = s.DailyCopy(as("Wanda"), folder, 14)
	require.NoError(t, err)
	assert.Empty(t, s.Troubles())
}
