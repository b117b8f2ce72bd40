package shop

import (
	"context"
	"slices"
	"strings"

	"ledge/internal/core/assembly"
	"ledge/internal/core/engine"
	"ledge/internal/core/inspection"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/exchange"
	"ledge/internal/shop/refuse"
	"ledge/internal/store"
	"ledge/internal/store/office"
	"ledge/internal/words"
)

// CardsView is the library of engine cards, and the jobs that others can be made of.
type CardsView struct {
	Cards []CardLine         `json:"cards"`
	Jobs  []store.LimitedJob `json:"jobs" doc:"the latest first, closed ones too"`
}

// A CardLine is the newest version of a card in short.
type CardLine struct {
	ID        string           `json:"id" doc:"of this version"`
	Card      string           `json:"card" doc:"of all its versions"`
	Version   int              `json:"version"`
	Engine    string           `json:"engine"`
	Book      string           `json:"book"`
	Unit      unit.System      `json:"unit"`
	Layout    engine.Layout    `json:"layout"`
	Came      []part.Component `json:"came"`
	Values    int              `json:"values" doc:"how many limits it holds"`
	SetBy     string           `json:"set_by"`
	SetAt     string           `json:"set_at"`
	Withdrawn bool             `json:"withdrawn,omitempty"`
}

// Cards is the library.
func (a *Application) Cards(ctx context.Context) (CardsView, error) {
	out := CardsView{Cards: []CardLine{}}
	cards, err := a.store.Cards(ctx)
	if err != nil {
		return out, err
	}
	for _, c := range cards {
		values := 0
		for _, l := range c.Limits.Book {
			values += l.Count()
		}
		out.Cards = append(out.Cards, CardLine{c.ID, c.Card, c.Version, c.Engine, c.Book, c.Unit, c.Layout, c.Came,
			values, c.SetBy, c.SetAt, c.Withdrawn})
	}
	out.Jobs, err = a.store.LimitedJobs(ctx)
	return out, err
}

// CardVersions are all versions of a card, the newest first.
func (a *Application) CardVersions(ctx context.Context, card string) ([]office.Card, error) {
	return a.store.CardVersions(ctx, card)
}

// CardBody is a version of a card as somebody enters it.
type CardBody struct {
	ID                string             `json:"id" format:"uuid" doc:"of the version, made by the client"`
	Engine            string             `json:"engine" minLength:"1" maxLength:"200"`
	Book              string             `json:"book,omitempty" maxLength:"200" doc:"where its figures come from"`
	Note              string             `json:"note,omitempty" maxLength:"400" doc:"what is new in it"`
	Unit              unit.System        `json:"unit"`
	Came              []part.Component   `json:"came" minItems:"1" maxItems:"5"`
	Arrangement       engine.Arrangement `json:"arrangement"`
	Cylinders         int                `json:"cylinders" minimum:"1" maximum:"48"`
	Mains             int                `json:"mains,omitempty" minimum:"0" maximum:"49"`
	Throws            int                `json:"throws,omitempty" minimum:"0" maximum:"48"`
	CylindersPerThrow int                `json:"cylinders_per_throw,omitempty" minimum:"0" maximum:"4"`
	Pins              [][]int            `json:"pins,omitempty" maxItems:"48"`
	Judgement         JudgementBody      `json:"judgement"`
	// After is the version that was changed; 0 begins a card.
	After int `json:"after,omitempty" minimum:"0"`
	// OfJob is the job that the card is made of: its torque cards and ring patterns come along. Those of the version
	// that was changed stay.
	OfJob int64 `json:"of_job,omitempty" minimum:"0"`
	Sure  bool  `json:"sure,omitempty" doc:"the person was asked about limits that look mistyped, and they are so"`
}

// layout is the engine that was told, completed; a refusal where it cannot be.
func layout(l engine.Layout) (engine.Layout, error) {
	l = l.Complete()
	var places []refuse.Place
	for _, p := range l.Problems() {
		places = append(places, refuse.Place{Field: p.Field, Says: sentence(p.Field, words.Layout(p).String())})
	}
	return l, refuse.All(places)
}

// SetCard stores a new card, or the next version of one.
func (a *Application) SetCard(ctx context.Context, card string, b CardBody) ([]office.Card, error) {
	l, err := layout(engine.Layout{Arrangement: b.Arrangement, Cylinders: b.Cylinders, Mains: b.Mains,
		Throws: b.Throws, CylindersPerThrow: b.CylindersPerThrow, Pins: b.Pins})
	if err != nil {
		return nil, err
	}
	if strings.TrimSpace(b.Engine) == "" {
		return nil, refuse.At("engine", words.Told("refuse.engine"))
	}
	if err := b.Judgement.settled(b.Unit, b.Sure); err != nil {
		return nil, refuse.Within("judgement.", err)
	}
	c := office.Card{ID: b.ID, Card: card, Engine: strings.TrimSpace(b.Engine), Book: strings.TrimSpace(b.Book),
		Note: strings.TrimSpace(b.Note), Unit: b.Unit, Layout: l, Came: part.Ordered(b.Came),
		Limits: b.Judgement.Limits, Policy: b.Judgement.Policy}
	if c.Plan, err = a.planOf(ctx, card, b.OfJob); err != nil {
		return nil, err
	}
	if err := a.store.AddCard(ctx, c, b.After); err != nil {
		return nil, err
	}
	if card == "" {
		card = b.ID
	}
	return a.store.CardVersions(ctx, card)
}

