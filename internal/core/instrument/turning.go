package instrument

import (
	"ledge/internal/core/closed"
	"ledge/internal/core/unit"
)

// Seeking says which turning point of a rocked gauge is its reading.
type Seeking string

// What is sought.
const (
	SeekNone  Seeking = ""      // nothing: the gauge stands still
	SeekLeast Seeking = "least" // a bore gauge that shows sizes, rocked: the least is the diameter
	SeekMost  Seeking = "most"  // one that shows more where the bore is smaller
)

// Seekings are all of them.
var Seekings = closed.New(SeekNone, SeekLeast, SeekMost)

// A Turning finds the points at which a rocked gauge turns back. A point is one when the gauge had come towards it by
// more than Back and has gone away from it again by as much: the last digit's flicker is no turning. Common practice
// is to rock until the reversal repeats.
type Turning struct {
	Seek Seeking
	Back unit.Length
	// far and near are the furthest before the point and the nearest so far, both as they are sought: less is nearer.
	far, near unit.Length
	began     bool
	coming    bool
}

// Saw takes what the gauge shows and tells whether it has just turned back.
func (t *Turning) Saw(shown unit.Length) (turned bool) {
	if t.Seek == SeekNone {
		return false
	}
	x := t.sought(shown)
	switch {
	case !t.began:
		t.began, t.far, t.near = true, x, x
	case !t.coming:
		t.far = max(t.far, x)
		if t.far-x > t.Back {
			t.coming, t.near = true, x
		}
	default:
		t.near = min(t.near, x)
		if x-t.near > t.Back {
			t.coming, t.far = false, x
			return true
		}
	}
	return false
}

// Nearest tells whether what the gauge shows is the nearest so far of the point that it comes towards.
func (t *Turning) Nearest(shown unit.Length) bool { return t.coming && t.sought(shown) == t.near }

func (t *Turning) sought(shown unit.Length) unit.Length {
	if t.Seek == SeekMost {
		return -shown
	}
	return shown
}

// SeekOf is which turning point a gauge's reading is: a bore gauge finds the least size by rocking, which one whose
// sense is -1 shows as its most.
func SeekOf(kind Kind, mode Mode, sense int) Seeking {
	switch {
	case kind != BoreGauge:
		return SeekNone
	case (mode == Divisions || mode == Deviation) && sense < 0:
		return SeekMost
	default:
		return SeekLeast
	}
}
