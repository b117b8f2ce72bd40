package store

import "sync"

// watchers are told which jobs change.
type watchers struct {
	mu    sync.Mutex
	lines map[chan int64]bool
	// sessions is closed, and made anew, whenever a session may have ended.
	sessions chan struct{}
}

// SessionsChanged is closed as soon as a session may have ended.
func (s *Store) SessionsChanged() <-chan struct{} {
	w := &s.watchers
	w.mu.Lock()
	defer w.mu.Unlock()
	if w.sessions == nil {
		w.sessions = make(chan struct{})
	}
	return w.sessions
}

func (w *watchers) notifySessions() {
	w.mu.Lock()
	defer w.mu.Unlock()
	if w.sessions != nil {
		close(w.sessions)
		w.sessions = nil
	}
}

// Watch returns the numbers of jobs as they change, until stop is called. A watcher that does not
// keep up misses some.
func (s *Store) Watch() (changes <-chan int64, stop func()) {
	w := &s.watchers
	line := make(chan int64, 256)
	w.mu.Lock()
	defer w.mu.Unlock()
	if w.lines == nil {
		w.lines = map[chan int64]bool{}
	}
	w.lines[line] = true
	return line, func() {
		w.mu.Lock()
		defer w.mu.Unlock()
		delete(w.lines, line)
	}
}

func (w *watchers) tell(id int64) {
	w.mu.Lock()
	defer w.mu.Unlock()
	for line := range w.lines {
		select {
		case line <- id:
		default:
		}
	}
}

// changed forgets what is kept of a job in memory and tells those who watch.
func (s *Store) changed(id int64) {
	s.cache.changed(id)
	s.watchers.tell(id)
}
