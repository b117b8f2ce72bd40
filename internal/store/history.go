package store

import (
	"context"
	"encoding/json"
	"fmt"

	"ledge/internal/core/assembly"
	"ledge/internal/core/disposition"
	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
)

// A Moment is something that happened to a job, as its tables keep it.
type Moment struct {
	At   string     `db:"at" json:"at"`
	By   string     `db:"by_whom" json:"by"`
	What MomentType `db:"what" json:"what"`
	// Kind, Number and State name the feature, where it is about one.
	Kind   part.Kind `db:"kind" json:"kind,omitempty"`
	Number int       `db:"number" json:"number,omitempty"`
	State  string    `db:"state" json:"state,omitempty"`
	// Component is the tag of the one that the feature, or the decided set, belongs to.
	Component string `db:"component" json:"component,omitempty"`
	// Count is how many readings of one feature one person took in one hour; a moment stands for all of them.
	Count int `db:"count" json:"count,omitempty"`
	// AboutText are the facts as the tables have them.
	AboutText string `db:"about" json:"-"`
	Facts     `db:"-"`
	// Value is a reading, a step or what a gauge was off; of what is weighed in 0.1 µg, else in 0.1 nm.
	Value *part.Value `db:"value" json:"value,omitempty"`
	// FromFile tells that the name is only said by a file that was taken in.
	FromFile bool `db:"from_file" json:"from_file,omitempty"`
}

// Facts are what a moment is about, each where it has it.
type Facts struct {
	// Station and Direction are where a single reading was taken, Reading what it was; Superseded
	// tells that another took its place.
	Station    string      `json:"station,omitempty"`
	Direction  *unit.Angle `json:"direction,omitempty"`
	Column     *int        `json:"column,omitempty" doc:"of those that are no directions, counted from 0"`
	Reading    string      `json:"reading,omitempty"`
	Superseded bool        `json:"superseded,omitempty"`
	// Look is a grade, or with a crack test what it found.
	Look string `json:"look,omitempty"`
	// Reason and Note are what somebody wrote: why, or beside it.
	Reason string `json:"reason,omitempty"`
	Note   string `json:"note,omitempty"`
	// Instrument and Mode are of a gauge.
	Instrument string `json:"instrument,omitempty"`
	Mode       string `json:"mode,omitempty"`
	// Topic, Place and Answer are of what was asked.
	Topic  string `json:"topic,omitempty"`
	Place  string `json:"place,omitempty"`
	Answer string `json:"answer,omitempty"`
	// Caption is of a photograph; Removed tells that it was taken out of sight, or a link revoked.
	Caption string `json:"caption,omitempty"`
	Removed bool   `json:"removed,omitempty"`
	// Set, Action, Shell and Method are of a decision, whose step is the value.
	Set    part.Set           `json:"set,omitempty"`
	Action disposition.Action `json:"action,omitempty"`
	// Says is how the decision reads, made when it is shown.
	Says      string             `json:"says,omitempty"`
	Shell     unit.Length        `json:"shell,omitempty"`
	Method    disposition.Method `json:"method,omitempty"`
	Overruled bool               `json:"overruled,omitempty"`
	// Sheet, Issue and Line are of an order, Said what was said of it.
	Sheet order.Name     `json:"sheet,omitempty"`
	Issue int            `json:"issue,omitempty"`
	Line  string         `json:"line,omitempty"`
	Said  OrderEventType `json:"said,omitempty"`
	// Parts are the numbers of matched parts.
	Parts []int `json:"parts,omitempty"`
	// Outcome is how a job was closed.
	Outcome Outcome `json:"outcome,omitempty"`
	// For is whom a link was made for, or the component that takes another's place.
	For string `json:"for,omitempty"`
	// Before is what the head of a job said.
	Before *JobHead `json:"before,omitempty"`
	// Change is what was changed where it has no table of its own; Text its words where it was of
	// before there were facts.
	Change ChangeType `json:"change,omitempty"`
	Text   string     `json:"text,omitempty"`
	// Plan, Of, Tag and Job are what was changed to: a plan's name, a component, the job that a file was of.
	Plan string         `json:"plan,omitempty"`
	Of   part.Component `json:"of,omitempty"`
	Tag  string         `json:"tag,omitempty"`
	Job  string         `json:"job,omitempty"`
	// PartKind names what a change is of, where it is a kind of parts: all of them, or one.
	PartKind   part.Kind `json:"part_kind,omitempty"`
	PartNumber int       `json:"part_number,omitempty"`
	PartState  string    `json:"part_state,omitempty"`
	Many       int       `json:"many,omitempty"`
	// Off is what a gauge was off, Right what it was set on, where readings were worked out anew.
	// Built is what was done to build the engine.
	Built *assembly.Event `json:"built,omitempty"`
	Off   unit.Length     `json:"off,omitempty"`
	Right *unit.Length    `json:"right,omitempty"`
}

