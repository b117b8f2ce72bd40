package demo

import (
	"hash/fnv"
	"math/rand/v2"
	"slices"

	"ledge/internal/core/fit"
	"ledge/internal/core/inspection"
	"ledge/internal/core/instrument"
	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/core/simulate"
	"ledge/internal/core/unit"
	"ledge/internal/store"
)

// A Truth is what is really the matter with a simulated engine, to hold an evaluation against.
type Truth struct {
	Parts []simulate.Part
	Bend  simulate.Bend
	// EndFloat is at 0° and with the crank turned half a turn.
	EndFloat [2]unit.Length
	// DeckGap is the widest gap under the straight edge.
	DeckGap unit.Length
}

// Simulate fills an inspection that has an engine and limits but no features with a complete worn
// engine. The same inspection and seed give the same engine.
func Simulate(in *inspection.Inspection, seed uint64) Truth {
	s := simulation{in: in, source: rand.New(rand.NewPCG(seed, nameSeed(in.Job.Engine)))}
	s.endFloat()
	s.set(part.MainHousing, s.in.Engine.Mains, store.UsualPlan(part.MainHousing))
	s.set(part.Cylinder, s.in.Engine.Cylinders, store.UsualPlan(part.Cylinder))
	s.tunnelEdge()
	s.deck()
	s.set(part.MainJournal, s.in.Engine.Mains, s.journalPlan(part.MainJournal))
	s.set(part.RodJournal, s.in.Engine.Throws, s.journalPlan(part.RodJournal))
	s.turns()
	s.set(part.RodHousing, s.in.Engine.Cylinders, store.UsualPlan(part.RodHousing))
	s.set(part.Piston, s.in.Engine.Cylinders, store.UsualPlan(part.Piston))
	s.bearings(part.MainBearing, part.MainJournal)
	s.bearings(part.RodBearing, part.RodJournal)
	s.ringGaps()
	s.weights()
	return s.truth
}

// journalPlan is the usual one; the shafts of twins are read at eight places, so that the demo shows both plans.
func (s *simulation) journalPlan(kind part.Kind) plan.Plan {
	if s.in.Engine.Cylinders <= 2 {
		p, _ := plan.Find("2x4")
		return p
	}
	return store.UsualPlan(kind)
}

func nameSeed(name string) uint64 {
	h := fnv.New64a()
	_, _ = h.Write([]byte(name))
	return h.Sum64()
}

type simulation struct {
	in     *inspection.Inspection
	source *rand.Rand
	truth  Truth
}

// wearings: how the parts of a kind wear, in micrometres over a worn set. Common practice: shafts
// wear oval under the load, bores wear widest at the top and across the crank, housings stretch
// upwards.
var wearings = map[part.Kind]struct {
	worn, taper, barrel, oval float64
	axis                      unit.Angle
}{
	part.MainJournal: {-12, 3, 2, 4, 90 * unit.Degree},
	part.RodJournal:  {-14, 3, 2, 7, 0},
	part.MainHousing: {2, 1, 0, 5, 0},
	part.RodHousing:  {1, 1, 0, 4, 0},
	part.Cylinder:    {45, -38, 4, 22, 90 * unit.Degree},
	part.Piston:      {-10, 0, 0, 0, 0},
}

// gauge is an ordinary gauge in an ordinary hand.
func (s *simulation) gauge(shaft bool) (simulate.Gauge, *instrument.Gauge) {
	default_ := instrument.Default(shaft, s.in.Unit)
	return simulate.Gauge{Division: default_.Division,
		Zero: unit.Round(0.3 * float64(default_.Division) * s.source.NormFloat64()),
		Hand: default_.Division / 2}, &default_
}

func (s *simulation) set(kind part.Kind, count int, p plan.Plan) {
	limits := s.in.Limits[kind]
	if limits.New == nil {
		return
	}
	w := wearings[kind]
	micrometres := func(v float64) unit.Length { return unit.Round(v * float64(unit.Micrometre)) }
	gauge, named := s.gauge(kind.Shaft())
	parts := simulate.Parts(string(kind), count,
		simulate.Wearing{New: limits.New.Middle(), Tolerance: (limits.New.Max - limits.New.Min) / 2,
			Worn: micrometres(w.worn), Taper: micrometres(w.taper), Barrel: micrometres(w.barrel),
			Oval: micrometres(w.oval), Axis: w.axis},
		simulate.Grid{Stations: p.Stations, Directions: p.Directions}, gauge, s.source)
	for _, one := range parts {
		s.truth.Parts = append(s.truth.Parts, one)
		s.in.Features = append(s.in.Features,
			inspection.Feature{Kind: kind, Number: one.Number, State: part.AsFound, Look: s.look(),
				Setup: inspection.Setup{Gauge: named},
				Grid: inspection.Grid{Stations: one.Stations, Directions: one.Directions,
					Cells: cells(one.Readings)}})
	}
}

