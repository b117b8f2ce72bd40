package words

import (
	"fmt"
	"log/slog"
	"strconv"

	"github.com/nicksnyder/go-i18n/v2/i18n"
)

// A Message is a sentence as data: its name in the message files, and what it is told with, names
// and values in turn. It becomes words where it is shown.
type Message struct {
	ID   string
	Args []any
}

// New is a message; args are names and values in turn.
func New(id string, args ...any) Message { return Message{id, args} }

// Told is a message in words.
func Told(id string, args ...any) string { return Message{id, args}.String() }

// String is the message in words; its name where there are none, which a test forbids.
func (m Message) String() string {
	if len(m.Args) == 0 {
		if text, err := fixed(m.ID); err == nil {
			return text
		}
	}
	config := i18n.LocalizeConfig{MessageID: m.ID}
	data := make(map[string]string, len(m.Args)/2)
	for i := 0; i+1 < len(m.Args); i += 2 {
		name, _ := m.Args[i].(string)
		switch v := m.Args[i+1].(type) {
		case int:
			data[name] = strconv.Itoa(v)
			if config.PluralCount == nil {
				config.PluralCount = v
			}
		case Message:
			data[name] = v.String()
		default:
			data[name] = fmt.Sprint(v)
		}
	}
	config.TemplateData = data
	text, err := localizer.Localize(&config)
	if err != nil {
		config.PluralCount = nil // a number that nothing is counted by
		text, err = localizer.Localize(&config)
	}
	if err != nil {
		slog.Error("a message without words", "id", m.ID, "error", err)
		return m.ID
	}
	return text
}

// Error is the message in words, where it is an error.
func (m Message) Error() string { return m.String() }

// mostQuoted bounds what a sentence repeats of a text that somebody sent.
const mostQuoted = 60

// Quoted is a text as a sentence quotes it: what nobody sees is written out, and what is long is cut.
func Quoted(text string) string {
	if runes := []rune(text); len(runes) > mostQuoted {
		text = string(runes[:mostQuoted]) + "…"
	}
	return strconv.Quote(text)
}
