package api

import (
	"net/http"
	"net/http/httptest"
	"testing"
	"testing/fstest"
	"time"

	"github.com/stretchr/testify/require"
)

// slow is a tablet that takes nothing until it is let.
type slow struct {
	*httptest.ResponseRecorder
	began, let chan struct{}
}

func (s slow) Write(p []byte) (int, error) {
	close(s.began)
	<-s.let
	return s.ResponseRecorder.Write(p)
}

// A tablet that takes its page slowly, or never, keeps nobody else from theirs.
func TestASlowTabletHoldsNobodyUp(t *testing.T) {
	z := newZipped(fstest.MapFS{"assets/a.js": {Data: []byte("let a = 1")}})
	r := httptest.NewRequest(http.MethodGet, "/assets/a.js", nil)
	r.Header.Set("Accept-Encoding", "gzip")
	stuck := slow{httptest.NewRecorder(), make(chan struct{}), make(chan struct{})}
	gone := make(chan struct{})
	go func() { defer close(gone); z.serve(stuck, r, "assets/a.js") }()
	<-stuck.began
	served := make(chan bool, 1)
	other := httptest.NewRecorder()
	go func() { served <- z.serve(other, r, "assets/a.js") }()
	select {
	case ok := <-served:
		require.True(t, ok)
		require.Equal(t, "gzip", other.Header().Get("Content-Encoding"))
	case <-time.After(40 * time.Second):
		require.Fail(t, "the second waits for the first")
	}
	close(stuck.let)
	<-gone
}
