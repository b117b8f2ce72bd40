package shop

import (
	"context"
	"encoding/json"
	"fmt"
	"slices"
	"strconv"
	"sync"

	"ledge/internal/core/engine"
	"ledge/internal/core/part"
	"ledge/internal/core/schedule"
	"ledge/internal/core/unit"
	"ledge/internal/shop/judge"
	"ledge/internal/store"
)

// mostLines bounds what is kept of jobs for the list: so many lines, each of a few kilobytes.
const mostLines = 10_000

// A keptLine is what the list says of a job, and the work that its sets need: worked out once for each change of the
// job and each rate card, however many jobs there are.
type keptLine struct {
	Card   int64           `json:"card"`
	Line   JobLine         `json:"line"`
	Signed []schedule.Work `json:"signed"`
	All    []schedule.Work `json:"all"`
	// Whole tells that all its sets are decided, so that it has a cost and a day.
	Whole bool `json:"whole"`

	change int64
	// rev is the store's count of the job's changes, and stored tells that the store has the line.
	rev    int64
	stored bool
}

// keptLines are the lines of the jobs that were listed, and what was made of them last.
type keptLines struct {
	mu sync.Mutex
	of map[int64]keptLine
	// dated are all of them with their days, as long as nothing that they are made of changes.
	dated map[int64]JobLine
	made  string
}

func (k *keptLines) get(id, change, card int64) (keptLine, bool) {
	k.mu.Lock()
	defer k.mu.Unlock()
	one, ok := k.of[id]
	return one, ok && one.change == change && one.Card == card
}

func (k *keptLines) put(id int64, one keptLine) {
	k.mu.Lock()
	defer k.mu.Unlock()
	if k.of == nil || len(k.of) >= mostLines {
		k.of = map[int64]keptLine{}
	}
	k.of[id] = one
}

// unstored are the lines that the store lacks; they count as stored from now on.
func (k *keptLines) unstored() (lines map[int64]keptLine) {
	k.mu.Lock()
	defer k.mu.Unlock()
	lines = map[int64]keptLine{}
	for id, one := range k.of {
		if !one.stored {
			lines[id] = one
			one.stored = true
			k.of[id] = one
		}
	}
	return lines
}

// A Page is a part of a list: so many lines from one on.
type Page struct{ From, Most int }

// pageOf is the part of a list.
func pageOf[T any](p Page, all []T) []T {
	from := min(max(p.From, 0), len(all))
	return all[from:min(from+max(p.Most, 0), len(all))]
}

// List is a page of the shop's jobs, the late ones and then the soonest promised first, those that fit the words of a
// search; and how many there are in all.
func (a *Application) List(ctx context.Context, search string, p Page) (lines []JobLine, total int, err error) {
	ids, err := a.store.JobIDs(ctx, search)
	if err != nil {
		return nil, 0, err
	}
	all, err := a.dated(ctx)
	if err != nil {
		return nil, 0, err
	}
	lines = make([]JobLine, 0, len(ids))
	for _, id := range ids {
		if line, ok := all[id]; ok {
			lines = append(lines, line)
		}
	}
	today := date(a.store.Today())
	for i := range lines {
		promised := lines[i].PromisedOn
		lines[i].Late = promised != nil && (*promised < today || lines[i].ReadyOn > *promised)
	}
	slices.SortStableFunc(lines, func(x, y JobLine) int {
		switch {
		case x.Late == y.Late:
			return 0
		case x.Late:
			return -1
		}
		return 1
	})
	return pageOf(p, lines), len(lines), nil
}

// dated are the lines of all open jobs, with what each costs and when it is ready: the machines are shared by all
// jobs in the order of their promised dates, and only signed work keeps a machine busy for others.
func (a *Application) dated(ctx context.Context) (map[int64]JobLine, error) {
	ids, err := a.store.JobIDs(ctx, "")
	if err != nil {
		return nil, err
	}
	card, version, err := a.store.Rates(ctx)
	if err != nil {
		return nil, err
	}
	start := a.store.Today()
	made := a.madeOf(ids, version, date(start))
	a.listed.mu.Lock()
	known := a.listed.dated
	same := known != nil && a.listed.made == made
	a.listed.mu.Unlock()
	if same {
		return known, nil
	}
	shop := schedule.NewShop(card)
	lines := make(map[int64]JobLine, len(ids))
	for _, id := range ids {
		one, err := a.lineOf(ctx, id, card, version)
		if err != nil {
			return nil, err
		}
		line := one.Line
		if version > 0 && one.Whole {
			_, done := shop.Clone().Place(one.All)
			line.ReadyOn, line.Cost, line.Currency = date(shop.Ready(start, done)), schedule.Total(card, one.All),
				card.Currency
		}
		if version > 0 && len(one.Signed) > 0 {
			shop.Place(one.Signed)
		}
		lines[id] = line
	}
	a.listed.mu.Lock()
	a.listed.dated, a.listed.made = lines, made
	a.listed.mu.Unlock()
	return lines, nil
}

