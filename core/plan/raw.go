package plan

import (
	"fmt"
	"math"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/matter"
	"enkaustos/core/piece"
)

// onBisque says where raw glaze cannot be told from the bisque it lies on: a bald spot
// there is seen only after the fire.
func (c *check) onBisque(surface *piece.Surface, first *glaze.Glaze) {
	clay := c.work.ClayOf(surface)
	if !surface.Over && near(first.Raw, clay.Bisque, c.shelf.House.RawApart) {
		c.unseen(surface, fmt.Sprintf("raw %s %s looks like the bisque of %s", first.Code, first.Name, clay.Name))
	}
}

// beside says it of raw glaze that looks like the one beside it.
func (c *check) beside(i, j int) {
	one, other := c.raw[i], c.raw[j]
	if one == nil || other == nil || one == other || !near(one.Raw, other.Raw, c.shelf.House.RawApart) {
		return
	}
	a, b := &c.work.Body.Surfaces[i], &c.work.Body.Surfaces[j]
	c.unseen(b, fmt.Sprintf("raw %s %s looks like %s %s on the %s", other.Code, other.Name, one.Code, one.Name, a.Name))
}

// unseen says once of a surface that a missed spot on it shows only after the fire.
func (c *check) unseen(surface *piece.Surface, alike string) {
	for i := range c.findings {
		if c.findings[i].Code == matter.RawUnseen && c.findings[i].Surface == surface.ID {
			return
		}
	}
	c.add(Finding{Code: matter.RawUnseen, Surface: surface.ID,
		Text: fmt.Sprintf("%s: %s, so that a missed spot shows only after the fire.", surface.Name, alike),
		Way:  "Look twice when it is on, or feel for it with a pin."})
}

// near says whether two colours differ by less than a limit in CIEDE2000. Where they
// differ in lightness alone by more than 1.75 times the limit they do not, for the formula
// divides that difference by no more than 1.75: most pairs need no more. A colour that nobody
// measured is near to none.
func near(a, b colour.Lab, limit float64) bool {
	return limit > 0 && math.Abs(a.L-b.L) <= 1.75*limit && a != (colour.Lab{}) && b != (colour.Lab{}) && colour.Difference(a, b) < limit
}
