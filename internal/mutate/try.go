package mutate

import (
	"bufio"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"runtime"
	"slices"
	"strings"
	"sync"
	"syscall"
	"time"
)

// Result is what came of some breaks.
type Result struct {
	Noticed, Void int
	Missed        []Break
}

// Tried is how many breaks compiled, and were held against something.
func (r Result) Tried() int { return r.Noticed + len(r.Missed) }

// TryAll breaks one place after the other, one a processor, until so many have compiled. tests are
// the packages whose tests run on a break, and the ones that run where those see nothing.
func TryAll(all []Break, places int, tests func(Break) (first, then []string)) (r Result, err error) {
	var lock sync.Mutex
	next := 0
	take := func() (b Break, ok bool) {
		lock.Lock()
		defer lock.Unlock()
		if err != nil || next == len(all) || next-r.Void == places {
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
					r.Void++ // it does not compile: nothing that anybody could write by mistake
				case verdict == caught:
					r.Noticed++
				default:
					r.Missed = append(r.Missed, b)
					fmt.Fprintf(os.Stderr, "\rnot noticed: %s:%d %s -> %s\n", b.File, b.Line, b.From, b.To)
				}
				fmt.Fprintf(os.Stderr, "\r%d of %d, %d noticed", r.Tried(), places, r.Noticed)
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
func (b Break) try(first, then []string) (verdict, error) {
	overlay, done, err := b.Overlay()
	if err != nil {
		return void, err
	}
	defer done()
	run := func(args ...string) bool {
		ctx, stop := context.WithTimeout(context.Background(), 5*time.Minute)
		defer stop()
		return passes(exec.CommandContext(ctx, "go", args...), stop) //nolint:gosec // the go command
	}
	test := func(packages []string) bool {
		return run(append([]string{"test", overlay, "-vet=off", "-ldflags=-s -w", "-failfast", "-timeout=3m"}, packages...)...)
	}
	switch {
	case !run("build", overlay, b.Package()):
		return void, nil
	case !test(first), len(then) > 0 && !test(then):
		return caught, nil
	}
	return survived, nil
}

// passes runs the go command; the first package that fails stops the others.
func passes(c *exec.Cmd, stop func()) bool {
	c.SysProcAttr = &syscall.SysProcAttr{Setpgid: true} // the tests that it runs are stopped with it
	c.Cancel = func() error { return syscall.Kill(-c.Process.Pid, syscall.SIGKILL) }
	said, err := c.StdoutPipe()
	if err != nil || c.Start() != nil {
		return false
	}
	fine := true
	for lines := bufio.NewScanner(said); lines.Scan(); {
		if strings.HasPrefix(lines.Text(), "FAIL") {
			fine = false
			stop()
		}
	}
	return c.Wait() == nil && fine
}

// Overlay writes the broken file beside the source, and gives the flag by which the go command
// reads it instead. done removes it.
func (b Break) Overlay() (flag string, done func(), err error) {
	text, err := os.ReadFile(b.File)
	if err != nil {
		return "", nil, err
	}
	whole, err := filepath.Abs(b.File)
	if err != nil {
		return "", nil, err
	}
	dir, err := os.MkdirTemp("", "mutate")
	if err != nil {
		return "", nil, err
	}
	done = func() { _ = os.RemoveAll(dir) }
	other, plan := filepath.Join(dir, filepath.Base(b.File)), filepath.Join(dir, "overlay.json")
	replace, _ := json.Marshal(map[string]map[string]string{"Replace": {whole: other}})
	err = errors.Join(os.WriteFile(other, slices.Concat(text[:b.start], []byte(b.To), text[b.end:]), 0o600), os.WriteFile(plan, replace, 0o600))
	if err != nil {
		done()
		return "", nil, err
	}
	return "-overlay=" + plan, done, nil
}

// forget throws away the cases that broke a broken core: the whole one stands them.
func forget() {
	kept, _ := filepath.Glob("core/*/testdata/rapid")
	for _, dir := range kept {
		_ = os.RemoveAll(dir)
	}
}

// Dependents lists, for each package of core, those of core that use it, directly or not, and the
// judge of the verdict where that does.
func Dependents() (map[string][]string, error) {
	text, err := exec.Command("go", "list", "-test", "-f", "{{.ImportPath}} {{join .Deps \" \"}}", "./core/...", "./internal/judge").Output()
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
