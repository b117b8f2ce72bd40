package main

import (
	"bytes"
	"encoding/json"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/demo"
	"ledge/internal/shop"
	"ledge/internal/store"
)

// chapel is a shop's file with the demo's jobs, and the open files of the one whose work came back:
// as it was ordered, and as it came.
func chapel(t *testing.T) (database, before, after string) {
	t.Helper()
	folder, ctx := t.TempDir(), t.Context()
	database = filepath.Join(folder, "shop.db")
	s, err := store.Open(ctx, database, time.Now)
	require.NoError(t, err)
	require.NoError(t, demo.Fill(ctx, s, time.Now()))
	file, err := shop.New(shop.Options{Store: s}).OpenFile(ctx, 9)
	require.NoError(t, err)
	require.NoError(t, s.Close())
	var doc map[string]any
	require.NoError(t, json.Unmarshal(file.Body, &doc))
	found := []any{}
	for _, f := range doc["features"].([]any) {
		if f.(map[string]any)["state"] == "as_found" {
			found = append(found, f)
		}
	}
	doc["features"] = found
	text, err := json.Marshal(doc)
	require.NoError(t, err)
	before, after = filepath.Join(folder, "before.json"), filepath.Join(folder, "after.json")
	require.NoError(t, os.WriteFile(before, text, 0o600))
	require.NoError(t, os.WriteFile(after, file.Body, 0o600))
	return database, before, after
}

// The sheets of a file are those of the job that it came from, and so is what came back of them.
func TestOrdersFollowFromTheDecisionsOfAFile(t *testing.T) {
	_, before, after := chapel(t)
	var doc struct {
		Format string
		Unit   string
		Sheets []struct {
			Sheet string
			Lines []struct {
				Feature  *struct{ Number int }
				What     string
				Finished *struct{ Min, Max float64 }
				Rough    *float64
				CameBack *struct{ Min, Max float64 } `json:"came_back"`
				Proof    string
				Why      []struct{ Text string }
			}
		}
	}
	out, _, err := run(t, "", "orders", before)
	require.NoError(t, err)
	assert.NotContains(t, out, "proof")
	out, _, err = run(t, "", "orders", before, "--after", after)
	require.NoError(t, err)
	require.NoError(t, json.Unmarshal([]byte(out), &doc))
	assert.Equal(t, "ledge.orders/1", doc.Format)
	var names []string
	for _, s := range doc.Sheets {
		names = append(names, s.Sheet)
	}
	assert.Equal(t, []string{"crankshaft", "deck", "bore", "parts"}, names)
	crank, bore := doc.Sheets[0].Lines, doc.Sheets[2].Lines
	assert.Equal(t, []string{"as_ordered", "missed"}, []string{crank[0].Proof, crank[1].Proof})
	assert.InDelta(t, 1.9890, crank[1].Finished.Min, 1e-9)
	assert.InDelta(t, 1.9888, crank[1].CameBack.Min, 1e-9)
	assert.Contains(t, crank[1].Why[0].Text, "0.0002 in below")
	assert.InDelta(t, 3.7365, *bore[0].Rough, 1e-9)
	assert.Equal(t, "to_measure", bore[1].Proof)
	_, problems, err := run(t, `{"format": "ledge.inspection/1"}`, "orders", "-")
	assert.ErrorIs(t, err, errReported)
	assert.Contains(t, problems, "/unit: ")
}

// Every paper and the workbook come without a server, of a job and of a file alike.
func TestPapersWithoutAServer(t *testing.T) {
	database, before, _ := chapel(t)
	folder := t.TempDir()
	of := map[string][]string{"job": {"--job", "l-0009", "--db", database}, "file": {"--file", before}}
	for name, from := range of {
		for _, paper := range []string{"inspection", "summary", "crankshaft", "deck", "bore", "parts"} {
			path := filepath.Join(folder, name+paper+".pdf")
			_, _, err := run(t, "", append([]string{"report", path, "--paper", paper}, from...)...)
			require.NoError(t, err, path)
			text, err := os.ReadFile(path)
			require.NoError(t, err)
			assert.True(t, bytes.HasPrefix(text, []byte("%PDF")), path)
		}
		_, _, err := run(t, "", append([]string{"workbook", filepath.Join(folder, name+".xlsx")}, from...)...)
		require.NoError(t, err)
	}
	out, _, err := run(t, "", "report", "-", "--job", "L-0009", "--db", database)
	require.NoError(t, err)
	assert.True(t, strings.HasPrefix(out, "%PDF"), "to standard output")
	assert.NoFileExists(t, "-")
	there := filepath.Join(folder, "jobdeck.pdf")
	for _, one := range []struct{ args, says string }{
		{there + " --job L-0009", "is there already"},
		{"x.pdf --job L-9999", "has no job L-9999"},
		{"x.pdf --job L-0001 --paper crankshaft", "no such sheet"},
		{"x.pdf --job L-0001 --paper wheel", "name one of inspection"},
		{"x.pdf", "job file"},
	} {
		_, _, err := run(t, "", append([]string{"report", "--db", database}, strings.Fields(one.args)...)...)
		assert.ErrorContains(t, err, one.says, one.args)
	}
}
