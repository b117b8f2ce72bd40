package office

import (
	"context"
	"errors"
	"fmt"
	"slices"

	"ledge/internal/core/closed"
	"ledge/internal/store/db"
	"ledge/internal/words"

	"github.com/jmoiron/sqlx"
)

// A Role is what a person may do; each may do what the ones before it may.
type Role string

// The roles.
const (
	Viewer    Role = "viewer"
	Inspector Role = "inspector"
	Decider   Role = "decider"
	Owner     Role = "owner"
)

// Roles are all of them, the least first.
var Roles = closed.New(Viewer, Inspector, Decider, Owner).Said("role")

type roleKey struct{}

// InRole says what role who asks has; where nobody signs in, there is none.
func InRole(ctx context.Context, role Role) context.Context {
	return context.WithValue(ctx, roleKey{}, role)
}

// May tells whether who asks has a role, or one of more; where nobody signs in, everybody may do everything.
func May(ctx context.Context, least Role) bool {
	role, signedIn := ctx.Value(roleKey{}).(Role)
	return !signedIn || Roles.Rank(role) >= Roles.Rank(least)
}

// A Person may sign in.
type Person struct {
	ID       int64  `db:"id" json:"id"`
	Name     string `db:"name" json:"name"`
	Role     Role   `db:"role" json:"role"`
	Password string `db:"password" json:"-"`
	Barred   bool   `db:"barred" json:"barred"`
	// First tells that the password is one that an owner set: it is changed at the next sign-in.
	First   bool   `db:"first_password" json:"first_password,omitempty"`
	AddedBy string `db:"added_by" json:"added_by"`
	AddedAt string `db:"added_at" json:"added_at"`
	Version int64  `db:"version" json:"version"`
}

// People returns everybody who ever could sign in, by name.
func (s *Office) People(ctx context.Context) ([]Person, error) {
	list := []Person{}
	if err := s.file.Read.SelectContext(ctx, &list, `SELECT * FROM people ORDER BY name`); err != nil {
		return nil, fmt.Errorf("people: %w", err)
	}
	return list, nil
}

// PersonNamed returns a person by name, however it is written, or [db.ErrNotFound].
func (s *Office) PersonNamed(ctx context.Context, name string) (Person, error) {
	people, err := s.People(ctx)
	if err != nil {
		return Person{}, err
	}
	for _, p := range people {
		if SameName(p.Name, name) {
			return p, nil
		}
	}
	return Person{}, db.ErrNotFound
}

// PersonByID returns a person, or [db.ErrNotFound].
func (s *Office) PersonByID(ctx context.Context, id int64) (p Person, err error) {
	if p, known := s.signed.person(id); known {
		return p, nil
	}
	changes := s.signed.changes()
	if err := s.file.Read.GetContext(ctx, &p, `SELECT * FROM people WHERE id = ?`, id); err != nil {
		return p, db.NotFound(err)
	}
	s.signed.keepPerson(p, changes)
	return p, nil
}

// AddPerson stores a person with a hashed password. With first it is a conflict where there is anybody yet.
func (s *Office) AddPerson(ctx context.Context, p Person, first bool) error {
	err := s.file.Change(ctx, func(tx *sqlx.Tx) error {
		var names []string
		if err := tx.SelectContext(ctx, &names, `SELECT name FROM people`); err != nil {
			return err
		}
		same := slices.IndexFunc(names, func(name string) bool { return SameName(name, p.Name) })
		switch {
		case first && len(names) > 0:
			return db.Conflict("conflict.owner")
		case same >= 0:
			return &db.ConflictError{Why: words.New("conflict.person", "name", names[same]), Place: "name"}
		}
		_, err := tx.ExecContext(ctx, `INSERT INTO people (name, role, password, first_password, added_by, added_at)
			VALUES (?,?,?,?,?,?)`, p.Name, p.Role, p.Password, p.First, db.Actor(ctx), s.file.Stamp())
		return err
	})
	if err != nil {
		return fmt.Errorf("person %s: %w", p.Name, err)
	}
	return nil
}

// A PersonChange is what a person may do from now on. Password is a hash; empty keeps the present one.
type PersonChange struct {
	Role     Role
	Barred   bool
	Password string
	// Version is the one that was changed; another is a conflict.
	Version int64
	// First tells that the new password is not of the person's own choosing.
	First bool
	// But is a session that stays where the password is changed: the one that changes it.
	But string
}

// ChangePerson gives a person another role or password, and bars or lets in. A new password and
// barring end the person's sessions. One owner must stay.
func (s *Office) ChangePerson(ctx context.Context, id int64, to PersonChange) error {
	err := s.file.Change(ctx, func(tx *sqlx.Tx) error {
		result, err := tx.ExecContext(ctx,
			`UPDATE people SET role = ?1, barred = ?2, password = CASE ?3 WHEN '' THEN password ELSE ?3 END,
				first_password = CASE ?3 WHEN '' THEN first_password ELSE ?6 END, version = version + 1
			WHERE id = ?4 AND version = ?5`, to.Role, to.Barred, to.Password, id, to.Version, to.First)
		if err != nil {
			return err
		}
		if n, err := result.RowsAffected(); err != nil || n == 0 {
			var there bool
			if err := errors.Join(err, tx.GetContext(ctx, &there,
				`SELECT EXISTS (SELECT 1 FROM people WHERE id = ?)`, id)); err != nil {
				return err
			}
			if !there {
				return db.ErrNotFound
			}
			return db.Conflict("conflict.person_changed")
		}
		var owners int
		if err := tx.GetContext(ctx, &owners,
			`SELECT count(*) FROM people WHERE role = 'owner' AND barred = 0`); err != nil {
			return err
		}
		if owners == 0 {
			return db.Conflict("conflict.last_owner")
		}
		if !to.Barred && to.Password == "" {
			return nil
		}
		_, err = tx.ExecContext(ctx, `DELETE FROM sessions WHERE person_id = ? AND (? OR token <> ?)`, id,
			to.Barred, to.But)
		return err
	})
	if err != nil {
		return fmt.Errorf("person %d: %w", id, err)
	}
	s.sessionsChanged()
	return nil
}

// SetOwnPassword gives a person the hash of a password of their own, and ends their other sessions. What an owner may
// be changing of them meanwhile is something else: the version stays.
func (s *Office) SetOwnPassword(ctx context.Context, id int64, hash, but string) error {
	err := s.file.Change(ctx, func(tx *sqlx.Tx) error {
		_, err := tx.ExecContext(ctx, `UPDATE people SET password = ?, first_password = 0 WHERE id = ?`, hash, id)
		if err == nil {
			_, err = tx.ExecContext(ctx, `DELETE FROM sessions WHERE person_id = ? AND token <> ?`, id, but)
		}
		return err
	})
	if err != nil {
		return fmt.Errorf("person %d: %w", id, err)
	}
	s.sessionsChanged()
	return nil
}
