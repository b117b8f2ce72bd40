// Package cabinet is what the shop does with its gauges: checks and studies, what they put in doubt, their lines.
package cabinet

import (
	"context"
	"slices"
	"strings"
	"time"
	"unicode"

	"ledge/internal/core/disposition"
	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/exchange"
	"ledge/internal/gaugelink"
	"ledge/internal/report"
	"ledge/internal/shop/judge"
	"ledge/internal/shop/refuse"
	"ledge/internal/shop/settings"
	"ledge/internal/store"
	"ledge/internal/store/db"
	"ledge/internal/words"
)

// Instruments are those of a shop, with the lines by which they send.
type Instruments struct {
	store    *store.Store
	settings *settings.Settings
	ports    gaugelink.Ports
	lines    *gaugelink.Hub
}

// Of are the instruments of a shop, connected over ports.
func Of(s *store.Store, holds *settings.Settings, ports gaugelink.Ports) *Instruments {
	return &Instruments{s, holds, ports, gaugelink.NewHub(ports.Open, time.Now)}
}

// InstrumentView is an instrument of the shop, with what is in doubt of what it read.
type InstrumentView struct {
	instrument.Owned
	// Overdue tells that its day of checking has passed.
	Overdue bool `json:"overdue,omitempty"`
	// Doubts are the checks that found it off, with what it had read since the last one that did not.
	Doubts []Doubt `json:"doubts"`
}

// A Doubt is what an instrument read between two checks, the later of which found it off.
type Doubt struct {
	Check    instrument.ZeroCheck `json:"check"`
	Readings int                  `json:"readings"`
	Jobs     []DoubtedJob         `json:"jobs"`
	// Changes is how many verdicts would be others with what the gauge showed too much taken off.
	Changes int    `json:"changes"`
	Text    string `json:"text"`
}

// A DoubtedJob is a job with readings in doubt, and the verdicts that could change.
type DoubtedJob struct {
	store.GaugedJob
	// Parts are those that were read, with what they are found to be.
	Parts   []DoubtedPart   `json:"parts"`
	Changes []VerdictChange `json:"changes"`
	// Decisions are the sets that Ledge would decide otherwise.
	Decisions []DecisionChange `json:"decisions"`
}

// A DoubtedPart is a part with readings in doubt: how many, and how it stands.
type DoubtedPart struct {
	Kind    part.Kind     `json:"kind"`
	Number  int           `json:"number"`
	Part    string        `json:"part"`
	Count   int           `json:"count"`
	Verdict limit.Verdict `json:"verdict"`
}

// A VerdictChange is a check of a part as it stands, and as it would with the gauge's error taken off.
type VerdictChange struct {
	Part  string        `json:"part"`
	Check string        `json:"check"`
	Was   limit.Verdict `json:"was"`
	Is    limit.Verdict `json:"is"`
}

// A DecisionChange is what Ledge advises for a set, and what it would.
type DecisionChange struct {
	Set string `json:"set"`
	Was string `json:"was"`
	Is  string `json:"is"`
}

// Cabinet are the shop's instruments.
func (a *Instruments) Cabinet(ctx context.Context) ([]InstrumentView, error) {
	owned, err := a.store.Cabinet(ctx)
	if err != nil {
		return nil, err
	}
	list := make([]InstrumentView, len(owned))
	for i, o := range owned {
		if list[i], err = a.instrument(ctx, o); err != nil {
			return nil, err
		}
	}
	return list, nil
}

// Today is the present day where Ledge runs.
func Today() string { return time.Now().Format(time.DateOnly) }

func (a *Instruments) instrument(ctx context.Context, o instrument.Owned) (InstrumentView, error) {
	v := InstrumentView{Owned: o, Overdue: o.Facts.Due != "" && o.Facts.Due < Today(), Doubts: []Doubt{}}
	for _, c := range o.Checks {
		if !c.Failed || c.Accepted != nil {
			continue
		}
		d, err := a.doubt(ctx, o.ID, c)
		if err != nil {
			return v, err
		}
		if d.Readings > 0 {
			v.Doubts = append(v.Doubts, d)
		}
	}
	return v, nil
}

