package shop

import (
	"context"
	"slices"

	"ledge/internal/core/disposition"
	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/core/unit"
	"ledge/internal/shop/refuse"
	"ledge/internal/store"
	"ledge/internal/words"
)

// SearchQuery narrows a search over all jobs; what is left out does not.
type SearchQuery struct {
	Text   string             `query:"text" maxLength:"100"`
	Set    part.Set           `query:"set" maxLength:"30"`
	Action disposition.Action `query:"action" maxLength:"30"`
	Step   string             `query:"step" maxLength:"20" doc:"a decimal in the unit"`
	Kind   part.Kind          `query:"kind" maxLength:"30"`
	From   string             `query:"from" maxLength:"20" doc:"a decimal in the unit"`
	To     string             `query:"to" maxLength:"20" doc:"a decimal in the unit"`
	Unit   unit.System        `query:"unit" default:"in"`
}

// LearnedView is how the parts of an engine usually come in.
type LearnedView struct {
	Engine string `json:"engine"`
	// Unit is that of the latest job.
	Unit  unit.System   `json:"unit"`
	Jobs  int           `json:"jobs"`
	Parts []LearnedPart `json:"parts"`
}

// LearnedPart is the wear of one place over all jobs, in 0.1 nm, sorted.
type LearnedPart struct {
	Kind   part.Kind     `json:"kind"`
	Number int           `json:"number"`
	Wear   []unit.Length `json:"wear"`
	Median unit.Length   `json:"median"`
	// Limit is the wear limit of the latest job that has one.
	Limit *unit.Length `json:"limit,omitempty"`
}

// History is what happened to a job, or to one feature of a component, the latest first.
func (a *Application) History(ctx context.Context, job int64, kind part.Kind, number int,
	tag string) ([]store.Moment, error) {
	list, err := a.store.History(ctx, job, kind, number, tag)
	if err != nil {
		return nil, err
	}
	head, err := a.store.Job(ctx, job)
	if err != nil {
		return nil, err
	}
	speak := words.In(head.Unit)
	for i := range list {
		if p, ok := plan.Find(list[i].Plan); ok {
			list[i].Plan = words.Plan(p).Name
		}
		if m := &list[i]; m.Action != "" {
			way := disposition.Way{Action: m.Action, Shell: m.Shell, Method: m.Method}
			if m.Value != nil {
				way.Step = m.Value.Length()
			}
			m.Says = speak.Way(m.Set, way)
		}
	}
	return list, nil
}

// Search finds jobs of all years by words, decision or measured size.
func (a *Application) Search(ctx context.Context, q SearchQuery) ([]store.FoundJob, error) {
	search, err := q.search()
	if err != nil {
		return nil, err
	}
	found, err := a.store.Find(ctx, search)
	for i := range found {
		for j := range found[i].Decisions {
			d := &found[i].Decisions[j]
			d.Says = words.In(found[i].Unit).Way(d.Set, d.Way)
		}
	}
	return found, err
}

// search reads the decimals of a query.
func (q SearchQuery) search() (store.Search, error) {
	out := store.Search{Text: q.Text, Set: q.Set, Action: q.Action, Kind: q.Kind}
	for _, one := range []struct {
		name, text string
		to         **unit.Length
	}{{"step", q.Step, &out.Step}, {"from", q.From, &out.From}, {"to", q.To, &out.To}} {
		if one.text == "" {
			continue
		}
		l, err := unit.Parse(one.text, q.Unit)
		if err != nil {
			why := words.Told("refuse.no_size", "text", one.text)
			return out, &refuse.Refusal{Says: why, Places: []refuse.Place{{Asked: one.name, Says: why}}}
		}
		*one.to = &l
	}
	if (out.From == nil) != (out.To == nil) || out.From != nil && out.Kind == "" {
		says := words.Told("refuse.search")
		return out, &refuse.Refusal{Says: says, Places: []refuse.Place{{Asked: "from", Says: says}}}
	}
	return out, nil
}

// Learned reckons the wear of every place against its own job's limits, standard size only: a part
// that was machined before starts anew.
func (a *Application) Learned(ctx context.Context, engine string) (LearnedView, error) {
	view := LearnedView{Engine: engine, Unit: unit.In, Parts: []LearnedPart{}}
	worn, ids, err := a.store.WornParts(ctx, engine)
	if err != nil {
		return view, err
	}
	view.Jobs = len(ids)
	jobs := map[int64]store.Job{}
	if len(ids) > 0 {
		latest, err := a.store.Job(ctx, ids[0])
		if err != nil {
			return view, err
		}
		jobs[ids[0]], view.Unit = latest, latest.Unit
	}
	for _, w := range worn {
		job, known := jobs[w.JobID]
		if !known {
			if job, err = a.store.Job(ctx, w.JobID); err != nil {
				return view, err
			}
			jobs[w.JobID] = job
		}
		limits := job.Limits.Book[w.Kind].For(w.Number)
		wear, ok := limits.WornBy(w.Kind.Shaft(), w.Min, w.Max)
		if !ok {
			continue
		}
		i := slices.IndexFunc(view.Parts,
			func(p LearnedPart) bool { return p.Kind == w.Kind && p.Number == w.Number })
		if i < 0 {
			view.Parts, i = append(view.Parts, LearnedPart{Kind: w.Kind, Number: w.Number}), len(view.Parts)
		}
		view.Parts[i].Wear = append(view.Parts[i].Wear, wear)
		if limits.WearMax != nil {
			view.Parts[i].Limit = limits.WearMax
		}
	}
	for i := range view.Parts {
		slices.Sort(view.Parts[i].Wear)
		view.Parts[i].Median = view.Parts[i].Wear[len(view.Parts[i].Wear)/2]
	}
	slices.SortFunc(view.Parts, func(x, y LearnedPart) int {
		if x.Kind != y.Kind {
			return slices.Index(part.AsDecided(), x.Kind) - slices.Index(part.AsDecided(), y.Kind)
		}
		return x.Number - y.Number
	})
	return view, nil
}

// Pace is how long readings usually take in this shop.
type Pace struct {
	Kinds map[part.Kind]int64 `json:"kinds" doc:"milliseconds a reading, of kinds that enough were taken of"`
}

// Pace tells how long a reading of each kind usually takes here, from the shop's latest jobs.
func (a *Application) Pace(ctx context.Context) (Pace, error) {
	kinds, err := a.store.Pace(ctx)
	return Pace{kinds}, err
}
