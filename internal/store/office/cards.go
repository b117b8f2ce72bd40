package office

import (
	"context"
	"encoding/json"
	"fmt"
	"strings"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/assembly"
	"ledge/internal/core/closed"
	"ledge/internal/core/engine"
	"ledge/internal/core/inspection"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/store/db"
)

// A Card is one version of an engine's card: how it is laid out, and what its parts are judged by.
type Card struct {
	Seq int64 `db:"seq" json:"seq"`
	// ID names this version, Card all versions of the card: it is the id of the first one.
	ID      string      `db:"id" json:"id"`
	Card    string      `db:"card" json:"card"`
	Version int         `db:"version" json:"version"`
	Engine  string      `db:"engine" json:"engine"`
	Unit    unit.System `db:"unit" json:"unit"`
	// Book says where its figures come from, Note what is new in this version.
	Book   string              `db:"book" json:"book"`
	Note   string              `db:"note" json:"note"`
	SetBy  string              `db:"set_by" json:"set_by"`
	SetAt  string              `db:"set_at" json:"set_at"`
	Layout engine.Layout       `db:"-" json:"layout"`
	Came   []part.Component    `db:"-" json:"came"`
	Limits inspection.LimitSet `db:"-" json:"limits"`
	Policy inspection.Policy   `db:"-" json:"policy"`
	// Plan are its torque cards and ring patterns; nil where nobody told any.
	Plan *assembly.Plan `db:"-" json:"plan,omitempty"`
	// Withdrawn tells that it is offered no more.
	Withdrawn bool `db:"withdrawn" json:"withdrawn,omitempty"`

	LayoutText string `db:"layout" json:"-"`
	CameText   string `db:"came" json:"-"`
	LimitsText string `db:"limits" json:"-"`
	PolicyText string `db:"policy" json:"-"`
	PlanText   string `db:"plan" json:"-"`
}

const cardColumns = `v.*, coalesce((SELECT what = 'withdrawn' FROM card_events e WHERE e.card = v.card
	ORDER BY e.seq DESC LIMIT 1), 0) AS withdrawn`

// read fills what is stored as texts.
func (c *Card) read() error {
	c.Came = part.Named(c.CameText)
	c.Policy = inspection.DefaultPolicy(c.Unit) // a field that an older Ledge did not know takes its default
	for text, into := range map[string]any{c.LayoutText: &c.Layout, c.LimitsText: &c.Limits, c.PolicyText: &c.Policy} {
		if err := json.Unmarshal([]byte(text), into); err != nil {
			return fmt.Errorf("card %s: %w", c.ID, err)
		}
	}
	if c.PlanText == "" {
		return nil
	}
	c.Plan = new(assembly.Plan)
	if err := json.Unmarshal([]byte(c.PlanText), c.Plan); err != nil {
		return fmt.Errorf("card %s: %w", c.ID, err)
	}
	return nil
}

// Cards returns the newest version of every card, by the engine's name.
func (s *Office) Cards(ctx context.Context) ([]Card, error) {
	return s.cards(ctx, `v.version = (SELECT max(version) FROM card_versions o WHERE o.card = v.card)
		ORDER BY lower(v.engine), v.seq`)
}

// CardVersions returns all versions of a card, the newest first, or [db.ErrNotFound].
func (s *Office) CardVersions(ctx context.Context, card string) ([]Card, error) {
	list, err := s.cards(ctx, `v.card = ? ORDER BY v.version DESC`, strings.ToLower(card))
	if err == nil && len(list) == 0 {
		return nil, db.ErrNotFound
	}
	return list, err
}

// CardVersion returns one version of a card by its id, or [db.ErrNotFound].
func (s *Office) CardVersion(ctx context.Context, id string) (Card, error) {
	list, err := s.cards(ctx, `v.id = ?`, strings.ToLower(id))
	if err == nil && len(list) == 0 {
		err = db.ErrNotFound
	}
	if err != nil {
		return Card{}, err
	}
	return list[0], nil
}

func (s *Office) cards(ctx context.Context, which string, args ...any) ([]Card, error) {
	list := []Card{}
	if err := s.file.Read.SelectContext(ctx, &list, `SELECT `+cardColumns+` FROM card_versions v WHERE `+which,
		args...); err != nil {
		return nil, fmt.Errorf("cards: %w", err)
	}
	for i := range list {
		if err := list[i].read(); err != nil {
			return nil, err
		}
	}
	return list, nil
}

// AddCard stores a new card, or the next version of one where after is the version that was changed. The
// same id is stored once; another version that came meanwhile is a conflict.
func (s *Office) AddCard(ctx context.Context, c Card, after int) error {
	texts := map[string]string{}
	for name, value := range map[string]any{"layout": c.Layout, "limits": c.Limits, "policy": c.Policy} {
		text, err := json.Marshal(value)
		if err != nil {
			return err
		}
		texts[name] = string(text)
	}
	if c.Plan != nil {
		text, err := json.Marshal(c.Plan)
		if err != nil {
			return err
		}
		texts["plan"] = string(text)
	}
	c.ID, c.Card = strings.ToLower(c.ID), strings.ToLower(c.Card)
	if c.Card == "" {
		c.Card = c.ID
	}
	err := s.file.Change(ctx, func(tx *sqlx.Tx) error {
		content := db.Fields{"card": c.Card, "engine": c.Engine, "unit": c.Unit, "layout": texts["layout"],
			"came": part.Names(c.Came), "limits": texts["limits"], "policy": texts["policy"], "plan": texts["plan"], "book": c.Book,
			"note": c.Note, "set_by": db.Actor(ctx)}
		if known, err := db.Known(ctx, tx, "card_versions", c.ID, content); err != nil || known {
			return err
		}
		var last int
		if err := tx.GetContext(ctx, &last, `SELECT coalesce(max(version), 0) FROM card_versions WHERE card = ?`,
			c.Card); err != nil {
			return err
		}
		if last != after {
			return db.Conflict("conflict.card_changed", "version", last)
		}
		_, err := db.Once(ctx, tx, "card_versions", c.ID, content, db.Fields{"version": last + 1,
			"set_at": s.file.Stamp()})
		return err
	})
	if err != nil {
		return fmt.Errorf("card %s: %w", c.Card, err)
	}
	return nil
}

// A CardEventType says whether a card was taken away or is offered again.
type CardEventType string

const (
	cardWithdrawn CardEventType = "withdrawn"
	cardReturned  CardEventType = "returned"
)

// CardEventTypes are both.
var CardEventTypes = closed.New(cardWithdrawn, cardReturned)

// Withdraw offers a card no more, or again; jobs that took it keep what they took.
func (s *Office) Withdraw(ctx context.Context, card, id string, withdrawn bool) error {
	what := cardReturned
	if withdrawn {
		what = cardWithdrawn
	}
	return s.file.Change(ctx, func(tx *sqlx.Tx) error {
		card = strings.ToLower(card)
		var there bool
		if err := tx.GetContext(ctx, &there, `SELECT EXISTS (SELECT 1 FROM card_versions WHERE card = ?)`,
			card); err != nil {
			return err
		}
		if !there {
			return db.ErrNotFound
		}
		_, err := db.Once(ctx, tx, "card_events", id, db.Fields{"card": card, "what": what, "said_by": db.Actor(ctx)},
			db.Fields{"said_at": s.file.Stamp()})
		return err
	})
}
