package store

import (
	"context"
	"encoding/json"
	"fmt"

	"ledge/internal/core/part"

	"github.com/jmoiron/sqlx"
)

// A Settled says which part goes into each place, as a person settled it.
type Settled struct {
	Kind      part.Kind `db:"kind" json:"kind"`
	PartsText string    `db:"parts" json:"-"`
	// Parts are the numbers of the parts, in the order of the places.
	Parts []int `db:"-" json:"parts"`
	// PlacesOf and PartsOf are the tags of the components that were matched.
	PlacesOf  string `db:"places_of" json:"-"`
	PartsOf   string `db:"parts_of" json:"-"`
	SettledBy string `db:"settled_by" json:"settled_by"`
	SettledAt string `db:"settled_at" json:"settled_at"`
	// FromFile tells that the name is only said by a file that was taken in.
	FromFile bool `db:"from_file" json:"from_file,omitempty"`
}

// Settle stores which part goes where for a kind of place; the same id is stored once.
func (s *Store) Settle(ctx context.Context, jobID int64, id string, m Settled) error {
	parts, err := json.Marshal(m.Parts)
	if err != nil {
		return err
	}
	return s.changeOpen(ctx, jobID, func(tx *sqlx.Tx) error {
		if _, err := getJob(ctx, tx, jobID); err != nil {
			return err
		}
		_, err := once(ctx, tx, "matchings", id,
			fields{"job_id": jobID, "kind": m.Kind, "parts": string(parts), "places_of": m.PlacesOf,
				"parts_of": m.PartsOf, "settled_by": Actor(ctx)}, fields{"settled_at": s.stamp()})
		return err
	})
}

// SettledOf returns what holds for each kind of place, and for each pair of components that were matched.
func (s *Store) SettledOf(ctx context.Context, jobID int64) ([]Settled, error) {
	list := []Settled{}
	if err := s.read.SelectContext(ctx, &list,
		`SELECT kind, parts, places_of, parts_of, settled_by, settled_at, from_file FROM matchings
		WHERE seq IN (SELECT max(seq) FROM matchings
			WHERE job_id = ? GROUP BY kind, places_of, parts_of) ORDER BY seq`, jobID); err != nil {
		return nil, fmt.Errorf("matchings of job %d: %w", jobID, err)
	}
	for i := range list {
		if err := json.Unmarshal([]byte(list[i].PartsText), &list[i].Parts); err != nil {
			return nil, fmt.Errorf("matching of %s in job %d: %w", list[i].Kind, jobID, err)
		}
	}
	return list, nil
}
