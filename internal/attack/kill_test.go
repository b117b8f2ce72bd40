//go:build attack

package attack

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"path/filepath"
	"sync"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/require"

	"ledge/internal/shop"
	"ledge/internal/store"
)

// writers are how many write at the same time.
const writers = 10

// A tally is what was acknowledged, by id, over all kills.
type tally struct {
	mu   sync.Mutex
	acks map[string]string
	// gauges are those that were set with a zero check.
	gauges []string
}

func (a *tally) note(id, what string) {
	a.mu.Lock()
	defer a.mu.Unlock()
	a.acks[id] = what
}

// write does things to a job until its server is gone; each writer has a job of its own. The first
// ones sign to and fro and issue, the others measure: a reading may change what a sheet should say,
// a signature must.
func (a *tally) write(l *ledge, job int64, w int, seed uint64) {
	random := rand.New(rand.NewPCG(seed, 1))
	at := fmt.Sprintf("/api/v1/jobs/%d", job)
	for {
		id := uuid.NewString()
		var status int
		what := "reading"
		switch n := random.IntN(8); {
		case w < signers:
			what = "decision"
			status = a.sign(l, at, id, random)
		case n == 0:
			what = "gauge"
			status, _ = l.send("POST", at+"/gauges",
				fields{"id": id, "kind": "main_journal", "instrument": "micrometer", "division": 25400,
					"mode": "direct", "sense": 1, "checked": true})
		case n == 2:
			what = "build"
			status, _ = l.send("POST", at+"/assembly",
				fields{"id": id, "what": "pass", "kind": "main_journal", "number": 1 + random.IntN(3), "sizes": []int{634_619_000}})
		case n == 1:
			what = "look"
			status, _ = l.send("POST", at+"/looks",
				fields{"id": id, "kind": "main_journal", "number": 1 + random.IntN(3), "state": "as_found",
					"what": "grade", "look": "smooth", "note": ""})
		default:
			status, _ = l.send("POST", at+"/readings",
				fields{"id": id, "kind": "main_journal", "number": 1 + random.IntN(3), "state": "as_found",
					"station": random.IntN(2), "direction": random.IntN(4),
					"what": "size", "value": 634_619_000 + random.IntN(9)*25_400, "typed": "…",
					"repeat": random.IntN(2) == 0, "unusual": true})
		}
		if status == 0 {
			return
		}
		if status == 201 {
			a.note(id, what)
		}
	}
}

// signers are the writers that sign.
const signers = 4

// sign signs the rod journals to and fro; where no sheet stands yet it issues them.
func (a *tally) sign(l *ledge, at, id string, random *rand.Rand) int {
	decided, ordered, status := l.decided(at)
	if status != 200 {
		return status
	}
	after := int64(0)
	for _, d := range decided.Decisions {
		if d.Set == "rod_journals" {
			after = d.Seq
		}
	}
	if after > 0 && len(ordered.Issued) == 0 {
		_, _ = l.send("POST", at+"/orders", fields{"sheets": []string{}, "sure": true})
	}
	action, step := "polish", 0
	if random.IntN(2) == 0 {
		action, step = "grind", 2_540_000
	}
	status, _ = l.send("POST", at+"/decisions",
		fields{"id": id, "set": "rod_journals", "action": action, "step": step, "shell": 0,
			"reason": "to and fro", "after": after})
	return status
}

// stale counts the sheets that stand beside a decision that strikes them.
func stale(ordered shop.OrdersView) (n int) {
	n = len(ordered.Unwanted)
	for _, draft := range ordered.Drafts {
		for _, o := range ordered.Issued {
			if o.Sheet == draft.Name && !o.Struck && !o.Closed {
				n++
			}
		}
	}
	return n
}

func TestKills(t *testing.T) {
	for mode, args := range map[string][]string{"without sign-in": nil, "with sign-in": {"--require-sign-in"}} {
		rounds := 160
		if testing.Short() {
			rounds = 1
		}
		path := filepath.Join(t.TempDir(), "shop.db")
		a := &tally{acks: map[string]string{}}
		l := start(t, "demo", path, args...)
		if args != nil {
			l.owner()
		}
		jobs := manyJobs(l, writers)
		l.kill()
		for round := range rounds {
			l := start(t, "demo", path, args...)
			if args != nil {
				l.code = ""
				l.owner()
			}
			var wait sync.WaitGroup
			for w := range writers {
				wait.Go(func() { a.write(l, jobs[w], w, uint64(round*writers+w)) })
			}
			// a signature on a cold start takes some hundred
			time.Sleep(time.Duration(60+rand.IntN(600)) * time.Millisecond)
			l.kill()
			wait.Wait()
		}
		lost, beside, halved, kinds := judge(t, path, jobs, a)
		promise(t, fmt.Sprintf("%d kills -9 under %d writers, %s", rounds, writers, mode), lost+beside+halved == 0,
			"%d acknowledged (%v), %d lost, %d sheets beside a decision that strikes them, %d gauges without their zero check", len(a.acks), kinds, lost, beside, halved)
	}
}

// manyJobs takes the orchard pump in again and again: a job for every writer.
func manyJobs(l *ledge, n int) (ids []int64) {
	_, text := l.send("GET", "/api/v1/jobs/1/file", nil)
	for range n {
		status, said := l.send("POST", "/api/v1/imports?take=true&id="+uuid.NewString(), fields{"text": string(text)})
		require.Equal(l.t, 200, status, string(said))
		var answer shop.ImportAnswer
		require.NoError(l.t, json.Unmarshal(said, &answer))
		ids = append(ids, answer.Job)
	}
	return ids
}

func judge(t *testing.T, path string, jobs []int64, a *tally) (lost, beside, halved int, kinds map[string]int) {
	s, err := store.OpenToRead(t.Context(), path)
	require.NoError(t, err)
	there := map[string]bool{}
	for _, job := range jobs {
		record, err := s.Record(t.Context(), job)
		require.NoError(t, err)
		for _, f := range record.Features {
			for _, r := range f.Tape {
				there[r.ID] = true
			}
			for _, one := range f.Looks {
				there[one.ID] = true
			}
		}
		for _, d := range record.Decisions {
			there[d.ID] = true
		}
		for _, e := range record.Built {
			there[e.ID] = true
		}
		checked := map[string]bool{}
		for _, c := range record.Checks {
			if c.GaugeID != nil {
				checked[*c.GaugeID] = true
			}
		}
		for _, g := range record.Gauges {
			there[g.ID] = true
			if !checked[g.ID] {
				halved++
			}
		}
	}
	require.NoError(t, s.Close())
	kinds = map[string]int{}
	for id, what := range a.acks {
		kinds[what]++
		if !there[id] {
			lost++
		}
	}
	l := start(t, "demo", path)
	for _, job := range jobs {
		_, ordered, status := l.decided(fmt.Sprintf("/api/v1/jobs/%d", job))
		require.Equal(t, 200, status)
		beside += stale(ordered)
	}
	l.kill()
	return lost, beside, halved, kinds
}
