package part

import (
	"ledge/internal/core/instrument"
	"ledge/internal/core/unit"
)

// Fields of limits that several kinds share.
var (
	formed = []string{"new", "wear_max", "taper_max", "out_of_round_max"}
	fit    = []string{"clearance.new", "clearance.max", "clearance.target"}
	ranged = []string{"new", "max"}
)

func fields(lists ...[]string) (all []string) {
	for _, list := range lists {
		all = append(all, list...)
	}
	return all
}

var (
	ofJournal = []string{AfterPolish, AfterStraightening, AfterGrind}
	ofTunnel  = []string{AfterLineHone}
	ofBore    = []string{AfterBore, AfterHone}
	ofRod     = []string{AfterResize}
	ofDeck    = []string{AfterSkim}
	none      = []string{}
)

// Where the gauge goes.
const (
	atBearing  = "Shells clean and dry, in their own halves, caps torqued in steps. Read vertically first, off the parting line; rock the gauge to its turning point."
	atHousing  = "No shells in, caps clean and in their own places, torqued in steps with threads oiled. Read vertically first, off the parting line; rock the gauge to its turning point."
	atCylinder = "Wiped and dry, deck plate on where the shop uses one. Just below the ledge, in the middle and at the bottom of ring travel; across the engine and along it. Rock the gauge to its turning point."
	atDeck     = "No gasket residue. Straight edge lengthwise, crosswise and on both diagonals; take the thickest leaf that enters."
	atPiston   = "Square to the pin, at the height that the maker says: skirts are tapered and oval on purpose."
	atBore     = "Wiped and dry; read at both ends, along the rod and square to it."
	atShell    = "Wiped; a ball or pin anvil inside, each side of the centre, both halves, away from the parting line."
	atJournal  = "Wipe journal and anvils. Keep off the oil holes and a few millimetres off the fillets; check the micrometer's zero on its standard first."
)

var halfTurn = []unit.Angle{0, 180 * unit.Degree}

func perRing() *List {
	return &List{Form: Readings, Lines: []string{"top", "second", "oil"}, Numbered: true}
}

func halves() *List {
	return &List{Form: Readings, Lines: []string{"upper left", "upper right", "lower left", "lower right"}, Whole: true, Numbered: true}
}

func strip() *List {
	return &List{Form: OfStrip, Lines: []string{"under the cap", "turned 90°"}, Numbered: true}
}

