package shop

import (
	"context"
	"strings"

	"github.com/google/uuid"

	"ledge/internal/core/instrument"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/shop/refuse"
	"ledge/internal/store"
	"ledge/internal/words"
)

// GaugeBody sets a gauge up for the parts of a kind.
type GaugeBody struct {
	ID            string          `json:"id" format:"uuid"`
	Kind          part.Kind       `json:"kind" minLength:"1"`
	Instrument    instrument.Kind `json:"instrument"`
	Division      unit.Length     `json:"division"`
	Mode          instrument.Mode `json:"mode"`
	Setting       *unit.Length    `json:"setting,omitempty" doc:"what the gauge was zeroed on, or the smallest size of a micrometer's frame"`
	Mating        bool            `json:"mating,omitempty" doc:"zeroed on each feature's mating part, so that the dial shows the clearance"`
	Sense         int             `json:"sense" enum:"-1,1" doc:"-1 where clockwise past zero means smaller"`
	Steps         []unit.Length   `json:"steps,omitempty" maxItems:"40" doc:"the printed clearances of a plastic strip, rising"`
	Built         string          `json:"built,omitempty" maxLength:"200" doc:"how the setting was put together"`
	Repeatability *unit.Length    `json:"repeatability,omitempty" minimum:"0" doc:"standard deviation of one reading; the default of the kind where left out"`
	SettingU      *unit.Length    `json:"setting_u,omitempty" minimum:"0" doc:"standard uncertainty of the zero or its standard"`
	Finest        bool            `json:"finest,omitempty" doc:"no finer gauge is to be had"`
	Counts        *unit.Length    `json:"counts,omitempty" minimum:"1" doc:"what a whole number counts, where the gauge shows lengths"`
	Cabinet       *string         `json:"cabinet,omitempty" format:"uuid" doc:"the instrument of the shop's cabinet that it is; what was found of that fills what is left out"`
	Standard      string          `json:"standard,omitempty" maxLength:"60" doc:"the standard of the instrument's that it was set on"`
	Checked       bool            `json:"checked,omitempty" doc:"the zero was just checked on its standard"`
}

// GaugeCheckBody records a check of a kind's gauge on its standard.
type GaugeCheckBody struct {
	ID   string    `json:"id" format:"uuid"`
	Kind part.Kind `json:"kind" minLength:"1"`
	// Gauge is the setup that was checked; left out where none was made.
	Gauge *string     `json:"gauge,omitempty"`
	Off   unit.Length `json:"off" doc:"what it showed beyond where it should stand, in 0.1 nm"`
}

// SetGauge sets a gauge up for the parts of a kind.
func (a *Application) SetGauge(ctx context.Context, job int64, b GaugeBody) (JobView, error) {
	if err := b.settle(); err != nil {
		return JobView{}, err
	}
	setup, err := a.FromCabinet(ctx, b.setup(job), b.Standard)
	if err != nil {
		return JobView{}, err
	}
	var check *store.GaugeCheck
	if b.Checked {
		check = &store.GaugeCheck{ID: uuid.NewSHA1(uuid.NameSpaceOID, []byte(strings.ToLower(b.ID))).String()}
	}
	return a.changed(ctx, job, a.store.AddGauge(ctx, setup, check))
}

// setup is how the gauge of a job is stored.
func (b GaugeBody) setup(job int64) store.GaugeSetup {
	return store.GaugeSetup{ID: strings.ToLower(b.ID), JobID: job, Kind: b.Kind, Instrument: b.Instrument,
		Division: b.Division, Mode: b.Mode, Setting: b.Setting, Mating: b.Mating, Sense: b.Sense, Steps: b.Steps,
		Built: b.Built, Repeatability: b.Repeatability, SettingU: b.SettingU, Finest: b.Finest, Counts: b.Counts,
		Cabinet: b.Cabinet}
}

// CheckGauge records that a gauge was checked on its standard.
func (a *Application) CheckGauge(ctx context.Context, job int64, b GaugeCheckBody) (JobView, error) {
	if !b.Kind.Known() {
		return JobView{}, refuse.At("kind", words.Told("refuse.no_kind"))
	}
	return a.changed(ctx, job, a.store.AddGaugeCheck(ctx,
		store.GaugeCheck{ID: b.ID, JobID: job, Kind: b.Kind, GaugeID: b.Gauge, Off: b.Off}))
}

// settle refuses what cannot be, and clears what the mode does not use.
func (b *GaugeBody) settle() error {
	deviates := b.Mode == instrument.Divisions || b.Mode == instrument.Deviation
	if !deviates || b.Kind.Quantity() != part.Size {
		b.Mating = false
	}
	if b.Mode != instrument.Scale {
		b.Steps = nil
	}
	switch {
	case !b.Kind.Known():
		return refuse.At("kind", words.Told("refuse.no_kind"))
	case b.Division <= 0:
		return refuse.At("division", words.Told("refuse.division"))
	case b.Mode == instrument.Scale:
		b.Setting = nil
		for i, step := range b.Steps {
			if step <= 0 || i > 0 && step <= b.Steps[i-1] {
				return refuse.At("steps", words.Told("refuse.strip_rises"))
			}
		}
		if len(b.Steps) < 2 {
			return refuse.At("steps", words.Told("refuse.strip_two"))
		}
	case b.Mating || b.Mode == instrument.Direct || b.Mode == instrument.Leaves:
		b.Setting = nil
	case deviates && b.Kind.Quantity() != part.Size:
		b.Setting = new(unit.Length) // a dial is zeroed where the measuring begins
	case b.Setting == nil || *b.Setting < 0 || deviates && *b.Setting == 0:
		return refuse.At("setting", words.Told("refuse.zeroed"))
	}
	return nil
}
