package shop

import (
	"context"
	"encoding/json"
	"sync"

	"ledge/internal/core/instrument"
	"ledge/internal/core/part"
	"ledge/internal/truth"
)

// A PlanPower is what a plan passes.
type PlanPower = truth.Power

// Power says what each plan for a kind passes of a hundred sets with one bad part, with a job's own limits and gauge.
func (a *Application) Power(ctx context.Context, job int64, kind part.Kind) ([]PlanPower, error) {
	record, err := a.store.Record(ctx, job)
	if err != nil {
		return nil, err
	}
	in, _ := record.Inspection()
	gauge := instrument.Default(kind.Shaft(), in.Unit)
	for _, setup := range record.Gauges {
		if setup.Kind == kind {
			gauge.Division, gauge.Repeatability = setup.Division, setup.Repeatability
		}
	}
	limits, _ := in.LimitsFor(kind, 0)
	by, err := json.Marshal([]any{kind, limits.New, limits.WearMax, limits.TaperMax, limits.OutOfRoundMax,
		gauge.Division, gauge.Repeatability})
	if err != nil {
		return nil, err
	}
	return a.power.of(string(by), func() []PlanPower {
		return append([]PlanPower{}, truth.PowerOf(in, kind, gauge)...)
	}), nil
}

// played keeps what was played: half a second of work for one set of limits and one gauge.
type played struct {
	mutex sync.Mutex
	known map[string][]PlanPower
}

// mostPlayed bounds what is kept.
const mostPlayed = 64

func (p *played) of(key string, play func() []PlanPower) []PlanPower {
	p.mutex.Lock() // one at a time: who asks twice waits for the first
	defer p.mutex.Unlock()
	if powers, known := p.known[key]; known {
		return powers
	}
	if p.known == nil || len(p.known) >= mostPlayed {
		p.known = map[string][]PlanPower{}
	}
	p.known[key] = play()
	return p.known[key]
}
