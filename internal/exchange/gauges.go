package exchange

import (
	"reflect"
	"time"

	"ledge/internal/core/instrument"
)

// What readings were taken with stands in the file as the core has it, like what was done to build: see build.go.

// The bounds of what a file tells of gauges.
const mostInstruments, mostSetups = 100, 2000

// gauges reads what the readings were taken with.
func (r *reader) gauges(n *node, at string) (s instrument.Shelf) {
	before := len(r.problems)
	for name, most := range map[string]int{"instruments": mostInstruments, "setups": mostSetups} {
		if list := n.get(name); list != nil {
			r.arrayOf(list, pointer(at, name), most)
		}
	}
	if len(r.problems) > before {
		return s
	}
	r.structure(n, at, reflect.ValueOf(&s).Elem())
	if len(r.problems) > before {
		return s
	}
	for i, e := range s.Instruments {
		here := pointer(pointer(at, "instruments"), i)
		if e.ID == "" {
			r.problem(pointer(here, "id"), "file.required")
		}
		if o := e.Owned(); o.Facts.Name == "" || o.Facts.Kind == "" || !o.Facts.Unit.Valid() || o.Facts.Division <= 0 {
			r.problem(pointer(here, "deeds"), "file.untold")
		}
		for j, d := range e.Deeds {
			where := pointer(pointer(here, "deeds"), j)
			if d.What == "" {
				r.problem(pointer(where, "what"), "file.required")
			}
			r.moment(pointer(where, "at"), d.At, time.RFC3339)
			r.moment(pointer(where, "until"), d.Until, time.DateOnly)
			if d.Facts != nil {
				r.moment(pointer(pointer(where, "facts"), "due"), d.Facts.Due, time.DateOnly)
			}
		}
	}
	for i, one := range s.Setups {
		here := pointer(pointer(at, "setups"), i)
		if one.Parts == "" || one.Kind == "" || one.Mode == "" {
			r.problem(here, "file.required")
		}
		r.moment(pointer(here, "at"), one.At, time.RFC3339)
	}
	return s
}

func (r *reader) moment(at, text, layout string) {
	if _, err := time.Parse(layout, text); text != "" && err != nil {
		r.problem(at, "file.moment")
	}
}

// gauges writes it; nil where there is nothing.
func (w writer) gauges(s instrument.Shelf) any {
	if len(s.Instruments)+len(s.Setups) == 0 {
		return nil
	}
	return w.plainly(reflect.ValueOf(s))
}

func gaugesSchema() any {
	o := schemaOfType(reflect.TypeFor[instrument.Shelf](), "")
	o["description"] = "what the readings were taken with, and how it was set up; nothing is judged by it"
	return o
}
