package inspection

import (
	"slices"

	"ledge/internal/core/form"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
)

// offTheEnds takes the line between the end mains' own centres off every turn, where both ends were read in one state:
// the same indication on every main is a shaft held off its axis, not a bend. Panel, ladder and check stand on it.
func (in *Inspection) offTheEnds(findings []Finding) {
	first, last := in.endMains()
	if first >= last {
		return
	}
	turns := part.MainJournals.Row().Bend
	at := func(number int) *form.Runout {
		if i, ok := in.Latest(turns, number); ok {
			return findings[i].Runout
		}
		return nil
	}
	one, other := at(first), at(last)
	if one == nil || other == nil {
		return
	}
	a, b := *one, *other
	for _, i := range in.Members(turns) {
		f := &in.Features[i]
		if findings[i].Runout == nil || len(f.List.Indicator) == 0 || f.Number < first || f.Number > last {
			continue
		}
		share := float64(f.Number-first) / float64(last-first)
		off, ok := form.Off(f.List.Angles, f.List.Indicator, a, b, share)
		if !ok {
			return
		}
		findings[i].Runout = &off
		findings[i].Checks = slices.DeleteFunc(findings[i].Checks,
			func(c limit.Check) bool { return c.Name == limit.CheckRunout })
		in.judgeTurn(f, &findings[i])
	}
}

// endMains are the numbers of the first and the last main: of the engine, else of those measured.
func (in *Inspection) endMains() (first, last int) {
	if in.Engine != nil {
		return 1, in.Engine.Complete().Mains
	}
	for i := range in.Features {
		f := &in.Features[i]
		if row := f.Kind.Row(); row.Place != part.AtMain || !row.Shaft {
			continue
		}
		if first == 0 {
			first = f.Number
		}
		first, last = min(first, f.Number), max(last, f.Number)
	}
	return first, last
}

// judgeTurn holds a runout against the limit of its journal.
func (in *Inspection) judgeTurn(f *Feature, out *Finding) {
	journal, _ := in.LimitsAt(f.Kind.Row().JudgedBy, f.Number)
	u := in.gauge(f).Uncertainty(max(1, f.List.Turns()))
	out.Checks = append(out.Checks,
		in.Policy.DecisionRule.Upper(limit.CheckRunout, out.Runout.Judged(), journal.RunoutMax, u.Difference()))
}
