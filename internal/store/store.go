// Package store keeps jobs, readings, looks and decisions in one SQLite file.
package store

import (
	"context"
	"database/sql"
	"embed"
	"errors"
	"fmt"
	"math"
	"net/url"
	"os"
	"sync"
	"time"

	"ledge/internal/words"

	"github.com/gofrs/flock"
	"github.com/jmoiron/sqlx"
)

//go:embed migrations/*.sql
var migrations embed.FS

// ErrNotFound is returned where a job, a feature or a reading does not exist.
var ErrNotFound = errors.New("not found")

// ErrInUse is returned by [Open] while another process has the file open.
var ErrInUse = errors.New("another Ledge is already running on this file")

// A ConflictError says why a change does not fit what is stored.
type ConflictError struct {
	Why words.Message
	// Code tells apart conflicts that the caller deals with; mostly empty.
	Code string
	// Place is the field of the body that it is about; mostly empty.
	Place string
}

func (e *ConflictError) Error() string { return e.Why.String() }

func conflict(id string, args ...any) error {
	return coded("", id, args...)
}

func coded(code, id string, args ...any) error {
	return &ConflictError{Why: words.New(id, args...), Code: code}
}

// A Store is an open Ledge file. Writing goes through one connection, reading through several.
type Store struct {
	path  string
	write *sqlx.DB
	read  *sqlx.DB
	lock  *flock.Flock
	now   func() time.Time
	cache cache
	// commits orders what is written with what is made of it in memory.
	commits sync.Mutex
	// version is that of the tables.
	version int64
	// file is what stood at path when it was opened.
	file os.FileInfo
	// OldCopy is where the file was copied to before its tables were brought up to date; empty
	// where they were.
	OldCopy string
	// Settled says how a restore that was cut short was brought to its end; empty where none was.
	Settled string

	watchers watchers
	troubles troubles
	signed   signed
}

