package load

import (
	"cmp"
	"math"
	"slices"

	"enkaustos/core/kiln"
	"enkaustos/core/outline"
)

// arrange puts the shelves of a draft on top of one another: heavy ones low, the one that bears
// nothing on top, half ones above that, on the lowest posts that are enough. Empty shelves stay
// out. False where posts or height do not suffice.
func (g *packing) arrange(d draft) ([]Level, bool) {
	whole, halves := g.stacked(d)
	if len(whole) == 0 {
		return nil, true
	}
	posts := stockOf(g.k)
	whole, below := g.clearOfRod(whole, posts)
	if below == nil && len(whole) > 1 {
		return nil, false
	}
	base := g.k.FloorMM + g.k.Whole.ThickMM
	var levels []Level
	for i, s := range whole {
		l := g.level(s)
		if i > 0 {
			p := below[i-1]
			posts.take(p.posts, g.k.PerShelf)
			base += p.high + g.k.Whole.ThickMM
			l.On, l.PostsMM, l.Stands = i-1, p.posts, whole[i-1].carries(kiln.Whole)
		}
		l.BaseMM = base
		levels = append(levels, l)
	}
	return g.halves(levels, whole[len(whole)-1], halves, posts)
}

// stacked are the shelves that something stands on, the lowest first, whole and half ones.
func (g *packing) stacked(d draft) (whole, halves []*shelf) {
	var top *shelf
	for _, s := range d.shelves {
		switch {
		case len(s.holds()) == 0 && !slices.ContainsFunc(s.who, func(w int) bool { return w == postLeft || w == postRight }):
		case s.side != kiln.Whole:
			halves = append(halves, s)
		case !s.bears:
			top = s
		default:
			whole = append(whole, s)
		}
	}
	if !g.keeps {
		slices.SortStableFunc(whole, func(a, b *shelf) int {
			if first := g.stays(a) - g.stays(b); first != 0 {
				return -first
			}
			return cmp.Compare(g.grams(b), g.grams(a))
		})
	}
	if top != nil {
		whole = append(whole, top)
	} else if n := len(whole); n > 1 && !g.keeps {
		// Nothing has to stand on the last: the tallest goes there, where no post is needed for it.
		at := n - 1
		for i, s := range whole {
			if g.need(s, 0) > g.need(whole[at], 0) && g.stays(s) == 0 {
				at = i
			}
		}
		tallest := whole[at]
		whole = append(slices.Delete(whole, at, at+1), tallest)
	}
	return whole, halves
}

// clearOfRod orders shelves, the first ones low where they can be, and gives them the lowest posts
// with which none meets the thermocouple. The last stays on top. No posts where that cannot be.
func (g *packing) clearOfRod(whole []*shelf, posts stock) ([]*shelf, []pair) {
	needs := make([]float64, len(whole)-1)
	for i := range needs {
		needs[i] = g.need(whole[i], g.ways.AboveMM)
	}
	for _, more := range g.raises(whole, needs) {
		below := choose(g.k, more, posts)
		if below == nil {
			continue
		}
		if order, ok := g.order(highs(below), g.lowStays(whole)); ok {
			sorted, sortedBelow := make([]*shelf, 0, len(whole)), make([]pair, 0, len(below))
			for _, i := range order {
				sorted, sortedBelow = append(sorted, whole[i]), append(sortedBelow, below[i])
			}
			return append(sorted, whole[len(whole)-1]), sortedBelow
		}
	}
	return whole, nil
}

// raises are heights to try for the posts: what the pieces need, one shelf or another a little
// higher, and what was foreseen when the shelves were chosen.
func (g *packing) raises(whole []*shelf, needs []float64) [][]float64 {
	all := [][]float64{needs}
	foreseen := slices.Clone(needs)
	for i := range needs {
		foreseen[i] = math.Max(needs[i], whole[i].room)
		for _, mm := range []float64{12, 25, 50} {
			more := slices.Clone(needs)
			more[i] += mm
			all = append(all, more)
		}
	}
	return append(all, foreseen)
}

func highs(of []pair) []float64 {
	list := make([]float64, len(of))
	for i, p := range of {
		list[i] = p.high
	}
	return list
}

// lowStays says whether the lowest shelf has to stay the lowest: runny pieces stand on it that may
// not stand so anywhere else.
func (g *packing) lowStays(whole []*shelf) bool { return g.stays(whole[0]) == 1 }

// stays is 1 for a shelf that has to be the lowest.
func (g *packing) stays(s *shelf) int {
	runs := slices.ContainsFunc(s.holds(), func(i int) bool { return g.pieces[i].Runs })
	if s.low && runs && g.ways.Runners != RunnersAnywhere {
		return 1
	}
	return 0
}

