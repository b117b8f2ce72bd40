package httpapi

import (
	"context"
	"crypto/rand"
	"crypto/sha256"
	"crypto/subtle"
	"encoding/base64"
	"net/http"
	"strings"

	"github.com/danielgtaylor/huma/v2"
	"golang.org/x/crypto/bcrypt"

	"ledge/internal/store"
	"ledge/internal/words"
)

// SessionView says who is signed in, and whether anybody has to be.
type SessionView struct {
	Required bool `json:"required"`
	// First tells that nobody is there yet: the owner is created first.
	First bool       `json:"first"`
	Name  string     `json:"name"`
	Role  store.Role `json:"role,omitempty"`
}

// CredentialsBody signs in.
type CredentialsBody struct {
	Name     string `json:"name" minLength:"1" maxLength:"100"`
	Password string `json:"password" minLength:"1" maxLength:"72"`
}

// PersonBody adds a person or changes one.
type PersonBody struct {
	Name     string     `json:"name" minLength:"1" maxLength:"100"`
	Role     store.Role `json:"role"`
	Password string     `json:"password,omitempty" maxLength:"72" doc:"empty keeps the present one"`
	Barred   bool       `json:"barred"`
}

// SessionLine is a browser in which somebody is signed in.
type SessionLine struct {
	store.Session
	// This is the one that asks.
	This bool `json:"this"`
}

// hashedToken is a session's token as the store knows it, which never sees the token itself; scs
// hashes it so.
func hashedToken(token string) string {
	sum := sha256.Sum256([]byte(token))
	return base64.RawURLEncoding.EncodeToString(sum[:])
}

// shortest password taken; longer beats odder.
const shortest = 10

