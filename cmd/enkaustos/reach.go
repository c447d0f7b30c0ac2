package main

import (
	"net"
	"slices"
	"strconv"
	"sync"
	"time"
)

// reach knows under which addresses tablets find this machine. A router gives it another
// one whenever it likes: they are asked for again and again.
type reach struct {
	bound net.Addr // what the server listens on
	names []string // further names that the teacher gave it

	mu    sync.Mutex
	asked time.Time
	ips   []string
}

// askAgain is how old an answer about this machine's own addresses may be.
const askAgain = 5 * time.Second

// hosts are those under which other machines may ask the server now.
func (r *reach) hosts() []string { return append(r.addresses(), r.names...) }

// links are where other machines reach the server, without a path. A loopback address is
// none.
func (r *reach) links(scheme string) (all []string) {
	port := ""
	if bound, ok := r.bound.(*net.TCPAddr); ok {
		port = strconv.Itoa(bound.Port)
	}
	for _, host := range r.hosts() {
		all = append(all, scheme+"://"+net.JoinHostPort(host, port))
	}
	return all
}

// addresses are the machine's own, on the networks that the server listens on.
func (r *reach) addresses() []string {
	bound, ok := r.bound.(*net.TCPAddr)
	if !ok {
		return nil
	}
	if !bound.IP.IsUnspecified() {
		if bound.IP.IsLoopback() {
			return nil
		}
		return []string{bound.IP.String()}
	}
	r.mu.Lock()
	defer r.mu.Unlock()
	if time.Since(r.asked) > askAgain {
		if found, err := net.InterfaceAddrs(); err == nil { // else what was known goes on
			r.ips = nil
			for _, a := range found {
				if n, ok := a.(*net.IPNet); ok && n.IP.To4() != nil && !n.IP.IsLoopback() {
					r.ips = append(r.ips, n.IP.String())
				}
			}
		}
		r.asked = time.Now()
	}
	return slices.Clone(r.ips)
}
