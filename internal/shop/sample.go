package shop

import (
	"context"

	"ledge/internal/shop/refuse"
	"ledge/internal/store"
	"ledge/internal/words"
)

// A Sample fills an empty store with the jobs of an invented shop.
type Sample struct {
	Fill func(ctx context.Context, s *store.Store) error
	// RatesBy is whose name its rate card bears.
	RatesBy string
}

// LoadSample fills an empty shop with the sample's jobs.
func (a *Application) LoadSample(ctx context.Context) error {
	any, _, err := a.store.AnyJobs(ctx)
	switch {
	case err != nil:
		return err
	case any || a.sample.Fill == nil:
		return refuse.Conflict(words.Told("conflict.not_empty"))
	}
	if err := a.sample.Fill(ctx, a.store); err != nil {
		return err
	}
	return a.store.MarkSample(ctx)
}

// RemoveSample takes the sample's jobs away again, with everything on record of them.
func (a *Application) RemoveSample(ctx context.Context) error {
	return a.store.RemoveSample(ctx, a.sample.RatesBy)
}
