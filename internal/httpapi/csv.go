package httpapi

import (
	"bytes"
	"context"
	"errors"
	"net/http"
	"slices"
	"strconv"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/core/inspection"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/exchange"
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

func (a resources) readingsFile(api huma.API) {
	register(api, store.Viewer, huma.Operation{OperationID: "get-readings-file", Method: http.MethodGet,
		Path: "/api/v1/jobs/{id}/readings.csv", Summary: "The readings that hold, as CSV",
		Responses: files("text/csv")},
		func(ctx context.Context, in *struct {
			ID int64 `path:"id"`
		}) (*attachment, error) {
			record, err := a.store.Record(ctx, in.ID)
			if err != nil {
				return nil, a.fail(ctx, err)
			}
			var text bytes.Buffer
			if err := exchange.WriteCSV(&text, rowsOf(&record)); err != nil {
				return nil, a.fail(ctx, err)
			}
			return attach("text/csv; charset=utf-8", fileName(record.Job.Number)+".readings.csv", text.Bytes()), nil
		})
	register(api, store.Inspector, huma.Operation{OperationID: "import-readings", Method: http.MethodPost,
		Path: "/api/v1/jobs/{id}/readings-files", MaxBodyBytes: maxBody, Middlewares: huma.Middlewares{a.inTurn},
		Summary: "Look into a CSV of readings, or take it into a job: all rows or none"}, a.importReadings)
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
					rows = append(rows, row)
				}
			}
		}
	}
	return rows
}

func (a resources) importReadings(ctx context.Context, in *struct {
	ID   int64 `path:"id"`
	Take bool  `query:"take" doc:"store them; otherwise the file is only looked into"`
	Body struct {
		Text string `json:"text" doc:"the CSV"`
	}
}) (*struct{ Body ReadingsAnswer }, error) {
	read, err := exchange.ReadCSV(strings.NewReader(in.Body.Text))
	var problems exchange.RowProblems
	if errors.As(err, &problems) {
		return nil, refuseRows(problems)
	}
	if err != nil {
		return nil, a.fail(ctx, err)
	}
	record, err := a.store.Record(ctx, in.ID)
	if err != nil {
		return nil, a.fail(ctx, err)
	}
	rows, answer, problems := place(&record, read)
	if len(problems) > 0 {
		return nil, refuseRows(problems)
	}
	if in.Take {
		if err := a.store.AddRows(ctx, in.ID, rows); err != nil {
			return nil, a.fail(ctx, err)
		}
		answer.Taken = true
	}
	return &struct{ Body ReadingsAnswer }{answer}, nil
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
	places := make([]*huma.ErrorDetail, 0, min(len(problems), shown))
	for _, p := range problems[:min(len(problems), shown)] {
		places = append(places, &huma.ErrorDetail{Location: "line " + strconv.Itoa(p.Line), Message: p.Text()})
	}
	return problem(http.StatusUnprocessableEntity, words.Told("csv.refused", "count", len(problems)), places...)
}
