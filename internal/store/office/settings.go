package office

import (
	"context"
	"fmt"

	"github.com/jmoiron/sqlx"

	"ledge/internal/store/db"
)

// PublicURL names the setting of the address under which the shop is reached from elsewhere.
const PublicURL = "public_url"

// Unit names the setting of the unit in which new jobs and cards begin.
const Unit = "unit"

// Locale and TimeZone name the settings by which papers write dates, times and money; those of the
// machine where nobody said any.
const (
	Locale   = "locale"
	TimeZone = "time_zone"
)

// Setting returns what holds for the shop under a name; empty where nobody said it.
// Its version is 0 where nobody did.
func (s *Office) Setting(ctx context.Context, name string) (value string, version int64, err error) {
	if version, value, err = db.Last(ctx, s.file.Read, lastSetting, name); err != nil {
		return "", 0, fmt.Errorf("setting %s: %w", name, err)
	}
	return value, version, nil
}

const lastSetting = `SELECT seq, value AS text FROM settings WHERE name = ? ORDER BY seq DESC LIMIT 1`

// SetSetting says what holds for the shop from now on; what held before stays on record. version
// must be the present one, else it is a conflict.
func (s *Office) SetSetting(ctx context.Context, name, value string, version int64) error {
	return s.SetSettings(ctx, version, []string{name, value})
}

// SetSettings is SetSetting of several names with their values at once; version is that of the first.
func (s *Office) SetSettings(ctx context.Context, version int64, all ...[]string) error {
	return s.file.Change(ctx, func(tx *sqlx.Tx) error {
		if err := db.StillLast(ctx, tx, version, lastSetting, all[0][0]); err != nil {
			return err
		}
		for _, one := range all {
			if _, err := tx.ExecContext(ctx,
				`INSERT INTO settings (name, value, set_by, set_at) VALUES (?,?,?,?)`, one[0], one[1],
				db.Actor(ctx), s.file.Stamp()); err != nil {
				return err
			}
		}
		return nil
	})
}
