package store

import (
	"cmp"
	"context"
	"encoding/json"
	"fmt"
	"slices"
	"strings"

	"github.com/jmoiron/sqlx"

	"ledge/internal/store/db"
	"ledge/internal/store/tables"
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
	// Sample tells that the job belongs to the sample shop; no file says so.
	Sample bool `json:"-"`
}

// MostRows bounds the rows of a dump that is loaded. A large engine that was measured in three
// states has a tenth of it.
const MostRows = 50_000

// dumped are the tables with rows of a job, each after those that it belongs to.
var dumped = []dumpedTable{
	{name: "limits", nameless: true, rows: ofJob + `block, kind, number, name, place`},
	{name: "limit_sources", nameless: true, rows: ofJob + `block, kind, number, field`},
	{name: "components", rows: ofJob + `seq`, id: true},
	{name: "component_events", id: true,
		rows:   `component_id IN (SELECT id FROM components WHERE job_id = ?) ORDER BY seq`,
		places: map[string]string{"component_id": "components", "for_id": "components"}},
	{name: "features", nameless: true, rows: ofJob + `id`},
	// Whom the shop sent a link is its own affair.
	{name: "events", rows: `job_id = ? AND what <> 'share' ORDER BY seq`, id: true,
		places: map[string]string{"feature_id": "features", "of_id": "events"}},
	{name: "readings", rows: ofFeature, id: true,
		places: map[string]string{"feature_id": "features", "gauge_id": "events", "condition_id": "events"}},
	{name: "superseded", nameless: true, rows: ofReadings,
		places: map[string]string{"reading_id": "readings", "by_id": "readings"}},
	{name: "pictures", nameless: true, pictures: true,
		rows: `of_id IN (SELECT id FROM events WHERE job_id = ?)
			ORDER BY (SELECT seq FROM events WHERE id = pictures.of_id)`,
		places: map[string]string{"of_id": "events"}},
}

