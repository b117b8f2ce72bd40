package store

import (
	"context"
	"encoding/json"
	"fmt"
	"strings"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/assembly"
	"ledge/internal/core/engine"
	"ledge/internal/core/inspection"
	"ledge/internal/core/part"
	"ledge/internal/core/plan"
	"ledge/internal/core/unit"
	"ledge/internal/store/db"
	"ledge/internal/store/tables"
	"ledge/internal/words"
)

// A Job is one engine on the bench, with its own copy of limits and policy.
type Job struct {
	ID         int64           `db:"id" json:"id"`
	Number     string          `db:"number" json:"number"`
	Customer   string          `db:"customer" json:"customer"`
	Engine     string          `db:"engine" json:"engine"`
	Duty       inspection.Duty `db:"duty" json:"duty"`
	Unit       unit.System     `db:"unit" json:"unit"`
	PromisedOn *string         `db:"promised_on" json:"promised_on,omitempty"`
	Version    int64           `db:"version" json:"version"`
	CreatedBy  string          `db:"created_by" json:"created_by"`
	CreatedAt  string          `db:"created_at" json:"created_at"`
	// ClosedAt is when the job left the shop.
	ClosedAt *string `db:"closed_at" json:"closed_at,omitempty"`
	FromFile bool    `db:"from_file" json:"from_file,omitempty"`
	// Came is what came in, in the order in which it is measured.
	Came     []part.Component `db:"-" json:"came"`
	CameText string           `db:"came" json:"-"`
	// Card is the version of a card that it took, BackOf the job that it comes back from; nil where none is.
	Card   *int64 `db:"card" json:"-"`
	BackOf *int64 `db:"back_of" json:"back_of,omitempty"`
	// Sample tells that it belongs to the sample shop.
	Sample bool `db:"sample" json:"sample,omitempty"`
	engine.Layout
	PinsText   string              `db:"pins" json:"-"`
	PolicyText string              `db:"policy" json:"-"`
	Policy     inspection.Policy   `db:"-" json:"policy"`
	Limits     inspection.LimitSet `db:"-" json:"limits"`
}

const jobColumns = `id, number, customer, engine, duty, unit, promised_on, version,
	created_by, created_at, closed_at, from_file, came, card, back_of, sample, arrangement, cylinders, mains, throws,
	cylinders_per_throw AS cylindersperthrow, pins, policy`

// A NewJob is what a job starts from.
type NewJob struct {
	// Made names the job among all that were ever asked for; the zero value names nothing.
	Made       Made
	Number     string // the next free one where empty
	Customer   string
	Engine     string
	Duty       inspection.Duty
	Came       []part.Component // a crankshaft alone where empty
	Unit       unit.System
	PromisedOn *string
	Layout     engine.Layout
	Policy     inspection.Policy
	Limits     inspection.LimitSet
	Plans      map[part.Kind]plan.Plan
	Quick      bool     // journals are looked at quickly first
	Card       *int64   // the version of a card that it takes
	BackOf     *int64   // the job that it comes back from
	Sample     bool     // it belongs to the sample shop
	Answers    []Answer // what is known of it from before
	// Plan is how it is built, as its card or the job before tells; nil where nothing does.
	Plan *assembly.Plan
}

// came is what came in.
func (n *NewJob) came() []part.Component {
	if len(n.Came) == 0 {
		return []part.Component{part.Crankshaft}
	}
	return part.Ordered(n.Came)
}

// CreateJob stores a job and the features its layout gives it.
func (s *Store) CreateJob(ctx context.Context, n NewJob) (id int64, err error) {
	err = s.Change(ctx, func(tx *sqlx.Tx) error {
		var known bool
		if id, known, err = n.Made.job(ctx, tx); err != nil || known {
			return err
		}
		if id, err = s.insertJob(ctx, tx, n); err != nil {
			return err
		}
		for _, f := range layoutFeatures(n) {
			f.JobID = id
			if _, err := insertFeature(ctx, tx, f); err != nil {
				return err
			}
		}
		for _, a := range n.Answers {
			a.JobID = id
			if err := s.answer(ctx, tx, a); err != nil {
				return err
			}
		}
		return tables.Gather(ctx, tx, id, db.Actor(ctx), s.Stamp())
	})
	if err != nil {
		return 0, fmt.Errorf("create job: %w", err)
	}
	s.changed(id)
	return id, nil
}

