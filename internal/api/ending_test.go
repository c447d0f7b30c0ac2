package api_test

import (
	"context"
	"encoding/json"
	"fmt"
	"io"
	"log/slog"
	"net/http"
	"net/http/httptest"
	"net/url"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/internal/api"
	"enkaustos/internal/contract"
	"enkaustos/internal/demo"
	"enkaustos/internal/demo/demotest"
	"enkaustos/internal/door"
	kernel "enkaustos/internal/school"
)

// status is what an open door answers, and a shut one.
func status(t *testing.T, c *http.Client, url string) int {
	path := "/api/classes"
	got, _ := ask(t, c, "GET", url+path, "")
	return got
}

// Ending ends: who came in by a passphrase is out as soon as it is another, or none.
func TestAnEndedSessionIsOver(t *testing.T) {
	server, s := school(t)
	all := roles(t, server.URL)
	require.Equal(t, http.StatusOK, status(t, all["helper"], server.URL))
	for _, passphrase := range []string{"helping hands, others", ""} {
		code, text := ask(t, all["teacher"], "PUT", server.URL+"/api/helper", `{"passphrase":"`+passphrase+`"}`)
		require.Equal(t, http.StatusNoContent, code, text)
		require.Equal(t, http.StatusUnauthorized, status(t, all["helper"], server.URL))
		if passphrase != "" {
			code, text = ask(t, all["helper"], "POST", server.URL+"/api/login", `{"passphrase":"`+passphrase+`"}`)
			require.Equal(t, http.StatusOK, code, text)
			require.Equal(t, http.StatusOK, status(t, all["helper"], server.URL))
		}
	}
	code, _ := ask(t, all["station"], "GET", server.URL+"/api/station", "")
	require.Equal(t, http.StatusOK, code)
	require.NoError(t, door.SetPassphrase(t.Context(), s, door.TeacherSecret, "quite another one"))
	for role, c := range all {
		require.Equal(t, http.StatusUnauthorized, status(t, c, server.URL), role)
	}
	again := visitor(t)
	code, text := ask(t, again, "POST", server.URL+"/api/login", `{"passphrase":"quite another one"}`)
	require.Equal(t, http.StatusOK, code, text)
	_, text = ask(t, again, "GET", server.URL+"/api/room", "")
	require.Contains(t, text, `"stations":[]`, "a tablet that cannot come in is not shown as one of the room")
	for _, refused := range []string{"nine char", strings.Repeat("x", 201), "ÄÖÜäöüß§€"} {
		require.ErrorContains(t, door.SetPassphrase(t.Context(), s, door.TeacherSecret, refused), "10 to 200 characters", "what the door refuses is refused here")
	}
}

// A backup that is put back brings nobody back who was sent away, and no token that lies
// on the disk or in a backup opens a door.
func TestARestoredSchoolLetsNobodyBack(t *testing.T) {
	dir := demotest.Folder(t, demotest.Monday)
	s, clock, err := demo.Open(t.Context(), dir, demotest.Monday, false)
	require.NoError(t, err)
	var serving *api.Server
	server := httptest.NewServer(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) { serving.ServeHTTP(w, r) }))
	defer server.Close()
	serve := func() {
		serving, err = api.New(api.Options{School: s, Log: slog.New(slog.NewTextHandler(io.Discard, nil)), Advance: clock.Advance})
		require.NoError(t, err)
	}
	serve()
	all := roles(t, server.URL)
	made, err := s.Copies().Make(t.Context())
	require.NoError(t, err)
	for role, c := range all {
		at, err := url.Parse(server.URL)
		require.NoError(t, err)
		if role == "nobody" {
			continue
		}
		token := c.Jar.Cookies(at)[0].Value
		for _, file := range []string{"enkaustos.db", "enkaustos.db-wal", "backups/" + made.Name} {
			disk, err := os.ReadFile(filepath.Join(dir, file))
			require.NoError(t, err)
			require.NotContains(t, string(disk), token, "%s in %s", role, file)
		}
	}
	serving.Close()
	require.NoError(t, s.Close())
	_, err = kernel.Restore(t.Context(), dir, filepath.Join(dir, "backups", made.Name))
	require.NoError(t, err)
	s, clock, err = demo.Open(t.Context(), dir, time.Time{}, false)
	require.NoError(t, err)
	serve()
	for role, c := range all {
		require.Equal(t, http.StatusUnauthorized, status(t, c, server.URL), role)
	}
	_, text := ask(t, teacher(t, server.URL), "GET", server.URL+"/api/room", "")
	require.Contains(t, text, `"stations":[]`)
	serving.Close()
	require.NoError(t, s.Close())
}

