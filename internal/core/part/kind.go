// Package part is the one table of what can be measured: a row for each kind of part. What the
// bench, the file, the limits, the store and the screens know of a kind, they know from its row.
package part

import (
	"slices"

	"ledge/internal/core/closed"
)

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
	LifterBore  Kind = "lifter_bore"
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
	RodSide       Kind = "rod_side"       // clearance of the rods along their throw
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

// slots are the rows by a small sum of their names: a row is asked for thousands of times a judgement, where a map
// is slow. Every name has a slot of its own under the factor.
var slots, factor = func() (slots [512]*Row, factor int) {
	for i := range table {
		if table[i].Limits == nil {
			table[i].Limits = none
		}
		if table[i].States == nil {
			table[i].States = none
		}
		if table[i].Role == "" {
			table[i].Role = Plain
		}
	}
	for factor = 1; factor < 1000; factor++ {
		slots = [512]*Row{}
		apart := true
		for i := range table {
			at := &slots[table[i].Kind.slot(factor)]
			apart = apart && *at == nil
			*at = &table[i]
		}
		if apart {
			return slots, factor
		}
	}
	panic("shared slot") // no factor told the names apart: count another of their letters
}()

func (k Kind) slot(factor int) int {
	n := len(k)
	if n == 0 {
		return 0
	}
	return (int(k[0]) + factor*int(k[n/2]) + factor*factor*int(k[n-1]) + 31*n) & 511
}

// unknown is the row of what is no kind.
var unknown Row

// Row is what is known of a kind; empty for a name that is none.
func (k Kind) Row() *Row {
	if row := slots[k.slot(factor)]; row != nil && row.Kind == k {
		return row
	}
	return &unknown
}

// Kinds are all of them, in the order of work.
var Kinds = closed.From(table, func(r *Row) Kind { return r.Kind })

// All are the rows, in the order of work.
func All() []Row { return slices.Clone(table) }

func where(is func(*Row) bool) (kinds []Kind) {
	for i := range table {
		if is(&table[i]) {
			kinds = append(kinds, table[i].Kind)
		}
	}
	return kinds
}

// AtBench are the kinds that can be taken at the bench.
func AtBench() []Kind { return where(func(r *Row) bool { return r.Kind != Strip }) }

// Grids are the kinds measured on a grid, Lists the others of the open file.
func Grids() []Kind { return where(func(r *Row) bool { return r.List == nil }) }

// Lists are the kinds of the open file that are measured as a list.
func Lists() []Kind { return where(func(r *Row) bool { return r.List != nil && r.StripOf == "" }) }

// Known reports whether parts of k can be measured at the bench.
func (k Kind) Known() bool { return k.Row().Kind != "" && k != Strip }

// Valid reports whether k is a kind of the open file.
func (k Kind) Valid() bool { r := k.Row(); return r.Kind != "" && r.StripOf == "" }

// Grid reports whether k is measured on a grid.
func (k Kind) Grid() bool { r := k.Row(); return r.Kind != "" && r.List == nil }

// Limited reports whether k has limits of its own; the others are judged by those of the part they belong to.
func (k Kind) Limited() bool {
	r := k.Row()
	return k.Valid() && r.JudgedBy == "" && r.Quantity != Weight && k != Strip
}

// Shaft reports whether k is an outside size that wears smaller.
func (k Kind) Shaft() bool { return k.Row().Shaft }

// Journal reports whether k runs in a bearing.
func (k Kind) Journal() bool { return k.Row().Role == Journals }

// Housing reports whether k is a bore that holds bearing shells.
func (k Kind) Housing() bool { return k.Row().Role == Housings }

// Bore reports whether k is a bore that a part runs in.
func (k Kind) Bore() bool { return k.Row().Role == Bores }

// InBore reports whether k is a part whose fit in a bore is judged.
func (k Kind) InBore() bool { r := k.Row(); return len(r.In) > 0 && r.Fit != "" }

// Bearing reports whether k is the inside of fitted shells or of a bush.
func (k Kind) Bearing() bool { return k.Row().Role == Bearings }

// ComponentOf is the component that k belongs to; a strip's is that of the journal it is laid on.
func (k Kind) ComponentOf(of Kind) Component {
	if k == Strip && of != "" {
		return of.Row().Component
	}
	return k.Row().Component
}

// InShells are the kinds of journals that run in shells.
func InShells() (journals []Kind) {
	for _, r := range table {
		if r.Joint != nil && r.Joint.Shell != "" {
			journals = append(journals, r.Kind)
		}
	}
	return journals
}

// Quantity is what readings of k are.
func (k Kind) Quantity() Quantity { return k.Row().Quantity }

// AnyStrip reports whether it is a strip on whatever journal its record names, as files have it.
func (k Kind) AnyStrip() bool { return k == Strip }

// Turned reports whether it is read by turning the shaft under an indicator.
func (k Kind) Turned() bool { l := k.Row().List; return l != nil && l.Form == Turn }

// StripFor returns the bench's kind of strip for a kind of journal.
func StripFor(journal Kind) Kind {
	for _, r := range table {
		if r.StripOf == journal && journal != "" {
			return r.Kind
		}
	}
	return Strip
}
