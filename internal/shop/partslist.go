package shop

import (
	"context"
	"slices"
	"strings"

	"ledge/internal/core/assembly"
	"ledge/internal/core/disposition"
	"ledge/internal/core/limit"
	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/core/schedule"
	"ledge/internal/core/unit"
	"ledge/internal/core/walk"
	"ledge/internal/words"
)

// A PartView is a line of the parts list, with what of it is measured when it came.
type PartView struct {
	assembly.Line
	// Measure are the kinds that it waits to be measured as; none where nothing of it matters.
	Measure []ToMeasure `json:"measure"`
	// Takes is what its coating takes of the clearance.
	Takes *unit.Length `json:"takes,omitempty"`
}

// A ToMeasure is a kind of new parts of which some are measured.
type ToMeasure struct {
	Kind  part.Kind `json:"kind"`
	State string    `json:"state"`
	Done  int       `json:"done"`
	Of    int       `json:"of"`
}

// replacing are findings that ask for something new, by topic and answer.
var replacing = map[string][]string{
	"main_bolt": {"loose", "long", "yielded", "thread"}, "rod_bolt": {"loose", "long", "yielded", "thread"},
	"stud": {"pitted", "pulled"}, "core_plug": {"weeping"}, "cam_lobe_look": {"pitted"},
}

// wanted is what decisions and findings put on the list.
func (b *builder) wanted(s assembly.State) (lines []assembly.Wanted, buys map[string]schedule.Part) {
	buys = map[string]schedule.Part{}
	gasket := false
	for _, sheet := range b.job.ordered() {
		if sheet.Name != order.Parts {
			continue
		}
		for _, l := range sheet.Lines {
			what := l.What
			if l.Step == nil && l.Shell == nil { // it says no more than that it is bought
				what = ""
			}
			lines = append(lines, assembly.Wanted{Key: l.Key, From: assembly.Decided, Title: l.Title,
				What: strings.TrimSpace(what + " " + l.Note), Code: l.Code, Count: l.Count})
			gasket = gasket || l.Part == schedule.Gasket
			buys[l.Key] = l.Part
			if l.Part == schedule.SelectShells {
				set, _, _ := strings.Cut(l.Key, "/")
				buys[l.Key] = schedule.ShellsOf(part.Set(set).Row().Member)
			}
		}
	}
	for _, topic := range []string{"main_bolt", "rod_bolt", "stud", "core_plug", "cam_lobe_look"} {
		var places []string
		for _, a := range b.record.Said() {
			if a.Topic == topic && slices.Contains(replacing[topic], a.Value) {
				places = append(places, a.Place)
			}
		}
		if len(places) == 0 || b.record.Retired(part.Component(walk.Concern{Topic: topic}.Component()), "") {
			continue
		}
		count := len(places)
		if c := s.Plan.Of(map[string]assembly.Group{"main_bolt": assembly.Mains,
			"rod_bolt": assembly.Rods}[topic]); c != nil {
			count *= c.Rows
		}
		lines = append(lines, assembly.Wanted{Key: "found/" + topic, From: assembly.Found,
			Title: words.Told("wanted." + topic),
			What:  strings.Trim(strings.Join(places, ", "), ", "), Count: count})
	}
	lines = append(lines, b.bushes()...)
	for _, c := range s.Plan.Cards {
		if c.New {
			lines = append(lines, assembly.Wanted{Key: "card/" + c.Key, From: assembly.Found,
				Title: words.Told("wanted.new_bolts", "card", words.TorqueCard(&c)), What: words.Told("wanted.by_card"),
				Count: c.Bolts() * len(c.Runs(b.Layout))})
		}
	}
	if slices.Contains(b.There, part.Block) && len(lines) > 0 && !gasket {
		lines = append(lines, assembly.Wanted{Key: "found/gaskets", From: assembly.Found,
			Title: words.Told("wanted.gaskets"),
			What:  b.gasket(s), Count: 1})
	}
	return lines, buys
}

// bushes are those of small ends that a decision renews, and of the camshaft that are out of limits, as long as nobody
// decided them.
func (b *builder) bushes() (lines []assembly.Wanted) {
	for _, set := range b.job.Decided.Signed {
		if set.Set != part.RodSet || set.Action != disposition.Resize {
			continue
		}
		count := 0
		for _, m := range set.On.Members {
			if m.Action == disposition.Resize {
				count++
			}
		}
		lines = append(lines, assembly.Wanted{Key: "found/rod_bush", From: assembly.Found,
			Title: words.Told("wanted.rod_bush"),
			Count: max(1, count)})
	}
	if slices.ContainsFunc(b.job.Decided.Signed, func(d Signed) bool { return d.Set == part.CamBushes }) {
		return lines
	}
	var out []string
	for i := range b.job.Features {
		f := &b.job.Features[i]
		if f.Kind == part.CamBearing && f.State == part.AsFound && f.Standing == Standing(limit.Beyond) {
			out = append(out, f.Title)
		}
	}
	if len(out) > 0 {
		lines = append(lines, assembly.Wanted{Key: "found/cam_bush", From: assembly.Found,
			Title: words.Told("wanted.cam_bush"),
			What:  strings.Join(out, ", "), Count: len(out)})
	}
	return lines
}

