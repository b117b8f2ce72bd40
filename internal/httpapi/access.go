package httpapi

import (
	"context"
	"net/http"
	"net/url"
	"slices"
	"strings"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humachi"

	"ledge/internal/store/db"
	"ledge/internal/store/office"
	"ledge/internal/words"
)

// personHeader carries the name of who is at a bench that needs no sign-in.
const personHeader = "Ledge-Person"

// anyone may do what needs no sign-in: signing in itself, and reading a report behind a link.
const anyone office.Role = ""

// writes reports whether what takes a role changes something: then it needs a name, and goes on
// when its client has gone.
func writes(least office.Role) bool { return least != anyone && least != office.Viewer }

// gate lets only those in who may do what was routed.
func (a resources) gate(ctx huma.Context, next func(huma.Context)) {
	least, declared := ctx.Operation().Metadata[leastKey].(office.Role)
	r, w := humachi.Unwrap(ctx)
	if !declared {
		least = office.Owner // an operation that forgot to say
	}
	admitted, ok := a.admit(w, r, least)
	if !ok {
		return
	}
	next(huma.WithContext(ctx, admitted))
}

// only is gate for a handler that is no operation.
func (a resources) only(least office.Role, next http.HandlerFunc) http.HandlerFunc {
	return func(w http.ResponseWriter, r *http.Request) {
		if ctx, ok := a.admit(w, r, least); ok {
			next(w, r.WithContext(ctx))
		}
	}
}

type signedInKey struct{}

// signedIn is who asks; ok is false where nobody is signed in.
func signedIn(ctx context.Context) (p office.Person, ok bool) {
	p, ok = ctx.Value(signedInKey{}).(office.Person)
	return p, ok
}

// admit names who asks in the context, or answers why not. Where people sign in it is their session
// that says who they are. Without sign-in everybody at the machine may do everything, under the
// name that the one header gives.
func (a resources) admit(w http.ResponseWriter, r *http.Request, least office.Role) (context.Context, bool) {
	ctx := r.Context()
	if least == anyone {
		return ctx, true
	}
	if writes(least) {
		ctx = context.WithoutCancel(ctx)
	}
	entered, err := url.QueryUnescape(r.Header.Get(personHeader))
	if err != nil || len(entered) > 4*longestHeader {
		writeProblem(w, http.StatusUnprocessableEntity, words.Told("refuse.header", "header", personHeader))
		return nil, false
	}
	if !a.signIn {
		return a.admitHere(w, r, ctx, entered, least)
	}
	p, err := a.store.PersonByID(ctx, a.sessions.GetInt64(ctx, sessionPerson))
	roles := office.Roles.All()
	switch {
	case err != nil || p.Barred:
		writeProblem(w, http.StatusUnauthorized, words.Told("refuse.sign_in"))
	case slices.Index(roles, p.Role) < slices.Index(roles, least):
		writeProblem(w, http.StatusForbidden, words.Told("refuse.role", "needed", least, "role", p.Role))
	case p.First && !changesPassword(r):
		writeProblem(w, http.StatusForbidden, words.Told("refuse.password_first"))
	case writes(least) && entered != "" && !office.SameName(entered, p.Name):
		// What one person entered is not stored under the name of the next who signed in.
		writeProblem(w, http.StatusConflict, words.Told("refuse.entered_by", "entered", entered, "name", p.Name))
	default:
		return context.WithValue(office.InRole(db.As(ctx, p.Name), p.Role), signedInKey{}, p), true
	}
	return nil, false
}

// changesPassword tells whether a request changes the password of who asks: the one thing that a first password is for.
func changesPassword(r *http.Request) bool {
	return r.Method == http.MethodPut && r.URL.Path == "/api/v1/session/password"
}

// longestHeader bounds the name in a header, before it is looked at.
const longestHeader = 200

// admitHere admits somebody at this machine, where nobody signs in. A name that came through a
// proxy may be anybody's.
func (a resources) admitHere(w http.ResponseWriter, r *http.Request, ctx context.Context, entered string,
	least office.Role) (context.Context, bool) {
	name, sentence := office.Name(entered)
	switch {
	case !writes(least):
		return db.As(ctx, name), true
	case proxied(r):
		writeProblem(w, http.StatusUnauthorized, words.Told("refuse.proxy"))
	case entered == "":
		writeProblem(w, http.StatusUnprocessableEntity, words.Told("refuse.nobody"))
	case sentence != "":
		writeProblem(w, http.StatusUnprocessableEntity, sentence)
	default:
		return db.As(ctx, name), true
	}
	return nil, false
}

// proxied reports whether a request says that it was passed on.
func proxied(r *http.Request) bool {
	for name := range r.Header {
		if name == "Forwarded" || name == "Via" || name == "X-Real-Ip" || strings.HasPrefix(name, "X-Forwarded-") {
			return true
		}
	}
	return false
}

type deviceKey struct{}

// device is how a browser names itself.
func device(ctx context.Context) string {
	name, _ := ctx.Value(deviceKey{}).(string)
	return name
}

// withDevice keeps how a browser names itself for who signs in with it.
func withDevice(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		name := strings.ToValidUTF8(r.UserAgent(), "")
		if len(name) > longestHeader {
			name = strings.ToValidUTF8(name[:longestHeader], "")
		}
		next.ServeHTTP(w, r.WithContext(context.WithValue(r.Context(), deviceKey{}, name)))
	})
}
