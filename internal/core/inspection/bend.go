package inspection

import (
	"fmt"

	"ledge/internal/core/form"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// A Bend is how the throws of all main journals run along the crankshaft.
type Bend struct {
	// Mains are those with a direction, in order; Off their throws less the line between the end ones.
	Mains  []int         `json:"mains"`
	Off    []form.Vector `json:"off"`
	Course form.Course   `json:"course"`
	Says   string        `json:"says"`
}

// BendOf reads the bend of the crankshaft out of the runouts; ok is false with fewer than three mains that
// have a direction. Mains are taken as equally spaced.
func BendOf(in *Inspection, findings []Finding) (b Bend, ok bool) {
	var at []unit.Length
	var vectors []form.Vector
	noise := unit.Length(0)
	for _, i := range in.Members(part.Runout) {
		if findings[i].Runout == nil {
			continue
		}
		if v, ok := form.VectorOf(*findings[i].Runout); ok {
			b.Mains, at, vectors = append(b.Mains, in.Features[i].Number), append(at, unit.Length(in.Features[i].Number)*unit.Inch), append(vectors, v)
			noise = max(noise, unit.Round(2*in.gauge(&in.Features[i]).Uncertainty(1).Difference()))
		}
	}
	if len(vectors) < 3 {
		return b, false
	}
	b.Off = form.OffEnds(at, vectors)
	b.Course = form.CourseOf(b.Off, noise)
	worst, most := 0, unit.Length(0)
	for i, v := range b.Off {
		if v.Length() > most {
			worst, most = b.Mains[i], v.Length()
		}
	}
	switch b.Course {
	case form.Straight:
		b.Says = "The shaft is straight as far as this indicator can tell."
	case form.OneBend:
		b.Says = fmt.Sprintf("One bend, at its widest at main %d: the centre lies %s off.", worst, most.Show(in.Unit))
	case form.SBend:
		b.Says = fmt.Sprintf("An S: the shaft goes to one side and back over to the other, furthest at main %d, %s off.", worst, most.Show(in.Unit))
	default:
		b.Says = fmt.Sprintf("The directions wander round the shaft, furthest at main %d, %s off: bent more than once.", worst, most.Show(in.Unit))
	}
	return b, true
}
