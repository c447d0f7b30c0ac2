package e2e

import (
	"bytes"
	"encoding/json"
	"fmt"
	"net/http"
	"net/http/cookiejar"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/demo"
)

// client speaks the contract with a teacher's session.
func client(t testing.TB, url string) *http.Client {
	jar, err := cookiejar.New(nil)
	require.NoError(t, err)
	c := &http.Client{Jar: jar, Timeout: 5 * time.Second}
	answer, err := post(c, url+"/api/login", map[string]string{"passphrase": demo.Passphrase})
	require.NoError(t, err)
	require.Equal(t, http.StatusOK, answer.StatusCode)
	_ = answer.Body.Close()
	return c
}

func post(c *http.Client, url string, body any) (*http.Response, error) {
	text, err := json.Marshal(body)
	if err != nil {
		return nil, err
	}
	return c.Post(url, "application/json", bytes.NewReader(text))
}

// request is a request with a body as the interface sends it.
func request(method, url string, body any) (*http.Request, error) {
	text, err := json.Marshal(body)
	if err != nil {
		return nil, err
	}
	r, err := http.NewRequest(method, url, bytes.NewReader(text))
	if err == nil {
		r.Header.Set("Content-Type", "application/json")
	}
	return r, err
}

func get[T any](t testing.TB, c *http.Client, url string) (v T) {
	answer, err := c.Get(url)
	require.NoError(t, err)
	defer func() { _ = answer.Body.Close() }()
	require.Equal(t, http.StatusOK, answer.StatusCode)
	require.NoError(t, json.NewDecoder(answer.Body).Decode(&v))
	return v
}

func coat(id, piece string) any {
	return map[string]any{"events": []work.Event{{ID: id, Kind: work.Coated, Piece: piece, Surface: "face", Glaze: "N01"}}}
}

// The server is killed in the middle of a storm of taps from eight devices.
// After the restart every coat that was answered is there, once; so is every
// coat that is sent again because no answer came.
func TestKilledAmidCoats(t *testing.T) {
	dir := t.TempDir()
	s := start(t, "demo", "--data", dir, "--at", "2026-03-02T09:15")
	c := client(t, s.url)
	var slabs []string
	for _, p := range get[contract.PieceList](t, c, s.url+"/api/pieces?stage=bench").Pieces {
		if p.Surfaces[0].Id == "face" {
			slabs = append(slabs, p.Id)
		}
	}
	require.NotEmpty(t, slabs)

	var mu sync.Mutex
	answered, unanswered := map[string]string{}, map[string]string{}
	var devices sync.WaitGroup
	for d := range 8 {
		devices.Go(func() {
			for n := range 4000 {
				id, piece := fmt.Sprintf("storm-%d-%d", d, n), slabs[(d+n)%len(slabs)]
				answer, err := post(c, s.url+"/api/events", coat(id, piece))
				mu.Lock()
				if err == nil && answer.StatusCode == http.StatusOK {
					answered[id] = piece
				} else {
					unanswered[id] = piece
				}
				mu.Unlock()
				if err != nil {
					return
				}
				_ = answer.Body.Close()
			}
		})
	}
	time.Sleep(700 * time.Millisecond)
	require.NoError(t, s.cmd.Process.Kill())
	devices.Wait()
	_ = s.cmd.Wait()
	require.Greater(t, len(answered), 50, "the storm was one")
	require.NotEmpty(t, unanswered, "the kill came amid it")

	s = start(t, "demo", "--data", dir)
	c = client(t, s.url)
	check := func(wanted map[string]string) {
		seen := map[string]int{}
		for _, id := range slabs {
			for _, e := range get[contract.PieceDetail](t, c, s.url+"/api/pieces/"+id).History {
				seen[e.Id]++
			}
		}
		for id := range wanted {
			require.Equal(t, 1, seen[id], "%s", id)
		}
	}
	check(answered)
	for id, piece := range unanswered {
		for range 2 {
			answer, err := post(c, s.url+"/api/events", coat(id, piece))
			require.NoError(t, err)
			require.Equal(t, http.StatusOK, answer.StatusCode)
			_ = answer.Body.Close()
		}
	}
	check(answered)
	check(unanswered)
}
