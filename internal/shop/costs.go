package shop

import (
	"context"
	"slices"
	"time"

	"ledge/internal/core/disposition"
	"ledge/internal/core/part"
	"ledge/internal/core/schedule"
	"ledge/internal/store"
	"ledge/internal/words"
)

// CostsView is what a job costs and when it is ready: each way of each set, the chosen ones together, and the
// combinations that are not worse in everything.
type CostsView struct {
	// Entered is false while the shop has no rate card: then nothing else is said.
	Entered  bool               `json:"entered"`
	Currency string             `json:"currency"`
	Choices  []schedule.SetWays `json:"choices"`
	// Chosen are the options that the totals stand for, one for each choice: asked for, else
	// signed, else advised.
	Chosen []int          `json:"chosen"`
	Cost   schedule.Money `json:"cost"`
	Ready  string         `json:"ready"`
	Late   bool           `json:"late"`
	Slots  []SlotView     `json:"slots"`
	Combos []Combo        `json:"combos"`
	// Unpriced names what the chosen work needs and the rate card says nothing of: it is not in the total.
	Unpriced []string `json:"unpriced"`
	Tried    int      `json:"tried"`
	Pruned   int      `json:"pruned"`
}

// SlotView is an operation or the coming of a part on the shop's calendar.
type SlotView struct {
	schedule.Slot
	Begins string `json:"begins"`
	Ends   string `json:"ends"`
}

// Combo is a combination of ways with its ready date.
type Combo struct {
	Options []int          `json:"options"`
	Cost    schedule.Money `json:"cost"`
	Ready   string         `json:"ready"`
	Days    int            `json:"days"`
	Off     int            `json:"off"`
}

// CostsBody asks what another choice would come to: the option of a set by its index.
type CostsBody struct {
	Options map[part.Set]int `json:"options"`
}

// Weigh is what a job costs and when it is ready, as chosen; nothing is stored. With a component
// named it is of that one in place of the one that came.
func (a *Application) Weigh(ctx context.Context, id int64, of part.Component, tag string,
	asked map[part.Set]int) (CostsView, error) {
	stand, err := a.standIn(ctx, id, of, tag)
	if err != nil {
		return CostsView{}, err
	}
	return a.weigh(ctx, id, stand, asked)
}

func (a *Application) weigh(ctx context.Context, id int64, stand store.StandIn,
	asked map[part.Set]int) (CostsView, error) {
	calendar, err := a.calendarOf(ctx, id)
	if err != nil || !calendar.entered {
		return calendar.weigh(JobView{}, nil), err
	}
	view, err := a.viewIn(ctx, id, stand)
	if err != nil {
		return CostsView{}, err
	}
	return calendar.weigh(view, asked), nil
}

// A calendar is the shop as it stands for one job: its rate card, and its machines with the work
// that comes before.
type calendar struct {
	card    schedule.Card
	entered bool
	shop    *schedule.Shop
	start   schedule.Day
}

func (a *Application) calendarOf(ctx context.Context, id int64) (c calendar, err error) {
	card, version, err := a.store.Rates(ctx)
	if c.card, c.entered = card, version > 0; err != nil || !c.entered {
		return c, err
	}
	c.start = a.store.Today()
	c.shop, err = a.shopBefore(ctx, c.card, version, id)
	return c, err
}

