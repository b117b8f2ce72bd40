package office

import (
	"strings"
	"unicode"

	"ledge/internal/words"

	"golang.org/x/text/cases"
	"golang.org/x/text/unicode/norm"
)

// longestName bounds a person's name, in bytes.
const longestName = 100

// Name is a person's name in its plain form, or a sentence that says why it is none. Letters that
// nobody sees could make one name look like another.
func Name(text string) (name, sentence string) {
	name = strings.Join(strings.Fields(norm.NFC.String(text)), " ")
	switch {
	case name == "":
		return "", words.Told("name.needed")
	case len(name) > longestName:
		return "", words.Told("name.long")
	case strings.ContainsFunc(name, invisible):
		return "", words.Told("name.unseen")
	}
	return name, ""
}

// SameName reports whether two names are one, however they are written.
func SameName(a, b string) bool { return folded(a) == folded(b) }

// folded is a name as it is compared: compatible forms and case are one, and what nobody sees is left out.
func folded(name string) string {
	name = strings.Map(func(r rune) rune {
		if invisible(r) {
			return -1
		}
		return r
	}, norm.NFKC.String(name))
	return cases.Fold().String(strings.Join(strings.Fields(name), " "))
}

// invisible reports whether a character leaves no mark: controls, formats such as a zero-width
// space, and fillers.
func invisible(r rune) bool {
	return unicode.In(r, unicode.Cc, unicode.Cf, unicode.Co, unicode.Cs, unicode.Zl, unicode.Zp,
		unicode.Variation_Selector) ||
		unicode.Is(unicode.Other_Default_Ignorable_Code_Point, r) || r == unicode.ReplacementChar || r == '\u2800'
}
