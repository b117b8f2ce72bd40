package db

import (
	"context"
	"os"
	"path/filepath"
	"testing"
	"testing/fstest"
	"time"

	"github.com/jmoiron/sqlx"
	"github.com/pressly/goose/v3"
	"github.com/stretchr/testify/require"
)

// tables are just enough of a shop to be one.
var tables = Schema{
	SQL: fstest.MapFS{"00001_shop.sql": {Data: []byte(`-- +goose Up
		CREATE TABLE jobs (id INTEGER PRIMARY KEY) STRICT;
		CREATE TABLE features (id INTEGER PRIMARY KEY) STRICT;
		CREATE TABLE readings (seq INTEGER PRIMARY KEY, text TEXT NOT NULL) STRICT;
	`)}},
	Go:    func() []*goose.Migration { return nil },
	Known: []string{"jobs", "features", "readings"},
}

func as(name string) context.Context { return As(context.Background(), name) }

func open(t testing.TB, path string) *File {
	t.Helper()
	f, err := tables.Open(as("Wanda"), path, time.Now)
	require.NoError(t, err)
	t.Cleanup(func() { _ = f.Close() })
	return f
}

// take stores one more reading.
func take(f *File) error {
	return f.Change(as("Wanda"), func(tx *sqlx.Tx) error {
		_, err := tx.Exec(`INSERT INTO readings (text) VALUES (?)`,
			"a size, with words enough that a page takes few of them: "+
				"the third main, at station B, upright, by the micrometer that was set this morning, read by Wanda at the bench")
		return err
	})
}

// readings counts them.
func readings(t *testing.T, path string) (n int) {
	t.Helper()
	f, err := tables.OpenToRead(as("Wanda"), path)
	require.NoError(t, err)
	defer f.Close()
	require.NoError(t, f.Read.Get(&n, `SELECT count(*) FROM readings`))
	return n
}

// copyOf copies a file with its log as it stands on the disk.
func copyOf(t *testing.T, from, to string) {
	t.Helper()
	for _, end := range []string{"", "-wal"} {
		text, err := os.ReadFile(filepath.Clean(from + end))
		if err == nil {
			require.NoError(t, os.WriteFile(to+end, text, 0o600))
		}
	}
}
