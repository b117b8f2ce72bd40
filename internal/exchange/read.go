package exchange

import (
	"io"
	"strconv"
	"strings"

	"ledge/internal/core/disposition"
	"ledge/internal/core/engine"
	"ledge/internal/core/inspection"
	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/words"
)

// InspectionFormat names the document that [Read] reads.
const InspectionFormat = "ledge.inspection/1"

// Read reads a ledge.inspection/1 document. Every problem is reported at once, as [Problems].
func Read(source io.Reader) (*inspection.Inspection, error) {
	root, err := parse(source)
	if err != nil {
		return nil, Problems{{"", messageOf(err)}}
	}
	r := &reader{unit: unit.MM}
	in := r.document(&root)
	if len(r.problems) > 0 {
		return nil, r.problems
	}
	return in, nil
}

func (r *reader) document(root *node) *inspection.Inspection {
	n, ok := r.object(root, "", "format", "unit", "job", "engine", "policy", "limits", "limits_close",
		"features", "decisions", "build", "gauges", "gauges_at_hand")
	if !ok {
		return nil
	}
	r.require(n, "", "format", "unit", "features")
	if format := n.get("format"); format != nil {
		choice(r, format, "/format", "", InspectionFormat)
	}
	// The unit may stand anywhere, so it is looked up before any number is read.
	if system := n.get("unit"); system != nil {
		r.unit = choice(r, system, "/unit", unit.MM, unit.Systems.All()...)
	}
	in := &inspection.Inspection{Unit: r.unit, Policy: inspection.DefaultPolicy(r.unit)}
	optional(n, "", "job", &in.Job, r.job)
	optional(n, "", "engine", &in.Engine, r.layout)
	if policy := n.get("policy"); policy != nil {
		r.policy(policy, "/policy", &in.Policy)
	}
	optional(n, "", "limits", &in.Limits, r.limitsByKind)
	optional(n, "", "limits_close", &in.LimitsClose, r.limitsByKind)
	if features := n.get("features"); features != nil {
		type sort struct {
			kind  part.Kind
			state string
		}
		count := map[sort]int{}
		type place struct {
			sort
			number    int
			component string
		}
		seen := map[place]bool{}
		for i, item := range r.arrayOf(features, "/features", mostFeatures) {
			f, ok := r.feature(&item, pointer("/features", i))
			if !ok {
				continue
			}
			in.Features = append(in.Features, f)
			here := place{sort{f.Kind, f.State}, max(f.Number, 1), f.Component}
			if f.Kind.AnyStrip() {
				here.kind = part.StripFor(f.List.Journal)
			}
			if seen[here] {
				r.problem(pointer("/features", i), "file.twice_in_state")
			}
			seen[here] = true
			if count[sort{f.Kind, f.State}]++; count[sort{f.Kind, f.State}] == mostOfKind+1 {
				r.problem(pointer("/features", i), "file.many_of_kind", "most", mostOfKind)
			}
		}
	}
	if decisions := n.get("decisions"); decisions != nil {
		for i, item := range r.array(decisions, "/decisions") {
			in.Decisions = append(in.Decisions, r.decision(&item, pointer("/decisions", i)))
		}
	}
	optional(n, "", "build", &in.Built, r.build)
	optional(n, "", "gauges", &in.Shelf, r.gauges)
	optional(n, "", "gauges_at_hand", &in.AtHand, r.atHand)
	return in
}

// atHand reads which gauges the shop has; none at all is said by an empty list.
func (r *reader) atHand(n *node, at string) []instrument.Gauge {
	gauges := []instrument.Gauge{}
	for i, item := range r.array(n, at) {
		place := pointer(at, i)
		if _, ok := r.object(&item, place, "kind", "division"); !ok || !r.require(&item, place, "kind", "division") {
			continue
		}
		gauges = append(gauges, instrument.Gauge{
			Kind:     choice(r, item.get("kind"), pointer(place, "kind"), "", instrument.Kinds.All()...),
			Division: r.positive(item.get("division"), pointer(place, "division"))})
	}
	return gauges
}

