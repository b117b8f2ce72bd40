package assembly

import (
	"slices"

	"ledge/internal/core/unit"
)

// A Tick is one bolt that went through one step.
type Tick struct {
	Event  string       `json:"event"`
	By     string       `json:"by"`
	At     string       `json:"at"`
	Torque *unit.Torque `json:"torque,omitempty"`
}

// A Run is one tightening of the bolts of a card.
type Run struct {
	Card string `json:"card"`
	// Of is the rod or bank it is of; 0 where the card has one run.
	Of int `json:"of"`
	// Stays tells that the bolts are to stay in.
	Stays bool `json:"stays"`
	// Ticks are by step, then by bolt; nil where it waits.
	Ticks [][]*Tick `json:"ticks"`
	// Step and Bolt are next, counted from 1; 0 when all is done.
	Step int  `json:"step"`
	Bolt int  `json:"bolt"`
	Done bool `json:"done"`
	// Loose tells that its bolts were loosened again.
	Loose bool `json:"loose"`
	// Begun, Finished and Loosened are when; empty where that has not come.
	Begun    string `json:"begun,omitempty"`
	Finished string `json:"finished,omitempty"`
	Loosened string `json:"loosened,omitempty"`
	Flags    []Flag `json:"flags"`
}

// A Flag is a bolt that ended low or high among its fellows: it has yielded, or its thread was dry.
type Flag struct {
	Bolt   int         `json:"bolt"`
	Low    bool        `json:"low"`
	Torque unit.Torque `json:"torque"`
	Middle unit.Torque `json:"middle"`
}

// A BoltState is what is known of one bolt.
type BoltState struct {
	Card string `json:"card"`
	Of   int    `json:"of"`
	Bolt int    `json:"bolt"`
	// Uses is how often it was tightened; New tells that it never was.
	Uses   int          `json:"uses"`
	New    bool         `json:"new,omitempty"`
	Length *unit.Length `json:"length,omitempty"`
}

type boltPlace struct {
	card     string
	of, bolt int
}

// newRun is a run of which nothing is done.
func newRun(c *Card, of int) Run {
	r := Run{Card: c.Key, Of: of, Ticks: make([][]*Tick, len(c.Steps)), Flags: []Flag{}}
	for i := range r.Ticks {
		r.Ticks[i] = make([]*Tick, c.Bolts())
	}
	r.goOn(c)
	return r
}

// goOn finds what is next.
func (r *Run) goOn(c *Card) {
	for step, ticks := range r.Ticks {
		for _, bolt := range c.Sequence() {
			if bolt <= len(ticks) && ticks[bolt-1] == nil {
				r.Step, r.Bolt = step+1, bolt
				return
			}
		}
	}
	r.Step, r.Bolt, r.Done = 0, 0, true
}

// torquing is what the events make of the cards: all runs in their order, and what is known of the bolts.
func torquing(p *Plan, events []Event) (runs []Run, bolts []BoltState) {
	standing := map[boltPlace]int{}
	known := map[boltPlace]*BoltState{}
	at := func(e Event, bolt int) *BoltState {
		place := boltPlace{e.Card, e.Run, bolt}
		if known[place] == nil {
			known[place] = &BoltState{Card: e.Card, Of: e.Run, Bolt: bolt}
		}
		return known[place]
	}
	for _, e := range events {
		card := p.Card(e.Card)
		if card == nil {
			continue
		}
		place := boltPlace{e.Card, e.Run, 0}
		switch e.What {
		case Tighten:
			i, there := standing[place]
			if !there {
				i = len(runs)
				runs = append(runs, newRun(card, e.Run))
				runs[i].Begun, runs[i].Stays, standing[place] = e.At, e.Final, i
			}
			r := &runs[i]
			if e.Step < 1 || e.Step > len(r.Ticks) || e.Bolt < 1 || e.Bolt > len(r.Ticks[0]) ||
				r.Ticks[e.Step-1][e.Bolt-1] != nil {
				continue // of a plan that was changed since
			}
			r.Ticks[e.Step-1][e.Bolt-1] = &Tick{e.ID, e.By, e.At, e.Torque}
			if e.Step == 1 {
				b := at(e, e.Bolt)
				b.Uses++
				b.New = false
			}
			if r.goOn(card); r.Done {
				r.Finished = e.At
			}
		case Loosen:
			if i, there := standing[place]; there {
				runs[i].Loose, runs[i].Loosened = true, e.At
				delete(standing, place)
			}
		case Bolt:
			b := at(e, e.Bolt)
			if e.New {
				b.Uses, b.New, b.Length = 0, true, nil
			}
			if e.Uses != nil {
				b.Uses = *e.Uses
			}
			if e.Length != nil {
				b.Length = e.Length
			}
		}
	}
	for _, c := range p.Cards {
		flag(&c, runs)
	}
	for _, b := range known {
		bolts = append(bolts, *b)
	}
	slices.SortFunc(bolts, func(a, b BoltState) int {
		if a.Card != b.Card {
			return slices.IndexFunc(p.Cards, func(c Card) bool { return c.Key == a.Card }) -
				slices.IndexFunc(p.Cards, func(c Card) bool { return c.Key == b.Card })
		}
		return (a.Of-b.Of)*1000 + a.Bolt - b.Bolt
	})
	return runs, bolts
}

// fewest is how many bolts must have ended before one of them can be told to end off.
const fewest = 4

// flag marks the bolts that ended low or high among their fellows: the last torques of all runs of a
// card that stand together.
func flag(c *Card, runs []Run) {
	type end struct {
		run, bolt int
		torque    unit.Torque
	}
	var ends []end
	for i := range runs {
		r := &runs[i]
		if r.Card != c.Key || r.Loose || len(r.Ticks) == 0 {
			continue
		}
		for b, tick := range r.Ticks[len(r.Ticks)-1] {
			if tick != nil && tick.Torque != nil {
				ends = append(ends, end{i, b + 1, *tick.Torque})
			}
		}
	}
	if len(ends) < fewest || c.Steps[len(c.Steps)-1].Angle == nil {
		return
	}
	sorted := slices.Clone(ends)
	slices.SortFunc(sorted, func(a, b end) int { return a.torque.Cmp(b.torque) })
	middle := sorted[len(sorted)/2].torque
	spread := c.Spread
	if spread == 0 {
		spread = UsualSpread
	}
	for _, e := range ends {
		if off := e.torque.Beyond(middle, spread); off != 0 {
			runs[e.run].Flags = append(runs[e.run].Flags, Flag{e.bolt, off < 0, e.torque, middle.In(e.torque.Unit)})
		}
	}
}

// Standing is the run of a card that stands; nil where its bolts are loose.
func Standing(runs []Run, card string, of int) *Run {
	for i := range slices.Backward(runs) {
		if r := &runs[i]; r.Card == card && r.Of == of && !r.Loose {
			return r
		}
	}
	return nil
}
