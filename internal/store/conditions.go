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
)

// A Condition is how the parts of a kind are held while they are read, and how warm part and gauge
// are. Temperatures are in °C. With the gauge's own and the part's material, sizes count as they
// would be at 20 °C; the part's alone is a note.
type Condition struct {
	Seq   int64     `db:"seq" json:"seq"`
	ID    string    `db:"id" json:"id"`
	JobID int64     `db:"job_id" json:"-"`
	Kind  part.Kind `db:"kind" json:"kind"`
	// Number is the one part that it is of; 0 for all of its kind.
	Number    int                 `db:"number" json:"number,omitempty"`
	Torqued   *bool               `db:"torqued" json:"torqued,omitempty"`
	DeckPlate *bool               `db:"deck_plate" json:"deck_plate,omitempty"`
	ShellsIn  *bool               `db:"shells_in" json:"shells_in,omitempty"`
	Studs     *bool               `db:"studs" json:"studs,omitempty"`
	PartC     *float64            `db:"part_c" json:"part_c,omitempty"`
	GaugeC    *float64            `db:"gauge_c" json:"gauge_c,omitempty"`
	Material  instrument.Material `db:"material" json:"material"`
	Note      string              `db:"note" json:"note"`
	SetBy     string              `db:"set_by" json:"set_by"`
	SetAt     string              `db:"set_at" json:"set_at"`
	// FromFile tells that the name is only said by a file that was taken in.
	FromFile bool `db:"from_file" json:"from_file,omitempty"`
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
	out = inspection.Condition{Torqued: c.Torqued, DeckPlate: c.DeckPlate, ShellsIn: c.ShellsIn, Studs: c.Studs}
	if c.PartC != nil {
		out.TemperatureC = strconv.FormatFloat(*c.PartC, 'f', -1, 64)
		out.Corrected = c.GaugeC != nil
	}
	return out
}

// AddCondition stores a condition, which holds for its kind from now on; the same id is stored once.
func (s *Store) AddCondition(ctx context.Context, c Condition) error {
	c.SetBy, c.SetAt = Actor(ctx), s.stamp()
	defer s.changed(c.JobID)
	err := s.changeOpen(ctx, c.JobID, func(tx *sqlx.Tx) error {
		if _, err := getJob(ctx, tx, c.JobID); err != nil {
			return err
		}
		_, err := c.once(ctx, tx)
		return err
	})
	if err != nil {
		return fmt.Errorf("condition %s: %w", c.ID, err)
	}
	return nil
}

func (c Condition) once(ctx context.Context, tx *sqlx.Tx) (known bool, err error) {
	return once(ctx, tx, "conditions", c.ID,
		fields{"job_id": c.JobID, "kind": c.Kind, "number": c.Number, "torqued": c.Torqued, "deck_plate": c.DeckPlate,
			"shells_in": c.ShellsIn, "studs": c.Studs,
			"part_c": c.PartC, "gauge_c": c.GaugeC, "material": c.Material, "note": c.Note,
			"set_by": c.SetBy}, fields{"set_at": c.SetAt})
}

// conditionsOf returns every condition of a job in order; the last of a kind holds.
func conditionsOf(ctx context.Context, q querier, jobID int64) ([]Condition, error) {
	list := []Condition{}
	if err := q.SelectContext(ctx, &list, `SELECT * FROM conditions WHERE job_id = ? ORDER BY seq`,
		jobID); err != nil {
		return nil, fmt.Errorf("conditions of job %d: %w", jobID, err)
	}
	return list, nil
}

// lastCondition is the id of the condition that holds for a part; nil without one.
func lastCondition(ctx context.Context, q querier, jobID int64, kind part.Kind, number int) (id *string, err error) {
	var ids []string
	if err := q.SelectContext(ctx, &ids,
		`SELECT id FROM conditions WHERE job_id = ? AND kind = ? AND number IN (0, ?)
		ORDER BY seq DESC LIMIT 1`, jobID, kind, number); err != nil || len(ids) == 0 {
		return nil, err
	}
	return &ids[0], nil
}
