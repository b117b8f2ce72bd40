package store

import (
	"context"

	"github.com/jmoiron/sqlx"
)

// lastOf is the number and the text of the last row of a table that only grows; 0 where it is empty.
func lastOf(ctx context.Context, q querier, query string, args ...any) (version int64, text string, err error) {
	var rows []struct {
		Seq  int64  `db:"seq"`
		Text string `db:"text"`
	}
	if err := q.SelectContext(ctx, &rows, query, args...); err != nil || len(rows) == 0 {
		return 0, "", err
	}
	return rows[0].Seq, rows[0].Text, nil
}

// stillLast is a conflict where the last row is not the one that somebody changed.
func stillLast(ctx context.Context, tx *sqlx.Tx, version int64, query string, args ...any) error {
	last, _, err := lastOf(ctx, tx, query, args...)
	if err != nil {
		return err
	}
	if last != version {
		return conflict("conflict.changed")
	}
	return nil
}
