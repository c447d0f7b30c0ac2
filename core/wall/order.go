package wall

import (
	"cmp"
	"slices"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
)

// Order is a way to hang the wall.
type Order string

// The orders.
const (
	ByGlaze     Order = "glaze"
	ByHue       Order = "hue"
	ByLightness Order = "lightness"
	ByPlace     Order = "place"
)

// neutralBelow is the chroma below which a colour has no hue worth ordering by.
const neutralBelow = 8

// Arrange is the tiles in another order; the tiles given stay as they are. By
// hue, colours run round the circle from red and greys stand last, from light
// to dark. By place, tiles without one stand last.
func Arrange(tiles []glaze.Tile, by Order) []glaze.Tile {
	out := slices.Clone(tiles)
	slices.SortStableFunc(out, func(a, b glaze.Tile) int {
		switch by {
		case ByHue:
			grey, other := a.Fired.Chroma() < neutralBelow, b.Fired.Chroma() < neutralBelow
			if grey != other {
				return pickInt(grey, 1, -1)
			}
			if grey {
				return cmp.Compare(b.Fired.L, a.Fired.L)
			}
			return cmp.Compare(a.Fired.Hue(), b.Fired.Hue())
		case ByLightness:
			return cmp.Compare(b.Fired.L, a.Fired.L)
		case ByPlace:
			if (a.Place == 0) != (b.Place == 0) {
				return pickInt(a.Place == 0, 1, -1)
			}
			return cmp.Compare(a.Place, b.Place)
		case ByGlaze:
			return cmp.Or(cmp.Compare(a.Stack.Normal().String(), b.Stack.Normal().String()), cmp.Compare(a.Code, b.Code))
		}
		return cmp.Compare(a.Code, b.Code)
	})
	return out
}

// Nearest is the tiles by how far their fired colour is from another, the nearest first, in
// ΔE2000 (CIE 142:2001); tiles equally far stand by code. The tiles given stay as they are.
func Nearest(tiles []glaze.Tile, to colour.Lab) []glaze.Tile {
	out := slices.Clone(tiles)
	far := make(map[string]float64, len(out))
	for i := range out {
		far[out[i].Code] = colour.Difference(to, out[i].Fired)
	}
	slices.SortFunc(out, func(a, b glaze.Tile) int {
		return cmp.Or(cmp.Compare(far[a.Code], far[b.Code]), cmp.Compare(a.Code, b.Code))
	})
	return out
}

func pickInt(first bool, a, b int) int {
	if first {
		return a
	}
	return b
}
