package wall

import (
	"cmp"
	"slices"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
)

// Instead lists tiles of other glazes alone that come nearest to a glaze, for jars that lack of
// it: fired like its own tile, on its clay at its cone, smooth, the nearest first, one of each
// glaze, at most most of them. may says which jars are in question. alone is its own tile; ok is
// false where nobody fired one there.
func Instead(code string, at glaze.Firing, tiles []glaze.Tile, may func(code string) bool, most int) (alone glaze.Tile, near []Found, ok bool) {
	for _, t := range tiles {
		if single(&t, at) && t.Stack[0].Glaze == code && (!ok || t.Stack.Total() > alone.Stack.Total()) {
			alone, ok = t, true
		}
	}
	if !ok {
		return alone, nil, false
	}
	for _, t := range tiles {
		if single(&t, at) && t.Stack[0].Glaze != code && may(t.Stack[0].Glaze) {
			near = append(near, Found{Tile: t, DeltaE: colour.Difference(alone.Fired, t.Fired)})
		}
	}
	slices.SortStableFunc(near, func(a, b Found) int {
		return cmp.Or(cmp.Compare(a.DeltaE, b.DeltaE), cmp.Compare(a.Tile.Code, b.Tile.Code))
	})
	seen := map[string]bool{}
	near = slices.DeleteFunc(near, func(f Found) bool {
		twice := seen[f.Tile.Stack[0].Glaze]
		seen[f.Tile.Stack[0].Glaze] = true
		return twice
	})
	return alone, near[:min(most, len(near))], true
}

// single says whether a tile shows one glaze alone, smooth, in a firing.
func single(t *glaze.Tile, at glaze.Firing) bool {
	return len(t.Stack) == 1 && !t.Textured && t.Firing() == at
}
