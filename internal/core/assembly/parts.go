package assembly

import (
	"slices"

	"ledge/internal/core/closed"
)

// A LineSource says what put a line on the parts list.
type LineSource string

// Where lines come from.
const (
	Decided LineSource = "decided"
	Found   LineSource = "found"
	Own     LineSource = "own"
)

// LineSources are all of them.
var LineSources = closed.New(Decided, Found, Own)

// A Wanted is a line of the parts list before anything was done about it.
type Wanted struct {
	Key   string     `json:"key"`
	From  LineSource `json:"from"`
	Title string     `json:"title"`
	What  string     `json:"what"`
	Code  string     `json:"code,omitempty"`
	Count int        `json:"count"`
}

// A Line is one line of the working parts list.
type Line struct {
	Wanted
	// Facts are what was told of it; its title and count stand above.
	Facts  PartFacts    `json:"facts"`
	Stands LineStanding `json:"stands"`
	// Missing is how many have not come of what is wanted.
	Missing int    `json:"missing"`
	By      string `json:"by,omitempty"`
	At      string `json:"at,omitempty"`
	// Unwanted tells that no decision asks for it any more, though somebody dealt with it.
	Unwanted bool `json:"unwanted,omitempty"`
}

// LineStanding is where a line of the parts list stands.
type LineStanding string

// Where lines stand.
const (
	ToOrder LineStanding = "to_order"
	Ordered LineStanding = "ordered"
	Short   LineStanding = "short" // some came, not all
	Arrived LineStanding = "arrived"
	Dropped LineStanding = "dropped"
)

// LineStandings are all of them.
var LineStandings = closed.New(ToOrder, Ordered, Short, Arrived, Dropped).Said("line_stands")

// PartsList is what is wanted with what was done about it, and the lines of one's own.
func PartsList(wanted []Wanted, events []Event) []Line {
	lines := make([]Line, len(wanted))
	for i, w := range wanted {
		lines[i] = Line{Wanted: w}
	}
	for _, e := range events {
		if e.What != Buy || e.Part == nil {
			continue
		}
		i := slices.IndexFunc(lines, func(l Line) bool { return l.Key == e.Line })
		if i < 0 {
			i = len(lines)
			from := Own
			if e.Part.Name == nil {
				from = Decided
			}
			lines = append(lines, Line{Wanted: Wanted{Key: e.Line, From: from, Title: e.Line}, Unwanted: from != Own})
		}
		l := &lines[i]
		l.Facts = l.Facts.And(*e.Part)
		l.By, l.At = e.By, e.At
	}
	for i := range lines {
		lines[i].stand()
	}
	return lines
}

func (l *Line) stand() {
	if l.Facts.Name != nil {
		l.Title = *l.Facts.Name
	}
	if l.Facts.Count != nil {
		l.Count = *l.Facts.Count
	}
	here := told(l.Facts.Arrived) - told(l.Facts.Returned)
	l.Missing = max(0, max(l.Count, told(l.Facts.Ordered))-here)
	switch {
	case l.Facts.Dropped != nil && *l.Facts.Dropped:
		l.Stands, l.Missing = Dropped, 0
	case l.Facts.Arrived != nil && l.Missing == 0:
		l.Stands = Arrived
	case l.Facts.Arrived != nil:
		l.Stands = Short
	case l.Facts.Ordered != nil && *l.Facts.Ordered > 0:
		l.Stands = Ordered
	default:
		l.Stands = ToOrder
	}
}

// Here is how many of a line are in the shop.
func (l *Line) Here() int { return told(l.Facts.Arrived) - told(l.Facts.Returned) }

func told(n *int) int {
	if n == nil {
		return 0
	}
	return *n
}
