package wall

import (
	"slices"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
)

// Strips are the fired colours by coats of a tile's glaze in the firing it came
// from: its own, and where it has none those of other tiles of that glaze. nil
// for a tile of more than one glaze.
func Strips(t glaze.Tile, tiles []glaze.Tile) []colour.Strip {
	strips := t.Strips()
	for _, other := range tiles {
		alike := len(other.Stack) == 1 && len(t.Stack) == 1 && other.Stack[0].Glaze == t.Stack[0].Glaze &&
			other.Firing() == t.Firing() && other.Code != t.Code
		if !alike {
			continue
		}
		for _, strip := range other.Strips() {
			if !slices.ContainsFunc(strips, func(own colour.Strip) bool { return own.Coats == strip.Coats }) {
				strips = append(strips, strip)
			}
		}
	}
	return strips
}
