// Package demotest gives tests the demo's shop, which is filled once for all tests of a package.
package demotest

import (
	"context"
	"errors"
	"os"
	"path/filepath"
	"sync"
	"testing"
	"time"

	"ledge/internal/demo"
	"ledge/internal/store"
)

// File is a file with the demo's jobs.
var File = sync.OnceValues(func() ([]byte, error) {
	folder, err := os.MkdirTemp("", "ledge")
	if err != nil {
		return nil, err
	}
	defer os.RemoveAll(folder)
	path := filepath.Join(folder, "demo.db")
	s, err := store.Open(context.Background(), path, time.Now)
	if err != nil {
		return nil, err
	}
	if err := errors.Join(demo.Fill(context.Background(), s, time.Now()), s.Close()); err != nil {
		return nil, err
	}
	return os.ReadFile(path)
})

// Store is one of a test's own with the demo's jobs; it is closed when the test ends.
func Store(t testing.TB) *store.Store {
	t.Helper()
	file, err := File()
	if err != nil {
		t.Fatal(err)
	}
	path := filepath.Join(t.TempDir(), "demo.db")
	if err := os.WriteFile(path, file, 0o600); err != nil {
		t.Fatal(err)
	}
	s, err := store.Open(context.Background(), path, time.Now)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = s.Close() })
	return s
}
