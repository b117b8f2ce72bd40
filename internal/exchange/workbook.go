package exchange

import (
	"fmt"
	"io"
	"slices"
	"strconv"

	"github.com/xuri/excelize/v2"

	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// A Table is a further sheet of a workbook. Its cells are texts, whole numbers or *unit.Length,
// which may be nil.
type Table struct {
	Name string
	Head []string
	Rows [][]any
}

// WriteXLSX writes an inspection as a workbook: the job, what was found of each feature, every
// reading, what is advised, and more. Sizes are real numbers in the job's unit, which stands in the
// head of their column; heads are frozen. Text is always text, never a formula.
func WriteXLSX(w io.Writer, in *inspection.Inspection, result disposition.Result, rows []Row, more ...Table) error {
	b := &workbook{file: excelize.NewFile(), unit: in.Unit}
	defer b.file.Close()
	b.sheet("Job", []string{"What", "Says"})
	b.row("Number", in.Job.Number)
	b.row("Customer", in.Job.Customer)
	b.row("Engine", in.Job.Engine)
	b.row("Duty", in.Job.Duty)
	b.row("Unit", string(in.Unit))
	b.row("Limits", in.Policy.Limits)
	b.row("Decision rule", string(in.Policy.DecisionRule))

	units := " (" + string(in.Unit) + ")"
	b.tagged = slices.ContainsFunc(rows, func(r Row) bool { return r.Component != "" }) ||
		slices.ContainsFunc(in.Features, func(f inspection.Feature) bool { return f.Component != "" })
	b.sheet("Features", b.head("Kind", "Number", "State", "Look", "Smallest"+units, "Largest"+units, "Mean"+
		units, "Taper"+units, "Out-of-round"+units, "Size class"+units, "Most wear"+units, "Standing"))
	for i := range result.Features {
		f := &result.Features[i]
		var wear *unit.Length
		if f.Wear != nil {
			wear = &f.Wear.Max
		}
		least, most := f.Min, f.Max
		if least == nil {
			most = f.Largest
		}
		b.row(string(f.Kind), f.Number, f.State, string(f.Look), least, most, f.Mean, f.Taper, f.OutOfRound,
			f.SizeClass, wear, string(f.Worst()), f.Component)
	}

	b.sheet("Checks", b.head("Kind", "Number", "State", "Check", "Value"+units, "Limit"+units,
		"Uncertainty, k = 2"+units, "Verdict", "Source of the limit"))
	for i := range result.Features {
		f := &result.Features[i]
		for _, c := range f.Checks {
			b.row(string(f.Kind), f.Number, f.State, c.Name, &c.Value, c.Limit, &c.U, string(c.Verdict),
				string(c.Source), f.Component)
		}
	}

	b.sheet("Readings", b.head("Kind", "Number", "State", "Station", "Direction (°)", "Repeat", "Reading",
		"Unit", "Instrument", "Taken at", "Taken by", "Note"))
	for _, r := range rows {
		var reading any
		switch {
		case r.Value == nil:
		case r.Unit == part.Grams:
			reading = r.Value.Mass().Grams()
		default:
			reading = number(r.Value.Length(), unit.System(r.Unit))
		}
		column := any(r.Column)
		if r.Direction != nil {
			column = r.Direction.Degrees()
		}
		b.row(string(r.Kind), r.Number, r.State, r.Station, column, r.Repeat, reading, r.Unit, r.Instrument,
			r.TakenAt, r.TakenBy, r.Note, r.Component)
	}

	b.sheet("Advice", b.head("Set", "Action", "Step"+units, "Shell"+units, "Provisional", "Reason"))
	for _, s := range result.Sets {
		for i, reason := range s.Reasons {
			if i == 0 {
				b.row(string(s.Set), string(s.Action), &s.Step, &s.Shell, s.Provisional, reason.Text, s.Component)
				continue
			}
			b.row("", "", "", "", "", reason.Text)
		}
	}
	for _, t := range more {
		b.sheet(t.Name, t.Head)
		for _, row := range t.Rows {
			b.row(row...)
		}
	}
	if b.err != nil {
		return b.err
	}
	if err := b.file.DeleteSheet("Sheet1"); err != nil {
		return fmt.Errorf("workbook: %w", err)
	}
	return b.file.Write(w)
}

// A workbook is written sheet by sheet, row by row; the first error stays.
type workbook struct {
	file *excelize.File
	unit unit.System
	name string
	at   int
	err  error
	// tagged tells that rows say which component they are of: there are several of a sort.
	tagged bool
}

// head adds the column of the component's tag, where there is one.
func (b *workbook) head(columns ...string) []string {
	if b.tagged {
		columns = append(columns, "Component")
	}
	return columns
}

func (b *workbook) sheet(name string, head []string) {
	b.name, b.at = name, 0
	_, err := b.file.NewSheet(name)
	b.keep(err)
	cells := make([]any, len(head))
	for i, h := range head {
		cells[i] = h
	}
	b.row(cells...)
	bold, err := b.file.NewStyle(&excelize.Style{Font: &excelize.Font{Bold: true}})
	b.keep(err)
	b.keep(b.file.SetRowStyle(name, 1, 1, bold))
	b.keep(b.file.SetPanes(name, &excelize.Panes{Freeze: true, YSplit: 1, TopLeftCell: "A2",
		ActivePane: "bottomLeft"}))
	last, err := excelize.ColumnNumberToName(len(head))
	b.keep(err)
	b.keep(b.file.SetColWidth(name, "A", last, 16))
}

func (b *workbook) keep(err error) {
	if b.err == nil && err != nil {
		b.err = fmt.Errorf("workbook, sheet %s: %w", b.name, err)
	}
}

func (b *workbook) row(cells ...any) {
	b.at++
	for i, c := range cells {
		if l, ok := c.(*unit.Length); ok {
			if l == nil {
				continue
			}
			c = number(*l, b.unit)
		}
		if c == nil || c == "" {
			continue
		}
		place, err := excelize.CoordinatesToCellName(i+1, b.at)
		b.keep(err)
		if text, ok := c.(string); ok {
			b.keep(b.file.SetCellStr(b.name, place, text))
			continue
		}
		b.keep(b.file.SetCellValue(b.name, place, c))
	}
}

// number is a length as the nearest floating-point number of its decimal text, as spreadsheets hold them.
func number(l unit.Length, s unit.System) float64 {
	v, _ := strconv.ParseFloat(l.Format(s), 64) // our own decimal text always parses
	return v
}
