package term

import (
	"cmp"
	"slices"

	"enkaustos/core/lesson"
)

// ground is what all courses of a term share.
type ground struct {
	*Term
	class  map[string]int
	away   []bool // by day from today
	there  []bool // somebody can unload
	beyond lesson.Date
	// batches are all that there are, in order; of says by piece and firing which one it is.
	batches []Batch
	of      [][]int
	taught  [][][2]int // by day from today: a class, and which of its lessons
	makes   [][]int    // by class: its pieces, in order
	maker   []int      // by piece: whose it is, counted through
	classOf []int      // by maker: in Term.Classes
	takes   [][]bool   // by kiln and batch
	litres  []float64  // by kiln
	bySize  []int      // kilns, the largest first
}

// past the term's last day a course is followed for so many days, and for so many where that day is
// not known.
const (
	afterTerm = 42
	openTerm  = 150
)

// end is the last day that is looked at.
func (t *Term) end() lesson.Date {
	if t.Last >= t.Today {
		return t.Last + afterTerm
	}
	return t.Today + openTerm
}

// Known is a day of a course, 0 for one beyond those that are looked at.
func (t *Term) Known(d lesson.Date) lesson.Date {
	if d > t.end() {
		return 0
	}
	return d
}

func (t *Term) ground() ground {
	g := ground{Term: t, class: map[string]int{}}
	end := t.end()
	g.beyond = end + 1
	g.taught = make([][][2]int, end-t.Today+1)
	for i, c := range t.Classes {
		g.class[c.ID] = i
		for n, d := range c.Lessons {
			if d >= t.Today && d <= end {
				g.taught[d-t.Today] = append(g.taught[d-t.Today], [2]int{i, n})
			}
		}
	}
	g.makes = make([][]int, len(t.Classes))
	makers := map[string]int{}
	for i, p := range t.Pieces {
		class := g.class[p.Class]
		g.makes[class] = append(g.makes[class], i)
		if _, known := makers[p.Hand]; !known {
			makers[p.Hand] = len(makers)
			g.classOf = append(g.classOf, class)
		}
		g.maker = append(g.maker, makers[p.Hand])
	}
	for _, of := range g.makes { // who has several goes on first at what is wanted first
		slices.SortStableFunc(of, func(a, b int) int { return cmp.Compare(due(t.Pieces[a].Want), due(t.Pieces[b].Want)) })
	}
	for d := t.Today; d <= end; d++ {
		taught := len(g.taught[d-t.Today]) > 0
		away := t.Away != nil && t.Away(d) && !taught
		g.away = append(g.away, away)
		g.there = append(g.there, !away && (d.Weekday() <= 5 || taught))
	}
	g.sort()
	return g
}

// sort finds the batches.
func (g *ground) sort() {
	for i := range g.Pieces {
		for f := range g.Pieces[i].Firings {
			if b := g.batch(&g.Pieces[i], f); !slices.Contains(g.batches, b) {
				g.batches = append(g.batches, b)
			}
		}
	}
	slices.SortFunc(g.batches, Batch.compare)
	for i := range g.Pieces {
		var of []int
		for f := range g.Pieces[i].Firings {
			of = append(of, slices.Index(g.batches, g.batch(&g.Pieces[i], f)))
		}
		g.of = append(g.of, of)
	}
	for _, k := range g.Kilns {
		var takes []bool
		for _, b := range g.batches {
			takes = append(takes, k.takes(b))
		}
		g.takes, g.litres = append(g.takes, takes), append(g.litres, k.Litres())
		g.bySize = append(g.bySize, len(g.bySize))
	}
	slices.SortStableFunc(g.bySize, func(a, b int) int { return cmp.Compare(g.litres[b], g.litres[a]) })
}

// opens is the first day from one on, and from today on, on which somebody can unload.
func (g ground) opens(from lesson.Date) lesson.Date {
	for d := max(from, g.Today); d < g.beyond; d++ {
		if g.there[d-g.Today] {
			return d
		}
	}
	return g.beyond
}
