package assembly

import (
	"slices"

	"ledge/internal/core/part"
	"ledge/internal/core/say"
)

// A Refused says why an event cannot be, and which of its fields is to blame.
type Refused struct {
	Field string
	Why   say.Reason
}

func refused(field, form string, args ...say.Arg) *Refused {
	return &Refused{field, say.New("build", args...).As(form)}
}

// Refuses says why an event cannot be on top of what was done; nil where it can.
func Refuses(j Job, all []Event, e Event) *Refused {
	s := StateOf(j, all)
	if s.Signed != nil && e.What != Unsign {
		return refused("what", "signed", say.Text("by", s.Signed.By))
	}
	switch e.What {
	case SetPlan:
		return s.refusesPlan(e)
	case Tighten:
		return s.refusesTick(j, e)
	case Loosen:
		return s.refusesLoosening(e)
	case Bolt:
		if c := s.Plan.Card(e.Card); c == nil || e.Bolt < 1 || e.Bolt > c.Bolts() ||
			!slices.Contains(c.Runs(j.Layout), e.Run) {
			return refused("bolt", "no_bolt")
		}
	case Buy:
		if e.Line == "" || e.Part == nil {
			return refused("line", "no_line")
		}
	case Pass:
		if !e.Kind.Journal() || len(e.Sizes) == 0 || slices.Min(e.Sizes) <= 0 {
			return refused("sizes", "no_size")
		}
	case Gap:
		return s.refusesGap(e)
	case PutRing:
		return s.refusesRing(e)
	case PutCap:
		return s.refusesCap(j, e)
	case PutRod:
		return s.refusesRod(j, e)
	case Turn:
		return s.refusesTurn(e)
	case Final:
		if !slices.ContainsFunc(s.Finals, func(f Finally) bool { return f.Kind == e.Kind && f.Number == e.Number }) {
			return refused("number", "no_final")
		}
		if e.Value == nil {
			return refused("value", "no_size")
		}
	case Sign:
		return s.refusesSign(e)
	case Unsign:
		if s.Signed == nil {
			return refused("what", "not_signed")
		}
	case TakeBack:
		if !slices.ContainsFunc(Live(all), func(o Event) bool { return o.ID == e.Of }) {
			return refused("of", "nothing_there")
		}
		if slices.ContainsFunc(s.Loosened, func(l Loosening) bool { return l.Event == e.Of && l.Final }) {
			return refused("of", "loosened_since")
		}
	default:
		return refused("what", "no_such")
	}
	return nil
}

func (s *State) refusesPlan(e Event) *Refused {
	if e.Plan == nil {
		return refused("plan", "no_such")
	}
	if e.After != s.PlanID {
		return refused("plan", "plan_changed")
	}
	if field, why := e.Plan.Problem(); why != nil {
		return &Refused{field, *why}
	}
	for _, r := range s.Runs {
		if r.Loose {
			continue
		}
		before, after := s.Plan.Card(r.Card), e.Plan.Card(r.Card)
		if after == nil || len(after.Steps) != len(before.Steps) || after.Bolts() != before.Bolts() {
			return refused("plan.cards", "card_in_use", say.Text("card", r.Card))
		}
	}
	return nil
}

func (s *State) refusesTick(j Job, e Event) *Refused {
	c := s.Plan.Card(e.Card)
	if c == nil || !slices.Contains(c.Runs(j.Layout), e.Run) {
		return refused("card", "no_card")
	}
	r := newRun(c, e.Run)
	if standing := StandingRun(s.Runs, e.Card, e.Run); standing != nil {
		r = *standing
		if r.Stays != e.Final {
			return refused("final", "loosen_first")
		}
	}
	switch {
	case r.Done:
		return refused("step", "run_done")
	case e.Step < 1 || e.Step > len(c.Steps) || e.Bolt < 1 || e.Bolt > c.Bolts():
		return refused("bolt", "no_bolt")
	case r.Ticks[e.Step-1][e.Bolt-1] != nil:
		return refused("bolt", "ticked", say.Number("bolt", e.Bolt), say.Text("by", r.Ticks[e.Step-1][e.Bolt-1].By))
	case e.Step != r.Step || e.Bolt != r.Bolt:
		return refused("bolt", "in_order", say.Number("bolt", r.Bolt), say.Number("step", r.Step))
	case e.Torque != nil && c.Steps[e.Step-1].Angle == nil:
		return refused("torque", "no_angle")
	}
	if e.Step == 1 {
		return s.refusesBolt(c, e)
	}
	return nil
}

