package demo

import (
	"context"
	"fmt"
	"math/rand/v2"
	"time"

	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/store"
)

// earlierJobs is how often the sawmill's engine came in before.
const earlierJobs = 9

// earlier adds closed jobs of years past: the sawmill's engine again and again, whose middle main
// and last cylinder suffer most.
func earlier(ctx context.Context, s *store.Store, sawmill int64, today time.Time, sample bool) error {
	model, err := decided(ctx, s, sawmill)
	if err != nil {
		return err
	}
	random := rand.New(rand.NewPCG(4, 2))
	return s.LoadMany(ctx, func(yield func(store.Dump) bool) {
		for i := range earlierJobs {
			hours := unit.Length(random.IntN(9))
			d := variant(model, func(kind part.Kind, number int) unit.Length {
				most := unit.Length(2)
				if kind == part.MainJournal && number == 3 || kind == part.Cylinder && number == 4 ||
					kind == part.RodJournal && number == 4 {
					most = 6
				}
				return (hours*most/4 + unit.Length(random.IntN(2)) - 3) * unit.Tenth
			}, random)
			in := today.AddDate(-earlierJobs+i, -2, 5*i)
			d.Sample = sample
			d.Job["number"] = fmt.Sprintf("K-%04d", 11+17*i)
			d.Job["customer"] = customers[i%len(customers)]
			d.Job["promised_on"] = in.AddDate(0, 1, 0).Format(time.DateOnly)
			d.Job["created_at"] = in.UTC().Format(time.RFC3339)
			d.Job["closed_at"] = in.AddDate(0, 0, 26).UTC().Format(time.RFC3339)
			if !yield(d) {
				return
			}
		}
	})
}
