package limit

import (
	"fmt"

	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// A FieldProblem says why a field of some limits cannot be.
type FieldProblem struct {
	Field string
	// Place is which of a list is meant, from 0; -1 for the field as a whole.
	Place int
	Why   say.Reason
}

// Problems lists what cannot be in l.
func (l Limits) Problems() []FieldProblem {
	var problems []FieldProblem
	at := func(field string, place int, form string, args ...say.Arg) {
		problems = append(problems, FieldProblem{field, place, say.New("limit", args...).As(form)})
	}
	add := func(field, form string, args ...say.Arg) { at(field, -1, form, args...) }
	for i := range Fields {
		f := &Fields[i]
		switch v := f.get(&l); {
		case v.Span != nil && v.Span.Min > v.Span.Max:
			add(f.Name, "turned", say.Length("min", v.Span.Min), say.Length("max", v.Span.Max))
		case v.Most != nil && *v.Most < 0 && !f.Signed:
			add(f.Name, "negative")
		case f.Form == Rise:
			before := unit.Length(0)
			for i, step := range v.List {
				if step <= before {
					at(f.Name, i, "step", say.Length("step", step), say.Length("before", before))
					break
				}
				before = step
			}
		}
	}
	if l.New != nil && l.Max != nil && *l.Max < l.New.Min {
		add("max", "below_new", say.Length("max", *l.Max), say.Length("new", l.New.Min))
	}
	if c := l.Clearance; c != nil && c.New != nil && c.Max != nil && *c.Max < c.New.Min {
		add("clearance.max", "below_new", say.Length("max", *c.Max), say.Length("new", c.New.Min))
	}
	for field, source := range l.Sources {
		if !Sources.Has(source) || FieldNamed(field) == nil {
			add("sources."+field, "source")
		}
	}
	for number, own := range l.ByNumber {
		for _, p := range own.Problems() {
			p.Field = fmt.Sprintf("by_number.%d.%s", number, p.Field)
			problems = append(problems, p)
		}
	}
	return problems
}
