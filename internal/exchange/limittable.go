package exchange

import (
	"encoding/csv"
	"regexp"
	"strconv"
	"strings"

	"ledge/internal/core/closed"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/words"
)

// A LimitTable is what was read out of a table of limits as a spreadsheet's clipboard has it: a row a part and
// a column a limit, the other way round, or a limit a row with its part before it.
type LimitTable struct {
	// Listed tells that every row names its part and its limit.
	Listed bool           `json:"listed"`
	Heads  []TableHeading `json:"heads" doc:"those that were not understood"`
	Cells  []TableCell    `json:"cells"`
	// Open counts what is still to be settled; there are no limits while there is any.
	Open   int                        `json:"open"`
	Limits map[part.Kind]limit.Limits `json:"limits,omitempty"`
}

// A HeadingOf says what a heading names.
type HeadingOf string

// What headings name.
const (
	OfPart  HeadingOf = "part"
	OfLimit HeadingOf = "limit"
	OfBoth  HeadingOf = "both"
)

// HeadingsOf are all of them.
var HeadingsOf = closed.New(OfPart, OfLimit, OfBoth)

// A RangeEnd is one end of a range.
type RangeEnd string

// The ends.
const (
	LeastEnd RangeEnd = "min"
	MostEnd  RangeEnd = "max"
)

// RangeEnds are both.
var RangeEnds = closed.New(LeastEnd, MostEnd).OrNothing()

// A TableHeading is the name of a row or a column that names no part or no limit.
type TableHeading struct {
	// At is its place, "row 3" or "column 2", counted from 1, under which it is settled.
	At   string `json:"at"`
	Text string `json:"text"`
	// Wants says what it should name.
	Wants HeadingOf `json:"wants"`
	Says  string    `json:"says"`
}

// A TableCell is a value and what it was understood as.
type TableCell struct {
	At    string    `json:"at" doc:"its row and column from 1, such as 3,2"`
	Text  string    `json:"text"`
	Kind  part.Kind `json:"kind,omitempty"`
	Field string    `json:"field,omitempty"`
	End   RangeEnd  `json:"end,omitempty"`
	// Reads is the value as it was understood, Says why it was not, Likely what was probably meant.
	Reads  string `json:"reads,omitempty"`
	Says   string `json:"says,omitempty"`
	Likely string `json:"likely,omitempty"`
	Left   bool   `json:"left,omitempty" doc:"it is left out"`

	row, column int
}

// Settled is how what was not understood was settled.
type Settled struct {
	// Heads name a part, a limit, or both with a stroke between, by the heading's place; "-" leaves it out.
	Heads map[string]string `json:"heads,omitempty"`
	// Cells are other texts for values; "-" leaves one out. Sure are those that are as odd as they look.
	Cells map[string]string `json:"cells,omitempty"`
	Sure  []string          `json:"sure,omitempty"`
}

// mostTable bounds a table; a card of everything has some thirty rows.
const mostTable = 400

// ReadTable reads a table of limits in a unit. Values name their own unit where they do; a comma is a point where no
// value has one. Whatever is not understood is named, and nothing is taken while anything is open.
func ReadTable(text string, system unit.System, settled Settled) LimitTable {
	t := tableReader{unit: system, settled: settled, into: map[part.Kind]limit.Limits{},
		out: LimitTable{Heads: []TableHeading{}, Cells: []TableCell{}}}
	rows := tableRows(text)
	if len(rows) > mostTable {
		rows = rows[:mostTable]
	}
	if transposed(rows) {
		rows = turned(rows)
	}
	switch {
	case len(rows) == 0:
	case headed(rows[0]):
		t.matrix(rows)
	default:
		t.list(rows)
	}
	t.ends()
	t.check()
	for _, c := range t.out.Cells {
		if c.Says != "" && !c.Left {
			t.out.Open++
		}
	}
	if t.out.Open += len(t.out.Heads); t.out.Open == 0 {
		t.out.Limits = t.into
	}
	return t.out
}

type tableReader struct {
	unit    unit.System
	settled Settled
	out     LimitTable
	into    map[part.Kind]limit.Limits
}

// tableRows are the rows of a text with whatever stands between its columns.
func tableRows(text string) (rows [][]string) {
	comma := ','
	switch {
	case strings.Contains(text, "\t"):
		comma = '\t'
	case strings.Contains(text, ";"):
		comma = ';'
	}
	reader := csv.NewReader(strings.NewReader(text))
	reader.Comma, reader.LazyQuotes, reader.FieldsPerRecord, reader.TrimLeadingSpace = comma, true, -1, comma != '\t'
	for {
		row, err := reader.Read()
		if err != nil {
			return rows
		}
		filled := false
		for i := range row {
			row[i] = strings.TrimSpace(strings.ReplaceAll(row[i], "\u00a0", " "))
			filled = filled || row[i] != ""
		}
		if filled {
			rows = append(rows, row)
		}
	}
}