// A whole class that hands in what it logged without the network never meets a bound; a
// tablet that sends more than a class can is told to wait, and loses nothing by it.
func TestATabletThatFloods(t *testing.T) {
	server, _ := school(t)
	tablet := roles(t, server.URL)["station"]
	_, text := ask(t, tablet, "GET", server.URL+"/api/pieces", "")
	piece := between(text, `"id":"`, `"`)
	surface := between(text, `"surfaces":[{`, `]`)
	surface = between("{"+surface, `"id":"`, `"`)
	sent, kept := 0, 0
	flood := func(events string) (int, string) {
		code, text := ask(t, tablet, "POST", server.URL+"/api/events", `{"events":[`+events+`]}`)
		sent++
		if code == http.StatusOK {
			kept++
		}
		return code, text
	}
	for student := range 32 {
		var taps []string
		for n := range 20 {
			taps = append(taps, fmt.Sprintf(`{"id":"flooding-%d-%d","kind":"coat","piece":"%s","surface":"%s","glaze":"N01","ageMS":60000}`, student, n, piece, surface))
		}
		code, text := flood(strings.Join(taps, ","))
		require.Equal(t, http.StatusOK, code, text)
	}
	code := http.StatusOK
	for n := 0; code == http.StatusOK && n < 500; n++ {
		code, text = flood(fmt.Sprintf(`{"id":"noting-%d","kind":"note","piece":"%s","text":"x"}`, n, piece))
	}
	require.Equal(t, http.StatusTooManyRequests, code)
	require.Contains(t, text, "more than a class can log")
	require.Less(t, kept, 32+150)
	code, text = flood(`{"id":"still-taken","kind":"coat","piece":"` + piece + `","surface":"` + surface + `","glaze":"N01"}`)
	require.Equal(t, http.StatusOK, code, "coats go on: %s", text)
	code, text = flood(`{"id":"of-nothing","kind":"coat","piece":"nowhere","surface":"x","glaze":"N01","ageMS":60000}`)
	require.Equal(t, http.StatusNotFound, code, text)
}

func between(text, from, to string) string {
	_, text, _ = strings.Cut(text, from)
	text, _, _ = strings.Cut(text, to)
	return text
}

// A session has four streams and no fifth; one that is closed makes room for another.
func TestStreamsOfASession(t *testing.T) {
	server, _ := school(t)
	c := teacher(t, server.URL)
	var last context.CancelFunc
	open := func() int {
		ctx, cancel := context.WithCancel(t.Context())
		t.Cleanup(cancel)
		last = cancel
		r, err := http.NewRequestWithContext(ctx, "GET", server.URL+"/api/live", nil)
		require.NoError(t, err)
		answer, err := c.Do(r)
		require.NoError(t, err)
		t.Cleanup(func() { _ = answer.Body.Close() })
		return answer.StatusCode
	}
	for range 4 {
		require.Equal(t, http.StatusOK, open())
	}
	closes := last
	require.Equal(t, http.StatusTooManyRequests, open())
	closes()
	require.Eventually(t, func() bool { return open() == http.StatusOK }, 20*time.Second, 50*time.Millisecond)
}

// Who is let in no more hears nothing more: a stream ends with its session, its passphrase, its
// pairing, and by itself, whether anything happens or not.
func TestStreamsEndWithWhoHears(t *testing.T) {
	server, _ := school(t)
	all := roles(t, server.URL)
	second := teacher(t, server.URL)
	_, text := ask(t, all["teacher"], "GET", server.URL+"/api/pieces", "")
	piece := between(text, `"id":"`, `"`)
	note := func(id string) {
		code, text := ask(t, all["teacher"], "POST", server.URL+"/api/events", `{"events":[{"id":"`+id+`","kind":"note","piece":"`+piece+`","text":"a word to nobody else"}]}`)
		require.Equal(t, http.StatusOK, code, text)
	}
	_, room := ask(t, all["teacher"], "GET", server.URL+"/api/room", "")
	station := between(room[strings.Index(room, `"stations":`):], `"id":"`, `"`)
	for n, end := range []struct {
		who           *http.Client
		method, route string
		body          string
		by            *http.Client
	}{
		{second, "DELETE", "/session", "", second},
		{all["helper"], "PUT", "/helper", `{"passphrase":"other helping hands"}`, all["teacher"]},
		{all["station"], "DELETE", "/room/stations/" + station, "", all["teacher"]},
	} {
		heard := hear(t, end.who, server.URL+"/api/live")
		code, text := ask(t, end.by, end.method, server.URL+"/api"+end.route, end.body)
		require.Equal(t, http.StatusNoContent, code, text)
		note(fmt.Sprintf("after-the-end-%d", n))
		require.Eventually(t, func() bool {
			select {
			case line, open := <-heard:
				require.NotContains(t, line, "a word to nobody else")
				return !open
			default:
				return false
			}
		}, 20*time.Second, 5*time.Millisecond, "%s %s", end.method, end.route)
	}
	code, text := ask(t, all["teacher"], "PUT", server.URL+"/api/helper", `{"passphrase":"`+demo.Passphrase+`"}`)
	require.Equal(t, http.StatusUnprocessableEntity, code)
	require.Contains(t, text, "lets the teacher in already")
}

