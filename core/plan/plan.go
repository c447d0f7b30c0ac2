// Package plan checks what a student means to do to a piece against the rules
// of the house, the labels on the jars and the tiles that were really fired.
package plan

import (
	"maps"
	"slices"
	"strings"

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
	Tried  bool        `json:"tried,omitempty"`  // as an experiment: to see what a stack becomes that nobody has fired
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

// AllBare says whether every surface of a body is left bare on purpose.
func (p Plan) AllBare(b piece.Body) bool {
	return len(b.Surfaces) > 0 && !slices.ContainsFunc(b.Surfaces, func(s piece.Surface) bool { return !p[s.ID].KeptBare() && !s.Optional })
}

// On is the plan without what it says of surfaces that a body does not have: measured anew,
// a piece may have lost some.
func (p Plan) On(b piece.Body) Plan {
	here := p
	for id := range p {
		if _, ok := b.Surface(id); ok {
			continue
		}
		if len(here) == len(p) {
			here = maps.Clone(p)
		}
		delete(here, id)
	}
	return here
}

// Standing is how a piece will stand in the kiln, where it is not as usual.
type Standing struct {
	BandMM float64 `json:"bandMM,omitempty"` // the line drawn for it; 0 = as the rules ask
	Stilts bool    `json:"stilts,omitempty"` // recorded: it stands on their points
	Cookie bool    `json:"cookie,omitempty"` // recorded: a waste slab lies under it

	LidApart bool `json:"lidApart,omitempty"` // recorded: its lid is fired beside it
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

// Measured is what becomes of an assignment's measures, given, and of a piece's own once it is found to
// measure otherwise: only what differs is its own; where all of its kind measure so, nothing is, but
// how it lies, which is decided for each.
func (o Own) Measured(given, found piece.Measures, kind bool) (measures piece.Measures, own Own) {
	now := piece.Measures{}
	for _, from := range []piece.Measures{given, o.Measures, found} {
		maps.Copy(now, from)
	}
	measures, own = maps.Clone(given), o
	own.Measures = piece.Measures{}
	if measures == nil {
		measures = piece.Measures{}
	}
	for key, v := range now {
		switch is, known := given[key]; {
		case known && is == v:
		case kind && key != piece.PoseKey:
			measures[key] = v
		default:
			own.Measures[key] = v
		}
	}
	return measures, own
}

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

	Green      bool        // it starts as greenware, and is fired to bisque before its glaze
	BisqueCone kiln.Cone   // of that firing
	Past       []kiln.Cone // of the firings behind it, in order

	// Takes is what is asked of each jar by all plans of the school, mL by code; nil
	// where nobody added it up.
	Takes map[string]float64
}

// Stage is how many firings are behind the piece.
func (w *Work) Stage() int { return len(w.Past) }

// Bisque says whether its next firing is to bisque.
func (w *Work) Bisque() bool { return w.Green && len(w.Past) == 0 }

// Next is the cone of its next firing.
func (w *Work) Next() kiln.Cone {
	if w.Bisque() {
		return w.BisqueCone
	}
	return w.Cone
}

// Firing is where the piece goes.
func (w *Work) Firing() glaze.Firing { return glaze.FiringOf(w.Clay.Code, w.Cone, w.Air) }

// FiringOf is where a surface goes, which may be of another clay.
func (w *Work) FiringOf(s *piece.Surface) glaze.Firing {
	return glaze.FiringOf(w.ClayOf(s).Code, w.Cone, w.Air)
}

// SpotOf is what a tile has to agree with to speak for a surface.
func (w *Work) SpotOf(s *piece.Surface) Spot {
	at := Spot{Firing: w.FiringOf(s), Half: glaze.Smooth, OwnClay: s.Clay != "" || w.ClayOf(s).Dark}
	if s.Textured {
		at.Half = glaze.Texture
	}
	return at
}

// ClayOf is the clay of a surface: its own, or the piece's.
func (w *Work) ClayOf(s *piece.Surface) *glaze.Clay {
	if s.Clay != "" {
		if clay, known := w.Clays[s.Clay]; known {
			return &clay
		}
	}
	return &w.Clay
}

// Shelf is what the room has: jars, tiles and rules. It is made once with
// NewShelf and shared by all checks.
type Shelf struct {
	House  rules.House
	Glazes map[string]*glaze.Glaze // by code
	tiles  map[string][]glaze.Tile // by the codes of their glazes, in order
	kin    map[string][]glaze.Tile // the same, whatever the order
	fired  map[glaze.Firing]int    // how many tiles

	unwanted map[string]string // reasons, by Unwanted.Key
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
		tiles: make(map[string][]glaze.Tile, len(tiles)), kin: map[string][]glaze.Tile{}, fired: map[glaze.Firing]int{}}
	for i := range glazes {
		s.Glazes[glazes[i].Code] = &glazes[i]
	}
	for _, t := range tiles {
		t.Stack = t.Stack.AsFired()
		s.tiles[order(t.Stack)] = append(s.tiles[order(t.Stack)], t)
		if len(t.Stack) > 1 {
			s.kin[anyOrder(t.Stack)] = append(s.kin[anyOrder(t.Stack)], t)
		}
		s.fired[t.Firing()]++
	}
	return s
}

