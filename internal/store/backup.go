package store

import (
	"context"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"time"

	"github.com/jmoiron/sqlx"
	"github.com/pressly/goose/v3"
)

// An UnsoundError says in a sentence why a file is not a sound Ledge file.
type UnsoundError struct{ Sentence string }

func (e *UnsoundError) Error() string { return e.Sentence }

func unsound(format string, args ...any) error { return &UnsoundError{fmt.Sprintf(format, args...)} }

// Backup copies the Ledge file at path to a new file, consistently, also while another process has it open.
func Backup(ctx context.Context, path, to string) error {
	if _, err := os.Stat(path); err != nil {
		return err
	}
	db, err := connect(path, "mode=rw", 1)
	if err != nil {
		return fmt.Errorf("open %s: %w", path, err)
	}
	defer db.Close()
	if _, err := versionOf(ctx, db); err != nil {
		return err
	}
	return copyInto(ctx, db, to)
}

// copyInto writes the present state of a database to a file that must not be there yet; it appears there only when it is whole.
func copyInto(ctx context.Context, db *sqlx.DB, to string) error {
	if _, err := os.Lstat(to); err == nil {
		return fmt.Errorf("%s: %w", to, fs.ErrExist)
	}
	part := to + ".part"
	if err := os.Remove(part); err != nil && !errors.Is(err, fs.ErrNotExist) {
		return err
	}
	defer os.Remove(part)
	if _, err := db.ExecContext(ctx, `VACUUM INTO ?`, part); err != nil {
		return fmt.Errorf("copy to %s: %w", to, err)
	}
	if err := errors.Join(os.Chmod(part, 0o600), flush(part)); err != nil {
		return err
	}
	// Unlike renaming, linking never takes the place of a file that came there meanwhile.
	if err := os.Link(part, to); err != nil {
		return err
	}
	return flush(filepath.Dir(to))
}

// flush waits until a file or a folder is on the disk.
func flush(path string) error {
	f, err := os.Open(path)
	if err != nil {
		return err
	}
	return errors.Join(f.Sync(), f.Close())
}

const copyName = "ledge-2006-01-02.db"

// DailyCopy makes today's copy in a folder where it is not there yet, and keeps the latest ones. It returns the file it made, or "".
func (s *Store) DailyCopy(ctx context.Context, folder string, keep int) (made string, err error) {
	if err := os.MkdirAll(folder, 0o700); err != nil {
		return "", err
	}
	today := filepath.Join(folder, s.now().Format(copyName))
	if _, err := os.Lstat(today); err == nil {
		return "", nil
	}
	if err := Backup(ctx, s.path, today); err != nil {
		return "", err
	}
	entries, err := os.ReadDir(folder)
	if err != nil {
		return today, err
	}
	var copies []string
	for _, e := range entries {
		if _, err := time.Parse(copyName, e.Name()); err == nil {
			copies = append(copies, e.Name())
		}
	}
	slices.Sort(copies)
	for len(copies) > keep {
		if err := os.Remove(filepath.Join(folder, copies[0])); err != nil {
			return today, err
		}
		copies = copies[1:]
	}
	return today, nil
}

// Restore puts a backup in the place of the Ledge file at path. What was there is kept beside it under the returned name, or "" where
// nothing was. It fails with an [UnsoundError] where the backup is not a sound Ledge file, and with [ErrInUse] while Ledge runs on path;
// then path is left as it was.
func Restore(ctx context.Context, from, path string, now time.Time) (kept string, err error) {
	lock, err := takeLock(path + ".lock")
	if err != nil {
		return "", err
	}
	defer lock.Close()
	incoming := path + ".incoming"
	defer func() {
		for _, end := range []string{"", "-wal", "-shm"} {
			_ = os.Remove(incoming + end)
		}
	}()
	if err := copyFile(from, incoming); err != nil {
		return "", err
	}
	if err := sound(ctx, incoming); err != nil {
		return "", err
	}
	if _, err := os.Lstat(path); err == nil {
		kept = path + ".before-" + now.UTC().Format("20060102T150405Z")
		if _, err := os.Lstat(kept); err == nil {
			return "", fmt.Errorf("%s: %w", kept, fs.ErrExist)
		}
		// The journal belongs to its database: both go together.
		for _, end := range []string{"-wal", "-shm", ""} {
			if err := os.Rename(path+end, kept+end); err != nil && (end == "" || !errors.Is(err, fs.ErrNotExist)) {
				return "", err
			}
		}
	}
	if err := os.Rename(incoming, path); err != nil {
		return kept, err
	}
	return kept, flush(filepath.Dir(path))
}