// madeOf names what the dated lines are made of: the jobs with their changes in the order of their dates, the card,
// the day.
func (a *Application) madeOf(ids []int64, version int64, day string) string {
	text := make([]byte, 0, 24*len(ids))
	text = fmt.Appendf(text, "%d %s", version, day)
	for _, id := range ids {
		text = strconv.AppendInt(append(text, ' '), id, 10)
		text = strconv.AppendInt(append(text, '.'), a.store.ChangeOf(id), 10)
	}
	return string(text)
}

// lineOf is what is kept of a job for the list; worked out anew where the job or the card has changed. One that
// cannot be read says so, and keeps nobody from the others.
func (a *Application) lineOf(ctx context.Context, id int64, card schedule.Card, version int64) (keptLine, error) {
	one := keptLine{change: a.store.ChangeOf(id), Card: version}
	if known, ok := a.listed.get(id, one.change, version); ok {
		return known, nil
	}
	var err error
	// The count comes first: what is worked out is of it, or of a later one that then keeps it from being stored.
	if one.rev, err = a.store.LineRev(ctx, id); err != nil {
		return one, err
	}
	view, err := a.view(ctx, id)
	if err == nil {
		one.Line = view.line()
		if version > 0 {
			one.Signed, one.All = works(view, card)
			one.Whole = len(one.All) == len(view.result.Sets) && len(one.All) > 0
		}
		a.listed.put(id, one)
		return one, nil
	}
	fault := judge.Unreadable(ctx, err)
	if fault == "" {
		return one, err
	}
	one.Line = JobLine{ID: id, Unit: unit.MM, Unreadable: fault, Came: []part.Component{}, Shaft: []engine.Journal{},
		Features: []FeatureLine{}, Sets: []SetLine{}, Waits: Waiting{For: ForReport}}
	one.stored = true // what is wrong with it is looked for at every start
	if one.Line.Number, err = a.store.JobNumber(ctx, id); err == nil {
		a.listed.put(id, one)
	}
	return one, err
}

// WarmUp takes in what an earlier run kept of the list, and works out the rest, so that nobody waits for it. By other
// rules than before nothing is taken.
func (a *Application) WarmUp(ctx context.Context) error {
	if a.rules != "" {
		ids, err := a.store.JobIDs(ctx, "")
		if err != nil {
			return err
		}
		changes := map[int64]int64{} // before the lines are read: what changes since is not of them
		for _, id := range ids {
			changes[id] = a.store.ChangeOf(id)
		}
		lines, err := a.store.Lines(ctx, a.rules)
		if err != nil {
			return err
		}
		for _, l := range lines {
			var one keptLine
			change, open := changes[l.JobID]
			if !open || json.Unmarshal([]byte(l.Body), &one) != nil {
				continue
			}
			one.change, one.rev, one.stored = change, l.Rev, true
			a.listed.put(l.JobID, one)
		}
	}
	_, err := a.dated(ctx)
	return err
}

// KeepLines keeps what was worked out of the list for the next start.
func (a *Application) KeepLines(ctx context.Context) error {
	if a.rules == "" {
		return nil
	}
	var lines []store.Line
	for id, one := range a.listed.unstored() {
		// What changed since is worked out anew first.
		if a.store.ChangeOf(id) != one.change {
			continue
		}
		body, err := json.Marshal(one)
		if err != nil {
			return err
		}
		lines = append(lines, store.Line{JobID: id, Rev: one.rev, Body: string(body)})
	}
	if len(lines) == 0 {
		return nil
	}
	return a.store.KeepLines(ctx, a.rules, lines)
}
