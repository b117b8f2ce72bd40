package tables

import (
	"context"
	"database/sql"
	"fmt"

	"github.com/pressly/goose/v3"
)

// rodsVersion is that of the tables from which on what is measured on a big end is numbered by its rod.
const rodsVersion = 20

// rodsMigration numbers by rod what older versions numbered by throw.
func rodsMigration() *goose.Migration {
	return goose.NewGoMigration(rodsVersion,
		&goose.GoFunc{RunTx: func(ctx context.Context, tx *sql.Tx) error { return renumber(ctx, tx, 0) }}, nil)
}

// byThrow are the parts of a kind that were numbered by throw in jobs, or in all where the job is
// 0, whose throws carry several rods.
const byThrow = `f.kind IN ('rod_bearing', 'rod_shell', 'rod_strip') AND f.job_id IN
	(SELECT j.id FROM jobs j WHERE ? IN (0, j.id) AND j.cylinders_per_throw > 1
		AND (SELECT max(o.number) FROM features o WHERE o.job_id = j.id AND o.kind = f.kind) <= j.throws)`

// renumber moves what older versions numbered by throw to the first rod of the throw, and flags
// what was read of it; the other rods of jobs in the shop are there to be measured, too.
func renumber(ctx context.Context, tx *sql.Tx, job int64) error {
	const out = 1_000_000 // out of the way of those not yet moved
	for _, step := range []string{
		`UPDATE features AS f SET by_throw = EXISTS (SELECT 1
			FROM readings r WHERE r.feature_id = f.id) OR EXISTS (SELECT 1 FROM looks l WHERE l.feature_id = f.id),
			number = ` + fmt.Sprint(out) +
			` + (number - 1) * (SELECT cylinders_per_throw FROM jobs WHERE id = f.job_id) + 1 WHERE ` + byThrow,
		`WITH RECURSIVE rod (number) AS (SELECT 1 UNION ALL SELECT number + 1 FROM rod WHERE number < 48)
			INSERT INTO features (job_id, kind, number, state, stations, directions, gauge_kind,
				gauge_division, gauge_repeatability, gauge_setting_u)
			SELECT f.job_id, f.kind, ` + fmt.Sprint(out) +
			` + rod.number, f.state, f.stations, f.directions, f.gauge_kind, f.gauge_division,
				f.gauge_repeatability, f.gauge_setting_u
			FROM features f JOIN jobs j ON j.id = f.job_id JOIN rod ON rod.number <= j.cylinders
			WHERE f.number = ` + fmt.Sprint(out+1) +
			` AND f.state = 'as_found' AND j.closed_at IS NULL AND ? IN (0, j.id)
			ON CONFLICT DO NOTHING`,
		`UPDATE features SET number = number - ` + fmt.Sprint(out) + ` WHERE number > ` + fmt.Sprint(out) +
			` AND ? IN (0, job_id)`,
	} {
		if _, err := tx.ExecContext(ctx, step, job); err != nil {
			return fmt.Errorf("parts numbered by throw: %w", err)
		}
	}
	return nil
}
