package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"iter"
	"maps"
	"os"
	"path/filepath"
	"slices"
	"strings"

	"github.com/google/uuid"
	"github.com/jmoiron/sqlx"

	"ledge/internal/core/instrument"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/store/db"
	"ledge/internal/store/tables"
	"ledge/internal/words"
)

// Load stores a dump as a job of its own, under its number or, where that is taken, the next free
// one; made names it. It fails with an [db.UnsoundError] where a row is not as Ledge would have
// written it; then nothing is stored. check looks at the whole before it is kept, in a file of its
// own, so that nobody waits for it.
func (s *Store) Load(ctx context.Context, d Dump, made Made,
	check func(context.Context, Record) error) (job Job, err error) {
	if d.Version < 1 || d.Version > s.Version {
		return Job{}, db.Unsound("unsound.newer_job", "version", d.Version, "known", s.Version)
	}
	if err := s.tryOut(ctx, d, check); err != nil {
		return Job{}, fmt.Errorf("load job: %w", err)
	}
	var id int64
	err = s.Change(ctx, func(tx *sqlx.Tx) error {
		var known bool
		if id, known, err = made.job(ctx, tx); err != nil || known {
			return err
		}
		d.Job = maps.Clone(d.Job)
		number, err := s.loadNumber(ctx, tx, &d)
		if err != nil {
			return err
		}
		if id, err = newLoader(tx, true).job(ctx, d, made); err != nil {
			return err
		}
		return s.log(ctx, tx, id, takenIn, Facts{Job: number}, nil)
	})
	if err != nil {
		return Job{}, fmt.Errorf("load job: %w", err)
	}
	s.changed(id)
	return s.Job(ctx, id)
}

// tryOut loads a dump into an empty file, without its pictures, and looks at what came of it.
func (s *Store) tryOut(ctx context.Context, d Dump, check func(context.Context, Record) error) error {
	folder, err := os.MkdirTemp("", "ledge")
	if err != nil {
		return err
	}
	defer os.RemoveAll(folder)
	empty, err := tables.Schema.EmptyAt(ctx, filepath.Join(folder, "new.db"), s.Version)
	if err != nil {
		return err
	}
	defer empty.Close()
	tx, err := empty.BeginTxx(ctx, nil)
	if err != nil {
		return err
	}
	defer func() { _ = tx.Rollback() }() // the file goes, too
	if _, ok := d.Job["number"].(string); !ok {
		return db.Unsound("unsound.no_number")
	}
	d.Picture = nil
	id, err := newLoader(tx, true).job(ctx, d, Made{})
	if err != nil {
		return err
	}
	record, err := readRecord(ctx, tx, id)
	if err != nil {
		return db.Unsound("unsound.job", "why", plainly(err))
	}
	return check(ctx, record)
}

// loadNumber gives the job of a dump a free number and returns the one it had.
func (s *Store) loadNumber(ctx context.Context, tx *sqlx.Tx, d *Dump) (string, error) {
	number, ok := d.Job["number"].(string)
	if !ok || strings.TrimSpace(number) == "" || len(number) > 40 {
		return "", db.Unsound("unsound.no_number")
	}
	var taken int
	if err := tx.GetContext(ctx, &taken, `SELECT count(*) FROM jobs WHERE number = ?`, number); err != nil {
		return "", err
	}
	if taken > 0 {
		free, err := nextNumber(ctx, tx)
		if err != nil {
			return "", err
		}
		d.Job["number"] = free
	}
	return number, nil
}

// LoadMany stores dumps that Ledge itself made up, a hundred at a time.
func (s *Store) LoadMany(ctx context.Context, dumps iter.Seq[Dump]) error {
	next, stop := iter.Pull(dumps)
	defer stop()
	// The indexes of millions of rows are written all over: they must fit into memory meanwhile.
	back, err := s.CacheToWrite(ctx, 1_000_000)
	if err != nil {
		return err
	}
	defer back()
	for more := true; more; {
		err := s.Tidy(ctx, func(tx *sqlx.Tx) error {
			l := newLoader(tx, false)
			for range 100 {
				var d Dump
				if d, more = next(); !more {
					return nil
				}
				if _, err := l.job(ctx, d, Made{}); err != nil {
					return err
				}
			}
			return nil
		})
		if err != nil {
			return fmt.Errorf("load many: %w", err)
		}
	}
	return nil
}

