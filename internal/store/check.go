package store

import (
	"context"
	"errors"
	"strings"

	"ledge/internal/store/db"
	"ledge/internal/words"
)

// A Checked is what a look at one file found: empty where it is sound.
type Checked struct {
	Path  string
	Fault string
	Jobs  int
}

// Check looks through a file that is not changed by it, also while Ledge has it open, and asks
// judge of every job.
func Check(ctx context.Context, path string, judge func(context.Context, Record) error) (c Checked) {
	c.Path = path
	fail := func(id string, args ...any) Checked {
		c.Fault = words.Told(id, args...)
		return c
	}
	s, err := OpenToRead(ctx, path)
	if err != nil {
		return fail("number.other", "text", err)
	}
	defer s.Close()
	if err := s.Whole(ctx); err != nil {
		return fail("number.other", "text", err)
	}
	if err := s.Read.GetContext(ctx, &c.Jobs, `SELECT count(*) FROM jobs`); err != nil {
		return fail("check.not_counted")
	}
	if !s.UpToDate() {
		return c // it is judged once it is brought up to date
	}
	if err := s.judgeAll(ctx, judge); err != nil {
		return fail("number.other", "text", err)
	}
	return c
}

// judgeAll asks judge of every job; it fails with a [db.UnsoundError] that names those with a fault.
func (s *Store) judgeAll(ctx context.Context, judge func(context.Context, Record) error) error {
	var ids []int64
	if err := s.Read.SelectContext(ctx, &ids, `SELECT id FROM jobs ORDER BY id`); err != nil {
		return db.Unsound("check.not_listed")
	}
	var faults []string
	for _, id := range ids {
		record, err := s.Record(ctx, id)
		if err != nil {
			err = errors.New(plainly(err))
		} else {
			err = judge(ctx, record)
		}
		if err != nil {
			number, _ := s.JobNumber(ctx, id)
			faults = append(faults, words.Told("check.job", "job", number, "why", err))
		}
	}
	if len(faults) > 0 {
		return db.Unsound("check.jobs", "count", len(faults), "jobs", strings.Join(faults, "; "))
	}
	return nil
}
