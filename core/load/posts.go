package load

import (
	"cmp"
	"math"
	"slices"

	"enkaustos/core/kiln"
	"enkaustos/core/outline"
)

// pair is what carries a shelf at each stand: one post, or two on top of each other.
type pair struct {
	posts []float64
	high  float64
}

// pairs are all heights that the posts of a kiln make, the lowest first; where two ways make one
// height, that of fewer posts.
func pairs(k kiln.Kiln) []pair {
	var all []pair
	for i, p := range k.Posts {
		if p.Count >= k.PerShelf {
			all = append(all, pair{[]float64{p.HighMM}, p.HighMM})
		}
		for j := range i + 1 {
			q := k.Posts[j]
			if i == j && p.Count < 2*k.PerShelf || min(p.Count, q.Count) < k.PerShelf {
				continue
			}
			all = append(all, pair{[]float64{max(p.HighMM, q.HighMM), min(p.HighMM, q.HighMM)}, p.HighMM + q.HighMM})
		}
	}
	slices.SortStableFunc(all, func(a, b pair) int {
		return cmp.Or(cmp.Compare(a.high, b.high), cmp.Compare(len(a.posts), len(b.posts)))
	})
	return all
}

// stock counts the posts that are left, by height.
type stock map[float64]int

func stockOf(k kiln.Kiln) stock {
	s := stock{}
	for _, p := range k.Posts {
		s[p.HighMM] = p.Count
	}
	return s
}

// take takes posts for so many stands; false, and nothing taken, where there are too few.
func (s stock) take(p []float64, stands int) bool {
	for i, high := range p {
		if s[high] < stands {
			s.back(p[:i], stands)
			return false
		}
		s[high] -= stands
	}
	return true
}

func (s stock) back(p []float64, stands int) {
	for _, high := range p {
		s[high] += stands
	}
}

// most at which a search for posts gives up and takes what it has.
const mostTries = 4000

// choose gives each of some levels posts at least as high as it needs, the lowest in all, from
// those that exist. none is nil.
func choose(k kiln.Kiln, needs []float64, left stock) []pair {
	all := pairs(k)
	order := make([]int, len(needs))
	for i := range order {
		order[i] = i
	}
	slices.SortStableFunc(order, func(a, b int) int { return cmp.Compare(needs[b], needs[a]) })
	least := make([]float64, len(needs)+1) // what those from here on need at least
	for i := len(order) - 1; i >= 0; i-- {
		least[i] = least[i+1] + lowest(all, needs[order[i]])
	}
	var best []pair
	total, tries := math.Inf(1), 0
	now := make([]pair, len(needs))
	var give func(i int, sum float64)
	give = func(i int, sum float64) {
		tries++
		if sum+least[i] >= total || tries > mostTries {
			return
		}
		if i == len(order) {
			best, total = slices.Clone(now), sum
			return
		}
		for _, p := range all {
			if p.high < needs[order[i]] || !left.take(p.posts, k.PerShelf) {
				continue
			}
			now[order[i]] = p
			give(i+1, sum+p.high)
			left.back(p.posts, k.PerShelf)
		}
	}
	give(0, 0)
	return best
}

// lowest is the lowest height of posts that is enough; +Inf where none is.
func lowest(all []pair, need float64) float64 {
	for _, p := range all {
		if p.high >= need {
			return p.high
		}
	}
	return math.Inf(1)
}

// heldMM is how far a post may stand from its usual place at most, so that those of all shelves
// stand about above one another.
const heldMM = 30

// stand is where the posts of a shelf usually are, and how far each may stand from there with the
// shelf still lying firmly.
type stand struct {
	homes []outline.Place
	held  float64
}

// stands are the usual places of the posts of a shelf: those about its middle with the most of it
// between them, away from the thermocouple. None where no posts would carry it firmly.
func stands(k kiln.Kiln, side int) stand {
	mid := middle(k, side)
	around := around(k.Plate(side).And(k.Edge()).Inset(k.PostMM/2+4), mid)
	if line, ok := k.Rod(0, k.TallMM); ok {
		around = slices.DeleteFunc(around, func(p outline.Point) bool {
			return outline.Gap(outline.Disc(k.PostMM/2).At(outline.Place{X: p.X, Y: p.Y}), line) < 10+heldMM
		})
	}
	s := choice{mid: mid}
	n := len(around)
	for a := range n {
		for b := a + 1; b < n; b++ {
			for c := b + 1; c < n; c++ {
				if k.PerShelf == 3 {
					s.try(around[a], around[b], around[c])
					continue
				}
				for d := c + 1; d < n; d++ {
					s.try(around[a], around[b], around[c], around[d])
				}
			}
		}
	}
	var best stand
	if free := s.margin - k.PostMM/2 - 1; free > 0 {
		best.held = math.Min(heldMM, free)
		for _, p := range s.best {
			best.homes = append(best.homes, outline.Place{X: p.X, Y: p.Y})
		}
	}
	return best
}

// middle is about the middle of a shelf.
func middle(k kiln.Kiln, side int) outline.Point {
	low, high := k.Plate(side).Extent()
	return outline.Point{X: (low.X + high.X) / 2, Y: (low.Y + high.Y) / 2}
}

// choice is a search for stands.
type choice struct {
	mid    outline.Point
	best   []outline.Point
	margin float64 // from the middle to the nearest line between two of them
	area   float64
}

// try keeps the stands that lie farthest around the middle; of some that are alike in that, those
// with the larger area.
func (s *choice) try(at ...outline.Point) {
	margin, area := math.Inf(1), 0.0
	for i, p := range at {
		q := at[(i+1)%len(at)]
		area += (p.X*q.Y - p.Y*q.X) / 2
		margin = math.Min(margin, ((q.X-p.X)*(s.mid.Y-p.Y)-(q.Y-p.Y)*(s.mid.X-p.X))/p.Distance(q))
	}
	if margin > s.margin+1 || margin > s.margin-1 && area > s.area+1e-6 {
		s.margin, s.area, s.best = math.Max(margin, 1e-9), area, at
	}
}

// around are points of the edge of a flat in 24 directions from a point within, counter-clockwise.
func around(flat outline.Flat, mid outline.Point) []outline.Point {
	points := make([]outline.Point, 24)
	for i := range points {
		sin, cos := math.Sincos(2 * math.Pi * float64(i) / 24)
		at := func(far float64) outline.Place { return outline.Place{X: mid.X + cos*far, Y: mid.Y + sin*far} }
		near, far := 0.0, 4000.0 // by halving: no kiln is as wide
		for range 40 {
			if half := (near + far) / 2; flat.Within(outline.Disc(0).At(at(half))) >= 0 {
				near = half
			} else {
				far = half
			}
		}
		points[i] = at(near).Point()
	}
	return points
}

// UsualStands are where the posts of whole shelves stand where nothing is in their way.
func UsualStands(k kiln.Kiln) (at []outline.Point) {
	for _, p := range stands(k, kiln.Whole).homes {
		at = append(at, p.Point())
	}
	return at
}
