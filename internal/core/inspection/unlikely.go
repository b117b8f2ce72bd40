package inspection

import (
	"slices"

	"ledge/internal/core/form"
	"ledge/internal/core/plan"
	"ledge/internal/core/unit"
)

// Unlikely are the cells of f that lie further from the median of its other cells than wear or damage explains, 0.02 in
// or 0.5 mm, and that nobody confirmed: most often a figure is mistyped. Of two cells both are asked. A piston, tapered
// on purpose, is held against its own station. Common practice.
func (in *Inspection) Unlikely(f *Feature, out *Finding) (cells []plan.Cell) {
	far := in.Unit.Pick(20*unit.Thou, unit.Millimetre/2)
	if out.Measured() && *out.Max-*out.Min <= far {
		return nil
	}
	rows := [][]form.Place{{}}
	for s, row := range out.Grid.Sizes {
		if f.Kind.InBore() {
			rows = append(rows, nil)
		}
		for d, size := range row {
			if size.OK {
				rows[len(rows)-1] = append(rows[len(rows)-1], form.Place{Station: s, Direction: d})
			}
		}
	}
	for _, places := range rows {
		sorted := make([]unit.Length, len(places))
		for i, p := range places {
			sorted[i] = out.Grid.Sizes[p.Station][p.Direction].Length
		}
		slices.Sort(sorted)
		if len(sorted) < 2 {
			continue
		}
		for _, p := range places {
			if f.Cells[p.Station][p.Direction].Confirmed {
				continue
			}
			size := out.Grid.Sizes[p.Station][p.Direction].Length
			if (size - middleWithout(sorted, size)).Abs() > far {
				cells = append(cells, plan.Cell{Station: p.Station, Direction: p.Direction})
			}
		}
	}
	return cells
}

// middleWithout is the median of sorted sizes, one of them left out.
func middleWithout(sorted []unit.Length, size unit.Length) unit.Length {
	gap, _ := slices.BinarySearch(sorted, size)
	other := func(i int) unit.Length {
		if i >= gap {
			i++
		}
		return sorted[i]
	}
	n := len(sorted) - 1
	return unit.DivHalfEven(other((n-1)/2)+other(n/2), 2)
}
