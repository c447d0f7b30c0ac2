package door

import (
	"context"
	"time"

	"github.com/gin-gonic/gin"

	"enkaustos/internal/guard"
	"enkaustos/internal/school"
)

// Attempts slows down guessing, for each address that asks: some tries at once,
// then one every while.
type Attempts struct{ quota guard.Quota }

// NewAttempts gives every address its tries.
func NewAttempts() *Attempts {
	return &Attempts{guard.Quota{AtOnce: triesAtOnce, Every: tryEvery}}
}

// How many tries an address has at once, and how long one takes to come back.
const (
	triesAtOnce = 5
	tryEvery    = 10 * time.Second
)

// ErrTooMany is what somebody hears who tries too often.
var ErrTooMany = school.TooMany("Too many tries: wait a minute, then try again.", tryEvery)

// Spent says whether who asks has no try left; Allow takes one.
func (a *Attempts) Spent(ctx context.Context) bool { return a.quota.Spent(remote(ctx), time.Now()) }

// Allow takes a try, and says whether there was one.
func (a *Attempts) Allow(ctx context.Context) bool {
	ok, _ := a.quota.Take(remote(ctx), 1, time.Now())
	return ok
}

func remote(ctx context.Context) string {
	c, ok := ctx.(*gin.Context)
	if !ok {
		return ""
	}
	return guard.Address(c.Request.RemoteAddr).String()
}
