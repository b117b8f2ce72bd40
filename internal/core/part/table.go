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
	// perRanged has a range for each ring besides: rails are wide by design.
	perRanged = []string{"new", "max", "rings.top", "rings.second", "rings.oil"}
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
	ofLobe    = []string{AfterGrind}
	ofDeck    = []string{AfterSkim}
	none      = []string{}
)

// Where the gauge goes.
const (
	atBearing  = "bearing"
	atHousing  = "housing"
	atCylinder = "cylinder"
	atDeck     = "deck"
	atPiston   = "piston"
	atBore     = "bore"
	atShell    = "shell"
	atJournal  = "journal"
	atLifter   = "lifter"
)

var halfTurn = []unit.Angle{0, 180 * unit.Degree}

func perRing() *List {
	return &List{Form: Readings, Lines: []string{"top", "second", "oil"}, Numbered: true}
}

func halves() *List {
	return &List{Form: Readings, Lines: []string{"upper left", "upper right", "lower left", "lower right"},
		Whole: true, Numbered: true, Makes: MakesWalls}
}

func strip() *List {
	return &List{Form: OfStrip, Lines: []string{"under the cap", "turned 90°"}, Numbered: true}
}

// table has a row for each kind, in the order of work. Plans and gauges: common practice.
var table = []Row{
	{
		Kind:      EndFloat,
		Component: Crankshaft, Step: AtStrip, Place: Alone, Shape: ShapeShaft,
		Quantity: Dial, Set: Thrust, OvertakenBy: []Kind{MainJournal}, Unsettled: true,
		Each: One, Start: []Component{Block, Crankshaft}, Heavy: true,
		Gauge: instrument.Indicator, States: []string{AfterClean},
		Limits: []string{"new", "max", "shells"},
		List: &List{Form: Float, Lines: []string{"first", "second", "third", "let go", "feeler"},
			Columns: []string{"crank at 0°", "turned 180°"}, Angles: halfTurn, ByColumn: true},
	},
	{
		Kind:      MainHousing,
		Component: Block, Step: AtBlock, Place: InRow, Shape: ShapeTunnel,
		Quantity: Size, Role: Housings, Set: MainHousings,
		Each: PerMain, Start: []Component{Block}, Looked: true, Bare: true, Heavy: true,
		Plan: "2x3", Gauge: instrument.BoreGauge, States: ofTunnel, Spot: atHousing,
		Limits: []string{"new", "taper_max", "out_of_round_max", "bore_to_bore_max", "alignment_max"},
	},
	{
		Kind:      TunnelEdge,
		Component: Block, Step: AtBlock, Place: Alone, Shape: ShapeTunnel,
		Quantity: Gap, JudgedBy: MainHousing, OvertakenBy: []Kind{MainHousing},
		Each: One, Start: []Component{Block}, Bare: true, Heavy: true,
		Gauge: instrument.Feeler, States: ofTunnel,
		List: &List{Form: Readings, EachMain: true, Whole: true, Makes: MakesZone, Check: "alignment"},
	},
	{
		Kind:      MainAlignment,
		Component: Block, Step: AtBlock, Place: Alone, Shape: ShapeTunnel,
		Quantity: Dial, JudgedBy: MainHousing, OvertakenBy: []Kind{MainHousing},
		Each: One, Bare: true, Heavy: true,
		Gauge: instrument.Indicator, States: ofTunnel,
		List: &List{Form: Offsets, EachMain: true, Columns: []string{"vertical", "sideways"},
			Angles: []unit.Angle{0, 90 * unit.Degree}, Makes: MakesZone, Check: "alignment"},
	},
	{
		Kind:      Cylinder,
		Component: Block, Step: AtBlock, Place: InRow, Shape: ShapeBore,
		Quantity: Size, Role: Bores, Mate: Piston, Fit: PistonFit, Set: Cylinders,
		Each: PerCylinder, Start: []Component{Block}, Looked: true, Bare: true, Heavy: true,
		Plan: "3x2", Gauge: instrument.BoreGauge, States: ofBore, Spot: atCylinder,
		Limits: fields(formed, fit, []string{"oversizes"}),
	},
	{
		Kind:      Deck,
		Component: Block, Step: AtBlock, Place: Alone, Shape: ShapeDeck,
		Quantity: Gap, Set: DeckSet,
		Each: PerBank, Start: []Component{Block}, Bare: true, Heavy: true,
		Gauge: instrument.Feeler, States: ofDeck, Spot: atDeck,
		Limits: []string{"max", "skim_max"},
		List: &List{Form: Edges, Lines: []string{"long left", "long middle", "long right", "cross front",
			"cross rear", "diagonal 1", "diagonal 2"}},
	},
	{
		Kind:      DeckHeights,
		Component: Block, Step: AtBlock, Place: Alone, Shape: ShapeDeck,
		Quantity: Dial, Set: DeckSet, JudgedBy: Deck,
		Each: PerBank, Bare: true, Heavy: true,
		Gauge: instrument.Indicator, States: ofDeck, Spot: atDeck,
		List: &List{Form: Rows, Lines: []string{"left", "middle", "right"},
			Columns: []string{"1", "2", "3", "4", "5"}, Whole: true},
	},
	{
		Kind:      MainJournal,
		Component: Crankshaft, Step: AtCrank, Place: AtMain, Across: RodJournal, Shape: ShapeShaft,
		Quantity: Size, Shaft: true, Role: Journals, Fit: MainFit, Joint: &Joint{MainBearing, MainHousing, MainShell},
		Set:  MainJournals,
		Each: PerMain, Start: []Component{Crankshaft}, Looked: true, Bare: true, Heavy: true,
		Plan: "3x3", Gauge: instrument.Micrometer, States: ofJournal, Spot: atJournal,
		Limits: fields(formed, []string{"runout_max"}, fit, []string{"undersizes", "shells"}),
	},
	{
		Kind:      RodJournal,
		Component: Crankshaft, Step: AtCrank, Place: AtThrow, Across: MainJournal, Shape: ShapeShaft,
		Quantity: Size, Shaft: true, Role: Journals, Fit: RodFit, Joint: &Joint{RodBearing, RodHousing, RodShell},
		Set:  RodJournals,
		Each: PerThrow, Start: []Component{Crankshaft}, Looked: true, Bare: true, Heavy: true,
		Plan: "3x3", Gauge: instrument.Micrometer, States: ofJournal, Spot: atJournal,
		Limits: fields(formed, fit, []string{"undersizes", "shells"}),
	},
	{
		Kind:      PinHeight,
		Component: Crankshaft, Step: AtCrank, Place: Alone, Shape: ShapeShaft,
		Quantity: Size,
		Each:     PerThrow, Bare: true,
		Gauge: instrument.Indicator, States: none,
		Limits: ranged,
		List: &List{Form: Readings, Lines: []string{"top", "bottom"}, Whole: true, Numbered: true, Makes: MakesRise,
			Check: "stroke"},
	},
	{
		Kind:      Runout,
		Component: Crankshaft, Step: AtRunout, Place: AtMain, Shape: ShapeShaft,
		Quantity: Dial, Shaft: true, JudgedBy: MainJournal,
		OvertakenBy: []Kind{MainJournal, Runout}, Unsettled: true,
		Each: PerMain, Start: []Component{Crankshaft}, Bare: true, Heavy: true,
		Gauge: instrument.Indicator, States: ofJournal,
		List: &List{Form: Turn, Lines: []string{"dial"}, Angles: eighths(), Numbered: true},
	},
	{
		Kind:      RodHousing,
		Component: Rods, Step: AtRods, Place: InRow, Shape: ShapeRod,
		Quantity: Size, Role: Housings, Set: RodHousings,
		Each: PerRod, Start: []Component{Rods}, Looked: true, Bare: true,
		Plan: "2x3", Gauge: instrument.BoreGauge, States: ofRod, Spot: atHousing,
		Limits: []string{"new", "taper_max", "out_of_round_max", "bore_to_bore_max"},
	},
	{
		Kind:      SmallEnd,
		Component: Rods, Step: AtRods, Place: InRow, Shape: ShapeRod,
		Quantity: Size, Mate: Pin, Set: RodSet,
		Each: PerRod, Bare: true,
		Plan: "2x2", Gauge: instrument.BoreGauge, States: none, Spot: atBore,
		Limits: fields(formed, []string{"clearance.new", "clearance.max"}),
	},
	{
		Kind:      RodLength,
		Component: Rods, Step: AtRods, Place: InRow, Shape: ShapeRod,
		Quantity: Size, Set: RodSet,
		Each: PerRod, Bare: true,
		Gauge: instrument.Micrometer, States: none,
		Limits: ranged,
		List:   &List{Form: Readings, Lines: []string{"centres"}, Numbered: true},
	},
	{
		Kind:      RodBend,
		Component: Rods, Step: AtRods, Place: InRow, Shape: ShapeRod,
		Quantity: Dial, Set: RodSet,
		Each: PerRod, Bare: true,
		Gauge: instrument.Indicator, States: none,
		Limits: []string{"max"},
		List: &List{Form: Readings, Lines: []string{"bend", "twist"}, Whole: true, Numbered: true,
			Makes: MakesLines},
	},
	{
		Kind:      RodWeight,
		Component: Rods, Step: AtRods, Place: InRow, Shape: ShapeRod,
		Quantity: Weight, Set: RodSet,
		Each: PerRod, Bare: true,
		States: none,
		List:   &List{Form: Weights, Lines: []string{"big end", "small end"}, Numbered: true},
	},
	{
		Kind:      Piston,
		Component: Pistons, Step: AtRods, Place: InRow, Shape: ShapePiston,
		Quantity: Size, Shaft: true, Fit: PistonFit, Set: PistonSet, In: []Kind{Cylinder},
		Each: PerCylinder, Start: []Component{Pistons}, Looked: true, Bare: true,
		Plan: "skirt", Gauge: instrument.Micrometer, States: none, Spot: atPiston,
		Limits: []string{"new", "wear_max"},
	},
	{
		Kind:      Pin,
		Component: Pistons, Step: AtRods, Place: InRow, Shape: ShapePiston,
		Quantity: Size, Shaft: true, Set: Pins, In: []Kind{PinBore, SmallEnd},
		Each: PerCylinder, Bare: true,
		Plan: "2x2", Gauge: instrument.Micrometer, States: none, Spot: atJournal,
		Limits: fields(formed, []string{"clearance.new", "clearance.max"}),
	},
	{
		Kind:      PinBore,
		Component: Pistons, Step: AtRods, Place: InRow, Shape: ShapePiston,
		Quantity: Size, Mate: Pin, Set: PistonSet,
		Each: PerCylinder, Bare: true,
		Plan: "2x2", Gauge: instrument.BoreGauge, States: none, Spot: atBore,
		Limits: fields(formed, []string{"clearance.new", "clearance.max"}),
	},
	{
		Kind:      RingGroove,
		Component: Pistons, Step: AtRods, Place: InRow, Shape: ShapePiston,
		Quantity: Gap, Set: PistonSet,
		Each: PerCylinder, Bare: true,
		Gauge: instrument.Feeler, States: none,
		Limits: perRanged,
		List:   perRing(),
	},
	{
		Kind:      CamJournal,
		Component: Camshaft, Step: AtCam, Place: AlongCam, Shape: ShapeShaft,
		Quantity: Size, Shaft: true, Role: Journals, Fit: CamFit, Joint: &Joint{Bearing: CamBearing}, Set: CamJournals,
		Each: PerMain, Start: []Component{Camshaft},
		Plan: "3x3", Gauge: instrument.Micrometer, States: ofJournal, Spot: atJournal,
		Limits: fields(formed, fit, []string{"undersizes"}),
	},
	{
		Kind:      CamBearing,
		Component: Block, Step: AtCam, Place: AlongCam, Shape: ShapeBore,
		Quantity: Size, Role: Bearings, Mate: CamJournal, Fit: CamFit, Set: CamBushes,
		Each: PerMain,
		Plan: "1x2", Gauge: instrument.BoreGauge, States: ofRod, Spot: atBearing,
		Limits: []string{"new", "wear_max", "out_of_round_max"},
	},
	{
		Kind:      LifterBore,
		Component: Block, Step: AtCam, Place: InRow, Shape: ShapeBore,
		Quantity: Size, Set: LifterBores,
		Each: TwoACylinder, Bare: true,
		Plan: "2x2", Gauge: instrument.BoreGauge, States: none, Spot: atLifter,
		Limits: formed,
	},
	{
		Kind:      CamLobe,
		Component: Camshaft, Step: AtCam, Place: AlongCam, Shape: ShapeShaft,
		Quantity: Size, Set: CamLobes,
		Each: TwoACylinder, Start: []Component{Camshaft},
		Gauge: instrument.Micrometer, States: ofLobe,
		Limits: ranged,
		List: &List{Form: Readings, Lines: []string{"base", "nose"}, Whole: true, Numbered: true, Makes: MakesRise,
			Check: "lift"},
	},
	{
		Kind:      MainBearing,
		Component: Block, Step: AtFits, Place: AtMain, Across: RodBearing, Shape: ShapeTunnel,
		Quantity: Size, Role: Bearings, Mate: MainJournal, Fit: MainFit,
		Each: PerMain, Start: []Component{Block, Crankshaft}, Heavy: true,
		Plan: "1x2", Gauge: instrument.BoreGauge, States: none, Spot: atBearing,
	},
	{
		Kind:      RodBearing,
		Component: Rods, Step: AtFits, Place: AtThrow, Across: MainBearing, Shape: ShapeRod,
		Quantity: Size, Role: Bearings, Mate: RodJournal, Fit: RodFit,
		Each: PerRod, Start: []Component{Rods, Crankshaft}, Heavy: true,
		Plan: "1x2", Gauge: instrument.BoreGauge, States: none, Spot: atBearing,
	},
	{
		Kind:      MainShell,
		Component: Block, Step: AtFits, Place: AtMain, Across: RodShell, Shape: ShapeTunnel,
		Quantity: Size,
		Each:     PerMain,
		Gauge:    instrument.Micrometer, States: none, Spot: atShell,
		Limits: ranged,
		List:   halves(),
	},
	{
		Kind:      RodShell,
		Component: Rods, Step: AtFits, Place: AtThrow, Across: MainShell, Shape: ShapeRod,
		Quantity: Size,
		Each:     PerRod,
		Gauge:    instrument.Micrometer, States: none, Spot: atShell,
		Limits: ranged,
		List:   halves(),
	},
	{
		Kind:      MainStrip,
		Component: Crankshaft, Step: AtFits, Place: AtMain, Across: RodStrip, Shape: ShapeShaft,
		Quantity: Gap, StripOf: MainJournal,
		Each:  PerMain,
		Gauge: instrument.Strip, States: none,
		List: strip(),
	},
	{
		Kind:      RodStrip,
		Component: Crankshaft, Step: AtFits, Place: AtThrow, Across: MainStrip, Shape: ShapeShaft,
		Quantity: Gap, StripOf: RodJournal,
		Each:  PerRod,
		Gauge: instrument.Strip, States: none,
		List: strip(),
	},
	{
		Kind:      CamStrip,
		Component: Camshaft, Step: AtFits, Place: AlongCam, Shape: ShapeShaft,
		Quantity: Gap, StripOf: CamJournal,
		Each:  PerMain,
		Gauge: instrument.Strip, States: none,
		List: strip(),
	},
	{
		Kind:      RingGap,
		Component: Block, Step: AtFits, Place: InRow, Shape: ShapeBore,
		Quantity: Gap, Set: Rings, In: []Kind{Cylinder},
		Each: PerCylinder, Bare: true,
		Gauge: instrument.Feeler, States: none,
		Limits: perRanged,
		List:   perRing(),
	},
	{
		Kind:      Protrusion,
		Component: Block, Step: AtFits, Place: InRow, Shape: ShapePiston,
		Quantity:    Dial,
		OvertakenBy: []Kind{Deck, DeckHeights, MainHousing, RodHousing, Piston, Pin},
		Each:        PerCylinder,
		Gauge:       instrument.Indicator, States: none,
		Limits: ranged,
		List:   &List{Form: Readings, Lines: []string{"front", "rear"}, Numbered: true},
	},
	{
		Kind:      RodSide,
		Component: Rods, Step: AtFits, Place: AtThrow, Shape: ShapeRod,
		Quantity: Gap,
		Each:     PerThrow,
		Gauge:    instrument.Feeler, States: none,
		Limits: ranged,
		List:   &List{Form: Readings, Lines: []string{"front", "rear"}, Numbered: true},
	},
	{
		Kind:      Strip,
		Component: Crankshaft, Step: AtFits, Place: Alone, Shape: ShapeShaft,
		Quantity: Gap,
		Each:     One,
		Gauge:    instrument.Strip,
		List:     strip(),
	},
}
