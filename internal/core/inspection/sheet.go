package inspection

import (
	"fmt"
	"slices"

	"ledge/internal/core/engine"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// tirLine is the line of a runout that is known only by its total.
const tirLine = "TIR"

// A converter turns the cells of a sheet into a list of its form, and back.
type converter struct {
	// list makes the list of what was read, cell by cell; a cell without a reading is nil.
	list func(cells [][][]unit.Length) List
	// cells is the way back.
	cells func(List) [][][]unit.Length
}

func converterOf(k part.Kind) converter {
	switch k.Row().List.Form {
	case part.Float:
		return converter{floatList, floatCells}
	case part.Rows:
		return converter{heightsList, func(l List) [][][]unit.Length { return single(l.Rows...) }}
	case part.Offsets:
		return converter{offsetsList, func(l List) [][][]unit.Length { return columns(l.Vertical, l.Sideways) }}
	}
	return converter{func(cells [][][]unit.Length) List { return List{Readings: flat(cells)} },
		func(l List) [][][]unit.Length { return columns(l.Readings) }}
}

// Listed turns what was taken on a sheet into a feature of a list kind, as it stands in the open file. ok is
// false where its list cannot be made yet: a runout with places still to read would flatter the shaft, and a
// line left out between others has no place in a list.
func (f Feature) Listed() (out Feature, ok bool) {
	cells := make([][][]unit.Length, len(f.Cells))
	for i, row := range f.Cells {
		cells[i] = make([][]unit.Length, len(row))
		for j := range row {
			cell := &row[j]
			cells[i][j] = cell.Sizes
		}
	}
	out = f
	out.Grid = Grid{}
	if of := f.Kind.Row().StripOf; of != "" {
		out.Kind, out.List.Journal = part.Strip, of
	}
	switch {
	case f.Kind.Row().List.Form == part.Turn:
		out, ok = f.turned(out)
		out.List.Setups = f.setups()
		return out, ok
	case f.Kind.Row().List.Form == part.Edges:
		for i, line := range f.Stations {
			for _, gap := range cells[i][0] {
				out.List.Lines = append(out.List.Lines, Line{Name: line, Gap: gap})
			}
		}
		out.List.Setups = f.setups()
		return out, len(out.List.Lines) > 0
	case !f.listable():
		return out, false
	case f.Kind.Row().List.Form == part.Weights:
		out.List = weightList(f.Cells)
		out.List.Setups = f.setups()
		return out, true
	}
	of := out.List.Journal
	out.List = converterOf(f.Kind).list(cells)
	out.List.Journal, out.List.Setups = of, f.setups()
	if f.Kind.Row().List.Form == part.Offsets {
		out.List.Positions = read(f.Cells)
	}
	return out, true
}

// listable reports whether the readings there are can stand as a list: where a place in the list means a
// certain line, none before it may be missing.
func (f Feature) listable() bool {
	missed, any := false, false
	for _, row := range f.Cells {
		for at := range row {
			cell := &row[at]
			any = any || cell.Read()
			missed = missed || !cell.Read()
		}
	}
	switch list := f.Kind.Row().List; {
	case list.Whole:
		return !missed
	case list.Form == part.Offsets:
		return any && len(read(f.Cells)) > 0
	}
	return any
}

// read returns the places of the lines that were read, in steps of one bearing; nil where a column stops
// short of another.
func read(cells [][]Cell) (positions []unit.Length) {
	counts := make([]int, len(cells[0]))
	for i, row := range cells {
		any := false
		for c := range row {
			cell := &row[c]
			if len(cell.Sizes) > 0 {
				counts[c]++
				any = true
			}
		}
		if any {
			positions = append(positions, unit.Length(i)*unit.Inch)
		}
	}
	for _, n := range counts {
		if n != 0 && n != len(positions) {
			return nil
		}
	}
	return positions
}

func (f Feature) turned(out Feature) (Feature, bool) {
	for d, cell := range f.Cells[0] {
		if cell.Missing() {
			return out, false
		}
		for _, size := range cell.Sizes {
			if f.Stations[0] == tirLine {
				out.List.TIR = append(out.List.TIR, size)
				continue
			}
			out.List.Angles = append(out.List.Angles, f.Directions[d])
			out.List.Indicator = append(out.List.Indicator, size)
		}
	}
	return out, true
}

// Sheet is the way back from [Feature.Listed]: the lines, columns and cells of a list as it came in a file.
func (f Feature) Sheet(l engine.Layout) (out Feature) {
	out = f
	out.List = List{}
	if f.Kind.AnyStrip() {
		out.Kind = part.StripFor(f.List.Journal)
	}
	if f.Kind.Row().List.Form == part.Turn {
		if len(f.List.TIR) > 0 {
			out.Stations, out.Directions, out.Cells = []string{tirLine}, []unit.Angle{0},
				[][]Cell{{{Sizes: f.List.TIR}}}
			return out
		}
		var row []Cell
		out.Directions = nil
		for i, shown := range f.List.Indicator {
			at := slices.Index(out.Directions, f.List.Angles[i])
			if at < 0 {
				at = len(row)
				out.Directions, row = append(out.Directions, f.List.Angles[i]), append(row, Cell{})
			}
			row[at].Sizes = append(row[at].Sizes, shown)
		}
		out.Stations, out.Cells = []string{"dial"}, [][]Cell{row}
		return out
	}
	var width int
	out.Stations, out.Directions, width = part.SheetOf(f.Kind, l)
	if f.Kind.Row().List.Form == part.Weights {
		out.Cells = weightCells(f.List)
		return out
	}
	var cells [][][]unit.Length
	if f.Kind.Row().List.Form == part.Edges {
		out.Stations = nil
		at := map[string]int{}
		for _, line := range f.List.Lines {
			i, seen := at[line.Name]
			if !seen {
				i = len(cells)
				at[line.Name] = i
				out.Stations, cells = append(out.Stations, line.Name), append(cells, [][]unit.Length{nil})
			}
			cells[i][0] = append(cells[i][0], line.Gap)
		}
	} else {
		cells = converterOf(f.Kind).cells(f.List)
	}
	// A file may hold more lines or columns than the sheet has.
	for len(out.Stations) < len(cells) {
		out.Stations = append(out.Stations[:len(out.Stations):len(out.Stations)],
			fmt.Sprintf("line %d", len(out.Stations)+1))
	}
	for _, row := range cells {
		width = max(width, len(row))
	}
	out.Cells = make([][]Cell, len(out.Stations))
	for i := range out.Cells {
		out.Cells[i] = make([]Cell, width)
		for j := range out.Cells[i] {
			if i < len(cells) && j < len(cells[i]) {
				out.Cells[i][j].Sizes = cells[i][j]
			}
		}
	}
	return out
}

func flat(cells [][][]unit.Length) (all []unit.Length) {
	for _, row := range cells {
		for _, sizes := range row {
			all = append(all, sizes...)
		}
	}
	return all
}

// columns lays lists beside each other, one reading a cell.
func columns(lists ...[]unit.Length) (cells [][][]unit.Length) {
	for c, list := range lists {
		for i, size := range list {
			for len(cells) <= i {
				cells = append(cells, make([][]unit.Length, len(lists)))
			}
			cells[i][c] = []unit.Length{size}
		}
	}
	return cells
}

// single makes each row of lengths a row of cells with one reading.
func single(rows ...[]unit.Length) [][][]unit.Length {
	cells := make([][][]unit.Length, len(rows))
	for i, row := range rows {
		for _, size := range row {
			cells[i] = append(cells[i], []unit.Length{size})
		}
	}
	return cells
}

// mean1 is the mean of a cell as a list of one, or none.
func mean1(sizes []unit.Length) []unit.Length {
	if len(sizes) == 0 {
		return nil
	}
	return []unit.Length{unit.Mean(sizes)}
}

func floatList(cells [][][]unit.Length) (l List) {
	column := func(lines ...int) (all [2][]unit.Length) {
		for _, line := range lines {
			for side := range 2 {
				all[side] = append(all[side], cells[line][side]...)
			}
		}
		return all
	}
	floats, back, feeler := column(0, 1, 2), column(3), column(4)
	l.At0, l.At180 = floats[0], floats[1]
	l.Return = append(back[0], back[1]...)
	l.Feeler = append(feeler[0], feeler[1]...)
	return l
}

func floatCells(l List) [][][]unit.Length {
	cells := make([][][]unit.Length, 5)
	for i := range cells {
		cells[i] = make([][]unit.Length, 2)
	}
	for side, repeats := range [][]unit.Length{l.At0, l.At180} {
		for i, size := range repeats {
			line := min(i, 2) // a fourth and later repeats stand with the third
			cells[line][side] = append(cells[line][side], size)
		}
	}
	for line, list := range map[int][]unit.Length{3: l.Return, 4: l.Feeler} {
		for i, size := range list {
			side := min(i, 1)
			cells[line][side] = append(cells[line][side], size)
		}
	}
	return cells
}

func heightsList(cells [][][]unit.Length) (l List) {
	for _, row := range cells {
		var heights []unit.Length
		for _, sizes := range row {
			heights = append(heights, mean1(sizes)...)
		}
		l.Rows = append(l.Rows, heights)
	}
	return l
}

func offsetsList(cells [][][]unit.Length) (l List) {
	for _, row := range cells {
		l.Vertical = append(l.Vertical, mean1(row[0])...)
		if len(row) > 1 {
			l.Sideways = append(l.Sideways, mean1(row[1])...)
		}
	}
	return l
}

func weightList(cells [][]Cell) (l List) {
	for i, end := range []**unit.Mass{&l.BigEnd, &l.SmallEnd} {
		if i < len(cells) && len(cells[i][0].Weights) > 0 {
			mean := unit.MeanMass(cells[i][0].Weights)
			*end = &mean
		}
	}
	return l
}

// weightCells is the way back.
func weightCells(l List) [][]Cell {
	cells := [][]Cell{{{}}, {{}}}
	for i, end := range []*unit.Mass{l.BigEnd, l.SmallEnd} {
		if end != nil {
			cells[i][0].Weights = []unit.Mass{*end}
		}
	}
	return cells
}
