package store

import (
	"context"
	"fmt"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
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

func writeSources(ctx context.Context, tx *sqlx.Tx, jobID int64, block string, kind part.Kind, number int, l limit.Limits) error {
	for field, source := range l.Sources {
		if _, err := tx.ExecContext(ctx, `INSERT INTO limit_sources (job_id, block, kind, number, field, source) VALUES (?,?,?,?,?,?)`,
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

func writeLimits(ctx context.Context, tx *sqlx.Tx, jobID int64, limits LimitSet) error {
	for _, table := range []string{"limits", "limit_sources"} {
		if _, err := tx.ExecContext(ctx, `DELETE FROM `+table+` WHERE job_id = ?`, jobID); err != nil {
			return err
		}
	}
	for block, byKind := range map[string]map[part.Kind]limit.Limits{inspection.Book: limits.Book, inspection.Close: limits.Close} {
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
				if _, err := tx.ExecContext(ctx, `INSERT INTO limits (job_id, block, kind, number, name, place, value) VALUES (?,?,?,?,?,?,?)`,
					jobID, block, kind, r.Number, r.Name, r.Place, r.Value); err != nil {
					return fmt.Errorf("limit %s of %s: %w", r.Name, kind, err)
				}
			}
		}
	}
	return nil
}

func readLimits(ctx context.Context, q querier, jobID int64) (LimitSet, error) {
	var rows []limitRow
	if err := q.SelectContext(ctx, &rows, `SELECT block, kind, number, name, place, value FROM limits WHERE job_id = ?
		ORDER BY block, kind, number, name, place`, jobID); err != nil {
		return LimitSet{}, fmt.Errorf("limits of job %d: %w", jobID, err)
	}
	set := LimitSet{Book: map[part.Kind]limit.Limits{}, Close: map[part.Kind]limit.Limits{}}
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
	if err := q.SelectContext(ctx, &sources, `SELECT block, kind, number, field, source FROM limit_sources WHERE job_id = ?`, jobID); err != nil {
		return LimitSet{}, fmt.Errorf("sources of the limits of job %d: %w", jobID, err)
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

// singles names the limits that are one length.
func singles(l *limit.Limits) map[string]**unit.Length {
	return map[string]**unit.Length{
		"wear_max": &l.WearMax, "taper_max": &l.TaperMax, "out_of_round_max": &l.OutOfRoundMax,
		"runout_max": &l.RunoutMax, "bore_to_bore_max": &l.BoreToBoreMax, "alignment_max": &l.AlignmentMax, "max": &l.Max, "skim_max": &l.SkimMax,
	}
}

// lists names the limits that are several lengths.
func lists(l *limit.Limits) map[string]*[]unit.Length {
	return map[string]*[]unit.Length{"undersize": &l.Undersizes, "oversize": &l.Oversizes, "shell": &l.Shells}
}

func rowsOf(l limit.Limits) []limitRow {
	var rows []limitRow
	add := func(name string, place int, value unit.Length) {
		rows = append(rows, limitRow{Name: name, Place: place, Value: value})
	}
	span := func(name string, r *limit.Range) {
		if r != nil {
			add(name+"_min", 0, r.Min)
			add(name+"_max", 0, r.Max)
		}
	}
	span("new", l.New)
	for name, value := range singles(&l) {
		if *value != nil {
			add(name, 0, **value)
		}
	}
	for name, values := range lists(&l) {
		for i, value := range *values {
			add(name, i, value)
		}
	}
	if c := l.Clearance; c != nil {
		span("clearance_new", c.New)
		span("clearance_target", c.Target)
		if c.Max != nil {
			add("clearance_max", 0, *c.Max)
		}
	}
	return rows
}

func (row limitRow) into(l *limit.Limits) {
	if single, ok := singles(l)[row.Name]; ok {
		value := row.Value
		*single = &value
		return
	}
	if list, ok := lists(l)[row.Name]; ok {
		*list = append(*list, row.Value)
		return
	}
	ends := func(r **limit.Range) *limit.Range {
		if *r == nil {
			*r = &limit.Range{}
		}
		return *r
	}
	if row.Name != "new_min" && row.Name != "new_max" && l.Clearance == nil {
		l.Clearance = &limit.Clearance{}
	}
	switch row.Name {
	case "new_min":
		ends(&l.New).Min = row.Value
	case "new_max":
		ends(&l.New).Max = row.Value
	case "clearance_new_min":
		ends(&l.Clearance.New).Min = row.Value
	case "clearance_new_max":
		ends(&l.Clearance.New).Max = row.Value
	case "clearance_target_min":
		ends(&l.Clearance.Target).Min = row.Value
	case "clearance_target_max":
		ends(&l.Clearance.Target).Max = row.Value
	case "clearance_max":
		value := row.Value
		l.Clearance.Max = &value
	}
}
