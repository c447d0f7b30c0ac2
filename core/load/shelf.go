package load

import (
	"maps"
	"math"
	"slices"

	"enkaustos/core/outline"
	"enkaustos/core/pack"
)

// shelf is a level that is being filled: the rod and the posts that stand on it, and pieces.
type shelf struct {
	side   int
	room   float64 // free above its face, mm
	low    bool    // the lowest of the load
	bears  bool    // posts of a shelf above stand on it
	who    []int   // the piece of each thing, or what it is that is none
	things []pack.Thing
	at     []outline.Place
	area   float64         // of its pieces
	under  map[int]float64 // half shelves above it: the room below them, by side
	failed float64         // the smallest area that found no room on it since it changed
}

// What stands on a shelf and is no piece, in place of one.
const (
	theRod    = -1
	postWhole = -2 // of the whole shelf above
	postLeft  = -3 // of a half shelf above
	postRight = -4
)

// postOf is a post of a shelf on a side.
func postOf(side int) int {
	return [...]int{postLeft, postWhole, postRight}[side+1]
}

// holds lists the pieces on it.
func (s *shelf) holds() (pieces []int) {
	for _, w := range s.who {
		if w >= 0 {
			pieces = append(pieces, w)
		}
	}
	return pieces
}

func (s *shelf) clone() *shelf {
	c := *s
	c.under = maps.Clone(s.under)
	c.who, c.things, c.at = slices.Clone(s.who), slices.Clone(s.things), slices.Clone(s.at)
	return &c
}

// furnish adds what is no piece.
func (s *shelf) furnish(what int, t pack.Thing) {
	s.who, s.things, s.at = append(s.who, what), append(s.things, t), append(s.at, t.Home)
}

// posts puts posts on it that carry a shelf above, on a side.
func (g *packing) posts(s *shelf, side int, homes []outline.Place) {
	for _, home := range homes {
		s.furnish(postOf(side), pack.Thing{Outline: outline.Disc(g.k.PostMM / 2), Kind: post, Held: g.stands[side+1].held, Home: home, Within: g.plate(side)})
	}
}

// post puts one post where it stood in a plan. It may move about its usual place as any, and no
// farther: a plan that is begun from again and again must not creep. Where it stood elsewhere, in
// another kiln, it stays.
func (g *packing) post(s *shelf, side int, at outline.Place) {
	home, held, near := at, 0.5, g.stands[side+1].held
	for _, usual := range g.stands[side+1].homes {
		if far := usual.Point().Distance(at.Point()); far <= near {
			home, held, near = usual, g.stands[side+1].held, far
		}
	}
	s.furnish(postOf(side), pack.Thing{Outline: outline.Disc(g.k.PostMM / 2), Kind: post, Held: held, Home: home, Within: g.plate(side)})
	s.at[len(s.at)-1] = at
}

// carries are the places of the posts that carry a shelf above, on a side.
func (s *shelf) carries(side int) (at []outline.Point) {
	for t, w := range s.who {
		if w == postOf(side) {
			at = append(at, s.at[t].Point())
		}
	}
	return at
}

// need is how much room its pieces want, mm; gap is what stays free above the tallest.
func (g *packing) need(s *shelf, gap float64) float64 {
	need := 0.0
	for _, i := range s.holds() {
		need = math.Max(need, g.pieces[i].TallMM+gap)
	}
	return need
}

// grams is what its pieces weigh.
func (g *packing) grams(s *shelf) (sum float64) {
	for _, i := range s.holds() {
		sum += g.pieces[i].Grams
	}
	return sum
}

// bareShelf is a shelf with nothing on it but the rod and, where it bears, posts.
func (g *packing) bareShelf(side int, room float64, bears, low bool) *shelf {
	s := &shelf{side: side, room: room, bears: bears, low: low, failed: math.Inf(1)}
	if line, ok := g.k.Rod(0, g.k.TallMM); ok {
		s.furnish(theRod, pack.Thing{Outline: line, Kind: rod, Fixed: true})
	}
	if bears {
		g.posts(s, side, g.stands[side+1].homes)
	}
	return s
}

func (g *packing) plate(side int) *outline.Flat {
	plate := g.k.Plate(side).And(g.k.Edge())
	return &plate
}

// flat is where pieces may stand on a shelf.
func (g *packing) flat(side int) outline.Flat { return g.flats[side+1] }

