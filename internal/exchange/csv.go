package exchange

import (
	"encoding/csv"
	"errors"
	"io"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/words"
)

// Columns are the columns of a CSV of readings, in their order.
var Columns = []string{"kind", "number", "state", "station", "direction", "repeat", "reading", "unit",
	"instrument", "taken_at", "taken_by", "note", tagColumn, "gauge", "set_on", "repeats_to"}

// tagColumn is written only where a job has several of a component.
const tagColumn = "component"

// always is how many of the columns are in every file; the others only where a row says something there.
const always = 12

// MaxRows bounds a CSV: no engine has as many readings.
const MaxRows = 50_000

// A Row is one reading of a CSV. Without a size the note says why there is none.
type Row struct {
	Line       int // of the file; the header is line 1
	Kind       part.Kind
	Number     int
	State      string
	Component  string // the tag of the one it belongs to
	Station    string
	Direction  *unit.Angle // nil where the columns are no directions: then Column counts them from 0
	Column     int
	Repeat     int
	Value      *part.Value
	Unit       string
	Instrument string
	TakenAt    string
	TakenBy    string
	Note       string
	// Gauge is the instrument of the shop that it was, SetOn what it was set on, RepeatsTo the standard deviation of
	// one reading with it, both in the row's unit; they are told, and not read.
	Gauge, SetOn, RepeatsTo string
}

// more are the fields of a row that not every file has, in the order of their columns.
func (r Row) more() []string { return []string{r.Component, r.Gauge, r.SetOn, r.RepeatsTo} }

// A RowProblem names the line of a CSV that cannot be taken, and why.
type RowProblem struct {
	Line int
	Why  words.Message
}

// Text is the reason in words.
func (p RowProblem) Text() string { return p.Why.String() }

// RowProblems are all the lines that cannot be taken.
type RowProblems []RowProblem

func (p RowProblems) Error() string {
	lines := make([]string, len(p))
	for i, one := range p {
		lines[i] = words.Told("csv.line", "line", one.Line, "why", one.Why)
	}
	return strings.Join(lines, "\n")
}

// WriteCSV writes rows under the header. A text that a spreadsheet would take for a formula gets an
// apostrophe.
func WriteCSV(out io.Writer, rows []Row) error {
	w := csv.NewWriter(out)
	columns := slices.Clone(Columns[:always])
	var extra []int
	for i, name := range Columns[always:] {
		if slices.ContainsFunc(rows, func(r Row) bool { return r.more()[i] != "" }) {
			columns, extra = append(columns, name), append(extra, i)
		}
	}
	if err := w.Write(columns); err != nil {
		return err
	}
	for _, r := range rows {
		reading := ""
		if r.Value != nil {
			reading = r.Kind.Quantity().Format(*r.Value, unit.System(r.Unit))
		}
		column := strconv.Itoa(r.Column)
		if r.Direction != nil {
			column = r.Direction.Format()
		}
		fields := []string{string(r.Kind), strconv.Itoa(r.Number), r.State, r.Station, column, strconv.Itoa(r.Repeat),
			reading, r.Unit, r.Instrument, r.TakenAt, r.TakenBy, r.Note}
		for _, i := range extra {
			fields = append(fields, r.more()[i])
		}
		for i := range fields {
			fields[i] = harmless(fields[i])
		}
		if err := w.Write(fields); err != nil {
			return err
		}
	}
	w.Flush()
	return w.Error()
}

// WriteList writes rows of texts under a header, harmless to a spreadsheet.
func WriteList(out io.Writer, header []string, rows [][]string) error {
	w := csv.NewWriter(out)
	if err := w.Write(header); err != nil {
		return err
	}
	for _, row := range rows {
		fields := make([]string, len(row))
		for i, text := range row {
			fields[i] = harmless(text)
		}
		if err := w.Write(fields); err != nil {
			return err
		}
	}
	w.Flush()
	return w.Error()
}

const formulaStarts = "=+-@\t\r\n"

// harmless gives a text that a spreadsheet would work out an apostrophe; a negative figure is one, not a formula.
func harmless(text string) string {
	if plainFigure.MatchString(text) {
		return text
	}
	if text != "" && (strings.ContainsRune(formulaStarts, rune(text[0])) || text[0] == '\'') {
		return "'" + text
	}
	return text
}

var plainFigure = regexp.MustCompile(`^-?[0-9]+(\.[0-9]+)?$`)

