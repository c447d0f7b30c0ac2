package plan

import (
	"fmt"
	"math"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/matter"
	"enkaustos/core/piece"
)

// unseen says where raw glaze cannot be told from what it lies on, or from the raw glaze
// beside it: a bald spot there is seen only after the fire.
func (c *check) unseen() {
	limit := c.shelf.House.RawApart
	if limit <= 0 {
		return
	}
	for i := range c.work.Body.Surfaces {
		surface := &c.work.Body.Surfaces[i]
		choice := c.plan[surface.ID]
		if !choice.Planned() || surface.Over {
			continue
		}
		clay := c.work.clayOf(*surface)
		first := c.shelf.Glazes[choice.Stack[0].Glaze]
		if first != nil && near(first.Raw, clay.Bisque, limit) {
			c.add(rawUnseen(*surface, fmt.Sprintf("raw %s %s looks like the bisque of %s", first.Code, first.Name, clay.Name)))
			continue
		}
		c.besides(surface, limit)
	}
}

// besides says it of the first neighbour whose raw glaze looks the same.
func (c *check) besides(surface *piece.Surface, limit float64) {
	mine := c.topmost(surface.ID)
	if mine == nil {
		return
	}
	for _, pair := range c.work.Body.Touching {
		if pair[1] != surface.ID {
			continue // said once, of the second of two
		}
		other := c.topmost(pair[0])
		if other != nil && other != mine && near(mine.Raw, other.Raw, limit) {
			ground, _ := c.work.Body.Surface(pair[0])
			c.add(rawUnseen(*surface, fmt.Sprintf("raw %s %s looks like %s %s on the %s", mine.Code, mine.Name, other.Code, other.Name, ground.Name)))
			return
		}
	}
}

// topmost is the glaze that is seen on a surface before the fire; nil where there is none.
func (c *check) topmost(id string) *glaze.Glaze {
	choice := c.plan[id]
	if !choice.Planned() {
		return nil
	}
	return c.shelf.Glazes[choice.Stack[len(choice.Stack)-1].Glaze]
}

func rawUnseen(surface piece.Surface, alike string) Finding {
	return Finding{Code: matter.RawUnseen, Surface: surface.ID,
		Text: fmt.Sprintf("%s: %s, so that a missed spot shows only after the fire.", surface.Name, alike),
		Way:  "Look twice when it is on, or feel for it with a pin."}
}

// near says whether two colours differ by less than a limit in CIEDE2000. Where they
// differ in lightness alone by more than 1.75 times the limit they do not, for the formula
// divides that difference by no more than 1.75: most pairs need no more. A colour that nobody
// measured is near to none.
func near(a, b colour.Lab, limit float64) bool {
	return a != (colour.Lab{}) && b != (colour.Lab{}) && math.Abs(a.L-b.L) <= 1.75*limit && colour.Difference(a, b) < limit
}
