// Package truth draws sets of parts whose truth is known, measures them by a plan with a gauge and a hand, lets Ledge
// decide, does what it asks, and counts how often it was right.
package truth

import (
	"math"
	"math/rand/v2"
	"slices"

	"ledge/internal/core/inspection"
	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/core/simulate"
	"ledge/internal/core/unit"
)

// A Fault is what is wrong with the one part that is over a limit. None is a good set.
type Fault string

// The faults, and none.
const (
	None    Fault = ""
	Taper   Fault = "taper"
	Barrel  Fault = "barrel"
	Oval    Fault = "oval"
	Worn    Fault = "worn"
	Size    Fault = "size" // a housing larger than its range
	OneEnd  Fault = "oval at one end"
	LowSpot Fault = "a low place"
	Bent    Fault = "bent"
	Lobed   Fault = "three lobes" // of one diameter all round
)

// A Case is one way to measure one sort of set.
type Case struct {
	Kind part.Kind
	Plan string
	// Gauge is its division, Hand the standard deviation of one reading.
	Gauge, Hand unit.Length
	Rule        limit.Rule
	// Faults are those that the bad sets have, in equal number; Unseen those of them that the plan cannot see.
	Faults []Fault
	Unseen []Fault
	// Once tells that nothing is read again: the first look decides.
	Once bool
	// Quick tells that a quick look comes first.
	Quick bool
	// Zeros tells that it is known with which setting of its zero the gauge read what.
	Zeros bool
	// Limits are those that the sets are judged by, in a unit of measure; those of an ordinary engine, in inches, where
	// nil.
	Limits *limit.Limits
	Unit   unit.System
	// Trouble is what goes wrong besides; nothing where it is empty.
	Trouble
	// Repeats is what the gauge is known to repeat to; the usual of its kind where nil.
	Repeats *unit.Length
}

// limits are those of the case.
func (c Case) limits() limit.Limits {
	if c.Limits != nil {
		return *c.Limits
	}
	return limitsOf(c.Kind)
}

func (c Case) unit() unit.System {
	if c.Limits != nil {
		return c.Unit
	}
	return unit.In
}

// A member is one part with its truth.
type member struct {
	form  simulate.Form
	fault Fault
	// more is by how much its oval is larger at the first station, lower by how much a place lies lower, and where.
	more, lower unit.Length
	lowAt       float64
	lowTurn     unit.Angle
}

// at is the true diameter at a place.
func (m member) at(along float64, direction unit.Angle) unit.Length {
	d := m.form.At(along, direction)
	if m.more > 0 { // fades from the first station to the last
		d += unit.Round(float64(m.more) / 2 * (1 - along) * math.Cos(2*(direction-m.form.Axis).Radians()))
	}
	if m.lower > 0 && math.Abs(along-m.lowAt) < 0.2 && unit.AxisDistance(direction, m.lowTurn) < 20*unit.Degree {
		d -= m.lower
	}
	return d
}

// smallest is the smallest true diameter anywhere, which the grinder must get under.
func (m member) smallest() unit.Length {
	least := m.at(0, 0)
	for s := range 21 {
		for turn := range 36 {
			least = min(least, m.at(float64(s)/20, unit.Angle(turn)*5*unit.Degree))
		}
	}
	return least
}

// over is by how much a faulty part lies over its limit.
func over(source *rand.Rand) float64 { return 1.05 + 0.55*source.Float64() }

// A drawn set is its members and, of mains, how their shaft is bent.
type drawn struct {
	members []member
	bend    simulate.Bend
	by      float64
}

// draw makes a set: all good, or one part with a fault.
func (c Case) draw(source *rand.Rand, fault Fault) (set drawn) {
	l := c.limits()
	bad := source.IntN(counts[c.Kind])
	if l.RunoutMax != nil && c.Kind == part.MainJournal { // its throw is half of what an indicator shows
		set.bend = simulate.Bend{Throw: share(*l.RunoutMax, c.straight(source)), Places: counts[c.Kind],
			Direction: unit.Angle(source.Float64() * 360 * float64(unit.Degree))}
		if fault == Bent {
			set.by = over(source)
			set.bend.Throw = share(*l.RunoutMax, set.by/2)
		}
	}
	for i := range counts[c.Kind] {
		m := c.good(source, l)
		if fault != None && fault != Bent && (i == bad || c.Two && i == (bad+1)%counts[c.Kind]) {
			set.by = over(source)
			c.spoil(&m, source, l, fault, set.by)
		}
		set.members = append(set.members, m)
	}
	return set
}

