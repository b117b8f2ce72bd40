package plan

import (
	"fmt"
	"testing"
)

// A quick look goes to every station and in every direction, judges taper and out-of-round, and is less than the plan.
func TestAQuickLookSeesEveryStationAndDirection(t *testing.T) {
	for id, want := range map[string]int{"3x3": 4, "3x4": 5, "2x4": 5, "3x2": 4, "2x3": 4, "2x2": 3, "1x2": 2} {
		p, _ := Find(id)
		cells := QuickOf(p.Stations, p.Directions)
		stations, directions, seen := map[int]bool{}, map[int]bool{}, map[Cell]bool{}
		for _, c := range cells {
			if seen[c] {
				t.Errorf("%s: %v twice", id, c)
			}
			stations[c.Station], directions[c.Direction], seen[c] = true, true, true
		}
		if len(cells) != want || len(stations) != len(p.Stations) || len(directions) != len(p.Directions) {
			t.Errorf("%s: %v, want %d cells", id, cells, want)
		}
		if len(p.Stations) > 1 && !judgesForm(cells) {
			t.Errorf("%s: %v leaves taper or out-of-round unknown", id, cells)
		}
	}
	three, _ := Find("3x3")
	more := append(append([]string{}, three.Stations...), "by the oil hole")
	if got := QuickOf(more, append(three.Directions, 20_000_000)); len(got) != 4 {
		t.Errorf("with a place beside the plan: %v", got)
	}
}

// A proof reads each station once, each time in another direction, and where it must.
func TestAProofSeesEveryStation(t *testing.T) {
	for _, tt := range []struct {
		stations, directions int
		first                Cell
		must                 int
		want                 string
	}{
		{3, 3, Cell{1, 2}, -1, "[{1 2} {2 0} {0 1}]"},
		{2, 4, Cell{1, 1}, -1, "[{1 1} {0 3}]"},
		{2, 3, Cell{0, 1}, 0, "[{0 1} {1 0}]"},
		{1, 2, Cell{0, 0}, -1, "[{0 0} {0 1}]"},
		{3, 2, Cell{7, 7}, -1, "[{2 1} {0 0} {1 1}]"},
	} {
		if got := fmt.Sprint(Proof(tt.stations, tt.directions, tt.first, tt.must)); got != tt.want {
			t.Errorf("%d × %d from %v: %s", tt.stations, tt.directions, tt.first, got)
		}
	}
}