// otherwise fills in which verdicts and decisions of a job would be others with something of its record changed.
// change leaves what it was given as it is, and puts copies in its place. tell is told how each part stands now.
func (a *Instruments) otherwise(ctx context.Context, job *DoubtedJob, change func(record *store.Record),
	tell func(store.Feature, limit.Verdict)) error {
	record, err := a.store.Record(ctx, job.ID)
	if err != nil {
		return err
	}
	changed := record
	change(&changed)
	standing := record.With(store.StandIn{})
	was, index := standing.Inspection()
	is, _ := changed.With(store.StandIn{}).Inspection()
	ctx, cancel := judge.Within(ctx)
	defer cancel()
	before, err := disposition.EvaluateWithin(ctx, was)
	if err != nil {
		return err
	}
	after, err := disposition.EvaluateWithin(ctx, is)
	if err != nil {
		return err
	}
	for i := range before.Features {
		tell(standing.Features[index[i]], before.Features[i].Worst())
	}
	job.Changes = verdictChanges(before, after)
	job.Decisions = decisionChanges(words.In(record.Job.Unit), before, after)
	return nil
}

func verdictChanges(before, after disposition.Result) []VerdictChange {
	changes := []VerdictChange{}
	for i := range before.Features {
		f, g := &before.Features[i], &after.Features[i]
		for _, check := range f.Checks {
			if now := g.Check(check.Name); now != nil && now.Verdict != check.Verdict {
				changes = append(changes, VerdictChange{words.Numbered(f.Kind, f.Number), words.Check(check.Name),
					check.Verdict, now.Verdict})
			}
		}
	}
	return changes
}

func decisionChanges(speaker words.Speaker, before, after disposition.Result) []DecisionChange {
	said := func(s disposition.Set) string {
		text := speaker.Way(s.Set, s.Way)
		if s.Provisional {
			text = words.Told("cabinet.provisional", "way", text)
		}
		return text
	}
	changes := []DecisionChange{}
	for i, s := range before.Sets {
		if now := after.Sets[i]; now.Way != s.Way || now.Provisional != s.Provisional {
			changes = append(changes, DecisionChange{words.Set(s.Set).Title, said(s), said(now)})
		}
	}
	return changes
}

// DoInstrument keeps one thing that was done with an instrument; without an id it is a new one. How it is connected
// is not for everybody to say: [Application.Wire].
func (a *Instruments) DoInstrument(ctx context.Context, id string, d instrument.Deed) ([]InstrumentView, error) {
	if d.What == instrument.Wired {
		return nil, refuse.At("what", words.Told("line.wire"))
	}
	return a.deed(ctx, id, d)
}

func (a *Instruments) deed(ctx context.Context, id string, d instrument.Deed) ([]InstrumentView, error) {
	d.By, d.At, d.Reason = "", "", strings.TrimSpace(d.Reason)
	d.Of, d.After = strings.ToLower(d.Of), strings.ToLower(d.After)
	err := a.store.AddDeed(ctx, id, d, func(before []instrument.Deed) error {
		o := instrument.OwnedOf(id, before)
		if d.What == instrument.Wired {
			return a.checkLink(ctx, o, d.Link)
		}
		return checkDeed(o, d)
	})
	if err != nil {
		return nil, err
	}
	return a.Cabinet(ctx)
}

// owned is an instrument of the shop; a [refuse.Refusal] where there is none.
func (a *Instruments) owned(ctx context.Context, id string) (*instrument.Owned, error) {
	all, err := a.store.Cabinet(ctx)
	if err != nil {
		return nil, err
	}
	i := slices.IndexFunc(all, func(o instrument.Owned) bool { return o.ID == strings.ToLower(id) })
	if i < 0 {
		return nil, &refuse.Refusal{Kind: refuse.Missing, Says: words.Told("cabinet.none")}
	}
	return &all[i], nil
}

