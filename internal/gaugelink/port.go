package gaugelink

import (
	"context"
	"errors"
	"io"
	"net"
	"net/netip"
	"os"
	"path/filepath"
	"runtime"
	"strings"
	"syscall"
	"time"

	"go.bug.st/serial"

	"ledge/internal/core/instrument"
)

// An Opener opens the port of a link.
type Opener func(ctx context.Context, link instrument.Link) (io.ReadWriteCloser, error)

// ErrNoPort is what is no port of a gauge.
var ErrNoPort = errors.New("this is no port of a gauge")

// Ports says which ports are opened.
type Ports struct {
	// StandIn lets pseudo-terminals in, at which the stand-in plays.
	StandIn bool
	// Own tells whether an address is one that Ledge itself listens on; nil where it listens nowhere.
	Own func(netip.AddrPort) bool
}

// Open opens a socket or a serial port. [ErrNoPort] where a name leads to something else: another file would be read as
// a gauge, and closing it lets go of what the process had locked in it.
func (p Ports) Open(ctx context.Context, link instrument.Link) (io.ReadWriteCloser, error) {
	if field, fault := link.Fault(p.StandIn); fault != "" && field == "port" {
		return nil, ErrNoPort
	}
	if address, ok := link.Socket(); ok {
		ctx, cancel := context.WithTimeout(ctx, 3*time.Second)
		defer cancel()
		return (&net.Dialer{KeepAlive: 10 * time.Second, Control: p.reachable}).DialContext(ctx, "tcp", address)
	}
	if err := p.device(link.Port); err != nil {
		return nil, err
	}
	return serial.Open(link.Port, mode(link))
}

// reachable refuses the address that a name turned out to have, where no gauge is at such.
func (p Ports) reachable(_, address string, _ syscall.RawConn) error {
	at, err := netip.ParseAddrPort(address)
	if err != nil || !instrument.Reachable(at.Addr()) || p.Own != nil && p.Own(at) {
		return ErrNoPort
	}
	return nil
}

// device refuses what is no device of characters, what a link leads to that has no serial port's name, and a terminal
// that somebody sits at. It looks without opening.
func (p Ports) device(name string) error {
	if runtime.GOOS == "windows" {
		return nil // COM1 is no file; the system opens nothing but a port by it
	}
	real, err := filepath.EvalSymlinks(name)
	if err != nil {
		return err
	}
	if !instrument.SerialPort(real) && !(p.StandIn && instrument.Pseudo(real)) {
		return ErrNoPort
	}
	info, err := os.Stat(real)
	if err != nil {
		return err
	}
	if info.Mode()&os.ModeCharDevice == 0 || sitsSomebody(info) {
		return ErrNoPort
	}
	return nil
}

// mode is how a serial port is set; 9600 8N1 where nothing else is said.
func mode(link instrument.Link) *serial.Mode {
	m := &serial.Mode{BaudRate: link.Baud, DataBits: link.DataBits}
	if m.BaudRate == 0 {
		m.BaudRate = 9600
	}
	if m.DataBits == 0 {
		m.DataBits = 8
	}
	switch link.Parity {
	case instrument.Even:
		m.Parity = serial.EvenParity
	case instrument.Odd:
		m.Parity = serial.OddParity
	case instrument.Mark:
		m.Parity = serial.MarkParity
	case instrument.Space:
		m.Parity = serial.SpaceParity
	}
	switch link.StopBits {
	case "1.5":
		m.StopBits = serial.OnePointFiveStopBits
	case "2":
		m.StopBits = serial.TwoStopBits
	}
	return m
}

// Names are the names of the machine's serial ports.
func Names() []string {
	names, err := serial.GetPortsList()
	if err != nil {
		return []string{}
	}
	ports := []string{}
	for _, name := range names {
		if name = strings.TrimSpace(name); name != "" {
			ports = append(ports, name)
		}
	}
	return ports
}
