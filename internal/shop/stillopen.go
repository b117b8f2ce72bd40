package shop

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"ledge/internal/core/assembly"
	"ledge/internal/core/disposition"
	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/core/walk"
	"ledge/internal/store"
	"ledge/internal/words"
)

// beside is what is open of an engine that no event of its building tells, given those that hold.
func (b *builder) beside(live []assembly.Event) (list []assembly.OpenThing) {
	add := func(sort assembly.OpenSort, key, text string) {
		list = append(list, assembly.OpenThing{Key: string(sort) + "/" + key, Sort: sort, Text: text})
	}
	b.unlooked(add)
	for _, l := range b.parts(assembly.StateOf(b.Job, live), live) {
		here := l.Stands == assembly.Arrived || l.Stands == assembly.Dropped
		if !here && !l.Unwanted {
			add(assembly.OpenPart, l.Key, words.Told("built.open_part", "part", strings.TrimSpace(l.Title+" "+l.What),
				"stands", words.Told("built.stands_"+string(l.Stands), "missing", l.Missing)))
		}
	}
	b.unproved(add)
	for _, p := range b.polish(live) {
		done := p.Says == assembly.PolishStop || p.Says == assembly.PolishPassed || b.settledLine(p.line)
		if !done {
			add(assembly.OpenPolish, fmt.Sprintf("%s/%d", p.Kind, p.Number),
				words.Told("built.open_polish_"+string(p.Says), "part", p.Title, "to_go", b.length(p.ToGo),
					"off", b.length(p.Off)))
		}
	}
	for _, g := range b.gaps(live) {
		if g.Says != assembly.GapGood && g.Says != assembly.GapNoted {
			add(assembly.OpenGap, fmt.Sprintf("%d/%s", g.Cylinder, g.Ring), words.Told("built.open_gap_"+string(g.Says),
				"cylinder", g.Cylinder, "ring", words.Ring(g.Ring), "to_go", b.length(g.ToGo)))
		}
	}
	return list
}

// unlooked are the questions of the look that nobody answered, and the parts that nobody graded by eye: those of
// components that are built in, and of sets that are not replaced.
func (b *builder) unlooked(add func(sort assembly.OpenSort, key, text string)) {
	for _, item := range b.job.Walk.Items {
		if item.Step != walk.Look || item.Many ||
			b.record.Retired(part.Component(walk.Concern{Topic: item.Topic}.Component()), "") {
			continue
		}
		places := slices.DeleteFunc(slices.Clone(item.Places), func(place string) bool {
			return slices.ContainsFunc(b.record.Answers, func(a store.Answer) bool {
				return a.Topic == item.Topic && a.Place == place
			})
		})
		if len(places) > 0 {
			add(assembly.OpenLook, item.Topic, words.Told("built.open_look", "title", item.Title,
				"places", strings.Trim(strings.Join(places, ", "), ", ")))
		}
	}
	replaced := func(kind part.Kind) bool {
		return slices.ContainsFunc(b.job.Decided.Signed, func(s Signed) bool {
			return s.Set == kind.Row().Set && s.Action == disposition.Replace
		})
	}
	for _, row := range part.All() {
		var unseen []string
		for i := range b.job.Features {
			f := &b.job.Features[i]
			if f.Kind == row.Kind && row.Looked && f.State == part.AsFound && f.Component == "" && f.Look == "" &&
				!replaced(f.Kind) {
				unseen = append(unseen, strconv.Itoa(f.Number))
			}
		}
		if len(unseen) > 0 {
			add(assembly.OpenLook, "seen/"+string(row.Kind), words.Told("built.open_seen", "parts",
				words.Plural(row.Kind), "numbers", strings.Join(unseen, ", ")))
		}
	}
}

// unproved are the sheets of work that are not issued, or whose work is not proved. Parts have a list of their own.
func (b *builder) unproved(add func(sort assembly.OpenSort, key, text string)) {
	for _, s := range b.job.Orders.Drafts {
		if s.Name != order.Parts {
			add(assembly.OpenSheet, "draft/"+string(s.Name), words.Told("built.open_draft", "sheet", s.Title))
		}
	}
	for _, o := range b.job.Orders.Issued {
		open := o.Open
		if o.Sheet == order.Parts {
			open -= o.Unticked
		}
		if !o.Struck && !o.Closed && open > 0 {
			add(assembly.OpenSheet, o.ID, words.Told("built.open_sheet", "sheet", o.Body.Title, "count", open))
		}
	}
}

// settledLine reports whether the work of a line is proved, accepted, or on a sheet that was closed.
func (b *builder) settledLine(key string) bool {
	return slices.ContainsFunc(b.job.Orders.Issued, func(o IssuedView) bool {
		if o.Struck || o.Body.Line(key) == nil {
			return false
		}
		return o.Closed || accepted(o.Order, key) || slices.ContainsFunc(o.Proofs, func(p order.Proof) bool {
			return p.Key == key && p.Verdict == "within"
		})
	})
}

// sayOpen puts what is open of the events themselves into words.
func (b *builder) sayOpen(s *assembly.State) {
	for i := range s.StillOpen {
		o := &s.StillOpen[i]
		switch {
		case o.Flag != nil:
			form := "built.open_bolt_high"
			if o.Flag.Low {
				form = "built.open_bolt_low"
			}
			o.Text = words.Told(form, "bolt", o.Flag.Bolt, "run", runName(s.Plan.Card(o.Card), o.Of), "torque",
				words.Torque(o.Flag.Torque))
		case o.Task != nil:
			o.Text = taskText(s, o.Task)
			if o.Task.Wrong {
				o.Text = words.Told("built.open_wrong", "task", o.Text)
			}
		}
	}
}

// sayTasks puts what is done and what is to do into words.
func (b *builder) sayTasks(s *assembly.State) {
	for i := range s.Tasks {
		s.Tasks[i].Says = taskText(s, &s.Tasks[i])
	}
	for i := range s.Turns {
		s.Turns[i].Says = turnText(s, s.Turns[i].Pair)
	}
	for i := range s.Finals {
		s.Finals[i].Says = finalText(s.Finals[i].Kind, s.Finals[i].Number)
	}
}

// taskText is a thing to do before the engine is built.
func taskText(s *assembly.State, t *assembly.Task) string {
	switch t.What {
	case assembly.PutCap:
		return words.Told("built.task_cap", "main", t.Number)
	case assembly.Tighten:
		if t.Number == 0 {
			return words.Told("built.task_mains")
		}
		return words.Told("built.task_rod_bolts", "rod", t.Number)
	case assembly.Turn:
		return turnText(s, t.Number)
	case assembly.PutRing:
		return words.Told("built.task_ring", "ring", words.Member("ring", string(t.Ring)), "cylinder", t.Number)
	case assembly.PutRod:
		return words.Told("built.task_rod", "cylinder", t.Number)
	}
	return finalText(t.Kind, t.Number)
}

// turnText is a turn of the crank, with the pairs that are in by then.
func turnText(s *assembly.State, pair int) string {
	if pair < 1 || pair > len(s.Pairs) {
		return words.Told("built.task_turn_mains")
	}
	of := s.Pairs[pair-1].Cylinders
	if len(of) == 1 {
		return words.Told("built.task_turn_one", "cylinder", of[0])
	}
	return words.Told("built.task_turn_with", "cylinders", numbersOf(of))
}

// finalText is one of the last measurements.
func finalText(kind part.Kind, number int) string {
	return words.Told("built.final_"+string(kind), "number", number)
}
