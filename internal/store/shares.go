package store

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"fmt"
	"time"

	"github.com/jmoiron/sqlx"

	"ledge/internal/store/db"
)

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
	// EndsAt is when it opens nothing any more; Ended tells that this was before now.
	EndsAt string `db:"ends_at" json:"ends_at"`
	Ended  bool   `db:"-" json:"ended,omitempty"`
}

// linkLasts is how long a customer's link opens a report, from when it was made or renewed.
const linkLasts = 90 * 24 * time.Hour

func (s *Store) linkEnds() string { return s.Now().Add(linkLasts).UTC().Format(db.StampForm) }

// hashed is how a token is kept: a stolen file opens no link.
func hashed(token string) string {
	sum := sha256.Sum256([]byte(token))
	return hex.EncodeToString(sum[:])
}

// AddShare stores a link to a job's report under its token; the same id is stored once, and known
// tells that it was there with a token of its own.
func (s *Store) AddShare(ctx context.Context, jobID int64, id, token, saidFor string) (known bool, err error) {
	defer s.changed(jobID)
	err = s.Change(ctx, func(tx *sqlx.Tx) error {
		if _, err := getJob(ctx, tx, jobID); err != nil {
			return err
		}
		known, err = db.Once(ctx, tx, "shares", id,
			db.Fields{"job_id": jobID, "said_for": saidFor, "made_by": db.Actor(ctx)},
			db.Fields{"token": hashed(token), "made_at": s.Stamp(), "ends_at": s.linkEnds()})
		if err != nil || known {
			return err
		}
		_, err = s.keep(ctx, tx, event{JobID: jobID, What: linked}, Facts{For: saidFor}, nil)
		return err
	})
	if err != nil {
		return false, fmt.Errorf("link %s: %w", id, err)
	}
	return known, nil
}

// Shares returns the links of a job.
func (s *Store) Shares(ctx context.Context, jobID int64) ([]Share, error) {
	list := []Share{}
	if err := s.Read.SelectContext(ctx, &list, `SELECT * FROM shares WHERE job_id = ? ORDER BY made_at`,
		jobID); err != nil {
		return nil, fmt.Errorf("links of job %d: %w", jobID, err)
	}
	for i := range list {
		list[i].Ended = list[i].EndsAt <= s.Stamp()
	}
	return list, nil
}

// RenewShare lets a link open the report for as long again, from now on; one that was revoked stays so.
func (s *Store) RenewShare(ctx context.Context, jobID int64, id string) error {
	defer s.changed(jobID)
	return s.Change(ctx, func(tx *sqlx.Tx) error {
		result, err := tx.ExecContext(ctx,
			`UPDATE shares SET ends_at = ? WHERE id = ? AND job_id = ? AND revoked_at = ''`, s.linkEnds(), id, jobID)
		if err != nil {
			return err
		}
		if n, err := result.RowsAffected(); err != nil || n == 0 {
			return errors.Join(err, db.ErrNotFound)
		}
		return nil
	})
}

// RevokeShare ends a link.
func (s *Store) RevokeShare(ctx context.Context, jobID int64, id string) error {
	defer s.changed(jobID)
	return s.Change(ctx, func(tx *sqlx.Tx) error {
		result, err := tx.ExecContext(ctx,
			`UPDATE shares SET revoked_by = ?, revoked_at = ?
				WHERE id = ? AND job_id = ? AND revoked_at = ''`, db.Actor(ctx), s.Stamp(), id, jobID)
		if err != nil {
			return err
		}
		if n, err := result.RowsAffected(); err != nil || n == 0 {
			return errors.Join(err, db.ErrNotFound)
		}
		var saidFor string
		if err := tx.GetContext(ctx, &saidFor, `SELECT said_for FROM shares WHERE id = ?`, id); err != nil {
			return err
		}
		_, err = s.keep(ctx, tx, event{JobID: jobID, What: linked}, Facts{For: saidFor, Removed: true}, nil)
		return err
	})
}

// SharedJob is the job that a link shows, or [db.ErrNotFound] where it was revoked, has ended or never was.
func (s *Store) SharedJob(ctx context.Context, token string) (id int64, err error) {
	return id, db.NotFound(s.Read.GetContext(ctx, &id,
		`SELECT job_id FROM shares WHERE token = ? AND revoked_at = '' AND ends_at > ?`, hashed(token), s.Stamp()))
}
