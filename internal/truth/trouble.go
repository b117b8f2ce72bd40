package truth

import (
	"math/rand/v2"

	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// A Trouble is what goes wrong with the measuring, or is otherwise about the parts, beside what is usual.
type Trouble struct {
	// Name says it on the page, Says what a shop is to make of it.
	Name, Says string
	// Turned is by how many degrees at most the ovals of cylinders lie off the thrust side.
	Turned float64
	// Inset is how far the outer stations lie inside the ends, as a share of the length.
	Inset float64
	// ZeroOff is by how many divisions the first zero is off, Drift by how many it moves while the set is read.
	ZeroOff, Drift float64
	// Warm is by how many kelvin the parts are warmer than the gauge.
	Warm float64
	// Told tells that what is wrong was told from the start: the inset, or the warmth.
	Told bool
	// Bias is what a hand adds in the first direction.
	Bias unit.Length
	// Two tells that two parts have the fault.
	Two bool
	// Dial is the division of the indicator; 0.0002 in where it is none. Close tells that good shafts run out by 80 to
	// 95 % of their limit.
	Dial  unit.Length
	Close bool
}

// expansion is what steel grows by with a kelvin, as a share. Common practice.
const expansion = 11.5e-6

// straight is the throw of a good shaft's bend, as a share of what its runout may be.
func (t Trouble) straight(source *rand.Rand) float64 {
	if t.Close {
		return (0.80 + 0.15*source.Float64()) / 2
	}
	return 0.3 * source.Float64()
}

// place is where a station lies along a part.
func (t Trouble) place(along float64) float64 { return t.Inset + along*(1-2*t.Inset) }

// swell is what warmth adds to a size.
func (t Trouble) swell(size unit.Length) unit.Length { return share(size, expansion*t.Warm) }

// off is what is wrong with the next reading of a size in a direction.
func (h *hands) off(size unit.Length, direction int) (by unit.Length) {
	h.taken++
	by = share(h.gauge.Division, h.trouble.Drift*float64(h.taken)/float64(h.all))
	if direction == 0 {
		by += h.trouble.Bias
	}
	if !h.corrected {
		by += h.trouble.swell(size)
	}
	return by
}

// correct takes the warmth off all that was read, now that it is asked about.
func (h *hands) correct(in *inspection.Inspection) {
	if h.corrected {
		return
	}
	h.corrected = true
	told := func(c *inspection.Condition) { c.TemperatureC, c.Corrected = "20", true }
	for i := range in.Features {
		f := &in.Features[i]
		if !f.Kind.Grid() {
			continue
		}
		told(&f.Condition)
		for _, row := range f.Cells {
			for at := range row {
				for n := range row[at].Sizes {
					row[at].Sizes[n] -= h.trouble.swell(row[at].Sizes[n])
				}
				for _, own := range row[at].Setups {
					told(&own.Condition)
				}
			}
		}
	}
}

// toEnds reads the outer stations of a part anew, at its very ends.
func (h *hands) toEnds(f *inspection.Feature, member int) (readings int) {
	f.Condition.Inset = 0
	inset := h.trouble.Inset
	h.trouble.Inset = 0
	for _, station := range []int{0, len(f.Cells) - 1} {
		for direction := range f.Cells[station] {
			f.Cells[station][direction] = inspection.Cell{}
			h.into(f, &f.Cells[station][direction], h.read(member, station, direction))
			readings++
		}
	}
	h.trouble.Inset = inset
	if h.ends == nil {
		h.ends = map[int]bool{}
	}
	h.ends[member] = true
	return readings
}

// Troubled are the lines of the second table: what goes wrong in shops, and how far Ledge sees it.
func Troubled() (rows []Row) {
	add := func(c Case, t Trouble) {
		c.Trouble = t
		rows = append(rows, Row{c, "ordinary"})
	}
	mains := Case{Kind: part.MainJournal, Plan: "3x3", Gauge: unit.Tenth, Hand: ordinary, Rule: limit.Plain,
		Faults: []Fault{Taper, Barrel, Oval, Worn}}
	of := func(c Case, faults ...Fault) Case {
		c.Faults = faults
		return c
	}
	bores3x2 := Case{Kind: part.Cylinder, Plan: "3x2", Gauge: 5 * unit.Tenth, Hand: bores, Rule: limit.Plain,
		Faults: []Fault{Taper, Oval, Worn}}
	bores3x3 := bores3x2
	bores3x3.Plan = "3x3"
	add(bores3x2, Trouble{Name: "ovals within 8° of the thrust side", Turned: 8,
		Says: "Ledge sees it: two directions are enough there."})
	add(of(bores3x2, Oval), Trouble{Name: "ovals at any angle", Turned: 90,
		Says: "Nobody sees all of it with two directions; it is told as not seen. Read three."})
	add(bores3x3, Trouble{Name: "ovals at any angle", Turned: 90,
		Says: "Ledge sees it: three directions show any oval."})
	add(of(mains, Taper), Trouble{Name: "stations a tenth inside the ends, not told", Inset: 0.1,
		Says: "Nobody sees it: read at the very ends, where Ledge draws the stations."})
	add(of(mains, Taper), Trouble{Name: "stations a tenth inside the ends, told", Inset: 0.1, Told: true,
		Says: "Ledge draws the taper out to the ends, and asks for them."})
	add(mains, Trouble{Name: "a zero off by a division and a half", ZeroOff: 1.5,
		Says: "Nobody sees it, unless the zero is set anew: check it on its standard."})
	anew := mains
	anew.Zeros = true
	add(anew, Trouble{Name: "the same, each setting of the zero told", ZeroOff: 1.5,
		Says: "Ledge asks for a new zero where a size is near its limit, and averages both."})
	warm := Case{Kind: part.MainHousing, Plan: "2x3", Gauge: unit.Tenth, Hand: good, Rule: limit.Plain,
		Faults: []Fault{Taper, Oval, Size}}
	add(warm, Trouble{Name: "a block 10 °C warmer than the gauge, not told", Warm: 10,
		Says: "Nobody sees it here; where 5 °C is more than a fifth of the tolerance, Ledge asks about it first."})
	add(warm, Trouble{Name: "a block 10 °C warmer than the gauge, told", Warm: 10, Told: true,
		Says: "Told from the start, it does no harm."})
	add(mains, Trouble{Name: "a zero that drifts by two divisions while the set is read", Drift: 2,
		Says: "Nobody sees it in the sizes: check the zero at the end, too."})
	add(mains, Trouble{Name: "a hand that presses in one direction", Bias: unit.Tenth,
		Says: "It looks like an oval; reading again does not cure it. Let another read the set."})
	add(mains, Trouble{Name: "two bad parts", Two: true, Says: "Ledge sees it: each part is judged by itself."})
	lobed := of(mains, Lobed)
	lobed.Unseen = []Fault{Lobed}
	plainMains := limitsOf(part.MainJournal)
	plainMains.RunoutMax = nil
	lobed.Limits, lobed.Unit = &plainMains, unit.In
	add(lobed, Trouble{Name: "three lobes", Says: "No two-point gauge sees them; it is told as not seen. " +
		"Turn the part under an indicator, eight angles or more."})
	for _, dial := range []unit.Length{5 * unit.Tenth, unit.Tenth} {
		add(of(mains, Bent), Trouble{Name: "good shafts at 80 to 95 % of their runout, an indicator of " +
			dial.Format(unit.In) + " in", Dial: dial, Close: true,
			Says: "Ledge has a turn near its limit taken again, and averages. " +
				"A coarse indicator cannot tell them from bent ones: take a finer one."})
	}
	return rows
}
