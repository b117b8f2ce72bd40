package exchange

import (
	"slices"
	"strconv"
	"strings"

	"ledge/internal/core/limit"
	"ledge/internal/core/unit"
	"ledge/internal/words"
)

// A reader turns nodes into values and gathers every problem on the way.
type reader struct {
	unit     unit.System
	problems Problems
}

// object checks that n is an object with only the allowed fields, each at most once, and returns it.
func (r *reader) object(n *node, at string, allowed ...string) (*node, bool) {
	if n.kind != "object" {
		r.problem(at, "file.object", "not", kindOf(n.kind))
		return nil, false
	}
	seen := map[string]bool{}
	for _, f := range n.fields {
		switch {
		case seen[f.name]:
			r.problem(pointer(at, f.name), "file.twice")
		case len(allowed) > 0 && !slices.Contains(allowed, f.name):
			r.problem(pointer(at, f.name), "file.not_known")
		}
		seen[f.name] = true
	}
	return n, true
}

// kindOf names a kind of value: a text, a list.
func kindOf(kind string) words.Message { return words.New("json." + kind) }

// Bounds of what a file may hold, so that judging it never takes long. A bench fills a tenth of them.
const (
	mostItems    = 200    // of one list: stations, directions, repeats, a row of heights
	mostFeatures = 2000   // of all kinds
	mostOfKind   = 100    // of one kind in one state
	mostValues   = 300000 // in the whole document
)

func (r *reader) array(n *node, at string) []node { return r.arrayOf(n, at, mostItems) }

func (r *reader) arrayOf(n *node, at string, most int) []node {
	if n.kind != "array" {
		r.problem(at, "file.list", "not", kindOf(n.kind))
		return nil
	}
	if len(n.items) > most {
		r.problem(at, "file.too_many", "count", len(n.items), "most", most)
		return nil
	}
	return n.items
}

func (r *reader) text(n *node, at string) string {
	if n.kind != "string" {
		r.problem(at, "file.text", "not", kindOf(n.kind))
		return ""
	}
	return n.text
}

func (r *reader) truth(n *node, at string) bool {
	if n.kind != "bool" {
		r.problem(at, "file.truth", "not", kindOf(n.kind))
	}
	return n.truth
}

// choice reads one of a closed list of texts; problems leave it at fallback.
func choice[T ~string](r *reader, n *node, at string, fallback T, allowed ...T) T {
	if n.kind == "string" && slices.Contains(allowed, T(n.text)) {
		return T(n.text)
	}
	those := make([]string, len(allowed))
	for i, a := range allowed {
		those[i] = strconv.Quote(string(a))
	}
	shown := any(kindOf(n.kind))
	if n.kind == "string" {
		shown = words.Quoted(n.text)
	}
	r.problem(at, "file.one_of", "those", strings.Join(those, ", "), "not", shown)
	return fallback
}

// share reads a part of a length: from 0 to less than half of it.
func (r *reader) share(n *node, at string) float64 {
	value, err := strconv.ParseFloat(n.text, 64)
	if n.kind != "number" || err != nil || value < 0 || value >= 0.5 {
		r.problem(at, "file.share")
		return 0
	}
	return value
}

func (r *reader) integer(n *node, at string, least, most int) int {
	value, err := strconv.Atoi(n.text)
	if n.kind != "number" || err != nil {
		r.problem(at, "file.whole")
		return least
	}
	if value < least || value > most {
		r.problem(at, "file.between", "least", least, "most", most)
		return least
	}
	return value
}

// length reads a decimal length in the document's unit, exactly.
func (r *reader) length(n *node, at string) unit.Length {
	if n.kind != "number" {
		r.problem(at, "file.number", "not", kindOf(n.kind))
		return 0
	}
	l, err := unit.Parse(n.text, r.unit)
	if err != nil {
		r.refused(at, words.NotParsed(err))
	}
	return l
}

// notNegative reads a length that cannot be less than zero.
func (r *reader) notNegative(n *node, at string) unit.Length {
	l := r.length(n, at)
	if l < 0 {
		r.problem(at, "file.negative")
	}
	return l
}

// positive reads a length that must be more than zero.
func (r *reader) positive(n *node, at string) unit.Length {
	before := len(r.problems)
	l := r.length(n, at)
	if l <= 0 && len(r.problems) == before {
		r.problem(at, "file.positive")
	}
	return l
}

func (r *reader) lengths(n *node, at string) []unit.Length {
	items := r.array(n, at)
	ls := make([]unit.Length, len(items))
	for i := range items {
		ls[i] = r.length(&items[i], pointer(at, i))
	}
	return ls
}

func (r *reader) rangeOf(n *node, at string) *limit.Range {
	if _, ok := r.object(n, at, "min", "max"); !ok {
		return nil
	}
	var out limit.Range
	for _, end := range []struct {
		name string
		dst  *unit.Length
	}{{"min", &out.Min}, {"max", &out.Max}} {
		if value := n.get(end.name); value != nil {
			*end.dst = r.length(value, pointer(at, end.name))
		} else {
			r.problem(pointer(at, end.name), "file.required")
		}
	}
	return &out
}

// optional applies read to a field where it is there.
func optional[T any](n *node, at, name string, dst *T, read func(*node, string) T) {
	if value := n.get(name); value != nil {
		*dst = read(value, pointer(at, name))
	}
}

// pointed is optional for fields whose absence means something.
func pointed[T any](n *node, at, name string, dst **T, read func(*node, string) T) {
	if value := n.get(name); value != nil {
		v := read(value, pointer(at, name))
		*dst = &v
	}
}

func (r *reader) require(n *node, at string, names ...string) bool {
	ok := true
	for _, name := range names {
		if n.get(name) == nil {
			r.problem(pointer(at, name), "file.required")
			ok = false
		}
	}
	return ok
}

// exactly reads a number with nothing lost; wanted is the message for what is none.
func exactly[T any](r *reader, n *node, at, wanted string, parse func(string) (T, error)) (v T) {
	if n.kind != "number" {
		r.problem(at, wanted, "not", kindOf(n.kind))
		return v
	}
	v, err := parse(n.text)
	if err != nil {
		r.refused(at, words.NotParsed(err))
	}
	return v
}

func (r *reader) angle(n *node, at string) unit.Angle {
	return exactly(r, n, at, "file.angle", unit.ParseAngle)
}

func (r *reader) angles(n *node, at string) []unit.Angle {
	items := r.array(n, at)
	as := make([]unit.Angle, len(items))
	for i := range items {
		as[i] = r.angle(&items[i], pointer(at, i))
	}
	return as
}

// grams reads a weight exactly.
func (r *reader) grams(n *node, at string) unit.Mass {
	return exactly(r, n, at, "file.grams", unit.ParseMass)
}
