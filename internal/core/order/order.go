// Package order turns signed decisions into sheets that another person can work from, and holds
// what came back against them.
package order

import (
	"reflect"
	"slices"
	"strconv"

	"ledge/internal/core/closed"
	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/schedule"
	"ledge/internal/core/unit"
)

// A Name tells the sheets of a job apart.
type Name string

// The sheets, in the order in which an engine goes through them.
const (
	Grind    Name = "grind"
	Camshaft Name = "camshaft"
	Tunnel   Name = "tunnel"
	Deck     Name = "deck"
	Bore     Name = "bore"
	Bushes   Name = "bushes"
	Rods     Name = "rods"
	Balance  Name = "balance"
	Rings    Name = "rings"
	Parts    Name = "parts"
)

// Names are all of them.
var Names = closed.New(Grind, Camshaft, Tunnel, Deck, Bore, Bushes, Rods, Balance, Rings, Parts).Said("sheet_name")

// A Sheet is what one person is asked to do, or to buy.
type Sheet struct {
	Name  Name   `json:"name"`
	Title string `json:"title"`
	// Sets are the decisions that it carries out.
	Sets []part.Set `json:"sets"`
	// Steps are the operations in their sequence.
	Steps []Step `json:"steps"`
	Lines []Line `json:"lines"`
	// Remarks are what the machinist must know beside the lines; Notes are their words.
	Remarks []say.Reason `json:"remarks,omitempty"`
	Notes   []string     `json:"notes"`
}

// A Step is one operation of a sheet.
type Step struct {
	Operation schedule.Operation `json:"operation"`
	Title     string             `json:"title"`
	Count     int                `json:"count"`
	// Outside tells that it is sent out. Begins and Ends are calendar days, empty without a rate card.
	Outside bool   `json:"outside"`
	Begins  string `json:"begins,omitempty"`
	Ends    string `json:"ends,omitempty"`
}

// A Line is one feature with its finished size, or one part to buy.
type Line struct {
	// Key names the line within its sheet.
	Key string `json:"key"`
	// Feature is what is worked on; nil for parts.
	Feature *disposition.Ref `json:"feature,omitempty"`
	// Component is the tag of the one that is worked on, or that a part is bought for; empty for
	// the one that came.
	Component string `json:"component,omitempty"`
	// State is the one in which it is measured again.
	State string `json:"state,omitempty"`
	// Work is what is done; Named what it is done to where that is no feature and no part alone,
	// Why what its size rests on. Title, What and Note are the words for them, made when it is
	// shown and kept when it is issued.
	Work  Work        `json:"work,omitempty"`
	Named *say.Reason `json:"named,omitempty"`
	Why   *say.Reason `json:"why,omitempty"`
	Title string      `json:"title"`
	What  string      `json:"what"`
	// Min and Max bound the finished size; Rough is the size before honing.
	Min   *unit.Length `json:"min,omitempty"`
	Max   *unit.Length `json:"max,omitempty"`
	Rough *unit.Length `json:"rough,omitempty"`
	// Across is the largest size accepted from parting line to parting line, where cutting the caps
	// cannot close it.
	Across *unit.Length `json:"across,omitempty"`
	// Play bounds the clearance that the work must leave; MateNew tells that it is that of a new part.
	Play    *limit.Range `json:"play,omitempty"`
	MateNew bool         `json:"mate_new,omitempty"`
	// Most bounds what is no size: a gap, a flatness.
	Most *unit.Length `json:"most,omitempty"`
	// Amount is what is taken off a deck, a cap or a ring's end, Metal off a rod.
	Amount *unit.Length `json:"amount,omitempty"`
	Metal  *unit.Mass   `json:"metal,omitempty"`
	// Kept marks a member that stays as it is.
	Kept  bool `json:"kept,omitempty"`
	Count int  `json:"count,omitempty"`
	// Part is what is bought, Step and Shell in which size.
	Part  schedule.Part `json:"part,omitempty"`
	Step  *unit.Length  `json:"step,omitempty"`
	Shell *unit.Length  `json:"shell,omitempty"`
	// For numbers the journals that it is for, where they do not all get the same.
	For  []int  `json:"for,omitempty"`
	Code string `json:"code,omitempty"`
	Note string `json:"note,omitempty"`
}

// A Work is what a line asks for.
type Work string

// The works.
const (
	DoGrind    Work = "grind"
	DoKeep     Work = "keep"
	DoPolish   Work = "polish"
	DoHone     Work = "hone"
	DoBore     Work = "bore"
	DoSleeve   Work = "sleeve"
	DoLineHone Work = "line_hone"
	DoResize   Work = "resize"
	DoSkim     Work = "skim"
	DoFile     Work = "file"
	DoLighten  Work = "lighten"
	DoBuy      Work = "buy"
	DoAlign    Work = "align"
	DoBush     Work = "bush"
	DoReam     Work = "ream"
	DoRegrind  Work = "regrind"
)

// Works are all of them; a line of an old sheet may ask for none.
var Works = closed.New(
	"", DoGrind, DoKeep, DoPolish, DoHone, DoBore, DoSleeve, DoLineHone, DoResize, DoSkim, DoFile, DoLighten,
	DoBuy, DoAlign, DoBush, DoReam, DoRegrind,
)

// Same reports whether two sheets ask for the same. Words and days do not count: an order stands
// however it is worded.
func (s Sheet) Same(other Sheet) bool {
	return s.Name == other.Name && slices.Equal(s.Sets, other.Sets) && slices.EqualFunc(s.Steps, other.Steps,
		func(a, b Step) bool {
			return a.Operation == b.Operation && a.Count == b.Count
		}) && reflect.DeepEqual(bare(s.Lines), bare(other.Lines))
}

