package httpapi

import (
	"reflect"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/core/assembly"
	"ledge/internal/core/closed"
	"ledge/internal/core/disposition"
	"ledge/internal/core/engine"
	"ledge/internal/core/form"
	"ledge/internal/core/inspection"
	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/schedule"
	"ledge/internal/core/unit"
	"ledge/internal/core/walk"
	"ledge/internal/exchange"
	"ledge/internal/gaugelink"
	"ledge/internal/shop"
	"ledge/internal/shop/cabinet"
	"ledge/internal/store"
	"ledge/internal/store/db"
	"ledge/internal/store/office"
	"ledge/internal/words"
)

// enums are the closed lists on the wire, from the tables that have them: unions in the front end's types.
var enums = map[reflect.Type][]any{}

// A listed value stands for a type with a closed list in the API's description.
type listed[T ~string] struct{}

// Schema is the type as OpenAPI says it.
func (listed[T]) Schema(huma.Registry) *huma.Schema {
	return &huma.Schema{Type: huma.TypeString, Enum: enums[reflect.TypeFor[T]()]}
}

// list makes T one of a closed list wherever it is sent or taken.
func list[T ~string](r huma.Registry, l *closed.List[T]) {
	var all []any
	for _, name := range l.Names() {
		all = append(all, name)
	}
	if l.OrNone() {
		all = append(all, "")
	}
	enums[l.Type()] = all
	r.RegisterTypeAlias(l.Type(), reflect.TypeFor[listed[T]]())
}

// lists makes every closed list that travels a type on the wire.
func lists(r huma.Registry) {
	measuredLists(r)
	judgedLists(r)
	assembledLists(r)
	keptLists(r)
}

// measuredLists are the lists of what is measured, and with what.
func measuredLists(r huma.Registry) {
	list(r, part.Kinds)
	list(r, part.SetNames)
	list(r, part.Quantities)
	list(r, part.Components)
	list(r, part.Roles)
	list(r, part.Steps)
	list(r, part.Places)
	list(r, part.Shapes)
	list(r, part.Counts)
	list(r, part.Fits)
	list(r, part.Forms)
	list(r, form.Courses)
	list(r, form.Shapes)
	list(r, instrument.Kinds)
	list(r, instrument.Materials)
	list(r, instrument.Modes)
	list(r, engine.Arrangements)
	list(r, unit.Systems)
	list(r, walk.Gravities)
	list(r, walk.Steps)
}

// judgedLists are those of how parts are judged, and what is done about it.
func judgedLists(r huma.Registry) {
	list(r, disposition.Actions)
	list(r, disposition.Methods)
	list(r, disposition.Bases)
	list(r, disposition.AskKinds)
	list(r, disposition.UnseenCauses)
	list(r, disposition.UnseenChecks)
	list(r, inspection.Duties)
	list(r, inspection.LimitBlocks)
	list(r, inspection.Looks)
	list(r, inspection.PolicyForms)
	list(r, inspection.QuickStandings)
	list(r, limit.CheckNames)
	list(r, limit.Forms)
	list(r, limit.Rules)
	list(r, limit.Sources)
	list(r, limit.Verdicts)
	list(r, schedule.Operations)
	list(r, schedule.Parts)
	list(r, order.Names)
	list(r, order.ProofVerdicts)
	list(r, order.Works)
	list(r, say.Sorts)
	list(r, say.Roles)
}

// keptLists are those of what a shop keeps and does.
func keptLists(r huma.Registry) {
	list(r, exchange.HeadingsOf)
	list(r, exchange.RangeEnds)
	list(r, store.ChangeTypes)
	list(r, store.LookTypes)
	list(r, store.MomentTypes)
	list(r, store.OrderEventTypes)
	list(r, store.Origins)
	list(r, store.Outcomes)
	list(r, store.ReadingTypes)
	list(r, office.Roles)
	list(r, db.TroubleCodes)
	list(r, shop.EndKinds)
	list(r, shop.Standings)
	list(r, shop.Waits)
}

// chosen makes the words of the policy closed lists, from its table, and the names of the lists that have words.
func chosen(r huma.Registry) {
	name := r.Map()["WordsListWords"].Properties["list"]
	for _, said := range words.Lists() {
		name.Enum = append(name.Enum, said.List)
	}
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

// assembledLists are the closed lists of how an engine is built.
func assembledLists(r huma.Registry) {
	list(r, assembly.EventTypes)
	list(r, assembly.Groups)
	list(r, assembly.Hows)
	list(r, assembly.Rings)
	list(r, assembly.Orientations)
	list(r, assembly.PolishStates)
	list(r, assembly.GapStates)
	list(r, assembly.LineSources)
	list(r, assembly.LineStandings)
	list(r, assembly.OpenSorts)
	list(r, unit.TorqueUnits)
	list(r, instrument.DeedTypes)
	list(r, instrument.StudyLacks)
	list(r, instrument.SendModes)
	list(r, instrument.StopBitCounts)
	list(r, instrument.Parities)
	list(r, instrument.LineFaults)
	list(r, gaugelink.Standings)
	r.Schema(reflect.TypeFor[cabinet.LineFrame](), true, "LineFrame") // told line by line, not by an operation
}
