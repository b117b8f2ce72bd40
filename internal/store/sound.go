package store

import (
	"context"
	"fmt"
	"io/fs"
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

func unsound(id string, args ...any) error { return &UnsoundError{words.New(id, args...)} }

// sound reports whether a file is whole, of a version that is known, and has exactly the tables of
// that version: nothing that would run by itself.
func sound(ctx context.Context, path string) error {
	db, err := connect(path, "mode=rw&_pragma=trusted_schema(0)", 1)
	if err != nil {
		return unsound("unsound.damaged", "why", err)
	}
	defer db.Close()
	version, err := versionOf(ctx, db)
	if err != nil {
		return err
	}
	there, err := schemaOf(ctx, db)
	if err != nil {
		return unsound("unsound.damaged", "why", err)
	}
	wanted, err := schemaAt(ctx, version)
	if err != nil {
		return err
	}
	if !slices.Equal(there, wanted) {
		return unsound("unsound.tables")
	}
	var said []string
	if err := db.SelectContext(ctx, &said, `PRAGMA integrity_check`); err != nil || !slices.Equal(said,
		[]string{"ok"}) {
		return unsound("unsound.damaged", "why", strings.Join(append(said, fmt.Sprint(err)), "; "))
	}
	var astray int
	if err := db.GetContext(ctx, &astray, `SELECT count(*) FROM pragma_foreign_key_check`); err != nil || astray > 0 {
		return unsound("unsound.astray", "rows", astray)
	}
	return nil
}

// versionOf returns the version of a Ledge file's tables.
func versionOf(ctx context.Context, db *sqlx.DB) (version int64, err error) {
	if err := db.GetContext(ctx, &version,
		`SELECT max(version_id) FROM goose_db_version WHERE is_applied = 1`); err != nil {
		return 0, unsound("unsound.not_ledge")
	}
	provider, err := tables(db)
	if err != nil {
		return 0, err
	}
	if last := newest(provider); version > last {
		return 0, unsound("unsound.newer", "version", version, "known", last)
	}
	return version, nil
}

// newest is the version that Ledge brings a file up to.
func newest(provider *goose.Provider) int64 {
	sources := provider.ListSources()
	return sources[len(sources)-1].Version
}

// TablesVersion is the version of the tables of an open file.
func (s *Store) TablesVersion(ctx context.Context) (int64, error) { return versionOf(ctx, s.read) }

// schemaOf lists the statements a database was made with.
func schemaOf(ctx context.Context, db *sqlx.DB) (list []string, err error) {
	err = db.SelectContext(ctx, &list, `SELECT type || ' ' || name || ' ' || coalesce(sql, '')
		FROM sqlite_master WHERE name NOT LIKE 'sqlite\_stat%' ESCAPE '\' ORDER BY 1`)
	return list, err
}

// schemaAt is the schema of a new file of a version.
func schemaAt(ctx context.Context, version int64) ([]string, error) {
	folder, err := os.MkdirTemp("", "ledge")
	if err != nil {
		return nil, err
	}
	defer os.RemoveAll(folder)
	db, err := emptyAt(ctx, filepath.Join(folder, "new.db"), version)
	if err != nil {
		return nil, err
	}
	defer db.Close()
	return schemaOf(ctx, db)
}

// emptyAt makes a new file of a version.
func emptyAt(ctx context.Context, path string, version int64) (*sqlx.DB, error) {
	if err := migrate(ctx, path, version, nil); err != nil {
		return nil, err
	}
	return connect(path, "", 1)
}

// tables are the steps that bring a file up to date.
func tables(db *sqlx.DB) (*goose.Provider, error) {
	steps, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return nil, err
	}
	return goose.NewProvider(goose.DialectSQLite3, db.DB, steps,
		goose.WithGoMigrations(waysMigration(), rodsMigration(), componentsMigration(), columnsMigration(),
			judgedMigration(), listsMigration(), eventsMigration()))
}
