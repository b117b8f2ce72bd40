package disposition

import (
	"slices"
	"strings"
)

// found are the codes of reasons that tell what was found, whatever is decided; advised those that
// tell why what is advised is done. Everything else is for the shop: cautions, remarks, what is
// still to be measured.
var (
	found   = []string{"look", "cracked", "mixed_set", "fit_out"}
	advised = []string{"step", "within", "marked", "tight", "shell", "no_step", "hone_to_size", "sleeve", "bored"}
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
		tells := slices.Contains(found, r.Code) || strings.HasPrefix(r.Code, beyondCode)
		if (tells || s.Way == as && slices.Contains(advised, r.Code)) && !slices.ContainsFunc(told, r.Same) {
			told = append(told, r)
		}
	}
	return told
}

// Codes of checks begin with what is said of them: that they are beyond their limit, or too close
// to it to call.
const (
	beyondCode = "beyond_"
	unsureCode = "unsure_"
)
