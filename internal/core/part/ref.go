package part

import "strconv"

// A Ref points to a feature.
type Ref struct {
	Kind   Kind `json:"kind"`
	Number int  `json:"number"`
}

// Name is the feature in words: "Main 3".
func (r Ref) Name() string {
	if r.Kind == EndFloat {
		return "Crankshaft"
	}
	return r.Kind.Title() + " " + strconv.Itoa(r.Number)
}
