package simulate

import (
	"fmt"

	"ledge/internal/core/assembly"
	"ledge/internal/core/closed"
	"ledge/internal/core/engine"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// A Mistake is one that is made while an engine is built.
type Mistake string

// The mistakes.
const (
	NoMistake    Mistake = ""
	SwappedCaps  Mistake = "swapped_caps"  // caps 1 and 2 change places
	SwappedRod   Mistake = "swapped_rod"   // cap 2 on rod 1
	LowBolt      Mistake = "low_bolt"      // one bolt ends low
	RingDown     Mistake = "ring_down"     // a second ring upside down
	ShellShort   Mistake = "shell_short"   // a pair of rod shells is missing
	PistonTurned Mistake = "piston_turned" // a piston's mark to the rear
)

// Mistakes are all of them.
var Mistakes = closed.New(SwappedCaps, SwappedRod, LowBolt, RingDown, ShellShort, PistonTurned)

// Building is what somebody does who builds an engine by a plan, with one mistake or none: events in
// their order, each named by its place. The mistake is in what they do, not in what they write: nobody
// builds with a cap they know to be wrong.
func Building(j assembly.Job, p assembly.Plan, mistake Mistake, source Source) []assembly.Event {
	b := builder{job: j, plan: p, mistake: mistake, source: source}
	b.do(assembly.Event{What: assembly.SetPlan, Plan: &p})
	b.mains()
	for i, pair := range assembly.Pairs(j.Layout) {
		for _, n := range pair.Cylinders {
			b.piston(n)
		}
		b.do(assembly.Event{What: assembly.Turn, Number: i + 1, Torque: b.took(i + 1)})
	}
	for _, f := range assembly.StateOf(j, nil).Finals {
		value := 2 * unit.Thou
		if f.Window != nil {
			value = f.Window.Middle()
		}
		b.do(assembly.Event{What: assembly.Final, Kind: f.Kind, Number: f.Number, Value: &value, How: "bore_gauge"})
	}
	b.do(assembly.Event{What: assembly.Sign})
	return b.events
}

type builder struct {
	job     assembly.Job
	plan    assembly.Plan
	mistake Mistake
	source  Source
	events  []assembly.Event
}

func (b *builder) do(e assembly.Event) {
	e.ID = fmt.Sprintf("event %d", len(b.events)+1)
	b.events = append(b.events, e)
}

func (b *builder) took(pair int) *unit.Torque {
	return &unit.Torque{Milli: int64(4000 + 1500*pair), Unit: unit.NewtonMetre}
}

func (b *builder) mains() {
	for n := 1; n <= b.job.Layout.Mains; n++ {
		number := n
		if b.mistake == SwappedCaps && n <= 2 {
			number = 3 - n
		}
		b.do(assembly.Event{What: assembly.PutCap, Number: n, Cap: number, Way: assembly.Front})
	}
	b.card(assembly.Mains, 0)
	b.do(assembly.Event{What: assembly.Turn, Torque: b.took(0)})
}

func (b *builder) piston(n int) {
	for _, ring := range assembly.Rings.All() {
		way := assembly.Up
		if b.mistake == RingDown && ring == assembly.Second && n == 1 {
			way = assembly.Down
		}
		b.do(assembly.Event{What: assembly.PutRing, Number: n, Ring: ring, Way: way})
	}
	put := assembly.Event{What: assembly.PutRod, Number: n, Piston: n, Rod: n, Cap: n, Way: assembly.Front}
	if b.mistake == SwappedRod && n == 1 {
		put.Cap = 2
	}
	if b.mistake == PistonTurned && n == 1 {
		put.Way = assembly.Rear
	}
	b.do(put)
	b.card(assembly.Rods, n)
}

// card tightens one run as its card says; the torque reached at an angle lies within a twentieth of 100.
func (b *builder) card(g assembly.Group, of int) {
	c := b.plan.Of(g)
	if c == nil {
		return
	}
	if c.New {
		for n := 1; n <= c.Bolts(); n++ {
			b.do(assembly.Event{What: assembly.Bolt, Card: c.Key, Run: of, Bolt: n, New: true})
		}
	}
	for step := range c.Steps {
		for _, bolt := range c.Sequence() {
			e := assembly.Event{What: assembly.Tighten, Card: c.Key, Run: of, Step: step + 1, Bolt: bolt, Final: true}
			if c.Steps[step].Angle != nil {
				reached := int64(95_000 + 10_000*b.source.Float64())
				if b.mistake == LowBolt && g == assembly.Mains && bolt == 3 {
					reached = 70_000
				}
				e.Torque = &unit.Torque{Milli: reached, Unit: c.Unit}
			}
			b.do(e)
		}
	}
}

// Builder is a job and a plan to build by: a main card with an angle, a rod card with new bolts, and
// limits for what is measured last. Figures are invented.
func Builder(l engine.Layout) (assembly.Job, assembly.Plan) {
	torque := func(n int64) *unit.Torque { return &unit.Torque{Milli: n * 1000, Unit: unit.NewtonMetre} }
	angle := 90
	plan := assembly.Usual()
	plan.Cards = []assembly.Card{
		{Key: "main", Group: assembly.Mains, Unit: unit.NewtonMetre, Rows: 2, Columns: l.Mains,
			Steps: []assembly.Step{{Torque: torque(30)}, {Angle: &angle}}},
		{Key: "rod", Group: assembly.Rods, Unit: unit.NewtonMetre, Rows: 2, Columns: 1, New: true,
			Steps: []assembly.Step{{Torque: torque(20)}, {Torque: torque(45)}}},
	}
	play := limit.Limits{Clearance: &limit.Clearance{New: &limit.Range{Min: unit.Thou, Max: 3 * unit.Thou}}}
	gap := limit.Limits{New: &limit.Range{Min: 2 * unit.Thou, Max: 8 * unit.Thou}}
	return assembly.Job{Layout: l, There: part.WholeEngine(), Limits: func(kind part.Kind, _ int) limit.Limits {
		if kind.Journal() {
			return play
		}
		return gap
	}}, plan
}