// refusesLoosening says why bolts cannot be loosened: all of a run, those of one cap, or one.
func (s *State) refusesLoosening(e Event) *Refused {
	r, c := StandingRun(s.Runs, e.Card, e.Run), s.Plan.Card(e.Card)
	switch {
	case r == nil || c == nil:
		return refused("card", "nothing_tight")
	case e.Cap > 0 && (!c.Group.Row().Capped || e.Cap > c.Columns):
		return refused("cap", "no_main")
	case e.Bolt > c.Bolts():
		return refused("bolt", "no_bolt")
	case e.Bolt > 0 && e.Cap > 0:
		return refused("cap", "bolt_or_cap")
	case e.Bolt > 0 && !r.tight(e.Bolt):
		return refused("bolt", "bolt_loose", say.Number("bolt", e.Bolt))
	case e.Cap > 0 && !slices.ContainsFunc(c.OfCap(e.Cap), r.tight):
		return refused("cap", "cap_loose", say.Number("cap", e.Cap))
	}
	return nil
}

// refusesBolt says why a bolt is not to be tightened once more.
func (s *State) refusesBolt(c *Card, e Event) *Refused {
	b := BoltState{}
	if i := slices.IndexFunc(s.Bolts, func(b BoltState) bool {
		return b.Card == e.Card && b.Of == e.Run && b.Bolt == e.Bolt
	}); i >= 0 {
		b = s.Bolts[i]
	}
	number := say.Number("bolt", e.Bolt)
	switch {
	case c.Uses > 0 && b.Uses >= c.Uses:
		return refused("bolt", "used_up", number, say.Count("uses", b.Uses), say.Number("most", c.Uses))
	case c.Longest != nil && b.Length != nil && *b.Length > *c.Longest:
		return refused("bolt", "too_long", number, say.Apart("length", *b.Length, *c.Longest),
			say.Apart("longest", *c.Longest, *b.Length))
	case c.New && e.Final && !b.New:
		return refused("bolt", "not_new", number)
	}
	return nil
}

func (s *State) cylinder(number int) *CylinderMap {
	if number < 1 || number > len(s.Cylinders) {
		return nil
	}
	return &s.Cylinders[number-1]
}

func (s *State) refusesGap(e Event) *Refused {
	switch {
	case s.cylinder(e.Number) == nil:
		return refused("number", "no_cylinder")
	case !Rings.Has(e.Ring) || !e.Ring.Filed():
		return refused("ring", "no_ring")
	case e.Value == nil || *e.Value < 0:
		return refused("value", "no_size")
	}
	return nil
}

func (s *State) refusesRing(e Event) *Refused {
	c := s.cylinder(e.Number)
	ring, cylinder := say.Word("ring", "ring", e.Ring), say.Number("cylinder", e.Number)
	switch {
	case c == nil:
		return refused("number", "no_cylinder")
	case !Rings.Has(e.Ring):
		return refused("ring", "no_ring")
	case e.Way == Down:
		return refused("way", "ring_down", ring, cylinder)
	case e.Way != Up && slices.Contains(s.Plan.Marked, e.Ring):
		return refused("way", "ring_unmarked", ring, cylinder)
	case c.In != nil:
		return refused("number", "ring_late", ring, cylinder)
	}
	for _, before := range Rings.All() {
		if before == e.Ring {
			break
		}
		if c.Rings[before] == nil {
			return refused("ring", "ring_order", ring, say.Word("first", "ring", before), cylinder)
		}
	}
	return nil
}

func (s *State) refusesCap(j Job, e Event) *Refused {
	switch {
	case !j.has(part.Block, part.Crankshaft) || e.Number < 1 || e.Number > j.Layout.Mains:
		return refused("number", "no_main")
	case e.Cap != e.Number:
		return refused("cap", "cap_swapped", say.Number("cap", e.Cap), say.Number("main", e.Number))
	case e.Way == Rear:
		return refused("way", "cap_turned", say.Number("main", e.Number))
	}
	if pairs, short := j.Short[part.MainJournals.Row().Member]; short && !s.capOn(e.Number) && len(s.Caps) >= pairs {
		return refused("number", "mains_short", say.Count("pairs", pairs), say.Number("mains", j.Layout.Mains))
	}
	return nil
}

