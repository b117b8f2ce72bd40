package office

import (
	"context"
	"encoding/json"
	"fmt"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/schedule"
	"ledge/internal/store/db"
)

// Rates returns the shop's rate card and its version, which is 0 where none was entered.
func (s *Office) Rates(ctx context.Context) (card schedule.Card, version int64, err error) {
	version, text, err := db.Last(ctx, s.file.Read,
		`SELECT seq, card AS text FROM rate_cards ORDER BY seq DESC LIMIT 1`)
	if err == nil && version > 0 {
		err = json.Unmarshal([]byte(text), &card)
	}
	if err != nil {
		return card, 0, fmt.Errorf("rate card: %w", err)
	}
	return card, version, nil
}

// SetRates stores the shop's rate card, which holds from now on; earlier ones stay on record.
// version must be the present one, else it is a conflict.
func (s *Office) SetRates(ctx context.Context, card schedule.Card, version int64) error {
	text, err := json.Marshal(card)
	if err != nil {
		return err
	}
	return s.file.Change(ctx, func(tx *sqlx.Tx) error {
		if err := db.StillLast(ctx, tx, version,
			`SELECT seq, card AS text FROM rate_cards ORDER BY seq DESC LIMIT 1`); err != nil {
			return err
		}
		_, err := tx.ExecContext(ctx, `INSERT INTO rate_cards (card, set_by, set_at) VALUES (?,?,?)`,
			string(text), db.Actor(ctx), s.file.Stamp())
		return err
	})
}
