package store

import (
	"context"
	"fmt"
	"slices"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/closed"
	"ledge/internal/core/inspection"
	"ledge/internal/store/db"
)

// A LookType says what a look records.
type LookType string

// What looks record.
const (
	Grade       LookType = "grade"        // what eye and fingernail say
	TestClear   LookType = "test_clear"   // a crack test found no crack
	TestCracked LookType = "test_cracked" // a crack test found a crack
	TestHard    LookType = "test_hard"    // a hardness test was passed
	TestSoft    LookType = "test_soft"    // a hardness test was not
)

// LookTypes are all of them.
var LookTypes = closed.New(Grade, TestClear, TestCracked, TestHard, TestSoft)

// A Look is a grade of a feature, or the result of a crack test.
type Look struct {
	Seq       int64            `json:"seq"`
	ID        string           `json:"id"`
	FeatureID int64            `json:"-"`
	What      LookType         `json:"what"`
	Look      *inspection.Look `json:"look,omitempty"`
	Note      string           `json:"note"`
	GradedBy  string           `json:"graded_by"`
	GradedAt  string           `json:"graded_at"`
	// FromFile tells that the name is only said by a file that was taken in.
	FromFile bool `json:"from_file,omitempty"`
}

func looksOf(events []event) ([]Look, error) {
	return of(events, looked, func(l *Look, e *event) {
		l.Seq, l.ID, l.FeatureID, l.GradedBy, l.GradedAt, l.FromFile = e.Seq, e.ID, *e.FeatureID, e.By, e.At, e.FromFile
	})
}

// tests are those that looks record; a crack that was found and then cleared is no failed test any more.
func tests(looks []Look) (all []inspection.Test) {
	for i, l := range looks {
		if l.What == TestCracked &&
			slices.ContainsFunc(looks[i:], func(later Look) bool { return later.What == TestClear }) {
			continue
		}
		t := inspection.Test{What: inspection.TestCrack, By: l.GradedBy}
		switch l.What {
		case TestHard, TestSoft:
			t.What = inspection.TestHardness
		case TestClear, TestCracked:
		default:
			continue
		}
		t.Passed = l.What == TestClear || l.What == TestHard
		all = append(all, t)
	}
	return all
}

// LookOf is the look that holds after all of looks: the last grade, except that a crack stays until a
// crack test clears it; then the last other grade holds, at least marked.
func LookOf(looks []Look) inspection.Look {
	var grade inspection.Look
	cracked := false
	for _, l := range looks {
		switch {
		case l.What == TestHard || l.What == TestSoft:
		case l.What == TestClear:
			if cracked && inspection.Marked.WorseThan(grade) {
				grade = inspection.Marked
			}
			cracked = false
		case l.What == TestCracked || *l.Look == inspection.Cracked:
			cracked = true
		default:
			grade = *l.Look
		}
	}
	if cracked {
		return inspection.Cracked
	}
	return grade
}

// AddLook stores a grade or a crack test. A cracked feature takes no milder grade: only a crack
// test clears it.
func (s *Store) AddLook(ctx context.Context, jobID int64, place Place, l Look) error {
	defer s.changed(jobID)
	err := s.changeOpen(ctx, jobID, func(tx *sqlx.Tx) error {
		f, err := findFeature(ctx, tx, jobID, place)
		if err != nil {
			return err
		}
		events, err := eventsOf(ctx, tx, jobID, looked)
		if err != nil {
			return err
		}
		earlier, err := looksOf(slices.DeleteFunc(events, func(e event) bool { return *e.FeatureID != f.ID }))
		if err != nil {
			return err
		}
		known, err := s.keep(ctx, tx, event{ID: l.ID, JobID: jobID, FeatureID: &f.ID, What: looked}, l, nil)
		if err != nil || known {
			return err
		}
		if l.What == Grade && LookOf(earlier) == inspection.Cracked && *l.Look != inspection.Cracked {
			return db.Conflict("conflict.cracked", "part", f.Name())
		}
		return nil
	})
	if err != nil {
		return fmt.Errorf("look %s: %w", l.ID, err)
	}
	return nil
}
