package gaugelink

import (
	"context"
	"io"
	"net"
	"net/netip"
	"runtime"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/instrument"
	"ledge/internal/core/plan"
	"ledge/internal/core/simulate"
	"ledge/internal/core/unit"
)

func planOf(t *testing.T, id string) plan.Plan {
	t.Helper()
	p, ok := plan.Find(id)
	require.True(t, ok)
	return p
}

var played = Playing{Seed: 3, Unit: unit.MM, Kinds: []PlayedKind{{"main_journal", 2, 50 * unit.Millimetre}},
	Division: unit.Micrometre, Hand: unit.Micrometre, Sends: instrument.Pressed, Sense: 1, At: 20 * time.Millisecond}

// playTo plays on a socket of its own until all is measured.
func playTo(t *testing.T, p Playing, change func(*Stage)) (address string) {
	t.Helper()
	listener, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(t, err)
	stage := NewStage()
	if change != nil {
		change(stage)
	}
	go stage.Listen(t.Context(), listener)
	go func() { _ = stage.Play(t.Context(), p) }()
	return "tcp://" + listener.Addr().String()
}

// hold gives a bench a line whose keys do not bounce.
func hold(t *testing.T, h *Hub, bench string, link instrument.Link, over bool) (*Held, string, error) {
	t.Helper()
	link.Debounce = 1
	f, err := Follow(link, instrument.Pattern{Expression: simulate.LinePattern, Unit: unit.MM}, instrument.SeekNone, 0)
	require.NoError(t, err)
	held, by, err := h.Hold(Wanted{Instrument: "micrometer", Bench: bench, By: "Wanda Pell", Over: over}, link, f)
	if err == nil {
		t.Cleanup(held.Release)
	}
	return held, by, err
}

// all is what a line takes until there are so many.
func all(t *testing.T, l *Held, count int) (sizes []unit.Length) {
	t.Helper()
	require.Eventually(t, func() bool {
		for _, one := range l.Frame().Taken {
			sizes = append(sizes, one.Size)
		}
		return len(sizes) >= count
	}, 20*time.Second, time.Millisecond)
	return sizes
}

func shownAt(p Playing) (sizes []unit.Length) {
	for _, place := range p.Places() {
		sizes = append(sizes, place.Shown)
	}
	return sizes
}

// A socket is read to the last line, also where it is pulled out on the way: it comes back by itself.
func TestALineComesBackByItself(t *testing.T) {
	p := played
	p.Plan, p.At = planOf(t, "3x3"), 300*time.Millisecond
	pulled := playTo(t, p, func(s *Stage) { s.Unplug = 700 * time.Millisecond })
	link := instrument.Link{Port: pulled, Sends: instrument.Pressed}
	held, _, err := hold(t, NewHub(Ports{StandIn: true}.Open, time.Now), "one", link, false)
	require.NoError(t, err)
	assert.Equal(t, shownAt(p), all(t, held, 18))
}

// One bench has a line. The same bench takes it anew, as after a reload; another is told who has it, or takes it over.
func TestOneBenchHasALine(t *testing.T) {
	p := played
	p.Plan, p.At = planOf(t, "3x3"), time.Hour
	link := instrument.Link{Port: playTo(t, p, nil), Sends: instrument.Pressed}
	h := NewHub(Ports{StandIn: true}.Open, time.Now)
	first, _, err := hold(t, h, "one", link, false)
	require.NoError(t, err)
	again, _, err := hold(t, h, "one", link, false)
	require.NoError(t, err)
	<-first.Ended()
	_, by, err := hold(t, h, "two", link, false)
	require.ErrorIs(t, err, ErrHeld)
	assert.Equal(t, "Wanda Pell", by)
	other, _, err := hold(t, h, "two", link, true)
	require.NoError(t, err)
	<-again.Ended()
	assert.ErrorIs(t, h.Take("micrometer", "one"), ErrLost)
	require.ErrorIs(t, h.Take("micrometer", "two"), ErrNothing, "it is theirs, and shows nothing yet")
	h.Drop("micrometer")
	<-other.Ended()
	_, _, err = hold(t, h, "three", link, false)
	assert.NoError(t, err, "nobody has it any more")
}

// A gauge that is asked answers: by the clock, and for each reading.
func TestAPolledGaugeIsAsked(t *testing.T) {
	p := played
	p.Plan = planOf(t, "2x2")
	polled := func(s *Stage) { s.Polled = true }
	h := NewHub(Ports{StandIn: true}.Open, time.Now)
	byTheClock, _, err := hold(t, h, "one", instrument.Link{Port: playTo(t, p, polled), Sends: instrument.Pressed,
		Request: `R\r`, Every: 300}, false)
	require.NoError(t, err)
	assert.Equal(t, shownAt(p)[:2], all(t, byTheClock, 2)[:2])
	byHand, _, err := hold(t, h, "two", instrument.Link{Port: playTo(t, p, polled), Sends: instrument.Pressed,
		Request: `R\r`}, false)
	require.NoError(t, err)
	require.Eventually(t, func() bool { return byHand.Frame().Standing == Waiting }, 5*time.Second, time.Millisecond)
	assert.Empty(t, byHand.Frame().Taken, "nobody asked")
	require.NoError(t, h.Take("micrometer", "two"))
	assert.Equal(t, shownAt(p)[:1], all(t, byHand, 1))
}

