package store

import (
	"context"
	"database/sql"
	_ "embed"
	"fmt"
	"strings"

	"github.com/pressly/goose/v3"
)

// eventsVersion is that of the tables from which on what is said and done of a job is one table.
const eventsVersion = 39

var (
	//go:embed events/create.sql
	createEvents string
	//go:embed events/convert.sql
	convertEvents string
	//go:embed events/shares.sql
	convertShares string
	//go:embed events/before.sql
	beforeEvents string
)

// eventsMigration brings what had a table for each sort of event into one.
func eventsMigration() *goose.Migration {
	return goose.NewGoMigration(eventsVersion, &goose.GoFunc{RunTx: func(ctx context.Context, tx *sql.Tx) error {
		for _, script := range []string{createEvents, convertEvents, convertShares} {
			if _, err := tx.ExecContext(ctx, script); err != nil {
				return fmt.Errorf("events: %w", err)
			}
		}
		for _, t := range dumpedBefore {
			if !t.turned {
				continue
			}
			if _, err := tx.ExecContext(ctx, `DROP TABLE `+t.name); err != nil {
				return fmt.Errorf("table %s: %w", t.name, err)
			}
		}
		return redefine(ctx, tx, `%REFERENCES gauges%`, func(text string) string {
			return strings.NewReplacer("REFERENCES gauges", "REFERENCES events",
				"REFERENCES conditions", "REFERENCES events").Replace(text)
		})
	}}, nil)
}
