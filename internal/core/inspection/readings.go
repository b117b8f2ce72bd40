package inspection

import (
	"slices"

	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// A List holds the readings of a list kind; only the fields of its kind are used.
type List struct {
	Angles    []unit.Angle    // runout
	Indicator []unit.Length   // runout, by angle
	TIR       []unit.Length   // runout known only by its total, turn by turn
	At0       []unit.Length   // end float
	At180     []unit.Length   // end float, crank turned half a turn
	Lines     []Line          // deck
	Journal   part.Kind       // strip: the journal kind
	Readings  []unit.Length   // strip and the other lists of lengths
	Vertical  []unit.Length   // main alignment: centre offsets, bore by bore
	Sideways  []unit.Length   // main alignment
	Positions []unit.Length   // main alignment: places along the tunnel; equal steps where left out
	Return    []unit.Length   // end float: what the dial shows when the crank is let go
	Feeler    []unit.Length   // end float: the same by feeler gauge
	Rows      [][]unit.Length // deck by indicator: heights, row by row
	BigEnd    *unit.Mass      // rod weight
	SmallEnd  *unit.Mass      // rod weight
	Setups    []*Setup        // of the readings, as far as they name their own
}

// Turns is how often the shaft was turned.
func (l *List) Turns() int {
	if len(l.TIR) > 0 || len(l.Angles) == 0 {
		return len(l.TIR)
	}
	counts := map[unit.Angle]int{}
	for _, angle := range l.Angles {
		counts[angle]++
	}
	least := len(l.Angles)
	for _, n := range counts {
		least = min(least, n)
	}
	return least
}

// Unread names the end of the crank's travel that an end play lacks, where the other is read.
func (l *List) Unread() []string {
	switch {
	case len(l.At0) > 0 && len(l.At180) == 0:
		return []string{"at_180"}
	case len(l.At0) == 0 && len(l.At180) > 0:
		return []string{"at_0"}
	}
	return nil
}

// Once names what was read only once of what makes a value: the lines of a straight edge with such a gap, or both ends
// of the crank's travel.
func (l *List) Once(value unit.Length) (names []string) {
	for _, line := range l.Lines {
		read := 0
		for _, other := range l.Lines {
			if other.Name == line.Name {
				read++
			}
		}
		if read == 1 && line.Gap == value {
			names = append(names, line.Name)
		}
	}
	for name, readings := range map[string][]unit.Length{"at_0": l.At0, "at_180": l.At180} {
		if len(readings) == 1 {
			names = append(names, name)
		}
	}
	slices.Sort(names)
	return names
}

// A Line is one straight-edge line across a deck.
type Line struct {
	Name string
	Gap  unit.Length
	// Depth is how deep a damaged place under it lies below the face, where that was measured.
	Depth *unit.Length
}
