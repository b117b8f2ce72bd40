package httpapi

import (
	"log/slog"
	"net"
	"net/http"
	"strconv"
	"time"

	"github.com/alexedwards/scs/v2"
	"github.com/go-chi/httprate"

	"ledge/internal/store"
	"ledge/internal/words"
)

// sessionPerson and sessionDevice are where a session keeps who it is of, and in which browser.
const (
	sessionPerson = "person"
	sessionDevice = "device"
)

// newSessions keeps sessions in the store, under hashed tokens. How long an unused one lasts is the
// store's business: reading writes none.
func newSessions(s *store.Store, log *slog.Logger, cookie string, secure bool) *scs.SessionManager {
	sessions := scs.New()
	sessions.Store = store.Sessions{Store: s, Whose: func(data []byte) (int64, string, error) {
		_, values, err := sessions.Codec.Decode(data)
		person, _ := values[sessionPerson].(int64)
		device, _ := values[sessionDevice].(string)
		return person, device, err
	}}
	sessions.HashTokenInStore = true
	sessions.Lifetime = 14 * 24 * time.Hour
	sessions.Cookie.Name = cookie
	sessions.Cookie.Secure = secure
	sessions.Cookie.SameSite = http.SameSiteStrictMode
	sessions.ErrorFunc = func(w http.ResponseWriter, r *http.Request, err error) {
		status, sentence, _ := answerTo(err)
		if status >= http.StatusInternalServerError {
			log.LogAttrs(r.Context(), slog.LevelError, "session", slog.Any("error", err))
		}
		writeProblem(w, status, sentence)
	}
	return sessions
}

// cookieName tells the sessions of two Ledges on one machine apart; under TLS no page of a plain address can set it.
func cookieName(port int, secure bool) string {
	name := "ledge"
	if port > 0 {
		name += "-" + strconv.Itoa(port)
	}
	if secure {
		name = "__Host-" + name
	}
	return name
}

// byAddress is the machine at the other end of the connection: a header that tells of another could
// be anybody's.
func byAddress(r *http.Request) (string, error) {
	host, _, err := net.SplitHostPort(r.RemoteAddr)
	if err != nil {
		host = r.RemoteAddr
	}
	return httprate.CanonicalizeIP(host), nil
}

// limitSignIns lets an address try ten passwords a minute.
func limitSignIns() func(http.Handler) http.Handler {
	return httprate.LimitBy(10, time.Minute, byAddress,
		httprate.WithLimitHandler(func(w http.ResponseWriter, _ *http.Request) {
			writeProblem(w, http.StatusTooManyRequests, words.Told("refuse.too_many_tries"))
		}))
}
