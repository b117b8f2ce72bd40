package store

import (
	"context"
	"errors"
	"fmt"
	"slices"

	"ledge/internal/core/closed"
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
func (s *Store) People(ctx context.Context) ([]Person, error) {
	list := []Person{}
	if err := s.read.SelectContext(ctx, &list, `SELECT * FROM people ORDER BY name`); err != nil {
		return nil, fmt.Errorf("people: %w", err)
	}
	return list, nil
}

// PersonNamed returns a person by name, however it is written, or [ErrNotFound].
func (s *Store) PersonNamed(ctx context.Context, name string) (Person, error) {
	people, err := s.People(ctx)
	if err != nil {
		return Person{}, err
	}
	for _, p := range people {
		if SameName(p.Name, name) {
			return p, nil
		}
	}
	return Person{}, ErrNotFound
}

// PersonByID returns a person, or [ErrNotFound].
func (s *Store) PersonByID(ctx context.Context, id int64) (p Person, err error) {
	if p, known := s.signed.person(id); known {
		return p, nil
	}
	changes := s.signed.changes()
	if err := s.read.GetContext(ctx, &p, `SELECT * FROM people WHERE id = ?`, id); err != nil {
		return p, notFound(err)
	}
	s.signed.keepPerson(p, changes)
	return p, nil
}

// AddPerson stores a person with a hashed password. With first it is a conflict where there is anybody yet.
func (s *Store) AddPerson(ctx context.Context, p Person, first bool) error {
	err := s.change(ctx, func(tx *sqlx.Tx) error {
		var names []string
		if err := tx.SelectContext(ctx, &names, `SELECT name FROM people`); err != nil {
			return err
		}
		same := slices.IndexFunc(names, func(name string) bool { return SameName(name, p.Name) })
		switch {
		case first && len(names) > 0:
			return conflict("conflict.owner")
		case same >= 0:
			return &ConflictError{Why: words.New("conflict.person", "name", names[same]), Place: "name"}
		}
		_, err := tx.ExecContext(ctx, `INSERT INTO people (name, role, password, first_password, added_by, added_at)
			VALUES (?,?,?,?,?,?)`, p.Name, p.Role, p.Password, p.First, Actor(ctx), s.stamp())
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
func (s *Store) ChangePerson(ctx context.Context, id int64, to PersonChange) error {
	err := s.change(ctx, func(tx *sqlx.Tx) error {
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
				return ErrNotFound
			}
			return conflict("conflict.person_changed")
		}
		var owners int
		if err := tx.GetContext(ctx, &owners,
			`SELECT count(*) FROM people WHERE role = 'owner' AND barred = 0`); err != nil {
			return err
		}
		if owners == 0 {
			return conflict("conflict.last_owner")
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
func (s *Store) SetOwnPassword(ctx context.Context, id int64, hash, but string) error {
	err := s.change(ctx, func(tx *sqlx.Tx) error {
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

// Names returns who was at the bench lately, for choosing by a tap.
func (s *Store) Names(ctx context.Context) ([]string, error) {
	names := []string{}
	err := s.read.SelectContext(ctx, &names, `SELECT name FROM (
		SELECT name, '' AS at, 0 AS seq FROM people WHERE barred = 0
		UNION ALL SELECT taken_by, taken_at, seq FROM (SELECT taken_by, taken_at, seq
			FROM readings WHERE from_file = 0 ORDER BY seq DESC LIMIT 2000)
		UNION ALL SELECT by_whom, at, seq FROM (SELECT by_whom, at, seq, what
			FROM events WHERE from_file = 0 ORDER BY seq DESC LIMIT 2000) WHERE what IN ('look', 'decision'))
		WHERE name NOT IN (SELECT name FROM people
			WHERE barred = 1) GROUP BY name ORDER BY max(at) DESC, max(seq) DESC, name LIMIT 24`)
	if err != nil {
		return nil, fmt.Errorf("names: %w", err)
	}
	return names, nil
}
