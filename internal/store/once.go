package store

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

// fields are the columns of a row with what they hold.
type fields map[string]any

// once inserts a row under an id that its client made. The same id with the same content is stored
// once: then known is true. With other content it is a conflict, whatever the job or the letters'
// case. made are columns that are not held against what is stored, such as when it came.
func once(ctx context.Context, tx *sqlx.Tx, table, id string, content, made fields) (known bool, err error) {
	if known, err := knownAs(ctx, tx, table, id, content); err != nil || known {
		return known, err
	}
	row := fields{"id": strings.ToLower(id)}
	maps.Copy(row, content)
	maps.Copy(row, made)
	names := slices.Sorted(maps.Keys(row))
	_, err = sqlx.NamedExecContext(ctx, tx, `INSERT INTO `+table+` (`+strings.Join(names, ", ")+`) VALUES (:`+
		strings.Join(names, ", :")+`)`, map[string]any(row))
	return false, err
}

// knownAs reports whether a row is stored under an id; a conflict where it is with other content.
func knownAs(ctx context.Context, tx *sqlx.Tx, table, id string, content fields) (bool, error) {
	names := slices.Sorted(maps.Keys(content))
	stored, err := rowsAsMaps(ctx, tx, `SELECT `+strings.Join(names, ", ")+` FROM `+table+` WHERE id = ?`,
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
			return false, errOther()
		}
	}
	return true, nil
}

// errOther is what an id with other content than is stored under it comes to.
func errOther() error {
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
