package plan

import (
	"slices"

	"ledge/internal/core/unit"
)

// A Grid is where a part is read: at stations, of which the last Added lie outside its plan, in directions.
type Grid struct {
	Stations   []string
	Directions []unit.Angle
	Added      int
}

// Refit is the grid of a part that goes over to p after it was read at some places, and where its old rows and columns
// are in it. What p lacks stays beside it where used says that something was read there, and is -1 where nothing was.
// The ends of one plan are those of another, whatever they are called.
func (p Plan) Refit(old Grid, used func(row, column int) bool) (now Grid, rows, columns []int) {
	now = Grid{Stations: slices.Clone(p.Stations), Directions: slices.Clone(p.Directions)}
	rows, columns = make([]int, len(old.Stations)), make([]int, len(old.Directions))
	for r, name := range old.Stations {
		rows[r] = p.stationOf(r, name, len(old.Stations)-old.Added)
		if rows[r] < 0 && slices.ContainsFunc(indices(len(columns)), func(c int) bool { return used(r, c) }) {
			rows[r] = len(now.Stations)
			now.Stations, now.Added = append(now.Stations, name), now.Added+1
		}
	}
	for c, angle := range old.Directions {
		columns[c] = slices.Index(p.Directions, angle)
		if columns[c] < 0 && slices.ContainsFunc(indices(len(rows)), func(r int) bool { return used(r, c) }) {
			columns[c] = len(now.Directions)
			now.Directions = append(now.Directions, angle)
		}
	}
	return now, rows, columns
}

// stationOf is where a station of a plan of count of them stands in p; -1 where it does not.
func (p Plan) stationOf(row int, name string, count int) int {
	if at := slices.Index(p.Stations, name); at >= 0 {
		return at
	}
	switch {
	case row >= count: // outside its plan
	case row == 0 && ends(p.Stations[0]) && ends(name):
		return 0
	case row == count-1 && count > 1 && len(p.Stations) > 1:
		return len(p.Stations) - 1
	}
	return -1
}

// ends reports whether a name is one of those that the first station of a plan has.
func ends(name string) bool { return slices.Contains([]string{"A", "front", "top"}, name) }

func indices(n int) []int {
	all := make([]int, n)
	for i := range all {
		all[i] = i
	}
	return all
}
