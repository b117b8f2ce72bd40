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
	// Held are the times at which every bolt was tight and one or more was loosened again since.
	Held []Hold `json:"held,omitempty"`
	// Last is the event that can be taken back: the last tick that stands, or a loosening after it that nothing
	// was built on; empty where there is none. Undoes tells that it is a loosening.
	Last   string `json:"last,omitempty"`
	Undoes bool   `json:"undoes,omitempty"`
}

// A Hold is a time at which every bolt of a run was tight, with those that had ended off.
type Hold struct {
	From  string `json:"from"`
	Until string `json:"until"`
	Flags []Flag `json:"flags"`
}

// A Loosening is one time that bolts of a run were loosened: all of them, those of one cap, or one.
type Loosening struct {
	Event string `json:"event"`
	Card  string `json:"card"`
	Of    int    `json:"of"`
	Bolts []int  `json:"bolts"`
	By    string `json:"by"`
	At    string `json:"at"`
	// Final tells that something was built on it: a bolt of it was tightened or replaced, or the card changed.
	Final bool `json:"final,omitempty"`
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
	r.Done = false
	for step, ticks := range r.Ticks {
		for _, bolt := range c.Sequence() {
			if bolt <= len(ticks) && ticks[bolt-1] == nil {
				r.Step, r.Bolt, r.Finished = step+1, bolt, ""
				return
			}
		}
	}
	r.Step, r.Bolt, r.Done = 0, 0, true
}

// tight reports whether a bolt has had any step.
func (r *Run) tight(bolt int) bool {
	return slices.ContainsFunc(r.Ticks, func(ticks []*Tick) bool { return bolt <= len(ticks) && ticks[bolt-1] != nil })
}

// Through reports whether every bolt of some has had every step.
func (r *Run) Through(bolts []int) bool {
	return !slices.ContainsFunc(r.Ticks, func(ticks []*Tick) bool {
		return slices.ContainsFunc(bolts, func(b int) bool { return b > len(ticks) || ticks[b-1] == nil })
	})
}

// OfCap are the bolts of one cap of a card whose columns are caps.
func (c *Card) OfCap(n int) []int {
	bolts := make([]int, c.Rows)
	for row := range bolts {
		bolts[row] = (n-1)*c.Rows + row + 1
	}
	return bolts
}

// loosens are the bolts that an event loosens.
func (c *Card) loosens(e Event) (bolts []int) {
	switch {
	case e.Bolt > 0:
		return []int{e.Bolt}
	case e.Cap > 0:
		return c.OfCap(e.Cap)
	}
	for b := 1; b <= c.Bolts(); b++ {
		bolts = append(bolts, b)
	}
	return bolts
}

// A bench follows the events through the cards.
type bench struct {
	plan       *Plan
	runs       []Run
	standing   map[boltPlace]int
	known      map[boltPlace]*BoltState
	loosenings []Loosening
	// done are the ticks and loosenings of a run in their order.
	done map[int][]string
	// ends are the ticks with which bolts of a card ended, in all of its runs.
	ends map[string][]*Tick
}

// torquing is what the events make of the cards: all runs in their order, what is known of the bolts, and what was
// loosened.
func torquing(p *Plan, events []Event) (runs []Run, bolts []BoltState, loosenings []Loosening) {
	b := bench{plan: p, standing: map[boltPlace]int{}, known: map[boltPlace]*BoltState{},
		done: map[int][]string{}, ends: map[string][]*Tick{}}
	var before *Plan
	for _, e := range events {
		if e.What == SetPlan && e.Plan != nil {
			b.changed(before, e.Plan)
			before = e.Plan
		}
		if card := p.Card(e.Card); card != nil {
			b.take(card, e)
		}
	}
	for i := range p.Cards {
		for run, flags := range b.flagged(&p.Cards[i]) {
			b.runs[run].Flags = flags
		}
	}
	for i := range b.runs {
		b.last(i)
	}
	for _, one := range b.known {
		bolts = append(bolts, *one)
	}
	slices.SortFunc(bolts, func(a, b BoltState) int {
		if a.Card != b.Card {
			return slices.IndexFunc(p.Cards, func(c Card) bool { return c.Key == a.Card }) -
				slices.IndexFunc(p.Cards, func(c Card) bool { return c.Key == b.Card })
		}
		return (a.Of-b.Of)*1000 + a.Bolt - b.Bolt
	})
	return b.runs, bolts, b.loosenings
}

// changed closes the loosenings of cards of which a new plan tells other bolts or steps.
func (b *bench) changed(before, after *Plan) {
	for i := range b.loosenings {
		l := &b.loosenings[i]
		old, now := before.cardOf(l.Card), after.Card(l.Card)
		l.Final = l.Final || old != nil &&
			(now == nil || now.Bolts() != old.Bolts() || len(now.Steps) != len(old.Steps))
	}
}

// cardOf is a card of a plan, where there is one.
func (p *Plan) cardOf(key string) *Card {
	if p == nil {
		return nil
	}
	return p.Card(key)
}

func (b *bench) bolt(e Event) *BoltState {
	place := boltPlace{e.Card, e.Run, e.Bolt}
	if b.known[place] == nil {
		b.known[place] = &BoltState{Card: e.Card, Of: e.Run, Bolt: e.Bolt}
	}
	return b.known[place]
}

// settle closes the loosenings of a bolt: something was built on them.
func (b *bench) settle(e Event) {
	for i := range b.loosenings {
		if l := &b.loosenings[i]; l.Card == e.Card && l.Of == e.Run && slices.Contains(l.Bolts, e.Bolt) {
			l.Final = true
		}
	}
}

