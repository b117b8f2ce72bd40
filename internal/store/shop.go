package store

import (
	"context"
	"encoding/json"
	"fmt"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/inspection"
	"ledge/internal/core/unit"
)

// ShopPolicy is the policy that new jobs of a unit start with: the shop's own, else the default one.
func (s *Store) ShopPolicy(ctx context.Context, system unit.System) (inspection.Policy, error) {
	policy := inspection.DefaultPolicy(system)
	var texts []string
	if err := s.read.SelectContext(ctx, &texts, `SELECT policy FROM shop_policies WHERE unit = ? ORDER BY seq DESC LIMIT 1`, system); err != nil {
		return policy, fmt.Errorf("shop policy: %w", err)
	}
	if len(texts) == 0 {
		return policy, nil
	}
	if err := json.Unmarshal([]byte(texts[0]), &policy); err != nil {
		return policy, fmt.Errorf("shop policy: %w", err)
	}
	return policy, nil
}

// SetShopPolicy stores the policy that new jobs of a unit start with; earlier ones stay on record.
func (s *Store) SetShopPolicy(ctx context.Context, system unit.System, policy inspection.Policy) error {
	text, err := json.Marshal(policy)
	if err != nil {
		return err
	}
	return s.change(ctx, func(tx *sqlx.Tx) error {
		_, err := tx.ExecContext(ctx, `INSERT INTO shop_policies (unit, policy, set_by, set_at) VALUES (?,?,?,?)`, system, string(text), Actor(ctx), s.stamp())
		return err
	})
}
