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
	for i, name := range Names() {
		if err := load(ctx, s, a, name, today.AddDate(0, 0, 6+5*i)); err != nil {
			return fmt.Errorf("demo %s: %w", name, err)
		}
	}
	if err := overrule(ctx, a); err != nil {
		return err
	}
	if err := sawmillCard(ctx, s); err != nil {
		return err
	}
	if err := tightened(ctx, a); err != nil {
		return err
	}
	if err := cabinet(ctx, s, today); err != nil {
		return err
	}
	return earlier(ctx, s, today)
}

// Sample is the demo as a sample for a shop that begins.
func Sample() shop.Sample {
	return shop.Sample{RatesBy: bench, Fill: func(ctx context.Context, s *store.Store) error {
		return Fill(ctx, s, time.Now())
	}}
}

// bench is who measured the demo's engines.
const bench = "Wanda Pell"

// seed makes the simulated engines of the demo.
const seed = 7

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
	return in, &truth, nil
}

func load(ctx context.Context, s *store.Store, a *shop.Application, name string, day time.Time) error {
	in, truth, err := Read(name)
	if err != nil {
		return err
	}
	came, promised := []part.Component{part.Crankshaft}, day.Format(time.DateOnly)
	if len(in.Members(part.Cylinder)) > 0 {
		came = part.WholeEngine()
	}
	id, err := s.ImportJob(ctx, store.NewJob{
		Came:   came,
		Number: in.Job.Number, Customer: in.Job.Customer, Engine: in.Job.Engine, Duty: in.Job.Duty,
		Unit: in.Unit, PromisedOn: &promised,
		Layout: *in.Engine, Policy: in.Policy, Limits: inspection.LimitSet{Book: in.Limits, Close: in.LimitsClose},
	}, in)
	if err != nil {
		return err
	}
	record, err := s.Record(ctx, id)
	if err != nil {
		return err
	}
	if said := answers(in.Job.Number, record.Items(), truth != nil); len(said) > 0 {
		if err := s.AddAnswers(ctx, id, said); err != nil {
			return err
		}
	}
	if in.Job.Number == returnedJob {
		return returned(ctx, a, id)
	}
	return nil
}
