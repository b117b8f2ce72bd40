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
	s := &scene{in: in, findings: result.Features, fits: result.Fits, sets: result.Sets}
	bores, pins := part.Cylinders.Row().Member, part.RodJournals.Row().Member
	if m, ok := s.match(bores, bores.Row().Mate); ok {
		b.Matchings = append(b.Matchings, m)
	}
	if m, ok := s.match(pins, pins.Row().Joint.Housing); ok {
		b.Matchings = append(b.Matchings, m)
	}
	b.Pairing = s.pairing()
	b.Rings = s.ringAdvice()
	return b
}

// match lays every part into every place. Without limits, or with other numbers of parts than of
// places, there is nothing to match.
func (s *scene) match(of, with part.Kind) (m Matching, ok bool) {
	limits, known := s.in.LimitsFor(of, 0)
	if !known || limits.Clearance == nil {
		return m, false
	}
	m = Matching{Of: of, With: with, Basis: say.New("matching").As(string(of))}
	var places, parts []*inspection.Finding
	for _, i := range s.in.Members(of) {
		if f := &s.findings[i]; f.Measured() {
			m.Places, places = append(m.Places, f.Number), append(places, f)
		}
	}
	for _, i := range s.in.Members(with) {
		if f := &s.findings[i]; f.Measured() {
			m.Parts, parts = append(m.Parts, f.Number), append(parts, f)
		}
	}
	if len(places) < 2 || len(places) != len(parts) || of.Bore() && !s.pistonsFit() {
		return m, false
	}
	m.Target, _ = fit.Target(limits.Clearance, !of.Bore() && s.perInch(), *places[0].Mean)
	if window, ok := fit.Window(limits.Clearance); ok {
		m.Window = &window
	}
	cost := make([][]int64, len(places))
	for i, place := range places {
		for _, fitted := range parts {
			clearance, ok := s.clearance(place, fitted)
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
func (s *scene) clearance(place, fitted *inspection.Finding) (unit.Length, bool) {
	if place.Kind.Bore() {
		skirt, _ := Skirt(s.findings, fitted.Number, false)
		return s.finished(place) - skirt, true
	}
	journal, _ := s.in.LimitsFor(place.Kind, place.Number)
	housing, _ := s.in.LimitsFor(fitted.Kind, fitted.Number)
	if journal.New == nil || housing.New == nil || journal.Clearance.New == nil {
		return 0, false
	}
	worn := journal.New.Middle() - place.Class() - *place.Mean
	return journal.Clearance.New.Middle() + (*fitted.Mean - housing.New.Middle()) + worn, true
}

// finished is the size that a bore will have: as it is ordered where it is still to be honed, else as it is.
func (s *scene) finished(bore *inspection.Finding) unit.Length {
	if bore.State == part.AsFound {
		for _, size := range s.honed() {
			if size.Feature.Number == bore.Number && size.Play != nil {
				return size.Size
			}
		}
	}
	return *bore.Mean
}

// pistonsFit reports whether the pistons that are measured are those that will run in the bores:
// not while they are still to be bored, and not the old ones afterwards.
func (s *scene) pistonsFit() bool {
	if _, bored := s.bored(); bored {
		return false
	}
	for _, i := range s.in.Members(part.PistonSet.Row().Member) {
		if _, _, ok := s.skirt(Ref{Kind: part.Cylinders.Row().Member, Number: s.in.Features[i].Number}); !ok {
			return false
		}
	}
	return true
}

// pairing pairs rods where two share a crankpin, and says how little metal brings them within tolerance.
func (s *scene) pairing() *Pairing {
	p := &Pairing{}
	var big, small []unit.Mass
	weighed := slices.IndexFunc(part.RodSet.Row().With, func(k part.Kind) bool { return k.Quantity() == part.Weight })
	for _, i := range s.in.Members(part.RodSet.Row().With[weighed]) {
		list := s.in.Features[i].List
		if list.BigEnd == nil || list.SmallEnd == nil {
			return nil
		}
		big, small = append(big, *list.BigEnd), append(small, *list.SmallEnd)
		p.Rods, p.Weights = append(p.Rods, s.in.Features[i].Number), append(p.Weights, *list.BigEnd+*list.SmallEnd)
	}
	if len(p.Weights) == 0 {
		return nil
	}
	if p.AsNumbered = s.onPins(p.Rods); len(p.AsNumbered) > 0 {
		p.Best = fit.Pairs(p.Weights)
	}
	p.Metal = make([]unit.Mass, len(p.Rods))
	p.BigEnds, p.SmallEnds = s.excess(big, p.Best), s.excess(small, p.Best)
	for i := range p.Metal {
		p.Metal[i] = p.BigEnds[i] + p.SmallEnds[i]
	}
	return p
}

// onPins are the rods that share a crankpin as they are numbered, as pairs of indices; none unless every pin carries
// two.
func (s *scene) onPins(rods []int) (pairs [][2]int) {
	if s.in.Engine == nil {
		return nil
	}
	layout := s.in.Engine.Complete()
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
func (s *scene) excess(ends []unit.Mass, pairs [][2]int) []unit.Mass {
	off := make([]unit.Mass, len(ends))
	if len(pairs) == 0 {
		lightest := slices.Min(ends)
		for i, w := range ends {
			off[i] = max(0, w-lightest-s.in.Policy.BalanceWithin)
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
		off[heavier] = max(0, sum(p)-lightest-s.in.Policy.BalanceWithin)
	}
	return off
}
