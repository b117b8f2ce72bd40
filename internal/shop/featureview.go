package shop

import (
	"ledge/internal/core/closed"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/core/unit"
	"ledge/internal/store"
	"ledge/internal/words"
	"strconv"
)

// A Standing is how a part stands: a verdict, or that nobody knows yet.
type Standing string

// open is that of a part of which nothing is measured and nothing seen.
const open Standing = "open"

// Standings are all of them.
var Standings = closed.New(
	open, Standing(limit.Within), Standing(limit.Unsure), Standing(limit.Beyond), Standing(limit.NoLimit),
).Said("standing")

// FeatureView is a feature with what the bench needs beside its tape.
type FeatureView struct {
	store.Feature
	Title string `json:"title"`
	// Look is the one that holds after all grades and crack tests.
	Look inspection.Look `json:"look"`
	// Standing is its worst verdict, open where nothing is measured and nothing seen.
	Standing Standing `json:"standing"`
	// Finding is its index in the evaluation's features; -1 where nothing was recorded.
	Finding  int                     `json:"finding"`
	Expected *inspection.Expectation `json:"expected,omitempty"`
	// Ordered is the size that the work on it was ordered to; nil where no sheet says so.
	Ordered *limit.Range `json:"ordered,omitempty"`
	// ByStation and ByDirection are the capture paths over its grid.
	ByStation   []plan.Cell `json:"by_station"`
	ByDirection []plan.Cell `json:"by_direction"`
	// Quantity says what its readings are; Columns names them where they are not directions.
	Quantity part.Quantity `json:"quantity"`
	Columns  []string      `json:"columns,omitempty"`
	// Mating is the part it runs with, as far as it is measured.
	Mating *Mating `json:"mating,omitempty"`
	Sees   string  `json:"sees"`
	Blind  string  `json:"blind"`
	// Marks say that it was measured under a bolt that ended off.
	Marks []string `json:"marks,omitempty"`
}

// Mating is the mean size of the part a feature runs with, for a gauge that is set on it.
type Mating struct {
	Title string      `json:"title"`
	Size  unit.Length `json:"size"`
}

// columnsOf names the columns of a list; nil where they are directions in degrees.
func columnsOf(f *store.Feature) []string {
	list := f.Kind.Row().List
	if list == nil {
		return nil
	}
	names := list.ColumnNames()
	for f.Kind.Row().Counted() && len(names) < f.Columns() {
		names = append(names[:len(names):len(names)], strconv.Itoa(len(names)+1))
	}
	return names
}

// sheetPath goes line by line, but for the end float column by column: the crank is turned once.
func sheetPath(kind part.Kind, lines, columns int) []plan.Cell {
	path := make([]plan.Cell, 0, lines*columns)
	for i := range lines * columns {
		cell := plan.Cell{Station: i / columns, Direction: i % columns}
		if kind.Row().List.ByColumn {
			cell = plan.Cell{Station: i % lines, Direction: i / lines}
		}
		path = append(path, cell)
	}
	return path
}

func mating(in *inspection.Inspection, findings []inspection.Finding, f store.Feature) *Mating {
	kind := f.Kind.Row().Mate
	if kind == "" {
		return nil
	}
	i, ok := in.Latest(kind, in.JournalOf(f.Kind, f.Number))
	if !ok || findings[i].Mean == nil {
		return nil
	}
	return &Mating{Title: words.Numbered(in.Features[i].Kind, in.Features[i].Number), Size: *findings[i].Mean}
}

// featuresOf are the features of a record with what the bench needs beside their tapes; index says which feature each
// finding is of.
func featuresOf(record store.Record, in *inspection.Inspection, index []int,
	findings []inspection.Finding) []FeatureView {
	features := make([]FeatureView, len(record.Features))
	count := map[part.Kind]int{}
	for _, f := range record.Features {
		if f.State == part.AsFound {
			count[f.Kind]++
		}
	}
	// Parts of one shape are read along the same paths.
	type shape struct {
		stations, directions int
		order                plan.Order
	}
	paths := map[shape][]plan.Cell{}
	path := func(stations, directions int, order plan.Order) []plan.Cell {
		at := shape{stations, directions, order}
		if _, known := paths[at]; !known {
			paths[at] = plan.Path(stations, directions, order)
		}
		return paths[at]
	}
	for i, f := range record.Features {
		stations, directions := len(f.Stations), f.Columns()
		one := FeatureView{Feature: f, Title: f.Name(), Look: store.LookOf(f.Looks), Finding: -1, Standing: open,
			Quantity: f.Kind.Quantity(), Columns: columnsOf(&f), Mating: mating(in, findings, f),
			ByStation:   path(stations, directions, plan.ByStation),
			ByDirection: path(stations, directions, plan.ByDirection)}
		if one.Columns != nil {
			one.ByStation = sheetPath(f.Kind, stations, directions)
			one.ByDirection = one.ByStation
		}
		if count[f.Kind] == 1 {
			one.Title = words.Title(f.Kind) + store.Tagged(f.Component)
		}
		if p, ok := plan.Of(f.Stations, f.Directions); ok {
			p = words.Plan(p)
			one.Sees, one.Blind = p.Sees, p.Blind
		}
		one.Ordered = record.Ordered(&f)
		if e, ok := in.Expect(f.Kind, f.Number, f.State, one.Ordered); ok {
			one.Expected = &e
		}
		features[i] = one
	}
	for finding, feature := range index {
		f := &findings[finding]
		features[feature].Finding = finding
		if standing := f.Worst(); f.Measured() || f.Runout != nil || f.Largest != nil ||
			len(f.Checks) > 0 || standing == limit.Beyond {
			features[feature].Standing = Standing(standing)
		}
	}
	return features
}
