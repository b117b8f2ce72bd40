package gaugelink

import (
	"fmt"
	"runtime"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/instrument"
	"ledge/internal/core/simulate"
	"ledge/internal/core/unit"
)

var noon = time.Date(2026, 11, 27, 12, 0, 0, 0, time.UTC)

// A bench that follows a line, at a clock of its own.
type bench struct {
	*Follower
	now time.Time
}

func following(t *testing.T, link instrument.Link, seek instrument.Seeking) *bench {
	t.Helper()
	pattern := instrument.Pattern{Expression: simulate.LinePattern, Unit: unit.MM, Good: []string{"OK"}}
	f, err := Follow(link, pattern, seek, 2*unit.Micrometre)
	require.NoError(t, err)
	f.Opened(noon)
	return &bench{f, noon}
}

// hears lets lines come after a while.
func (b *bench) hears(after time.Duration, lines ...string) {
	b.now = b.now.Add(after)
	b.Came([]byte(strings.Join(lines, "\r\n")+"\r\n"), b.now)
}

func (b *bench) frame() Frame { return b.Frame(b.now) }

// took are the lines of what was taken, in its order.
func took(f Frame) (lines []string) {
	for _, t := range f.Taken {
		lines = append(lines, t.Line)
	}
	return lines
}

var pressed = instrument.Link{Sends: instrument.Pressed}

// Each line of a gauge with a key is a reading, once; a key that bounces presses once.
func TestAKeyIsPressedOnce(t *testing.T) {
	b := following(t, pressed, instrument.SeekNone)
	assert.Equal(t, Waiting, b.frame().Standing)
	b.hears(time.Second, "G1 +54.983 mm OK")
	b.hears(20*time.Millisecond, "G1 +54.983 mm OK")
	f := b.frame()
	assert.Equal(t, []string{"G1 +54.983 mm OK"}, took(f))
	assert.Equal(t, 54*unit.Millimetre+983*unit.Micrometre, f.Taken[0].Size)
	assert.Equal(t, Live, f.Standing)
	b.hears(time.Second, "G1 +54.983 mm OK")
	f = b.frame()
	assert.Len(t, f.Taken, 1, "the same size again, a second later, is another reading")
	assert.Equal(t, 2, f.Taken[0].Seq)
	assert.Empty(t, b.frame().Taken, "what was told once is not told again")
	b.hears(time.Minute)
	assert.Equal(t, Live, b.frame().Standing, "a gauge with a key is not silent between presses")
}

// What a device says that is no reading is shown, and nothing is taken of it: a date, a battery's level, a bad status.
func TestRubbishIsShownAndNotTaken(t *testing.T) {
	for _, line := range []string{"2026-11-27 12:00", "BAT 87%", "G1 +54.983 mm LOW", "G1 54.983", "\x00\xff\x17",
		strings.Repeat("9", 5000)} {
		b := following(t, pressed, instrument.SeekNone)
		b.hears(time.Second, line)
		f := b.frame()
		assert.Equal(t, Rubbish, f.Standing, line)
		assert.NotEmpty(t, f.Why, line)
		assert.Empty(t, f.Taken, line)
		b.hears(time.Second, "G1 +54.983 mm OK")
		f = b.frame()
		assert.Equal(t, Live, f.Standing, "a reading afterwards is one")
		assert.Len(t, f.Taken, 1)
	}
}

// No hand presses twenty times a second: a gauge that sends so is not one with a key, and fills no cells.
func TestAFloodIsNotTaken(t *testing.T) {
	b := following(t, pressed, instrument.SeekNone)
	taken := 0
	for range 200 {
		b.hears(50*time.Millisecond, "G1 +54.983 mm OK")
		taken += len(b.frame().Taken)
	}
	assert.Equal(t, Flood, b.frame().Standing)
	assert.LessOrEqual(t, taken, 1, "no more than came before it was seen to be a flood")
	b.hears(3 * time.Second)
	b.hears(time.Second, "G1 +54.990 mm OK")
	f := b.frame()
	assert.Equal(t, Live, f.Standing, "and when it is over it is over")
	assert.Len(t, f.Taken, 1)
}

// Where a key may be pressed again at once, a flood that comes in pieces is taken no oftener than a hand presses in a
// second.
func TestAFloodInPiecesIsSoonSeen(t *testing.T) {
	b := following(t, instrument.Link{Sends: instrument.Pressed, Debounce: 20}, instrument.SeekNone)
	taken := 0
	for i := range 200 {
		b.hears(50*time.Millisecond, fmt.Sprintf("G1 +54.%03d mm OK", i))
		taken += len(b.frame().Taken)
	}
	assert.LessOrEqual(t, taken, mostPressed)
	assert.Equal(t, Flood, b.frame().Standing)
}

