package store

import (
	"context"
	"errors"
	"fmt"
	"strings"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/instrument"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/store/db"
	"ledge/internal/store/office"
)

// A GaugeSetup is how a gauge was set up for the parts of a kind. Deviations are entered in
// divisions or as a length: size = setting + sense × deviation. With Mating the setting is the size
// of each feature's mating part, so that the dial shows the clearance itself.
type GaugeSetup struct {
	Seq        int64           `json:"seq"`
	ID         string          `json:"id"`
	JobID      int64           `json:"-"`
	Kind       part.Kind       `json:"kind"`
	Instrument instrument.Kind `json:"instrument"`
	Division   unit.Length     `json:"division"`
	Mode       instrument.Mode `json:"mode"`
	Setting    *unit.Length    `json:"setting,omitempty"`
	Mating     bool            `json:"mating"`
	Sense      int             `json:"sense"`
	Steps      []unit.Length   `json:"steps"`
	Built      string          `json:"built"`
	// Repeatability and SettingU are what the shop found of the gauge; the default of its kind where nil.
	Repeatability *unit.Length `json:"repeatability,omitempty"`
	SettingU      *unit.Length `json:"setting_u,omitempty"`
	// Finest tells that no finer gauge is to be had.
	Finest bool `json:"finest,omitempty"`
	// Counts is what a whole number counts on a dial that shows lengths; the usual of the unit where nil.
	Counts *unit.Length `json:"counts,omitempty"`
	// Cabinet is the instrument of the shop that it is, Named what that was called; empty where nobody said.
	Cabinet *string `json:"cabinet,omitempty"`
	Named   string  `json:"named,omitempty"`
	// Expansion is what its own length does with a kelvin, in millionths; steel's where nil.
	Expansion *float64 `json:"expansion,omitempty"`
	SetBy     string   `json:"set_by"`
	SetAt     string   `json:"set_at"`
	// FromFile tells that the name is only said by a file that was taken in.
	FromFile bool `json:"from_file,omitempty"`
}

// A GaugeCheck is what a gauge showed on its standard, off from where it should stand. GaugeID is
// nil where the kind's gauge was never set up.
type GaugeCheck struct {
	Seq       int64       `json:"seq"`
	ID        string      `json:"id"`
	JobID     int64       `json:"-"`
	Kind      part.Kind   `json:"kind"`
	GaugeID   *string     `json:"gauge,omitempty"`
	Off       unit.Length `json:"off"`
	CheckedBy string      `json:"checked_by"`
	CheckedAt string      `json:"checked_at"`
	// FromFile tells that the name is only said by a file that was taken in.
	FromFile bool `json:"from_file,omitempty"`
}

// AddGauge stores a setup, which holds for its kind from now on; the same id is stored once. With
// check, the zero check that was made with it is stored in the same transaction.
func (s *Store) AddGauge(ctx context.Context, g GaugeSetup, check *GaugeCheck) error {
	defer s.changed(g.JobID)
	err := s.changeOpen(ctx, g.JobID, func(tx *sqlx.Tx) error {
		if _, err := getJob(ctx, tx, g.JobID); err != nil {
			return err
		}
		if err := s.setGauge(ctx, tx, g); err != nil || check == nil {
			return err
		}
		check.JobID, check.Kind, check.GaugeID = g.JobID, g.Kind, &g.ID
		return s.check(ctx, tx, *check)
	})
	if err != nil {
		return fmt.Errorf("gauge %s: %w", g.ID, err)
	}
	return nil
}

// setGauge stores a setup.
func (s *Store) setGauge(ctx context.Context, tx *sqlx.Tx, g GaugeSetup) error {
	if g.Steps == nil {
		g.Steps = []unit.Length{}
	}
	_, err := s.keep(ctx, tx, event{ID: g.ID, JobID: g.JobID, What: gaugeSet}, g, nil)
	return err
}

func (s *Store) check(ctx context.Context, tx *sqlx.Tx, c GaugeCheck) error {
	if c.GaugeID != nil {
		*c.GaugeID = strings.ToLower(*c.GaugeID)
		if err := gaugeOf(ctx, tx, c.JobID, *c.GaugeID); err != nil {
			return err
		}
	}
	at := s.Stamp()
	if _, err := s.keep(ctx, tx, event{ID: c.ID, JobID: c.JobID, Of: c.GaugeID, What: zeroChecked, At: at}, c,
		nil); err != nil || c.GaugeID == nil {
		return err
	}
	return s.checkOfCabinet(ctx, tx, c, at)
}

// checkOfCabinet keeps a check at the bench among those of the instrument of the shop that was checked.
func (s *Store) checkOfCabinet(ctx context.Context, tx *sqlx.Tx, c GaugeCheck, at string) error {
	var cabinet *string
	if err := tx.GetContext(ctx, &cabinet, `SELECT body ->> '$.cabinet' FROM events WHERE id = ?`,
		*c.GaugeID); err != nil || cabinet == nil {
		return err
	}
	return office.KeepZeroed(ctx, tx, *cabinet, c.ID, c.Off, at)
}

// AddGaugeCheck records that the gauge in use for a kind was checked on its standard; the same id
// is stored once.
func (s *Store) AddGaugeCheck(ctx context.Context, c GaugeCheck) error {
	defer s.changed(c.JobID)
	err := s.changeOpen(ctx, c.JobID, func(tx *sqlx.Tx) error {
		if _, err := getJob(ctx, tx, c.JobID); err != nil {
			return err
		}
		return s.check(ctx, tx, c)
	})
	if err != nil {
		return fmt.Errorf("gauge check %s: %w", c.ID, err)
	}
	return nil
}

// gauge is the setup as the core knows it.
func (g GaugeSetup) gauge() *instrument.Gauge {
	return &instrument.Gauge{Kind: g.Instrument, Division: g.Division, Repeatability: g.Repeatability,
		SettingU: g.SettingU, Finest: g.Finest}
}

// gaugesOf are the setups of a job, in the order made.
func gaugesOf(events []event) ([]GaugeSetup, error) {
	return of(events, gaugeSet, func(g *GaugeSetup, e *event) {
		g.Seq, g.ID, g.JobID, g.SetBy, g.SetAt, g.FromFile = e.Seq, e.ID, e.JobID, e.By, e.At, e.FromFile
		if g.Steps == nil {
			g.Steps = []unit.Length{}
		}
	})
}

// checksOf are the last checks of each gauge of a kind.
func checksOf(events []event) ([]GaugeCheck, error) {
	all, err := of(events, zeroChecked, func(c *GaugeCheck, e *event) {
		c.Seq, c.ID, c.JobID, c.CheckedBy, c.CheckedAt, c.FromFile = e.Seq, e.ID, e.JobID, e.By, e.At, e.FromFile
		c.GaugeID = e.Of
	})
	return last(all, func(c GaugeCheck) string {
		if c.GaugeID == nil {
			return string(c.Kind)
		}
		return string(c.Kind) + *c.GaugeID
	}), err
}

// gaugeOf reports as a conflict where a job has no such setup.
func gaugeOf(ctx context.Context, q db.Querier, jobID int64, id string) error {
	if _, err := one(ctx, q, jobID, gaugeSet, id); errors.Is(err, db.ErrNotFound) {
		return db.Conflict("conflict.gauge")
	} else if err != nil {
		return err
	}
	return nil
}

// SameSetup reports whether two readings name one setup, or neither any.
func SameSetup(a, b *string) bool { return a == nil && b == nil || a != nil && b != nil && *a == *b }
