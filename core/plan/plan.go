// Package plan checks what a student means to do to a piece against the rules
// of the house, the labels on the jars and the tiles that were really fired.
package plan

import (
	"slices"

	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/piece"
	"enkaustos/core/rules"
)

// Choice is what is planned for one surface. The zero Choice is "nothing
// planned yet".
type Choice struct {
	Bare  bool        `json:"bare,omitempty"` // left bare on purpose
	Stack glaze.Stack `json:"stack,omitempty"`
}

// Planned says whether the choice puts glaze on the surface.
func (c Choice) Planned() bool { return !c.Bare && c.Stack.Total() > 0 }

// Plan is the choices for a piece by piece.Surface.ID.
type Plan map[string]Choice

// Empty says whether nothing is planned on any surface.
func (p Plan) Empty() bool {
	for _, c := range p {
		if c.Planned() {
			return false
		}
	}
	return true
}

// Work is the piece a plan is for, and how it will be fired.
type Work struct {
	Body piece.Body
	Clay glaze.Clay
	Cone kiln.Cone
	Air  glaze.Atmosphere // of the firing; "" counts as oxidation
	Jars map[string]bool  // glaze.Glaze.Code that the class may use; nil = all
}

// Firing is where the piece goes.
func (w Work) Firing() glaze.Firing { return glaze.FiringOf(w.Clay.Code, w.Cone, w.Air) }

// Shelf is what the room has: jars, tiles and rules. It is made once with
// NewShelf and shared by all checks.
type Shelf struct {
	House  rules.House
	Glazes map[string]*glaze.Glaze // by code
	tiles  map[string][]glaze.Tile // by the codes of their glazes, in order
	fired  map[glaze.Firing]int    // how many tiles
}

// NewShelf sorts tiles so that the evidence for a stack is found at once.
func NewShelf(h rules.House, glazes []glaze.Glaze, tiles []glaze.Tile) *Shelf {
	s := &Shelf{House: h, Glazes: make(map[string]*glaze.Glaze, len(glazes)),
		tiles: make(map[string][]glaze.Tile, len(tiles)), fired: map[glaze.Firing]int{}}
	for i := range glazes {
		s.Glazes[glazes[i].Code] = &glazes[i]
	}
	for _, t := range tiles {
		t.Stack = t.Stack.Normal()
		s.tiles[order(t.Stack)] = append(s.tiles[order(t.Stack)], t)
		s.fired[t.Firing()]++
	}
	return s
}

// order is a key for the glazes of a stack in their order, whatever the coats.
func order(normal glaze.Stack) string {
	if len(normal) == 1 {
		return normal[0].Glaze
	}
	key := make([]byte, 0, 24)
	for _, layer := range normal {
		key = append(append(key, layer.Glaze...), '+')
	}
	return string(key)
}

// Band is the bare band that the plan asks for on a piece.
func (s *Shelf) Band(p Plan, b piece.Body) foot.Band {
	lying := make([]foot.Lying, 0, len(b.Surfaces))
	for _, surface := range b.Surfaces {
		if choice := p[surface.ID]; choice.Planned() {
			lying = append(lying, foot.Lying{Stack: choice.Stack, SlopeDeg: surface.SlopeDeg, Level: surface.Upward})
		}
	}
	return foot.BandFor(s.House, lying, s.Glazes)
}

// Evidence is the fired tile that says most about a stack.
type Evidence struct {
	Tile  glaze.Tile
	Exact bool   // same stack, clay and cone: the tile shows what will come out
	Short string // where not exact: what differs, in words
}

// Evidence finds the tile that says most about a stack in a firing: the stack
// itself; else the same glazes with other coats; else, where the house takes
// hints, the stack on another clay, at another cone or in other air. ok is
// false where nothing is known.
func (s *Shelf) Evidence(stack glaze.Stack, f glaze.Firing) (best Evidence, ok bool) {
	normal := stack.Normal()
	bestScore := 0
	for _, t := range s.tiles[order(normal)] {
		coats, home := slices.Equal(t.Stack, normal), t.Firing() == f
		if !home && s.House.OtherClay == rules.Nothing {
			continue
		}
		score := 1
		if coats {
			score++
		}
		if home {
			score += 2
		}
		if score > bestScore {
			bestScore = score
			best = Evidence{Tile: t, Exact: coats && home}
		}
	}
	if bestScore > 0 && !best.Exact {
		best.Short = short(best.Tile, slices.Equal(best.Tile.Stack, normal), f)
	}
	return best, bestScore > 0
}

// short says how a tile differs from what is planned.
func short(t glaze.Tile, coats bool, f glaze.Firing) string {
	text := ""
	switch {
	case t.Clay != f.Clay:
		text = "on " + t.Clay
	case t.Cone != f.Cone:
		text = "at cone " + string(t.Cone)
	case t.In() != f.Air:
		text = "in " + string(t.In())
	}
	if !coats {
		if text != "" {
			text += ", "
		}
		text += "as " + t.Stack.String()
	}
	return text
}