// order is a key for the glazes of a stack in their order, as glaze.Stack.Order lists them:
// coats of one glaze that follow one another once, whatever their number and thickness.
func order(stack glaze.Stack) string {
	if len(stack) == 1 {
		return stack[0].Glaze
	}
	key := make([]byte, 0, 24)
	for i := range stack {
		switch {
		case i == 0:
			key = append(key, stack[i].Glaze...)
		case stack[i].Glaze != stack[i-1].Glaze:
			key = append(append(key, '+'), stack[i].Glaze...)
		}
	}
	return string(key)
}

// anyOrder is a key for the glazes of a stack, whatever their order and coats.
func anyOrder(stack glaze.Stack) string {
	sorted := slices.Clone(stack)
	slices.SortFunc(sorted, func(a, b glaze.Layer) int { return strings.Compare(a.Glaze, b.Glaze) })
	return order(sorted)
}

// Band is the bare band that the plan asks for on a piece: none where the
// house lets it stand on stilts and it does.
func (s *Shelf) Band(p Plan, w Work) foot.Band { return s.band(p, &w) }

func (s *Shelf) band(p Plan, w *Work) foot.Band {
	if s.onStilts(w) {
		return foot.Band{Parts: []foot.Part{{Why: "it stands on stilts"}}}
	}
	return s.needed(p, w).Raised(w.Standing.BandMM)
}

// onStilts says whether glaze may lie where the piece would stand.
func (s *Shelf) onStilts(w *Work) bool { return s.House.Foot == rules.Stilts && w.Standing.Stilts }

// needed is the band that the rules ask for: on flat work that stays flat, where nothing
// on it moves, only its lowest edge.
func (s *Shelf) needed(p Plan, w *Work) foot.Band {
	lying := make([]foot.Lying, 0, len(w.Body.Surfaces))
	for i := range w.Body.Surfaces {
		surface := &w.Body.Surfaces[i]
		if choice := p[surface.ID]; choice.Planned() {
			stack := choice.Stack
			if surface.Over {
				stack = p.Lies(surface)
			}
			lying = append(lying, foot.Lying{Stack: stack, SlopeDeg: surface.SlopeDeg, Level: surface.Upward, Heavy: choice.Heavy})
		}
	}
	band := foot.BandFor(&s.House, lying, s.Glazes, w.Cone)
	if w.Body.Flat && s.House.Flat == rules.EdgesGlazed && len(band.Parts) == 1 && !s.moves(lying, w.Cone) {
		return foot.Band{HeightMM: min(s.House.FlatMM, band.HeightMM), Parts: []foot.Part{{Why: "flat work, whose plain stacks do not move", MM: min(s.House.FlatMM, band.HeightMM)}}}
	}
	return band
}

// moves says whether something that lies on a piece moves in the fire, wherever it lies.
func (s *Shelf) moves(lying []foot.Lying, cone kiln.Cone) bool {
	return slices.ContainsFunc(lying, func(l foot.Lying) bool {
		melt := rules.NewMelt(len(l.Stack))
		for i := range l.Stack {
			g := s.Glazes[l.Stack[i].Glaze]
			if g == nil || g.Runner {
				return true
			}
			if g.MeltsAt(cone) {
				melt.Add(g, &l.Stack[i])
			}
		}
		return l.Heavy || melt.Layered()
	})
}

// Lies is all that lies on a surface: what is planned there, over what its ground carries
// where it is laid over one.
func (p Plan) Lies(s *piece.Surface) glaze.Stack {
	own := p[s.ID].Stack
	if ground := p[s.On]; s.Over && ground.Planned() {
		return slices.Concat(ground.Stack, own)
	}
	return own
}
