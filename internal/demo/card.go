package demo

import (
	"context"

	"ledge/internal/store"
	"ledge/internal/store/office"
)

// sawmillCard keeps the sawmill engine's limits as a card, for the next one that comes in.
func sawmillCard(ctx context.Context, s *store.Store, sawmill int64) error {
	job, err := s.Job(ctx, sawmill)
	if err != nil {
		return err
	}
	return s.AddCard(ctx, office.Card{ID: "5a3d1a52-9a0b-4a7e-8f39-0d2f6f0f6c11", Engine: job.Engine, Unit: job.Unit,
		Book: "Maker's handbook, second printing, pages 40 to 47", Layout: job.Layout, Came: job.Came,
		Limits: job.Limits, Policy: job.Policy, Plan: torqueCards(job.Told())}, 0)
}
