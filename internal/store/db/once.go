package db

import (
	"context"
	"database/sql/driver"
	"fmt"
	"maps"
	"slices"
	"strings"

	"ledge/internal/words"

	"github.com/jmoiron/sqlx"
)

// Fields are the columns of a row with what they hold.
type Fields map[string]any

// Once inserts a row under an id that its client made. The same id with the same content is stored
// once: then known is true. With other content it is a conflict, whatever the job or the letters'
// case. made are columns that are not held against what is stored, such as when it came.
func Once(ctx context.Context, tx *sqlx.Tx, table, id string, content, made Fields) (known bool, err error) {
	if known, err := Known(ctx, tx, table, id, content); err != nil || known {
		return known, err
	}
	row := Fields{"id": strings.ToLower(id)}
	maps.Copy(row, content)
	maps.Copy(row, made)
	names := slices.Sorted(maps.Keys(row))
	_, err = sqlx.NamedExecContext(ctx, tx, `INSERT INTO `+table+` (`+strings.Join(names, ", ")+`) VALUES (:`+
		strings.Join(names, ", :")+`)`, map[string]any(row))
	return false, err
}

// Known reports whether a row is stored under an id; a conflict where it is with other content.
func Known(ctx context.Context, tx *sqlx.Tx, table, id string, content Fields) (bool, error) {
	names := slices.Sorted(maps.Keys(content))
	stored, err := Maps(ctx, tx, `SELECT `+strings.Join(names, ", ")+` FROM `+table+` WHERE id = ?`,
		strings.ToLower(id))
	if err != nil || len(stored) == 0 {
		return false, err
	}
	for _, name := range names {
		same, err := holds(stored[0][name], content[name])
		if err != nil {
			return false, fmt.Errorf("%s of %s: %w", name, table, err)
		}
		if !same {
			return false, OtherContent()
		}
	}
	return true, nil
}

// OtherContent is what an id with other content than is stored under it comes to.
func OtherContent() error {
	return &ConflictError{Why: words.New("conflict.other"), Place: "id"}
}

// holds reports whether a column holds a value, as the driver would write it.
func holds(stored, value any) (bool, error) {
	value, err := driver.DefaultParameterConverter.ConvertValue(value)
	if err != nil {
		return false, err
	}
	switch v := value.(type) {
	case bool:
		n, ok := stored.(int64)
		return ok && (n != 0) == v, nil
	case []byte:
		was, ok := stored.([]byte)
		return ok && slices.Equal(was, v), nil
	}
	return stored == value, nil
}

// Maps returns the rows of a query, each by the names of its columns.
func Maps(ctx context.Context, q Querier, query string, args ...any) ([]map[string]any, error) {
	found, err := q.QueryxContext(ctx, query, args...)
	if err != nil {
		return nil, err
	}
	defer found.Close()
	list := []map[string]any{}
	for found.Next() {
		row := map[string]any{}
		if err := found.MapScan(row); err != nil {
			return nil, err
		}
		list = append(list, row)
	}
	return list, found.Err()
}
