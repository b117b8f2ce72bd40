package inspection

import (
	"fmt"

	"ledge/internal/core/engine"
	"ledge/internal/core/unit"
)

// A Quantity says what a reading of a kind is.
type Quantity string

// The quantities. Weights are whole numbers of 0.1 µg, so that a gram is to a weight what a millimetre is to a length.
const (
	Size   Quantity = "size"   // a length above zero, much the same all over its set
	Gap    Quantity = "gap"    // a small length, zero or more
	Dial   Quantity = "dial"   // a small length with a sign
	Weight Quantity = "weight" // grams
)

// Quantity is what readings of k are.
func (k Kind) Quantity() Quantity {
	if s := k.sheet(); s != nil {
		return s.quantity
	}
	return Size
}

// A sheet says how a list kind is taken at the bench: lines to fill, in one column or several.
type sheet struct {
	kind     Kind
	title    string
	quantity Quantity
	lines    func(engine.Layout) []string
	columns  []string // one nameless column where nil
	angles   []unit.Angle
	// list makes the list of what was read, cell by cell; a cell without a reading is nil.
	list func(cells [][][]unit.Length) List
	// cells is the way back.
	cells func(List) [][][]unit.Length
}

// tirLine is the line of a runout that is known only by its total.
const tirLine = "TIR"

var halfTurn = []unit.Angle{0, 180 * unit.Degree}

func eighths() []unit.Angle {
	angles := make([]unit.Angle, 8)
	for i := range angles {
		angles[i] = unit.Angle(i) * 45 * unit.Degree
	}
	return angles
}

// places numbers nameless columns: directions that are not angles count upwards from 0.
func places(n int) []unit.Angle {
	angles := make([]unit.Angle, n)
	for i := range angles {
		angles[i] = unit.Angle(i) * unit.Degree
	}
	return angles
}

func fixed(lines ...string) func(engine.Layout) []string {
	return func(engine.Layout) []string { return lines }
}

// eachMain names a line for each main bearing.
func eachMain(l engine.Layout) []string {
	lines := make([]string, l.Mains)
	for i := range lines {
		lines[i] = fmt.Sprintf("main %d", i+1)
	}
	return lines
}

var stripLines = fixed("under the cap", "turned 90°")

// sheets: how the list kinds are taken, common practice.
var sheets []sheet

func init() {
	sheets = []sheet{
		{kind: Runout, title: "Runout of main", quantity: Dial, lines: fixed("dial"), angles: eighths()},
		{EndFloat, "End float", Dial, fixed("first", "second", "third", "let go", "feeler"), []string{"crank at 0°", "turned 180°"}, halfTurn, floatList, floatCells},
		{Deck, "Deck", Gap, fixed("long left", "long middle", "long right", "cross front", "cross rear", "diagonal 1", "diagonal 2"), nil, nil, nil, nil},
		{DeckHeights, "Deck heights", Dial, fixed("left", "middle", "right"), []string{"1", "2", "3", "4", "5"}, places(5), heightsList, func(l List) [][][]unit.Length { return single(l.Rows...) }},
		{RingGap, "Ring gaps of cylinder", Gap, fixed("top", "second", "oil"), nil, nil, nil, nil},
		{RingGroove, "Groove clearance of piston", Gap, fixed("top", "second", "oil"), nil, nil, nil, nil},
		{Protrusion, "Protrusion of piston", Dial, fixed("front", "rear"), nil, nil, nil, nil},
		{MainAlignment, "Tunnel alignment", Dial, eachMain, []string{"vertical", "sideways"}, []unit.Angle{0, 90 * unit.Degree}, offsetsList, func(l List) [][][]unit.Length { return columns(l.Vertical, l.Sideways) }},
		{TunnelEdge, "Straight edge in the tunnel", Gap, eachMain, nil, nil, nil, nil},
		{RodWeight, "Weight of rod", Weight, fixed("big end", "small end"), nil, nil, weightList, weightCells},
		{RodLength, "Centres of rod", Size, fixed("centres"), nil, nil, nil, nil},
		{RodBend, "Bend and twist of rod", Dial, fixed("bend", "twist"), nil, nil, nil, nil},
		{MainShell, "Shells of main", Size, fixed("upper left", "upper right", "lower left", "lower right"), nil, nil, nil, nil},
		{RodShell, "Shells of rod", Size, fixed("upper left", "upper right", "lower left", "lower right"), nil, nil, nil, nil},
		{CamLobe, "Cam lobe", Size, fixed("base", "nose"), nil, nil, nil, nil},
		{PinHeight, "Height of crankpin", Size, fixed("top", "bottom"), nil, nil, nil, nil},
		{Strip, "Plastic strip", Gap, stripLines, nil, nil, nil, nil},
		{MainStrip, "Plastic strip at main", Gap, stripLines, nil, nil, nil, nil},
		{RodStrip, "Plastic strip at rod journal", Gap, stripLines, nil, nil, nil, nil},
		{CamStrip, "Plastic strip at cam journal", Gap, stripLines, nil, nil, nil, nil},
	}
	for i := range sheets {
		s := &sheets[i]
		if s.angles == nil {
			s.angles = places(1)
		}
		if s.columns == nil && len(s.angles) == 1 {
			s.columns = []string{""}
		}
		if s.list == nil && s.kind != Runout && s.kind != Deck {
			s.list = func(cells [][][]unit.Length) List { return List{Readings: flat(cells)} }
			s.cells = func(l List) [][][]unit.Length { return columns(l.Readings) }
		}
	}
}

