package pack

import (
	"math"
	"slices"

	"enkaustos/core/outline"
)

// margin is how much more than its gap a search asks for, mm, so that what it takes for placed is
// placed for whoever measures.
const margin = 0.02

// layout is a problem with its things somewhere: how much it hurts, and where to.
type layout struct {
	p     *Problem
	moves []int // the things that move
	turns []bool
	reach []float64
	at    []outline.Place
	world []outline.Outline // at its place
	flats []outline.Flat
	inner []float64         // of the disc about 0, 0 that lies within its flat
	box   *[2]outline.Point // about the flat
	pain  []float64         // by thing, as of the last look
	worst float64           // the worst shortfall, mm, margin included
	steps int
	// near are the pairs that may touch, of what moved (nearOf) and where all was (nearAt) when they
	// were found.
	near   []neighbour
	nearOf []int
	nearAt []outline.Place
}

func newLayout(p *Problem, places []outline.Place) *layout {
	n := len(p.Things)
	l := &layout{p: p, turns: make([]bool, n), reach: make([]float64, n), at: make([]outline.Place, n),
		world: make([]outline.Outline, n), flats: make([]outline.Flat, n), inner: make([]float64, n), pain: make([]float64, n)}
	for i, t := range p.Things {
		l.reach[i] = t.Outline.Reach()
		l.turns[i] = !t.Fixed && !t.Outline.Round()
		l.flats[i] = p.flatOf(i)
		l.inner[i] = l.flats[i].Within(outline.Disc(0))
		if !t.Fixed {
			l.moves = append(l.moves, i)
		}
		l.world[i] = t.Outline.At(outline.Place{})
		l.put(i, places[i])
	}
	return l
}

// put moves a thing to a place.
func (l *layout) put(i int, place outline.Place) {
	l.at[i] = place
	sin, cos := 0.0, 1.0
	if place.Turn != 0 {
		sin, cos = math.Sincos(place.Turn)
	}
	for k, part := range l.p.Things[i].Outline {
		core := l.world[i][k].Core
		for c, q := range part.Core {
			core[c] = outline.Point{X: cos*q.X - sin*q.Y + place.X, Y: sin*q.X + cos*q.Y + place.Y}
		}
	}
}

// vars are the variables of a layout: x, y and turn of all that moves; a turn is measured as the
// way that the farthest of the thing goes by it, half of it for short.
func (l *layout) vars(x []float64) {
	for v, i := range l.moves {
		x[3*v], x[3*v+1], x[3*v+2] = l.at[i].X, l.at[i].Y, l.at[i].Turn*l.arm(i)
	}
}

func (l *layout) arm(i int) float64 { return 0.5 * l.reach[i] }

// set moves everything to where the variables say.
func (l *layout) set(x []float64) {
	for v, i := range l.moves {
		place := outline.Place{X: x[3*v], Y: x[3*v+1], Turn: l.at[i].Turn}
		if l.turns[i] {
			place.Turn = x[3*v+2] / l.arm(i)
		}
		l.put(i, place)
	}
}

// hurt is the sum of the squares of all shortfalls, mm², with its gradient. What is where it is
// allowed to be does not hurt.
func (l *layout) hurt(grad []float64) float64 {
	for i := range grad {
		grad[i] = 0
	}
	for i := range l.pain {
		l.pain[i] = 0
	}
	l.worst = 0
	sum := 0.0
	for v, i := range l.moves {
		sum += l.edges(v, i, grad)
	}
	for _, n := range l.neighbours() {
		sum += l.pair(n.i, n.k, n.vi, n.vk, grad)
	}
	return sum
}

// neighbour is a pair of things that may touch, with the variables at which they are; -1 for what does
// not move.
type neighbour struct{ i, k, vi, vk int }

// skinMM is how much farther apart than their gap two things may be and still be neighbours: until
// one has moved half as far, no others can touch.
const skinMM = 24

// neighbours are the pairs that may touch, found anew once something moved far.
func (l *layout) neighbours() []neighbour {
	if l.sameMoves() && !l.strayed() {
		return l.near
	}
	l.near, l.nearOf = l.near[:0], append(l.nearOf[:0], l.moves...)
	l.nearAt = append(l.nearAt[:0], l.at...)
	slot := l.slots()
	for v, i := range l.moves {
		for k := range l.p.Things {
			if k == i || slot[k] >= 0 && k > i {
				continue // each pair once, things that do not move with all that do
			}
			l.steps++
			dx, dy := l.at[i].X-l.at[k].X, l.at[i].Y-l.at[k].Y
			far := l.reach[i] + l.reach[k] + l.p.Gaps[l.p.Things[i].Kind][l.p.Things[k].Kind] + margin + skinMM
			if dx*dx+dy*dy < far*far {
				l.near = append(l.near, neighbour{i, k, v, slot[k]})
			}
		}
	}
	return l.near
}

