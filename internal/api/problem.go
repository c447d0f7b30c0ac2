package api

import (
	"encoding/json"
	"errors"
	"fmt"
	"math"
	"net/http"
	"strconv"
	"strings"

	"github.com/getkin/kin-openapi/openapi3"
	"github.com/getkin/kin-openapi/openapi3filter"
	"github.com/gin-gonic/gin"

	"enkaustos/internal/contract"
	"enkaustos/internal/school"
)

// writeProblem answers with a problem document (RFC 9457). detail can be shown
// to the person at the screen.
func writeProblem(w http.ResponseWriter, status int, detail string, fields []contract.FieldError) {
	p := contract.Problem{Title: http.StatusText(status), Status: status, Detail: detail}
	if len(fields) > 0 {
		p.Errors = &fields
	}
	w.Header().Set("Content-Type", "application/problem+json")
	w.WriteHeader(status)
	_ = json.NewEncoder(w).Encode(p) // the caller is gone if this fails
}

// failed answers for a use case that returned an error.
func (s *Server) failed(c *gin.Context, err error) {
	var fault school.Fault
	if !errors.As(err, &fault) {
		s.Log.Error("request failed", "method", c.Request.Method, "path", c.Request.URL.Path, "error", err)
		writeProblem(c.Writer, http.StatusInternalServerError, "Something broke on the server; nothing was changed.", nil)
		return
	}
	status := map[school.FaultKind]int{school.NotFound: http.StatusNotFound, school.Conflict: http.StatusConflict, school.Denied: http.StatusForbidden, school.Flood: http.StatusTooManyRequests, school.Disk: http.StatusInsufficientStorage}[fault.Kind]
	if status == 0 {
		status = http.StatusUnprocessableEntity
	}
	if fault.Kind == school.Flood {
		c.Header("Retry-After", strconv.Itoa(int(math.Ceil(fault.Wait.Seconds()))))
	}
	var fields []contract.FieldError
	for _, f := range fault.Fields {
		fields = append(fields, contract.FieldError{Field: f.Name, Detail: f.Text})
	}
	writeProblem(c.Writer, status, fault.Text, fields)
}

// badRequest answers for a request that does not follow the contract.
func (s *Server) badRequest(c *gin.Context, err error) {
	status, detail, fields := explain(err)
	writeProblem(c.Writer, status, detail, fields)
	c.Abort()
}

// explain turns what the validator says into one sentence and its fields.
func explain(err error) (status int, detail string, fields []contract.FieldError) {
	var large *http.MaxBytesError
	if errors.As(err, &large) {
		return http.StatusRequestEntityTooLarge, fmt.Sprintf("That is too large: %s at most.", size(large.Limit)), nil
	}
	for _, e := range schemaErrors(err) {
		name := strings.Join(e.JSONPointer(), ".")
		fields = append(fields, contract.FieldError{Field: name, Detail: e.Reason})
	}
	if len(fields) > 0 {
		first := fields[0]
		if first.Field == "" {
			return http.StatusBadRequest, "The request is not as expected: " + first.Detail + ".", fields
		}
		return http.StatusBadRequest, "The field " + first.Field + " is not as expected: " + first.Detail + ".", fields
	}
	var request *openapi3filter.RequestError
	if errors.As(err, &request) && request.Reason != "" {
		return http.StatusBadRequest, "The request is not as expected: " + request.Reason + ".", nil
	}
	return http.StatusBadRequest, "The request is not as expected.", nil
}

// size is a number of bytes as people say it.
func size(bytes int64) string {
	if bytes >= 1<<20 {
		return fmt.Sprintf("%d MB", bytes>>20)
	}
	return fmt.Sprintf("%d kB", bytes>>10)
}

func schemaErrors(err error) []*openapi3.SchemaError {
	var many openapi3.MultiError
	if errors.As(err, &many) {
		var all []*openapi3.SchemaError
		for _, one := range many {
			all = append(all, schemaErrors(one)...)
		}
		return all
	}
	var one *openapi3.SchemaError
	if errors.As(err, &one) {
		return []*openapi3.SchemaError{one}
	}
	return nil
}
