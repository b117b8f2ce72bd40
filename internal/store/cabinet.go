package store

import (
	"context"
	"encoding/json"
	"fmt"
	"strings"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/instrument"
)

// AddDeed keeps one thing that was done with an instrument of the shop; the first one tells it, under its own id. The
// same id is stored once. check looks at it in the light of what was done before.
func (s *Store) AddDeed(ctx context.Context, id string, d instrument.Deed,
	check func(before []instrument.Deed) error) error {
	d.ID, id = strings.ToLower(d.ID), strings.ToLower(id)
	if id == "" {
		id = d.ID
	}
	bare := d
	bare.ID, bare.By, bare.At = "", "", ""
	body, err := json.Marshal(bare)
	if err != nil {
		return err
	}
	err = s.change(ctx, func(tx *sqlx.Tx) error {
		content := fields{"instrument": id, "what": d.What, "body": string(body), "said_by": Actor(ctx)}
		if known, err := knownAs(ctx, tx, "cabinet_deeds", d.ID, content); err != nil || known {
			return err
		}
		before, err := deedsOf(ctx, tx, id)
		if err != nil {
			return err
		}
		if len(before[id]) == 0 && (d.What != instrument.Told || id != d.ID) {
			return ErrNotFound
		}
		if err := check(before[id]); err != nil {
			return err
		}
		_, err = once(ctx, tx, "cabinet_deeds", d.ID, content, fields{"said_at": s.stamp()})
		return err
	})
	if err != nil {
		return fmt.Errorf("instrument %s: %w", id, err)
	}
	return nil
}

// LoadDeeds keeps what was done with an instrument in years past, by whom and when each says.
func (s *Store) LoadDeeds(ctx context.Context, id string, deeds []instrument.Deed) error {
	err := s.change(ctx, func(tx *sqlx.Tx) error {
		for _, d := range deeds {
			content := fields{"instrument": id, "what": d.What, "said_by": d.By}
			at := d.At
			key := d.ID
			d.ID, d.By, d.At = "", "", ""
			body, err := json.Marshal(d)
			if err != nil {
				return err
			}
			content["body"] = string(body)
			if _, err := once(ctx, tx, "cabinet_deeds", key, content, fields{"said_at": at}); err != nil {
				return err
			}
		}
		return nil
	})
	if err != nil {
		return fmt.Errorf("instrument %s: %w", id, err)
	}
	return nil
}

// Cabinet returns the shop's instruments, each as what was done with it makes it, in the order in which they came.
func (s *Store) Cabinet(ctx context.Context) ([]instrument.Owned, error) {
	deeds, err := deedsOf(ctx, s.read, "")
	if err != nil {
		return nil, err
	}
	var order []string
	if err := s.read.SelectContext(ctx, &order, `SELECT instrument FROM cabinet_deeds GROUP BY instrument
		ORDER BY min(seq)`); err != nil {
		return nil, fmt.Errorf("cabinet: %w", err)
	}
	list := make([]instrument.Owned, len(order))
	for i, id := range order {
		list[i] = instrument.OwnedOf(id, deeds[id])
	}
	return list, nil
}

// deedsOf are the deeds of an instrument, or of all, in their order.
func deedsOf(ctx context.Context, q querier, id string) (map[string][]instrument.Deed, error) {
	var rows []struct {
		ID         string              `db:"id"`
		Instrument string              `db:"instrument"`
		What       instrument.DeedType `db:"what"`
		Body       string              `db:"body"`
		SaidBy     string              `db:"said_by"`
		SaidAt     string              `db:"said_at"`
	}
	if err := q.SelectContext(ctx, &rows, `SELECT id, instrument, what, body, said_by, said_at FROM cabinet_deeds
		WHERE ?1 = '' OR instrument = ?1 ORDER BY seq`, id); err != nil {
		return nil, fmt.Errorf("deeds: %w", err)
	}
	deeds := map[string][]instrument.Deed{}
	for _, r := range rows {
		var d instrument.Deed
		if err := json.Unmarshal([]byte(r.Body), &d); err != nil {
			return nil, fmt.Errorf("deed %s: %w", r.ID, err)
		}
		d.ID, d.What, d.By, d.At = r.ID, r.What, r.SaidBy, r.SaidAt
		deeds[r.Instrument] = append(deeds[r.Instrument], d)
	}
	return deeds, nil
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
	err := s.read.SelectContext(ctx, &list, `SELECT j.id, j.number, j.engine, j.closed_at IS NOT NULL AS closed,
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
