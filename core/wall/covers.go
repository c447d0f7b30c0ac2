package wall

import (
	"cmp"
	"slices"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
)

// GlazeCover is what one glaze alone comes out as, coat by coat, in one firing.
type GlazeCover struct {
	Glaze string // glaze.Glaze.Code
	Coats []CurveCoat
}

// mostTold is how many coats are told: more of one glaze nobody lays.
const mostTold = 6

// CoversIn is how the glazes cover of which strips were fired in a firing, by code: what a
// strip shows, and between and beyond strips what their curve tells, with the clay showing
// through as far as it does. A glaze whose strips tell no curve there is left out: on another
// clay or at another cone nobody knows.
func CoversIn(at glaze.Firing, tiles []glaze.Tile, clays []glaze.Clay) []GlazeCover {
	covers := []GlazeCover{}
	clay := slices.IndexFunc(clays, func(c glaze.Clay) bool { return c.Code == at.Clay })
	if clay < 0 {
		return covers
	}
	for i := range tiles {
		t := &tiles[i]
		if !single(t, at) || slices.ContainsFunc(covers, func(c GlazeCover) bool { return c.Glaze == t.Stack[0].Glaze }) {
			continue
		}
		strips := Strips(*t, tiles)
		if curve, err := colour.CoversOf(clays[clay].Fired, strips); err == nil {
			covers = append(covers, GlazeCover{Glaze: t.Stack[0].Glaze, Coats: coatByCoat(curve, strips, mostTold)})
		}
	}
	slices.SortFunc(covers, func(a, b GlazeCover) int { return cmp.Compare(a.Glaze, b.Glaze) })
	return covers
}
