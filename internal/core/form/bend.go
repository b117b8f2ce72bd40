package form

import (
	"math"

	"ledge/internal/core/closed"
	"ledge/internal/core/unit"
)

// A Course is how the throws of the main journals run along a crankshaft.
type Course string

// The courses. The zero Course is unknown.
const (
	Straight Course = "straight"
	OneBend  Course = "one_bend"
	SBend    Course = "s_bend"
	Twisted  Course = "twisted" // the directions wander round the shaft
)

// Courses are all of them.
var Courses = closed.New(Straight, OneBend, SBend, Twisted)

// A Vector is a throw across the shaft: along 0° and along 90°, as lengths.
type Vector struct {
	X unit.Length `json:"x"`
	Y unit.Length `json:"y"`
}

// VectorOf returns the throw of a runout as a vector; ok is false where its direction is unknown.
func VectorOf(r Runout) (v Vector, ok bool) {
	if r.Angle == nil {
		return Vector{}, false
	}
	radians := float64(*r.Angle) / float64(unit.Degree) * math.Pi / 180
	return Vector{unit.Round(float64(r.Throw) * math.Cos(radians)),
		unit.Round(float64(r.Throw) * math.Sin(radians))}, true
}

// Length is the magnitude of v.
func (v Vector) Length() unit.Length { return unit.Round(math.Hypot(float64(v.X), float64(v.Y))) }

// CourseOf names how throws off the end line run. Those not longer than noise count as straight;
// the rest are one bend where they all point within 45° of the longest or its opposite and do so on
// one side, an S where some stand on the opposite side, and twisted otherwise.
func CourseOf(off []Vector, noise unit.Length) Course {
	var longest Vector
	for _, v := range off {
		if v.Length() > longest.Length() {
			longest = v
		}
	}
	if longest.Length() <= noise {
		return Straight
	}
	course := OneBend
	for _, v := range off {
		if v.Length() <= noise {
			continue
		}
		along := float64(v.X)*float64(longest.X) + float64(v.Y)*float64(longest.Y)
		cos := along / (float64(v.Length()) * float64(longest.Length()))
		switch {
		case cos >= math.Sqrt2/2:
		case cos <= -math.Sqrt2/2:
			course = SBend
		default:
			return Twisted
		}
	}
	return course
}
