package disposition

import (
	"context"
	"slices"

	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
)

// Evaluate evaluates every feature and decides every set that has limits. It is the one evaluation
// behind the command line, the API and the screens.
func Evaluate(in *inspection.Inspection) Result {
	result, _ := EvaluateWithin(context.Background(), in) // which never ends
	return result
}

// EvaluateWithin is Evaluate that ends early, with the context's error, where that ends.
func EvaluateWithin(ctx context.Context, in *inspection.Inspection) (Result, error) {
	return evaluate(ctx, in)
}

// evaluate judges the main components, and each further one in place of the one that came: its own
// features, fits and sets count.
func evaluate(ctx context.Context, in *inspection.Inspection) (Result, error) {
	builds := in.Builds()
	if len(builds) == 1 {
		return evaluateBuild(ctx, builds[0])
	}
	all := Result{Features: make([]inspection.Finding, len(in.Features)), Fits: []Fit{}, Sets: []Set{}}
	for _, b := range builds {
		one, err := evaluateBuild(ctx, b)
		if err != nil {
			return Result{}, err
		}
		for i, at := range b.Index {
			if f := &b.Features[i]; b.Owns(f.Kind.ComponentOf(f.List.Of)) {
				all.Features[at] = one.Features[i]
			}
		}
		for _, f := range one.Fits {
			if b.Owns(f.Kind.Component()) {
				all.Fits = append(all.Fits, f)
			}
		}
		for _, s := range one.Sets {
			if b.Owns(s.Set.Component()) {
				all.Sets = append(all.Sets, s)
			}
		}
	}
	return all, nil
}

// evaluateBuild judges one component of each sort; what is decided with one carries its tag.
func evaluateBuild(ctx context.Context, b inspection.Build) (Result, error) {
	result, err := judgeAll(ctx, b.Inspection)
	if err != nil {
		return Result{}, err
	}
	tags := b.Tags()
	for i := range result.Fits {
		result.Fits[i].Component = tags[result.Fits[i].Kind.Component()]
	}
	for i := range result.Sets {
		result.Sets[i].Component = tags[result.Sets[i].Set.Component()]
	}
	return result, nil
}

func judgeAll(ctx context.Context, in *inspection.Inspection) (Result, error) {
	in = inspection.Learn(in)
	e := &evaluator{in: in, rule: in.Policy.DecisionRule}
	findings, err := inspection.Evaluate(ctx, in)
	if err != nil {
		return Result{}, err
	}
	e.result = Result{Features: findings, Fits: []Fit{}, Sets: []Set{}}
	for _, decide := range []func(){
		func() { e.journals(part.MainJournals, part.MainJournal) },
		func() { e.journals(part.RodJournals, part.RodJournal) },
		func() { e.journals(part.CamJournals, part.CamJournal) },
		func() { e.housings(part.MainHousings, part.MainHousing, LineHone) },
		func() { e.housings(part.RodHousings, part.RodHousing, Resize) },
		e.cylinders, e.deck, e.thrust, e.pistons, e.rods, e.camLobes,
	} {
		if err := ctx.Err(); err != nil {
			return Result{}, err
		}
		decide()
	}
	return e.result, nil
}

type evaluator struct {
	in     *inspection.Inspection
	rule   limit.Rule
	result Result
}

// A member is one feature of a set in the state that decides.
type member struct {
	ref     Ref
	feature *inspection.Feature
	finding *inspection.Finding
	limits  *limit.Limits
	fits    []*Fit // those that decide: one, or one for each rod of a shared pin; none where nothing is known
}

// fit is the one that decides where there is but one; nil without any.
func (m member) fit() *Fit {
	if len(m.fits) == 0 {
		return nil
	}
	return m.fits[0]
}

func (m member) cracked() bool { return m.finding.Look == inspection.Cracked }

