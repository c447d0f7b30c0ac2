package api

import (
	"context"
	"crypto/subtle"
	"sync"
	"time"

	"github.com/gin-gonic/gin"
	"golang.org/x/time/rate"

	"enkaustos/internal/api/gen"
	"enkaustos/internal/studio"
)

const (
	roleKey     = "role"
	teacherRole = "teacher"
)

// attempts slows down guessing: five tries at once, then one every ten seconds,
// for each address that asks.
type attempts struct {
	mu   sync.Mutex
	from map[string]*rate.Limiter
}

func newAttempts() *attempts { return &attempts{from: map[string]*rate.Limiter{}} }

func (a *attempts) allow(address string) bool {
	a.mu.Lock()
	defer a.mu.Unlock()
	if len(a.from) > 10_000 {
		clear(a.from) // no machine room holds that many; somebody makes them up
	}
	if a.from[address] == nil {
		a.from[address] = rate.NewLimiter(rate.Every(10*time.Second), 5)
	}
	return a.from[address].Allow()
}

func remote(ctx context.Context) string {
	c, ok := ctx.(*gin.Context)
	if !ok {
		return ""
	}
	return hostName(c.Request.RemoteAddr)
}

func (s *Server) session(ctx context.Context) (gen.Session, error) {
	v := gen.Session{State: gen.Locked, Demo: s.Advance != nil, School: s.Studio.School(), Now: s.Studio.Now()}
	fresh, err := s.Studio.NeedsSetup(ctx)
	switch {
	case err != nil:
		return v, err
	case fresh:
		v.State = gen.Setup
	case s.sessions.GetString(ctx, roleKey) == teacherRole:
		v.State = gen.Open
	}
	return v, nil
}

// GetSession says who is here.
func (s *Server) GetSession(ctx context.Context, _ gen.GetSessionRequestObject) (gen.GetSessionResponseObject, error) {
	v, err := s.session(ctx)
	return gen.GetSession200JSONResponse(v), err
}

// Leave locks the teacher's side.
func (s *Server) Leave(ctx context.Context, _ gen.LeaveRequestObject) (gen.LeaveResponseObject, error) {
	return gen.Leave204Response{}, s.sessions.Destroy(ctx)
}

// SetUp chooses the passphrase with the one-time link.
func (s *Server) SetUp(ctx context.Context, r gen.SetUpRequestObject) (gen.SetUpResponseObject, error) {
	if !s.attempts.allow(remote(ctx)) {
		return nil, tooMany
	}
	if subtle.ConstantTimeCompare([]byte(r.Body.Token), []byte(s.SetupToken)) != 1 || s.SetupToken == "" {
		return nil, studio.Fault{Text: "This is not the link that the server printed at its start: open that one."}
	}
	if err := s.Studio.SetUp(ctx, r.Body.School, r.Body.Passphrase); err != nil {
		return nil, err
	}
	if err := s.admit(ctx); err != nil {
		return nil, err
	}
	v, err := s.session(ctx)
	return gen.SetUp200JSONResponse(v), err
}

var tooMany = studio.Fault{Text: "Too many tries: wait a minute, then try again."}

// Login opens the teacher's side.
func (s *Server) Login(ctx context.Context, r gen.LoginRequestObject) (gen.LoginResponseObject, error) {
	if !s.attempts.allow(remote(ctx)) {
		return nil, tooMany
	}
	ok, err := s.Studio.Admit(ctx, r.Body.Passphrase)
	if err != nil {
		return nil, err
	}
	if !ok {
		return nil, studio.Fault{Text: "That is not the passphrase."}
	}
	if err := s.admit(ctx); err != nil {
		return nil, err
	}
	v, err := s.session(ctx)
	return gen.Login200JSONResponse(v), err
}

// admit gives the session the teacher's role under a new token.
func (s *Server) admit(ctx context.Context) error {
	if err := s.sessions.RenewToken(ctx); err != nil {
		return err
	}
	s.sessions.Put(ctx, roleKey, teacherRole)
	return nil
}

// AdvanceClock moves the demo's clock on.
func (s *Server) AdvanceClock(ctx context.Context, r gen.AdvanceClockRequestObject) (gen.AdvanceClockResponseObject, error) {
	if s.Advance == nil {
		return nil, studio.Fault{Kind: studio.NotFound, Text: "Only the demo can move its clock."}
	}
	s.Advance(time.Duration(r.Body.Minutes) * time.Minute)
	v, err := s.session(ctx)
	return gen.AdvanceClock200JSONResponse(v), err
}
