//go:build attack

package attack

import (
	"archive/zip"
	"bytes"
	"encoding/json"
	"fmt"
	"image"
	"image/jpeg"
	"path/filepath"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/require"
)

// most is the memory that Ledge may take whatever is sent, in MB.
const most = 400

func bomb(t *testing.T, row string, n int) []byte {
	t.Helper()
	var out bytes.Buffer
	z := zip.NewWriter(&out)
	e, err := z.Create("job.json")
	require.NoError(t, err)
	_, err = e.Write([]byte(`{"format": "ledge.job/1", "version": 18, "job": {"number": "1"}, "tables": {"readings": [` + row + strings.Repeat(","+row, n) + `]}}`))
	require.NoError(t, err)
	require.NoError(t, z.Close())
	return out.Bytes()
}

func TestHeavyFiles(t *testing.T) {
	l := start(t, "demo", filepath.Join(t.TempDir(), "shop.db"))
	at := func(what string, status int, want ...int) {
		t.Helper()
		ok := false
		for _, w := range want {
			ok = ok || status == w
		}
		promise(t, what, ok && l.peak() < most, "answered %d, peak memory %d MB", status, l.peak())
	}
	var photo bytes.Buffer
	// 62 megapixels
	require.NoError(t, jpeg.Encode(&photo,
		image.NewYCbCr(image.Rect(0, 0, 8800, 7040), image.YCbCrSubsampleRatio420), nil))
	var wait sync.WaitGroup
	statuses := make([]int, 4)
	for i := range statuses {
		wait.Go(func() {
			statuses[i], _ = l.send("POST", "/api/v1/jobs/1/photos?photo="+uuid.NewString(), photo.Bytes())
		})
	}
	wait.Wait()
	promise(t, "four photographs of 62 megapixels at once", l.peak() < most, "answered %v, peak memory %d MB",
		statuses, l.peak())
	status, _ := l.send("POST", "/api/v1/archives?id="+uuid.NewString(), bomb(t, "{}", 15_000_000))
	at("an archive of 15 million empty rows", status, 422)
	status, _ = l.send("POST", "/api/v1/archives?id="+uuid.NewString(), bomb(t, `{"a":[[[[[[[[]]]]]]]]}`, 1_000_000))
	at("an archive of a million nested rows", status, 422)
	for _, tt := range []struct{ what, text string }{
		{"an open file of a million empty lists", `{"format":"ledge.inspection/1","unit":"in","features":[` +
			strings.Repeat("[],", 1_000_000) + `[]]}`},
		{"an open file of nested lists", strings.Repeat("[", 1_900_000)},
		{"an open file of one long text", `{"format":"` + strings.Repeat("x", 3_900_000) + `"}`},
	} {
		statuses = make([]int, 12)
		for i := range statuses {
			wait.Go(func() { statuses[i], _ = l.send("POST", "/api/v1/imports", fields{"text": tt.text}) })
		}
		wait.Wait()
		promise(t, "twelve times at once "+tt.what, l.peak() < most, "answered %v, peak memory %d MB",
			statuses, l.peak())
	}
	statuses = make([]int, 200)
	for i := range statuses {
		wait.Go(func() {
			statuses[i], _ = l.send("POST", "/api/v1/jobs/1/looks",
				fields{"id": uuid.NewString(), "note": strings.Repeat("x", 250_000)})
		})
	}
	wait.Wait()
	promise(t, "two hundred large bodies at once", l.peak() < most, "peak memory %d MB", l.peak())
	statuses = make([]int, 100)
	for i := range statuses {
		wait.Go(func() {
			path := []string{"/api/v1/jobs/6", "/api/v1/jobs/6/inspection.pdf",
				"/api/v1/jobs/6/workbook.xlsx", "/api/v1/jobs/6/archive"}[i%4]
			statuses[i], _ = l.send("GET", path, nil)
		})
	}
	wait.Wait()
	good := 0
	for _, status := range statuses {
		if status == 200 {
			good++
		}
	}
	promise(t, "a hundred papers at once", l.peak() < most && good == len(statuses),
		"%d answered, peak memory %d MB", good, l.peak())
}

func TestHeavyGeometry(t *testing.T) {
	l := start(t, "demo", filepath.Join(t.TempDir(), "shop.db"))
	deck := func(side int) time.Duration {
		rows := make([][]float64, side)
		for i := range rows {
			for j := range side {
				rows[i] = append(rows[i], float64((i*7919+j*104729)%97)/10000)
			}
		}
		doc, err := json.Marshal(fields{"format": "ledge.inspection/1", "unit": "in",
			"job": fields{"engine": "Deck"}, "engine": fields{"arrangement": "inline", "cylinders": 4},
			"limits":   fields{"deck": fields{"max": 0.003}},
			"features": []any{fields{"kind": "deck_heights", "rows": rows}}})
		require.NoError(t, err)
		status, said := l.send("POST", "/api/v1/imports?take=true&id="+uuid.NewString(), fields{"text": string(doc)})
		require.Equal(t, 200, status, string(said))
		begun := time.Now()
		status, _ = l.send("GET", "/api/v1/jobs", nil)
		require.Equal(t, 200, status)
		return time.Since(begun)
	}
	var took []string
	worst := time.Duration(0)
	for _, side := range []int{12, 18, 30, 100, 200} {
		one := deck(side)
		worst = max(worst, one)
		took = append(took, fmt.Sprintf("%d × %d %d ms", side, side, one.Milliseconds()))
	}
	promise(t, "a deck of any number of points keeps the list from nobody", worst < 2*time.Second,
		"the list with it: %s", strings.Join(took, ", "))
}
