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
)

// A Hub keeps the lines that benches hold: each port is open while a bench holds it, and one bench at a time has it.
type Hub struct {
	open Opener
	now  func() time.Time

	mu    sync.Mutex
	lines map[string]*Held // by port, or by instrument where the browser has it
}

// NewHub returns a hub that opens ports by open and tells the time by now.
func NewHub(open Opener, now func() time.Time) *Hub {
	return &Hub{open: open, now: now, lines: map[string]*Held{}}
}

// A Held is a line that a bench has, until it lets go.
type Held struct {
	Instrument, Bench, By string

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
}

// Hold gives a line to a bench. The same bench takes its own line again; another is told [ErrHeld] and who has it, or
// with over takes it.
func (h *Hub) Hold(id, bench, by string, link instrument.Link, follower *Follower, over bool) (*Held, string, error) {
	key := link.Port
	if key == instrument.InBrowser {
		key += " " + id
	}
	h.mu.Lock()
	before := h.lines[key]
	if before != nil && before.Bench != bench && before.ends.Err() == nil && !over {
		h.mu.Unlock()
		return nil, before.By, ErrHeld
	}
	ends, end := context.WithCancel(context.Background())
	l := &Held{Instrument: id, Bench: bench, By: by, hub: h, key: key, link: link, ends: ends, end: end,
		ended: make(chan struct{}), news: make(chan struct{}, 1), follower: follower}
	h.lines[key] = l
	h.mu.Unlock()
	if before != nil {
		before.end()
		<-before.ended // a serial port opens once
	}
	go l.run()
	return l, "", nil
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
func (h *Hub) of(id, bench string) (*Held, error) {
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
	l.mu.Lock()
	defer l.tell()
	defer l.mu.Unlock()
	return l.follower.take(h.now())
}

// News tells when there is something to look at in [Held.Frame].
func (l *Held) News() <-chan struct{} { return l.news }

// Lost is closed when the line is this bench's no more.
func (l *Held) Lost() <-chan struct{} { return l.ends.Done() }

// Frame is what there is to tell by now.
func (l *Held) Frame() Frame {
	l.mu.Lock()
	defer l.mu.Unlock()
	return l.follower.Frame(l.hub.now())
}

// Release lets the line go, and returns when its port is closed.
func (l *Held) Release() {
	l.end()
	<-l.ended
}

func (l *Held) came(bytes []byte) {
	l.mu.Lock()
	l.follower.Came(bytes, l.hub.now())
	l.mu.Unlock()
	l.tell()
}

func (l *Held) tell() {
	select {
	case l.news <- struct{}{}:
	default:
	}
}

func (l *Held) ask() error {
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
func (l *Held) run() {
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

func (l *Held) opened(port io.Writer) {
	l.mu.Lock()
	l.port = port
	l.follower.Opened(l.hub.now())
	l.mu.Unlock()
	l.tell()
}

func (l *Held) gone() {
	l.mu.Lock()
	l.port = nil
	l.follower.Gone()
	l.mu.Unlock()
	l.tell()
}

// read reads a port until it is gone or the line is let go; true where anything came.
func (l *Held) read(port io.ReadWriteCloser) (anything bool) {
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
func (l *Held) poll(ends context.Context) {
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
