package shop

import (
	"cmp"
	"context"
	"encoding/json"
	"slices"
	"strings"

	"github.com/google/uuid"

	"ledge/internal/core/disposition"
	"ledge/internal/core/engine"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/core/schedule"
	"ledge/internal/core/unit"
	"ledge/internal/shop/refuse"
	"ledge/internal/store"
	"ledge/internal/words"
)

// JobLine is a job as the shop sees it.
type JobLine struct {
	ID         int64       `json:"id"`
	Number     string      `json:"number"`
	Customer   string      `json:"customer"`
	Engine     string      `json:"engine"`
	Unit       unit.System `json:"unit"`
	PromisedOn *string     `json:"promised_on,omitempty"`
	// ReadyOn and Cost are those of its decisions as signed, or as advised; empty without a rate
	// card or while sets are still to be measured.
	ReadyOn  string         `json:"ready_on,omitempty"`
	Cost     schedule.Money `json:"cost,omitempty"`
	Currency string         `json:"currency,omitempty"`
	// Came is what came in, Shaft the crankshaft of the engine that it is of.
	Came     []part.Component `json:"came"`
	Shaft    []engine.Journal `json:"shaft"`
	Features []FeatureLine    `json:"features"`
	Sets     []SetLine        `json:"sets"`
	// Late tells that the promised day is over, or comes before it can be ready; Waits what it waits for.
	Late  bool    `json:"late,omitempty"`
	Waits Waiting `json:"waits"`
	// Unreadable says what is wrong with a job that cannot be shown; empty for all others.
	Unreadable string `json:"unreadable,omitempty"`
}

// FeatureLine is how far one part is.
type FeatureLine struct {
	Kind     part.Kind `json:"kind"`
	Number   int       `json:"number"`
	Complete bool      `json:"complete"`
	// Standing is its worst verdict.
	Standing limit.Verdict `json:"standing"`
}

// SetLine is a set's decision in short.
type SetLine struct {
	Set part.Set `json:"set"`
	disposition.Way
	// Says is how it reads.
	Says        string `json:"says"`
	Provisional bool   `json:"provisional"`
	Signed      bool   `json:"signed"`
}

// SetAsks is what one set asks for.
type SetAsks struct {
	Set       part.Set          `json:"set"`
	Component string            `json:"component,omitempty"`
	Asks      []disposition.Ask `json:"asks"`
}

// NewJobBody is what a person fills in to start a job.
type NewJobBody struct {
	Number            string             `json:"number,omitempty" maxLength:"20" doc:"the next free one where empty"`
	Customer          string             `json:"customer" maxLength:"200"`
	Engine            string             `json:"engine" minLength:"1" maxLength:"200"`
	Duty              inspection.Duty    `json:"duty"`
	Came              []part.Component   `json:"came,omitempty" maxItems:"5" doc:"what came in; a crankshaft alone where left out"`
	Unit              unit.System        `json:"unit"`
	PromisedOn        string             `json:"promised_on,omitempty" pattern:"^([0-9]{4}-[0-9]{2}-[0-9]{2})?$"`
	Arrangement       engine.Arrangement `json:"arrangement"`
	Cylinders         int                `json:"cylinders" minimum:"1" maximum:"48"`
	Mains             int                `json:"mains,omitempty" minimum:"0" maximum:"49"`
	Throws            int                `json:"throws,omitempty" minimum:"0" maximum:"48"`
	CylindersPerThrow int                `json:"cylinders_per_throw,omitempty" minimum:"0" maximum:"4"`
	ID                string             `json:"id" format:"uuid" doc:"an id made by the client: sending it twice makes one job"`
	Pins              [][]int            `json:"pins,omitempty" maxItems:"48" doc:"the rods on each throw, where they do not follow each other"`
	CopyFrom          int64              `json:"copy_from,omitempty" doc:"the job whose limits and policy are copied"`
	Card              string             `json:"card,omitempty" doc:"the id of the version of a card that it takes"`
	BackOf            int64              `json:"back_of,omitempty" doc:"the job that the engine comes back from: its limits, its card and its sizes are taken"`
	JournalPlan       string             `json:"journal_plan,omitempty" doc:"the plan for main and rod journals"`
	TurnPlan          string             `json:"turn_plan,omitempty" doc:"the plan for the turning shaft: every 45°, every 30°, or its total alone"`
	Quick             bool               `json:"quick,omitempty" doc:"journals are looked at quickly first, and read whole only where that could matter"`
}

