package store

import (
	"context"
	"database/sql"
	"database/sql/driver"
	"fmt"
	"reflect"
	"regexp"

	"github.com/pressly/goose/v3"

	"ledge/internal/core/assembly"
	"ledge/internal/core/closed"
	"ledge/internal/core/engine"
	"ledge/internal/core/inspection"
	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// listed are the columns that hold a closed list. What the program stores in them is checked by its type
// ([statement.CheckNamedValue]), what an archive brings by its column.
var listed = map[string]closed.Any{
	"jobs.duty":             inspection.Duties,
	"jobs.unit":             unit.Systems,
	"jobs.arrangement":      engine.Arrangements,
	"shop_policies.unit":    unit.Systems,
	"card_versions.unit":    unit.Systems,
	"card_events.what":      CardEventTypes,
	"limits.block":          inspection.LimitBlocks,
	"limit_sources.block":   inspection.LimitBlocks,
	"limit_sources.source":  limit.Sources,
	"features.kind":         part.Kinds,
	"readings.what":         ReadingTypes,
	"components.component":  part.Components,
	"components.origin":     Origins,
	"component_events.what": RetirementTypes,
	"events.what":           MomentTypes,
	"cabinet_deeds.what":    instrument.DeedTypes,
	"people.role":           Roles,
}

// listedIn are what holds a closed list in the body of an event, by the event's type.
var listedIn = map[string]closed.Any{
	"look.what":          LookTypes,
	"look.look":          inspection.Looks,
	"gauge.instrument":   instrument.Kinds,
	"gauge.mode":         instrument.Modes,
	"condition.material": instrument.Materials,
	"order_event.what":   OrderEventTypes,
	"closing.outcome":    Outcomes,
	"build.what":         assembly.EventTypes,
	"change.change":      ChangeTypes,
}

// A NotListedError is a value that is no member of the closed list of its type.
type NotListedError struct {
	Type  reflect.Type
	Value string
}

func (e *NotListedError) Error() string { return fmt.Sprintf("%q is no %v", e.Value, e.Type) }

// CheckNamedValue refuses a value that the closed list of its type does not have. Callers check what people enter
// and say why it is refused; this is for a caller that forgot.
func (s *statement) CheckNamedValue(nv *driver.NamedValue) error {
	v := reflect.ValueOf(nv.Value)
	if v.Kind() == reflect.Pointer {
		v = v.Elem()
	}
	if v.Kind() == reflect.String {
		if list := closed.Of(v.Type()); list != nil && !list.Lists(v.String()) {
			return &NotListedError{v.Type(), v.String()}
		}
	}
	return driver.ErrSkip
}

// orNothing is a value for a column that may hold nothing instead of a member.
func orNothing[T ~string](value T) any {
	if value == "" {
		return ""
	}
	return value
}

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
