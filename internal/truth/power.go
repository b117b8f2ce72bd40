package truth

import (
	"ledge/internal/core/inspection"
	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// A Power is how many of a hundred sets with one bad part a plan passes.
type Power struct {
	Kind part.Kind `json:"kind"`
	Plan string    `json:"plan"`
	// Passes is out of a hundred.
	Passes int `json:"passes"`
}

// powerSets are as many as tell plans apart: a figure is good to some six in a hundred.
const powerSets = 240

// journalPlans are those that journals are read by.
var journalPlans = []string{"1x2", "2x2", "2x4", "3x3", "3x4"}

// PowerOf plays sets of journals with one that is tapered, barrelled, oval or worn over its limit, by each plan, with
// the limits and the gauge of an inspection; nothing where the kind lacks one of those limits.
func PowerOf(in *inspection.Inspection, kind part.Kind, gauge instrument.Gauge) (powers []Power) {
	l, _ := in.LimitsFor(kind, 0)
	if l.New == nil || l.WearMax == nil || l.TaperMax == nil || l.OutOfRoundMax == nil {
		return nil
	}
	judged := limit.Limits{New: l.New, WearMax: l.WearMax, TaperMax: l.TaperMax, OutOfRoundMax: l.OutOfRoundMax,
		Undersizes: l.Undersizes}
	for _, plan := range journalPlans {
		c := Case{Kind: kind, Plan: plan, Gauge: gauge.Division, Hand: unit.Round(gauge.Spread()), Rule: limit.Plain,
			Faults: []Fault{Taper, Barrel, Oval, Worn}, Limits: &judged, Unit: in.Unit, Repeats: gauge.Repeatability}
		t := c.Count(2*powerSets, 1)
		powers = append(powers, Power{kind, plan, (100*t.Passed + t.Bad/2) / t.Bad})
	}
	return powers
}
