package shop

import (
	"context"
	"fmt"
	"slices"
	"strings"

	"ledge/internal/core/assembly"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/core/walk"
	"ledge/internal/shop/refuse"
	"ledge/internal/store"
	"ledge/internal/words"
)

// AssemblyView is an engine as far as it is built, with what is still to be bought, brought to size and measured.
type AssemblyView struct {
	Change int64 `json:"change"`
	assembly.State
	Gaps        []assembly.RingGap `json:"ring_gaps"`
	Crosschecks []CrosscheckView   `json:"crosschecks"`
	Polish      []PolishView       `json:"polish"`
	Parts       []PartView         `json:"parts"`
	Shells      []SortedShells     `json:"shells"`
	// Patterns are the common ones and the job's own.
	Patterns []assembly.Pattern `json:"patterns"`
	// Marks say of parts that they were measured under a bolt that ended off.
	Marks []MarkedPart `json:"marks"`
	// CardRuns are the order of the bolts of each card, and what it is run for.
	CardRuns []assembly.CardRuns `json:"card_runs"`
	// Lengths are what rods and pistons were matched by: the pistons of cylinders, where somebody settled it.
	Matched bool `json:"matched"`
	// Card is the version of the engine card that the job took; empty where it took none.
	Card string `json:"card,omitempty"`
	// Open is how much is not done or not as it should be.
	Open int `json:"open"`
}

// A CrosscheckView is a bore whose ring gap says another size than its gauge, in words.
type CrosscheckView struct {
	assembly.Crosscheck
	Text string `json:"text"`
}

// A MarkedPart was measured under a bolt that ended off.
type MarkedPart struct {
	part.Ref
	Text string `json:"text"`
}

// Assembly is an engine as far as it is built.
func (a *Application) Assembly(ctx context.Context, id int64) (AssemblyView, error) {
	record, err := a.store.Record(ctx, id)
	if err != nil {
		return AssemblyView{}, err
	}
	view, err := a.view(ctx, id)
	if err != nil {
		return AssemblyView{}, err
	}
	b, err := a.builder(ctx, view, record)
	if err != nil {
		return AssemblyView{}, err
	}
	out := b.view(record.Built)
	taken, ok, err := a.store.CardTaken(ctx, id)
	if ok {
		out.Card = taken.ID
	}
	return out, err
}

// A builder knows of a job what building needs.
type builder struct {
	assembly.Job
	job     JobView
	record  store.Record
	matched bool
}

func (a *Application) builder(ctx context.Context, view JobView, record store.Record) (builder, error) {
	settled, err := a.store.SettledOf(ctx, view.Job.ID)
	if err != nil {
		return builder{}, err
	}
	b := builderOf(view, record)
	stands := record.Stands()
	for _, s := range settled {
		if s.Kind == part.Cylinders.Row().Member && s.PlacesOf == stands[part.Block] &&
			s.PartsOf == stands[part.Pistons] {
			parts := s.Parts
			b.matched = true
			b.Piston = func(cylinder int) int {
				if cylinder > len(parts) {
					return 0
				}
				return parts[cylinder-1]
			}
		}
	}
	b.Short = b.short(record.Built)
	return b, nil
}

// builderOf knows what a record alone says.
func builderOf(view JobView, record store.Record) builder {
	b := builder{job: view, record: record}
	b.Layout, b.There = view.Job.Told(), record.There()
	b.Limits = func(kind part.Kind, number int) limit.Limits {
		limits, _ := view.in.LimitsFor(kind, number)
		return limits
	}
	return b
}

// Building is how far an engine is built.
type Building struct {
	// Begun tells that something was put on or in.
	Begun  bool `json:"begun"`
	Open   int  `json:"open"`
	Signed bool `json:"signed"`
}

// begins are the events with which an engine begins to be put together.
var begins = []assembly.EventType{assembly.PutCap, assembly.PutRing, assembly.PutRod, assembly.Turn, assembly.Final}

// mark says how far it is built, and of parts, and of the job, which were measured under a bolt that ended off.
func (v *JobView) mark(record store.Record) {
	if len(record.Built) == 0 {
		return
	}
	b := builderOf(*v, record)
	b.Beside = b.beside(assembly.Live(record.Built))
	s := assembly.StateOf(b.Job, record.Built)
	v.Building = &Building{Signed: s.Signed != nil, Open: len(s.StillOpen)}
	for _, e := range assembly.Live(record.Built) {
		v.Building.Begun = v.Building.Begun || slices.Contains(begins, e.What)
	}
	for _, m := range b.marks(s) {
		for i := range v.Features {
			if f := &v.Features[i]; f.Kind == m.Kind && f.Number == m.Number && f.Finding >= 0 {
				f.Marks = append(f.Marks, m.Text)
			}
		}
		v.Walk.Findings = append(v.Walk.Findings, walk.Concern{Step: walk.Strip, Gravity: walk.Fault,
			Topic: "torque_card",
			Place: words.Numbered(m.Kind, m.Number), Text: m.Text})
	}
}

