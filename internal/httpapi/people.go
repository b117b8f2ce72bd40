package httpapi

import (
	"context"
	"crypto/sha256"
	"crypto/subtle"
	"encoding/base64"
	"errors"
	"net/http"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/shop/people"
	"ledge/internal/shop/refuse"
	"ledge/internal/store/office"
	"ledge/internal/words"
)

// SessionView says who is signed in, and whether anybody has to be.
type SessionView struct {
	Required bool `json:"required"`
	// First tells that nobody is there yet: the owner is created first.
	First bool        `json:"first"`
	Name  string      `json:"name"`
	Role  office.Role `json:"role,omitempty"`
	// Change tells that the password is a first one: nothing goes on until it is changed.
	Change bool `json:"change,omitempty"`
}

// CredentialsBody signs in.
type CredentialsBody struct {
	Name     string `json:"name" minLength:"1" maxLength:"100"`
	Password string `json:"password" minLength:"1" maxLength:"72"`
}

// PasswordBody changes one's own password.
type PasswordBody struct {
	Old      string `json:"old" minLength:"1" maxLength:"72"`
	Password string `json:"password" minLength:"1" maxLength:"72"`
}

// unproven tells whether somebody did not prove who they are.
func unproven(err error) bool {
	var refusal *refuse.Refusal
	return errors.As(err, &refusal) && refusal.Kind == refuse.Unproven
}

// SessionLine is a browser in which somebody is signed in.
type SessionLine struct {
	office.Session
	// This is the one that asks.
	This bool `json:"this"`
}

// hashedToken is a session's token as the store knows it, which never sees the token itself; scs
// hashes it so.
func hashedToken(token string) string {
	sum := sha256.Sum256([]byte(token))
	return base64.RawURLEncoding.EncodeToString(sum[:])
}

// now is who is signed in.
func (a resources) now(ctx context.Context, _ *struct{}) (SessionView, error) {
	view := SessionView{Required: a.signIn}
	if !a.signIn {
		return view, nil
	}
	people, err := a.shop.People(ctx)
	if err != nil {
		return view, err
	}
	view.First = len(people) == 0
	if p, err := a.store.PersonByID(ctx, a.sessions.GetInt64(ctx, sessionPerson)); err == nil && !p.Barred {
		view.Name, view.Role, view.Change = p.Name, p.Role, p.First
	}
	return view, nil
}

// enter begins the session of a person.
func (a resources) enter(ctx context.Context, p office.Person, err error) (SessionView, error) {
	if err == nil {
		err = a.sessions.RenewToken(ctx)
	}
	if err != nil {
		return SessionView{}, err
	}
	a.sessions.Put(ctx, sessionPerson, p.ID)
	a.sessions.Put(ctx, sessionDevice, device(ctx))
	return SessionView{Required: true, Name: p.Name, Role: p.Role, Change: p.First}, nil
}

// session registers signing in and out.
func (a resources) session(api huma.API) {
	serve(a, api, anyone, fetching("get-session", "/session", "Who is signed in"), a.now)
	signIn := operation(http.MethodPost, "sign-in", "/session", "Sign in", 0)
	serve(a, api, anyone, signIn, func(ctx context.Context, in *struct{ Body CredentialsBody }) (SessionView, error) {
		if !a.signIn {
			return SessionView{}, problem(http.StatusUnauthorized, words.Told("refuse.password_wrong"),
				&huma.ErrorDetail{Location: "body.password", Message: words.Told("refuse.password_wrong")})
		}
		if err := a.tries.allow(ctx, in.Body.Name); err != nil {
			return SessionView{}, err
		}
		p, err := a.shop.SignIn(ctx, in.Body.Name, in.Body.Password)
		if unproven(err) {
			a.tries.wrong(ctx, "sign-in", in.Body.Name)
		}
		return a.enter(ctx, p, err)
	})
	a.ownPassword(api)
	register(api, anyone, removing("sign-out", "/session", "Sign out"),
		func(ctx context.Context, _ *struct{}) (*struct{}, error) {
			if !a.signIn {
				return nil, nil
			}
			if err := a.sessions.Destroy(ctx); err != nil {
				return nil, a.fail(ctx, err)
			}
			return nil, nil
		})
}

