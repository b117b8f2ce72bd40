package db

import (
	"context"
	"os"
	"path/filepath"
	"slices"
	"strings"

	"ledge/internal/words"

	"github.com/jmoiron/sqlx"
	"github.com/pressly/goose/v3"
)

// An UnsoundError says why a file is not a sound Ledge file.
type UnsoundError struct{ Why words.Message }

func (e *UnsoundError) Error() string { return e.Why.String() }

func Unsound(id string, args ...any) error { return &UnsoundError{words.New(id, args...)} }

// sound reports whether a file is whole, of a version that is known, and has exactly the tables of
// that version: nothing that would run by itself.
func (k Schema) sound(ctx context.Context, path string) error {
	db, err := connect(path, "mode=rw&_pragma=trusted_schema(0)", 1)
	if err != nil {
		return Unsound("unsound.damaged", "why", err)
	}
	defer db.Close()
	version, err := k.versionOf(ctx, db)
	if err != nil {
		return err
	}
	there, err := schemaOf(ctx, db)
	if err != nil {
		return Unsound("unsound.damaged", "why", err)
	}
	wanted, err := k.schemaAt(ctx, version)
	if err != nil {
		return err
	}
	if !slices.Equal(there, wanted) {
		return Unsound("unsound.tables")
	}
	return whole(ctx, db)
}

// Whole reports what is wrong with an open file: a page that cannot be read, rows that belong to nothing.
func (f *File) Whole(ctx context.Context) error { return whole(ctx, f.Read) }

func whole(ctx context.Context, db *sqlx.DB) error {
	var said []string
	if err := db.SelectContext(ctx, &said, `PRAGMA integrity_check(5)`); err != nil ||
		!slices.Equal(said, []string{"ok"}) {
		return Unsound("unsound.damaged", "why", strings.Join(said, "; "))
	}
	var astray int
	if err := db.GetContext(ctx, &astray, `SELECT count(*) FROM pragma_foreign_key_check`); err != nil || astray > 0 {
		return Unsound("unsound.astray", "rows", astray)
	}
	return nil
}

// versionOf returns the version of a Ledge file's tables.
func (k Schema) versionOf(ctx context.Context, db *sqlx.DB) (version int64, err error) {
	if err := db.GetContext(ctx, &version,
		`SELECT max(version_id) FROM goose_db_version WHERE is_applied = 1`); err != nil {
		return 0, Unsound("unsound.not_ledge")
	}
	provider, err := k.tables(db)
	if err != nil {
		return 0, err
	}
	if last := newest(provider); version > last {
		return 0, Unsound("unsound.newer", "version", version, "known", last)
	}
	return version, nil
}

// newest is the version that Ledge brings a file up to.
func newest(provider *goose.Provider) int64 {
	sources := provider.ListSources()
	return sources[len(sources)-1].Version
}

// UpToDate reports whether an open file's tables are of the newest version.
func (f *File) UpToDate() bool {
	provider, err := f.schema.tables(f.Read)
	return err == nil && f.Version == newest(provider)
}

// schemaOf lists the statements a database was made with.
func schemaOf(ctx context.Context, db *sqlx.DB) (list []string, err error) {
	err = db.SelectContext(ctx, &list, `SELECT type || ' ' || name || ' ' || coalesce(sql, '')
		FROM sqlite_master WHERE name NOT LIKE 'sqlite\_stat%' ESCAPE '\' ORDER BY 1`)
	return list, err
}

// schemaAt is the schema of a new file of a version.
func (k Schema) schemaAt(ctx context.Context, version int64) ([]string, error) {
	folder, err := os.MkdirTemp("", "ledge")
	if err != nil {
		return nil, err
	}
	defer os.RemoveAll(folder)
	db, err := k.EmptyAt(ctx, filepath.Join(folder, "new.db"), version)
	if err != nil {
		return nil, err
	}
	defer db.Close()
	return schemaOf(ctx, db)
}

// EmptyAt makes a new file of a version.
func (k Schema) EmptyAt(ctx context.Context, path string, version int64) (*sqlx.DB, error) {
	if err := k.migrate(ctx, path, version, nil); err != nil {
		return nil, err
	}
	return connect(path, "", 1)
}

// tables are the steps that bring a file up to date.
func (k Schema) tables(db *sqlx.DB) (*goose.Provider, error) {
	return goose.NewProvider(goose.DialectSQLite3, db.DB, k.SQL,
		goose.WithGoMigrations(k.Go()...))
}