// A gauge that shows all the time is taken by the foot only; without a word for two seconds it is silent.
func TestTheFootTakes(t *testing.T) {
	b := following(t, instrument.Link{Sends: instrument.Shows, Switch: "^TAKE$"}, instrument.SeekNone)
	for i := range 100 {
		b.hears(5*time.Millisecond, fmt.Sprintf("G1 +54.%03d mm OK", i))
	}
	f := b.frame()
	assert.Empty(t, f.Taken)
	assert.Equal(t, "G1 +54.099 mm OK", f.Shown.Line)
	assert.LessOrEqual(t, len(f.Trace), mostTrace)
	assert.Equal(t, f.Shown.Size, f.Trace[len(f.Trace)-1], "the trace ends where the gauge is")
	b.hears(5*time.Millisecond, "TAKE")
	b.hears(5*time.Millisecond, "TAKE")
	assert.Equal(t, []string{"G1 +54.099 mm OK"}, took(b.frame()))
	b.hears(2100 * time.Millisecond)
	f = b.frame()
	assert.Equal(t, Silent, f.Standing)
	assert.Nil(t, f.Shown, "what it showed two seconds ago it shows no more")
	b.Gone()
	assert.Equal(t, Away, b.frame().Standing)
}

// Of a rocked bore gauge the foot takes the turning point, not where the needle is when the foot comes down; a foot
// that is early takes nothing.
func TestTheFootTakesTheTurningPoint(t *testing.T) {
	b := following(t, instrument.Link{Sends: instrument.Shows, Switch: "^TAKE$"}, instrument.SeekLeast)
	b.hears(time.Second, "G1 +80.030 mm OK", "G1 +80.010 mm OK", "TAKE")
	f := b.frame()
	assert.Empty(t, f.Taken)
	assert.ErrorIs(t, f.Unmet, ErrNoTurn, "which is said")
	b.hears(time.Second, "G1 +80.004 mm OK", "G1 +80.001 mm OK", "G1 +80.003 mm OK", "G1 +80.020 mm OK")
	require.NotNil(t, b.frame().Turned)
	b.hears(time.Second, "G1 +80.030 mm OK", "TAKE")
	f = b.frame()
	assert.Equal(t, []string{"G1 +80.001 mm OK"}, took(f))
	assert.Nil(t, f.Turned, "the next place wants a turning point of its own")
}

// A slow machine reads at one go what was sent over a while: the presses in it are none of a key's bounces. A second
// size that comes too soon is said, not passed over.
func TestNoPressIsLostToABusyMachine(t *testing.T) {
	b := following(t, instrument.Link{Sends: instrument.Shows, Switch: "^TAKE$", Debounce: 20}, instrument.SeekNone)
	for i := range 300 {
		b.hears(10*time.Millisecond, fmt.Sprintf("G1 +54.%03d mm OK", i))
	}
	b.frame()
	var late []string
	for i := range 10 {
		for k := range 12 { // a tenth of a second of what it shows
			late = append(late, fmt.Sprintf("G1 +55.%03d mm OK", 12*i+k))
		}
		late = append(late, "TAKE", "TAKE")
	}
	b.hears(1200*time.Millisecond, late...)
	assert.Len(t, b.frame().Taken, 10)

	key := following(t, pressed, instrument.SeekNone)
	key.hears(time.Second, "G1 +54.983 mm OK")
	key.hears(50*time.Millisecond, "G1 +54.983 mm OK")
	assert.NoError(t, key.frame().Unmet, "a bounce")
	key.hears(50*time.Millisecond, "G1 +54.120 mm OK")
	f := key.frame()
	assert.ErrorIs(t, f.Unmet, ErrSoon)
	assert.Empty(t, f.Taken)
}

// Who lost its line asks for what came after the last reading it placed; that is told again, under the same numbers.
func TestWhatWasTakenIsToldAgain(t *testing.T) {
	b := following(t, pressed, instrument.SeekNone)
	for i := range 5 {
		b.hears(time.Second, fmt.Sprintf("G1 +54.98%d mm OK", i))
		assert.Equal(t, i+1, b.frame().Taken[0].Seq)
	}
	b.hears(time.Second, "G1 +54.985 mm OK")
	b.After(3)
	f := b.frame()
	require.Len(t, f.Taken, 3)
	assert.Equal(t, []int{4, 5, 6}, []int{f.Taken[0].Seq, f.Taken[1].Seq, f.Taken[2].Seq})
	assert.Empty(t, b.frame().Taken)
	b.After(99)
	assert.Empty(t, b.frame().Taken, "nobody can ask for what is to come")
	for i := range 3 * mostTaken {
		b.hears(time.Second, fmt.Sprintf("G1 +54.%03d mm OK", i))
		b.frame()
	}
	b.After(0)
	assert.Len(t, b.frame().Taken, mostTaken, "the last of them are kept")
}

