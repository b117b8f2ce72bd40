package tables

import (
	"context"
	"database/sql"
	"encoding/json"
	"fmt"
	"strings"

	"github.com/pressly/goose/v3"

	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// columnsVersion is that of the tables from which on no quantity borrows another's: columns that
// are no directions are counted, and what is taken off a rod is a weight.
const columnsVersion = 25

// columnsMigration brings what older versions stored into that form.
func columnsMigration() *goose.Migration {
	return goose.NewGoMigration(columnsVersion,
		&goose.GoFunc{RunTx: func(ctx context.Context, tx *sql.Tx) error { return ownQuantities(ctx, tx, 0) }}, nil)
}

// ownQuantities brings a job, or all where job is 0, into that form.
func ownQuantities(ctx context.Context, tx *sql.Tx, job int64) error {
	var counted []string
	for _, row := range part.All() {
		if row.Counted() {
			counted = append(counted, "'"+string(row.Kind)+"'")
		}
	}
	if _, err := tx.ExecContext(ctx, `UPDATE features SET counted = json_array_length(directions), directions = '[]'
		WHERE kind IN (`+strings.Join(counted, ", ")+`) AND directions <> '[]' AND ? IN (0, job_id)`,
		job); err != nil {
		return fmt.Errorf("columns: %w", err)
	}
	if err := rewrite(ctx, tx, `SELECT o.seq, o.body, o.sheet, '' FROM orders o WHERE ? IN (0, o.job_id)`,
		`UPDATE orders SET body = ?, sheet = ? WHERE seq = ?`, job, weighedSheet); err != nil {
		return fmt.Errorf("sheets: %w", err)
	}
	return nil
}

// weighedSheet takes what is taken off a rod for a weight.
func weighedSheet(text, name, _ string) (string, string, error) {
	var s order.Sheet
	if err := json.Unmarshal([]byte(text), &s); err != nil {
		return "", "", err
	}
	changed := false
	for i := range s.Lines {
		if l := &s.Lines[i]; l.Work == order.DoLighten && l.Amount != nil {
			metal := unit.Mass(*l.Amount)
			l.Metal, l.Amount, changed = &metal, nil, true
		}
	}
	if !changed {
		return text, name, nil
	}
	out, err := json.Marshal(s)
	return string(out), name, err
}
