package store

import (
	"regexp"
	"slices"
	"strings"
	"unicode"

	"ledge/internal/core/closed"
	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
)

// A rule is what a text of a column must be, wherever it comes from: what the API refuses, no file brings in.
type rule func(text string) bool

// moment is how days and moments are written.
var moment = regexp.MustCompile(`^[0-9]{4}-[0-9]{2}-[0-9]{2}([T ][0-9:.]{5,20}(Z|[+-][0-9:]{5})?)?$`)

// oneLine is a text of one line without what steers a printer or a terminal.
func oneLine(text string) bool { return !strings.ContainsFunc(text, unicode.IsControl) }

func orNone(r rule) rule { return func(text string) bool { return text == "" || r(text) } }

// held are the rules of columns, by their name; by table and name where one differs.
var held = map[string]rule{
	"kind": part.Kinds.Lists,
	// Notes and photographs may be of the whole job.
	"note.kind":   orNone(part.Kinds.Lists),
	"photo.kind":  orNone(part.Kinds.Lists),
	"state":       part.StateName,
	"limits.name": limitStored,
	"limit_sources.field": func(text string) bool {
		return slices.Contains(limit.FieldNames(), text)
	},
	"features.gauge_kind": orNone(instrument.Kinds.Lists),
	"promised_on":         moment.MatchString,
	"number":              oneLine, "customer": oneLine, "engine": oneLine, "came": oneLine, "tag": oneLine, "component": oneLine,
	"stamp": oneLine, "named": oneLine, "set_name": oneLine, "set": oneLine, "action": oneLine, "method": oneLine, "sheet": oneLine,
	"topic": oneLine, "place": oneLine, "value": oneLine, "line": oneLine, "what": oneLine, "outcome": oneLine,
	"origin": oneLine, "typed": oneLine, "caption": oneLine, "material": oneLine, "built": oneLine,
}

// limitStored tells whether the store keeps a limit under a name.
func limitStored(name string) bool {
	return slices.ContainsFunc(limit.Fields, func(f limit.Field) bool {
		if f.Form == limit.Span {
			return name == f.Stored+"_min" || name == f.Stored+"_max"
		}
		return name == f.Stored
	})
}

// turnedInto are the types of events that the rows of tables of older versions become.
var turnedInto = map[string]MomentType{"gauges": gaugeSet, "gauge_checks": zeroChecked, "conditions": conditionTold,
	"looks": looked, "unworn": unwornRead, "answers": answered, "decisions": decided, "orders": issued,
	"order_events": orderSaid, "matchings": matched, "build_events": built, "closings": closing, "notes": noted,
	"photos": photographed}

// admits tells whether a text may stand in a column of a table, or under a name in the body of a type of events.
func admits(table, column, text string) bool {
	if of, is := turnedInto[table]; is {
		table = string(of)
	}
	for _, lists := range []map[string]closed.Any{listed, listedIn} {
		if list := lists[table+"."+column]; list != nil {
			return list.Lists(text)
		}
	}
	r := held[table+"."+column]
	if r == nil {
		r = held[column]
	}
	switch {
	case r != nil:
	case strings.HasSuffix(column, "_by"):
		r = oneLine
	case strings.HasSuffix(column, "_at"):
		r = orNone(moment.MatchString)
	default:
		return true
	}
	return r(text)
}
