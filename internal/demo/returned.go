package demo

import (
	"context"
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"slices"
	"time"

	"github.com/google/uuid"

	"ledge/internal/core/disposition"
	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/store"
	"ledge/internal/words"
)

// returnedJob is the job that shows what follows a decision.
const returnedJob = "L-0009"

// returned takes a job all the way: every set signed as advised, the sheets issued and sent, and
// most of it back from the shop and measured again. One rod journal came back too small.
func returned(ctx context.Context, s *store.Store, id int64, today time.Time) error {
	record, err := s.Record(ctx, id)
	if err != nil {
		return err
	}
	in, _ := record.Inspection()
	result := disposition.Evaluate(in)
	words.In(in.Unit).Result(&result)
	var decided []order.Decided
	for _, set := range result.Sets {
		basis, err := json.Marshal(set)
		if err != nil {
			return err
		}
		if err := s.AddDecision(store.As(ctx, decider),
			store.Decision{ID: uuid.NewString(), JobID: id, Set: set.Set, Way: set.Way, Basis: string(basis)},
			0); err != nil {
			return err
		}
		decided = append(decided, order.Decided{Set: set, Option: *set.Option(set.Way), By: decider})
	}
	sheets := order.Sheets(in, result, decided, order.CountsOf(in), nil)
	for today.Weekday() != time.Monday {
		today = today.AddDate(0, 0, -1)
	}
	for i := range sheets {
		words.In(in.Unit).Sheet(&sheets[i])
		for j := range sheets[i].Steps {
			sheets[i].Steps[j].Begins, sheets[i].Steps[j].Ends = today.AddDate(0, 0, j).Format(time.DateOnly),
				today.AddDate(0, 0, j+1).Format(time.DateOnly)
		}
	}
	if err := s.IssueOrders(store.As(ctx, decider), id,
		func(store.Record) (store.Issue, error) { return store.Issue{Sheets: sheets}, nil }); err != nil {
		return err
	}
	if record, err = s.Record(ctx, id); err != nil {
		return err
	}
	source := rand.New(rand.NewPCG(seed, 9))
	for _, o := range record.Orders {
		for _, what := range []store.OrderWhat{store.Sent, store.Returned} {
			if o.Sheet != order.Grind && o.Sheet != order.Bore {
				continue
			}
			if err := s.AddOrderEvents(store.As(ctx, decider), id,
				[]store.OrderEvent{{ID: uuid.NewString(), OrderID: o.ID, What: what}}); err != nil {
				return err
			}
		}
		if o.Sheet == order.Grind || o.Sheet == order.Bore {
			if err := cameBack(ctx, s, id, o.Body, source); err != nil {
				return fmt.Errorf("%s: %w", o.Sheet, err)
			}
		}
	}
	return nil
}

// decider signs the demo's decisions.
const decider = "Ida Lorn"

// cameBack measures the lines of a sheet again; the last line of the bore sheet waits, and the
// second journal missed its order.
func cameBack(ctx context.Context, s *store.Store, id int64, sheet order.Sheet, source *rand.Rand) error {
	made := map[string]bool{}
	for n, l := range sheet.Lines {
		if !l.Proven() || l.Min == nil || sheet.Name == order.Bore && n == len(sheet.Lines)-1 {
			continue
		}
		if key := string(l.Feature.Kind) + l.State; !made[key] {
			made[key] = true
			if err := s.AddState(ctx, id, l.Feature.Kind, l.Component, l.State); err != nil {
				return err
			}
		}
		place := store.Place{Kind: l.Feature.Kind, Number: l.Feature.Number, State: l.State, Component: l.Component}
		record, err := s.Record(ctx, id)
		if err != nil {
			return err
		}
		i := slices.IndexFunc(record.Features, func(f store.Feature) bool {
			return f.Kind == place.Kind && f.Number == place.Number && f.State == place.State &&
				f.Component == place.Component
		})
		middle := (*l.Min + *l.Max) / 2 / unit.Tenth * unit.Tenth
		if sheet.Name == order.Grind && n == 1 {
			middle = *l.Min - unit.Tenth
		}
		for station := range record.Features[i].Stations {
			for direction := range record.Features[i].Columns() {
				size := part.OfLength(middle + unit.Length(source.IntN(3)-1)*unit.Tenth)
				if _, err := s.AddReading(ctx, id, place,
					store.Reading{ID: uuid.NewString(), Station: station, Direction: direction,
						What: store.Size, Value: &size}, false); err != nil {
					return err
				}
			}
		}
	}
	return nil
}
