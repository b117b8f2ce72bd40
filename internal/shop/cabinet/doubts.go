package cabinet

import (
	"context"
	"slices"
	"strings"

	"github.com/google/uuid"

	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/shop/refuse"
	"ledge/internal/store"
	"ledge/internal/words"
)

// doubt is what an instrument read before a check that found it off.
func (a *Instruments) doubt(ctx context.Context, id string, c instrument.ZeroCheck) (Doubt, error) {
	d := Doubt{Check: c, Jobs: []DoubtedJob{}}
	jobs, err := a.store.ReadWith(ctx, id, c.Since, c.At)
	if err != nil {
		return d, err
	}
	for _, j := range jobs {
		one := DoubtedJob{GaugedJob: j, Parts: []DoubtedPart{}}
		if err = a.couldChange(ctx, &one, id, c); err != nil {
			return d, err
		}
		d.Readings, d.Changes = d.Readings+j.Count, d.Changes+len(one.Changes)
		d.Jobs = append(d.Jobs, one)
	}
	d.Text = words.Told("cabinet.doubt", "count", d.Readings, "jobs", words.New("cabinet.jobs", "count", len(d.Jobs)),
		"verdicts", words.New("cabinet.verdicts", "count", d.Changes))
	return d, nil
}

// inDoubt tells which readings of a tape an instrument took between the last check that left it right and one that
// found it off, and that hold as they were read.
func inDoubt(record store.Record, id string, c instrument.ZeroCheck) func([]store.Reading, store.Reading) bool {
	setups := map[string]bool{}
	for _, g := range record.Gauges {
		setups[g.ID] = g.Cabinet != nil && *g.Cabinet == id
	}
	return func(tape []store.Reading, r store.Reading) bool {
		return r.SupersededBy == nil && r.GaugeID != nil && setups[*r.GaugeID] && r.Value != nil &&
			r.TakenAt > c.Since && r.TakenAt <= c.At && !workedOutAnew(tape, r)
	}
}

// workedOutAnew tells that what was typed at the same gauge meant another size before.
func workedOutAnew(tape []store.Reading, r store.Reading) bool {
	return slices.ContainsFunc(tape, func(o store.Reading) bool {
		return o.SupersededBy != nil && *o.SupersededBy == r.ID && store.SameSetup(o.GaugeID, r.GaugeID) &&
			o.Typed == r.Typed &&
			o.Value != nil && *o.Value != *r.Value
	})
}

// couldChange fills in what of a job would be otherwise if what an instrument showed too much were taken off what it
// read.
func (a *Instruments) couldChange(ctx context.Context, job *DoubtedJob, id string, c instrument.ZeroCheck) error {
	var doubted func([]store.Reading, store.Reading) bool
	return a.otherwise(ctx, job, func(record *store.Record) {
		doubted = inDoubt(*record, id, c)
		record.Features = slices.Clone(record.Features)
		for i := range record.Features {
			f := &record.Features[i]
			if f.Kind.Quantity() == part.Weight {
				continue
			}
			f.Tape = slices.Clone(f.Tape)
			for j := range f.Tape {
				if r := &f.Tape[j]; doubted(f.Tape, *r) {
					value := part.OfLength(r.Value.Length() - c.Found)
					r.Value = &value
				}
			}
		}
	}, func(f store.Feature, stands limit.Verdict) {
		one := DoubtedPart{Kind: f.Kind, Number: f.Number, Part: f.Name(), Verdict: stands}
		for _, r := range f.Tape {
			if doubted(f.Tape, r) {
				one.Count++
			}
		}
		if one.Count > 0 {
			job.Parts = append(job.Parts, one)
		}
	})
}

// A MoveBody says of which job the readings are moved that a check put in doubt.
type MoveBody struct {
	ID    string `json:"id" format:"uuid"`
	Check string `json:"check" format:"uuid"`
	Job   int64  `json:"job"`
}

// MoveDoubted puts readings in the place of those that an instrument took in a job before a check found it off: what
// it showed too much is taken off; both stay.
func (a *Instruments) MoveDoubted(ctx context.Context, id string, b MoveBody) ([]InstrumentView, error) {
	id = strings.ToLower(id)
	o, err := a.owned(ctx, id)
	if err != nil {
		return nil, err
	}
	at := slices.IndexFunc(o.Checks,
		func(c instrument.ZeroCheck) bool { return c.ID == strings.ToLower(b.Check) && c.Failed })
	if at < 0 {
		return nil, refuse.At("check", words.Told("cabinet.no_check"))
	}
	check := o.Checks[at]
	record, err := a.store.Record(ctx, b.Job)
	if err != nil {
		return nil, err
	}
	doubted, of, order := inDoubt(record, id, check), map[part.Kind][]store.Again{}, []part.Kind{}
	for _, f := range record.Features {
		for _, r := range f.Tape {
			if f.Kind.Quantity() == part.Weight || !doubted(f.Tape, r) {
				continue
			}
			if len(of[f.Kind]) == 0 {
				order = append(order, f.Kind)
			}
			value := part.OfLength(r.Value.Length() - check.Found)
			of[f.Kind] = append(of[f.Kind], store.Again{Reading: r, Value: value})
		}
	}
	space, err := uuid.Parse(b.ID)
	if err != nil {
		return nil, refuse.At("id", words.Told("line.bench"))
	}
	for _, kind := range order {
		once := uuid.NewSHA1(space, []byte(kind)).String()
		if err := a.store.WorkOutAnew(ctx, b.Job, once, of[kind], nil,
			store.Facts{PartKind: kind, Off: check.Found}); err != nil {
			return nil, err
		}
	}
	return a.Cabinet(ctx)
}