func (s *State) refusesRod(j Job, e Event) *Refused {
	c := s.cylinder(e.Number)
	cylinder := say.Number("cylinder", e.Number)
	switch {
	case c == nil:
		return refused("number", "no_cylinder")
	case e.Piston != 0 && e.Piston != c.Piston:
		return refused("piston", "piston_swapped", say.Number("piston", e.Piston), cylinder, say.Number("wanted",
			c.Piston))
	case e.Rod != c.Rod:
		return refused("rod", "rod_swapped", say.Number("rod", e.Rod), cylinder)
	case e.Cap != e.Rod:
		return refused("cap", "rod_cap_swapped", say.Number("cap", e.Cap), say.Number("rod", e.Rod))
	case e.Way == Rear:
		return refused("way", "piston_turned", cylinder)
	case e.Turned:
		return refused("turned", "rod_turned", say.Number("rod", e.Rod), say.Text("side", s.Plan.NumberSide))
	}
	for _, ring := range Rings.All() {
		if c.Rings[ring] == nil {
			return refused("number", "rings_first", say.Word("ring", "ring", ring), cylinder)
		}
	}
	in := 0
	for _, other := range s.Cylinders {
		if other.In != nil && other.Number != e.Number {
			in++
		}
	}
	if pairs, short := j.Short[part.RodJournals.Row().Member]; short && in >= pairs {
		return refused("number", "rods_short", say.Count("pairs", pairs), say.Number("rods", len(s.Cylinders)))
	}
	return nil
}

func (s *State) refusesTurn(e Event) *Refused {
	if e.Number < 0 || e.Number > len(s.Pairs) {
		return refused("number", "no_pair")
	}
	for _, t := range s.Tasks {
		if t.Pair == e.Number && t.What == Tighten && t.Card != "" && !t.Done {
			if e.Number == 0 {
				return refused("number", "turn_mains")
			}
			return refused("number", "turn_rod", say.Number("rod", t.Number))
		}
	}
	return nil
}

func (s *State) refusesSign(e Event) *Refused {
	if open := s.unreasoned(e.Reasons); len(open) > 0 {
		return refused("reasons", "open", say.Count("open", len(open)))
	}
	return nil
}

// Problem says what cannot be in a plan, and where; nil where nothing is wrong.
func (p *Plan) Problem() (field string, why *say.Reason) {
	wrong := func(field, form string, args ...say.Arg) (string, *say.Reason) {
		r := say.New("build", args...).As(form)
		return field, &r
	}
	seen := map[string]bool{}
	for i := range p.Cards {
		c := &p.Cards[i]
		name := say.Text("card", c.Key)
		switch {
		case c.Key == "" || seen[c.Key]:
			return wrong("plan.cards", "card_twice", name)
		case !Groups.Has(c.Group) || !c.Unit.Valid() || c.Rows < 1 || c.Columns < 1 || c.Bolts() > 180:
			return wrong("plan.cards", "card_bolts", name)
		case len(c.Steps) == 0 || c.Steps[0].Torque == nil:
			return wrong("plan.cards", "card_steps", name)
		}
		seen[c.Key] = true
		for _, step := range c.Steps {
			if (step.Torque == nil) == (step.Angle == nil) || step.Torque != nil && step.Torque.Milli <= 0 {
				return wrong("plan.cards", "card_steps", name)
			}
		}
		sequence := slices.Sorted(slices.Values(c.Sequence()))
		for n := range sequence {
			if len(sequence) != c.Bolts() || sequence[n] != n+1 {
				return wrong("plan.cards", "card_order", name)
			}
		}
	}
	for _, own := range p.Own {
		for _, ring := range Rings.All() {
			if _, told := own.Angles[ring]; !told {
				return wrong("plan.own", "pattern_all", say.Text("pattern", own.Name))
			}
		}
		if a, b, in := own.InLine(); in {
			return wrong("plan.own", "pattern_line", say.Text("pattern", own.Name), say.Word("a", "ring", a),
				say.Word("b", "ring", b))
		}
	}
	return "", nil
}
