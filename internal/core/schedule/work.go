package schedule

import (
	"ledge/internal/core/disposition"
	"ledge/internal/core/part"
)

// Counts are how many parts of each sort an engine has.
type Counts struct {
	Mains, Throws, Cylinders, CamJournals int
	// RingsRenewed and ShellsRefitted are the policy.
	RingsRenewed, ShellsRefitted bool
}

// Work is what one option of one set needs: operations and parts, each with its count.
type Work struct {
	Operations []Piece[Operation]
	Parts      []Piece[Part]
}

// A Piece is so many of something.
type Piece[T any] struct {
	What  T
	Count int
}

func (w *Work) do(o Operation, count int) {
	w.Operations = append(w.Operations, Piece[Operation]{o, count})
}
func (w *Work) buy(p Part, count int) { w.Parts = append(w.Parts, Piece[Part]{p, count}) }

// WorkOf says what an option of a set needs. Common practice: shells are renewed with their
// journals unless the policy refits them, rings where it says so, and a block is honed after it was
// bored.
func WorkOf(set part.Set, o disposition.Option, n Counts) (w Work) {
	switch set {
	case part.MainJournals, part.RodJournals, part.CamJournals:
		w.journals(set, o, n)
	case part.MainHousings:
		w.simple(o, disposition.LineHone, tunnelWork(o), Block, n.Mains, 1)
	case part.RodHousings:
		w.members(o, Resize, RodSet, n.Cylinders)
	case part.RodSet:
		w.members(o, BushRods, RodSet, n.Cylinders)
	case part.CamLobes:
		w.simple(o, disposition.Grind, GrindLobes, Camshaft, count(o, disposition.Grind), 1)
	case part.CamBushes:
		w.bushes(o, BushCam, CamBushes)
	case part.LifterBores:
		w.bushes(o, BushLifter, LifterBushes)
	case part.DeckSet:
		w.simple(o, disposition.Skim, Skim, Block, 1, 1)
		if o.Action == disposition.Skim {
			w.buy(Gasket, 1)
		}
	case part.Thrust:
		switch {
		case o.Action == disposition.Replace:
			w.buy(Crankshaft, 1)
		case o.Shell != 0:
			w.buy(ThrustParts, 1)
		}
	case part.Cylinders:
		w.cylinders(o, n)
	case part.PistonSet:
		w.members(o, "", Pistons, n.Cylinders)
	case part.Pins:
		w.members(o, "", Pins, n.Cylinders)
	case part.Rings:
		w.simple(o, disposition.Resize, FitRings, Rings, n.Cylinders, n.Cylinders)
	}
	return w
}

func (w *Work) simple(o disposition.Option, action disposition.Action, operation Operation, another Part,
	count, anothers int) {
	switch o.Action {
	case action:
		w.do(operation, count)
	case disposition.Replace:
		w.buy(another, anothers)
	}
}

// bushes are bought and pressed in one by one, or reamed where they are.
func (w *Work) bushes(o disposition.Option, fit Operation, bush Part) {
	if n := count(o, disposition.Replace); n > 0 && o.Action == disposition.Replace {
		w.do(fit, n)
		w.buy(bush, n)
	}
	if n := count(o, disposition.Resize); n > 0 && o.Action == disposition.Resize {
		w.do(ReamCam, n)
	}
}

// count is to how many parts an option does something.
func count(o disposition.Option, action disposition.Action) (n int) {
	for _, one := range o.Each {
		if one.Action == action {
			n++
		}
	}
	return n
}

// tunnelWork is what a tunnel is put right with.
func tunnelWork(o disposition.Option) Operation {
	if o.Method == disposition.LineBore {
		return LineBore
	}
	return LineHone
}

// members is the work on parts that are treated one by one: so many are machined, so many bought. Where the option does
// not say, all are.
func (w *Work) members(o disposition.Option, operation Operation, another Part, all int) {
	machined, bought := count(o, disposition.Resize), count(o, disposition.Replace)
	if len(o.Each) == 0 {
		switch o.Action {
		case disposition.Resize:
			machined = all
		case disposition.Replace:
			bought = all
		}
	}
	if machined > 0 {
		w.do(operation, machined)
	}
	if bought > 0 {
		w.buy(another, bought)
	}
}