func (l *layout) sameMoves() bool { return slices.Equal(l.nearOf, l.moves) && len(l.nearAt) > 0 }

// strayed says whether something has moved so far that others may touch it than its neighbours.
func (l *layout) strayed() bool {
	for i, was := range l.nearAt {
		if dx, dy := l.at[i].X-was.X, l.at[i].Y-was.Y; 4*(dx*dx+dy*dy) > skinMM*skinMM {
			return true
		}
	}
	return false
}

// slots says at which variables each thing is; -1 for what does not move.
func (l *layout) slots() []int {
	slot := make([]int, len(l.p.Things))
	for i := range slot {
		slot[i] = -1
	}
	for v, i := range l.moves {
		slot[i] = v
	}
	return slot
}

// pair adds what two things do to each other.
func (l *layout) pair(i, k, vi, vk int, grad []float64) (sum float64) {
	want := l.p.Gaps[l.p.Things[i].Kind][l.p.Things[k].Kind] + margin
	dx, dy, near := l.at[i].X-l.at[k].X, l.at[i].Y-l.at[k].Y, l.reach[i]+l.reach[k]+want
	l.steps++
	if dx*dx+dy*dy >= near*near {
		return 0
	}
	for _, a := range l.world[i] {
		for _, b := range l.world[k] {
			l.steps += weigh(a, b)
			apart, near := outline.Nearer(a, b, want)
			if !near {
				continue
			}
			short := want - apart.MM
			sum += short * short
			l.worst = math.Max(l.worst, short)
			l.pain[i] += short * short
			l.pain[k] += short * short
			l.push(vi, i, apart.Toward, apart.On, short, grad)
			if vk >= 0 {
				l.push(vk, k, outline.Point{X: -apart.Toward.X, Y: -apart.Toward.Y}, apart.Off, short, grad)
			}
		}
	}
	return sum
}

// push adds to the gradient what moves a thing in a direction, by a point of it.
func (l *layout) push(v, i int, toward, at outline.Point, short float64, grad []float64) {
	if grad == nil {
		return
	}
	grad[3*v] -= 2 * short * toward.X
	grad[3*v+1] -= 2 * short * toward.Y
	if l.turns[i] {
		x, y := at.X-l.at[i].X, at.Y-l.at[i].Y
		grad[3*v+2] -= 2 * short * (x*toward.Y - y*toward.X) / l.arm(i)
	}
}

// edges adds what the edge of the flat does to a thing, and how far it is from home.
func (l *layout) edges(v, i int, grad []float64) (sum float64) {
	flat := l.flats[i]
	if in := l.inner[i] - l.reach[i] - margin; in > 0 && l.at[i].X*l.at[i].X+l.at[i].Y*l.at[i].Y < in*in && l.p.Things[i].Held == 0 {
		l.steps++
		return 0 // nowhere near an edge
	}
	beyond := func(short float64, toward, at outline.Point) {
		if short > 0 {
			sum += short * short
			l.worst = math.Max(l.worst, short)
			l.pain[i] += short * short
			l.push(v, i, toward, at, short, grad)
		}
	}
	for _, part := range l.world[i] {
		for _, c := range part.Core {
			l.steps += 1 + len(flat.Sides)/6
			if flat.R > 0 {
				if d2, in := c.X*c.X+c.Y*c.Y, flat.R-part.R-margin; in < 0 || d2 > in*in {
					if d := math.Sqrt(d2); d > 1e-9 {
						beyond(d-in, outline.Point{X: -c.X / d, Y: -c.Y / d}, c)
					} else {
						beyond(-in, outline.Point{X: 1}, c)
					}
				}
			}
			for _, s := range flat.Sides {
				beyond(s.Out.X*c.X+s.Out.Y*c.Y+part.R+margin-s.At, outline.Point{X: -s.Out.X, Y: -s.Out.Y}, c)
			}
		}
	}
	if t := l.p.Things[i]; t.Held > 0 {
		c := l.at[i].Point()
		if d := c.Distance(t.Home.Point()); d > 1e-9 {
			beyond(d+margin-t.Held, outline.Point{X: (t.Home.X - c.X) / d, Y: (t.Home.Y - c.Y) / d}, c)
		}
	}
	return sum
}

// weigh is how many steps it takes to compare two parts beyond the first: about as the time goes.
func weigh(a, b outline.Part) int { return len(a.Core) * len(b.Core) / 2 }
