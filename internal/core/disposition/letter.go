package disposition

import (
	"slices"

	"ledge/internal/core/say"
)

// Letter are the reasons of a set that its customer is told. Where a person decided otherwise, what
// was advised is not among them; nor is an oval beside the out-of-round that it is a measure of.
func (s Set) Letter(as Way) (told []Reason) {
	for _, r := range s.Reasons {
		if r.Code == beyondCode+"oval" && slices.ContainsFunc(s.Reasons, func(other Reason) bool {
			return other.Code == beyondCode+"out_of_round" && *other.Feature == *r.Feature
		}) {
			continue
		}
		row := r.Row()
		if (row.Found || s.Way == as && row.Advised) && !slices.ContainsFunc(told, r.Same) {
			told = append(told, r)
		}
	}
	return told
}

// Codes of checks begin with what is said of them: that they are beyond their limit, or too close
// to it to call.
const (
	beyondCode = say.BeyondCode
	unsureCode = "unsure_"
)
