package store

import (
	"context"
	"encoding/json"
	"fmt"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/engine"
	"ledge/internal/core/instrument"
	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/core/unit"
	"ledge/internal/store/db"
	"ledge/internal/words"
)

// A Feature is one measured place of a job, with its plan and everything ever recorded of it.
type Feature struct {
	ID     int64     `db:"id" json:"id"`
	JobID  int64     `db:"job_id" json:"-"`
	Kind   part.Kind `db:"kind" json:"kind"`
	Number int       `db:"number" json:"number"`
	State  string    `db:"state" json:"state"`
	// Component is the tag of the one it belongs to; empty for the one that came.
	Component      string   `db:"component" json:"component,omitempty"`
	StationsText   string   `db:"stations" json:"-"`
	DirectionsText string   `db:"directions" json:"-"`
	Stations       []string `db:"-" json:"stations"`
	// Directions are those of its columns. There are none where the columns are Counted, as the
	// points of a deck are.
	Directions []unit.Angle `db:"-" json:"directions"`
	Counted    int          `db:"counted" json:"-"`

	GaugeKind          *instrument.Kind `db:"gauge_kind" json:"gauge_kind,omitempty"`
	GaugeDivision      *unit.Length     `db:"gauge_division" json:"gauge_division,omitempty"`
	GaugeRepeatability *unit.Length     `db:"gauge_repeatability" json:"gauge_repeatability,omitempty"`
	GaugeSettingU      *unit.Length     `db:"gauge_setting_u" json:"gauge_setting_u,omitempty"`
	GaugeFinest        bool             `db:"gauge_finest" json:"gauge_finest,omitempty"`
	GaugeZeros         int              `db:"gauge_zeros" json:"gauge_zeros,omitempty"`
	Stamp              string           `db:"stamp" json:"stamp"`
	FittedStep         *unit.Length     `db:"fitted_step" json:"fitted_step,omitempty"`
	FittedShell        *unit.Length     `db:"fitted_shell" json:"fitted_shell,omitempty"`
	FittedUsed         bool             `db:"fitted_used" json:"fitted_used,omitempty"`
	// Added counts the stations at the end that lie outside the plan.
	Added int `db:"added" json:"added"`
	// Quick tells that it is looked at quickly first, and read whole only where that could matter.
	Quick bool `db:"quick" json:"quick,omitempty"`
	// ByThrow tells that it was recorded by throw, before rods had numbers of their own.
	ByThrow bool `db:"by_throw" json:"by_throw,omitempty"`

	// Unworn is the size of its unworn part, where that was read.
	Unworn *unit.Length `db:"-" json:"unworn,omitempty"`

	Tape  []Reading `db:"-" json:"tape"`
	Looks []Look    `db:"-" json:"looks"`
}

// Columns is how many columns it is read in.
func (f *Feature) Columns() int { return max(f.Counted, len(f.Directions)) }

// count keeps the number of columns where they are no directions.
func (f *Feature) count(columns int) {
	if len(f.Directions) == 0 {
		f.Counted = columns
	}
}

// Name is the feature in words: "Main 3", "Main 3 (spare)".
func (f *Feature) Name() string {
	return words.Numbered(f.Kind, f.Number) + Tagged(f.Component)
}

const featureColumns = `id, job_id, kind, number, state, component, stations, directions, counted, gauge_kind,
	gauge_division, gauge_repeatability, gauge_setting_u, gauge_finest, gauge_zeros, stamp,
	fitted_step, fitted_shell, fitted_used, added, quick, by_throw`

// UsualPlan is the plan a grid kind starts with.
func UsualPlan(kind part.Kind) plan.Plan {
	p, _ := plan.Find(kind.Row().Plan)
	return p
}

// layoutFeature is one part as it starts: with the chosen plan, or the usual one of its kind.
func layoutFeature(kind part.Kind, number int, l engine.Layout, chosen *plan.Plan) Feature {
	f := Feature{Kind: kind, Number: number, State: part.AsFound}
	switch {
	case chosen != nil && (kind.Grid() || chosen.Turn):
		f.Stations, f.Directions = chosen.Stations, chosen.Directions
	case !kind.Grid():
		var columns int
		f.Stations, f.Directions, columns = part.SheetOf(kind, l)
		f.count(columns)
	default:
		p := UsualPlan(kind)
		f.Stations, f.Directions = p.Stations, p.Directions
	}
	return f
}