func (w *Work) journals(set part.Set, o disposition.Option, n Counts) {
	// Journals are ground one by one; shells are bought for each main and each rod.
	grind, shells, each, pairs := GrindMains, MainShells, n.Mains, n.Mains
	if set != part.MainJournals {
		grind, shells, each, pairs = GrindRods, RodShells, n.Throws, n.Cylinders
	}
	another := Crankshaft
	if set == part.CamJournals {
		grind, shells, each, pairs, another = GrindCam, CamBushes, n.CamJournals, n.CamJournals, Camshaft
	}
	if o.Action == disposition.Replace {
		if o.Method == disposition.BuildUp {
			w.do(BuildUp, each)
			w.do(grind, each)
			w.buy(shells, pairs)
			return
		}
		w.buy(another, 1)
		return
	}
	if o.Method == disposition.Straighten {
		w.do(Straighten, 1)
	}
	switch o.Action {
	case disposition.Grind:
		w.do(grind, each)
		w.do(Polish, each)
	case disposition.Polish:
		if o.Method == disposition.ByHand {
			w.do(PolishHand, each)
		} else {
			w.do(Polish, each)
		}
	}
	if o.Shell != 0 || o.Method == disposition.MixedHalf || o.Method == disposition.MixedShell {
		shells = SelectShells
	}
	keeps := o.Action == disposition.Reuse || o.Action == disposition.Polish && set == part.CamJournals
	if keeps && shells != SelectShells && (n.ShellsRefitted || set == part.CamJournals) {
		return // good bushes of a camshaft stay in
	}
	w.buy(shells, pairs)
}

func (w *Work) cylinders(o disposition.Option, n Counts) {
	switch o.Action {
	case disposition.Bore:
		w.do(Bore, n.Cylinders)
		w.do(Hone, n.Cylinders)
		w.buy(Pistons, n.Cylinders)
	case disposition.Hone:
		w.do(Hone, n.Cylinders)
		if n.RingsRenewed {
			w.buy(Rings, n.Cylinders)
		}
	case disposition.Sleeve:
		count := max(1, sleeved(o))
		w.do(Sleeve, count)
		w.buy(Sleeves, count)
		if o.Step > 0 {
			w.do(Bore, n.Cylinders)
			w.buy(Pistons, n.Cylinders)
		} else {
			w.buy(Rings, n.Cylinders)
		}
		w.do(Hone, n.Cylinders)
	case disposition.Replace:
		w.buy(Block, 1)
	case disposition.Reuse:
		if n.RingsRenewed {
			w.buy(Rings, n.Cylinders)
		}
	}
}

// sleeved is how many cylinders an option sleeves.
func sleeved(o disposition.Option) (count int) {
	for _, size := range o.Sizes {
		if size.Sleeved {
			count++
		}
	}
	return count
}

// Cost is the price of the work on a card.
func (w Work) Cost(c Card) Money {
	total := Money(0)
	for _, p := range w.Operations {
		r, _ := c.rate(p.What)
		total += r.Setup + Money(p.Count)*r.Each
	}
	for _, p := range w.Parts {
		total += Money(p.Count) * c.Parts[p.What].Each
	}
	return total
}

// Unpriced is what the work needs and the card does not price: an older card knows not everything.
func (w Work) Unpriced(c Card) (operations []Operation, parts []Part) {
	for _, p := range w.Operations {
		if _, known := c.rate(p.What); !known {
			operations = append(operations, p.What)
		}
	}
	for _, p := range w.Parts {
		if _, known := c.Parts[p.What]; !known {
			parts = append(parts, p.What)
		}
	}
	return operations, parts
}

// single are the parts bought once, however many of an engine's sets ask for them.
var single = map[Part]bool{Crankshaft: true, Camshaft: true, CamBushes: true, Block: true, Pistons: true, Rings: true,
	Pins: true}

// brought names the parts that come with another one.
var brought = map[Part]Part{Rings: Pistons, Pins: Pistons}

// Merged drops what several sets ask for though it is bought once, and what another part brings:
// pistons their rings and pins.
func Merged(works []Work) []Work {
	bought := map[Part]bool{}
	for _, w := range works {
		for _, p := range w.Parts {
			bought[p.What] = true
		}
	}
	seen := map[Part]bool{}
	out := make([]Work, len(works))
	for i, w := range works {
		out[i] = Work{Operations: w.Operations}
		for _, p := range w.Parts {
			if by, comes := brought[p.What]; comes && bought[by] || seen[p.What] && single[p.What] {
				continue
			}
			seen[p.What] = true
			out[i].Parts = append(out[i].Parts, p)
		}
	}
	return out
}

// Total is the price of a job's works together.
func Total(c Card, works []Work) Money {
	total := Money(0)
	for _, w := range Merged(works) {
		total += w.Cost(c)
	}
	return total
}
