package store

import (
	"context"
	"slices"
	"sync"
)

// maxCached bounds the jobs kept in memory: those that the shop's list shows, and some more.
const maxCached = 512

// A cache keeps the records of the jobs in work, so that an answer at the bench need not read a whole
// tape again. It is sound because this process alone has the file open. Cached records are never
// changed in place: what changed is read again and put into a copy.
type cache struct {
	mu      sync.Mutex
	records map[int64]Record
	// changes counts every change of a job, so that a record read before one is not kept after it.
	changes map[int64]int
}

func (c *cache) get(id int64) (record Record, changes int, ok bool) {
	c.mu.Lock()
	defer c.mu.Unlock()
	record, ok = c.records[id]
	return record, c.changes[id], ok
}

// Changes counts the changes of a job since Ledge was started: what was made of its record holds as long as it stays the same.
func (s *Store) Changes(id int64) int {
	s.cache.mu.Lock()
	defer s.cache.mu.Unlock()
	return s.cache.changes[id]
}

// put keeps a record that was read after the given number of changes.
func (c *cache) put(id int64, record Record, changes int) {
	c.mu.Lock()
	defer c.mu.Unlock()
	if c.changes[id] != changes {
		return
	}
	if c.records == nil {
		c.records = map[int64]Record{}
	}
	if len(c.records) >= maxCached {
		for other := range c.records {
			delete(c.records, other)
			break
		}
	}
	c.records[id] = record
}

// changed forgets a job's record and returns it with the new count of changes.
func (c *cache) changed(id int64) (before Record, changes int, ok bool) {
	c.mu.Lock()
	defer c.mu.Unlock()
	if c.changes == nil {
		c.changes = map[int64]int{}
	}
	c.changes[id]++
	before, ok = c.records[id]
	delete(c.records, id)
	return before, c.changes[id], ok
}

// refresh reads one feature of a cached job again after a change of it. Where that fails, or another
// change came first, the record is simply read anew next time.
func (s *Store) refresh(ctx context.Context, jobID, featureID int64) {
	defer s.watchers.tell(jobID)
	record, changes, ok := s.cache.changed(jobID)
	if !ok {
		return
	}
	i := slices.IndexFunc(record.Features, func(f Feature) bool { return f.ID == featureID })
	if i < 0 {
		return
	}
	one, err := features(ctx, s.read, jobID, featureID)
	if err != nil || len(one) != 1 {
		return
	}
	record.Features = slices.Clone(record.Features)
	record.Features[i] = one[0]
	s.cache.put(jobID, record, changes)
}
