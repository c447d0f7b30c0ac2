// Package guard bounds what one device may take of the server: connections, requests,
// and time at it.
package guard

import (
	"net"
	"net/netip"
	"sync"
	"time"
)

// How many connections are borne. A browser holds up to six, a tablet with a stream
// two or three; a room of tablets behind one router comes as one address.
const (
	perAddress = 160
	perUnknown = 32  // of an address from which no paired tablet was heard
	unknown    = 192 // of all of those together
	inAll      = 512 // of all other machines together; this machine is never kept out by them
	mostHeard  = 400 // addresses of paired tablets, the last heard of
)

// Connections is a listener that closes what comes on top of its bounds at once, so
// that neither one device nor many can use up the server's memory.
type Connections struct {
	net.Listener
	mu    sync.Mutex
	from  map[netip.Addr]int
	all   int                      // those of other machines
	known map[netip.Addr]time.Time // where a paired tablet was heard from, and when last
}

// Bound puts the bounds on a listener.
func Bound(l net.Listener) *Connections {
	return &Connections{Listener: l, from: map[netip.Addr]int{}, known: map[netip.Addr]time.Time{}}
}

// Accept waits for the next connection within the bounds.
func (c *Connections) Accept() (net.Conn, error) {
	for {
		conn, err := c.Listener.Accept()
		if err != nil {
			return nil, err
		}
		address := Address(conn.RemoteAddr().String())
		if c.enter(address) {
			return &bounded{Conn: conn, leave: func() { c.leave(address) }}, nil
		}
		_ = conn.Close()
	}
}

// Heard says that a paired tablet asks from a remote address: room is kept for it.
func (c *Connections) Heard(remote string) {
	a := Address(remote)
	c.mu.Lock()
	defer c.mu.Unlock()
	if _, is := c.known[a]; !is && len(c.known) >= mostHeard {
		oldest := a
		for other, at := range c.known {
			if before, is := c.known[oldest]; !is || at.Before(before) {
				oldest = other
			}
		}
		delete(c.known, oldest)
	}
	c.known[a] = time.Now()
}

func (c *Connections) enter(a netip.Addr) bool {
	c.mu.Lock()
	defer c.mu.Unlock()
	_, known := c.known[a]
	switch {
	case c.from[a] >= perAddress:
		return false
	case a.IsLoopback():
	case c.all >= inAll, !known && (c.from[a] >= perUnknown || c.strangers() >= unknown):
		return false
	default:
		c.all++
	}
	c.from[a]++
	return true
}

// strangers are the connections of addresses from which no paired tablet was heard.
func (c *Connections) strangers() (n int) {
	for a, many := range c.from {
		if _, known := c.known[a]; !known && !a.IsLoopback() {
			n += many
		}
	}
	return n
}

func (c *Connections) leave(a netip.Addr) {
	c.mu.Lock()
	defer c.mu.Unlock()
	if c.from[a]--; c.from[a] == 0 {
		delete(c.from, a)
	}
	if !a.IsLoopback() {
		c.all--
	}
}

// bounded is a connection that is counted until it is closed.
type bounded struct {
	net.Conn
	leave func()
	once  sync.Once
}

func (b *bounded) Close() error {
	b.once.Do(b.leave)
	return b.Conn.Close()
}

// Address is who a remote address such as "192.0.2.7:4711" counts as: the machine, and of
// IPv6 its network, for a device makes itself as many addresses of that as it likes.
func Address(remote string) netip.Addr {
	with, err := netip.ParseAddrPort(remote)
	if err != nil {
		return netip.Addr{}
	}
	a := with.Addr().Unmap().WithZone("")
	if a.Is6() && !a.IsLoopback() {
		net, _ := a.Prefix(64) // 64 bits are there
		a = net.Addr()
	}
	return a
}
