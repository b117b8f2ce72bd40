package shop

import (
	"context"
	"reflect"
	"slices"

	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/core/unit"
	"ledge/internal/shop/refuse"
	"ledge/internal/store"
	"ledge/internal/words"
)

// ReadingBody is one reading as taken at the bench. The client makes the id: sending it twice stores it once.
type ReadingBody struct {
	ID        string    `json:"id" format:"uuid"`
	Kind      part.Kind `json:"kind" minLength:"1"`
	Number    int       `json:"number" minimum:"1"`
	State     string    `json:"state" minLength:"1"`
	Component string    `json:"component,omitempty" maxLength:"40" doc:"the tag of the one it belongs to"`
	Station   int       `json:"station" minimum:"0"`
	Direction int       `json:"direction" minimum:"0"`
	// StationName and DirectionAt say by name where it was read, whatever the plan is by now.
	StationName *string     `json:"station_name,omitempty" maxLength:"40"`
	DirectionAt *unit.Angle `json:"direction_at,omitempty" doc:"in microdegrees"`
	// Seen are the readings that held there when it was entered; where somebody else's came since,
	// it is refused with the code cell_changed.
	Seen   *[]string         `json:"seen,omitempty" maxItems:"200"`
	What   store.ReadingType `json:"what"`
	Value  *part.Value       `json:"value,omitempty" doc:"in 0.1 nm; of what is weighed in 0.1 µg"`
	Reason *string           `json:"reason,omitempty" maxLength:"200"`
	// Depth is how deep a damaged place lies below the surface.
	Depth   *unit.Length `json:"depth,omitempty" minimum:"0"`
	Typed   string       `json:"typed" maxLength:"256" doc:"what the person typed"`
	ByLine  bool         `json:"by_line,omitempty" doc:"it is what the gauge's line said"`
	Gauge   *string      `json:"gauge,omitempty" doc:"the id of the gauge's setup"`
	Repeat  bool         `json:"repeat" doc:"join the readings of the cell instead of superseding them"`
	Unusual bool         `json:"unusual" doc:"the person has confirmed a size far from its neighbours"`
}

// ReadingAnswer carries the reading and what it changed of the job: it makes of a view as it was at Follows the one at
// Change.
type ReadingAnswer struct {
	Reading store.Reading `json:"reading"`
	// StandIn names the component that the view is of, where it is of one beside the engine.
	StandIn  *store.StandIn  `json:"stand_in,omitempty"`
	Follows  int64           `json:"follows"`
	Change   int64           `json:"change"`
	Features []FeatureChange `json:"features"`
	Fits     []FitChange     `json:"fits"`
	// Said is how those sets stand for which that changed; all sets, with Anew, where there are others than before.
	Said []SetLine `json:"said,omitempty"`
	Anew bool      `json:"anew,omitempty"`
	// Asked is what is to be read again, where that changed; Next what the job waits for.
	Asked *[]SetAsks `json:"asked,omitempty"`
	Next  []Waiting  `json:"next,omitempty"`
	// Ordered, Walk and Building stand as in the view, where they changed; so does Bend, in a list that is empty where
	// there is none any more.
	Ordered  *Ordered           `json:"ordered,omitempty"`
	Walk     *WalkView          `json:"walk,omitempty"`
	Building *Building          `json:"building,omitempty"`
	Bend     *[]inspection.Bend `json:"bend,omitempty"`
}

// A FeatureChange is what of a part changed.
type FeatureChange struct {
	ID       int64                   `json:"id"`
	Standing Standing                `json:"standing"`
	Expected *inspection.Expectation `json:"expected,omitempty"`
	Mating   *Mating                 `json:"mating,omitempty"`
	// Recorded tells that there is a finding of it; Finding is left out where its readings stay as they were. Checks
	// are then those that changed or came, Order names all of them where they are others than before: the turn of an
	// end main moves the runout of every other, and a tunnel that will be cut takes the clearance off every main.
	Recorded bool                `json:"recorded"`
	Finding  *inspection.Finding `json:"finding,omitempty"`
	Checks   []limit.Check       `json:"checks,omitempty"`
	Order    []limit.CheckName   `json:"order,omitempty"`
	// U are the uncertainties of its checks, in their order, where one changed: the hand is learned from every reading
	// of its kind.
	U []unit.Length `json:"u,omitempty"`
	// Notes are all that stand beside it, where they changed and its readings did not.
	Notes *[]inspection.Note `json:"notes,omitempty"`
	// Quick is how it stands after its quick look, where that changed and its readings did not.
	Quick *QuickChange `json:"quick,omitempty"`
	// ByStation and ByDirection are its paths, a pair of station and direction each, where they changed: a quick look
	// has ended.
	ByStation   [][2]int `json:"by_station,omitempty"`
	ByDirection [][2]int `json:"by_direction,omitempty"`
	// Lines are new on its tape; Superseded are those that hold no more, with what took their place.
	Lines      []store.Reading   `json:"lines,omitempty"`
	Superseded map[string]string `json:"superseded,omitempty"`
}

