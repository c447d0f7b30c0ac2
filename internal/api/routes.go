package api

import (
	"fmt"
	"net/http"
	"regexp"
	"strings"
	"time"

	"github.com/getkin/kin-openapi/openapi3"
	"github.com/getkin/kin-openapi/routers"
	"github.com/gin-gonic/gin"

	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/photo"
)

// What a request may carry where the contract does not say so with x-carries, and how
// long its answer may take: longer where it carries much, or where the contract says
// x-patient.
const (
	openBody  = 1 << 10   // bytes, of a route that anybody may ask
	usualBody = 256 << 10 // bytes

	headTime    = 5 * time.Second  // until a request's head has come
	quickTime   = 15 * time.Second // until all of it has come
	answerTime  = time.Minute      // until its answer has gone
	pictureTime = time.Minute      // until a picture has come, once it is its turn
	patientTime = 5 * time.Minute
	idleTime    = 2 * time.Minute // between requests
)

// bodies are what a route's x-carries may name. A picture may have one byte more than it
// may, so that the refusal names the photograph.
var bodies = map[string]int64{"list": 4 << 20, "picture": photo.MostBytes + 1}

// route is one operation of the contract, and what it bears.
type route struct {
	*routers.Route
	open    bool        // anybody may ask
	roles   []work.Role // who may, where not anybody
	body    int64       // bytes at most
	patient bool        // it takes its time: a large file, or a stream
	locked  bool        // a tablet may ask it while the teacher has the tablets locked, and change something
	picture bool        // its body is a picture: decoded in turn, and looked at before it is
}

// routes are the operations of the contract by method and by the path under which the
// router knows them. The router's reading of a path is the only one: what it takes for a
// route is what the role is asked for.
type routes map[string]route

var parameter = regexp.MustCompile(`\{(\w+)\}`)

func readRoutes() (routes, error) {
	spec, err := contract.GetSpec()
	if err != nil {
		return nil, fmt.Errorf("reading the contract: %w", err)
	}
	all := routes{}
	for path, item := range spec.Paths.Map() {
		for method, operation := range item.Operations() {
			r := route{Route: &routers.Route{Spec: spec, Server: spec.Servers[0], Path: path, PathItem: item, Method: method, Operation: operation}}
			security := spec.Security
			if operation.Security != nil {
				security = *operation.Security
			}
			r.open = len(security) == 0
			for _, need := range security {
				for role := range need {
					r.roles = append(r.roles, work.Role(role))
				}
			}
			switch carries := extension[string](operation, "x-carries"); {
			case carries != "":
				r.body = bodies[carries]
				r.picture = carries == "picture"
			case r.open:
				r.body = openBody
			default:
				r.body = usualBody
			}
			if r.body == 0 {
				return nil, fmt.Errorf("%s %s: nothing is known of what it carries", method, path)
			}
			r.locked = method == http.MethodGet || extension[bool](operation, "x-while-locked")
			r.patient = r.body > usualBody || extension[bool](operation, "x-patient")
			all[method+" /api"+parameter.ReplaceAllString(path, ":$1")] = r
		}
	}
	return all, nil
}

// of is the route that a request took; ok is false for none of the contract's.
func (r routes) of(c *gin.Context) (found route, ok bool) {
	found, ok = r[c.Request.Method+" "+c.FullPath()]
	return found, ok
}

// extension is what an operation says of itself beside the standard; the zero value for
// nothing.
func extension[T any](o *openapi3.Operation, name string) (v T) {
	v, _ = o.Extensions[name].(T)
	return v
}

// paramsOf are the values of a path's parameters, as the router read them.
func paramsOf(c *gin.Context) map[string]string {
	values := map[string]string{}
	for _, p := range c.Params {
		values[p.Key] = strings.TrimPrefix(p.Value, "/")
	}
	return values
}
