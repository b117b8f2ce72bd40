package shop_test

import (
	"context"
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"slices"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/core/unit"
	"ledge/internal/demo/demotest"
	"ledge/internal/shop"
	"ledge/internal/store"
	"ledge/internal/store/db"
)

// opened is the demo's shop, and who works in it.
func opened(t *testing.T) (*shop.Application, context.Context) {
	t.Helper()
	s := demotest.Store(t)
	return shop.New(shop.Options{Store: s}), db.As(t.Context(), "Wanda Pell")
}

// atBench is what of a job a bench shows: each part with its tape and what is found of it, the fits
// in no order, and how the sets stand.
type atBench struct {
	change   int64
	features map[int64]shop.FeatureView
	findings map[int64]inspection.Finding
	fits     map[string][]disposition.Fit
	said     []shop.SetLine
	asked    []shop.SetAsks
	// rest is what of the view is sent whole where it changed, or never changes with a reading.
	rest shop.JobView
}

func shown(v shop.JobView) atBench {
	b := atBench{v.Change, map[int64]shop.FeatureView{}, map[int64]inspection.Finding{},
		map[string][]disposition.Fit{}, v.Said, v.Asked, v}
	b.rest.Change, b.rest.Features, b.rest.Evaluation = 0, nil, shop.Evaluation{}
	b.rest.Said, b.rest.Asked = nil, nil
	for _, f := range v.Features {
		if f.Finding >= 0 {
			b.findings[f.ID] = v.Evaluation.Features[f.Finding]
		}
		f.Finding = 0
		b.features[f.ID] = f
	}
	for _, f := range v.Evaluation.Fits {
		key := fmt.Sprint(f.Kind, f.Number, f.Component)
		b.fits[key] = append(b.fits[key], f)
	}
	return b
}

// take makes of a bench what an answer says.
func (b *atBench) take(t *testing.T, answer shop.ReadingAnswer) {
	t.Helper()
	require.Equal(t, b.change, answer.Follows)
	b.change = answer.Change
	b.said = slices.Clone(b.said)
	for _, line := range answer.Said {
		if i := slices.IndexFunc(b.said, func(s shop.SetLine) bool { return s.Set == line.Set }); i >= 0 {
			b.said[i] = line
		}
	}
	if answer.Anew {
		b.said = answer.Said
	}
	if answer.Asked != nil {
		b.asked = *answer.Asked
	}
	if answer.Next != nil {
		b.rest.Next = answer.Next
	}
	if answer.Ordered != nil {
		b.rest.Ordered = *answer.Ordered
	}
	if answer.Walk != nil {
		b.rest.Walk = *answer.Walk
	}
	if answer.Building != nil {
		b.rest.Building = answer.Building
	}
	if answer.Bend != nil {
		b.rest.Bend = nil
		for i := range *answer.Bend {
			b.rest.Bend = &(*answer.Bend)[i]
		}
	}
	for _, c := range answer.Features {
		f := b.features[c.ID]
		f.Standing, f.Expected, f.Mating = c.Standing, c.Expected, c.Mating
		if c.ByStation != nil {
			f.ByStation, f.ByDirection = cells(c.ByStation), cells(c.ByDirection)
		}
		f.Tape = slices.Clone(f.Tape)
		for i := range f.Tape {
			if by, gone := c.Superseded[f.Tape[i].ID]; gone {
				f.Tape[i].SupersededBy = &by
			}
		}
		f.Tape = append(f.Tape, c.Lines...)
		b.features[c.ID] = f
		switch {
		case !c.Recorded:
			delete(b.findings, c.ID)
		case c.Finding != nil:
			b.findings[c.ID] = *c.Finding
		case c.Checks != nil || c.Order != nil:
			f := b.findings[c.ID]
			f.Checks = reordered(f.Checks, c)
			b.findings[c.ID] = f
		}
		if f, held := b.findings[c.ID]; held {
			f.Checks = slices.Clone(f.Checks)
			for i, u := range c.U {
				f.Checks[i].U = u
			}
			if c.Notes != nil {
				f.Notes = *c.Notes
			}
			if q := c.Quick; q != nil {
				f.Quick, f.Complete, f.Missing = q.Quick, q.Complete, q.Missing
			}
			b.findings[c.ID] = f
		}
	}
	for _, c := range answer.Fits {
		key := fmt.Sprint(c.Kind, c.Number, c.Component)
		if b.fits[key] = c.Fits; len(c.Fits) == 0 {
			delete(b.fits, key)
		}
	}
}

