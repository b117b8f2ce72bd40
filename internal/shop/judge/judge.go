// Package judge asks the core what it makes of a job's record, in bounded time.
package judge

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"time"

	"ledge/internal/core/disposition"
	"ledge/internal/core/inspection"
	"ledge/internal/store"
	"ledge/internal/store/db"
	"ledge/internal/words"
)

// patience is how long one job may take to be judged; the largest take a hundredth.
const patience = 5 * time.Second

// Within bounds what is judged in a context.
func Within(ctx context.Context) (context.Context, context.CancelFunc) {
	return context.WithTimeout(ctx, patience)
}

// Record is what is said of an inspection, without the sets of what is not there: its card may tell of a whole engine.
func Record(ctx context.Context, r store.Record, in *inspection.Inspection) (disposition.Result, error) {
	result, err := disposition.EvaluateWithin(ctx, in)
	there := r.There()
	result.Sets = slices.DeleteFunc(result.Sets, func(s disposition.Set) bool {
		return s.Action == disposition.Measure && !slices.Contains(there, s.Set.Component())
	})
	return result, err
}

// An UnreadableError is a job that cannot be judged: something in it is not as Ledge writes it.
type UnreadableError struct{ Reason any }

func (e *UnreadableError) Error() string { return fmt.Sprint("the job cannot be judged: ", e.Reason) }

// Readable reports whether a job could not be read for a reason that is not its own.
func Readable(err error) bool {
	return errors.Is(err, db.ErrNotFound) || db.DiskFull(err) || db.DiskFailed(err) ||
		db.Unopened(err) || errors.Is(err, db.ErrGone) ||
		errors.Is(err, context.DeadlineExceeded) || errors.Is(err, context.Canceled)
}

// Unreadable says why a job cannot be shown, where it is the job's own fault; empty for anything else.
func Unreadable(ctx context.Context, err error) string {
	var fault *UnreadableError
	switch {
	case ctx.Err() != nil:
		return ""
	case errors.Is(err, context.DeadlineExceeded):
		return words.Told("refuse.job_slow")
	case errors.As(err, &fault):
		return words.Told("refuse.job_spoiled")
	}
	return ""
}