// View is a job as it stands, or with one component in place of the one that came where one is named.
// Callers must not change it.
func (a *Application) View(ctx context.Context, id int64, of part.Component, tag string) (JobView, error) {
	stand, err := a.standIn(ctx, id, of, tag)
	if err != nil {
		return JobView{}, err
	}
	return a.viewIn(ctx, id, stand)
}

// standIn is what is asked for: none where it is in the engine.
func (a *Application) standIn(ctx context.Context, id int64, of part.Component,
	tag string) (store.StandIn, error) {
	if of == "" {
		return store.StandIn{}, nil
	}
	record, err := a.store.Record(ctx, id)
	if err != nil {
		return store.StandIn{}, err
	}
	return record.InPlace(of, tag)
}

// Start starts a job.
func (a *Application) Start(ctx context.Context, b NewJobBody) (JobView, error) {
	layout, err := layout(engine.Layout{Arrangement: b.Arrangement, Cylinders: b.Cylinders, Mains: b.Mains,
		Throws: b.Throws, CylindersPerThrow: b.CylindersPerThrow, Pins: b.Pins})
	if err != nil {
		return JobView{}, err
	}
	what := b
	what.ID = "" // its letters' case is no content
	asked, err := json.Marshal(what)
	if err != nil {
		return JobView{}, err
	}
	n := store.NewJob{Number: strings.TrimSpace(b.Number), Customer: b.Customer, Engine: b.Engine,
		Duty: b.Duty, Came: b.Came, Quick: b.Quick, Unit: b.Unit, Layout: layout, Made: store.Made{ID: b.ID, Of: asked}}
	if b.PromisedOn != "" {
		if err := refuse.UnlessDay("promised_on", b.PromisedOn); err != nil {
			return JobView{}, err
		}
		n.PromisedOn = &b.PromisedOn
	}
	if err := a.startsWith(ctx, b, &n); err != nil {
		return JobView{}, err
	}
	if n.Plans, err = b.plans(); err != nil {
		return JobView{}, err
	}
	id, err := a.store.CreateJob(ctx, n)
	return a.changed(ctx, id, err)
}

// startsWith fills in what a new job is judged by: a card's, or an earlier job's, else the shop's policy and no limits.
// An engine that comes back brings the sizes it left with.
func (a *Application) startsWith(ctx context.Context, b NewJobBody, n *store.NewJob) (err error) {
	if n.Policy, _, err = a.store.ShopPolicy(ctx, b.Unit); err != nil {
		return err
	}
	if from := cmp.Or(b.CopyFrom, b.BackOf); from != 0 {
		job, err := a.store.Job(ctx, from)
		if err != nil {
			return refuse.At("copy_from", words.Told("refuse.no_copy"))
		}
		n.Limits, n.Policy = job.Limits, job.Policy
		if n.Plan, err = a.planOf(ctx, "", from); err != nil {
			return err
		}
		taken, ok, err := a.store.CardTaken(ctx, from)
		if err != nil {
			return err
		}
		if ok {
			n.Card = &taken.Seq
		}
	}
	if b.BackOf != 0 {
		n.BackOf = &b.BackOf
		if n.Answers, err = a.stampsLeft(ctx, b.BackOf, n.Came); err != nil {
			return err
		}
	}
	if b.Card != "" {
		card, err := a.store.CardVersion(ctx, b.Card)
		if err != nil {
			return refuse.At("card", words.Told("conflict.no_card"))
		}
		n.Limits, n.Policy, n.Card, n.Plan = card.Limits, card.Policy, &card.Seq, card.Plan
	}
	return nil
}

