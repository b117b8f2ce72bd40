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
	CamBushes    Set = "cam_bushes"
	LifterBores  Set = "lifter_bores"
	Rings        Set = "rings"
)

// A SetRow is what is known of a set beside its rules.
type SetRow struct {
	Set Set `json:"set"`
	// Member is the kind of its members, which the others of the set only judge.
	Member Kind `json:"of"`
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
	// With are further kinds whose parts are members of it; Mended is the one whose parts are mended and not bought.
	With   []Kind `json:"-"`
	Mended Kind   `json:"-"`
	// Bend tells how a shaft is bent, Stroke how far its pins stand out, Line how the bores of a tunnel lie, Tops how
	// far the pistons stand out of a deck.
	Bend   Kind   `json:"-"`
	Stroke Kind   `json:"-"`
	Line   []Kind `json:"-"`
	Tops   Kind   `json:"-"`
}

var sets = []SetRow{
	{Set: MainJournals, Member: MainJournal, Replaced: "crankshaft", Sheet: "grind", Complete: true, Bend: Runout},
	{Set: RodJournals, Member: RodJournal, Replaced: "crankshaft", Sheet: "grind", Complete: true, Stroke: PinHeight},
	{Set: CamJournals, Member: CamJournal, Replaced: "camshaft", Sheet: "camshaft"},
	{Set: MainHousings, Member: MainHousing, Replaced: "block", Over: true, Sheet: "tunnel", Single: true, Complete: true,
		Line: []Kind{MainAlignment, TunnelEdge}},
	{Set: RodHousings, Member: RodHousing, Replaced: "rods", Over: true, Sheet: "rods", Complete: true},
	{Set: Cylinders, Member: Cylinder, Replaced: "block", Over: true, Sheet: "bore", Complete: true},
	{Set: DeckSet, Member: Deck, With: []Kind{DeckHeights}, Replaced: "block", Sheet: "deck", Single: true, Tops: Protrusion},
	{Set: Thrust, Member: EndFloat, Replaced: "crankshaft", Sheet: "grind", Single: true},
	{Set: PistonSet, Member: Piston, With: []Kind{RingGroove, PinBore}, Replaced: "pistons"},
	{Set: Pins, Member: Pin, Replaced: "pins"},
	{Set: RodSet, Member: RodBend, With: []Kind{RodLength, SmallEnd, RodWeight}, Mended: SmallEnd, Replaced: "rods"},
	{Set: Rings, Member: RingGap, Replaced: "rings", Sheet: "rings"},
	{Set: CamLobes, Member: CamLobe, Replaced: "camshaft", Sheet: "camshaft"},
	{Set: CamBushes, Member: CamBearing, Replaced: "cam_bushes", Over: true, Sheet: "bushes"},
	{Set: LifterBores, Member: LifterBore, Replaced: "lifter_bushes", Over: true, Sheet: "bushes"},
}

// Sets are all of them, in the order in which they are decided.
func Sets() []SetRow { return append([]SetRow(nil), sets...) }

// AsDecided are the kinds in the order of cards and papers: the members of sets as these are
// decided, then the others in the order of work.
func AsDecided() []Kind {
	var kinds []Kind
	for _, set := range sets {
		kinds = append(kinds, set.Member)
	}
	for _, k := range AtBench() {
		if !slices.Contains(kinds, k) {
			kinds = append(kinds, k)
		}
	}
	return kinds
}

// Kinds are those whose parts are its members.
func (r *SetRow) Kinds() []Kind { return append([]Kind{r.Member}, r.With...) }

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
func (s Set) Component() Component { return s.Row().Member.Row().Component }

// SetNames are their names.
var SetNames = closed.From(sets, func(r *SetRow) Set { return r.Set })
