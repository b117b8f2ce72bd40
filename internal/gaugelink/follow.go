package gaugelink

import (
	"crypto/rand"
	"fmt"
	"slices"
	"time"

	"ledge/internal/core/closed"
	"ledge/internal/core/instrument"
	"ledge/internal/core/unit"
)

// A LineState says how a line does.
type LineState string

// How lines do.
const (
	Opening LineState = "opening" // its port is not open yet
	Live    LineState = "live"    // what the gauge shows comes in
	Waiting LineState = "waiting" // open, and nothing was sent: a gauge that sends at a key
	Silent  LineState = "silent"  // a gauge that shows all the time says nothing
	Flood   LineState = "flood"   // more than any gauge sends, or any hand presses
	Rubbish LineState = "rubbish" // what comes is no reading
	Away    LineState = "away"    // its port is gone; it comes back by itself
)

// Standings are all of them.
var Standings = closed.New(Opening, Live, Waiting, Silent, Flood, Rubbish, Away)

const (
	// quiet is after how long a gauge that shows all the time is silent.
	quiet = 2 * time.Second
	// mostShown is how many lines a second a gauge sends at most, mostPressed how many a hand lets it.
	mostShown, mostPressed = 1000, 4
	// bounce is the usual [instrument.Link.Debounce].
	bounce = 300 * time.Millisecond
	// mostTaken is how many readings wait for the bench, and how many are told once more to one that lost its line;
	// more are a fault of the line.
	mostTaken = 50
	// mostSteps is what reading the lines of a second takes at most: a good part of a second of a slow processor.
	mostSteps = 20_000_000
	// mostTrace is how many points one frame draws.
	mostTrace = 25
)

// A Shown is what a line says.
type Shown struct {
	Size unit.Length `json:"size"`
	Unit unit.System `json:"unit"`
	Line string      `json:"line"`
}

// A Took is a reading that the gauge's key or a foot switch took, or a turning point: each has a number that rises by
// one.
// Who listens asks for those after the last that found its place: none is lost to a line that drops.
type Took struct {
	Seq int `json:"seq"`
	Shown
}

// A Frame is what a bench hears of its line: how it does, what it shows, and what came since the last frame.
type Frame struct {
	Standing LineState `json:"standing"`
	// Why is what is wrong with the last line that was no reading.
	Why instrument.LineFault `json:"why,omitempty"`
	// Bad is that line.
	Bad string `json:"bad,omitempty"`
	// Shown is what the gauge shows; nil where it shows nothing by now.
	Shown *Shown `json:"shown,omitempty"`
	// Turned is the last turning point.
	Turned *Took `json:"turned,omitempty"`
	// Taken are the readings taken since.
	Taken []Took `json:"taken,omitempty"`
	// Trace is what the gauge showed since, thinned out; the least and the most of what falls between are kept.
	Trace []unit.Length `json:"trace,omitempty"`
	// Unmet is why the last press took nothing; nil where it took something, or nobody pressed.
	Unmet error `json:"-"`
	// Run names the follower: the numbers of what was taken are its own.
	Run string `json:"run"`
	// Bads is how many lines were none since the last that was.
	Bads int `json:"bads,omitempty"`
	// Rate is how many lines came in the last second.
	Rate int `json:"rate"`
}

// A Follower follows one line: what it shows, where it turns back, what is taken of it, and how it does. It knows no
// clock and no port, and keeps no more however long it goes on.
type Follower struct {
	reader   *instrument.LineReader
	foot     *instrument.Switch
	sends    instrument.SendMode
	debounce time.Duration
	asked    bool
	run      string
	as       string // what it was made of

	cut     Lines
	turning instrument.Turning
	seq     int
	dropped int

	standing LineState
	opened   time.Time
	last     time.Time // the last reading
	took     time.Time // the last that was taken
	shown    *Shown
	turned   *Took
	turns    int
	nearest  Shown  // the nearest to a turning point so far
	taken    []Took // the last ones, those that were told before, too
	told     int    // the number up to which they were told
	between  int    // readings that came since one was taken
	trace    []unit.Length
	why      instrument.LineFault
	bad      string
	unmet    error
	badSince int // lines that were none since the last that was

	second time.Time
	steps  int // what reading them took
	came   int // lines in this second
	rate   int // in the one before
}

