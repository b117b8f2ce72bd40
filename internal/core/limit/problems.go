package limit

import (
	"fmt"
	"slices"

	"ledge/internal/core/unit"
)

// A Problem says why a field of some limits cannot be, in a sentence.
type Problem struct {
	Field string
	// Place is which of a list is meant, from 0; -1 for the field as a whole.
	Place    int
	Sentence string
}

// Problems lists what cannot be in l; figures in the sentences are in s.
func (l Limits) Problems(s unit.System) []Problem {
	var problems []Problem
	at := func(field string, place int, format string, args ...any) {
		problems = append(problems, Problem{field, place, fmt.Sprintf(format, args...)})
	}
	add := func(field, format string, args ...any) { at(field, -1, format, args...) }
	order := func(field string, r *Range) {
		if r != nil && r.Min > r.Max {
			add(field, "The smallest, %s, is above the largest, %s.", r.Min.Show(s), r.Max.Show(s))
		}
	}
	order("new", l.New)
	for _, one := range []struct {
		field string
		value *unit.Length
	}{{"wear_max", l.WearMax}, {"taper_max", l.TaperMax}, {"out_of_round_max", l.OutOfRoundMax}, {"runout_max", l.RunoutMax},
		{"bore_to_bore_max", l.BoreToBoreMax}, {"alignment_max", l.AlignmentMax}, {"max", l.Max}, {"skim_max", l.SkimMax}} {
		if one.value != nil && *one.value < 0 {
			add(one.field, "A limit cannot be negative.")
		}
	}
	if l.New != nil && l.Max != nil && *l.Max < l.New.Min {
		add("max", "The largest in service, %s, is below the least when new, %s.", l.Max.Show(s), l.New.Min.Show(s))
	}
	for _, ladder := range []struct {
		field string
		steps []unit.Length
	}{{"undersizes", l.Undersizes}, {"oversizes", l.Oversizes}} {
		before := unit.Length(0)
		for i, step := range ladder.steps {
			if step <= before {
				at(ladder.field, i, "%s does not rise above %s: the steps must rise one by one.", step.Show(s), before.Show(s))
				break
			}
			before = step
		}
	}
	if c := l.Clearance; c != nil {
		order("clearance.new", c.New)
		order("clearance.target", c.Target)
		if c.New != nil && c.Max != nil && *c.Max < c.New.Min {
			add("clearance.max", "The largest in service, %s, is below the least when new, %s.", c.Max.Show(s), c.New.Min.Show(s))
		}
	}
	for field, source := range l.Sources {
		if source.Words() == "" || !slices.Contains(Fields, field) {
			add("sources."+field, "A source is maker, bearing_maker, shop or thumb, of a field that limits have.")
		}
	}
	for number, own := range l.ByNumber {
		for _, p := range own.Problems(s) {
			at(fmt.Sprintf("by_number.%d.%s", number, p.Field), p.Place, "%s", p.Sentence)
		}
	}
	return problems
}
