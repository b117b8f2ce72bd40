package schedule

import (
	"slices"

	"ledge/internal/core/closed"
	"ledge/internal/core/part"
)

// A Part is something to buy.
type Part string

// The parts.
const (
	MainShells   Part = "main_shells"
	RodShells    Part = "rod_shells"
	SelectShells Part = "select_shells"
	Rings        Part = "rings"
	Pistons      Part = "pistons"
	Sleeves      Part = "sleeves"
	ThrustParts  Part = "thrust_parts"
	Crankshaft   Part = "crankshaft"
	Block        Part = "block"
	RodSet       Part = "rod_set"
	Gasket       Part = "gasket"
	Pins         Part = "pins"
	Camshaft     Part = "camshaft"
	CamBushes    Part = "cam_bushes"
	LifterBushes Part = "lifter_bushes"
)

// Goods are what is known of a part that is bought.
type Goods struct {
	Part Part
	// Prefix begins its codes: the shop's own, made of the part and its step.
	Prefix string
	// Sized tells that it comes in steps, Over that these go up.
	Sized, Over bool
	// As are the kinds as which it is measured when it came.
	As []part.Kind
	// Due tells that an order is not done before some were measured: as one of As, or in what they are fitted into.
	Due  bool
	Into []part.Kind
}

var goods = []Goods{
	{Part: MainShells, Prefix: "MS", Sized: true, Due: true,
		As: []part.Kind{part.MainShell}, Into: []part.Kind{part.MainBearing, part.MainStrip}},
	{Part: RodShells, Prefix: "RS", Sized: true, Due: true,
		As: []part.Kind{part.RodShell}, Into: []part.Kind{part.RodBearing, part.RodStrip}},
	{Part: SelectShells, Prefix: "SS", Sized: true, Due: true, // as the shells of the journals that they are for
		Into: []part.Kind{part.MainShell, part.RodShell, part.MainBearing, part.RodBearing, part.MainStrip,
			part.RodStrip}},
	{Part: Rings, Prefix: "RG", Sized: true, Over: true},
	{Part: Pistons, Prefix: "PI", Sized: true, Over: true, Due: true, As: []part.Kind{part.Piston}},
	{Part: Sleeves, Prefix: "SL"},
	{Part: ThrustParts, Prefix: "TH", Sized: true},
	{Part: Crankshaft, Prefix: "CR", As: []part.Kind{part.MainJournal, part.RodJournal}},
	{Part: Block, Prefix: "BL", As: []part.Kind{part.MainHousing, part.Cylinder}},
	{Part: RodSet, Prefix: "RO", As: []part.Kind{part.RodHousing}},
	{Part: Gasket, Prefix: "GA"},
	{Part: Pins, Prefix: "PN", Due: true, As: []part.Kind{part.Pin}},
	{Part: Camshaft, Prefix: "CA", As: []part.Kind{part.CamJournal}},
	{Part: CamBushes, Prefix: "CB", Sized: true, As: []part.Kind{part.CamBearing}},
	{Part: LifterBushes, Prefix: "LB"},
}

// Parts are all of them.
var Parts = closed.From(goods, func(g *Goods) Part { return g.Part }).Said("bought")

// Goods is what is known of a part; empty for a name that is none.
func (p Part) Goods() *Goods {
	if at := Parts.Rank(p); at >= 0 {
		return &goods[at]
	}
	return &Goods{}
}

// ShellsOf is the part that a set of shells for journals of a kind is; empty for kinds that run in none.
func ShellsOf(journal part.Kind) Part {
	if joint := journal.Row().Joint; joint != nil && joint.Shell != "" {
		for i := range goods {
			if slices.Contains(goods[i].As, joint.Shell) {
				return goods[i].Part
			}
		}
	}
	return ""
}
