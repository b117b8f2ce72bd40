//go:build attack

package attack

import (
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"github.com/google/uuid"
)

// writing is for how long each figure is taken.
const writing = 8 * time.Second

// load lets n clients ask as fast as they can, and returns how many answers came a second and how
// long 99 of 100 took at most.
func load(n int, ask func(client int) int) (rate float64, p99 time.Duration, refused int) {
	var mu sync.Mutex
	var took []time.Duration
	var wait sync.WaitGroup
	end := time.Now().Add(writing)
	for client := range n {
		wait.Go(func() {
			for time.Now().Before(end) {
				begun := time.Now()
				status := ask(client)
				one := time.Since(begun)
				mu.Lock()
				if status >= 300 || status <= 0 {
					refused++
				}
				took = append(took, one)
				mu.Unlock()
			}
		})
	}
	wait.Wait()
	slices.Sort(took)
	return float64(len(took)) / writing.Seconds(), took[len(took)*99/100], refused
}

// How many readings and answers a second Ledge bears. LEDGE_BY names the person in the body, too,
// for a Ledge that wants it there.
func TestThroughput(t *testing.T) {
	for mode, args := range map[string][]string{"without sign-in": {"--copies", "0"},
		"signed in": {"--copies", "0", "--require-sign-in"}} {
		l := start(t, "demo", filepath.Join(t.TempDir(), "shop.db"), args...)
		if mode == "signed in" {
			l.owner()
		}
		var taken atomic.Int64
		by := os.Getenv("LEDGE_BY")
		jobs := []int64{1, 2, 3, 4, 5, 6, 7, 8}
		read := func(job int64) int {
			body := reading()
			n := int(taken.Add(1)) // over the parts and places of a job, as benches do
			body["id"], body["repeat"] = uuid.NewString(), false
			body["number"], body["station"], body["direction"] = 1+n%2, n/2%2, n/4%2
			if by != "" {
				body["by"] = by
			}
			if job != 1 {
				body["value"], body["unusual"] = 635_000_000, true
			}
			return l.give(fmt.Sprintf("/api/v1/jobs/%d/readings", job), body)
		}
		rate, p99, refused := load(8, func(int) int { return read(1) })
		fmt.Printf("%s, eight writers on one job: %.0f readings a second, p99 %d ms (%d refused)\n", mode,
			rate, p99.Milliseconds(), refused)
		rate, p99, refused = load(8, func(client int) int { return read(jobs[client]) })
		fmt.Printf("%s, eight writers on eight jobs: %.0f readings a second, p99 %d ms (%d refused)\n", mode,
			rate, p99.Milliseconds(), refused)
		rate, p99, refused = load(8, func(client int) int {
			return l.glance(fmt.Sprintf("/api/v1/jobs/%d", jobs[client]))
		})
		fmt.Printf("%s, eight readers of eight jobs: %.0f answers a second, p99 %d ms (%d refused)\n", mode,
			rate, p99.Milliseconds(), refused)
		l.kill()
	}
}