// A loader inserts the rows of dumps within one transaction.
type loader struct {
	tx *sqlx.Tx
	// fromFile is 1 where names are only said by a file.
	fromFile int64
	columns  map[string][]string
	inserts  map[string]*sqlx.Stmt
}

func newLoader(tx *sqlx.Tx, fromFile bool) *loader {
	l := &loader{tx, 0, map[string][]string{}, map[string]*sqlx.Stmt{}}
	if fromFile {
		l.fromFile = 1
	}
	return l
}

// cameVersion is that of the tables from which on what came in is told by component.
const cameVersion = 30

// job inserts a job with all its rows and returns its id. Every name in it is only said by its file.
func (l *loader) job(ctx context.Context, d Dump, made Made) (int64, error) {
	row := maps.Clone(d.Job)
	for _, column := range own {
		if _, there := row[column]; there {
			return 0, db.Unsound("unsound.job_column", "column", column)
		}
	}
	if d.Version < cameVersion {
		row["came"] = "crankshaft"
		if row["scope"] == "engine" {
			row["came"] = part.Names(part.WholeEngine())
		}
		delete(row, "scope")
	}
	if text, told := row["shelf"]; told {
		var shelf instrument.Shelf
		if text, ok := text.(string); !ok || json.Unmarshal([]byte(text), &shelf) != nil {
			return 0, db.Unsound("unsound.at", "at", "job/shelf", "why", words.New("unsound.shelf"))
		}
	}
	row["from_file"] = l.fromFile
	if d.Sample {
		row["sample"] = 1
	}
	if made.ID != "" {
		row["made_as"], row["made_of"] = *made.as(), *made.of(ctx)
	}
	id, err := l.row(ctx, "jobs", row)
	if err != nil {
		return 0, db.Unsound("unsound.at", "at", "job", "why", reasonOf(err))
	}
	if err := setWords(ctx, l.tx, id); err != nil {
		return 0, err
	}
	return id, l.tables(ctx, id, d)
}

func (l *loader) tables(ctx context.Context, job int64, d Dump) error {
	rows := 0
	for name, table := range d.Tables {
		rows += len(table)
		if !Dumped(name) {
			return db.Unsound("unsound.table", "table", words.Quoted(name))
		}
	}
	if rows > MostRows {
		return db.Unsound("unsound.rows", "rows", rows, "most", MostRows)
	}
	before := d.Version < tables.EventsVersion
	if before {
		// What was tables of their own stands in such for a moment; readings name rows of them.
		for _, script := range []string{`PRAGMA defer_foreign_keys = ON`, tables.BeforeEvents} {
			if _, err := l.tx.ExecContext(ctx, script); err != nil {
				return err
			}
		}
	}
	if err := l.insert(ctx, job, d); err != nil {
		return err
	}
	if before {
		if err := tables.Modern(ctx, l.tx.Tx, job, d.Version); err != nil {
			return db.Unsound("unsound.job", "why", err)
		}
		if err := l.turn(ctx); err != nil {
			return err
		}
	}
	events, err := eventsOf(ctx, l.tx, job)
	if err != nil {
		return err
	}
	for i := range events {
		if err := events[i].sound(); err != nil {
			return db.Unsound("unsound.at", "at", fmt.Sprintf("events/%d", i), "why", reasonOf(err))
		}
	}
	return tables.Gather(ctx, l.tx, job, "", "")
}

// turn makes events of what stands in tables of older versions, and takes these away.
func (l *loader) turn(ctx context.Context) error {
	if _, err := l.tx.ExecContext(ctx, tables.ConvertEvents); err != nil {
		return db.Unsound("unsound.job", "why", reasonOf(err))
	}
	for _, name := range tables.Turned {
		if _, err := l.tx.ExecContext(ctx, `DROP TABLE temp.`+name); err != nil {
			return err
		}
	}
	return nil
}

