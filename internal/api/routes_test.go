package api_test

import (
	"context"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"strings"
	"testing"

	"github.com/getkin/kin-openapi/openapi3"
	"github.com/stretchr/testify/require"

	"enkaustos/internal/contract"
)

// Every route of the contract, asked by every role and by nobody: it answers
// exactly those whom the contract names, and refuses the others in a sentence.
func TestEveryRouteAsEveryRole(t *testing.T) {
	server, _ := school(t)
	spec, err := contract.GetSpec()
	require.NoError(t, err)
	asked, open := 0, map[string]int{}
	all := roles(t, server.URL)
	for path, item := range spec.Paths.Map() {
		for method, operation := range item.Operations() {
			if method == "DELETE" && path == "/session" {
				continue // it ends the session; walked below
			}
			named, anybody := may(spec, operation)
			for role, client := range all {
				asked++
				url := server.URL + "/api" + strings.NewReplacer("{id}", "x", "{code}", "x", "{slot}", "2").Replace(path)
				status, text := knock(t, client, method, url)
				if anybody || named[role] {
					open[role]++
					require.NotEqual(t, http.StatusUnauthorized, status, "%s %s as %s: %s", method, path, role, text)
					require.NotEqual(t, http.StatusForbidden, status, "%s %s as %s: %s", method, path, role, text)
					continue
				}
				want := http.StatusForbidden
				if role == "nobody" {
					want = http.StatusUnauthorized
				}
				require.Equal(t, want, status, "%s %s as %s: %s", method, path, role, text)
				var problem contract.Problem
				require.NoError(t, json.Unmarshal([]byte(text), &problem))
				require.NotEmpty(t, problem.Detail)
			}
		}
	}
	require.Equal(t, 6, open["nobody"], "session, setup, login, pairing and how a device comes to trust the server are all that anybody may ask")
	require.Equal(t, asked, open["teacher"]*4+4, "all but what a tablet asks of itself is the teacher's")
	require.Less(t, open["helper"], open["teacher"])
	require.Less(t, open["station"], open["helper"])
	t.Logf("counted: routes × roles, as they are written | %d | each answered to the roles that the contract names, and to no other", asked)
	for role, client := range all {
		status, _ := ask(t, client, "DELETE", server.URL+"/api/session", "")
		require.Equal(t, map[bool]int{true: http.StatusUnauthorized, false: http.StatusNoContent}[role == "nobody"], status, role)
	}
}

// forms are ways of writing a path that some part of a server may read as another.
func forms(path string) []string {
	last := strings.LastIndexByte(path, '/') + 1
	segment := path[last:]
	return []string{
		path[:last] + fmt.Sprintf("%%%02X", segment[0]) + segment[1:],
		path[:last] + fmt.Sprintf("%%%02x", segment[0]) + segment[1:],
		path[:last] + fmt.Sprintf("%%25%02X", segment[0]) + segment[1:],
		path[:last] + "/" + segment,
		path[:last] + "./" + segment,
		path[:last] + "x/../" + segment,
		path[:last] + "x%2f..%2f" + segment,
		path[:last] + strings.ToUpper(segment),
		path + "/", path + "/.", path + "%2f", path + ";x", path + "%00", path + "%20", path + ".json", path + "\\",
		"/" + path, "/x/.." + path, "/x%2f.." + path, strings.Replace(path, "/api/", "/API/", 1), strings.Replace(path, "/api/", "/%61pi/", 1), strings.Replace(path, "/api/", "/api/../api/", 1),
	}
}

// However a path is written, what answers it is what was asked for the role.
func TestNoPathLeadsAroundTheRole(t *testing.T) {
	server, _ := school(t)
	spec, err := contract.GetSpec()
	require.NoError(t, err)
	all := roles(t, server.URL)
	asked, answered := 0, 0
	for path, item := range spec.Paths.Map() {
		for method, operation := range item.Operations() {
			if method == "DELETE" && path == "/session" || path == "/live" {
				continue
			}
			named, anybody := may(spec, operation)
			plain := "/api" + strings.NewReplacer("{id}", "x", "{code}", "x", "{slot}", "2").Replace(path)
			for role, client := range all {
				if anybody || named[role] || role == "teacher" {
					continue
				}
				for _, form := range forms(plain) {
					asked++
					status, kind := askRaw(t, client, method, server.URL, form)
					if status < 300 && strings.HasPrefix(kind, "text/html") {
						continue // the page of the interface: it says nothing of the school
					}
					require.GreaterOrEqual(t, status, 400, "%s %s as %s, which may not %s", method, form, role, path)
					if status == http.StatusForbidden || status == http.StatusUnauthorized {
						answered++
					}
				}
			}
		}
	}
	t.Logf("counted: doors: routes × roles that may not × path forms | %d | none opened; %d found the route and refused the role, the others lead nowhere", asked, answered)
	require.Greater(t, answered, 100, "the encoded forms are read as the route they are")
}

