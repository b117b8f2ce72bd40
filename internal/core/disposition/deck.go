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

// deck decides the decks as one set, since banks share a gasket grade and a compression: leave them, skim the
// least that cleans, or replace the block. Gaps by straight edge and heights by indicator count alike.
func (e *evaluator) deck() {
	limits, known := e.in.LimitsAt(part.Deck, 0)
	if !known || limits.Max == nil {
		return
	}
	b := &board{evaluator: e, set: &Set{Set: part.DeckSet, Reasons: []Reason{}, Options: []Option{}}, limits: limits}
	var deepest, damage unit.Length
	for _, kind := range []part.Kind{part.Deck, part.DeckHeights} {
		for _, i := range e.in.Members(kind) {
			finding := &e.result.Features[i]
			b.members = append(b.members,
				member{Ref{Kind: kind, Number: max(1, e.in.Features[i].Number)}, &e.in.Features[i], finding,
					limits, nil})
			if finding.Largest != nil {
				deepest = max(deepest, *finding.Largest)
			}
			for _, line := range e.in.Features[i].List.Lines {
				if line.Depth != nil {
					damage = max(damage, *line.Depth)
				}
			}
		}
	}
	if len(b.members) == 0 {
		return
	}
	b.judge()
	cracks := b.cracked()
	b.causes = append(b.causes, cracks...)
	b.offer(Option{Way: Way{Action: Reuse}, Feasible: len(b.causes) == 0, Reasons: b.causes})
	b.offer(b.skim(deepest, damage, cracks))
	b.offer(Option{Way: Way{Action: Replace}, Feasible: true, Reasons: []Reason{say.New("replace").As("deck")}})
	if len(cracks) > 0 {
		b.set.Action, b.set.Reasons = Replace, append(b.set.Reasons, cracks...)
		b.because(say.New("crack_test"))
	} else if !b.early() {
		for _, o := range b.set.Options {
			if o.Feasible {
				b.decide(o)
				break
			}
		}
		b.set.Reasons = append(b.set.Reasons, b.causes...)
		switch b.set.Action {
		case Reuse:
			b.because(say.New("within", say.Length("limit", *limits.Max)).As("deck"))
			b.set.Reasons = append(b.set.Reasons, b.protruding()...)
		case Skim:
			b.set.Reasons = append(b.set.Reasons, b.set.Options[1].Reasons...)
		default:
			b.set.Reasons = append(b.set.Reasons, b.set.Options[1].Reasons...)
		}
	}
	b.close()
}

// skim takes off the least that cleans: the deepest gap, the damage below it, and a cut that cleans; where the allowed
// total and the pistons' height permit. A deck that is flat but scored takes a cleaning cut.
func (b *board) skim(gap, damage unit.Length, cracks []Reason) Option {
	depth := gap + damage + b.in.Policy.SkimStock
	o := Option{Way: Way{Action: Skim, Step: depth}, Feasible: len(cracks) == 0 && depth > 0, Reasons: cracks}
	if b.limits.Max != nil && gap <= *b.limits.Max && slices.ContainsFunc(b.members,
		func(m member) bool { return m.finding.Look.WorseThan(inspection.Marked) }) {
		o.Method = CleanCut
	}
	refuse := func(r Reason) { o.Feasible, o.Reasons = false, append(o.Reasons, r) }
	var stand []Reason // the pistons then
	if most := b.limits.SkimMax; most != nil && depth > *most {
		refuse(say.New("skim_max", say.Apart("depth", depth, *most), say.Apart("limit", *most, depth)))
	}
	for _, i := range b.in.Members(part.Protrusion) {
		f := &b.result.Features[i]
		limits, _ := b.in.LimitsFor(part.Protrusion, f.Number)
		most := limits.Max
		if most == nil && limits.New != nil {
			most = &limits.New.Max
		}
		if f.Stale || f.Max == nil || most == nil {
			continue
		}
		height := *f.Max + depth + b.raised()
		ref := Ref{Kind: f.Kind, Number: f.Number}
		if height <= *most {
			stand = append(stand, say.Of("carried", ref, say.Number("number", f.Number), say.Length("from", *f.Max),
				say.Length("to", height)))
			continue
		}
		refuse(say.Of("protrusion", ref, say.Number("number", f.Number),
			say.Apart("height", height, *most), say.Apart("limit", *most, height)))
	}
	if o.Feasible {
		o.Reasons = append([]Reason{say.New("skim", say.Length("depth", depth))}, stand...)
	}
	return o
}

// raised is by how much the shaft's centre rises where the tunnel is honed, and with it the pistons.
func (e *evaluator) raised() unit.Length {
	_, way, ok := e.stands(part.MainHousings)
	if !ok || way.Action != LineHone {
		return 0
	}
	deepest := unit.Length(0)
	for _, i := range e.in.Members(part.MainHousing) {
		limits, _ := e.in.LimitsFor(part.MainHousing, e.in.Features[i].Number)
		if f := &e.result.Features[i]; f.Measured() && limits.New != nil && f.State == part.AsFound {
			deepest = max(deepest, CapCut(e.in, f, *limits.New))
		}
	}
	return unit.DivHalfEven(deepest, 2)
}