// Follow makes a follower of a link whose lines are read by a pattern; back is how far a gauge goes on beyond its
// turning point before it is one. A [instrument.LineFault] where pattern or link are none.
func Follow(link instrument.Link, pattern instrument.Pattern, seek instrument.Seeking,
	back unit.Length) (*Follower, error) {
	reader, err := instrument.Compile(pattern)
	if err != nil {
		return nil, err
	}
	f := &Follower{reader: reader, sends: link.Sends, debounce: time.Duration(link.Debounce) * time.Millisecond,
		asked: link.Request != "" && link.Every == 0, standing: Opening,
		run: rand.Text(), as: fmt.Sprint(link, pattern, seek, back),
		turning: instrument.Turning{Seek: seek, Back: back}}
	if f.debounce == 0 {
		f.debounce = bounce
	}
	if link.Switch != "" {
		if f.foot, err = instrument.CompileSwitch(link.Switch); err != nil {
			return nil, err
		}
	}
	return f, nil
}

// Opened tells that the port is open.
func (f *Follower) Opened(now time.Time) {
	f.standing, f.opened, f.last = Waiting, now, time.Time{}
	f.cut = Lines{}
	f.dropped, f.badSince, f.why, f.bad = 0, 0, "", ""
}

// Gone tells that the port is not there.
func (f *Follower) Gone() { f.standing, f.shown, f.turned = Away, nil, nil }

// Came takes what the port gave.
func (f *Follower) Came(bytes []byte, now time.Time) {
	f.count(now, 0)
	for _, line := range f.cut.Write(bytes) {
		f.count(now, 1)
		f.line(line, now)
	}
	if d := f.cut.Dropped(); d > f.dropped {
		f.dropped = d
		f.wrong("", instrument.ErrOther)
	}
}

// count counts the lines of a second.
func (f *Follower) count(now time.Time, lines int) {
	if now.Sub(f.second) >= time.Second {
		f.rate = f.came
		if now.Sub(f.second) >= 2*time.Second {
			f.rate = 0
		}
		f.second, f.came, f.steps = now, 0, 0
	}
	f.came += lines
}

// same tells whether two follow the same line in the same way.
func (f *Follower) same(other *Follower) bool { return f.as == other.as }

// flooded tells whether more comes than a gauge sends, or a hand presses.
func (f *Follower) flooded() bool {
	most := mostShown
	if f.sends == instrument.Pressed {
		most = mostPressed
	}
	return max(f.rate, f.came) > most
}

func (f *Follower) line(line string, now time.Time) {
	f.steps += f.reader.Cost(line)
	if f.foot != nil {
		f.steps += f.foot.Cost(line)
	}
	if f.steps > mostSteps {
		f.wrong("", instrument.ErrSlow)
		return
	}
	if f.foot != nil && f.foot.Says(line) {
		f.pressed(now)
		return
	}
	sent, err := f.reader.Read(line)
	if err != nil {
		fault, _ := err.(instrument.LineFault)
		f.wrong(line, fault)
		return
	}
	f.badSince, f.why, f.bad, f.last = 0, "", "", now
	f.shown = &Shown{sent.Size, sent.Unit, sent.Line}
	f.between++
	f.point(sent.Size)
	if f.sends == instrument.Pressed {
		f.pressed(now)
		return
	}
	if f.turning.Saw(sent.Size) {
		f.turns++
		f.turned = &Took{f.turns, f.nearest}
	}
	if f.turning.Nearest(sent.Size) {
		f.nearest = *f.shown
	}
}

func (f *Follower) wrong(line string, fault instrument.LineFault) {
	f.badSince++
	f.why, f.bad = fault, line
}

// point keeps a point of the trace; where there are too many, of each four the least and the most stay.
func (f *Follower) point(size unit.Length) {
	f.trace = append(f.trace, size)
	if len(f.trace) < 4*mostTrace {
		return
	}
	kept := f.trace[:0]
	for i := 0; i+4 <= len(f.trace); i += 4 {
		least, most := i, i
		for j := i; j < i+4; j++ {
			if f.trace[j] < f.trace[least] {
				least = j
			}
			if f.trace[j] > f.trace[most] {
				most = j
			}
		}
		a, b := f.trace[min(least, most)], f.trace[max(least, most)]
		kept = append(kept, a, b)
	}
	f.trace = kept
}

