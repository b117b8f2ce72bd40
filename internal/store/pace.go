package store

import (
	"context"
	"fmt"
	"slices"
	"time"

	"ledge/internal/core/part"
)

const (
	// paceOf is how many of the latest readings tell how fast this shop reads.
	paceOf = 5000
	// Between two readings of one person that are closer than paceLeast a gauge typed them, and over paceMost the hands
	// did something else.
	paceLeast, paceMost = time.Second, 2 * time.Minute
	// paceEnough is how many gaps it takes to say what is usual.
	paceEnough = 10
)

// Pace is how long a reading of a kind usually takes here, in milliseconds: the middle of the gaps between the latest
// ones that one person took one after another, of kinds that enough were taken of.
func (s *Store) Pace(ctx context.Context) (map[part.Kind]int64, error) {
	var taken []struct {
		Kind part.Kind `db:"kind"`
		Job  int64     `db:"job_id"`
		By   string    `db:"taken_by"`
		At   string    `db:"taken_at"`
	}
	if err := s.Read.SelectContext(ctx, &taken, `SELECT f.kind, f.job_id, r.taken_by, r.taken_at
		FROM readings r JOIN features f ON f.id = r.feature_id
		WHERE r.seq > (SELECT max(seq) FROM readings) - ? AND r.what = 'size' AND NOT r.from_file ORDER BY r.seq`,
		paceOf); err != nil {
		return nil, fmt.Errorf("pace: %w", err)
	}
	gaps := map[part.Kind][]int64{}
	for i, r := range taken {
		if i == 0 || taken[i-1].Kind != r.Kind || taken[i-1].Job != r.Job || taken[i-1].By != r.By {
			continue
		}
		before, err := time.Parse(time.RFC3339, taken[i-1].At)
		if err != nil {
			continue
		}
		at, err := time.Parse(time.RFC3339, r.At)
		if gap := at.Sub(before); err == nil && gap >= paceLeast && gap <= paceMost {
			gaps[r.Kind] = append(gaps[r.Kind], gap.Milliseconds())
		}
	}
	pace := map[part.Kind]int64{}
	for kind, all := range gaps {
		if len(all) >= paceEnough {
			slices.Sort(all)
			pace[kind] = all[len(all)/2]
		}
	}
	return pace, nil
}
