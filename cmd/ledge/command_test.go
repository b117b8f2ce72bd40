package main

import (
	"bytes"
	"context"
	"io/fs"
	"net"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/store"
)

const example = "../../internal/exchange/testdata/example.json"

// run runs the command line as a person would and returns what it said.
func run(t *testing.T, stdin string, args ...string) (out, problems string, err error) {
	t.Helper()
	var o, p bytes.Buffer
	cmd := newCommand(strings.NewReader(stdin), &o, &p)
	cmd.SetArgs(args)
	err = cmd.ExecuteContext(context.Background())
	return o.String(), p.String(), err
}

func TestEvaluateReadsAFileOrStandardInput(t *testing.T) {
	text, err := os.ReadFile(example)
	require.NoError(t, err)
	fromFile, problems, err := run(t, "", "evaluate", example)
	require.NoError(t, err)
	assert.Empty(t, problems)
	fromInput, _, err := run(t, string(text), "evaluate", "-")
	require.NoError(t, err)
	assert.Equal(t, fromFile, fromInput)
	assert.Contains(t, fromFile, `"format": "ledge.result/1"`)
}

func TestEvaluateNamesEveryProblemAndPrintsNothingElse(t *testing.T) {
	doc := `{"format": "ledge.inspection/1", "unit": "in", "features": [{"kind": "main_journal", "number": 1, "stations": ["A"], "directions": [0, 90],
		"readings": [[2.1, "x", 3]]}, {"kind": "wobble"}], "colour": "red"}`
	out, problems, err := run(t, doc, "evaluate", "-")
	assert.ErrorIs(t, err, errReported)
	assert.Empty(t, out)
	lines := strings.Split(strings.TrimSpace(problems), "\n")
	assert.Len(t, lines, 3)
	for i, pointer := range []string{"/colour: ", "/features/0/readings/0: ", "/features/1/kind: "} {
		assert.True(t, strings.HasPrefix(lines[i], pointer), "%q must start with %s", lines[i], pointer)
	}
	_, _, err = run(t, "", "evaluate", "no such file.json")
	assert.ErrorIs(t, err, os.ErrNotExist)
	_, _, err = run(t, "", "evaluate")
	assert.Error(t, err)
}

func TestAddressesThatAreNone(t *testing.T) {
	for _, address := range []string{"127.0.0.1", "127.0.0.1:http", "127.0.0.1:99999", "8173"} {
		listener, err := listen(address, true)
		if assert.Error(t, err, address) {
			continue
		}
		listener.Close()
	}
}

// Only the demo goes to another port, and says so: a shop's tablets know one address.
func TestABusyPort(t *testing.T) {
	busy, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(t, err)
	defer busy.Close()
	_, err = listen(busy.Addr().String(), false)
	require.ErrorContains(t, err, "something else listens at "+busy.Addr().String())
	next, err := listen(busy.Addr().String(), true)
	require.NoError(t, err)
	defer next.Close()
	assert.NotEqual(t, busy.Addr().String(), next.Addr().String())
	assert.False(t, sameAddress(busy.Addr().String(), next.Addr().String()))
	assert.True(t, sameAddress("127.0.0.1:0", next.Addr().String()))
	own := listensOn(next.Addr())
	at := next.Addr().(*net.TCPAddr).AddrPort()
	assert.True(t, own(at))
	assert.False(t, own(busy.Addr().(*net.TCPAddr).AddrPort()))
}

func TestASecondLedgeOnAFileIsRefusedWithASentence(t *testing.T) {
	path := filepath.Join(t.TempDir(), "shop.db")
	s, err := store.Open(context.Background(), path, time.Now)
	require.NoError(t, err)
	defer s.Close()
	_, _, err = run(t, "", "serve", "--db", path, "--listen", "127.0.0.1:0")
	require.Error(t, err)
	assert.Contains(t, err.Error(), "another Ledge is already running on "+path)
}

// A mistyped file is not silently a new shop: it takes --new, or a yes.
func TestServeMakesNoShopUnasked(t *testing.T) {
	missing := filepath.Join(t.TempDir(), "shpo.db")
	for _, answer := range []string{"", "n\n", "what?\n"} {
		_, _, err := run(t, answer, "serve", "--db", missing, "--listen", "nowhere")
		assert.ErrorContains(t, err, "--new", "answer %q", answer)
	}
	for _, asked := range [][]string{{"y\n"}, {"", "--new"}} {
		_, _, err := run(t, asked[0], append([]string{"serve", "--db", missing, "--listen", "nowhere"},
			asked[1:]...)...)
		assert.ErrorContains(t, err, "--listen nowhere", "it gets as far as the address")
	}
	_, _, err := run(t, "", "import", "--db", missing, missing)
	assert.Error(t, err)
	_, err = os.Stat(missing)
	assert.ErrorIs(t, err, fs.ErrNotExist, "nothing was made of it")
}
