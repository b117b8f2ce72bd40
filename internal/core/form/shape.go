package form

import (
	"ledge/internal/core/closed"
	"ledge/internal/core/unit"
)

// A Shape names how a feature's size runs along its axis.
type Shape string

// The shapes. The zero Shape is unknown: fewer than two stations were read.
const (
	Parallel Shape = "parallel"
	Tapered  Shape = "tapered"
	Barrel   Shape = "barrel"
	Waisted  Shape = "waisted"
)

// Shapes are all of them.
var Shapes = closed.New(Parallel, Tapered, Barrel, Waisted)

// ratio is an exact mean: sum/n.
type ratio struct{ sum, n int64 }

// exceeds reports whether r − q > threshold, without rounding.
func (r ratio) exceeds(q ratio, threshold unit.Length) bool {
	return r.sum*q.n-q.sum*r.n > int64(threshold)*r.n*q.n
}

// Shape compares the station means with a threshold that they must exceed: barrel where a station
// between lies above both ends, waisted where it lies below both, else tapered or parallel by the
// ends. It works on exact means. Stations without a size are left out.
func (g Grid) Shape(threshold unit.Length) Shape {
	means := make([]ratio, 0, len(g.Sizes))
	for _, row := range g.Sizes {
		sizes := present(row)
		if len(sizes) == 0 {
			continue
		}
		mean := ratio{n: int64(len(sizes))}
		for _, s := range sizes {
			mean.sum += int64(s)
		}
		means = append(means, mean)
	}
	if len(means) < 2 {
		return ""
	}
	first, last := means[0], means[len(means)-1]
	for _, m := range means[1 : len(means)-1] {
		if m.exceeds(first, threshold) && m.exceeds(last, threshold) {
			return Barrel
		}
		if first.exceeds(m, threshold) && last.exceeds(m, threshold) {
			return Waisted
		}
	}
	if first.exceeds(last, threshold) || last.exceeds(first, threshold) {
		return Tapered
	}
	return Parallel
}