// A session that came over TLS is nobody's over plain http, whatever name its token is given there, and
// the other way round.
func TestASessionOverTLSIsNoneOverPlain(t *testing.T) {
	_, s := school(t)
	handler, err := api.New(api.Options{School: s, Log: slog.New(slog.DiscardHandler)})
	require.NoError(t, err)
	defer handler.Close()
	secure, plain := httptest.NewTLSServer(handler), httptest.NewServer(handler)
	defer secure.Close()
	defer plain.Close()
	in := func(server *httptest.Server, name, other string) (own, elsewhere string) {
		answer, err := server.Client().Post(server.URL+"/api/login", "application/json", strings.NewReader(`{"passphrase":"`+demo.Passphrase+`"}`))
		require.NoError(t, err)
		require.Equal(t, 200, answer.StatusCode)
		require.NoError(t, answer.Body.Close())
		token := ""
		for _, c := range answer.Cookies() {
			if c.Name == name {
				token = c.Value
			}
		}
		require.NotEmpty(t, token)
		state := func(at *httptest.Server, as string) string {
			r, err := http.NewRequest(http.MethodGet, at.URL+"/api/session", nil)
			require.NoError(t, err)
			r.Header.Set("Cookie", as+"="+token)
			answer, err := at.Client().Do(r)
			require.NoError(t, err)
			defer func() { _ = answer.Body.Close() }()
			var v contract.Session
			require.NoError(t, json.NewDecoder(answer.Body).Decode(&v))
			return string(v.State)
		}
		there := map[*httptest.Server]*httptest.Server{secure: plain, plain: secure}[server]
		return state(server, name), state(there, other)
	}
	own, elsewhere := in(secure, "__Host-enkaustos", "enkaustos")
	require.Equal(t, []string{"open", "locked"}, []string{own, elsewhere})
	own, elsewhere = in(plain, "enkaustos", "__Host-enkaustos")
	require.Equal(t, []string{"open", "locked"}, []string{own, elsewhere})
}

// Where the disk takes no session, whoever logs in or pairs a tablet hears that in one sentence, and
// nothing else.
func TestNoSessionOnAFullDisk(t *testing.T) {
	server, s := school(t)
	all := roles(t, server.URL)
	_, text := ask(t, all["teacher"], "POST", server.URL+"/api/room/code", "")
	var code struct{ Code string }
	require.NoError(t, json.Unmarshal([]byte(text), &code))
	_, err := s.Sessions().ExecContext(t.Context(), "PRAGMA query_only = ON")
	require.NoError(t, err)
	for path, body := range map[string]string{"/login": `{"passphrase":"` + demo.Passphrase + `"}`, "/pair": `{"code":"` + code.Code + `","name":"Door"}`} {
		status, text := ask(t, visitor(t), "POST", server.URL+"/api"+path, body)
		require.Equal(t, http.StatusInsufficientStorage, status, "%s: %s", path, text)
		var problem contract.Problem
		require.NoError(t, json.Unmarshal([]byte(text), &problem), "%s: one body, not %s", path, text)
		require.Contains(t, problem.Detail, "cannot be written to")
	}
	_, err = s.Sessions().ExecContext(t.Context(), "PRAGMA query_only = OFF")
	require.NoError(t, err)
	status, _ := ask(t, visitor(t), "POST", server.URL+"/api/login", `{"passphrase":"`+demo.Passphrase+`"}`)
	require.Equal(t, http.StatusOK, status)
}
