package httpapi

import (
	"reflect"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/core/assembly"
	"ledge/internal/core/disposition"
	"ledge/internal/core/engine"
	"ledge/internal/core/form"
	"ledge/internal/core/inspection"
	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/core/schedule"
	"ledge/internal/core/unit"
	"ledge/internal/shop"
	"ledge/internal/store"
)

// enums are the closed lists on the wire, from the tables that have them: unions in the front end's types.
var enums = map[reflect.Type][]any{}

// A listed value stands for a type with a closed list in the API's description.
type listed[T ~string] struct{}

// Schema is the type as OpenAPI says it.
func (listed[T]) Schema(huma.Registry) *huma.Schema {
	return &huma.Schema{Type: huma.TypeString, Enum: enums[reflect.TypeFor[T]()]}
}

// list makes T one of values wherever it is sent or taken.
func list[T ~string](r huma.Registry, values ...T) {
	all := make([]any, len(values))
	for i, v := range values {
		all[i] = string(v)
	}
	enums[reflect.TypeFor[T]()] = all
	r.RegisterTypeAlias(reflect.TypeFor[T](), reflect.TypeFor[listed[T]]())
}

// lists makes every closed list a type on the wire.
func lists(r huma.Registry) {
	kinds := part.AtBench()
	list(r, append(kinds, part.Strip)...)
	list(r, part.SetNames()...)
	list(r, part.Quantities()...)
	list(r, part.Components()...)
	list(r, store.Came, store.Spare, store.Bought)
	list(r, part.Roles()...)
	list(r, part.Steps()...)
	list(r, part.Places()...)
	list(r, part.Shapes()...)
	list(r, part.Eaches()...)
	list(r, part.Fits()...)
	list(r, disposition.AllActions()...)
	list(r, disposition.Methods()...)
	list(r, disposition.Bases()...)
	list(r, disposition.AllAsked()...)
	list(r, inspection.Quicknesses()...)
	list(r, disposition.WhysUnseen()...)
	list(r, form.Straight, form.OneBend, form.SBend, form.Twisted)
	list(r, limit.Verdicts()...)
	list(r, shop.Standings()...)
	list(r, shop.AllWaits()...)
	list(r, limit.Rules()...)
	list(r, limit.Sources()...)
	list(r, limit.Most, limit.Span, limit.List, limit.Rise, limit.Pairs)
	list(r, inspection.OneOf, inspection.YesOrNo, inspection.Stock, inspection.Grams)
	list(r, instrument.Kinds()...)
	list(r, instrument.Modes()...)
	list(r, append(instrument.Materials(), "")...) // none where nothing is corrected for
	list(r, schedule.Operations()...)
	list(r, schedule.Parts()...)
	list(r, order.Names()...)
	list(r, order.Works()...)
	list(r, engine.Inline, engine.V, engine.Flat)
	list(r, form.Parallel, form.Tapered, form.Barrel, form.Waisted)
	list(r, inspection.Looks()...)
	list(r, unit.In, unit.MM)
	list(r, store.Viewer, store.Inspector, store.Decider, store.Owner)
}

// chosen makes the words of the policy closed lists, from its table.
func chosen(r huma.Registry) {
	policy := r.Map()["InspectionPolicy"]
	for i := range inspection.PolicyFields {
		if f := &inspection.PolicyFields[i]; f.Form == inspection.OneOf {
			field := policy.Properties[f.Name]
			field.Enum = nil
			for _, word := range f.Values {
				field.Enum = append(field.Enum, word)
			}
			field.PrecomputeMessages()
		}
	}
}

// assembled are the closed lists of how an engine is built.
func assembled(r huma.Registry) {
	list(r, assembly.Whats()...)
	list(r, assembly.Groups()...)
	list(r, assembly.Rings()...)
	list(r, append(assembly.Ways(), "")...)
	list(r, assembly.PolishSayings()...)
	list(r, assembly.GapSayings()...)
	list(r, assembly.LineStandings()...)
	list(r, assembly.OpenSorts()...)
	list(r, assembly.Decided, assembly.Found, assembly.Own)
	list(r, unit.TorqueUnits()...)
	list(r, instrument.Doings()...)
	list(r, instrument.Lackings()...)
	list(r, instrument.Sendings()...)
	list(r, append(instrument.Parities(), "")...)
	list(r, instrument.LineFaults()...)
	list(r, shop.LineStandings()...)
	r.Schema(reflect.TypeFor[shop.LineFrame](), true, "LineFrame") // told line by line, not by an operation
}