// headed reports whether a row names limits behind its first column.
func headed(row []string) bool {
	named := 0
	for _, text := range row[min(1, len(row)):] {
		if _, _, known := fieldNamed(text); known && text != "" {
			named++
		}
	}
	return named > 0
}

// transposed reports whether parts stand along the top and limits down the side.
func transposed(rows [][]string) bool {
	if len(rows) < 2 || len(rows[0]) < 2 || headed(rows[0]) {
		return false
	}
	kinds, limits := 0, 0
	for _, text := range rows[0][1:] {
		if _, known := kindNamed(text); known {
			kinds++
		}
	}
	for _, row := range rows[1:] {
		if _, _, known := fieldNamed(row[0]); known {
			limits++
		}
	}
	return kinds > 0 && limits > 0
}

func turned(rows [][]string) [][]string {
	width := 0
	for _, row := range rows {
		width = max(width, len(row))
	}
	out := make([][]string, width)
	for j := range out {
		out[j] = make([]string, len(rows))
		for i, row := range rows {
			if j < len(row) {
				out[j][i] = row[j]
			}
		}
	}
	return out
}

// head is what a heading stands for after it was settled; ok is false where that is open, or where it is left out.
func (t *tableReader) head(at, text string, wants HeadingOf,
	known func(string) (string, bool)) (names string, ok bool) {
	settled, said := t.settled.Heads[at]
	if settled == "-" {
		return "", false
	}
	if said {
		return settled, true
	}
	if names, ok = known(text); ok {
		return names, true
	}
	t.out.Heads = append(t.out.Heads, TableHeading{At: at, Text: text, Wants: wants,
		Says: words.Told("table."+string(wants), "text", words.Quoted(text))})
	return "", false
}

// matrix reads a row a part, a column a limit.
func (t *tableReader) matrix(rows [][]string) {
	columns := map[int]string{}
	for j, text := range rows[0] {
		if j == 0 || text == "" && !filledColumn(rows, j) {
			continue
		}
		if names, ok := t.head("column "+strconv.Itoa(j+1), text, OfLimit, namedField); ok {
			columns[j] = names
		}
	}
	for i, row := range rows[1:] {
		if len(strings.Join(row[1:], "")) == 0 {
			continue // a heading between parts
		}
		kind, ok := t.head("row "+strconv.Itoa(i+2), row[0], OfPart, namedKind)
		if !ok {
			continue
		}
		for j, text := range row {
			if names, known := columns[j]; known && j > 0 && text != "" {
				field, end, _ := strings.Cut(names, "/")
				t.cell(i+1, j, text, part.Kind(kind), field, RangeEnd(end))
			}
		}
	}
}

func filledColumn(rows [][]string, j int) bool {
	for _, row := range rows[1:] {
		if j < len(row) && row[j] != "" {
			return true
		}
	}
	return false
}

// list reads a limit a row, its part and its name before its value or both its ends; a row without a part belongs
// to the one above.
func (t *tableReader) list(rows [][]string) {
	t.out.Listed = true
	above := ""
	for i, row := range rows {
		labels, values := splitRow(row)
		if len(values) == 0 {
			if kind, ok := kindNamed(strings.Join(labels, " ")); ok {
				above = string(kind)
			}
			continue
		}
		text := strings.Join(labels, " ")
		names, ok := t.head("row "+strconv.Itoa(i+1), text, OfBoth, func(string) (string, bool) {
			kind, rest, known := kindWithin(labels)
			if !known {
				kind, rest = part.Kind(above), text
			}
			field, end, named := fieldNamed(rest)
			if rest == "" {
				field, named = "new", true
			}
			if kind == "" || !named {
				return "", false
			}
			above = string(kind)
			return strings.TrimSuffix(string(kind)+"/"+field+"/"+end, "/"), true
		})
		if !ok {
			continue
		}
		kind, rest, _ := strings.Cut(names, "/")
		field, end, _ := strings.Cut(rest, "/")
		f := limit.FieldNamed(field)
		if len(values) == 2 && f != nil && f.Form == limit.Span && end == "" {
			t.cell(i, len(labels), values[0], part.Kind(kind), field, LeastEnd)
			t.cell(i, len(labels)+1, values[1], part.Kind(kind), field, MostEnd)
			continue
		}
		t.cell(i, len(labels), strings.Join(values, " "), part.Kind(kind), field, RangeEnd(end))
	}
}

var looksNumber = regexp.MustCompile(`^[-+±−]?\s*[.,]?\d`)

// splitRow parts the names at the beginning of a row from its values.
func splitRow(row []string) (labels, values []string) {
	for _, text := range row {
		switch {
		case text == "":
		case looksNumber.MatchString(text):
			values = append(values, text)
		case len(values) == 0:
			labels = append(labels, text)
		}
	}
	return labels, values
}
