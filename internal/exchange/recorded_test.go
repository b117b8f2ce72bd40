package exchange

import (
	"bytes"
	"crypto/sha256"
	"encoding/hex"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/disposition"
	"ledge/internal/varied"
)

// recordedDocuments is how many are drawn; recordedFile has a line for each.
const (
	recordedDocuments = 300
	recordedFile      = "testdata/recorded.txt"
)

// What Ledge says of 300 inspections drawn at random, byte for byte. Where it is to change, LEDGE_RECORD=1 writes the sums anew, and
// LEDGE_RESULTS=folder every result, to compare those of before and after.
func TestRecordedResultsStay(t *testing.T) {
	var sums []string
	for seed := range uint64(recordedDocuments) {
		in, err := Read(bytes.NewReader(varied.Document(seed)))
		require.NoError(t, err, "document %d: %s", seed, varied.Document(seed))
		var out bytes.Buffer
		require.NoError(t, WriteResult(&out, in, disposition.Evaluate(in)))
		if folder := os.Getenv("LEDGE_RESULTS"); folder != "" {
			require.NoError(t, os.WriteFile(filepath.Join(folder, fmt.Sprintf("%03d.json", seed)), out.Bytes(), 0o600))
		}
		sum := sha256.Sum256(out.Bytes())
		sums = append(sums, fmt.Sprintf("%d %s", seed, hex.EncodeToString(sum[:12])))
	}
	if os.Getenv("LEDGE_RECORD") != "" {
		require.NoError(t, os.WriteFile(recordedFile, []byte(strings.Join(sums, "\n")+"\n"), 0o600))
	}
	recorded, err := os.ReadFile(recordedFile)
	require.NoError(t, err)
	var other []string
	for i, line := range strings.Split(strings.TrimSpace(string(recorded)), "\n") {
		if line != sums[i] {
			other = append(other, line)
		}
	}
	assert.Empty(t, other, "results that changed")
}
