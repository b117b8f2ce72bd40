package disposition

import (
	"slices"

	"ledge/internal/core/part"
)

// A rule decides one set in five steps, each from values to values.
type rule struct {
	set part.Set
	// gather finds what there is to decide; nil where there is nothing.
	gather func(*scene, part.Set) *subject
	// judge says what stands against leaving the set as it is.
	judge func(*subject) judgement
	// offer lists the ways to treat it, in the order in which they are preferred.
	offer func(judged) []Option
	// choose takes one of them, or says what is to be measured first.
	choose func(judged, []Option) choice
	// explain says why, and what is asked for besides.
	explain func(judged, []Option, choice) remarks
}

// rules are those of all sets, in the order in which a result lists them. They are decided in it too, housings first.
var rules = []rule{
	{part.MainJournals, gatherJournals, judgeJournals, offerJournals, chooseJournals, explainJournals},
	{part.RodJournals, gatherJournals, judgeJournals, offerJournals, chooseJournals, explainJournals},
	{part.CamJournals, gatherJournals, judgeJournals, offerJournals, chooseJournals, explainJournals},
	{part.MainHousings, gatherHousings, judgeParts, offerTunnel, chooseTunnel, explainHousings},
	{part.RodHousings, gatherHousings, judgeParts, offerRodHousings, chooseRodHousings, explainHousings},
	{part.Cylinders, gatherCylinders, judgeCylinders, offerCylinders, chooseCylinders, explainCylinders},
	{part.DeckSet, gatherDeck, judgeParts, offerDeck, chooseDeck, explainDeck},
	{part.Thrust, gatherThrust, judgeThrust, offerThrust, chooseThrust, explainThrust},
	{part.PistonSet, gatherPistons, judgePistons, offerParts, chooseParts, explainParts},
	{part.Pins, gatherParts, judgeParts, offerParts, chooseParts, explainParts},
	{part.Rings, gatherRings, judge, offerRings, chooseRings, explainRings},
	{part.RodSet, gatherParts, judgeParts, offerParts, chooseParts, explainParts},
	{part.CamLobes, gatherLobes, judgeParts, offerLobes, chooseParts, explainParts},
	{part.CamBushes, gatherBushes, judgeBushes, offerBushes, chooseBushes, explainBushes},
	{part.LifterBores, gatherParts, judgeParts, offerParts, chooseParts, explainParts},
}

// A judgement is what stands against leaving a set as it is.
type judgement struct {
	causes  []Reason // fits apart
	fitsOut []Reason // fits outside their windows as found
	cracks  []Reason // and parts that heat has softened: what no work mends; among the causes, too
	left    []Reason // values inside their limits that the gauge leaves open
	// open tells that a check is too near its limit for its gauge to call, clear that something stands
	// against the set that is not.
	open, clear bool
}

// judged is a set with what stands against it.
type judged struct {
	*subject
	judgement
}

// A choice is what is done with a set, or asked for first.
type choice struct {
	Way
	// option is the one chosen; nil where a crack decided, or something is measured first.
	option      *Option
	provisional bool
	asks        []Ask
	// because says why, as far as the choice does not follow from what was judged.
	because []Reason
	// questions are put before the set is decided; stage is which of them.
	questions []question
	stage     int
	// doubts are what was near and changes nothing.
	doubts []Reason
	// nothing tells that no way can be promised yet.
	nothing bool
}

// take chooses an option.
func take(o *Option) choice { return choice{Way: o.Way, option: o} }

// remarks are what is said, and asked for, of a decision.
type remarks struct {
	reasons []Reason
	asks    []Ask
}

func (r *remarks) say(reasons ...Reason) { r.reasons = append(r.reasons, reasons...) }

func (r *remarks) add(other remarks) {
	r.reasons, r.asks = append(r.reasons, other.reasons...), append(r.asks, other.asks...)
}

func (r rule) decide(s *scene) (Set, bool) {
	sub := r.gather(s, r.set)
	if sub == nil {
		return Set{}, false
	}
	j, options, c := r.settle(sub)
	if c.nothing {
		options = []Option{}
	}
	if len(j.causes) > 0 && c.Action.Decides() && !c.Action.keeps() {
		s.voidOwn(sub)
		j.fitsOut = nil // what was read on the parts themselves is the cause
	}
	why := r.explain(j, options, c)
	if len(sub.said)+len(c.because) > 0 {
		why.reasons = slices.Concat(sub.said, c.because, why.reasons)
	}
	why.reasons = append(why.reasons, c.doubts...)
	why.asks = append(c.asks, why.asks...)
	if c.Action.Decides() {
		why.asks = slices.DeleteFunc(why.asks, func(a Ask) bool { return r.idleTest(sub, a) })
	}
	return conclude(j, options, c, why), true
}

// settle decides a set, or puts those questions first of which some answer could change what is decided.
func (r rule) settle(s *subject) (judged, offers, choice) {
	var doubts []Reason
	for {
		j := judged{s, r.judge(s)}
		options := r.offer(j)
		c := r.choose(j, options)
		if len(c.questions) == 0 {
			c.doubts = doubts
			return j, options, c
		}
		kept, idle := r.matters(s, c.questions)
		for _, q := range idle {
			if q.doubt.Code != "" {
				doubts = append(doubts, q.doubt)
			}
		}
		if len(kept) > 0 {
			for _, q := range kept {
				c.asks, c.because = append(c.asks, q.asks...), append(c.because, q.reason)
			}
			c.asks, c.doubts = merged(c.asks), doubts
			return j, options, c
		}
		next := *s
		next.stage = c.stage + 1
		s = &next
	}
}

// offers collect the ways to treat a set.
type offers []Option

// add lists a way once; where it can be had in two manners, the possible one stands.
func (all *offers) add(o Option) {
	if o.Reasons == nil {
		o.Reasons = []Reason{}
	}
	at := optionAt(*all, o.Way)
	if at < 0 {
		*all = append(*all, o)
	} else if !(*all)[at].Feasible {
		(*all)[at] = o
	}
}

// An attempt is a way being worked out, feasible until something refuses it.
func attempt(way Way) Option { return Option{Way: way, Feasible: true} }

func (o *Option) refuse(r Reason) { o.Feasible, o.Reasons = false, append(o.Reasons, r) }

// asIs is leaving a set as it is, unless causes stand against it.
func asIs(step Way, causes []Reason) Option {
	step.Action = Reuse
	return Option{Way: step, Feasible: len(causes) == 0, Reasons: append([]Reason{}, causes...)}
}

// anew is buying what a set is of.
func anew(because Reason) Option {
	return Option{Way: Way{Action: Replace}, Feasible: true, Reasons: []Reason{because}}
}

// first is the first option that is feasible and may be chosen; nil where there is none.
func first(options []Option, may func(Option) bool) *Option {
	for i := range options {
		if options[i].Feasible && may(options[i]) {
			return &options[i]
		}
	}
	return nil
}
