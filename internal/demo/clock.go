// Package demo makes an invented school to try things out, through the same
// use cases as a real one.
package demo

import (
	"sync"
	"time"
)

// Clock runs like the clock of the machine, shifted: it can be started at any
// moment and moved on. While the school is made it stands still.
type Clock struct {
	mu     sync.Mutex
	shift  time.Duration
	frozen time.Time
	save   func(time.Duration)
}

// Now is the demo's time.
func (c *Clock) Now() time.Time {
	c.mu.Lock()
	defer c.mu.Unlock()
	if !c.frozen.IsZero() {
		return c.frozen
	}
	return time.Now().Add(c.shift)
}

// Advance moves the clock on, and keeps the shift for the next start.
func (c *Clock) Advance(d time.Duration) {
	c.mu.Lock()
	c.shift += d
	shift, save := c.shift, c.save
	c.mu.Unlock()
	if save != nil {
		save(shift)
	}
}

// freeze sets the clock to a moment and stops it there.
func (c *Clock) freeze(at time.Time) {
	c.mu.Lock()
	defer c.mu.Unlock()
	c.frozen = at
}

// run lets the clock go on from a moment.
func (c *Clock) run(from time.Time) {
	c.mu.Lock()
	defer c.mu.Unlock()
	c.frozen = time.Time{}
	c.shift = time.Until(from)
}
