package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"slices"
	"strings"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/closed"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/store/db"
	"ledge/internal/words"
)

// A ReadingType says what a reading records.
type ReadingType string

// What readings record.
const (
	TookSize ReadingType = "size"  // a size at the cell
	Skip     ReadingType = "skip"  // why there is none
	Clear    ReadingType = "clear" // the cell is taken back to unread
)

// ReadingTypes are all of them.
var ReadingTypes = closed.New(TookSize, Skip, Clear)

// A Reading is one line of the tape. It is never changed; SupersededBy names the later one that replaced it.
type Reading struct {
	Seq       int64       `db:"seq" json:"seq"`
	ID        string      `db:"id" json:"id"`
	FeatureID int64       `db:"feature_id" json:"-"`
	Station   int         `db:"station" json:"station"`
	Direction int         `db:"direction" json:"direction"`
	What      ReadingType `db:"what" json:"what"`
	Value     *part.Value `db:"value" json:"value,omitempty" doc:"in 0.1 nm; of what is weighed in 0.1 µg"`
	Reason    *string     `db:"reason" json:"reason,omitempty"`
	Typed     string      `db:"typed" json:"typed"`
	// ByLine tells that it is what the gauge's line said, not what somebody typed.
	ByLine bool `db:"by_line" json:"by_line,omitempty"`
	// Confirmed tells that its person stands by it though it is far from its neighbours; nil where the bench asked
	// before that was kept. Depth is how deep a damaged place lies.
	Confirmed   *bool        `db:"confirmed" json:"confirmed,omitempty"`
	Depth       *unit.Length `db:"depth" json:"depth,omitempty"`
	GaugeID     *string      `db:"gauge_id" json:"gauge,omitempty"`
	ConditionID *string      `db:"condition_id" json:"condition,omitempty"`
	TakenBy     string       `db:"taken_by" json:"taken_by"`
	TakenAt     string       `db:"taken_at" json:"taken_at"`
	// FromFile tells that the name is only said by a file that was taken in.
	FromFile     bool    `db:"from_file" json:"from_file,omitempty"`
	SupersededBy *string `db:"superseded_by" json:"superseded_by,omitempty"`
}

const readingColumns = `r.seq, r.id, r.feature_id, r.station, r.direction, r.what, r.value, r.reason, r.typed,
	r.by_line, r.confirmed, r.depth,
	r.gauge_id, r.condition_id, r.taken_by, r.taken_at, r.from_file, s.by_id AS superseded_by`

func tapes(ctx context.Context, q db.Querier, jobID, only int64) ([]Reading, error) {
	var list []Reading
	if err := q.SelectContext(ctx, &list, `SELECT `+readingColumns+
		` FROM features f JOIN readings r ON r.feature_id = f.id
		LEFT JOIN superseded s ON s.reading_id = r.id WHERE f.job_id = ? AND ? IN (0, f.id) ORDER BY r.seq`,
		jobID, only); err != nil {
		return nil, fmt.Errorf("readings of job %d: %w", jobID, err)
	}
	return list, nil
}

// A Seen is what a person saw when a reading was entered: where it belongs, by name, and the
// readings that held there. A nil field is not held against what is stored.
type Seen struct {
	Station   *string
	Direction *unit.Angle
	// Live are the ids of the readings of the cell.
	Live *[]string
}

// Codes of conflicts that a bench deals with.
const (
	// PlanChanged: the place that was read is not in the plan any more.
	PlanChanged = "plan_changed"
	// CellChanged: somebody else read or corrected the cell since.
	CellChanged = "cell_changed"
)

// fit finds the cell that was meant and reports as a conflict where what the person saw holds no longer.
func (seen Seen) fit(ctx context.Context, tx *sqlx.Tx, f Feature, r *Reading) error {
	if seen.Station != nil {
		if r.Station = slices.Index(f.Stations, *seen.Station); r.Station < 0 {
			return db.Coded(PlanChanged, "conflict.plan_station", "part", f.Name(), "station",
				words.Quoted(*seen.Station))
		}
	}
	if seen.Direction != nil && len(f.Directions) > 0 {
		if r.Direction = slices.Index(f.Directions, *seen.Direction); r.Direction < 0 {
			return db.Coded(PlanChanged, "conflict.plan_direction", "part", f.Name(), "degrees",
				seen.Direction.Format())
		}
	}
	if r.Station < 0 || r.Direction < 0 || r.Station >= len(f.Stations) || r.Direction >= f.Columns() {
		return db.Conflict("conflict.no_place", "part", f.Name())
	}
	if seen.Live == nil {
		return nil
	}
	var others []Reading
	if err := tx.SelectContext(ctx, &others, `SELECT `+readingColumns+
		` FROM readings r LEFT JOIN superseded s ON s.reading_id = r.id
		WHERE r.feature_id = ? AND r.station = ? AND r.direction = ? AND s.by_id IS NULL
			AND r.taken_by <> ? ORDER BY r.seq DESC`, f.ID, r.Station, r.Direction, r.TakenBy); err != nil {
		return err
	}
	for _, o := range others {
		if slices.Contains(*seen.Live, o.ID) {
			continue
		}
		what := words.New("conflict.cell_skipped")
		if o.Value != nil {
			var system unit.System
			if err := tx.GetContext(ctx, &system, `SELECT unit FROM jobs WHERE id = ?`, f.JobID); err != nil {
				return err
			}
			what = words.New("conflict.cell_read", "value", f.Kind.Quantity().Show(*o.Value, system))
		} else if o.What == Clear {
			what = words.New("conflict.cell_cleared")
		}
		return db.Coded(CellChanged, "conflict.cell", "who", o.TakenBy, "did", what)
	}
	return nil
}

