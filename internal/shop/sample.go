package shop

import (
	"context"

	"ledge/internal/shop/refuse"
	"ledge/internal/store"
	"ledge/internal/words"
)

// A Sample fills an empty store with the jobs of an invented shop.
type Sample struct {
	// Fill marks each job as the sample's.
	Fill func(ctx context.Context, s *store.Store) error
	// RatesBy is whose name its rate card bears.
	RatesBy string
}

// LoadSample fills an empty shop with the sample's jobs: with all of them, whether or not who asked stays to see it.
func (a *Application) LoadSample(ctx context.Context) error {
	a.sampling.Lock()
	defer a.sampling.Unlock()
	any, _, err := a.store.AnyJobs(ctx)
	switch {
	case err != nil:
		return err
	case any || a.sample.Fill == nil:
		return refuse.Conflict(words.Told("conflict.not_empty"))
	}
	return a.sample.Fill(context.WithoutCancel(ctx), a.store)
}

// RemoveSample takes the sample's jobs away again, with everything on record of them, once all of them are there.
func (a *Application) RemoveSample(ctx context.Context) error {
	a.sampling.Lock()
	defer a.sampling.Unlock()
	return a.store.RemoveSample(ctx, a.sample.RatesBy)
}
