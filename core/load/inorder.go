package load

import (
	"cmp"
	"math"
	"slices"

	"enkaustos/core/kiln"
)

// inOrder packs as one does by eye: a shelf after the other, in one order, each with what it takes,
// for as long as the kiln has room for one more. Where little is left out, this finds what a choice
// of shelves by area alone does not.
func (g *packing) inOrder(nth int) draft {
	order := slices.Clone(g.byTall)
	switch nth % 3 {
	case 1:
		slices.Reverse(order)
	case 2:
		slices.SortStableFunc(order, func(a, b int) int { return cmp.Compare(g.areas[a], g.areas[b]) })
	}
	slices.SortStableFunc(order, func(a, b int) int { return urgent(g.pieces[a], g.pieces[b]) })
	var d draft
	for len(order) > 0 && len(d.shelves) < g.k.Whole.Count && !g.effort.Over() {
		next := d.clone()
		s := g.bareShelf(kiln.Whole, g.k.TallMM, true, len(d.shelves) == 0)
		var left []int
		for _, i := range order {
			if !g.add(s, i, 3, 0) {
				left = append(left, i)
			}
		}
		if next.shelves = append(next.shelves, s); len(s.holds()) == 0 {
			break
		}
		if _, ok := g.arrange(next); !ok {
			break
		}
		d, order = next, left
	}
	d.out = order
	g.crown(&d)
	return d
}

// crown says of the shelves of a draft how high each is, so that more may go where it is high enough,
// and takes the posts off the one that nothing stands on.
func (g *packing) crown(d *draft) {
	whole, _ := g.stacked(*d)
	levels, ok := g.arrange(*d)
	if !ok || len(whole) == 0 {
		return
	}
	for n, s := range whole {
		s.room = g.k.TallMM - g.k.LidMM - levels[n].BaseMM + g.ways.AboveMM
		if n+1 < len(levels) && levels[n+1].Side == kiln.Whole {
			s.room = levels[n+1].HighMM()
			continue
		}
		s.bears, s.failed = false, math.Inf(1)
		for t := len(s.who) - 1; t >= 0; t-- {
			if s.who[t] == postWhole {
				s.who, s.things, s.at = slices.Delete(s.who, t, t+1), slices.Delete(s.things, t, t+1), slices.Delete(s.at, t, t+1)
			}
		}
	}
	g.refill(d, 3, 0)
}
