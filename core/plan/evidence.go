package plan

import (
	"fmt"
	"slices"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/matter"
	"enkaustos/core/piece"
	"enkaustos/core/rules"
)

// evidence asks what tile shows the stack on this clay, and says whether one does.
func (c *check) evidence(surface piece.Surface, stack glaze.Stack) (shown bool) {
	if !c.tilesHere && c.shelf.House.OtherClay == rules.Nothing {
		return false
	}
	firing := c.firing
	if surface.Clay != "" {
		firing = c.work.FiringOf(surface)
	}
	if c.last.firing != firing || !slices.Equal(c.last.stack, stack) {
		tiles := c.shelf.tiles[order(stack)]
		c.last = looked{stack: stack, firing: firing, tiles: tiles}
		c.last.best, c.last.ok = c.shelf.among(tiles, stack, firing)
	}
	c.before(surface, stack, firing)
	best, ok := &c.last.best, c.last.ok
	if ok && best.Exact {
		c.doubt(surface, &best.Tile)
	}
	if ok && best.Exact || !c.tilesHere && !ok {
		return ok
	}
	f := Finding{Code: matter.NoTile, Severity: Warn, Surface: surface.ID,
		Text: fmt.Sprintf("%s: %s was never fired on %s at cone %s.", surface.Name, stack, c.work.clayOf(surface).Name, c.work.Cone),
		Way:  "Choose a stack with a tile, or make one first."}
	if ok {
		f.Text += fmt.Sprintf(" Nearest: tile %s, %s.", best.Tile.Code, best.Short)
		if best.Tile.Firing() == firing {
			f.Way = fmt.Sprintf("Use %s, as tile %s shows it.", best.Tile.Stack, best.Tile.Code)
			f.Mend = &Choice{Stack: best.Tile.Stack}
		}
	} else if len(stack) > 1 {
		f.Text += " Glazes do not mix like paint."
	}
	if !c.tilesHere {
		f.Severity = Note
	}
	c.add(f)
	return false
}

// doubt says where the tile that shows the stack was not read well.
func (c *check) doubt(surface piece.Surface, t *glaze.Tile) {
	if len(t.Readings) == 0 {
		return
	}
	if r, ok := t.Main(); ok && colour.Doubtful(r.Flags) {
		c.add(Finding{Code: matter.TileDoubt, Surface: surface.ID,
			Text: fmt.Sprintf("%s: the colour of tile %s is not to be trusted too far (%s).", surface.Name, t.Code, colour.Doubts(r.Flags)),
			Way:  "Look at the tile itself, or read it again."})
	}
}

// before says where a tile of the stack went wrong on this clay before.
func (c *check) before(surface piece.Surface, stack glaze.Stack, firing glaze.Firing) {
	for i := range c.last.tiles {
		t := &c.last.tiles[i]
		if len(t.Faults) == 0 || t.Firing() != firing {
			continue
		}
		for _, fault := range t.Faults {
			// What ran in fewer coats runs in more; what did not fit fits in none.
			if fault == glaze.Avoid && !t.Stack.Same(stack) || fault == glaze.Ran && t.Stack.Total() > stack.Total() {
				continue
			}
			c.add(Finding{Code: matter.BadBefore, Surface: surface.ID,
				Text: fmt.Sprintf("%s: %s %s on %s before, see tile %s.", surface.Name, t.Stack, fault.Says(), c.work.clayOf(surface).Name, t.Code),
				Way:  "Choose a stack whose tile came out well."})
		}
	}
}