// AddReading stores a reading and answers once it is on the disk. With repeat it joins the readings of its
// cell; otherwise it supersedes them. The same id with the same content is stored once; with other content
// it is a conflict.
func (s *Store) AddReading(ctx context.Context, jobID int64, place Place, r Reading,
	repeat bool) (stored Reading, err error) {
	return s.AddReadingAsSeen(ctx, jobID, place, r, repeat, Seen{})
}

// AddReadingAsSeen is AddReading where what the person saw must still hold; else it is a conflict
// with a code.
func (s *Store) AddReadingAsSeen(ctx context.Context, jobID int64, place Place, r Reading, repeat bool,
	seen Seen) (stored Reading, err error) {
	r.ID, r.TakenBy = strings.ToLower(r.ID), db.Actor(ctx)
	defer s.Tell(jobID)
	var superseded []string
	known := false
	err = s.changeOpenAnd(ctx, jobID, func(tx *sqlx.Tx) error {
		f, err := findFeature(ctx, tx, jobID, place)
		if err != nil {
			return err
		}
		if stored, err = oneReading(ctx, tx, r.ID); err == nil {
			at := Seen{Station: seen.Station, Direction: seen.Direction}
			if err := at.fit(ctx, tx, f, &r); err != nil {
				return err
			}
			known = true
			return sameReading(stored, r, f.ID)
		} else if !errors.Is(err, sql.ErrNoRows) {
			return err
		}
		if err := seen.fit(ctx, tx, f, &r); err != nil {
			return err
		}
		if r.GaugeID != nil {
			if err := gaugeOf(ctx, tx, jobID, *r.GaugeID); err != nil {
				return err
			}
		}
		if r.ConditionID, err = lastCondition(ctx, tx, jobID, place.Kind, place.Number); err != nil {
			return err
		}
		r.FeatureID, r.TakenAt = f.ID, s.Stamp()
		if superseded, err = insertReading(ctx, tx, &r, repeat); err != nil {
			return err
		}
		stored = r
		return nil
	}, func() {
		if !known {
			s.cache.amend(jobID, stored, superseded)
		}
	})
	if err != nil {
		return Reading{}, fmt.Errorf("reading %s: %w", r.ID, err)
	}
	return stored, nil
}

// insertReading stores a reading and returns those that it supersedes: those of its cell that hold,
// but for the ones that it repeats.
func insertReading(ctx context.Context, tx *sqlx.Tx, r *Reading, repeat bool) (superseded []string, err error) {
	var live []struct {
		ID   string      `db:"id"`
		What ReadingType `db:"what"`
	}
	if err := tx.SelectContext(ctx, &live,
		`SELECT id, what FROM readings r WHERE feature_id = ? AND station = ? AND direction = ?
		AND NOT EXISTS (SELECT 1 FROM superseded s WHERE s.reading_id = r.id)`, r.FeatureID, r.Station,
		r.Direction); err != nil {
		return nil, err
	}
	if repeat && len(live) >= mostRepeats {
		return nil, db.Conflict("conflict.repeats", "most", mostRepeats)
	}
	if err := storeReading(ctx, tx, r); err != nil {
		return nil, err
	}
	for _, old := range live {
		if repeat && r.What == TookSize && old.What == TookSize {
			continue
		}
		if _, err := tx.ExecContext(ctx, `INSERT INTO superseded (reading_id, by_id) VALUES (?, ?)`, old.ID,
			r.ID); err != nil {
			return nil, err
		}
		superseded = append(superseded, old.ID)
	}
	return superseded, nil
}

// storeReading stores a reading of a cell that holds none.
func storeReading(ctx context.Context, tx *sqlx.Tx, r *Reading) error {
	result, err := sqlx.NamedExecContext(ctx, tx,
		`INSERT INTO readings (id, feature_id, station, direction, what, value, reason, typed, by_line,
			confirmed, depth, gauge_id, condition_id, taken_by, taken_at, from_file)
		VALUES (:id, :feature_id, :station, :direction, :what, :value, :reason, :typed, :by_line, :confirmed, :depth,
			:gauge_id, :condition_id, :taken_by, :taken_at, :from_file)`, r)
	if err != nil {
		return err
	}
	r.Seq, err = result.LastInsertId()
	return err
}

func oneReading(ctx context.Context, q db.Querier, id string) (r Reading, err error) {
	err = q.GetContext(ctx, &r, `SELECT `+readingColumns+
		` FROM readings r LEFT JOIN superseded s ON s.reading_id = r.id WHERE r.id = ?`, id)
	return r, err
}

func sameReading(stored, sent Reading, featureID int64) error {
	same := stored.FeatureID == featureID && stored.Station == sent.Station && stored.Direction == sent.Direction &&
		stored.What == sent.What && equal(stored.Value, sent.Value) && equal(stored.Reason, sent.Reason) &&
		equal(stored.Depth, sent.Depth) &&
		equal(stored.GaugeID, sent.GaugeID) && stored.TakenBy == sent.TakenBy
	if !same {
		return db.OtherContent()
	}
	return nil
}

func equal[T comparable](a, b *T) bool {
	return a == nil && b == nil || a != nil && b != nil && *a == *b
}
