package office

import (
	"context"
	"encoding/json"
	"fmt"
	"strings"

	"github.com/google/uuid"
	"github.com/jmoiron/sqlx"

	"ledge/internal/core/instrument"
	"ledge/internal/core/unit"
	"ledge/internal/store/db"
)

// AddDeed keeps one thing that was done with an instrument of the shop; the first one tells it, under its own id. The
// same id is stored once. check looks at it in the light of what was done before.
func (s *Office) AddDeed(ctx context.Context, id string, d instrument.Deed,
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
	err = s.file.Change(ctx, func(tx *sqlx.Tx) error {
		content := db.Fields{"instrument": id, "what": d.What, "body": string(body), "said_by": db.Actor(ctx)}
		if known, err := db.Known(ctx, tx, "cabinet_deeds", d.ID, content); err != nil || known {
			return err
		}
		before, err := DeedsOf(ctx, tx, id)
		if err != nil {
			return err
		}
		if len(before[id]) == 0 && (d.What != instrument.Told || id != d.ID) {
			return db.ErrNotFound
		}
		if err := check(before[id]); err != nil {
			return err
		}
		_, err = db.Once(ctx, tx, "cabinet_deeds", d.ID, content, db.Fields{"said_at": s.file.Stamp()})
		return err
	})
	if err != nil {
		return fmt.Errorf("instrument %s: %w", id, err)
	}
	return nil
}

// LoadDeeds keeps what was done with an instrument in years past, by whom and when each says.
func (s *Office) LoadDeeds(ctx context.Context, id string, deeds []instrument.Deed) error {
	err := s.file.Change(ctx, func(tx *sqlx.Tx) error {
		for _, d := range deeds {
			content := db.Fields{"instrument": id, "what": d.What, "said_by": d.By}
			at := d.At
			key := d.ID
			d.ID, d.By, d.At = "", "", ""
			body, err := json.Marshal(d)
			if err != nil {
				return err
			}
			content["body"] = string(body)
			if _, err := db.Once(ctx, tx, "cabinet_deeds", key, content, db.Fields{"said_at": at}); err != nil {
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
func (s *Office) Cabinet(ctx context.Context) ([]instrument.Owned, error) {
	deeds, err := DeedsOf(ctx, s.file.Read, "")
	if err != nil {
		return nil, err
	}
	var order []string
	if err := s.file.Read.SelectContext(ctx, &order, `SELECT instrument FROM cabinet_deeds GROUP BY instrument
		ORDER BY min(seq)`); err != nil {
		return nil, fmt.Errorf("cabinet: %w", err)
	}
	list := make([]instrument.Owned, len(order))
	for i, id := range order {
		list[i] = instrument.OwnedOf(id, deeds[id])
	}
	return list, nil
}

// DeedsOf are the deeds of an instrument, or of all, in their order.
func DeedsOf(ctx context.Context, q db.Querier, id string) (map[string][]instrument.Deed, error) {
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

// KeepZeroed keeps a check at the bench among the deeds of the instrument that was checked, under the check's id. A job
// from elsewhere names one that is not this shop's: then there is nothing to keep.
func KeepZeroed(ctx context.Context, tx *sqlx.Tx, id, check string, off unit.Length, at string) error {
	known, err := DeedsOf(ctx, tx, id)
	if err != nil || len(known[id]) == 0 {
		return err
	}
	body, err := json.Marshal(instrument.Deed{What: instrument.Zeroed, Found: off})
	if err != nil {
		return err
	}
	own := uuid.NewSHA1(uuid.NameSpaceOID, []byte("cabinet "+strings.ToLower(check))).String()
	_, err = db.Once(ctx, tx, "cabinet_deeds", own, db.Fields{"instrument": id, "what": instrument.Zeroed,
		"body": string(body), "said_by": db.Actor(ctx)}, db.Fields{"said_at": at})
	return err
}
