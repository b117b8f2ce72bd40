package shop

import (
	"context"
	"crypto/rand"

	"golang.org/x/crypto/bcrypt"

	"ledge/internal/store/db"
	"ledge/internal/store/office"
	"ledge/internal/words"
)

// PersonBody adds a person or changes one.
type PersonBody struct {
	Name     string      `json:"name" minLength:"1" maxLength:"100"`
	Role     office.Role `json:"role"`
	Password string      `json:"password,omitempty" maxLength:"72" doc:"empty keeps the present one"`
	Barred   bool        `json:"barred"`
}

// SignIn is the person of a name and a password; it takes as long for a name that nobody has.
func (a *Application) SignIn(ctx context.Context, name, password string) (office.Person, error) {
	p, err := a.store.PersonNamed(ctx, name)
	known := p.Password
	if err != nil {
		known = nobody
	}
	if bcrypt.CompareHashAndPassword([]byte(known), []byte(password)) != nil || err != nil || p.Barred {
		says := words.Told("refuse.password_wrong")
		return office.Person{}, &Refusal{Kind: Unproven, Says: says, Places: []Place{{Field: "password", Says: says}}}
	}
	return p, nil
}

// People are those who may sign in.
func (a *Application) People(ctx context.Context) ([]office.Person, error) {
	return a.store.People(ctx)
}

// CreateOwner makes the first person of a shop, who asks for it.
func (a *Application) CreateOwner(ctx context.Context, name, password string) (office.Person, error) {
	p, err := newPerson(PersonBody{Name: name, Role: office.Owner, Password: password})
	if err != nil {
		return p, err
	}
	p.First = false // it is the owner's own
	if err := a.store.AddPerson(db.As(ctx, p.Name), p, true); err != nil {
		return p, err
	}
	return a.store.PersonNamed(ctx, p.Name)
}

// AddPerson lets somebody sign in.
func (a *Application) AddPerson(ctx context.Context, b PersonBody) ([]office.Person, error) {
	p, err := newPerson(b)
	if err == nil {
		err = a.store.AddPerson(ctx, p, false)
	}
	if err != nil {
		return nil, err
	}
	return a.People(ctx)
}

// ChangePerson gives somebody another role or password, bars them, or lets them in again. version is
// the one that was changed; a new password ends all their sessions but the one named.
func (a *Application) ChangePerson(ctx context.Context, id, version int64, b PersonBody,
	but string) ([]office.Person, error) {
	to := office.PersonChange{Role: b.Role, Barred: b.Barred, Version: version, But: but, First: but == ""}
	if b.Password != "" {
		p, err := newPerson(b)
		if err != nil {
			return nil, err
		}
		to.Password = p.Password
	}
	if err := a.store.ChangePerson(ctx, id, to); err != nil {
		return nil, err
	}
	return a.People(ctx)
}

// ChangePassword gives who is signed in a password of their own, where they know the one they have. But is the session
// that stays.
func (a *Application) ChangePassword(ctx context.Context, me office.Person, old, password, but string) error {
	if bcrypt.CompareHashAndPassword([]byte(me.Password), []byte(old)) != nil {
		says := words.Told("refuse.password_old")
		return &Refusal{Kind: Unproven, Says: says, Places: []Place{{Field: "old", Says: says}}}
	}
	if old == password {
		return refuse("password", words.Told("refuse.password_same"))
	}
	hash, err := hashed("password", me.Name, password)
	if err != nil {
		return err
	}
	return a.store.SetOwnPassword(ctx, me.ID, hash, but)
}

// Names are those who were at the bench lately.
func (a *Application) Names(ctx context.Context) ([]string, error) { return a.store.Names(ctx) }

// nobody is the hash of a password that nobody knows.
var nobody = func() string {
	hash, err := bcrypt.GenerateFromPassword([]byte(rand.Text()), bcrypt.DefaultCost)
	if err != nil {
		panic(err)
	}
	return string(hash)
}()

func newPerson(b PersonBody) (office.Person, error) {
	name, sentence := office.Name(b.Name)
	if sentence != "" {
		return office.Person{}, refuse("name", sentence)
	}
	hash, err := hashed("password", name, b.Password)
	return office.Person{Name: name, Role: b.Role, Password: hash, First: true}, err
}
