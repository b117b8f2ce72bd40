package exchange

import (
	"errors"
	"strings"

	"ledge/internal/core/inspection"
	"ledge/internal/core/instrument"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/words"
)

var commonFields = []string{"kind", "number", "state", "look", "gauge", "condition", "stamp", "component",
	"tests"}
var gridFields = []string{"stations", "directions", "readings", "instrument_readings", "unworn", "fitted",
	"added_stations", "quick", "inset"}

func (r *reader) feature(n *node, at string) (f inspection.Feature, ok bool) {
	if n.kind != "object" {
		r.problem(at, "file.object", "not", kindOf(n.kind))
		return f, false
	}
	if !r.require(n, at, "kind") {
		return f, false
	}
	f.Kind = part.Kind(r.text(n.get("kind"), pointer(at, "kind")))
	if !f.Kind.Valid() {
		if n.get("kind").kind == "string" {
			r.problem(pointer(at, "kind"), "file.not_kind", "kind", words.Quoted(string(n.get("kind").text)))
		}
		return f, false
	}
	own := gridFields
	if list := f.Kind.Row().List; list != nil {
		own = list.Form.Fields()
	}
	r.object(n, at, append(append([]string{}, commonFields...), own...)...)
	r.common(n, at, &f)
	if f.Kind.Grid() {
		r.grid(n, at, &f)
	} else {
		r.list(n, at, &f)
	}
	return f, true
}

// common reads the fields that every kind may have. A grid feature needs its number; of the lists those
// that stand for one numbered part do.
func (r *reader) common(n *node, at string, f *inspection.Feature) {
	f.State = part.AsFound
	if list := f.Kind.Row().List; list == nil || list.Numbered {
		r.require(n, at, "number")
	}
	optional(n, at, "number", &f.Number, func(n *node, at string) int { return r.integer(n, at, 1, 9999) })
	optional(n, at, "state", &f.State, r.text)
	if f.State == "" {
		r.problem(pointer(at, "state"), "file.empty")
	} else if !part.StateName(f.State) {
		r.problem(pointer(at, "state"), "file.state")
	}
	if look := n.get("look"); look != nil {
		f.Look = choice(r, look, pointer(at, "look"), inspection.Smooth, inspection.Looks.All()...)
	}
	optional(n, at, "gauge", &f.Gauge, r.gauge)
	if gauge := n.get("gauge"); gauge != nil {
		optional(gauge, pointer(at, "gauge"), "zeros", &f.Zeros,
			func(n *node, at string) int { return r.integer(n, at, 1, 100) })
	}
	optional(n, at, "condition", &f.Condition, r.condition)
	optional(n, at, "stamp", &f.Stamp, r.stamp)
	optional(n, at, "component", &f.Component, r.tag)
	optional(n, at, "fitted", &f.Fitted, r.fitted)
	optional(n, at, "tests", &f.Tests, r.tests)
	if f.Fitted != nil && f.Kind.Grid() && !f.Kind.Bearing() {
		r.problem(pointer(at, "fitted"), "file.bearings_only")
	}
}

func (r *reader) gauge(n *node, at string) *instrument.Gauge {
	if _, ok := r.object(n, at, "kind", "division", "repeatability", "setting_u", "setting", "sense",
		"finest", "zeros"); !ok {
		return nil
	}
	g := &instrument.Gauge{}
	if kind := n.get("kind"); kind != nil {
		g.Kind = choice(r, kind, pointer(at, "kind"), instrument.Micrometer, instrument.Kinds.All()...)
	}
	optional(n, at, "division", &g.Division, r.positive)
	pointed(n, at, "repeatability", &g.Repeatability, r.notNegative)
	pointed(n, at, "setting_u", &g.SettingU, r.notNegative)
	pointed(n, at, "setting", &g.Setting, r.length)
	if sense := n.get("sense"); sense != nil {
		if g.Sense = r.integer(sense, pointer(at, "sense"), -1, 1); g.Sense == 0 {
			r.problem(pointer(at, "sense"), "file.sense")
		}
	}
	optional(n, at, "finest", &g.Finest, r.truth)
	return g
}

