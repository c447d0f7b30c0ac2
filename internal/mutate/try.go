package main

import (
	"context"
	"encoding/json"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"runtime"
	"slices"
	"strings"
	"sync"
	"time"
)

// tryAll breaks one place after the other, one a processor, until so many have
// compiled. tests are the packages whose tests run on a break, and the ones that run
// where those see nothing.
func tryAll(all []broken, places int, tests func(broken) (first, then []string)) (r result, err error) {
	var lock sync.Mutex
	next := 0
	take := func() (b broken, ok bool) {
		lock.Lock()
		defer lock.Unlock()
		if err != nil || next == len(all) || next-r.void == places {
			return b, false
		}
		next++
		return all[next-1], true
	}
	var hands sync.WaitGroup
	for range runtime.NumCPU() {
		hands.Go(func() {
			for b, ok := take(); ok; b, ok = take() {
				first, then := tests(b)
				verdict, failed := b.try(first, then)
				lock.Lock()
				switch {
				case failed != nil:
					err = failed
				case verdict == void:
					r.void++ // it does not compile: nothing that anybody could write by mistake
				case verdict == caught:
					r.caught++
				default:
					r.survivors = append(r.survivors, b)
					fmt.Fprintf(os.Stderr, "\rnot caught: %s:%d %s -> %s\n", b.file, b.line, b.from, b.to)
				}
				fmt.Fprintf(os.Stderr, "\r%d of %d, %d caught", r.tried(), places, r.caught)
				lock.Unlock()
			}
		})
	}
	hands.Wait()
	forget()
	return r, err
}

type verdict int

const (
	survived verdict = iota
	caught
	void
)

// try runs tests on the broken source.
func (b broken) try(first, then []string) (verdict, error) {
	dir, err := os.MkdirTemp("", "mutate")
	if err != nil {
		return void, err
	}
	defer func() { _ = os.RemoveAll(dir) }()
	text, err := os.ReadFile(b.file)
	if err != nil {
		return void, err
	}
	other, plan := filepath.Join(dir, filepath.Base(b.file)), filepath.Join(dir, "overlay.json")
	whole, err := filepath.Abs(b.file)
	if err != nil {
		return void, err
	}
	overlay, _ := json.Marshal(map[string]map[string]string{"Replace": {whole: other}})
	if err := os.WriteFile(other, slices.Concat(text[:b.start], []byte(b.to), text[b.end:]), 0o600); err != nil {
		return void, err
	}
	if err := os.WriteFile(plan, overlay, 0o600); err != nil {
		return void, err
	}
	run := func(args ...string) bool {
		ctx, stop := context.WithTimeout(context.Background(), 5*time.Minute)
		defer stop()
		return exec.CommandContext(ctx, "go", args...).Run() == nil //nolint:gosec // the go command
	}
	test := func(packages []string) bool {
		return run(append([]string{"test", "-overlay", plan, "-vet=off", "-ldflags=-s -w", "-failfast"}, packages...)...)
	}
	switch {
	case !run("build", "-overlay", plan, b.pkg()):
		return void, nil
	case !test(first), len(then) > 0 && !test(then):
		return caught, nil
	}
	return survived, nil
}

// forget throws away the cases that broke a broken core: the whole one stands them.
func forget() {
	kept, _ := filepath.Glob("core/*/testdata/rapid")
	for _, dir := range kept {
		_ = os.RemoveAll(dir)
	}
}

// dependents are the packages of core that use a package, directly or not.
func dependents() (map[string][]string, error) {
	text, err := exec.Command("go", "list", "-test", "-f", "{{.ImportPath}} {{join .Deps \" \"}}", "./core/...").Output()
	if err != nil {
		return nil, err
	}
	needs := map[string][]string{}
	for line := range strings.Lines(string(text)) {
		fields := strings.Fields(line)
		user, ok := strings.CutSuffix(fields[0], ".test")
		if !ok {
			continue
		}
		for _, used := range fields[1:] {
			short, inside := strings.CutPrefix(used, "enkaustos/")
			if inside && strings.HasPrefix(short, "core/") && used != user && !strings.Contains(used, "_test") {
				needs["./"+short] = append(needs["./"+short], "./"+strings.TrimPrefix(user, "enkaustos/"))
			}
		}
	}
	return needs, nil
}
