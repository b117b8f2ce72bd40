package db

import "sync"

// watchers are told which jobs change.
type watchers struct {
	mu    sync.Mutex
	lines map[chan int64]bool
}

// Watch returns the numbers of jobs as they change, until stop is called. A watcher that does not
// keep up misses some.
func (f *File) Watch() (changes <-chan int64, stop func()) {
	w := &f.watchers
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

// Tell says to those who watch that a job changed; 0 that something is about the file itself.
func (f *File) Tell(id int64) {
	w := &f.watchers
	w.mu.Lock()
	defer w.mu.Unlock()
	for line := range w.lines {
		select {
		case line <- id:
		default:
		}
	}
}
