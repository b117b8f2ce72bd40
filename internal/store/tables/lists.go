package tables

import (
	"context"
	"database/sql"
	"fmt"
	"regexp"

	"github.com/pressly/goose/v3"
)

// listsVersion is that of the tables whose columns name no members: a new member needs no new table.
const listsVersion = 38

var listCheck = regexp.MustCompile(`\s*CHECK \(\s*\w+ IN \(\s*(?:'[^']*'\s*,?\s*)+\)\)`)

// listsMigration takes the lists out of the tables. SQLite knows no other way to drop a constraint from a table that
// stays where it is than to write its definition anew, which its manual allows for what does not change how rows
// are stored.
func listsMigration() *goose.Migration {
	return goose.NewGoMigration(listsVersion, &goose.GoFunc{RunTx: dropListChecks}, nil)
}

func dropListChecks(ctx context.Context, tx *sql.Tx) error {
	return redefine(ctx, tx, `%CHECK%`, func(text string) string { return listCheck.ReplaceAllString(text, "") })
}

// redefine writes the definitions of tables that hold a text anew.
func redefine(ctx context.Context, tx *sql.Tx, like string, change func(string) string) error {
	rows, err := tx.QueryContext(ctx, `SELECT name, sql FROM sqlite_schema WHERE type = 'table' AND sql LIKE ?`, like)
	if err != nil {
		return err
	}
	defer rows.Close()
	anew := map[string]string{}
	for rows.Next() {
		var name, text string
		if err := rows.Scan(&name, &text); err != nil {
			return err
		}
		if changed := change(text); changed != text {
			anew[name] = changed
		}
	}
	if err := rows.Err(); err != nil {
		return err
	}
	var version int64
	if err := tx.QueryRowContext(ctx, `PRAGMA schema_version`).Scan(&version); err != nil {
		return err
	}
	if _, err := tx.ExecContext(ctx, `PRAGMA writable_schema = ON`); err != nil {
		return err
	}
	for name, text := range anew {
		if _, err := tx.ExecContext(ctx, `UPDATE sqlite_schema SET sql = ? WHERE type = 'table' AND name = ?`, text,
			name); err != nil {
			return fmt.Errorf("table %s: %w", name, err)
		}
	}
	for _, end := range []string{fmt.Sprint(`PRAGMA schema_version = `, version+1), `PRAGMA writable_schema = OFF`} {
		if _, err := tx.ExecContext(ctx, end); err != nil {
			return err
		}
	}
	return nil
}