func (s *Store) insertJob(ctx context.Context, tx *sqlx.Tx, n NewJob) (int64, error) {
	if n.Number == "" {
		free, err := nextNumber(ctx, tx)
		if err != nil {
			return 0, err
		}
		n.Number = free
	}
	policy, err := json.Marshal(n.Policy)
	if err != nil {
		return 0, err
	}
	l := n.Layout
	pins := ""
	if l.Pins != nil {
		text, err := json.Marshal(l.Pins)
		if err != nil {
			return 0, err
		}
		pins = string(text)
	}
	result, err := tx.ExecContext(ctx, `INSERT INTO jobs (number, customer, engine, duty, came, unit,
		arrangement, cylinders, mains, throws,
		cylinders_per_throw, pins, promised_on, policy, created_by, created_at, made_as, made_of, card, back_of, sample)
			VALUES (?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?,?)`,
		n.Number, n.Customer, n.Engine, n.Duty, part.Names(n.came()), n.Unit, l.Arrangement, l.Cylinders, l.Mains,
		l.Throws, l.CylindersPerThrow, pins, n.PromisedOn, string(policy), db.Actor(ctx), s.Stamp(), n.Made.as(),
		n.Made.of(ctx), n.Card, n.BackOf, n.Sample)
	if err != nil {
		if numberTaken(err) {
			return 0, &db.ConflictError{Why: words.New("conflict.job", "number", n.Number), Place: "number"}
		}
		return 0, err
	}
	id, err := result.LastInsertId()
	if err != nil {
		return 0, err
	}
	if err := setWords(ctx, tx, id); err != nil {
		return 0, err
	}
	if n.Plan != nil {
		built := []assembly.Event{{What: assembly.SetPlan, Plan: n.Plan}}
		if err := s.importBuilt(ctx, tx, id, built); err != nil {
			return 0, err
		}
	}
	return id, writeLimits(ctx, tx, id, n.Limits)
}

// nextNumber is the first free number after all others.
func nextNumber(ctx context.Context, tx *sqlx.Tx) (string, error) {
	var last int
	err := tx.GetContext(ctx, &last, `SELECT coalesce(max(cast(substr(number, 3) AS INTEGER)), 0)
		FROM jobs WHERE number GLOB 'L-[0-9]*' AND length(number) < 12`)
	return fmt.Sprintf("L-%04d", last+1), err
}

// Job returns one job, or [db.ErrNotFound].
func (s *Store) Job(ctx context.Context, id int64) (job Job, err error) {
	err = s.View(ctx, func(tx *sqlx.Tx) error {
		job, err = getJob(ctx, tx, id)
		return err
	})
	return job, err
}

func getJob(ctx context.Context, q db.Querier, id int64) (Job, error) {
	var job Job
	if err := q.GetContext(ctx, &job, `SELECT `+jobColumns+` FROM jobs WHERE id = ?`, id); err != nil {
		return Job{}, fmt.Errorf("job %d: %w", id, db.NotFound(err))
	}
	job.Policy = inspection.DefaultPolicy(job.Unit) // a field that an older Ledge did not know takes its default
	if err := json.Unmarshal([]byte(job.PolicyText), &job.Policy); err != nil {
		return Job{}, fmt.Errorf("policy of job %d: %w", id, err)
	}
	if job.PinsText != "" {
		if err := json.Unmarshal([]byte(job.PinsText), &job.Pins); err != nil {
			return Job{}, fmt.Errorf("pins of job %d: %w", id, err)
		}
	}
	job.Came = part.Named(job.CameText)
	var err error
	job.Limits, err = readLimits(ctx, q, id)
	return job, err
}

