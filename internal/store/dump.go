package store

import (
	"context"
	"fmt"
	"slices"
	"strings"

	"github.com/jmoiron/sqlx"
)

// A Dump is everything on record of one job, row by row. Rows have no ids of their own: where one
// belongs to another it has the other's place in its table, counted from 1.
type Dump struct {
	// Version is that of the tables.
	Version int64                       `json:"version"`
	Job     map[string]any              `json:"job"`
	Tables  map[string][]map[string]any `json:"tables"`
	// Picture returns a photograph and its small version, both JPEG, by its place in the table,
	// counted from 0. They are not in memory.
	Picture func(ctx context.Context, place int) ([2][]byte, error) `json:"-"`
}

// MostRows bounds the rows of a dump that is loaded. A large engine that was measured in three
// states has a tenth of it.
const MostRows = 50_000

// dumped are the tables with rows of a job, each after those that it belongs to.
var dumped = []dumpedTable{
	{name: "limits", nameless: true, rows: ofJob + `block, kind, number, name, place`},
	{name: "limit_sources", nameless: true, rows: ofJob + `block, kind, number, field`},
	{name: "components", rows: ofJob + `seq`, id: true},
	{name: "component_events", rows: `component_id IN (SELECT id FROM components WHERE job_id = ?) ORDER BY seq`, id: true,
		places: map[string]string{"component_id": "components", "for_id": "components"}},
	{name: "features", nameless: true, rows: ofJob + `id`},
	{name: "gauges", rows: ofJob + `seq`, id: true},
	{name: "conditions", rows: ofJob + `seq`, id: true},
	{name: "readings", rows: ofFeature, id: true,
		places: map[string]string{"feature_id": "features", "gauge_id": "gauges", "condition_id": "conditions"}},
	{name: "superseded", nameless: true,
		rows: `reading_id IN (SELECT r.id FROM readings r JOIN features f ON f.id = r.feature_id WHERE f.job_id = ?)
			ORDER BY (SELECT seq FROM readings r WHERE r.id = reading_id)`,
		places: map[string]string{"reading_id": "readings", "by_id": "readings"}},
	{name: "looks", rows: ofFeature, id: true, places: map[string]string{"feature_id": "features"}},
	{name: "unworn", rows: ofFeature, id: true, places: map[string]string{"feature_id": "features"}},
	{name: "decisions", rows: ofJob + `seq`, id: true},
	{name: "gauge_checks", rows: ofJob + `seq`, id: true, places: map[string]string{"gauge_id": "gauges"}},
	{name: "answers", rows: ofJob + `seq`, id: true},
	{name: "photos", rows: ofJob + `seq`, id: true},
	{name: "notes", rows: ofJob + `seq`, id: true},
	{name: "job_changes", rows: ofJob + `seq`},
	{name: "matchings", rows: ofJob + `seq`, id: true},
	{name: "orders", rows: ofJob + `seq`, id: true},
	{name: "order_events", rows: `order_id IN (SELECT id FROM orders WHERE job_id = ?) ORDER BY seq`,
		id: true, places: map[string]string{"order_id": "orders"}},
	{name: "job_log", rows: ofJob + `seq`},
	{name: "closings", rows: ofJob + `seq`, id: true},
	{name: "build_events", rows: ofJob + `seq`, id: true, places: map[string]string{"of_id": "build_events"}},
}

// Dumped reports whether a dump may have a table.
func Dumped(name string) bool {
	return slices.ContainsFunc(dumped, func(t dumpedTable) bool { return t.name == name })
}

type dumpedTable struct {
	name string
	// rows selects those of a job, in their order.
	rows string
	// id tells that a row is named by a text, which is made anew.
	id bool
	// nameless tells that its rows hold nobody's name.
	nameless bool
	// places are the columns that name a row of another table.
	places map[string]string
}

const (
	ofJob     = `job_id = ? ORDER BY `
	ofFeature = `feature_id IN (SELECT id FROM features WHERE job_id = ?) ORDER BY seq`
)

// own are columns that a row has for its table's sake alone.
var own = []string{"id", "seq", "job_id", "picture", "small", "from_file", "made_as", "made_of",
	"card", "back_of", "sample"}

// Dump returns everything on record of a job, or [ErrNotFound].
func (s *Store) Dump(ctx context.Context, id int64) (d Dump, err error) {
	d.Version, d.Tables = s.version, map[string][]map[string]any{}
	var pictures []any
	d.Picture = func(ctx context.Context, place int) (pair [2][]byte, err error) {
		err = s.read.QueryRowxContext(ctx, `SELECT picture, small FROM photos WHERE id = ?`,
			pictures[place]).Scan(&pair[0], &pair[1])
		return pair, err
	}
	err = s.view(ctx, func(tx *sqlx.Tx) error {
		jobs, err := rowsAsMaps(ctx, tx, `SELECT * FROM jobs WHERE id = ?`, id)
		if err != nil {
			return err
		}
		if len(jobs) == 0 {
			return ErrNotFound
		}
		d.Job = jobs[0]
		if _, has := d.Job["shelf"]; has {
			if d.Job["shelf"], err = shelfText(ctx, tx, id); err != nil {
				return err
			}
		}
		for _, column := range own {
			delete(d.Job, column)
		}
		var there []string // a file of an older version, which is only read, has fewer
		if err := tx.SelectContext(ctx, &there, `SELECT name FROM sqlite_master WHERE type = 'table'`); err != nil {
			return err
		}
		places := map[string]map[any]int{}
		for _, t := range dumped {
			if !slices.Contains(there, t.name) {
				continue
			}
			columns := "*"
			if t.name == "photos" {
				var light []string // a file of an older version, which is only read, has fewer
				if err := tx.SelectContext(ctx, &light, `SELECT name FROM pragma_table_info('photos')
					WHERE name NOT IN ('picture', 'small')`); err != nil {
					return err
				}
				columns = strings.Join(light, ", ")
			}
			rows, err := rowsAsMaps(ctx, tx, `SELECT `+columns+` FROM `+t.name+` WHERE `+t.rows, id)
			if err != nil {
				return fmt.Errorf("%s: %w", t.name, err)
			}
			places[t.name] = map[any]int{}
			for i, row := range rows {
				places[t.name][row["id"]] = i + 1
				if t.name == "photos" {
					pictures = append(pictures, row["id"])
				}
				for _, column := range own {
					delete(row, column)
				}
				for column, other := range t.places {
					if row[column] != nil {
						row[column] = places[other][row[column]]
					}
				}
			}
			d.Tables[t.name] = rows
		}
		return nil
	})
	if err != nil {
		return Dump{}, fmt.Errorf("dump job %d: %w", id, err)
	}
	return d, nil
}

func rowsAsMaps(ctx context.Context, q querier, query string, args ...any) ([]map[string]any, error) {
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
