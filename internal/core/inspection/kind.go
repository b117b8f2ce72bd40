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
	PinBore     Kind = "pin_bore"
)

// The kinds measured as a list.
const (
	Runout        Kind = "runout"
	EndFloat      Kind = "end_float"
	Deck          Kind = "deck"         // gaps under a straight edge
	DeckHeights   Kind = "deck_heights" // an indicator over a grid of points
	RingGap       Kind = "ring_gap"
	RingGroove    Kind = "ring_groove"
	Protrusion    Kind = "protrusion"
	MainAlignment Kind = "main_alignment" // centre offsets by indicator
	TunnelEdge    Kind = "tunnel_edge"    // gaps under a straight edge along the tunnel
	RodWeight     Kind = "rod_weight"
	RodLength     Kind = "rod_length"
	RodBend       Kind = "rod_bend"
	MainShell     Kind = "main_shell" // thickness of both halves
	RodShell      Kind = "rod_shell"
	CamLobe       Kind = "cam_lobe"
	PinHeight     Kind = "pin_height" // crankpin at the top and at the bottom of its turn
	Strip         Kind = "strip"
)

// Strips as they are taken at the bench, a kind for each sort of journal; in the open file all are [Strip].
const (
	MainStrip Kind = "main_strip"
	RodStrip  Kind = "rod_strip"
	CamStrip  Kind = "cam_strip"
)

var stripOf = map[Kind]Kind{MainStrip: MainJournal, RodStrip: RodJournal, CamStrip: CamJournal}

// StripFor returns the bench's kind of strip for a kind of journal.
func StripFor(journal Kind) Kind {
	for strip, of := range stripOf {
		if of == journal {
			return strip
		}
	}
	return Strip
}

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
	{PinBore, other, false, "Pin bore"},
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
	var kinds []Kind
	for _, s := range sheets {
		if stripOf[s.kind] == "" {
			kinds = append(kinds, s.kind)
		}
	}
	return kinds
}

// Known reports whether parts of k can be measured at the bench.
func (k Kind) Known() bool { return k != Strip && (k.Grid() || k.sheet() != nil) }

// Valid reports whether k is a kind of the open file.
func (k Kind) Valid() bool { return k.Grid() || k.sheet() != nil && stripOf[k] == "" }

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

// Limited reports whether k has limits of its own; the others are judged by those of the part they belong to.
func (k Kind) Limited() bool {
	switch k {
	case Runout, DeckHeights, MainAlignment, TunnelEdge, RodWeight, Strip:
		return false
	}
	return k.Valid()
}

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
	if s := k.sheet(); s != nil {
		return s.title
	}
	return string(k)
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
