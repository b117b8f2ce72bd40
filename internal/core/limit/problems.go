package limit

import (
	"fmt"

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
	for i := range Fields {
		f := &Fields[i]
		switch v := f.get(&l); {
		case v.Span != nil && v.Span.Min > v.Span.Max:
			add(f.Name, "The smallest, %s, is above the largest, %s.", v.Span.Min.Show(s), v.Span.Max.Show(s))
		case v.Most != nil && *v.Most < 0 && !f.Signed:
			add(f.Name, "A limit cannot be negative.")
		case f.Form == Rise:
			before := unit.Length(0)
			for i, step := range v.List {
				if step <= before {
					at(f.Name, i, "%s does not rise above %s: the steps must rise one by one.", step.Show(s), before.Show(s))
					break
				}
				before = step
			}
		}
	}
	if l.New != nil && l.Max != nil && *l.Max < l.New.Min {
		add("max", "The largest in service, %s, is below the least when new, %s.", l.Max.Show(s), l.New.Min.Show(s))
	}
	if c := l.Clearance; c != nil && c.New != nil && c.Max != nil && *c.Max < c.New.Min {
		add("clearance.max", "The largest in service, %s, is below the least when new, %s.", c.Max.Show(s), c.New.Min.Show(s))
	}
	for field, source := range l.Sources {
		if source.Words() == "" || FieldNamed(field) == nil {
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
