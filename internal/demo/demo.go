// Package demo fills an empty store with the jobs of an invented heritage workshop.
package demo

import (
	"context"
	"embed"
	"fmt"
	"io/fs"
	"strings"
	"time"

	"ledge/internal/core/inspection"
	"ledge/internal/core/part"
	"ledge/internal/exchange"
	"ledge/internal/shop"
	"ledge/internal/store"
	"ledge/internal/store/db"
)

//go:embed jobs/*.json
var jobs embed.FS

// Fill imports the demo jobs, unless the store has jobs already. Promised dates lie some days after today.
func Fill(ctx context.Context, s *store.Store, today time.Time) error {
	return fill(ctx, s, today, false)
}

// fill marks the jobs as a sample's where they are one's. Others may begin jobs meanwhile, so none is known by its
// place in the shop.
func fill(ctx context.Context, s *store.Store, today time.Time, sample bool) error {
	ctx = db.As(ctx, bench)
	present, err := s.Find(ctx, store.Search{})
	if err != nil || len(present) > 0 {
		return err
	}
	if _, version, err := s.Rates(ctx); err != nil {
		return err
	} else if version == 0 {
		if err := s.SetRates(ctx, Rates(), 0); err != nil {
			return err
		}
	}
	a := shop.New(shop.Options{Store: s})
	ids := map[string]int64{}
	for i, name := range Names() {
		var err error
		if ids[name], err = load(ctx, s, a, name, today.AddDate(0, 0, 6+5*i), sample); err != nil {
			return fmt.Errorf("demo %s: %w", name, err)
		}
	}
	if err := overrule(ctx, a, ids[railcar]); err != nil {
		return err
	}
	if err := sawmillCard(ctx, s, ids[sawmill]); err != nil {
		return err
	}
	if err := tightened(ctx, a, ids[sawmill]); err != nil {
		return err
	}
	if err := cabinet(ctx, s, today); err != nil {
		return err
	}
	return earlier(ctx, s, ids[sawmill], today, sample)
}

// Sample is the demo as a sample for a shop that begins.
func Sample() shop.Sample {
	return shop.Sample{RatesBy: bench, Fill: func(ctx context.Context, s *store.Store) error {
		return fill(ctx, s, time.Now(), true)
	}}
}

// bench is who measured the demo's engines.
const bench = "Wanda Pell"

// The jobs of which more is told than their files hold.
const (
	railcar = "jobs/2-railcar-six.json"
	sawmill = "jobs/6-sawmill-four.json"
)

// seed makes the simulated engines of the demo.
const seed = 7

// askedJob shows what is asked to be read again; of the other simulated engines that was done.
const askedJob = "L-0007"

// Names are those of the demo's jobs, for [Read].
func Names() []string {
	names, err := fs.Glob(jobs, "jobs/*.json")
	if err != nil {
		panic(err) // the pattern is ours
	}
	return names
}

// Read returns a demo job's inspection; one that has no features is simulated, and its truth comes with it.
func Read(name string) (*inspection.Inspection, *Truth, error) {
	text, err := jobs.ReadFile(name)
	if err != nil {
		return nil, nil, err
	}
	in, err := exchange.Read(strings.NewReader(string(text)))
	if err != nil || len(in.Features) > 0 {
		return in, nil, err
	}
	truth := Simulate(in, seed)
	if in.Job.Number != askedJob {
		readAgain(in)
	}
	return in, &truth, nil
}

func load(ctx context.Context, s *store.Store, a *shop.Application, name string, day time.Time, sample bool) (
	id int64, err error,
) {
	in, truth, err := Read(name)
	if err != nil {
		return 0, err
	}
	came, promised := []part.Component{part.Crankshaft}, day.Format(time.DateOnly)
	if len(in.Members(part.Cylinder)) > 0 {
		came = part.WholeEngine()
	}
	id, err = s.ImportJob(ctx, store.NewJob{
		Came: came, Sample: sample,
		Number: in.Job.Number, Customer: in.Job.Customer, Engine: in.Job.Engine, Duty: in.Job.Duty,
		Unit: in.Unit, PromisedOn: &promised,
		Layout: *in.Engine, Policy: in.Policy, Limits: inspection.LimitSet{Book: in.Limits, Close: in.LimitsClose},
	}, in)
	if err != nil {
		return 0, err
	}
	record, err := s.Record(ctx, id)
	if err != nil {
		return 0, err
	}
	if said := answers(in.Job.Number, record.Items(), truth != nil); len(said) > 0 {
		if err := s.AddAnswers(ctx, id, said); err != nil {
			return 0, err
		}
	}
	if in.Job.Number == returnedJob {
		return id, returned(ctx, a, id)
	}
	return id, nil
}