// ReadCSV reads rows with their header, in any order of the columns; kind, number, station, reading
// and unit must be there. All lines that cannot be taken are reported at once, as [RowProblems].
func ReadCSV(source io.Reader) ([]Row, error) {
	c := csv.NewReader(source)
	c.FieldsPerRecord = -1
	header, err := c.Read()
	if err != nil {
		return nil, RowProblems{{1, words.New("csv.no_header", "columns", strings.Join(Columns, ","))}}
	}
	if len(header) > 0 {
		header[0] = strings.TrimPrefix(header[0], "\ufeff")
	}
	at := map[string]int{}
	var problems RowProblems
	for i, name := range header {
		name = strings.TrimSpace(name)
		if _, twice := at[name]; twice || !slices.Contains(Columns, name) {
			problems = append(problems, RowProblem{1, words.New("csv.column", "column", words.Quoted(string(name)))})
		}
		at[name] = i
	}
	for _, name := range []string{"kind", "number", "station", "reading", "unit"} {
		if _, there := at[name]; !there {
			problems = append(problems, RowProblem{1, words.New("csv.missing", "column", words.Quoted(string(name)))})
		}
	}
	if len(problems) > 0 {
		return nil, problems
	}
	var rows []Row
	for {
		record, err := c.Read()
		if errors.Is(err, io.EOF) {
			break
		}
		if err != nil {
			line := len(rows) + 2
			var parse *csv.ParseError
			if errors.As(err, &parse) {
				line = parse.Line
			}
			problems = append(problems, RowProblem{line, words.New("csv.quotes")})
			break
		}
		line, _ := c.FieldPos(0) // of a record without an error, which has a field
		if len(rows) >= MaxRows {
			problems = append(problems, RowProblem{line, words.New("csv.many", "most", MaxRows)})
			break
		}
		field := func(name string) string {
			i, there := at[name]
			if !there || i >= len(record) {
				return ""
			}
			text := strings.TrimSpace(record[i])
			if len(text) > 1 && text[0] == '\'' && strings.ContainsRune(formulaStarts+"'", rune(text[1])) {
				text = text[1:]
			}
			return text
		}
		row, refused := readRow(field)
		row.Line = line
		if refused != nil {
			problems = append(problems, RowProblem{line, messageOf(refused)})
		}
		rows = append(rows, row)
	}
	if len(problems) > 0 {
		return nil, problems
	}
	return rows, nil
}

// readRow returns the row, or why it cannot be taken.
func readRow(field func(string) string) (r Row, refused error) {
	r = Row{Kind: part.Kind(field("kind")), State: field("state"), Component: field(tagColumn),
		Station: field("station"), Repeat: 1, Unit: field("unit"),
		Instrument: field("instrument"), TakenAt: field("taken_at"), TakenBy: field("taken_by"), Note: field("note")}
	if !r.Kind.Known() {
		return r, words.New("csv.kind", "kind", words.Quoted(string(r.Kind)))
	}
	var err error
	if r.Number, err = strconv.Atoi(field("number")); err != nil || r.Number < 1 {
		return r, words.New("csv.number", "text", words.Quoted(string(field("number"))))
	}
	if r.State == "" {
		r.State = part.AsFound
	}
	if !part.StateName(r.State) {
		return r, words.New("csv.state", "text", words.Quoted(r.State))
	}
	if r.Kind.Row().Counted() {
		if text := field("direction"); text != "" {
			if r.Column, err = strconv.Atoi(text); err != nil || r.Column < 0 {
				return r, words.New("csv.counted", "text", words.Quoted(string(text)))
			}
		}
	} else {
		angle := unit.Angle(0)
		if text := field("direction"); text != "" {
			if angle, err = unit.ParseAngle(text); err != nil {
				return r, words.New("csv.direction", "text", words.Quoted(string(text)))
			}
		}
		r.Direction = &angle
	}
	if text := field("repeat"); text != "" {
		if r.Repeat, err = strconv.Atoi(text); err != nil || r.Repeat < 1 {
			return r, words.New("csv.repeat", "text", words.Quoted(string(text)))
		}
	}
	text := field("reading")
	if text == "" {
		if r.Note == "" {
			return r, words.New("csv.neither")
		}
		return r, nil
	}
	quantity := r.Kind.Quantity()
	weighs := quantity == part.Weight
	if weighs != (r.Unit == part.Grams) || !weighs && !unit.System(r.Unit).Valid() {
		return r, words.New("csv.unit", "unit", words.Quoted(string(r.Unit)))
	}
	value, err := quantity.Parse(text, unit.System(r.Unit))
	if err != nil {
		return r, words.NotParsed(err)
	}
	r.Value = &value
	return r, nil
}