// layoutFeatures lists the features of a new job.
func layoutFeatures(n NewJob) []Feature {
	var features []Feature
	came := n.came()
	for _, row := range part.All() {
		if !row.Starts(came) {
			continue
		}
		var chosen *plan.Plan
		if p, ok := n.Plans[row.Kind]; ok {
			chosen = &p
		}
		for number := 1; number <= row.Count(n.Layout); number++ {
			f := layoutFeature(row.Kind, number, n.Layout, chosen)
			f.Quick = n.Quick && row.Kind.Journal()
			features = append(features, f)
		}
	}
	return features
}

func insertFeature(ctx context.Context, q db.Querier, f Feature) (int64, error) {
	stations, err := json.Marshal(f.Stations)
	if err != nil {
		return 0, err
	}
	directions, err := json.Marshal(append([]unit.Angle{}, f.Directions...))
	if err != nil {
		return 0, err
	}
	f.StationsText, f.DirectionsText = string(stations), string(directions)
	result, err := sqlx.NamedExecContext(ctx, q,
		`INSERT INTO features (job_id, kind, number, state, component, stations, directions, counted, gauge_kind,
		gauge_division, gauge_repeatability, gauge_setting_u, gauge_finest, gauge_zeros, stamp,
		fitted_step, fitted_shell, fitted_used, added, quick)
		VALUES (:job_id, :kind, :number, :state, :component, :stations, :directions, :counted, :gauge_kind,
			:gauge_division, :gauge_repeatability,
		:gauge_setting_u, :gauge_finest, :gauge_zeros, :stamp, :fitted_step, :fitted_shell,
		:fitted_used, :added, :quick)`, f)
	if err != nil {
		return 0, fmt.Errorf("feature %s %d: %w", f.Kind, f.Number, err)
	}
	return result.LastInsertId()
}

// jobsFeatures are features with what was said of them.
func jobsFeatures(ctx context.Context, q db.Querier, jobID, only int64) ([]Feature, error) {
	events, err := eventsOf(ctx, q, jobID, looked, unwornRead)
	if err != nil {
		return nil, err
	}
	return features(ctx, q, jobID, only, events)
}

// features returns the features of a job with their tapes and looks, in the order they were made; only
// one of them where its id is given.
func features(ctx context.Context, q db.Querier, jobID, only int64, events []event) ([]Feature, error) {
	list := []Feature{}
	if err := q.SelectContext(ctx, &list, `SELECT `+featureColumns+
		` FROM features WHERE job_id = ? AND ? IN (0, id) ORDER BY id`, jobID, only); err != nil {
		return nil, fmt.Errorf("features of job %d: %w", jobID, err)
	}
	at := make(map[int64]*Feature, len(list))
	for i := range list {
		f := &list[i]
		if err := json.Unmarshal([]byte(f.StationsText), &f.Stations); err != nil {
			return nil, fmt.Errorf("stations of feature %d: %w", f.ID, err)
		}
		if err := json.Unmarshal([]byte(f.DirectionsText), &f.Directions); err != nil {
			return nil, fmt.Errorf("directions of feature %d: %w", f.ID, err)
		}
		f.Tape, f.Looks = []Reading{}, []Look{}
		at[f.ID] = f
	}
	readings, err := tapes(ctx, q, jobID, only)
	if err != nil {
		return nil, err
	}
	for _, r := range readings {
		at[r.FeatureID].Tape = append(at[r.FeatureID].Tape, r)
	}
	looks, err := looksOf(events)
	if err != nil {
		return nil, err
	}
	for _, l := range looks {
		if f := at[l.FeatureID]; f != nil {
			f.Looks = append(f.Looks, l)
		}
	}
	sizes, err := of(events, unwornRead, func(u *unworn, e *event) { u.feature = *e.FeatureID })
	for _, u := range sizes {
		if f := at[u.feature]; f != nil {
			f.Unworn = &u.Value
		}
	}
	return list, err
}

// unworn is a size that was read on the unworn part of a feature.
type unworn struct {
	Value   unit.Length `json:"value"`
	feature int64
}

