package disposition

import (
	"ledge/internal/core/form"
	"ledge/internal/core/unit"
)

// belowDamage is the size at which the damaged places of a part are gone, its bend left out: the most worn reading at
// their station, and twice their depth off a shaft, or out of a bore. Without a depth they ask for nothing.
func (m member) belowDamage() unit.Length {
	shaft := m.ref.Kind.Shaft()
	worst := *m.finding.Max
	if shaft {
		worst = *m.finding.Min
	}
	size := worst
	for s, row := range m.feature.Cells {
		for d := range row {
			depth := row[d].Depth
			if depth == nil || !row[d].Damaged() {
				continue
			}
			small, large, ok := form.Range(form.Grid{Directions: m.finding.Grid.Directions,
				Sizes: m.finding.Grid.Sizes[s : s+1]}.All())
			if !ok {
				small, large = worst, worst
			}
			if shaft {
				size = min(size, small-2**depth)
			} else {
				size = max(size, large+2**depth)
			}
		}
	}
	return size
}
