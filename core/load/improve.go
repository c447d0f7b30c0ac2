package load

import (
	"cmp"
	"slices"
)

// hardSteps is how long the search on one shelf for one more piece goes on, more in later rounds.
const hardSteps = 120_000

// halvesEvery is how often half shelves get their turn, rounds.
const halvesEvery = 3

// improve gets more of what is out into a draft: by looking longer, by taking one piece elsewhere
// to make room for another.
func (g *packing) improve(d *draft, round int) {
	if len(d.out) == 0 {
		return
	}
	for _, s := range d.shelves {
		s.failed = inf
	}
	g.refill(d, 4, 0)
	if round%halvesEvery == halvesEvery-1 {
		// Half shelves are tried on every height and both sides: a share of what is left, so that
		// other choices of whole ones get their turn.
		g.within(g.effort.Steps/4, func() { g.addHalves(d) })
	}
	tries, vain := 0, map[like]bool{}
	for _, i := range slices.Clone(d.out) {
		if g.effort.Over() || tries > 8+4*round {
			return
		}
		if kind := g.like(i); vain[kind] {
			continue
		} else {
			vain[kind] = true
		}
		tries++
		if g.swap(d, i) || g.somewhere(d, i, 2, hardSteps*(1+round)*(1+round)) || g.shuffle(d, i) {
			d.out = slices.DeleteFunc(d.out, func(o int) bool { return o == i })
			clear(vain)
		}
	}
}

// like is what makes two pieces alike to a search.
type like struct{ area, tall, reach float64 }

func (g *packing) like(i int) like {
	return like{g.areas[i], g.pieces[i].TallMM, g.pieces[i].Outline.Reach()}
}

// swap gets a piece onto a shelf by taking another one from there to another shelf.
func (g *packing) swap(d *draft, in int) bool {
	for n, s := range d.shelves {
		if !g.admits(s, in) {
			continue
		}
		movable := slices.DeleteFunc(s.holds(), func(i int) bool { return g.fixed(s, i) })
		slices.SortStableFunc(movable, func(a, b int) int { return cmp.Compare(g.areas[b], g.areas[a]) })
		for _, i := range movable[:min(4, len(movable))] {
			if g.effort.Over() {
				return false
			}
			here := s.clone()
			g.remove(here, i)
			if !g.add(here, in, 3, 0) {
				continue
			}
			for m, other := range d.shelves {
				if m == n {
					continue
				}
				there := other.clone()
				if g.add(there, i, 3, 0) {
					d.shelves[n], d.shelves[m] = here, there
					return true
				}
			}
		}
	}
	return false
}

func (g *packing) fixed(s *shelf, i int) bool {
	return s.things[slices.Index(s.who, i)].Fixed
}
