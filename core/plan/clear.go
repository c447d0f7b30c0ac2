package plan

import (
	"fmt"
	"maps"
	"slices"

	"enkaustos/core/glaze"
	"enkaustos/core/piece"
)

// sealing is how underglaze that lies open on a surface is closed: in words without a full
// stop, and as a choice where a jar of clear can be named that fits: made for the cone, in
// the room, allowed here, and with a label for food where food touches. mend is nil where
// there is none.
func (c *check) sealing(surface *piece.Surface, n int) (way string, mend *Choice) {
	over := func(what string) string { return fmt.Sprintf("Lay %s of %s over it", coats(n), what) }
	choice := c.plan[surface.ID]
	for _, code := range slices.Sorted(maps.Keys(c.shelf.Glazes)) {
		g := c.shelf.Glazes[code]
		if g.Kind != glaze.Clear || !g.Cones.Holds(c.work.Cone) || !g.InStock || g.Jar.State == glaze.Dried ||
			c.work.Jars != nil && !c.work.Jars[code] || surface.Use != piece.Plain && g.Food != glaze.FoodClaimed {
			continue
		}
		stage := len(c.work.Past) // what is laid now goes on after the firings that were
		if c.work.Green {
			stage = max(stage, 1) // and after the bisque
		}
		choice.Stack = append(slices.Clone(choice.Stack), glaze.Layer{Glaze: code, Coats: n, Stage: stage})
		return over("clear " + code), &choice
	}
	return over("clear"), nil
}
