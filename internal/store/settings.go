package store

import (
	"context"
	"fmt"

	"github.com/jmoiron/sqlx"
)

// PublicURL names the setting of the address under which the shop is reached from elsewhere.
const PublicURL = "public_url"

// Setting returns what holds for the shop under a name; empty where nobody said it.
func (s *Store) Setting(ctx context.Context, name string) (string, error) {
	var values []string
	if err := s.read.SelectContext(ctx, &values, `SELECT value FROM settings WHERE name = ? ORDER BY seq DESC LIMIT 1`, name); err != nil {
		return "", fmt.Errorf("setting %s: %w", name, err)
	}
	if len(values) == 0 {
		return "", nil
	}
	return values[0], nil
}

// SetSetting says what holds for the shop from now on; what held before stays on record.
func (s *Store) SetSetting(ctx context.Context, name, value string) error {
	return s.change(ctx, func(tx *sqlx.Tx) error {
		_, err := tx.ExecContext(ctx, `INSERT INTO settings (name, value, set_by, set_at) VALUES (?,?,?,?)`, name, value, Actor(ctx), s.stamp())
		return err
	})
}
