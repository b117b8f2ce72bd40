package demo

import (
	"context"
	"errors"
	"os"
	"path/filepath"
	"slices"
	"time"

	"github.com/google/uuid"

	"ledge/internal/core/disposition"
	"ledge/internal/core/part"
	"ledge/internal/shop"
	"ledge/internal/store"
	"ledge/internal/store/db"
)

// decider signs the demo's decisions.
const decider = "Ida Lorn"

// signAll signs every set of a job that nobody has signed, as advised, or as otherwise says with its reason.
func signAll(ctx context.Context, a *shop.Application, job int64,
	otherwise func(disposition.Set) (disposition.Way, string)) error {
	ctx = db.As(ctx, decider)
	view, err := a.View(ctx, job, "", "")
	if err != nil {
		return err
	}
	for _, line := range view.Said {
		i := slices.IndexFunc(view.Decided.Sets, func(s disposition.Set) bool { return s.Set == line.Set })
		if line.Signed || i < 0 || !line.Action.Decides() {
			continue
		}
		b := shop.DecisionBody{ID: uuid.NewString(), Set: line.Set, Way: line.Way}
		if otherwise != nil {
			b.Way, b.Reason = otherwise(view.Decided.Sets[i])
		}
		if view, err = a.Sign(ctx, job, b); err != nil {
			return err
		}
	}
	return nil
}

// overrule shows one decision signed as advised and one overruled with a reason: the railcar's.
func overrule(ctx context.Context, a *shop.Application, railcar int64) error {
	return signAll(ctx, a, railcar, func(set disposition.Set) (disposition.Way, string) {
		i := slices.IndexFunc(set.Options,
			func(o disposition.Option) bool { return o.Action == disposition.Grind && o.Feasible })
		if set.Set != part.MainJournals || i < 0 {
			return set.Way, ""
		}
		return set.Options[i].Way,
			"The trust wants this crankshaft ground while it is out: the next overhaul is ten seasons away."
	})
}

// decided is a job's rows with every set signed, as its shop would have done on the day it came. It
// is signed in a file of its own: the job stays as it is.
func decided(ctx context.Context, s *store.Store, id int64) (d store.Dump, err error) {
	if d, err = s.Dump(ctx, id); err != nil {
		return d, err
	}
	job, err := s.Job(ctx, id)
	if err != nil {
		return d, err
	}
	came, err := time.Parse(time.RFC3339Nano, job.CreatedAt)
	if err != nil {
		return d, err
	}
	folder, err := os.MkdirTemp("", "ledge-demo-")
	if err != nil {
		return d, err
	}
	defer func() { err = errors.Join(err, os.RemoveAll(folder)) }()
	own, err := store.Open(ctx, filepath.Join(folder, "job.db"), func() time.Time { return came })
	if err != nil {
		return d, err
	}
	defer func() { err = errors.Join(err, own.Close()) }()
	places(d)
	if err := own.LoadMany(ctx, func(yield func(store.Dump) bool) { yield(d) }); err != nil {
		return d, err
	}
	if err := signAll(ctx, shop.New(shop.Options{Store: own}), 1, nil); err != nil {
		return d, err
	}
	return own.Dump(ctx, 1)
}
