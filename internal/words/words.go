// Package words makes sentences of what the core says as data, from message files, a file a language.
package words

import (
	"embed"
	"fmt"
	"strconv"
	"strings"
	"sync"

	"github.com/BurntSushi/toml"
	"github.com/nicksnyder/go-i18n/v2/i18n"
	"golang.org/x/text/language"

	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/unit"
)

//go:embed messages/*.toml
var messages embed.FS

var localizer = func() *i18n.Localizer {
	bundle := i18n.NewBundle(language.English)
	bundle.RegisterUnmarshalFunc("toml", toml.Unmarshal)
	files, err := messages.ReadDir("messages")
	if err != nil {
		panic(err)
	}
	for _, f := range files {
		if _, err := bundle.LoadMessageFileFS(messages, "messages/"+f.Name()); err != nil {
			panic(err)
		}
	}
	return i18n.NewLocalizer(bundle, language.English.String())
}()

// A Speaker writes figures in one unit.
type Speaker struct{ unit unit.System }

// In is the speaker of a job in its unit.
func In(s unit.System) Speaker { return Speaker{s} }

// Say is what a reason reads like: as it read when it was shown first, where that is kept.
func (s Speaker) Say(r say.Reason) string {
	if r.Text != "" {
		return r.Text
	}
	var room [256]byte
	key := keyOf(room[:0], s.unit, r)
	if text, known := again(key); known {
		return text
	}
	text, err := s.render(r)
	if err != nil {
		return r.Code
	}
	keep(key, text)
	return text
}

// Fill gives reasons their texts.
func (s Speaker) Fill(reasons []say.Reason) {
	for i := range reasons {
		reasons[i].Text = s.Say(reasons[i])
	}
}

// ID is the name of a reason's message.
func ID(r say.Reason) string {
	id := r.Code
	for _, begin := range []string{"beyond", "unsure"} {
		if strings.HasPrefix(id, begin+"_") {
			id = begin // whatever is checked
		}
	}
	if r.Form != "" {
		id += "." + r.Form
	}
	return id
}

func (s Speaker) render(r say.Reason) (string, error) { return s.renderAs(ID(r), r) }

// Letter is what a customer is told of a reason: in words of their own where there are any.
func (s Speaker) Letter(r say.Reason) string {
	if len(r.Args) > 0 || r.Text == "" {
		if text, err := s.renderAs("letter."+ID(r), r); err == nil {
			return text
		}
	}
	return s.Say(r)
}

func (s Speaker) renderAs(id string, r say.Reason) (string, error) {
	data := make(map[string]string, len(r.Args)+1)
	if r.Feature != nil {
		data["part"] = Part(*r.Feature)
	}
	config := i18n.LocalizeConfig{MessageID: id, TemplateData: data}
	for _, a := range r.Args {
		text, err := s.argument(r, a)
		if err != nil {
			return "", err
		}
		data[a.Name] = text
		if a.Is == say.IsCount {
			config.PluralCount = a.N
		}
		if a.Is == say.IsWord {
			data["a_"+a.Name] = article(text) + " " + text
			data["low_"+a.Name] = strings.ToLower(text)
		}
		if (a.Is == say.IsWord || a.Is == say.IsText) && text != "" {
			data[capital(a.Name)] = capital(text)
		}
	}
	return localizer.Localize(&config)
}

func (s Speaker) argument(r say.Reason, a say.Arg) (string, error) {
	switch a.Is {
	case say.IsPart:
		name := Part(*a.Part)
		if a.N > 0 {
			name += ", rod " + strconv.FormatInt(a.N, 10)
		}
		return name, nil
	case say.IsLength:
		return s.Length(unit.Length(a.N)), nil
	case say.IsLengths:
		lengths := make([]unit.Length, len(a.Ns))
		for i, n := range a.Ns {
			lengths[i] = unit.Length(n)
		}
		return s.Lengths(lengths), nil
	case say.IsChange:
		if a.N > 0 {
			return "+" + s.Length(unit.Length(a.N)), nil
		}
		return s.Length(unit.Length(a.N)), nil
	case say.IsStep:
		return s.Step(unit.Length(a.N)), nil
	case say.IsClass:
		return s.class(unit.Length(a.N), r.Feature)
	case say.IsApart:
		text, _ := unit.ShowApart(unit.Length(a.N), unit.Length(a.M), s.unit)
		return text + " " + string(s.unit), nil
	case say.IsRange:
		return s.span(a), nil
	case say.IsAngle:
		return unit.Angle(a.N).Format() + "°", nil
	case say.IsCount, say.IsNumber:
		return strconv.FormatInt(a.N, 10), nil
	case say.IsNumbers:
		return strings.Trim(strings.ReplaceAll(fmt.Sprint(a.Ns), " ", ", "), "[]"), nil
	case say.IsWord:
		if a.Of == "limit" {
			return limitWord(a.Text), nil
		}
		return Word(a.Of, a.Text)
	case say.IsWords:
		return list(a.Of, a.Words)
	case say.IsText:
		return a.Text, nil
	case say.IsReasons:
		var texts []string
		for _, one := range a.Reasons {
			text, err := s.render(one)
			if err != nil {
				return "", err
			}
			texts = append(texts, text)
		}
		return strings.Join(texts, " "), nil
	}
	return "", fmt.Errorf("%s of %s is %q", a.Name, r.Code, a.Is)
}

