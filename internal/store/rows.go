package store

import (
	"context"
	"fmt"

	"ledge/internal/core/instrument"
	"ledge/internal/core/part"
	"ledge/internal/store/db"

	"github.com/google/uuid"
	"github.com/jmoiron/sqlx"
)

// A Row is a reading that comes from a file, with the place it goes to.
type Row struct {
	Place
	Station, Direction int
	// Joins the readings of its cell that come before it in the file; the first of a cell
	// supersedes what was there.
	Joins  bool
	Value  *part.Value
	Reason string
	// SaidBy is who the file says took it; who takes it in where empty.
	SaidBy  string
	TakenAt string // as the file has it; now where empty
}

// AddRows stores readings from a file, all of them or none.
func (s *Store) AddRows(ctx context.Context, jobID int64, rows []Row) error {
	defer s.changed(jobID)
	err := s.changeOpen(ctx, jobID, func(tx *sqlx.Tx) error {
		ids := map[Place]int64{}
		for _, row := range rows {
			id, known := ids[row.Place]
			if !known {
				f, err := findFeature(ctx, tx, jobID, row.Place)
				if err != nil {
					return err
				}
				id = f.ID
				ids[row.Place] = id
			}
			r := Reading{ID: uuid.NewString(), FeatureID: id, Station: row.Station, Direction: row.Direction,
				What: TookSize, Value: row.Value, TakenBy: row.SaidBy, FromFile: true, TakenAt: row.TakenAt}
			if row.Value == nil {
				r.What, r.Reason = Skip, &row.Reason
			}
			if r.TakenBy == "" {
				r.TakenBy, r.FromFile = db.Actor(ctx), false
			}
			if r.TakenAt == "" {
				r.TakenAt = s.Stamp()
			}
			if _, err := insertReading(ctx, tx, &r, row.Joins); err != nil {
				return err
			}
		}
		return s.log(ctx, tx, jobID, takenIn, Facts{Many: len(rows)}, nil)
	})
	if err != nil {
		return fmt.Errorf("rows into job %d: %w", jobID, err)
	}
	return nil
}

// Live returns the readings of a cell that hold, in the order taken.
func (f *Feature) Live(station, direction int) (live []Reading) {
	for _, r := range f.Tape {
		if r.SupersededBy == nil && r.What != Clear && r.Station == station && r.Direction == direction {
			live = append(live, r)
		}
	}
	return live
}

// At returns the feature at a place; nil where the job has none.
func (r *Record) At(p Place) *Feature {
	for i := range r.Features {
		if f := &r.Features[i]; f.Kind == p.Kind && f.Number == p.Number && f.State == p.State &&
			f.Component == p.Component {
			return f
		}
	}
	return nil
}

// GaugeOf is the setup a reading names; nil where it names none.
func (r *Record) GaugeOf(reading Reading) *GaugeSetup {
	for i := range r.Gauges {
		if reading.GaugeID != nil && *reading.GaugeID == r.Gauges[i].ID {
			return &r.Gauges[i]
		}
	}
	return nil
}

// InstrumentOf is the instrument a reading was taken with; empty where it is not known.
func (r *Record) InstrumentOf(f *Feature, reading Reading) instrument.Kind {
	if g := r.GaugeOf(reading); g != nil {
		return g.Instrument
	}
	if f.GaugeKind != nil {
		return *f.GaugeKind
	}
	return ""
}