// ?1 is the job, ?2 the kind, ?3 the number and ?4 the component's tag of a feature. The readings
// of a feature are told by the hour; of a single feature one by one.
const history = `
SELECT at, by_whom, what, kind, number, state, count, about, value, from_file, component FROM (
SELECT min(r.taken_at) AS at, r.taken_by AS by_whom, 'reading' AS what, f.kind, f.number, f.state, count(*) AS count,
  CASE WHEN count(*) > 1 THEN '{}' ELSE json_object('reading', r.what, 'reason', r.reason, 'station',
	json_extract(f.stations, '$[' || r.station || ']'),
    'direction', json_extract(f.directions, '$[' || r.direction || ']'), 'column', iif(f.counted > 1,
	r.direction, NULL), 'superseded', json(iif(EXISTS (SELECT 1
		FROM superseded s WHERE s.reading_id = r.id), 'true', 'false'))) END AS about,
  CASE WHEN count(*) = 1 THEN r.value END AS value, max(r.seq) AS seq, r.from_file AS from_file,
	f.component AS component
  FROM features f JOIN readings r ON r.feature_id = f.id
	WHERE f.job_id = ?1 AND (?2 = '' OR f.kind = ?2 AND f.number = ?3 AND f.component = ?4)
  GROUP BY f.id, r.taken_by, r.from_file, CASE WHEN ?2 = '' THEN substr(r.taken_at, 1, 13) ELSE r.id END
UNION ALL SELECT l.graded_at, l.graded_by, CASE l.what WHEN 'grade' THEN 'look' ELSE 'crack_test' END,
	f.kind, f.number, f.state, 1,
  json_object('look', coalesce(l.look, iif(l.what = 'test_clear', 'clear', 'cracked')), 'note', l.note),
	NULL, l.seq, l.from_file, f.component
  FROM features f JOIN looks l ON l.feature_id = f.id
	WHERE f.job_id = ?1 AND (?2 = '' OR f.kind = ?2 AND f.number = ?3 AND f.component = ?4)
UNION ALL SELECT u.taken_at, u.taken_by, 'unworn', f.kind, f.number, f.state, 1, '{}', u.value, u.seq,
	u.from_file, f.component
  FROM features f JOIN unworn u ON u.feature_id = f.id
	WHERE f.job_id = ?1 AND (?2 = '' OR f.kind = ?2 AND f.number = ?3 AND f.component = ?4)
UNION ALL SELECT set_at, set_by, 'gauge', kind, 0, '', 1, json_object('instrument', instrument, 'mode',
	mode), setting, seq, from_file, '' FROM gauges WHERE job_id = ?1 AND ?2 IN ('', kind)
UNION ALL SELECT checked_at, checked_by, 'zero', kind, 0, '', 1, '{}', off, seq, from_file, ''
	FROM gauge_checks WHERE job_id = ?1 AND ?2 IN ('', kind)
UNION ALL SELECT set_at, set_by, 'condition', kind, 0, '', 1, json_object('note', note), NULL, seq,
	from_file, '' FROM conditions WHERE job_id = ?1 AND ?2 IN ('', kind)
UNION ALL SELECT created_at, created_by, 'job', '', 0, '', 1, '{}', NULL, 0, from_file, ''
	FROM jobs WHERE id = ?1 AND ?2 = ''
UNION ALL SELECT said_at, said_by, 'answer', '', 0, '', 1, json_object('topic', topic, 'place', place,
	'answer', value, 'note', note), NULL, seq, from_file, '' FROM answers WHERE job_id = ?1 AND ?2 = ''
UNION ALL SELECT said_at, said_by, 'note', kind, number, '', 1, json_object('note', text), NULL, seq,
	from_file, component FROM notes
	WHERE job_id = ?1 AND (?2 = '' OR kind = ?2 AND number = ?3 AND component = ?4)
UNION ALL SELECT removed_at, removed_by, 'note', kind, number, '', 1, json_object('note', text, 'removed',
	json('true')), NULL, seq, from_file, component FROM notes
	WHERE job_id = ?1 AND removed_by <> '' AND (?2 = '' OR kind = ?2 AND number = ?3 AND component = ?4)
UNION ALL SELECT taken_at, taken_by, 'photo', kind, number, '', 1, json_object('caption', caption), NULL, seq,
	from_file, component FROM photos
	WHERE job_id = ?1 AND (?2 = '' OR kind = ?2 AND number = ?3 AND component = ?4)
UNION ALL SELECT removed_at, removed_by, 'photo', kind, number, '', 1, json_object('caption', caption, 'removed',
	json('true')), NULL, seq, from_file, component FROM photos
	WHERE job_id = ?1 AND (?2 = '' OR kind = ?2 AND number = ?3 AND component = ?4) AND removed_at <> ''
UNION ALL SELECT decided_at, decided_by, 'decision', '', 0, '', 1, json_object('set', set_name, 'action',
	action, 'shell', shell, 'method', method,
  'overruled', json(iif(overruled, 'true', 'false')), 'reason', reason), step, seq, from_file, component
	FROM decisions WHERE job_id = ?1 AND ?2 = ''
UNION ALL SELECT issued_at, issued_by, 'order', '', 0, '', 1, json_object('sheet', sheet, 'issue', issue),
	NULL, seq, from_file, '' FROM orders WHERE job_id = ?1 AND ?2 = ''
UNION ALL SELECT e.said_at, e.said_by, 'order_event', '', 0, '', 1, json_object('sheet', o.sheet, 'issue',
	o.issue, 'line', e.line, 'said', e.what, 'reason', e.reason), NULL, e.seq, e.from_file, ''
  FROM orders o JOIN order_events e ON e.order_id = o.id WHERE o.job_id = ?1 AND ?2 = ''
UNION ALL SELECT settled_at, settled_by, 'match', kind, 0, '', 1, json_object('parts', json(parts)), NULL,
	seq, from_file, '' FROM matchings WHERE job_id = ?1 AND ?2 = ''
UNION ALL SELECT changed_at, changed_by, 'change', '', 0, '', 1, json_object('change', 'head', 'before',
	json(before)), NULL, seq, from_file, '' FROM job_changes WHERE job_id = ?1 AND ?2 = ''
UNION ALL SELECT said_at, said_by, 'change', '', 0, '', 1, json_patch(json_object('change', what, 'text',
	text), iif(facts = '', '{}', facts)), NULL, seq, from_file, '' FROM job_log WHERE job_id = ?1 AND ?2 = ''
UNION ALL SELECT closed_at, closed_by, 'closing', '', 0, '', 1, json_object('outcome', outcome, 'reason',
	reason), NULL, seq, from_file, '' FROM closings WHERE job_id = ?1 AND ?2 = ''
UNION ALL SELECT said_at, said_by, 'build', '', 0, '', 1, json_object('built', json(json_set(body, '$.what', what,
	'$.id', id))), NULL, seq, from_file, '' FROM build_events WHERE job_id = ?1 AND ?2 = ''
UNION ALL SELECT made_at, made_by, 'share', '', 0, '', 1, json_object('for', said_for), NULL, 0, 0, ''
	FROM shares WHERE job_id = ?1 AND ?2 = ''
UNION ALL SELECT revoked_at, revoked_by, 'share', '', 0, '', 1, json_object('for', said_for, 'removed',
	json('true')), NULL, 0, 0, '' FROM shares WHERE job_id = ?1 AND ?2 = '' AND revoked_at <> '')
ORDER BY at DESC, seq DESC LIMIT 2000`

