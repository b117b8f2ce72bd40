package form

import (
	"math"
	"slices"

	"ledge/internal/core/unit"
)

// A Place is one cell of a grid.
type Place struct{ Station, Direction int }

// A Spread is what the largest and the smallest of a line of cells differ by.
type Spread struct {
	Size         unit.Length
	Small, Large Place
}

// Tapers are the spreads over the stations, one for each direction that has two sizes.
func (g Grid) Tapers() (all []Spread) {
	all = make([]Spread, 0, len(g.Directions))
	for d := range g.Directions {
		all = g.spread(all, len(g.Sizes), func(s int) Place { return Place{s, d} })
	}
	return all
}

// Ovals are the spreads over the directions, one for each station that has two sizes.
func (g Grid) Ovals() (all []Spread) {
	all = make([]Spread, 0, len(g.Sizes))
	for s, row := range g.Sizes {
		all = g.spread(all, len(row), func(d int) Place { return Place{s, d} })
	}
	return all
}

func (g Grid) at(p Place) CellSize { return g.Sizes[p.Station][p.Direction] }

// spread adds the spread of a line of cells, where it has two sizes.
func (g Grid) spread(all []Spread, cells int, line func(int) Place) []Spread {
	var s Spread
	n := 0
	for i := range cells {
		p := line(i)
		size := g.at(p)
		if !size.OK {
			continue
		}
		if n++; n == 1 {
			s.Small, s.Large = p, p
		}
		if size.Length < g.at(s.Small).Length {
			s.Small = p
		}
		if size.Length > g.at(s.Large).Length {
			s.Large = p
		}
	}
	if n < 2 {
		return all
	}
	s.Size = g.at(s.Large).Length - g.at(s.Small).Length
	return append(all, s)
}

// Ends are the cells with the smallest and the largest of at least one size.
func (g Grid) Ends() (s Spread) {
	first := true
	for station, row := range g.Sizes {
		for d, size := range row {
			if p := (Place{station, d}); size.OK {
				if first || size.Length < g.at(s.Small).Length {
					s.Small = p
				}
				if first || size.Length > g.at(s.Large).Length {
					s.Large = p
				}
				first = false
			}
		}
	}
	return s
}

// Extreme is the cell with the largest, or the smallest, size; of those in some directions, or of all where directions
// is nil. ok is false without any.
func (g Grid) Extreme(large bool, directions []int) (at Place, ok bool) {
	for station, row := range g.Sizes {
		for d, size := range row {
			if !size.OK || directions != nil && !slices.Contains(directions, d) {
				continue
			}
			if best := g.at(at).Length; !ok || large && size.Length > best || !large && size.Length < best {
				at, ok = Place{station, d}, true
			}
		}
	}
	return at, ok
}

// OvalCells are the cells of the directions with the largest and with the smallest mean, which make the pooled oval.
func (g Grid) OvalCells() (cells []Place) {
	large, small := -1, -1
	var most, least unit.Length
	for d := range g.Directions {
		sizes := present(g.column(d))
		if len(sizes) == 0 {
			continue
		}
		mean := unit.Mean(sizes)
		if large < 0 || mean > most {
			large, most = d, mean
		}
		if small < 0 || mean < least {
			small, least = d, mean
		}
	}
	for s := range g.Sizes {
		for d := range g.Sizes[s] {
			if (d == large || d == small) && g.Sizes[s][d].OK {
				cells = append(cells, Place{s, d})
			}
		}
	}
	return cells
}

// Spread is the standard uncertainty of the fit where that of the reading at each cell is its own: of gives it.
func (o PooledOval) Spread(g Grid, of func(Place) float64) float64 {
	sum := 0.0
	for s, row := range g.Sizes {
		n, mean := 0.0, 0.0
		for d, size := range row {
			if size.OK {
				n, mean = n+1, mean+o.weight(g, d)
			}
		}
		for d, size := range row {
			if size.OK {
				w := (o.weight(g, d) - mean/n) * of(Place{s, d})
				sum += w * w
			}
		}
	}
	return math.Sqrt(sum)
}

// weight is how much a size in a direction moves v, before its station's own mean takes its share.
func (o PooledOval) weight(g Grid, direction int) float64 {
	sin, cos := math.Sincos(2 * g.Directions[direction].Radians())
	return o.turn[0]*cos + o.turn[1]*sin
}
