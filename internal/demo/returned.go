package demo

import (
	"context"
	"fmt"
	"math/rand/v2"
	"slices"

	"github.com/google/uuid"

	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/shop"
	"ledge/internal/store"
	"ledge/internal/store/db"
)

// returnedJob is the job that shows what follows a decision.
const returnedJob = "L-0009"

// returned takes a job all the way: every set signed as advised, the sheets issued and sent, and
// most of it back from the shop and measured again. One rod journal came back too small.
func returned(ctx context.Context, a *shop.Application, job int64) error {
	if err := signAll(ctx, a, job, nil); err != nil {
		return err
	}
	asDecider := db.As(ctx, decider)
	view, err := a.Issue(asDecider, job, nil, true)
	if err != nil {
		return err
	}
	source := rand.New(rand.NewPCG(seed, 9))
	for _, o := range view.Orders.Issued {
		if o.Sheet != order.Grind && o.Sheet != order.Bore {
			continue
		}
		for _, what := range []store.OrderEventType{store.Sent, store.Returned} {
			if _, err := a.SayOfOrder(asDecider, job, o.ID,
				shop.OrderEventBody{ID: uuid.NewString(), What: what}); err != nil {
				return err
			}
		}
		if err := cameBack(ctx, a, job, o.Body, source); err != nil {
			return fmt.Errorf("%s: %w", o.Sheet, err)
		}
	}
	return begun(ctx, a, job)
}

// cameBack measures the lines of a sheet again; the last line of the bore sheet waits, and the
// second journal missed its order.
func cameBack(ctx context.Context, a *shop.Application, job int64, sheet order.Sheet, source *rand.Rand) error {
	made := map[string]bool{}
	for n, l := range sheet.Lines {
		if !l.Proven() || l.Min == nil || sheet.Name == order.Bore && n == len(sheet.Lines)-1 {
			continue
		}
		if key := string(l.Feature.Kind) + l.State; !made[key] {
			made[key] = true
			if _, err := a.AddState(ctx, job, l.Feature.Kind, l.Component, l.State, false); err != nil {
				return err
			}
		}
		middle := (*l.Min + *l.Max) / 2 / unit.Tenth * unit.Tenth
		if sheet.Name == order.Grind && n == 1 {
			middle = *l.Min - unit.Tenth
		}
		near := func() part.Value { return part.OfLength(middle + unit.Length(source.IntN(3)-1)*unit.Tenth) }
		at := store.Place{Kind: l.Feature.Kind, Number: l.Feature.Number, State: l.State, Component: l.Component}
		if err := measure(ctx, a, job, at, near); err != nil {
			return err
		}
	}
	return nil
}

// measure reads every place of a part.
func measure(ctx context.Context, a *shop.Application, job int64, at store.Place, size func() part.Value) error {
	view, err := a.View(ctx, job, "", "")
	if err != nil {
		return err
	}
	i := slices.IndexFunc(view.Features, func(f shop.FeatureView) bool {
		return f.Kind == at.Kind && f.Number == at.Number && f.State == at.State && f.Component == at.Component
	})
	for _, cell := range view.Features[i].ByStation {
		read := size()
		if _, err := a.TakeReading(ctx, job, shop.ReadingBody{ID: uuid.NewString(), Kind: at.Kind, Number: at.Number,
			State: at.State, Component: at.Component, Station: cell.Station, Direction: cell.Direction,
			What: store.TookSize, Value: &read}); err != nil {
			return err
		}
	}
	return nil
}
