package office

import (
	"context"
	"encoding/json"
	"fmt"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/inspection"
	"ledge/internal/core/unit"
	"ledge/internal/store/db"
)

// ShopPolicy is the policy that new jobs of a unit start with: the shop's own, else the default one.
// Its version is 0 where the shop said none.
func (s *Office) ShopPolicy(ctx context.Context, system unit.System) (policy inspection.Policy, version int64,
	err error) {
	policy = inspection.DefaultPolicy(system)
	version, text, err := db.Last(ctx, s.file.Read, lastPolicy, system)
	if err == nil && version > 0 {
		err = json.Unmarshal([]byte(text), &policy)
	}
	if err != nil {
		return policy, 0, fmt.Errorf("shop policy: %w", err)
	}
	return policy, version, nil
}

const lastPolicy = `SELECT seq, policy AS text FROM shop_policies WHERE unit = ? ORDER BY seq DESC LIMIT 1`

// SetShopPolicy stores the policy that new jobs of a unit start with; earlier ones stay on record.
// version must be the present one, else it is a conflict.
func (s *Office) SetShopPolicy(ctx context.Context, system unit.System, policy inspection.Policy,
	version int64) error {
	text, err := json.Marshal(policy)
	if err != nil {
		return err
	}
	return s.file.Change(ctx, func(tx *sqlx.Tx) error {
		if err := db.StillLast(ctx, tx, version, lastPolicy, system); err != nil {
			return err
		}
		_, err := tx.ExecContext(ctx, `INSERT INTO shop_policies (unit, policy, set_by, set_at)
			VALUES (?,?,?,?)`, system, string(text), db.Actor(ctx), s.file.Stamp())
		return err
	})
}
