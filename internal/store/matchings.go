package store

import (
	"context"

	"ledge/internal/core/part"

	"github.com/jmoiron/sqlx"
)

// A Settled says which part goes into each place, as a person settled it.
type Settled struct {
	Kind part.Kind `json:"kind"`
	// Parts are the numbers of the parts, in the order of the places.
	Parts []int `json:"parts"`
	// PlacesOf and PartsOf are the tags of the components that were matched.
	PlacesOf  string `json:"-"`
	PartsOf   string `json:"-"`
	SettledBy string `json:"settled_by"`
	SettledAt string `json:"settled_at"`
	// FromFile tells that the name is only said by a file that was taken in.
	FromFile bool `json:"from_file,omitempty"`
}

// matching is one as it is stored, with what of.
type matching struct {
	Settled
	PlacesOf string `json:"places_of,omitempty"`
	PartsOf  string `json:"parts_of,omitempty"`
}

// Settle stores which part goes where for a kind of place; the same id is stored once.
func (s *Store) Settle(ctx context.Context, jobID int64, id string, m Settled) error {
	return s.changeOpen(ctx, jobID, func(tx *sqlx.Tx) error {
		if _, err := getJob(ctx, tx, jobID); err != nil {
			return err
		}
		_, err := s.keep(ctx, tx, event{ID: id, JobID: jobID, What: matched}, matching{m, m.PlacesOf, m.PartsOf}, nil)
		return err
	})
}

// SettledOf returns what holds for each kind of place, and for each pair of components that were matched.
func (s *Store) SettledOf(ctx context.Context, jobID int64) ([]Settled, error) {
	events, err := eventsOf(ctx, s.Read, jobID, matched)
	if err != nil {
		return nil, err
	}
	all, err := of(events, matched, func(m *matching, e *event) {
		m.Settled.PlacesOf, m.Settled.PartsOf = m.PlacesOf, m.PartsOf
		m.SettledBy, m.SettledAt, m.FromFile = e.By, e.At, e.FromFile
	})
	held := []Settled{}
	for _, m := range last(all, func(m matching) [3]string {
		return [3]string{string(m.Kind), m.PlacesOf, m.PartsOf}
	}) {
		held = append(held, m.Settled)
	}
	return held, err
}
