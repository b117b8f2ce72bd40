package words

import (
	"errors"
	"strings"

	"ledge/internal/core/engine"
	"ledge/internal/core/inspection"
	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/unit"
)

// LimitNames are what a field of limits is called on a screen: itself, or both its ends.
type LimitNames struct {
	Label  string   `json:"label"`
	Labels []string `json:"labels,omitempty"`
	// Without says how parts are judged where nobody entered it.
	Without string `json:"without,omitempty"`
}

// Limit is what a field of limits is called.
func Limit(f *limit.Field) LimitNames {
	names := LimitNames{Label: limitWord(f.Name), Without: optional("limit." + f.Name + ".without")}
	if f.Form == limit.Span {
		names.Labels = []string{limitWord(f.Name + ".min"), limitWord(f.Name + ".max")}
	}
	return names
}

// limitWord is a word of a field of limits; one that no message names is called by its name in the file.
func limitWord(id string) string {
	if text := optional("limit." + id); text != "" {
		return text
	}
	name := strings.TrimSuffix(strings.TrimSuffix(id, ".printed"), ".one")
	return strings.ToUpper(name[:1]) + strings.NewReplacer("_", " ", ".", ", ").Replace(name[1:])
}

// LimitPrinted is what a field of limits is called on a report.
func LimitPrinted(f *limit.Field) string { return limitWord(f.Name + ".printed") }

// A PolicyWord is one word of a field of the policy, and what a screen calls it.
type PolicyWord struct {
	Value string `json:"value"`
	Label string `json:"label"`
}

// PolicyNames are what a field of the policy is called on a screen, with its choices, the usual one first.
type PolicyNames struct {
	Label   string       `json:"label"`
	Hint    string       `json:"hint,omitempty"`
	Choices []PolicyWord `json:"choices,omitempty"`
}

// Policy is what a field of the policy is called.
func Policy(f *inspection.PolicyField) PolicyNames {
	names := PolicyNames{Label: word("policy", f.Name), Hint: optional("policy." + f.Name + ".hint")}
	for _, choice := range f.Values {
		names.Choices = append(names.Choices, PolicyWord{choice, PolicyChoice(f, choice)})
	}
	return names
}

// PolicyChoice is a choice of a field of the policy in words.
func PolicyChoice(f *inspection.PolicyField, choice string) string {
	return word("policy", f.Name+"."+choice)
}

// Gauge is a kind of gauge in words.
func Gauge(k instrument.Kind) string { return word("gauge", string(k)) }

// Source is where a limit comes from, in words; empty where it was not told.
func Source(s limit.Source) string {
	if s == "" {
		return ""
	}
	return word("source", string(s))
}

// Layout says what is wrong with a field of a layout, to follow its name.
func Layout(e engine.FieldError) Message {
	args := make([]any, 0, 4)
	for i, figure := range e.Figures {
		args = append(args, string(rune('a'+i)), figure)
	}
	return Message{"layout." + string(e.Fault), args}
}

// NotParsed says why a text is no length, weight or angle: the text and what is wrong with it. Any
// other error is its own text.
func NotParsed(err error) Message {
	var parse *unit.ParseError
	if !errors.As(err, &parse) {
		return New("number.other", "text", err.Error())
	}
	return New("number.refused", "text", Quoted(parse.Text), "why", New("number."+string(parse.Fault)))
}

// LimitAliases are the names by which books and spreadsheets call a field of limits.
func LimitAliases(f *limit.Field) []string {
	return strings.Split(optional("alias.limit."+f.Name), ";")
}
