package disposition

import (
	"cmp"
	"slices"
	"strings"

	"ledge/internal/core/closed"
	"ledge/internal/core/inspection"
	"ledge/internal/core/plan"
	"ledge/internal/core/unit"
)

// AskKind is what is asked for.
type AskKind string

// What may be asked for.
const (
	AskCells AskKind = "cells" // readings at places of a grid
	AskFit   AskKind = "fit"   // a clearance with new standard shells in
	AskLimit AskKind = "limit" // how small a part may be
	AskGauge AskKind = "gauge" // the same with a finer gauge
	AskZero  AskKind = "zero"  // the same once the gauge's zero is set anew

	AskRunout AskKind = "runout" // a turn of the shaft
	AskDepth  AskKind = "depth"  // how deep a damaged place is
	AskStrip  AskKind = "strip"  // a clearance by plastic strip
	AskTorque AskKind = "torque" // the same with the caps torqued
	AskTest   AskKind = "test"   // for cracks, and for hardness

	AskStamp       AskKind = "stamp"       // what is stamped on a part
	AskTemperature AskKind = "temperature" // how warm part and gauge were
)

// AskKinds are all of them.
var AskKinds = closed.New(
	AskCells, AskFit, AskGauge, AskZero, AskRunout, AskLimit, AskDepth, AskStrip, AskTorque, AskTest,
	AskStamp, AskTemperature,
)

// An Ask is what would settle a set, for one part of it.
type Ask struct {
	What    AskKind `json:"what"`
	Feature Ref     `json:"feature"`
	// Cells are the places to read, Readings how many each is to hold then.
	Cells    []plan.Cell `json:"cells,omitempty"`
	Readings int         `json:"readings,omitempty"`
	// Lines name what is read again of a list: "at_0", the lines of a straight edge.
	Lines []string `json:"lines,omitempty"`
	// Division is that of the gauge that would tell.
	Division unit.Length `json:"division,omitempty"`
	// After is the work on the housing that a clearance waits for, LineHone or Resize; empty where it waits for none.
	After Action `json:"after,omitempty"`

	feature *inspection.Feature
}

// inTurn are asks with the work that the clearances among them wait for.
func (s *scene) inTurn(asks []Ask) []Ask {
	for i := range asks {
		if a := &asks[i]; a.What == AskFit {
			if action, decided := s.fate(s.housingOf(a.Feature)); decided && (action == LineHone || action == Resize) {
				a.After = action
			}
		}
	}
	return asks
}

// housingOf is the housing in which a journal runs, or a bearing sits; none for a part that has none.
func (s *scene) housingOf(ref Ref) Ref {
	for _, sub := range s.running {
		switch joint := sub.row.Member.Row().Joint; {
		case joint == nil:
		case ref.Kind == sub.row.Member:
			if on := s.onJournal(ref); len(on) > 0 {
				return Ref{Kind: joint.Housing, Number: on[0]}
			}
		case ref.Kind == joint.Bearing:
			return Ref{Kind: joint.Housing, Number: ref.Number}
		}
	}
	return Ref{}
}

// Places names the cells of an ask: its stations, with the directions in degrees.
func (a Ask) Places() (names [][2]string) {
	for _, cell := range a.Cells {
		direction := ""
		if cell.Direction < len(a.feature.Directions) {
			direction = a.feature.Directions[cell.Direction].Format()
		}
		names = append(names, [2]string{a.feature.Stations[cell.Station], direction})
	}
	return names
}

// said names the places of an ask: "A 45°, B 90°".
func (a Ask) said() string {
	var places []string
	for _, line := range a.Lines {
		places = append(places, strings.ReplaceAll(strings.ReplaceAll(line, "at_180", "180°"), "at_0", "0°"))
	}
	for _, p := range a.Places() {
		places = append(places, strings.TrimSpace(p[0]+" "+p[1])+"°")
	}
	return strings.Join(places, ", ")
}

// grid reports whether places of a grid are asked for.
func (a Ask) grid() bool {
	return (a.What == AskCells || a.What == AskZero || a.What == AskGauge) && len(a.Lines) == 0
}

// inOrder is the order of places in a plan.
func inOrder(a, b plan.Cell) int {
	return cmp.Or(cmp.Compare(a.Station, b.Station), cmp.Compare(a.Direction, b.Direction))
}

// merged are asks with one for each part, its places in their order: what several of its checks ask for is read once.
func merged(asks []Ask) (all []Ask) {
	for _, a := range asks {
		last := len(all) - 1
		if last >= 0 && all[last].What == a.What && all[last].Feature == a.Feature && !a.grid() &&
			slices.Equal(all[last].Lines, a.Lines) {
			continue
		}
		if last < 0 || all[last].Feature != a.Feature || !all[last].grid() || !a.grid() {
			all = append(all, a)
			continue
		}
		all[last].Readings = max(all[last].Readings, a.Readings)
		if a.What == AskZero && all[last].What == AskCells {
			all[last].What = AskZero
		}
		for _, cell := range a.Cells {
			if !slices.Contains(all[last].Cells, cell) {
				all[last].Cells = append(all[last].Cells, cell)
			}
		}
	}
	for _, a := range all {
		slices.SortFunc(a.Cells, inOrder)
	}
	return all
}
