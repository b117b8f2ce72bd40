package httpapi

import (
	"context"
	"log/slog"
	"net"
	"net/http"
	"strconv"
	"strings"
	"time"

	"github.com/alexedwards/scs/v2"
	"github.com/go-chi/httprate"

	"ledge/internal/store"
	"ledge/internal/store/office"
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
	sessions.Store = office.Sessions{Office: s.Office, Whose: func(data []byte) (int64, string, error) {
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

// tries counts wrong passwords and codes, by the address that they come from and by the account that they are for;
// right ones count nothing.
type tries struct {
	address, account *httprate.RateLimiter
	log              *slog.Logger
}

// An address may be wrong ten times a minute, an account five: from many addresses it is guessed no faster, and its
// person waits a minute at most.
const wrongFromOne, wrongForOne = 10, 5

func newTries(log *slog.Logger) *tries {
	// With a counter of its own a limiter's windows are those of the clock, in which what was wrong is counted.
	limiter := func(most int) *httprate.RateLimiter {
		return httprate.NewRateLimiter(most-1, time.Minute,
			httprate.WithLimitCounter(httprate.NewLocalLimitCounter(time.Minute)))
	}
	return &tries{address: limiter(wrongFromOne), account: limiter(wrongForOne), log: log}
}

type addressKey struct{}

// accountKey is one however a name is written.
func accountKey(name string) string { return strings.ToLower(strings.Join(strings.Fields(name), " ")) }

// allow is a problem where too much was wrong of late.
func (t *tries) allow(ctx context.Context, account string) error {
	address, _ := ctx.Value(addressKey{}).(string)
	for limiter, key := range map[*httprate.RateLimiter]string{t.address: address, t.account: accountKey(account)} {
		if able, _, err := limiter.Status(key); key != "" && (err != nil || !able) {
			return problem(http.StatusTooManyRequests, words.Told("refuse.too_many_tries"))
		}
	}
	return nil
}

// wrong counts what was wrong, and tells the log.
func (t *tries) wrong(ctx context.Context, what, account string) {
	address, _ := ctx.Value(addressKey{}).(string)
	t.log.LogAttrs(ctx, slog.LevelWarn, "refused: "+what, slog.String("name", account), slog.String("address", address))
	for limiter, key := range map[*httprate.RateLimiter]string{t.address: address, t.account: accountKey(account)} {
		if key != "" {
			_ = limiter.Counter().Increment(key, time.Now().UTC().Truncate(time.Minute))
		}
	}
}

// fromAddress remembers where a request comes from.
func fromAddress(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		address, _ := byAddress(r)
		next.ServeHTTP(w, r.WithContext(context.WithValue(r.Context(), addressKey{}, address)))
	})
}
