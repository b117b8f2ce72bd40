package inspection

import (
	"ledge/internal/core/form"
	"ledge/internal/core/plan"
	"ledge/internal/core/unit"
)

// nearEnds is how far the outer stations may lie inside the ends, as a share of the length, before what they leave out
// is judged, too. Common practice.
const nearEnds = 0.02

// TaperToEnds is the taper of a part whose outer stations lie well inside its ends, drawn out to these, and the places
// that make it; ok is false where they lie at the ends, or one of them was not read.
func (f *Feature) TaperToEnds(grid form.Grid) (taper unit.Length, ends []plan.Cell, ok bool) {
	inset, last := f.Condition.Inset, len(grid.Sizes)-f.Added-1
	if inset <= nearEnds || inset >= 0.5 || last < 1 {
		return 0, nil, false
	}
	direction := -1
	for d := range min(len(grid.Sizes[0]), len(grid.Sizes[last])) {
		front, rear := grid.Sizes[0][d], grid.Sizes[last][d]
		if !front.OK || !rear.OK {
			continue
		}
		if by := (front.Length - rear.Length).Abs(); direction < 0 || by > taper {
			taper, direction = by, d
		}
	}
	if direction < 0 {
		return 0, nil, false
	}
	ends = []plan.Cell{{Station: 0, Direction: direction}, {Station: last, Direction: direction}}
	return unit.Round(float64(taper) / (1 - 2*inset)), ends, true
}
