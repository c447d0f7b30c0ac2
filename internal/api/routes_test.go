package api_test

import (
	"context"
	"encoding/json"
	"io"
	"net/http"
	"strings"
	"testing"

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
			security := spec.Security
			if operation.Security != nil {
				security = *operation.Security
			}
			named := map[string]bool{}
			for _, need := range security {
				for role := range need {
					named[role] = true
				}
			}
			for role, client := range all {
				asked++
				url := server.URL + "/api" + strings.NewReplacer("{id}", "x", "{code}", "x", "{slot}", "2").Replace(path)
				status, text := knock(t, client, method, url)
				if len(security) == 0 || named[role] {
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
	require.Equal(t, 4, open["nobody"], "session, setup, login and pairing are all that nobody may ask")
	require.Equal(t, asked, open["teacher"]*4+4, "all but what a tablet asks of itself is the teacher's")
	require.Less(t, open["helper"], open["teacher"])
	require.Less(t, open["station"], open["helper"])
	for role, client := range all {
		status, _ := ask(t, client, "DELETE", server.URL+"/api/session", "")
		require.Equal(t, map[bool]int{true: http.StatusUnauthorized, false: http.StatusNoContent}[role == "nobody"], status, role)
	}
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