// look grades as worn parts are: most smooth, some marked.
func (s *simulation) look() inspection.Look {
	if s.source.Float64() < 0.2 {
		return inspection.Marked
	}
	return inspection.Smooth
}

func cells(readings [][]unit.Length) [][]inspection.Cell {
	rows := make([][]inspection.Cell, len(readings))
	for i, row := range readings {
		for _, size := range row {
			rows[i] = append(rows[i], inspection.Cell{Sizes: []unit.Length{size}})
		}
	}
	return rows
}

// bearings are their journals' sizes, the middle of the new clearance and some wear.
func (s *simulation) bearings(kind, journal part.Kind) {
	limits := s.in.Limits[journal]
	if limits.Clearance == nil || limits.Clearance.New == nil {
		return
	}
	gauge, named := s.gauge(false)
	for _, one := range slices.Clone(s.truth.Parts) {
		if one.Kind != string(journal) {
			continue
		}
		for _, number := range s.numbers(kind, one.Number) {
			clearance := limits.Clearance.New.Middle() + unit.Round((4+6*s.source.Float64())*float64(unit.Micrometre))
			truth := simulate.Form{Mean: limits.New.Middle() + clearance, Oval: 3 * unit.Micrometre}
			p := store.UsualPlan(kind)
			made := simulate.Part{Kind: string(kind), Number: number, Truth: truth, Stations: p.Stations,
				Directions: p.Directions,
				Readings:   gauge.Grid(truth, len(p.Stations), p.Directions, s.source)}
			s.truth.Parts = append(s.truth.Parts, made)
			s.in.Features = append(s.in.Features,
				inspection.Feature{Kind: kind, Number: number, State: part.AsFound,
					Setup: inspection.Setup{Gauge: named},
					Grid: inspection.Grid{Stations: p.Stations, Directions: p.Directions,
						Cells: cells(made.Readings)}})
		}
	}
}

// numbers are those of a kind on one journal: of each rod on a pin.
func (s *simulation) numbers(kind part.Kind, journal int) []int {
	if kind.Row().Each == part.PerRod {
		return s.in.Rods(journal)
	}
	return []int{journal}
}

// dial is an indicator read to a tenth of a thousandth or to two micrometres.
func (s *simulation) dial() (simulate.Gauge, *instrument.Gauge) {
	division := s.in.Unit.Pick(unit.Tenth, 2*unit.Micrometre)
	return simulate.Gauge{Division: division, Hand: division / 2},
		&instrument.Gauge{Kind: instrument.Indicator, Division: division}
}

// turns bends the crankshaft a little and turns it under the dial.
func (s *simulation) turns() {
	dial, named := s.dial()
	throw := unit.Round((4 + 16*s.source.Float64()) * float64(unit.Micrometre))
	s.truth.Bend = simulate.Bend{Throw: throw, Direction: unit.AngleOf(360 * s.source.Float64()),
		Places: s.in.Engine.Mains}
	_, angles, _ := part.SheetOf(part.Runout, *s.in.Engine)
	for i, shown := range simulate.Turns(*s.in.Engine, s.truth.Bend, 4*unit.Micrometre, angles, dial, s.source) {
		s.in.Features = append(s.in.Features,
			inspection.Feature{Kind: part.Runout, Number: i + 1, State: part.AsFound,
				Setup: inspection.Setup{Gauge: named},
				List:  inspection.List{Angles: angles, Indicator: shown}})
	}
}

// endFloat is a little larger than new, and differs over the half turn where the shaft is bent.
func (s *simulation) endFloat() {
	limits := s.in.Limits[part.EndFloat]
	if limits.New == nil {
		return
	}
	dial, named := s.dial()
	truth := limits.New.Middle() + unit.Round(float64(limits.New.Max-limits.New.Min)/4*s.source.Float64())
	s.truth.EndFloat = [2]unit.Length{truth, truth + unit.Micrometre}
	s.in.Features = append(s.in.Features,
		inspection.Feature{Kind: part.EndFloat, Number: 1, State: part.AsFound,
			Setup: inspection.Setup{Gauge: named}, List: inspection.List{
				At0:    simulate.Repeats(s.truth.EndFloat[0], 3, dial, s.source),
				At180:  simulate.Repeats(s.truth.EndFloat[1], 3, dial, s.source),
				Return: []unit.Length{0, 0},
				Feeler: simulate.Repeats(truth, 2,
					simulate.Gauge{Division: s.in.Unit.Pick(unit.Thou/2, 10*unit.Micrometre)}, s.source)}})
}

