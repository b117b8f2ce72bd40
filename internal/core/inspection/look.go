package inspection

import "ledge/internal/core/closed"

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

// Looks are all of them, from best to worst.
var Looks = closed.New(Smooth, Marked, Scored, Heat, Cracked).Said("look").OrNothing()

// WorseThan reports whether l is a graver look than m.
func (l Look) WorseThan(m Look) bool { return Looks.Rank(l) > Looks.Rank(m) }