// A QuickChange is what a quick look makes of a part: what is missing of it now.
type QuickChange struct {
	Quick    inspection.QuickStanding `json:"quick,omitempty"`
	Complete bool                     `json:"complete"`
	Missing  []plan.Cell              `json:"missing,omitempty"`
}

// A FitChange is the clearance of a part where it changed, on every basis there is now.
type FitChange struct {
	Kind      part.Fit          `json:"kind"`
	Number    int               `json:"number"`
	Component string            `json:"component,omitempty"`
	Fits      []disposition.Fit `json:"fits"`
}

// TakeReading takes a reading as it was seen at the bench.
func (a *Application) TakeReading(ctx context.Context, job int64, b ReadingBody) (ReadingAnswer, error) {
	before, err := a.viewWith(ctx, job, b.Kind.Row().Component, b.Component)
	if err != nil {
		return ReadingAnswer{}, err
	}
	if err := b.check(before); err != nil {
		return ReadingAnswer{}, err
	}
	reading, err := a.store.AddReadingAsSeen(ctx, job,
		store.Place{Kind: b.Kind, Number: b.Number, State: b.State, Component: b.Component},
		store.Reading{ID: b.ID, Station: b.Station, Direction: b.Direction, What: b.What,
			Value: b.Value, Reason: b.Reason, Depth: b.Depth, Typed: b.Typed, ByLine: b.ByLine,
			GaugeID:   b.Gauge,
			Confirmed: b.confirmed()}, b.Repeat,
		store.Seen{Station: b.StationName, Direction: b.DirectionAt, Live: b.Seen})
	after, err := a.changedPart(ctx, job, b.Kind, b.Component, err)
	if err != nil {
		return ReadingAnswer{}, err
	}
	return answerTo(reading, before, after), nil
}

// confirmed tells of a size whether its person stood by it when it was asked about.
func (b ReadingBody) confirmed() *bool {
	if b.What != store.TookSize {
		return nil
	}
	return &b.Unusual
}

// answerTo says what a reading changed of a job.
func answerTo(reading store.Reading, before, after JobView) ReadingAnswer {
	answer := ReadingAnswer{Reading: reading, StandIn: after.StandIn, Follows: before.Change, Change: after.Change,
		Features: []FeatureChange{}}
	answer.Said, answer.Anew = saidAnew(before.Said, after.Said)
	if !reflect.DeepEqual(before.Asked, after.Asked) {
		answer.Asked = &after.Asked
	}
	if !slices.Equal(before.Next, after.Next) {
		answer.Next = after.Next
	}
	if !reflect.DeepEqual(before.Ordered, after.Ordered) {
		answer.Ordered = &after.Ordered
	}
	if !reflect.DeepEqual(before.Walk, after.Walk) {
		answer.Walk = &after.Walk
	}
	if !reflect.DeepEqual(before.Building, after.Building) {
		answer.Building = after.Building
	}
	if !reflect.DeepEqual(before.Bend, after.Bend) {
		bends := []inspection.Bend{}
		if after.Bend != nil {
			bends = append(bends, *after.Bend)
		}
		answer.Bend = &bends
	}
	was := make(map[int64]*FeatureView, len(before.Features))
	for i := range before.Features {
		was[before.Features[i].ID] = &before.Features[i]
	}
	for i := range after.Features {
		f := &after.Features[i]
		if old := was[f.ID]; old != nil {
			if c, changed := changeOf(old, f, before.finding(old), after.finding(f)); changed {
				answer.Features = append(answer.Features, c)
			}
		}
	}
	answer.Fits = fitChanges(before.Evaluation.Fits, after.Evaluation.Fits)
	return answer
}

// saidAnew are the lines of sets that changed; all, and true, where the sets are not those of before.
func saidAnew(before, after []SetLine) (changed []SetLine, anew bool) {
	if !slices.EqualFunc(before, after, func(a, b SetLine) bool { return a.Set == b.Set }) {
		return after, true
	}
	for i, line := range after {
		if line != before[i] {
			changed = append(changed, line)
		}
	}
	return changed, false
}

// fitChanges are the parts whose clearances are not as they were.
func fitChanges(before, after []disposition.Fit) []FitChange {
	changes := []FitChange{}
	for _, f := range slices.Concat(before, after) {
		one := FitChange{f.Kind, f.Number, f.Component, []disposition.Fit{}}
		same := func(o disposition.Fit) bool {
			return o.Kind == f.Kind && o.Number == f.Number && o.Component == f.Component
		}
		if slices.ContainsFunc(changes, func(c FitChange) bool {
			return c.Kind == f.Kind && c.Number == f.Number && c.Component == f.Component
		}) {
			continue
		}
		one.Fits = append(one.Fits, only(after, same)...)
		if !slices.EqualFunc(only(before, same), only(after, same), disposition.Fit.Same) {
			changes = append(changes, one)
		}
	}
	return changes
}

