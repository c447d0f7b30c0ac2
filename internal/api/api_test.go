package api_test

import (
	"bytes"
	"encoding/json"
	"io"
	"log/slog"
	"net/http"
	"net/http/cookiejar"
	"net/http/httptest"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/internal/api"
	"enkaustos/internal/contract"
	"enkaustos/internal/demo"
	"enkaustos/internal/demo/demotest"
	kernel "enkaustos/internal/school"
)

// school serves the demo in this process.
func school(t testing.TB) (*httptest.Server, *kernel.School) {
	s, clock := demotest.Open(t)
	handler, err := api.New(api.Options{School: s, Log: slog.New(slog.NewTextHandler(io.Discard, nil)), Advance: clock.Advance})
	require.NoError(t, err)
	return serving(t, s, handler), s
}

// bare serves a school that nobody has set up yet.
func bare(t testing.TB) *httptest.Server {
	s, err := kernel.Open(t.Context(), t.TempDir(), &demo.Clock{})
	require.NoError(t, err)
	handler, err := api.New(api.Options{School: s, Log: slog.New(slog.DiscardHandler), SetupToken: "once"})
	require.NoError(t, err)
	return serving(t, s, handler)
}

// serving has a handler answer until the test is over.
func serving(t testing.TB, s *kernel.School, handler *api.Server) *httptest.Server {
	server := httptest.NewServer(handler)
	t.Cleanup(func() {
		server.Close()
		handler.Close()
		require.NoError(t, s.Close())
	})
	return server
}

func ask(t testing.TB, c *http.Client, method, url, body string, change ...func(*http.Request)) (int, string) {
	r, err := http.NewRequestWithContext(t.Context(), method, url, strings.NewReader(body))
	require.NoError(t, err)
	r.Header.Set("Content-Type", "application/json")
	for _, f := range change {
		f(r)
	}
	answer, err := c.Do(r)
	require.NoError(t, err)
	defer func() { _ = answer.Body.Close() }()
	text, err := io.ReadAll(answer.Body)
	require.NoError(t, err)
	return answer.StatusCode, string(text)
}

func teacher(t testing.TB, url string) *http.Client {
	jar, err := cookiejar.New(nil)
	require.NoError(t, err)
	c := &http.Client{Jar: jar}
	status, text := ask(t, c, "POST", url+"/api/login", `{"passphrase":"`+demo.Passphrase+`"}`)
	require.Equal(t, http.StatusOK, status, text)
	return c
}

func TestProtections(t *testing.T) {
	server, _ := school(t)
	c := teacher(t, server.URL)
	url := server.URL + "/api/rules"
	status, text := ask(t, c, "PUT", url, `{"values":{}}`, func(r *http.Request) { r.Header.Set("Origin", "http://elsewhere.test") })
	require.Equal(t, http.StatusForbidden, status, text)
	status, _ = ask(t, c, "GET", url, "", func(r *http.Request) { r.Host = "rebound.test" })
	require.Equal(t, http.StatusMisdirectedRequest, status)
	status, text = ask(t, c, "PUT", url, `{"values":{"coats":"many"}}`)
	require.Equal(t, http.StatusUnprocessableEntity, status)
	require.Contains(t, text, "expected a whole number from 1 to 6 coats")
	status, _ = ask(t, c, "PUT", url, `{"values":{"coats":"2"}}`)
	require.Equal(t, http.StatusOK, status)
	_, text = ask(t, c, "GET", server.URL+"/api/glazes", "")
	var jars []contract.Glaze
	require.NoError(t, json.Unmarshal([]byte(text), &jars))
	require.Equal(t, 2, jars[0].Figure, "a jar carries the house's figure, so that no screen knows one")
	status, text = ask(t, c, "POST", server.URL+"/api/events", `{"events":[{"id":"12345678","kind":"fire","piece":"x"}]}`)
	require.Equal(t, http.StatusBadRequest, status, "a firing is no event that a screen may send")
	require.Contains(t, text, "not as expected")
	status, text = ask(t, c, "POST", server.URL+"/api/imports", `{"kind":"glazes","apply":false,"text":"`+strings.Repeat("a", 5<<20)+`"}`)
	require.Equal(t, http.StatusRequestEntityTooLarge, status, text)

	answer, err := c.Get(server.URL + "/api/session")
	require.NoError(t, err)
	require.NoError(t, answer.Body.Close())
	require.Contains(t, answer.Header.Get("Content-Security-Policy"), "default-src 'none'")

	wrong := 0
	for range 8 {
		_, text := ask(t, server.Client(), "POST", server.URL+"/api/login", `{"passphrase":"guess"}`)
		if strings.Contains(text, "Too many tries") {
			wrong++
		}
	}
	require.Positive(t, wrong, "guessing is slowed down")
}

// A durable coat over HTTP, and the bare durable insert beside it.
func BenchmarkDurableCoat(b *testing.B) {
	server, s := school(b)
	c := teacher(b, server.URL)
	_, text := ask(b, c, "GET", server.URL+"/api/pieces?stage=bench", "")
	var list contract.PieceList
	require.NoError(b, json.Unmarshal([]byte(text), &list))
	b.Run("over HTTP", func(b *testing.B) {
		for i := 0; b.Loop(); i++ {
			p := list.Pieces[i%len(list.Pieces)]
			body := []byte(`{"events":[{"id":"bench-` + kernel.NewID() + `","kind":"coat","piece":"` + p.Id + `","surface":"` + p.Surfaces[0].Id + `","glaze":"N01"}]}`)
			answer, err := c.Post(server.URL+"/api/events", "application/json", bytes.NewReader(body))
			require.NoError(b, err)
			_, _ = io.Copy(io.Discard, answer.Body)
			_ = answer.Body.Close()
			require.Equal(b, http.StatusOK, answer.StatusCode)
		}
	})
	b.Run("bare insert", func(b *testing.B) {
		for b.Loop() {
			_, err := s.Sessions().ExecContext(b.Context(), `INSERT INTO event (id, piece, kind, at, by, body) VALUES (?, ?, 'coat', 0, 'bench', '{"surface":"x","glaze":"N01"}')`, kernel.NewID(), list.Pieces[0].Id)
			require.NoError(b, err)
		}
	})
}
