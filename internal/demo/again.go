package demo

import (
	"slices"

	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
)

// rounds of reading again that nobody goes beyond.
const rounds = 8

// readAgain reads what is asked for once more, as an inspector does before anything is cut: each place as it was read
// first, by a hand that repeats.
func readAgain(in *inspection.Inspection) {
	for range rounds {
		read := false
		for _, set := range disposition.Evaluate(in).Sets {
			for _, a := range set.Asks {
				read = again(in, a) || read
			}
		}
		if !read {
			return
		}
	}
}

// again reads what one ask names; it tells whether there was anything to read.
func again(in *inspection.Inspection, a disposition.Ask) (read bool) {
	at := a.Feature
	if a.What == disposition.AskRunout {
		at.Kind = at.Kind.Row().Set.Row().Bend
	}
	i, ok := in.Latest(at.Kind, at.Number)
	if !ok {
		return false
	}
	f := &in.Features[i]
	for _, cell := range a.Cells {
		sizes := &f.Cells[cell.Station][cell.Direction].Sizes
		if len(*sizes) > 0 && len(*sizes) < a.Readings {
			*sizes, read = append(*sizes, (*sizes)[0]), true
		}
	}
	l := &f.List
	for _, name := range a.Lines {
		if n := slices.IndexFunc(l.Lines, func(line inspection.Line) bool { return line.Name == name }); n >= 0 {
			l.Lines, read = append(l.Lines, l.Lines[n]), true
		}
	}
	if a.What == disposition.AskRunout && l.Turns() == 1 && len(l.TIR) == 0 {
		l.Angles, l.Indicator = slices.Concat(l.Angles, l.Angles), slices.Concat(l.Indicator, l.Indicator)
		read = true
	}
	return read
}
