package store

import (
	"context"
	"errors"
	"fmt"
	"strings"

	"ledge/internal/words"
)

// LookThrough looks whether every page of the file can be read, and tells of a [Trouble] where one
// cannot. It reads the whole file.
func (s *Store) LookThrough(ctx context.Context) error {
	var said []string
	err := s.read.SelectContext(ctx, &said, `PRAGMA quick_check(5)`)
	if ctx.Err() != nil {
		return ctx.Err()
	}
	if err == nil && len(said) == 1 && said[0] == "ok" {
		s.troubles.mend(Damaged)
		return nil
	}
	s.tell(Damaged, words.Told("trouble.damaged"))
	return fmt.Errorf("quick check: %s, %w", strings.Join(said, "; "), err)
}

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
	var said []string
	if err := s.read.SelectContext(ctx, &said, `PRAGMA integrity_check(5)`); err != nil || len(said) != 1 ||
		said[0] != "ok" {
		return fail("check.damaged_by", "why", strings.Join(said, "; "))
	}
	var astray int
	if err := s.read.GetContext(ctx, &astray, `SELECT count(*) FROM pragma_foreign_key_check`); err != nil ||
		astray > 0 {
		return fail("check.astray", "rows", astray)
	}
	if err := s.read.GetContext(ctx, &c.Jobs, `SELECT count(*) FROM jobs`); err != nil {
		return fail("check.not_counted")
	}
	if provider, err := tables(s.read); err != nil || s.version != newest(provider) {
		return c // a file of an older version is judged once it is brought up to date
	}
	if err := JudgeAll(judge)(ctx, s); err != nil {
		return fail("number.other", "text", err)
	}
	return c
}

// JudgeAll asks judge of every job of a file; it fails with an [UnsoundError] that names those with a fault.
func JudgeAll(judge func(context.Context, Record) error) func(context.Context, *Store) error {
	return func(ctx context.Context, s *Store) error {
		var ids []int64
		if err := s.read.SelectContext(ctx, &ids, `SELECT id FROM jobs ORDER BY id`); err != nil {
			return unsound("check.not_listed")
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
			return unsound("check.jobs", "count", len(faults), "jobs", strings.Join(faults, "; "))
		}
		return nil
	}
}
