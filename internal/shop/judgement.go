package shop

import (
	"context"
	"slices"
	"strings"

	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/shop/judge"
	"ledge/internal/shop/refuse"
	"ledge/internal/store"
	"ledge/internal/words"
)

// JudgementBody replaces a job's limits and policy.
type JudgementBody struct {
	Limits inspection.LimitSet `json:"limits"`
	Policy inspection.Policy   `json:"policy"`
	// Card is the version of a card that they were taken from; empty where from none.
	Card string `json:"card,omitempty" doc:"the id of a version of a card"`
}

// JudgementPreview is what other limits or another policy would change.
type JudgementPreview struct {
	Sets []SetChange `json:"sets"`
	// Parts are those that would stand otherwise.
	Parts []PartChange `json:"parts"`
}

// SetChange is a set that would be decided otherwise; left out is where it is not decided.
type SetChange struct {
	Set part.Set `json:"set"`
	// Component is the tag of the one whose set it is.
	Component string   `json:"component,omitempty"`
	Before    *SetLine `json:"before,omitempty"`
	After     *SetLine `json:"after,omitempty"`
}

// PartChange is a part that would stand otherwise.
type PartChange struct {
	Title  string        `json:"title"`
	Before limit.Verdict `json:"before"`
	After  limit.Verdict `json:"after"`
}

// preview compares the evaluation of a record with that of another one of the same parts.
func preview(ctx context.Context, record, other store.Record) (JudgementPreview, error) {
	ctx, cancel := judge.Within(ctx)
	defer cancel()
	before, index := record.Inspection()
	after, _ := other.Inspection()
	was, err := disposition.EvaluateWithin(ctx, before)
	if err != nil {
		return JudgementPreview{}, err
	}
	is, err := disposition.EvaluateWithin(ctx, after)
	if err != nil {
		return JudgementPreview{}, err
	}
	out := JudgementPreview{Sets: []SetChange{}, Parts: []PartChange{}}
	type key struct {
		set       part.Set
		component string
	}
	line := func(r disposition.Result, of key) *SetLine {
		for _, s := range r.Sets {
			if s.Set == of.set && s.Component == of.component {
				return &SetLine{Set: s.Set, Way: s.Way, Says: words.In(before.Unit).Way(s.Set, s.Way),
					Provisional: s.Provisional}
			}
		}
		return nil
	}
	seen := map[key]bool{}
	for _, s := range append(append([]disposition.Set{}, was.Sets...), is.Sets...) {
		of := key{s.Set, s.Component}
		if seen[of] {
			continue
		}
		seen[of] = true
		if x, y := line(was, of), line(is, of); (x == nil) != (y == nil) || x != nil && *x != *y {
			out.Sets = append(out.Sets, SetChange{s.Set, s.Component, x, y})
		}
	}
	for i := range was.Features {
		if x, y := was.Features[i].Worst(), is.Features[i].Worst(); x != y {
			out.Parts = append(out.Parts, PartChange{record.Features[index[i]].Name(), x, y})
		}
	}
	return out, nil
}

// ShopPolicy is the policy that new jobs of a unit start with, and its version.
func (a *Application) ShopPolicy(ctx context.Context, system unit.System) (inspection.Policy, int64, error) {
	return a.store.ShopPolicy(ctx, system)
}

// SetShopPolicy chooses the policy that new jobs of a unit start with; version is the one that was changed.
func (a *Application) SetShopPolicy(ctx context.Context, system unit.System, p inspection.Policy,
	version int64) error {
	if err := refuse.All(checkPolicy("", p)); err != nil {
		return err
	}
	return a.store.SetShopPolicy(ctx, system, p, version)
}

// PreviewJudgement is what other limits or another policy would change; nothing is stored.
func (a *Application) PreviewJudgement(ctx context.Context, job int64, b JudgementBody) (JudgementPreview, error) {
	record, err := a.store.Record(ctx, job)
	if err != nil {
		return JudgementPreview{}, err
	}
	if err := b.check(record.Job.Unit); err != nil {
		return JudgementPreview{}, err
	}
	other := record
	other.Job.Policy, other.Job.Limits = b.Policy, b.Limits
	return preview(ctx, record, other)
}

// SetJudgement replaces the limits and the policy of the version of a job that was seen. sure tells
// that the person was asked about limits that look mistyped, and they are so.
func (a *Application) SetJudgement(ctx context.Context, id, version int64, b JudgementBody,
	sure bool) (JobView, error) {
	job, err := a.store.Job(ctx, id)
	if err != nil {
		return JobView{}, err
	}
	if err := b.settled(job.Unit, sure); err != nil {
		return JobView{}, err
	}
	return a.changed(ctx, id, a.store.SetJudgement(ctx, id, version, b.Limits, b.Policy, b.Card))
}

// settled refuses what looks mistyped unless somebody is sure, and then what cannot be: thousandths typed as whole ones
// contradict each other without being wrong.
func (b JudgementBody) settled(s unit.System, sure bool) error {
	if err := b.ask(s); err != nil && !sure {
		return err
	}
	return b.check(s)
}

// check refuses what cannot be, by the same rules as the open file's reader.
func (b JudgementBody) check(s unit.System) error {
	places := checkLimits("limits.book", s, b.Limits.Book)
	places = append(places, checkLimits("limits.close", s, b.Limits.Close)...)
	places = append(places, checkPolicy("policy.", b.Policy)...)
	return refuse.All(places)
}

// ask asks about limits that look mistyped, each with what was likely meant.
func (b JudgementBody) ask(s unit.System) error {
	var places []refuse.Place
	for block, byKind := range map[string]map[part.Kind]limit.Limits{"book": b.Limits.Book, "close": b.Limits.Close} {
		for kind, l := range byKind {
			for _, d := range l.Doubts(s, kind.Quantity() != part.Size) {
				places = append(places, refuse.Place{Field: "limits." + block + "." + string(kind) + "." + d.Field,
					Says: words.In(s).Say(d.Why), Marks: unusual(d.Likely...)})
			}
		}
	}
	slices.SortFunc(places, func(x, y refuse.Place) int { return strings.Compare(x.Field, y.Field) })
	return refuse.All(places)
}

func checkPolicy(at string, p inspection.Policy) (places []refuse.Place) {
	for _, problem := range p.Problems() {
		places = append(places, refuse.Place{Field: at + problem.Field, Says: words.In(unit.MM).Say(problem.Why)})
	}
	return places
}

// checkLimits says what cannot be in a set of limits, field by field.
func checkLimits(at string, s unit.System, byKind map[part.Kind]limit.Limits) []refuse.Place {
	var places []refuse.Place
	for kind, l := range byKind {
		where := at + "." + string(kind)
		if !kind.Limited() {
			places = append(places, refuse.Place{Field: where, Says: words.Told("refuse.not_limited")})
			continue
		}
		for _, p := range l.Problems() {
			places = append(places, refuse.Place{Field: where + "." + p.Field, Says: words.In(s).Say(p.Why)})
		}
	}
	return places
}
