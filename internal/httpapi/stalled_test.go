package httpapi

import (
	"context"
	"fmt"
	"io"
	"log/slog"
	"net"
	"net/http"
	"strings"
	"testing"
	"testing/fstest"
	"time"

	"ledge/internal/demo/demotest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// slowly sends a request and reads nothing of its answer; its socket takes next to nothing.
func slowly(t *testing.T, address, path string) net.Conn {
	t.Helper()
	c, err := (&net.Dialer{}).Dial("tcp", address)
	require.NoError(t, err)
	require.NoError(t, c.(*net.TCPConn).SetReadBuffer(1024))
	_, err = fmt.Fprintf(c, "GET %s HTTP/1.1\r\nHost: %s\r\nLedge-Person: Wanda\r\n\r\n", path, address)
	require.NoError(t, err)
	t.Cleanup(func() { _ = c.Close() })
	return c
}

// Forty who ask for much and read nothing keep nobody from their work; when the server stops they do not hold it up.
func TestSlowReadersHoldNobodyUp(t *testing.T) {
	s := demotest.Store(t)
	t.Cleanup(func() { _ = s.Close() })
	stopping := make(chan struct{})
	server := &http.Server{Handler: New(Options{Store: s, Log: slog.New(slog.DiscardHandler), Front: fstest.MapFS{},
		Version: "test", Stopping: stopping})}
	listener, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(t, err)
	ctx, stop := context.WithCancel(t.Context())
	ended := make(chan error, 1)
	go func() {
		ended <- serveUntil(ctx, server, func() error { return server.Serve(Bounded(listener)) }, stopping,
			200*time.Millisecond)
	}()
	address := listener.Addr().String()
	for range together + 8 {
		slowly(t, address, "/api/openapi.json")
	}
	for range 8 {
		slowly(t, address, "/api/v1/jobs/6/archive")
	}
	for i := range 10 {
		answer, err := http.Get("http://" + address + "/api/v1/jobs/6")
		require.NoError(t, err)
		text, err := io.ReadAll(answer.Body)
		require.NoError(t, err)
		_ = answer.Body.Close()
		assert.Equal(t, 200, answer.StatusCode, "%d: %.80s", i, text)
		assert.Equal(t, "no-store", answer.Header.Get("Cache-Control"))
	}
	stop()
	select {
	case err := <-ended:
		assert.NoError(t, err, "what nobody reads is closed, and that is no failure")
	case <-time.After(20 * time.Second):
		t.Fatal("the server does not stop")
	}
}

// An answer gives its places back before it is sent, whatever its length, and once.
func TestAPlaceIsGivenBackBeforeTheAnswer(t *testing.T) {
	for _, length := range []int{10, mostKept + 10} {
		free := 0
		held := &heldWriter{free: &free}
		a := &answer{ResponseWriter: held}
		a.holds(func() { free++ })
		_, err := a.Write([]byte(strings.Repeat("x", length)))
		require.NoError(t, err)
		a.send()
		a.giveBack()
		assert.Equal(t, 1, free)
		assert.Equal(t, length, held.written)
		assert.False(t, held.early, "something was sent while the place was held")
	}
}

type heldWriter struct {
	free    *int
	written int
	early   bool
	header  http.Header
}

func (h *heldWriter) Header() http.Header {
	if h.header == nil {
		h.header = http.Header{}
	}
	return h.header
}
func (h *heldWriter) WriteHeader(int) {}
func (h *heldWriter) Write(p []byte) (int, error) {
	h.early = h.early || *h.free == 0
	h.written += len(p)
	return len(p), nil
}

// From one other machine there are so many connections at once, and as many again when they are closed.
func TestConnectionsAreBounded(t *testing.T) {
	b := &bounded{of: map[string]int{}}
	for range mostOfOne {
		require.True(t, b.enter("192.0.2.1"))
	}
	assert.False(t, b.enter("192.0.2.1"))
	assert.True(t, b.enter("192.0.2.2"))
	b.leave("192.0.2.1")
	assert.True(t, b.enter("192.0.2.1"))
	for b.all < mostConnections {
		require.True(t, b.enter("127.0.0.1"))
	}
	assert.False(t, b.enter("127.0.0.1"))
	m := &machines{of: map[string]chan struct{}{}}
	request, err := http.NewRequest("GET", "/", nil)
	require.NoError(t, err)
	request.RemoteAddr = "192.0.2.7:1"
	assert.Equal(t, togetherOfOne, cap(m.place(request)))
	request.RemoteAddr = "127.0.0.1:1"
	assert.Equal(t, together, cap(m.place(request)))
}
