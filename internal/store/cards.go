package store

import (
	"context"
	"encoding/json"
	"fmt"
	"slices"
	"strings"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/assembly"
	"ledge/internal/core/closed"
	"ledge/internal/core/engine"
	"ledge/internal/core/inspection"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/words"
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
	Book   string            `db:"book" json:"book"`
	Note   string            `db:"note" json:"note"`
	SetBy  string            `db:"set_by" json:"set_by"`
	SetAt  string            `db:"set_at" json:"set_at"`
	Layout engine.Layout     `db:"-" json:"layout"`
	Came   []part.Component  `db:"-" json:"came"`
	Limits LimitSet          `db:"-" json:"limits"`
	Policy inspection.Policy `db:"-" json:"policy"`
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
	c.Came = cameOf(c.CameText)
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
func (s *Store) Cards(ctx context.Context) ([]Card, error) {
	return s.cards(ctx, `v.version = (SELECT max(version) FROM card_versions o WHERE o.card = v.card)
		ORDER BY lower(v.engine), v.seq`)
}

// CardVersions returns all versions of a card, the newest first, or [ErrNotFound].
func (s *Store) CardVersions(ctx context.Context, card string) ([]Card, error) {
	list, err := s.cards(ctx, `v.card = ? ORDER BY v.version DESC`, strings.ToLower(card))
	if err == nil && len(list) == 0 {
		return nil, ErrNotFound
	}
	return list, err
}

// CardVersion returns one version of a card by its id, or [ErrNotFound].
func (s *Store) CardVersion(ctx context.Context, id string) (Card, error) {
	list, err := s.cards(ctx, `v.id = ?`, strings.ToLower(id))
	if err == nil && len(list) == 0 {
		err = ErrNotFound
	}
	if err != nil {
		return Card{}, err
	}
	return list[0], nil
}

// CardTaken is the version of a card that a job took; ok is false where it took none.
func (s *Store) CardTaken(ctx context.Context, job int64) (card Card, ok bool, err error) {
	list, err := s.cards(ctx, `v.seq = (SELECT card FROM jobs WHERE id = ?)`, job)
	if err != nil || len(list) == 0 {
		return Card{}, false, err
	}
	return list[0], true, nil
}

func (s *Store) cards(ctx context.Context, which string, args ...any) ([]Card, error) {
	list := []Card{}
	if err := s.read.SelectContext(ctx, &list, `SELECT `+cardColumns+` FROM card_versions v WHERE `+which,
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
func (s *Store) AddCard(ctx context.Context, c Card, after int) error {
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
	err := s.change(ctx, func(tx *sqlx.Tx) error {
		content := fields{"card": c.Card, "engine": c.Engine, "unit": c.Unit, "layout": texts["layout"],
			"came": cameText(c.Came), "limits": texts["limits"], "policy": texts["policy"], "plan": texts["plan"], "book": c.Book,
			"note": c.Note, "set_by": Actor(ctx)}
		if known, err := knownAs(ctx, tx, "card_versions", c.ID, content); err != nil || known {
			return err
		}
		var last int
		if err := tx.GetContext(ctx, &last, `SELECT coalesce(max(version), 0) FROM card_versions WHERE card = ?`,
			c.Card); err != nil {
			return err
		}
		if last != after {
			return conflict("conflict.card_changed", "version", last)
		}
		_, err := once(ctx, tx, "card_versions", c.ID, content, fields{"version": last + 1, "set_at": s.stamp()})
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
func (s *Store) Withdraw(ctx context.Context, card, id string, withdrawn bool) error {
	what := cardReturned
	if withdrawn {
		what = cardWithdrawn
	}
	return s.change(ctx, func(tx *sqlx.Tx) error {
		card = strings.ToLower(card)
		var there bool
		if err := tx.GetContext(ctx, &there, `SELECT EXISTS (SELECT 1 FROM card_versions WHERE card = ?)`,
			card); err != nil {
			return err
		}
		if !there {
			return ErrNotFound
		}
		_, err := once(ctx, tx, "card_events", id, fields{"card": card, "what": what, "said_by": Actor(ctx)},
			fields{"said_at": s.stamp()})
		return err
	})
}

// takeCard says that a job took a version of a card.
func (s *Store) takeCard(ctx context.Context, tx *sqlx.Tx, job int64, version string) error {
	result, err := tx.ExecContext(ctx, `UPDATE jobs SET card = (SELECT seq FROM card_versions WHERE id = ?2)
		WHERE id = ?1 AND EXISTS (SELECT 1 FROM card_versions WHERE id = ?2)`, job, strings.ToLower(version))
	if err != nil {
		return err
	}
	if n, err := result.RowsAffected(); err != nil || n == 0 {
		return &ConflictError{Why: words.New("conflict.no_card"), Place: "card"}
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
	if err := s.read.SelectContext(ctx, &list, `SELECT id, number, engine, customer, unit, closed_at FROM jobs j
		WHERE EXISTS (SELECT 1 FROM limits l WHERE l.job_id = j.id) ORDER BY id DESC LIMIT ?`,
		mostLimited); err != nil {
		return nil, fmt.Errorf("jobs with limits: %w", err)
	}
	return list, nil
}

// cameOf reads what came in as it is stored.
func cameOf(text string) []part.Component {
	var came []part.Component
	for _, c := range strings.Split(text, ",") {
		came = append(came, part.Component(c))
	}
	return slices.Clip(part.Ordered(came))
}
