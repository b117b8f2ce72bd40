package store

import (
	"context"
	"encoding/json"
	"fmt"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/schedule"
)

// Rates returns the shop's rate card; ok is false where none was entered.
func (s *Store) Rates(ctx context.Context) (card schedule.Card, ok bool, err error) {
	var texts []string
	if err := s.read.SelectContext(ctx, &texts, `SELECT card FROM rate_cards ORDER BY seq DESC LIMIT 1`); err != nil {
		return card, false, fmt.Errorf("rate card: %w", err)
	}
	if len(texts) == 0 {
		return card, false, nil
	}
	if err := json.Unmarshal([]byte(texts[0]), &card); err != nil {
		return card, false, fmt.Errorf("rate card: %w", err)
	}
	return card, true, nil
}

// SetRates stores the shop's rate card, which holds from now on; earlier ones stay on record.
func (s *Store) SetRates(ctx context.Context, card schedule.Card) error {
	text, err := json.Marshal(card)
	if err != nil {
		return err
	}
	return s.change(ctx, func(tx *sqlx.Tx) error {
		_, err := tx.ExecContext(ctx, `INSERT INTO rate_cards (card, set_by, set_at) VALUES (?,?,?)`, string(text), Actor(ctx), s.stamp())
		return err
	})
}

// Today is the present day on the shop's calendar.
func (s *Store) Today() schedule.Day { return schedule.Day(s.now().UTC().Unix() / 86400) }
