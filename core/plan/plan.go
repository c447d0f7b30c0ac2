// Package plan checks what a student means to do to a piece against the rules
// of the house, the labels on the jars and the tiles that were really fired.
package plan

import (
	"maps"
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
	Bare   bool        `json:"bare,omitempty"` // left bare on purpose
	Stack  glaze.Stack `json:"stack,omitempty"`
	Resist Resist      `json:"resist,omitempty"` // what keeps it bare
	Heavy  bool        `json:"heavy,omitempty"`  // thicker than the figure on purpose
}

// Resist is what keeps glaze off a surface.
type Resist string

// The resists of the trade.
const (
	Wax   Resist = "wax"   // burns off
	Latex Resist = "latex" // is peeled before the firing
)

// Planned says whether the choice puts glaze on the surface.
func (c Choice) Planned() bool { return !c.Bare && c.Resist == "" && c.Stack.Total() > 0 }

// KeptBare says whether the surface is bare on purpose.
func (c Choice) KeptBare() bool { return c.Bare || c.Resist != "" }

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

// Standing is how a piece will stand in the kiln, where it is not as usual.
type Standing struct {
	BandMM float64 `json:"bandMM,omitempty"` // the line drawn for it; 0 = as the rules ask
	Stilts bool    `json:"stilts,omitempty"` // recorded: it stands on their points
	Cookie bool    `json:"cookie,omitempty"` // recorded: a waste slab lies under it
}

// Own is what one piece has of its own beside its assignment: measurements,
// what is marked out on it, and how it stands.
type Own struct {
	Measures piece.Measures `json:"measures,omitempty"`
	Marking  piece.Marking  `json:"marking,omitzero"`
	Standing Standing       `json:"standing,omitzero"`
}

// Shapes says whether the piece has a shape of its own.
func (o Own) Shapes() bool { return len(o.Measures) > 0 || !o.Marking.Empty() }

// Body is the body that an assignment's form becomes with what is a piece's
// own. The error is a piece.Refusals.
func (o Own) Body(form piece.Form, measures piece.Measures, marking piece.Marking) (piece.Body, error) {
	m := maps.Clone(measures)
	if m == nil {
		m = piece.Measures{}
	}
	maps.Copy(m, o.Measures)
	b, err := piece.Build(form, m)
	if err != nil {
		return b, err
	}
	if marking = marking.And(o.Marking); marking.Empty() {
		return b, nil
	}
	return b.With(marking)
}

// Work is the piece a plan is for, and how it will be fired.
type Work struct {
	Body     piece.Body
	Clay     glaze.Clay
	Clays    map[string]glaze.Clay // the other clays of a piece, by code
	Cone     kiln.Cone
	Air      glaze.Atmosphere // of the firing; "" counts as oxidation
	Jars     map[string]bool  // glaze.Glaze.Code that the class may use; nil = all
	Standing Standing
	// Takes is what all plans of the class take of each glaze, mL by code; nil
	// where nobody added it up.
	Takes map[string]float64
}

// Firing is where the piece goes.
func (w Work) Firing() glaze.Firing { return glaze.FiringOf(w.Clay.Code, w.Cone, w.Air) }

// FiringOf is where a surface goes, which may be of another clay.
func (w Work) FiringOf(s piece.Surface) glaze.Firing {
	return glaze.FiringOf(w.clayOf(s).Code, w.Cone, w.Air)
}

func (w Work) clayOf(s piece.Surface) glaze.Clay {
	if s.Clay != "" {
		if clay, known := w.Clays[s.Clay]; known {
			return clay
		}
	}
	return w.Clay
}

// Shelf is what the room has: jars, tiles and rules. It is made once with
// NewShelf and shared by all checks.
type Shelf struct {
	House  rules.House
	Glazes map[string]*glaze.Glaze // by code
	tiles  map[string][]glaze.Tile // by the codes of their glazes, in order
	fired  map[glaze.Firing]int    // how many tiles
}

// Under is the same shelf under other rules.
func (s *Shelf) Under(h rules.House) *Shelf {
	other := *s
	other.House = h
	return &other
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

// Band is the bare band that the plan asks for on a piece: none where the
// house lets it stand on stilts and it does.
func (s *Shelf) Band(p Plan, w Work) foot.Band {
	if s.onStilts(w) {
		return foot.Band{Parts: []foot.Part{{Why: "it stands on stilts"}}}
	}
	return s.needed(p, w.Body).Raised(w.Standing.BandMM)
}

// onStilts says whether glaze may lie where the piece would stand.
func (s *Shelf) onStilts(w Work) bool { return s.House.Foot == rules.Stilts && w.Standing.Stilts }

// needed is the band that the rules ask for.
func (s *Shelf) needed(p Plan, b piece.Body) foot.Band {
	lying := make([]foot.Lying, 0, len(b.Surfaces))
	for _, surface := range b.Surfaces {
		if choice := p[surface.ID]; choice.Planned() {
			lying = append(lying, foot.Lying{Stack: choice.Stack, SlopeDeg: surface.SlopeDeg, Level: surface.Upward, Heavy: choice.Heavy})
		}
	}
	return foot.BandFor(&s.House, lying, s.Glazes)
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
	return s.among(s.tiles[order(normal)], normal, f)
}

// among is the tile of some of the same glazes that says most about a stack.
func (s *Shelf) among(tiles []glaze.Tile, normal glaze.Stack, f glaze.Firing) (best Evidence, ok bool) {
	bestScore := 0
	for i := range tiles {
		t := &tiles[i]
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
			best = Evidence{Tile: *t, Exact: coats && home}
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
