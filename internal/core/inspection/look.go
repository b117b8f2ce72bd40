package inspection

import "slices"

// A Look is what eye and fingernail say of a feature, from best to worst. The zero Look was not graded.
type Look string

// The looks.
const (
	Smooth  Look = "smooth"
	Marked  Look = "marked"
	Scored  Look = "scored" // the fingernail catches
	Heat    Look = "heat"
	Cracked Look = "cracked"
)

var looks = []Look{"", Smooth, Marked, Scored, Heat, Cracked}

// Looks lists the looks from best to worst.
func Looks() []Look { return slices.Clone(looks[1:]) }

// WorseThan reports whether l is a graver look than m.
func (l Look) WorseThan(m Look) bool { return slices.Index(looks, l) > slices.Index(looks, m) }
