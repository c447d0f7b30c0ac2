package guard

import (
	"sync"
	"time"

	"golang.org/x/time/rate"
)

// Quota is so much at once for everybody, which comes back at a steady rate. The key
// says who; "" is a somebody as well.
type Quota struct {
	AtOnce int
	Every  time.Duration // one comes back after so long

	mu   sync.Mutex
	left map[string]*rate.Limiter
}

// mostKnown is how many a quota keeps apart. No school has as many tablets; whoever has
// not spent anything is forgotten first.
const mostKnown = 10_000

// Take takes n, and says whether they were there; wait is how long until they will be.
func (q *Quota) Take(who string, n int, now time.Time) (ok bool, wait time.Duration) {
	l := q.of(who)
	if l.AllowN(now, n) {
		return true, 0
	}
	missing := float64(min(n, q.AtOnce)) - l.TokensAt(now)
	return false, time.Duration(missing * float64(q.Every))
}

// Spent says whether nothing is left.
func (q *Quota) Spent(who string, now time.Time) bool { return q.of(who).TokensAt(now) < 1 }

func (q *Quota) of(who string) *rate.Limiter {
	q.mu.Lock()
	defer q.mu.Unlock()
	if q.left == nil {
		q.left = map[string]*rate.Limiter{}
	}
	if len(q.left) >= mostKnown && q.left[who] == nil {
		for key, l := range q.left {
			if l.Tokens() >= float64(q.AtOnce) {
				delete(q.left, key)
			}
		}
		if len(q.left) >= mostKnown {
			clear(q.left) // somebody makes them up
		}
	}
	if q.left[who] == nil {
		q.left[who] = rate.NewLimiter(rate.Every(q.Every), q.AtOnce)
	}
	return q.left[who]
}
