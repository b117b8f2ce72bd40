package shop

import (
	"context"

	"ledge/internal/core/instrument"
	"ledge/internal/gaugelink"
	"ledge/internal/words"
)

// A TriedLine is what a pattern makes of a line: what it reads, or why it reads nothing.
type TriedLine struct {
	Line  string `json:"line"`
	Reads string `json:"reads,omitempty"`
	Why   string `json:"why,omitempty"`
}

// TryPattern says what a pattern makes of pasted text, cut as what a device sends is.
func (a *Application) TryPattern(_ context.Context, p instrument.Pattern, text string) ([]TriedLine, error) {
	reader, err := compiled("pattern", p)
	if err != nil {
		return nil, err
	}
	var cut gaugelink.Lines
	lines := cut.Write([]byte(text + "\n"))
	tried := make([]TriedLine, len(lines))
	for i, line := range lines {
		tried[i].Line = line
		sent, err := reader.Read(line)
		if err != nil {
			tried[i].Why = words.Told("line." + err.Error())
			continue
		}
		tried[i].Reads = sent.Size.Format(sent.Unit) + " " + string(sent.Unit)
	}
	return tried, nil
}

// compiled makes a pattern ready, or says beside its field what is wrong with it.
func compiled(at string, p instrument.Pattern) (*instrument.LineReader, error) {
	reader, err := instrument.Compile(p)
	if err != nil {
		return nil, refuse(at+".expression", words.Told("line."+err.Error()))
	}
	return reader, nil
}