func (r *reader) condition(n *node, at string) (c inspection.Condition) {
	if _, ok := r.object(n, at, "torqued", "deck_plate", "shells_in", "studs", "temperature_c",
		"corrected", "alike"); !ok {
		return c
	}
	pointed(n, at, "torqued", &c.Torqued, r.truth)
	pointed(n, at, "deck_plate", &c.DeckPlate, r.truth)
	pointed(n, at, "shells_in", &c.ShellsIn, r.truth)
	pointed(n, at, "studs", &c.Studs, r.truth)
	optional(n, at, "alike", &c.Alike, r.truth)
	if t := n.get("corrected"); t != nil {
		c.Corrected = r.truth(t, pointer(at, "corrected"))
	}
	if t := n.get("temperature_c"); t != nil {
		if t.kind != "number" {
			r.problem(pointer(at, "temperature_c"), "file.celsius", "not", kindOf(t.kind))
		}
		c.TemperatureC = t.text
	}
	return c
}

// tag reads the name of a component; without one it is the one that came.
func (r *reader) tag(n *node, at string) string {
	return r.filled(n, at, "file.empty_tag")
}

// filled reads a text that says something; empty is the message for one that does not.
func (r *reader) filled(n *node, at, empty string) string {
	text := strings.TrimSpace(r.text(n, at))
	if text == "" && n.kind == "string" {
		r.problem(at, empty)
	}
	return text
}

// stamp reads what is stamped on a part: a text, or a size; a text that is a size counts as one.
func (r *reader) stamp(n *node, at string) *inspection.Stamp {
	if n.kind != "number" && n.kind != "string" {
		r.problem(at, "file.text_or_number", "not", kindOf(n.kind))
		return nil
	}
	stamp := &inspection.Stamp{Text: n.text}
	if l, err := unit.Parse(n.text, r.unit); err == nil {
		stamp.Step = &l
	} else if n.kind == "number" {
		r.refused(at, words.NotParsed(err))
	}
	return stamp
}

func (r *reader) fitted(n *node, at string) *inspection.Fitted {
	if _, ok := r.object(n, at, "step", "shell", "condition"); !ok {
		return nil
	}
	f := &inspection.Fitted{}
	pointed(n, at, "step", &f.Step, r.notNegative)
	optional(n, at, "shell", &f.Shell, r.length)
	if c := n.get("condition"); c != nil {
		f.Used = choice(r, c, pointer(at, "condition"), "new", "new", "used") == "used"
	}
	return f
}

// tests reads what a part was tested for.
func (r *reader) tests(n *node, at string) (tests []inspection.Test) {
	for i, item := range r.array(n, at) {
		place := pointer(at, i)
		if _, ok := r.object(&item, place, "what", "passed", "by"); !ok || !r.require(&item, place, "what", "passed") {
			continue
		}
		t := inspection.Test{Passed: r.truth(item.get("passed"), pointer(place, "passed")),
			What: choice(r, item.get("what"), pointer(place, "what"), inspection.TestCrack,
				inspection.TestKinds.All()...)}
		optional(&item, place, "by", &t.By, r.text)
		tests = append(tests, t)
	}
	return tests
}

func (r *reader) grid(n *node, at string, f *inspection.Feature) {
	if !r.require(n, at, "stations", "directions", "readings") {
		return
	}
	seen := map[string]bool{}
	for i, s := range r.array(n.get("stations"), pointer(at, "stations")) {
		place := pointer(pointer(at, "stations"), i)
		name := r.text(&s, place)
		if s.kind == "string" && (strings.TrimSpace(name) == "" || seen[name]) {
			r.problem(place, "file.own_name")
		}
		seen[name] = true
		f.Stations = append(f.Stations, name)
	}
	f.Directions = r.angles(n.get("directions"), pointer(at, "directions"))
	for _, axis := range []struct {
		name  string
		count int
	}{{"stations", len(f.Stations)}, {"directions", len(f.Directions)}} {
		if axis.count == 0 && n.get(axis.name).kind == "array" {
			r.problem(pointer(at, axis.name), "file.empty_axis", "axis", axis.name)
		}
	}
	for i, d := range f.Directions {
		for _, earlier := range f.Directions[:i] {
			switch place := pointer(pointer(at, "directions"), i); {
			case d == earlier:
				r.problem(place, "file.twice")
			case (d-earlier)%(180*unit.Degree) == 0:
				r.problem(place, "file.same_line", "degrees", earlier.Format())
			}
		}
	}
	pointed(n, at, "unworn", &f.Unworn, r.positive)
	optional(n, at, "quick", &f.Quick, r.truth)
	optional(n, at, "inset", &f.Condition.Inset, r.share)
	optional(n, at, "added_stations", &f.Added,
		func(n *node, at string) int { return r.integer(n, at, 0, max(0, len(f.Stations)-1)) })
	var gauge *instrument.Gauge
	if mode := n.get("instrument_readings"); mode != nil &&
		choice(r, mode, pointer(at, "instrument_readings"), "", "direct", "deviation") == "deviation" {
		if gauge = f.Gauge; gauge == nil {
			gauge = &instrument.Gauge{}
		}
		where := pointer(at, "gauge")
		if gauge.Setting == nil {
			r.problem(pointer(where, "setting"), "file.for_deviations")
		}
		if gauge.Sense == 0 && (n.get("gauge") == nil || n.get("gauge").get("sense") == nil) {
			r.problem(pointer(where, "sense"), "file.for_deviations")
		}
		if gauge.Setting == nil || gauge.Sense == 0 {
			return
		}
	}
	r.cells(n.get("readings"), pointer(at, "readings"), f, gauge)
}

