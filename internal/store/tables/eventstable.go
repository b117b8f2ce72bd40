package tables

import (
	"context"
	"database/sql"
	_ "embed"
	"fmt"
	"strings"

	"github.com/pressly/goose/v3"
)

// EventsVersion is that of the tables from which on what is said and done of a job is one table.
const EventsVersion = 39

var (
	//go:embed events/create.sql
	createEvents string
	// ConvertEvents makes events of what stands in the tables of older versions.
	//go:embed events/convert.sql
	ConvertEvents string
	//go:embed events/shares.sql
	convertShares string
	// BeforeEvents makes the tables that an archive of an older version fills, for a moment.
	//go:embed events/before.sql
	BeforeEvents string
)

// Turned are the tables whose rows are events since, each after those that it belongs to.
var Turned = []string{"gauges", "conditions", "looks", "unworn", "decisions", "gauge_checks", "answers", "photos",
	"notes", "job_changes", "matchings", "orders", "order_events", "job_log", "closings", "build_events"}

// eventsMigration brings what had a table for each sort of event into one.
func eventsMigration() *goose.Migration {
	return goose.NewGoMigration(EventsVersion, &goose.GoFunc{RunTx: func(ctx context.Context, tx *sql.Tx) error {
		for _, script := range []string{createEvents, ConvertEvents, convertShares} {
			if _, err := tx.ExecContext(ctx, script); err != nil {
				return fmt.Errorf("events: %w", err)
			}
		}
		for _, name := range Turned {
			if _, err := tx.ExecContext(ctx, `DROP TABLE `+name); err != nil {
				return fmt.Errorf("table %s: %w", name, err)
			}
		}
		return redefine(ctx, tx, `%REFERENCES gauges%`, func(text string) string {
			return strings.NewReplacer("REFERENCES gauges", "REFERENCES events",
				"REFERENCES conditions", "REFERENCES events").Replace(text)
		})
	}}, nil)
}
