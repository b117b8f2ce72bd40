package store

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"strings"

	"github.com/jmoiron/sqlx"
	sqlite3 "modernc.org/sqlite/lib"

	"ledge/internal/store/db"
)

// Made names a job by an id that its client made and what was asked for under it, so that asking
// twice makes one job.
type Made struct {
	ID string
	Of []byte
}

func (m Made) as() *string {
	if m.ID == "" {
		return nil
	}
	id := strings.ToLower(m.ID)
	return &id
}

// of is a digest of what was asked for, and by whom.
func (m Made) of(ctx context.Context) *string {
	if m.ID == "" {
		return nil
	}
	sum := sha256.Sum256(append([]byte(db.Actor(ctx)+"\x00"), m.Of...))
	text := hex.EncodeToString(sum[:])
	return &text
}

// job is the job that was made of it before, where there is one.
func (m Made) job(ctx context.Context, tx *sqlx.Tx) (id int64, known bool, err error) {
	if m.ID == "" {
		return 0, false, nil
	}
	var made []struct {
		ID int64  `db:"id"`
		Of string `db:"made_of"`
	}
	if err := tx.SelectContext(ctx, &made, `SELECT id, made_of FROM jobs WHERE made_as = ?`,
		m.as()); err != nil || len(made) == 0 {
		return 0, false, err
	}
	if made[0].Of != *m.of(ctx) {
		return 0, false, db.OtherContent()
	}
	return made[0].ID, true, nil
}

// numberTaken reports whether a job was refused because its number is another's.
func numberTaken(err error) bool {
	code, ok := db.RefusedBy(err)
	return ok && code == sqlite3.SQLITE_CONSTRAINT_UNIQUE && strings.Contains(err.Error(), "jobs.number")
}
