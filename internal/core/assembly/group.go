package assembly

import (
	"slices"

	"ledge/internal/core/closed"
	"ledge/internal/core/engine"
	"ledge/internal/core/part"
)

// A Group says what the bolts of a card hold.
type Group string

// The groups.
const (
	Mains  Group = "main"
	Rods   Group = "rod"
	Heads  Group = "head"
	Plate  Group = "plate"
	Studs  Group = "stud"
	Others Group = "other"
)

// A GroupRow is what is known of the bolts of a group. Common practice.
type GroupRow struct {
	Group Group
	// Each is what one run of them is for: each rod, each bank or the engine. Capped tells that their columns stand
	// on caps, which hold a part each.
	Each   part.Count
	Capped bool
	// Holds are the kinds whose parts are as the bolts hold them; Moves are kinds that they bend with them.
	Holds []part.Kind
	Moves []part.Kind
	// Tells is the condition of parts that a finished run tells of.
	Tells Tightness
}

// A Tightness is which condition of parts bolts tell of.
type Tightness int

// The conditions: caps torqued, a deck plate bolted on, studs in.
const (
	TorquedCaps Tightness = iota
	DeckPlated
	StudsIn
)

var groups = []GroupRow{
	{Group: Mains, Each: part.One, Capped: true, Holds: []part.Kind{part.MainHousing, part.MainBearing},
		Moves: []part.Kind{part.TunnelEdge, part.MainAlignment}},
	{Group: Rods, Each: part.PerRod, Holds: []part.Kind{part.RodHousing, part.RodBearing}},
	{Group: Heads, Each: part.PerBank, Holds: []part.Kind{part.Cylinder}, Moves: []part.Kind{part.MainHousing},
		Tells: StudsIn},
	{Group: Plate, Each: part.PerBank, Holds: []part.Kind{part.Cylinder}, Moves: []part.Kind{part.MainHousing},
		Tells: DeckPlated},
	{Group: Studs, Each: part.PerBank, Holds: []part.Kind{part.Cylinder}, Moves: []part.Kind{part.MainHousing},
		Tells: StudsIn},
	{Group: Others, Each: part.One},
}

// Groups are all of them.
var Groups = closed.From(groups, func(r *GroupRow) Group { return r.Group }).Said("card_group")

// Row is what is known of a group; empty for a name that is none.
func (g Group) Row() *GroupRow {
	if at := Groups.Rank(g); at >= 0 {
		return &groups[at]
	}
	return &GroupRow{Each: part.One}
}

// Runs are what a card is run for one by one: rods, banks, or the one there is (0).
func (c *Card) Runs(l engine.Layout) []int {
	each := c.Group.Row().Each
	n := each.Of(l)
	if each == part.One || each == part.PerBank && n <= 1 || n == 0 {
		return []int{0}
	}
	return upTo(n)
}

// Holds are the parts that are as the bolts of one run hold them; bolt 0 is any of them.
func (c *Card) Holds(l engine.Layout, of, bolt int) (refs []part.Ref) {
	row := c.Group.Row()
	numbers := []int{of}
	switch {
	case row.Capped:
		numbers = slices.DeleteFunc(upTo(c.Columns), func(n int) bool { return bolt > 0 && (bolt-1)/c.Rows+1 != n })
	case row.Each == part.PerBank:
		numbers = upTo(l.Cylinders)
	}
	for _, n := range numbers {
		for _, kind := range row.Holds {
			refs = append(refs, part.Ref{Kind: kind, Number: n})
		}
	}
	return refs
}

// upTo are the numbers from 1 to n.
func upTo(n int) []int {
	numbers := make([]int, n)
	for i := range numbers {
		numbers[i] = i + 1
	}
	return numbers
}