// AssemblyEvent is one thing that was done, as the bench sends it.
type AssemblyEvent = assembly.Event

// Build keeps one thing that was done to build an engine; signing is a thing of its own.
func (a *Application) DoAssembly(ctx context.Context, id int64, e AssemblyEvent) (AssemblyView, error) {
	if e.What == assembly.Sign || e.What == assembly.Unsign {
		return AssemblyView{}, refuse.At("what", words.Told("refuse.sign_apart"))
	}
	return a.assemble(ctx, id, e)
}

// SignAssembly signs the built engine, or opens it again.
func (a *Application) SignAssembly(ctx context.Context, id int64, b SignatureBody) (AssemblyView, error) {
	e := assembly.Event{ID: b.ID, What: assembly.Unsign, Note: b.Note}
	if b.Signed {
		e.What, e.Reasons = assembly.Sign, b.Reasons
	}
	return a.assemble(ctx, id, e)
}

// SignatureBody signs a built engine, or opens it again.
type SignatureBody struct {
	ID      string                `json:"id" format:"uuid"`
	Signed  bool                  `json:"signed"`
	Note    string                `json:"note" maxLength:"400"`
	Reasons []assembly.OpenReason `json:"reasons,omitempty" maxItems:"1000" doc:"one for each thing that is still open"`
}

func (a *Application) assemble(ctx context.Context, id int64, e AssemblyEvent) (AssemblyView, error) {
	view, err := a.view(ctx, id)
	if err != nil {
		return AssemblyView{}, err
	}
	record, err := a.store.Record(ctx, id)
	if err != nil {
		return AssemblyView{}, err
	}
	b, err := a.builder(ctx, view, record)
	if err != nil {
		return AssemblyView{}, err
	}
	e.By, e.At, e.FromFile, e.Note = "", "", false, strings.TrimSpace(e.Note)
	e.Of, e.After = strings.ToLower(e.Of), strings.ToLower(e.After)
	var was []assembly.Run
	err = a.store.AddBuilt(ctx, id, e, func(before []assembly.Event) error {
		b.Short, b.Beside = b.short(before), b.beside(assembly.Live(before))
		if r := assembly.Refuses(b.Job, before, e); r != nil {
			return refuse.At(r.Field, words.In(view.Job.Unit).Say(r.Why))
		}
		was = assembly.StateOf(b.Job, before).Runs
		return nil
	}, func(all []assembly.Event) []store.Torqued {
		return b.torqued(was, assembly.StateOf(b.Job, all))
	})
	if err != nil {
		return AssemblyView{}, err
	}
	return a.Assembly(ctx, id)
}

// torqued is what changed of how parts are held: a run that is finished holds them, one that is not does not. Of
// the mains, a cap that is loosened alone frees its own main, and the line of the tunnel.
func (b *builder) torqued(was []assembly.Run, now assembly.State) (list []store.Torqued) {
	for i := range now.Plan.Cards {
		c := &now.Plan.Cards[i]
		for _, of := range c.Runs(b.Layout) {
			before, after := assembly.StandingRun(was, c.Key, of), assembly.StandingRun(now.Runs, c.Key, of)
			tight := after != nil && after.Done
			same := (before != nil && before.Done) == tight && (before == nil) == (after == nil)
			if c.Group.Row().Capped && after != nil && !tight && len(after.Held) > 0 {
				list = append(list, b.freed(c, before, after)...)
				continue
			}
			if same {
				continue
			}
			row := c.Group.Row()
			t := store.Torqued{Group: c.Group, Tight: tight, Kinds: slices.Concat(row.Holds, row.Moves)}
			if row.Each == part.PerRod {
				t.Number = of
			}
			list = append(list, t)
		}
	}
	return list
}

// freed is what changed of single mains in a run of which some caps were loosened; before is nil where all were loose.
func (b *builder) freed(c *assembly.Card, before, after *assembly.Run) (list []store.Torqued) {
	for n := 1; n <= c.Columns; n++ {
		tight := after.Through(c.OfCap(n))
		if tight != (before != nil && before.Through(c.OfCap(n))) {
			list = append(list, store.Torqued{Group: c.Group, Number: n, Tight: tight,
				Kinds: c.Group.Row().Holds})
		}
	}
	if before != nil && before.Done {
		list = append(list, store.Torqued{Group: c.Group, Kinds: c.Group.Row().Moves})
	}
	return list
}

