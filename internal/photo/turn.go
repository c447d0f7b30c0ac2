package photo

import (
	"bytes"
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
	data, err := readBody(body)
	if err != nil {
		return Kept{}, err
	}
	most := MostPixels
	if b, is := body.(Bounded); is {
		most = min(most, b.MostPixels())
	}
	return keep(ctx, data, most)
}

// Bounded is a body of which more is known than its bytes: how many are said to come, -1 for unknown, and
// how many pixels whoever sends it may send.
type Bounded interface {
	io.Reader
	Announced() int64
	MostPixels() int
}

// readBody reads a body into as much memory as it takes.
func readBody(body io.Reader) ([]byte, error) {
	var data bytes.Buffer
	if b, is := body.(Bounded); is && b.Announced() > 0 {
		data.Grow(int(min(b.Announced(), MostBytes)) + bytes.MinRead)
	}
	_, err := data.ReadFrom(io.LimitReader(body, MostBytes+1))
	var large *http.MaxBytesError
	switch {
	case errors.As(err, &large):
		return nil, refuse("The file has more than %d MB: send a smaller photograph.", large.Limit>>20)
	case err != nil:
		return nil, errCut
	}
	return data.Bytes(), nil
}