func (a resources) people(api huma.API) {
	type sessionOutput struct{ Body SessionView }
	limited := through(limitSignIns())
	now := func(ctx context.Context) (*sessionOutput, error) {
		view := SessionView{Required: a.signIn}
		if !a.signIn {
			return &sessionOutput{view}, nil
		}
		people, err := a.store.People(ctx)
		if err != nil {
			return nil, a.fail(ctx, err)
		}
		view.First = len(people) == 0
		if p, err := a.store.PersonByID(ctx, a.sessions.GetInt64(ctx, sessionPerson)); err == nil && !p.Barred {
			view.Name, view.Role = p.Name, p.Role
		}
		return &sessionOutput{view}, nil
	}
	enter := func(ctx context.Context, p store.Person) (*sessionOutput, error) {
		if err := a.sessions.RenewToken(ctx); err != nil {
			return nil, a.fail(ctx, err)
		}
		a.sessions.Put(ctx, sessionPerson, p.ID)
		a.sessions.Put(ctx, sessionDevice, device(ctx))
		return &sessionOutput{SessionView{Required: true, Name: p.Name, Role: p.Role}}, nil
	}
	register(api, anyone, huma.Operation{OperationID: "get-session", Method: http.MethodGet,
		Path: "/api/v1/session", Summary: "Who is signed in"},
		func(ctx context.Context, _ *struct{}) (*sessionOutput, error) { return now(ctx) })
	register(api, anyone, huma.Operation{OperationID: "sign-in", Method: http.MethodPost,
		Path: "/api/v1/session", Summary: "Sign in", Middlewares: huma.Middlewares{limited}},
		func(ctx context.Context, in *struct{ Body CredentialsBody }) (*sessionOutput, error) {
			p, err := a.store.PersonNamed(ctx, in.Body.Name)
			known := p.Password
			if err != nil {
				known = nobody // so that an unknown name takes as long as a wrong password
			}
			if bcrypt.CompareHashAndPassword([]byte(known), []byte(in.Body.Password)) != nil || err != nil ||
				p.Barred || !a.signIn {
				return nil, problem(http.StatusUnauthorized, words.Told("refuse.password_wrong"),
					&huma.ErrorDetail{Location: "body.password", Message: words.Told("refuse.password_wrong")})
			}
			return enter(ctx, p)
		})
	register(api, anyone, huma.Operation{OperationID: "sign-out", Method: http.MethodDelete,
		Path: "/api/v1/session", Summary: "Sign out"},
		func(ctx context.Context, _ *struct{}) (*struct{}, error) {
			if !a.signIn {
				return nil, nil
			}
			if err := a.sessions.Destroy(ctx); err != nil {
				return nil, a.fail(ctx, err)
			}
			return nil, nil
		})
	register(api, anyone, huma.Operation{OperationID: "create-owner", Method: http.MethodPost,
		Path: "/api/v1/owner", DefaultStatus: http.StatusCreated, Middlewares: huma.Middlewares{limited},
		Summary: "Create the owner, once, with the code that Ledge printed when it started"},
		func(ctx context.Context, in *struct {
			Body struct {
				CredentialsBody
				Code string `json:"code" maxLength:"40"`
			}
		}) (*sessionOutput, error) {
			if !a.signIn || subtle.ConstantTimeCompare([]byte(strings.TrimSpace(in.Body.Code)),
				[]byte(a.setupCode)) != 1 || a.setupCode == "" {
				return nil, refuse("code", words.Told("refuse.code"))
			}
			p, err := newPerson(PersonBody{Name: in.Body.Name, Role: store.Owner, Password: in.Body.Password})
			if err != nil {
				return nil, err
			}
			if err := a.store.AddPerson(store.As(ctx, p.Name), p, true); err != nil {
				return nil, a.fail(ctx, err)
			}
			if p, err = a.store.PersonNamed(ctx, p.Name); err != nil {
				return nil, a.fail(ctx, err)
			}
			return enter(ctx, p)
		})
	type peopleOutput struct{ Body []store.Person }
	list := func(ctx context.Context, err error) (*peopleOutput, error) {
		if err != nil {
			return nil, a.fail(ctx, err)
		}
		people, err := a.store.People(ctx)
		if err != nil {
			return nil, a.fail(ctx, err)
		}
		return &peopleOutput{people}, nil
	}
	register(api, store.Owner, huma.Operation{OperationID: "list-people", Method: http.MethodGet,
		Path: "/api/v1/people", Summary: "Who may sign in"},
		func(ctx context.Context, _ *struct{}) (*peopleOutput, error) { return list(ctx, nil) })
	register(api, store.Owner, huma.Operation{OperationID: "add-person", Method: http.MethodPost,
		Path: "/api/v1/people", Summary: "Let somebody sign in", DefaultStatus: http.StatusCreated},
		func(ctx context.Context, in *struct{ Body PersonBody }) (*peopleOutput, error) {
			p, err := newPerson(in.Body)
			if err != nil {
				return nil, err
			}
			return list(ctx, a.store.AddPerson(ctx, p, false))
		})
	register(api, store.Owner, huma.Operation{OperationID: "change-person", Method: http.MethodPut,
		Path: "/api/v1/people/{person}", Summary: "Another role or password; bar somebody, or let them in again"},
		func(ctx context.Context, in *struct {
			Person  int64  `path:"person"`
			IfMatch string `header:"If-Match" required:"true" doc:"the person's version that was changed"`
			Body    PersonBody
		}) (*peopleOutput, error) {
			version, err := versionOf(in.IfMatch)
			if err != nil {
				return nil, err
			}
			to := store.PersonChange{Role: in.Body.Role, Barred: in.Body.Barred, Version: version}
			if in.Body.Password != "" {
				p, err := newPerson(in.Body)
				if err != nil {
					return nil, err
				}
				to.Password = p.Password
			}
			if me, _ := signedIn(ctx); me.ID == in.Person {
				to.But = hashedToken(a.sessions.Token(ctx))
			}
			return list(ctx, a.store.ChangePerson(ctx, in.Person, to))
		})
	type sessionsOutput struct{ Body []SessionLine }
	sessions := func(ctx context.Context) (*sessionsOutput, error) {
		all, err := a.store.SessionsOf(ctx, 0)
		if err != nil {
			return nil, a.fail(ctx, err)
		}
		lines := []SessionLine{}
		for _, s := range all {
			lines = append(lines, SessionLine{s, a.sessions != nil && s.Token == hashedToken(a.sessions.Token(ctx))})
		}
		return &sessionsOutput{lines}, nil
	}
	register(api, store.Owner, huma.Operation{OperationID: "list-sessions", Method: http.MethodGet,
		Path: "/api/v1/sessions", Summary: "In which browsers people are signed in"},
		func(ctx context.Context, _ *struct{}) (*sessionsOutput, error) {
			if !a.signIn {
				return &sessionsOutput{[]SessionLine{}}, nil
			}
			return sessions(ctx)
		})
	register(api, store.Owner, huma.Operation{OperationID: "end-session", Method: http.MethodDelete,
		Path: "/api/v1/sessions/{session}", Summary: "Sign a browser out"},
		func(ctx context.Context, in *struct {
			Session string `path:"session" format:"uuid"`
		}) (*sessionsOutput, error) {
			if err := a.store.EndSession(ctx, in.Session); err != nil {
				return nil, a.fail(ctx, err)
			}
			if !a.signIn {
				return &sessionsOutput{[]SessionLine{}}, nil
			}
			return sessions(ctx)
		})
	register(api, store.Viewer, huma.Operation{OperationID: "list-names", Method: http.MethodGet,
		Path: "/api/v1/names", Summary: "Who was at the bench lately"},
		func(ctx context.Context, _ *struct{}) (*struct{ Body []string }, error) {
			names, err := a.store.Names(ctx)
			if err != nil {
				return nil, a.fail(ctx, err)
			}
			return &struct{ Body []string }{names}, nil
		})
}

// nobody is the hash of a password that nobody knows.
var nobody = func() string {
	hash, err := bcrypt.GenerateFromPassword([]byte(rand.Text()), bcrypt.DefaultCost)
	if err != nil {
		panic(err)
	}
	return string(hash)
}()

func newPerson(b PersonBody) (store.Person, error) {
	name, sentence := store.Name(b.Name)
	switch {
	case sentence != "":
		return store.Person{}, refuse("name", sentence)
	case len(b.Password) < shortest:
		return store.Person{}, refuse("password", words.Told("refuse.password_short"))
	}
	hash, err := bcrypt.GenerateFromPassword([]byte(b.Password), bcrypt.DefaultCost)
	if err != nil {
		return store.Person{}, refuse("password", words.Told("refuse.password_long"))
	}
	return store.Person{Name: name, Role: b.Role, Password: string(hash)}, nil
}
