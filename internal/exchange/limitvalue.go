package exchange

import (
	"fmt"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/words"
)

// cell takes one value, or says why not.
func (t *tableReader) cell(row, column int, text string, kind part.Kind, field string, end RangeEnd) {
	c := TableCell{At: fmt.Sprintf("%d,%d", row+1, column+1), Text: text, Kind: kind, Field: field, End: end,
		row: row, column: column}
	if other, said := t.settled.Cells[c.At]; said {
		if text = other; other == "-" {
			c.Left = true
		}
	}
	if !c.Left {
		c.Reads, c.Says = t.take(kind, field, end, text)
	}
	t.out.Cells = append(t.out.Cells, c)
}

// take puts a value into its field and returns how it reads, or why it cannot.
func (t *tableReader) take(kind part.Kind, field string, end RangeEnd, text string) (reads, says string) {
	f := limit.FieldNamed(field)
	if f == nil || !slices.Contains(kind.Row().Limits, field) {
		return "", words.Told("table.not_of", "part", words.Plural(kind), "limit", fieldTitle(field))
	}
	l := t.into[kind]
	v := f.Get(&l)
	lengths, why := t.lengths(f, end, text)
	if why != "" {
		return "", why
	}
	switch {
	case f.Form == limit.Span && end != "":
		if v.Span == nil {
			v.Span = &limit.Range{Min: none, Max: none}
		}
		into := &v.Span.Min
		if end == MostEnd {
			into = &v.Span.Max
		}
		if *into != none {
			return "", words.Told("table.twice")
		}
		*into = lengths[0]
	case !v.Empty():
		return "", words.Told("table.twice")
	case f.Form == limit.Span:
		v.Span = &limit.Range{Min: lengths[0], Max: lengths[1]}
	case f.Form == limit.Most:
		v.Most = &lengths[0]
	default:
		v.List = lengths
	}
	f.Set(&l, v)
	t.into[kind] = l
	return written(f, lengths, t.unit), ""
}

// written are the lengths of a field, both ends or several, as a table has them.
func written(f *limit.Field, lengths []unit.Length, system unit.System) string {
	shown := make([]string, len(lengths))
	for i, one := range lengths {
		shown[i] = one.Format(system)
	}
	if f.Form == limit.Span {
		return strings.Join(shown, " – ")
	}
	return strings.Join(shown, "; ")
}

// none is an end of a range that nothing told yet.
const none = unit.MaxLength + 1

var (
	between = regexp.MustCompile(`^(.*\d)\s*(?:–|—|…|\.\.\.?|/|\bto\b|-)\s*([-+−.,]?\d.*)$`)
	about   = regexp.MustCompile(`^(.*\d)\s*(?:±|\+/-|\+-)\s*([.,]?\d.*)$`)
	whole   = regexp.MustCompile(`^[1-9]\d*(?:\s*,\s*[1-9]\d*)+$`)
	ending  = regexp.MustCompile(`(?i)\s*(mm|in\.?|inch(?:es)?|")$`)
)

// lengths are those that a text tells for a field: one, both ends, or several.
func (t *tableReader) lengths(f *limit.Field, end RangeEnd, text string) ([]unit.Length, string) {
	system := t.unit
	text = strings.TrimSpace(strings.ReplaceAll(text, "−", "-"))
	if m := ending.FindStringSubmatch(text); m != nil {
		if system = unit.In; strings.EqualFold(m[1], "mm") {
			system = unit.MM
		}
		text = strings.TrimSpace(strings.TrimSuffix(text, m[0]))
	}
	var parts []string
	switch {
	case f.Form == limit.Most || f.Form == limit.Span && end != "":
		parts = []string{text}
	case f.Form == limit.Span:
		if m := about.FindStringSubmatch(text); m != nil {
			middle, why := lengthOf(m[1], system)
			half, other := lengthOf(m[2], system)
			if why+other != "" {
				return nil, why + other
			}
			return []unit.Length{middle - half, middle + half}, ""
		}
		m := between.FindStringSubmatch(text)
		if m == nil {
			return nil, words.Told("table.range", "text", words.Quoted(text))
		}
		parts = []string{m[1], completed(m[1], m[2], system)}
	default:
		parts = several(text)
	}
	lengths := make([]unit.Length, len(parts))
	for i, p := range parts {
		l, why := lengthOf(p, system)
		if why != "" {
			return nil, why
		}
		lengths[i] = l
	}
	return lengths, ""
}

