package store

import (
	"context"
	"fmt"
	"strconv"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/inspection"
	"ledge/internal/core/instrument"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/store/db"
)

// A Condition is how the parts of a kind are held while they are read, and how warm part and gauge
// are. Temperatures are in °C. With the gauge's own and the part's material, sizes count as they
// would be at 20 °C; the part's alone is a note.
type Condition struct {
	Seq   int64     `json:"seq"`
	ID    string    `json:"id"`
	JobID int64     `json:"-"`
	Kind  part.Kind `json:"kind"`
	// Number is the one part that it is of; 0 for all of its kind.
	Number    int                 `json:"number,omitempty"`
	Torqued   *bool               `json:"torqued,omitempty"`
	DeckPlate *bool               `json:"deck_plate,omitempty"`
	ShellsIn  *bool               `json:"shells_in,omitempty"`
	Studs     *bool               `json:"studs,omitempty"`
	PartC     *float64            `json:"part_c,omitempty"`
	GaugeC    *float64            `json:"gauge_c,omitempty"`
	Material  instrument.Material `json:"material"`
	// Alike tells that part and gauge were left together until they were equally warm.
	Alike bool `json:"alike,omitempty"`
	// Inset is how far the outer stations lie inside the ends, as a share of the length.
	Inset float64 `json:"inset,omitempty" minimum:"0" exclusiveMaximum:"0.5"`
	Note  string  `json:"note"`
	SetBy string  `json:"set_by"`
	SetAt string  `json:"set_at"`
	// FromFile tells that the name is only said by a file that was taken in.
	FromFile bool `json:"from_file,omitempty"`
}

// At20 is a size read under c as it would be at 20 °C, by a gauge whose length does as much as own with a kelvin, in
// millionths, or as steel's does; as read where it cannot be told.
func (c *Condition) At20(size unit.Length, own *float64) unit.Length {
	if c == nil || c.PartC == nil || c.GaugeC == nil {
		return size
	}
	t := instrument.Thermal{Part: *c.PartC, Gauge: *c.GaugeC, Material: c.Material}
	if own != nil {
		t.Own = *own / 1e6
	}
	return t.At20(size)
}

func (c *Condition) inspected() (out inspection.Condition) {
	if c == nil {
		return out
	}
	out = inspection.Condition{Torqued: c.Torqued, DeckPlate: c.DeckPlate, ShellsIn: c.ShellsIn, Studs: c.Studs,
		Alike: c.Alike && c.Material != instrument.Aluminium, Inset: c.Inset}
	if c.PartC != nil {
		out.TemperatureC = strconv.FormatFloat(*c.PartC, 'f', -1, 64)
		out.Corrected = c.GaugeC != nil
	}
	return out
}

// AddCondition stores a condition, which holds for its kind from now on; the same id is stored once.
func (s *Store) AddCondition(ctx context.Context, c Condition) error {
	defer s.changed(c.JobID)
	err := s.changeOpen(ctx, c.JobID, func(tx *sqlx.Tx) error {
		if _, err := getJob(ctx, tx, c.JobID); err != nil {
			return err
		}
		return s.hold(ctx, tx, c)
	})
	if err != nil {
		return fmt.Errorf("condition %s: %w", c.ID, err)
	}
	return nil
}

// hold keeps how parts are held from now on.
func (s *Store) hold(ctx context.Context, tx *sqlx.Tx, c Condition) error {
	_, err := s.keep(ctx, tx, event{ID: c.ID, JobID: c.JobID, What: conditionTold}, c, nil)
	return err
}

// conditionsOf are the conditions of a job in order; the last of a kind holds.
func conditionsOf(events []event) ([]Condition, error) {
	return of(events, conditionTold, func(c *Condition, e *event) {
		c.Seq, c.ID, c.JobID, c.SetBy, c.SetAt, c.FromFile = e.Seq, e.ID, e.JobID, e.By, e.At, e.FromFile
	})
}

// lastCondition is the id of the condition that holds for a part; nil without one.
func lastCondition(ctx context.Context, q db.Querier, jobID int64, kind part.Kind, number int) (id *string, err error) {
	var ids []string
	if err := q.SelectContext(ctx, &ids,
		`SELECT id FROM events WHERE job_id = ? AND what = ? AND body ->> '$.kind' = ?
			AND coalesce(body ->> '$.number', 0) IN (0, ?) ORDER BY seq DESC LIMIT 1`, jobID, conditionTold, kind,
		number); err != nil || len(ids) == 0 {
		return nil, err
	}
	return &ids[0], nil
}