// decision reads what was signed for a set.
func (r *reader) decision(n *node, at string) (d inspection.Decision) {
	if _, ok := r.object(n, at, "set", "action", "step", "shell", "method", "by", "component"); !ok ||
		!r.require(n, at, "set", "action") {
		return d
	}
	d.Set = choice(r, n.get("set"), pointer(at, "set"), "", part.SetNames.Names()...)
	d.Action = string(choice(r, n.get("action"), pointer(at, "action"), "",
		disposition.Actions.Where(disposition.Action.Decides)...))
	optional(n, at, "step", &d.Step, r.length)
	optional(n, at, "shell", &d.Shell, r.length)
	optional(n, at, "method", &d.Method, r.text)
	optional(n, at, "by", &d.By, r.text)
	optional(n, at, "component", &d.Component, r.tag)
	return d
}

func (r *reader) job(n *node, at string) (job inspection.Job) {
	if _, ok := r.object(n, at, "number", "customer", "engine", "duty"); !ok {
		return job
	}
	optional(n, at, "number", &job.Number, r.text)
	optional(n, at, "customer", &job.Customer, r.text)
	optional(n, at, "engine", &job.Engine, r.text)
	optional(n, at, "duty", &job.Duty, func(n *node, at string) inspection.Duty {
		return inspection.Duty(r.text(n, at))
	})
	return job
}

func (r *reader) layout(n *node, at string) *engine.Layout {
	if _, ok := r.object(n, at, "arrangement", "cylinders", "mains", "throws", "cylinders_per_throw", "pins"); !ok {
		return nil
	}
	if !r.require(n, at, "arrangement", "cylinders") {
		return nil
	}
	count := func(n *node, at string) int { return r.integer(n, at, 1, engine.MaxCylinders+1) }
	var layout engine.Layout
	layout.Arrangement = choice(r, n.get("arrangement"), pointer(at, "arrangement"), engine.Inline,
		engine.Arrangements.All()...)
	optional(n, at, "cylinders", &layout.Cylinders, count)
	optional(n, at, "mains", &layout.Mains, count)
	optional(n, at, "throws", &layout.Throws, count)
	optional(n, at, "cylinders_per_throw", &layout.CylindersPerThrow, count)
	optional(n, at, "pins", &layout.Pins, r.pins)
	layout = layout.Complete()
	for _, p := range layout.Problems() {
		r.refused(pointer(at, p.Field), words.Layout(p))
	}
	return &layout
}

// pins reads the rods on each throw.
func (r *reader) pins(n *node, at string) [][]int {
	throws := r.array(n, at)
	pins := make([][]int, len(throws))
	for i := range throws {
		for j, rod := range r.array(&throws[i], pointer(at, i)) {
			pins[i] = append(pins[i], r.integer(&rod, pointer(pointer(at, i), j), 1, engine.MaxCylinders))
		}
	}
	return pins
}

func (r *reader) policy(n *node, at string, p *inspection.Policy) {
	names := make([]string, len(inspection.PolicyFields))
	for i := range names {
		names[i] = inspection.PolicyFields[i].Name
	}
	if _, ok := r.object(n, at, names...); !ok {
		return
	}
	for i := range inspection.PolicyFields {
		f := &inspection.PolicyFields[i]
		value := n.get(f.Name)
		if value == nil {
			continue
		}
		place := pointer(at, f.Name)
		switch held := f.At(p).(type) {
		case *string:
			*held = choice(r, value, place, *held, f.Values...)
		case *bool:
			*held = r.truth(value, place)
		case *unit.Length:
			*held = r.length(value, place)
		case *unit.Mass:
			*held = r.grams(value, place)
		}
	}
	for _, problem := range p.Problems() {
		r.refused(pointer(at, problem.Field), r.said(problem.Why))
	}
}

func (r *reader) limitsByKind(n *node, at string) map[part.Kind]limit.Limits {
	if _, ok := r.object(n, at); !ok {
		return nil
	}
	all := map[part.Kind]limit.Limits{}
	for _, f := range n.fields {
		kind := part.Kind(f.name)
		if !kind.Limited() {
			r.problem(pointer(at, f.name), "file.not_limited")
			continue
		}
		all[kind] = r.limits(&f.value, pointer(at, f.name), true)
	}
	return all
}