func (k Kind) sheet() *sheet {
	for i := range sheets {
		if sheets[i].kind == k {
			return &sheets[i]
		}
	}
	return nil
}

// SheetOf returns the lines and columns at which a list kind is taken on an engine.
func SheetOf(k Kind, l engine.Layout) (lines []string, columns []unit.Angle) {
	s := k.sheet()
	return s.lines(l), s.angles
}

// Columns names the columns of a feature's grid where they are not directions in degrees; nil where they are.
func (k Kind) Columns() []string {
	if s := k.sheet(); s != nil {
		return s.columns
	}
	return nil
}

// Listed turns what was taken on a sheet into a feature of a list kind, as it stands in the open file. ok is
// false where its list cannot be made yet: a runout with places still to read would flatter the shaft, and a
// line left out between others has no place in a list.
func (f Feature) Listed() (out Feature, ok bool) {
	cells := make([][][]unit.Length, len(f.Cells))
	for i, row := range f.Cells {
		cells[i] = make([][]unit.Length, len(row))
		for j, cell := range row {
			cells[i][j] = cell.Sizes
		}
	}
	out = f
	out.Stations, out.Directions, out.Cells, out.Added = nil, nil, nil, 0
	if of := stripOf[f.Kind]; of != "" {
		out.Kind, out.List.Of = Strip, of
	}
	switch {
	case f.Kind == Runout:
		return f.turned(out)
	case f.Kind == Deck:
		for i, line := range f.Stations {
			for _, gap := range cells[i][0] {
				out.List.Lines = append(out.List.Lines, Line{line, gap})
			}
		}
		return out, len(out.List.Lines) > 0
	case !f.listable():
		return out, false
	}
	of := out.List.Of
	out.List = f.Kind.sheet().list(cells)
	out.List.Of = of
	if f.Kind == MainAlignment {
		out.List.Positions = read(f.Cells)
	}
	return out, true
}

// listable reports whether the readings there are can stand as a list: where a place in the list means a
// certain line, none before it may be missing.
func (f Feature) listable() bool {
	missed, any := false, false
	for _, row := range f.Cells {
		for _, cell := range row {
			any = any || len(cell.Sizes) > 0
			missed = missed || len(cell.Sizes) == 0
		}
	}
	switch f.Kind {
	case RodBend, CamLobe, PinHeight, DeckHeights, MainShell, RodShell, TunnelEdge:
		return !missed
	case MainAlignment:
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
		for c, cell := range row {
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
				out.List.TIR = &size
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
	if f.Kind == Strip {
		out.Kind = StripFor(f.List.Of)
	}
	if f.Kind == Runout {
		if f.List.TIR != nil {
			out.Stations, out.Directions, out.Cells = []string{tirLine}, places(1), [][]Cell{{{Sizes: []unit.Length{*f.List.TIR}}}}
			return out
		}
		row := make([]Cell, len(f.List.Indicator))
		for i, shown := range f.List.Indicator {
			row[i].Sizes = []unit.Length{shown}
		}
		out.Stations, out.Directions, out.Cells = []string{"dial"}, f.List.Angles, [][]Cell{row}
		return out
	}
	out.Stations, out.Directions = SheetOf(f.Kind, l)
	var cells [][][]unit.Length
	if f.Kind == Deck {
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
		cells = f.Kind.sheet().cells(f.List)
	}
	// A file may hold more lines or columns than the sheet has.
	for len(out.Stations) < len(cells) {
		out.Stations = append(out.Stations[:len(out.Stations):len(out.Stations)], fmt.Sprintf("line %d", len(out.Stations)+1))
	}
	for _, row := range cells {
		for len(out.Directions) < len(row) {
			out.Directions = places(len(row))
		}
	}
	out.Cells = make([][]Cell, len(out.Stations))
	for i := range out.Cells {
		out.Cells[i] = make([]Cell, len(out.Directions))
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

func weightList(cells [][][]unit.Length) (l List) {
	for i, end := range []*string{&l.BigEnd, &l.SmallEnd} {
		if i < len(cells) && len(cells[i][0]) > 0 {
			*end = unit.Mean(cells[i][0]).Format(unit.MM)
		}
	}
	return l
}

func weightCells(l List) [][][]unit.Length {
	cells := make([][][]unit.Length, 2)
	for i, grams := range []string{l.BigEnd, l.SmallEnd} {
		cells[i] = make([][]unit.Length, 1)
		if weight, err := unit.Parse(grams, unit.MM); err == nil {
			cells[i][0] = []unit.Length{weight}
		}
	}
	return cells
}
