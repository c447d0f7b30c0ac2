package pack

import (
	"cmp"
	"math"
	"slices"

	"enkaustos/core/outline"
)

// Find looks for places for everything, within an effort: it settles a first layout, then takes
// what hurts most to where there is room, swaps things and begins anew, for as long as it may. It
// says whether everything has its gap; where not, the places are the best it saw.
func (p Problem) Find(e *Effort) (places []outline.Place, ok bool) {
	var best []outline.Place
	least := math.Inf(1)
	for round := 0; round < glances && !e.Over(); round++ {
		if places, ok = p.Settled(p.start(round, e), e); ok {
			return places, true
		}
	}
	for round := 0; round == 0 || !e.Over(); round++ {
		places, hurt := p.hop(p.start(round, e), e)
		if hurt < least {
			least, best = hurt, places
		}
		if least == 0 {
			return best, true
		}
	}
	return best, false
}

// glances is from how many beginnings it only settles, before it looks harder from any.
const glances = 16

// Settled moves things from where they are until everything has its gap; false where a descent
// alone cannot.
func (p Problem) Settled(from []outline.Place, e *Effort) (places []outline.Place, ok bool) {
	l := newLayout(&p, from)
	ok = l.settle(e)
	return l.at, ok
}

// Better goes on from a layout as Find does, without beginning anew.
func (p Problem) Better(from []outline.Place, e *Effort) (places []outline.Place, ok bool) {
	places, hurt := p.hop(from, e)
	return places, hurt == 0
}

// start is somewhere to begin, another way every round.
func (p Problem) start(round int, e *Effort) []outline.Place {
	switch round % 4 {
	case 0:
		return p.rows(round/4, e)
	case 1:
		return p.corner(e)
	}
	return p.scatter(e, round%4 == 2)
}

// rows begins with things in rows, each row in the gaps of the one before, as far apart as the
// mean of them is wide: the largest about the middle.
func (p Problem) rows(round int, e *Effort) []outline.Place {
	places := make([]outline.Place, len(p.Things))
	var loose []int
	wide := 0.0
	for i, t := range p.Things {
		places[i] = t.Home
		if !t.Fixed && t.Held == 0 {
			loose = append(loose, i)
			wide += 2*t.Outline.Reach() + p.Gaps[t.Kind][t.Kind] + margin
		}
	}
	wide /= float64(max(1, len(loose)))
	slices.SortStableFunc(loose, func(a, b int) int {
		return cmp.Compare(p.Things[b].Outline.Reach(), p.Things[a].Outline.Reach())
	})
	spots := grid(wide, len(loose), round, e)
	for n, i := range loose {
		places[i] = p.turned(i, spots[n], e)
	}
	return places
}

// grid are the points of a hexagonal grid that are nearest the middle, which lies at one of its
// points, midway between two or among three, or anywhere, by turns.
func grid(wide float64, n, round int, e *Effort) []outline.Point {
	u, v := []float64{0, 0.5, 1.0 / 3, e.Rand.Float64()}, []float64{0, 0, 1.0 / 3, e.Rand.Float64()}
	at := round % len(u)
	across := 2 + int(math.Sqrt(float64(n)))
	var points []outline.Point
	for i := -across; i <= across; i++ {
		for j := -across; j <= across; j++ {
			x, y := float64(i)+u[at], float64(j)+v[at]
			points = append(points, outline.Point{X: wide * (x + y/2), Y: wide * y * math.Sqrt(3) / 2})
		}
	}
	slices.SortStableFunc(points, func(a, b outline.Point) int {
		return cmp.Compare(a.X*a.X+a.Y*a.Y, b.X*b.X+b.Y*b.Y)
	})
	return points[:n]
}

// scatter is anywhere, or the largest first, each where there is most room.
func (p Problem) scatter(e *Effort, roomy bool) []outline.Place {
	places := make([]outline.Place, len(p.Things))
	for i, t := range p.Things {
		places[i] = t.Home
	}
	l := newLayout(&p, places)
	order := slices.Clone(l.moves)
	slices.SortStableFunc(order, func(a, b int) int { return cmp.Compare(l.reach[b], l.reach[a]) })
	there := map[int]bool{}
	for i, t := range p.Things {
		there[i] = t.Fixed || t.Held > 0
	}
	for _, i := range order {
		if p.Things[i].Held > 0 {
			continue
		}
		spot := p.anywhere(i, e)
		if roomy {
			if free := l.vacancies(i, there, 3, e); len(free) > 0 {
				spot = free[e.Rand.Intn(len(free))]
			}
		}
		l.put(i, p.turned(i, spot, e))
		there[i] = true
	}
	return l.at
}

// anywhere is a point of the flat that a thing may lie on.
func (p Problem) anywhere(i int, e *Effort) outline.Point {
	low, high := p.flatOf(i).Extent()
	return outline.Point{X: low.X + e.Rand.Float64()*(high.X-low.X), Y: low.Y + e.Rand.Float64()*(high.Y-low.Y)}
}

// turned gives a place a turn: any, or one of the quarters, which suit most flats and neighbours.
func (p Problem) turned(i int, at outline.Point, e *Effort) outline.Place {
	place := outline.Place{X: at.X, Y: at.Y}
	if !p.Things[i].Outline.Round() {
		place.Turn = p.Things[i].Home.Turn + math.Pi/2*float64(e.Rand.Intn(4))
		if e.Rand.Intn(2) == 0 {
			place.Turn = 2 * math.Pi * e.Rand.Float64()
		}
	}
	return place
}

