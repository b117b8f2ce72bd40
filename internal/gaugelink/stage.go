package gaugelink

import (
	"context"
	"io"
	"net"
	"sync"
	"time"
)

// A Stage is where the stand-in plays: to all who listen at the moment.
type Stage struct {
	// Unplug is after how long the line is pulled out, again and again; 0 never.
	Unplug time.Duration
	// Polled tells that a line is sent for each request only.
	Polled bool
	// Ready is asked before each kind of part; nil where it goes on by itself.
	Ready func(ctx context.Context, place Place) error

	mu        sync.Mutex
	listeners map[io.ReadWriteCloser]chan string
	asked     chan struct{}
	came      chan struct{}
}

// NewStage returns an empty stage.
func NewStage() *Stage {
	return &Stage{listeners: map[io.ReadWriteCloser]chan string{}, asked: make(chan struct{}, 1),
		came: make(chan struct{}, 1)}
}

// Listen lets everybody hear who connects, until ctx ends.
func (s *Stage) Listen(ctx context.Context, l net.Listener) {
	stop := context.AfterFunc(ctx, func() { _ = l.Close() })
	defer stop()
	for {
		conn, err := l.Accept()
		if err != nil {
			return
		}
		s.Join(conn)
	}
}

// Join lets a port hear what is played, until it is closed.
func (s *Stage) Join(port io.ReadWriteCloser) {
	lines := make(chan string, 4096)
	s.mu.Lock()
	s.listeners[port] = lines
	s.mu.Unlock()
	signal(s.came)
	go func() {
		defer s.leave(port)
		for line := range lines {
			if _, err := io.WriteString(port, line+"\r\n"); err != nil {
				return
			}
		}
	}()
	go func() {
		defer s.leave(port)
		request := make([]byte, 256)
		for {
			n, err := port.Read(request)
			if err != nil {
				return
			}
			if n > 0 {
				signal(s.asked)
			}
		}
	}()
}

func signal(c chan struct{}) {
	select {
	case c <- struct{}{}:
	default:
	}
}

// leave ends with a port.
func (s *Stage) leave(port io.ReadWriteCloser) {
	s.mu.Lock()
	defer s.mu.Unlock()
	if lines, ok := s.listeners[port]; ok {
		delete(s.listeners, port)
		close(lines)
		_ = port.Close()
	}
}

// say sends a line to all who listen; who does not keep up misses it, as at a real port.
func (s *Stage) say(line string) {
	s.mu.Lock()
	defer s.mu.Unlock()
	for _, lines := range s.listeners {
		select {
		case lines <- line:
		default:
		}
	}
}

// pull pulls the line out.
func (s *Stage) pull() {
	s.mu.Lock()
	ports := make([]io.ReadWriteCloser, 0, len(s.listeners))
	for port := range s.listeners {
		ports = append(ports, port)
	}
	s.mu.Unlock()
	for _, port := range ports {
		s.leave(port)
	}
}

// heard waits until somebody listens.
func (s *Stage) heard(ctx context.Context) error {
	for {
		s.mu.Lock()
		n := len(s.listeners)
		s.mu.Unlock()
		if n > 0 {
			return nil
		}
		select {
		case <-ctx.Done():
			return ctx.Err()
		case <-s.came:
		}
	}
}

// Play plays until all is measured or ctx ends. It waits where nobody listens.
func (s *Stage) Play(ctx context.Context, p Playing) (err error) {
	pulled := time.Now()
	for b := range p.Beats {
		if err = s.heard(ctx); err != nil {
			return err
		}
		if b.First && s.Ready != nil {
			if err = s.Ready(ctx, *b.Place); err != nil {
				return err
			}
		}
		wait := time.After(b.Wait)
		if s.Polled {
			wait = nil
		}
		select {
		case <-ctx.Done():
			return ctx.Err()
		case <-wait:
		case <-s.asked:
		}
		if s.Unplug > 0 && time.Since(pulled) > s.Unplug {
			s.pull()
			pulled = time.Now()
			if err = s.heard(ctx); err != nil {
				return err
			}
		}
		if b.Line != "" {
			s.say(b.Line)
		}
	}
	return nil
}