func copyFile(from, to string) error {
	in, err := os.Open(from)
	if err != nil {
		return err
	}
	defer in.Close()
	head := make([]byte, 16)
	if _, err := io.ReadFull(in, head); err != nil || string(head) != "SQLite format 3\x00" {
		return unsound("%s is not a Ledge file.", from)
	}
	if _, err := in.Seek(0, io.SeekStart); err != nil {
		return err
	}
	out, err := os.OpenFile(to, os.O_CREATE|os.O_TRUNC|os.O_WRONLY, 0o600)
	if err != nil {
		return err
	}
	_, err = io.Copy(out, in)
	return errors.Join(err, out.Sync(), out.Close())
}

// sound reports whether a file is whole, of a version that is known, and has exactly the tables of that version: nothing that would run
// by itself.
func sound(ctx context.Context, path string) error {
	db, err := connect(path, "mode=rw&_pragma=trusted_schema(0)", 1)
	if err != nil {
		return unsound("The file is damaged: %v.", err)
	}
	defer db.Close()
	version, err := versionOf(ctx, db)
	if err != nil {
		return err
	}
	there, err := schemaOf(ctx, db)
	if err != nil {
		return unsound("The file is damaged: %v.", err)
	}
	wanted, err := schemaAt(ctx, version)
	if err != nil {
		return err
	}
	if !slices.Equal(there, wanted) {
		return unsound("The file has not the tables of a Ledge file of its version.")
	}
	var said []string
	if err := db.SelectContext(ctx, &said, `PRAGMA integrity_check`); err != nil || !slices.Equal(said, []string{"ok"}) {
		return unsound("The file is damaged: %s.", strings.Join(append(said, fmt.Sprint(err)), "; "))
	}
	var astray int
	if err := db.GetContext(ctx, &astray, `SELECT count(*) FROM pragma_foreign_key_check`); err != nil || astray > 0 {
		return unsound("The file is damaged: %d of its rows belong to nothing.", astray)
	}
	return nil
}

// versionOf returns the version of a Ledge file's tables.
func versionOf(ctx context.Context, db *sqlx.DB) (version int64, err error) {
	if err := db.GetContext(ctx, &version, `SELECT max(version_id) FROM goose_db_version WHERE is_applied = 1`); err != nil {
		return 0, unsound("This is not a Ledge file, or it is damaged.")
	}
	provider, err := tables(db)
	if err != nil {
		return 0, err
	}
	sources := provider.ListSources()
	if last := sources[len(sources)-1].Version; version > last {
		return 0, unsound("The file was written by a newer Ledge: its tables have version %d, this Ledge knows %d.", version, last)
	}
	return version, nil
}

// TablesVersion is the version of the tables of an open file.
func (s *Store) TablesVersion(ctx context.Context) (int64, error) { return versionOf(ctx, s.read) }

// schemaOf lists the statements a database was made with.
func schemaOf(ctx context.Context, db *sqlx.DB) (list []string, err error) {
	err = db.SelectContext(ctx, &list, `SELECT type || ' ' || name || ' ' || coalesce(sql, '') FROM sqlite_master WHERE name NOT LIKE 'sqlite\_stat%' ESCAPE '\' ORDER BY 1`)
	return list, err
}

// schemaAt is the schema of a new file of a version.
func schemaAt(ctx context.Context, version int64) ([]string, error) {
	folder, err := os.MkdirTemp("", "ledge")
	if err != nil {
		return nil, err
	}
	defer os.RemoveAll(folder)
	db, err := connect(filepath.Join(folder, "new.db"), "", 1)
	if err != nil {
		return nil, err
	}
	defer db.Close()
	provider, err := tables(db)
	if err != nil {
		return nil, err
	}
	if _, err := provider.UpTo(ctx, version); err != nil {
		return nil, err
	}
	return schemaOf(ctx, db)
}

// tables are the steps that bring a file up to date.
func tables(db *sqlx.DB) (*goose.Provider, error) {
	steps, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return nil, err
	}
	return goose.NewProvider(goose.DialectSQLite3, db.DB, steps, goose.WithGoMigrations(waysMigration()))
}
