package door

import (
	"context"
	"sync"
	"time"

	"github.com/gin-gonic/gin"
	"golang.org/x/time/rate"

	"enkaustos/internal/qr"
	"enkaustos/internal/school"
)

// Attempts slows down guessing, for each address that asks: some tries at once,
// then one every while.
type Attempts struct {
	mu   sync.Mutex
	from map[string]*rate.Limiter
}

// How many tries an address has at once, and how long one takes to come back.
const (
	triesAtOnce = 5
	tryEvery    = 10 * time.Second
)

// ErrTooMany is what somebody hears who tries too often.
var ErrTooMany = school.Refuse("Too many tries: wait a minute, then try again.")

// Spent says whether who asks has no try left; Allow takes one.
func (a *Attempts) Spent(ctx context.Context) bool {
	a.mu.Lock()
	defer a.mu.Unlock()
	l := a.from[remote(ctx)]
	return l != nil && l.Tokens() < 1
}

// Allow takes a try, and says whether there was one.
func (a *Attempts) Allow(ctx context.Context) bool {
	a.mu.Lock()
	defer a.mu.Unlock()
	if len(a.from) > 10_000 {
		clear(a.from) // no machine room holds that many; somebody makes them up
	}
	if a.from == nil {
		a.from = map[string]*rate.Limiter{}
	}
	address := remote(ctx)
	if a.from[address] == nil {
		a.from[address] = rate.NewLimiter(rate.Every(tryEvery), triesAtOnce)
	}
	return a.from[address].Allow()
}

func remote(ctx context.Context) string {
	c, ok := ctx.(*gin.Context)
	if !ok {
		return ""
	}
	return qr.HostName(c.Request.RemoteAddr)
}
