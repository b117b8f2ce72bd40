package part

// A Ref points to a feature.
type Ref struct {
	Kind   Kind `json:"kind"`
	Number int  `json:"number"`
}
