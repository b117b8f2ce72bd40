package part

import (
	"fmt"

	"ledge/internal/core/closed"
	"ledge/internal/core/engine"
	"ledge/internal/core/unit"
)

// A ListForm is how a list stands in the open file.
type ListForm string

// The forms, with their fields.
const (
	Readings ListForm = "readings" // readings
	Turn     ListForm = "turn"     // angles and indicator, or tir
	Float    ListForm = "float"    // at_0, at_180, return, feeler
	Edges    ListForm = "edges"    // lines: name and gap
	Rows     ListForm = "rows"     // rows of heights
	Offsets  ListForm = "offsets"  // vertical, sideways, positions
	Weights  ListForm = "weights"  // big_end, small_end
	OfStrip  ListForm = "strip"    // of, readings, fitted
)

// Forms are all of them.
var Forms = closed.New(Readings, Turn, Float, Edges, Rows, Offsets, Weights, OfStrip)

// Fields are those that a list of a form has in the open file.
func (f ListForm) Fields() []string {
	switch f {
	case Turn:
		return []string{"angles", "indicator", "tir"}
	case Float:
		return []string{"at_0", "at_180", "return", "feeler"}
	case Edges:
		return []string{"lines"}
	case Rows:
		return []string{"rows"}
	case Offsets:
		return []string{"vertical", "sideways", "positions"}
	case Weights:
		return []string{"big_end", "small_end"}
	case OfStrip:
		return []string{"of", "readings", "fitted"}
	}
	return []string{"readings"}
}

// A Making is what the readings of a list are judged as; empty for the smallest and the largest.
type Making string

// What lists make.
const (
	MakesZone  Making = "zone"  // the width of the smallest pair of parallel lines
	MakesRise  Making = "rise"  // the second less the first
	MakesLines Making = "lines" // each line by a check of its name
	MakesWalls Making = "walls" // halves of a pair of shells, each read twice
)

// Makings are all of them.
var Makings = closed.New(MakesZone, MakesRise, MakesLines, MakesWalls).OrNothing()

// A List says how a kind is taken that is no grid: lines to fill, in one column or several. Common practice.
type List struct {
	Form ListForm `json:"form"`
	// Lines are those of every engine; EachMain tells that there is one for each main bearing instead.
	Lines    []string `json:"lines,omitempty"`
	EachMain bool     `json:"each_main,omitempty"`
	// Columns name the columns where they are no directions; Angles are their directions where they are.
	Columns []string     `json:"columns,omitempty"`
	Angles  []unit.Angle `json:"-"`
	// Whole tells that a list stands only with every line, since each has a meaning of its own: how
	// many there are.
	Whole bool `json:"whole,omitempty"`
	// ByColumn tells that one column is taken after the other rather than line by line.
	ByColumn bool `json:"by_column,omitempty"`
	// Numbered tells that it belongs to one numbered part.
	Numbered bool `json:"numbered,omitempty"`
	// Makes is what its readings are judged as, Check the name of the check where that is one of its own.
	Makes Making `json:"-"`
	Check string `json:"-"`
}

// LinesOf names the lines on an engine.
func (l *List) LinesOf(e engine.Layout) []string {
	if !l.EachMain {
		return l.Lines
	}
	lines := make([]string, e.Mains)
	for i := range lines {
		lines[i] = fmt.Sprintf("main %d", i+1)
	}
	return lines
}

// Width is how many columns a list has.
func (l *List) Width() int { return max(1, len(l.Columns), len(l.Angles)) }

// ColumnNames name the columns of a list; nil where they are directions in degrees.
func (l *List) ColumnNames() []string {
	if l.Columns == nil && l.Angles == nil {
		return []string{""}
	}
	return l.Columns
}

func eighths() []unit.Angle {
	angles := make([]unit.Angle, 8)
	for i := range angles {
		angles[i] = unit.Angle(i) * 45 * unit.Degree
	}
	return angles
}

// SheetOf returns the lines and columns at which a list kind is taken on an engine; directions are
// nil where the columns are none.
func SheetOf(k Kind, e engine.Layout) (lines []string, directions []unit.Angle, columns int) {
	list := k.Row().List
	return list.LinesOf(e), list.Angles, list.Width()
}
