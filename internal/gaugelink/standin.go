package gaugelink

import (
	"fmt"
	"math/rand/v2"
	"time"

	"ledge/internal/core/instrument"
	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/core/simulate"
	"ledge/internal/core/unit"
)

// A Playing is what a simulated gauge measures, and how well.
type Playing struct {
	Seed  uint64
	Unit  unit.System
	Kinds []PlayedKind
	Plan  plan.Plan
	// Division is the gauge's, Hand the standard deviation of one reading, Zero how far off it is set.
	Division, Hand, Zero unit.Length
	// Setting is what it was zeroed on; 0 where it sends sizes. Sense is -1 where it shows more of a smaller part.
	Setting unit.Length
	Sense   int
	// Sends says when it sends; where it shows all the time, Rate is how often a second.
	Sends instrument.SendMode
	Rate  int
	// Rock is how far it swings away from its turning point; 0 where it stands still.
	Rock unit.Length
	// At is how long it stays at a place.
	At time.Duration
	// WrongSign is at every how-many-th place the sign is the other; Flood at which it sends a thousand lines more.
	WrongSign, Flood int
	// Dropouts is the share of lines that are lost, none of them a foot switch's.
	Dropouts float64
}

// A PlayedKind is a kind of part, how many of it, and the size it had when new; of a runout, how far the shaft is
// thrown.
type PlayedKind struct {
	Kind  part.Kind
	Count int
	New   unit.Length
}

// A Place is one that the stand-in measures: the truth, and what its gauge showed there.
type Place struct {
	Kind      part.Kind   `json:"kind"`
	Number    int         `json:"number"`
	Station   int         `json:"station"`
	Direction int         `json:"direction"`
	Truth     unit.Length `json:"truth"`
	Shown     unit.Length `json:"shown"`
	// WrongSign tells that the line says the other sign.
	WrongSign bool `json:"wrong_sign,omitempty"`
}

// A Beat is what is sent at a moment: the wait before it, the line, and whether a place begins with it.
type Beat struct {
	Wait  time.Duration
	Line  string
	Place *Place
	// First tells that a kind begins.
	First bool
}

// Places are all that is measured, in the order of the bench's path by station.
func (p Playing) Places() []Place {
	random := rand.New(rand.NewPCG(p.Seed, 20))
	gauge := simulate.Gauge{Division: p.Division, Zero: p.Zero, Hand: p.Hand}
	grid := simulate.Grid{Stations: p.Plan.Stations, Directions: p.Plan.Directions}
	var places []Place
	add := func(place Place) {
		place.WrongSign = p.WrongSign > 0 && (len(places)+1)%p.WrongSign == 0
		places = append(places, place)
	}
	for _, k := range p.Kinds {
		if k.Kind.Turned() {
			p.turns(k, gauge, random, add)
			continue
		}
		worn := simulate.Wearing{New: k.New, Tolerance: 4 * p.Division, Worn: -12 * p.Division, Taper: 4 * p.Division,
			Oval: 6 * p.Division, Axis: 20 * unit.Degree}
		if !k.Kind.Journal() {
			worn.Worn = -worn.Worn
		}
		for _, made := range simulate.Parts(string(k.Kind), k.Count, worn, grid, gauge, random) {
			for _, cell := range plan.Path(len(grid.Stations), len(grid.Directions), plan.ByStation) {
				along := 0.5
				if n := len(grid.Stations); n > 1 {
					along = float64(cell.Station) / float64(n-1)
				}
				add(Place{Kind: k.Kind, Number: made.Number, Station: cell.Station, Direction: cell.Direction,
					Truth: made.Truth.At(along, grid.Directions[cell.Direction]),
					Shown: made.Readings[cell.Station][cell.Direction]})
			}
		}
	}
	return places
}

// turns are the places of a bent shaft that is turned on its end journals, main by main.
func (p Playing) turns(k PlayedKind, gauge simulate.Gauge, random *rand.Rand, add func(Place)) {
	turn, _ := plan.Find("turn")
	bend := simulate.Bend{Throw: k.New, Direction: 70 * unit.Degree, Places: k.Count}
	gauge.Zero = 0 // it is zeroed at the first angle
	sharp := simulate.Gauge{Division: 1}
	for main := range k.Count {
		truth := bend.Turn(main, 0, turn.Directions, sharp, random)
		for d, shown := range bend.Turn(main, 0, turn.Directions, gauge, random) {
			add(Place{Kind: k.Kind, Number: main + 1, Direction: d, Truth: truth[d], Shown: shown})
		}
	}
}

// Beats calls yield with what is sent, beat by beat, until it has enough or all is measured.
func (p Playing) Beats(yield func(Beat) bool) {
	random := rand.New(rand.NewPCG(p.Seed, 21))
	var kind part.Kind
	for n, place := range p.Places() {
		first := place.Kind != kind
		kind = place.Kind
		beats := p.at(place)
		if p.Flood > 0 && (n+1)%p.Flood == 0 {
			for range 1000 {
				beats = append(beats, Beat{Line: p.line(place, 0)})
			}
		}
		beats[0].Place, beats[0].First = &place, first
		for _, b := range beats {
			if b.Line != simulate.FootLine && b.Place == nil && random.Float64() < p.Dropouts {
				b.Line = ""
			}
			if !yield(b) {
				return
			}
		}
	}
}

// at is what is sent at one place: one line at a key, or what the gauge shows while it swings and then the foot.
func (p Playing) at(place Place) []Beat {
	if p.Sends == instrument.Pressed {
		return []Beat{{Wait: p.At, Line: p.line(place, 0)}}
	}
	wait := time.Second / time.Duration(max(p.Rate, 1))
	// It swings in and out again; in the middle of each swing is the turning point, read as it is.
	const half = 6
	var beats []Beat
	for took := time.Duration(0); took < p.At || len(beats)%(2*half+1) != 0; took += wait {
		k := int64(len(beats)%(2*half+1) - half)
		beats = append(beats, Beat{Wait: wait, Line: p.line(place, p.Rock*unit.Length(k*k)/(half*half))})
	}
	return append(beats, Beat{Line: simulate.FootLine})
}

// line is what the gauge sends where it is so far away from its turning point.
func (p Playing) line(place Place, away unit.Length) string {
	shown := place.Shown + unit.DivHalfEven(away, int64(p.Division))*p.Division
	if p.Setting != 0 {
		shown = (shown - p.Setting) * unit.Length(p.Sense)
	}
	if place.WrongSign {
		shown = -shown
	}
	sign := "+"
	if shown < 0 {
		sign = "-"
	}
	decimals := 5
	if p.Unit == unit.In {
		decimals = 6
	}
	return fmt.Sprintf("G1 %s%s %s OK", sign, shown.Abs().Fixed(p.Unit, decimals), p.Unit)
}
