package store

import (
	"context"
	"crypto/sha256"
	"database/sql"
	"encoding/hex"
	"errors"
	"fmt"
	"strings"
	"time"

	"github.com/google/uuid"
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

// Roles lists the roles, the least first.
func Roles() []Role { return []Role{Viewer, Inspector, Decider, Owner} }

// A Person may sign in.
type Person struct {
	ID       int64  `db:"id" json:"id"`
	Name     string `db:"name" json:"name"`
	Role     Role   `db:"role" json:"role" enum:"viewer,inspector,decider,owner"`
	Password string `db:"password" json:"-"`
	Barred   bool   `db:"barred" json:"barred"`
	AddedBy  string `db:"added_by" json:"added_by"`
	AddedAt  string `db:"added_at" json:"added_at"`
}

// People returns everybody who ever could sign in, by name.
func (s *Store) People(ctx context.Context) ([]Person, error) {
	list := []Person{}
	if err := s.read.SelectContext(ctx, &list, `SELECT * FROM people ORDER BY name`); err != nil {
		return nil, fmt.Errorf("people: %w", err)
	}
	return list, nil
}

// PersonNamed returns a person by name, whatever its case, or [ErrNotFound].
func (s *Store) PersonNamed(ctx context.Context, name string) (p Person, err error) {
	return p, notFound(s.read.GetContext(ctx, &p, `SELECT * FROM people WHERE name = ?`, strings.TrimSpace(name)))
}

// PersonByID returns a person, or [ErrNotFound].
func (s *Store) PersonByID(ctx context.Context, id int64) (p Person, err error) {
	return p, notFound(s.read.GetContext(ctx, &p, `SELECT * FROM people WHERE id = ?`, id))
}

// AddPerson stores a person with a hashed password. With first it is a conflict where there is anybody yet.
func (s *Store) AddPerson(ctx context.Context, p Person, first bool) error {
	err := s.change(ctx, func(tx *sqlx.Tx) error {
		var there, same int
		if err := tx.QueryRowxContext(ctx, `SELECT count(*), coalesce(sum(name = ?), 0) FROM people`, p.Name).Scan(&there, &same); err != nil {
			return err
		}
		switch {
		case first && there > 0:
			return conflict("The owner is there already: sign in.")
		case same > 0:
			return conflict("There is a %s already.", p.Name)
		}
		_, err := tx.ExecContext(ctx, `INSERT INTO people (name, role, password, added_by, added_at) VALUES (?,?,?,?,?)`, p.Name, p.Role, p.Password, p.AddedBy, s.stamp())
		return err
	})
	if err != nil {
		return fmt.Errorf("person %s: %w", p.Name, err)
	}
	return nil
}

// ChangePerson gives a person another role, another password where one is given, and bars or lets in. One owner must stay.
func (s *Store) ChangePerson(ctx context.Context, id int64, role Role, barred bool, password string) error {
	err := s.change(ctx, func(tx *sqlx.Tx) error {
		result, err := tx.ExecContext(ctx, `UPDATE people SET role = ?, barred = ?, password = CASE ? WHEN '' THEN password ELSE ? END WHERE id = ?`, role, barred, password, password, id)
		if err != nil {
			return err
		}
		if n, err := result.RowsAffected(); err != nil || n == 0 {
			return errors.Join(err, ErrNotFound)
		}
		var owners int
		if err := tx.GetContext(ctx, &owners, `SELECT count(*) FROM people WHERE role = 'owner' AND barred = 0`); err != nil {
			return err
		}
		if owners == 0 {
			return conflict("One owner must stay who can let others in.")
		}
		return nil
	})
	if err != nil {
		return fmt.Errorf("person %d: %w", id, err)
	}
	return nil
}

// Names returns who was at the bench lately, for choosing by a tap.
func (s *Store) Names(ctx context.Context) ([]string, error) {
	names := []string{}
	err := s.read.SelectContext(ctx, &names, `SELECT name FROM (
		SELECT name, '' AS at FROM people WHERE barred = 0
		UNION ALL SELECT taken_by, taken_at FROM (SELECT taken_by, taken_at FROM readings ORDER BY seq DESC LIMIT 2000)
		UNION ALL SELECT graded_by, graded_at FROM (SELECT graded_by, graded_at FROM looks ORDER BY seq DESC LIMIT 500)
		UNION ALL SELECT decided_by, decided_at FROM (SELECT decided_by, decided_at FROM decisions ORDER BY seq DESC LIMIT 200))
		WHERE name NOT IN (SELECT name FROM people WHERE barred = 1) GROUP BY name ORDER BY max(at) DESC, name LIMIT 24`)
	if err != nil {
		return nil, fmt.Errorf("names: %w", err)
	}
	return names, nil
}

// Sessions keep who is signed in, over the two pools of the store.
type Sessions struct{ Store *Store }

// Find returns the data of a session that has not ended.
func (k Sessions) Find(token string) (data []byte, found bool, err error) {
	err = k.Store.read.Get(&data, `SELECT data FROM sessions WHERE token = ? AND expires_at > ?`, token, k.Store.now().Unix())
	if errors.Is(err, sql.ErrNoRows) {
		return nil, false, nil
	}
	return data, err == nil, err
}

// Commit stores a session, and clears away ended ones.
func (k Sessions) Commit(token string, data []byte, expiry time.Time) error {
	return k.Store.change(context.Background(), func(tx *sqlx.Tx) error {
		if _, err := tx.Exec(`DELETE FROM sessions WHERE expires_at <= ?`, k.Store.now().Unix()); err != nil {
			return err
		}
		_, err := tx.Exec(`INSERT INTO sessions (token, data, expires_at) VALUES (?,?,?) ON CONFLICT (token) DO UPDATE SET data = excluded.data, expires_at = excluded.expires_at`, token, data, expiry.Unix())
		return err
	})
}

// Delete ends a session.
func (k Sessions) Delete(token string) error {
	return k.Store.change(context.Background(), func(tx *sqlx.Tx) error {
		_, err := tx.Exec(`DELETE FROM sessions WHERE token = ?`, token)
		return err
	})
}

// A Share is a link that shows one job's report to whoever has it.
type Share struct {
	ID        string `db:"id" json:"id"`
	JobID     int64  `db:"job_id" json:"-"`
	Token     string `db:"token" json:"-"`
	SaidFor   string `db:"said_for" json:"for"`
	MadeBy    string `db:"made_by" json:"made_by"`
	MadeAt    string `db:"made_at" json:"made_at"`
	RevokedBy string `db:"revoked_by" json:"revoked_by"`
	RevokedAt string `db:"revoked_at" json:"revoked_at"`
}

// hashed is how a token is kept: a stolen file opens no link.
func hashed(token string) string {
	sum := sha256.Sum256([]byte(token))
	return hex.EncodeToString(sum[:])
}

// AddShare stores a link to a job's report under its token.
func (s *Store) AddShare(ctx context.Context, jobID int64, token, saidFor, by string) error {
	defer s.changed(jobID)
	return s.change(ctx, func(tx *sqlx.Tx) error {
		if _, err := getJob(ctx, tx, jobID); err != nil {
			return err
		}
		_, err := tx.ExecContext(ctx, `INSERT INTO shares (id, job_id, token, said_for, made_by, made_at) VALUES (?,?,?,?,?,?)`, uuid.NewString(), jobID, hashed(token), saidFor, by, s.stamp())
		return err
	})
}

// Shares returns the links of a job.
func (s *Store) Shares(ctx context.Context, jobID int64) ([]Share, error) {
	list := []Share{}
	if err := s.read.SelectContext(ctx, &list, `SELECT * FROM shares WHERE job_id = ? ORDER BY made_at`, jobID); err != nil {
		return nil, fmt.Errorf("links of job %d: %w", jobID, err)
	}
	return list, nil
}

// RevokeShare ends a link.
func (s *Store) RevokeShare(ctx context.Context, jobID int64, id, by string) error {
	defer s.changed(jobID)
	return s.change(ctx, func(tx *sqlx.Tx) error {
		result, err := tx.ExecContext(ctx, `UPDATE shares SET revoked_by = ?, revoked_at = ? WHERE id = ? AND job_id = ? AND revoked_at = ''`, by, s.stamp(), id, jobID)
		if err != nil {
			return err
		}
		if n, err := result.RowsAffected(); err != nil || n == 0 {
			return errors.Join(err, ErrNotFound)
		}
		return nil
	})
}

// SharedJob is the job that a link shows, or [ErrNotFound] where it was revoked or never was.
func (s *Store) SharedJob(ctx context.Context, token string) (id int64, err error) {
	return id, notFound(s.read.GetContext(ctx, &id, `SELECT job_id FROM shares WHERE token = ? AND revoked_at = ''`, hashed(token)))
}
