package httpapi

import (
	"context"
	"net/http"
	"sync"
	"time"

	"ledge/internal/words"
)

const (
	// together is how many requests are worked on at once; others wait. It bounds the memory that they take.
	together = 32
	// togetherOfOne is how many of them come from one other machine; a proxy on this one counts for many.
	togetherOfOne = 16
)

type answerKey struct{}

// answerOf is the answer that a request is being given.
func answerOf(ctx context.Context) *answer {
	a, _ := ctx.Value(answerKey{}).(*answer)
	return a
}

// throttled lets so many requests be worked on at once. A place is given back before the answer is sent: who reads
// slowly keeps nobody waiting.
func (a resources) throttled(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		own := a.ofOne.place(r)
		if !wait(r.Context(), own, patience) {
			writeProblem(w, http.StatusServiceUnavailable, words.Told("refuse.busy"))
			return
		}
		if !wait(r.Context(), a.places, patience) {
			<-own
			writeProblem(w, http.StatusServiceUnavailable, words.Told("refuse.busy"))
			return
		}
		out := &answer{ResponseWriter: w}
		out.holds(func() { <-a.places; <-own })
		defer out.giveBack()
		next.ServeHTTP(out, r.WithContext(context.WithValue(r.Context(), answerKey{}, out)))
		out.send()
	})
}

// wait takes a place as soon as one is free; false where none is for so long, or who asks has gone.
func wait(ctx context.Context, places chan struct{}, most time.Duration) bool {
	select {
	case places <- struct{}{}:
		return true
	default:
	}
	timer := time.NewTimer(most)
	defer timer.Stop()
	select {
	case places <- struct{}{}:
		return true
	case <-ctx.Done():
		return false
	case <-timer.C:
		return false
	}
}

// machines are the places of each machine that asks.
type machines struct {
	mu sync.Mutex
	of map[string]chan struct{}
}

// mostMachines bounds what is remembered of machines that have nothing under way.
const mostMachines = 256

// place is where a machine's requests take their places; this machine itself has as many as there are.
func (m *machines) place(r *http.Request) chan struct{} {
	host, _ := byAddress(r)
	m.mu.Lock()
	defer m.mu.Unlock()
	if len(m.of) >= mostMachines {
		for name, places := range m.of {
			if len(places) == 0 {
				delete(m.of, name)
			}
		}
	}
	if m.of[host] == nil {
		most := togetherOfOne
		if loopback(host) {
			most = together
		}
		m.of[host] = make(chan struct{}, most)
	}
	return m.of[host]
}