func only[T any](all []T, wanted func(T) bool) (some []T) {
	for _, one := range all {
		if wanted(one) {
			some = append(some, one)
		}
	}
	return some
}

// finding is what is found of a feature; nil where nothing was recorded.
func (v *JobView) finding(f *FeatureView) *inspection.Finding {
	if f.Finding < 0 {
		return nil
	}
	return &v.Evaluation.Features[f.Finding]
}

// changeOf compares a feature with what it was.
func changeOf(old, f *FeatureView, was, is *inspection.Finding) (c FeatureChange, changed bool) {
	c = FeatureChange{ID: f.ID, Standing: f.Standing, Expected: f.Expected, Mating: f.Mating, Recorded: is != nil}
	if is != nil && (was == nil || !reflect.DeepEqual(was, is)) {
		c.Finding = is
		if was != nil && len(is.Checks) > 0 {
			judged := *was
			judged.Checks, judged.U, judged.Notes = is.Checks, is.U, is.Notes
			judged.Quick, judged.Complete, judged.Missing = is.Quick, is.Complete, is.Missing
			if reflect.DeepEqual(&judged, is) {
				c.Finding = nil
				c.judged(was, is)
			}
		}
	}
	for i := range f.Tape {
		switch line := &f.Tape[i]; {
		case i >= len(old.Tape):
			c.Lines = append(c.Lines, *line)
		case line.SupersededBy != nil && old.Tape[i].SupersededBy == nil:
			if c.Superseded == nil {
				c.Superseded = map[string]string{}
			}
			c.Superseded[line.ID] = *line.SupersededBy
		}
	}
	if !slices.Equal(f.ByStation, old.ByStation) {
		c.ByStation, c.ByDirection = pairs(f.ByStation), pairs(f.ByDirection)
	}
	return c, len(c.Lines) > 0 || c.ByStation != nil || c.Superseded != nil || c.Finding != nil ||
		c.Checks != nil || c.Order != nil || c.U != nil || c.Notes != nil || c.Quick != nil ||
		(was == nil) != (is == nil) ||
		f.Standing != old.Standing || !reflect.DeepEqual(f.Expected, old.Expected) ||
		!reflect.DeepEqual(f.Mating, old.Mating)
}

// pairs are cells in few words.
func pairs(path []plan.Cell) [][2]int {
	out := make([][2]int, len(path))
	for i, cell := range path {
		out[i] = [2]int{cell.Station, cell.Direction}
	}
	return out
}

// judged takes what changed of how a part is judged, its readings as they were.
func (c *FeatureChange) judged(was, is *inspection.Finding) {
	c.checks(was.Checks, is.Checks)
	if was.Quick != is.Quick || was.Complete != is.Complete || !slices.Equal(was.Missing, is.Missing) {
		c.Quick = &QuickChange{is.Quick, is.Complete, is.Missing}
	}
	if !reflect.DeepEqual(was.Notes, is.Notes) {
		notes := append([]inspection.Note{}, is.Notes...)
		c.Notes = &notes
	}
}

// checks takes what changed of checks, each name of which stands once.
func (c *FeatureChange) checks(was, is []limit.Check) {
	names, u, moved := make([]limit.CheckName, len(is)), make([]unit.Length, len(is)), false
	for i, check := range is {
		names[i], u[i] = check.Name, check.U
		at := slices.IndexFunc(was, func(old limit.Check) bool { return old.Name == check.Name })
		if at < 0 {
			c.Checks = append(c.Checks, check)
			continue
		}
		old := was[at]
		moved = moved || old.U != check.U
		if old.U = check.U; !reflect.DeepEqual(old, check) {
			c.Checks = append(c.Checks, check)
		}
	}
	if !slices.EqualFunc(was, names, func(old limit.Check, name limit.CheckName) bool { return old.Name == name }) {
		c.Order = names
	}
	if moved {
		c.U = u
	}
}

// check refuses what cannot be, and asks about what is unlikely.
func (b ReadingBody) check(view JobView) error {
	switch {
	case (b.What == store.TookSize) != (b.Value != nil):
		return refuse.At("value", words.Told("refuse.value"))
	case (b.What == store.Skip) != (b.Reason != nil && *b.Reason != ""):
		return refuse.At("reason", words.Told("refuse.skip"))
	case b.Value == nil:
		return nil
	}
	if doubt := view.in.Doubt(b.Kind, b.Number, b.State, *b.Value); doubt != nil && (doubt.Impossible || !b.Unusual) {
		code := "unusual"
		if doubt.Impossible {
			code = "impossible"
		}
		says := words.In(view.Job.Unit).Say(doubt.Why)
		return &refuse.Refusal{Says: says, Places: []refuse.Place{{Field: "value", Says: says, Marks: code}}}
	}
	return nil
}