// pressed is a take by the line itself: where there is nothing to take, the bench is told once.
func (f *Follower) pressed(now time.Time) { f.unmet = f.take(now) }

// since is how long ago a reading was taken. What a slow machine read at one go was not sent at one moment: a gauge
// that shows all the time tells by its lines how much time went by.
func (f *Follower) since(now time.Time) time.Duration {
	gone := now.Sub(f.took)
	if rate := max(f.rate, f.came); f.sends == instrument.Shows && rate > 0 {
		gone = max(gone, time.Duration(f.between)*time.Second/time.Duration(rate))
	}
	return gone
}

// take takes what the gauge shows, or where it turned back, once for each press of a key. [ErrNothing] or [ErrNoTurn]
// where there is nothing to take, [ErrSoon] where another size comes sooner than a key is pressed twice.
func (f *Follower) take(now time.Time) error {
	of := f.shown
	if !f.took.IsZero() && f.since(now) < f.debounce {
		bounces := f.sends == instrument.Shows || len(f.taken) == 0 || of == nil ||
			of.Size == f.taken[len(f.taken)-1].Size
		if bounces {
			return nil
		}
		return ErrSoon
	}
	switch {
	case f.flooded(), f.seq-f.told >= mostTaken, of == nil, f.sends == instrument.Shows && now.Sub(f.last) > quiet:
		return ErrNothing
	case f.turning.Seek != instrument.SeekNone && f.sends == instrument.Shows:
		if f.turned == nil {
			return ErrNoTurn // the foot was early
		}
		of = &f.turned.Shown
	}
	f.took = now
	f.between = 0
	f.seq++
	f.taken = append(f.taken, Took{f.seq, *of})
	f.turned = nil
	return nil
}

// After goes back to a number of this follower's: what was taken since is told once more.
func (f *Follower) After(seq int) { f.told = min(max(seq, 0), f.seq) }

// untold is what was taken and not told yet.
func (f *Follower) untold() []Took {
	for i, one := range f.taken {
		if one.Seq > f.told {
			return f.taken[i:]
		}
	}
	return nil
}

// Frame is what is to be told by now; what came since the last one is told once.
func (f *Follower) Frame(now time.Time) Frame {
	f.count(now, 0)
	if f.standing != Opening && f.standing != Away {
		f.standing = f.stands(now)
	}
	news := f.untold()
	if f.standing == Flood && len(news) > 0 {
		// The first of a flood is no reading either.
		f.taken = f.taken[:len(f.taken)-len(news)]
		f.seq, news = news[0].Seq-1, nil
	}
	if f.standing == Silent || f.standing == Away {
		f.shown = nil
	}
	frame := Frame{Standing: f.standing, Why: f.why, Bad: f.bad, Shown: f.shown, Turned: f.turned,
		Taken: slices.Clone(news), Trace: thin(f.trace, mostTrace), Unmet: f.unmet, Run: f.run, Bads: f.badSince,
		Rate: max(f.rate, f.came)}
	f.unmet = nil
	f.told, f.trace = f.seq, f.trace[:0]
	if extra := len(f.taken) - mostTaken; extra > 0 {
		f.taken = slices.Delete(f.taken, 0, extra)
	}
	return frame
}

func (f *Follower) stands(now time.Time) LineState {
	since := f.last
	if since.IsZero() {
		since = f.opened
	}
	switch {
	case f.flooded():
		return Flood
	case f.badSince >= 3, f.badSince > 0 && (f.last.IsZero() || f.sends == instrument.Pressed):
		return Rubbish
	case f.sends == instrument.Pressed || f.asked:
		if f.last.IsZero() {
			return Waiting
		}
		return Live
	case now.Sub(since) > quiet:
		return Silent
	case f.last.IsZero():
		return Waiting
	}
	return Live
}

// thin is a copy of a trace with at most so many points, the last of them kept.
func thin(trace []unit.Length, most int) []unit.Length {
	step := (len(trace) + most - 1) / most
	if step <= 1 {
		return append([]unit.Length(nil), trace...)
	}
	var out []unit.Length
	for i := (len(trace) - 1) % step; i < len(trace); i += step {
		out = append(out, trace[i])
	}
	return out
}
