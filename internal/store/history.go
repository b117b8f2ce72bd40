package store

import (
	"context"
	"encoding/json"
	"fmt"

	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// A Moment is something that happened to a job, as its tables keep it.
type Moment struct {
	At   string `db:"at" json:"at"`
	By   string `db:"by_whom" json:"by"`
	What string `db:"what" json:"what" enum:"job,reading,look,crack_test,gauge,zero,condition,unworn,answer,photo,decision,order,order_event,match,change,share,closing"`
	// Kind, Number and State name the feature, where it is about one.
	Kind   part.Kind `db:"kind" json:"kind,omitempty"`
	Number int       `db:"number" json:"number,omitempty"`
	State  string    `db:"state" json:"state,omitempty"`
	// Component is the tag of the one that the feature, or the decided set, belongs to.
	Component string `db:"component" json:"component,omitempty"`
	// Count is how many readings of one feature one person took in one hour; a moment stands for all of them.
	Count int `db:"count" json:"count,omitempty"`
	// Text says it: a grade, an action, a reason, an answer.
	Text string `db:"text" json:"text"`
	// Place is where a single reading was taken: its station and its direction in microdegrees.
	Place string `db:"place" json:"place,omitempty"`
	// Value is a size, a step or what a gauge was off.
	Value *unit.Length `db:"value" json:"value,omitempty"`
	// FromFile tells that the name is only said by a file that was taken in.
	FromFile bool `db:"from_file" json:"from_file,omitempty"`
}

// ?1 is the job, ?2 the kind, ?3 the number and ?4 the component's tag of a feature. The readings of a feature are told by the hour; of a single feature one by one.
const history = `
SELECT at, by_whom, what, kind, number, state, count, text, value, place, from_file, component FROM (
SELECT min(r.taken_at) AS at, r.taken_by AS by_whom, 'reading' AS what, f.kind, f.number, f.state, count(*) AS count,
  CASE WHEN count(*) > 1 THEN '' WHEN r.what = 'size' THEN coalesce((SELECT 'superseded' FROM superseded s WHERE s.reading_id = r.id), '') ELSE r.what || ' ' || coalesce(r.reason, '') END AS text,
  CASE WHEN count(*) = 1 THEN r.value END AS value, max(r.seq) AS seq,
  CASE WHEN count(*) = 1 THEN json_extract(f.stations, '$[' || r.station || ']') || ' ' || json_extract(f.directions, '$[' || r.direction || ']') ELSE '' END AS place, r.from_file AS from_file, f.component AS component
  FROM features f JOIN readings r ON r.feature_id = f.id WHERE f.job_id = ?1 AND (?2 = '' OR f.kind = ?2 AND f.number = ?3 AND f.component = ?4)
  GROUP BY f.id, r.taken_by, r.from_file, CASE WHEN ?2 = '' THEN substr(r.taken_at, 1, 13) ELSE r.id END
UNION ALL SELECT l.graded_at, l.graded_by, CASE l.what WHEN 'grade' THEN 'look' ELSE 'crack_test' END, f.kind, f.number, f.state, 1, coalesce(l.look, l.what) || CASE l.note WHEN '' THEN '' ELSE ': ' || l.note END, NULL, l.seq, '', l.from_file, f.component
  FROM features f JOIN looks l ON l.feature_id = f.id WHERE f.job_id = ?1 AND (?2 = '' OR f.kind = ?2 AND f.number = ?3 AND f.component = ?4)
UNION ALL SELECT u.taken_at, u.taken_by, 'unworn', f.kind, f.number, f.state, 1, '', u.value, u.seq, '', u.from_file, f.component
  FROM features f JOIN unworn u ON u.feature_id = f.id WHERE f.job_id = ?1 AND (?2 = '' OR f.kind = ?2 AND f.number = ?3 AND f.component = ?4)
UNION ALL SELECT set_at, set_by, 'gauge', kind, 0, '', 1, instrument || ' ' || mode, setting, seq, '', from_file, '' FROM gauges WHERE job_id = ?1 AND ?2 IN ('', kind)
UNION ALL SELECT checked_at, checked_by, 'zero', kind, 0, '', 1, '', off, seq, '', from_file, '' FROM gauge_checks WHERE job_id = ?1 AND ?2 IN ('', kind)
UNION ALL SELECT set_at, set_by, 'condition', kind, 0, '', 1, note, NULL, seq, '', from_file, '' FROM conditions WHERE job_id = ?1 AND ?2 IN ('', kind)
UNION ALL SELECT created_at, created_by, 'job', '', 0, '', 1, '', NULL, 0, '', from_file, '' FROM jobs WHERE id = ?1 AND ?2 = ''
UNION ALL SELECT said_at, said_by, 'answer', '', 0, '', 1, topic || ' ' || place || ': ' || value || CASE note WHEN '' THEN '' ELSE ' (' || note || ')' END, NULL, seq, '', from_file, '' FROM answers WHERE job_id = ?1 AND ?2 = ''
UNION ALL SELECT taken_at, taken_by, 'photo', '', 0, '', 1, caption, NULL, seq, '', from_file, '' FROM photos WHERE job_id = ?1 AND ?2 = ''
UNION ALL SELECT removed_at, removed_by, 'photo', '', 0, '', 1, 'removed: ' || caption, NULL, seq, '', from_file, '' FROM photos WHERE job_id = ?1 AND ?2 = '' AND removed_at <> ''
UNION ALL SELECT decided_at, decided_by, 'decision', '', 0, '', 1, set_name || ' ' || action || CASE overruled WHEN 1 THEN ', overruled' ELSE '' END || CASE reason WHEN '' THEN '' ELSE ': ' || reason END, step, seq, '', from_file, component FROM decisions WHERE job_id = ?1 AND ?2 = ''
UNION ALL SELECT issued_at, issued_by, 'order', '', 0, '', 1, sheet || ' issue ' || issue, NULL, seq, '', from_file, '' FROM orders WHERE job_id = ?1 AND ?2 = ''
UNION ALL SELECT e.said_at, e.said_by, 'order_event', '', 0, '', 1, o.sheet || ' issue ' || o.issue || CASE e.line WHEN '' THEN '' ELSE ', ' || e.line END || ': ' || e.what || CASE e.reason WHEN '' THEN '' ELSE ' (' || e.reason || ')' END, NULL, e.seq, '', e.from_file, ''
  FROM orders o JOIN order_events e ON e.order_id = o.id WHERE o.job_id = ?1 AND ?2 = ''
UNION ALL SELECT settled_at, settled_by, 'match', kind, 0, '', 1, parts, NULL, seq, '', from_file, '' FROM matchings WHERE job_id = ?1 AND ?2 = ''
UNION ALL SELECT changed_at, changed_by, 'change', '', 0, '', 1, 'head, before: ' || before, NULL, seq, '', from_file, '' FROM job_changes WHERE job_id = ?1 AND ?2 = ''
UNION ALL SELECT said_at, said_by, 'change', '', 0, '', 1, text, NULL, seq, '', from_file, '' FROM job_log WHERE job_id = ?1 AND ?2 = ''
UNION ALL SELECT closed_at, closed_by, 'closing', '', 0, '', 1, outcome || CASE reason WHEN '' THEN '' ELSE ': ' || reason END, NULL, seq, '', from_file, '' FROM closings WHERE job_id = ?1 AND ?2 = ''
UNION ALL SELECT made_at, made_by, 'share', '', 0, '', 1, 'made for ' || said_for, NULL, 0, '', 0, '' FROM shares WHERE job_id = ?1 AND ?2 = ''
UNION ALL SELECT revoked_at, revoked_by, 'share', '', 0, '', 1, 'revoked, of ' || said_for, NULL, 0, '', 0, '' FROM shares WHERE job_id = ?1 AND ?2 = '' AND revoked_at <> '')
ORDER BY at DESC, seq DESC LIMIT 2000`

// History is what happened to a job, the latest first; with a kind, only what happened to that feature, reading by reading.
func (s *Store) History(ctx context.Context, jobID int64, kind part.Kind, number int, component string) ([]Moment, error) {
	list := []Moment{}
	if err := s.read.SelectContext(ctx, &list, history, jobID, kind, number, component); err != nil {
		return nil, fmt.Errorf("history of job %d: %w", jobID, err)
	}
	return list, nil
}

// LastChange is when anything recorded of a job last changed, its limits, looks and answers too.
func (s *Store) LastChange(ctx context.Context, jobID int64) (at string, err error) {
	err = s.read.GetContext(ctx, &at, `SELECT max(at) FROM (
SELECT created_at AS at FROM jobs WHERE id = ?1
UNION ALL SELECT max(r.taken_at) FROM features f JOIN readings r ON r.feature_id = f.id WHERE f.job_id = ?1
UNION ALL SELECT max(l.graded_at) FROM features f JOIN looks l ON l.feature_id = f.id WHERE f.job_id = ?1
UNION ALL SELECT max(u.taken_at) FROM features f JOIN unworn u ON u.feature_id = f.id WHERE f.job_id = ?1
UNION ALL SELECT max(e.said_at) FROM orders o JOIN order_events e ON e.order_id = o.id WHERE o.job_id = ?1
UNION ALL SELECT max(set_at) FROM gauges WHERE job_id = ?1
UNION ALL SELECT max(checked_at) FROM gauge_checks WHERE job_id = ?1
UNION ALL SELECT max(set_at) FROM conditions WHERE job_id = ?1
UNION ALL SELECT max(said_at) FROM answers WHERE job_id = ?1
UNION ALL SELECT max(max(taken_at, removed_at)) FROM photos WHERE job_id = ?1
UNION ALL SELECT max(decided_at) FROM decisions WHERE job_id = ?1
UNION ALL SELECT max(issued_at) FROM orders WHERE job_id = ?1
UNION ALL SELECT max(settled_at) FROM matchings WHERE job_id = ?1
UNION ALL SELECT max(changed_at) FROM job_changes WHERE job_id = ?1
UNION ALL SELECT max(closed_at) FROM closings WHERE job_id = ?1
UNION ALL SELECT max(said_at) FROM job_log WHERE job_id = ?1)`, jobID)
	if err != nil {
		return "", fmt.Errorf("last change of job %d: %w", jobID, err)
	}
	return at, nil
}

// log keeps a change that has no table of its own, with what was there before.
func (s *Store) log(ctx context.Context, q querier, jobID int64, what, text string, before any) error {
	was, err := json.Marshal(before)
	if err != nil {
		return err
	}
	_, err = q.ExecContext(ctx, `INSERT INTO job_log (job_id, what, text, before, said_by, said_at) VALUES (?,?,?,?,?,?)`, jobID, what, text, string(was), Actor(ctx), s.stamp())
	return err
}
