package store

import (
	"context"
	"fmt"
	"strconv"

	"github.com/google/uuid"
	"github.com/jmoiron/sqlx"

	"ledge/internal/core/inspection"
	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/store/db"
	"ledge/internal/store/tables"
)

// ImportJob stores a job with everything an inspection holds, as read by one person.
func (s *Store) ImportJob(ctx context.Context, n NewJob, in *inspection.Inspection) (id int64, err error) {
	err = s.Change(ctx, func(tx *sqlx.Tx) error {
		var known bool
		if id, known, err = n.Made.job(ctx, tx); err != nil || known {
			return err
		}
		if id, err = s.insertJob(ctx, tx, n); err != nil {
			return err
		}
		for i := range in.Features {
			if err := s.importFeature(ctx, tx, id, n, in.Features[i]); err != nil {
				return err
			}
		}
		// What the layout has and the file lacks is there to be measured, by the plan of its like.
		n.Plans = plansOf(in)
		for _, f := range layoutFeatures(n) {
			if _, known := in.Latest(f.Kind, f.Number); known || f.Number == 1 && in.Has(f.Kind, 0) {
				continue
			}
			f.JobID = id
			if _, err := insertFeature(ctx, tx, f); err != nil {
				return err
			}
		}
		if err := s.importBuilt(ctx, tx, id, in.Built); err != nil {
			return err
		}
		if err := importShelf(ctx, tx, id, in.Shelf); err != nil {
			return err
		}
		return tables.Gather(ctx, tx, id, db.Actor(ctx), s.Stamp())
	})
	if err != nil {
		return 0, fmt.Errorf("import job: %w", err)
	}
	s.changed(id)
	return id, nil
}

// plansOf are the plans that the parts of a file were read by, of each kind that of its first.
func plansOf(in *inspection.Inspection) map[part.Kind]plan.Plan {
	plans := map[part.Kind]plan.Plan{}
	for i := range in.Features {
		f := &in.Features[i]
		if _, known := plans[f.Kind]; known || !f.Kind.Grid() {
			continue
		}
		if p, ok := plan.Of(f.Stations, f.Directions); ok && !p.Turn {
			plans[f.Kind] = p
		}
	}
	return plans
}

func (s *Store) importFeature(ctx context.Context, tx *sqlx.Tx, jobID int64, n NewJob, f inspection.Feature) error {
	if !f.Kind.Grid() {
		f = f.Sheet(n.Layout)
	}
	// Parts there is one of may come without a number.
	row := Feature{JobID: jobID, Kind: f.Kind, Number: max(f.Number, 1), State: f.State,
		Component: f.Component, Stations: f.Stations, Directions: f.Directions, Added: f.Added,
		Quick: f.Quick}
	row.count(f.Width())
	if g := f.Gauge; g != nil {
		row.GaugeDivision, row.GaugeRepeatability, row.GaugeSettingU = &g.Division, g.Repeatability, g.SettingU
		row.GaugeFinest, row.GaugeZeros = g.Finest, f.Zeros
		if g.Kind != "" {
			row.GaugeKind = &g.Kind
		}
	}
	if f.Stamp != nil {
		row.Stamp = f.Stamp.Text
	}
	if f.Fitted != nil {
		row.FittedStep, row.FittedShell, row.FittedUsed = f.Fitted.Step, &f.Fitted.Shell, f.Fitted.Used
	}
	id, err := insertFeature(ctx, tx, row)
	if err != nil {
		return err
	}
	by := db.Actor(ctx)
	if f.Unworn != nil {
		if err := s.unworn(ctx, tx, Feature{ID: id, JobID: jobID}, "", *f.Unworn); err != nil {
			return err
		}
	}
	condition, err := s.importCondition(ctx, tx, jobID, &f)
	if err != nil {
		return err
	}
	for station, cells := range f.Cells {
		for direction, cell := range cells {
			r := Reading{FeatureID: id, Station: station, Direction: direction, ConditionID: condition,
				TakenBy: by, TakenAt: s.Stamp(), Confirmed: &cell.Confirmed}
			for _, value := range cell.Values() {
				r.ID, r.What, r.Value = uuid.NewString(), TookSize, &value
				if err := storeReading(ctx, tx, &r); err != nil {
					return err
				}
			}
			if cell.Reason != "" {
				r.ID, r.What, r.Reason, r.Depth = uuid.NewString(), Skip, &cell.Reason, cell.Depth
				r.Confirmed = nil
				if err := storeReading(ctx, tx, &r); err != nil {
					return err
				}
			}
		}
	}
	look := event{JobID: jobID, FeatureID: &id, What: looked}
	if err := s.importTests(ctx, tx, look, f.Tests); err != nil || f.Look == "" {
		return err
	}
	_, err = s.keep(ctx, tx, look, Look{What: Grade, Look: &f.Look}, nil)
	return err
}

// importTests stores what a part was tested for. Who did it is only said by the file.
func (s *Store) importTests(ctx context.Context, tx *sqlx.Tx, look event, tests []inspection.Test) error {
	for _, t := range tests {
		what := map[inspection.TestKind]map[bool]LookType{
			inspection.TestCrack:    {true: TestClear, false: TestCracked},
			inspection.TestHardness: {true: TestHard, false: TestSoft}}[t.What][t.Passed]
		look.By, look.FromFile = t.By, t.By != ""
		if _, err := s.keep(ctx, tx, look, Look{What: what}, nil); err != nil {
			return err
		}
	}
	return nil
}

// importCondition stores how a part was held. Sizes that are already as they would be at 20 °C keep no
// temperature: nothing would correct them again.
func (s *Store) importCondition(ctx context.Context, tx *sqlx.Tx, jobID int64,
	f *inspection.Feature) (*string, error) {
	if f.Condition == (inspection.Condition{}) {
		return nil, nil
	}
	c := Condition{ID: uuid.NewString(), JobID: jobID, Kind: f.Kind, Torqued: f.Condition.Torqued,
		DeckPlate: f.Condition.DeckPlate,
		ShellsIn:  f.Condition.ShellsIn, Studs: f.Condition.Studs, Alike: f.Condition.Alike,
		Inset: f.Condition.Inset, FromFile: true}
	if t, err := strconv.ParseFloat(f.Condition.TemperatureC, 64); err == nil && !f.Condition.Corrected {
		c.PartC = &t
	}
	return &c.ID, s.hold(ctx, tx, c)
}
