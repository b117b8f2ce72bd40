package gaugelink

import (
	"context"
	"io"
	"net"
	"strings"
	"time"

	"go.bug.st/serial"

	"ledge/internal/core/instrument"
)

// An Opener opens the port of a link.
type Opener func(ctx context.Context, link instrument.Link) (io.ReadWriteCloser, error)

// Open opens a socket or a serial port.
func Open(ctx context.Context, link instrument.Link) (io.ReadWriteCloser, error) {
	if address, ok := link.Socket(); ok {
		ctx, cancel := context.WithTimeout(ctx, 3*time.Second)
		defer cancel()
		return (&net.Dialer{KeepAlive: 10 * time.Second}).DialContext(ctx, "tcp", address)
	}
	return serial.Open(link.Port, mode(link))
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

// Ports are the names of the machine's serial ports.
func Ports() []string {
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
