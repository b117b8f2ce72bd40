package store

import (
	"context"
	"fmt"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/store/db"
)

// A limitRow is one limit as it is stored.
type limitRow struct {
	Block  string      `db:"block"`
	Kind   part.Kind   `db:"kind"`
	Number int         `db:"number"`
	Name   string      `db:"name"`
	Place  int         `db:"place"`
	Value  unit.Length `db:"value"`
}

// A sourceRow is where one limit comes from.
type sourceRow struct {
	Block  string       `db:"block"`
	Kind   part.Kind    `db:"kind"`
	Number int          `db:"number"`
	Field  string       `db:"field"`
	Source limit.Source `db:"source"`
}

func writeSources(ctx context.Context, tx *sqlx.Tx, jobID int64, block string, kind part.Kind, number int,
	l limit.Limits) error {
	for field, source := range l.Sources {
		if _, err := tx.ExecContext(ctx,
			`INSERT INTO limit_sources (job_id, block, kind, number, field, source) VALUES (?,?,?,?,?,?)`,
			jobID, block, kind, number, field, source); err != nil {
			return fmt.Errorf("source of %s of %s: %w", field, kind, err)
		}
	}
	for n, own := range l.ByNumber {
		if err := writeSources(ctx, tx, jobID, block, kind, n, own); err != nil {
			return err
		}
	}
	return nil
}

func writeLimits(ctx context.Context, tx *sqlx.Tx, jobID int64, limits inspection.LimitSet) error {
	for _, table := range []string{"limits", "limit_sources"} {
		if _, err := tx.ExecContext(ctx, `DELETE FROM `+table+` WHERE job_id = ?`, jobID); err != nil {
			return err
		}
	}
	for block, byKind := range map[string]map[part.Kind]limit.Limits{inspection.Book: limits.Book,
		inspection.Close: limits.Close} {
		for kind, l := range byKind {
			if err := writeSources(ctx, tx, jobID, block, kind, 0, l); err != nil {
				return err
			}
			rows := rowsOf(l)
			for number, own := range l.ByNumber {
				for _, row := range rowsOf(own) {
					row.Number = number
					rows = append(rows, row)
				}
			}
			for _, r := range rows {
				if _, err := tx.ExecContext(ctx,
					`INSERT INTO limits (job_id, block, kind, number, name, place, value) VALUES (?,?,?,?,?,?,?)`,
					jobID, block, kind, r.Number, r.Name, r.Place, r.Value); err != nil {
					return fmt.Errorf("limit %s of %s: %w", r.Name, kind, err)
				}
			}
		}
	}
	return nil
}

func readLimits(ctx context.Context, q db.Querier, jobID int64) (inspection.LimitSet, error) {
	var rows []limitRow
	if err := q.SelectContext(ctx, &rows, `SELECT block, kind, number, name, place, value FROM limits WHERE job_id = ?
		ORDER BY block, kind, number, name, place`, jobID); err != nil {
		return inspection.LimitSet{}, fmt.Errorf("limits of job %d: %w", jobID, err)
	}
	set := inspection.LimitSet{Book: map[part.Kind]limit.Limits{}, Close: map[part.Kind]limit.Limits{}}
	for _, row := range rows {
		byKind := set.Book
		if row.Block == inspection.Close {
			byKind = set.Close
		}
		l := byKind[row.Kind]
		if row.Number == 0 {
			row.into(&l)
		} else {
			if l.ByNumber == nil {
				l.ByNumber = map[int]limit.Limits{}
			}
			own := l.ByNumber[row.Number]
			row.into(&own)
			l.ByNumber[row.Number] = own
		}
		byKind[row.Kind] = l
	}
	var sources []sourceRow
	if err := q.SelectContext(ctx, &sources,
		`SELECT block, kind, number, field, source FROM limit_sources WHERE job_id = ?`, jobID); err != nil {
		return inspection.LimitSet{}, fmt.Errorf("sources of the limits of job %d: %w", jobID, err)
	}
	for _, row := range sources {
		byKind := set.Book
		if row.Block == inspection.Close {
			byKind = set.Close
		}
		l := byKind[row.Kind]
		to := &l
		if row.Number != 0 {
			own := l.ByNumber[row.Number]
			to = &own
		}
		if to.Sources == nil {
			to.Sources = map[string]limit.Source{}
		}
		to.Sources[row.Field] = row.Source
		if row.Number != 0 && l.ByNumber != nil {
			l.ByNumber[row.Number] = *to
		}
		byKind[row.Kind] = l
	}
	return set, nil
}

func rowsOf(l limit.Limits) []limitRow {
	var rows []limitRow
	for i := range limit.Fields {
		f := &limit.Fields[i]
		v := f.Get(&l)
		for place, length := range v.Lengths() {
			row := limitRow{Name: f.Stored, Place: place, Value: length}
			if f.Form == limit.Span {
				row.Name, row.Place = f.Stored+[]string{"_min", "_max"}[place], 0
			}
			rows = append(rows, row)
		}
	}
	return rows
}

func (row limitRow) into(l *limit.Limits) {
	for i := range limit.Fields {
		f := &limit.Fields[i]
		v := f.Get(l)
		switch {
		case f.Form == limit.Span && (row.Name == f.Stored+"_min" || row.Name == f.Stored+"_max"):
			if v.Span == nil {
				v.Span = &limit.Range{}
			}
			if row.Name == f.Stored+"_min" {
				v.Span.Min = row.Value
			} else {
				v.Span.Max = row.Value
			}
		case row.Name != f.Stored:
			continue
		case f.Form == limit.Most:
			length := row.Value
			v.Most = &length
		default:
			v.List = append(v.List, row.Value)
		}
		f.Set(l, v)
		return
	}
}
