package main

import (
	"context"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/jmoiron/sqlx"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/demo"
	"ledge/internal/store"
)

// A shop's file and its jobs go out and come back on the command line; nothing takes the place of
// what is there.
func TestBackupAndExportOnTheCommandLine(t *testing.T) {
	folder := t.TempDir()
	in := func(name string) string { return filepath.Join(folder, name) }
	s, err := store.Open(context.Background(), in("shop.db"), time.Now)
	require.NoError(t, err)
	defer s.Close()
	require.NoError(t, demo.Fill(context.Background(), s, time.Now()))

	// All of this goes while Ledge runs.
	for range 2 {
		_, _, err = run(t, "", "backup", "--db", in("shop.db"), in("copy.db"))
	}
	assert.ErrorContains(t, err, "is there already")
	for range 2 {
		_, _, err = run(t, "", "export", "--db", in("shop.db"), "L-0009", in("job.zip"))
	}
	assert.ErrorContains(t, err, "is there already")
	_, _, err = run(t, "", "export", "--db", in("shop.db"), "L-9999", in("none.zip"))
	assert.ErrorContains(t, err, "has no job L-9999")
	// This does not.
	for _, args := range [][]string{{"restore", in("copy.db")}, {"import", in("job.zip")}} {
		_, _, err = run(t, "", append(args, "--db", in("shop.db"))...)
		assert.ErrorContains(t, err, "Ledge is running", args[0])
	}
	require.NoError(t, s.Close())

	said, _, err := run(t, "", "import", "--db", in("shop.db"), in("job.zip"))
	require.NoError(t, err)
	assert.Contains(t, said, "is now job L-0011")
	said, _, err = run(t, "", "restore", "--db", in("shop.db"), in("copy.db"))
	require.NoError(t, err)
	assert.Contains(t, said, "What was there is in "+in("shop.db")+".before-")
	_, _, err = run(t, "", "export", "--db", in("shop.db"), "L-0011", in("gone.zip"))
	assert.ErrorContains(t, err, "has no job L-0011", "the file is as it was copied")
	said, _, err = run(t, "", "check", in("shop.db"))
	require.NoError(t, err, said)
	assert.Equal(t, 2, strings.Count(said, "sound      "), "the file and what was kept: %s", said)

	// A copy with a job that cannot be read is refused by its number, or taken when that is said.
	bad, err := sqlx.Open("sqlite", in("copy.db"))
	require.NoError(t, err)
	_, err = bad.Exec(`UPDATE readings SET station = 77 WHERE seq = (SELECT min(r.seq)
		FROM readings r JOIN features f ON f.id = r.feature_id WHERE f.job_id = 3)`)
	require.NoError(t, err)
	require.NoError(t, bad.Close())
	_, _, err = run(t, "", "restore", "--db", in("shop.db"), in("copy.db"))
	assert.ErrorContains(t, err, "job L-0003")
	said, _, err = run(t, "", "check", in("copy.db"))
	assert.ErrorIs(t, err, errReported)
	assert.Contains(t, said, "NOT SOUND")
	_, _, err = run(t, "", "restore", "--with-unreadable", "--db", in("shop.db"), in("copy.db"))
	require.NoError(t, err)
	require.NoError(t, os.WriteFile(in("notes.txt"), []byte("bring oil"), 0o600))
	_, _, err = run(t, "", "restore", "--db", in("shop.db"), in("notes.txt"))
	assert.ErrorContains(t, err, "is not a Ledge file")
	_, _, err = run(t, "", "import", "--db", in("shop.db"), in("notes.txt"))
	assert.ErrorContains(t, err, "it is no zip")
}
