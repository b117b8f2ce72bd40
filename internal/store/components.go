package store

import (
	"context"
	"fmt"
	"slices"

	"ledge/internal/core/closed"
	"ledge/internal/core/part"
	"ledge/internal/store/db"
	"ledge/internal/words"
)

// An Origin is where a component comes from.
type Origin string

// The origins.
const (
	CameIn Origin = "came"
	Spare  Origin = "spare"
	Bought Origin = "bought"
)

// Origins are all of them.
var Origins = closed.New(CameIn, Spare, Bought).Said("origin")

// A Component is the block, the crankshaft, the rods… of a job: what came, or another beside it.
// Everything measured of it is its own.
type Component struct {
	Seq   int64          `db:"seq" json:"-"`
	ID    string         `db:"id" json:"id"`
	JobID int64          `db:"job_id" json:"-"`
	Of    part.Component `db:"component" json:"of"`
	// Tag tells it from its like; empty for the one that came.
	Tag     string `db:"tag" json:"tag"`
	Origin  Origin `db:"origin" json:"origin"`
	Stamp   string `db:"stamp" json:"stamp"`
	AddedBy string `db:"added_by" json:"added_by"`
	AddedAt string `db:"added_at" json:"added_at"`
	// FromFile tells that the name is only said by a file that was taken in.
	FromFile bool `db:"from_file" json:"from_file,omitempty"`
	// Retired is how it was taken out of the engine; nil while it is not.
	Retired *Retirement `db:"-" json:"retired,omitempty"`
}

// Tagged is a tag behind what it belongs to.
func Tagged(tag string) string {
	if tag == "" {
		return ""
	}
	return " (" + tag + ")"
}

// inUse is a conflict where what a tag names is retired.
func inUse(ctx context.Context, q db.Querier, jobID int64, of part.Component, tag string) error {
	var found []Component
	if err := q.SelectContext(ctx, &found,
		`SELECT c.* FROM components c JOIN component_events e ON e.component_id = c.id
			WHERE c.job_id = ? AND c.component = ? AND c.tag = ?
		AND e.what = 'retired' AND e.seq = (SELECT max(seq) FROM component_events WHERE component_id = c.id)`,
		jobID, of, tag); err != nil {
		return err
	}
	if len(found) > 0 {
		return errRetired(found[0])
	}
	return nil
}

// Name is the component in words: "Crankshaft", "Crankshaft (spare)".
func (c Component) Name() string {
	return words.Component(c.Of) + Tagged(c.Tag)
}

// componentsOf returns the components of a job, of each sort in the order they came.
func componentsOf(ctx context.Context, q db.Querier, jobID int64) ([]Component, error) {
	list := []Component{}
	if err := q.SelectContext(ctx, &list, `SELECT * FROM components WHERE job_id = ? ORDER BY seq`,
		jobID); err != nil {
		return nil, fmt.Errorf("components of job %d: %w", jobID, err)
	}
	var last []Retirement
	if err := q.SelectContext(ctx, &last,
		`SELECT * FROM component_events WHERE seq IN (SELECT max(e.seq)
			FROM components c JOIN component_events e ON e.component_id = c.id
		WHERE c.job_id = ? GROUP BY c.id) AND what = 'retired'`, jobID); err != nil {
		return nil, fmt.Errorf("components of job %d: %w", jobID, err)
	}
	for i := range list {
		if at := slices.IndexFunc(last, func(r Retirement) bool { return r.ComponentID == list[i].ID }); at >= 0 {
			list[i].Retired = &last[at]
		}
	}
	slices.SortStableFunc(list, func(a, b Component) int {
		return part.Components.Rank(a.Of) - part.Components.Rank(b.Of)
	})
	return list, nil
}
