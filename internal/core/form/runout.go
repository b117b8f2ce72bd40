package form

import (
	"math"
	"slices"

	"ledge/internal/core/unit"
)

// A Runout is what an indicator on a journal shows over one turn between the supports.
type Runout struct {
	// TIR is the largest minus the smallest indication, ovality included.
	TIR unit.Length `json:"tir"`
	// Throw is how far the journal's centre lies from the axis: the amplitude of the first harmonic,
	// or half the TIR where the angles cannot give one.
	Throw unit.Length `json:"throw"`
	// Angle is the direction of the throw in [0°, 360°); nil where it came from the TIR alone.
	Angle *unit.Angle `json:"angle,omitempty"`
	// Ovality is the journal's own, the range of the second harmonic, which the throw is free of; nil where
	// the angles cannot tell it apart.
	Ovality *unit.Length `json:"ovality,omitempty"`
}

// RunoutOf evaluates indications at the given angles. From four equally spaced angles the first
// harmonic is fitted; from six, or from five unequal ones, the second beside it, which removes the
// journal's ovality. With fewer, the throw is TIR/2. Lengths must be equal and not zero.
func RunoutOf(angles []unit.Angle, indications []unit.Length) Runout {
	smallest, largest, _ := Range(indications)
	r := RunoutFromTIR(largest - smallest)
	places, means := oneTurn(angles, indications, smallest)
	equal := equallySpaced(places)
	var coefficients []float64
	ok := false
	if len(places) >= 6 || (len(places) == 5 && !equal) {
		coefficients, ok = harmonics(places, means, 1, 2)
	} else if len(places) >= 4 && equal {
		coefficients, ok = harmonics(places, means, 1)
	}
	if !ok {
		return r
	}
	a, b := coefficients[1], coefficients[2]
	r.Throw = unit.Round(math.Hypot(a, b))
	angle := unit.Angle(0)
	if r.Throw > 0 {
		angle = unit.AngleOf(math.Atan2(b, a) * 180 / math.Pi).Mod(360 * unit.Degree)
	}
	r.Angle = &angle
	if len(coefficients) == 5 {
		ovality := unit.Round(2 * math.Hypot(coefficients[3], coefficients[4]))
		r.Ovality = &ovality
	}
	return r
}

// RunoutFromTIR is the runout known only by its total indicator reading.
func RunoutFromTIR(tir unit.Length) Runout {
	return Runout{TIR: tir, Throw: unit.DivHalfEven(tir, 2)}
}

// oneTurn merges indications at the same place of the turn, such as the return to 360°, into their
// mean above base, ordered by angle.
func oneTurn(angles []unit.Angle, indications []unit.Length, base unit.Length) ([]unit.Angle, []float64) {
	sums, counts := map[unit.Angle]unit.Length{}, map[unit.Angle]int{}
	var places []unit.Angle
	for i, angle := range angles {
		place := angle.Mod(360 * unit.Degree)
		if counts[place] == 0 {
			places = append(places, place)
		}
		sums[place] += indications[i] - base
		counts[place]++
	}
	slices.Sort(places)
	means := make([]float64, len(places))
	for i, place := range places {
		means[i] = float64(sums[place]) / float64(counts[place])
	}
	return places, means
}

func equallySpaced(sorted []unit.Angle) bool {
	n := unit.Angle(len(sorted))
	for i, angle := range sorted {
		// Compared as multiples, so that a seventh of a turn typed to the microdegree still counts.
		if diff := (angle-sorted[0])*n - unit.Angle(i)*360*unit.Degree; max(diff, -diff) > n*unit.Degree/1000 {
			return false
		}
	}
	return true
}
