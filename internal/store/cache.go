package store

import (
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

// Changes counts the changes of a job since Ledge was started: what was made of its record holds as
// long as it stays the same.
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

// changed forgets a job's record.
func (c *cache) changed(id int64) {
	c.mu.Lock()
	defer c.mu.Unlock()
	if c.changes == nil {
		c.changes = map[int64]int{}
	}
	c.changes[id]++
	delete(c.records, id)
}

// amend puts a reading that was just stored into the record of its job in memory, beside those that
// it supersedes: a tape is long, and need not be read again for one line. It is called between a
// commit and the next one, so that nothing is left out. A record that was read since has the
// reading already.
func (c *cache) amend(jobID int64, stored Reading, superseded []string) {
	c.mu.Lock()
	defer c.mu.Unlock()
	if c.changes == nil {
		c.changes = map[int64]int{}
	}
	c.changes[jobID]++
	record, ok := c.records[jobID]
	if !ok {
		return
	}
	i := slices.IndexFunc(record.Features, func(f Feature) bool { return f.ID == stored.FeatureID })
	if i < 0 {
		delete(c.records, jobID)
		return
	}
	f := record.Features[i]
	if slices.ContainsFunc(f.Tape, func(r Reading) bool { return r.ID == stored.ID }) {
		return
	}
	tape := make([]Reading, len(f.Tape), len(f.Tape)+1)
	copy(tape, f.Tape)
	for j := range tape {
		if slices.Contains(superseded, tape[j].ID) {
			tape[j].SupersededBy = &stored.ID
		}
	}
	f.Tape = append(tape, stored)
	record.Features = slices.Clone(record.Features)
	record.Features[i] = f
	c.records[jobID] = record
}
