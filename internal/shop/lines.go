package shop

import (
	"context"
	"errors"

	"ledge/internal/core/instrument"
	"ledge/internal/words"
)

// A TriedLine is what a pattern makes of a line: what it reads, or why it reads nothing.
type TriedLine struct {
	Line  string `json:"line"`
	Reads string `json:"reads,omitempty"`
	Why   string `json:"why,omitempty"`
}

// TryPattern says what a pattern makes of lines that somebody pasted.
func (a *Application) TryPattern(_ context.Context, p instrument.Pattern, lines []string) ([]TriedLine, error) {
	reader, err := compiled("pattern", p)
	if err != nil {
		return nil, err
	}
	tried := make([]TriedLine, len(lines))
	for i, line := range lines {
		tried[i].Line = line
		sent, err := reader.Read(line)
		if err != nil {
			tried[i].Why = whyNot(err)
			continue
		}
		tried[i].Reads = sent.Size.Format(sent.Unit) + " " + string(sent.Unit)
	}
	return tried, nil
}

// compiled makes a pattern ready, or says beside its field what is wrong with it.
func compiled(at string, p instrument.Pattern) (*instrument.LineReader, error) {
	reader, err := instrument.Compile(p)
	switch {
	case err == nil:
		return reader, nil
	case errors.Is(err, instrument.ErrNoValue):
		return nil, refuse(at+".expression", words.Told("line.no_value"))
	case errors.Is(err, instrument.ErrGroup):
		return nil, refuse(at+".expression", words.Told("line.group"))
	default:
		return nil, refuse(at+".expression", words.Told("line.expression"))
	}
}

// whyNot says why a line is no reading.
func whyNot(err error) string {
	switch {
	case errors.Is(err, instrument.ErrStatus):
		return words.Told("line.status")
	case errors.Is(err, instrument.ErrUnit):
		return words.Told("line.unit")
	case errors.Is(err, instrument.ErrNumber):
		return words.Told("line.number")
	default:
		return words.Told("line.other")
	}
}
