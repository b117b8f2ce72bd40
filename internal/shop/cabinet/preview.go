package cabinet

import (
	"context"
	"slices"
	"strings"

	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/shop/refuse"
	"ledge/internal/store"
	"ledge/internal/words"
)

// A Preview is what of open jobs would be judged otherwise with what was found of an instrument.
type Preview struct {
	Jobs []DoubtedJob `json:"jobs"`
	Text string       `json:"text"`
}

// latest lies after every moment of a record.
const latest = "9999"

// PreviewInstrument says which verdicts of open jobs would be others if what an instrument read had been read with the
// repeatability that a spread or a study found; nothing is kept. A hand with a spread of its own keeps it under a
// study.
func (a *Instruments) PreviewInstrument(ctx context.Context, id string, d instrument.Deed) (Preview, error) {
	p := Preview{Jobs: []DoubtedJob{}}
	id = strings.ToLower(id)
	o, err := a.owned(ctx, id)
	if err != nil {
		return p, err
	}
	d.Until = ""
	if err := checkDeed(*o, d); err != nil {
		return p, err
	}
	found := instrument.OwnedOf(id, []instrument.Deed{d})
	spread := found.Repeatability(d.Hand, Today())
	if spread == nil {
		return p, refuse.At("what", words.Told("cabinet.spread"))
	}
	jobs, err := a.store.ReadWith(ctx, id, "", latest)
	if err != nil {
		return p, err
	}
	all := 0
	for _, j := range jobs {
		if j.Closed {
			continue
		}
		one := DoubtedJob{GaugedJob: j, Parts: []DoubtedPart{}}
		err = a.otherwise(ctx, &one, func(record *store.Record) {
			record.Gauges = slices.Clone(record.Gauges)
			for k := range record.Gauges {
				if g := &record.Gauges[k]; g.Cabinet != nil && *g.Cabinet == id && concerns(*o, d, g.SetBy) {
					g.Repeatability = spread
				}
			}
		}, func(store.Feature, limit.Verdict) {})
		if err != nil {
			return p, err
		}
		if n := len(one.Changes) + len(one.Decisions); n > 0 {
			p.Jobs, all = append(p.Jobs, one), all+n
		}
	}
	p.Text = words.Told("cabinet.would_none")
	if all > 0 {
		p.Text = words.Told("cabinet.would", "count", all)
	}
	return p, nil
}

// concerns tells whether what was found says how a hand repeats.
func concerns(o instrument.Owned, d instrument.Deed, hand string) bool {
	if d.What == instrument.Spread {
		return d.Hand == hand
	}
	return !slices.ContainsFunc(o.Repeats, func(r instrument.OwnRepeat) bool {
		return r.Hand == hand && (r.Until == "" || Today() <= r.Until)
	})
}
