package main

import (
	"context"
	"errors"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strings"

	"enkaustos/internal/contract"
)

// fill leaves no byte of room beside the school.
func fill(dir string) error {
	f, err := os.Create(filepath.Join(dir, "filler"))
	if err != nil {
		return err
	}
	block := make([]byte, 4096)
	for err == nil {
		_, err = f.Write(block)
	}
	return f.Close()
}

func mount(args ...string) error {
	said, err := exec.Command("mount", args...).CombinedOutput() //nolint:gosec // our own folder
	if err != nil {
		return fmt.Errorf("mount %v: %w: %s", args, err, said)
	}
	return nil
}

const tapsEach = 60 // before, during and after the trouble

// reportDisks has the server work on disks of its own that fail, and prints what came of it.
func reportDisks(context.Context) error {
	fmt.Print(`
## Disks that fail

The real server on a small disk of its own (tmpfs). The disk is filled to the last byte
while a tablet taps, and then there is room again; or it is made read-only, and the server
is started on it. A coat that was answered is looked for afterwards, in a server that was
killed and started anew.

| the disk | coats before | amid it | lists still answered | coats after | lost | twice |
|---|---|---|---|---|---|---|
`)
	return errors.Join(onDisk(fullDisk), onDisk(readOnlyDisk))
}

// onDisk has a server with a paired tablet work on a disk of its own.
func onDisk(work func(dir string, t *troubled) error) error {
	dir, err := os.MkdirTemp("", "disk")
	if err != nil {
		return err
	}
	defer func() { _ = os.RemoveAll(dir) }()
	if err := mount("-t", "tmpfs", "-o", "size=12m", "tmpfs", dir); err != nil {
		return fmt.Errorf("this part is run by whoever may mount a disk: %w", err)
	}
	defer func() { _ = exec.Command("umount", dir).Run() }() //nolint:gosec // our own folder
	s, err := newServer(filepath.Join(dir, "school"))
	if err != nil {
		return err
	}
	if err := s.start(); err != nil {
		return err
	}
	defer s.stop()
	head, err := s.teacher()
	if err != nil {
		return err
	}
	pieces, fleet, err := pairAll(s, head, 1)
	if err != nil {
		return err
	}
	return work(dir, &troubled{server: s, head: head, caller: fleet[0].caller, pieces: pieces, kept: map[string]bool{}})
}

func fullDisk(dir string, t *troubled) error {
	before, _, _ := t.tap("before")
	if err := fill(dir); err != nil {
		return err
	}
	taken, refused, odd := t.tap("during")
	lists := 0
	for _, path := range []string{"/today", "/pieces", "/tiles", "/glazes", "/ready", "/room"} {
		if t.head.call("GET", path, nil, nil) == nil {
			lists++
		}
	}
	if err := os.Remove(filepath.Join(dir, "filler")); err != nil {
		return err
	}
	after, _, _ := t.tap("after")
	lost, twice, err := t.readBack()
	if err != nil {
		return err
	}
	fmt.Printf("| full | %d | %d taken, %d refused: the disk is full | %d of 6 | %d | %d | %d |\n", before, taken, refused, lists, after, lost, twice)
	if lost+twice > 0 || odd != nil || lists < 6 || after < tapsEach {
		return errors.Join(errors.New("a full disk was not borne: see the table"), odd)
	}
	return nil
}

func readOnlyDisk(dir string, t *troubled) error {
	before, _, _ := t.tap("before")
	t.stop()
	if err := mount("-o", "remount,ro", dir); err != nil {
		return err
	}
	said, err := exec.Command("bin/enkaustos", "demo", "--data", t.dir, "--addr", t.addr).CombinedOutput() //nolint:gosec // our own binary
	if text := strings.TrimSpace(string(said)); err == nil || strings.Contains(text, "\n") || strings.Contains(text, "damaged") || !strings.Contains(text, "written") {
		return fmt.Errorf("started on a read-only disk: %q", text)
	}
	if err := mount("-o", "remount,rw", dir); err != nil {
		return err
	}
	if err := t.start(); err != nil {
		return err
	}
	after, _, _ := t.tap("after")
	lost, twice, err := t.readBack()
	if err != nil {
		return err
	}
	fmt.Printf("| read-only | %d | not started: %s | | %d | %d | %d |\n", before, strings.ReplaceAll(strings.TrimSpace(string(said)), dir, "DIR"), after, lost, twice)
	if lost+twice > 0 || after < tapsEach {
		return errors.New("a read-only disk was not borne: see the table")
	}
	return nil
}

// troubled is a tablet that taps while the disk fails.
type troubled struct {
	*server
	*caller
	head   *caller
	pieces []contract.Piece
	kept   map[string]bool
}

// tap says how many coats were answered, how many were refused by the disk's cause, and the
// first refusal that speaks of something else.
func (t *troubled) tap(when string) (taken, refused int, odd error) {
	for n := range tapsEach {
		p, id := t.pieces[n%len(t.pieces)], fmt.Sprintf("%s-%06d", when, n)
		err := t.call("POST", "/events", map[string]any{"events": []map[string]any{{"id": id, "kind": "coat", "piece": p.Id, "surface": p.Surfaces[0].Id, "glaze": "N01"}}}, nil)
		switch {
		case err == nil:
			taken++
			t.kept[id] = true
		case strings.Contains(err.Error(), ": 507 ") && strings.Contains(err.Error(), "full"):
			refused++
		case odd == nil:
			odd = err
		}
	}
	return taken, refused, odd
}

// readBack kills the server, and looks in a new one for what was answered.
func (t *troubled) readBack() (lost, twice int, err error) {
	if err := t.kill(); err != nil {
		return 0, 0, err
	}
	head, err := t.teacher()
	if err != nil {
		return 0, 0, err
	}
	return readBack(head, t.pieces, t.kept)
}
