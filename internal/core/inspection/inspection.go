// Package inspection holds what was measured on an engine, and evaluates each feature on its own.
package inspection

import (
	"slices"
	"strings"

	"ledge/internal/core/assembly"
	"ledge/internal/core/closed"
	"ledge/internal/core/engine"
	"ledge/internal/core/form"
	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/core/unit"
)

// An Inspection is everything measured on one engine, with what it is judged by.
type Inspection struct {
	Unit        unit.System
	Job         Job
	Engine      *engine.Layout
	Policy      Policy
	Limits      map[part.Kind]limit.Limits
	LimitsClose map[part.Kind]limit.Limits
	// Planned are parts that are to be measured and nobody touched yet; a document lists them among its features.
	Planned  []Planned
	Features []Feature
	// Decisions are what people signed; it reaches what hangs on it.
	Decisions []Decision
	// Built is what was done to build the engine, in its order; nothing is judged by it.
	Built []assembly.Event
	// AtHand are the gauges that the shop has: nothing finer is asked for. Nil where nobody said which.
	AtHand []instrument.Gauge
	// Shelf is what the readings were taken with; nothing is judged by it.
	Shelf instrument.Shelf

	// hands are what the readings of a kind say of who took them, and what follows is worked out once: see [Learn].
	hands  map[part.Kind]Hand
	limits map[part.Kind]*held
	gauges map[*Feature]*gauged
	// members and latest are what Members and Latest find.
	members map[part.Kind][]int
	latest  map[part.Ref]int
	looking map[looked]bool
	// grids are what counts of each feature.
	grids []form.Grid
}

// held are the limits of a kind, those of single numbers that have their own, and whether it has any.
type held struct {
	limits limit.Limits
	known  bool
	own    map[int]*held
}

// gauged is the gauge that judges a feature, its own without what the hand adds, whether anybody said what it reads,
// and how uncertain it leaves the mean of some readings that have no set-up of their own.
type gauged struct {
	judging, bare instrument.Gauge
	stated        bool
	means         [1 + MostConfirms]instrument.Uncertainty
}

// A Decision is what a person signed for a set of parts, named as the disposition names sets,
// actions and methods.
type Decision struct {
	Set, Action, Method string
	Step, Shell         unit.Length
	By                  string
	// Component is the tag of the one whose set it is; empty for the one that came.
	Component string
}

// Job names the work.
type Job struct {
	Number   string
	Customer string
	Engine   string
	Duty     Duty
}

// LimitsFor returns the limits that hold for one feature under the policy, and whether the kind has any.
func (in *Inspection) LimitsFor(k part.Kind, number int) (limit.Limits, bool) {
	limits, known := in.LimitsAt(k, number)
	return *limits, known
}

// LimitsAt are those of LimitsFor, to be read only.
func (in *Inspection) LimitsAt(k part.Kind, number int) (limits *limit.Limits, known bool) {
	if all := in.limits[k]; all != nil {
		if own := all.own[number]; own != nil {
			all = own
		}
		return &all.limits, all.known
	}
	if _, any := in.Limits[k]; any || len(in.LimitsClose) > 0 {
		if worked, ok := in.workLimits(k, number); ok {
			return &worked, ok
		}
	}
	return &none, false
}

var none limit.Limits

// workLimits works out what LimitsFor returns.
func (in *Inspection) workLimits(k part.Kind, number int) (limit.Limits, bool) {
	book, ok := in.Limits[k]
	limits := book.For(number)
	if in.Policy.Limits == Close {
		if tight, has := in.LimitsClose[k]; has {
			limits, ok = tight.For(number).Over(limits), true
		}
	}
	return limits, ok
}

// Has reports whether a feature of a kind and number is there in any state.
func (in *Inspection) Has(k part.Kind, number int) bool {
	_, ok := in.Latest(k, number)
	return ok
}

// Latest returns the index of the last feature of a kind and number in document order: the state that
// decisions stand on.
func (in *Inspection) Latest(k part.Kind, number int) (index int, ok bool) {
	if in.latest != nil {
		index, ok = in.latest[part.Ref{Kind: k, Number: number}]
		return index, ok
	}
	for i := len(in.Features) - 1; i >= 0; i-- {
		if in.Features[i].Kind == k && in.Features[i].Number == number {
			return i, true
		}
	}
	return 0, false
}

