package plan

import (
	"slices"
	"testing"

	"ledge/internal/core/unit"
)

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

// A grid is that of the largest plan which it begins with; what was added comes after it.
func TestPlanOfAGrid(t *testing.T) {
	for _, p := range All() {
		if found, ok := Of(p.Stations, p.Directions); !ok || found.ID != p.ID {
			t.Errorf("%s is taken for %s", p.ID, found.ID)
		}
		more := append(slices.Clone(p.Stations), "by the ledge")
		if found, ok := Of(more, p.Directions); !ok || found.ID != p.ID {
			t.Errorf("%s with a station more is taken for %q", p.ID, found.ID)
		}
	}
	if found, ok := Of([]string{"x"}, degrees(7)); ok {
		t.Errorf("a grid of its own is taken for %s", found.ID)
	}
	two, _ := Find("2x2")
	if found, ok := Of(two.Stations, append(slices.Clone(two.Directions), 30*unit.Degree)); !ok || found.ID != "2x2" {
		t.Errorf("2x2 with a direction more is taken for %q", found.ID)
	}
	if _, ok := Find("9x9"); ok {
		t.Error("there is no such plan")
	}
}

// An indicator is read all round, and no place twice.
func TestATurnIsReadOnce(t *testing.T) {
	for id, want := range map[string]int{"turn": 8, "turn30": 12} {
		p, _ := Find(id)
		if n := len(p.Directions); n != want || p.Directions[n-1] >= 360*unit.Degree {
			t.Errorf("%s: %v", id, p.Directions)
		}
	}
}