// good is a part with taper up to 0.6 and oval up to 0.8 of their limits, and a size well inside.
func (c Case) good(source *rand.Rand, l limit.Limits) member {
	taper := share(known(l.TaperMax), 0.6*source.Float64())
	if source.IntN(2) == 0 {
		taper = -taper
	}
	m := member{form: simulate.Form{Taper: taper, Oval: share(known(l.OutOfRoundMax), 0.8*source.Float64()),
		Axis: unit.Angle(source.Float64() * 180 * float64(unit.Degree))}}
	if c.Kind == part.Cylinder { // worn across
		m.form.Axis = 90 * unit.Degree
		if c.Turned > 0 {
			m.form.Axis += unit.Angle((2*source.Float64() - 1) * c.Turned * float64(unit.Degree))
		}
	}
	if c.Close { // nothing but its runout is near a limit
		m.form.Oval, m.form.Taper = 0, 0
	}
	spread := (m.form.Oval + m.form.Taper.Abs()) / 2
	half := (l.New.Max - l.New.Min) / 2
	worn := share(max(0, known(l.WearMax)-2*spread), 0.8*source.Float64())
	switch {
	case c.Kind.Housing():
		m.form.Mean = l.New.Middle() + share(max(0, half-spread), 2*source.Float64()-1)
	case c.Kind.Shaft():
		m.form.Mean = l.New.Max - spread - worn
	default:
		m.form.Mean = l.New.Min + spread + worn
	}
	return m
}

// known is a limit, or nothing.
func known(l *unit.Length) unit.Length {
	if l == nil {
		return 0
	}
	return *l
}

func share(l unit.Length, by float64) unit.Length { return unit.Round(float64(l) * by) }

// spoil puts one fault into a part.
func (c Case) spoil(m *member, source *rand.Rand, l limit.Limits, fault Fault, by float64) {
	m.fault = fault
	switch fault {
	case Taper:
		m.form.Taper = share(*l.TaperMax, by)
	case Barrel:
		m.form.Taper, m.form.Barrel = 0, share(*l.TaperMax, by)
		if source.IntN(2) == 0 {
			m.form.Barrel = -m.form.Barrel
		}
	case Oval:
		m.form.Oval = share(*l.OutOfRoundMax, by)
	case OneEnd:
		m.more = share(*l.OutOfRoundMax, by) - m.form.Oval
	case LowSpot:
		m.lower, m.lowAt = share(*l.OutOfRoundMax, by), source.Float64()
		m.lowTurn = unit.Angle(source.Float64() * 180 * float64(unit.Degree))
	case Worn:
		spread := (m.form.Oval + m.form.Taper.Abs()) / 2
		if c.Kind.Shaft() {
			m.form.Mean = l.New.Max - share(*l.WearMax, by) + spread
		} else {
			m.form.Mean = l.New.Min + share(*l.WearMax, by) - spread
		}
	case Size:
		// Beyond the top of its range by what is over of the range's width.
		m.form.Mean = l.New.Max + share(l.New.Max-l.New.Min, by-1) - (m.form.Oval+m.form.Taper.Abs())/2
	}
}

// counts are how many members a set has.
var counts = map[part.Kind]int{part.MainJournal: 5, part.RodJournal: 4, part.Cylinder: 4, part.MainHousing: 5,
	part.RodHousing: 4}

// limitsOf are the limits that the sets are judged by, in inches: those of an ordinary engine.
func limitsOf(k part.Kind) limit.Limits {
	tenths := func(n int) *unit.Length { l := unit.Length(n) * unit.Tenth; return &l }
	span := func(from string, tenths unit.Length) *limit.Range {
		low := unit.MustParse(from, unit.In)
		return &limit.Range{Min: low, Max: low + tenths*unit.Tenth}
	}
	steps := []unit.Length{10 * unit.Thou, 20 * unit.Thou, 30 * unit.Thou, 40 * unit.Thou}
	switch k {
	case part.Cylinder:
		return limit.Limits{New: span("3.7190", 10), WearMax: tenths(60), TaperMax: tenths(50),
			OutOfRoundMax: tenths(30), Oversizes: steps[1:]}
	case part.MainHousing:
		return limit.Limits{New: span("2.6910", 10), TaperMax: tenths(6), OutOfRoundMax: tenths(6)}
	}
	return limit.Limits{New: span("2.2480", 10), WearMax: tenths(30), TaperMax: tenths(5), OutOfRoundMax: tenths(5),
		RunoutMax: tenths(20), Undersizes: steps[:3]}
}