// weigh is what a job costs and when it is ready; the options asked for take the place of those that stand.
func (c calendar) weigh(view JobView, asked map[part.Set]int) CostsView {
	out := CostsView{Choices: []schedule.SetWays{}, Chosen: []int{}, Slots: []SlotView{}, Unpriced: []string{},
		Combos: []Combo{}}
	if !c.entered {
		return out
	}
	out.Entered, out.Currency = true, c.card.Currency
	out.Choices = schedule.Choices(view.result, view.counts, c.card)
	tradeoff := c.shop.Weigh(out.Choices)
	out.Tried, out.Pruned = tradeoff.Tried, tradeoff.Pruned
	for _, b := range tradeoff.Best {
		out.Combos = append(out.Combos, Combo{b.Options, b.Cost, date(c.shop.Ready(c.start, b.Done)),
			(b.Done + c.card.DayMinutes - 1) / c.card.DayMinutes, b.Off})
	}
	var chosen []schedule.Work
	for _, choice := range out.Choices {
		option, ok := asked[choice.Set]
		way := wayOf(choice, option)
		if !ok || way == nil {
			way = wayOf(choice, standing(view, choice.Set))
		}
		if way == nil {
			way = &choice.Ways[0]
		}
		out.Chosen, chosen = append(out.Chosen, way.Option), append(chosen, way.Work)
	}
	out.Cost = schedule.Total(c.card, chosen)
	for _, w := range schedule.Merged(chosen) {
		operations, parts := w.Unpriced(c.card)
		var titles []string
		for _, o := range operations {
			titles = append(titles, words.Operation(o))
		}
		for _, p := range parts {
			titles = append(titles, words.Bought(p))
		}
		for _, title := range titles {
			if !slices.Contains(out.Unpriced, title) {
				out.Unpriced = append(out.Unpriced, title)
			}
		}
	}
	slots, done := c.shop.Clone().Place(chosen)
	for _, s := range slots {
		if s.Title = words.Operation(s.Operation); s.Part {
			s.Title = words.Bought(s.What)
		}
		out.Slots = append(out.Slots, SlotView{s, date(c.shop.Ready(c.start, s.From+1)),
			date(c.shop.Ready(c.start, s.To))})
	}
	out.Ready = date(c.shop.Ready(c.start, done))
	out.Late = view.Job.PromisedOn != nil && out.Ready > *view.Job.PromisedOn
	return out
}

// shopBefore is the shop with the signed work of every job that was promised sooner.
func (a *Application) shopBefore(ctx context.Context, card schedule.Card, version, job int64) (*schedule.Shop, error) {
	shop := schedule.NewShop(card)
	ids, err := a.store.JobIDs(ctx, "")
	if err != nil {
		return nil, err
	}
	for _, id := range ids {
		if id == job {
			break // the list is in the order of the promised dates
		}
		// One that cannot be read keeps no machine busy that anybody knows of.
		one, err := a.lineOf(ctx, id, card, version)
		if err != nil {
			return nil, err
		}
		shop.Place(one.Signed)
	}
	return shop, nil
}

// works are what a job's signed decisions need, and what all its sets need as signed or advised.
func works(view JobView, card schedule.Card) (signed, all []schedule.Work) {
	for _, c := range schedule.Choices(view.result, view.counts, card) {
		way := wayOf(c, standing(view, c.Set))
		if way == nil {
			continue
		}
		all = append(all, way.Work)
		if slices.ContainsFunc(view.Decided.Signed, func(s Signed) bool { return s.Set == c.Set }) {
			signed = append(signed, way.Work)
		}
	}
	return signed, all
}

func wayOf(c schedule.SetWays, option int) *schedule.Way {
	for i := range c.Ways {
		if c.Ways[i].Option == option {
			return &c.Ways[i]
		}
	}
	return nil
}

// standing is the index of a set's option that was signed, else of the one that is advised; -1
// where neither is listed.
func standing(view JobView, set part.Set) int {
	i := slices.IndexFunc(view.result.Sets, func(s disposition.Set) bool { return s.Set == set })
	s := view.result.Sets[i]
	for _, signed := range view.Decided.Signed {
		if signed.Set == set {
			return s.OptionAt(signed.Way)
		}
	}
	return s.OptionAt(s.Way)
}

// date writes a day of the shop's calendar.
func date(d schedule.Day) string {
	return time.Unix(int64(d)*86400, 0).UTC().Format(time.DateOnly)
}
