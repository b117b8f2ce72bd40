// Package tables is how the tables of a Ledge file come about: a step a version, the same for a file and for a job that
// an archive of an older version brings.
package tables

import (
	"context"
	"database/sql"
	"embed"
	"io/fs"

	"github.com/pressly/goose/v3"

	"ledge/internal/store/db"
)

//go:embed migrations/*.sql
var migrations embed.FS

// Schema are all steps.
var Schema = db.Schema{SQL: scripts(), Go: func() []*goose.Migration {
	return []*goose.Migration{waysMigration(), rodsMigration(), componentsMigration(), columnsMigration(),
		judgedMigration(), listsMigration(), eventsMigration()}
}, Known: []string{"jobs", "features", "readings"}}

func scripts() fs.FS {
	steps, err := fs.Sub(migrations, "migrations")
	if err != nil {
		panic(err) // it is linked in
	}
	return steps
}

// Modern brings what was loaded from an older version into the present form.
func Modern(ctx context.Context, tx *sql.Tx, job, version int64) error {
	if version < waysVersion {
		if err := modernize(ctx, tx, job); err != nil {
			return err
		}
	}
	if version < rodsVersion {
		if err := renumber(ctx, tx, job); err != nil {
			return err
		}
	}
	if version < columnsVersion {
		if err := ownQuantities(ctx, tx, job); err != nil {
			return err
		}
	}
	if version < judgedVersion {
		if err := judgedAnew(ctx, tx, job); err != nil {
			return err
		}
	}
	return nil
}
