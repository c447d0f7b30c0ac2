package e2e

import (
	"fmt"
	"maps"
	"net/http"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/proto"
	"github.com/stretchr/testify/require"
)

// A helper sees no control that the server refuses, and no link that leads to nothing of hers: at
// every place of the rail each button that shows is pressed, and no answer is 403.
func TestAHelperIsRefusedNothingThatShows(t *testing.T) {
	s := startDemo(t)
	head := client(t, s.url)
	r, err := http.NewRequestWithContext(t.Context(), "PUT", s.url+"/api/helper", strings.NewReader(`{"passphrase":"helping hands"}`))
	require.NoError(t, err)
	r.Header.Set("Content-Type", "application/json")
	answer, err := head.Do(r)
	require.NoError(t, err)
	require.NoError(t, answer.Body.Close())
	require.Equal(t, http.StatusNoContent, answer.StatusCode)

	p := open(t, s, "/")
	var lock sync.Mutex
	var refused []string
	at := "the door"
	go p.EachEvent(func(e *proto.NetworkResponseReceived) {
		if lock.Lock(); e.Response.Status == http.StatusForbidden {
			refused = append(refused, fmt.Sprintf("%s after %s", e.Response.URL, at))
		}
		lock.Unlock()
	})()
	p.unlock("helping hands")
	for _, key := range []input.Key{'8', '9'} { // Classes and House rules
		p.press(key)
		p.settle()
		p.see("h1", "Today")
	}
	p.press('T')
	p.settle()
	require.False(t, p.MustEval(`() => [...document.querySelectorAll(".el-drawer")].some((d) => d.checkVisibility({ visibilityProperty: true }))`).Bool(), "the tablets of the room are the teacher's")

	piece := p.MustEval(`() => fetch("/api/pieces").then((r) => r.json()).then((v) => v.pieces.find((p) => p.revision && !p.fired).id)`).Str()
	load := p.MustEval(`() => fetch("/api/loads").then((r) => r.json()).then((v) => (v.find((l) => !l.firedAt) ?? v[0])?.id ?? "")`).Str()
	pressed := map[string]bool{}
	for _, place := range []string{"/", "/tiles", "/plan", "/plan/" + piece, "/bench", "/bench/handover", "/foot", "/kiln", "/kiln/load/" + load, "/kiln/kilns", "/kiln/term", "/kiln/ready", "/results", "/results/pieces", "/results/stacks", "/results/laboratory", "/lessons", "/stock", "/room"} {
		p.goTo(place)
		p.settle()
		p.leadsNowhere(place)
		for range 40 {
			name := p.MustEval(`(pressed) => {
				const shows = (b) => b.checkVisibility({ visibilityProperty: true }) && !b.disabled && !b.closest("nav") && !/log out|lock|leave/i.test(b.textContent);
				const called = (b) => (b.getAttribute("aria-label") || b.textContent).replace(/[A-Z][a-z]+ [A-Z]\.|[A-Z]\d+|\d+/g, "#").trim() || "a button";
				const next = [...document.querySelectorAll("main button, main .el-checkbox")].find((b) => shows(b) && !pressed.includes(called(b)));
				next?.click();
				return next ? called(next) : "";
			}`, append([]string{}, slices.Collect(maps.Keys(pressed))...)).Str()
			if name == "" {
				break
			}
			pressed[name] = true
			lock.Lock()
			at = place + ": " + name
			lock.Unlock()
			time.Sleep(2 * moment) // what was asked is on its way; its answer may come under the next name
			p.press(input.Escape)
			if !strings.HasSuffix(p.MustInfo().URL, place) {
				p.goTo(place)
				p.settle()
			}
		}
		p.settle()
	}
	lock.Lock()
	defer lock.Unlock()
	require.Empty(t, refused)
	require.Greater(t, len(pressed), 50, "buttons of all places")
}

// leadsNowhere asks that each link of a page leads to a place that is the helper's.
func (p *screen) leadsNowhere(place string) {
	p.t.Helper()
	teachers := []string{"/classes", "/rules", "/lessons/bells", "/first", "/tiles/read", "/results/faults", "/results/grades"}
	for _, to := range p.MustEval(`() => [...document.querySelectorAll("a[href^='/']")].map((a) => a.getAttribute("href"))`).Arr() {
		path, _, _ := strings.Cut(to.Str(), "?")
		review := strings.HasPrefix(path, "/plan/review/") || strings.HasPrefix(path, "/plan/again/")
		require.False(p.t, slices.Contains(teachers, path) || review, "%s leads to %s", place, to.Str())
	}
}
