package api

import (
	"context"
	"errors"
	"fmt"
	"net/http"

	"github.com/getkin/kin-openapi/openapi3filter"
	"github.com/getkin/kin-openapi/routers/legacy"
	"github.com/gin-gonic/gin"

	"enkaustos/internal/api/gen"
)

var errLocked = errors.New("locked")

// validator holds every request against the contract: its shape, and the role
// that its security demands.
func (s *Server) validator() (gin.HandlerFunc, error) {
	spec, err := gen.GetSpec()
	if err != nil {
		return nil, fmt.Errorf("reading the contract: %w", err)
	}
	router, err := legacy.NewRouter(spec)
	if err != nil {
		return nil, fmt.Errorf("reading the contract: %w", err)
	}
	options := &openapi3filter.Options{MultiError: false, AuthenticationFunc: s.authenticate}
	return func(c *gin.Context) {
		route, params, err := router.FindRoute(c.Request)
		if err != nil {
			writeProblem(c.Writer, http.StatusNotFound, "There is no such address.", nil)
			c.Abort()
			return
		}
		err = openapi3filter.ValidateRequest(c.Request.Context(), &openapi3filter.RequestValidationInput{
			Request: c.Request, PathParams: params, Route: route, Options: options,
		})
		var security *openapi3filter.SecurityRequirementsError
		switch {
		case errors.As(err, &security) && !errors.Is(errors.Join(security.Errors...), errLocked):
			s.badRequest(c, errors.Join(security.Errors...)) // the body could not be read
		case errors.As(err, &security):
			writeProblem(c.Writer, http.StatusUnauthorized, "The teacher's side is locked: log in first.", nil)
			c.Abort()
		case err != nil:
			s.badRequest(c, err)
		}
	}, nil
}

// authenticate asks whether the session has the role that a route names. The
// contract knows one role so far, the teacher.
func (s *Server) authenticate(ctx context.Context, in *openapi3filter.AuthenticationInput) error {
	if in.SecuritySchemeName == teacherRole && s.sessions.GetString(ctx, roleKey) == teacherRole {
		return nil
	}
	return errLocked
}
