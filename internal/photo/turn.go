package photo

import (
	"context"
	"errors"
	"io"
	"net/http"
	"runtime/debug"
)

// decoding is the one place in which pictures are read and decoded, so that memory stays
// bounded; so many may wait for it.
var (
	decoding = make(chan struct{}, 1)
	waiting  = make(chan struct{}, mostWaiting)
)

const mostWaiting = 6

// ErrBusy is returned where too many pictures wait.
var ErrBusy = errors.New("other photographs are being read: try again in a moment")

// decodingMemory is how much the process may use while a picture is decoded; it goes on
// with what it had then.
const decodingMemory = 560 << 20

// KeepInTurn is Keep of what is read of body, one picture at a time: it waits for its turn,
// or until its context ends, and reads nothing before.
func KeepInTurn(ctx context.Context, body io.Reader) (Kept, error) {
	select {
	case waiting <- struct{}{}:
		defer func() { <-waiting }()
	default:
		return Kept{}, ErrBusy
	}
	select {
	case decoding <- struct{}{}:
		usual := debug.SetMemoryLimit(-1)
		debug.SetMemoryLimit(max(usual, decodingMemory))
		defer func() {
			debug.SetMemoryLimit(usual)
			debug.FreeOSMemory() // the next one must not come on top of this one's garbage
			<-decoding
		}()
	case <-ctx.Done():
		return Kept{}, ctx.Err()
	}
	data, err := io.ReadAll(io.LimitReader(body, MostBytes+1))
	var large *http.MaxBytesError
	if err != nil && !errors.As(err, &large) {
		return Kept{}, errCut
	}
	return Keep(ctx, data)
}
