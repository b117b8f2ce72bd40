package inspection

import (
	"slices"

	"ledge/internal/core/form"
	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/core/unit"
)

// Unlikely are the cells of f that lie further from the median of its other cells than wear or damage explains, 0.02 in
// or 0.5 mm, and that nobody confirmed: most often a figure is mistyped. Of two cells both are asked. A piston, tapered
// on purpose, is held against its own station. Common practice.
func (in *Inspection) Unlikely(f *Feature, out *Finding) (cells []plan.Cell) {
	far := in.Unit.Pick(20*unit.Thou, unit.Millimetre/2)
	rows := [][]form.Place{{}}
	for s, row := range out.Grid.Sizes {
		if f.Kind == part.Piston {
			rows = append(rows, nil)
		}
		for d, size := range row {
			if size.OK {
				rows[len(rows)-1] = append(rows[len(rows)-1], form.Place{Station: s, Direction: d})
			}
		}
	}
	for _, places := range rows {
		for i, p := range places {
			others := make([]unit.Length, 0, len(places))
			for j, q := range places {
				if i != j {
					others = append(others, out.Grid.Sizes[q.Station][q.Direction].Length)
				}
			}
			if len(others) == 0 || f.Cells[p.Station][p.Direction].Confirmed {
				continue
			}
			slices.Sort(others)
			middle := unit.DivHalfEven(others[(len(others)-1)/2]+others[len(others)/2], 2)
			if (out.Grid.Sizes[p.Station][p.Direction].Length - middle).Abs() > far {
				cells = append(cells, plan.Cell{Station: p.Station, Direction: p.Direction})
			}
		}
	}
	return cells
}
