// Package results says what came out of the kiln, why, and what to do again; and makes
// tiles of pieces.
package results

import (
	"errors"
	"fmt"
	"math"
	"slices"
	"time"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/work"
)

// ErrNotFired is returned for a piece that did not come out of a kiln yet.
var ErrNotFired = errors.New("the piece is not out of the kiln yet: a tile shows a fired colour")

// Tile makes a fired tile of one surface of a fired piece: its stack is what
// was logged, not what was planned, and it speaks for the cone it was fired to.
func Tile(code, pieceID, surface, clay string, fired colour.Lab, s work.State) (glaze.Tile, error) {
	if s.Firing == nil || s.Firing.Unloaded.IsZero() {
		return glaze.Tile{}, ErrNotFired
	}
	stack := s.Stack(surface).AsLaid()
	if stack.Total() == 0 {
		return glaze.Tile{}, fmt.Errorf("no coat was logged on the %s: there is nothing for a tile to show", surface)
	}
	if !fired.Valid() {
		return glaze.Tile{}, errors.New("the fired colour is outside what a surface can have")
	}
	return glaze.Tile{Code: code, Clay: clay, Cone: s.Firing.Cone, Stack: stack, Fired: fired, Piece: pieceID}, nil
}

// ErrNotRead is returned for a stack of which nobody read a colour.
var ErrNotRead = errors.New("nobody read a colour of it: photograph its pieces with a grey card beside them, and read the picture under Pieces")

// Hang makes a tile of what a stack became on pieces: its colour is the mean of all that was read,
// how far they scatter is its spread, and each stays on it as a sample.
func Hang(code string, r *Record, at time.Time) (glaze.Tile, error) {
	mean, ok := r.Mean()
	switch {
	case r.Sound == 0:
		return glaze.Tile{}, errors.New("none of it came out sound: a tile of it would mislead")
	case !ok:
		return glaze.Tile{}, ErrNotRead
	}
	t := glaze.Tile{Code: code, Clay: r.Ground.Clay, Cone: r.Ground.Cone, Atmosphere: r.Ground.Air, Stack: r.Stack.AsFired(), Fired: mean, Textured: r.Ground.Half == glaze.Texture, Piece: r.Read[len(r.Read)-1].Piece}
	sum := 0.0
	t.Samples = slices.Clone(r.Read)
	for _, one := range r.Read {
		d := colour.Difference(mean, one.Lab)
		sum += d * d
	}
	t.Readings = []glaze.Reading{{Half: t.MainHalf(), Coats: t.Stack.Total(), Lab: mean, Scatter: math.Sqrt(sum / float64(len(r.Read))), Source: glaze.FromPhotograph, At: at}}
	return t, nil
}
