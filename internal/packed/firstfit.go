package packed

import (
	"cmp"
	"math"
	"slices"

	"enkaustos/core/kiln"
	"enkaustos/core/load"
	"enkaustos/core/outline"
)

// FirstFit packs as one does by eye: shelf by shelf, each piece at the first free spot of a grid of
// 10 mm from the back left, in four turns; a piece that finds none waits for the next shelf, and a
// new shelf comes on the lowest posts that clear the tallest of what is left. The posts stand at
// their usual places. The best of three orders counts: tall first, short first, small first.
func FirstFit(k kiln.Kiln, ways load.Ways, pieces []load.Piece) load.Plan {
	var best load.Plan
	most, fewest := -1, 0
	for _, order := range []func(a, b load.Piece) int{
		func(a, b load.Piece) int { return cmp.Compare(b.TallMM, a.TallMM) },
		func(a, b load.Piece) int { return cmp.Compare(a.TallMM, b.TallMM) },
		func(a, b load.Piece) int { return cmp.Compare(Grown(a, ways), Grown(b, ways)) },
	} {
		sorted := slices.Clone(pieces)
		slices.SortStableFunc(sorted, order)
		plan := firstFit(k, ways, sorted)
		n := Pieces(plan)
		if n > most || n == most && len(plan.Levels) < fewest {
			best, most, fewest = plan, n, len(plan.Levels)
		}
	}
	return best
}

// Pieces counts the pieces that stand in a plan, a lid not by itself.
func Pieces(plan load.Plan) (n int) {
	for _, l := range plan.Levels {
		for _, s := range l.Pieces {
			if !slices.Contains([]byte(s.Piece), '/') {
				n++
			}
		}
	}
	return n
}

// eye is a packer without a search.
type eye struct {
	k      kiln.Kiln
	ways   load.Ways
	posts  map[float64]int
	stands []outline.Point
	plan   load.Plan
	base   float64
}

func firstFit(k kiln.Kiln, ways load.Ways, left []load.Piece) load.Plan {
	e := eye{k: k, ways: ways, posts: map[float64]int{}, stands: load.UsualStands(k),
		plan: load.Plan{Levels: []load.Level{}, Out: []load.Out{}}, base: k.FloorMM + k.Whole.ThickMM}
	for _, p := range k.Posts {
		e.posts[p.HighMM] = p.Count
	}
	var carried []float64
	for len(left) > 0 && len(e.plan.Levels) < k.Whole.Count {
		level, rest, tallest := e.fill(left)
		if len(level.Pieces) == 0 {
			break
		}
		if level.On = len(e.plan.Levels) - 1; level.On >= 0 {
			level.PostsMM, level.Stands = carried, e.stands
		}
		e.plan.Levels = append(e.plan.Levels, level)
		left = rest
		if carried = e.clear(tallest + ways.AboveMM); carried == nil {
			break
		}
	}
	return e.plan
}

// fill puts what it can on one shelf.
func (e *eye) fill(left []load.Piece) (level load.Level, rest []load.Piece, tallest float64) {
	level = load.Level{BaseMM: e.base, Pieces: []load.Standing{}}
	var there []stood
	for _, p := range left {
		at, ok := e.spot(p, there)
		if !ok {
			rest = append(rest, p)
			continue
		}
		there = append(there, stood{p.Outline.At(at), at, p.Outline.Reach(), inner(p.Outline)})
		level.Pieces = append(level.Pieces, load.Standing{Piece: p.ID, Place: at})
		tallest = math.Max(tallest, p.TallMM)
	}
	return level, rest, tallest
}

// clear takes the lowest posts that are high enough, and goes up by them; nil where none are, or
// where the next shelf would be too high for anything.
func (e *eye) clear(need float64) []float64 {
	var best []float64
	low := math.Inf(1)
	for a := range e.posts {
		for b := range e.posts {
			for _, set := range [][]float64{{a}, {a, b}} {
				sum, want := 0.0, map[float64]int{}
				for _, p := range set {
					sum += p
					want[p] += e.k.PerShelf
				}
				enough := true
				for p, n := range want {
					enough = enough && e.posts[p] >= n
				}
				under := e.base + sum
				if t := e.k.Thermocouple; t.LongMM > 0 && t.HighMM+10 > under && t.HighMM-10 < under+e.k.Whole.ThickMM {
					continue
				}
				if enough && sum >= need && sum < low {
					best, low = set, sum
				}
			}
		}
	}
	if best == nil || e.base+low+e.k.Whole.ThickMM+e.k.LidMM+20 > e.k.TallMM {
		return nil
	}
	for _, p := range best {
		e.posts[p] -= e.k.PerShelf
	}
	e.base += low + e.k.Whole.ThickMM
	return best
}

// spot is the first free one of a grid.
func (e *eye) spot(p load.Piece, there []stood) (outline.Place, bool) {
	if e.base+p.TallMM+e.k.LidMM > e.k.TallMM {
		return outline.Place{}, false
	}
	flat := e.k.Standing(kiln.Whole)
	if p.Runs && e.ways.Runners == load.RunnersInside {
		flat = flat.And(e.k.Plate(kiln.Whole).Inset(e.ways.EdgeMM))
	}
	low, high := flat.Extent()
	const grid = 10
	own := inner(p.Outline)
	for y := high.Y; y > low.Y; y -= grid {
		for x := low.X; x < high.X; x += grid {
			here := outline.Point{X: x, Y: y}
			if flat.Within(outline.Disc(own).At(outline.Place{X: x, Y: y})) < 0 ||
				slices.ContainsFunc(there, func(q stood) bool { return q.at.Point().Distance(here) < own+q.inner+e.ways.GapMM }) {
				continue // no turn helps
			}
			for turn := range 4 {
				at := outline.Place{X: x, Y: y, Turn: float64(turn) * math.Pi / 4}
				if e.free(p.Outline, at, flat, there) {
					return at, true
				}
				if p.Outline.Round() {
					break
				}
			}
		}
	}
	return outline.Place{}, false
}

// stood is what stands on a shelf already.
type stood struct {
	o     outline.Outline
	at    outline.Place
	reach float64
	inner float64
}

// inner is the radius of a disc about its zero that lies within an outline; 0 where none does.
func inner(o outline.Outline) float64 { return math.Max(0, -outline.Gap(o, outline.Disc(0))) }

func (e *eye) free(p outline.Outline, at outline.Place, flat outline.Flat, there []stood) bool {
	o := p.At(at)
	if flat.Within(o) < 0 {
		return false
	}
	if rod, ok := e.k.Rod(0, e.k.TallMM); ok && outline.Gap(o, rod) < e.k.WallMM {
		return false
	}
	for _, at := range e.stands {
		if outline.Gap(o, outline.Disc(e.k.PostMM/2).At(outline.Place{X: at.X, Y: at.Y})) < e.ways.GapMM {
			return false
		}
	}
	reach := p.Reach()
	return !slices.ContainsFunc(there, func(q stood) bool {
		return q.at.Point().Distance(at.Point()) < reach+q.reach+e.ways.GapMM && outline.Gap(o, q.o) < e.ways.GapMM
	})
}
