package plan

import (
	"fmt"
	"slices"
	"strings"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/matter"
	"enkaustos/core/piece"
	"enkaustos/core/rules"
)

// Spot is what a tile has to agree with to speak for what lies there.
type Spot struct {
	glaze.Firing
	Half    glaze.Half // smooth speaks for smooth, texture for texture
	OwnClay bool       // tiles on another clay say nothing at all: it is dark, or the second clay of a piece
}

// Evidence is the fired tile that says most about a stack.
type Evidence struct {
	Tile  glaze.Tile
	Fired colour.Lab // what the tile shows there: a half of it, or a strip
	Exact bool       // same stack, clay, cone and texture: the tile shows what will come out
	Short string     // where not exact: what differs, in words
}

// How much each thing that agrees says: the firing most, then the order of the glazes,
// the coats, the texture.
const (
	sameFiring = 8
	sameOrder  = 4
	sameCoats  = 2
	sameHalf   = 1
)

// Evidence finds the tile that says most about a stack at a spot: the stack itself; else
// the same glazes in other coats or another order, or read on the other half; else, where
// the house takes hints, on another clay, at another cone or in other air. ok is false
// where nothing is known.
func (s *Shelf) Evidence(stack glaze.Stack, at Spot) (best Evidence, ok bool) {
	fired := stack.AsFired()
	return s.among(s.tiles[order(fired)], fired, at)
}

// among is the tile of some of the same glazes that says most about a stack; where none
// lays them in this order, one that lays them in another.
func (s *Shelf) among(tiles []glaze.Tile, fired glaze.Stack, at Spot) (best Evidence, ok bool) {
	var most agreement
	for i := range tiles {
		most = most.better(s.says(&tiles[i], fired, at, sameOrder))
	}
	if most.points < sameFiring && len(fired) > 1 {
		for i, kin := 0, s.kin[anyOrder(fired)]; i < len(kin); i++ {
			most = most.better(s.says(&kin[i], fired, at, 0))
		}
	}
	if most.tile == nil {
		return best, false
	}
	best = Evidence{Tile: *most.tile, Fired: most.fired, Exact: most.points == 1+sameFiring+sameOrder+sameCoats+sameHalf}
	if !best.Exact {
		best.Short = short(most.tile, most.shown, most.half, at)
	}
	return best, true
}

// agreement is how much a tile agrees with what is asked of it.
type agreement struct {
	tile   *glaze.Tile
	fired  colour.Lab
	half   glaze.Half
	shown  bool // it shows this stack
	points int
}

func (a agreement) better(b agreement) agreement {
	if b.points > a.points {
		return b
	}
	return a
}

// says is what a tile says about a stack; the zero agreement where the house takes no such
// hint.
func (s *Shelf) says(t *glaze.Tile, fired glaze.Stack, at Spot, inOrder int) agreement {
	home := t.Firing() == at.Firing
	if !home && (s.House.OtherClay == rules.Nothing || at.OwnClay && t.Clay != at.Clay) {
		return agreement{}
	}
	a := agreement{tile: t, points: inOrder + 1}
	if a.fired, a.half, a.shown = t.Shows(fired, at.Half); !a.shown {
		a.fired, a.half = t.Fired, t.MainHalf()
	}
	if home {
		a.points += sameFiring
	}
	if a.shown {
		a.points += sameCoats
	}
	if a.half == at.Half {
		a.points += sameHalf
	}
	return a
}

// short says how a tile differs from what is planned.
func short(t *glaze.Tile, coats bool, half glaze.Half, at Spot) string {
	var words []string
	switch {
	case t.Clay != at.Clay:
		words = append(words, "on "+t.Clay)
	case t.Cone != at.Cone:
		words = append(words, "at cone "+string(t.Cone))
	case t.In() != at.Air:
		words = append(words, "in "+string(t.In()))
	}
	if !coats {
		words = append(words, "as "+t.Stack.String())
	}
	if half != at.Half {
		words = append(words, map[glaze.Half]string{glaze.Smooth: "read on a smooth wall", glaze.Texture: "read on texture"}[half])
	}
	return strings.Join(words, ", ")
}

