package load

import (
	"cmp"
	"math"
	"slices"

	"enkaustos/core/kiln"
	"enkaustos/core/outline"
)

// goesUnder says that a half shelf lies above it on a side, with so much room below it.
func (s *shelf) goesUnder(side int, room float64) {
	if s.under == nil {
		s.under = map[int]float64{}
	}
	s.under[side] = room
}

// addHalves sets half shelves above the top shelf, on one side and then on the other, where that
// gets more of what is out into the load: the tall pieces move to the other side.
func (g *packing) addHalves(d *draft) {
	for range 2 {
		used := 0
		for _, s := range d.shelves {
			if s.side != kiln.Whole {
				used++
			}
		}
		if used >= g.k.Half.Count || len(d.out) == 0 || g.effort.Over() {
			return
		}
		best, found := *d, false
		for _, side := range []int{kiln.Left, kiln.Right} {
			for _, p := range g.pairs {
				if next, ok := g.withHalf(*d, side, p); ok && len(next.out) < len(best.out) {
					best, found = next, true
				}
				if g.effort.Over() {
					break
				}
			}
		}
		if !found {
			return
		}
		*d = best
	}
}

// withHalf is a draft with a half shelf on a side of its top shelf, on such posts; false where it
// has no room, or what stands there cannot make room.
func (g *packing) withHalf(d draft, side int, p pair) (draft, bool) {
	levels, ok := g.arrange(d)
	whole, _ := g.stacked(d)
	if !ok || len(whole) == 0 || len(g.stands[side+1].homes) == 0 {
		return d, false
	}
	top := whole[len(whole)-1]
	if _, there := top.under[side]; there {
		return d, false
	}
	base := levels[len(whole)-1].BaseMM
	room := g.k.TallMM - g.k.LidMM - base - p.high - g.k.Half.ThickMM + g.ways.AboveMM
	if !slices.ContainsFunc(d.out, func(i int) bool { return g.tall(i) <= room }) || meetsRod(g.k, base+p.high, g.k.Half.ThickMM, side) {
		return d, false
	}
	next := d.clone()
	moved := next.shelves[slices.Index(d.shelves, top)]
	moved.goesUnder(side, p.high)
	g.posts(moved, side, g.stands[side+1].homes)
	for t, i := range moved.who {
		if i >= 0 && !moved.things[t].Fixed {
			moved.things[t] = g.thing(i, moved)
		}
	}
	if !g.makeRoom(moved, &next) {
		return d, false
	}
	half := g.bareShelf(side, room, false, false)
	next.shelves = append(next.shelves, half)
	slices.SortStableFunc(next.out, func(a, b int) int {
		return cmp.Or(urgent(g.pieces[a], g.pieces[b]), cmp.Compare(g.areas[a], g.areas[b]))
	})
	g.refill(&next, 3, 0)
	if _, ok := g.arrange(next); !ok || len(half.holds()) == 0 {
		return d, false
	}
	return next, true
}

// makeRoom settles a shelf that posts came onto; where that fails, up to two pieces come off, those
// that are due last and the largest first.
func (g *packing) makeRoom(s *shelf, d *draft) bool {
	for off := 0; ; off++ {
		at, ok := g.problem(s).Settled(s.at, g.effort)
		if !ok {
			part := g.effort.Part(hardSteps)
			at, ok = g.problem(s).Better(at, part)
			g.effort.Return(part)
		}
		if ok {
			s.at = at
			return true
		}
		loose := slices.DeleteFunc(s.holds(), func(i int) bool { return g.fixed(s, i) })
		if off == 2 || len(loose) == 0 {
			return false
		}
		goes := loose[g.leastWanted(loose)]
		g.remove(s, goes)
		d.out = append(d.out, goes)
	}
}

// underHalf is the room that a half shelf has to leave below it: for what reaches under it.
func (g *packing) underHalf(l Level, side int) float64 {
	need := 0.0
	for _, s := range l.Pieces {
		p := g.byID[s.Piece]
		if overlaps(p.Outline.At(s.Place), side) {
			need = math.Max(need, p.TallMM+g.ways.AboveMM)
		}
	}
	return need
}

// overlaps says whether an outline reaches over to a side.
func overlaps(o outline.Outline, side int) bool {
	if side == kiln.Whole {
		return true
	}
	for _, part := range o {
		for _, c := range part.Core {
			if c.X*float64(side)+part.R > 0 {
				return true
			}
		}
	}
	return false
}
