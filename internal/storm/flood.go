package main

import (
	"context"
	"errors"
	"fmt"
	"net"
	"net/http"
	"os"
	"path/filepath"
	"sync"
	"sync/atomic"
	"time"

	"enkaustos/internal/contract"
)

// What a flood may cost: memory, and the answer to a tap of a paired tablet beside it.
const (
	floodMB   = 250
	pictureMB = 600
	beside    = 250 * time.Millisecond
	tapEvery  = 50 * time.Millisecond
)

// flood is one device, or many, that send more than anybody has a use for.
type flood struct {
	name   string
	mostMB int
	tls    bool // over TLS, as the teacher's side is reached from elsewhere
	send   func(context.Context, *flooded) error
}

// flooded is a server under a flood, and what came of it.
type flooded struct {
	*server
	head   *caller
	tablet *caller
	pieces []contract.Piece
	tried  atomic.Int64
	taken  atomic.Int64 // of what was tried: answered as if nothing were wrong
}

var floods = []flood{
	{name: "60 times 4 MB of nested JSON to the pairing, at once", send: nested},
	{name: "3,000 bodies sent a byte at a time", send: slowBodies},
	{name: "600 heads of 1 MB", send: longHeads},
	{name: "560 wrong passphrases over TLS, from 56 addresses", tls: true, send: guesses},
	{name: "10,000 notes of 2 kB from one tablet", send: notes},
	{name: "5,000 late taps for a piece that there is not", send: lateTaps},
	{name: "500 live streams that nobody reads", send: unread},
	{name: "made-up sessions, 20,000", send: madeUp},
	{name: "a picture whose profile inflates to 2 GB", mostMB: pictureMB, send: bomb},
	{name: "20 pictures of 48 megapixels at once", mostMB: pictureMB, send: manyPictures},
}

// reportFloods floods a server in each way, and prints what it cost.
func reportFloods(ctx context.Context) error {
	fmt.Printf(`
## Floods

From another process on the same machine, each against a server of its own with the
demo's school, while a paired tablet taps every %v. Taken is what was answered as if
nothing were wrong; the rest was refused or cut off. Memory is VmHWM of the server.

| the flood | sent | taken | taps beside it | their p99 | may be | memory | may be |
|---|---|---|---|---|---|---|---|
`, tapEvery)
	failed := false
	for _, f := range floods {
		out, took, err := f.run(ctx)
		if err != nil {
			return fmt.Errorf("%s: %w", f.name, err)
		}
		most, p99 := max(f.mostMB, floodMB), share(took, 0.99)
		fmt.Printf("| %s | %d | %d | %d | %s | %d ms | %d MB | %d MB |\n", f.name, out.tried.Load(), out.taken.Load(), len(took), ms(p99), beside.Milliseconds(), out.peakMB, most)
		failed = failed || out.peakMB > most || p99 > beside || len(took) == 0
	}
	if failed {
		return errors.New("a flood cost more than it may: see the table")
	}
	return nil
}

// run floods a server, taps beside it, and says what each tap took.
func (f flood) run(ctx context.Context) (out *flooded, took []time.Duration, err error) {
	dir, err := os.MkdirTemp(os.Getenv("STORM_DIR"), "flood")
	if err != nil {
		return nil, nil, err
	}
	defer func() { _ = os.RemoveAll(dir) }()
	s, err := newServer(filepath.Join(dir, "school"))
	if err != nil {
		return nil, nil, err
	}
	if err := s.start(); err != nil { // makes the school
		return nil, nil, err
	}
	s.stop()
	s.peakMB = 0
	if f.tls {
		if err := s.overTLS(dir); err != nil {
			return nil, nil, err
		}
	}
	if err := s.start(); err != nil {
		return nil, nil, err
	}
	defer s.stop()
	out = &flooded{server: s}
	if out.head, err = s.teacher(); err != nil {
		return nil, nil, err
	}
	pieces, fleet, err := pairAll(s, out.head, 2)
	if err != nil {
		return nil, nil, err
	}
	out.pieces, out.tablet = pieces, fleet[1].caller
	over := make(chan struct{})
	var tapping sync.WaitGroup
	tapping.Go(func() { took = tapBeside(fleet[0], pieces, over) })
	err = f.send(ctx, out)
	time.Sleep(time.Second) // what it left behind counts as well
	close(over)
	tapping.Wait()
	s.weigh()
	return out, took, err
}

// tapBeside taps until it is over. A tap that is not answered within the client's time
// took that long.
func tapBeside(t *tablet, pieces []contract.Piece, over chan struct{}) (took []time.Duration) {
	for n := 0; ; n++ {
		select {
		case <-over:
			return took
		case <-time.After(tapEvery):
		}
		p := pieces[n%len(pieces)]
		start := time.Now()
		err := t.call("POST", "/events", map[string]any{"events": []map[string]any{{"id": fmt.Sprintf("beside-%06d", n), "kind": "coat", "piece": p.Id, "surface": p.Surfaces[0].Id, "glaze": "N01"}}}, nil)
		if err != nil {
			fmt.Fprintln(os.Stderr, "a tap beside the flood:", err)
		}
		took = append(took, time.Since(start))
	}
}

// atOnce does something so many times, so many of them at once.
func (f *flooded) atOnce(times, together int, do func(n int) bool) {
	var all sync.WaitGroup
	next := atomic.Int64{}
	for range together {
		all.Go(func() {
			for n := int(next.Add(1)) - 1; n < times; n = int(next.Add(1)) - 1 {
				f.tried.Add(1)
				if do(n) {
					f.taken.Add(1)
				}
			}
		})
	}
	all.Wait()
}

// from is a client that comes from another address of this machine.
func from(n int) *http.Client {
	c := trusting()
	c.Transport.(*http.Transport).DialContext = (&net.Dialer{LocalAddr: &net.TCPAddr{IP: net.IPv4(127, 0, byte(1+n/250), byte(1+n%250))}}).DialContext
	c.Timeout = 20 * time.Second
	return c
}
