package load

import (
	"fmt"
	"math"
	"slices"

	"enkaustos/core/kiln"
	"enkaustos/core/outline"
)

// Breach is what may not be in a plan: where, by how much, and one sentence.
type Breach struct {
	Level   int     `json:"level"`
	Piece   string  `json:"piece,omitempty"` // "" for the shelf itself
	Other   string  `json:"other,omitempty"` // the piece that it is too near to
	ShortMM float64 `json:"shortMM"`         // how much is missing
	Text    string  `json:"text"`
	// X, Y is about where it is missing.
	X float64 `json:"x"`
	Y float64 `json:"y"`
}

// slackMM is what a measure may be off before it counts.
const slackMM = 1e-6

// Breaches are all that may not be in a plan; none where it can be built and loaded as it is.
func Breaches(k kiln.Kiln, ways Ways, pieces []Piece, plan Plan) []Breach {
	c := legal{k: k, ways: ways, plan: plan, byID: map[string]Piece{}, all: []Breach{}}
	for _, p := range pieces {
		c.byID[p.ID] = p
	}
	c.furniture()
	c.once()
	for n := range plan.Levels {
		if c.shelf(n) {
			c.stands(n)
		}
		c.pieces(n)
	}
	return c.all
}

type legal struct {
	k    kiln.Kiln
	ways Ways
	plan Plan
	byID map[string]Piece
	all  []Breach
}

func (c *legal) add(b Breach, text string, args ...any) {
	b.Text = fmt.Sprintf(text, args...)
	c.all = append(c.all, b)
}

// furniture counts shelves and posts.
func (c *legal) furniture() {
	whole, half, posts := 0, 0, stockOf(c.k)
	for _, l := range c.plan.Levels {
		if l.Side == kiln.Whole {
			whole++
		} else {
			half++
		}
		for _, p := range l.PostsMM {
			posts[p] -= len(l.Stands)
		}
	}
	if whole > c.k.Whole.Count {
		c.add(Breach{Level: -1}, "The plan uses %d shelves, the kiln has %d.", whole, c.k.Whole.Count)
	}
	if half > c.k.Half.Count {
		c.add(Breach{Level: -1}, "The plan uses %d half shelves, the kiln has %d.", half, c.k.Half.Count)
	}
	for high, left := range posts {
		if left < 0 {
			c.add(Breach{Level: -1}, "%d posts of %g mm are missing.", -left, high)
		}
	}
}

func (c *legal) once() {
	seen := map[string]int{}
	for n, l := range c.plan.Levels {
		for _, s := range l.Pieces {
			p, known := c.byID[s.Piece]
			switch {
			case !known:
				c.add(Breach{Level: n, Piece: s.Piece}, "This piece is not in what may be loaded any more.")
			case !slices.Equal(p.Piled, s.Piled):
				c.add(Breach{Level: n, Piece: s.Piece}, "One of this pile is not in what may be loaded any more.")
			case len(s.Piled) > 0 && !p.Bare:
				c.add(Breach{Level: n, Piece: s.Piece}, "Glazed pieces do not stand on each other.")
			}
			if m, twice := seen[s.Piece]; twice {
				c.add(Breach{Level: n, Piece: s.Piece}, "This piece stands on shelf %d already.", m+1)
			}
			seen[s.Piece] = n
		}
	}
	for id, p := range c.byID {
		in, lone := seen[id]
		if _, with := seen[p.With]; p.With != "" && lone != with {
			c.add(Breach{Level: max(in, seen[p.With]), Piece: p.With}, "It and its lid are not both in the plan.")
		}
	}
}

// shelf checks the height of a shelf against what carries it, and the thermocouple. It says whether
// anything below carries it at all.
func (c *legal) shelf(n int) bool {
	l := c.plan.Levels[n]
	thick := l.thick(c.k)
	want := c.k.FloorMM + thick
	if l.On >= n || l.On >= 0 && c.plan.Levels[l.On].Side != kiln.Whole || n == 0 != (l.On < 0) {
		c.add(Breach{Level: n}, "This shelf stands on nothing.")
		return false
	}
	if l.On >= 0 {
		want = c.plan.Levels[l.On].BaseMM + l.HighMM() + thick
	}
	if math.Abs(l.BaseMM-want) > slackMM {
		c.add(Breach{Level: n, ShortMM: math.Abs(l.BaseMM - want)}, "This shelf is %.0f mm up, its posts reach %.0f mm.", l.BaseMM, want)
	}
	if meetsRod(c.k, l.BaseMM-thick, thick, l.Side) {
		c.add(Breach{Level: n}, "This shelf meets the thermocouple.")
	}
	if n > 0 && l.On >= 0 && l.Side == kiln.Whole && l.On != n-1 {
		c.add(Breach{Level: n}, "This shelf does not stand on the one below it.")
	}
	return true
}

// stands checks the posts that carry a shelf.
func (c *legal) stands(n int) {
	l := c.plan.Levels[n]
	if l.On < 0 {
		return
	}
	if len(l.Stands) != c.k.PerShelf || len(l.PostsMM) == 0 {
		c.add(Breach{Level: n}, "This shelf stands on %d posts: it wants %d.", len(l.Stands), c.k.PerShelf)
		return
	}
	plate := c.k.Plate(l.Side).And(c.k.Plate(c.plan.Levels[l.On].Side)).And(c.k.Edge())
	for i, at := range l.Stands {
		post := outline.Disc(c.k.PostMM / 2).At(outline.Place{X: at.X, Y: at.Y})
		if in := plate.Within(post); in < -slackMM {
			c.add(Breach{Level: n, ShortMM: -in, X: at.X, Y: at.Y}, "A post stands %.0f mm beyond the shelf.", -in)
		}
		for _, other := range l.Stands[:i] {
			if gap := at.Distance(other) - c.k.PostMM; gap < -slackMM {
				c.add(Breach{Level: n, ShortMM: -gap, X: at.X, Y: at.Y}, "Two posts stand in one place.")
			}
		}
	}
	if !firm(c.k, l) {
		c.add(Breach{Level: n}, "The posts do not stand around the middle of this shelf: it would tip.")
	}
}

