package store

import (
	"context"
	"encoding/json"
	"fmt"
	"slices"
	"strings"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/instrument"
	"ledge/internal/store/db"
	"ledge/internal/store/office"
	"ledge/internal/store/tables"
)

// Shelf is what a job's readings were taken with: the shop's own instruments, and what a file told of others.
func (s *Store) Shelf(ctx context.Context, jobID int64) (instrument.Shelf, error) {
	shelf, err := s.shelfOf(ctx, s.Read, jobID)
	if err != nil {
		return shelf, fmt.Errorf("gauges of job %d: %w", jobID, err)
	}
	events, err := eventsOf(ctx, s.Read, jobID, gaugeSet)
	if err != nil {
		return shelf, err
	}
	setups, err := gaugesOf(events)
	if err != nil {
		return shelf, err
	}
	for _, g := range setups {
		one := instrument.SetUp{Parts: string(g.Kind), Named: g.Named, Kind: g.Instrument, Division: g.Division,
			Mode: g.Mode, Setting: g.Setting, Mating: g.Mating, Sense: g.Sense, Repeatability: g.Repeatability,
			SettingU: g.SettingU, By: g.SetBy, At: g.SetAt}
		if g.Cabinet != nil {
			one.Instrument = *g.Cabinet
		}
		shelf.Setups = append(shelf.Setups, one)
	}
	return shelf, nil
}

// shelfOf is what a file told of a job's gauges, with those of the shop's instruments that its setups name.
func (s *Store) shelfOf(ctx context.Context, q db.Querier, jobID int64) (shelf instrument.Shelf, err error) {
	var text string
	if err := q.GetContext(ctx, &text, `SELECT shelf FROM jobs WHERE id = ?`, jobID); err != nil {
		return shelf, err
	}
	if err := json.Unmarshal([]byte(text), &shelf); err != nil {
		return shelf, err
	}
	gauges := `SELECT body ->> '$.cabinet' AS cabinet FROM events WHERE what = 'gauge' AND`
	if s.Version < tables.EventsVersion { // which is only read
		gauges = `SELECT cabinet FROM gauges WHERE`
	}
	var used []string
	if err := q.SelectContext(ctx, &used, gauges+` job_id = ? GROUP BY 1 HAVING cabinet <> '' ORDER BY min(seq)`,
		jobID); err != nil {
		return shelf, err
	}
	for _, id := range used {
		deeds, err := office.DeedsOf(ctx, q, id)
		if err != nil {
			return shelf, err
		}
		if len(deeds[id]) == 0 {
			continue
		}
		shelf.Instruments = slices.DeleteFunc(shelf.Instruments, func(e instrument.Entry) bool { return e.ID == id })
		own := slices.DeleteFunc(deeds[id], func(d instrument.Deed) bool { return d.What == instrument.Wired })
		shelf.Instruments = append(shelf.Instruments, instrument.Entry{ID: id, Deeds: own})
	}
	return shelf, nil
}

// shelfText is what goes along with a job of its instruments.
func (s *Store) shelfText(ctx context.Context, q db.Querier, jobID int64) (string, error) {
	shelf, err := s.shelfOf(ctx, q, jobID)
	if err != nil {
		return "", err
	}
	text, err := json.Marshal(shelf)
	return string(text), err
}

// importShelf keeps what a file tells of gauges beside the job: it is another shop's cabinet.
func importShelf(ctx context.Context, tx *sqlx.Tx, jobID int64, shelf instrument.Shelf) error {
	text, err := json.Marshal(shelf)
	if err != nil {
		return err
	}
	_, err = tx.ExecContext(ctx, `UPDATE jobs SET shelf = ? WHERE id = ?`, string(text), jobID)
	return err
}

// A GaugedJob is a job of which an instrument read something in a while.
type GaugedJob struct {
	ID     int64  `db:"id" json:"id"`
	Number string `db:"number" json:"number"`
	Engine string `db:"engine" json:"engine"`
	Closed bool   `db:"closed" json:"closed,omitempty"`
	Count  int    `db:"count" json:"count"`
}

// ReadWith are the jobs in which readings that hold as they were read were taken with an instrument after one moment
// and not after another, the oldest job first.
func (s *Store) ReadWith(ctx context.Context, id, after, until string) ([]GaugedJob, error) {
	list := []GaugedJob{}
	err := s.Read.SelectContext(ctx, &list, `SELECT j.id, j.number, j.engine, j.closed_at IS NOT NULL AS closed,
		count(*) AS count FROM events g JOIN readings r ON r.gauge_id = g.id JOIN jobs j ON j.id = g.job_id
		WHERE g.what = 'gauge' AND g.body ->> '$.cabinet' = ? AND r.what = 'size' AND r.taken_at > ? AND r.taken_at <= ?
			AND NOT EXISTS (SELECT 1 FROM superseded s WHERE s.reading_id = r.id)
			-- worked out anew: what was typed at the same gauge means another size since
			AND NOT EXISTS (SELECT 1 FROM superseded s JOIN readings o ON o.id = s.reading_id WHERE s.by_id = r.id
				AND o.gauge_id = r.gauge_id AND o.typed = r.typed AND o.value <> r.value)
		GROUP BY j.id ORDER BY j.id`, strings.ToLower(id), after, until)
	if err != nil {
		return nil, fmt.Errorf("readings of instrument %s: %w", id, err)
	}
	return list, nil
}