// hop settles a layout and goes from one valley to the next as long as it gets better.
func (p Problem) hop(from []outline.Place, e *Effort) (places []outline.Place, hurt float64) {
	l := newLayout(&p, from)
	if l.settle(e) {
		return slices.Clone(l.at), 0
	}
	places, hurt = slices.Clone(l.at), l.hurt(nil)
	free := 0
	for _, i := range l.moves {
		if p.Things[i].Held == 0 {
			free++
		}
	}
	for miss := 0; miss < 6+2*free && free > 1 && !e.Over(); miss++ {
		l.jump(e)
		if l.settle(e) {
			return slices.Clone(l.at), 0
		}
		if now := l.hurt(nil); now < hurt*(1-1e-6) {
			if now < 0.9*hurt {
				miss = -1
			}
			places, hurt = slices.Clone(l.at), now
			continue
		}
		for i, place := range places {
			l.put(i, place)
		}
		l.hurt(nil)
	}
	return places, hurt
}

// jump takes a thing somewhere else: what hurts most, or now and then another one, to where there
// is room; or it swaps two.
func (l *layout) jump(e *Effort) {
	var loose []int
	for _, i := range l.moves {
		if l.p.Things[i].Held == 0 {
			loose = append(loose, i)
		}
	}
	i := most(l.pain, loose)
	if e.Rand.Intn(3) == 0 {
		i = loose[e.Rand.Intn(len(loose))]
	}
	if k := loose[e.Rand.Intn(len(loose))]; e.Rand.Intn(4) == 0 && math.Abs(l.reach[i]-l.reach[k]) > 1 {
		a, b := l.at[i], l.at[k]
		l.put(i, outline.Place{X: b.X, Y: b.Y, Turn: a.Turn})
		l.put(k, outline.Place{X: a.X, Y: a.Y, Turn: b.Turn})
		return
	}
	there := map[int]bool{}
	for k := range l.p.Things {
		there[k] = k != i
	}
	if free := l.vacancies(i, there, 5, e); len(free) > 0 {
		l.put(i, l.p.turned(i, free[e.Rand.Intn(len(free))], e))
	}
}

// vacancies are points where a thing has the most room among those that are there, the roomiest
// first: the peaks of how far the points of a grid are from everything.
func (l *layout) vacancies(i int, there map[int]bool, most int, e *Effort) []outline.Point {
	const across = 15
	low, high := l.extent(i)
	stepX, stepY := (high.X-low.X)/across, (high.Y-low.Y)/across
	offX, offY := e.Rand.Float64(), e.Rand.Float64()
	var room [across][across]float64
	at := func(x, y int) outline.Point {
		return outline.Point{X: low.X + (float64(x)+offX)*stepX, Y: low.Y + (float64(y)+offY)*stepY}
	}
	for x := range across {
		for y := range across {
			room[x][y] = l.room(i, at(x, y), there)
		}
	}
	e.Steps -= l.steps
	l.steps = 0
	type peak struct {
		at   outline.Point
		room float64
	}
	var peaks []peak
	for x := range across {
		for y := range across {
			if room[x][y] > math.Inf(-1) && isPeak(&room, x, y) {
				peaks = append(peaks, peak{at(x, y), room[x][y]})
			}
		}
	}
	slices.SortStableFunc(peaks, func(a, b peak) int { return cmp.Compare(b.room, a.room) })
	var points []outline.Point
	for _, k := range peaks[:min(most, len(peaks))] {
		points = append(points, k.at)
	}
	return points
}

// extent is the box about where a thing may lie, kept for the flat that all share.
func (l *layout) extent(i int) (low, high outline.Point) {
	if l.p.Things[i].Within != nil {
		return l.flats[i].Extent()
	}
	if l.box == nil {
		low, high := l.p.Flat.Extent()
		l.box = &[2]outline.Point{low, high}
	}
	return l.box[0], l.box[1]
}

func isPeak(room *[15][15]float64, x, y int) bool {
	for dx := -1; dx <= 1; dx++ {
		for dy := -1; dy <= 1; dy++ {
			nx, ny := x+dx, y+dy
			if nx >= 0 && ny >= 0 && nx < len(room) && ny < len(room) && room[nx][ny] > room[x][y] {
				return false
			}
		}
	}
	return true
}

// room is how far a point is from the edge and from everything that is there, its gap included;
// -Inf outside the flat.
func (l *layout) room(i int, at outline.Point, there map[int]bool) float64 {
	dot := outline.Part{Core: []outline.Point{at}}
	room := l.flats[i].Within(outline.Outline{dot})
	if room < 0 {
		return math.Inf(-1)
	}
	for k, t := range l.p.Things {
		if !there[k] {
			continue
		}
		gap := l.p.Gaps[l.p.Things[i].Kind][t.Kind]
		if l.at[k].Point().Distance(at)-l.reach[k]-gap > room {
			l.steps++
			continue
		}
		for _, part := range l.world[k] {
			l.steps += len(part.Core)
			room = math.Min(room, outline.PartsApart(dot, part).MM-gap)
		}
	}
	return room
}
