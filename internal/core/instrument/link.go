package instrument

import (
	"net/netip"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"ledge/internal/core/closed"
)

// A Link says how a gauge of the shop's is connected, and when what it sends is a reading.
type Link struct {
	// Port is tcp://HOST:PORT, the name of a serial port, or [InBrowser]; empty takes the link away.
	Port string `json:"port" maxLength:"200"`
	// Baud, Parity, DataBits and StopBits are those of a serial port.
	Baud     int      `json:"baud,omitempty" minimum:"0" maximum:"4000000"`
	Parity   Parity   `json:"parity,omitempty"`
	DataBits int      `json:"data_bits,omitempty" minimum:"0" maximum:"8"`
	StopBits StopBits `json:"stop_bits,omitempty"`
	// Sends says when a line is a reading.
	Sends SendMode `json:"sends"`
	// Request is what a gauge is asked with, with \r, \n, \t, \xHH and \\ as written; empty where it sends unasked.
	Request string `json:"request,omitempty" maxLength:"80"`
	// Every is how often it is asked, in ms; 0 where it is asked for each reading.
	Every int `json:"every,omitempty" minimum:"0" maximum:"60000"`
	// Switch is a regular expression of the line by which a foot switch says "take".
	Switch string `json:"switch,omitempty" maxLength:"200"`
	// Debounce is how long after one reading another is taken for the bounce of a key, in ms; 300 where 0.
	Debounce int `json:"debounce,omitempty" minimum:"0" maximum:"5000"`
}

// StopBits are those of a serial port.
type StopBits string

// StopBitCounts are all that ports have.
var StopBitCounts = closed.New[StopBits]("1", "1.5", "2").OrNothing()

// InBrowser is the port of a gauge that is plugged into the machine that the browser runs on.
const InBrowser = "browser"

// SendMode says when what a gauge sends is a reading.
type SendMode string

// The ways to send.
const (
	Pressed SendMode = "pressed" // each line: somebody pressed the gauge's key
	Shows   SendMode = "shows"   // all the time what the gauge shows; a reading is what is taken of it
)

// SendModes are all of them.
var SendModes = closed.New(Pressed, Shows)

// Parity is that of a serial port.
type Parity string

// The parities.
const (
	NoParity Parity = "none"
	Even     Parity = "even"
	Odd      Parity = "odd"
	Mark     Parity = "mark"
	Space    Parity = "space"
)

// Parities are all of them.
var Parities = closed.New(NoParity, Even, Odd, Mark, Space).OrNothing()

// The faults of links.
const (
	ErrPort    LineFault = "port"    // neither an address nor the name of a serial port
	ErrAddress LineFault = "address" // an address at which no gauge is
	ErrRequest LineFault = "request" // an escape that is none
	ErrLong    LineFault = "long"    // a request that no gauge needs
	ErrSwitch  LineFault = "switch"  // no regular expression
)

// MaxRequest is how many bytes a gauge is asked with at most.
const MaxRequest = 16

// serialPort are the names that systems give to serial ports; no other file of the machine is ever opened.
var serialPort = regexp.MustCompile(`^(/dev/(tty(S|HS|USB|ACM|AMA|O|mxc|THS)[0-9]{1,3}|rfcomm[0-9]{1,3}` +
	`|serial/by-id/[A-Za-z0-9_:.+-]+|serial/by-path/[A-Za-z0-9_:.+-]+|cu\.[A-Za-z0-9_.-]+)|COM[0-9]{1,3})$`)

// pseudo are the names of pseudo-terminals, at which the stand-in plays.
var pseudo = regexp.MustCompile(`^/dev/(pts/[0-9]{1,5}|ttys[0-9]{3})$`)

// SerialPort tells whether a name is one that a system gives to a serial port.
func SerialPort(name string) bool {
	return serialPort.MatchString(name) && !strings.Contains(name, "..")
}

// Pseudo tells whether a name is that of a pseudo-terminal.
func Pseudo(name string) bool { return pseudo.MatchString(name) }

// hostName is a name as hosts have them.
var hostName = regexp.MustCompile(`^([A-Za-z0-9_]([A-Za-z0-9_-]{0,61}[A-Za-z0-9])?\.?)+$`)

// Reachable tells whether a gauge may be at an address of a network: at no address that only means the network, the
// link or everybody.
func Reachable(at netip.Addr) bool {
	at = at.Unmap()
	return at.IsValid() && !at.IsUnspecified() && !at.IsLinkLocalUnicast() && !at.IsMulticast() &&
		!at.IsInterfaceLocalMulticast() && at != netip.AddrFrom4([4]byte{255, 255, 255, 255})
}

// checkSocket is what is wrong with HOST:PORT; empty where nothing is.
func checkSocket(address string) LineFault {
	if at, err := netip.ParseAddrPort(address); err == nil {
		switch {
		case at.Port() == 0:
			return ErrPort
		case at.Addr().Zone() != "" || !Reachable(at.Addr()):
			return ErrAddress
		}
		return ""
	}
	colon := strings.LastIndexByte(address, ':')
	if colon < 0 {
		return ErrPort
	}
	host := address[:colon]
	number, err := strconv.ParseUint(address[colon+1:], 10, 16)
	// What is only figures and points and no address is none to a resolver that takes it for one.
	if err != nil || number == 0 || len(host) > 253 || !hostName.MatchString(host) ||
		strings.Trim(host, "0123456789.") == "" {
		return ErrPort
	}
	return ""
}

// Socket is the address of a link over a network; false where it is none.
func (l Link) Socket() (address string, ok bool) { return strings.CutPrefix(l.Port, "tcp://") }

// Fault is what is wrong with a link, and the field that is to blame. The name of a pseudo-terminal is a port only
// where the stand-in may play.
func (l Link) Fault(standIn bool) (field string, fault LineFault) {
	address, socket := l.Socket()
	switch {
	case l.Port == "", l.Port == InBrowser:
	case socket:
		if fault := checkSocket(address); fault != "" {
			return "port", fault
		}
	case !SerialPort(l.Port) && !(standIn && Pseudo(l.Port)):
		return "port", ErrPort
	}
	asks, err := l.Asks()
	if err != nil {
		return "request", ErrRequest
	}
	if len(asks) > MaxRequest || slices.ContainsFunc(asks, func(b byte) bool {
		return (b < ' ' || b > '~') && b != '\r' && b != '\n'
	}) {
		return "request", ErrLong
	}
	if _, err := compile(l.Switch); err != nil {
		return "switch", ErrSwitch
	}
	return "", ""
}

// Asks is the request as it is sent; [ErrRequest] where an escape is none.
func (l Link) Asks() ([]byte, error) {
	var out []byte
	for i := 0; i < len(l.Request); i++ {
		if l.Request[i] != '\\' {
			out = append(out, l.Request[i])
			continue
		}
		if i++; i == len(l.Request) {
			return nil, ErrRequest
		}
		switch l.Request[i] {
		case 'r':
			out = append(out, '\r')
		case 'n':
			out = append(out, '\n')
		case 't':
			out = append(out, '\t')
		case '\\':
			out = append(out, '\\')
		case 'x':
			if i+2 >= len(l.Request) {
				return nil, ErrRequest
			}
			b, err := strconv.ParseUint(l.Request[i+1:i+3], 16, 8)
			if err != nil {
				return nil, ErrRequest
			}
			out = append(out, byte(b))
			i += 2
		default:
			return nil, ErrRequest
		}
	}
	return out, nil
}