// cells reads stations × directions of readings; gauge is nil for direct sizes.
func (r *reader) cells(n *node, at string, f *inspection.Feature, gauge *instrument.Gauge) {
	rows := r.array(n, at)
	if n.kind == "array" && len(rows) != len(f.Stations) {
		r.problem(at, "file.rows", "rows", len(rows), "stations", len(f.Stations))
	}
	for s := range rows {
		place := pointer(at, s)
		cells := r.array(&rows[s], place)
		if rows[s].kind == "array" && len(cells) != len(f.Directions) {
			r.problem(place, "file.columns", "readings", len(cells), "directions", len(f.Directions))
		}
		row := make([]inspection.Cell, len(cells))
		for d := range cells {
			row[d] = r.cell(&cells[d], pointer(place, d), gauge)
		}
		f.Cells = append(f.Cells, row)
	}
}

func (r *reader) cell(n *node, at string, gauge *instrument.Gauge) (cell inspection.Cell) {
	size := func(n *node, at string) unit.Length {
		if gauge != nil {
			return gauge.Size(r.length(n, at))
		}
		return r.positive(n, at)
	}
	switch n.kind {
	case "null":
	case "string":
		cell.Reason = r.why(n, at)
	case "object":
		return r.cellObject(n, at, gauge)
	case "array":
		if len(n.items) == 0 {
			r.problem(at, "file.no_repeats")
		}
		for i := range n.items {
			cell.Sizes = append(cell.Sizes, size(&n.items[i], pointer(at, i)))
		}
	case "number":
		cell.Sizes = []unit.Length{size(n, at)}
	default:
		r.problem(at, "file.reading", "not", kindOf(n.kind))
	}
	return cell
}

// why reads the reason for which a cell holds no size; a figure in quotes is none.
func (r *reader) why(n *node, at string) string {
	reason := r.filled(n, at, "file.say_why")
	figure := strings.Replace(reason, ",", ".", 1)
	_, err := unit.Parse(figure, r.unit)
	var fault *unit.ParseError
	if reason != "" && (!errors.As(err, &fault) || fault.Fault != unit.NotNumber) {
		r.problem(at, "file.quoted", "figure", figure)
	}
	return reason
}

// cellObject reads a cell with more than its size: one that a person has confirmed, or a reason with the depth
// of the damage.
func (r *reader) cellObject(n *node, at string, gauge *instrument.Gauge) (cell inspection.Cell) {
	if n.get("reason") != nil {
		r.object(n, at, "reason", "depth")
		cell.Reason = r.why(n.get("reason"), pointer(at, "reason"))
		pointed(n, at, "depth", &cell.Depth, r.notNegative)
		return cell
	}
	if _, ok := r.object(n, at, "size", "confirmed"); !ok || !r.require(n, at, "size") {
		return cell
	}
	size := n.get("size")
	if size.kind != "number" && size.kind != "array" {
		r.problem(pointer(at, "size"), "file.number", "not", kindOf(size.kind))
		return cell
	}
	cell = r.cell(size, pointer(at, "size"), gauge)
	optional(n, at, "confirmed", &cell.Confirmed, r.truth)
	return cell
}

