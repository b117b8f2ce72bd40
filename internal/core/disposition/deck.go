package disposition

import (
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
	limits, known := e.in.LimitsFor(part.Deck, 0)
	if !known || limits.Max == nil {
		return
	}
	b := &board{evaluator: e, set: &Set{Set: part.DeckSet, Reasons: []Reason{}, Options: []Option{}}, limits: limits}
	var deepest unit.Length
	for _, kind := range []part.Kind{part.Deck, part.DeckHeights} {
		for _, i := range e.in.Members(kind) {
			finding := &e.result.Features[i]
			b.members = append(b.members,
				member{Ref{Kind: kind, Number: max(1, e.in.Features[i].Number)}, &e.in.Features[i], finding,
					&limits, nil})
			if finding.Largest != nil {
				deepest = max(deepest, *finding.Largest)
			}
		}
	}
	if len(b.members) == 0 {
		return
	}
	beyond, unsure := b.judge()
	cracks := b.cracked()
	b.causes = append(b.causes, cracks...)
	b.offer(Option{Way: Way{Action: Reuse}, Feasible: len(b.causes) == 0, Reasons: b.causes})
	b.offer(b.skim(deepest, cracks))
	b.offer(Option{Way: Way{Action: Replace}, Feasible: true, Reasons: []Reason{say.New("replace").As("deck")}})
	if len(cracks) > 0 {
		b.set.Action, b.set.Reasons = Replace, append(b.set.Reasons, cracks...)
		b.because(say.New("crack_test"))
	} else if !b.early(beyond, unsure) {
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
		case Skim:
			b.set.Reasons = append(b.set.Reasons, b.set.Options[1].Reasons...)
		default:
			b.set.Reasons = append(b.set.Reasons, b.set.Options[1].Reasons...)
		}
	}
	b.close()
}

// skim takes the deepest gap off, where the allowed total and the pistons' height permit.
func (b *board) skim(depth unit.Length, cracks []Reason) Option {
	o := Option{Way: Way{Action: Skim, Step: depth}, Feasible: len(cracks) == 0 && depth > 0, Reasons: cracks}
	refuse := func(r Reason) { o.Feasible, o.Reasons = false, append(o.Reasons, r) }
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
		if f.Stale || f.Max == nil || most == nil || *f.Max+depth <= *most {
			continue
		}
		refuse(say.Of("protrusion", Ref{Kind: f.Kind, Number: f.Number}, say.Number("number", f.Number),
			say.Apart("height", *f.Max+depth, *most), say.Apart("limit", *most, *f.Max+depth)))
	}
	if o.Feasible {
		o.Reasons = []Reason{say.New("skim", say.Length("depth", depth))}
	}
	return o
}

// thrust decides the end float: leave it, thicker thrust parts where they are on offer, or repair.
func (e *evaluator) thrust() {
	limits, known := e.in.LimitsFor(part.EndFloat, 0)
	members := e.in.Members(part.EndFloat)
	if !known || len(members) == 0 || limits.New == nil && limits.Max == nil {
		return
	}
	b := &board{evaluator: e, set: &Set{Set: part.Thrust, Reasons: []Reason{}, Options: []Option{}}, limits: limits}
	for _, i := range members {
		b.members = append(b.members, member{Ref{Kind: part.EndFloat,
			Number: max(1, e.in.Features[i].Number)}, &e.in.Features[i], &e.result.Features[i], &limits, nil})
	}
	beyond, unsure := b.judge()
	b.offer(Option{Way: Way{Action: Reuse}, Feasible: len(b.causes) == 0, Reasons: b.causes})
	finding := b.members[0].finding
	for _, change := range b.thrustParts() {
		o := Option{Way: Way{Action: Reuse, Shell: change}, Feasible: true,
			Reasons: []Reason{say.New("thrust_parts", say.Length("takes", -change))}}
		if finding.Mean == nil || !b.floatFits(*finding.Mean+change) {
			o.Feasible, o.Reasons = false,
				[]Reason{say.New("thrust_parts", say.Length("takes", -change)).As("outside")}
		}
		b.offer(o)
	}
	b.offer(Option{Way: Way{Action: Replace}, Feasible: true, Reasons: []Reason{say.New("thrust_repair")}})
	switch {
	case b.early(beyond, unsure):
	case hasNote(finding, "turned"), hasNote(finding, "feeler"), finding.Check("end_float_low") != nil &&
		finding.Check("end_float_low").Verdict == limit.Beyond:
		b.set.Action = Remeasure
		b.set.Reasons = append(b.set.Reasons, b.causes...)
		b.because(say.New("thrust_clean"))
	default:
		for _, o := range b.set.Options {
			if o.Feasible {
				b.decide(o)
				b.set.Reasons = append(append(b.set.Reasons, b.causes...), o.Reasons...)
				break
			}
		}
		if b.set.Action == Reuse && b.set.Shell == 0 {
			b.because(say.New("within").As("thrust"))
		}
	}
	b.close()
}

// thrustParts are the changes of end float on offer, the smallest first.
func (b *board) thrustParts() []unit.Length {
	var changes []unit.Length
	for _, shell := range fit.Shells(b.limits.Shells, false) {
		if shell.Change < 0 {
			changes = append(changes, shell.Change)
		}
	}
	return changes
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
