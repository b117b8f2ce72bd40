package httpapi

import (
	"net/http"
	"sync"
	"time"
)

const (
	// stalled is how long who asked may leave an answer unread; each piece that is read begins it anew.
	stalled = 20 * time.Second
	// mostKept is how much of an answer is kept in memory before it is sent.
	mostKept = 1 << 20
)

// patient gives every answer a deadline that moves on as it is read: who asks and does not read holds nothing for long.
func patient(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		p := &renewing{w, http.NewResponseController(w)}
		p.renew()
		next.ServeHTTP(p, r)
	})
}

// A renewing writer moves the deadline with each piece. It stays what a stream flushes through.
type renewing struct {
	http.ResponseWriter
	stream *http.ResponseController
}

func (r *renewing) Unwrap() http.ResponseWriter { return r.ResponseWriter }

// renew moves the deadline; a server of tests has none.
func (r *renewing) renew() { _ = r.stream.SetWriteDeadline(time.Now().Add(stalled)) }

func (r *renewing) Write(p []byte) (int, error) {
	r.renew()
	return r.ResponseWriter.Write(p)
}

func (r *renewing) Flush() {
	r.renew()
	_ = r.stream.Flush()
}

// An answer is what is sent once the work for it is done: until then it is kept, so that nobody who works waits for
// somebody who reads. What is longer than [mostKept] goes on as it is made, after the places that it took are given
// back.
type answer struct {
	http.ResponseWriter
	status  int
	kept    []byte
	sending bool
	gone    bool
	mu      sync.Mutex
	release []func()
}

func (a *answer) Unwrap() http.ResponseWriter { return a.ResponseWriter }

func (a *answer) WriteHeader(status int) {
	switch {
	case status < http.StatusOK:
		a.ResponseWriter.WriteHeader(status)
	case a.status == 0:
		a.status = status
	}
}

// Write never fails: who does not read is gone, and no fault of the handler's.
func (a *answer) Write(p []byte) (int, error) {
	if !a.sending {
		if len(a.kept)+len(p) <= mostKept {
			a.kept = append(a.kept, p...)
			return len(p), nil
		}
		a.send()
	}
	a.pass(p)
	return len(p), nil
}

// Flush begins to send.
func (a *answer) Flush() {
	a.send()
	if f, ok := a.ResponseWriter.(http.Flusher); ok && !a.gone {
		f.Flush()
	}
}

func (a *answer) pass(p []byte) {
	if a.gone || len(p) == 0 {
		return
	}
	_, err := a.ResponseWriter.Write(p)
	a.gone = err != nil
}

// send gives the places back and sends what was kept.
func (a *answer) send() {
	if a.sending {
		return
	}
	a.sending = true
	a.giveBack()
	// What is judged may change with the next reading, and is for who is signed in: no browser or proxy keeps it.
	if h := a.Header(); h.Get("Cache-Control") == "" {
		h.Set("Cache-Control", "no-store")
	}
	if a.status != 0 {
		a.ResponseWriter.WriteHeader(a.status)
	}
	a.pass(a.kept)
	a.kept = nil
}

// holds tells the answer of a place that it gives back before anything is sent.
func (a *answer) holds(release func()) {
	a.mu.Lock()
	defer a.mu.Unlock()
	a.release = append(a.release, release)
}

// giveBack gives every place back, once.
func (a *answer) giveBack() {
	a.mu.Lock()
	defer a.mu.Unlock()
	for _, release := range a.release {
		release()
	}
	a.release = nil
}
