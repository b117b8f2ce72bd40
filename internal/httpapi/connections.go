package httpapi

import (
	"net"
	"net/netip"
	"sync"
)

const (
	// mostConnections is how many connections are open at once, mostOfOne how many from one other machine: a browser
	// has six, and a stream for each page.
	mostConnections, mostOfOne = 1000, 100
)

// Bounded is a listener that closes at once what comes beyond so many connections, in all and from one other machine.
func Bounded(l net.Listener) net.Listener { return &bounded{Listener: l, of: map[string]int{}} }

type bounded struct {
	net.Listener
	mu  sync.Mutex
	all int
	of  map[string]int
}

func (b *bounded) Accept() (net.Conn, error) {
	for {
		c, err := b.Listener.Accept()
		if err != nil {
			return nil, err
		}
		host, _, _ := net.SplitHostPort(c.RemoteAddr().String())
		if b.enter(host) {
			return &boundConn{Conn: c, leave: sync.OnceFunc(func() { b.leave(host) })}, nil
		}
		_ = c.Close()
	}
}

func (b *bounded) enter(host string) bool {
	b.mu.Lock()
	defer b.mu.Unlock()
	if b.all >= mostConnections || b.of[host] >= mostOfOne && !loopback(host) {
		return false
	}
	b.all++
	b.of[host]++
	return true
}

func (b *bounded) leave(host string) {
	b.mu.Lock()
	defer b.mu.Unlock()
	b.all--
	if b.of[host]--; b.of[host] == 0 {
		delete(b.of, host)
	}
}

// loopback tells whether a host is this machine.
func loopback(host string) bool {
	at, err := netip.ParseAddr(host)
	return err == nil && at.Unmap().IsLoopback()
}

type boundConn struct {
	net.Conn
	leave func()
}

func (c *boundConn) Close() error {
	c.leave()
	return c.Conn.Close()
}
