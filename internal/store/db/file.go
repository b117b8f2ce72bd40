package db

import (
	"context"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"slices"

	"ledge/internal/words"

	"github.com/gofrs/flock"
	sqlite3 "modernc.org/sqlite/lib"
)

// ErrGone is returned by every change once the file is not where it was opened any more: what was
// stored would be found by nobody.
var ErrGone = errors.New("the database is not where it was opened")

// resolved is a file's path without links; its folder is made where it is not there.
func resolved(path string) (string, error) {
	path, err := filepath.Abs(path)
	if err != nil {
		return "", err
	}
	real, err := filepath.EvalSymlinks(path)
	if err == nil {
		return real, nil
	}
	if !errors.Is(err, fs.ErrNotExist) {
		return "", err
	}
	if err := os.MkdirAll(filepath.Dir(path), 0o755); err != nil {
		return "", fmt.Errorf("make the folder of the database: %w", err)
	}
	folder, err := filepath.EvalSymlinks(filepath.Dir(path))
	return filepath.Join(folder, filepath.Base(path)), err
}

func takeLock(path string) (*flock.Flock, error) {
	lock := flock.New(path, flock.SetPermissions(0o600))
	taken, err := lock.TryLock()
	if err != nil {
		return nil, fmt.Errorf("lock file: %w", err)
	}
	if !taken {
		return nil, ErrInUse
	}
	return lock, nil
}

// private makes the file where it is not there, and lets only its owner read it; the files that the
// database keeps beside it take after it.
func private(path string) error {
	file, err := os.OpenFile(path, os.O_CREATE|os.O_EXCL|os.O_RDWR, 0o600)
	if err == nil {
		return file.Close()
	}
	if !errors.Is(err, fs.ErrExist) {
		return err
	}
	for _, end := range []string{"", "-wal", "-shm"} {
		if err := os.Chmod(path+end, 0o600); err != nil && !errors.Is(err, fs.ErrNotExist) && !errors.Is(err,
			fs.ErrPermission) {
			return err
		}
	}
	return nil
}

// alone fails with [ErrInUse] while any process has the file open, by whatever name and without a
// lock file, too; and with an [UnsoundError] where it is not Ledge's.
func (k Schema) alone(ctx context.Context, path string) error {
	// The lock is the database's own, on the file itself. It is taken before anything else is: a
	// journal mode would come first.
	db, err := connectWith(path, "_pragma=busy_timeout(2000)&_pragma=locking_mode(EXCLUSIVE)", 1)
	if err != nil {
		return notOurs(err)
	}
	defer db.Close()
	var names []string
	if err := db.SelectContext(ctx, &names, `SELECT name FROM sqlite_master WHERE type = 'table'`); err != nil {
		return notOurs(err)
	}
	known := map[string]bool{}
	for _, name := range names {
		known[name] = true
	}
	if len(names) > 0 && !(known["goose_db_version"] &&
		(len(names) == 1 || known["sqlite_sequence"] && len(names) == 2 || has(known, k.Known))) {
		return Unsound("unsound.other")
	}
	return nil
}

func has(known map[string]bool, all []string) bool {
	return !slices.ContainsFunc(all, func(name string) bool { return !known[name] })
}

// notOurs turns what the database says of a file it cannot have into what Ledge says.
func notOurs(err error) error {
	code, _ := RefusedBy(err)
	switch code & 0xff {
	case sqlite3.SQLITE_BUSY, sqlite3.SQLITE_LOCKED:
		return ErrInUse
	case sqlite3.SQLITE_NOTADB, sqlite3.SQLITE_CORRUPT:
		return Unsound("unsound.not_ledge")
	}
	return err
}

// stillThere fails with [ErrGone] where the file was moved or taken away from under Ledge.
func (f *File) stillThere() error {
	if f.info == nil {
		return nil
	}
	now, err := os.Stat(f.path)
	if err == nil && os.SameFile(now, f.info) {
		f.troubles.mend(Gone)
		return nil
	}
	f.tell(Gone, words.Told("trouble.gone", "path", f.path))
	return ErrGone
}