// insert stores the rows of a dump.
func (l *loader) insert(ctx context.Context, job int64, d Dump) error {
	ids := map[string][]any{}
	for _, t := range dumpedAt(d.Version) {
		for i, given := range d.Tables[t.name] {
			row := maps.Clone(given)
			at := fmt.Sprintf("tables/%s/%d", t.name, i)
			for _, column := range own {
				if _, there := row[column]; there {
					return db.Unsound("unsound.column", "at", at, "column", column)
				}
			}
			for column, other := range t.places {
				if row[column] == nil {
					continue
				}
				place, ok := row[column].(int64)
				if !ok || place < 1 || place > int64(len(ids[other])) {
					return db.Unsound("unsound.place", "at", at, "column", column, "table", other)
				}
				row[column] = ids[other][place-1]
			}
			var id any
			if t.id {
				id = uuid.NewString()
				row["id"] = id
			}
			if strings.HasPrefix(t.rows, "job_id = ?") {
				row["job_id"] = job
			}
			if !t.nameless {
				row["from_file"] = l.fromFile
			}
			if t.pictures {
				pair := [2][]byte{{}, {}}
				if d.Picture != nil {
					var err error
					if pair, err = d.Picture(ctx, i); err != nil {
						return err
					}
				}
				row["picture"], row["small"] = pair[0], pair[1]
			}
			inserted, err := l.row(ctx, t.name, row)
			if err != nil {
				return db.Unsound("unsound.at", "at", at, "why", reasonOf(err))
			}
			if id == nil {
				id = inserted
			}
			ids[t.name] = append(ids[t.name], id)
		}
	}
	return nil
}

// longestText bounds one text of a dump; the sheets of an order are the longest.
const longestText = 1 << 20

// row inserts a row; the table itself refuses what does not fit its columns.
func (l *loader) row(ctx context.Context, table string, row map[string]any) (int64, error) {
	columns, known := l.columns[table]
	if !known {
		if err := l.tx.SelectContext(ctx, &columns, `SELECT name FROM pragma_table_info(?)`, table); err != nil {
			return 0, err
		}
		l.columns[table] = columns
	}
	names := slices.Sorted(maps.Keys(row))
	values := make([]any, len(names))
	for i, name := range names {
		if !slices.Contains(columns, name) || table == "jobs" && name == "id" {
			return 0, db.Unsound("unsound.no_column", "column", words.Quoted(string(name)))
		}
		switch v := row[name].(type) {
		case int64:
			if v > int64(unit.MaxLength) || v < -int64(unit.MaxLength) {
				return 0, db.Unsound("unsound.large", "name", name)
			}
		case string:
			if len(v) > longestText {
				return 0, db.Unsound("unsound.long", "name", name)
			}
			if !admits(table, name, v) {
				return 0, db.Unsound("unsound.text", "name", name)
			}
		}
		values[i] = row[name]
	}
	query := `INSERT INTO ` + table + ` (` + strings.Join(names, ", ") + `) VALUES (?` + strings.Repeat(",?",
		len(names)-1) + `)`
	insert, known := l.inserts[query]
	if !known {
		var err error
		if insert, err = l.tx.PreparexContext(ctx, query); err != nil {
			return 0, err
		}
		l.inserts[query] = insert
	}
	result, err := insert.ExecContext(ctx, values...)
	if err != nil {
		return 0, err
	}
	return result.LastInsertId()
}

// reasonOf says what the database, or Ledge, had against a row.
func reasonOf(err error) string {
	var ours *db.UnsoundError
	if errors.As(err, &ours) {
		return ours.Error()
	}
	if _, theirs := db.RefusedBy(err); theirs {
		return words.Told("unsound.not_ours")
	}
	return words.Told("unsound.neither")
}

// plainly says what is wrong with a job without the database's words.
func plainly(err error) string {
	switch {
	case errors.Is(err, db.ErrNotFound), errors.Is(err, sql.ErrNoRows):
		return words.Told("unsound.missing")
	case errors.Is(err, context.DeadlineExceeded):
		return words.Told("unsound.slow")
	}
	if _, theirs := db.RefusedBy(err); theirs {
		return words.Told("unsound.unread")
	}
	return words.Told("unsound.strange")
}
