package assembly

import (
	"slices"
	"strconv"

	"ledge/internal/core/closed"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// A EventType says what an event is.
type EventType string

// The events.
const (
	SetPlan  EventType = "plan"      // the plan as it is from now on
	Tighten  EventType = "tighten"   // one bolt through one step
	Loosen   EventType = "loosen"    // the run is undone, or a bolt or a cap of it alone
	Bolt     EventType = "bolt"      // what is known of a bolt: new, its length, its uses
	Buy      EventType = "part"      // where a line of the parts list stands
	Pass     EventType = "pass"      // sizes after a pass of polishing
	Gap      EventType = "gap"       // a ring's gap, squared in its own bore
	PutRing  EventType = "ring"      // a ring put on its piston
	PutCap   EventType = "cap"       // a main cap put on
	PutRod   EventType = "rod"       // piston and rod put in, with its cap
	Turn     EventType = "turn"      // how the crank turned
	Final    EventType = "final"     // what was measured with the parts that stay in
	Sign     EventType = "sign"      // the built engine
	Unsign   EventType = "unsign"    // it is opened again
	TakeBack EventType = "take_back" // another event was a mistake
)

// EventTypes are all of them.
var EventTypes = closed.New(
	SetPlan, Tighten, Loosen, Bolt, Buy, Pass, Gap, PutRing, PutCap, PutRod, Turn, Final, Sign, Unsign,
	TakeBack,
)

// A Orientation is how a mark points, or a part goes in.
type Orientation string

// The ways.
const (
	Up    Orientation = "up"
	Down  Orientation = "down"
	Front Orientation = "front"
	Rear  Orientation = "rear"
	Plain Orientation = "plain" // there is no mark
)

// Orientations are all of them.
var Orientations = closed.New(Up, Down, Front, Rear, Plain).Said("points").OrNothing()

// A How is by what something was measured that stays in.
type How string

// By what it is measured.
const (
	ByBoreGauge How = "bore_gauge"
	ByStrip     How = "strip"
	ByFeeler    How = "feeler"
	ByIndicator How = "indicator"
)

// Hows are all of them.
var Hows = closed.New(ByBoreGauge, ByStrip, ByFeeler, ByIndicator).Said("how").OrNothing()

// An Event is one thing somebody did or read. Only the fields of its sort are used.
type Event struct {
	ID   string    `json:"id" format:"uuid"`
	What EventType `json:"what"`
	// By and At are who and when, as it is stored.
	By       string `json:"by,omitempty" readOnly:"true"`
	At       string `json:"at,omitempty" readOnly:"true"`
	FromFile bool   `json:"from_file,omitempty" readOnly:"true"`
	// Plan is the one set, After the event of the one it changes.
	Plan  *Plan  `json:"plan,omitempty"`
	After string `json:"after,omitempty" maxLength:"36"`
	// Card, Run, Bolt and Step are what is tightened; steps and bolts count from 1. Final tells that it stays so.
	// What is loosened is the whole run, one bolt, or the bolts of one cap of the mains.
	Card  string `json:"card,omitempty" maxLength:"20"`
	Run   int    `json:"run,omitempty" minimum:"0" maximum:"48"`
	Bolt  int    `json:"bolt,omitempty" minimum:"0" maximum:"180"`
	Step  int    `json:"step,omitempty" minimum:"0" maximum:"8"`
	Final bool   `json:"final,omitempty"`
	// Torque is what was reached at the end of an angle, or what it took to turn the crank.
	Torque *unit.Torque `json:"torque,omitempty"`
	// New, Uses and Length are of a bolt.
	New    bool         `json:"new,omitempty"`
	Uses   *int         `json:"uses,omitempty" minimum:"0" maximum:"100"`
	Length *unit.Length `json:"length,omitempty"`
	// Line is a line of the parts list, Part where it stands.
	Line string     `json:"line,omitempty" maxLength:"80"`
	Part *PartFacts `json:"part,omitempty"`
	// Kind and Number name what was measured or put in: a journal, a main, a cylinder, a pair.
	Kind   part.Kind     `json:"kind,omitempty"`
	Number int           `json:"number,omitempty" minimum:"0" maximum:"100"`
	Sizes  []unit.Length `json:"sizes,omitempty" maxItems:"9"`
	Ring   Ring          `json:"ring,omitempty"`
	Value  *unit.Length  `json:"value,omitempty"`
	How    How           `json:"how,omitempty"`
	// Way is how its mark points, Piston, Rod and Cap the numbers that stand on what goes in. Turned tells
	// that the numbers point to the other side than they should.
	Way    Orientation `json:"way,omitempty"`
	Piston int         `json:"piston,omitempty" minimum:"0" maximum:"96"`
	Rod    int         `json:"rod,omitempty" minimum:"0" maximum:"96"`
	Cap    int         `json:"cap,omitempty" minimum:"0" maximum:"96"`
	Turned bool        `json:"turned,omitempty"`
	Tight  bool        `json:"tight,omitempty"`
	// Reasons are why an engine is signed though something is open, one for each.
	Reasons []OpenReason `json:"reasons,omitempty" maxItems:"1000"`
	// Note is what was written beside it, Of the event that is taken back.
	Note string `json:"note,omitempty" maxLength:"400"`
	Of   string `json:"of,omitempty" maxLength:"36"`
}

// PartFacts are what is told of a line of the parts list, each where it was told. Prices are hundredths
// of the shop's currency.
type PartFacts struct {
	// Name is of a line of one's own.
	Name     *string `json:"name,omitempty" maxLength:"120"`
	Size     *string `json:"size,omitempty" maxLength:"60"`
	Quality  *string `json:"quality,omitempty" maxLength:"60"`
	Number   *string `json:"number,omitempty" maxLength:"60"`
	Supplier *string `json:"supplier,omitempty" maxLength:"80"`
	Price    *int64  `json:"price,omitempty" minimum:"0" maximum:"1000000000"`
	Count    *int    `json:"count,omitempty" minimum:"0" maximum:"1000"`
	Ordered  *int    `json:"ordered,omitempty" minimum:"0" maximum:"1000"`
	Arrived  *int    `json:"arrived,omitempty" minimum:"0" maximum:"1000"`
	Returned *int    `json:"returned,omitempty" minimum:"0" maximum:"1000"`
	// Coating is how thick a coating lies on one wall of a shell that was measured without.
	Coating *unit.Length `json:"coating,omitempty"`
	// Dropped tells that a line is not wanted after all.
	Dropped *bool `json:"dropped,omitempty"`
}

// And are facts with later ones over them.
func (f PartFacts) And(later PartFacts) PartFacts {
	over(&f.Name, later.Name)
	over(&f.Size, later.Size)
	over(&f.Quality, later.Quality)
	over(&f.Number, later.Number)
	over(&f.Supplier, later.Supplier)
	over(&f.Price, later.Price)
	over(&f.Count, later.Count)
	over(&f.Ordered, later.Ordered)
	over(&f.Arrived, later.Arrived)
	over(&f.Returned, later.Returned)
	over(&f.Coating, later.Coating)
	over(&f.Dropped, later.Dropped)
	return f
}

func over[T any](dst **T, later *T) {
	if later != nil {
		*dst = later
	}
}

// PlanOf is the plan that holds after some events; told is false where nobody set any.
func PlanOf(events []Event) (plan Plan, told bool) {
	plan, id := planOf(Live(events))
	return plan, id != ""
}

func planOf(live []Event) (plan Plan, id string) {
	plan = Usual()
	for _, e := range live {
		if e.What == SetPlan && e.Plan != nil {
			plan, id = *e.Plan, e.ID
		}
	}
	return plan, id
}

// Named are events as a file names them: those that another takes back by their place, counted from 1, the others not
// at all.
func Named(events []Event) []Event {
	if len(events) == 0 {
		return nil
	}
	named := slices.Clone(events)
	places := map[string]string{}
	for i, e := range events {
		places[e.ID] = strconv.Itoa(i + 1)
	}
	taken := map[string]bool{}
	for i := range named {
		e := &named[i]
		if e.What == TakeBack {
			taken[e.Of] = true
			e.Of = places[e.Of]
		}
		e.After, e.FromFile = "", false
	}
	for i := range named {
		id := named[i].ID
		if named[i].ID = ""; taken[id] {
			named[i].ID = places[id]
		}
	}
	return named
}

// Live are the events that hold: without those taken back, and without the taking back.
func Live(events []Event) []Event {
	back := map[string]bool{}
	for _, e := range events {
		if e.What == TakeBack {
			back[e.Of] = true
		}
	}
	return slices.DeleteFunc(slices.Clone(events),
		func(e Event) bool { return e.What == TakeBack || back[e.ID] })
}
