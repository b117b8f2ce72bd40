package inspection

import (
	"ledge/internal/core/form"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// A Bend is how the throws of all main journals run along the crankshaft.
type Bend struct {
	// Mains are those with a direction, in order; Off their throws less the line between the end ones.
	Mains  []int         `json:"mains"`
	Off    []form.Vector `json:"off"`
	Course form.Course   `json:"course"`
	Says   say.Reason    `json:"says"`
}

// BendOf reads the bend of the crankshaft out of the runouts, off the line between the end mains' own
// centres where both were read; ok is false with fewer than three mains that have a direction. Mains
// are taken as equally spaced.
func BendOf(in *Inspection, findings []Finding) (b Bend, ok bool) {
	noise := unit.Length(0)
	for _, i := range in.Members(part.MainJournals.Row().Bend) {
		if findings[i].Runout == nil || findings[i].Stale {
			continue
		}
		if v, ok := form.VectorOf(*findings[i].Runout); ok {
			b.Mains, b.Off = append(b.Mains, in.Features[i].Number), append(b.Off, v)
			noise = max(noise, unit.Round(2*in.gauge(&in.Features[i]).Uncertainty(1).Difference()))
		}
	}
	if len(b.Off) < 3 {
		return b, false
	}
	b.Course = form.CourseOf(b.Off, noise)
	worst, most := 0, unit.Length(0)
	for i, v := range b.Off {
		if v.Length() > most {
			worst, most = b.Mains[i], v.Length()
		}
	}
	switch b.Course {
	case form.Straight:
		b.Says = say.New("bend")
	case form.OneBend:
		b.Says = say.New("bend", say.Number("main", worst), say.Length("off", most)).As("one")
	case form.SBend:
		b.Says = say.New("bend", say.Number("main", worst), say.Length("off", most)).As("s")
	default:
		b.Says = say.New("bend", say.Number("main", worst), say.Length("off", most)).As("several")
	}
	return b, true
}
