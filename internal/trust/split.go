package trust

import (
	"errors"
	"net"
	"sync"
	"time"
)

// helloTime is how long a new connection may keep silent: the bound of a request's head.
const helloTime = 5 * time.Second

// handshake is the first byte of a connection that speaks TLS (RFC 8446, 5.1); no request
// of plain http begins with it.
const handshake = 22

// Split serves plain http and TLS on one address, so that a school has one port to open:
// the first byte of a connection says which one it is.
func Split(l net.Listener) (plain, secure net.Listener) {
	s := &split{Listener: l, gone: make(chan struct{})}
	p := &side{split: s, found: make(chan net.Conn)}
	t := &side{split: s, found: make(chan net.Conn)}
	go s.run(p, t)
	return p, t
}

type split struct {
	net.Listener
	gone  chan struct{}
	once  sync.Once
	fault error
}

func (s *split) run(plain, secure *side) {
	for {
		conn, err := s.Listener.Accept()
		if err != nil {
			s.end(err)
			return
		}
		go s.sort(conn, plain, secure)
	}
}

func (s *split) end(err error) {
	s.once.Do(func() { s.fault = err; close(s.gone) })
}

// sort reads the first byte of a connection and hands it on with it.
func (s *split) sort(conn net.Conn, plain, secure *side) {
	_ = conn.SetReadDeadline(time.Now().Add(helloTime))
	first := make([]byte, 1)
	if n, _ := conn.Read(first); n == 0 {
		_ = conn.Close()
		return
	}
	_ = conn.SetReadDeadline(time.Time{})
	to := plain
	if first[0] == handshake {
		to = secure
	}
	select {
	case to.found <- &begun{Conn: conn, first: first}:
	case <-s.gone:
		_ = conn.Close()
	}
}

// side is one of the two listeners.
type side struct {
	*split
	found chan net.Conn
}

func (s *side) Accept() (net.Conn, error) {
	select {
	case conn := <-s.found:
		return conn, nil
	case <-s.gone:
		return nil, s.fault
	}
}

func (s *side) Close() error {
	err := s.Listener.Close()
	if errors.Is(err, net.ErrClosed) { // by the other side
		err = nil
	}
	s.end(net.ErrClosed)
	return err
}

// begun is a connection whose first byte was read.
type begun struct {
	net.Conn
	first []byte
}

func (b *begun) Read(p []byte) (int, error) {
	if len(b.first) == 0 || len(p) == 0 {
		return b.Conn.Read(p)
	}
	p[0], b.first = b.first[0], nil
	return 1, nil
}
