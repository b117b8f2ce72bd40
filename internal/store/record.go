package store

import (
	"context"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/inspection"
	"ledge/internal/core/instrument"
	"ledge/internal/core/unit"
)

// A Record is everything stored of one job, from one state of the file.
type Record struct {
	Job       Job        `json:"job"`
	Features  []Feature  `json:"features"`
	Decisions []Decision `json:"decisions"`
	// Gauges are the setups that hold, one for each kind that has one.
	Gauges []GaugeSetup `json:"gauges"`
}

// Record returns everything stored of a job, or [ErrNotFound]. Callers must not change it.
func (s *Store) Record(ctx context.Context, id int64) (record Record, err error) {
	record, changes, ok := s.cache.get(id)
	if ok {
		return record, nil
	}
	err = s.view(ctx, func(tx *sqlx.Tx) error {
		if record.Job, err = getJob(ctx, tx, id); err != nil {
			return err
		}
		if record.Features, err = features(ctx, tx, id, 0); err != nil {
			return err
		}
		if record.Decisions, err = decisions(ctx, tx, id); err != nil {
			return err
		}
		record.Gauges, err = gaugesOf(ctx, tx, id)
		return err
	})
	if err != nil {
		return Record{}, err
	}
	s.cache.put(id, record, changes)
	return record, nil
}

// tirStation names the station of a runout that is known only by its total.
const tirStation = "TIR"

// Inspection is the record as the core judges it: live readings only, one feature for each of the
// record's, in their order. Features nobody has touched are left out, and so is a runout whose turn is not
// closed yet: half a turn would flatter the shaft. index maps back.
func (r Record) Inspection() (in *inspection.Inspection, index []int) {
	layout := r.Job.Layout
	in = &inspection.Inspection{
		Unit:   r.Job.Unit,
		Job:    inspection.Job{Number: r.Job.Number, Customer: r.Job.Customer, Engine: r.Job.Engine, Duty: r.Job.Duty},
		Engine: &layout, Policy: r.Job.Policy, Limits: r.Job.Limits.Book, LimitsClose: r.Job.Limits.Close,
	}
	for i := range r.Features {
		f := &r.Features[i]
		if len(f.Tape) == 0 && len(f.Looks) == 0 {
			continue
		}
		inspected, whole := f.inspected(r.Job.Unit)
		if !whole {
			continue
		}
		in.Features = append(in.Features, inspected)
		for _, g := range r.Gauges {
			if g.Kind == f.Kind {
				last := &in.Features[len(in.Features)-1]
				if last.Gauge == nil {
					last.Gauge = &instrument.Gauge{}
				}
				last.Gauge.Kind, last.Gauge.Division = g.Instrument, g.Division
			}
		}
		index = append(index, i)
	}
	return in, index
}

// inspected is the feature as the core knows it; whole is false for a runout with places still to read.
func (f *Feature) inspected(s unit.System) (out inspection.Feature, whole bool) {
	out = inspection.Feature{Kind: f.Kind, Number: f.Number, State: f.State, Look: Standing(f.Looks), Gauge: f.gauge(),
		Stations: f.Stations, Directions: f.Directions}
	if f.Stamp != "" {
		out.Stamp = &inspection.Stamp{Text: f.Stamp}
		if step, err := unit.Parse(f.Stamp, s); err == nil {
			out.Stamp.Step = &step
		}
	}
	if f.FittedShell != nil || f.FittedStep != nil {
		out.Fitted = &inspection.Fitted{Step: f.FittedStep}
		if f.FittedShell != nil {
			out.Fitted.Shell = *f.FittedShell
		}
	}
	out.Cells = make([][]inspection.Cell, len(f.Stations))
	for i := range out.Cells {
		out.Cells[i] = make([]inspection.Cell, len(f.Directions))
	}
	for _, r := range f.Tape {
		if r.SupersededBy != nil {
			continue
		}
		cell := &out.Cells[r.Station][r.Direction]
		switch r.What {
		case Size:
			cell.Sizes = append(cell.Sizes, *r.Value)
		case Skip:
			cell.Reason = *r.Reason
		}
	}
	if f.Kind == inspection.Runout {
		for _, cell := range out.Cells[0] {
			if cell.Missing() {
				return out, false
			}
		}
		out.List = runoutList(&out)
		out.Stations, out.Directions, out.Cells = nil, nil, nil
	}
	return out, true
}

// runoutList turns the one row of a runout's grid into its list.
func runoutList(f *inspection.Feature) (list inspection.List) {
	for d, cell := range f.Cells[0] {
		for _, size := range cell.Sizes {
			if f.Stations[0] == tirStation {
				list.TIR = &size
				continue
			}
			list.Angles = append(list.Angles, f.Directions[d])
			list.Indicator = append(list.Indicator, size)
		}
	}
	return list
}

func (f *Feature) gauge() *instrument.Gauge {
	if f.GaugeKind == nil && f.GaugeDivision == nil {
		return nil
	}
	g := &instrument.Gauge{Repeatability: f.GaugeRepeatability, SettingU: f.GaugeSettingU}
	if f.GaugeKind != nil {
		g.Kind = *f.GaugeKind
	}
	if f.GaugeDivision != nil {
		g.Division = *f.GaugeDivision
	}
	return g
}
