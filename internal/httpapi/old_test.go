package httpapi

import (
	"compress/gzip"
	"context"
	"encoding/json"
	"io"
	"os"
	"path/filepath"
	"strconv"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/archive"
	"ledge/internal/core/disposition"
	"ledge/internal/core/order"
	"ledge/internal/core/part"
	"ledge/internal/photo"
	"ledge/internal/store"
	"ledge/internal/store/db"
)

// oldShop opens testdata/v13: a shop as Ledge kept it before decisions held their whole way. It was
// made by that Ledge itself: the demo's jobs, with the lifeboat winch on mixed halves, the
// sawmill's engine and one with a sleeve signed and issued.
func oldShop(t *testing.T) *store.Store {
	t.Helper()
	packed, err := os.Open("testdata/v13/shop.db.gz")
	require.NoError(t, err)
	defer packed.Close()
	text, err := gzip.NewReader(packed)
	require.NoError(t, err)
	path := filepath.Join(t.TempDir(), "old.db")
	file, err := os.Create(path)
	require.NoError(t, err)
	_, err = io.Copy(file, text)
	require.NoError(t, err)
	require.NoError(t, file.Close())
	s, err := store.Open(context.Background(), path, time.Now)
	require.NoError(t, err)
	t.Cleanup(func() { _ = s.Close() })
	return s
}

// Everything signed and issued reads the same after the migrations; a decision that lost its method
// has it again.
func TestOldShopReadsTheSame(t *testing.T) {
	s := oldShop(t)
	server := serveStore(t, s)
	text, err := os.ReadFile("testdata/v13/expect.json")
	require.NoError(t, err)
	var expected map[string]struct {
		Signed []map[string]any `json:"signed"`
		Issued []struct {
			Sheet    order.Name  `json:"sheet"`
			Issue    int         `json:"issue"`
			Body     order.Sheet `json:"body"`
			Struck   bool        `json:"struck"`
			IssuedBy string      `json:"issued_by"`
			IssuedAt string      `json:"issued_at"`
		} `json:"issued"`
	}
	require.NoError(t, json.Unmarshal(text, &expected))
	require.NotEmpty(t, expected)
	for id, want := range expected {
		status, answer, _ := call(t, "GET", server.URL+"/api/v1/jobs/"+id, nil)
		require.Equal(t, 200, status, string(answer))
		view := jobIn(t, server.URL, answer)
		require.Len(t, view.Decided.Signed, len(want.Signed), id)
		for i, was := range want.Signed {
			is := view.Decided.Signed[i]
			assert.Equal(t, was["action"], string(is.Action))
			assert.EqualValues(t, was["step"], is.Step)
			assert.EqualValues(t, was["shell"], is.Shell)
			assert.Equal(t, was["reason"], is.Reason)
			assert.Equal(t, was["decided_by"], is.DecidedBy)
			assert.Equal(t, was["decided_at"], is.DecidedAt)
			if id == "3" && is.Set == part.RodJournals {
				assert.Equal(t, disposition.MixedHalf, is.Method, "what was signed had lost its method")
			} else {
				assert.Equal(t, was["method"], string(is.Method))
			}
			// Shells nearest to what is aimed at are advised since, also where standard ones lie in the window.
			nearer := id == "3" || id == "9" && is.Set == part.MainJournals
			deeper := is.Set == part.DeckSet                 // a skim takes a cleaning cut since
			again := id == "9" && is.Set == part.RodJournals // what is near is read again first since
			assert.Equal(t, was["stale"] == true || nearer || deeper || again, is.Stale, "job %s, %s", id, is.Set)
		}
		require.Len(t, view.Orders.Issued, len(want.Issued), id)
		for i, was := range want.Issued {
			is := view.Orders.Issued[i]
			assert.Equal(t, []any{was.Sheet, was.Issue, was.Struck, was.IssuedBy, was.IssuedAt},
				[]any{is.Sheet, is.Issue, is.Struck, is.IssuedBy, is.IssuedAt})
			assert.Equal(t, was.Body.Notes, is.Body.Notes)
			require.Len(t, is.Body.Lines, len(was.Body.Lines))
			for n, line := range was.Body.Lines {
				now := is.Body.Lines[n]
				assert.NotEmpty(t, now.Work, "%s: %s", was.Sheet, line.Key)
				now.Work, now.Part, now.Amount, now.Metal, now.Across = "", "", nil, nil, nil
				assert.Equal(t, line, now, "job %s, %s", id, was.Sheet)
			}
		}
	}
}

// What was not wrong on a sheet is not asked for anew.
func TestOldSheetsStand(t *testing.T) {
	s := oldShop(t)
	server := serveStore(t, s)
	for id := 1; id <= 9; id++ {
		_, answer, _ := call(t, "GET", server.URL+"/api/v1/jobs/"+strconv.Itoa(id), nil)
		view := jobIn(t, server.URL, answer)
		for _, draft := range view.Orders.Drafts {
			issued := false
			for _, o := range view.Orders.Issued {
				issued = issued || o.Sheet == draft.Name
			}
			// Facts that were wrong or missing: a hone's window, a bore's clearance, parts bought
			// twice, a size accepted over the top of the tunnel's range where the cap can be cut,
			// gaps of rings in bores that grow, metal off a rod's ends together.
			if issued {
				assert.Contains(t, []order.Name{order.Bore, order.Parts, order.Tunnel, order.Rings,
					order.Balance},
					draft.Name, "job %d", id)
			}
		}
	}
}

// A job's file that the same Ledge wrote is taken in with its ways whole.
func TestOldArchiveKeepsItsWays(t *testing.T) {
	s := oldShop(t)
	file, err := os.Open("testdata/v13/job.zip")
	require.NoError(t, err)
	defer file.Close()
	info, err := file.Stat()
	require.NoError(t, err)
	job, err := archive.Read(db.As(context.Background(), "Ida"), s, file, info.Size(), photo.NewMaker(),
		store.Made{})
	require.NoError(t, err)
	record, err := s.Record(context.Background(), job.ID)
	require.NoError(t, err)
	for _, d := range record.Decisions {
		if d.Set == part.RodJournals {
			assert.Equal(t, disposition.MixedHalf, d.Method)
		}
	}
}

// Before an old file is changed, it is copied as it was.
func TestAnOldFileIsCopiedBeforeItIsBroughtUpToDate(t *testing.T) {
	s := oldShop(t)
	require.NotEmpty(t, s.OldCopy)
	again, err := store.OpenToRead(context.Background(), s.OldCopy)
	require.NoError(t, err)
	defer again.Close()
	assert.EqualValues(t, 13, again.Version)
	assert.Greater(t, s.Version, again.Version)
}
