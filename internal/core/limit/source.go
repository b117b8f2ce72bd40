package limit

import (
	"slices"

	"ledge/internal/core/closed"
)

// A Source is where a limit comes from. The zero Source was not told.
type Source string

// The sources, the most trusted first.
const (
	Maker        Source = "maker"         // the engine maker's data
	BearingMaker Source = "bearing_maker" // the bearing maker's data
	Shop         Source = "shop"          // the shop's own rule
	Thumb        Source = "thumb"         // a rule of thumb
)

// Sources are all of them.
var Sources = closed.New(Maker, BearingMaker, Shop, Thumb).Said("source")

// sourcesOver are the sources of l over base: each goes with its field.
func (l Limits) sourcesOver(base Limits) map[string]Source {
	if len(l.Sources) == 0 && len(base.Sources) == 0 {
		return nil
	}
	merged := map[string]Source{}
	for i := range Fields {
		f := &Fields[i]
		from := &base
		if !f.get(&l).Empty() {
			from = &l
		}
		if source := from.Sources[f.Name]; source != "" && !f.get(from).Empty() {
			merged[f.Name] = source
		}
	}
	return merged
}

// SourceOf is where the limit of a named check comes from.
func (l Limits) SourceOf(check CheckName) Source {
	if len(l.Sources) == 0 {
		return ""
	}
	if check == CheckClearance {
		for _, field := range []string{"clearance.target", "clearance.max", "clearance.new"} {
			if source := l.Sources[field]; source != "" {
				return source
			}
		}
		return ""
	}
	for i := range Fields {
		if slices.Contains(Fields[i].Checks, check) {
			return l.Sources[Fields[i].Name]
		}
	}
	if source := l.Sources["max"]; source != "" {
		return source
	}
	return l.Sources["new"]
}
