package shop

import (
	"bytes"
	"context"
	"errors"
	"slices"
	"strconv"
	"strings"
	"time"

	"ledge/internal/core/inspection"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/exchange"
	"ledge/internal/shop/refuse"
	"ledge/internal/store"
	"ledge/internal/words"
)

// ReadingsAnswer says what a CSV of readings holds for a job.
type ReadingsAnswer struct {
	// Rows are the readings that are new to the job, Known those it has already.
	Rows  int  `json:"rows"`
	Known int  `json:"known"`
	Taken bool `json:"taken"`
	// Replaced counts the places whose readings are superseded.
	Replaced int `json:"replaced"`
}

// ReadingsFile is the readings that hold, as CSV.
func (a *Application) ReadingsFile(ctx context.Context, job int64) (exchange.File, error) {
	record, err := a.store.Record(ctx, job)
	if err != nil {
		return exchange.File{}, err
	}
	var text bytes.Buffer
	err = exchange.WriteCSV(&text, rowsOf(&record))
	return exchange.FileOf(record.Job.Number, ".readings.csv", "text/csv; charset=utf-8", text.Bytes()), err
}

func rowsOf(record *store.Record) []exchange.Row {
	rows := []exchange.Row{}
	for i := range record.Features {
		f := &record.Features[i]
		if record.Retired(f.Kind.Row().Component, f.Component) {
			continue
		}
		u := string(record.Job.Unit)
		if f.Kind.Quantity() == part.Weight {
			u = part.Grams
		}
		for station, name := range f.Stations {
			for direction := range f.Columns() {
				for n, r := range f.Live(station, direction) {
					row := exchange.Row{Kind: f.Kind, Number: f.Number, State: f.State,
						Component: f.Component, Station: name, Column: direction, Repeat: n + 1,
						Value: r.Value, Unit: u,
						Instrument: string(record.InstrumentOf(f, r)), TakenAt: r.TakenAt, TakenBy: r.TakenBy}
					if r.Reason != nil {
						row.Note = *r.Reason
					}
					if len(f.Directions) > 0 {
						row.Direction = &f.Directions[direction]
					}
					// A length read in millimetres may have no end in inches: then the row is metric.
					if row.Value != nil && u == string(unit.In) {
						size := row.Value.Length()
						if again, err := unit.Parse(size.Format(unit.In), unit.In); err != nil || again != size {
							row.Unit = string(unit.MM)
						}
					}
					if g := record.GaugeOf(r); g != nil {
						row.Gauge = g.Named
						row.SetOn, row.RepeatsTo = lengthIn(row.Unit, g.Setting), lengthIn(row.Unit, g.Repeatability)
					}
					rows = append(rows, row)
				}
			}
		}
	}
	return rows
}

// lengthIn is a length in a row's unit, where there is one and that has lengths.
func lengthIn(u string, l *unit.Length) string {
	if l == nil || !unit.System(u).Valid() {
		return ""
	}
	return l.Format(unit.System(u))
}

// ImportReadings looks into a CSV of readings, or takes it into a job: all rows or none.
func (a *Application) ImportReadings(ctx context.Context, job int64, text string,
	take bool) (ReadingsAnswer, error) {
	read, err := exchange.ReadCSV(strings.NewReader(text))
	var problems exchange.RowProblems
	if errors.As(err, &problems) {
		return ReadingsAnswer{}, refuseRows(problems)
	}
	if err != nil {
		return ReadingsAnswer{}, err
	}
	record, err := a.store.Record(ctx, job)
	if err != nil {
		return ReadingsAnswer{}, err
	}
	rows, answer, problems := place(&record, read)
	if len(problems) > 0 {
		return ReadingsAnswer{}, refuseRows(problems)
	}
	if take {
		err = a.store.AddRows(ctx, job, rows)
		answer.Taken = err == nil
	}
	return answer, err
}

