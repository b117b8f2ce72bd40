package part

import (
	"slices"

	"ledge/internal/core/closed"
)

// A Set is the name of a set of parts that is decided as one.
type Set string

// The sets.
const (
	MainJournals Set = "main_journals"
	RodJournals  Set = "rod_journals"
	CamJournals  Set = "cam_journals"
	MainHousings Set = "main_housings"
	RodHousings  Set = "rod_housings"
	Cylinders    Set = "cylinders"
	DeckSet      Set = "deck"
	Thrust       Set = "thrust"
	PistonSet    Set = "pistons"
	Pins         Set = "pins"
	RodSet       Set = "rods"
	CamLobes     Set = "cam_lobes"
	Rings        Set = "rings"
)

// A SetRow is what is known of a set beside its rules.
type SetRow struct {
	Set Set `json:"set"`
	// Of is the kind of its members, which the others of the set only judge.
	Of Kind `json:"of"`
	// Replaced is what is bought where it is beyond saving.
	Replaced string `json:"replaced"`
	// Over tells that its steps go up; those of shafts go down.
	Over bool `json:"over"`
	// Sheet is the work order on which its work stands; empty where parts are only bought.
	Sheet string `json:"-"`
	// Single tells that an engine has one of it: it is good as it is, the others are good as they are.
	Single bool `json:"-"`
	// Complete tells that members are missed where the layout has more of them than were measured.
	Complete bool `json:"complete"`
}

var sets = []SetRow{
	{MainJournals, MainJournal, "crankshaft", false, "grind", false, true},
	{RodJournals, RodJournal, "crankshaft", false, "grind", false, true},
	{CamJournals, CamJournal, "camshaft", false, "grind", false, false},
	{MainHousings, MainHousing, "block", true, "tunnel", true, true},
	{RodHousings, RodHousing, "rods", true, "rods", false, true},
	{Cylinders, Cylinder, "block", true, "bore", false, true},
	{DeckSet, Deck, "block", false, "deck", true, false},
	{Thrust, EndFloat, "crankshaft", false, "grind", true, false},
	{PistonSet, Piston, "pistons", false, "", false, false},
	{Pins, Pin, "pins", false, "", false, false},
	{RodSet, RodBend, "rods", false, "", false, false},
	{Rings, RingGap, "rings", false, "rings", false, false},
	{CamLobes, CamLobe, "camshaft", false, "", false, false},
}

// Sets are all of them, in the order in which they are decided.
func Sets() []SetRow { return append([]SetRow(nil), sets...) }

// AsDecided are the kinds in the order of cards and papers: the members of sets as these are
// decided, then the others in the order of work.
func AsDecided() []Kind {
	var kinds []Kind
	for _, set := range sets {
		kinds = append(kinds, set.Of)
	}
	for _, k := range AtBench() {
		if !slices.Contains(kinds, k) {
			kinds = append(kinds, k)
		}
	}
	return kinds
}

// Row is what is known of a set; empty for a name that is none.
func (s Set) Row() *SetRow {
	for i := range sets {
		if sets[i].Set == s {
			return &sets[i]
		}
	}
	return &SetRow{}
}

// Component is the one that a set's members belong to.
func (s Set) Component() Component { return s.Row().Of.Row().Component }

// SetNames are their names.
var SetNames = closed.From(sets, func(r *SetRow) Set { return r.Set })
