package shop

import (
	"context"
	"slices"
	"strconv"
	"strings"

	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
	"ledge/internal/core/walk"
	"ledge/internal/shop/refuse"
	"ledge/internal/store"
	"ledge/internal/words"
)

// AnswerBody is one answer on the walk.
type AnswerBody struct {
	ID    string `json:"id" format:"uuid"`
	Topic string `json:"topic" minLength:"1" maxLength:"40"`
	Place string `json:"place" maxLength:"40"`
	Value string `json:"value" maxLength:"40" doc:"empty takes the answer back"`
	Note  string `json:"note" maxLength:"400"`
}

// WalkView is what is asked of the engine beside measuring, what was said, and what follows from it.
type WalkView struct {
	Items    []walk.Item    `json:"items"`
	Answers  []store.Answer `json:"answers"`
	Findings []walk.Concern `json:"findings"`
}

func walkOf(r store.Record, findings []inspection.Finding) WalkView {
	items := r.Items()
	topics := store.StampTopics()
	for _, kind := range part.Kinds.All() {
		topic, stamped := topics[kind]
		if !stamped {
			continue
		}
		if says, differs := stampDiffers(r, kind, topic, findings); differs {
			item := walk.StampHolds(topic)
			items = slices.DeleteFunc(items, func(i walk.Item) bool { return i.Topic == item.Topic })
			item.Help = says
			items = append(items, item)
		}
	}
	items = words.Items(items)
	// What was said of a part as it came says nothing of the one in its place.
	found := slices.DeleteFunc(walk.Find(items, r.Said()),
		func(f walk.Concern) bool { return r.Retired(part.Component(f.Component()), "") })
	return WalkView{Items: items, Answers: r.Answers, Findings: words.Findings(found)}
}

// stampDiffers tells that parts as they were found are of another size than what is stamped for them.
func stampDiffers(r store.Record, kind part.Kind, topic string, findings []inspection.Finding) (says string,
	differs bool) {
	i := slices.IndexFunc(r.Answers, func(a store.Answer) bool { return a.Topic == topic && a.Place == "" })
	if i < 0 {
		return "", false
	}
	step, err := unit.Parse(r.Answers[i].Value, r.Job.Unit)
	if err != nil {
		return "", false
	}
	for f := range findings {
		if one := &findings[f]; one.Kind == kind && one.State == part.AsFound && one.Component == "" &&
			one.SizeClass != nil && one.SizeClass.Abs() != step.Abs() {
			of := part.Ref{Kind: kind, Number: one.Number}
			return words.In(r.Job.Unit).Say(say.Of("stamp_differs", of, say.Class("stamp", step.Abs()),
				say.Class("measured", one.SizeClass.Abs()))), true
		}
	}
	return "", false
}

// Answer takes the answers to what is asked before measuring. sure tells that the person was asked
// about a stamp that looks mistyped, and it is so.
func (a *Application) Answer(ctx context.Context, id int64, said []AnswerBody, sure bool) (JobView, error) {
	view, err := a.view(ctx, id)
	if err != nil {
		return JobView{}, err
	}
	job, items := view.Job, view.Walk.Items
	answers := make([]store.Answer, len(said))
	for i, b := range said {
		b.Value = strings.TrimSpace(b.Value)
		where := "answers." + strconv.Itoa(i) + ".value"
		if why := walk.Refuses(items,
			walk.Answer{Topic: b.Topic, Place: b.Place, Value: b.Value, Note: b.Note}); why != nil {
			return JobView{}, refuse.At(where, words.In(job.Unit).Say(*why))
		}
		if err := checkStamp(items, b, job.Unit, where, sure); err != nil {
			return JobView{}, err
		}
		answers[i] = store.Answer{ID: b.ID, Topic: b.Topic, Place: b.Place, Value: b.Value, Note: b.Note}
	}
	return a.changed(ctx, id, a.store.AddAnswers(ctx, id, answers))
}

// SetHead changes customer, engine, duty or promised date of the version of a job that was seen.
func (a *Application) SetHead(ctx context.Context, id, version int64, head store.JobHead) (JobView, error) {
	if day := head.PromisedOn; day != nil {
		if err := refuse.UnlessDay("promised_on", *day); err != nil {
			return JobView{}, err
		}
	}
	return a.changed(ctx, id, a.store.SetHead(ctx, id, version, head))
}

// checkStamp refuses a stamp that is no size, and asks about one that looks mistyped.
func checkStamp(items []walk.Item, b AnswerBody, s unit.System, where string, sure bool) error {
	for _, item := range items {
		if item.Topic != b.Topic || !item.Length || b.Value == "" {
			continue
		}
		step, err := unit.Parse(b.Value, s)
		if err != nil {
			return refuse.At(where, words.Told("refuse.stamp"))
		}
		if likely, odd := limit.StampDoubt(step, s); odd && !sure {
			says := words.Told("refuse.stamp_large", "size", step.Show(s), "unit", s, "likely", likely.Show(s))
			return &refuse.Refusal{Says: says, Places: []refuse.Place{{Field: where, Says: says,
				Marks: unusual(likely)}}}
		}
	}
	return nil
}

// unusual asks about an entry, with what was likely meant.
func unusual(likely ...unit.Length) any {
	return map[string]any{"ask": "unusual", "likely": likely}
}
