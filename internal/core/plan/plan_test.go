package plan

import "testing"

func TestPathVisitsEveryCellOnceAndTurnsBack(t *testing.T) {
	for _, p := range All() {
		for _, order := range []Order{ByStation, ByDirection} {
			path := Path(len(p.Stations), len(p.Directions), order)
			seen := map[Cell]bool{}
			for i, c := range path {
				if seen[c] || c.Station >= len(p.Stations) || c.Direction >= len(p.Directions) {
					t.Errorf("%s %s: cell %d %v is visited twice or lies outside", p.ID, order, i, c)
				}
				seen[c] = true
				if i > 0 && path[i-1].Station != c.Station && path[i-1].Direction != c.Direction {
					t.Errorf("%s %s: step %d changes station and direction at once", p.ID, order, i)
				}
			}
			if len(seen) != len(p.Stations)*len(p.Directions) {
				t.Errorf("%s %s: %d cells visited", p.ID, order, len(seen))
			}
		}
	}
}
