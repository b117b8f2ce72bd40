package store

import (
	"context"
	"fmt"
	"strings"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/disposition"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// A Search looks for jobs, closed ones too. What is left empty does not narrow it.
type Search struct {
	Text string
	// Set, Action and Step are of a signed decision.
	Set    part.Set
	Action disposition.Action
	Step   *unit.Length
	// Kind, From and To: a part of that kind was read between two sizes.
	Kind     part.Kind
	From, To *unit.Length
}

// A FoundJob is a job as a search shows it.
type FoundJob struct {
	ID         int64       `db:"id" json:"id"`
	Number     string      `db:"number" json:"number"`
	Customer   string      `db:"customer" json:"customer"`
	Engine     string      `db:"engine" json:"engine"`
	Unit       unit.System `db:"unit" json:"unit"`
	PromisedOn *string     `db:"promised_on" json:"promised_on,omitempty"`
	CreatedAt  string      `db:"created_at" json:"created_at"`
	ClosedAt   *string     `db:"closed_at" json:"closed_at,omitempty"`
	Decisions  []Decision  `db:"-" json:"decisions"`
}

// MostFound bounds what a search returns.
const MostFound = 100

// unrevised tells of a decision d that none came after it for its set.
const unrevised = `NOT EXISTS (SELECT 1 FROM events l
	WHERE l.job_id = d.job_id AND l.what = 'decision' AND l.seq > d.seq AND l.body ->> '$.set' = d.body ->> '$.set'
	AND coalesce(l.body ->> '$.component', '') = coalesce(d.body ->> '$.component', ''))`

// Find returns the jobs that fit a search, the latest first, each with the decision that unrevised for every set.
func (s *Store) Find(ctx context.Context, q Search) ([]FoundJob, error) {
	where, args := []string{"1"}, []any{}
	and := func(condition string, values ...any) {
		where, args = append(where, condition), append(args, values...)
	}
	if said, words := saying(q.Text); len(words) > 0 {
		and(`j.id IN (SELECT id FROM jobs WHERE `+said+`)`, words...)
	}
	if q.Set != "" || q.Action != "" || q.Step != nil {
		held := []string{"d.job_id = j.id", "d.what = 'decision'", unrevised}
		var values []any
		narrow := func(condition string, value any) { held, values = append(held, condition), append(values, value) }
		if q.Set != "" {
			narrow("d.body ->> '$.set' = ?", q.Set)
		}
		if q.Action != "" {
			narrow("d.body ->> '$.action' = ?", q.Action)
		}
		if q.Step != nil {
			narrow("d.body ->> '$.step' = ?", *q.Step)
		}
		and(`EXISTS (SELECT 1 FROM events d WHERE `+strings.Join(held, " AND ")+`)`, values...)
	}
	if q.From != nil && q.To != nil {
		// First by the index of sizes alone; whether a reading still unrevised is asked only of the
		// jobs that are shown.
		and(`j.id IN (SELECT f.job_id FROM features f WHERE f.kind = ? AND f.id IN
			(SELECT feature_id FROM readings WHERE what = 'size' AND value BETWEEN ? AND ?))`,
			q.Kind, *q.From, *q.To)
		and(`EXISTS (SELECT 1 FROM features f CROSS JOIN readings r ON r.feature_id = f.id WHERE f.job_id = j.id
			AND f.kind = ? AND r.what = 'size' AND +r.value BETWEEN ? AND ?
			AND NOT EXISTS (SELECT 1 FROM superseded s WHERE s.reading_id = r.id))`, q.Kind, *q.From, *q.To)
	}
	found := []FoundJob{}
	err := s.Read.SelectContext(ctx, &found,
		`SELECT j.id, j.number, j.customer, j.engine, j.unit, j.promised_on, j.created_at, j.closed_at FROM jobs j
		WHERE `+strings.Join(where, " AND ")+` ORDER BY j.id DESC LIMIT ?`, append(args, MostFound)...)
	if err != nil {
		return nil, fmt.Errorf("find jobs: %w", err)
	}
	return found, s.holding(ctx, found)
}

// holding adds the decisions that hold to the jobs found, without what they were based on.
func (s *Store) holding(ctx context.Context, found []FoundJob) error {
	at := map[int64]int{}
	ids := make([]int64, len(found))
	for i := range found {
		found[i].Decisions = []Decision{}
		at[found[i].ID], ids[i] = i, found[i].ID
	}
	if len(ids) == 0 {
		return nil
	}
	query, args, err := sqlx.In(`SELECT seq, id, job_id, feature_id, of_id, what, json_remove(body, '$.basis') AS body,
		by_whom, at, from_file FROM events d WHERE job_id IN (?) AND what = 'decision' AND `+unrevised+`
		ORDER BY seq`, ids)
	if err != nil {
		return err
	}
	var events []event
	if err := s.Read.SelectContext(ctx, &events, query, args...); err != nil {
		return fmt.Errorf("decisions of the jobs found: %w", err)
	}
	held, err := decisionsOf(events)
	if err != nil {
		return err
	}
	for _, d := range held {
		one := &found[at[d.JobID]]
		one.Decisions = append(one.Decisions, d)
	}
	return nil
}

// A Worn is how far one part of an engine came in worn, in one job: its extremes as found.
type Worn struct {
	JobID  int64       `db:"job_id"`
	Kind   part.Kind   `db:"kind"`
	Number int         `db:"number"`
	Min    unit.Length `db:"least"`
	Max    unit.Length `db:"most"`
}

// mostLearned bounds the jobs that a look at an engine goes through: the latest ones.
const mostLearned = 60

// ofEngine are the jobs of an engine but for those that were made by mistake.
const ofEngine = `engine = ? AND NOT (closed_at IS NOT NULL AND EXISTS
	(SELECT 1 FROM events c WHERE c.job_id = jobs.id AND c.what = 'closing' AND c.body ->> '$.outcome' = 'mistake'
	AND c.seq = (SELECT max(seq) FROM events l WHERE l.job_id = jobs.id AND l.what = 'closing')))`

// worn are the kinds that wear where something runs in or on them, as a list of SQL.
var worn = func() string {
	var kinds []string
	for _, row := range part.All() {
		if row.Looked && row.Role != part.Plain {
			kinds = append(kinds, "'"+string(row.Kind)+"'")
		}
	}
	return strings.Join(kinds, ", ")
}()

// WornParts returns the extremes of journals, housings and cylinders as found, over the latest jobs
// of an engine, and those jobs.
func (s *Store) WornParts(ctx context.Context, engine string) (parts []Worn, jobs []int64, err error) {
	if err := s.Read.SelectContext(ctx, &jobs, `SELECT id FROM jobs WHERE `+ofEngine+
		` ORDER BY id DESC LIMIT ?`, engine, mostLearned); err != nil {
		return nil, nil, fmt.Errorf("jobs of %s: %w", engine, err)
	}
	err = s.Read.SelectContext(ctx, &parts,
		`SELECT f.job_id, f.kind, f.number, min(r.value) AS least, max(r.value) AS most
		FROM features f JOIN readings r ON r.feature_id = f.id
		WHERE f.job_id IN (SELECT id FROM jobs WHERE `+ofEngine+
			` ORDER BY id DESC LIMIT ?) AND f.state = 'as_found' AND r.what = 'size'
			AND f.kind IN (`+worn+`)
			AND NOT EXISTS (SELECT 1 FROM superseded s WHERE s.reading_id = r.id)
		GROUP BY f.id`, engine, mostLearned)
	if err != nil {
		return nil, nil, fmt.Errorf("worn parts of %s: %w", engine, err)
	}
	return parts, jobs, nil
}

// Names returns who was at the bench lately, for choosing by a tap.
func (s *Store) Names(ctx context.Context) ([]string, error) {
	names := []string{}
	err := s.Read.SelectContext(ctx, &names, `SELECT name FROM (
		SELECT name, '' AS at, 0 AS seq FROM people WHERE barred = 0
		UNION ALL SELECT taken_by, taken_at, seq FROM (SELECT taken_by, taken_at, seq
			FROM readings WHERE from_file = 0 ORDER BY seq DESC LIMIT 2000)
		UNION ALL SELECT by_whom, at, seq FROM (SELECT by_whom, at, seq, what
			FROM events WHERE from_file = 0 ORDER BY seq DESC LIMIT 2000) WHERE what IN ('look', 'decision'))
		WHERE name NOT IN (SELECT name FROM people
			WHERE barred = 1) GROUP BY name ORDER BY max(at) DESC, max(seq) DESC, name LIMIT 24`)
	if err != nil {
		return nil, fmt.Errorf("names: %w", err)
	}
	return names, nil
}
