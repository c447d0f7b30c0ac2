package api

import (
	"context"
	"errors"
	"fmt"
	"net/http"
	"slices"

	"github.com/getkin/kin-openapi/openapi3filter"
	"github.com/getkin/kin-openapi/routers/legacy"
	"github.com/gin-gonic/gin"

	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/door"
	"enkaustos/internal/school"
)

var errLocked = errors.New("locked")

// validator holds every request against the contract: its shape, and the role
// that its security demands.
func (s *Server) validator() (gin.HandlerFunc, error) {
	spec, err := contract.GetSpec()
	if err != nil {
		return nil, fmt.Errorf("reading the contract: %w", err)
	}
	router, err := legacy.NewRouter(spec)
	if err != nil {
		return nil, fmt.Errorf("reading the contract: %w", err)
	}
	options := &openapi3filter.Options{MultiError: false, AuthenticationFunc: authenticate}
	return func(c *gin.Context) {
		route, params, err := router.FindRoute(c.Request)
		if err != nil {
			writeProblem(c.Writer, http.StatusNotFound, "There is no such address.", nil)
			c.Abort()
			return
		}
		unguarded := route.Operation.Security != nil && len(*route.Operation.Security) == 0
		if unguarded && door.Plain(c.Request.Context()) && !slices.Contains(openOverPlain, route.Path) {
			writeProblem(c.Writer, http.StatusForbidden, overTLS, nil)
			c.Abort()
			return
		}
		who, _ := s.door.Who(c.Request.Context())
		c.Request = c.Request.WithContext(school.WithActor(c.Request.Context(), who))
		err = openapi3filter.ValidateRequest(c.Request.Context(), &openapi3filter.RequestValidationInput{
			Request: c.Request, PathParams: params, Route: route, Options: options,
		})
		var security *openapi3filter.SecurityRequirementsError
		switch {
		case errors.As(err, &security) && !errors.Is(errors.Join(security.Errors...), errLocked):
			s.badRequest(c, errors.Join(security.Errors...)) // the body could not be read
		case errors.As(err, &security):
			s.refused(c)
		case err != nil:
			s.badRequest(c, err)
		}
	}, nil
}

// authenticate asks whether the session has the role that a route names.
func authenticate(ctx context.Context, in *openapi3filter.AuthenticationInput) error {
	if role := school.ActorOf(ctx).Role; role != "" && in.SecuritySchemeName == string(role) {
		return nil
	}
	return errLocked
}

// openOverPlain are the routes without a role that a tablet needs over plain
// http: what it is, and how it is paired. A passphrase must not go that way.
var openOverPlain = []string{"/session", "/pair"}

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
