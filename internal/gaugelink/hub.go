package gaugelink

import (
	"context"
	"errors"
	"io"
	"sync"
	"time"

	"ledge/internal/core/instrument"
)

// Errors of lines that are held.
var (
	// ErrHeld is a line that another bench has.
	ErrHeld = errors.New("another bench has the line")
	// ErrLost is a line that is this bench's no more.
	ErrLost = errors.New("the line is this bench's no more")
	// ErrNothing is a reading that was asked for where the gauge shows nothing.
	ErrNothing = errors.New("the gauge shows nothing")
	// ErrNoTurn is one of a rocked gauge that has not turned back yet.
	ErrNoTurn = errors.New("the gauge has not turned back")
	// ErrSoon is one that came so soon after another that it may be a key's bounce.
	ErrSoon = errors.New("too soon after the last one")
)

// linger is how long a line stays open once its bench is gone: a page that is loaded again, or a connection that
// dropped, misses nothing that was pressed meanwhile.
const linger = 10 * time.Second

// A Hub keeps the lines that benches hold: each port is open while a bench holds it, and one bench at a time has it.
type Hub struct {
	open Opener
	now  func() time.Time

	mu    sync.Mutex
	lines map[string]*line // by port, or by instrument where the browser has it
}

// NewHub returns a hub that opens ports by open and tells the time by now.
func NewHub(open Opener, now func() time.Time) *Hub {
	return &Hub{open: open, now: now, lines: map[string]*line{}}
}

// A Wanted is a line that a bench asks for.
type Wanted struct {
	Instrument, Bench, By string
	// Over takes it from another bench.
	Over bool
	// Run and After name the last reading that the bench put in its place: what was taken since is told again. Run is
	// empty for a bench that begins anew.
	Run   string
	After int
}

// A Held is a line that a bench listens to, until it lets go.
type Held struct {
	*line
	lost chan struct{}
}

// A line is an open port and what is known of it.
type line struct {
	Wanted
	hub   *Hub
	key   string
	link  instrument.Link
	ends  context.Context
	end   context.CancelFunc
	ended chan struct{} // closed when its port is closed again
	news  chan struct{} // something came

	mu       sync.Mutex
	follower *Follower
	port     io.Writer // nil where none is open
	listener *Held     // nil while nobody listens
}

// Hold gives a line to a bench. The same bench takes its own line again, where it left off; another is told [ErrHeld]
// and who has it, or with over takes it.
func (h *Hub) Hold(w Wanted, link instrument.Link, follower *Follower) (*Held, string, error) {
	key := link.Port
	if key == instrument.InBrowser {
		key += " " + w.Instrument
	}
	h.mu.Lock()
	before := h.lines[key]
	if before != nil && before.ends.Err() == nil {
		switch {
		case before.Bench != w.Bench && !w.Over && before.listened():
			h.mu.Unlock()
			return nil, before.By, ErrHeld
		case before.goesOn(w, link, follower):
			held := before.listen(w.After)
			h.mu.Unlock()
			return held, "", nil
		}
	}
	ends, end := context.WithCancel(context.Background())
	l := &line{Wanted: w, hub: h, key: key, link: link, ends: ends, end: end,
		ended: make(chan struct{}), news: make(chan struct{}, 1), follower: follower}
	h.lines[key] = l
	h.mu.Unlock()
	if before != nil {
		before.end()
		<-before.ended // a serial port opens once
	}
	held := l.listen(0)
	go l.run()
	return held, "", nil
}

// goesOn tells whether a bench asks for the line that it has already.
func (l *line) goesOn(w Wanted, link instrument.Link, follower *Follower) bool {
	return l.Bench == w.Bench && l.Instrument == w.Instrument && l.link == link && l.follower.run == w.Run &&
		l.follower.same(follower)
}

// listened tells whether anybody listens to a line.
func (l *line) listened() bool {
	l.mu.Lock()
	defer l.mu.Unlock()
	return l.listener != nil
}

// listen gives the line to a listener, in the place of another one, from a reading on.
func (l *line) listen(after int) *Held {
	l.mu.Lock()
	defer l.mu.Unlock()
	if l.listener != nil {
		close(l.listener.lost)
	}
	l.follower.After(after)
	l.listener = &Held{l, make(chan struct{})}
	return l.listener
}

// Drop ends the lines of an instrument: how it is connected has changed.
func (h *Hub) Drop(id string) {
	h.mu.Lock()
	defer h.mu.Unlock()
	for _, l := range h.lines {
		if l.Instrument == id {
			l.end()
		}
	}
}

// of is the line of an instrument that a bench holds.
func (h *Hub) of(id, bench string) (*line, error) {
	h.mu.Lock()
	defer h.mu.Unlock()
	for _, l := range h.lines {
		if l.Instrument == id && l.Bench == bench && l.ends.Err() == nil {
			return l, nil
		}
	}
	return nil, ErrLost
}

