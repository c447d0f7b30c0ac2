package load

import (
	"errors"
	"fmt"
	"math"
	"slices"

	"enkaustos/core/kiln"
	"enkaustos/core/outline"
	"enkaustos/core/pack"
)

// Hand changes a plan by hand: pieces go where somebody says, and slide to the nearest place where
// they may stand, without moving anything else.
type Hand struct {
	Kiln   kiln.Kiln
	Ways   Ways
	Pieces []Piece
}

// glideSteps is how long a slide may take, steps.
const glideSteps = 300_000

// Move puts a piece at a place on a level, from wherever it was. Where glides, it slides to the
// nearest place where it may stand; where there is none, and where it does not, it stays where it
// was put, for Breaches to say what is missing. The error is one sentence.
func (h Hand) Move(plan Plan, piece string, level int, at outline.Place, glides bool) (Plan, error) {
	if level < 0 || level >= len(plan.Levels) {
		return plan, errors.New("that shelf is not in the plan any more: look again")
	}
	if !h.knows(piece) {
		return plan, errors.New("this piece is not in what may be loaded any more")
	}
	_, was, there := plan.find(piece)
	if !there {
		was = h.standing(piece)
	}
	plan = plan.without(piece)
	if glides {
		if slid, ok := h.glide(plan, piece, level, at); ok {
			at = slid
		}
	}
	plan.Levels[level].Pieces = append(plan.Levels[level].Pieces, was.at(at))
	return plan, nil
}

// Put finds a place for a piece that is out, and for its lid, on a level; what is not locked there may
// move aside. The error says that there is none.
func (h Hand) Put(plan Plan, piece string, level int) (next Plan, err error) {
	next = plan
	for n, one := range h.kin(piece) {
		if _, _, there := plan.find(one); n > 0 && there {
			continue
		}
		if next, err = h.putOne(next, one, level); err != nil {
			return plan, err
		}
	}
	return next, nil
}

func (h Hand) putOne(plan Plan, piece string, level int) (Plan, error) {
	if level < 0 || level >= len(plan.Levels) || !h.knows(piece) {
		return plan, errors.New("this piece or shelf is not in the plan any more: look again")
	}
	plan = plan.without(piece)
	g := newPacking(Request{Kiln: h.Kiln, Ways: h.Ways, Pieces: h.Pieces, Steps: 10 * glideSteps})
	s := g.shelfWith(plan, level)
	if !g.admits(s, g.index[piece]) {
		return plan, fmt.Errorf("it is too tall for that shelf: it wants %.0f mm, and there are %.0f mm", g.tall(g.index[piece]), s.room)
	}
	if !g.add(s, g.index[piece], 8, 5*glideSteps) {
		return plan, errors.New("there is no room for it on that shelf")
	}
	moved := g.level(s)
	plan.Levels[level].Pieces = moved.Pieces
	for m, l := range plan.Levels {
		if l.On == level {
			plan.Levels[m].Stands = s.carries(l.Side)
		}
	}
	return plan, nil
}

// TakeOut takes a piece out of a plan, with its lid, to stay out.
func (h Hand) TakeOut(plan Plan, piece string) Plan {
	for _, one := range h.kin(piece) {
		_, was, _ := plan.find(one)
		plan = plan.without(one)
		for _, id := range append([]string{one}, was.Piled...) {
			plan.Out = append(plan.Out, Out{Piece: id, Why: "Taken out by hand.", ByHand: true})
		}
	}
	return plan
}

// Swap exchanges the places of two pieces; each slides to where it may stand.
func (h Hand) Swap(plan Plan, one, other string) (Plan, error) {
	n, a, ok := plan.find(one)
	m, b, there := plan.find(other)
	if !ok || !there {
		return plan, errors.New("one of the two is not in the plan any more: look again")
	}
	plan = plan.without(one).without(other)
	plan.Levels[m].Pieces = append(plan.Levels[m].Pieces, a.at(outline.Place{X: b.Place.X, Y: b.Place.Y, Turn: a.Place.Turn}))
	plan.Levels[n].Pieces = append(plan.Levels[n].Pieces, b.at(outline.Place{X: a.Place.X, Y: a.Place.Y, Turn: b.Place.Turn}))
	for _, piece := range []string{one, other} {
		level, s, _ := plan.find(piece)
		var err error
		if plan, err = h.Move(plan, piece, level, s.Place, true); err != nil {
			return plan, err
		}
	}
	return plan, nil
}