// dumpedBefore are those of versions before there were events.
var dumpedBefore = []dumpedTable{
	{name: "limits", nameless: true, rows: ofJob + `block, kind, number, name, place`},
	{name: "limit_sources", nameless: true, rows: ofJob + `block, kind, number, field`},
	{name: "components", rows: ofJob + `seq`, id: true},
	{name: "component_events", id: true,
		rows:   `component_id IN (SELECT id FROM components WHERE job_id = ?) ORDER BY seq`,
		places: map[string]string{"component_id": "components", "for_id": "components"}},
	{name: "features", nameless: true, rows: ofJob + `id`},
	{name: "gauges", rows: ofJob + `seq`, id: true},
	{name: "conditions", rows: ofJob + `seq`, id: true},
	{name: "readings", rows: ofFeature, id: true,
		places: map[string]string{"feature_id": "features", "gauge_id": "gauges", "condition_id": "conditions"}},
	{name: "superseded", nameless: true,
		rows:   ofReadings,
		places: map[string]string{"reading_id": "readings", "by_id": "readings"}},
	{name: "looks", rows: ofFeature, id: true, places: map[string]string{"feature_id": "features"}},
	{name: "unworn", rows: ofFeature, id: true, places: map[string]string{"feature_id": "features"}},
	{name: "decisions", rows: ofJob + `seq`, id: true},
	{name: "gauge_checks", rows: ofJob + `seq`, id: true, places: map[string]string{"gauge_id": "gauges"}},
	{name: "answers", rows: ofJob + `seq`, id: true},
	{name: "photos", pictures: true, rows: ofJob + `seq`, id: true},
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

// dumpedAt are those of a version.
func dumpedAt(version int64) []dumpedTable {
	if version < tables.EventsVersion {
		return dumpedBefore
	}
	return dumped
}

// Dumped reports whether a dump may have a table.
func Dumped(name string) bool {
	return slices.ContainsFunc(slices.Concat(dumped, dumpedBefore), func(t dumpedTable) bool { return t.name == name })
}

// PicturesOf are the rows of a dump that have a photograph each.
func (d *Dump) PicturesOf() []map[string]any {
	for _, t := range dumpedAt(d.Version) {
		if t.pictures {
			return d.Tables[t.name]
		}
	}
	return nil
}

// Sized says how large a photograph of a dump is, by its place in their table.
func (d *Dump) Sized(place, width, height int) {
	row := d.PicturesOf()[place]
	if d.Version < tables.EventsVersion {
		row["width"], row["height"] = int64(width), int64(height)
		return
	}
	of, _ := row["of_id"].(int64)
	events := d.Tables["events"]
	body := map[string]any{}
	if of < 1 || int(of) > len(events) {
		return // which is refused for it
	}
	if text, _ := events[of-1]["body"].(string); json.Unmarshal([]byte(text), &body) != nil {
		return
	}
	body["width"], body["height"] = width, height
	if text, err := json.Marshal(body); err == nil {
		events[of-1]["body"] = string(text)
	}
}

type dumpedTable struct {
	name string
	// rows selects those of a job, in their order.
	rows string
	// id tells that a row is named by a text, which is made anew.
	id bool
	// nameless tells that its rows hold nobody's name.
	nameless bool
	// pictures tells that its rows have a photograph each.
	pictures bool
	// places are the columns that name a row of another table.
	places map[string]string
}

const (
	ofJob     = `job_id = ? ORDER BY `
	ofFeature = `feature_id IN (SELECT id FROM features WHERE job_id = ?) ORDER BY seq`
	// in the order in which they were taken
	ofReadings = `reading_id IN (SELECT r.id FROM readings r JOIN features f ON f.id = r.feature_id WHERE f.job_id = ?)
		ORDER BY (SELECT seq FROM readings r WHERE r.id = reading_id)`
)

// own are columns that a row has for its table's sake alone.
var own = []string{"id", "seq", "job_id", "picture", "small", "from_file", "made_as", "made_of",
	"card", "back_of", "sample"}

// Dump returns everything on record of a job, or [db.ErrNotFound].
func (s *Store) Dump(ctx context.Context, id int64) (d Dump, err error) {
	d.Version, d.Tables = s.Version, map[string][]map[string]any{}
	var pictures []any
	d.Picture = func(ctx context.Context, place int) (pair [2][]byte, err error) {
		table := `pictures WHERE of_id = ?`
		if d.Version < tables.EventsVersion {
			table = `photos WHERE id = ?`
		}
		row := s.Read.QueryRowxContext(ctx, `SELECT picture, small FROM `+table, pictures[place])
		return pair, row.Scan(&pair[0], &pair[1])
	}
	err = s.View(ctx, func(tx *sqlx.Tx) error {
		jobs, err := db.Maps(ctx, tx, `SELECT * FROM jobs WHERE id = ?`, id)
		if err != nil {
			return err
		}
		if len(jobs) == 0 {
			return db.ErrNotFound
		}
		d.Job = jobs[0]
		if _, has := d.Job["shelf"]; has {
			if d.Job["shelf"], err = s.shelfText(ctx, tx, id); err != nil {
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
		for _, t := range dumpedAt(s.Version) {
			if !slices.Contains(there, t.name) {
				continue
			}
			columns := "*"
			if t.pictures {
				var light []string // a file of an older version, which is only read, has fewer
				if err := tx.SelectContext(ctx, &light, `SELECT name FROM pragma_table_info(?)
					WHERE name NOT IN ('picture', 'small')`, t.name); err != nil {
					return err
				}
				columns = strings.Join(light, ", ")
			}
			rows, err := db.Maps(ctx, tx, `SELECT `+columns+` FROM `+t.name+` WHERE `+t.rows, id)
			if err != nil {
				return fmt.Errorf("%s: %w", t.name, err)
			}
			places[t.name] = map[any]int{}
			for i, row := range rows {
				places[t.name][row["id"]] = i + 1
				if t.pictures {
					pictures = append(pictures, cmp.Or(row["id"], row["of_id"]))
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
