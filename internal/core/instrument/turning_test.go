package instrument_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"ledge/internal/core/instrument"
	"ledge/internal/core/unit"
)

// points are the turning points that a gauge finds in what it shows, in micrometres.
func points(seek instrument.Seeking, shown ...int) (at []int) {
	turning := instrument.Turning{Seek: seek, Back: 4 * unit.Micrometre}
	near := unit.Length(0)
	for _, micrometres := range shown {
		x := unit.Length(micrometres) * unit.Micrometre
		if turning.Saw(x) {
			at = append(at, int(near/unit.Micrometre))
		}
		if turning.Nearest(x) {
			near = x
		}
	}
	return at
}

// Common practice: a bore gauge is rocked through the bore's axis, and the least that it reaches is the diameter.
func TestTurningPoint(t *testing.T) {
	assert.Equal(t, []int{0, 1}, points(instrument.SeekLeast, 30, 20, 10, 3, 0, 2, 9, 22, 12, 5, 1, 6, 15))
	assert.Equal(t, []int{0}, points(instrument.SeekMost, -30, -10, 0, -3, -11, -20), "a dial that goes the other way")
	assert.Empty(t, points(instrument.SeekLeast, 30, 28, 31, 29, 30, 27, 30), "the last digit's flicker turns nothing")
	assert.Empty(t, points(instrument.SeekLeast, 30, 20, 10, 0), "it has not turned back yet")
	assert.Empty(t, points(instrument.SeekLeast, 0, 10, 30), "put in at the point: where it came from nobody knows")
	assert.Empty(t, points(instrument.SeekNone, 30, 0, 30, 0, 30))
}

// Only a bore gauge is rocked; which way its dial then turns is its setup's to say.
func TestWhatIsSought(t *testing.T) {
	assert.Equal(t, instrument.SeekLeast, instrument.SeekOf(instrument.BoreGauge, instrument.Direct, -1))
	assert.Equal(t, instrument.SeekMost, instrument.SeekOf(instrument.BoreGauge, instrument.Deviation, -1))
	assert.Equal(t, instrument.SeekLeast, instrument.SeekOf(instrument.BoreGauge, instrument.Deviation, 1))
	assert.Equal(t, instrument.SeekNone, instrument.SeekOf(instrument.Micrometer, instrument.Direct, 1))
}

// A link names a socket or a serial port, never another file; what is asked is sent as it is written.
func TestLinks(t *testing.T) {
	for port, wrong := range map[string]bool{"tcp://127.0.0.1:9400": false, "tcp://[::1]:9400": false,
		"/dev/ttyUSB0": false, "COM12": false, "browser": false, "": false,
		"tcp://127.0.0.1": true, "tcp://:9400": true, "tcp://a:70000": true, "/etc/passwd": true, "/dev/../etc/passwd": true,
		"9400": true, "http://127.0.0.1:9400": true} {
		_, fault := instrument.Link{Port: port}.Fault()
		assert.Equal(t, wrong, fault == instrument.ErrPort, port)
	}
	asks, err := instrument.Link{Request: `R1\r\n\x1b\\\t`}.Asks()
	assert.NoError(t, err)
	assert.Equal(t, "R1\r\n\x1b\\\t", string(asks))
	for _, wrong := range []string{`\`, `\q`, `\x1`, `\xzz`} {
		field, fault := instrument.Link{Request: wrong}.Fault()
		assert.Equal(t, "request", field)
		assert.Equal(t, instrument.ErrRequest, fault, wrong)
	}
	field, fault := instrument.Link{Switch: "("}.Fault()
	assert.Equal(t, "switch", field)
	assert.Equal(t, instrument.ErrSwitch, fault)
}
