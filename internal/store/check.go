package store

import (
	"context"
	"errors"
	"fmt"
	"strings"
)

// LookThrough looks whether every page of the file can be read, and tells of a [Trouble] where one cannot. It reads the whole file.
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
	s.tell(Damaged, "The shop's file is damaged. Stop Ledge and make a copy of the file as it is; then look with ledge check which of the daily copies are sound, and restore the latest of those.")
	return fmt.Errorf("quick check: %s, %w", strings.Join(said, "; "), err)
}

// A Checked is what a look at one file found: empty where it is sound.
type Checked struct {
	Path  string
	Fault string
	Jobs  int
}

// Check looks through a file that is not changed by it, also while Ledge has it open, and asks judge of every job.
func Check(ctx context.Context, path string, judge func(context.Context, Record) error) (c Checked) {
	c.Path = path
	fail := func(format string, args ...any) Checked {
		c.Fault = fmt.Sprintf(format, args...)
		return c
	}
	s, err := OpenToRead(ctx, path)
	if err != nil {
		return fail("%v", err)
	}
	defer s.Close()
	var said []string
	if err := s.read.SelectContext(ctx, &said, `PRAGMA integrity_check(5)`); err != nil || len(said) != 1 || said[0] != "ok" {
		return fail("It is damaged: %s", strings.Join(said, "; "))
	}
	var astray int
	if err := s.read.GetContext(ctx, &astray, `SELECT count(*) FROM pragma_foreign_key_check`); err != nil || astray > 0 {
		return fail("It is damaged: %d of its rows belong to nothing.", astray)
	}
	if err := s.read.GetContext(ctx, &c.Jobs, `SELECT count(*) FROM jobs`); err != nil {
		return fail("Its jobs cannot be counted.")
	}
	if provider, err := tables(s.read); err != nil || s.version != newest(provider) {
		return c // a file of an older version is judged once it is brought up to date
	}
	if err := JudgeAll(judge)(ctx, s); err != nil {
		return fail("%v", err)
	}
	return c
}

// JudgeAll asks judge of every job of a file; it fails with an [UnsoundError] that names those with a fault.
func JudgeAll(judge func(context.Context, Record) error) func(context.Context, *Store) error {
	return func(ctx context.Context, s *Store) error {
		var ids []int64
		if err := s.read.SelectContext(ctx, &ids, `SELECT id FROM jobs ORDER BY id`); err != nil {
			return unsound("Its jobs cannot be listed.")
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
				faults = append(faults, fmt.Sprintf("job %s: %v", number, err))
			}
		}
		if len(faults) > 0 {
			return unsound("%d of its jobs cannot be read: %s", len(faults), strings.Join(faults, "; "))
		}
		return nil
	}
}
