// Package db is the handle of one Ledge file: it opens it, brings its tables up to date, reads and changes it, copies,
// checks and restores it. What is in the tables is the business of the packages that use it.
package db

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"io/fs"
	"math"
	"net/url"
	"os"
	"sync"
	"time"

	"ledge/internal/words"

	"github.com/gofrs/flock"
	"github.com/jmoiron/sqlx"
	"github.com/pressly/goose/v3"
)

// A Schema is how the tables of a file come about, step by step.
type Schema struct {
	// SQL holds the steps that are scripts, Go returns the others.
	SQL fs.FS
	Go  func() []*goose.Migration
	// Known are tables that a file of any version has.
	Known []string
}

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

// Conflict is a [ConflictError] that nobody deals with by itself.
func Conflict(id string, args ...any) error {
	return Coded("", id, args...)
}

// Coded is a conflict with a code.
func Coded(code, id string, args ...any) error {
	return &ConflictError{Why: words.New(id, args...), Code: code}
}

// A File is an open Ledge file. Writing goes through one connection, reading through several.
type File struct {
	// Read is for looking; nothing is changed through it.
	Read *sqlx.DB
	// Version is that of the tables.
	Version int64
	// OldCopy is where the file was copied to before its tables were brought up to date; empty
	// where they were.
	OldCopy string
	// Settled says how a restore that was cut short was brought to its end; empty where none was.
	Settled string

	schema Schema
	path   string
	write  *sqlx.DB
	lock   *flock.Flock
	now    func() time.Time
	// commits orders what is written with what is made of it in memory.
	commits sync.Mutex
	// info is what stood at path when it was opened.
	info     os.FileInfo
	watchers watchers
	troubles troubles
}

// Open opens or makes the file and brings its tables up to date. Only one process may have it open,
// under whatever name: another gets [ErrInUse]. A file that is not Ledge's is an [UnsoundError].
// Every acknowledged write is on the disk (synchronous=FULL).
func (k Schema) Open(ctx context.Context, path string, now func() time.Time) (*File, error) {
	path, err := resolved(path)
	if err != nil {
		return nil, err
	}
	lock, err := takeLock(path + ".lock")
	if err != nil {
		return nil, err
	}
	f := &File{schema: k, path: path, lock: lock, now: now}
	if err := f.open(ctx, path); err != nil {
		return nil, errors.Join(fmt.Errorf("open %s: %w", path, err), f.Close())
	}
	return f, nil
}

// OpenToRead opens a file only to read from it, also while another process has it open. Nothing of
// it is changed, not even its version.
func (k Schema) OpenToRead(ctx context.Context, path string) (*File, error) {
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
	f := &File{schema: k, path: path, Read: read, now: time.Now}
	if f.Version, err = k.versionOf(ctx, read); err != nil {
		return nil, errors.Join(err, read.Close())
	}
	return f, nil
}