// A board is a set being decided.
type board struct {
	*evaluator
	set     *Set
	members []member
	limits  *limit.Limits // of the kind as a whole
	limited bool          // whether it has any
	causes  []Reason      // what stands against leaving the set as it is, fits apart
	fitsOut []Reason      // fits outside their windows as found
	// open tells that a check is too near its limit for its gauge to call, clear that something stands against the set
	// that is not.
	open, clear bool
	// left are the values inside their limits that the gauge leaves open.
	left []Reason
	// mates are planned bearings that nobody touched, though others were read.
	mates []Ref
	// waits are the housings that are asked about, whose fits count only when that is settled.
	waits []waited
	// onePart tells that members of several kinds are one part where they have one number; of those all, or the
	// numbers in out, are replaced, and mends tells which are mended instead.
	onePart, all bool
	out          []int
	mends        func(member) bool
}

// open starts a board; it is nil without members, and ok is false where the kind has no limits, too.
func (e *evaluator) open(name part.Set, kind part.Kind) (b *board, ok bool) {
	limits, known := e.in.LimitsAt(kind, 0)
	indices, expected := e.in.Members(kind), e.expected(name, kind)
	if len(indices)+expected == 0 {
		return nil, false
	}
	b = &board{evaluator: e, set: &Set{Set: name, Reasons: []Reason{}}, limits: limits, limited: known}
	b.set.Options, b.members = make([]Option, 0, 16), make([]member, 0, len(indices))
	for _, i := range indices {
		f := &e.in.Features[i]
		own, _ := e.in.LimitsAt(kind, f.Number)
		b.members = append(b.members, member{Ref{Kind: kind, Number: f.Number}, f, &e.result.Features[i], own, nil})
	}
	for number := 1; number <= expected; number++ {
		if !e.in.Has(kind, number) {
			b.set.Unmeasured = append(b.set.Unmeasured, Ref{Kind: kind, Number: number})
		}
	}
	if name.Row().Of.Row().Component == part.Camshaft {
		b.set.Unmeasured = append(b.set.Unmeasured, e.planned(kind)...)
		if mate := kind.Row().Joint; mate != nil && len(e.in.Members(mate.Bearing)) > 0 {
			b.mates = e.planned(mate.Bearing)
		}
	}
	return b, known
}

// planned are the parts of a kind that the job means to measure, and nobody touched yet: how many a camshaft has no
// layout tells.
func (e *evaluator) planned(kind part.Kind) (refs []Ref) {
	for _, p := range e.in.Planned {
		if p.Kind == kind && !e.in.Has(kind, p.Number) {
			refs = append(refs, Ref{Kind: kind, Number: p.Number})
		}
	}
	return refs
}

// expected is how many members of its kind a set has; 0 where it is not known.
func (e *evaluator) expected(name part.Set, kind part.Kind) int {
	if e.in.Engine == nil || !name.Row().Complete {
		return 0
	}
	return kind.Row().Count(e.in.Engine.Complete())
}

// classes sets the set's class, the furthest of its members, and whether they are of several.
func (b *board) classes() {
	first := true
	for _, m := range b.members {
		if !m.finding.Measured() {
			continue
		}
		class := m.finding.Class()
		if !first && class != b.set.SizeClass {
			b.set.Mixed = true
		}
		first = false
		b.set.SizeClass = max(b.set.SizeClass, class)
	}
	b.set.Step = b.set.SizeClass
	if b.set.Mixed {
		for _, m := range b.members {
			b.cause(say.Of("mixed_set", m.ref, say.Class("class", m.finding.Class())).As("part"))
		}
	}
}

func (b *board) because(r Reason) { b.set.Reasons = append(b.set.Reasons, r) }

func (b *board) cause(r Reason) { b.causes = append(b.causes, r) }

func (b *board) decide(o Option) {
	b.set.Way = o.Way
}

