package api_test

import (
	"io"
	"net/http"
	"testing"

	"github.com/stretchr/testify/require"
)

// The lists of the demo's school, over HTTP and compressed; a
// school of 1,000 live pieces has a budget of 50 ms for any of them.
func BenchmarkLists(b *testing.B) {
	server, _ := school(b)
	c := teacher(b, server.URL)
	for _, path := range []string{"/pieces", "/tiles", "/today"} {
		b.Run(path, func(b *testing.B) {
			for b.Loop() {
				r, err := http.NewRequestWithContext(b.Context(), http.MethodGet, server.URL+"/api"+path, nil)
				require.NoError(b, err)
				r.Header.Set("Accept-Encoding", "gzip")
				answer, err := c.Do(r)
				require.NoError(b, err)
				_, _ = io.Copy(io.Discard, answer.Body)
				_ = answer.Body.Close()
				require.Equal(b, http.StatusOK, answer.StatusCode)
			}
		})
	}
}