// place finds the cell of each row in the job. Cells that hold just what the file has are left alone.
func place(record *store.Record, read []exchange.Row) (rows []store.Row, answer ReadingsAnswer,
	problems exchange.RowProblems) {
	judged := map[store.StandIn]*inspection.Inspection{}
	type cell struct {
		f                  *store.Feature
		station, direction int
	}
	byCell, order := map[cell][]exchange.Row{}, []cell{}
	for _, r := range read {
		f := record.At(store.Place{Kind: r.Kind, Number: r.Number, State: r.State, Component: r.Component})
		named := words.Numbered(r.Kind, r.Number) + store.Tagged(r.Component)
		stand, refused := record.InPlace(r.Kind.Row().Component, r.Component)
		add := func(id string, args ...any) {
			problems = append(problems, exchange.RowProblem{Line: r.Line, Why: words.New(id, args...)})
		}
		if f == nil {
			add("csv.no_part", "part", named, "state", words.Quoted(r.State))
			continue
		}
		if refused != nil {
			add("number.other", "text", refused)
			continue
		}
		in := judged[stand]
		if in == nil {
			standing := record.With(stand)
			in, _ = standing.Inspection()
			judged[stand] = in
		}
		at := cell{f, slices.Index(f.Stations, r.Station), r.Column}
		if r.Direction != nil {
			at.direction = slices.Index(f.Directions, *r.Direction)
		}
		switch {
		case at.station < 0:
			add("csv.no_station", "station", words.Quoted(r.Station), "part", named, "stations",
				strings.Join(f.Stations, ", "))
			continue
		case at.direction < 0:
			add("csv.not_read_at", "part", named, "degrees", r.Direction.Format())
			continue
		case at.direction >= f.Columns():
			add("csv.columns", "part", named, "columns", f.Columns())
			continue
		case r.TakenAt != "" && !isTime(r.TakenAt):
			add("csv.time", "text", words.Quoted(r.TakenAt))
			continue
		case r.Value != nil:
			if doubt := in.Doubt(r.Kind, r.Number, r.State, *r.Value); doubt != nil && doubt.Impossible {
				add("number.other", "text", words.In(record.Job.Unit).Say(doubt.Why))
				continue
			}
		}
		if _, seen := byCell[at]; !seen {
			order = append(order, at)
		}
		byCell[at] = append(byCell[at], r)
	}
	for _, at := range order {
		group := byCell[at]
		live := at.f.Live(at.station, at.direction)
		if same(live, group) {
			answer.Known += len(group)
			continue
		}
		if len(live) > 0 {
			answer.Replaced++
		}
		answer.Rows += len(group)
		for i, r := range group {
			row := store.Row{Place: store.Place{Kind: r.Kind, Number: r.Number, State: r.State,
				Component: r.Component}, Station: at.station, Direction: at.direction,
				Joins: i > 0, Value: r.Value, Reason: r.Note, SaidBy: r.TakenBy, TakenAt: r.TakenAt}
			rows = append(rows, row)
		}
	}
	return rows, answer, problems
}

func isTime(text string) bool {
	_, err := time.Parse(time.RFC3339, text)
	return err == nil
}

// same reports whether a cell holds just what the rows say.
func same(live []store.Reading, rows []exchange.Row) bool {
	if len(live) != len(rows) {
		return false
	}
	for i, r := range rows {
		l := live[i]
		if (l.Value == nil) != (r.Value == nil) || l.Value != nil && *l.Value != *r.Value ||
			l.Reason != nil && *l.Reason != r.Note {
			return false
		}
	}
	return true
}

func refuseRows(problems exchange.RowProblems) error {
	const shown = 200
	places := make([]refuse.Place, 0, min(len(problems), shown))
	for _, p := range problems[:min(len(problems), shown)] {
		places = append(places, refuse.Place{File: "line " + strconv.Itoa(p.Line), Says: p.Text()})
	}
	return &refuse.Refusal{Says: words.Told("csv.refused", "count", len(problems)), Places: places}
}
