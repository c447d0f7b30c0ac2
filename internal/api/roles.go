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
	role := studio.Role(s.sessions.GetString(ctx, roleKey))
	if role == studio.Station {
		if _, _, paired := s.Studio.AtStation(s.sessions.GetString(ctx, stationKey)); !paired {
			return ""
		}
		return role
	}
	if plain(ctx) {
		return ""
	}
	return role
}

// actor is who asks, as the studio knows them.
func (s *Server) actor(ctx context.Context) studio.Actor {
	switch role := s.role(ctx); role {
	case studio.Station:
		a, _, _ := s.Studio.AtStation(s.sessions.GetString(ctx, stationKey))
		return a
	case studio.Helper:
		return studio.Actor{Role: role, Name: string(role)}
	default:
		return studio.ByTeacher
	}
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