// Open opens or makes the file and brings its tables up to date. Only one process may have it open,
// under whatever name: another gets [ErrInUse]. A file that is not Ledge's is an [UnsoundError].
// Every acknowledged write is on the disk (synchronous=FULL).
func Open(ctx context.Context, path string, now func() time.Time) (*Store, error) {
	path, err := resolved(path)
	if err != nil {
		return nil, err
	}
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

// OpenToRead opens a file only to read from it, also while another process has it open. Nothing of
// it is changed, not even its version.
func OpenToRead(ctx context.Context, path string) (*Store, error) {
	if _, err := os.Stat(path); err != nil {
		return nil, err
	}
	if err := unsettled(path); err != nil {
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

func (s *Store) open(ctx context.Context, path string) (err error) {
	if s.Settled, err = settleRestore(path); err != nil {
		return err
	}
	sweepParts(path)
	if err := private(path); err != nil {
		return err
	}
	if err := alone(ctx, path); err != nil {
		return err
	}
	if err := migrate(ctx, path, latest, s.keepOld); err != nil {
		return err
	}
	if s.write, err = connect(path, "mode=rw&_txlock=immediate", 1); err != nil {
		return err
	}
	if s.version, err = versionOf(ctx, s.write); err != nil {
		return err
	}
	if s.read, err = connect(path, "mode=rw&_pragma=query_only(1)", readers); err != nil {
		return err
	}
	if err := all(ctx, s.read, readers); err != nil {
		return err
	}
	s.file, err = os.Stat(path)
	return err
}

// readers are the connections that read.
const readers = 4

// all opens every connection of a pool now: one opened later could find another file in this one's place.
func all(ctx context.Context, db *sqlx.DB, connections int) error {
	opened := make([]*sql.Conn, 0, connections)
	defer func() {
		for _, c := range opened {
			_ = c.Close() // back into the pool
		}
	}()
	for range connections {
		c, err := db.Conn(ctx)
		if err != nil {
			return err
		}
		opened = append(opened, c)
	}
	return nil
}

// latest stands for the newest version of the tables.
const latest = math.MaxInt64

// migrate brings a file's tables to a version, each step in a transaction of its own together with
// its number; before runs where there is anything to do. Keys are off meanwhile: a table that
// others point to is replaced by another of its name.
func migrate(ctx context.Context, path string, version int64, before func(context.Context, *sqlx.DB) error) error {
	db, err := connect(path, "_txlock=immediate", 1)
	if err != nil {
		return err
	}
	defer db.Close()
	if _, err := db.ExecContext(ctx, `PRAGMA foreign_keys = OFF`); err != nil {
		return err
	}
	provider, err := tables(db)
	if err != nil {
		return err
	}
	pending, err := provider.HasPending(ctx)
	if err != nil || !pending {
		return err
	}
	if before != nil {
		if err := before(ctx, db); err != nil {
			return err
		}
	}
	if _, err := provider.UpTo(ctx, version); err != nil {
		return fmt.Errorf("bring the tables up to date: %w", err)
	}
	return nil
}

// keepOld makes a copy of a file of an older version before anything of it is changed.
func (s *Store) keepOld(ctx context.Context, db *sqlx.DB) error {
	var version int64
	if err := db.GetContext(ctx, &version,
		`SELECT coalesce(max(version_id), 0) FROM goose_db_version WHERE is_applied = 1`); err != nil ||
		version == 0 {
		return err
	}
	copied := fmt.Sprintf("%s.version-%d-%s", s.path, version, s.now().UTC().Format("20060102-150405"))
	// One of this very second was made before a kill: it is whole, or only a name.
	if info, err := os.Lstat(copied); err == nil && info.Size() > 0 {
		s.OldCopy = copied
		return nil
	}
	_ = os.Remove(copied)
	if err := copyInto(ctx, db, copied); err != nil {
		return fmt.Errorf("a copy before the tables are brought up to date: %w", err)
	}
	s.OldCopy = copied
	return nil
}

func connect(path, more string, connections int) (*sqlx.DB, error) {
	return connectWith(path, "_pragma=busy_timeout(5000)&_pragma=journal_mode(WAL)&"+
		"_pragma=synchronous(FULL)&_pragma=foreign_keys(1)&"+more, connections)
}

func connectWith(path, options string, connections int) (*sqlx.DB, error) {
	file := url.URL{Scheme: "file", Opaque: (&url.URL{Path: path}).EscapedPath(), RawQuery: "_dqs=0&" + options}
	db := openDB(file.String())
	db.SetMaxOpenConns(connections)
	db.SetMaxIdleConns(connections)
	if err := db.Ping(); err != nil {
		return nil, errors.Join(err, db.Close())
	}
	return db, nil
}

// Path is where the file is.
func (s *Store) Path() string { return s.path }

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

// change runs f in one transaction of the writer, in the name of the context's [Actor]; without one
// it is [ErrNobody].
func (s *Store) change(ctx context.Context, f func(tx *sqlx.Tx) error) error {
	if Actor(ctx) == "" {
		return ErrNobody
	}
	return s.tidy(ctx, f)
}

// tidy is change for what nobody does: sessions that begin and end.
func (s *Store) tidy(ctx context.Context, f func(tx *sqlx.Tx) error) (err error) {
	// What follows a commit is done before the next one: see [Store.amend].
	s.commits.Lock()
	defer s.commits.Unlock()
	return s.commit(ctx, f)
}

func (s *Store) commit(ctx context.Context, f func(tx *sqlx.Tx) error) (err error) {
	if err := s.stillThere(); err != nil {
		return err
	}
	defer func() { s.troubles.afterWrite(err, s.stamp()) }()
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
// stampForm is how moments are written.
const stampForm = "2006-01-02T15:04:05.000Z"

func (s *Store) stamp() string { return s.now().UTC().Format(stampForm) }

func notFound(err error) error {
	if errors.Is(err, sql.ErrNoRows) {
		return ErrNotFound
	}
	return err
}