// InstrumentLabel is a label for an instrument, with a code that opens it in Ledge.
func (a *Instruments) InstrumentLabel(ctx context.Context, id string) (exchange.File, error) {
	o, err := a.owned(ctx, id)
	if err != nil {
		return exchange.File{}, err
	}
	public, err := a.settings.Public(ctx)
	if err != nil {
		return exchange.File{}, err
	}
	local, err := a.settings.Papers(ctx)
	if err != nil {
		return exchange.File{}, err
	}
	f := o.Facts
	l := report.Label{Piece: f.Name, State: words.Told("cabinet.division", "division",
		words.In(f.Unit).Length(f.Division)),
		Job: f.Tag, Code: strings.TrimSpace(f.Name + " " + f.Tag)}
	if f.Due != "" {
		l.On = words.Told("cabinet.due", "day", local.ShortDay(f.Due))
	}
	if public != "" {
		l.Code = public + "/gauges/" + o.ID
	}
	text, err := report.Labels([]report.Label{l}, true, time.Now(), f.Unit)
	return exchange.FileOf(f.Name, ".label.pdf", report.PDF, text), err
}

// checkDeed refuses what cannot be done with an instrument.
func checkDeed(o instrument.Owned, d instrument.Deed) error {
	switch d.What {
	case instrument.Told:
		f := d.Facts
		switch {
		case f == nil || strings.TrimSpace(f.Name) == "":
			return refuse.At("facts.name", words.Told("cabinet.name"))
		case strings.ContainsFunc(f.Name, unicode.IsControl):
			return refuse.At("facts.name", words.Told("cabinet.one_line"))
		case strings.ContainsFunc(f.Tag, unicode.IsControl):
			return refuse.At("facts.tag", words.Told("cabinet.one_line"))
		case !instrument.Kinds.Has(f.Kind):
			return refuse.At("facts.kind", words.Told("cabinet.kind"))
		case !f.Unit.Valid() || f.Division <= 0:
			return refuse.At("facts.division", words.Told("refuse.division"))
		case f.Expansion != "" && f.Expands() == nil:
			return refuse.At("facts.expansion", words.Told("cabinet.expansion"))
		case f.To > 0 && f.To <= f.From:
			return refuse.At("facts.to", words.Told("cabinet.range"))
		case d.After != o.FactsID:
			return refuse.Conflict(words.Told("cabinet.changed"))
		}
		if f.Line != nil {
			if _, err := compiled("facts.line", *f.Line); err != nil {
				return err
			}
		}
		if f.Due != "" {
			return refuse.UnlessDay("facts.due", f.Due)
		}
	case instrument.OutOf:
		if d.Reason == "" {
			return refuse.At("reason", words.Told("cabinet.why_out"))
		}
	case instrument.Passed:
		i := slices.IndexFunc(o.Checks, func(c instrument.ZeroCheck) bool { return c.ID == d.Of && c.Failed })
		switch {
		case i < 0:
			return refuse.At("of", words.Told("cabinet.no_check"))
		case d.Reason == "":
			return refuse.At("reason", words.Told("cabinet.why_passed"))
		}
	case instrument.Spread:
		if len(d.Readings) < 2 || strings.TrimSpace(d.Hand) == "" {
			return refuse.At("readings", words.Told("cabinet.spread"))
		}
	case instrument.Studied:
		if !(instrument.Study{Readings: d.Study}).Sound() || len(d.Hands) != len(d.Study[0]) {
			return refuse.At("study", words.Told("cabinet.study"))
		}
	}
	return nil
}

// FromCabinet fills what a setup leaves out with what was found of its instrument; one that is out of service is not
// set up.
func (a *Instruments) FromCabinet(ctx context.Context, g store.GaugeSetup,
	standard string) (store.GaugeSetup, error) {
	if g.Cabinet == nil {
		return g, nil
	}
	id := strings.ToLower(*g.Cabinet)
	g.Cabinet = &id
	owned, err := a.store.Cabinet(ctx)
	if err != nil {
		return g, err
	}
	i := slices.IndexFunc(owned, func(o instrument.Owned) bool { return o.ID == id })
	if i < 0 {
		return g, refuse.At("cabinet", words.Told("cabinet.none"))
	}
	o := &owned[i]
	if o.Out != nil {
		return g, refuse.At("cabinet", words.Told("cabinet.out", "name", o.Facts.Name, "reason", o.Out.Reason))
	}
	g.Named = strings.TrimSpace(o.Facts.Name + " " + o.Facts.Tag)
	g.Expansion = o.Facts.Expands()
	if g.Repeatability == nil {
		g.Repeatability = o.Repeatability(db.Actor(ctx), Today())
	}
	if g.SettingU == nil {
		g.SettingU = o.SettingU(standard)
	}
	return g, nil
}
