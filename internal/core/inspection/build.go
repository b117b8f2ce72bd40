package inspection

import (
	"slices"

	"ledge/internal/core/part"
)

// A Build is an inspection with one component of each sort: readings of a spare never mix with
// those of what it stands in for.
type Build struct {
	*Inspection
	// Index maps its features to those of the inspection that it is of.
	Index []int
	// Component is the one that stands in for its like; empty where every component is the main one.
	Component part.Component
}

// Builds returns the build of the main components, those that came or else the first ones named,
// and one for each further component: with it in their place.
func (in *Inspection) Builds() []Build {
	main, tags := map[part.Component]string{}, map[part.Component][]string{}
	for i := range in.Features {
		f := &in.Features[i]
		component := f.Kind.ComponentOf(f.List.Journal)
		if !slices.Contains(tags[component], f.Component) {
			tags[component] = append(tags[component], f.Component)
		}
	}
	more := 0
	for component, all := range tags {
		main[component] = all[0]
		if slices.Contains(all, "") {
			main[component] = ""
		}
		more += len(all) - 1
	}
	if more == 0 {
		return []Build{{Inspection: in}}
	}
	builds := []Build{in.build(main, "", "")}
	for _, component := range part.Components.All() {
		for _, tag := range tags[component] {
			if tag != main[component] {
				builds = append(builds, in.build(main, component, tag))
			}
		}
	}
	return builds
}

// build is the inspection of the main components, but for one that stands in for its like.
func (in *Inspection) build(main map[part.Component]string, component part.Component, tag string) Build {
	own := *in
	own.Features, own.Decisions = nil, nil
	b := Build{Inspection: &own, Component: component}
	stands := func(c part.Component, t string) bool {
		if c == component {
			return t == tag
		}
		return t == main[c]
	}
	for i := range in.Features {
		f := &in.Features[i]
		if stands(f.Kind.ComponentOf(f.List.Journal), f.Component) {
			own.Features, b.Index = append(own.Features, *f), append(b.Index, i)
		}
	}
	for _, d := range in.Decisions {
		if stands(part.Set(d.Set).Component(), d.Component) {
			own.Decisions = append(own.Decisions, d)
		}
	}
	return b
}

// Tags are those of its components that have one.
func (b Build) Tags() map[part.Component]string {
	var tags map[part.Component]string
	for i := range b.Features {
		f := &b.Features[i]
		if f.Component == "" {
			continue
		}
		if tags == nil {
			tags = map[part.Component]string{}
		}
		tags[f.Kind.ComponentOf(f.List.Journal)] = f.Component
	}
	return tags
}

// Owns reports whether a component is the one that stands in for its like; in the build of the main
// ones, whether it is any.
func (b Build) Owns(component part.Component) bool {
	return b.Component == "" || b.Component == component
}