// firm says whether the middle of a shelf lies well within its stands.
func firm(k kiln.Kiln, l Level) bool {
	low, high := k.Plate(l.Side).Extent()
	mid := outline.Point{X: (low.X + high.X) / 2, Y: (low.Y + high.Y) / 2}
	around := outline.Hull(l.Stands)
	n := len(around.Core)
	if n < 3 {
		return false
	}
	for i, a := range around.Core {
		b := around.Core[(i+1)%n]
		in := ((b.X-a.X)*(mid.Y-a.Y) - (b.Y-a.Y)*(mid.X-a.X)) / a.Distance(b)
		if in < k.PostMM/2 {
			return false
		}
	}
	return true
}

// pieces checks everything that stands on a shelf.
func (c *legal) pieces(n int) {
	l := c.plan.Levels[n]
	at := make([]outline.Outline, len(l.Pieces))
	for i, s := range l.Pieces {
		p, ok := c.byID[s.Piece]
		if !ok {
			continue
		}
		at[i] = p.Outline.At(s.Place)
		c.edges(n, s, p, at[i])
		c.above(n, s, p, at[i])
		c.obstacles(n, s, p, at[i])
		for k, other := range l.Pieces[:i] {
			q, ok := c.byID[other.Piece]
			if !ok {
				continue
			}
			want := c.ways.gaps(0)[p.kind()][q.kind()]
			if short := want - outline.Gap(at[i], at[k]); short > slackMM {
				c.add(Breach{Level: n, Piece: s.Piece, Other: other.Piece, ShortMM: short, X: (s.Place.X + other.Place.X) / 2, Y: (s.Place.Y + other.Place.Y) / 2},
					"%.0f mm more between these two.", math.Ceil(short))
			}
		}
	}
}

func (c *legal) edges(n int, s Standing, p Piece, o outline.Outline) {
	l := c.plan.Levels[n]
	flat := c.k.Standing(l.Side)
	if in := flat.Within(o); in < -slackMM {
		c.add(Breach{Level: n, Piece: s.Piece, ShortMM: -in, X: s.Place.X, Y: s.Place.Y}, "%.0f mm beyond where it may stand: the shelf's edge, or %g mm from the wall.", math.Ceil(-in), c.k.WallMM)
		return
	}
	switch {
	case p.Runs && c.ways.Runners == RunnersInside && n > 0:
		if in := c.k.Plate(l.Side).Inset(c.ways.EdgeMM).Within(o); in < -slackMM {
			c.add(Breach{Level: n, Piece: s.Piece, ShortMM: -in, X: s.Place.X, Y: s.Place.Y}, "It may run, and stands %.0f mm too near the edge: a drip would land on what is below.", math.Ceil(-in))
		}
	case p.Runs && c.ways.Runners == RunnersLow && n > 0:
		c.add(Breach{Level: n, Piece: s.Piece, X: s.Place.X, Y: s.Place.Y}, "It may run: this house stands it on the lowest shelf.")
	}
}

// above checks what is over a piece: shelves that reach over it, and the lid.
func (c *legal) above(n int, s Standing, p Piece, o outline.Outline) {
	base := c.plan.Levels[n].BaseMM
	if short := base + p.TallMM + c.k.LidMM - c.k.TallMM; short > slackMM {
		c.add(Breach{Level: n, Piece: s.Piece, ShortMM: short, X: s.Place.X, Y: s.Place.Y}, "%.0f mm too tall for what is left below the lid.", math.Ceil(short))
	}
	for m, l := range c.plan.Levels {
		if m <= n || l.BaseMM <= base || c.plan.Levels[n].Side != kiln.Whole && l.Side != kiln.Whole && l.Side != c.plan.Levels[n].Side {
			continue
		}
		if l.Side != kiln.Whole && !overlaps(o, l.Side) {
			continue
		}
		if short := base + p.TallMM + c.ways.AboveMM - (l.BaseMM - l.thick(c.k)); short > slackMM {
			c.add(Breach{Level: n, Piece: s.Piece, ShortMM: short, X: s.Place.X, Y: s.Place.Y}, "%.0f mm too tall for the shelf above it.", math.Ceil(short))
			return
		}
	}
}

// obstacles checks the posts on a shelf and the thermocouple.
func (c *legal) obstacles(n int, s Standing, p Piece, o outline.Outline) {
	for _, l := range c.plan.Levels {
		if l.On != n {
			continue
		}
		for _, at := range l.Stands {
			post := outline.Disc(c.k.PostMM / 2).At(outline.Place{X: at.X, Y: at.Y})
			if short := c.ways.GapMM - outline.Gap(o, post); short > slackMM {
				c.add(Breach{Level: n, Piece: s.Piece, ShortMM: short, X: at.X, Y: at.Y}, "%.0f mm more from a post.", math.Ceil(short))
			}
		}
	}
	base := c.plan.Levels[n].BaseMM
	if line, ok := c.k.Rod(base, base+p.TallMM); ok {
		if short := c.k.WallMM - outline.Gap(o, line); short > slackMM {
			c.add(Breach{Level: n, Piece: s.Piece, ShortMM: short, X: s.Place.X, Y: s.Place.Y}, "%.0f mm more from the thermocouple.", math.Ceil(short))
		}
	}
}
