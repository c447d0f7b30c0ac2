package load

import (
	"cmp"
	"math"
	"slices"

	"enkaustos/core/outline"
)

// What a shuffle of two shelves looks at: no more pieces than that, no more ways to part them, and
// so many steps on each.
const (
	mostShuffled  = 13
	shuffleTries  = 120
	shuffledSteps = 150_000
)

// shuffle gets a piece in by parting it and all that stands on two shelves between the two anew, the
// evenest ways first: where few large pieces stand, no other move finds the one way that fits.
func (g *packing) shuffle(d *draft, in int) bool {
	for n := range d.shelves {
		for m := n + 1; m < len(d.shelves); m++ {
			a, b := d.shelves[n], d.shelves[m]
			pool := append(append(g.loose(a), g.loose(b)...), in)
			if len(pool) > mostShuffled || a.side != 0 || b.side != 0 {
				continue
			}
			if one, other, ok := g.part(a, b, pool); ok {
				d.shelves[n], d.shelves[m] = one, other
				return true
			}
		}
	}
	return false
}

func (g *packing) loose(s *shelf) []int {
	return slices.DeleteFunc(s.holds(), func(i int) bool { return g.fixed(s, i) })
}

// parting is one way to part a pool: the bits of those that go to the first shelf.
type parting struct {
	mask int
	full float64 // of the fuller one
}

// part finds places for a pool on two shelves.
func (g *packing) part(a, b *shelf, pool []int) (one, other *shelf, ok bool) {
	emptyA, emptyB := g.without(a), g.without(b)
	var ways []parting
	for mask := range 1 << len(pool) {
		areaA, areaB, may := emptyA.area, emptyB.area, true
		for k, i := range pool {
			if mask>>k&1 == 1 {
				areaA, may = areaA+g.areas[i], may && g.admits(a, i)
			} else {
				areaB, may = areaB+g.areas[i], may && g.admits(b, i)
			}
		}
		if full := math.Max(areaA/g.capacity(a), areaB/g.capacity(b)); may && full <= 1 {
			ways = append(ways, parting{mask, full})
		}
	}
	slices.SortStableFunc(ways, func(x, y parting) int { return cmp.Compare(x.full, y.full) })
	vainA, vainB := map[int]bool{}, map[int]bool{}
	for _, w := range ways[:min(len(ways), shuffleTries)] {
		if g.effort.Over() {
			return nil, nil, false
		}
		if vainA[w.mask] || vainB[w.mask] {
			continue
		}
		if one, ok = g.laid(emptyA, pool, w.mask, 1); !ok {
			vainA[w.mask] = true
			continue
		}
		if other, ok = g.laid(emptyB, pool, w.mask, 0); ok {
			return one, other, true
		}
		vainB[w.mask] = true
	}
	return nil, nil, false
}

// without is a shelf with nothing on it that could be anywhere else.
func (g *packing) without(s *shelf) *shelf {
	c := s.clone()
	for _, i := range g.loose(s) {
		g.remove(c, i)
	}
	return c
}

// laid is a shelf with those of a pool whose bit is so; false where a search finds no places.
func (g *packing) laid(empty *shelf, pool []int, mask, bit int) (*shelf, bool) {
	s := empty.clone()
	for k, i := range pool {
		if mask>>k&1 == bit {
			s.who, s.things, s.at = append(s.who, i), append(s.things, g.thing(i, s)), append(s.at, outline.Place{})
			s.area += g.areas[i]
		}
	}
	e := g.effort.Part(shuffledSteps)
	at, ok := g.problem(s).Find(e)
	g.effort.Return(e)
	s.at, s.failed = at, inf
	return s, ok
}
