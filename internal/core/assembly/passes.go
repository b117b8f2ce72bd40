package assembly

import (
	"slices"

	"ledge/internal/core/closed"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// A Polish is how far a journal is on its way to the size at which its polishing stops.
type Polish struct {
	Kind   part.Kind `json:"kind"`
	Number int       `json:"number"`
	// Stop is the size at which to stop, Least the smallest that is accepted.
	Stop  unit.Length `json:"stop"`
	Least unit.Length `json:"least"`
	// Before are the sizes before the first pass, along the journal; Passes those after each.
	Before []unit.Length `json:"before"`
	Passes []PassMade    `json:"passes"`
	// ToGo is what is still above Stop, at the smallest place; never below zero.
	ToGo unit.Length `json:"to_go"`
	Says PolishState `json:"says"`
	// Off is what says it: how deep the dip is, how far below Least, or below Stop where it is passed.
	Off unit.Length `json:"off,omitempty"`
}

// A PassMade is a pass with its sizes along the journal.
type PassMade struct {
	Event string        `json:"event"`
	By    string        `json:"by"`
	At    string        `json:"at"`
	Sizes []unit.Length `json:"sizes"`
	// Off is what it took off in the mean.
	Off unit.Length `json:"off"`
}

// PolishState is what to do next at a journal.
type PolishState string

// What is said.
const (
	PolishBegin PolishState = "begin"
	// PolishPassed is that of a journal that is at its stop, or under it, before anything was polished.
	PolishPassed PolishState = "passed"
	PolishGoOn   PolishState = "go_on"
	PolishStop   PolishState = "stop"   // the size is reached
	PolishDip    PolishState = "dip"    // one place is lower than it was against its neighbours
	PolishBelow  PolishState = "below"  // it is below what is accepted
	PolishSlow   PolishState = "slowly" // one more pass like the last would go too far
)

// PolishStates is all that may be said.
var PolishStates = closed.New(
	PolishBegin, PolishPassed, PolishGoOn, PolishStop, PolishDip, PolishBelow, PolishSlow,
).Said("polish_says")

// Polishing is where a journal stands: window is what is accepted, stop where to stop, before its sizes along it
// before the first pass. threshold is the smallest dip that counts: more than a division of the gauge.
func Polishing(events []Event, ref part.Ref, stop unit.Length, window limit.Range, before []unit.Length,
	threshold unit.Length) Polish {
	p := Polish{Kind: ref.Kind, Number: ref.Number, Stop: stop, Least: window.Min, Before: before, Passes: []PassMade{},
		Says: PolishBegin}
	last := before
	for _, e := range events {
		if e.What != Pass || e.Kind != ref.Kind || e.Number != ref.Number || len(e.Sizes) == 0 {
			continue
		}
		one := PassMade{Event: e.ID, By: e.By, At: e.At, Sizes: e.Sizes}
		if len(last) > 0 {
			one.Off = unit.Mean(last) - unit.Mean(e.Sizes)
		}
		p.Passes = append(p.Passes, one)
		last = e.Sizes
	}
	if len(last) == 0 {
		return p
	}
	smallest := slices.Min(last)
	p.ToGo = max(0, smallest-stop)
	if len(p.Passes) == 0 {
		if smallest <= stop {
			p.Says, p.Off = PolishPassed, stop-smallest
		}
		return p
	}
	dip := dipOf(last) - max(0, dipOf(before))
	took := p.Passes[len(p.Passes)-1].Off
	switch {
	case smallest < window.Min:
		p.Says, p.Off = PolishBelow, window.Min-smallest
	case dip > threshold:
		p.Says, p.Off = PolishDip, dip
	case smallest <= stop:
		p.Says = PolishStop
	case took > p.ToGo:
		p.Says = PolishSlow
	default:
		p.Says = PolishGoOn
	}
	return p
}

// dipOf is how far an inner place lies below the lower of its neighbours; zero or less where none does.
func dipOf(sizes []unit.Length) (deepest unit.Length) {
	for i := 1; i+1 < len(sizes); i++ {
		deepest = max(deepest, min(sizes[i-1], sizes[i+1])-sizes[i])
	}
	return deepest
}