// protruding says which pistons stand outside their range at the top: the deck is where that is put right, or the
// gasket.
func (b *board) protruding() (reasons []Reason) {
	for _, i := range b.in.Members(part.Protrusion) {
		f := &b.result.Features[i]
		ref := Ref{Kind: f.Kind, Number: f.Number}
		for _, c := range f.Checks {
			if c.Verdict == limit.Beyond && !f.Stale {
				reasons = append(reasons, say.Of("protrudes", ref, say.Number("number", f.Number),
					say.Apart("height", c.Value, *c.Limit), say.Apart("limit", *c.Limit, c.Value)))
			}
		}
	}
	return reasons
}

// thrust decides the end float: leave it, thicker thrust parts where they are on offer, or repair.
func (e *evaluator) thrust() {
	limits, known := e.in.LimitsAt(part.EndFloat, 0)
	members := e.in.Members(part.EndFloat)
	if !known || len(members) == 0 || limits.New == nil && limits.Max == nil {
		return
	}
	b := &board{evaluator: e, set: &Set{Set: part.Thrust, Reasons: []Reason{}, Options: []Option{}}, limits: limits}
	for _, i := range members {
		b.members = append(b.members, member{Ref{Kind: part.EndFloat,
			Number: max(1, e.in.Features[i].Number)}, &e.in.Features[i], &e.result.Features[i], limits, nil})
	}
	b.judge()
	b.offer(Option{Way: Way{Action: Reuse}, Feasible: len(b.causes) == 0, Reasons: b.causes})
	finding := b.members[0].finding
	low := finding.Check(limit.CheckEndFloatLow)
	tight := low != nil && low.Verdict == limit.Beyond
	for _, change := range b.thrustParts() {
		parts := say.New("thrust_parts", say.Length("takes", change.Abs()))
		serves := finding.Mean != nil && b.floatFits(*finding.Mean+change)
		switch {
		case change > 0 && serves:
			parts = parts.As("thinner")
		case change > 0:
			parts = parts.As("thinner_outside")
		case !serves:
			parts = parts.As("outside")
		}
		b.offer(Option{Way: Way{Action: Reuse, Shell: change}, Feasible: serves, Reasons: []Reason{parts}})
	}
	if tight {
		b.offer(Option{Way: Way{Action: Reuse, Method: Dress}, Feasible: true,
			Reasons: []Reason{say.New("thrust_dress")}})
	}
	b.offer(Option{Way: Way{Action: Replace}, Feasible: true, Reasons: []Reason{say.New("thrust_repair")}})
	disagrees := hasNote(finding, "turned") || hasNote(finding, "feeler")
	switch cleaned := b.cleaned(); {
	case b.early():
	case !cleaned && (disagrees || tight):
		b.set.Action = Remeasure
		b.set.Reasons = append(b.set.Reasons, b.causes...)
		b.because(say.New("thrust_clean"))
		b.ask(Ask{What: AskCells, Feature: b.members[0].ref})
	default:
		if disagrees { // asked once already
			b.set.Provisional = true
			b.because(say.New("thrust_bend"))
		}
		for _, o := range b.set.Options {
			if o.Feasible && (o.Method == "" || o.Method == Dress) {
				b.decide(o)
				b.set.Reasons = append(append(b.set.Reasons, b.causes...), o.Reasons...)
				break
			}
		}
		if b.set.Action == Reuse && b.set.Shell == 0 && b.set.Method == "" {
			b.because(say.New("within").As("thrust"))
		}
	}
	b.close()
}

// thrustParts are the changes of end float on offer, the smallest first.
func (b *board) thrustParts() []unit.Length {
	var changes []unit.Length
	for _, shell := range fit.Shells(b.limits.Shells, false) {
		if shell.Change != 0 {
			changes = append(changes, shell.Change)
		}
	}
	return changes
}

// cleaned reports whether the end play was measured again after it was cleaned, or a second time: nothing is asked
// twice.
func (b *board) cleaned() bool {
	taken := 0
	for i := range b.in.Features {
		if f := &b.in.Features[i]; f.Kind == part.EndFloat {
			taken++
			if f.State == part.AfterClean {
				return true
			}
		}
	}
	return taken > 1
}

func (b *board) floatFits(float unit.Length) bool {
	if r := b.limits.New; r != nil {
		return float >= r.Min && float <= r.Max
	}
	return float > 0 && float <= *b.limits.Max
}

func hasNote(f *inspection.Finding, code string) bool {
	for _, n := range f.Notes {
		if n.Code == code {
			return true
		}
	}
	return false
}
