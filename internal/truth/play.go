package truth

import (
	"math/rand/v2"
	"slices"

	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/instrument"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// mostRounds bounds how often a set is asked about.
const mostRounds = 12

// A Played is how one set came out.
type Played struct {
	Fault Fault
	// Over is by how much its one part lay over the limit.
	Over float64
	// Passed tells that the parts stay; Open that nothing was decided at the end; Provisional that it was not certain.
	Passed, Open, Provisional bool
	// Extra are the readings beside those of the plan, Rounds how often it was asked.
	Extra, Rounds int
	// Black tells that the size ordered would leave a place that is not cleaned.
	Black bool
}

// Play draws one set with a fault, or without, measures and decides it.
func (c Case) Play(source *rand.Rand, fault Fault) Played {
	drawn := c.draw(source, fault)
	in, h := c.inspect(drawn, source)
	out := Played{Fault: fault, Over: drawn.by}
	for {
		set := setOf(disposition.Evaluate(in), c)
		if set.Action.Decides() {
			out.Passed = set.Action == disposition.Reuse || set.Action == disposition.Polish ||
				set.Action == disposition.Hone
			out.Provisional = set.Provisional
			out.Black = c.black(set, drawn)
			return out
		}
		if out.Rounds++; out.Rounds > mostRounds || len(set.Asks) == 0 {
			out.Open = true
			return out
		}
		out.Extra += h.answer(in, set.Asks)
	}
}

func setOf(r disposition.Result, c Case) disposition.Set {
	for _, s := range r.Sets {
		if s.Set == c.Kind.Row().Set {
			return s
		}
	}
	return disposition.Set{}
}

// black reports whether a journal ground to what was ordered would keep a place that the wheel did not touch.
func (c Case) black(set disposition.Set, of drawn) bool {
	o := set.Option(set.Way)
	if set.Action != disposition.Grind || o == nil {
		return false
	}
	for _, size := range o.Sizes {
		i := size.Feature.Number - 1
		if !size.Kept && size.Size > of.members[i].smallest()-2*of.bend.At(i) {
			return true
		}
	}
	return false
}

// answer does what is asked, and returns how many readings that took.
func (h *hands) answer(in *inspection.Inspection, asks []disposition.Ask) (readings int) {
	if asks[0].What == disposition.AskGauge { // one gauge is fetched for the whole set
		finest := asks[0].Division
		for _, a := range asks {
			if a.Division > 0 {
				finest = min(finest, a.Division)
			}
		}
		return h.anew(in, finest)
	}
	if slices.ContainsFunc(asks, func(a disposition.Ask) bool { return a.What == disposition.AskZero }) {
		h.take(h.gauge.Division)
	}
	for _, a := range asks {
		if a.What == disposition.AskRunout {
			i, _ := in.Latest(part.Runout, a.Feature.Number)
			l := &in.Features[i].List
			angles := l.Angles[:len(l.Angles)/l.Turns()]
			l.Angles = slices.Concat(l.Angles, angles)
			l.Indicator = slices.Concat(l.Indicator, h.turn(a.Feature.Number-1))
			readings += len(angles)
			continue
		}
		f := &in.Features[a.Feature.Number-1]
		if a.What == disposition.AskTemperature && h.trouble.Warm > 0 {
			h.correct(in)
			continue
		}
		if a.What == disposition.AskTemperature { // they were left together
			f.Condition.Alike = true
			for _, row := range f.Cells {
				for _, cell := range row {
					for _, own := range cell.Setups {
						own.Condition.Alike = true
					}
				}
			}
			continue
		}
		if a.What == disposition.AskStamp { // all that is drawn is of the standard size
			f.Stamp = &inspection.Stamp{Text: "STD", Step: new(unit.Length)}
			continue
		}
		if f.Condition.Inset > 0 && a.Readings == 1 { // the very ends
			readings += h.toEnds(f, a.Feature.Number-1)
			continue
		}
		for _, at := range a.Cells {
			cell := &f.Cells[at.Station][at.Direction]
			for len(cell.Sizes) < a.Readings {
				h.into(f, cell, h.read(a.Feature.Number-1, at.Station, at.Direction))
				readings++
			}
		}
	}
	return readings
}

// anew reads a whole set with a finer gauge, which a hand is no steadier with than its own half division allows.
func (h *hands) anew(in *inspection.Inspection, division unit.Length) (readings int) {
	coarse := h.gauge.Division
	h.hand = min(h.hand, max(division/2, h.hand*division/coarse))
	h.take(division)
	for i := range h.members {
		f := &in.Features[i]
		f.Gauge = &instrument.Gauge{Kind: f.Gauge.Kind, Division: division}
		for s := range f.Cells {
			for d := range f.Cells[s] {
				f.Cells[s][d] = inspection.Cell{}
				h.into(f, &f.Cells[s][d], h.read(i, s, d))
				readings++
			}
		}
	}
	return readings
}