// ownPassword registers how somebody changes their password.
func (a resources) ownPassword(api huma.API) {
	changing := operation(http.MethodPut, "change-password", "/session/password", "A password of one's own", 0)
	serve(a, api, office.Viewer, changing, func(ctx context.Context, in *struct{ Body PasswordBody }) (SessionView,
		error) {
		me, ok := signedIn(ctx)
		if !ok {
			return SessionView{}, problem(http.StatusConflict, words.Told("refuse.nobody_signs_in"))
		}
		if err := a.tries.allow(ctx, me.Name); err != nil {
			return SessionView{}, err
		}
		err := a.shop.ChangePassword(ctx, me, in.Body.Old, in.Body.Password, hashedToken(a.sessions.Token(ctx)))
		if unproven(err) {
			a.tries.wrong(ctx, "another password", me.Name)
		}
		if err != nil {
			return SessionView{}, err
		}
		return a.now(ctx, nil)
	})
}

// owner registers how the first person comes in.
func (a resources) owner(api huma.API) {
	owner := creating("create-owner", "/owner",
		"Create the owner, once, with the code that Ledge printed when it started")
	serve(a, api, anyone, owner, func(ctx context.Context, in *struct {
		Body struct {
			CredentialsBody
			Code string `json:"code" maxLength:"40"`
		}
	}) (SessionView, error) {
		if err := a.tries.allow(ctx, ""); err != nil {
			return SessionView{}, err
		}
		if !a.signIn || subtle.ConstantTimeCompare([]byte(strings.TrimSpace(in.Body.Code)),
			[]byte(a.setupCode)) != 1 || a.setupCode == "" {
			a.tries.wrong(ctx, "setup code", "")
			return SessionView{}, problem(http.StatusUnprocessableEntity, words.Told("refuse.code"),
				&huma.ErrorDetail{Location: "body.code", Message: words.Told("refuse.code")})
		}
		p, err := a.shop.CreateOwner(ctx, in.Body.Name, in.Body.Password)
		return a.enter(ctx, p, err)
	})
}

// people registers who may sign in.
func (a resources) people(api huma.API) {
	serve(a, api, office.Owner, fetching("list-people", "/people", "Who may sign in"),
		func(ctx context.Context, _ *struct{}) ([]office.Person, error) { return a.shop.People(ctx) })
	serve(a, api, office.Owner, creating("add-person", "/people", "Let somebody sign in"),
		func(ctx context.Context, in *struct{ Body people.PersonBody }) ([]office.Person, error) {
			return a.shop.AddPerson(ctx, in.Body)
		})
	serve(a, api, office.Owner, replacing("change-person", "/people/{person}",
		"Another role or password; bar somebody, or let them in again"),
		func(ctx context.Context, in *struct {
			Person int64 `path:"person"`
			Versioned
			Body people.PersonBody
		}) ([]office.Person, error) {
			version, err := in.version()
			if err != nil {
				return nil, err
			}
			but := ""
			if me, _ := signedIn(ctx); me.ID == in.Person {
				but = hashedToken(a.sessions.Token(ctx))
			}
			return a.shop.ChangePerson(ctx, in.Person, version, in.Body, but)
		})
	serve(a, api, office.Viewer, fetching("list-names", "/names", "Who was at the bench lately"),
		func(ctx context.Context, _ *struct{}) ([]string, error) { return a.shop.Names(ctx) })
}

// lines are the browsers in which people are signed in.
func (a resources) lines(ctx context.Context) ([]SessionLine, error) {
	lines := []SessionLine{}
	if !a.signIn {
		return lines, nil
	}
	all, err := a.store.SessionsOf(ctx, 0)
	for _, s := range all {
		lines = append(lines, SessionLine{s, s.Token == hashedToken(a.sessions.Token(ctx))})
	}
	return lines, err
}

// browsers registers where people are signed in.
func (a resources) browsers(api huma.API) {
	serve(a, api, office.Owner, fetching("list-sessions", "/sessions", "In which browsers people are signed in"),
		func(ctx context.Context, _ *struct{}) ([]SessionLine, error) { return a.lines(ctx) })
	serve(a, api, office.Owner, removing("end-session", "/sessions/{session}", "Sign a browser out"),
		func(ctx context.Context, in *struct {
			Session string `path:"session" format:"uuid"`
		}) ([]SessionLine, error) {
			if err := a.store.EndSession(ctx, in.Session); err != nil {
				return nil, err
			}
			return a.lines(ctx)
		})
}
