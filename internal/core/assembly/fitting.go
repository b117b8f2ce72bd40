package assembly

import (
	"math"
	"slices"

	"ledge/internal/core/closed"
	"ledge/internal/core/fit"
	"ledge/internal/core/limit"
	"ledge/internal/core/unit"
)

// A RingGap is one ring on its way to its gap, in its own bore.
type RingGap struct {
	Cylinder int  `json:"cylinder"`
	Ring     Ring `json:"ring"`
	// Gaps are as measured, pass by pass; By and At are of the last one.
	Gaps []unit.Length `json:"gaps"`
	By   string        `json:"by,omitempty"`
	At   string        `json:"at,omitempty"`
	// Window is what the gap must lie in; nil where nobody knows. Thumb tells that it is the rule of thumb.
	// ToGo is what is still to be filed off.
	Window *limit.Range `json:"window,omitempty"`
	Thumb  bool         `json:"thumb,omitempty"`
	ToGo   unit.Length  `json:"to_go"`
	Says   GapState     `json:"says"`
}

// GapState is what to do with a ring.
type GapState string

// What is said.
const (
	GapOpen  GapState = "open"
	GapFile  GapState = "file"
	GapGood  GapState = "good"
	GapWide  GapState = "wide"  // no file helps
	GapNoted GapState = "noted" // nobody knows what it should be
	// GapShrank is one that is smaller than before it was filed: one of both was misread.
	GapShrank GapState = "shrank"
)

// GapStates is all that may be said.
var GapStates = closed.New(GapOpen, GapFile, GapGood, GapWide, GapNoted, GapShrank).Said("gap_says")

// RingGaps are the rings of an engine, cylinder by cylinder, top first. bores are the sizes of the cylinders, as far as
// they are known.
func RingGaps(events []Event, cylinders int, limits func(cylinder int) limit.Limits,
	bores map[int]unit.Length) []RingGap {
	list := []RingGap{}
	for c := 1; c <= cylinders; c++ {
		of := limits(c)
		for _, ring := range slices.Backward(Rings.All()) {
			if !ring.Filed() {
				continue
			}
			g := RingGap{Cylinder: c, Ring: ring, Gaps: []unit.Length{}, Window: of.RangeOf(ring.Limit()),
				Says: GapOpen}
			if bore, known := bores[c]; known && g.Window == nil && (ring == Top || ring == Second) {
				least := fit.RingGap(bore)
				g.Window, g.Thumb = &limit.Range{Min: least, Max: least + least/2}, true
			}
			for _, e := range events {
				if e.What == Gap && e.Number == c && e.Ring == ring && e.Value != nil {
					g.Gaps, g.By, g.At = append(g.Gaps, *e.Value), e.By, e.At
				}
			}
			if n := len(g.Gaps); n > 0 {
				g.judge(g.Gaps[n-1])
				if n > 1 && g.Gaps[n-1] < g.Gaps[n-2] {
					g.Says, g.ToGo = GapShrank, 0
				}
			}
			list = append(list, g)
		}
	}
	return list
}

func (g *RingGap) judge(gap unit.Length) {
	switch {
	case g.Window == nil:
		g.Says = GapNoted
	case gap < g.Window.Min:
		g.Says, g.ToGo = GapFile, g.Window.Min-gap
	case gap > g.Window.Max:
		g.Says = GapWide
	default:
		g.Says = GapGood
	}
}

// A Crosscheck is a bore whose ring gap says another size than its gauge.
type Crosscheck struct {
	Cylinder int         `json:"cylinder"`
	Ring     Ring        `json:"ring"`
	Gap      unit.Length `json:"gap"`
	Bore     unit.Length `json:"bore"`
	// Says is the size that the gap speaks for.
	Says unit.Length `json:"says"`
}

// Crosschecks hold the first gap of each ring, before anything was filed, against its bore: rings of one
// sort are of one length, so that gaps differ by π times what diameters differ. Told are the bores that
// lie further than slack from what the middle of their fellows says; three are needed. Source: the
// circumference of a circle; that rings of one set are alike is common practice.
func Crosschecks(gaps []RingGap, bores map[int]unit.Length, slack unit.Length) []Crosscheck {
	found := []Crosscheck{}
	for _, ring := range []Ring{Top, Second} {
		var of []RingGap
		var off []unit.Length // what a gap says beyond its bore
		for _, g := range gaps {
			if bore, ok := bores[g.Cylinder]; ok && g.Ring == ring && len(g.Gaps) > 0 {
				of, off = append(of, g), append(off, g.Gaps[0]-fit.GapChange(bore))
			}
		}
		if len(of) < 3 {
			continue
		}
		middle := slices.Sorted(slices.Values(off))[len(off)/2]
		for i, g := range of {
			apart := unit.Round(float64(off[i]-middle) / math.Pi)
			if apart.Abs() > slack && !slices.ContainsFunc(found,
				func(c Crosscheck) bool { return c.Cylinder == g.Cylinder }) {
				bore := bores[g.Cylinder]
				found = append(found, Crosscheck{g.Cylinder, ring, g.Gaps[0], bore, bore + apart})
			}
		}
	}
	return found
}

// A Placed is which pair of shells goes to which journal.
type Placed struct {
	Place int `json:"place"`
	Shell int `json:"shell"`
	// Clearance is what it leaves.
	Clearance unit.Length `json:"clearance"`
}

// Sorted places pairs of shells by their own walls: the thickest where there is most room, which brings
// the clearances as near to each other as they can come. room is housing less journal for each place,
// walls the two walls of each pair together.
func Sorted(room, walls map[int]unit.Length) []Placed {
	if len(room) == 0 || len(room) != len(walls) {
		return []Placed{}
	}
	by := func(of map[int]unit.Length) []int {
		var ns []int
		for n := range of {
			ns = append(ns, n)
		}
		slices.SortFunc(ns, func(a, b int) int {
			if of[a] != of[b] {
				return int(of[a] - of[b])
			}
			return a - b
		})
		return ns
	}
	places, shells := by(room), by(walls)
	list := make([]Placed, len(places))
	for i, place := range places {
		list[i] = Placed{place, shells[i], room[place] - walls[shells[i]]}
	}
	slices.SortFunc(list, func(a, b Placed) int { return a.Place - b.Place })
	return list
}
