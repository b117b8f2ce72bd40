// Package inspection holds what was measured on an engine, and evaluates each feature on its own.
package inspection

import "slices"

// A Kind is a sort of feature, by its name in the open file.
type Kind string

// The kinds measured on a grid.
const (
	MainJournal Kind = "main_journal"
	RodJournal  Kind = "rod_journal"
	CamJournal  Kind = "cam_journal"
	MainHousing Kind = "main_housing"
	RodHousing  Kind = "rod_housing"
	MainBearing Kind = "main_bearing"
	RodBearing  Kind = "rod_bearing"
	CamBearing  Kind = "cam_bearing"
	Cylinder    Kind = "cylinder"
	Piston      Kind = "piston"
	SmallEnd    Kind = "small_end"
	Pin         Kind = "pin"
)

// The kinds measured as a list.
const (
	Runout        Kind = "runout"
	EndFloat      Kind = "end_float"
	Deck          Kind = "deck"
	RingGap       Kind = "ring_gap"
	RingGroove    Kind = "ring_groove"
	Protrusion    Kind = "protrusion"
	MainAlignment Kind = "main_alignment"
	RodWeight     Kind = "rod_weight"
	RodLength     Kind = "rod_length"
	Strip         Kind = "strip"
)

// A group says how a grid kind is judged.
type group int

const (
	other group = iota
	journal
	housing
	bearing
	bore
)

var gridKinds = []struct {
	kind  Kind
	group group
	shaft bool
	title string
}{
	{MainJournal, journal, true, "Main"},
	{RodJournal, journal, true, "Rod journal"},
	{CamJournal, journal, true, "Cam journal"},
	{MainHousing, housing, false, "Main housing"},
	{RodHousing, housing, false, "Rod housing"},
	{MainBearing, bearing, false, "Main bearing"},
	{RodBearing, bearing, false, "Rod bearing"},
	{CamBearing, bearing, false, "Cam bearing"},
	{Cylinder, bore, false, "Cylinder"},
	{Piston, other, true, "Piston"},
	{SmallEnd, other, false, "Small end"},
	{Pin, other, true, "Pin"},
}

var listKinds = map[Kind]string{
	Runout: "Runout of main", EndFloat: "End float", Deck: "Deck", RingGap: "Ring gap", RingGroove: "Ring groove",
	Protrusion: "Protrusion", MainAlignment: "Tunnel alignment", RodWeight: "Rod weight", RodLength: "Rod length", Strip: "Plastic strip",
}

// GridKinds lists the kinds measured on a grid.
func GridKinds() []Kind {
	kinds := make([]Kind, len(gridKinds))
	for i, f := range gridKinds {
		kinds[i] = f.kind
	}
	return kinds
}

// ListKinds lists the kinds measured as a list.
func ListKinds() []Kind {
	return []Kind{Runout, EndFloat, Deck, RingGap, RingGroove, Protrusion, MainAlignment, RodWeight, RodLength, Strip}
}

// Valid reports whether k is known.
func (k Kind) Valid() bool { return k.Grid() || listKinds[k] != "" }

func (k Kind) facts() int {
	for i := range gridKinds {
		if gridKinds[i].kind == k {
			return i
		}
	}
	return -1
}

func (k Kind) group() group {
	if i := k.facts(); i >= 0 {
		return gridKinds[i].group
	}
	return other
}

// Grid reports whether k is measured on a grid.
func (k Kind) Grid() bool { return k.facts() >= 0 }

// Shaft reports whether k is an outside size that wears smaller.
func (k Kind) Shaft() bool { i := k.facts(); return i >= 0 && gridKinds[i].shaft }

// Journal reports whether k runs in a bearing.
func (k Kind) Journal() bool { return k.group() == journal }

// Housing reports whether k is a bore that holds bearing shells.
func (k Kind) Housing() bool { return k.group() == housing }

// Bearing reports whether k is the inside of fitted shells or of a bush.
func (k Kind) Bearing() bool { return k.group() == bearing }

// Title is the kind in words, to be followed by a number.
func (k Kind) Title() string {
	if i := k.facts(); i >= 0 {
		return gridKinds[i].title
	}
	return listKinds[k]
}

// A Look is what eye and fingernail say of a feature, from best to worst. The zero Look was not graded.
type Look string

// The looks.
const (
	Smooth  Look = "smooth"
	Marked  Look = "marked"
	Scored  Look = "scored" // the fingernail catches
	Heat    Look = "heat"
	Cracked Look = "cracked"
)

var looks = []Look{"", Smooth, Marked, Scored, Heat, Cracked}

// Looks lists the looks from best to worst.
func Looks() []Look { return slices.Clone(looks[1:]) }

// WorseThan reports whether l is a graver look than m.
func (l Look) WorseThan(m Look) bool { return slices.Index(looks, l) > slices.Index(looks, m) }