// Lock says of a piece whether it stays where it is; "" for all of them.
func (p Plan) Lock(piece string, locked bool) Plan {
	p = p.clone()
	for n := range p.Levels {
		for i := range p.Levels[n].Pieces {
			if s := &p.Levels[n].Pieces[i]; piece == "" || s.Piece == piece {
				s.Locked = locked
			}
		}
	}
	return p
}

// standing is a piece that stands nowhere yet.
func (h Hand) standing(piece string) Standing {
	s := Standing{Piece: piece}
	for _, p := range h.Pieces {
		if p.ID == piece {
			s.Piled, s.Rims = p.Piled, p.Rims
		}
	}
	return s
}

func (h Hand) knows(piece string) bool {
	return slices.ContainsFunc(h.Pieces, func(p Piece) bool { return p.ID == piece })
}

// glide is the nearest place where a piece may stand that a descent finds: from where it is put, and
// from around it.
func (h Hand) glide(plan Plan, piece string, level int, at outline.Place) (outline.Place, bool) {
	g := newPacking(Request{Kiln: h.Kiln, Ways: h.Ways, Pieces: h.Pieces, Steps: glideSteps})
	s := g.shelfWith(plan, level)
	for t := range s.things {
		s.things[t].Fixed, s.things[t].Home = true, s.at[t]
	}
	moving := g.thing(g.index[piece], s)
	s.things, s.at = append(s.things, moving), append(s.at, at)
	problem := pack.Problem{Flat: g.flat(s.side), Things: s.things, Gaps: g.gaps}
	best, far := at, math.Inf(1)
	for _, from := range about(at) {
		s.at[len(s.at)-1] = from
		places, ok := problem.Settled(s.at, g.effort)
		if !ok {
			continue
		}
		to := places[len(places)-1]
		if way := to.Point().Distance(at.Point()); way < far {
			best, far = to, way
		}
	}
	return best, !math.IsInf(far, 1)
}

// shelfWith is a level of a plan as it is, right or wrong.
func (g *packing) shelfWith(plan Plan, level int) *shelf {
	s := g.shelfOf(plan, level)
	for _, there := range plan.Levels[level].Pieces {
		if i, ok := g.index[there.Piece]; ok {
			t := g.thing(i, s)
			t.Fixed, t.Home = there.Locked, there.Place
			s.who, s.things, s.at = append(s.who, i), append(s.things, t), append(s.at, there.Place)
			s.area += g.areas[i]
		}
	}
	return s
}

// about are places about one, itself first.
func about(at outline.Place) []outline.Place {
	list := []outline.Place{at}
	for _, far := range []float64{15, 40, 80} {
		for i := range 8 {
			sin, cos := math.Sincos(math.Pi / 4 * float64(i))
			list = append(list, outline.Place{X: at.X + far*cos, Y: at.Y + far*sin, Turn: at.Turn})
		}
	}
	return list
}

func (p Plan) clone() Plan {
	c := Plan{Levels: slices.Clone(p.Levels), Out: slices.Clone(p.Out)}
	for n := range c.Levels {
		c.Levels[n].Pieces = slices.Clone(c.Levels[n].Pieces)
	}
	return c
}

// without is the plan without a piece, neither in nor out.
func (p Plan) without(piece string) Plan {
	c := p.clone()
	for n := range c.Levels {
		c.Levels[n].Pieces = slices.DeleteFunc(c.Levels[n].Pieces, func(s Standing) bool { return s.Piece == piece })
	}
	c.Out = slices.DeleteFunc(c.Out, func(o Out) bool { return o.Piece == piece })
	return c
}

func (p Plan) find(piece string) (level int, s Standing, ok bool) {
	for n, l := range p.Levels {
		for _, s := range l.Pieces {
			if s.Piece == piece {
				return n, s, true
			}
		}
	}
	return 0, s, false
}

// at is what stands somewhere else.
func (s Standing) at(place outline.Place) Standing {
	s.Place = place
	return s
}