// Feed gives a line what its bench's browser had from the port.
func (h *Hub) Feed(id, bench string, bytes []byte) error {
	l, err := h.of(id, bench)
	if err != nil {
		return err
	}
	if l.link.Port != instrument.InBrowser {
		return ErrLost
	}
	l.came(bytes)
	return nil
}

// Take takes a reading of a line that a bench holds, as its foot switch would: a gauge that is asked for each reading
// is asked. [ErrNothing] or [ErrNoTurn] where there is none.
func (h *Hub) Take(id, bench string) error {
	l, err := h.of(id, bench)
	if err != nil {
		return err
	}
	if l.link.Request != "" && l.link.Every == 0 {
		return l.ask()
	}
	defer l.tell()
	l.mu.Lock()
	defer l.mu.Unlock()
	return l.follower.take(h.now())
}

// News tells when there is something to look at in [Held.Frame].
func (h *Held) News() <-chan struct{} { return h.news }

// Lost is closed when another listens in this one's place, Ended when the line is this bench's no more.
func (h *Held) Lost() <-chan struct{} { return h.lost }

// Ended is closed when the line is at its end.
func (h *Held) Ended() <-chan struct{} { return h.ends.Done() }

// Frame is what there is to tell by now; nothing where another listens.
func (h *Held) Frame() Frame {
	h.mu.Lock()
	defer h.mu.Unlock()
	if h.listener != h {
		return Frame{Standing: Opening, Run: h.follower.run}
	}
	return h.follower.Frame(h.hub.now())
}

// Release stops listening. The line stays open for a while: its bench may come back.
func (h *Held) Release() {
	h.mu.Lock()
	defer h.mu.Unlock()
	if h.listener != h {
		return
	}
	h.listener = nil
	time.AfterFunc(linger, func() {
		if !h.listened() {
			h.end()
		}
	})
}

func (l *line) came(bytes []byte) {
	l.mu.Lock()
	l.follower.Came(bytes, l.hub.now())
	l.mu.Unlock()
	l.tell()
}

func (l *line) tell() {
	select {
	case l.news <- struct{}{}:
	default:
	}
}

func (l *line) ask() error {
	request, err := l.link.Asks()
	if err != nil || len(request) == 0 {
		return err
	}
	l.mu.Lock()
	port := l.port
	l.mu.Unlock()
	if port == nil {
		return ErrNothing
	}
	_, err = port.Write(request)
	return err
}

// The waits before a port is tried again, from the first to the longest.
const firstWait, longestWait = 250 * time.Millisecond, 3 * time.Second

// run keeps the port open until the line is let go: a gauge that was unplugged comes back by itself.
func (l *line) run() {
	defer func() {
		l.end()
		l.hub.mu.Lock()
		if l.hub.lines[l.key] == l {
			delete(l.hub.lines, l.key)
		}
		l.hub.mu.Unlock()
		close(l.ended)
	}()
	if l.link.Port == instrument.InBrowser {
		l.opened(nil)
		<-l.ends.Done()
		return
	}
	wait := firstWait
	for l.ends.Err() == nil {
		port, err := l.hub.open(l.ends, l.link)
		if err == nil {
			l.opened(port)
			if l.read(port) {
				wait = firstWait
			}
		}
		l.gone()
		select {
		case <-l.ends.Done():
		case <-time.After(wait):
		}
		wait = min(2*wait, longestWait)
	}
}

func (l *line) opened(port io.Writer) {
	l.mu.Lock()
	l.port = port
	l.follower.Opened(l.hub.now())
	l.mu.Unlock()
	l.tell()
}

func (l *line) gone() {
	l.mu.Lock()
	l.port = nil
	l.follower.Gone()
	l.mu.Unlock()
	l.tell()
}

// read reads a port until it is gone or the line is let go; true where anything came.
func (l *line) read(port io.ReadWriteCloser) (anything bool) {
	ends, end := context.WithCancel(l.ends)
	var closed sync.WaitGroup
	closed.Go(func() {
		<-ends.Done()
		_ = port.Close()
	})
	if l.link.Request != "" && l.link.Every > 0 {
		closed.Go(func() { l.poll(ends) })
	}
	defer closed.Wait()
	defer end()
	buffer := make([]byte, 4096)
	for {
		n, err := port.Read(buffer)
		if n > 0 {
			anything = true
			l.came(buffer[:n])
		}
		// A serial port that was pulled out answers with nothing.
		if err != nil || n == 0 || ends.Err() != nil {
			return anything
		}
	}
}

// poll asks the gauge again and again.
func (l *line) poll(ends context.Context) {
	every := time.NewTicker(time.Duration(l.link.Every) * time.Millisecond)
	defer every.Stop()
	for {
		select {
		case <-ends.Done():
			return
		case <-every.C:
			_ = l.ask() // a port that is gone is found by its reader
		}
	}
}
