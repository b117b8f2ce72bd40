package store

import (
	"context"
	"encoding/json"
	"fmt"
	"slices"
	"strings"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/assembly"
	"ledge/internal/core/unit"
	"ledge/internal/store/db"
	"ledge/internal/store/office"
	"ledge/internal/words"
)

// CardTaken is the version of a card that a job took; ok is false where it took none.
func (s *Store) CardTaken(ctx context.Context, job int64) (card office.Card, ok bool, err error) {
	var taken []string
	if err := s.Read.SelectContext(ctx, &taken, `SELECT v.id FROM jobs j JOIN card_versions v ON v.seq = j.card
		WHERE j.id = ?`, job); err != nil || len(taken) == 0 {
		return office.Card{}, false, err
	}
	card, err = s.CardVersion(ctx, taken[0])
	return card, err == nil, err
}

// takeCard says that a job took a version of a card.
func (s *Store) takeCard(ctx context.Context, tx *sqlx.Tx, job int64, version string) error {
	result, err := tx.ExecContext(ctx, `UPDATE jobs SET card = (SELECT seq FROM card_versions WHERE id = ?2)
		WHERE id = ?1 AND EXISTS (SELECT 1 FROM card_versions WHERE id = ?2)`, job, strings.ToLower(version))
	if err != nil {
		return err
	}
	if n, err := result.RowsAffected(); err != nil || n == 0 {
		return &db.ConflictError{Why: words.New("conflict.no_card"), Place: "card"}
	}
	return s.takePlan(ctx, tx, job, version)
}

// takePlan gives a job that has none a copy of the torque cards and ring patterns that its card has.
func (s *Store) takePlan(ctx context.Context, tx *sqlx.Tx, job int64, version string) error {
	var text string
	if err := tx.GetContext(ctx, &text, `SELECT plan FROM card_versions WHERE id = ?`,
		strings.ToLower(version)); err != nil || text == "" {
		return err
	}
	done, err := jobsBuilt(ctx, tx, job)
	if err != nil || slices.ContainsFunc(done, func(e assembly.Event) bool { return e.What == assembly.SetPlan }) {
		return err
	}
	plan := new(assembly.Plan)
	if err := json.Unmarshal([]byte(text), plan); err != nil {
		return err
	}
	_, err = s.keep(ctx, tx, event{JobID: job, What: built}, assembly.Event{What: assembly.SetPlan, Plan: plan}, nil)
	return err
}

// A LimitedJob is a job, closed ones too, whose limits somebody entered.
type LimitedJob struct {
	ID       int64       `db:"id" json:"id"`
	Number   string      `db:"number" json:"number"`
	Engine   string      `db:"engine" json:"engine"`
	Customer string      `db:"customer" json:"customer"`
	Unit     unit.System `db:"unit" json:"unit"`
	ClosedAt *string     `db:"closed_at" json:"closed_at,omitempty"`
}

// mostLimited bounds how many jobs are offered to take limits from.
const mostLimited = 200

// LimitedJobs returns the latest jobs that have limits of their own.
func (s *Store) LimitedJobs(ctx context.Context) ([]LimitedJob, error) {
	list := []LimitedJob{}
	if err := s.Read.SelectContext(ctx, &list, `SELECT id, number, engine, customer, unit, closed_at FROM jobs j
		WHERE EXISTS (SELECT 1 FROM limits l WHERE l.job_id = j.id) ORDER BY id DESC LIMIT ?`,
		mostLimited); err != nil {
		return nil, fmt.Errorf("jobs with limits: %w", err)
	}
	return list, nil
}
