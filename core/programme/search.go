package programme

import (
	"cmp"
	"math/rand"
	"slices"
)

// exactly looks for a plan of so many tiles: pair by pair, on a tile that has
// room for it or on the next new one. left is how many nodes may still be
// looked at; sure says that the answer is proven, where none was found.
func exactly(p Problem, tiles int, left *int) (found []Tile, sure bool) {
	s := search{pairs: tight(p), tiles: make([]Tile, 0, tiles), most: tiles, left: left}
	if s.place(0) {
		return s.tiles, true
	}
	return nil, *s.left > 0
}

// tight orders pairs so that the search runs into contradictions early: bases
// of many tops first, all pairs of a base together.
func tight(p Problem) []Pair {
	degree := make([]int, len(p.Bases))
	for _, pair := range p.Pairs {
		degree[pair.Base]++
	}
	pairs := slices.Clone(p.Pairs)
	slices.SortStableFunc(pairs, func(a, b Pair) int {
		return cmp.Or(cmp.Compare(degree[b.Base], degree[a.Base]), cmp.Compare(a.Base, b.Base))
	})
	return pairs
}

type search struct {
	pairs []Pair
	tiles []Tile
	most  int
	left  *int
}

// place finds a tile for the pair at i and for all that follow.
func (s *search) place(i int) bool {
	if i == len(s.pairs) {
		return true
	}
	if *s.left--; *s.left <= 0 {
		return false
	}
	pair := s.pairs[i]
	if slices.ContainsFunc(s.tiles, func(t Tile) bool { return t.Shows(pair) }) {
		return s.place(i + 1)
	}
	if s.needed(i) > s.most {
		return false
	}
	for k := range s.tiles {
		old := s.tiles[k]
		grown, fits := old.with(pair)
		if !fits {
			continue
		}
		s.tiles[k] = grown
		if s.place(i + 1) {
			return true
		}
		s.tiles[k] = old
	}
	if len(s.tiles) == s.most {
		return false
	}
	s.tiles = append(s.tiles, Tile{Bases: []int{pair.Base}, Tops: []int{pair.Top}})
	if s.place(i + 1) {
		return true
	}
	s.tiles = s.tiles[:len(s.tiles)-1]
	return false
}

// needed is a number of tiles that cannot be gone below from here: the ones
// begun, and as many as the columns that are still wanted need beyond the room
// that is left on them.
func (s *search) needed(i int) int {
	room := (s.most - len(s.tiles)) * Columns
	for _, t := range s.tiles {
		room += Columns - len(t.Bases)
	}
	missing, last := 0, -1
	for _, pair := range s.pairs[i:] {
		if pair.Base == last {
			continue
		}
		last = pair.Base
		if !slices.ContainsFunc(s.tiles, func(t Tile) bool { return slices.Contains(t.Bases, pair.Base) }) {
			missing++
		}
	}
	if missing > room {
		return s.most + 1
	}
	return s.most
}

// with is the tile with a pair on it; fits is false where it has no room.
func (t Tile) with(p Pair) (grown Tile, fits bool) {
	grown = t
	if !slices.Contains(t.Bases, p.Base) {
		if len(t.Bases) == Columns {
			return t, false
		}
		grown.Bases = append(slices.Clip(t.Bases), p.Base)
	}
	if !slices.Contains(t.Tops, p.Top) {
		if len(t.Tops) == Rows {
			return t, false
		}
		grown.Tops = append(slices.Clip(t.Tops), p.Top)
	}
	return grown, true
}

// tries is how often the heuristic begins anew; each costs about as much as
// the problem has triples of rows.
const tries = 40

// greedy lays the tile that shows the most pairs, then the next, until all are
// shown; several times with the ties broken otherwise, and keeps the fewest.
// The same problem always gets the same answer.
func greedy(p Problem) []Tile {
	random := rand.New(rand.NewSource(1))
	var best []Tile
	for range tries {
		tiles := round(p, random)
		if best == nil || len(tiles) < len(best) {
			best = tiles
		}
	}
	return best
}

// round is one run of the heuristic.
func round(p Problem, random *rand.Rand) []Tile {
	open := map[Pair]bool{}
	for _, pair := range p.Pairs {
		open[pair] = true
	}
	var tiles []Tile
	for len(open) > 0 {
		t := fullest(p, open, random)
		for _, b := range t.Bases {
			for _, top := range t.Tops {
				delete(open, Pair{b, top})
			}
		}
		tiles = append(tiles, t)
	}
	return tiles
}

// fullest is the tile that shows the most open pairs, grown from a row: rows
// are added one by one with the three columns that gain most by them.
func fullest(p Problem, open map[Pair]bool, random *rand.Rand) Tile {
	tops, of := active(p, open)
	var best Tile
	most := -1.0
	for _, first := range tops {
		rows := []int{first}
		for len(rows) < Rows {
			next, gain := -1, -1.0
			for _, top := range tops {
				if slices.Contains(rows, top) {
					continue
				}
				if g := score(columns(of, append(slices.Clip(rows), top), random)) + 0.5*random.Float64(); g > gain {
					next, gain = top, g
				}
			}
			if next < 0 {
				break
			}
			rows = append(rows, next)
		}
		chosen := columns(of, rows, random)
		if g := score(chosen) + 0.9*random.Float64(); g > most {
			most, best = g, Tile{Tops: rows}
			for _, c := range chosen {
				best.Bases = append(best.Bases, c.base)
			}
		}
	}
	return trimmed(best, open)
}

// active are the tops that open pairs ask for, and the open tops of each base.
func active(p Problem, open map[Pair]bool) (tops []int, of [][]bool) {
	of = make([][]bool, len(p.Bases))
	seen := make([]bool, len(p.Tops))
	for i := range of {
		of[i] = make([]bool, len(p.Tops))
	}
	for _, pair := range p.Pairs {
		if open[pair] {
			of[pair.Base][pair.Top] = true
			if !seen[pair.Top] {
				seen[pair.Top] = true
				tops = append(tops, pair.Top)
			}
		}
	}
	return tops, of
}

// column is a base and how many open pairs it has with some rows.
type column struct {
	base, shows int
	tie         float64
}

// columns are the three bases that have the most open pairs with some rows.
func columns(of [][]bool, rows []int, random *rand.Rand) []column {
	var all []column
	for b, tops := range of {
		n := 0
		for _, top := range rows {
			if tops[top] {
				n++
			}
		}
		if n > 0 {
			all = append(all, column{b, n, random.Float64()})
		}
	}
	slices.SortFunc(all, func(a, b column) int { return cmp.Or(cmp.Compare(b.shows, a.shows), cmp.Compare(a.tie, b.tie)) })
	return all[:min(Columns, len(all))]
}

func score(columns []column) (sum float64) {
	for _, c := range columns {
		sum += float64(c.shows)
	}
	return sum
}

// trimmed is a tile without the rows that no open pair needs.
func trimmed(t Tile, open map[Pair]bool) Tile {
	t.Tops = slices.DeleteFunc(t.Tops, func(top int) bool {
		return !slices.ContainsFunc(t.Bases, func(b int) bool { return open[Pair{b, top}] })
	})
	slices.Sort(t.Bases)
	slices.Sort(t.Tops)
	return t
}
