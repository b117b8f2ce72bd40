package httpapi

import (
	"fmt"
	"net/http"
	"slices"
	"time"

	"ledge/internal/store/office"
)

// heartbeat keeps proxies from closing a quiet stream.
const heartbeat = 20 * time.Second

// stillMay reports whether the session that a stream began with still holds, and its person still has the role.
func (a resources) stillMay(r *http.Request, least office.Role) bool {
	if !a.signIn {
		return true
	}
	sessions, ok := a.sessions.Store.(office.Sessions)
	if !ok {
		return false
	}
	if _, found, err := sessions.FindCtx(r.Context(),
		hashedToken(a.sessions.Token(r.Context()))); err != nil || !found {
		return false
	}
	p, err := a.store.PersonByID(r.Context(), a.sessions.GetInt64(r.Context(), sessionPerson))
	roles := office.Roles.All()
	return err == nil && !p.Barred && slices.Index(roles, p.Role) >= slices.Index(roles, least)
}

// live tells a page which jobs change, as server-sent events: a job and the number of its last change
// each time. It never says what changed, so that there is one way to read a job. Trouble with the shop's file is
// an event of its own.
func (a resources) live(w http.ResponseWriter, r *http.Request) {
	// Taken before the session is looked at again, so that none ends unseen.
	ended := a.store.SessionsChanged()
	changes, stop := a.store.Watch()
	defer stop()
	stream := opened(w)
	beat := time.NewTicker(heartbeat)
	defer beat.Stop()
	for {
		if stream.Flush() != nil {
			return
		}
		select {
		case <-r.Context().Done():
			return
		case <-a.stopping:
			return
		case <-ended:
			if ended = a.store.SessionsChanged(); !a.stillMay(r, office.Viewer) {
				return
			}
		case id := <-changes:
			if id == 0 {
				fmt.Fprint(w, "event: shop\ndata: \n\n")
				continue
			}
			fmt.Fprintf(w, "event: job\ndata: %d %d\n\n", id, a.store.ChangeOf(id))
		case <-beat.C:
			if !a.stillMay(r, office.Viewer) {
				return
			}
			fmt.Fprint(w, ": still here\n\n")
		}
	}
}

// opened begins a stream of events.
func opened(w http.ResponseWriter) *http.ResponseController {
	stream := endless(w, "text/event-stream")
	fmt.Fprint(w, "retry: 1000\n\n")
	return stream
}

// endless begins an answer without an end: each piece of it has its own deadline. Servers without deadlines have none
// to lift.
func endless(w http.ResponseWriter, contentType string) *http.ResponseController {
	stream := http.NewResponseController(w)
	_ = stream.SetReadDeadline(time.Time{})
	w.Header().Set("Content-Type", contentType)
	w.Header().Set("Cache-Control", "no-store")
	w.Header().Set("X-Accel-Buffering", "no")
	return stream
}
