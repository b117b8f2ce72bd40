package store

import (
	"context"
	"encoding/json"
	"fmt"
	"slices"
	"strings"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/assembly"
	"ledge/internal/core/disposition"
	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/store/db"
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

// tape are readings as moments: ?1 is the job, ?2 the kind, ?3 the number and ?4 the component's tag of a feature. They
// are told by the hour; of a single feature one by one.
const tape = `SELECT min(r.taken_at) AS at, r.taken_by AS by_whom, 'reading' AS what, f.kind, f.number, f.state,
  count(*) AS count,
  CASE WHEN count(*) > 1 THEN '{}' ELSE json_object('reading', r.what, 'reason', r.reason, 'station',
	json_extract(f.stations, '$[' || r.station || ']'),
    'direction', json_extract(f.directions, '$[' || r.direction || ']'), 'column', iif(f.counted > 1,
	r.direction, NULL), 'superseded', json(iif(EXISTS (SELECT 1
		FROM superseded s WHERE s.reading_id = r.id), 'true', 'false'))) END AS about,
  CASE WHEN count(*) = 1 THEN r.value END AS value, r.from_file AS from_file, f.component AS component
  FROM features f JOIN readings r ON r.feature_id = f.id
	WHERE f.job_id = ?1 AND (?2 = '' OR f.kind = ?2 AND f.number = ?3 AND f.component = ?4)
  GROUP BY f.id, r.taken_by, r.from_file, CASE WHEN ?2 = '' THEN substr(r.taken_at, 1, 13) ELSE r.id END
  ORDER BY max(r.seq)`

// mostMoments bounds how far back a history is shown.
const mostMoments = 2000

// History is what happened to a job, the latest first; with a kind, only what happened to that
// feature, reading by reading.
func (s *Store) History(ctx context.Context, jobID int64, kind part.Kind, number int,
	component string) (list []Moment, err error) {
	err = s.View(ctx, func(tx *sqlx.Tx) error {
		job, err := getJob(ctx, tx, jobID)
		if err != nil {
			return err
		}
		if kind == "" {
			list = append(list, Moment{At: job.CreatedAt, By: job.CreatedBy, What: begun, Count: 1,
				FromFile: job.FromFile})
		}
		var readings []Moment
		if err := tx.SelectContext(ctx, &readings, tape, jobID, orNothing(kind), number, component); err != nil {
			return err
		}
		for i := range readings {
			if err := json.Unmarshal([]byte(readings[i].AboutText), &readings[i].Facts); err != nil {
				return err
			}
		}
		list = append(list, readings...)
		told, err := momentsOf(ctx, tx, jobID)
		for _, m := range told {
			ofAll := m.What == gaugeSet || m.What == zeroChecked || m.What == conditionTold
			if kind == "" || m.Kind == kind && (ofAll || m.Number == number && m.Component == component &&
				m.What != matched) {
				list = append(list, m)
			}
		}
		return err
	})
	if err != nil {
		return nil, fmt.Errorf("history of job %d: %w", jobID, err)
	}
	slices.Reverse(list) // of those of one moment the latest first
	slices.SortStableFunc(list, func(a, b Moment) int { return strings.Compare(b.At, a.At) })
	return list[:min(len(list), mostMoments)], nil
}

// momentsOf are the events of a job as history tells them.
func momentsOf(ctx context.Context, q db.Querier, jobID int64) ([]Moment, error) {
	events, err := eventsOf(ctx, q, jobID)
	if err != nil {
		return nil, err
	}
	var features []Feature
	if err := q.SelectContext(ctx, &features, `SELECT id, kind, number, state, component FROM features
		WHERE job_id = ?`, jobID); err != nil {
		return nil, err
	}
	places, first := map[int64]*Feature{}, map[string]*event{}
	for i := range features {
		places[features[i].ID] = &features[i]
	}
	list := make([]Moment, len(events))
	for i := range events {
		e := &events[i]
		first[e.ID] = e
		m := Moment{At: e.At, By: e.By, What: e.What, Count: 1, FromFile: e.FromFile}
		if e.FeatureID != nil {
			f := places[*e.FeatureID]
			m.Kind, m.Number, m.State, m.Component = f.Kind, f.Number, f.State, f.Component
		}
		of := e
		if e.Of != nil && first[*e.Of] != nil {
			of = first[*e.Of]
		}
		if err := m.tell(e, of); err != nil {
			return nil, err
		}
		list[i] = m
	}
	return list, nil
}

// tell fills a moment with the facts of its event, and of the one that this is said of.
func (m *Moment) tell(e, of *event) error {
	var about struct {
		Kind      part.Kind    `json:"kind"`
		Number    int          `json:"number"`
		Component string       `json:"component"`
		Text      string       `json:"text"`
		Value     any          `json:"value"`
		Off       unit.Length  `json:"off"`
		Setting   *unit.Length `json:"setting"`
		Step      unit.Length  `json:"step"`
		What      string       `json:"what"`
		Removed   bool         `json:"removed"`
	}
	if err := e.read(&about); err != nil {
		return err
	}
	place := func(of *event) error {
		if err := of.read(&about); err != nil {
			return err
		}
		m.Kind, m.Number, m.Component = about.Kind, about.Number, about.Component
		return nil
	}
	length := func(l unit.Length) { value := part.OfLength(l); m.Value = &value }
	switch e.What {
	case looked:
		var l Look
		if err := e.read(&l); err != nil {
			return err
		}
		m.Note, m.Look = l.Note, "cracked"
		if l.What == TestClear {
			m.Look = "clear"
		}
		if m.What = crackTested; l.What == Grade {
			m.What, m.Look = looked, string(*l.Look)
		}
	case unwornRead:
		var u unworn
		if err := e.read(&u); err != nil {
			return err
		}
		length(u.Value)
	case gaugeSet:
		if m.Kind = about.Kind; about.Setting != nil {
			length(*about.Setting)
		}
		return e.read(&struct{ Instrument, Mode *string }{&m.Instrument, &m.Mode})
	case zeroChecked:
		m.Kind = about.Kind
		length(about.Off)
	case conditionTold:
		m.Kind = about.Kind
		return e.read(&struct{ Note *string }{&m.Note})
	case answered:
		m.Answer, _ = about.Value.(string)
		return e.read(&struct{ Topic, Place, Note *string }{&m.Topic, &m.Place, &m.Note})
	case noted, photographed:
		if e.Of != nil && !about.Removed {
			m.What, m.Change = logged, map[MomentType]ChangeType{noted: noteBack, photographed: photoBack}[e.What]
		}
		m.Removed = about.Removed
		if err := place(of); err != nil {
			return err
		}
		if m.Note = about.Text; e.What == photographed {
			return of.read(&struct{ Caption *string }{&m.Caption})
		}
	case decided:
		m.Component = about.Component
		length(about.Step)
		return e.read(&m.Facts)
	case orderSaid:
		var said OrderEvent
		if err := e.read(&said); err != nil {
			return err
		}
		m.Line, m.Said, m.Reason = said.Line, said.What, said.Reason
		return of.read(&m.Facts)
	case matched:
		m.Kind = about.Kind
		return e.read(&struct{ Parts *[]int }{&m.Parts})
	case built:
		m.Built = new(assembly.Event)
		err := e.read(m.Built)
		m.Built.ID = e.ID
		return err
	default: // what was changed, closed, issued or linked is told by facts alone
		return e.read(&m.Facts)
	}
	return nil
}

// LastChange is when anything recorded of a job last changed, its limits, looks and answers too.
func (s *Store) LastChange(ctx context.Context, jobID int64) (at string, err error) {
	err = s.Read.GetContext(ctx, &at, `SELECT max(at) FROM (
SELECT created_at AS at FROM jobs WHERE id = ?1
UNION ALL SELECT max(r.taken_at) FROM features f JOIN readings r ON r.feature_id = f.id WHERE f.job_id = ?1
UNION ALL SELECT max(at) FROM events WHERE job_id = ?1 AND what <> 'share')`, jobID)
	if err != nil {
		return "", fmt.Errorf("last change of job %d: %w", jobID, err)
	}
	return at, nil
}

// A change is one that is told by facts alone, with what was there before.
type change struct {
	Facts
	Was any `json:"was,omitempty"`
}

// log keeps a change that no other event tells.
func (s *Store) log(ctx context.Context, tx *sqlx.Tx, jobID int64, what ChangeType, facts Facts, before any) error {
	facts.Change = what
	_, err := s.keep(ctx, tx, event{JobID: jobID, What: logged}, change{facts, before}, nil)
	return err
}