// gasket says by what its grade is chosen: the highest piston.
func (b *builder) gasket(s assembly.State) string {
	var highest *unit.Length
	for _, f := range s.Finals {
		if f.Kind == part.DeckSet.Row().Tops && f.Value != nil && (highest == nil || *f.Value > *highest) {
			highest = f.Value
		}
	}
	if highest == nil {
		return words.Told("wanted.grade_open")
	}
	return words.Told("wanted.grade", "highest", b.length(*highest))
}

func (b *builder) parts(s assembly.State, events []assembly.Event) []PartView {
	wanted, buys := b.wanted(s)
	lines := assembly.PartsList(wanted, events)
	list := make([]PartView, len(lines))
	for i, l := range lines {
		list[i] = PartView{Line: l, Measure: []ToMeasure{}}
		if l.Facts.Coating != nil {
			takes := 2 * *l.Facts.Coating // both halves
			list[i].Takes = &takes
		}
		if l.Here() <= 0 {
			continue
		}
		for _, kind := range buys[l.Key].Goods().As {
			list[i].Measure = append(list[i].Measure, b.waiting(kind))
		}
	}
	return list
}

// waiting counts the new parts of a kind that are measured.
func (b *builder) waiting(kind part.Kind) ToMeasure {
	w := ToMeasure{Kind: kind, State: part.NewPart, Of: kind.Row().Count(b.Layout)}
	for i := range b.job.Features {
		f := &b.job.Features[i]
		if f.Kind == kind && f.State == part.NewPart && f.Finding >= 0 &&
			b.job.Evaluation.Features[f.Finding].Complete {
			w.Done++
		}
	}
	return w
}

// short are the pairs of shells that came, where not all that are needed did.
func (b *builder) short(events []assembly.Event) map[part.Kind]int {
	short := map[part.Kind]int{}
	live := assembly.Live(events)
	wanted, buys := b.wanted(assembly.StateOf(b.Job, live))
	came, journals := map[part.Kind]int{}, map[schedule.Part]part.Kind{}
	for _, kind := range part.InShells() {
		journals[schedule.ShellsOf(kind)] = kind
	}
	for _, l := range assembly.PartsList(wanted, live) {
		kind, shells := journals[buys[l.Key]]
		if !shells || l.Unwanted || l.Stands == assembly.Dropped {
			continue
		}
		came[kind] += l.Here()
		if l.Stands == assembly.Short {
			short[kind] = 0
		}
	}
	for kind := range short {
		short[kind] = came[kind]
	}
	return short
}

// MeasureNew makes the parts of a kind that came ready to be measured as new ones.
func (a *Application) MeasureNew(ctx context.Context, id int64, kind part.Kind) (JobView, error) {
	view, err := a.view(ctx, id)
	if err != nil {
		return JobView{}, err
	}
	has := func(state string) bool {
		return slices.ContainsFunc(view.Features, func(f FeatureView) bool {
			return f.Kind == kind && f.Component == "" && (state == "" || f.State == state)
		})
	}
	if !has("") {
		if view, err = a.AddParts(ctx, id, kind, "", kind.Row().Count(view.Job.Told())); err != nil {
			return view, err
		}
	}
	if has(part.NewPart) {
		return view, nil
	}
	return a.AddState(ctx, id, kind, "", part.NewPart, false)
}

// SortedShells is where each pair of shells goes by its own walls.
type SortedShells struct {
	Kind   part.Kind         `json:"kind"`
	Placed []assembly.Placed `json:"placed"`
	// Least and Most are the clearances that it leaves; before are those with every pair in the place of its number.
	Least  unit.Length    `json:"least"`
	Most   unit.Length    `json:"most"`
	Before [2]unit.Length `json:"before"`
}

// sortedShells sorts main and rod shells by their walls, where walls, housings and journals are all measured.
func (b *builder) sortedShells() []SortedShells {
	list := []SortedShells{}
	for _, kind := range part.InShells() {
		row := kind.Row().Joint
		count := row.Bearing.Row().Count(b.Layout)
		room, walls := map[int]unit.Length{}, map[int]unit.Length{}
		for n := 1; n <= count; n++ {
			housing, journal := b.latest(row.Housing, n), b.latest(kind, b.job.in.JournalOf(row.Bearing, n))
			at, ok := b.job.in.Latest(row.Shell, n)
			if housing == nil || journal == nil || !ok || len(b.job.in.Features[at].List.Readings) < 4 {
				continue
			}
			room[n] = *housing.Mean - *journal.Mean
			r := b.job.in.Features[at].List.Readings
			walls[n] = unit.DivHalfEven(r[0]+r[1]+r[2]+r[3], 2)
		}
		if len(room) < 2 || len(room) != count {
			continue
		}
		one := SortedShells{Kind: row.Shell, Placed: assembly.Sorted(room, walls)}
		for i, p := range one.Placed {
			own := room[p.Place] - walls[p.Place]
			if i == 0 {
				one.Least, one.Most, one.Before = p.Clearance, p.Clearance, [2]unit.Length{own, own}
			}
			one.Least, one.Most = min(one.Least, p.Clearance), max(one.Most, p.Clearance)
			one.Before = [2]unit.Length{min(one.Before[0], own), max(one.Before[1], own)}
		}
		list = append(list, one)
	}
	return list
}