// span is a range: 0.0010 to 0.0020 in, or one length where its ends are alike.
func (s Speaker) span(a say.Arg) string {
	low, high := unit.Length(a.N).Show(s.unit), unit.Length(a.M).Show(s.unit)
	if len(a.Ns) == 2 {
		low, _ = unit.ShowApart(unit.Length(a.N), unit.Length(a.Ns[0]), s.unit)
		high, _ = unit.ShowApart(unit.Length(a.M), unit.Length(a.Ns[1]), s.unit)
	}
	if a.N == a.M {
		return low + " " + string(s.unit)
	}
	return low + " to " + high + " " + string(s.unit)
}

// Length is a length with its unit.
func (s Speaker) Length(l unit.Length) string { return l.Show(s.unit) + " " + string(s.unit) }

// Lengths are several lengths with their unit.
func (s Speaker) Lengths(lengths []unit.Length) string {
	shown := make([]string, len(lengths))
	for i, l := range lengths {
		shown[i] = l.Show(s.unit)
	}
	return strings.Join(shown, ", ") + " " + string(s.unit)
}

// Mass is a weight with its unit.
func (s Speaker) Mass(m unit.Mass) string { return m.Format() + " " + part.Grams }

// Step is a step as shops write it, 0.020 in or 0.25 mm, in full where that would round it.
func (s Speaker) Step(l unit.Length) string {
	decimals := 3
	if s.unit == unit.MM {
		decimals = 2
	}
	if short := l.Fixed(s.unit, decimals); unit.MustParse(short, s.unit) == l {
		return short + " " + string(s.unit)
	}
	return s.Length(l)
}

// class is a size class: of a shaft that much under, of a bore over.
func (s Speaker) class(l unit.Length, of *part.Ref) (string, error) {
	id := "class.standard"
	if l != 0 {
		id = "class.over"
		if of != nil && of.Kind.Shaft() {
			id = "class.under"
		}
	}
	return s.size(id, l)
}

// size is a step in a direction, by the name of its message.
func (s Speaker) size(id string, l unit.Length) (string, error) {
	return localizer.Localize(&i18n.LocalizeConfig{MessageID: id, TemplateData: map[string]string{"step": s.Step(l)}})
}

// Word is a word of a closed list.
func Word(of, word string) (string, error) { return fixed(of + "." + word) }

// fixedTexts are the messages without arguments that were asked for: a job's page asks for hundreds.
var fixedTexts sync.Map

// fixed is a message without arguments.
func fixed(id string) (string, error) {
	if text, known := fixedTexts.Load(id); known {
		return text.(string), nil
	}
	text, err := localizer.Localize(&i18n.LocalizeConfig{MessageID: id})
	if err == nil {
		fixedTexts.Store(id, text)
	}
	return text, err
}

// list joins words as a sentence does: a, b and c.
func list(of string, words []string) (string, error) {
	var texts []string
	for _, w := range words {
		text, err := Word(of, w)
		if err != nil {
			return "", err
		}
		texts = append(texts, text)
	}
	if len(texts) < 2 {
		return strings.Join(texts, ""), nil
	}
	last := len(texts) - 1
	return strings.Join(texts[:last], ", ") + " and " + texts[last], nil
}

func capital(word string) string { return strings.ToUpper(word[:1]) + word[1:] }

// article is the one that a word takes: an out-of-round, a taper.
func article(word string) string {
	if strings.ContainsAny(word[:min(1, len(word))], "aeiou") {
		return "an"
	}
	return "a"
}