// Rods are the numbers of the rods on a pin; of one by itself where the engine is not known.
func (in *Inspection) Rods(pin int) []int {
	if in.Engine == nil {
		return []int{pin}
	}
	return in.Engine.Complete().Rods(pin)
}

// JournalOf is the number of what a part runs on: of a rod's big end that is its crankpin, of
// anything else the part of its own number.
func (in *Inspection) JournalOf(k part.Kind, number int) int {
	if row := k.Row(); row.Each == part.PerRod && row.Mate.Row().Each == part.PerThrow && in.Engine != nil {
		return in.Engine.Complete().PinOf(number)
	}
	return number
}

// A Planned names a part that is to be measured.
type Planned struct {
	Kind   part.Kind
	Number int
}

// Members returns the indices of the latest features of a kind, in order of first appearance.
func (in *Inspection) Members(k part.Kind) []int {
	if in.members != nil {
		return in.members[k]
	}
	var members []int
	seen := map[int]int{}
	for i := range in.Features {
		f := &in.Features[i]
		if f.Kind != k {
			continue
		}
		if at, again := seen[f.Number]; again {
			members[at] = i
			continue
		}
		seen[f.Number] = len(members)
		members = append(members, i)
	}
	return members
}

// A Feature is one measured place in one state: a grid of sizes, or a list.
type Feature struct {
	Kind   part.Kind
	Number int
	State  string
	// Component is the tag of the block, crankshaft… that it belongs to; empty for the one that came.
	Component string
	Look      Look
	// Setup is that of readings that name none of their own.
	Setup
	Stamp *Stamp
	// Ordered is the size that the work on it was ordered to, where that is known.
	Ordered *limit.Range
	// Unworn is a size read on the unworn part of the same feature.
	Unworn *unit.Length
	Fitted *Fitted // bearings and strips
	// Quick tells that it is looked at quickly first, and read whole only where that could matter.
	Quick bool
	// Zeros is how many settings of the zero the readings of a place that was read more than once come from, where its
	// readings do not tell; 0 where nobody knows.
	Zeros int
	// Tests are those for cracks and hardness that it came through, or not.
	Tests []Test

	Grid
	List List
}

// A Setup is how readings were taken: with which gauge, nil where none was named, and how the part
// was held. A reading keeps its own; a later one never judges it anew.
type Setup struct {
	Gauge     *instrument.Gauge
	Condition Condition
	// Zero tells settings of the gauge's zero apart; 0 where nobody knows with which one it was read.
	Zero int
}

// A Grid is what grid kinds have: cells at stations × directions.
type Grid struct {
	Stations   []string
	Directions []unit.Angle
	Cells      [][]Cell
	// Added counts the stations at the end that lie outside the plan: they count for every size, but not
	// for the shape along the axis.
	Added int
}

// Width is how many columns a grid has.
func (g *Grid) Width() int {
	width := len(g.Directions)
	for _, row := range g.Cells {
		width = max(width, len(row))
	}
	return width
}

// A Cell is one place of the grid: sizes read there, or the reason why there are none. With neither
// it is missing.
type Cell struct {
	Sizes []unit.Length
	// Weights are what was read where a kind is weighed.
	Weights []unit.Mass
	// Setups are those of the sizes, one each; without them that of the feature holds.
	Setups []*Setup
	Reason string
	// Confirmed tells that a person stands by a size that is far from its neighbours.
	Confirmed bool
	// Depth is how far a damaged place lies below the surface, where that was measured.
	Depth *unit.Length
}

// Values are the readings of a cell, whatever their quantity.
func (c *Cell) Values() []part.Value {
	values := make([]part.Value, 0, len(c.Sizes)+len(c.Weights))
	for _, size := range c.Sizes {
		values = append(values, part.OfLength(size))
	}
	for _, weight := range c.Weights {
		values = append(values, part.OfMass(weight))
	}
	return values
}

// Missing reports whether nothing was recorded at the cell.
func (c *Cell) Missing() bool { return !c.Read() && c.Reason == "" }

// Read reports whether anything was read at the cell.
func (c *Cell) Read() bool { return len(c.Sizes)+len(c.Weights) > 0 }