// History is what happened to a job, the latest first; with a kind, only what happened to that
// feature, reading by reading.
func (s *Store) History(ctx context.Context, jobID int64, kind part.Kind, number int,
	component string) ([]Moment, error) {
	list := []Moment{}
	if err := s.read.SelectContext(ctx, &list, history, jobID, orNothing(kind), number, component); err != nil {
		return nil, fmt.Errorf("history of job %d: %w", jobID, err)
	}
	for i := range list {
		if err := json.Unmarshal([]byte(list[i].AboutText), &list[i].Facts); err != nil {
			return nil, fmt.Errorf("history of job %d: %w", jobID, err)
		}
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
UNION ALL SELECT max(max(said_at, removed_at)) FROM notes WHERE job_id = ?1
UNION ALL SELECT max(decided_at) FROM decisions WHERE job_id = ?1
UNION ALL SELECT max(issued_at) FROM orders WHERE job_id = ?1
UNION ALL SELECT max(settled_at) FROM matchings WHERE job_id = ?1
UNION ALL SELECT max(changed_at) FROM job_changes WHERE job_id = ?1
UNION ALL SELECT max(said_at) FROM build_events WHERE job_id = ?1
UNION ALL SELECT max(closed_at) FROM closings WHERE job_id = ?1
UNION ALL SELECT max(said_at) FROM job_log WHERE job_id = ?1)`, jobID)
	if err != nil {
		return "", fmt.Errorf("last change of job %d: %w", jobID, err)
	}
	return at, nil
}

// log keeps a change that has no table of its own, with what was there before.
func (s *Store) log(ctx context.Context, q querier, jobID int64, what ChangeType, facts Facts, before any) error {
	about, err := json.Marshal(facts)
	if err != nil {
		return err
	}
	was, err := json.Marshal(before)
	if err != nil {
		return err
	}
	_, err = q.ExecContext(ctx, `INSERT INTO job_log (job_id, what, text, facts, before, said_by,
		said_at) VALUES (?,?,'',?,?,?,?)`, jobID, what, string(about), string(was), Actor(ctx), s.stamp())
	return err
}