func (r *reader) limits(n *node, at string, whole bool) (l limit.Limits) {
	allowed := []string{"sources"}
	inside := map[string][]string{}
	for _, name := range limit.FieldNames() {
		outer, inner, nested := strings.Cut(name, ".")
		if nested {
			inside[outer] = append(inside[outer], inner)
		}
		allowed = append(allowed, outer)
	}
	if whole {
		allowed = append(allowed, "by_number")
	}
	before := len(r.problems)
	if _, ok := r.object(n, at, allowed...); !ok {
		return l
	}
	if c := n.get("clearance"); c != nil {
		l.Clearance = &limit.Clearance{}
	}
	for outer, names := range inside {
		if nested := n.get(outer); nested != nil {
			r.object(nested, pointer(at, outer), names...)
		}
	}
	for i := range limit.Fields {
		r.limit(n, at, &limit.Fields[i], &l)
	}
	if sources := n.get("sources"); sources != nil {
		l.Sources = r.sources(sources, pointer(at, "sources"))
	}
	if numbers := n.get("by_number"); numbers != nil {
		l.ByNumber = r.byNumber(numbers, pointer(at, "by_number"))
	}
	if whole && len(r.problems) == before {
		r.limitProblems(l, at)
	}
	return l
}

// limitProblems reports what cannot be in limits that could be read: the same as where they are
// entered by hand.
func (r *reader) limitProblems(l limit.Limits, at string) {
	for _, p := range l.Problems() {
		where := at
		for _, name := range strings.Split(p.Field, ".") {
			where = pointer(where, name)
		}
		if p.Place >= 0 {
			where = pointer(where, p.Place)
		}
		r.refused(where, r.said(p.Why))
	}
}

func (r *reader) sources(n *node, at string) map[string]limit.Source {
	if _, ok := r.object(n, at, limit.FieldNames()...); !ok {
		return nil
	}
	all := map[string]limit.Source{}
	for _, f := range n.fields {
		all[f.name] = choice(r, &f.value, pointer(at, f.name), limit.Maker, limit.Sources.All()...)
	}
	return all
}

func (r *reader) byNumber(n *node, at string) map[int]limit.Limits {
	if _, ok := r.object(n, at); !ok {
		return nil
	}
	all := map[int]limit.Limits{}
	for _, f := range n.fields {
		number, err := strconv.Atoi(f.name)
		if err != nil || number < 1 {
			r.problem(pointer(at, f.name), "file.not_feature_number")
			continue
		}
		all[number] = r.limits(&f.value, pointer(at, f.name), false)
	}
	return all
}

// limit reads one field of limits, where it is there.
func (r *reader) limit(n *node, at string, f *limit.Field, l *limit.Limits) {
	for name := range strings.SplitSeq(f.Name, ".") {
		if n.kind != "object" {
			return
		}
		if n = n.get(name); n == nil {
			return
		}
		at = pointer(at, name)
	}
	switch f.Form {
	case limit.Most:
		length := r.length(n, at)
		f.Set(l, limit.Value{Most: &length})
	case limit.Span:
		f.Set(l, limit.Value{Span: r.rangeOf(n, at)})
	case limit.Pairs:
		f.Set(l, limit.Value{List: r.paired(n, at)})
	case limit.List:
		f.Set(l, limit.Value{List: orStandard(r.lengths(n, at))})
	default:
		f.Set(l, limit.Value{List: r.lengths(n, at)})
	}
}

// paired reads lists by the size that they are for: a size and a length, one after the other.
func (r *reader) paired(n *node, at string) (pairs []unit.Length) {
	if _, ok := r.object(n, at); !ok {
		return nil
	}
	for _, f := range n.fields {
		size, err := unit.Parse(f.name, r.unit)
		if err != nil {
			r.refused(pointer(at, f.name), words.NotParsed(err))
			continue
		}
		for _, length := range orStandard(r.lengths(&f.value, pointer(at, f.name))) {
			pairs = append(pairs, size, length)
		}
	}
	return pairs
}

// orStandard is what is on offer beside standard shells: where that is nothing, only the change of none. An empty list
// says more than none at all.
func orStandard(changes []unit.Length) []unit.Length {
	if len(changes) == 0 {
		return []unit.Length{0}
	}
	return changes
}
