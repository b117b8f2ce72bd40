package inspection

import (
	"strconv"

	"ledge/internal/core/form"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// Between these a part needs no correction: common practice.
const (
	coolest = 15.0
	warmest = 25.0
)

// Void reports whether readings taken so count as unread: without the caps torqued, or warm (or cold) without what
// would correct them.
func (c Condition) Void() bool { return c.untorqued() || c.warm() }

func (c Condition) untorqued() bool { return c.Torqued != nil && !*c.Torqued }

func (c Condition) warm() bool {
	if c.TemperatureC == "" || c.Corrected {
		return false
	}
	t, err := strconv.ParseFloat(c.TemperatureC, 64)
	return err == nil && (t < coolest || t > warmest)
}

// condition is how the part was held when the i-th reading of a cell was taken.
func (f *Feature) condition(cell *Cell, i int) Condition {
	if i < len(cell.Setups) && cell.Setups[i] != nil {
		return cell.Setups[i].Condition
	}
	return f.Condition
}

// counting are the sizes of a cell that are evidence, and whether any is none.
func (f *Feature) counting(cell *Cell) (sizes []unit.Length, void bool) {
	if len(cell.Setups) == 0 && !f.Condition.Void() {
		return cell.Sizes, false
	}
	for i, size := range cell.Sizes {
		if f.condition(cell, i).Void() {
			void = true
		} else {
			sizes = append(sizes, size)
		}
	}
	return sizes, void
}

// empty is a grid of as many cells, none of them read.
func (f *Feature) empty() form.Grid {
	g := form.Grid{Directions: f.Directions, Sizes: make([][]form.CellSize, len(f.Cells))}
	cells := 0
	for _, row := range f.Cells {
		cells += len(row)
	}
	all := make([]form.CellSize, cells)
	for s, row := range f.Cells {
		g.Sizes[s], all = all[:len(row):len(row)], all[len(row):]
	}
	return g
}

// counted is the grid of what counts: the mean of each cell's readings that are evidence.
func (f *Feature) counted() form.Grid {
	g := f.empty()
	for s, row := range f.Cells {
		for d := range row {
			if sizes, _ := f.counting(&row[d]); len(sizes) > 0 {
				g.Sizes[s][d] = form.CellSize{Length: unit.Mean(sizes), OK: true}
			}
		}
	}
	return g
}

// First is the grid of the first reading of each cell; again is false, and the grid empty, where none was read twice.
func (f *Feature) First() (g form.Grid, again bool) {
	for _, row := range f.Cells {
		for d := range row {
			again = again || len(row[d].Sizes) > 1
		}
	}
	if !again {
		return g, false
	}
	g, again = f.empty(), false
	for s, row := range f.Cells {
		for d := range row {
			if sizes, _ := f.counting(&row[d]); len(sizes) > 0 {
				g.Sizes[s][d] = form.CellSize{Length: sizes[0], OK: true}
				again = again || len(sizes) > 1
			}
		}
	}
	return g, again
}

// void reports whether a cell was read, but only so that it counts as unread.
func (f *Feature) void(cell *Cell) bool {
	sizes, void := f.counting(cell)
	return void && len(sizes) == 0
}

// noteVoid says why cells count as unread.
func (out *Finding) noteVoid(f *Feature) {
	var untorqued, warm bool
	var temperature string
	for _, row := range f.Cells {
		for at := range row {
			cell := &row[at]
			for i := range cell.Sizes {
				c := f.condition(cell, i)
				untorqued = untorqued || c.untorqued()
				if c.warm() {
					warm, temperature = true, c.TemperatureC
				}
			}
		}
	}
	if untorqued {
		out.note(say.Of("void", f.ref()).As("untorqued"))
	}
	if warm {
		out.note(say.Of("void", f.ref(), say.Text("celsius", temperature)).As("warm"))
	}
	out.Void, out.Untorqued = untorqued || warm, untorqued
}

// machining are the states that follow work which takes metal off, and those of a part that took another's place.
func machining(state string) bool {
	switch state {
	case part.AfterGrind, part.AfterLineHone, part.AfterResize, part.AfterBore, part.AfterHone, part.AfterSkim,
		part.AfterPolish, part.NewPart:
		return true
	}
	return straightening(state)
}

func straightening(state string) bool {
	return state == part.AfterStraightening || state == part.AfterStraighten
}

// unsettling are the works that move a shaft's axis, or bring another shaft; a polish leaves it where it was.
func unsettling(state string) bool {
	return state == part.AfterGrind || state == part.NewPart || straightening(state)
}

// workedSince reports whether a part of one of the kinds was worked on after the feature at an index was
// taken: it has a later feature, in document order, in a state that such work leads to and that the
// evidence does not share. number 0 is any.
func (in *Inspection) workedSince(index int, work func(state string) bool, number int, kinds ...part.Kind) bool {
	evidence := in.Features[index].State
	for i := index + 1; i < len(in.Features); i++ {
		f := &in.Features[i]
		if f.State == evidence || !work(f.State) || number != 0 && f.Number != number {
			continue
		}
		for _, kind := range kinds {
			if f.Kind == kind {
				return true
			}
		}
	}
	return false
}

// Overtaken reports whether the evidence at an index belongs to parts as they no longer are: it is history, and must be
// taken again.
func (in *Inspection) Overtaken(index int) bool {
	f := &in.Features[index]
	row, works := f.Kind.Row(), machining
	switch {
	case f.List.Journal != "":
		return in.matesWorkedSince(index, f.List.Journal, f.Number)
	case row.Unsettled:
		works = unsettling
	}
	return len(row.OvertakenBy) > 0 && in.workedSince(index, works, 0, row.OvertakenBy...)
}

// FitOvertaken reports whether a journal or its housing was worked on after the bearing at an index was read.
func (in *Inspection) FitOvertaken(index int) bool {
	f := &in.Features[index]
	return in.matesWorkedSince(index, f.Kind.Row().Mate, f.Number)
}

// matesWorkedSince reports whether a journal or its housing was worked on after a fit was taken there.
func (in *Inspection) matesWorkedSince(index int, journal part.Kind, number int) bool {
	pin := number
	joint := journal.Row().Joint
	if journal.Row().Each == part.PerThrow {
		pin = in.JournalOf(joint.Bearing, number)
	}
	housing := joint.Housing
	return in.workedSince(index, machining, pin, journal) ||
		housing != "" && in.workedSince(index, machining, number, housing)
}

// noteStale marks what was overtaken by the work.
func (in *Inspection) noteStale(findings []Finding) {
	worked := false
	for i := range in.Features {
		worked = worked || machining(in.Features[i].State)
	}
	if !worked {
		return
	}
	for i := range findings {
		if in.Overtaken(i) {
			findings[i].Stale = true
			findings[i].note(say.Of("stale", in.Features[i].ref()))
		}
	}
}
