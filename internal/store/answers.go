package store

import (
	"context"
	"fmt"
	"slices"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/walk"
)

// An Answer is what somebody said of an item of the walk.
type Answer struct {
	Seq    int64  `json:"seq"`
	ID     string `json:"id"`
	JobID  int64  `json:"-"`
	Topic  string `json:"topic"`
	Place  string `json:"place"`
	Value  string `json:"value"`
	Note   string `json:"note"`
	SaidBy string `json:"said_by"`
	SaidAt string `json:"said_at"`
	// FromFile tells that the name is only said by a file that was taken in.
	FromFile bool `json:"from_file,omitempty"`
}

// AddAnswers stores answers, which hold for their places from now on; an id is stored once. An
// empty value takes an answer back.
func (s *Store) AddAnswers(ctx context.Context, jobID int64, answers []Answer) error {
	defer s.changed(jobID)
	err := s.changeOpen(ctx, jobID, func(tx *sqlx.Tx) error {
		if _, err := getJob(ctx, tx, jobID); err != nil {
			return err
		}
		for _, a := range answers {
			a.JobID = jobID
			if err := s.answer(ctx, tx, a); err != nil {
				return err
			}
		}
		return nil
	})
	if err != nil {
		return fmt.Errorf("answers of job %d: %w", jobID, err)
	}
	return nil
}

func (s *Store) answer(ctx context.Context, tx *sqlx.Tx, a Answer) error {
	_, err := s.keep(ctx, tx, event{ID: a.ID, JobID: a.JobID, What: answered}, a, nil)
	return err
}

// answersOf are the answers that hold for each topic and place.
func answersOf(events []event) ([]Answer, error) {
	all, err := of(events, answered, func(a *Answer, e *event) {
		a.Seq, a.ID, a.JobID, a.SaidBy, a.SaidAt, a.FromFile = e.Seq, e.ID, e.JobID, e.By, e.At, e.FromFile
	})
	held := last(all, func(a Answer) [2]string { return [2]string{a.Topic, a.Place} })
	return slices.DeleteFunc(held, func(a Answer) bool { return a.Value == "" }), err
}

// Items are what is asked of what came, and what was answered before.
func (r Record) Items() []walk.Item {
	return walk.Items(r.Job.Layout, r.Job.Came, func(topic, place string) bool {
		if topic == walk.CleanTopic && slices.ContainsFunc(r.Features, func(f Feature) bool {
			return f.Kind.Row().Bare && string(f.Kind.Row().Component) == place
		}) {
			return true // nothing is measured dirty, whatever it came with
		}
		return slices.ContainsFunc(r.Answers, func(a Answer) bool { return a.Topic == topic && a.Place == place })
	})
}

// Said returns the answers that hold as the walk knows them.
func (r Record) Said() []walk.Answer {
	said := make([]walk.Answer, len(r.Answers))
	for i, a := range r.Answers {
		said[i] = walk.Answer{Topic: a.Topic, Place: a.Place, Value: a.Value, Note: a.Note}
	}
	return said
}

// answer returns what was said under a topic at its one nameless place.
func (r Record) answer(topic string) string {
	for _, a := range r.Answers {
		if a.Topic == topic && a.Place == "" {
			return a.Value
		}
	}
	return ""
}
