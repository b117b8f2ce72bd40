package store

import (
	"slices"
	"sync"
	"time"
)

// maxCached bounds the jobs kept in memory: those that benches and offices work at. What the shop's list says of the
// others is kept apart, and is small.
const maxCached = 96

// A cache keeps the records of the jobs in work, with what was made of each, so that an answer at
// the bench need not read a whole tape again, nor a list judge every job. It is sound because this
// process alone has the file open. Cached records are never changed in place: what changed is read
// again and put into a copy.
type cache struct {
	mu   sync.Mutex
	jobs map[int64]kept
	// changes counts every change of a job, so that a record read before one is not kept after it.
	changes map[int64]int64
}

// A kept record has what was made of it beside it: both go together.
type kept struct {
	record Record
	made   *derived
}

// A derived value is made once, however many ask.
type derived struct {
	mu    sync.Mutex
	done  bool
	value any
	err   error
}

// began is where the counting of changes begins: later in every later run, so that no number comes twice.
var began = time.Now().UnixMilli() * 1000

func (c *cache) change(id int64) int64 {
	if c.changes[id] == 0 {
		return began
	}
	return c.changes[id]
}

func (c *cache) get(id int64) (k kept, change int64, ok bool) {
	c.mu.Lock()
	defer c.mu.Unlock()
	k, ok = c.jobs[id]
	return k, c.change(id), ok
}

// put keeps a record that was read after the given change.
func (c *cache) put(id int64, record Record, change int64) kept {
	c.mu.Lock()
	defer c.mu.Unlock()
	record.Change = change
	k := kept{record, &derived{}}
	if c.change(id) != change {
		return k
	}
	if there, ok := c.jobs[id]; ok {
		return there
	}
	if c.jobs == nil {
		c.jobs = map[int64]kept{}
	}
	if len(c.jobs) >= maxCached {
		for other := range c.jobs {
			delete(c.jobs, other)
			break
		}
	}
	c.jobs[id] = k
	return k
}

// changed forgets a job's record.
func (c *cache) changed(id int64) {
	c.mu.Lock()
	defer c.mu.Unlock()
	c.count(id)
	delete(c.jobs, id)
}

func (c *cache) count(id int64) int64 {
	if c.changes == nil {
		c.changes = map[int64]int64{}
	}
	c.changes[id] = c.change(id) + 1
	return c.changes[id]
}

// amend puts a reading that was just stored into the record of its job in memory, beside those that
// it supersedes: a tape is long, and need not be read again for one line. It is called between a
// commit and the next one, so that nothing is left out. A record that was read since has the
// reading already.
func (c *cache) amend(jobID int64, stored Reading, superseded []string) {
	c.mu.Lock()
	defer c.mu.Unlock()
	change := c.count(jobID)
	k, ok := c.jobs[jobID]
	if !ok {
		return
	}
	record := k.record
	i := slices.IndexFunc(record.Features, func(f Feature) bool { return f.ID == stored.FeatureID })
	if i < 0 {
		delete(c.jobs, jobID)
		return
	}
	f := record.Features[i]
	if !slices.ContainsFunc(f.Tape, func(r Reading) bool { return r.ID == stored.ID }) {
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
	}
	record.Change = change
	c.jobs[jobID] = kept{record, &derived{}}
}
