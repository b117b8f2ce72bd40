package disposition

import (
	"slices"

	"ledge/internal/core/unit"
)

// Advises reports whether the given way is the one chosen for the set.
func (s Set) Advises(action Action, step, shell unit.Length, method Method) bool {
	plain := method == "" || method == MixedHalf || method == MixedShell
	return plain && s.Action == action && s.Step == step && s.Shell == shell
}

// Lists reports whether the given way is among the set's options.
func (s Set) Lists(action Action, step, shell unit.Length, method Method) bool {
	return slices.ContainsFunc(s.Options, func(o Option) bool {
		return o.Action == action && o.Step == step && o.Shell == shell && o.Method == method
	})
}

// Cracked reports whether a crack decided the set.
func (s Set) Cracked() bool {
	return slices.ContainsFunc(s.Reasons, func(r Reason) bool { return r.Code == "cracked" })
}

// SameAdvice reports whether s still advises what other did.
func (s Set) SameAdvice(other Set) bool {
	return s.Action == other.Action && s.Step == other.Step && s.Shell == other.Shell
}
