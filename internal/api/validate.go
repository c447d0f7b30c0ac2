package api

import (
	"bytes"
	"context"
	"errors"
	"io"
	"net/http"
	"slices"
	"time"

	"github.com/getkin/kin-openapi/openapi3filter"
	"github.com/gin-gonic/gin"

	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/door"
	"enkaustos/internal/letters"
	"enkaustos/internal/photo"
	"enkaustos/internal/school"
)

// validator holds every request against the contract: the role that its security
// demands, what it may carry and how long that may take, and its shape. Who asks comes
// first: nothing of a body is read for somebody who may not send it.
func (s *Server) validator() (gin.HandlerFunc, error) {
	all, err := readRoutes()
	if err != nil {
		return nil, err
	}
	return func(c *gin.Context) {
		r, ok := all.of(c)
		if !ok {
			writeProblem(c.Writer, http.StatusNotFound, "There is no such address.", nil)
			c.Abort()
			return
		}
		who, _ := s.door.Who(c.Request.Context())
		c.Request = c.Request.WithContext(school.WithActor(c.Request.Context(), who))
		if who.Role == work.Station && s.Heard != nil {
			s.Heard(c.Request.RemoteAddr)
		}
		switch {
		case !r.open && !slices.Contains(r.roles, who.Role):
			s.refused(c)
			return
		case r.open && !s.welcome(c, r):
			c.Abort()
			return
		case who.Role == work.Station && who.Locked && !r.locked:
			s.failed(c, school.ErrLocked)
			c.Abort()
			return
		case who.Role == work.Station:
			if ok, wait := s.requests.Take(who.ID, 1, time.Now()); !ok {
				s.failed(c, school.TooMany("This tablet asks too often: it goes on by itself in a moment.", wait))
				c.Abort()
				return
			}
		}
		s.bound(c, r)
		err := openapi3filter.ValidateRequest(c.Request.Context(), &openapi3filter.RequestValidationInput{
			Request: c.Request, PathParams: paramsOf(c), Route: r.Route,
			Options: &openapi3filter.Options{AuthenticationFunc: openapi3filter.NoopAuthenticationFunc, ExcludeRequestBody: r.picture},
		})
		switch {
		case err != nil:
			if r.open {
				s.tries(r).Allow(c)
			}
			s.badRequest(c, err)
		case !r.picture:
			s.arrived(c)
			s.legible(c, r)
		}
	}, nil
}

// welcome says whether somebody whom nobody knows may go on: before anything of the
// request is read.
func (s *Server) welcome(c *gin.Context, r route) bool {
	if door.Plain(c.Request.Context()) && !slices.Contains(openOverPlain, r.Path) {
		writeProblem(c.Writer, http.StatusForbidden, s.overTLS(), nil)
		return false
	}
	if r.Method != http.MethodGet && s.tries(r).Spent(c) {
		s.failed(c, door.ErrTooMany)
		return false
	}
	return true
}

// tries are those of an open route: whoever mistypes the code of a tablet has not yet
// guessed at a passphrase.
func (s *Server) tries(r route) *door.Attempts {
	if r.Path == "/pair" {
		return s.pairing
	}
	return s.door.Tries
}

// bound puts the bounds of a route on a request.
func (s *Server) bound(c *gin.Context, r route) {
	most, atTablet := r.body, school.ActorOf(c.Request.Context()).Role == work.Station
	if r.picture && atTablet {
		most = photo.TabletBytes
	}
	announced := c.Request.ContentLength
	c.Request.Body = http.MaxBytesReader(c.Writer, c.Request.Body, most)
	control := controlOf(c.Request.Context())
	if control == nil || !r.patient {
		return
	}
	now := time.Now()
	_ = control.SetReadDeadline(now.Add(patientTime)) // where it cannot be set, the server's own bounds hold
	_ = control.SetWriteDeadline(now.Add(2 * patientTime))
	if r.picture {
		_ = control.SetReadDeadline(time.Time{})
		c.Request.Body = &inTurn{ReadCloser: c.Request.Body, control: control, announced: announced, atTablet: atTablet}
	}
}

// legible refuses a body with a field that the contract does not know, for whoever mistypes one would
// think it was kept, and with characters that cannot be seen, whatever field they stand in.
func (s *Server) legible(c *gin.Context, r route) {
	if c.Request.Body == nil || c.Request.ContentLength == 0 {
		return
	}
	body, err := io.ReadAll(c.Request.Body)
	if err != nil {
		s.badRequest(c, err)
		return
	}
	c.Request.Body = io.NopCloser(bytes.NewReader(body))
	if !letters.ReadableJSON(body) {
		writeProblem(c.Writer, http.StatusUnprocessableEntity, "A text holds a character that cannot be seen, such as a control or a mark that turns the direction: type it anew.", nil)
		c.Abort()
		return
	}
	if field := r.unknown(body); field != "" {
		detail := "There is no field " + field + " here: is it spelt right?"
		writeProblem(c.Writer, http.StatusBadRequest, detail, []contract.FieldError{{Field: field, Detail: "is not known"}})
		c.Abort()
	}
}

// arrived says that all of a request is here: it may be thought about for as long as its
// answer may take.
func (s *Server) arrived(c *gin.Context) {
	if control := controlOf(c.Request.Context()); control != nil {
		_ = control.SetReadDeadline(time.Time{})
	}
}

// inTurn is a body that has to come within a while from when it is first asked for: it
// may wait for its turn before.
type inTurn struct {
	io.ReadCloser
	control   *http.ResponseController
	begun     bool
	announced int64
	atTablet  bool
}

// Announced is how many bytes are said to come, -1 for unknown.
func (b *inTurn) Announced() int64 { return b.announced }

// MostPixels is how many pixels a picture of whoever sends it may have.
func (b *inTurn) MostPixels() int {
	if b.atTablet {
		return photo.TabletPixels
	}
	return photo.MostPixels
}

func (b *inTurn) Read(p []byte) (int, error) {
	if !b.begun {
		b.begun = true
		_ = b.control.SetReadDeadline(time.Now().Add(pictureTime))
	}
	n, err := b.ReadCloser.Read(p)
	if errors.Is(err, io.EOF) {
		_ = b.control.SetReadDeadline(time.Time{})
	}
	return n, err
}

type controlKey struct{}

// withControl has a request know how its connection's deadlines are set.
func withControl(r *http.Request, w http.ResponseWriter) *http.Request {
	return r.WithContext(context.WithValue(r.Context(), controlKey{}, http.NewResponseController(w)))
}

func controlOf(ctx context.Context) *http.ResponseController {
	control, _ := ctx.Value(controlKey{}).(*http.ResponseController)
	return control
}

// openOverPlain are the routes without a role that a tablet needs over plain
// http: what it is, and how it is paired; and the teacher's own device, to come to TLS. A
// passphrase must not go that way.
var openOverPlain = []string{"/session", "/pair", "/trust", "/trust/authority.crt"}

// refused answers a request that the session may not make.
func (s *Server) refused(c *gin.Context) {
	switch school.ActorOf(c.Request.Context()).Role {
	case work.Station:
		writeProblem(c.Writer, http.StatusForbidden, "That is done on the teacher's side.", nil)
	case work.Teacher:
		writeProblem(c.Writer, http.StatusForbidden, "That is asked by a tablet of the room.", nil)
	case work.Helper:
		writeProblem(c.Writer, http.StatusForbidden, "That is the teacher's.", nil)
	default:
		writeProblem(c.Writer, http.StatusUnauthorized, "The teacher's side is locked: log in first.", nil)
	}
	c.Abort()
}