// askRaw asks for a path exactly as it is written.
func askRaw(t testing.TB, c *http.Client, method, base, path string) (status int, kind string) {
	r, err := http.NewRequestWithContext(t.Context(), method, base, strings.NewReader("{}"))
	require.NoError(t, err)
	r.URL.Opaque = path
	r.Header.Set("Content-Type", "application/json")
	for _, cookie := range c.Jar.Cookies(r.URL) {
		r.AddCookie(cookie)
	}
	answer, err := (&http.Client{CheckRedirect: func(*http.Request, []*http.Request) error { return http.ErrUseLastResponse }}).Do(r)
	require.NoError(t, err)
	require.NoError(t, answer.Body.Close())
	if answer.StatusCode >= 300 && answer.StatusCode < 400 {
		return http.StatusNotFound, "" // a redirect to somewhere that asks again
	}
	return answer.StatusCode, answer.Header.Get("Content-Type")
}

// What a route anybody may ask takes is small, and nothing takes much that the contract
// does not say so of.
func TestBodiesAreBounded(t *testing.T) {
	server, _ := school(t)
	spec, err := contract.GetSpec()
	require.NoError(t, err)
	head := teacher(t, server.URL)
	named := 0
	for path, item := range spec.Paths.Map() {
		for method, operation := range item.Operations() {
			if operation.RequestBody == nil {
				continue
			}
			_, anybody := may(spec, operation)
			client, most := head, 256<<10
			carries, _ := operation.Extensions["x-carries"].(string)
			switch {
			case carries != "":
				named++
				continue
			case anybody:
				client, most = server.Client(), 1<<10
			}
			url := server.URL + "/api" + strings.NewReplacer("{id}", "x", "{code}", "x", "{slot}", "2").Replace(path)
			status, text := ask(t, client, method, url, `{"x":"`+strings.Repeat("a", most)+`"}`)
			require.Equal(t, http.StatusRequestEntityTooLarge, status, "%s %s: %s", method, path, text)
		}
	}
	require.Equal(t, 9, named, "five lists, four pictures")
	for path, body := range map[string]string{
		"/login": `{"passphrase":"a guess of mine","role":"teacher"}`, "/pair": `{"code":"123456","admin":true}`,
		"/setup": `{"token":"x","passphrase":"long enough","school":"x","more":[[[[[]]]]]}`,
	} {
		fresh := bare(t) // whoever sends nonsense has the fewer tries left
		status, text := ask(t, fresh.Client(), "POST", fresh.URL+"/api"+path, body)
		require.Equal(t, http.StatusBadRequest, status, "%s: %s", path, text)
		require.Contains(t, text, "unsupported")
	}
}

// may says which roles the contract lets in, or that it lets in anybody.
func may(spec *openapi3.T, o *openapi3.Operation) (roles map[string]bool, anybody bool) {
	security := spec.Security
	if o.Security != nil {
		security = *o.Security
	}
	roles = map[string]bool{}
	for _, need := range security {
		for role := range need {
			roles[role] = true
		}
	}
	return roles, len(security) == 0
}

// knock asks with an empty body; of a stream it only hears whether it opens.
func knock(t testing.TB, c *http.Client, method, url string) (int, string) {
	if !strings.HasSuffix(url, "/live") {
		return ask(t, c, method, url, "{}")
	}
	ctx, cancel := context.WithCancel(t.Context())
	defer cancel()
	r, err := http.NewRequestWithContext(ctx, method, url, nil)
	require.NoError(t, err)
	answer, err := c.Do(r)
	require.NoError(t, err)
	defer func() { _ = answer.Body.Close() }()
	if answer.StatusCode == http.StatusOK {
		return answer.StatusCode, ""
	}
	text, err := io.ReadAll(answer.Body)
	require.NoError(t, err)
	return answer.StatusCode, string(text)
}
