package disposition

import (
	"slices"

	"ledge/internal/core/part"
)

// Option returns the set's option for a way, or nil where it is not listed.
func (s Set) Option(w Way) *Option {
	if i := s.OptionAt(w); i >= 0 {
		return &s.Options[i]
	}
	return nil
}

// OptionAt is the index of the set's option for a way; -1 where it is not listed.
func (s Set) OptionAt(w Way) int {
	return slices.IndexFunc(s.Options, func(o Option) bool { return o.Way == w })
}

// signedWay is the way that a person signed for a set; ok is false where nobody did, or where a
// crack found since leaves only what is advised for it.
func (e *evaluator) signedWay(name part.Set) (w Way, ok bool) {
	for _, d := range e.in.Decisions {
		if d.Set == string(name) {
			w, ok = Way{Action: Action(d.Action), Step: d.Step, Shell: d.Shell, Method: Method(d.Method)}, true
		}
	}
	for _, s := range e.result.Sets {
		if s.Set == name && s.Cracked() && s.Way != w {
			return Way{}, false
		}
	}
	return w, ok
}

// stands is what is done with a set that was evaluated: as signed, else as advised.
func (e *evaluator) stands(name part.Set) (s Set, w Way, ok bool) {
	for _, s := range e.result.Sets {
		if s.Set == name {
			if w, signed := e.signedWay(name); signed {
				return s, w, true
			}
			return s, s.Way, true
		}
	}
	return Set{}, Way{}, false
}

// Cracked reports whether a crack decided the set.
func (s Set) Cracked() bool {
	return slices.ContainsFunc(s.Reasons, func(r Reason) bool { return r.Code == "cracked" })
}