// stampsLeft are the sizes that an engine left with, as its stamps would tell them.
func (a *Application) stampsLeft(ctx context.Context, earlier int64, came []part.Component) ([]store.Answer, error) {
	old, err := a.view(ctx, earlier)
	if err != nil {
		return nil, err
	}
	var answers []store.Answer
	for kind, topic := range store.StampTopics() {
		if !slices.Contains(came, kind.Row().Component) {
			continue
		}
		if class, ok := old.classOf(kind); ok {
			answers = append(answers, store.Answer{ID: uuid.NewString(), Topic: topic,
				Value: class.Format(old.Job.Unit),
				Note:  words.Told("note.left", "number", old.Job.Number)})
		}
	}
	return answers, nil
}

// classOf is the size class that all parts of a kind are of, as they stand now.
func (v JobView) classOf(kind part.Kind) (class unit.Length, ok bool) {
	last := map[int]*unit.Length{}
	for i := range v.Evaluation.Features {
		if f := &v.Evaluation.Features[i]; f.Kind == kind && f.SizeClass != nil {
			last[f.Number] = f.SizeClass
		}
	}
	for _, c := range last {
		if ok && *c != class {
			return 0, false
		}
		class, ok = *c, true
	}
	return class, ok
}

// plans are those of the journals and of the turning shaft; the usual ones where none is named.
func (b NewJobBody) plans() (map[part.Kind]plan.Plan, error) {
	plans := map[part.Kind]plan.Plan{}
	for field, chosen := range map[string]struct {
		name  string
		turn  bool
		kinds []part.Kind
	}{"journal_plan": {b.JournalPlan, false, []part.Kind{part.MainJournals.Row().Member, part.RodJournals.Row().Member}},
		"turn_plan": {b.TurnPlan, true, []part.Kind{part.MainJournals.Row().Bend}}} {
		if chosen.name == "" {
			continue
		}
		p, ok := plan.Find(chosen.name)
		if !ok || p.Turn != chosen.turn {
			return nil, refuse.At(field, words.Told("refuse.no_plan_named", "plan", words.Quoted(chosen.name)))
		}
		for _, kind := range chosen.kinds {
			plans[kind] = p
		}
	}
	return plans, nil
}

// sentence makes a field name and what is wrong with it a sentence.
func sentence(field, reason string) string {
	words := strings.ReplaceAll(field, "_", " ")
	return strings.ToUpper(words[:1]) + words[1:] + " " + reason + "."
}

// line is what the list says of a job.
func (v JobView) line() JobLine {
	j := v.Job
	line := JobLine{ID: j.ID, Number: j.Number, Customer: j.Customer, Engine: j.Engine, Unit: j.Unit,
		PromisedOn: j.PromisedOn, Came: j.Came,
		Shaft: v.Shaft, Features: []FeatureLine{}, Sets: v.Said, Waits: v.waiting()[0]}
	for i := range v.Evaluation.Features {
		f := &v.Evaluation.Features[i]
		// A part that was measured in several states counts once, as it stands now.
		again := slices.ContainsFunc(v.Evaluation.Features[i+1:],
			func(o inspection.Finding) bool { return o.Kind == f.Kind && o.Number == f.Number })
		if f.Kind.Grid() && !again {
			line.Features = append(line.Features, FeatureLine{f.Kind, f.Number, f.Complete, f.Worst()})
		}
	}
	return line
}

// said is what stands for each set.
func (v JobView) said() []SetLine {
	lines := []SetLine{}
	for _, s := range v.result.Sets {
		one := SetLine{Set: s.Set, Way: s.Way, Provisional: s.Provisional}
		for _, signed := range v.Decided.Signed {
			if signed.Set == s.Set {
				one.Way, one.Signed = signed.Way, true
			}
		}
		one.Says = words.In(v.Job.Unit).Way(one.Set, one.Way)
		lines = append(lines, one)
	}
	return lines
}