func (r *reader) list(n *node, at string, f *inspection.Feature) {
	l := &f.List
	optional(n, at, "tir", &l.TIR, r.totals)
	optional(n, at, "angles", &l.Angles, r.angles)
	r.turns(n, at, l)
	optional(n, at, "at_0", &l.At0, r.repeats)
	optional(n, at, "at_180", &l.At180, r.repeats)
	optional(n, at, "return", &l.Return, r.repeats)
	optional(n, at, "feeler", &l.Feeler, r.repeats)
	if rows := n.get("rows"); rows != nil {
		for i, row := range r.array(rows, pointer(at, "rows")) {
			l.Rows = append(l.Rows, r.lengths(&row, pointer(pointer(at, "rows"), i)))
			if len(l.Rows[i]) != len(l.Rows[0]) {
				r.problem(pointer(pointer(at, "rows"), i), "file.heights", "heights", len(l.Rows[i]), "first",
					len(l.Rows[0]))
			}
		}
	}
	optional(n, at, "vertical", &l.Vertical, r.lengths)
	optional(n, at, "sideways", &l.Sideways, r.lengths)
	optional(n, at, "positions", &l.Positions, r.lengths)
	pointed(n, at, "big_end", &l.BigEnd, r.grams)
	pointed(n, at, "small_end", &l.SmallEnd, r.grams)
	optional(n, at, "readings", &l.Readings, r.repeats)
	optional(n, at, "lines", &l.Lines, r.lines)
	switch f.Kind.Row().List.Form {
	case part.Turn:
		if n.get("tir") == nil {
			r.require(n, at, "angles", "indicator")
		} else if n.get("angles") != nil || n.get("indicator") != nil {
			r.problem(pointer(at, "tir"), "file.tir_beside")
		}
	case part.Rows:
		r.require(n, at, "rows")
	case part.OfStrip:
		if r.require(n, at, "of", "readings") {
			l.Journal = choice(r, n.get("of"), pointer(at, "of"), part.MainJournal,
				part.MainJournal, part.RodJournal, part.CamJournal)
		}
	}
	if list := f.Kind.Row().List; list.Whole && list.Form == part.Readings && !list.EachMain {
		r.exactly(n, at, len(list.Lines))
	}
	if len(l.Positions) > 0 && (len(l.Positions) != len(l.Vertical) && l.Vertical != nil ||
		len(l.Positions) != len(l.Sideways) && l.Sideways != nil) {
		r.problem(pointer(at, "positions"), "file.positions")
	}
}

// exactly checks the count of readings where each has its own meaning.
func (r *reader) exactly(n *node, at string, count int) {
	if r.require(n, at, "readings") && len(n.get("readings").items) != count {
		r.problem(pointer(at, "readings"), "file.so_many", "count", count)
	}
}

// repeats reads one length or a list of them.
func (r *reader) repeats(n *node, at string) []unit.Length {
	if n.kind == "number" {
		return []unit.Length{r.length(n, at)}
	}
	return r.lengths(n, at)
}

// totals are the total indicator readings of one turn, or of several.
func (r *reader) totals(n *node, at string) []unit.Length {
	if n.kind == "number" {
		return []unit.Length{r.notNegative(n, at)}
	}
	lengths := []unit.Length{}
	for i, item := range r.array(n, at) {
		lengths = append(lengths, r.notNegative(&item, pointer(at, i)))
	}
	return lengths
}

// turns reads what an indicator showed at every angle, in one turn or in several, one after the other.
func (r *reader) turns(n *node, at string, l *inspection.List) {
	list := n.get("indicator")
	if list == nil {
		return
	}
	at = pointer(at, "indicator")
	take := func(n *node, at string) {
		shown := r.lengths(n, at)
		if len(shown) != len(l.Angles) {
			r.problem(at, "file.turn", "readings", len(shown), "angles", len(l.Angles))
		}
		l.Indicator = append(l.Indicator, shown...)
	}
	if list.kind != "array" || len(list.items) == 0 || list.items[0].kind != "array" {
		take(list, at)
		return
	}
	for i := range list.items {
		take(&list.items[i], pointer(at, i))
	}
	angles := l.Angles
	for range list.items[1:] {
		l.Angles = append(l.Angles[:len(l.Angles):len(l.Angles)], angles...)
	}
}

func (r *reader) lines(n *node, at string) []inspection.Line {
	var lines []inspection.Line
	for i, item := range r.array(n, at) {
		place := pointer(at, i)
		if _, ok := r.object(&item, place, "line", "gap", "depth"); !ok || !r.require(&item, place, "line", "gap") {
			continue
		}
		line := inspection.Line{Name: r.text(item.get("line"), pointer(place, "line"))}
		pointed(&item, place, "depth", &line.Depth, r.notNegative)
		for _, gap := range r.totals(item.get("gap"), pointer(place, "gap")) {
			line.Gap = gap
			lines = append(lines, line)
		}
	}
	return lines
}
