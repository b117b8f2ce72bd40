package demo

import (
	"context"
	"math/rand/v2"

	"github.com/google/uuid"

	"ledge/internal/core/assembly"
	"ledge/internal/core/engine"
	"ledge/internal/core/unit"
	"ledge/internal/shop"
	"ledge/internal/store/db"
)

// torqueCards are the invented makes' torque cards and ring patterns, as their invented handbooks have them.
func torqueCards(l engine.Layout) *assembly.Plan {
	torque := func(n int64) assembly.Step {
		return assembly.Step{Torque: &unit.Torque{Milli: n * 1000, Unit: unit.PoundFoot}}
	}
	angle := func(degrees int) assembly.Step { return assembly.Step{Angle: &degrees} }
	longest := unit.MustParse("2.5650", unit.In)
	return &assembly.Plan{Gaps: "quarters", Marked: []assembly.Ring{assembly.Top, assembly.Second},
		NumberSide: "camshaft", Cards: []assembly.Card{
			{Key: "main", Group: assembly.Mains, Unit: unit.PoundFoot, Rows: 2, Columns: l.Mains, Lubricant: "engine oil",
				Where: "threads and washers", Steps: []assembly.Step{torque(30), torque(60), angle(45)}, Uses: 5,
				Source: "Maker's handbook, page 51"},
			{Key: "rod", Group: assembly.Rods, Unit: unit.PoundFoot, Rows: 2, Columns: 1, Lubricant: "engine oil",
				Where: "threads", Steps: []assembly.Step{torque(20), torque(38)}, Uses: 3, Longest: &longest,
				Source: "Maker's handbook, page 52"},
			{Key: "plate", Group: assembly.Plate, Unit: unit.PoundFoot, Rows: 2, Columns: l.Cylinders/l.Banks() + 1,
				Lubricant: "engine oil", Where: "threads", Steps: []assembly.Step{torque(35), torque(70)},
				Source: "As the head"},
		}}
}

// begun takes the returned job as far as its crankshaft: cards told, shells here, mains tightened and turned, the
// first rings filed.
func begun(ctx context.Context, a *shop.Application, job int64) error {
	ctx = db.As(ctx, bench)
	view, err := a.View(ctx, job, "", "")
	if err != nil {
		return err
	}
	plan := torqueCards(view.Job.Told())
	source := rand.New(rand.NewPCG(seed, 19))
	do := func(e assembly.Event) {
		if err == nil {
			e.ID = uuid.NewString()
			_, err = a.DoAssembly(ctx, job, e)
		}
	}
	do(assembly.Event{What: assembly.SetPlan, Plan: plan})
	built, err2 := a.Assembly(ctx, job)
	if err2 != nil {
		return err2
	}
	for i, p := range built.Parts {
		facts := assembly.PartFacts{Ordered: &p.Count}
		if i%2 == 0 {
			facts.Arrived = &p.Count
		}
		supplier := "Weir Street Bearings"
		facts.Supplier = &supplier
		do(assembly.Event{What: assembly.Buy, Line: p.Key, Part: &facts})
	}
	for n := 1; n <= view.Job.Mains; n++ {
		do(assembly.Event{What: assembly.PutCap, Number: n, Cap: n})
	}
	main := plan.Of(assembly.Mains)
	for step := range main.Steps {
		for _, bolt := range main.Sequence() {
			e := assembly.Event{What: assembly.Tighten, Card: main.Key, Step: step + 1, Bolt: bolt, Final: true}
			if main.Steps[step].Angle != nil {
				e.Torque = &unit.Torque{Milli: 88_000 + 500*int64(source.IntN(9)), Unit: unit.PoundFoot}
			}
			do(e)
		}
	}
	do(assembly.Event{What: assembly.Turn, Torque: &unit.Torque{Milli: 3500, Unit: unit.PoundFoot}})
	for _, gap := range []struct {
		ring assembly.Ring
		gaps []string
	}{{assembly.Top, []string{"0.009", "0.012", "0.014"}}, {assembly.Second, []string{"0.010"}}} {
		for _, text := range gap.gaps {
			value := unit.MustParse(text, unit.In)
			do(assembly.Event{What: assembly.Gap, Number: 1, Ring: gap.ring, Value: &value})
		}
	}
	return err
}

// tightened gives the sawmill's engine the torque cards that its card has.
func tightened(ctx context.Context, a *shop.Application, sawmill int64) error {
	ctx = db.As(ctx, bench)
	view, err := a.View(ctx, sawmill, "", "")
	if err != nil {
		return err
	}
	_, err = a.DoAssembly(ctx, sawmill, assembly.Event{ID: uuid.NewString(), What: assembly.SetPlan,
		Plan: torqueCards(view.Job.Told())})
	return err
}
