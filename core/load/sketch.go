package load

import (
	"cmp"
	"slices"
)

// sketch is a choice of shelves by the posts between them, before anything has a place: each
// level below the top has a pair of posts above it, the top one what is left below the lid.
type sketch struct {
	below []int // into packing.pairs
}

// tops are the rooms of a sketch, the highest first, and which of them is the top one; none where
// the posts or the kiln do not suffice.
func (g *packing) tops(s sketch) (rooms []float64, top int, ok bool) {
	left := g.k.TallMM - g.k.FloorMM - g.k.LidMM - float64(len(s.below)+1)*g.k.Whole.ThickMM
	if len(s.below)+1 > g.k.Whole.Count {
		return nil, 0, false
	}
	posts := stockOf(g.k)
	for _, p := range s.below {
		left -= g.pairs[p].high
		if left <= 0 || !posts.take(g.pairs[p].posts, g.k.PerShelf) {
			return nil, 0, false
		}
		rooms = append(rooms, g.pairs[p].high)
	}
	slices.SortFunc(rooms, func(a, b float64) int { return cmp.Compare(b, a) })
	if _, ok := g.order(rooms, g.ways.Runners != RunnersAnywhere); !ok {
		return nil, 0, false
	}
	// The lid asks for its own gap and not for the one above the tallest.
	rooms = append(rooms, left+g.ways.AboveMM)
	last := rooms[len(rooms)-1]
	slices.SortFunc(rooms, func(a, b float64) int { return cmp.Compare(b, a) })
	return rooms, slices.Index(rooms, last), true
}

// deal says which pieces to try on which shelf, by area alone; the rest is left out. Of all that
// want at least some height no more is kept than the shelves that are high enough hold: where it
// is too much, the largest goes (Moore and Hodgson's rule for the fewest late jobs, heights in
// place of days), what is due goes last.
func (g *packing) deal(rooms []float64, top int, density float64) (dealt [][]int, value Score) {
	var kept []int
	room, used, next := 0.0, 0.0, 0
	per := density * g.plain
	bearing := func(i int) float64 {
		if i == top {
			return density * g.clear
		}
		return per
	}
	for _, i := range g.byTall {
		for next < len(rooms) && rooms[next] >= g.tall(i) {
			room += bearing(next)
			next++
		}
		kept = append(kept, i)
		used += g.areas[i]
		for used > room {
			worst := g.leastWanted(kept)
			used -= g.areas[kept[worst]]
			kept = slices.Delete(kept, worst, worst+1)
		}
	}
	dealt = make([][]int, len(rooms))
	left := make([]float64, len(rooms))
	for i := range rooms {
		left[i] = bearing(i)
	}
	for _, i := range kept {
		best := -1
		for r := range rooms {
			if rooms[r] >= g.tall(i) && (left[r] >= g.areas[i] || best < 0) {
				best = r // the lowest that is high enough and has room
			}
		}
		left[best] -= g.areas[i]
		dealt[best] = append(dealt[best], i)
		value.Pieces++
		if g.pieces[i].Due > 0 {
			value.Due++
		}
	}
	value.Levels = len(rooms)
	for r := range rooms {
		if g.roomy {
			value.StackMM -= float64(g.admitted(rooms[r]))
		} else if r != top {
			value.StackMM += rooms[r]
		}
	}
	return dealt, value
}

// admitted is how many pieces a room is high enough for.
func (g *packing) admitted(room float64) (n int) {
	for n < len(g.byTall) && g.tall(g.byTall[len(g.byTall)-1-n]) <= room {
		n++
	}
	return n
}

// leastWanted is the one to leave out: the largest of those that are due last.
func (g *packing) leastWanted(kept []int) int {
	worst := 0
	for n, i := range kept {
		k := kept[worst]
		if c := urgent(g.pieces[i], g.pieces[k]); c > 0 || c == 0 && g.areas[i] > g.areas[k] {
			worst = n
		}
	}
	return worst
}

// sketches are so many good choices of shelves at a density, the best first.
func (g *packing) sketches(density float64, tries int) (best sketch, bestValue Score) {
	value := func(s sketch) (Score, bool) {
		rooms, top, ok := g.tops(s)
		if !ok {
			return Score{}, false
		}
		_, v := g.deal(rooms, top, density)
		return v, true
	}
	bestValue, _ = value(best)
	now, nowValue := best, bestValue
	stale := 0
	for range tries {
		next := sketch{slices.Clone(now.below)}
		switch n := len(next.below); {
		case len(g.pairs) == 0:
			return best, bestValue
		case n == 0 || g.effort.Rand.Intn(3) == 0:
			next.below = append(next.below, g.effort.Rand.Intn(len(g.pairs)))
		case g.effort.Rand.Intn(3) == 0:
			at := g.effort.Rand.Intn(n)
			next.below = slices.Delete(next.below, at, at+1)
		case g.effort.Rand.Intn(3) == 0: // far away: the thermocouple may forbid all that is near
			next.below[g.effort.Rand.Intn(n)] = g.effort.Rand.Intn(len(g.pairs))
		default:
			at := g.effort.Rand.Intn(n)
			next.below[at] = min(max(next.below[at]+g.effort.Rand.Intn(7)-3, 0), len(g.pairs)-1)
		}
		v, ok := value(next)
		g.effort.Steps -= len(g.pieces)
		if !ok || nowValue.Better(v) {
			if stale++; stale > 60 {
				if now, nowValue, stale = best, bestValue, 0; g.effort.Rand.Intn(2) == 0 {
					now = sketch{} // anew: what is best may be a blind alley
					nowValue, _ = value(now)
				}
			}
			continue
		}
		now, nowValue = next, v
		if v.Better(bestValue) {
			best, bestValue, stale = next, v, 0
		}
	}
	return best, bestValue
}
