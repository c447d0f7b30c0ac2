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

// attempts slows down guessing, for each address that asks: some tries at once,
// then one every while.
type attempts struct {
	atOnce int
	every  time.Duration
	mu     sync.Mutex
	from   map[string]*rate.Limiter
}

func newAttempts() *attempts {
	return &attempts{atOnce: 5, every: 10 * time.Second, from: map[string]*rate.Limiter{}}
}

// spent says whether an address has no try left; allow takes one.
func (a *attempts) spent(address string) bool {
	a.mu.Lock()
	defer a.mu.Unlock()
	return a.from[address] != nil && a.from[address].Tokens() < 1
}

func (a *attempts) allow(address string) bool {
	a.mu.Lock()
	defer a.mu.Unlock()
	if len(a.from) > 10_000 {
		clear(a.from) // no machine room holds that many; somebody makes them up
	}
	if a.from[address] == nil {
		a.from[address] = rate.NewLimiter(rate.Every(a.every), a.atOnce)
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
	default:
		if role := s.role(ctx); role != "" {
			v.State, v.Role = gen.Open, some(gen.SessionRole(role))
			v.Name = some(s.actor(ctx).Name)
		}
	}
	return v, nil
}

// GetSession says who is here.
func (s *Server) GetSession(ctx context.Context, _ gen.GetSessionRequestObject) (gen.GetSessionResponseObject, error) {
	v, err := s.session(ctx)
	return gen.GetSession200JSONResponse(v), err
}

// Leave locks the teacher's side; a tablet leaves the room.
func (s *Server) Leave(ctx context.Context, _ gen.LeaveRequestObject) (gen.LeaveResponseObject, error) {
	if s.role(ctx) == studio.Station {
		if err := s.Studio.EndStation(ctx, s.sessions.GetString(ctx, stationKey)); err != nil {
			return nil, err
		}
	}
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
	if err := s.admit(ctx, studio.Teacher); err != nil {
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
	role, err := s.Studio.RoleOf(ctx, r.Body.Passphrase)
	if err != nil {
		return nil, err
	}
	if role == "" {
		return nil, studio.Fault{Text: "That is not the passphrase."}
	}
	if err := s.admit(ctx, role); err != nil {
		return nil, err
	}
	v, err := s.session(ctx)
	return gen.Login200JSONResponse(v), err
}

// admit gives the session a role under a new token.
func (s *Server) admit(ctx context.Context, role studio.Role) error {
	if err := s.sessions.RenewToken(ctx); err != nil {
		return err
	}
	s.sessions.Put(ctx, roleKey, string(role))
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
