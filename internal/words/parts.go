package words

import (
	"strconv"
	"strings"

	"ledge/internal/core/part"
)

// KindNames are what a kind is called.
type KindNames struct {
	// Title is followed by a number, Plural names them all.
	Title  string `json:"title"`
	Plural string `json:"plural"`
	// Short is for a ladder's rungs. Where says where on it the gauge goes, and what is done before.
	Short string `json:"short,omitempty"`
	Where string `json:"where,omitempty"`
	// Types says what is typed of it, where the gauge does not.
	Types string `json:"types,omitempty"`
	// Labels name fields that mean something else on this kind.
	Labels map[string]string `json:"labels,omitempty"`
}

// Kind is what a kind is called.
func Kind(k part.Kind) KindNames {
	id, row := "kind."+string(k), k.Row()
	names := KindNames{Title: Title(k), Plural: Plural(k), Short: optional(id + ".short"),
		Types: optional(id + ".types")}
	if row.Spot != "" {
		names.Where = word("where", row.Spot)
	}
	for _, field := range row.Limits {
		if label := optional(id + ".label." + field); label != "" {
			if names.Labels == nil {
				names.Labels = map[string]string{}
			}
			names.Labels[field] = label
		}
	}
	return names
}

// Title is a kind in words, to be followed by a number; what is no kind is named as it is.
func Title(k part.Kind) string {
	if title := optional("kind." + string(k)); title != "" {
		return title
	}
	return string(k)
}

// Plural names all parts of a kind.
func Plural(k part.Kind) string { return word("kind", string(k)+".plural") }

// Part is a feature in words: "Main 3".
func Part(r part.Ref) string {
	if named := optional("kind." + string(r.Kind) + ".named"); named != "" {
		return named
	}
	return Numbered(r.Kind, r.Number)
}

// Numbered is a kind with its number, whatever else the part is called.
func Numbered(k part.Kind, number int) string { return Title(k) + " " + strconv.Itoa(number) }

// Component is a component in words.
func Component(c part.Component) string { return capital(word("component", string(c))) }

// SetNames are what a set is called: at the bench, and on papers.
type SetNames struct {
	Short string `json:"short"`
	Title string `json:"title"`
}

// Set is what a set is called.
func Set(s part.Set) SetNames {
	names := SetNames{Short: word("set", string(s)), Title: optional("set." + string(s) + ".title")}
	if names.Title == "" {
		names.Title = names.Short
	}
	return names
}

// KindAliases are the names by which books and spreadsheets call a kind, its own among them.
func KindAliases(k part.Kind) []string {
	return append(strings.Split(optional("alias."+string(k)), ";"), Title(k), Plural(k), string(k))
}
