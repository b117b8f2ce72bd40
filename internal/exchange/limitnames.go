package exchange

import (
	"regexp"
	"strings"
	"sync"

	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/words"
)

// tableNames are the names by which books and spreadsheets call parts and limits.
var tableNames = sync.OnceValue(func() (n struct {
	kinds  map[string]part.Kind
	fields map[string]string
}) {
	n.kinds, n.fields = map[string]part.Kind{}, map[string]string{}
	for _, row := range part.All() {
		if len(row.Limits) == 0 {
			continue
		}
		for _, name := range words.KindAliases(row.Kind) {
			if plain := plainly(name); plain != "" {
				n.kinds[plain] = row.Kind
			}
		}
	}
	for i := range limit.Fields {
		f := &limit.Fields[i]
		names := words.Limit(f)
		for _, name := range append(words.LimitAliases(f), names.Label, f.Name) {
			n.fields[plainly(name)] = f.Name
		}
		for i, name := range names.Labels {
			n.fields[plainly(name)] = f.Name + "/" + []string{"min", "max"}[i]
		}
	}
	return n
})

var (
	inBrackets = regexp.MustCompile(`[(\[].*?[)\]]`)
	noLetter   = regexp.MustCompile(`[^a-z0-9]+`)
	toMin      = regexp.MustCompile(`\b(?:min|minimum|least|smallest|low|lower|from)\b`)
	toMax      = regexp.MustCompile(`\b(?:max|maximum|most|largest|high|upper)\b`)
)

// plainly is a name without its case, signs, brackets and plurals.
func plainly(name string) string {
	name = strings.ToLower(inBrackets.ReplaceAllString(name, " "))
	list := strings.Fields(noLetter.ReplaceAllString(name, " "))
	for i, word := range list {
		if len(word) > 3 && strings.HasSuffix(word, "s") && !strings.HasSuffix(word, "ss") {
			list[i] = strings.TrimSuffix(word, "s")
		}
	}
	return strings.Join(list, " ")
}

// kindNamed is the kind of part that a text names.
func kindNamed(text string) (part.Kind, bool) {
	kind, known := tableNames().kinds[plainly(text)]
	return kind, known
}

func namedKind(text string) (string, bool) {
	kind, known := kindNamed(text)
	return string(kind), known
}

// fieldNamed is the field of limits that a text names, and which end of a range where it says so.
func fieldNamed(text string) (field, end string, known bool) {
	plain := plainly(text)
	if names, ok := tableNames().fields[plain]; ok {
		field, end, _ = strings.Cut(names, "/")
		return field, end, true
	}
	for name, mark := range map[string]*regexp.Regexp{"min": toMin, "max": toMax} {
		if !mark.MatchString(plain) {
			continue
		}
		rest := strings.Join(strings.Fields(mark.ReplaceAllString(plain, " ")), " ")
		names, ok := tableNames().fields[rest]
		if !ok {
			continue
		}
		field, _, _ = strings.Cut(names, "/")
		switch f := limit.FieldNamed(field); {
		case f.Form == limit.Span:
			return field, name, true
		case f.Form == limit.Most && name == "max":
			return field, "", true
		}
	}
	return "", "", false
}

func namedField(text string) (string, bool) {
	field, end, known := fieldNamed(text)
	return strings.TrimSuffix(field+"/"+end, "/"), known
}

// kindWithin is the kind that the labels of a row name, and what is left of them: the limit. The longest name wins.
func kindWithin(labels []string) (kind part.Kind, rest string, known bool) {
	list := strings.Fields(plainly(strings.Join(labels, " ")))
	for n := len(list); n > 0; n-- {
		if kind, known = tableNames().kinds[strings.Join(list[:n], " ")]; known {
			return kind, strings.Join(list[n:], " "), true
		}
	}
	return "", "", false
}
