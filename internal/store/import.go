package store

import (
	"context"
	"fmt"

	"github.com/google/uuid"
	"github.com/jmoiron/sqlx"

	"ledge/internal/core/inspection"
	"ledge/internal/core/unit"
)

// ImportJob stores a job with everything an inspection holds, as read by one person. Kinds measured as a
// list other than runout are refused.
func (s *Store) ImportJob(ctx context.Context, n NewJob, in *inspection.Inspection) (id int64, err error) {
	err = s.change(ctx, func(tx *sqlx.Tx) error {
		if id, err = s.insertJob(ctx, tx, n); err != nil {
			return err
		}
		for i := range in.Features {
			if err := s.importFeature(ctx, tx, id, n.CreatedBy, &in.Features[i]); err != nil {
				return err
			}
		}
		// What the layout has and the file lacks is there to be measured.
		for _, f := range layoutFeatures(n) {
			if _, known := in.Latest(f.Kind, f.Number); known {
				continue
			}
			f.JobID = id
			if _, err := insertFeature(ctx, tx, f); err != nil {
				return err
			}
		}
		return nil
	})
	if err != nil {
		return 0, fmt.Errorf("import job: %w", err)
	}
	return id, nil
}

func (s *Store) importFeature(ctx context.Context, tx *sqlx.Tx, jobID int64, by string, f *inspection.Feature) error {
	row := Feature{JobID: jobID, Kind: f.Kind, Number: f.Number, State: f.State, Stations: f.Stations, Directions: f.Directions}
	cells := f.Cells
	switch {
	case f.Kind == inspection.Runout:
		row.Stations, row.Directions, cells = runoutGrid(f)
	case !f.Kind.Grid():
		return conflict("%s cannot be stored yet.", f.Kind.Title())
	}
	if g := f.Gauge; g != nil {
		row.GaugeDivision, row.GaugeRepeatability, row.GaugeSettingU = &g.Division, g.Repeatability, g.SettingU
		if g.Kind != "" {
			row.GaugeKind = &g.Kind
		}
	}
	if f.Stamp != nil {
		row.Stamp = f.Stamp.Text
	}
	if f.Fitted != nil {
		row.FittedStep, row.FittedShell = f.Fitted.Step, &f.Fitted.Shell
	}
	id, err := insertFeature(ctx, tx, row)
	if err != nil {
		return err
	}
	for station, cells := range cells {
		for direction, cell := range cells {
			r := Reading{FeatureID: id, Station: station, Direction: direction, TakenBy: by, TakenAt: s.stamp()}
			for _, size := range cell.Sizes {
				r.ID, r.What, r.Value = uuid.NewString(), Size, &size
				if err := insertReading(ctx, tx, r, true); err != nil {
					return err
				}
			}
			if cell.Reason != "" {
				r.ID, r.What, r.Reason = uuid.NewString(), Skip, &cell.Reason
				if err := insertReading(ctx, tx, r, false); err != nil {
					return err
				}
			}
		}
	}
	if f.Look == "" {
		return nil
	}
	_, err = tx.ExecContext(ctx, `INSERT INTO looks (id, feature_id, what, look, graded_by, graded_at) VALUES (?,?,?,?,?,?)`,
		uuid.NewString(), id, Grade, f.Look, by, s.stamp())
	return err
}

// runoutGrid turns a runout's list into a grid of one row.
func runoutGrid(f *inspection.Feature) (stations []string, directions []unit.Angle, cells [][]inspection.Cell) {
	if f.List.TIR != nil {
		return []string{tirStation}, []unit.Angle{0}, [][]inspection.Cell{{{Sizes: []unit.Length{*f.List.TIR}}}}
	}
	row := make([]inspection.Cell, len(f.List.Indicator))
	for i, shown := range f.List.Indicator {
		row[i].Sizes = []unit.Length{shown}
	}
	return []string{"dial"}, f.List.Angles, [][]inspection.Cell{row}
}
