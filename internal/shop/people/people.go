// Package people is who may sign in, and what they may call a password.
package people

import (
	"context"
	"crypto/rand"

	"golang.org/x/crypto/bcrypt"

	"ledge/internal/shop/refuse"
	"ledge/internal/store/db"
	"ledge/internal/store/office"
	"ledge/internal/words"
)

// A Directory is who may sign in to a shop.
type Directory struct{ office *office.Office }

// In is the directory in an office.
func In(o *office.Office) *Directory { return &Directory{o} }

// PersonBody adds a person or changes one.
type PersonBody struct {
	Name     string      `json:"name" minLength:"1" maxLength:"100"`
	Role     office.Role `json:"role"`
	Password string      `json:"password,omitempty" maxLength:"72" doc:"empty keeps the present one"`
	Barred   bool        `json:"barred"`
}

// SignIn is the person of a name and a password; it takes as long for a name that nobody has.
func (a *Directory) SignIn(ctx context.Context, name, password string) (office.Person, error) {
	p, err := a.office.PersonNamed(ctx, name)
	known := p.Password
	if err != nil {
		known = nobody
	}
	if bcrypt.CompareHashAndPassword([]byte(known), []byte(password)) != nil || err != nil || p.Barred {
		says := words.Told("refuse.password_wrong")
		return office.Person{}, &refuse.Refusal{Kind: refuse.Unproven, Says: says,
			Places: []refuse.Place{{Field: "password", Says: says}}}
	}
	return p, nil
}

// People are those who may sign in.
func (a *Directory) People(ctx context.Context) ([]office.Person, error) {
	return a.office.People(ctx)
}

// CreateOwner makes the first person of a shop, who asks for it.
func (a *Directory) CreateOwner(ctx context.Context, name, password string) (office.Person, error) {
	p, err := newPerson(PersonBody{Name: name, Role: office.Owner, Password: password})
	if err != nil {
		return p, err
	}
	p.First = false // it is the owner's own
	if err := a.office.AddPerson(db.As(ctx, p.Name), p, true); err != nil {
		return p, err
	}
	return a.office.PersonNamed(ctx, p.Name)
}

// AddPerson lets somebody sign in.
func (a *Directory) AddPerson(ctx context.Context, b PersonBody) ([]office.Person, error) {
	p, err := newPerson(b)
	if err == nil {
		err = a.office.AddPerson(ctx, p, false)
	}
	if err != nil {
		return nil, err
	}
	return a.People(ctx)
}

// ChangePerson gives somebody another role or password, bars them, or lets them in again. version is
// the one that was changed; a new password ends all their sessions but the one named.
func (a *Directory) ChangePerson(ctx context.Context, id, version int64, b PersonBody,
	but string) ([]office.Person, error) {
	to := office.PersonChange{Role: b.Role, Barred: b.Barred, Version: version, But: but, First: but == ""}
	if b.Password != "" {
		p, err := newPerson(b)
		if err != nil {
			return nil, err
		}
		to.Password = p.Password
	}
	if err := a.office.ChangePerson(ctx, id, to); err != nil {
		return nil, err
	}
	return a.People(ctx)
}

// ChangePassword gives who is signed in a password of their own, where they know the one they have. But is the session
// that stays.
func (a *Directory) ChangePassword(ctx context.Context, me office.Person, old, password, but string) error {
	if bcrypt.CompareHashAndPassword([]byte(me.Password), []byte(old)) != nil {
		says := words.Told("refuse.password_old")
		return &refuse.Refusal{Kind: refuse.Unproven, Says: says, Places: []refuse.Place{{Field: "old", Says: says}}}
	}
	if old == password {
		return refuse.At("password", words.Told("refuse.password_same"))
	}
	hash, err := hashed("password", me.Name, password)
	if err != nil {
		return err
	}
	return a.office.SetOwnPassword(ctx, me.ID, hash, but)
}

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
		return office.Person{}, refuse.At("name", sentence)
	}
	hash, err := hashed("password", name, b.Password)
	return office.Person{Name: name, Role: b.Role, Password: hash, First: true}, err
}
