package office

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"time"

	"github.com/google/uuid"
	"github.com/jmoiron/sqlx"

	"ledge/internal/store/db"
)

// A Session is a browser in which somebody is signed in.
type Session struct {
	ID       string `db:"id" json:"id"`
	PersonID int64  `db:"person_id" json:"person_id"`
	// Device is how the browser names itself.
	Device  string `db:"device" json:"device"`
	BeganAt string `db:"began_at" json:"began_at"`
	SeenAt  string `db:"seen_at" json:"seen_at"`
	Token   string `db:"token" json:"-"`
}

const (
	// idle ends a session that nobody used for so long; seen is kept to the hour, so that reading
	// writes nothing.
	idle      = 4 * 24 * time.Hour
	seenEvery = time.Hour
)

// Sessions keep who is signed in, over the two pools of the file. Whose tells of a session's data
// whose it is and in which browser.
type Sessions struct {
	Office *Office
	Whose  func(data []byte) (person int64, device string, err error)
}

// FindCtx returns the data of a session that has not ended.
func (k Sessions) FindCtx(ctx context.Context, token string) (data []byte, found bool, err error) {
	now := k.Office.file.Now()
	row, known := k.Office.signed.session(token)
	if !known {
		changes := k.Office.signed.changes()
		err = k.Office.file.Read.GetContext(ctx, &row,
			`SELECT data, seen_at, expires_at FROM sessions WHERE token = ?`, token)
		if errors.Is(err, sql.ErrNoRows) {
			return nil, false, nil
		}
		if err != nil {
			return nil, false, err
		}
		k.Office.signed.keepSession(token, row, changes)
	}
	if row.ExpiresAt <= now.Unix() || row.SeenAt <= now.Add(-idle).Unix() {
		return nil, false, nil
	}
	if row.SeenAt < now.Add(-seenEvery).Unix() {
		// A full disk keeps nobody from reading.
		_ = k.Office.file.Tidy(ctx, func(tx *sqlx.Tx) error {
			_, err := tx.ExecContext(ctx, `UPDATE sessions SET seen_at = ? WHERE token = ?`, now.Unix(), token)
			return err
		})
		k.Office.signed.forget()
	}
	return row.Data, true, nil
}

type sessionRow struct {
	Data      []byte `db:"data"`
	SeenAt    int64  `db:"seen_at"`
	ExpiresAt int64  `db:"expires_at"`
}

// CommitCtx stores a session, and clears away ended ones.
func (k Sessions) CommitCtx(ctx context.Context, token string, data []byte, expiry time.Time) error {
	person, device, err := k.Whose(data)
	if err != nil {
		return err
	}
	now := k.Office.file.Now()
	defer k.Office.signed.forget()
	return k.Office.file.Tidy(ctx, func(tx *sqlx.Tx) error {
		if _, err := tx.ExecContext(ctx, `DELETE FROM sessions WHERE expires_at <= ? OR seen_at <= ?`,
			now.Unix(), now.Add(-idle).Unix()); err != nil {
			return err
		}
		_, err := tx.ExecContext(ctx, `INSERT INTO sessions (token, id, person_id, device, data, began_at,
			seen_at, expires_at) VALUES (?,?,?,?,?,?,?,?)
			ON CONFLICT (token) DO UPDATE SET data = excluded.data, person_id = excluded.person_id,
				expires_at = excluded.expires_at`,
			token, uuid.NewString(), person, device, data, k.Office.file.Stamp(), now.Unix(), expiry.Unix())
		return err
	})
}

// DeleteCtx ends a session.
func (k Sessions) DeleteCtx(ctx context.Context, token string) error {
	defer k.Office.sessionsChanged()
	return k.Office.file.Tidy(ctx, func(tx *sqlx.Tx) error {
		_, err := tx.ExecContext(ctx, `DELETE FROM sessions WHERE token = ?`, token)
		return err
	})
}

// Find, Commit and Delete are those above for a caller without a context.
func (k Sessions) Find(token string) ([]byte, bool, error) {
	return k.FindCtx(context.Background(), token)
}

// Commit stores a session.
func (k Sessions) Commit(token string, data []byte, expiry time.Time) error {
	return k.CommitCtx(context.Background(), token, data, expiry)
}

// Delete ends a session.
func (k Sessions) Delete(token string) error { return k.DeleteCtx(context.Background(), token) }

// SessionsOf returns where a person is signed in, the latest first; of everybody where person is 0.
func (s *Office) SessionsOf(ctx context.Context, person int64) ([]Session, error) {
	list := []Session{}
	now := s.file.Now()
	err := s.file.Read.SelectContext(ctx, &list,
		`SELECT token, id, person_id, device, began_at, strftime('%Y-%m-%dT%H:%M:%SZ', seen_at,
			'unixepoch') AS seen_at FROM sessions
		WHERE ?1 IN (0, person_id) AND expires_at > ?2 AND seen_at > ?3 ORDER BY began_at DESC`, person,
		now.Unix(), now.Add(-idle).Unix())
	if err != nil {
		return nil, fmt.Errorf("sessions: %w", err)
	}
	return list, nil
}

// EndSession signs a browser out.
func (s *Office) EndSession(ctx context.Context, id string) error {
	err := s.file.Change(ctx, func(tx *sqlx.Tx) error {
		result, err := tx.ExecContext(ctx, `DELETE FROM sessions WHERE id = ?`, id)
		if err != nil {
			return err
		}
		if n, err := result.RowsAffected(); err != nil || n == 0 {
			return errors.Join(err, db.ErrNotFound)
		}
		return nil
	})
	if err != nil {
		return fmt.Errorf("end session: %w", err)
	}
	s.sessionsChanged()
	return nil
}
