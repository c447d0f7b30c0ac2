// Package results says what came out of the kiln, why, and what to do again; and makes
// tiles of pieces.
package results

import (
	"errors"
	"fmt"

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
