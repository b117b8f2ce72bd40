// Package store keeps jobs, readings, looks and decisions in one SQLite file.
package store

import (
	"context"
	"database/sql"
	"embed"
	"errors"
	"fmt"
	"net/url"
	"os"
	"path/filepath"
	"time"

	"github.com/gofrs/flock"
	"github.com/jmoiron/sqlx"
	"github.com/pressly/goose/v3"
	_ "modernc.org/sqlite" // the driver
)

//go:embed migrations/*.sql
var migrations embed.FS

// ErrNotFound is returned where a job, a feature or a reading does not exist.
var ErrNotFound = errors.New("not found")

// ErrInUse is returned by [Open] while another process has the file open.
var ErrInUse = errors.New("another Ledge is already running on this file")

// A ConflictError says in a sentence why a change does not fit what is stored.
type ConflictError struct {
	Sentence string
	// Code tells apart conflicts that the asker deals with; mostly empty.
	Code string
}

func (e *ConflictError) Error() string { return e.Sentence }

func conflict(format string, args ...any) error {
	return coded("", format, args...)
}

func coded(code, format string, args ...any) error {
	return &ConflictError{fmt.Sprintf(format, args...), code}
}

// A Store is an open Ledge file. Writing goes through one connection, reading through several.
type Store struct {
	path  string
	write *sqlx.DB
	read  *sqlx.DB
	lock  *flock.Flock
	now   func() time.Time
	cache cache
	// version is that of the tables.
	version int64
	// OldCopy is where the file was copied to before its tables were brought up to date; empty where they were.
	OldCopy string

	watchers watchers
}

// Open opens or makes the file and brings its tables up to date. Only one process may have it open:
// another gets [ErrInUse]. Every acknowledged write is on the disk (synchronous=FULL).
func Open(ctx context.Context, path string, now func() time.Time) (*Store, error) {
	lock, err := takeLock(path + ".lock")
	if err != nil {
		return nil, err
	}
	s := &Store{path: path, lock: lock, now: now}
	if err := s.open(ctx, path); err != nil {
		return nil, errors.Join(fmt.Errorf("open %s: %w", path, err), s.Close())
	}
	return s, nil
}

// OpenToRead opens a file only to read from it, also while another process has it open. Nothing of it is changed, not even its version.
func OpenToRead(ctx context.Context, path string) (*Store, error) {
	if _, err := os.Stat(path); err != nil {
		return nil, err
	}
	read, err := connect(path, "mode=rw&_pragma=query_only(1)", 2)
	if err != nil {
		return nil, fmt.Errorf("open %s: %w", path, err)
	}
	s := &Store{path: path, read: read, now: time.Now}
	if s.version, err = versionOf(ctx, read); err != nil {
		return nil, errors.Join(err, read.Close())
	}
	return s, nil
}

func takeLock(path string) (*flock.Flock, error) {
	if err := os.MkdirAll(filepath.Dir(path), 0o755); err != nil {
		return nil, fmt.Errorf("make the folder of the database: %w", err)
	}
	lock := flock.New(path)
	taken, err := lock.TryLock()
	if err != nil {
		return nil, fmt.Errorf("lock file: %w", err)
	}
	if !taken {
		return nil, ErrInUse
	}
	return lock, nil
}

func (s *Store) open(ctx context.Context, path string) error {
	var err error
	if s.write, err = connect(path, "_txlock=immediate", 1); err != nil {
		return err
	}
	provider, err := tables(s.write)
	if err != nil {
		return err
	}
	if err := s.keepOld(ctx, provider); err != nil {
		return err
	}
	if _, err := provider.Up(ctx); err != nil {
		return fmt.Errorf("bring the tables up to date: %w", err)
	}
	if s.version, err = versionOf(ctx, s.write); err != nil {
		return err
	}
	s.read, err = connect(path, "_pragma=query_only(1)", 4)
	return err
}

// keepOld makes a copy of a file of an older version before anything of it is changed.
func (s *Store) keepOld(ctx context.Context, provider *goose.Provider) error {
	var there bool
	if err := s.write.GetContext(ctx, &there, `SELECT EXISTS (SELECT 1 FROM sqlite_master WHERE name = 'goose_db_version')`); err != nil || !there {
		return err
	}
	version, err := versionOf(ctx, s.write)
	if err != nil {
		return err
	}
	pending, err := provider.HasPending(ctx)
	if err != nil || !pending {
		return err
	}
	copied := fmt.Sprintf("%s.version-%d-%s", s.path, version, s.now().UTC().Format("20060102-150405"))
	if err := copyInto(ctx, s.write, copied); err != nil {
		return fmt.Errorf("a copy before the tables are brought up to date: %w", err)
	}
	s.OldCopy = copied
	return nil
}

func connect(path, more string, connections int) (*sqlx.DB, error) {
	file := url.URL{Scheme: "file", Opaque: (&url.URL{Path: path}).EscapedPath(),
		RawQuery: "_pragma=busy_timeout(5000)&_pragma=journal_mode(WAL)&_pragma=synchronous(FULL)&_pragma=foreign_keys(1)&_dqs=0&" + more}
	db, err := sqlx.Open("sqlite", file.String())
	if err != nil {
		return nil, err
	}
	db.SetMaxOpenConns(connections)
	db.SetMaxIdleConns(connections)
	return db, db.Ping()
}

// Close closes the file and lets another process have it.
func (s *Store) Close() error {
	var errs []error
	for _, db := range []*sqlx.DB{s.read, s.write} {
		if db != nil {
			errs = append(errs, db.Close())
		}
	}
	if s.lock != nil {
		errs = append(errs, s.lock.Unlock())
	}
	return errors.Join(errs...)
}

// querier is a database or a transaction.
type querier interface {
	sqlx.ExtContext
	GetContext(ctx context.Context, dest any, query string, args ...any) error
	SelectContext(ctx context.Context, dest any, query string, args ...any) error
}

// change runs f in one transaction of the writer.
func (s *Store) change(ctx context.Context, f func(tx *sqlx.Tx) error) error {
	tx, err := s.write.BeginTxx(ctx, nil)
	if err != nil {
		return fmt.Errorf("begin: %w", err)
	}
	if err := f(tx); err != nil {
		return errors.Join(err, tx.Rollback())
	}
	if err := tx.Commit(); err != nil {
		return fmt.Errorf("commit: %w", err)
	}
	return nil
}

// view runs f on one state of the file.
func (s *Store) view(ctx context.Context, f func(tx *sqlx.Tx) error) error {
	tx, err := s.read.BeginTxx(ctx, &sql.TxOptions{ReadOnly: true})
	if err != nil {
		return fmt.Errorf("begin: %w", err)
	}
	defer func() { _ = tx.Rollback() }() // nothing was written
	return f(tx)
}

// stamp is the present time as it is stored.
func (s *Store) stamp() string { return s.now().UTC().Format("2006-01-02T15:04:05.000Z") }

func notFound(err error) error {
	if errors.Is(err, sql.ErrNoRows) {
		return ErrNotFound
	}
	return err
}