func (b *board) offer(o Option) {
	if o.Reasons == nil {
		o.Reasons = []Reason{}
	}
	// A way is listed once; where it can be had in two manners, the possible one stands.
	if i := b.set.OptionAt(o.Way); i >= 0 {
		if !b.set.Options[i].Feasible {
			b.set.Options[i] = o
		}
		return
	}
	b.set.Options = append(b.set.Options, o)
}

// close takes the decision into the result, with the remarks that every decision carries.
func (b *board) close() {
	b.listUnseen()
	if b.set.Action.keeps() && b.blind() {
		b.set.Provisional = true
	}
	if b.set.Action.Decides() && b.open && (b.set.Action.keeps() || !b.clear) {
		b.set.Provisional = true
		b.set.Reasons = append(b.set.Reasons, b.left...)
		b.offerSigned()
	}
	if b.set.Provisional && b.set.Action.keeps() {
		b.askUnseen()
	}
	b.explainProvisional()
	b.remarkHeld()
	b.remarkHand()
	b.remarkReadAgain()
	b.treat()
	for i := range b.members {
		m := &b.members[i]
		for _, c := range m.finding.Checks {
			// An oval stands under the limit of the out-of-round: one remark is enough.
			if c.Verdict == limit.NoLimit && c.Name != limit.CheckOval &&
				(m.feature.Kind.Grid() || !c.Name.IsLow()) {
				b.because(say.Of("no_limit", m.ref, say.Word("check", "check", c.Name), say.Length("value", c.Value)))
			}
		}
		for _, n := range m.finding.Notes {
			if n.Feature == nil {
				n.Feature = &m.ref
			}
			b.because(n)
		}
	}
	b.result.Sets = append(b.result.Sets, *b.set)
}

// cracked lists the members with a crack.
func (b *board) cracked() []Reason {
	var reasons []Reason
	for _, m := range b.members {
		if m.cracked() {
			reasons = append(reasons, say.Of("cracked", m.ref))
		}
	}
	return reasons
}

// incomplete lists the members that still have to be measured.
func (b *board) incomplete() []Reason {
	var reasons []Reason
	for _, m := range b.members {
		if m.finding.Stale {
			reasons = append(reasons, say.Of("stale", m.ref))
			continue
		}
		if m.finding.Complete {
			continue
		}
		switch left := len(m.finding.Missing); {
		case left > 0:
			reasons = append(reasons, say.Of("incomplete", m.ref, say.Count("left", left),
				say.Number("of", len(m.feature.Stations)*len(m.feature.Directions))))
		default:
			reasons = append(reasons, say.Of("incomplete", m.ref).As("form"))
		}
	}
	for _, ref := range slices.Concat(b.set.Unmeasured, b.mates) {
		reasons = append(reasons, say.Of("unmeasured", ref))
	}
	// A bush that was begun and left is no clearance either.
	for _, m := range b.halfRead() {
		reasons = append(reasons, say.Of("incomplete", m.ref, say.Count("left", len(m.finding.Missing)),
			say.Number("of", len(m.feature.Stations)*len(m.feature.Directions))))
	}
	return reasons
}

// halfRead are the bushes of a camshaft of which not all is read.
func (b *board) halfRead() (bushes []member) {
	if b.set.Set != part.CamJournals {
		return nil
	}
	for _, i := range b.in.Members(part.CamBearing) {
		f := &b.result.Features[i]
		if !f.Complete && len(f.Missing) > 0 && !f.Stale {
			bushes = append(bushes, member{ref: Ref{Kind: f.Kind, Number: f.Number}, feature: &b.in.Features[i],
				finding: f})
		}
	}
	return bushes
}

