package form

import (
	"math"
	"slices"

	"ledge/internal/core/unit"
)

// A Runout is what an indicator on a journal shows over one turn between the supports.
type Runout struct {
	// TIR is the largest minus the smallest indication as read, ovality included.
	TIR unit.Length `json:"tir"`
	// TIRAxis is the same after the line between the end mains' own centres was taken off; nil where that line is
	// not known. Then the throw is off that line, too.
	TIRAxis *unit.Length `json:"tir_axis,omitempty"`
	// Throw is how far the journal's centre lies from the axis: the amplitude of the first harmonic,
	// or half the TIR where the angles cannot give one.
	Throw unit.Length `json:"throw"`
	// Twice is twice the throw, rounded once: what the bend takes off the diameter.
	Twice unit.Length `json:"-"`
	// Angle is the direction of the throw in [0°, 360°); nil where it came from the TIR alone.
	Angle *unit.Angle `json:"angle,omitempty"`
	// Ovality is the journal's own, the range of the second harmonic, which the throw is free of; nil where
	// the angles cannot tell it apart.
	Ovality *unit.Length `json:"ovality,omitempty"`
	// Lobes is the peak to valley of the third harmonic, from eight equally spaced angles on: what two points never
	// see.
	Lobes *unit.Length `json:"lobes,omitempty"`

	first harmonic
}

// RunoutOf evaluates indications at the given angles. From four equally spaced angles the first
// harmonic is fitted; from six, or from five unequal ones, the second beside it, which removes the
// journal's ovality. With fewer, the throw is TIR/2. Lengths must be equal and not zero.
func RunoutOf(angles []unit.Angle, indications []unit.Length) Runout {
	r, _ := turn(angles, indications, harmonic{})
	return r
}

// Off is the runout of a journal off the line between the ends' own centres: share is how far it stands
// from the first end to the last, 0 to 1, and the ends' throws so far along are taken off its
// indications. ok is false where an end has no direction.
func Off(angles []unit.Angle, indications []unit.Length, first, last Runout, share float64) (r Runout, ok bool) {
	if first.Angle == nil || last.Angle == nil {
		return Runout{}, false
	}
	r, tir := turn(angles, indications, harmonic{
		first.first[0]*(1-share) + last.first[0]*share,
		first.first[1]*(1-share) + last.first[1]*share,
	})
	_, means := averaged(angles, indications)
	smallest, largest, _ := Range(means)
	r.TIR, r.TIRAxis = largest-smallest, &tir
	return r, true
}

// A harmonic is a·cos θ + b·sin θ.
type harmonic [2]float64

func (h harmonic) at(angle unit.Angle) float64 {
	if h == (harmonic{}) {
		return 0
	}
	sin, cos := math.Sincos(angle.Radians())
	return h[0]*cos + h[1]*sin
}

// turn evaluates indications less a harmonic.
func turn(angles []unit.Angle, indications []unit.Length, less harmonic) (Runout, unit.Length) {
	angles, indications = averaged(angles, indications)
	base, _, _ := Range(indications)
	low, high := math.Inf(1), math.Inf(-1)
	for i, indication := range indications {
		y := float64(indication-base) - less.at(angles[i])
		low, high = math.Min(low, y), math.Max(high, y)
	}
	tir := unit.Round(high - low)
	r := RunoutFromTIR(tir)
	places, means := oneTurn(angles, indications, base)
	for i, place := range places {
		means[i] -= less.at(place)
	}
	equal := equallySpaced(places)
	var coefficients []float64
	var kept [5]float64
	ok := false
	if len(places) >= 6 || (len(places) == 5 && !equal) {
		coefficients, ok = harmonics(kept[:], places, means, 1, 2)
	} else if len(places) >= 4 && equal {
		coefficients, ok = harmonics(kept[:], places, means, 1)
	}
	if !ok {
		return r, tir
	}
	a, b := coefficients[1], coefficients[2]
	r.first = harmonic{a, b}
	r.Throw, r.Twice = unit.Round(math.Hypot(a, b)), unit.Round(2*math.Hypot(a, b))
	angle := unit.Angle(0)
	if r.Throw > 0 {
		angle = unit.AngleOf(math.Atan2(b, a) * 180 / math.Pi).Mod(360 * unit.Degree)
	}
	r.Angle = &angle
	if len(places) >= 8 && equal {
		lobes := unit.Round(2 * amplitude(3, places, means))
		r.Lobes = &lobes
	}
	if len(coefficients) == 5 {
		ovality := unit.Round(2 * math.Hypot(coefficients[3], coefficients[4]))
		r.Ovality = &ovality
	}
	return r, tir
}

// Judged is what is held against the limit: the larger of the total indicator reading, off the line of
// the ends where that is known, and twice the throw, since the needle's extremes between the angles
// read are not seen.
func (r Runout) Judged() unit.Length {
	tir := r.TIR
	if r.TIRAxis != nil {
		tir = *r.TIRAxis
	}
	return max(tir, r.Twice)
}

// RunoutFromTIR is the runout known only by its total indicator reading.
func RunoutFromTIR(tir unit.Length) Runout {
	return Runout{TIR: tir, Throw: unit.DivHalfEven(tir, 2), Twice: tir}
}

// averaged takes several turns together: the mean at each angle, in the order in which they were first read.
func averaged(angles []unit.Angle, indications []unit.Length) ([]unit.Angle, []unit.Length) {
	var places []unit.Angle
	var read [][]unit.Length
	for i, angle := range angles {
		at := slices.Index(places, angle)
		if at < 0 {
			at = len(places)
			places, read = append(places, angle), append(read, nil)
		}
		read[at] = append(read[at], indications[i])
	}
	if len(places) == len(angles) {
		return angles, indications
	}
	means := make([]unit.Length, len(read))
	for i := range read {
		means[i] = unit.Mean(read[i])
	}
	return places, means
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

// amplitude is that of a harmonic over equally spaced places.
func amplitude(order int, places []unit.Angle, means []float64) float64 {
	var a, b float64
	for i, place := range places {
		sin, cos := math.Sincos(float64(order) * place.Radians())
		a, b = a+means[i]*cos, b+means[i]*sin
	}
	return 2 * math.Hypot(a, b) / float64(len(places))
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
