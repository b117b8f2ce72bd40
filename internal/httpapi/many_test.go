package httpapi

import (
	"context"
	"fmt"
	"log/slog"
	"net/http"
	"net/http/httptest"
	"os"
	"slices"
	"testing"
	"testing/fstest"
	"time"

	"github.com/stretchr/testify/require"

	"ledge/internal/store"
)

// BenchmarkMany: what people ask for most, on the database that `ledge many` made and LEDGE_MANY names.
func BenchmarkMany(b *testing.B) {
	path := os.Getenv("LEDGE_MANY")
	if path == "" {
		b.Skip("LEDGE_MANY names no database")
	}
	s, err := store.Open(context.Background(), path, time.Now)
	require.NoError(b, err)
	defer s.Close()
	server := httptest.NewServer(New(Options{Store: s, Log: slog.New(slog.DiscardHandler),
		Front: fstest.MapFS{}, Version: "bench"}))
	defer server.Close()
	jobs, err := s.CountJobs(context.Background())
	require.NoError(b, err)
	job := func(i int) string { return fmt.Sprintf("/api/v1/jobs/%d", 1+(100+i*37)%jobs) }
	fixed := func(path string) func(int) string { return func(int) string { return path } }
	for _, one := range []struct {
		name string
		path func(int) string
	}{
		{"shop", fixed("/api/v1/jobs")},
		{"shop-narrowed", fixed("/api/v1/jobs?search=sawmill")},
		{"search-words", fixed("/api/v1/search?text=hillside+winch")},
		{"search-none", fixed("/api/v1/search?text=nobody+at+all")},
		{"search-decision", fixed("/api/v1/search?set=main_journals&action=grind&step=0.020")},
		{"search-size", fixed("/api/v1/search?kind=main_journal&from=2.4960&to=2.4965&unit=in")},
		{"search-rare-size", fixed("/api/v1/search?kind=main_journal&from=2.4900&to=2.4905&unit=in")},
		{"job-first-time", job},
		{"job-again", fixed(job(400))},
		{"history", fixed(job(400) + "/history")},
		{"learned", fixed("/api/v1/learned?engine=Sawmill+four")},
	} {
		b.Run(one.name, func(b *testing.B) {
			var took []time.Duration
			for b.Loop() {
				begun := time.Now()
				status, body, _ := call(b, http.MethodGet, server.URL+one.path(len(took)), nil)
				took = append(took, time.Since(begun))
				if status != 200 {
					b.Fatal(string(body))
				}
			}
			slices.Sort(took)
			b.ReportMetric(float64(took[len(took)/2].Microseconds())/1000, "ms-median")
		})
	}
}
