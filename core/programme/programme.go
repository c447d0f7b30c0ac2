// Package programme plans the fewest test tiles that show every stack somebody
// means to use and nobody has fired: the tile programme.
//
// A tile holds up to three base columns crossed by up to three top rows, so one
// tile shows up to nine overlaps. A column without a row on it shows the base
// alone. The question of the fewest tiles is a covering problem: the pairs of
// base and top that are wanted are the edges of a graph, and each tile covers
// those between its columns and its rows.
package programme

import (
	"cmp"
	"slices"

	"enkaustos/core/glaze"
)

// Columns and Rows are how many bases and tops one tile holds.
const (
	Columns = 3
	Rows    = 3
)

// Pair is one wanted overlap: a base and what lies over it, as indices into a
// Problem's Bases and Tops.
type Pair struct{ Base, Top int }

// Problem is the overlaps that somebody wants to see.
type Problem struct {
	Bases []glaze.Stack
	Tops  []glaze.Stack // an empty stack is the base alone
	Pairs []Pair        // each once, in order
}

// Wanted makes the problem of a set of stacks: what lies on top is the last
// layer, the base all that is below it.
func Wanted(stacks []glaze.Stack) Problem {
	var p Problem
	for _, s := range stacks {
		s = s.Normal()
		if len(s) == 0 {
			continue
		}
		base, top := s, glaze.Stack(nil)
		if len(s) > 1 {
			base, top = s[:len(s)-1], s[len(s)-1:]
		}
		pair := Pair{place(&p.Bases, base), place(&p.Tops, top)}
		if !slices.Contains(p.Pairs, pair) {
			p.Pairs = append(p.Pairs, pair)
		}
	}
	slices.SortFunc(p.Pairs, func(a, b Pair) int { return cmp.Or(cmp.Compare(a.Base, b.Base), cmp.Compare(a.Top, b.Top)) })
	return p
}

func place(list *[]glaze.Stack, s glaze.Stack) int {
	i := slices.IndexFunc(*list, s.Same)
	if i < 0 {
		i = len(*list)
		*list = append(*list, s)
	}
	return i
}

// Tile is one tile to make: the indices of its columns and rows.
type Tile struct{ Bases, Tops []int }

// Shows says whether the tile shows a pair.
func (t Tile) Shows(p Pair) bool {
	return slices.Contains(t.Bases, p.Base) && slices.Contains(t.Tops, p.Top)
}

// Plan is tiles that show every pair.
type Plan struct {
	Tiles []Tile
	// AtLeast is a number of tiles that no plan can be below; equal to
	// len(Tiles) where the plan is proven to be the fewest.
	AtLeast int
}

// Proven says whether no plan has fewer tiles.
func (p Plan) Proven() bool { return p.AtLeast == len(p.Tiles) }

// effort is how many nodes the exact search looks at before it gives up, a
// tenth of a second.
const effort = 120_000

// Fewest is the fewest tiles that show every pair: proven where the exact
// search comes to an end, else the best that was found, with its lower bound.
func Fewest(p Problem) Plan {
	if len(p.Pairs) == 0 {
		return Plan{}
	}
	best := Plan{Tiles: greedy(p), AtLeast: AtLeast(p)}
	left := effort
	for tiles := best.AtLeast; tiles < len(best.Tiles); tiles++ {
		found, sure := exactly(p, tiles, &left)
		if found != nil {
			best.Tiles = found
		}
		if found != nil || !sure {
			break
		}
		best.AtLeast = tiles + 1
	}
	return best
}

// AtLeast is a number of tiles that no plan can be below. Every tile shows at
// most nine pairs; a base with d tops stands on at least ⌈d/3⌉ tiles, and a tile
// has room for three bases; the same holds for tops.
func AtLeast(p Problem) int {
	bases, tops := make([]int, len(p.Bases)), make([]int, len(p.Tops))
	for _, pair := range p.Pairs {
		bases[pair.Base]++
		tops[pair.Top]++
	}
	places := func(degrees []int, side, other int) int {
		sum, most := 0, 0
		for _, d := range degrees {
			sum += up(d, other)
			most = max(most, up(d, other))
		}
		return max(most, up(sum, side))
	}
	return max(up(len(p.Pairs), Columns*Rows), places(bases, Columns, Rows), places(tops, Rows, Columns))
}

// up is a divided by b, rounded up.
func up(a, b int) int { return (a + b - 1) / b }
