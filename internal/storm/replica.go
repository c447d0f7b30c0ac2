package main

import (
	"context"
	"errors"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"sync"
	"time"
)

const (
	replicatedFor = 20 * time.Second
	behind        = 2 * time.Second // that a replica may lack at most
	replicaTaps   = 25 * time.Millisecond
)

// reportReplica has a replicator stream the database into a folder while a tablet taps,
// kills both at one moment, restores the school from the folder alone, and prints what of
// the answered coats was missing.
func reportReplica(ctx context.Context) error {
	tool := os.Getenv("REPLICATOR")
	if tool == "" {
		return errors.New("REPLICATOR names no program: make storm builds it")
	}
	fmt.Printf(`
## A replica, second by second

The set-up of docs/administrator.md: litestream streams the database of a server that was
started with --replicated into a folder, while a tablet taps. Server and replicator are
killed at one moment, the machine's folder is thrown away, and the school is restored from
the replica alone and served again. A coat that was answered more than %v before must be
there.

| after | coats answered | missing | the oldest of them, before the kill | may be |
|---|---|---|---|---|
`, behind)
	for _, after := range []time.Duration{replicatedFor, replicatedFor / 2} {
		if err := replica(ctx, tool, after); err != nil {
			return err
		}
	}
	return nil
}

func replica(ctx context.Context, tool string, after time.Duration) error {
	dir, err := os.MkdirTemp(os.Getenv("STORM_DIR"), "replica")
	if err != nil {
		return err
	}
	defer func() { _ = os.RemoveAll(dir) }()
	home, away, again := filepath.Join(dir, "school"), filepath.Join(dir, "away"), filepath.Join(dir, "again")
	s, err := newServer(home)
	if err != nil {
		return err
	}
	s.more = []string{"--replicated"}
	if err := s.start(); err != nil {
		return err
	}
	defer func() { s.stop() }()
	streaming := exec.CommandContext(ctx, tool, "replicate", filepath.Join(home, "enkaustos.db"), "file://"+away) //nolint:gosec // named by whoever runs this
	if err := streaming.Start(); err != nil {
		return err
	}
	head, err := s.teacher()
	if err != nil {
		return err
	}
	pieces, fleet, err := pairAll(s, head, 1)
	if err != nil {
		return err
	}
	time.Sleep(3 * time.Second) // the first copy of the whole is made
	answered, over := map[string]time.Time{}, make(chan struct{})
	var tapping sync.WaitGroup
	tapping.Go(func() {
		for n := 0; ; n++ {
			select {
			case <-over:
				return
			case <-time.After(replicaTaps):
			}
			p, id := pieces[n%len(pieces)], fmt.Sprintf("replica-%06d", n)
			if fleet[0].call("POST", "/events", map[string]any{"events": []map[string]any{{"id": id, "kind": "coat", "piece": p.Id, "surface": p.Surfaces[0].Id, "glaze": "N01"}}}, nil) == nil {
				answered[id] = time.Now()
			}
		}
	})
	time.Sleep(after)
	killed := time.Now()
	_, _ = s.cmd.Process.Kill(), streaming.Process.Kill()
	close(over)
	tapping.Wait()
	_, _ = s.cmd.Wait(), streaming.Wait()
	if err := os.RemoveAll(home); err != nil {
		return err
	}
	if err := os.MkdirAll(again, 0o700); err != nil {
		return err
	}
	if said, err := exec.CommandContext(ctx, tool, "restore", "-o", filepath.Join(again, "enkaustos.db"), "file://"+away).CombinedOutput(); err != nil { //nolint:gosec // as above
		return fmt.Errorf("restoring the replica: %w: %s", err, said)
	}
	s.dir = again
	if err := s.start(); err != nil {
		return err
	}
	if head, err = s.teacher(); err != nil {
		return err
	}
	seen, err := recorded(head, pieces)
	if err != nil {
		return err
	}
	missing, oldest := 0, time.Duration(0)
	for id, at := range answered {
		switch seen[id] {
		case 0:
			missing++
			oldest = max(oldest, killed.Sub(at))
		case 1:
		default:
			return fmt.Errorf("%s came twice", id)
		}
	}
	fmt.Printf("| %v | %d | %d | %s | %d ms |\n", after, len(answered), missing, ms(oldest), behind.Milliseconds())
	if len(answered) < 50 || oldest > behind {
		return errors.New("the replica lacked what it has to have: see the table")
	}
	return nil
}
