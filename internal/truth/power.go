package truth

import (
	"ledge/internal/core/inspection"
	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/core/unit"
)

// A Power is how many of a hundred sets with one bad part a plan passes, and what it takes.
type Power struct {
	Kind part.Kind `json:"kind"`
	Plan string    `json:"plan"`
	// Quick tells that a quick look comes first.
	Quick bool `json:"quick"`
	// Passes is out of a hundred, Readings of one part.
	Passes   int `json:"passes"`
	Readings int `json:"readings"`
}

// powerSets are as many as tell plans apart: a figure is good to some six in a hundred.
const powerSets = 240

// playedBy are the kinds whose plans are played, with the plans and the faults of their bad sets.
var playedBy = map[part.Role]struct {
	plans  []string
	faults []Fault
}{
	part.Journals: {[]string{"1x2", "2x2", "2x4", "3x3", "3x4"}, []Fault{Taper, Barrel, Oval, Worn}},
	part.Bores:    {[]string{"1x2", "2x2", "3x2", "4x2", "3x3"}, []Fault{Taper, Oval, Worn}},
	part.Housings: {[]string{"1x2", "2x2", "2x3", "2x4", "3x3"}, []Fault{Taper, Oval, Size}},
}

// PowerOf plays sets of parts with one that is tapered, barrelled, oval, worn or large over its limit, by each plan,
// with the limits and the gauge of an inspection; nothing where the kind has no limits to be over.
func PowerOf(in *inspection.Inspection, kind part.Kind, gauge instrument.Gauge) (powers []Power) {
	l, _ := in.LimitsFor(kind, 0)
	play := playedBy[kind.Row().Role]
	if l.New == nil || counts[kind] == 0 {
		return nil
	}
	var faults []Fault
	for _, fault := range play.faults {
		judging := map[Fault]*unit.Length{Taper: l.TaperMax, Barrel: l.TaperMax, Oval: l.OutOfRoundMax,
			Worn: l.WearMax}
		if limit, form := judging[fault]; !form || limit != nil {
			faults = append(faults, fault)
		}
	}
	if len(faults) == 0 {
		return nil
	}
	judged := limit.Limits{New: l.New, WearMax: l.WearMax, TaperMax: l.TaperMax, OutOfRoundMax: l.OutOfRoundMax,
		Undersizes: l.Undersizes, Oversizes: l.Oversizes}
	for _, name := range play.plans {
		c := Case{Kind: kind, Plan: name, Gauge: gauge.Division, Hand: unit.Round(gauge.Spread()), Rule: limit.Plain,
			Faults: faults, Limits: &judged, Unit: in.Unit, Repeats: gauge.Repeatability,
			Zeros: kind.Housing()}
		powers = append(powers, c.power())
		p, _ := plan.Find(name)
		if len(plan.QuickOf(p.Stations, p.Directions)) < len(p.Stations)*len(p.Directions) {
			c.Quick = true
			powers = append(powers, c.power())
		}
	}
	return powers
}

// power plays one way to measure.
func (c Case) power() Power {
	t := c.Count(2*powerSets, 1)
	each := (float64(c.readings()) + per(t.Extra, t)) / float64(counts[c.Kind])
	return Power{c.Kind, c.Plan, c.Quick, (100*t.Passed + t.Bad/2) / t.Bad, int(each + 0.5)}
}