// evidence asks what tile shows the stack on this clay, and says whether one does.
func (c *check) evidence(surface *piece.Surface, stack glaze.Stack) (shown bool) {
	tried := c.plan[surface.ID].Tried
	if !tried && !c.tilesHere && c.shelf.House.OtherClay == rules.Nothing {
		return false
	}
	at := Spot{Firing: c.firing, Half: glaze.Smooth, OwnClay: c.work.Clay.Dark}
	if surface.Clay != "" || surface.Textured {
		at = c.work.SpotOf(surface)
	}
	c.unwanted(surface, stack, at)
	found := c.look(stack, at)
	c.before(surface, found)
	best, ok := &found.best, found.ok
	if ok && best.Exact {
		c.doubt(surface, &best.Tile)
	}
	if tried && !(ok && best.Exact) {
		c.add(Finding{Code: matter.Experiment, Surface: surface.ID,
			Text: fmt.Sprintf("%s: an experiment. Nobody has fired %s on %s at cone %s.", surface.Name, stack, c.work.ClayOf(surface).Name, c.work.Cone),
			Way:  "Lay it as planned, log every coat, and look at what comes out."})
		return false
	}
	if ok && best.Exact || !c.tilesHere && !ok {
		return ok
	}
	f := Finding{Code: matter.NoTile, Severity: Warn, Surface: surface.ID,
		Text: fmt.Sprintf("%s: %s was never fired on %s at cone %s.", surface.Name, stack, c.work.ClayOf(surface).Name, c.work.Cone),
		Way:  "Choose a stack with a tile, or make one first."}
	switch {
	case ok && best.Tile.Firing() == at.Firing && best.Tile.Stack.Same(stack):
		f.Severity = Note
		f.Text = fmt.Sprintf("%s: tile %s shows %s, but was %s.", surface.Name, best.Tile.Code, stack, best.Short)
		f.Way = "Read its other half, or glaze a tile of that texture."
	case ok:
		f.Text += fmt.Sprintf(" Nearest: tile %s, %s.", best.Tile.Code, best.Short)
		if best.Tile.Firing() == at.Firing && !surface.Over {
			f.Way = fmt.Sprintf("Use %s, as tile %s shows it.", best.Tile.Stack, best.Tile.Code)
			f.Mend = &Choice{Stack: best.Tile.Stack}
		}
	case len(stack) > 1:
		f.Text += " Glazes do not mix like paint." + c.shelf.parts(stack, at)
	}
	if !c.tilesHere {
		f.Severity = Note
	}
	c.add(c.untried(surface, f))
	return false
}

// parts names the tiles that show the most of a stack that none shows whole: glazes that follow one
// another in it, the most of them first and the topmost first; "" where none shows any.
func (s *Shelf) parts(stack glaze.Stack, at Spot) string {
	var named []string
	for n := len(stack) - 1; n > 0 && len(named) == 0; n-- {
		for from := len(stack) - n; from >= 0 && len(named) < 2; from-- {
			part := stack[from : from+n]
			if best, ok := s.among(s.tiles[order(part)], part, at); ok && !slices.Contains(named, best.Tile.Code+" ("+best.Tile.Stack.String()+")") {
				named = append(named, best.Tile.Code+" ("+best.Tile.Stack.String()+")")
			}
		}
	}
	if len(named) == 0 {
		return ""
	}
	return " Nearest, each a part of it: tile " + strings.Join(named, ", tile ") + "."
}

// untried weighs that nobody has fired a stack as the house does.
func (c *check) untried(surface *piece.Surface, f Finding) Finding {
	switch house := c.shelf.House.Untried; {
	case house == rules.UntriedWelcome || house == rules.UntriedDetails && surface.Over:
		f.Severity = Note
	case house == rules.UntriedDetails && f.Severity == Warn:
		f.Way = "This house tries stacks only as small details over a finished base: choose one with a tile."
	}
	return f
}

// look finds the evidence for a stack at a spot, once.
func (c *check) look(stack glaze.Stack, at Spot) *looked {
	for i := range c.looks {
		if c.looks[i].at == at && slices.Equal(c.looks[i].stack, stack) {
			return &c.looks[i]
		}
	}
	l := looked{stack: stack, at: at, tiles: c.shelf.tiles[order(stack)]}
	l.best, l.ok = c.shelf.among(l.tiles, stack, at)
	c.looks = append(c.looks, l)
	return &c.looks[len(c.looks)-1]
}

// doubt says where the tile that shows the stack was not read well.
func (c *check) doubt(surface *piece.Surface, t *glaze.Tile) {
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
func (c *check) before(surface *piece.Surface, found *looked) {
	for i := range found.tiles {
		t := &found.tiles[i]
		if len(t.Faults) == 0 || t.Firing() != found.at.Firing {
			continue
		}
		for _, fault := range t.Faults {
			// What ran in fewer coats runs in more; what did not fit fits in none.
			if fault == glaze.Avoid && !t.Stack.Same(found.stack) || fault == glaze.Ran && t.Stack.Total() > found.stack.Total() {
				continue
			}
			c.add(Finding{Code: matter.BadBefore, Surface: surface.ID,
				Text: fmt.Sprintf("%s: %s %s on %s before, see tile %s.", surface.Name, t.Stack, fault.Says(), c.work.ClayOf(surface).Name, t.Code),
				Way:  "Choose a stack whose tile came out well."})
		}
	}
}
