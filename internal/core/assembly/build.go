package assembly

import (
	"slices"

	"ledge/internal/core/engine"
	"ledge/internal/core/fit"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// A Job is what is known of the engine that is built, beside the events.
type Job struct {
	Layout engine.Layout
	// There are the components that are put together.
	There []part.Component
	// Limits are those of a part.
	Limits func(kind part.Kind, number int) limit.Limits
	// Piston is which one goes into a cylinder, as they were matched.
	Piston func(cylinder int) int
	// Short are how many pairs of shells came, by the journals they are for, where not all did.
	Short map[part.Kind]int
	// Beside is what is open that no event tells: parts, sheets, polish, gaps, looks.
	Beside []OpenThing
}

func (j *Job) has(of ...part.Component) bool { return part.Among(j.There, of) }

// A Put is something that was put in or on, by whom.
type Put struct {
	Event string `json:"event"`
	// Number is the main or cylinder that it is of.
	Number int         `json:"number"`
	By     string      `json:"by"`
	At     string      `json:"at"`
	Way    Orientation `json:"way,omitempty"`
	// Piston, Rod and Cap are the numbers that were read on it.
	Piston int `json:"piston,omitempty"`
	Rod    int `json:"rod,omitempty"`
	Cap    int `json:"cap,omitempty"`
}

// A CylinderMap is what goes into one cylinder, and what is in.
type CylinderMap struct {
	Number int `json:"number"`
	// Piston and Rod are the numbers that belong there; a cap has its rod's.
	Piston int           `json:"piston"`
	Rod    int           `json:"rod"`
	Rings  map[Ring]*Put `json:"rings"`
	In     *Put          `json:"in,omitempty"`
}

// A Turned is how the crank turned after a pair; 0 is with the mains alone.
type Turned struct {
	Event  string       `json:"event"`
	By     string       `json:"by"`
	At     string       `json:"at"`
	Pair   int          `json:"pair"`
	Tight  bool         `json:"tight"`
	Torque *unit.Torque `json:"torque,omitempty"`
	// Jump tells that this pair took twice what any before it took.
	Jump bool `json:"jump,omitempty"`
	// Says is how it reads, made when it is shown.
	Says string `json:"says"`
}

// A Finally is one of the last measurements, with the parts that stay in.
type Finally struct {
	Kind    part.Kind     `json:"kind"`
	Number  int           `json:"number"`
	Window  *limit.Range  `json:"window,omitempty"`
	Value   *unit.Length  `json:"value,omitempty"`
	How     How           `json:"how,omitempty"`
	By      string        `json:"by,omitempty"`
	At      string        `json:"at,omitempty"`
	Verdict limit.Verdict `json:"verdict,omitempty"`
	// Says is what it is called, made when it is shown.
	Says string `json:"says"`
}

// A Task is one thing to do before the engine is built.
type Task struct {
	What EventType `json:"what"`
	// Number is the main, cylinder, rod or pair that it is of.
	Number int       `json:"number"`
	Ring   Ring      `json:"ring,omitempty"`
	Kind   part.Kind `json:"kind,omitempty"`
	Card   string    `json:"card,omitempty"`
	Done   bool      `json:"done"`
	// Pair is the pair that it belongs to, counted from 1; 0 for the mains, above all pairs for the last measurements.
	Pair int `json:"pair"`
	// Wrong tells that what was done is not as it should be.
	Wrong bool `json:"wrong,omitempty"`
	// Says is how it reads, made when it is shown.
	Says string `json:"says"`
}

// A State is an engine as far as it is built.
type State struct {
	Plan Plan `json:"plan"`
	// PlanID is the event that set it; empty where nobody did.
	PlanID    string        `json:"plan_id"`
	Runs      []Run         `json:"runs"`
	Bolts     []BoltState   `json:"bolts"`
	Loosened  []Loosening   `json:"loosened"`
	Caps      []Put         `json:"caps"`
	Pairs     []Pair        `json:"pairs"`
	Cylinders []CylinderMap `json:"cylinders"`
	Turns     []Turned      `json:"turns"`
	Finals    []Finally     `json:"finals"`
	Tasks     []Task        `json:"tasks"`
	Signed    *Put          `json:"signed,omitempty"`
	Note      string        `json:"note,omitempty"`
	// StillOpen is what is not done, or not as it should be; of a signed engine what it was signed with.
	StillOpen []OpenThing `json:"still_open"`
	// signedWith are the reasons of whoever signed; nil where none were asked for yet.
	signedWith []OpenReason
}

// StateOf is where an engine stands after what was done.
func StateOf(j Job, all []Event) State {
	events := Live(all)
	s := State{Caps: []Put{}, Pairs: Pairs(j.Layout), Cylinders: []CylinderMap{},
		Turns: []Turned{}, Runs: []Run{}, Bolts: []BoltState{}}
	s.Plan, s.PlanID = planOf(events)
	runs, bolts, loosenings := torquing(&s.Plan, events)
	s.Runs, s.Bolts = append(s.Runs, runs...), append(s.Bolts, bolts...)
	s.Loosened = append([]Loosening{}, loosenings...)
	if j.has(part.Rods, part.Pistons) {
		for n := 1; n <= j.Layout.Cylinders; n++ {
			s.Cylinders = append(s.Cylinders, CylinderMap{Number: n, Piston: j.piston(n), Rod: n,
				Rings: map[Ring]*Put{}})
		}
	}
	s.Finals = wantedFinals(j)
	for _, e := range events {
		s.take(e)
	}
	s.jumps()
	s.Tasks = s.tasks(j)
	s.StillOpen = s.stillOpen(j)
	return s
}

func (j *Job) piston(cylinder int) int {
	if j.Piston != nil {
		if n := j.Piston(cylinder); n > 0 {
			return n
		}
	}
	return cylinder
}

func (s *State) take(e Event) {
	put := &Put{Event: e.ID, Number: e.Number, By: e.By, At: e.At, Way: e.Way, Piston: e.Piston, Rod: e.Rod, Cap: e.Cap}
	cylinder := slices.IndexFunc(s.Cylinders, func(c CylinderMap) bool { return c.Number == e.Number })
	switch e.What {
	case PutCap:
		s.Caps = append(slices.DeleteFunc(s.Caps, func(p Put) bool { return p.Number == e.Number }), *put)
	case PutRing:
		if cylinder >= 0 {
			s.Cylinders[cylinder].Rings[e.Ring] = put
		}
	case PutRod:
		if cylinder >= 0 {
			s.Cylinders[cylinder].In = put
		}
	case Turn:
		s.Turns = slices.DeleteFunc(s.Turns, func(t Turned) bool { return t.Pair == e.Number })
		s.Turns = append(s.Turns, Turned{Event: e.ID, By: e.By, At: e.At, Pair: e.Number, Tight: e.Tight,
			Torque: e.Torque})
	case Final:
		for i := range s.Finals {
			if f := &s.Finals[i]; f.Kind == e.Kind && f.Number == e.Number && e.Value != nil {
				f.Value, f.How, f.By, f.At = e.Value, e.How, e.By, e.At
				f.judge()
			}
		}
	case Sign:
		s.Signed, s.Note, s.signedWith = put, e.Note, e.Reasons
	case Unsign:
		s.Signed, s.Note, s.signedWith = nil, "", nil
	}
}

// jumps marks the turns that took more than twice what the hardest before them added.
func (s *State) jumps() {
	var last *unit.Torque
	most := int64(0)
	for i := range s.Turns {
		t := &s.Turns[i]
		if t.Torque == nil {
			continue
		}
		now := t.Torque.In(unit.NewtonMetre)
		if last != nil {
			added := now.Milli - last.Milli
			t.Jump = most > 0 && added > 2*most
			most = max(most, added)
		}
		last = &now
	}
}

// finals are what is measured last of an engine, in the order in which it is done, and what must be there for it.
var finals = []struct {
	kind part.Kind
	with []part.Component
}{
	{part.MainBearing, []part.Component{part.Block, part.Crankshaft}},
	{part.EndFloat, []part.Component{part.Block, part.Crankshaft}},
	{part.RodBearing, []part.Component{part.Rods, part.Crankshaft}},
	{part.RodSide, []part.Component{part.Rods, part.Crankshaft}},
	{part.Protrusion, []part.Component{part.Block, part.Crankshaft, part.Rods, part.Pistons}},
}

// wantedFinals are the last measurements of an engine.
func wantedFinals(j Job) []Finally {
	list := []Finally{}
	for _, f := range finals {
		row := f.kind.Row()
		for number := 1; j.has(f.with...) && number <= row.Count(j.Layout); number++ {
			list = append(list, Finally{Kind: f.kind, Number: number, Window: finalWindow(j, row, number)})
		}
	}
	return list
}

// finalWindow is what a last measurement is held against: the play of the journal that runs in it, else its own span.
func finalWindow(j Job, row *part.Row, number int) *limit.Range {
	if row.Role != part.Bearings {
		return spanOf(j.Limits(row.Kind, number))
	}
	if row.Each == part.PerRod {
		number = j.Layout.PinOf(number)
	}
	return playOf(j.Limits(row.Mate, number))
}

// playOf is what a clearance is accepted in; nil where nobody knows.
func playOf(l limit.Limits) *limit.Range {
	if window, ok := fit.Window(l.Clearance); ok {
		return &window
	}
	return nil
}

// spanOf is what a gap is accepted in: the range of a new one, up to what is allowed in service.
func spanOf(l limit.Limits) *limit.Range {
	if l.New == nil {
		if l.Max == nil {
			return nil
		}
		return &limit.Range{Max: *l.Max}
	}
	window := *l.New
	if l.Max != nil {
		window.Max = max(window.Max, *l.Max)
	}
	return &window
}

func (f *Finally) judge() {
	switch {
	case f.Window == nil:
		f.Verdict = limit.NoLimit
	case *f.Value < f.Window.Min || *f.Value > f.Window.Max:
		f.Verdict = limit.Beyond
	default:
		f.Verdict = limit.Within
	}
}

// tasks are what an engine takes, in the order of work, each done or open.
func (s *State) tasks(j Job) []Task {
	tasks := []Task{}
	card := func(g Group, of, pair int) {
		t := Task{What: Tighten, Number: of, Pair: pair}
		if c := s.Plan.Of(g); c != nil {
			t.Card = c.Key
			r := StandingRun(s.Runs, c.Key, of)
			t.Done = r != nil && r.Done && r.Stays
			t.Wrong = r != nil && len(r.Flags) > 0
		}
		tasks = append(tasks, t)
	}
	turn := func(pair int) {
		t := Task{What: Turn, Number: pair, Pair: pair}
		for _, one := range s.Turns {
			if one.Pair == pair {
				t.Done, t.Wrong = true, one.Tight || one.Jump
			}
		}
		tasks = append(tasks, t)
	}
	crank := j.has(part.Block, part.Crankshaft)
	if crank {
		for n := 1; n <= j.Layout.Mains; n++ {
			tasks = append(tasks, Task{What: PutCap, Number: n, Done: s.capOn(n)})
		}
		card(Mains, 0, 0)
		turn(0)
	}
	if len(s.Cylinders) > 0 {
		for i, pair := range s.Pairs {
			for _, n := range pair.Cylinders {
				c := s.Cylinders[n-1]
				for _, ring := range Rings.All() {
					tasks = append(tasks, Task{What: PutRing, Number: n, Ring: ring, Pair: i + 1,
						Done: c.Rings[ring] != nil})
				}
				if crank {
					tasks = append(tasks, Task{What: PutRod, Number: n, Pair: i + 1, Done: c.In != nil})
					card(Rods, n, i+1)
				}
			}
			if crank {
				turn(i + 1)
			}
		}
	}
	for _, f := range s.Finals {
		tasks = append(tasks, Task{What: Final, Kind: f.Kind, Number: f.Number, Pair: len(s.Pairs) + 1,
			Done:  f.Value != nil,
			Wrong: f.Verdict == limit.Beyond})
	}
	return tasks
}

func (s *State) capOn(main int) bool {
	return slices.ContainsFunc(s.Caps, func(p Put) bool { return p.Number == main })
}

// Next is the first task that is not done; nil when all are.
func (s *State) Next() *Task {
	for i := range s.Tasks {
		if !s.Tasks[i].Done {
			return &s.Tasks[i]
		}
	}
	return nil
}