// planOf are the torque cards and ring patterns of a card as it is, or of a job.
func (a *Application) planOf(ctx context.Context, card string, job int64) (*assembly.Plan, error) {
	if job > 0 {
		record, err := a.store.Record(ctx, job)
		if err != nil {
			return nil, err
		}
		if plan, told := assembly.PlanOf(record.Built); told {
			return &plan, nil
		}
		return nil, nil
	}
	if card == "" {
		return nil, nil
	}
	versions, err := a.store.CardVersions(ctx, card)
	if err != nil {
		return nil, err
	}
	return versions[0].Plan, nil
}

// Withdraw offers a card no more, or again.
func (a *Application) Withdraw(ctx context.Context, card, id string, withdrawn bool) ([]office.Card, error) {
	if err := a.store.Withdraw(ctx, card, id, withdrawn); err != nil {
		return nil, err
	}
	return a.store.CardVersions(ctx, card)
}

// TakenCard is the version of a card that a job took, and the newest there is.
type TakenCard struct {
	Taken  *office.Card `json:"taken,omitempty"`
	Newest *office.Card `json:"newest,omitempty" doc:"left out where the job took it"`
}

// CardTaken says which version of which card a job took, and whether a newer one is there.
func (a *Application) CardTaken(ctx context.Context, job int64) (TakenCard, error) {
	taken, ok, err := a.store.CardTaken(ctx, job)
	if err != nil || !ok {
		return TakenCard{}, err
	}
	out := TakenCard{Taken: &taken}
	versions, err := a.store.CardVersions(ctx, taken.Card)
	if err == nil && versions[0].Version > taken.Version {
		out.Newest = &versions[0]
	}
	return out, err
}

// TableBody is what was pasted from a spreadsheet, with how its doubtful places were settled.
type TableBody struct {
	Text string      `json:"text" maxLength:"200000"`
	Unit unit.System `json:"unit"`
	exchange.Settled
}

// ReadTable reads limits out of a table as a spreadsheet's clipboard has it; nothing is stored.
func (a *Application) ReadTable(b TableBody) exchange.LimitTable {
	return exchange.ReadTable(b.Text, b.Unit, b.Settled)
}

// WriteTableBody asks for one set of limits.
type WriteTableBody struct {
	Limits inspection.LimitSet   `json:"limits"`
	Unit   unit.System           `json:"unit"`
	Block  inspection.LimitBlock `json:"block"`
}

// TableText is a table as a spreadsheet takes it from the clipboard.
type TableText struct {
	Text string `json:"text"`
}

// WriteTable is a set of limits as a spreadsheet takes it from the clipboard.
func (a *Application) WriteTable(b WriteTableBody) TableText {
	limits := b.Limits.Book
	if b.Block == inspection.Close {
		limits = b.Limits.Close
	}
	return TableText{exchange.WriteTable(limits, b.Unit)}
}

// EarlierView is how an engine that comes back left the shop.
type EarlierView struct {
	Job    int64       `json:"job"`
	Number string      `json:"number"`
	Closed string      `json:"closed,omitempty"`
	Parts  []LeftParts `json:"parts"`
}

// LeftParts is the size a part left with.
type LeftParts struct {
	Kind   part.Kind   `json:"kind"`
	Number int         `json:"number"`
	State  string      `json:"state"`
	Size   unit.Length `json:"size"`
}

// Earlier is how the engine of a job left the shop the last time; nothing where it was not here before.
func (a *Application) Earlier(ctx context.Context, id int64) (EarlierView, error) {
	out := EarlierView{Parts: []LeftParts{}}
	job, err := a.store.Job(ctx, id)
	if err != nil || job.BackOf == nil {
		return out, err
	}
	old, err := a.view(ctx, *job.BackOf)
	if err != nil {
		return out, err
	}
	out.Job, out.Number = old.Job.ID, old.Job.Number
	if old.Job.ClosedAt != nil {
		out.Closed = *old.Job.ClosedAt
	}
	for i := range old.Features {
		f := &old.Features[i]
		again := slices.ContainsFunc(old.Features[i+1:], func(o FeatureView) bool {
			return o.Kind == f.Kind && o.Number == f.Number && o.Finding >= 0
		})
		if f.Finding < 0 || again || f.Quantity != part.Size {
			continue
		}
		if mean := old.Evaluation.Features[f.Finding].Mean; mean != nil {
			out.Parts = append(out.Parts, LeftParts{f.Kind, f.Number, f.State, *mean})
		}
	}
	return out, nil
}
