package cabinet

import (
	"context"
	"errors"
	"strings"

	"ledge/internal/core/instrument"
	"ledge/internal/gaugelink"
	"ledge/internal/shop/refuse"
	"ledge/internal/store/db"
	"ledge/internal/store/office"
	"ledge/internal/words"
)

// A TriedLine is what a pattern makes of a line: what it reads, or why it reads nothing.
type TriedLine struct {
	Line  string `json:"line"`
	Reads string `json:"reads,omitempty"`
	Why   string `json:"why,omitempty"`
}

// mostSteps is what trying a pattern takes at most.
const mostSteps = 20_000_000

// TryPattern says what a pattern makes of pasted text, cut as what a device sends is.
func (a *Instruments) TryPattern(_ context.Context, p instrument.Pattern, text string) ([]TriedLine, error) {
	reader, err := compiled("pattern", p)
	if err != nil {
		return nil, err
	}
	var cut gaugelink.Lines
	lines := cut.Write([]byte(text + "\n"))
	tried := make([]TriedLine, len(lines))
	steps := 0
	for i, line := range lines {
		tried[i].Line = line
		if steps += reader.Cost(line); steps > mostSteps {
			tried[i].Why = words.Told("line." + string(instrument.ErrSlow))
			continue
		}
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
		return nil, refuse.At(at+".expression", words.Told("line."+err.Error()))
	}
	return reader, nil
}

// Wire keeps how an instrument is connected; who holds its line has it anew.
func (a *Instruments) Wire(ctx context.Context, id string, d instrument.Deed) ([]InstrumentView, error) {
	d.What = instrument.Wired
	list, err := a.deed(ctx, id, d)
	if err == nil {
		a.lines.Drop(strings.ToLower(id))
	}
	return list, err
}

// checkLink refuses a link that is none, or that this person may not make: an address reaches into the network.
func (a *Instruments) checkLink(ctx context.Context, o instrument.Owned, l *instrument.Link) error {
	if l == nil {
		return refuse.At("link.port", words.Told("line.port"))
	}
	if _, socket := l.Socket(); socket && !office.May(ctx, office.Owner) {
		return refuse.At("link.port", words.Told("line.owner"))
	}
	if field, fault := l.Fault(a.ports.StandIn); fault != "" {
		return refuse.At("link."+field, words.Told("line."+string(fault)))
	}
	if l.Port != "" && o.Facts.Line == nil {
		return refuse.At("link.port", words.Told("line.no_pattern"))
	}
	return nil
}

// SerialPorts are the names of the serial ports of the machine that Ledge runs on.
func (a *Instruments) SerialPorts(context.Context) ([]string, error) { return gaugelink.Names(), nil }

// A LineAsked says who wants the line of an instrument, and for what.
type LineAsked struct {
	Instrument, Bench string
	// Mode and Sense are those of the gauge's setup at the bench.
	Mode  instrument.Mode
	Sense int
	// Over takes it from another bench.
	Over bool
	// Run and After name the last reading of it that the bench put in its place.
	Run   string
	After int
}

// A Line is one that a bench holds, until it lets go.
type Line struct {
	*gaugelink.Held
	// wires tells that who listens may say how it is connected: they are shown what came that was no reading.
	wires bool
}

// A LineFrame is what a bench hears of its line.
type LineFrame struct {
	gaugelink.Frame
	// Says is what is wrong with a line that was no reading, or with a foot that came down too early.
	Says string `json:"says,omitempty"`
}

// Told is what there is to tell by now.
func (l Line) Told() LineFrame {
	f := LineFrame{Frame: l.Frame()}
	if f.Why != "" {
		f.Says = words.Told("line." + string(f.Why))
	}
	if f.Unmet != nil {
		f.Says = lost(f.Unmet).Error()
	}
	if !l.wires {
		f.Bad = ""
	}
	return f
}

// HoldLine gives the line of an instrument to a bench, until that lets it go.
func (a *Instruments) HoldLine(ctx context.Context, asked LineAsked) (*Line, error) {
	id := strings.ToLower(asked.Instrument)
	o, err := a.owned(ctx, id)
	if err != nil {
		return nil, err
	}
	if o.Link == nil || o.Facts.Line == nil {
		return nil, refuse.Conflict(words.Told("line.none", "name", o.Facts.Name))
	}
	// What was told before this was looked at, or by another shop, is looked at when it is opened.
	if field, fault := o.Link.Fault(a.ports.StandIn); fault != "" {
		return nil, refuse.Conflict(words.Told("line.none_now", "name", o.Facts.Name, "field", field,
			"why", words.Told("line."+string(fault))))
	}
	seek := instrument.SeekOf(o.Facts.Kind, asked.Mode, asked.Sense)
	// Two divisions back are a turning; one may be the last digit's flicker. Common practice.
	follower, err := gaugelink.Follow(*o.Link, *o.Facts.Line, seek, 2*o.Facts.Division)
	if err != nil {
		return nil, refuse.Conflict(words.Told("line." + err.Error()))
	}
	held, by, err := a.lines.Hold(gaugelink.Wanted{Instrument: id, Bench: asked.Bench, By: db.Actor(ctx),
		Over: asked.Over,
		Run:  asked.Run, After: asked.After}, *o.Link, follower)
	if errors.Is(err, gaugelink.ErrHeld) {
		if by == "" {
			by = words.Told("line.somebody")
		}
		return nil, refuse.Conflict(words.Told("line.held", "name", o.Facts.Name, "by", by))
	}
	if err != nil {
		return nil, err
	}
	least := office.Decider
	if _, socket := o.Link.Socket(); socket {
		least = office.Owner
	}
	return &Line{held, office.May(ctx, least)}, nil
}

// FeedLine gives a line what the bench's browser had from its port.
func (a *Instruments) FeedLine(_ context.Context, id, bench string, bytes []byte) error {
	return lost(a.lines.Feed(strings.ToLower(id), bench, bytes))
}

// TakeLine takes a reading of a line, as a foot switch would; it comes with the line's next frame.
func (a *Instruments) TakeLine(_ context.Context, id, bench string) error {
	return lost(a.lines.Take(strings.ToLower(id), bench))
}

func lost(err error) error {
	switch {
	case errors.Is(err, gaugelink.ErrLost):
		return refuse.Conflict(words.Told("line.lost"))
	case errors.Is(err, gaugelink.ErrNothing):
		return refuse.Conflict(words.Told("line.nothing"))
	case errors.Is(err, gaugelink.ErrNoTurn):
		return refuse.Conflict(words.Told("line.no_turn"))
	case errors.Is(err, gaugelink.ErrSoon):
		return refuse.Conflict(words.Told("line.soon"))
	}
	return err
}