func (s *Store) unworn(ctx context.Context, tx *sqlx.Tx, f Feature, id string, size unit.Length) error {
	e := event{ID: id, JobID: f.JobID, FeatureID: &f.ID, What: unwornRead}
	_, err := s.keep(ctx, tx, e, unworn{Value: size}, nil)
	return err
}

// A Place names a feature within a job.
type Place struct {
	Kind   part.Kind `json:"kind"`
	Number int       `json:"number"`
	State  string    `json:"state"`
	// Component is the tag of the one it belongs to; empty for the one that came.
	Component string `json:"component,omitempty" maxLength:"40"`
}

func findFeature(ctx context.Context, q db.Querier, jobID int64, p Place) (Feature, error) {
	var f Feature
	err := q.GetContext(ctx, &f, `SELECT `+featureColumns+
		` FROM features WHERE job_id = ? AND kind = ? AND number = ? AND state = ? AND component = ?`,
		jobID, p.Kind, p.Number, p.State, p.Component)
	if err != nil {
		return Feature{}, fmt.Errorf("%s %d of job %d: %w", p.Kind, p.Number, jobID, db.NotFound(err))
	}
	if err := inUse(ctx, q, jobID, p.Kind.Row().Component, p.Component); err != nil {
		return Feature{}, err
	}
	if err := json.Unmarshal([]byte(f.StationsText), &f.Stations); err != nil {
		return Feature{}, err
	}
	return f, json.Unmarshal([]byte(f.DirectionsText), &f.Directions)
}

// SetQuick says of the parts of a kind and component, as they came, whether they are looked at quickly first. What was
// read stays.
func (s *Store) SetQuick(ctx context.Context, jobID int64, kind part.Kind, component string, quick bool) error {
	defer s.changed(jobID)
	return s.changeOpen(ctx, jobID, func(tx *sqlx.Tx) error {
		result, err := tx.ExecContext(ctx, `UPDATE features SET quick = ? WHERE job_id = ? AND kind = ?
			AND component = ? AND state = ?`, quick, jobID, kind, component, part.AsFound)
		if err != nil {
			return fmt.Errorf("quick look at %s: %w", kind, err)
		}
		if changed, err := result.RowsAffected(); err != nil || changed == 0 {
			return db.Conflict("conflict.no_parts", "kinds", words.Plural(kind))
		}
		change := wholeFirst
		if quick {
			change = quickFirst
		}
		return s.log(ctx, tx, jobID, change, Facts{PartKind: kind, Tag: component}, nil)
	})
}

// Fitted says which shells were in: their step, where it is not that of the set's class, their change of clearance, and
// whether they were used.
type Fitted struct {
	Step  *unit.Length `json:"step,omitempty" minimum:"0" doc:"the set's class where left out"`
	Shell unit.Length  `json:"shell"`
	Used  bool         `json:"used,omitempty" doc:"they were not new"`
}

// SetFitted records which shells were in when a bearing was measured.
func (s *Store) SetFitted(ctx context.Context, jobID int64, p Place, in Fitted) error {
	defer s.changed(jobID)
	return s.changeOpen(ctx, jobID, func(tx *sqlx.Tx) error {
		f, err := findFeature(ctx, tx, jobID, p)
		if err != nil {
			return err
		}
		if _, err := tx.ExecContext(ctx,
			`UPDATE features SET fitted_step = ?, fitted_shell = ?, fitted_used = ? WHERE id = ?`,
			in.Step, in.Shell, in.Used, f.ID); err != nil {
			return err
		}
		return s.log(ctx, tx, jobID, shellsFitted,
			Facts{PartKind: f.Kind, PartNumber: f.Number, Tag: f.Component},
			[]*unit.Length{f.FittedStep, f.FittedShell})
	})
}

// AddUnworn records a size read on the unworn part of a feature; the same id is stored once.
func (s *Store) AddUnworn(ctx context.Context, jobID int64, p Place, id string, size unit.Length) error {
	defer s.changed(jobID)
	return s.changeOpen(ctx, jobID, func(tx *sqlx.Tx) error {
		f, err := findFeature(ctx, tx, jobID, p)
		if err != nil {
			return err
		}
		return s.unworn(ctx, tx, f, id, size)
	})
}