// inspect is a set as it was first read, and how its hand reads: a zero of its own.
func (c Case) inspect(set drawn, source *rand.Rand) (*inspection.Inspection, *hands) {
	p, _ := plan.Find(c.Plan)
	policy := inspection.DefaultPolicy(c.unit())
	policy.DecisionRule, policy.Confirm = c.Rule, !c.Once
	in := &inspection.Inspection{Unit: c.unit(), Policy: policy,
		Limits: map[part.Kind]limit.Limits{c.Kind: c.limits()}}
	h := &hands{source: source, members: set.members, hand: c.Hand, plan: p, trouble: c.Trouble,
		all: len(set.members) * len(p.Stations) * len(p.Directions)}
	h.zeros = c.Zeros
	h.take(c.Gauge)
	kind := instrument.BoreGauge
	if c.Kind.Shaft() {
		kind = instrument.Micrometer
	}
	quick := plan.QuickOf(p.Stations, p.Directions)
	for i := range set.members {
		f := inspection.Feature{Kind: c.Kind, Number: i + 1, State: part.AsFound, Look: inspection.Smooth,
			Setup: inspection.Setup{Gauge: &instrument.Gauge{Kind: kind, Division: c.Gauge,
				Repeatability: c.Repeats}},
			Grid: inspection.Grid{Stations: p.Stations, Directions: p.Directions}}
		f.Cells = make([][]inspection.Cell, len(p.Stations))
		f.Quick = c.Quick
		if c.Told && c.Inset > 0 {
			f.Condition.Inset = c.Inset
		}
		if c.Told && c.Warm > 0 {
			h.corrected = true
			f.Condition.TemperatureC, f.Condition.Corrected = "20", true
		}
		for s := range f.Cells {
			f.Cells[s] = make([]inspection.Cell, len(p.Directions))
			for d := range f.Cells[s] {
				if c.Quick && !slices.Contains(quick, plan.Cell{Station: s, Direction: d}) {
					continue
				}
				h.into(&f, &f.Cells[s][d], h.read(i, s, d))
			}
		}
		in.Features = append(in.Features, f)
	}
	if c.Kind == part.MainJournal && c.limits().RunoutMax != nil {
		in.Features = append(in.Features, c.turns(set, source)...)
		h.turn = func(i int) []unit.Length { return c.turns(set, source)[i].List.Indicator }
	}
	return in, h
}

// turns are the shaft's, by an indicator of 0.0002 in at eight angles.
func (c Case) turns(set drawn, source *rand.Rand) (turns []inspection.Feature) {
	turn, _ := plan.Find("turn")
	dial := simulate.Gauge{Division: 2 * unit.Tenth, Hand: c.Hand}
	if c.Dial > 0 {
		dial.Division, dial.Hand = c.Dial, c.Dial/2 // as an indicator repeats
	}
	for i, m := range set.members {
		turns = append(turns, inspection.Feature{Kind: part.Runout, Number: i + 1, State: part.AsFound,
			Setup: inspection.Setup{Gauge: &instrument.Gauge{Kind: instrument.Indicator, Division: dial.Division}},
			List: inspection.List{Angles: turn.Directions,
				Indicator: set.bend.Turn(i, m.form.Oval, turn.Directions, dial, source)}})
	}
	return turns
}

// hands read parts.
type hands struct {
	source  *rand.Rand
	members []member
	hand    unit.Length
	plan    plan.Plan
	gauge   simulate.Gauge
	// turn shows a journal under the dial once more.
	turn func(i int) []unit.Length
	// zero counts how often the zero was set, where zeros is to be told.
	zero  int
	zeros bool
	// trouble is what goes wrong; taken counts the readings since the zero was set, of as many as all; corrected tells
	// that the part's warmth is known and taken off.
	trouble    Trouble
	taken, all int
	corrected  bool
	// ends tells of which parts the outer stations were read at the very ends since.
	ends map[int]bool
}

// take sets a gauge up: its zero is off by a third of a division or so.
func (h *hands) take(division unit.Length) {
	h.zero++
	h.taken = 0
	h.gauge = simulate.Gauge{Division: division, Hand: h.hand,
		Zero: unit.Round(float64(division) / 3 * h.source.NormFloat64())}
	if h.trouble.ZeroOff > 0 && h.zero == 1 {
		h.gauge.Zero = share(division, h.trouble.ZeroOff)
		if h.source.IntN(2) == 0 {
			h.gauge.Zero = -h.gauge.Zero
		}
	}
}

// read is one reading of a part at a station and a direction of the plan.
func (h *hands) read(i, station, direction int) unit.Length {
	along := 0.5
	if n := len(h.plan.Stations); n > 1 {
		along = float64(station) / float64(n-1)
	}
	if !h.ends[i] {
		along = h.trouble.place(along)
	}
	size := h.members[i].at(along, h.plan.Directions[direction])
	return h.gauge.Read(size+h.off(size, direction), h.source)
}

// into puts a reading into a cell, with the zero that it was read with where that is told.
func (h *hands) into(f *inspection.Feature, cell *inspection.Cell, size unit.Length) {
	cell.Sizes = append(cell.Sizes, size)
	if h.zeros {
		cell.Setups = append(cell.Setups, &inspection.Setup{Gauge: f.Gauge, Zero: h.zero})
	}
}
