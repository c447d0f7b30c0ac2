package api

import (
	"context"
	"net/http"

	"github.com/gin-gonic/gin"

	"enkaustos/internal/studio"
)

const (
	roleKey    = "role"
	stationKey = "station" // id of the tablet
)

// plainKey marks a request that another machine made over plain http: only the
// tablets of the room are served there.
type plainKey struct{}

func plain(ctx context.Context) bool { return ctx.Value(plainKey{}) != nil }

// role is who a session belongs to; "" for nobody. A tablet that was taken out
// of the room is nobody.
func (s *Server) role(ctx context.Context) studio.Role {
	a, _ := s.who(ctx)
	return a.Role
}

// who is who asks, as the studio knows them; here is false for nobody.
func (s *Server) who(ctx context.Context) (a studio.Actor, here bool) {
	role := studio.Role(s.sessions.GetString(ctx, roleKey))
	switch {
	case role == studio.Station:
		a, _, here = s.Studio.AtStation(s.sessions.GetString(ctx, stationKey))
		return a, here
	case role == "" || plain(ctx):
		return a, false
	case role == studio.Helper:
		return studio.Actor{Role: role, Name: string(role)}, true
	}
	return studio.ByTeacher, true
}

// lasts says whether a session was not ended since its request began, as a stream
// has to ask.
func (s *Server) lasts(ctx context.Context) bool {
	_, found, err := s.cleanup.Find(s.sessions.Token(ctx))
	return found && err == nil
}

// actor is who asks on a route that the contract let them in to.
func (s *Server) actor(ctx context.Context) studio.Actor {
	a, _ := s.who(ctx)
	return a
}

// atWork is actor, for what a tablet does to a piece: refused while the teacher
// has the tablets locked.
func (s *Server) atWork(ctx context.Context) (studio.Actor, error) {
	a := s.actor(ctx)
	if a.Role == studio.Station {
		if _, locked, _ := s.Studio.AtStation(s.sessions.GetString(ctx, stationKey)); locked {
			return a, studio.Fault{Kind: studio.Denied, Text: "The tablets are locked: the teacher opens them again."}
		}
	}
	return a, nil
}

// serves says whether somebody may see a piece: a tablet sees the class that is
// in the room.
func serves(a studio.Actor, class string) bool { return a.Role != studio.Station || a.Class == class }

// request is the HTTP request behind a context; nil where there is none.
func request(ctx context.Context) *http.Request {
	if c, ok := ctx.(*gin.Context); ok {
		return c.Request
	}
	return nil
}