// reordered are a part's checks with those that changed, in the order they have now.
func reordered(held []limit.Check, c shop.FeatureChange) (checks []limit.Check) {
	order := c.Order
	if order == nil {
		for _, check := range held {
			order = append(order, check.Name)
		}
	}
	for _, name := range order {
		named := func(check limit.Check) bool { return check.Name == name }
		if i := slices.IndexFunc(c.Checks, named); i >= 0 {
			checks = append(checks, c.Checks[i])
		} else {
			checks = append(checks, held[slices.IndexFunc(held, named)])
		}
	}
	return checks
}

func cells(pairs [][2]int) (path []plan.Cell) {
	for _, p := range pairs {
		path = append(path, plan.Cell{Station: p[0], Direction: p[1]})
	}
	return path
}

func (b atBench) text(t *testing.T) string {
	t.Helper()
	text, err := json.Marshal(map[string]any{"features": b.features, "findings": b.findings, "fits": b.fits,
		"said": b.said, "asked": b.asked, "rest": b.rest})
	require.NoError(t, err)
	return string(text)
}

// What a reading's answer says changed makes of a bench's job the one that is asked for whole: sizes,
// repeats, skips and cleared places, of every kind, half of them typed over others. And it is short.
func TestAnAnswerCarriesWhatChanged(t *testing.T) {
	const most = 6000
	a, ctx := opened(t)
	random := rand.New(rand.NewPCG(1, 6))
	for _, job := range []int64{4, 6} {
		view, err := a.SetQuick(ctx, job, part.MainJournal, "", true)
		require.NoError(t, err)
		bench := shown(view)
		for i := range 150 {
			f := view.Features[random.IntN(len(view.Features))]
			cell := f.ByStation[random.IntN(len(f.ByStation))]
			b := shop.ReadingBody{ID: uuid.NewString(), Kind: f.Kind, Number: f.Number, State: f.State,
				Component: f.Component, Station: cell.Station, Direction: cell.Direction, Unusual: true}
			value := part.OfLength(unit.Length(random.IntN(100)) * unit.Tenth / 10)
			if f.Expected != nil {
				value = part.OfLength(f.Expected.Size + unit.Length(random.IntN(20)-10)*unit.Tenth)
			}
			switch random.IntN(8) {
			case 0:
				reason := "oil hole"
				b.What, b.Reason = store.Skip, &reason
			case 1:
				b.What = "clear"
			default:
				b.What, b.Value, b.Repeat = store.TookSize, &value, random.IntN(3) == 0
			}
			answer, err := a.TakeReading(ctx, job, b)
			require.NoError(t, err)
			text, err := json.Marshal(answer)
			require.NoError(t, err)
			assert.Less(t, len(text), most, "%s %d", f.Kind, f.Number)
			bench.take(t, answer)
			view, err = a.View(ctx, job, "", "")
			require.NoError(t, err)
			require.JSONEq(t, shown(view).text(t), bench.text(t), "reading %d of job %d: %s of %s",
				i, job, b.What, f.Title)
		}
	}
}

// An answer says which state of the job it goes on from: who missed another's reading asks for the
// whole; one sent again changes nothing.
func TestAnAnswerSaysWhatItFollows(t *testing.T) {
	a, ctx := opened(t)
	view, err := a.View(ctx, 4, "", "")
	require.NoError(t, err)
	size := part.OfLength(unit.MustParse("54.990", unit.MM))
	b := shop.ReadingBody{ID: uuid.NewString(), Kind: part.MainJournal, Number: 2, State: part.AsFound,
		What: store.TookSize, Value: &size}
	first, err := a.TakeReading(ctx, 4, b)
	require.NoError(t, err)
	assert.Equal(t, view.Change, first.Follows)
	assert.Greater(t, first.Change, first.Follows)
	again, err := a.TakeReading(ctx, 4, b)
	require.NoError(t, err)
	assert.Equal(t, first.Change, again.Follows)
	assert.Equal(t, first.Change, again.Change)
	assert.Empty(t, again.Features)
	assert.Equal(t, first.Reading, again.Reading)
}
