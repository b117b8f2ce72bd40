package assembly

import "ledge/internal/core/engine"

// CardRuns say of a card in which order its bolts come, and what it is run for one by one.
type CardRuns struct {
	Card     string    `json:"card"`
	Sequence []int     `json:"sequence"`
	Runs     []CardRun `json:"runs"`
}

// A CardRun is one of them.
type CardRun struct {
	// Of is the rod or bank; 0 where the card has one run.
	Of int `json:"of"`
	// Standing is the index of its run among those of the state; −1 where its bolts are loose.
	Standing int `json:"standing"`
}

// CardRuns are those of each card of the plan, on an engine of a layout.
func (s *State) CardRuns(l engine.Layout) []CardRuns {
	all := []CardRuns{}
	for i := range s.Plan.Cards {
		card := &s.Plan.Cards[i]
		one := CardRuns{Card: card.Key, Sequence: card.Sequence()}
		for _, of := range card.Runs(l) {
			run := CardRun{Of: of, Standing: -1}
			for at, r := range s.Runs {
				if r.Card == card.Key && r.Of == of && !r.Loose {
					run.Standing = at
				}
			}
			one.Runs = append(one.Runs, run)
		}
		all = append(all, one)
	}
	return all
}