func (f *File) open(ctx context.Context, path string) (err error) {
	if f.Settled, err = settleRestore(path); err != nil {
		return err
	}
	sweepParts(path)
	if err := private(path); err != nil {
		return err
	}
	if err := f.schema.alone(ctx, path); err != nil {
		return err
	}
	if err := f.schema.migrate(ctx, path, latest, f.keepOld); err != nil {
		return err
	}
	if f.write, err = connect(path, "mode=rw&_txlock=immediate", 1); err != nil {
		return err
	}
	if f.Version, err = f.schema.versionOf(ctx, f.write); err != nil {
		return err
	}
	if f.Read, err = connect(path, "mode=rw&_pragma=query_only(1)", readers); err != nil {
		return err
	}
	if err := all(ctx, f.Read, readers); err != nil {
		return err
	}
	f.info, err = os.Stat(path)
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
func (k Schema) migrate(ctx context.Context, path string, version int64, before func(context.Context,
	*sqlx.DB) error) error {
	db, err := connect(path, "_txlock=immediate", 1)
	if err != nil {
		return err
	}
	defer db.Close()
	if _, err := db.ExecContext(ctx, `PRAGMA foreign_keys = OFF`); err != nil {
		return err
	}
	provider, err := k.tables(db)
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
func (f *File) keepOld(ctx context.Context, db *sqlx.DB) error {
	var version int64
	if err := db.GetContext(ctx, &version,
		`SELECT coalesce(max(version_id), 0) FROM goose_db_version WHERE is_applied = 1`); err != nil ||
		version == 0 {
		return err
	}
	copied := fmt.Sprintf("%s.version-%d-%s", f.path, version, f.now().UTC().Format("20060102-150405"))
	// One of this very second was made before a kill: it is whole, or only a name.
	if info, err := os.Lstat(copied); err == nil && info.Size() > 0 {
		f.OldCopy = copied
		return nil
	}
	_ = os.Remove(copied)
	if err := copyInto(ctx, db, copied); err != nil {
		return fmt.Errorf("a copy before the tables are brought up to date: %w", err)
	}
	f.OldCopy = copied
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
func (f *File) Path() string { return f.path }

// Close closes the file and lets another process have it.
func (f *File) Close() error {
	var errs []error
	for _, db := range []*sqlx.DB{f.Read, f.write} {
		if db != nil {
			errs = append(errs, db.Close())
		}
	}
	if f.lock != nil {
		errs = append(errs, f.lock.Unlock())
	}
	return errors.Join(errs...)
}

// A Querier is a database or a transaction.
type Querier interface {
	sqlx.ExtContext
	GetContext(ctx context.Context, dest any, query string, args ...any) error
	SelectContext(ctx context.Context, dest any, query string, args ...any) error
}

// Change runs do in one transaction of the writer, in the name of the context's [Actor]; without one it is [ErrNobody].
func (f *File) Change(ctx context.Context, do func(tx *sqlx.Tx) error) error {
	return f.ChangeAnd(ctx, do, func() {})
}

// ChangeAnd is Change with something that follows the commit before the next one begins: what is made of it in memory.
func (f *File) ChangeAnd(ctx context.Context, do func(tx *sqlx.Tx) error, follow func()) error {
	if Actor(ctx) == "" {
		return ErrNobody
	}
	f.commits.Lock()
	defer f.commits.Unlock()
	err := f.commit(ctx, do)
	if err == nil {
		follow()
	}
	return err
}

// Tidy is Change for what nobody does: sessions that begin and end.
func (f *File) Tidy(ctx context.Context, do func(tx *sqlx.Tx) error) error {
	f.commits.Lock()
	defer f.commits.Unlock()
	return f.commit(ctx, do)
}

func (f *File) commit(ctx context.Context, do func(tx *sqlx.Tx) error) (err error) {
	if err := f.stillThere(); err != nil {
		return err
	}
	defer func() { f.troubles.afterWrite(err, f.Stamp()) }()
	tx, err := f.write.BeginTxx(ctx, nil)
	if err != nil {
		return fmt.Errorf("begin: %w", err)
	}
	if err := do(tx); err != nil {
		return errors.Join(err, tx.Rollback())
	}
	if err := tx.Commit(); err != nil {
		return fmt.Errorf("commit: %w", err)
	}
	return nil
}

// CacheToWrite gives the writer so many KiB of memory until back is called.
func (f *File) CacheToWrite(ctx context.Context, kib int) (back func(), err error) {
	var usual int
	if err := f.write.GetContext(ctx, &usual, `PRAGMA cache_size`); err != nil {
		return nil, err
	}
	set := func(size int) error {
		_, err := f.write.ExecContext(ctx, fmt.Sprintf(`PRAGMA cache_size = %d`, size))
		return err
	}
	return func() { _ = set(usual) }, set(-kib) // it only costs memory
}

// View runs do on one state of the file.
func (f *File) View(ctx context.Context, do func(tx *sqlx.Tx) error) error {
	tx, err := f.Read.BeginTxx(ctx, &sql.TxOptions{ReadOnly: true})
	if err != nil {
		return fmt.Errorf("begin: %w", err)
	}
	defer func() { _ = tx.Rollback() }() // nothing was written
	return do(tx)
}

// Now is the present moment on Ledge's clock.
func (f *File) Now() time.Time { return f.now() }

// StampForm is how moments are written.
const StampForm = "2006-01-02T15:04:05.000Z"

// Stamp is the present time as it is stored.
func (f *File) Stamp() string { return f.now().UTC().Format(StampForm) }

// NotFound is an error, or [ErrNotFound] where there was no row.
func NotFound(err error) error {
	if errors.Is(err, sql.ErrNoRows) {
		return ErrNotFound
	}
	return err
}