// table has a row for each kind, in the order of work. Titles, plans and gauges: common practice.
var table = []Row{
	{
		Kind: EndFloat, Title: "End play", Plural: "End play",
		Component: Crankshaft, Step: AtStrip, Place: Alone, Shape: ShapeShaft,
		Quantity: Dial, Set: Thrust,
		Each: One, Start: WithEngine, Heavy: true,
		Gauge: instrument.Indicator, States: none,
		Types:  "Lever lightly both ways and type what the dial swings. Keep fingers clear of the webs.",
		Limits: []string{"new", "max", "shells"},
		Labels: map[string]string{"shells": "Thrust parts available: change of end play"},
		List:   &List{Form: Float, Lines: []string{"first", "second", "third", "let go", "feeler"}, Columns: []string{"crank at 0°", "turned 180°"}, Angles: halfTurn, ByColumn: true},
	},
	{
		Kind: MainHousing, Title: "Main housing", Plural: "Main housings (the tunnel)",
		Component: Block, Step: AtBlock, Place: InRow, Shape: ShapeTunnel,
		Quantity: Size, Role: Housings, Set: MainHousings,
		Each: PerMain, Start: WithEngine, Looked: true, Bare: true, Heavy: true,
		Plan: "2x3", Gauge: instrument.BoreGauge, States: ofTunnel, Where: atHousing,
		Limits: []string{"new", "taper_max", "out_of_round_max", "bore_to_bore_max", "alignment_max"},
	},
	{
		Kind: TunnelEdge, Title: "Straight edge in the tunnel", Plural: "Tunnel by straight edge",
		Component: Block, Step: AtBlock, Place: Alone, Shape: ShapeTunnel,
		Quantity: Gap, JudgedBy: MainHousing,
		Each: One, Start: WithEngine, Bare: true, Heavy: true,
		Gauge: instrument.Feeler, States: ofTunnel,
		Types: "Type the thickest leaf that enters; 0 where none does.",
		List:  &List{Form: Readings, EachMain: true, Whole: true},
	},
	{
		Kind: MainAlignment, Title: "Tunnel alignment", Plural: "Tunnel alignment by indicator",
		Component: Block, Step: AtBlock, Place: Alone, Shape: ShapeTunnel,
		Quantity: Dial, JudgedBy: MainHousing,
		Each: One, Bare: true, Heavy: true,
		Gauge: instrument.Indicator, States: ofTunnel,
		List: &List{Form: Offsets, EachMain: true, Columns: []string{"vertical", "sideways"}, Angles: []unit.Angle{0, 90 * unit.Degree}},
	},
	{
		Kind: Cylinder, Title: "Cylinder", Plural: "Cylinders", Short: "Cyl",
		Component: Block, Step: AtBlock, Place: InRow, Shape: ShapeBore,
		Quantity: Size, Role: Bores, Mate: Piston, Fit: PistonFit, Set: Cylinders,
		Each: PerCylinder, Start: WithEngine, Looked: true, Bare: true, Heavy: true,
		Plan: "3x2", Gauge: instrument.BoreGauge, States: ofBore, Where: atCylinder,
		Limits: fields(formed, fit, []string{"oversizes"}),
	},
	{
		Kind: Deck, Title: "Deck", Plural: "Deck by straight edge",
		Component: Block, Step: AtBlock, Place: Alone, Shape: ShapeDeck,
		Quantity: Gap, Set: DeckSet,
		Each: PerBank, Start: WithEngine, Bare: true, Heavy: true,
		Gauge: instrument.Feeler, States: ofDeck, Where: atDeck,
		Types:  "Check the straight edge on its own edge first. Type the thickest leaf that enters; 0 where none does.",
		Limits: []string{"max", "skim_max"},
		List:   &List{Form: Edges, Lines: []string{"long left", "long middle", "long right", "cross front", "cross rear", "diagonal 1", "diagonal 2"}},
	},
	{
		Kind: DeckHeights, Title: "Deck heights", Plural: "Deck by indicator",
		Component: Block, Step: AtBlock, Place: Alone, Shape: ShapeDeck,
		Quantity: Dial, Set: DeckSet, JudgedBy: Deck,
		Each: PerBank, Bare: true, Heavy: true,
		Gauge: instrument.Indicator, States: ofDeck, Where: atDeck,
		List: &List{Form: Rows, Lines: []string{"left", "middle", "right"}, Columns: []string{"1", "2", "3", "4", "5"}, Whole: true},
	},
	{
		Kind: MainJournal, Title: "Main", Plural: "Main journals", Short: "Main",
		Component: Crankshaft, Step: AtCrank, Place: AtMain, Across: RodJournal, Shape: ShapeShaft,
		Quantity: Size, Shaft: true, Role: Journals, Fit: MainFit, Joint: &Joint{MainBearing, MainHousing}, Set: MainJournals,
		Each: PerMain, Start: WithCrank, Looked: true, Bare: true, Heavy: true,
		Plan: "2x4", Gauge: instrument.Micrometer, States: ofJournal, Where: atJournal,
		Limits: fields(formed, []string{"runout_max"}, fit, []string{"undersizes", "shells"}),
	},
	{
		Kind: RodJournal, Title: "Rod journal", Plural: "Rod journals", Short: "Pin",
		Component: Crankshaft, Step: AtCrank, Place: AtThrow, Across: MainJournal, Shape: ShapeShaft,
		Quantity: Size, Shaft: true, Role: Journals, Fit: RodFit, Joint: &Joint{RodBearing, RodHousing}, Set: RodJournals,
		Each: PerThrow, Start: WithCrank, Looked: true, Bare: true, Heavy: true,
		Plan: "2x4", Gauge: instrument.Micrometer, States: ofJournal, Where: atJournal,
		Limits: fields(formed, fit, []string{"undersizes", "shells"}),
	},
	{
		Kind: PinHeight, Title: "Height of crankpin", Plural: "Crankpin height",
		Component: Crankshaft, Step: AtCrank, Place: Alone, Shape: ShapeShaft,
		Quantity: Size,
		Each:     PerThrow, Bare: true,
		Gauge: instrument.Indicator, States: none,
		Limits: ranged,
		List:   &List{Form: Readings, Lines: []string{"top", "bottom"}, Whole: true, Numbered: true},
	},
	{
		Kind: Runout, Title: "Runout of main", Plural: "Runout",
		Component: Crankshaft, Step: AtRunout, Place: AtMain, Shape: ShapeShaft,
		Quantity: Dial, Shaft: true, JudgedBy: MainJournal,
		Each: PerMain, Start: WithCrank, Bare: true, Heavy: true,
		Gauge: instrument.Indicator, States: ofJournal,
		Types: "Type the indicator's reading with its sign. Keep fingers clear of the webs.",
		List:  &List{Form: Turn, Lines: []string{"dial"}, Angles: eighths(), Numbered: true},
	},
	{
		Kind: RodHousing, Title: "Rod housing", Plural: "Rod big ends",
		Component: Rods, Step: AtRods, Place: InRow, Shape: ShapeRod,
		Quantity: Size, Role: Housings, Set: RodHousings,
		Each: PerRod, Start: WithEngine, Looked: true, Bare: true,
		Plan: "2x3", Gauge: instrument.BoreGauge, States: ofRod, Where: atHousing,
		Limits: []string{"new", "taper_max", "out_of_round_max", "bore_to_bore_max"},
	},
	{
		Kind: SmallEnd, Title: "Small end", Plural: "Rod small ends",
		Component: Rods, Step: AtRods, Place: InRow, Shape: ShapeRod,
		Quantity: Size, Mate: Pin,
		Each: PerRod, Bare: true,
		Plan: "2x2", Gauge: instrument.BoreGauge, States: none, Where: atBore,
		Limits: formed,
	},
	{
		Kind: RodLength, Title: "Centres of rod", Plural: "Rod centre distance",
		Component: Rods, Step: AtRods, Place: InRow, Shape: ShapeRod,
		Quantity: Size,
		Each:     PerRod, Bare: true,
		Gauge: instrument.Micrometer, States: none,
		Limits: ranged,
		List:   &List{Form: Readings, Lines: []string{"centres"}, Numbered: true},
	},
	{
		Kind: RodBend, Title: "Bend and twist of rod", Plural: "Rod bend and twist",
		Component: Rods, Step: AtRods, Place: InRow, Shape: ShapeRod,
		Quantity: Dial,
		Each:     PerRod, Bare: true,
		Gauge: instrument.Indicator, States: none,
		Limits: []string{"max"},
		List:   &List{Form: Readings, Lines: []string{"bend", "twist"}, Whole: true, Numbered: true},
	},
	{
		Kind: RodWeight, Title: "Weight of rod", Plural: "Rod weights",
		Component: Rods, Step: AtRods, Place: InRow, Shape: ShapeRod,
		Quantity: Weight,
		Each:     PerRod, Bare: true,
		States: none,
		Types:  "Type grams.",
		List:   &List{Form: Weights, Lines: []string{"big end", "small end"}, Numbered: true},
	},
	{
		Kind: Piston, Title: "Piston", Plural: "Pistons",
		Component: Pistons, Step: AtRods, Place: InRow, Shape: ShapePiston,
		Quantity: Size, Shaft: true, Fit: PistonFit, Set: PistonSet,
		Each: PerCylinder, Start: WithEngine, Looked: true, Bare: true,
		Plan: "skirt", Gauge: instrument.Micrometer, States: none, Where: atPiston,
		Limits: []string{"new", "wear_max"},
	},
	{
		Kind: Pin, Title: "Pin", Plural: "Piston pins",
		Component: Pistons, Step: AtRods, Place: InRow, Shape: ShapePiston,
		Quantity: Size, Shaft: true, Set: Pins,
		Each: PerCylinder, Bare: true,
		Plan: "2x2", Gauge: instrument.Micrometer, States: none, Where: atJournal,
		Limits: formed,
	},
	{
		Kind: PinBore, Title: "Pin bore", Plural: "Pin bores",
		Component: Pistons, Step: AtRods, Place: InRow, Shape: ShapePiston,
		Quantity: Size, Mate: Pin,
		Each: PerCylinder, Bare: true,
		Plan: "2x2", Gauge: instrument.BoreGauge, States: none, Where: atBore,
		Limits: formed,
	},
	{
		Kind: RingGroove, Title: "Groove clearance of piston", Plural: "Groove clearance",
		Component: Pistons, Step: AtRods, Place: InRow, Shape: ShapePiston,
		Quantity: Gap, Set: PistonSet,
		Each: PerCylinder, Bare: true,
		Gauge: instrument.Feeler, States: none,
		Limits: ranged,
		List:   perRing(),
	},
	{
		Kind: CamJournal, Title: "Cam journal", Plural: "Cam journals",
		Component: Camshaft, Step: AtCam, Place: AlongCam, Shape: ShapeShaft,
		Quantity: Size, Shaft: true, Role: Journals, Fit: CamFit, Joint: &Joint{CamBearing, ""}, Set: CamJournals,
		Each: PerMain,
		Plan: "2x4", Gauge: instrument.Micrometer, States: ofJournal, Where: atJournal,
		Limits: fields(formed, fit, []string{"undersizes"}),
	},
	{
		Kind: CamBearing, Title: "Cam bearing", Plural: "Cam bushes",
		Component: Block, Step: AtCam, Place: AlongCam, Shape: ShapeBore,
		Quantity: Size, Role: Bearings, Mate: CamJournal, Fit: CamFit,
		Each: PerMain,
		Plan: "1x2", Gauge: instrument.BoreGauge, States: none, Where: atBearing,
		Limits: []string{"new", "wear_max", "out_of_round_max"},
	},
	{
		Kind: LifterBore, Title: "Lifter bore", Plural: "Lifter bores",
		Component: Block, Step: AtCam, Place: InRow, Shape: ShapeBore,
		Quantity: Size,
		Each:     TwoACylinder, Bare: true,
		Plan: "2x2", Gauge: instrument.BoreGauge, States: none, Where: "Wiped and dry, oil holes clean; at the top and at the bottom of the lifter's travel, along the cam and across it.",
		Limits: formed,
	},
	{
		Kind: CamLobe, Title: "Cam lobe", Plural: "Cam lobes",
		Component: Camshaft, Step: AtCam, Place: AlongCam, Shape: ShapeShaft,
		Quantity: Size,
		Each:     TwoACylinder,
		Gauge:    instrument.Micrometer, States: none,
		Limits: ranged,
		List:   &List{Form: Readings, Lines: []string{"base", "nose"}, Whole: true, Numbered: true},
	},
	{
		Kind: MainBearing, Title: "Main bearing", Plural: "Main bearings, shells in",
		Component: Block, Step: AtFits, Place: AtMain, Across: RodBearing, Shape: ShapeTunnel,
		Quantity: Size, Role: Bearings, Mate: MainJournal, Fit: MainFit,
		Each: PerMain, Start: WithCrank, Heavy: true,
		Plan: "1x2", Gauge: instrument.BoreGauge, States: none, Where: atBearing,
	},
	{
		Kind: RodBearing, Title: "Rod bearing", Plural: "Rod bearings, shells in",
		Component: Rods, Step: AtFits, Place: AtThrow, Across: MainBearing, Shape: ShapeRod,
		Quantity: Size, Role: Bearings, Mate: RodJournal, Fit: RodFit,
		Each: PerRod, Start: WithCrank, Heavy: true,
		Plan: "1x2", Gauge: instrument.BoreGauge, States: none, Where: atBearing,
	},
	{
		Kind: MainShell, Title: "Shells of main", Plural: "Main shells, thickness",
		Component: Block, Step: AtFits, Place: AtMain, Across: RodShell, Shape: ShapeTunnel,
		Quantity: Size,
		Each:     PerMain,
		Gauge:    instrument.Micrometer, States: none, Where: atShell,
		Limits: ranged,
		List:   halves(),
	},
	{
		Kind: RodShell, Title: "Shells of rod", Plural: "Rod shells, thickness",
		Component: Rods, Step: AtFits, Place: AtThrow, Across: MainShell, Shape: ShapeRod,
		Quantity: Size,
		Each:     PerRod,
		Gauge:    instrument.Micrometer, States: none, Where: atShell,
		Limits: ranged,
		List:   halves(),
	},
	{
		Kind: MainStrip, Title: "Plastic strip at main", Plural: "Plastic strip at the mains",
		Component: Crankshaft, Step: AtFits, Place: AtMain, Across: RodStrip, Shape: ShapeShaft,
		Quantity: Gap, StripOf: MainJournal,
		Each:  PerMain,
		Gauge: instrument.Strip, States: none,
		List: strip(),
	},
	{
		Kind: RodStrip, Title: "Plastic strip at rod journal", Plural: "Plastic strip at the rod journals",
		Component: Crankshaft, Step: AtFits, Place: AtThrow, Across: MainStrip, Shape: ShapeShaft,
		Quantity: Gap, StripOf: RodJournal,
		Each:  PerRod,
		Gauge: instrument.Strip, States: none,
		List: strip(),
	},
	{
		Kind: CamStrip, Title: "Plastic strip at cam journal", Plural: "Plastic strip at the cam journals",
		Component: Camshaft, Step: AtFits, Place: AlongCam, Shape: ShapeShaft,
		Quantity: Gap, StripOf: CamJournal,
		Each:  PerMain,
		Gauge: instrument.Strip, States: none,
		List: strip(),
	},
	{
		Kind: RingGap, Title: "Ring gaps of cylinder", Plural: "Ring gaps",
		Component: Block, Step: AtFits, Place: InRow, Shape: ShapeBore,
		Quantity: Gap, Set: Rings,
		Each: PerCylinder, Bare: true,
		Gauge: instrument.Feeler, States: none,
		Limits: ranged,
		List:   perRing(),
	},
	{
		Kind: Protrusion, Title: "Protrusion of piston", Plural: "Piston protrusion",
		Component: Block, Step: AtFits, Place: InRow, Shape: ShapePiston,
		Quantity: Dial,
		Each:     PerCylinder,
		Gauge:    instrument.Indicator, States: none,
		Limits: ranged,
		List:   &List{Form: Readings, Lines: []string{"front", "rear"}, Numbered: true},
	},
	{
		Kind: Strip, Title: "Plastic strip", Plural: "Plastic strip",
		Component: Crankshaft, Step: AtFits, Place: Alone, Shape: ShapeShaft,
		Quantity: Gap,
		Each:     One,
		Gauge:    instrument.Strip,
		List:     strip(),
	},
}
