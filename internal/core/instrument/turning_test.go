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

// A link names a socket where a gauge may be, or a serial port, never another file; what is asked is short and
// readable.
func TestLinks(t *testing.T) {
	const port, address = instrument.ErrPort, instrument.ErrAddress
	for name, want := range map[string]instrument.LineFault{"tcp://127.0.0.1:9400": "", "tcp://[::1]:9400": "",
		"tcp://gauge-2.shop.lan:23": "", "tcp://10.0.0.7:4001": "", "browser": "", "": "",
		"/dev/ttyUSB0": "", "/dev/ttyS12": "", "/dev/ttyACM1": "", "/dev/ttyAMA0": "", "/dev/rfcomm0": "", "/dev/cu.usbmodem-1": "",
		"/dev/serial/by-id/usb-A_Maker_1-if00-port0": "", "COM12": "",
		"tcp://127.0.0.1": port, "tcp://:9400": port, "tcp://a:70000": port, "tcp://a:0": port, "tcp://a b:1": port,
		"tcp://2130706433:80": port, "tcp://127.1:80": port, "tcp://user@host:80": port, "tcp://a/b:80": port,
		"tcp://169.254.169.254:80": address, "tcp://[fe80::1]:80": address, "tcp://[fe80::1%eth0]:80": address,
		"tcp://0.0.0.0:80": address, "tcp://[::]:80": address, "tcp://224.0.0.1:80": address,
		"tcp://[::ffff:169.254.1.1]:80": address,
		"/etc/passwd":                   port, "/dev/../etc/passwd": port, "9400": port, "http://127.0.0.1:9400": port,
		"/dev/fd/7": port, "/dev/stdin": port, "/dev/tty": port, "/dev/tty1": port, "/dev/console": port, "/dev/mem": port,
		"/dev/sda": port, "/dev/pts/0": port, "/dev/ptmx": port, "/dev/serial/by-id/..": port,
		"/dev/serial/by-id/../../fd/7": port, "/dev/ttyS0/../fd/7": port, "COM": port, `\\.\pipe\x`: port} {
		_, fault := instrument.Link{Port: name}.Fault(false)
		assert.Equal(t, want, fault, name)
	}
	_, fault := instrument.Link{Port: "/dev/pts/3"}.Fault(true)
	assert.Empty(t, fault, "where the stand-in plays")
	_, fault = instrument.Link{Port: "/dev/fd/3"}.Fault(true)
	assert.Equal(t, port, fault)
	asks, err := instrument.Link{Request: `R1\r\n\x41\\`}.Asks()
	assert.NoError(t, err)
	assert.Equal(t, "R1\r\nA\\", string(asks))
	for request, want := range map[string]instrument.LineFault{`\`: instrument.ErrRequest, `\q`: instrument.ErrRequest,
		`\x1`: instrument.ErrRequest, `\xzz`: instrument.ErrRequest, `\x1b[A`: instrument.ErrLong,
		`\t`:               instrument.ErrLong,
		"0123456789abcdef": "", "0123456789abcdefg": instrument.ErrLong, `0123456789abcde\r`: "", "é": instrument.ErrLong} {
		_, fault := instrument.Link{Request: request}.Fault(false)
		assert.Equal(t, want, fault, request)
	}
	for _, wrong := range []string{"(", "(a{100}){100}"} {
		field, fault := instrument.Link{Switch: wrong}.Fault(false)
		assert.Equal(t, "switch", field)
		assert.Equal(t, instrument.ErrSwitch, fault)
	}
}
