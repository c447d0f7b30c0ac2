package photo

import (
	"context"
	"runtime/debug"
)

// decoding is the one place in which pictures are decoded, so that memory stays
// bounded.
var decoding = make(chan struct{}, 1)

// KeepInTurn is Keep, one picture at a time: it waits for its turn, or until its
// context ends.
func KeepInTurn(ctx context.Context, data []byte) (Kept, error) {
	select {
	case decoding <- struct{}{}:
		defer func() {
			debug.FreeOSMemory() // the next one must not come on top of this one's garbage
			<-decoding
		}()
	case <-ctx.Done():
		return Kept{}, ctx.Err()
	}
	return Keep(ctx, data)
}
