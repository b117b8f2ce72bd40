package disposition

import (
	"slices"

	"ledge/internal/core/fit"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

// A Matching says which part goes where, so that the clearances lie nearest to their target: the
// worst of them first.
type Matching struct {
	// Of are the places, With the parts that go into them.
	Of   part.Kind `json:"of"`
	With part.Kind `json:"with"`
	// Places and Parts are the numbers matched, in order.
	Places []int `json:"places"`
	Parts  []int `json:"parts"`
	// Clearances are the middle clearance of each place with each part: rows are places.
	Clearances [][]unit.Length `json:"clearances"`
	// Inside tells of each clearance whether it lies in the window, where there is one.
	Inside [][]bool     `json:"inside"`
	Window *limit.Range `json:"window,omitempty"`
	Target unit.Length  `json:"target"`
	// Best gives for each place the index of its part; AsNumbered leaves every part in its own place.
	Best       []int `json:"best"`
	AsNumbered []int `json:"as_numbered"`
	// Basis says what the clearances rest on.
	Basis Reason `json:"basis"`
}

// Pairing puts rods together on shared crankpins by their weights.
type Pairing struct {
	Rods    []int       `json:"rods"`
	Weights []unit.Mass `json:"weights"`
	// Best and AsNumbered are pairs of indices, crankpin by crankpin.
	Best       [][2]int `json:"best"`
	AsNumbered [][2]int `json:"as_numbered"`
	// Metal is what each rod loses in all, BigEnds and SmallEnds at which end.
	Metal     []unit.Mass `json:"metal"`
	BigEnds   []unit.Mass `json:"big_ends"`
	SmallEnds []unit.Mass `json:"small_ends"`
}

// A RingAdvice is what to do about one ring's end gap.
type RingAdvice struct {
	Cylinder int    `json:"cylinder"`
	Ring     string `json:"ring"`
	// Gap is as it will be: where the bore is honed it is wider than Measured, which is nil where both are one.
	Gap      unit.Length  `json:"gap"`
	Measured *unit.Length `json:"measured,omitempty"`
	Target   unit.Length  `json:"target"`
	// Least and Most bound the gap; Most is nil where nothing does.
	Least unit.Length  `json:"least"`
	Most  *unit.Length `json:"most,omitempty"`
	// File is how much to take off one end; 0 where nothing is to be filed.
	File unit.Length `json:"file"`
	// TooWide tells that only another ring helps.
	TooWide bool     `json:"too_wide"`
	Says    []Reason `json:"says"`
}

// reason says of a ring's gap what is to be done about it.
func (a RingAdvice) reason(code string, ref Ref) Reason {
	r := say.Of(code, ref, say.Number("cylinder", a.Cylinder), say.Word("ring", "ring", a.Ring),
		say.Length("gap", a.Gap), say.Then("then", a.Says...))
	if a.Measured != nil {
		r = r.And(say.Length("measured", *a.Measured)).As("honed")
	}
	return r
}

// A Build is how the measured parts go together.
type Build struct {
	Matchings []Matching   `json:"matchings"`
	Pairing   *Pairing     `json:"pairing,omitempty"`
	Rings     []RingAdvice `json:"rings"`
}

// BuildOf works out matching, pairing and ring gaps from what is measured and what is to be done
// with it, as signed or else as advised. result is the evaluation of in.
func BuildOf(in *inspection.Inspection, result Result) Build {
	b := Build{Matchings: []Matching{}, Rings: []RingAdvice{}}
	e := &evaluator{in: in, rule: in.Policy.DecisionRule, result: result}
	if m, ok := e.match(part.Cylinder, part.Piston); ok {
		b.Matchings = append(b.Matchings, m)
	}
	if m, ok := e.match(part.RodJournal, part.RodHousing); ok {
		b.Matchings = append(b.Matchings, m)
	}
	b.Pairing = e.pairing()
	b.Rings = e.rings()
	return b
}

// match lays every part into every place. Without limits, or with other numbers of parts than of
// places, there is nothing to match.
func (e *evaluator) match(of, with part.Kind) (m Matching, ok bool) {
	limits, known := e.in.LimitsFor(of, 0)
	if !known || limits.Clearance == nil {
		return m, false
	}
	m = Matching{Of: of, With: with, Basis: say.New("matching").As(string(of))}
	var places, parts []*inspection.Finding
	for _, i := range e.in.Members(of) {
		if f := &e.result.Features[i]; f.Measured() {
			m.Places, places = append(m.Places, f.Number), append(places, f)
		}
	}
	for _, i := range e.in.Members(with) {
		if f := &e.result.Features[i]; f.Measured() {
			m.Parts, parts = append(m.Parts, f.Number), append(parts, f)
		}
	}
	if len(places) < 2 || len(places) != len(parts) || of == part.Cylinder && !e.pistonsFit() {
		return m, false
	}
	m.Target, _ = fit.Target(limits.Clearance, of != part.Cylinder && e.perInch(), *places[0].Mean)
	if window, ok := fit.Window(limits.Clearance); ok {
		m.Window = &window
	}
	cost := make([][]int64, len(places))
	for i, place := range places {
		for _, fitted := range parts {
			clearance, ok := e.clearance(place, fitted)
			if !ok {
				return m, false
			}
			if len(m.Clearances) == i {
				m.Clearances, m.Inside = append(m.Clearances, nil), append(m.Inside, nil)
			}
			m.Clearances[i] = append(m.Clearances[i], clearance)
			inside := m.Window == nil || clearance >= m.Window.Min && clearance <= m.Window.Max
			m.Inside[i] = append(m.Inside[i], inside)
			cost[i] = append(cost[i], int64((clearance - m.Target).Abs()))
		}
	}
	if m.Best, ok = fit.Match(cost); !ok {
		return m, false
	}
	for _, number := range m.Places {
		m.AsNumbered = append(m.AsNumbered, slices.Index(m.Parts, number))
	}
	return m, !slices.Contains(m.AsNumbered, -1)
}

// clearance is the middle clearance of a part in a place: a piston in a cylinder, or a journal in a
// rod whose shells are as thick as new ones.
func (e *evaluator) clearance(place, fitted *inspection.Finding) (unit.Length, bool) {
	if place.Kind == part.Cylinder {
		return e.finished(place) - *fitted.Mean, true
	}
	journal, _ := e.in.LimitsFor(place.Kind, place.Number)
	housing, _ := e.in.LimitsFor(fitted.Kind, fitted.Number)
	if journal.New == nil || housing.New == nil || journal.Clearance.New == nil {
		return 0, false
	}
	worn := journal.New.Middle() - place.Class() - *place.Mean
	return journal.Clearance.New.Middle() + (*fitted.Mean - housing.New.Middle()) + worn, true
}

// finished is the size that a bore will have: as it is ordered where it is still to be honed, else as it is.
func (e *evaluator) finished(bore *inspection.Finding) unit.Length {
	if s, way, ok := e.stands(part.Cylinders); ok && way.Action == Hone && bore.State == part.AsFound {
		if option := s.Option(way); option != nil {
			for _, size := range option.Sizes {
				if size.Feature.Number == bore.Number && size.Play != nil {
					return size.Size
				}
			}
		}
	}
	return *bore.Mean
}

// pistonsFit reports whether the pistons that are measured are those that will run in the bores:
// not while they are still to be bored, and not the old ones afterwards.
func (e *evaluator) pistonsFit() bool {
	if _, bored := e.bored(); bored {
		return false
	}
	b := &board{evaluator: e, set: &Set{}}
	for _, i := range e.in.Members(part.Piston) {
		if _, _, ok := b.skirt(e.in.Features[i].Number); !ok {
			return false
		}
	}
	return true
}

// pairing pairs rods where two share a crankpin, and says how little metal brings them within tolerance.
func (e *evaluator) pairing() *Pairing {
	p := &Pairing{}
	var big, small []unit.Mass
	for _, i := range e.in.Members(part.RodWeight) {
		list := e.in.Features[i].List
		if list.BigEnd == nil || list.SmallEnd == nil {
			return nil
		}
		big, small = append(big, *list.BigEnd), append(small, *list.SmallEnd)
		p.Rods, p.Weights = append(p.Rods, e.in.Features[i].Number), append(p.Weights, *list.BigEnd+*list.SmallEnd)
	}
	if len(p.Weights) == 0 {
		return nil
	}
	if p.AsNumbered = e.onPins(p.Rods); len(p.AsNumbered) > 0 {
		p.Best = fit.Pairs(p.Weights)
	}
	p.Metal = make([]unit.Mass, len(p.Rods))
	p.BigEnds, p.SmallEnds = e.excess(big, p.Best), e.excess(small, p.Best)
	for i := range p.Metal {
		p.Metal[i] = p.BigEnds[i] + p.SmallEnds[i]
	}
	return p
}

// onPins are the rods that share a crankpin as they are numbered, as pairs of indices; none unless every pin carries
// two.
func (e *evaluator) onPins(rods []int) (pairs [][2]int) {
	if e.in.Engine == nil {
		return nil
	}
	layout := e.in.Engine.Complete()
	for pin := 1; pin <= layout.Throws; pin++ {
		on := layout.Rods(pin)
		if len(on) != 2 {
			return nil
		}
		a, b := slices.Index(rods, on[0]), slices.Index(rods, on[1])
		if a < 0 || b < 0 {
			return nil
		}
		pairs = append(pairs, [2]int{a, b})
	}
	return pairs
}

// excess is the metal that each rod loses at one end so that all are alike within the tolerance: pair by pair where two
// share a pin, from the heavier of the two.
func (e *evaluator) excess(ends []unit.Mass, pairs [][2]int) []unit.Mass {
	off := make([]unit.Mass, len(ends))
	if len(pairs) == 0 {
		lightest := slices.Min(ends)
		for i, w := range ends {
			off[i] = max(0, w-lightest-e.in.Policy.BalanceWithin)
		}
		return off
	}
	sum := func(p [2]int) unit.Mass { return ends[p[0]] + ends[p[1]] }
	lightest := sum(pairs[0])
	for _, p := range pairs {
		lightest = min(lightest, sum(p))
	}
	for _, p := range pairs {
		heavier := p[0]
		if ends[p[1]] > ends[p[0]] {
			heavier = p[1]
		}
		off[heavier] = max(0, sum(p)-lightest-e.in.Policy.BalanceWithin)
	}
	return off
}

var ringNames = []string{"top", "second", "oil"}

// rings says of each measured gap what to do. The target is the middle of the range where one is
// entered, else the rule of thumb.
func (e *evaluator) rings() []RingAdvice {
	advice := []RingAdvice{}
	if _, bored := e.bored(); bored {
		return advice // the old rings do not go into the new bores
	}
	for _, i := range e.in.Members(part.RingGap) {
		f := &e.in.Features[i]
		limits, _ := e.in.LimitsFor(part.RingGap, f.Number)
		least, most := unit.Length(0), (*unit.Length)(nil)
		target, thumb := unit.Length(0), true
		switch {
		case limits.New != nil || limits.Rings != nil:
			thumb = false
		default:
			bore, ok := e.in.Latest(part.Cylinder, f.Number)
			if !ok || e.result.Features[bore].Mean == nil {
				continue
			}
			target = fit.RingGap(*e.result.Features[bore].Mean)
			least = target
		}
		if limits.Max != nil {
			most = limits.Max
		}
		growth := unit.Length(0) // a bore that is honed opens the gaps of its rings
		if bore, ok := e.in.Latest(part.Cylinder, f.Number); ok && e.result.Features[bore].Mean != nil {
			growth = fit.GapChange(e.finished(&e.result.Features[bore]) - *e.result.Features[bore].Mean)
		}
		for n, read := range f.List.Readings {
			gap := read + growth
			if own := limits.RangeOf(n); !thumb && own != nil {
				target, least, most = own.Middle(), own.Min, &own.Max
				if limits.Max != nil && own == limits.New {
					most = limits.Max
				}
			} else if !thumb {
				continue
			}
			a := RingAdvice{Cylinder: f.Number, Gap: gap, Target: target, Least: least, Most: most, Ring: "ring"}
			if growth != 0 {
				a.Measured = &read
			}
			if n < len(ringNames) {
				a.Ring = ringNames[n]
			}
			switch {
			case gap < least:
				a.File = target - gap
				a.Says = []Reason{say.New("ring", say.Length("file", a.File)).As("file")}
			case most != nil && gap > *most:
				a.TooWide = true
				a.Says = []Reason{say.New("ring", say.Length("limit", *most)).As("wide")}
			default:
				a.Says = []Reason{say.New("ring").As("leave")}
			}
			if thumb {
				a.Says = append(a.Says, say.New("ring").As("thumb"))
			}
			advice = append(advice, a)
		}
	}
	e.crossCheck(advice)
	return advice
}

// crossCheck holds the gaps of the rings of one place against each other: like rings gap wider by π
// times what their bore is wider. One that lies further off than a bore misread by 0.001 in / 0.025
// mm would explain tells of another ring, or of a bore measured wrong. Common practice; it takes
// three cylinders.
func (e *evaluator) crossCheck(advice []RingAdvice) {
	slack := fit.GapChange(e.in.Unit.Pick(unit.Thou, 25*unit.Micrometre))
	for _, ring := range ringNames {
		var at []int
		var off []unit.Length
		for i, a := range advice {
			bore, ok := e.in.Latest(part.Cylinder, a.Cylinder)
			if a.Ring == ring && ok && e.result.Features[bore].Mean != nil {
				at, off = append(at, i), append(off, a.Gap-fit.GapChange(*e.result.Features[bore].Mean))
			}
		}
		if len(at) < 3 {
			continue
		}
		middle := slices.Sorted(slices.Values(off))[len(off)/2]
		for n, i := range at {
			if d := off[n] - middle; d.Abs() > slack {
				cross := say.New("ring", say.Length("by", d.Abs())).As("wider_than_bore")
				if d < 0 {
					cross.Form = "narrower_than_bore"
				}
				advice[i].Says = append(advice[i].Says, cross)
			}
		}
	}
}