// capacity is the area that the pieces of a shelf could have if they filled it, gaps and posts
// counted.
func (g *packing) capacity(s *shelf) float64 {
	whole := g.flatMM2[s.side+1]
	for _, t := range s.things {
		if t.Kind == post {
			r := g.k.PostMM/2 + g.ways.GapMM/2
			whole -= math.Pi * r * r
		}
	}
	return whole
}

// thing is a piece as a thing on a shelf.
func (g *packing) thing(i int, s *shelf) pack.Thing {
	p := g.pieces[i]
	t := pack.Thing{Outline: p.Outline, Kind: p.kind()}
	if p.Runs && g.ways.Runners == RunnersInside && !s.low {
		in := g.k.Plate(s.side).Inset(g.ways.EdgeMM).And(g.flat(s.side))
		t.Within = &in
	}
	for side, room := range s.under {
		if g.tall(i) <= room {
			continue
		}
		// Too tall to reach below the half shelf: the other half is left.
		in := g.k.Plate(-side).And(g.flat(s.side))
		if t.Within != nil {
			in = in.And(*t.Within)
		}
		t.Within = &in
	}
	return t
}

// admits says whether a piece may stand on a shelf as far as its height goes, and whether it runs.
func (g *packing) admits(s *shelf, i int) bool {
	p := g.pieces[i]
	return g.tall(i) <= s.room+1e-9 && (!p.Runs || g.ways.Runners != RunnersLow || s.low)
}

// tall is the room that a piece wants.
func (g *packing) tall(i int) float64 { return g.pieces[i].TallMM + g.ways.AboveMM }

func (g *packing) problem(s *shelf) pack.Problem {
	return pack.Problem{Flat: g.flat(s.side), Things: s.things, Gaps: g.gaps}
}

// full is the share of a shelf that no load gets beyond, so that a search for room would be in vain:
// discs alone, whatever their sizes here, 0.93 (equal ones in the plane 0.907).
func (g *packing) full(s *shelf, i int) float64 {
	round := g.pieces[i].Outline.Round()
	for _, k := range s.holds() {
		round = round && g.pieces[k].Outline.Round()
	}
	if round {
		return 0.93
	}
	return 1
}

// add looks for room for a piece; hard goes on looking for so many
// steps where a few descents found none, in the end with all of the shelf laid anew.
func (g *packing) add(s *shelf, i int, spots, hard int) bool {
	if !g.admits(s, i) || g.areas[i] >= s.failed && hard == 0 || s.area+g.areas[i] > g.full(s, i)*g.capacity(s) {
		return false
	}
	with := s.clone()
	with.who, with.things, with.at = append(with.who, i), append(with.things, g.thing(i, s)), append(with.at, outline.Place{})
	problem := g.problem(with)
	last := len(with.who) - 1
	at, ok := problem.Insert(with.at, last, spots, g.effort)
	if !ok && hard > 0 {
		for _, look := range []func(*pack.Effort) ([]outline.Place, bool){
			func(e *pack.Effort) ([]outline.Place, bool) { return problem.Better(at, e) },
			problem.Find,
		} {
			part := g.effort.Part(hard / 2)
			at, ok = look(part)
			if g.effort.Return(part); ok {
				break
			}
		}
	}
	if !ok {
		s.failed = math.Min(s.failed, g.areas[i])
		return false
	}
	with.at, with.area = at, s.area+g.areas[i]
	*s = *with
	return true
}

// remove takes a piece off a shelf.
func (g *packing) remove(s *shelf, i int) {
	at := slices.Index(s.who, i)
	s.who = slices.Delete(slices.Clone(s.who), at, at+1)
	s.things = slices.Delete(slices.Clone(s.things), at, at+1)
	s.at = slices.Delete(slices.Clone(s.at), at, at+1)
	s.area -= g.areas[i]
	s.failed = math.Inf(1)
}

// level is the shelf as a level of a plan, without its heights.
func (g *packing) level(s *shelf) Level {
	l := Level{Side: s.side, On: -1, Pieces: []Standing{}}
	for t, i := range s.who {
		if i >= 0 {
			l.Pieces = append(l.Pieces, Standing{Piece: g.pieces[i].ID, Place: s.at[t], Locked: s.things[t].Fixed, Piled: g.pieces[i].Piled, Rims: g.pieces[i].Rims})
		}
	}
	return l
}
