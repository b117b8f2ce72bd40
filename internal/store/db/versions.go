package db

import (
	"context"

	"github.com/jmoiron/sqlx"
)

// Last is the number and the text of the last row of a table that only grows; 0 where it is empty.
func Last(ctx context.Context, q Querier, query string, args ...any) (version int64, text string, err error) {
	var rows []struct {
		Seq  int64  `db:"seq"`
		Text string `db:"text"`
	}
	if err := q.SelectContext(ctx, &rows, query, args...); err != nil || len(rows) == 0 {
		return 0, "", err
	}
	return rows[0].Seq, rows[0].Text, nil
}

// StillLast is a conflict where the last row is not the one that somebody changed.
func StillLast(ctx context.Context, tx *sqlx.Tx, version int64, query string, args ...any) error {
	last, _, err := Last(ctx, tx, query, args...)
	if err != nil {
		return err
	}
	if last != version {
		return Conflict("conflict.changed")
	}
	return nil
}
