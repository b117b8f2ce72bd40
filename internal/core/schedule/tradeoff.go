package schedule

import (
	"slices"

	"ledge/internal/core/disposition"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// MostTried bounds the combinations that are placed on the calendar.
const MostTried = 200

// A Way is one feasible option of a set with what it needs and how near it comes to its target.
type Way struct {
	// Option is its index among the set's options.
	Option int   `json:"option"`
	Cost   Money `json:"cost"`
	// Days are working days on an empty shop.
	Days int `json:"days"`
	// Off is how far the worst clearance lies from the middle of its window, in thousandths of half
	// the window; 0 where there is none.
	Off int `json:"off"`

	Work Work `json:"-"`
}

// A SetWays is a set with its ways.
type SetWays struct {
	Set  part.Set `json:"set"`
	Ways []Way    `json:"ways"`
}

// Choices lists the feasible ways of every set that can be decided; one still to be measured has none yet.
func Choices(result disposition.Result, n Counts, c Card) []SetWays {
	choices := []SetWays{}
	for _, set := range result.Sets {
		if !set.Action.Decides() {
			continue
		}
		choice := SetWays{Set: set.Set, Ways: []Way{}}
		for i, o := range set.Options {
			if !o.Feasible {
				continue
			}
			work := WorkOf(set.Set, o, n)
			choice.Ways = append(choice.Ways,
				Way{Option: i, Cost: work.Cost(c), Days: Days(c, work), Off: off(o), Work: work})
		}
		if len(choice.Ways) > 0 {
			choices = append(choices, choice)
		}
	}
	return choices
}

// off is how far the clearances of an option lie from the middle of their windows.
func off(o disposition.Option) int {
	worst := 0
	for _, a := range o.Clearances {
		if a.Window == nil || a.Window.Max <= a.Window.Min {
			continue
		}
		// Twice the distances, so that middles need no halving.
		half := a.Window.Max - a.Window.Min
		for _, end := range []unit.Length{a.Clearance.Min, a.Clearance.Max} {
			worst = max(worst, int(1000*(2*end-a.Window.Min-a.Window.Max).Abs()/half))
		}
	}
	return worst
}

// A Combination is a way for every set, with what the whole job then costs and when it is done.
type Combination struct {
	// Options are the chosen option of each choice, in their order.
	Options []int `json:"options"`
	Cost    Money `json:"cost"`
	// Done is in working minutes from the start of the calendar.
	Done int `json:"done"`
	Off  int `json:"off"`
}

// A Tradeoff is the combinations that are not worse in everything, cheapest first.
type Tradeoff struct {
	Best []Combination `json:"best"`
	// Tried were placed on the calendar; Pruned counts those that were not: worse in everything
	// within their set, or too many.
	Tried  int `json:"tried"`
	Pruned int `json:"pruned"`
}

// Weigh tries the combinations of ways on the shop as it stands.
func (s *Shop) Weigh(choices []SetWays) (t Tradeoff) {
	kept := make([][]Way, len(choices))
	all, left := 1, 1
	for i, c := range choices {
		kept[i] = prune(c.Ways)
		all, left = all*len(c.Ways), left*len(kept[i])
	}
	// Too many are left: the dearest way of the set with the most ways goes, until they fit.
	for left > MostTried {
		most := 0
		for i := range kept {
			if len(kept[i]) > len(kept[most]) {
				most = i
			}
		}
		left = left / len(kept[most]) * (len(kept[most]) - 1)
		kept[most] = kept[most][:len(kept[most])-1]
	}
	t.Tried, t.Pruned = left, all-left
	for n := range left {
		combination := Combination{Options: make([]int, len(kept))}
		works := make([]Work, len(kept))
		for i, ways := range kept {
			way := ways[n%len(ways)]
			n /= len(ways)
			combination.Options[i], works[i] = way.Option, way.Work
			combination.Off = max(combination.Off, way.Off)
		}
		combination.Cost = Total(s.card, works)
		_, combination.Done = s.Clone().Place(works)
		t.Best = append(t.Best, combination)
	}
	tried := slices.Clone(t.Best)
	t.Best = slices.DeleteFunc(t.Best, func(c Combination) bool {
		return slices.ContainsFunc(tried, func(o Combination) bool {
			return o.Cost <= c.Cost && o.Done <= c.Done && o.Off <= c.Off &&
				(o.Cost < c.Cost || o.Done < c.Done || o.Off < c.Off)
		})
	})
	slices.SortStableFunc(t.Best, func(a, b Combination) int {
		if a.Cost != b.Cost {
			return int(a.Cost - b.Cost)
		}
		return a.Done - b.Done
	})
	t.Best = slices.CompactFunc(t.Best, func(a, b Combination) bool {
		return a.Cost == b.Cost &&
			a.Done == b.Done && a.Off == b.Off
	})
	return t
}

// prune drops the ways of a set that another one beats in everything, and orders the rest by cost.
func prune(ways []Way) []Way {
	kept := []Way{}
	for i, w := range ways {
		beaten := false
		for j, o := range ways {
			better := o.Cost < w.Cost || o.Days < w.Days || o.Off < w.Off
			if o.Cost <= w.Cost && o.Days <= w.Days && o.Off <= w.Off && (better || j < i) {
				beaten = true
				break
			}
		}
		if !beaten {
			kept = append(kept, w)
		}
	}
	slices.SortStableFunc(kept, func(a, b Way) int { return int(a.Cost - b.Cost) })
	return kept
}
