// Package store keeps jobs in a Ledge file: their parts, readings, looks, decisions, sheets and what was built. What
// belongs to the shop is in package office, the file itself in package db; a [Store] is all three over one file.
package store

import (
	"context"
	"errors"
	"time"

	"ledge/internal/store/db"
	"ledge/internal/store/office"
	"ledge/internal/store/tables"
)

// A Store is an open Ledge file with what is in it.
type Store struct {
	*db.File
	*office.Office
	cache cache
}

func in(file *db.File) *Store { return &Store{File: file, Office: office.In(file)} }

// Open opens or makes the file and brings its tables up to date: see [db.Schema.Open].
func Open(ctx context.Context, path string, now func() time.Time) (*Store, error) {
	file, err := tables.Schema.Open(ctx, path, now)
	if err != nil {
		return nil, err
	}
	return in(file), nil
}

// OpenToRead opens a file only to read from it: see [db.Schema.OpenToRead].
func OpenToRead(ctx context.Context, path string) (*Store, error) {
	file, err := tables.Schema.OpenToRead(ctx, path)
	if err != nil {
		return nil, err
	}
	return in(file), nil
}

// Restore puts a backup in the place of a Ledge file: see [db.Schema.Restore]. judge looks at every job of it;
// where it is nil nobody does.
func Restore(ctx context.Context, from, path string, now time.Time,
	judge func(context.Context, Record) error) (kept string, err error) {
	if judge == nil {
		return tables.Schema.Restore(ctx, from, path, now, nil)
	}
	return tables.Schema.Restore(ctx, from, path, now, func(ctx context.Context, copied string) error {
		s, err := Open(ctx, copied, time.Now)
		if err != nil {
			return err
		}
		return errors.Join(s.judgeAll(ctx, judge), s.Close())
	})
}

// changed forgets what is kept of a job in memory and tells those who watch.
func (s *Store) changed(id int64) {
	s.cache.changed(id)
	s.Tell(id)
}
