package shop

import (
	"context"
	"errors"
	"io"
	"os"
	"path/filepath"
	"time"

	"github.com/google/uuid"

	"ledge/internal/core/disposition"
	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/exchange"
	"ledge/internal/store"
	"ledge/internal/store/db"
	"ledge/internal/words"
)

// Lone is an application over nothing but one open file, with what it says was decided signed and
// ordered, and the job that it made. It lies in a folder of its own, which done removes.
func Lone(ctx context.Context, file io.Reader, by string) (a *Application, job int64, done func() error, err error) {
	read, err := exchange.Read(file)
	if err != nil {
		return nil, 0, nil, err
	}
	if more := unstorable(read); len(more) > 0 {
		return nil, 0, nil, more
	}
	folder, err := os.MkdirTemp("", "ledge-file-")
	if err != nil {
		return nil, 0, nil, err
	}
	done = func() error { return os.RemoveAll(folder) }
	s, err := store.Open(ctx, filepath.Join(folder, "file.db"), time.Now)
	if err != nil {
		return nil, 0, nil, errors.Join(err, done())
	}
	done = func() error { return errors.Join(s.Close(), os.RemoveAll(folder)) }
	a, ctx = New(Options{Store: s}), db.As(ctx, by)
	made := newJob(read, store.Made{})
	made.Number = read.Job.Number
	if job, err = s.ImportJob(ctx, made, read); err == nil {
		err = a.signAndIssue(ctx, job, order.DecidedIn(read, disposition.Evaluate(read)))
	}
	if err != nil {
		return nil, 0, nil, errors.Join(err, done())
	}
	return a, job, done, nil
}

// signAndIssue signs what a file says was decided and issues every sheet that follows.
func (a *Application) signAndIssue(ctx context.Context, job int64, decided []order.Decided) error {
	var sets []part.Set
	for _, d := range decided {
		why := words.Told("paper.decided_in_file.unnamed")
		if d.By != "" {
			why = words.Told("paper.decided_in_file", "name", d.By)
		}
		b := DecisionBody{ID: uuid.NewString(), Set: d.Set.Set, Component: d.Set.Component, Way: d.Option.Way,
			Reason: why}
		if _, err := a.Sign(ctx, job, b); err != nil {
			return err
		}
		sets = append(sets, d.Set.Set)
	}
	view, err := a.view(ctx, job)
	if err != nil || len(sets) == 0 || len(view.Orders.Drafts) == 0 {
		return err
	}
	_, err = a.Issue(ctx, job, nil, true)
	return err
}

// Numbered is the job of a number, or [db.ErrNotFound].
func (a *Application) Numbered(ctx context.Context, number string) (int64, error) {
	return a.store.JobNumbered(ctx, number)
}

// SheetNamed is the latest issue of a sheet of a job as a PDF.
func (a *Application) SheetNamed(ctx context.Context, job int64, name order.Name) (exchange.File, error) {
	view, err := a.view(ctx, job)
	if err != nil {
		return exchange.File{}, err
	}
	for _, o := range view.Orders.Issued {
		if o.Sheet == name && !o.Struck {
			return a.SheetPaper(ctx, job, o.ID)
		}
	}
	return exchange.File{}, noSheet
}
