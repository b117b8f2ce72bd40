package instrument

import (
	"regexp"
	"strconv"
	"strings"
)

// A Link says how a gauge of the shop's is connected, and when what it sends is a reading.
type Link struct {
	// Port is tcp://HOST:PORT, the name of a serial port, or [InBrowser]; empty takes the link away.
	Port string `json:"port" maxLength:"200"`
	// Baud, Parity, DataBits and StopBits are those of a serial port.
	Baud     int    `json:"baud,omitempty" minimum:"0" maximum:"4000000"`
	Parity   Parity `json:"parity,omitempty"`
	DataBits int    `json:"data_bits,omitempty" minimum:"0" maximum:"8"`
	StopBits string `json:"stop_bits,omitempty" enum:",1,1.5,2"`
	// Sends says when a line is a reading.
	Sends Sending `json:"sends"`
	// Request is what a gauge is asked with, with \r, \n, \t, \xHH and \\ as written; empty where it sends unasked.
	Request string `json:"request,omitempty" maxLength:"80"`
	// Every is how often it is asked, in ms; 0 where it is asked for each reading.
	Every int `json:"every,omitempty" minimum:"0" maximum:"60000"`
	// Switch is a regular expression of the line by which a foot switch says "take".
	Switch string `json:"switch,omitempty" maxLength:"200"`
	// Debounce is how long after one reading another is taken for the bounce of a key, in ms; 300 where 0.
	Debounce int `json:"debounce,omitempty" minimum:"0" maximum:"5000"`
}

// InBrowser is the port of a gauge that is plugged into the machine that the browser runs on.
const InBrowser = "browser"

// Sending says when what a gauge sends is a reading.
type Sending string

// The ways to send.
const (
	Pressed Sending = "pressed" // each line: somebody pressed the gauge's key
	Shows   Sending = "shows"   // all the time what the gauge shows; a reading is what is taken of it
)

// Sendings lists them.
func Sendings() []Sending { return []Sending{Pressed, Shows} }

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

// Parities lists them.
func Parities() []Parity { return []Parity{NoParity, Even, Odd, Mark, Space} }

// The faults of links.
const (
	ErrPort    LineFault = "port"    // neither an address nor the name of a serial port
	ErrRequest LineFault = "request" // an escape that is none
	ErrSwitch  LineFault = "switch"  // no regular expression
)

// serialPort are the names that serial ports have: no other file of the machine is ever opened.
var serialPort = regexp.MustCompile(`^(/dev/[A-Za-z0-9._/-]+|COM[0-9]{1,3})$`)

// Socket is the address of a link over a network; false where it is none.
func (l Link) Socket() (address string, ok bool) { return strings.CutPrefix(l.Port, "tcp://") }

// Fault is what is wrong with a link, and the field that is to blame.
func (l Link) Fault() (field string, fault LineFault) {
	address, socket := l.Socket()
	host, port, cut := "", "", false
	if at := strings.LastIndex(address, ":"); at >= 0 {
		host, port, cut = address[:at], address[at+1:], true
	}
	number, err := strconv.Atoi(port)
	switch {
	case l.Port == "", l.Port == InBrowser:
	case socket && (!cut || host == "" || err != nil || number < 1 || number > 65535),
		!socket && (!serialPort.MatchString(l.Port) || strings.Contains(l.Port, "..")):
		return "port", ErrPort
	}
	if _, err := l.Asks(); err != nil {
		return "request", ErrRequest
	}
	if _, err := regexp.Compile(l.Switch); err != nil {
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