func (b *bench) take(card *Card, e Event) {
	switch e.What {
	case Tighten:
		b.tighten(card, e)
	case Loosen:
		b.loosen(card, e)
	case Bolt:
		state := b.bolt(e)
		if e.New {
			state.Uses, state.New, state.Length = 0, true, nil
			b.settle(e)
		}
		if e.Uses != nil {
			state.Uses = *e.Uses
		}
		if e.Length != nil {
			state.Length = e.Length
		}
	}
}

func (b *bench) tighten(card *Card, e Event) {
	place := boltPlace{e.Card, e.Run, 0}
	i, there := b.standing[place]
	if !there {
		i = len(b.runs)
		b.runs = append(b.runs, newRun(card, e.Run))
		b.runs[i].Begun, b.runs[i].Stays, b.standing[place] = e.At, e.Final, i
	}
	r := &b.runs[i]
	if e.Step < 1 || e.Step > len(r.Ticks) || e.Bolt < 1 || e.Bolt > len(r.Ticks[0]) ||
		r.Ticks[e.Step-1][e.Bolt-1] != nil {
		return // of a plan that was changed since
	}
	tick := &Tick{e.ID, e.By, e.At, e.Torque}
	r.Ticks[e.Step-1][e.Bolt-1] = tick
	if e.Step == len(r.Ticks) && e.Torque != nil {
		b.ends[card.Key] = append(b.ends[card.Key], tick)
	}
	b.done[i] = append(b.done[i], e.ID)
	b.settle(e)
	if e.Step == 1 {
		state := b.bolt(e)
		state.Uses++
		state.New = false
	}
	if r.goOn(card); r.Done {
		r.Finished = e.At
	}
}

func (b *bench) loosen(card *Card, e Event) {
	place := boltPlace{e.Card, e.Run, 0}
	i, there := b.standing[place]
	if !there {
		return
	}
	r, bolts := &b.runs[i], card.loosens(e)
	b.loosenings = append(b.loosenings, Loosening{Event: e.ID, Card: e.Card, Of: e.Run, Bolts: bolts, By: e.By,
		At: e.At})
	b.done[i] = append(b.done[i], e.ID)
	if r.Done {
		r.Held = append(r.Held, Hold{From: r.Finished, Until: e.At, Flags: b.flagged(card)[i]})
	}
	if e.Bolt == 0 && e.Cap == 0 {
		r.Loose, r.Loosened = true, e.At
		delete(b.standing, place)
		return
	}
	for _, ticks := range r.Ticks {
		for _, bolt := range bolts {
			if bolt <= len(ticks) {
				ticks[bolt-1] = nil
			}
		}
	}
	if r.goOn(card); !slices.ContainsFunc(card.loosens(Event{}), r.tight) {
		r.Loose, r.Loosened = true, e.At
		delete(b.standing, place)
	}
}

// last finds what of a run can be taken back.
func (b *bench) last(i int) {
	r := &b.runs[i]
	stands := func(event string) bool {
		return slices.ContainsFunc(r.Ticks, func(ticks []*Tick) bool {
			return slices.ContainsFunc(ticks, func(t *Tick) bool { return t != nil && t.Event == event })
		})
	}
	for _, event := range slices.Backward(b.done[i]) {
		at := slices.IndexFunc(b.loosenings, func(l Loosening) bool { return l.Event == event })
		switch {
		case at >= 0 && !b.loosenings[at].Final:
			r.Last, r.Undoes = event, true
			return
		case r.Loose:
			return // a run that is over is as it was
		case at < 0 && stands(event):
			r.Last = event
			return
		}
	}
}

// fewest is how many bolts must have ended before one of them can be told to end off.
const fewest = 4

// flagged are the bolts that ended low or high, by their runs, among all that stand: against what bolts of the card
// ended at in earlier runs, where enough were told, since fellows that yielded together agree with each other; else
// among their fellows.
func (b *bench) flagged(c *Card) map[int][]Flag {
	runs := b.runs
	type end struct {
		run, bolt int
		torque    unit.Torque
	}
	var ends []end
	earlier := slices.Clone(b.ends[c.Key])
	for i := range runs {
		r := &runs[i]
		if r.Card != c.Key || r.Loose || len(r.Ticks) == 0 {
			continue
		}
		for n, tick := range r.Ticks[len(r.Ticks)-1] {
			if tick != nil && tick.Torque != nil {
				ends = append(ends, end{i, n + 1, *tick.Torque})
				earlier = slices.DeleteFunc(earlier, func(t *Tick) bool { return t == tick })
			}
		}
	}
	if len(ends) == 0 || max(len(ends), len(earlier)) < fewest || c.Steps[len(c.Steps)-1].Angle == nil {
		return nil
	}
	flags := map[int][]Flag{}
	var told []unit.Torque
	for _, e := range ends {
		told = append(told, e.torque)
	}
	if len(earlier) >= fewest {
		told = nil
		for _, t := range earlier {
			told = append(told, *t.Torque)
		}
	}
	slices.SortFunc(told, unit.Torque.Cmp)
	middle := told[len(told)/2]
	spread := c.Spread
	if spread == 0 {
		spread = UsualSpread
	}
	for _, e := range ends {
		if off := e.torque.Beyond(middle, spread); off != 0 {
			flags[e.run] = append(flags[e.run], Flag{e.bolt, off < 0, e.torque, middle.In(e.torque.Unit)})
		}
	}
	return flags
}

// StandingRun is the run of a card that stands; nil where its bolts are loose.
func StandingRun(runs []Run, card string, of int) *Run {
	for i := range slices.Backward(runs) {
		if r := &runs[i]; r.Card == card && r.Of == of && !r.Loose {
			return r
		}
	}
	return nil
}
