// Package results keeps what came out of the kiln: marks, opinions, and pieces
// that become tiles.
package results

import (
	"errors"
	"fmt"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/work"
)

// Mark is the quality of the glazing, from 1 to 4.
type Mark struct {
	Value       int
	Name, Means string
}

// Good is the mark from which a result is called good (from memory).
const Good = 4

// Marks lists the marks, the best first. They grade the glazing, not the piece.
func Marks() []Mark {
	return []Mark{
		{Value: 4, Name: "Sound", Means: "Even, covered, foot clean, as planned."},
		{Value: 3, Name: "Small fault", Means: "One thing shows on a second look."},
		{Value: 2, Name: "Clear fault", Means: "Streaks, bald spots or runs at first sight."},
		{Value: 1, Name: "Spoiled", Means: "Stuck, crawled or cracked."},
	}
}

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