func (b *builder) view(events []assembly.Event) AssemblyView {
	live := assembly.Live(events)
	b.Beside = b.beside(live)
	out := AssemblyView{Change: b.job.Change, State: assembly.StateOf(b.Job, events), Crosschecks: []CrosscheckView{},
		Patterns: assembly.Patterns(), Matched: b.matched}
	out.Patterns = append(out.Patterns, out.Plan.Own...)
	out.Gaps = b.gaps(live)
	b.sayOpen(&out.State)
	b.sayTasks(&out.State)
	// Common practice: a bore misread by less than this is no news.
	slack := b.job.Job.Unit.Pick(unit.Thou/2, 12*unit.Micrometre)
	for _, c := range assembly.Crosschecks(out.Gaps, b.bores(), slack) {
		out.Crosschecks = append(out.Crosschecks, CrosscheckView{c, words.Told("built.crosscheck", "cylinder",
			c.Cylinder,
			"ring", words.Ring(c.Ring), "bore", b.length(c.Bore), "says", b.length(c.Says))})
	}
	out.Polish, out.Parts, out.Shells = b.polish(live), b.parts(out.State, live), b.sortedShells()
	out.Marks, out.CardRuns = b.marks(out.State), out.State.CardRuns(b.Layout)
	out.Open = len(out.StillOpen)
	return out
}

// gaps are the rings that are brought to their gaps, in the bores that are there.
func (b *builder) gaps(live []assembly.Event) []assembly.RingGap {
	if !part.Among(b.There, []part.Component{part.Rods, part.Pistons}) || !slices.Contains(b.There, part.Block) {
		return []assembly.RingGap{}
	}
	return assembly.RingGaps(live, b.Layout.Cylinders,
		func(cylinder int) limit.Limits { return b.Limits(part.Rings.Row().Member, cylinder) }, b.bores())
}

func (b *builder) length(l unit.Length) string { return words.In(b.job.Job.Unit).Length(l) }

// latest is what was found of a part as it is now.
func (b *builder) latest(kind part.Kind, number int) *inspection.Finding {
	i, ok := b.job.in.Latest(kind, number)
	if !ok || b.job.Evaluation.Features[i].Mean == nil {
		return nil
	}
	return &b.job.Evaluation.Features[i]
}

// bores are the mean sizes of the cylinders as they are now.
func (b *builder) bores() map[int]unit.Length {
	sizes := map[int]unit.Length{}
	for n := 1; n <= b.Layout.Cylinders; n++ {
		if f := b.latest(part.Cylinders.Row().Member, n); f != nil {
			sizes[n] = *f.Mean
		}
	}
	return sizes
}

// marks are the parts that were measured while a bolt that ended off held them, now or before it was loosened.
func (b *builder) marks(s assembly.State) []MarkedPart {
	list := []MarkedPart{}
	for _, r := range s.Runs {
		held := r.Held
		if r.Done && !r.Loose {
			held = append(slices.Clone(held), assembly.Hold{From: r.Finished, Flags: r.Flags})
		}
		for _, h := range held {
			for _, flag := range h.Flags {
				list = b.marked(list, s.Plan.Card(r.Card), r.Of, h, flag)
			}
		}
	}
	return list
}

func (b *builder) marked(list []MarkedPart, c *assembly.Card, of int, h assembly.Hold,
	flag assembly.Flag) []MarkedPart {
	for _, ref := range c.Holds(b.Layout, of, flag.Bolt) {
		if !b.measuredUnder(ref, h) {
			continue
		}
		form := "built.mark_high"
		if flag.Low {
			form = "built.mark_low"
		}
		list = append(list, MarkedPart{ref, words.Told(form, "part", words.Numbered(ref.Kind, ref.Number),
			"bolt", flag.Bolt, "card", words.TorqueCard(c), "torque", words.Torque(flag.Torque),
			"middle", words.Torque(flag.Middle))})
	}
	return list
}

// measuredUnder reports whether a reading that holds was taken of a part while a run held it.
func (b *builder) measuredUnder(ref part.Ref, h assembly.Hold) bool {
	return slices.ContainsFunc(b.record.Features, func(f store.Feature) bool {
		return f.Kind == ref.Kind && f.Number == ref.Number && slices.ContainsFunc(f.Tape, func(t store.Reading) bool {
			return t.SupersededBy == nil && t.TakenAt >= h.From && h.From != "" && (h.Until == "" ||
				t.TakenAt <= h.Until)
		})
	})
}

// PlanToCard makes the job's torque cards and patterns part of its engine card, as the card's next version.
func (a *Application) PlanToCard(ctx context.Context, id int64, version string) (AssemblyView, error) {
	card, ok, err := a.store.CardTaken(ctx, id)
	switch {
	case err != nil:
		return AssemblyView{}, err
	case !ok:
		return AssemblyView{}, refuse.Conflict(words.Told("refuse.no_card_taken"))
	}
	versions, err := a.store.CardVersions(ctx, card.Card)
	if err != nil {
		return AssemblyView{}, err
	}
	record, err := a.store.Record(ctx, id)
	if err != nil {
		return AssemblyView{}, err
	}
	plan, _ := assembly.PlanOf(record.Built)
	next := versions[0]
	next.ID, next.Plan, next.Note = version, &plan, words.Told("built.plan_from", "number", record.Job.Number)
	if err := a.store.AddCard(ctx, next, next.Version); err != nil {
		return AssemblyView{}, fmt.Errorf("plan of job %d: %w", id, err)
	}
	return a.Assembly(ctx, id)
}