// order finds the first order, as near to the given one as can be, in which shelves on posts of
// such heights miss the thermocouple. Where firm, the first one stays. It looks at each set of
// shelves once.
func (g *packing) order(highs []float64, firm bool) ([]int, bool) {
	n := len(highs)
	order := make([]int, 0, n)
	dead := map[int]bool{}
	var next func(base float64, used int) bool
	next = func(base float64, used int) bool {
		if len(order) == n {
			return true
		}
		if dead[used] || len(dead) > mostTries {
			return false
		}
		for i := range n {
			if used>>i&1 == 1 || firm && len(order) == 0 && i > 0 || g.keeps && i != len(order) {
				continue
			}
			if meetsRod(g.k, base+highs[i], g.k.Whole.ThickMM, kiln.Whole) {
				continue
			}
			order = append(order, i)
			if next(base+highs[i]+g.k.Whole.ThickMM, used|1<<i) {
				return true
			}
			order = order[:len(order)-1]
		}
		dead[used] = true
		return false
	}
	return order, next(g.k.FloorMM+g.k.Whole.ThickMM, 0)
}

// rodMM is what a shelf stays from the thermocouple.
const rodMM = 10

func meetsRod(k kiln.Kiln, under, thick float64, side int) bool {
	t := k.Thermocouple
	if t.LongMM == 0 || t.HighMM+rodMM <= under || t.HighMM-rodMM >= under+thick {
		return false
	}
	line, _ := k.Rod(0, k.TallMM)
	tip := line[0].Core[1]
	return k.Plate(side).Within(outline.Disc(0).At(outline.Place{X: tip.X, Y: tip.Y})) > -rodMM
}

// halves adds half shelves above the top one.
func (g *packing) halves(levels []Level, whole *shelf, halves []*shelf, posts stock) ([]Level, bool) {
	top := len(levels) - 1
	for _, s := range halves {
		need := g.underHalf(levels[top], s.side)
		var fits []pair
		for _, p := range g.pairs {
			if p.high >= need && posts.take(p.posts, g.k.PerShelf) {
				fits = append(fits, p)
				break
			}
		}
		if fits == nil {
			return nil, false
		}
		l := g.level(s)
		l.On, l.PostsMM, l.BaseMM = top, fits[0].posts, levels[top].BaseMM+fits[0].high+g.k.Half.ThickMM
		l.Stands = whole.carries(s.side)
		levels = append(levels, l)
	}
	for _, l := range levels[top:] {
		for _, s := range l.Pieces {
			if l.BaseMM+g.byID[s.Piece].TallMM+g.k.LidMM > g.k.TallMM+1e-9 {
				return nil, false
			}
		}
	}
	return levels, true
}

// from makes a draft of a plan, without what cannot stand in this kiln; false where its shelves
// cannot.
func (g *packing) from(p Plan) (draft, bool) {
	var d draft
	there := map[int]bool{}
	for n, l := range p.Levels {
		s := g.shelfOf(p, n)
		for _, standing := range l.Pieces {
			i, ok := g.index[standing.Piece]
			if !ok || there[i] {
				continue
			}
			t := g.thing(i, s)
			t.Fixed, t.Home = standing.Locked, standing.Place
			s.who, s.things, s.at = append(s.who, i), append(s.things, t), append(s.at, standing.Place)
			s.area += g.areas[i]
			if (g.problem(s).Short(s.at) > 1e-6 || !g.admits(s, i)) && !standing.Locked {
				g.remove(s, i)
				continue
			}
			there[i] = true
		}
		d.shelves = append(d.shelves, s)
	}
	for i := range g.pieces {
		if !there[i] {
			d.out = append(d.out, i)
		}
	}
	_, ok := g.arrange(d)
	return d, ok
}

// shelfOf is a level of a plan, with the posts that stand on it and without pieces.
func (g *packing) shelfOf(p Plan, n int) *shelf {
	l := p.Levels[n]
	room := g.k.TallMM - g.k.LidMM - l.BaseMM + g.ways.AboveMM
	s := g.bareShelf(l.Side, room, false, n == 0)
	for _, above := range p.Levels[n+1:] {
		if above.On != n {
			continue
		}
		if above.Side == kiln.Whole {
			s.bears, s.room = true, above.HighMM()
		} else {
			s.goesUnder(above.Side, above.HighMM())
		}
		for _, at := range above.Stands {
			g.post(s, above.Side, outline.Place{X: at.X, Y: at.Y})
		}
	}
	return s
}
