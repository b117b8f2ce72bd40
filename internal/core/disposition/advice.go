package disposition

import "slices"

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

// Cracked reports whether a crack decided the set.
func (s Set) Cracked() bool {
	return slices.ContainsFunc(s.Reasons, func(r Reason) bool { return r.Code == "cracked" })
}