// completed is the other end of a range of which only the last digits are written: 55 behind 2.1645. What
// is a size near the first as it stands is one: 2 behind 1.999.
func completed(first, second string, system unit.System) string {
	digits := strings.TrimLeft(second, "0123456789")
	_, fraction, pointed := strings.Cut(strings.ReplaceAll(first, ",", "."), ".")
	if digits != "" || !pointed || len(second) > len(fraction) {
		return second
	}
	whole := first[:len(first)-len(second)] + second
	from, _ := lengthOf(first, system)
	plain, _ := lengthOf(second, system)
	if full, _ := lengthOf(whole, system); plain >= from && plain-from <= from/5 || full < from {
		return second
	}
	return whole
}

// several are the numbers of a list as people write it.
func several(text string) []string {
	space := func(r rune) bool { return r == ' ' }
	either := func(r rune) bool { return r == ' ' || r == ',' }
	switch {
	case strings.Contains(text, ";"):
		return strings.FieldsFunc(text, func(r rune) bool { return r == ';' || r == ' ' })
	case whole.MatchString(text), strings.Contains(text, "."), strings.Contains(text, ", "),
		strings.Contains(text, ",-"), strings.Contains(text, ",+"):
		return strings.FieldsFunc(text, either)
	}
	return strings.FieldsFunc(text, space)
}

// lengthOf reads one length; a comma is a point.
func lengthOf(text string, system unit.System) (unit.Length, string) {
	text = strings.TrimSpace(text)
	if strings.Count(text, ",") == 1 && !strings.Contains(text, ".") {
		text = strings.ReplaceAll(text, ",", ".")
	}
	l, err := unit.Parse(text, system)
	if err != nil {
		return 0, capitalized(words.NotParsed(err).String()) + "."
	}
	return l, ""
}

func capitalized(s string) string { return strings.ToUpper(s[:1]) + s[1:] }

// ends names the ranges that have only one end.
func (t *tableReader) ends() {
	for kind, l := range t.into {
		for i := range limit.Fields {
			f := &limit.Fields[i]
			v := f.Get(&l)
			if v.Span != nil && (v.Span.Min == none || v.Span.Max == none) {
				t.blame(kind, f.Name, words.Told("table.one_end"), "")
			}
		}
	}
}

// check names what cannot be, and asks about what looks mistyped unless somebody is sure of it.
func (t *tableReader) check() {
	for kind, l := range t.into {
		for _, p := range l.Problems() {
			t.blame(kind, p.Field, words.In(t.unit).Say(p.Why), "")
		}
		if l.New != nil && l.WearMax != nil && l.New.Min != none && *l.WearMax > l.New.Min/2 {
			// The book gives the size at which it is worn out.
			worn := *l.WearMax - l.New.Min
			if kind.Shaft() {
				worn = l.New.Max - *l.WearMax
			}
			t.blame(kind, "wear_max", words.Told("table.wear_size"), worn.Format(t.unit))
		}
		for _, d := range l.Doubts(t.unit, kind.Quantity() != part.Size) {
			if f := limit.FieldNamed(d.Field); f != nil {
				t.blame(kind, d.Field, words.In(t.unit).Say(d.Why), written(f, d.Likely, t.unit))
			}
		}
	}
}

// blame says at a field's cells what is the matter, where nothing is said yet.
func (t *tableReader) blame(kind part.Kind, field, says, likely string) {
	for i := range t.out.Cells {
		c := &t.out.Cells[i]
		if c.Kind != kind || c.Field != field || c.Left || c.Says != "" {
			continue
		}
		if likely != "" && slices.Contains(t.settled.Sure, c.At) {
			continue
		}
		c.Says, c.Likely = says, likely
		if ends := strings.Split(likely, " – "); c.End != "" && len(ends) == 2 {
			c.Likely = ends[RangeEnds.Rank(c.End)]
		}
	}
}

// WriteTable is a set of limits as a spreadsheet takes it from the clipboard, a row a part, a column a
// limit; what holds for single numbers only stays with the card.
func WriteTable(limits map[part.Kind]limit.Limits, system unit.System) string {
	var columns []*limit.Field
	for i := range limit.Fields {
		f := &limit.Fields[i]
		for _, l := range limits {
			if !f.Get(&l).Empty() {
				columns = append(columns, f)
				break
			}
		}
	}
	var text strings.Builder
	text.WriteString(words.Told("table.unit", "unit", string(system)))
	for _, f := range columns {
		text.WriteString("\t" + words.Limit(f).Label)
	}
	text.WriteString("\n")
	for _, row := range part.All() {
		l, has := limits[row.Kind]
		if !has {
			continue
		}
		text.WriteString(words.Plural(row.Kind))
		for _, f := range columns {
			text.WriteString("\t" + written(f, f.Get(&l).Lengths(), system))
		}
		text.WriteString("\n")
	}
	return text.String()
}

// fieldTitle is what a field is called; what is no field is called as it was.
func fieldTitle(name string) string {
	if f := limit.FieldNamed(name); f != nil {
		return words.Limit(f).Label
	}
	return strconv.Quote(name)
}