var feelers = instrument.Gauge{Kind: instrument.Feeler}

// leaves are feelers half a thousandth or a hundredth of a millimetre apart.
func (s *simulation) leaves() *instrument.Gauge {
	g := feelers
	g.Division = s.in.Unit.Pick(unit.Thou/2, 10*unit.Micrometre)
	return &g
}

// deck sags in the middle, most along its length.
func (s *simulation) deck() {
	leaves := s.leaves()
	gauge := simulate.Gauge{Division: leaves.Division}
	banks := 1
	if s.in.Engine.Arrangement != "inline" {
		banks = 2
	}
	s.truth.DeckGap = unit.Round((50 + 20*s.source.Float64()) * float64(unit.Micrometre))
	for bank := 1; bank <= banks; bank++ {
		list := inspection.List{}
		names, _, _ := part.SheetOf(part.Deck, *s.in.Engine)
		for i, name := range names {
			share := []float64{0.8, 1, 0.7, 0.2, 0.2, 0.9, 0.9}[i]
			list.Lines = append(list.Lines,
				inspection.Line{Name: name, Gap: gauge.Read(unit.Round(share*float64(s.truth.DeckGap)), s.source)})
		}
		s.in.Features = append(s.in.Features,
			inspection.Feature{Kind: part.Deck, Number: bank, State: part.AsFound,
				Setup: inspection.Setup{Gauge: leaves}, List: list})
	}
}

// tunnelEdge: the straight edge rests in the narrower bores and shows half of what the others are larger.
func (s *simulation) tunnelEdge() {
	leaves := s.leaves()
	gauge := simulate.Gauge{Division: leaves.Division}
	var sizes []unit.Length
	for _, one := range s.truth.Parts {
		if one.Kind == string(part.MainHousing) {
			sizes = append(sizes, one.Truth.At(0.5, 0))
		}
	}
	if len(sizes) == 0 {
		return
	}
	list := inspection.List{}
	for _, size := range sizes {
		list.Readings = append(list.Readings, gauge.Read((size-slices.Min(sizes))/2, s.source))
	}
	s.in.Features = append(s.in.Features,
		inspection.Feature{Kind: part.TunnelEdge, Number: 1, State: part.AsFound,
			Setup: inspection.Setup{Gauge: leaves}, List: list})
}

// ringGaps: rings that fitted when new, in bores that have worn since: the gap grows by π times the
// wear. The oil rings are new and tight.
func (s *simulation) ringGaps() {
	limits := s.in.Limits[part.RingGap]
	if limits.New == nil {
		return
	}
	leaves := s.leaves()
	gauge := simulate.Gauge{Division: leaves.Division}
	for _, one := range s.truth.Parts {
		if one.Kind != string(part.Cylinder) {
			continue
		}
		worn := fit.GapChange(one.Truth.Mean - s.in.Limits[part.Cylinder].New.Middle())
		s.in.Features = append(s.in.Features,
			inspection.Feature{Kind: part.RingGap, Number: one.Number, State: part.AsFound,
				Setup: inspection.Setup{Gauge: leaves}, List: inspection.List{
					Readings: []unit.Length{gauge.Read(limits.New.Middle()+worn, s.source),
						gauge.Read(limits.New.Min+worn, s.source),
						gauge.Read(limits.New.Min-12*unit.Thou+worn, s.source)}}})
	}
}

// weights are those of rods that share crankpins, in grams to a half.
func (s *simulation) weights() {
	if s.in.Engine.CylindersPerThrow != 2 {
		return
	}
	scale := simulate.Gauge{Division: unit.Millimetre / 2} // half a gram
	for rod := 1; rod <= s.in.Engine.Cylinders; rod++ {
		grams := func(mean float64) *unit.Mass {
			// The stand-in of a gauge reads counts, of a scale as of a micrometer.
			shown := unit.Mass(scale.Read(unit.Round((mean+4*s.source.NormFloat64())*float64(unit.Gram)), s.source))
			return &shown
		}
		s.in.Features = append(s.in.Features,
			inspection.Feature{Kind: part.RodWeight, Number: rod, State: part.AsFound,
				List: inspection.List{BigEnd: grams(468), SmallEnd: grams(171)}})
	}
}
