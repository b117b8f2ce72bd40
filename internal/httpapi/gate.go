package httpapi

import (
	"bytes"
	"context"
	"encoding/json"
	"io"
	"net/http"
	"net/url"
	"regexp"
	"slices"
	"strings"
	"time"

	"github.com/alexedwards/scs/v2"
	"github.com/go-chi/httprate"

	"ledge/internal/store"
)

// personHeader carries the name of who is at a bench that needs no sign-in.
const personHeader = "Ledge-Person"

type signedInKey struct{}

// signedIn is who asks; ok is false where nobody is signed in.
func signedIn(ctx context.Context) (p store.Person, ok bool) {
	p, ok = ctx.Value(signedInKey{}).(store.Person)
	return p, ok
}

// open are the places that need no sign-in: signing in itself, and a report behind a link.
var open = regexp.MustCompile(`^/api/v1/(session|owner|shared/.+)$`)

// harmless are POSTs that store nothing.
var harmless = regexp.MustCompile(`/(costs|judgement-preview|cards)$`)

// needs is the least role for a request.
func needs(method, path string) store.Role {
	switch {
	case strings.HasPrefix(path, "/api/v1/people"):
		return store.Owner
	case method == http.MethodGet || method == http.MethodHead || harmless.MatchString(path):
		return store.Viewer
	case deciding.MatchString(path):
		return store.Decider
	}
	return store.Inspector
}

// deciding are the changes that bind the shop.
var deciding = regexp.MustCompile(`^/api/v1/(rates|shop|policies/.+|jobs/\d+/(decisions|orders|orders/.+|judgement|closed|shares|shares/.+))$`)

// gate lets only those in who may, and puts the name of who asks where changes are made. Without sign-in everybody at the machine may
// do everything, under the name they gave.
func gate(required bool, sessions *scs.SessionManager, people *store.Store) func(http.Handler) http.Handler {
	return func(next http.Handler) http.Handler {
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			if !required {
				name, err := url.QueryUnescape(r.Header.Get(personHeader))
				if err != nil || len(name) > 200 {
					name = ""
				}
				next.ServeHTTP(w, r.WithContext(store.As(r.Context(), name)))
				return
			}
			if !strings.HasPrefix(r.URL.Path, "/api/") || open.MatchString(r.URL.Path) {
				next.ServeHTTP(w, r)
				return
			}
			p, err := people.PersonByID(r.Context(), sessions.GetInt64(r.Context(), sessionPerson))
			if err != nil || p.Barred {
				writeProblem(w, http.StatusUnauthorized, "Sign in first. What you typed is still here.")
				return
			}
			roles := store.Roles()
			if least := needs(r.Method, r.URL.Path); slices.Index(roles, p.Role) < slices.Index(roles, least) {
				writeProblem(w, http.StatusForbidden, "That takes the role "+string(least)+"; you are signed in as "+string(p.Role)+".")
				return
			}
			// What one person entered is not stored under the name of the next who signed in.
			if entered, err := url.QueryUnescape(r.Header.Get(personHeader)); r.Method != http.MethodGet && err == nil && entered != "" && entered != p.Name {
				writeProblem(w, http.StatusConflict, "This was entered by "+entered+" and you are signed in as "+p.Name+". It waits until "+entered+" signs in again.")
				return
			}
			if r, err = inNameOf(r, p.Name); err != nil {
				writeProblem(w, http.StatusBadRequest, "The request could not be read.")
				return
			}
			ctx := context.WithValue(store.As(r.Context(), p.Name), signedInKey{}, p)
			next.ServeHTTP(w, r.WithContext(ctx))
		})
	}
}

// inNameOf replaces whatever name a request gives by that of who is signed in.
func inNameOf(r *http.Request, name string) (*http.Request, error) {
	query := r.URL.Query()
	if query.Has("by") {
		query.Set("by", name)
		r.URL.RawQuery = query.Encode()
	}
	if r.Method == http.MethodGet || !strings.HasPrefix(r.Header.Get("Content-Type"), "application/json") {
		return r, nil
	}
	body, err := io.ReadAll(http.MaxBytesReader(nil, r.Body, maxBody))
	if err != nil {
		return r, err
	}
	var fields map[string]json.RawMessage
	if json.Unmarshal(body, &fields) == nil && fields["by"] != nil {
		quoted, err := json.Marshal(name)
		if err != nil {
			return r, err
		}
		fields["by"] = quoted
		if body, err = json.Marshal(fields); err != nil {
			return r, err
		}
	}
	r.Body, r.ContentLength = io.NopCloser(bytes.NewReader(body)), int64(len(body))
	return r, nil
}

// sessionsOf loads and saves sessions of the API, where people sign in.
func sessionsOf(sessions *scs.SessionManager, required bool) func(http.Handler) http.Handler {
	return func(next http.Handler) http.Handler {
		loaded := sessions.LoadAndSave(next)
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			if required && strings.HasPrefix(r.URL.Path, "/api/v1/") {
				loaded.ServeHTTP(w, r)
				return
			}
			next.ServeHTTP(w, r)
		})
	}
}

// limitSignIns lets an address try ten passwords a minute.
func limitSignIns(next http.Handler) http.Handler {
	limited := httprate.Limit(10, time.Minute, httprate.WithKeyFuncs(httprate.KeyByIP), httprate.WithLimitHandler(func(w http.ResponseWriter, _ *http.Request) {
		writeProblem(w, http.StatusTooManyRequests, "Too many tries. Wait a minute.")
	}))(next)
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if r.Method == http.MethodPost && (r.URL.Path == "/api/v1/session" || r.URL.Path == "/api/v1/owner") {
			limited.ServeHTTP(w, r)
			return
		}
		next.ServeHTTP(w, r)
	})
}
