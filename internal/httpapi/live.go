package httpapi

import (
	"fmt"
	"net/http"
	"strconv"
	"time"
)

// heartbeat keeps proxies from closing a quiet stream.
const heartbeat = 20 * time.Second

// live tells a page which jobs change, as server-sent events: the number of a job each time. It never says what changed, so
// that there is one way to read a job.
func (a resources) live(w http.ResponseWriter, r *http.Request) {
	stream := http.NewResponseController(w)
	_ = stream.SetWriteDeadline(time.Time{}) // a stream has no end; servers without deadlines have none to lift
	_ = stream.SetReadDeadline(time.Time{})
	changes, stop := a.store.Watch()
	defer stop()
	w.Header().Set("Content-Type", "text/event-stream")
	w.Header().Set("Cache-Control", "no-store")
	w.Header().Set("X-Accel-Buffering", "no")
	fmt.Fprint(w, "retry: 1000\n\n")
	beat := time.NewTicker(heartbeat)
	defer beat.Stop()
	for {
		if stream.Flush() != nil {
			return
		}
		select {
		case <-r.Context().Done():
			return
		case id := <-changes:
			fmt.Fprint(w, "event: job\ndata: "+strconv.FormatInt(id, 10)+"\n\n")
		case <-beat.C:
			fmt.Fprint(w, ": still here\n\n")
		}
	}
}