// A SkipReason is a usual reason why a place is not read; any other text is one, too.
type SkipReason string

// The usual reasons, as they are stored. Damage counts against the part.
const (
	SkipCounterweight SkipReason = "counterweight"
	SkipOilHole       SkipReason = "oil hole"
	SkipDamaged       SkipReason = "damaged"
	SkipOutOfReach    SkipReason = "out of reach"
)

// SkipReasons are all of them.
var SkipReasons = closed.New(SkipCounterweight, SkipOilHole, SkipDamaged, SkipOutOfReach).Said("skip")

// Damaged reports whether the cell was left out because the part is damaged there.
func (c *Cell) Damaged() bool {
	return strings.EqualFold(strings.TrimSpace(c.Reason), string(SkipDamaged))
}

// Condition is how the part was held when it was read. Sizes are as they would be at 20 °C where the
// temperature was corrected for, and as indicated otherwise.
type Condition struct {
	Torqued      *bool
	DeckPlate    *bool
	ShellsIn     *bool
	Studs        *bool
	TemperatureC string
	// Corrected tells that the sizes are as they would be at 20 °C.
	Corrected bool
	// Alike tells that part and gauge were left together until they were equally warm.
	Alike bool
	// Inset is how far the outer stations lie inside the ends, as a share of the length; 0 where they lie at them.
	Inset float64
}

// A Stamp is what is stamped on a counterweight or a crown; Step where it is a size.
type Stamp struct {
	Text string
	Step *unit.Length
}

// Fitted names the shells that were in when a clearance was measured. A nil Step is the set's class.
type Fitted struct {
	Step  *unit.Length
	Shell unit.Length
	// Used tells that they were not new.
	Used bool
}

// A TestKind is what a part is tested for.
type TestKind string

// The tests.
const (
	TestCrack    TestKind = "crack"
	TestHardness TestKind = "hardness"
)

// TestKinds are what parts are tested for.
var TestKinds = closed.New(TestCrack, TestHardness)

// A Test is one that a part was put to.
type Test struct {
	What   TestKind
	Passed bool
	By     string
}

// Tested reports whether f came through a test, and whether it was put to it. Of several that disagree the failed one
// counts.
func (f *Feature) Tested(what TestKind) (passed, known bool) {
	passed = true
	for _, t := range f.Tests {
		if t.What == what {
			passed, known = passed && t.Passed, true
		}
	}
	return passed && known, known
}

// CrackCleared reports whether what looked like a crack is none: somebody who gave a name tested it, and nobody found
// one.
func (f *Feature) CrackCleared() bool {
	passed, _ := f.Tested(TestCrack)
	return f.Look == Cracked && passed && slices.ContainsFunc(f.Tests, func(t Test) bool {
		return t.What == TestCrack && t.By != ""
	})
}

// grid returns the sizes of f, one for each cell that has readings: the mean of its repeats.
func (f *Feature) grid() form.Grid {
	g := form.Grid{Directions: f.Directions, Sizes: make([][]form.CellSize, len(f.Cells))}
	for s, row := range f.Cells {
		g.Sizes[s] = make([]form.CellSize, len(row))
		for d := range row {
			cell := &row[d]
			if len(cell.Sizes) > 0 {
				g.Sizes[s][d] = form.CellSize{Length: unit.Mean(cell.Sizes), OK: true}
			}
		}
	}
	return g
}

// missing lists the cells at which nothing was recorded.
func (f *Feature) missing() []plan.Cell {
	var missing []plan.Cell
	for s, row := range f.Cells {
		for d := range row {
			cell := &row[d]
			if cell.Missing() || f.void(cell) {
				missing = append(missing, plan.Cell{Station: s, Direction: d})
			}
		}
	}
	return missing
}

// look is the grade that decides: damage at a cell counts as scored at least; an ungraded feature as smooth.
func (f *Feature) look() Look {
	look := f.Look
	switch {
	case look == "":
		look = Smooth
	case f.CrackCleared():
		look = Marked
	}
	for _, row := range f.Cells {
		for i := range row {
			if row[i].Damaged() && Scored.WorseThan(look) {
				look = Scored
			}
		}
	}
	if passed, known := f.Tested(TestCrack); known && !passed {
		look = Cracked
	}
	return look
}
