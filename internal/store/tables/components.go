package tables

import (
	"context"
	"database/sql"
	"fmt"
	"strings"

	"github.com/pressly/goose/v3"

	"ledge/internal/core/part"
)

// componentsVersion is that of the tables from which on every part belongs to a component.
const componentsVersion = 22

// componentsMigration makes what a job of an older version measured components of their own.
func componentsMigration() *goose.Migration {
	return goose.NewGoMigration(componentsVersion,
		&goose.GoFunc{RunTx: func(ctx context.Context, tx *sql.Tx) error { return Gather(ctx, tx, 0, "", "") }}, nil)
}

// gathering are the components that features belong to, with the sort of each kind.
var gathering = func() string {
	var sorts []string
	for _, row := range part.All() {
		sorts = append(sorts, fmt.Sprintf("('%s', '%s')", row.Kind, row.Component))
	}
	return `WITH sort (kind, component) AS (VALUES ` + strings.Join(sorts, ", ") + `)
		INSERT INTO components (id, job_id, component, tag, origin, added_by, added_at, from_file)
		SELECT lower(hex(randomblob(4)) || '-' || hex(randomblob(2)) || '-4' || substr(hex(randomblob(2)), 2)
				|| '-a' || substr(hex(randomblob(2)), 2) || '-' || hex(randomblob(6))),
			j.id, p.component, p.tag, CASE p.tag WHEN '' THEN 'came' ELSE 'spare' END,
			CASE ?2 WHEN '' THEN j.created_by ELSE ?2 END, CASE ?2 WHEN '' THEN j.created_at ELSE ?3 END,
			CASE ?2 WHEN '' THEN j.from_file ELSE 0 END
		FROM (SELECT f.job_id, s.component, f.component AS tag, min(f.id) AS first
			FROM features f JOIN sort s ON s.kind = f.kind WHERE ?1 IN (0, f.job_id) GROUP BY 1, 2, 3) p
		JOIN jobs j ON j.id = p.job_id WHERE true ORDER BY p.first
		ON CONFLICT (job_id, component, tag) DO NOTHING`
}()

// execer is a transaction of either package.
type execer interface {
	ExecContext(ctx context.Context, query string, args ...any) (sql.Result, error)
}

// Gather makes the components that parts of a job, or of all where it is 0, belong to and that are
// not there yet: by who adds them, or by who began the job where nobody is named.
func Gather(ctx context.Context, tx execer, jobID int64, by, at string) error {
	if _, err := tx.ExecContext(ctx, gathering, jobID, by, at); err != nil {
		return fmt.Errorf("components: %w", err)
	}
	return nil
}
