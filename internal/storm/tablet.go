package main

import (
	"context"
	"fmt"
	"io"
	"math/rand"
	"net/http"
	"sync"
	"time"

	"enkaustos/core/work"
	"enkaustos/internal/contract"
)

// tablet is one simulated device with its outbox.
type tablet struct {
	*caller
	no     int
	off    time.Duration // of its clock
	random *rand.Rand

	mu   sync.Mutex
	wait []waiting
	over bool // it taps no more
	made []string
	took []time.Duration

	waited time.Duration // the longest that a tap waited while the tablet was on the network
}

// waiting is a tap that was not answered yet.
type waiting struct {
	event work.Sent
	at    time.Time
}

func newTablet(no int, c *caller) *tablet {
	random := rand.New(rand.NewSource(int64(no)))
	return &tablet{caller: c, no: no, random: random, off: time.Duration(random.Intn(24)-12) * time.Hour}
}

// tap makes a tap every second, from a moment of its own.
func (t *tablet) tap(ctx context.Context, pieces []contract.Piece) {
	time.Sleep(time.Duration(t.random.Int63n(int64(every))))
	end := time.Now().Add(lasts)
	for n := 0; time.Now().Before(end) && ctx.Err() == nil; n++ {
		p := pieces[t.random.Intn(len(pieces))]
		surface, glaze := p.Surfaces[t.random.Intn(len(p.Surfaces))].Id, "N01"
		e := work.Sent{Event: work.Event{ID: fmt.Sprintf("storm-%02d-%04d", t.no, n), Kind: work.Coated, Piece: p.Id, Surface: surface, Glaze: glaze, DeviceAt: time.Now().Add(t.off)}}
		t.mu.Lock()
		t.wait = append(t.wait, waiting{e, time.Now()})
		t.made = append(t.made, e.ID)
		t.mu.Unlock()
		time.Sleep(every)
	}
	t.mu.Lock()
	t.over = true
	t.mu.Unlock()
}

// send sends what waits, in order, again and again until each is answered. It is
// off the network for a while, from a moment after the start.
func (t *tablet) send(ctx context.Context, began time.Time, from, drops time.Duration) {
	for ctx.Err() == nil {
		now := time.Since(began)
		away := drops > 0 && now > from && now < from+drops
		t.mu.Lock()
		idle, over := len(t.wait) == 0, t.over
		var first waiting
		if !idle {
			first = t.wait[0]
		}
		t.mu.Unlock()
		switch {
		case idle && over:
			return
		case idle:
			time.Sleep(5 * time.Millisecond)
			continue
		case away:
			time.Sleep(retry)
			continue
		}
		first.event.AgeMS = time.Since(first.at).Milliseconds()
		start := time.Now()
		if err := t.call("POST", "/events", map[string]any{"events": []work.Sent{first.event}}, nil); err != nil {
			time.Sleep(retry)
			continue
		}
		t.took = append(t.took, time.Since(start))
		since := first.at
		if back := began.Add(from + drops); drops > 0 && since.Before(back) && time.Now().After(back) {
			since = back
		}
		t.waited = max(t.waited, time.Since(since))
		t.mu.Lock()
		t.wait = t.wait[1:]
		t.mu.Unlock()
	}
}

// listen reads what the others do, as the page does, and comes back when it is
// cut off.
func (t *tablet) listen(ctx context.Context) {
	stream := &http.Client{Jar: t.client.Jar}
	for ctx.Err() == nil {
		r, err := http.NewRequestWithContext(ctx, "GET", t.base+"/live", nil)
		if err != nil {
			return
		}
		if answer, err := stream.Do(r); err == nil {
			_, _ = io.Copy(io.Discard, answer.Body)
			_ = answer.Body.Close()
		}
		time.Sleep(time.Second)
	}
}
