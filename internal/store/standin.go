package store

import (
	"slices"

	"ledge/internal/core/part"
	"ledge/internal/store/db"
	"ledge/internal/words"
)

// A StandIn is a component that is looked at in place of the one that came; the zero one is none: the
// engine as it stands.
type StandIn struct {
	Of  part.Component `json:"of"`
	Tag string         `json:"tag"`
}

// Stands are the tags of the components that the engine is made of: of each sort the first one that
// is not retired.
func (r Record) Stands() map[part.Component]string {
	stands := map[part.Component]string{}
	for _, c := range r.Components {
		if _, known := stands[c.Of]; !known && c.Retired == nil {
			stands[c.Of] = c.Tag
		}
	}
	return stands
}

// InPlace is the stand-in under which parts of a component are looked at: none where it is in the
// engine. It is a conflict where there is no such component, or where it is retired.
func (r Record) InPlace(of part.Component, tag string) (StandIn, error) {
	if stands, in := r.Stands()[of]; in && stands == tag {
		return StandIn{}, nil
	}
	for _, c := range r.Components {
		if c.Of == of && c.Tag == tag {
			if c.Retired != nil {
				return StandIn{}, errRetired(c)
			}
			return StandIn{of, tag}, nil
		}
	}
	if tag == "" && len(r.Components) == 0 {
		return StandIn{}, nil
	}
	return StandIn{}, &db.ConflictError{Why: words.New("conflict.no_component"), Place: "component"}
}

func errRetired(c Component) error {
	return db.Conflict("conflict.retired", "component", c.Name())
}

// With is the record of the engine as it stands, with one component in place of the one that came where
// one is named: parts and decisions of others never mix with them.
func (r Record) With(in StandIn) Record {
	if len(r.Components) == len(r.Stands()) && in == (StandIn{}) {
		return r
	}
	stands := r.Stands()
	if in != (StandIn{}) {
		stands[in.Of] = in.Tag
	}
	has := func(of part.Component, tag string) bool {
		standing, there := stands[of]
		return there && standing == tag || of == "" // of a kind that nobody knows
	}
	r.Features = slices.DeleteFunc(slices.Clone(r.Features),
		func(f Feature) bool { return !has(f.Kind.Row().Component, f.Component) })
	r.Decisions = slices.DeleteFunc(slices.Clone(r.Decisions),
		func(d Decision) bool { return !has(d.Set.Component(), d.Component) })
	return r
}

// There are the components that came in, and those that something is measured of; a fit may be read with a part that
// stays away.
func (r Record) There() []part.Component {
	there := slices.Clone(r.Job.Came)
	for i := range r.Features {
		if row := r.Features[i].Kind.Row(); row.Step != part.AtFits {
			there = append(there, row.Component)
		}
	}
	return part.Ordered(there)
}

// Retired reports whether what a tag names is retired.
func (r Record) Retired(of part.Component, tag string) bool {
	return slices.ContainsFunc(r.Components,
		func(c Component) bool { return c.Of == of && c.Tag == tag && c.Retired != nil })
}