// JobNumber returns the number of a job, or [db.ErrNotFound].
func (s *Store) JobNumber(ctx context.Context, id int64) (number string, err error) {
	return number, db.NotFound(s.Read.GetContext(ctx, &number, `SELECT number FROM jobs WHERE id = ?`, id))
}

// JobNumbered returns the job with a number, or [db.ErrNotFound].
func (s *Store) JobNumbered(ctx context.Context, number string) (id int64, err error) {
	if err := s.Read.GetContext(ctx, &id, `SELECT id FROM jobs WHERE number = ?1 COLLATE NOCASE
		ORDER BY number <> ?1 LIMIT 1`, strings.TrimSpace(number)); err != nil {
		return 0, fmt.Errorf("job %s: %w", number, db.NotFound(err))
	}
	return id, nil
}

// SetJudgement replaces a job's limits and policy, taken from the version of a card where one is named by its id.
// version must be the present one, else it is a conflict.
func (s *Store) SetJudgement(ctx context.Context, id, version int64, limits inspection.LimitSet,
	policy inspection.Policy, card string) error {
	text, err := json.Marshal(policy)
	if err != nil {
		return err
	}
	defer s.changed(id)
	err = s.changeOpen(ctx, id, func(tx *sqlx.Tx) error {
		job, err := getJob(ctx, tx, id)
		if err != nil {
			return err
		}
		if job.Version != version {
			return db.Conflict("conflict.limits_changed")
		}
		before := struct {
			Limits inspection.LimitSet `json:"limits"`
			Policy inspection.Policy   `json:"policy"`
		}{job.Limits, job.Policy}
		if err := s.log(ctx, tx, id, judgementChanged, Facts{}, before); err != nil {
			return err
		}
		if _, err := tx.ExecContext(ctx, `UPDATE jobs SET policy = ?, version = version + 1 WHERE id = ?`,
			string(text), id); err != nil {
			return err
		}
		if card != "" {
			if err := s.takeCard(ctx, tx, id, card); err != nil {
				return err
			}
		}
		return writeLimits(ctx, tx, id, limits)
	})
	if err != nil {
		return fmt.Errorf("limits of job %d: %w", id, err)
	}
	return nil
}

// A JobHead is what is said of a job as a whole.
type JobHead struct {
	Customer   string          `json:"customer" maxLength:"200"`
	Engine     string          `json:"engine" minLength:"1" maxLength:"200"`
	Duty       inspection.Duty `json:"duty"`
	PromisedOn *string         `json:"promised_on,omitempty" pattern:"^[0-9]{4}-[0-9]{2}-[0-9]{2}$"`
}

// SetHead changes the head of a job. version must be the present one, else it is a conflict; what
// it said before stays on record.
func (s *Store) SetHead(ctx context.Context, id, version int64, head JobHead) error {
	defer s.changed(id)
	err := s.changeOpen(ctx, id, func(tx *sqlx.Tx) error {
		job, err := getJob(ctx, tx, id)
		if err != nil {
			return err
		}
		if job.Version != version {
			return db.Conflict("conflict.job_changed")
		}
		before := JobHead{job.Customer, job.Engine, job.Duty, job.PromisedOn}
		if err := s.log(ctx, tx, id, headChanged, Facts{Before: &before}, nil); err != nil {
			return err
		}
		if _, err := tx.ExecContext(ctx,
			`UPDATE jobs SET customer = ?, engine = ?, duty = ?, promised_on = ?, version = version + 1 WHERE id = ?`,
			head.Customer, head.Engine, head.Duty, head.PromisedOn, id); err != nil {
			return err
		}
		return setWords(ctx, tx, id)
	})
	if err != nil {
		return fmt.Errorf("head of job %d: %w", id, err)
	}
	return nil
}
