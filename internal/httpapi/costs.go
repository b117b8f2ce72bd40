package httpapi

import (
	"context"
	"net/http"
	"slices"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/core/disposition"
	"ledge/internal/core/schedule"
	"ledge/internal/store"
)

// CostsView is what a job costs and when it is ready: each way of each set, the chosen ones together, and the
// combinations that are not worse in everything.
type CostsView struct {
	// Entered is false while the shop has no rate card: then nothing else is said.
	Entered  bool              `json:"entered"`
	Currency string            `json:"currency"`
	Choices  []schedule.Choice `json:"choices"`
	// Chosen are the options that the totals stand for, one for each choice: asked for, else signed, else advised.
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
	Options map[disposition.SetName]int `json:"options"`
}

func (a resources) costs(api huma.API) {
	register(api, store.Viewer, huma.Operation{OperationID: "weigh-costs", Method: http.MethodPost, Path: "/api/v1/jobs/{id}/costs", DefaultStatus: http.StatusOK,
		Summary: "What a job costs and when it is ready, as chosen; nothing is stored"},
		func(ctx context.Context, in *struct {
			ID   int64 `path:"id"`
			Body CostsBody
		}) (*struct{ Body CostsView }, error) {
			view, err := a.weigh(ctx, in.ID, in.Body.Options)
			if err != nil {
				return nil, a.fail(ctx, err)
			}
			return &struct{ Body CostsView }{view}, nil
		})
}

func (a resources) weigh(ctx context.Context, id int64, asked map[disposition.SetName]int) (CostsView, error) {
	out := CostsView{Choices: []schedule.Choice{}, Chosen: []int{}, Slots: []SlotView{}, Unpriced: []string{}, Combos: []Combo{}}
	card, entered, err := a.store.Rates(ctx)
	if err != nil || !entered {
		return out, err
	}
	view, err := a.view(ctx, id)
	if err != nil {
		return out, err
	}
	shop, err := a.shopBefore(ctx, card, view.Job)
	if err != nil {
		return out, err
	}
	out.Entered, out.Currency = true, card.Currency
	out.Choices = schedule.Choices(view.decided, view.counts, card)
	start := a.store.Today()
	tradeoff := shop.Weigh(out.Choices)
	out.Tried, out.Pruned = tradeoff.Tried, tradeoff.Pruned
	for _, c := range tradeoff.Best {
		out.Combos = append(out.Combos, Combo{c.Options, c.Cost, date(shop.Ready(start, c.Done)), (c.Done + card.DayMinutes - 1) / card.DayMinutes, c.Off})
	}
	var chosen []schedule.Work
	for _, c := range out.Choices {
		option, ok := asked[c.Set]
		way := wayOf(c, option)
		if !ok || way == nil {
			way = wayOf(c, standing(view, c.Set))
		}
		if way == nil {
			way = &c.Ways[0]
		}
		out.Chosen, chosen = append(out.Chosen, way.Option), append(chosen, way.Work)
	}
	out.Cost = schedule.Total(card, chosen)
	for _, w := range schedule.Merged(chosen) {
		for _, title := range w.Unpriced(card) {
			if !slices.Contains(out.Unpriced, title) {
				out.Unpriced = append(out.Unpriced, title)
			}
		}
	}
	slots, done := shop.Place(chosen)
	for _, s := range slots {
		out.Slots = append(out.Slots, SlotView{s, date(shop.Ready(start, s.From+1)), date(shop.Ready(start, s.To))})
	}
	out.Ready = date(shop.Ready(start, done))
	out.Late = view.Job.PromisedOn != nil && out.Ready > *view.Job.PromisedOn
	return out, nil
}

// shopBefore is the shop with the signed work of every job that was promised sooner.
func (a resources) shopBefore(ctx context.Context, card schedule.Card, job store.Job) (*schedule.Shop, error) {
	shop := schedule.NewShop(card)
	ids, err := a.store.JobIDs(ctx, "")
	if err != nil {
		return nil, err
	}
	for _, id := range ids {
		if id == job.ID {
			break // the list is in the order of the promised dates
		}
		view, err := a.view(ctx, id)
		if err != nil {
			return nil, err
		}
		signed, _ := works(view, card)
		shop.Place(signed)
	}
	return shop, nil
}

// dates adds to the lines what each job costs and when it is ready, with the machines shared by all jobs in the order
// of their promised dates. Only signed work keeps a machine busy for others.
func (a resources) dates(ctx context.Context, lines []JobLine) error {
	card, entered, err := a.store.Rates(ctx)
	if err != nil || !entered {
		return err
	}
	ids, err := a.store.JobIDs(ctx, "")
	if err != nil {
		return err
	}
	shop, start := schedule.NewShop(card), a.store.Today()
	for _, id := range ids {
		view, err := a.view(ctx, id)
		if err != nil {
			return err
		}
		signed, all := works(view, card)
		if i := slices.IndexFunc(lines, func(l JobLine) bool { return l.ID == id }); i >= 0 && len(all) == len(view.decided.Sets) && len(all) > 0 {
			_, done := shop.Clone().Place(all)
			lines[i].ReadyOn, lines[i].Cost, lines[i].Currency = date(shop.Ready(start, done)), schedule.Total(card, all), card.Currency
		}
		shop.Place(signed)
	}
	return nil
}

// works are what a job's signed decisions need, and what all its sets need as signed or advised.
func works(view JobView, card schedule.Card) (signed, all []schedule.Work) {
	for _, c := range schedule.Choices(view.decided, view.counts, card) {
		way := wayOf(c, standing(view, c.Set))
		if way == nil {
			continue
		}
		all = append(all, way.Work)
		if slices.ContainsFunc(view.Signed, func(s Signed) bool { return s.Set == c.Set }) {
			signed = append(signed, way.Work)
		}
	}
	return signed, all
}

func wayOf(c schedule.Choice, option int) *schedule.Way {
	for i := range c.Ways {
		if c.Ways[i].Option == option {
			return &c.Ways[i]
		}
	}
	return nil
}

// standing is the index of a set's option that was signed, else of the one that is advised; -1 where neither is listed.
func standing(view JobView, set disposition.SetName) int {
	i := slices.IndexFunc(view.decided.Sets, func(s disposition.Set) bool { return s.Set == set })
	s := view.decided.Sets[i]
	for _, signed := range view.Signed {
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
