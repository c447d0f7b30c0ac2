package main

import (
	"context"
	"database/sql"
	"fmt"
	"math/rand"
	"os"
	"path/filepath"
	"slices"
	"sync"
	"time"

	_ "modernc.org/sqlite" // the bare file beside the storm

	"enkaustos/internal/contract"
)

// outcome is what one storm came to.
type outcome struct {
	taps, firings  int // firings are of pieces
	lost, twice    int
	p50, p99, bare time.Duration
	waited         time.Duration // the longest
	memoryMB       int
}

// storm runs one storm on a school of its own.
func (r run) storm(ctx context.Context) (out outcome, err error) {
	dir, err := os.MkdirTemp(os.Getenv("STORM_DIR"), "storm")
	if err != nil {
		return out, err
	}
	defer func() { _ = os.RemoveAll(dir) }()
	s, err := newServer(filepath.Join(dir, "school"))
	if err != nil {
		return out, err
	}
	if err := s.start(); err != nil { // makes the school
		return out, err
	}
	s.stop()
	s.peakMB = 0
	if err := s.start(); err != nil {
		return out, err
	}
	defer s.stop()
	head, err := s.teacher()
	if err != nil {
		return out, err
	}
	pieces, fleet, err := pairAll(s, head, tablets)
	if err != nil {
		return out, err
	}
	began := time.Now()
	var all sync.WaitGroup
	for i, t := range fleet {
		off := time.Duration(0)
		if r.drops > 0 {
			off = time.Duration(i) * (lasts - r.drops) / tablets
		}
		all.Go(func() { t.tap(ctx, pieces) })
		all.Go(func() { t.send(ctx, began, off, r.drops) })
		go t.listen(ctx)
	}
	hand := &kilnHand{caller: head, class: pieces[0].Class}
	all.Go(func() { hand.work(ctx) })
	bare := make(chan []time.Duration, 1)
	go func() { bare <- bareInserts(ctx, filepath.Join(dir, "bare.db")) }()
	for _, at := range r.kills {
		time.Sleep(time.Until(began.Add(at)))
		if err := s.kill(); err != nil {
			return out, err
		}
	}
	all.Wait()
	out.bare = share(<-bare, 0.99)
	s.weigh()
	out.memoryMB = s.peakMB
	var took []time.Duration
	sent := map[string]bool{}
	for _, t := range fleet {
		took = append(took, t.took...)
		out.waited = max(out.waited, t.waited)
		for _, id := range t.made {
			sent[id] = true
		}
	}
	out.taps, out.p50, out.p99 = len(sent), share(took, 0.5), share(took, 0.99)
	if head, err = s.teacher(); err != nil {
		return out, err
	}
	if hand.failed != nil {
		return out, hand.failed
	}
	if out.lost, out.twice, err = readBack(head, pieces, sent); err != nil {
		return out, err
	}
	lost, twice, err := hand.readBack(head)
	for _, of := range hand.fired {
		out.firings += len(of)
	}
	out.lost, out.twice = out.lost+lost, out.twice+twice
	return out, err
}

// pairAll puts a class before the tablets and pairs some.
func pairAll(s *server, head *caller, many int) (pieces []contract.Piece, fleet []*tablet, err error) {
	var classes []contract.Class
	var list contract.PieceList
	if err := head.call("GET", "/classes", nil, &classes); err != nil {
		return nil, nil, err
	}
	i := slices.IndexFunc(classes, func(c contract.Class) bool { return c.Name == "7 Plover" })
	if err := head.call("PUT", "/room", map[string]string{"class": classes[i].Id}, nil); err != nil {
		return nil, nil, err
	}
	if err := head.call("GET", "/pieces?class="+classes[i].Id, nil, &list); err != nil {
		return nil, nil, err
	}
	for i := range many {
		var made struct{ Code string }
		if err := head.call("POST", "/room/code", nil, &made); err != nil {
			return nil, nil, err
		}
		c, err := s.visitor()
		if err != nil {
			return nil, nil, err
		}
		if err := c.call("POST", "/pair", map[string]string{"code": made.Code, "name": fmt.Sprintf("Tablet %d", i+1)}, nil); err != nil {
			return nil, nil, err
		}
		fleet = append(fleet, newTablet(i, c))
	}
	return list.Pieces, fleet, nil
}

// recorded is how often each event stands in the records of all pieces.
func recorded(head *caller, pieces []contract.Piece) (seen map[string]int, err error) {
	seen = map[string]int{}
	for _, p := range pieces {
		var detail contract.PieceDetail
		if err := head.call("GET", "/pieces/"+p.Id, nil, &detail); err != nil {
			return nil, err
		}
		for _, e := range detail.History {
			seen[e.Id]++
		}
	}
	return seen, nil
}

// readBack counts in the records of all pieces what was lost and what came twice.
func readBack(head *caller, pieces []contract.Piece, sent map[string]bool) (lost, twice int, err error) {
	seen, err := recorded(head, pieces)
	if err != nil {
		return 0, 0, err
	}
	for id := range sent {
		switch {
		case seen[id] == 0:
			lost++
		case seen[id] > 1:
			twice++
		}
	}
	return lost, twice, nil
}

// bareInserts puts rows into a bare file at the storm's pace, each made durable.
func bareInserts(ctx context.Context, path string) (took []time.Duration) {
	db, err := sql.Open("sqlite", "file:"+path+"?_pragma=journal_mode(WAL)&_pragma=synchronous(FULL)")
	if err != nil {
		return nil
	}
	defer func() { _ = db.Close() }()
	db.SetMaxOpenConns(1)
	if _, err := db.ExecContext(ctx, "CREATE TABLE taps (no INTEGER PRIMARY KEY, text TEXT)"); err != nil {
		return nil
	}
	for end := time.Now().Add(lasts); time.Now().Before(end); {
		start := time.Now()
		if _, err := db.ExecContext(ctx, "INSERT INTO taps (text) VALUES (?)", "a coat of something on a surface of a piece"); err != nil {
			return took
		}
		took = append(took, time.Since(start))
		time.Sleep(every/tablets + time.Duration(rand.Intn(5))*time.Millisecond)
	}
	return took
}

// share is the time below which a share of the answers came.
func share(took []time.Duration, part float64) time.Duration {
	if len(took) == 0 {
		return 0
	}
	slices.Sort(took)
	return took[min(len(took)-1, int(part*float64(len(took))))]
}
