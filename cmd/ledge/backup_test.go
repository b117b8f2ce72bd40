package main

import (
	"context"
	"os"
	"path/filepath"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/demo"
	"ledge/internal/store"
)

// A shop's file and its jobs go out and come back on the command line; nothing takes the place of what is there.
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
	assert.Contains(t, said, "is now job L-0010")
	said, _, err = run(t, "", "restore", "--db", in("shop.db"), in("copy.db"))
	require.NoError(t, err)
	assert.Contains(t, said, "What was there is in "+in("shop.db")+".before-")
	_, _, err = run(t, "", "export", "--db", in("shop.db"), "L-0010", in("gone.zip"))
	assert.ErrorContains(t, err, "has no job L-0010", "the file is as it was copied")
	require.NoError(t, os.WriteFile(in("notes.txt"), []byte("bring oil"), 0o600))
	_, _, err = run(t, "", "restore", "--db", in("shop.db"), in("notes.txt"))
	assert.ErrorContains(t, err, "is not a Ledge file")
	_, _, err = run(t, "", "import", "--db", in("shop.db"), in("notes.txt"))
	assert.ErrorContains(t, err, "it is no zip")
}