// judge gathers the causes from the members' checks, their looks and the checks of the set. What a gauge leaves open
// is decided plainly, by the value alone, and noted. Clearance is left to the fits.
func (b *board) judge() {
	for i := range b.members {
		m := &b.members[i]
		for _, c := range m.finding.Checks {
			if c.Name == limit.CheckClearance || m.finding.Stale {
				continue
			}
			b.weigh(&m.ref, m.feature, c, b.doubtful(*m, c))
		}
		if m.finding.Look.WorseThan(inspection.Marked) {
			b.clear = true
			b.cause(say.Of("look", m.ref, say.Word("look", "look", m.finding.Look)))
		}
	}
	for _, c := range b.set.Checks {
		b.weigh(nil, nil, c, c.Verdict == limit.Unsure)
	}
}

// doubtful reports whether a check lies too near its limit for its gauge to call.
func (b *board) doubtful(m member, c limit.Check) bool {
	if b.in.Coarse(m.feature, c).Undecidable {
		return true
	}
	if c.Verdict != limit.Unsure {
		return false
	}
	if !b.in.Policy.Confirm {
		return true
	}
	standing, _ := b.in.Confirm(m.feature, m.finding, c)
	return standing == inspection.Open
}

// weigh takes a check that is beyond its limit among the causes.
func (b *board) weigh(ref *Ref, feature *inspection.Feature, c limit.Check, doubtful bool) {
	if doubtful {
		b.open = true
	}
	stands := c.Limit != nil && c.Verdict != limit.NoLimit && c.Margin() < 0
	if !stands && !(doubtful && c.Verdict == limit.Unsure) {
		return
	}
	if stands && !doubtful {
		b.clear = true
	}
	r := Reason{Feature: ref, Args: []say.Arg{say.Word("check", "check", c.Name),
		say.Apart("value", c.Value, *c.Limit), say.Apart("limit", *c.Limit, c.Value)}}
	if ref == nil {
		r = r.And(say.Word("part", "set", b.set.Set))
	}
	if c.Verdict == limit.Beyond {
		r.Code, r.Form = beyondCode+string(c.Name), "above"
		if c.AtLeast {
			r.Form = "below"
		}
		if c.Source != "" {
			r = r.And(say.Word("source", "source", c.Source))
		}
		b.cause(r)
		return
	}
	r.Code = unsureCode + string(c.Name)
	r = r.And(say.Length("u", c.U), say.Number("chance", int(100**c.Chance+0.5)))
	if feature != nil {
		r = r.And(say.Then("then", b.in.Settle(feature, c)))
	}
	if stands {
		b.cause(r)
	} else {
		b.left = append(b.left, r)
	}
}

// early settles what comes before any other rule, in this order: measure what is missing, read again what is unlikely,
// what the gauge cannot call and what is near; wait with a housing that is asked about. It reports whether the set is
// settled so.
func (b *board) early() bool {
	missing := b.incomplete()
	switch {
	case len(missing) > 0:
		b.set.Action, b.set.Reasons = Measure, append(b.set.Reasons, missing...)
		b.set.Options = []Option{} // nothing can be promised of a part half measured
		b.askMissing()
		return true
	case b.unlikely():
	case !b.in.Policy.Confirm:
		return false
	case b.coarse():
	case b.confirm():
	case b.waiting():
	default:
		return false
	}
	b.set.Action, b.set.Step = Remeasure, 0
	return true
}

// within says which checks of a set were made and lie within: no more than was checked.
func (b *board) within(names ...limit.CheckName) Reason {
	var made []string
	for _, name := range names {
		passed := slices.ContainsFunc(b.set.Checks, func(c limit.Check) bool { return passes(c, name) })
		for _, m := range b.members {
			passed = passed || !m.finding.Stale &&
				slices.ContainsFunc(m.finding.Checks, func(c limit.Check) bool { return passes(c, name) })
		}
		if passed {
			made = append(made, string(name))
		}
	}
	if len(made) == 0 {
		return say.New("within", say.Word("set", "set", b.set.Set)).As("none")
	}
	return say.New("within", say.Word("set", "set", b.set.Set), say.Words("checks", "check", made...))
}

func passes(c limit.Check, name limit.CheckName) bool {
	return c.Name == name && c.Verdict == limit.Within
}