// A pseudo-terminal is a serial port like any other.
func TestASerialPortIsRead(t *testing.T) {
	if runtime.GOOS == "windows" {
		t.Skip("no pseudo-terminals")
	}
	port, err := OpenPseudo()
	require.NoError(t, err)
	t.Cleanup(func() { _ = port.Close() })
	p := played
	p.Plan = planOf(t, "3x3")
	p.At = 600 * time.Millisecond // as a hand does: what comes faster is a flood on a machine that is busy
	stage := NewStage()
	ready := make(chan struct{})
	stage.Ready = func(context.Context, Place) error { <-ready; return nil }
	stage.Join(port)
	go func() { _ = stage.Play(t.Context(), p) }()
	held, _, err := hold(t, NewHub(Ports{StandIn: true}.Open, time.Now), "one", instrument.Link{Port: port.Name,
		Sends: instrument.Pressed,
		Baud:  19200, Parity: instrument.Even, DataBits: 7, StopBits: "2"}, false)
	require.NoError(t, err)
	require.Eventually(t, func() bool { return held.Frame().Standing == Waiting }, 5*time.Second, time.Millisecond)
	close(ready)
	sizes := all(t, held, 3)
	assert.Equal(t, shownAt(p)[:len(sizes)], sizes)
}

// What a browser has from a port on its own machine goes the same way.
func TestABrowserFeedsALine(t *testing.T) {
	h := NewHub(func(context.Context, instrument.Link) (io.ReadWriteCloser, error) {
		t.Error("the server opens nothing")
		return nil, io.EOF
	}, time.Now)
	held, _, err := hold(t, h, "one", instrument.Link{Port: instrument.InBrowser, Sends: instrument.Pressed}, false)
	require.NoError(t, err)
	require.Eventually(t, func() bool { return held.Frame().Standing == Waiting }, 5*time.Second, time.Millisecond)
	require.NoError(t, h.Feed("micrometer", "one", []byte("G1 +54.9")))
	require.NoError(t, h.Feed("micrometer", "one", []byte("83 mm OK\r\n")))
	assert.Equal(t, []unit.Length{54*unit.Millimetre + 983*unit.Micrometre}, all(t, held, 1))
	assert.ErrorIs(t, h.Feed("micrometer", "two", []byte("G1 +1 mm OK\r\n")), ErrLost)
}

// A bench that lost its connection has the same line again, with what was pressed meanwhile; while nobody listens,
// another bench may take it.
func TestABenchComesBackToItsLine(t *testing.T) {
	feed := instrument.Link{Port: instrument.InBrowser, Sends: instrument.Pressed, Debounce: 1}
	now := noon
	h := NewHub(nil, func() time.Time { return now })
	follow := func() *Follower {
		f, err := Follow(feed, instrument.Pattern{Expression: simulate.LinePattern, Unit: unit.MM},
			instrument.SeekNone, 0)
		require.NoError(t, err)
		return f
	}
	w := Wanted{Instrument: "micrometer", Bench: "one", By: "Wanda Pell"}
	held, _, err := h.Hold(w, feed, follow())
	require.NoError(t, err)
	press := func(line string) {
		now = now.Add(time.Second)
		require.NoError(t, h.Feed("micrometer", "one", []byte(line+" mm OK\r\n")))
	}
	press("G1 +1.001")
	press("G1 +1.002")
	first := held.Frame()
	require.Len(t, first.Taken, 2)
	held.Release()
	press("G1 +1.003")
	w.Run, w.After = first.Run, 1
	again, _, err := h.Hold(w, feed, follow())
	require.NoError(t, err)
	f := again.Frame()
	assert.Equal(t, []string{"G1 +1.002 mm OK", "G1 +1.003 mm OK"}, took(f))
	assert.Equal(t, first.Run, f.Run)
	assert.Empty(t, held.Frame().Taken, "who let go hears nothing")
	_, _, err = h.Hold(Wanted{Instrument: "micrometer", Bench: "two", By: "Otto Reed"}, feed, follow())
	require.ErrorIs(t, err, ErrHeld)
	again.Release()
	other, _, err := h.Hold(Wanted{Instrument: "micrometer", Bench: "two", By: "Otto Reed"}, feed, follow())
	require.NoError(t, err)
	assert.Empty(t, other.Frame().Taken, "what the other bench pressed is not this one's")
	<-again.Ended()
}

// What a name leads to is looked at before it is opened: a link to a descriptor, a plain file or a terminal that
// somebody sits at is no port; a name that turns out to be Ledge's own address, or one of no gauge, is none either.
func TestOnlyPortsAreOpened(t *testing.T) {
	ports := Ports{StandIn: true, Own: func(at netip.AddrPort) bool { return at.Port() == 8173 }}
	for _, port := range []string{"/dev/fd/0", "/dev/stdin", "/dev/null", "/dev/tty", "/dev/ttyS0/../null",
		"/etc/passwd",
		"tcp://127.0.0.1:8173", "tcp://localhost:8173", "tcp://169.254.1.1:80", "tcp://0.0.0.0:1"} {
		_, err := ports.Open(t.Context(), instrument.Link{Port: port})
		assert.ErrorIs(t, err, ErrNoPort, port)
	}
}