// bare are lines without their words.
func bare(lines []Line) []Line {
	out := slices.Clone(lines)
	for i := range out {
		out[i].Title, out[i].What, out[i].Note, out[i].Named, out[i].Why = "", "", "", nil, nil
	}
	return out
}

// Proven reports whether the line is proved by measuring again.
func (l Line) Proven() bool { return l.Feature != nil && l.State != "" && !l.Kept }

// CountsOf counts the parts of an inspected engine.
func CountsOf(in *inspection.Inspection) schedule.Counts {
	n := schedule.Counts{RingsRenewed: in.Policy.RingsRenewed, ShellsRefitted: in.Policy.RefitShells,
		CamJournals: len(in.Members(part.CamJournals.Row().Member))}
	if in.Engine != nil {
		l := in.Engine.Complete()
		n.Mains, n.Throws, n.Cylinders = l.Mains, l.Throws, l.Cylinders
	}
	return n
}

// A Decided is a set with the way that was signed for it.
type Decided struct {
	Set    disposition.Set
	Option disposition.Option
	By     string
	Reason string
}

// Sheets makes the sheets for signed decisions. result is the evaluation of in that they rest on;
// pistons are the skirts of new pistons by cylinder, as far as they are measured.
func Sheets(in *inspection.Inspection, result disposition.Result, decided []Decided, n schedule.Counts,
	pistons map[int]unit.Length) []Sheet {
	d := &drafter{in: in, result: result, pistons: pistons, sheets: map[Name]*Sheet{}}
	var works []schedule.Work
	for _, one := range decided {
		work := schedule.WorkOf(one.Set.Set, one.Option, n)
		works = append(works, work)
		d.set(one, work)
	}
	d.balance(decided)
	d.parts(decided, works)
	sheets := []Sheet{}
	for _, name := range Names.All() {
		if s := d.sheets[name]; s != nil {
			sheets = append(sheets, *s)
		}
	}
	return sheets
}

type drafter struct {
	in      *inspection.Inspection
	result  disposition.Result
	pistons map[int]unit.Length
	sheets  map[Name]*Sheet
}

func (d *drafter) sheet(name Name) *Sheet {
	s := d.sheets[name]
	if s == nil {
		s = &Sheet{Name: name, Sets: []part.Set{}, Steps: []Step{}, Lines: []Line{}, Notes: []string{}}
		d.sheets[name] = s
	}
	return s
}

// Line is the one of a key; nil where there is none.
func (s *Sheet) Line(key string) *Line {
	i := slices.IndexFunc(s.Lines, func(l Line) bool { return l.Key == key })
	if i < 0 {
		return nil
	}
	return &s.Lines[i]
}

func (s *Sheet) note(r say.Reason) {
	if !slices.ContainsFunc(s.Remarks, r.Same) {
		s.Remarks = append(s.Remarks, r)
	}
}

// set puts one decided set on its sheet. What is kept or bought needs none.
func (d *drafter) set(one Decided, work schedule.Work) {
	home := one.Set.Set.Row().Sheet
	if home == "" || len(work.Operations) == 0 {
		return
	}
	s := d.sheet(Name(home))
	s.Sets = append(s.Sets, one.Set.Set)
	for _, p := range work.Operations {
		s.Steps = append(s.Steps, Step{Operation: p.What, Count: p.Count})
	}
	before := len(s.Lines)
	defer func() { d.belong(s, before, one.Set) }()
	switch one.Set.Set {
	case part.Cylinders:
		d.cylinders(s, one)
	case part.MainHousings, part.RodHousings:
		d.housings(s, one)
	case part.DeckSet:
		d.deck(s, one)
	case part.Rings:
		d.rings(s)
	case part.CamLobes:
		d.lobes(s, one)
	case part.CamBushes, part.LifterBores:
		d.bushes(s, one)
	default:
		d.journals(s, one)
	}
	if one.Reason != "" {
		s.note(say.New("overruled", say.Text("by", one.By), say.Text("reason", one.Reason)))
	}
}

// belong gives the lines of a sheet from one on to the component of their set, and says on the
// sheet which that is.
func (d *drafter) belong(s *Sheet, from int, set disposition.Set) {
	if set.Component == "" {
		return
	}
	for i := range s.Lines[from:] {
		s.Lines[from+i].Component = set.Component
	}
	s.note(say.New("of_component", say.Word("set", "set", set.Set),
		say.Word("of", "component", set.Set.Component()), say.Text("tag", set.Component)))
}

// members are the findings of a set's kind that decide it, in their order.
func (d *drafter) members(kind part.Kind) []*inspection.Finding {
	var list []*inspection.Finding
	for _, i := range d.in.Members(kind) {
		if d.result.Features[i].Measured() {
			list = append(list, &d.result.Features[i])
		}
	}
	return list
}

func line(ref disposition.Ref, state string, work Work) Line {
	return Line{Key: string(ref.Kind) + "/" + strconv.Itoa(ref.Number), Feature: &ref, State: state, Work: work}
}

// keep is the line of a member that stays as it is.
func keep(size disposition.FinishedSize, state string) Line {
	l := line(size.Feature, state, DoKeep)
	l.Kept, l.Min, l.Max = true, ptr(size.Size), ptr(size.Size)
	return l
}

func ptr[T any](v T) *T { return &v }

// within bounds a finished size.
func (d *drafter) within(one Decided, size disposition.FinishedSize) (least, most unit.Length) {
	window := disposition.FinishedRange(d.in, one.Set, one.Option, size)
	return window.Min, window.Max
}
