package db

import (
	"context"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"strings"
	"time"

	"github.com/jmoiron/sqlx"
)

// Backup copies the Ledge file at path to a new file, consistently, also while another process has it open.
func (k Schema) Backup(ctx context.Context, path, to string) error {
	if _, err := os.Stat(path); err != nil {
		return err
	}
	if err := unsettled(path); err != nil {
		return err
	}
	db, err := connect(path, "mode=rw", 1)
	if err != nil {
		return fmt.Errorf("open %s: %w", path, err)
	}
	defer db.Close()
	if _, err := k.versionOf(ctx, db); err != nil {
		return err
	}
	return copyInto(ctx, db, to)
}

// partEnd ends the name of a copy that is being written.
const partEnd = ".ledge-part"

// copyInto writes the present state of a database to a file that must not be there yet; it is whole
// there before it has that name. No file system is too plain for it.
func copyInto(ctx context.Context, db *sqlx.DB, to string) (err error) {
	part := to + partEnd
	sweep(filepath.Dir(to), func(name string, written time.Time) bool {
		return name == filepath.Base(part) || time.Since(written) > time.Hour
	})
	// The name is taken first: what comes there meanwhile is never overwritten.
	taken, err := os.OpenFile(to, os.O_CREATE|os.O_EXCL|os.O_WRONLY, 0o600)
	if err != nil {
		return fmt.Errorf("%s: %w", to, err)
	}
	defer func() {
		if err != nil {
			err = errors.Join(err, os.Remove(to))
		}
		_ = os.Remove(part)
	}()
	if err := taken.Close(); err != nil {
		return err
	}
	if err := private(part); err != nil {
		return err
	}
	if _, err := db.ExecContext(ctx, `VACUUM INTO ?`, part); err != nil {
		return fmt.Errorf("copy to %s: %w", to, err)
	}
	if err := errors.Join(os.Chmod(part, 0o600), flush(part)); err != nil {
		return err
	}
	if err := os.Rename(part, to); err != nil {
		return err
	}
	return flushFolder(filepath.Dir(to))
}

// sweepParts takes away what copies left behind that were cut short beside a database.
func sweepParts(path string) {
	sweep(filepath.Dir(path), func(name string,
		_ time.Time) bool {
		return strings.HasPrefix(name, filepath.Base(path)+".version-")
	})
}

func sweep(folder string, which func(name string, written time.Time) bool) {
	entries, err := os.ReadDir(folder)
	if err != nil {
		return // then there is nothing to sweep
	}
	for _, e := range entries {
		info, err := e.Info()
		if err == nil && info.Mode().IsRegular() && strings.HasSuffix(e.Name(), partEnd) && which(e.Name(),
			info.ModTime()) {
			_ = os.Remove(filepath.Join(folder, e.Name()))
			taken := filepath.Join(folder, strings.TrimSuffix(e.Name(), partEnd))
			if info, err := os.Lstat(taken); err == nil && info.Size() == 0 {
				_ = os.Remove(taken) // only the name was taken
			}
		}
	}
}

// flush waits until a file is on the disk.
func flush(path string) error {
	f, err := os.OpenFile(path, os.O_RDWR, 0)
	if err != nil {
		return err
	}
	return errors.Join(f.Sync(), f.Close())
}

// flushFolder waits until the names in a folder are on the disk, where the system can say so.
func flushFolder(path string) error {
	f, err := os.Open(path)
	if err != nil {
		return err
	}
	err = f.Sync()
	if errors.Is(err, fs.ErrInvalid) || errors.Is(err, fs.ErrPermission) || errors.Is(err, errors.ErrUnsupported) {
		err = nil // some systems and file systems flush no folders
	}
	return errors.Join(err, f.Close())
}