// A pattern is tried on so much a second and no more; what is over is said to be.
func TestAHeavyPatternIsCutOff(t *testing.T) {
	link := instrument.Link{Sends: instrument.Shows}
	for _, heavy := range []string{"(?P<value>[0-9]+)" + strings.Repeat("(.{0,900})", 9), "(?P<value>(.{0,30}){0,30})",
		"(?P<value>[0-9]+)" + strings.Repeat("(a?b?c?){40}", 20)} {
		_, err := Follow(link, instrument.Pattern{Expression: heavy, Unit: unit.MM}, instrument.SeekNone, 0)
		assert.ErrorIs(t, err, instrument.ErrHeavy, heavy)
	}
	f, err := Follow(link, instrument.Pattern{Expression: "(?P<value>[0-9.]+)" + strings.Repeat("x?", 250),
		Unit: unit.MM},
		instrument.SeekNone, 0)
	require.NoError(t, err)
	b := &bench{f, noon}
	b.Opened(noon)
	for range 900 {
		b.hears(time.Millisecond, strings.Repeat("1", 200))
	}
	assert.Equal(t, instrument.ErrSlow, b.frame().Why)
	b.hears(2*time.Second, "54.983")
	assert.Empty(t, b.frame().Why, "a second later it is tried again")
}

// What the stand-in plays is taken as it showed it, whatever its line loses, floods or turns around.
func TestTheStandInIsTakenAsItShows(t *testing.T) {
	p := Playing{Seed: 7, Unit: unit.MM, Kinds: []PlayedKind{{"cylinder", 3, 80 * unit.Millimetre}},
		Plan: planOf(t, "3x2"), Division: unit.Micrometre, Hand: unit.Micrometre, Sends: instrument.Shows, Rate: 50,
		At: time.Second, Rock: 40 * unit.Micrometre, WrongSign: 5, Sense: 1}
	b := following(t, instrument.Link{Sends: instrument.Shows, Switch: simulate.FootLine}, instrument.SeekLeast)
	var sizes []unit.Length
	for beat := range p.Beats {
		b.hears(beat.Wait, beat.Line)
		for _, one := range b.frame().Taken {
			sizes = append(sizes, one.Size)
		}
	}
	places := p.Places()
	require.Len(t, sizes, len(places))
	for i, place := range places {
		want := place.Shown
		if place.WrongSign {
			// Its swing goes the other way then: nothing of it is a size.
			assert.Negative(t, int64(sizes[i]), i)
			continue
		}
		assert.Equal(t, want, sizes[i], i)
		assert.InDelta(t, float64(place.Truth), float64(place.Shown), float64(5*unit.Micrometre))
	}
	assert.Equal(t, places, p.Places(), "the same seed plays the same")
}

// Twenty-four hours of a line, in fast time: what it keeps does not grow.
func TestADayOfALineKeepsNothing(t *testing.T) {
	b := following(t, instrument.Link{Sends: instrument.Shows, Switch: "^TAKE$"}, instrument.SeekLeast)
	heap := func() uint64 {
		var m runtime.MemStats
		runtime.GC()
		runtime.ReadMemStats(&m)
		return m.HeapAlloc
	}
	hour := func() {
		for second := range 3600 {
			for i := range 10 {
				line := fmt.Sprintf("G1 +80.%03d mm OK", 4*(i-5)*(i-5))
				switch {
				case second%60 == 7:
					line = "BAT 87%"
				case second%300 == 11:
					line = strings.Repeat("x", 1000)
				}
				b.hears(100*time.Millisecond, line)
			}
			b.hears(0, "TAKE")
			if second%3 == 0 { // a bench that listens slowly
				b.frame()
			}
		}
	}
	hour()
	first := heap()
	for range 23 {
		hour()
	}
	assert.Less(t, heap(), first+1<<20)
	runtime.KeepAlive(b)
}

// Whatever comes down the wire, in whatever pieces, is followed without a panic and in bounded memory, and is a reading
// only where it says one.
func FuzzFollow(f *testing.F) {
	f.Add("G1 +54.983 mm OK\r\n", uint16(3), true)
	f.Add("TAKE\nTAKE\n\x00\xff\r\r\n", uint16(1), false)
	f.Add(strings.Repeat("G1 +80.001 mm OK\r\n", 20)+strings.Repeat("9", 600), uint16(400), true)
	f.Fuzz(func(t *testing.T, sent string, cut uint16, shows bool) {
		link := instrument.Link{Sends: instrument.Pressed, Switch: "^TAKE$", Debounce: 1}
		if shows {
			link.Sends = instrument.Shows
		}
		b := following(t, link, instrument.SeekLeast)
		for len(sent) > 0 {
			n := min(len(sent), int(cut%300)+1)
			b.now = b.now.Add(time.Duration(cut) * time.Microsecond)
			b.Came([]byte(sent[:n]), b.now)
			sent = sent[n:]
			frame := b.frame()
			if len(frame.Trace) > mostTrace || len(frame.Taken) > mostTaken {
				t.Fatal("more than a frame holds")
			}
			for _, one := range frame.Taken {
				if !strings.HasPrefix(one.Line, "G1 ") {
					t.Fatalf("%q is no reading", one.Line)
				}
			}
		}
		if len(b.trace) > 4*mostTrace || len(b.cut.rest) > instrument.MaxLine {
			t.Fatal("it keeps more and more")
		}
	})
}
