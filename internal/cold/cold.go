// Package cold holds a school that runs against a cold start of it: random changes come through the
// contract while the clock moves, and at random instants every answer of the contract has to be the
// same from the memory that grew by those changes as from what is read of the disk.
package cold

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"log/slog"
	"maps"
	"math/rand/v2"
	"net/http"
	"net/http/cookiejar"
	"net/http/httptest"
	"slices"
	"sync"
	"time"

	"enkaustos/internal/api"
	"enkaustos/internal/demo"
	"enkaustos/internal/school"
)

// Found is what a run came to.
type Found struct {
	Seed             uint64
	Changes, Refused int
	Instants         int            // at which memory and disk were held against each other
	Answers          int            // that were compared
	Kinds            map[string]int // changes that were kept, by what they are
	Other            []string       // answers that were not the same, with both
}

// clock is a clock that only a run moves.
type clock struct {
	mu  sync.Mutex
	now time.Time
}

func (c *clock) Now() time.Time {
	c.mu.Lock()
	defer c.mu.Unlock()
	return c.now
}

func (c *clock) advance(by time.Duration) {
	c.mu.Lock()
	defer c.mu.Unlock()
	c.now = c.now.Add(by)
}

// run is a school that is changed, and who asks it.
type run struct {
	*rand.Rand
	*Found
	school *school.School
	clock  *clock
	url    string
	asks   map[string]*http.Client // by role
	n      int
}

// Run makes the demo in a folder and changes it so many times; at about so many instants it is held
// against a cold start. It stops at the first that is not the same.
func Run(ctx context.Context, dir string, seed uint64, changes, instants int) (f Found, err error) {
	made, _, err := demo.Open(ctx, dir, demoBegins, false)
	if err != nil {
		return f, err
	}
	if err := made.Close(); err != nil {
		return f, err
	}
	r := &run{Rand: rand.New(rand.NewPCG(seed, 32)), Found: &Found{Seed: seed, Kinds: map[string]int{}}, clock: &clock{now: demoBegins.Add(time.Minute)}}
	if r.school, err = school.Open(ctx, dir, r.clock); err != nil {
		return f, err
	}
	handler, err := api.New(api.Options{School: r.school, Log: slog.New(slog.DiscardHandler), Advance: r.clock.advance})
	if err != nil {
		return f, err
	}
	server := httptest.NewServer(handler)
	defer func() {
		server.Close()
		handler.Close()
		_ = r.school.Close()
	}()
	r.url = server.URL
	if err := r.enter(); err != nil {
		return *r.Found, err
	}
	for range changes {
		r.move()
		if err := r.change(); err != nil {
			return *r.Found, err
		}
		if r.IntN(max(1, changes/max(1, instants))) != 0 {
			continue
		}
		if err := r.compare(ctx); err != nil || len(r.Other) > 0 {
			return *r.Found, err
		}
	}
	return *r.Found, r.compare(ctx)
}

// demoBegins is when the demo is made: in term, a class in the room.
var demoBegins = time.Date(2026, 3, 2, 9, 15, 0, 0, time.UTC)

// move lets some time pass: mostly moments, now and then a night.
func (r *run) move() {
	switch r.IntN(240) { // ten thousand changes are some weeks of a term
	case 0:
		r.clock.advance(time.Duration(8+r.IntN(12)) * time.Hour)
	case 1, 2, 3, 4:
		r.clock.advance(time.Duration(r.IntN(90)) * time.Minute)
	default:
		r.clock.advance(time.Duration(r.IntN(180)) * time.Second)
	}
}

// enter logs the teacher and a helper in, and pairs a tablet.
func (r *run) enter() error {
	r.asks = map[string]*http.Client{}
	for _, role := range []string{"teacher", "helper", "station"} {
		jar, err := cookiejar.New(nil)
		if err != nil {
			return err
		}
		r.asks[role] = &http.Client{Jar: jar}
	}
	for _, step := range []struct {
		role, method, path, passphrase string
	}{{"teacher", "POST", "/login", demo.Passphrase}, {"teacher", "PUT", "/helper", "helping hands"}, {"helper", "POST", "/login", "helping hands"}} {
		status, text, err := r.send(step.role, step.method, step.path, map[string]any{"passphrase": step.passphrase})
		if err == nil && status >= 300 {
			err = fmt.Errorf("%s %s as %s: %d %s", step.method, step.path, step.role, status, text)
		}
		if err != nil {
			return err
		}
	}
	var code struct{ Code string }
	if err := r.get("teacher", "POST", "/room/code", &code); err != nil {
		return err
	}
	status, text, err := r.send("station", "POST", "/pair", map[string]any{"code": code.Code, "name": "Table 1"})
	if err == nil && status != 200 {
		err = fmt.Errorf("pairing a tablet: %d %s", status, text)
	}
	return err
}

// send asks for a path with a body, and gives status and text of the answer.
func (r *run) send(role, method, path string, body any) (int, string, error) {
	var text []byte
	if body != nil {
		text, _ = json.Marshal(body)
	}
	asked, err := http.NewRequest(method, r.url+"/api"+path, bytes.NewReader(text))
	if err != nil {
		return 0, "", err
	}
	asked.Header.Set("Content-Type", "application/json")
	answer, err := r.asks[role].Do(asked)
	if err != nil {
		return 0, "", err
	}
	defer func() { _ = answer.Body.Close() }()
	said, err := io.ReadAll(answer.Body)
	return answer.StatusCode, string(said), err
}

func (r *run) get(role, method, path string, into any) error {
	_, text, err := r.send(role, method, path, nil)
	if err != nil {
		return err
	}
	return json.Unmarshal([]byte(text), into)
}

// one draws one of several.
func one[T any](r *run, of ...T) T { return of[r.IntN(len(of))] }

func oneKey[T any](r *run, of map[string]T) string {
	keys := slices.Sorted(maps.Keys(of))
	if len(keys) == 0 {
		return "none"
	}
	return one(r, keys...)
}
