package limit

import "ledge/internal/core/unit"

// WornBy is how far a part's worst reading lies from its size when new, in 0.1 nm: below the
// largest new shaft, above the smallest new bore. ok is false where there is no new size, or where
// the part is nearer to its first step than to standard: then it was machined before.
func (l Limits) WornBy(shaft bool, least, most unit.Length) (wear unit.Length, ok bool) {
	if l.New == nil {
		return 0, false
	}
	wear, steps := most-l.New.Min, l.Oversizes
	if shaft {
		wear, steps = l.New.Max-least, l.Undersizes
	}
	return wear, len(steps) == 0 || wear <= steps[0]/2
}
