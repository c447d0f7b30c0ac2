package load

import (
	"cmp"
	"math"
	"slices"

	"enkaustos/core/kiln"
	"enkaustos/core/outline"
	"enkaustos/core/pack"
)

// Request is what is asked of the planner.
type Request struct {
	Kiln   kiln.Kiln
	Ways   Ways
	Pieces []Piece // each once
	// Start is a plan to begin from: nothing worse comes of it where it stands in this kiln. What
	// is locked in it stays, with its shelves.
	Start *Plan
	// Steps are how long it may go on; see pack.Effort. The same seed and steps give the same plan.
	Steps int
	Seed  int64
	// Stop, where set, is asked now and then whether to give up early with what there is.
	Stop func() bool
	// Watch, where set, is told the best plan so far and the share of the effort that is used; it
	// says whether to go on.
	Watch func(best Plan, share float64) bool
}

// packing is the search for a plan.
type packing struct {
	k      kiln.Kiln
	ways   Ways
	pieces []Piece
	areas  []float64
	byTall []int // the tallest first
	pairs  []pair
	gaps   [][]float64
	flats  [3]outline.Flat
	// flatMM2 are their areas with half a gap all round.
	flatMM2 [3]float64
	stands  [3]stand
	plain   float64 // what a whole shelf holds that bears posts, mm²
	clear   float64 // what one holds that bears none
	effort  *pack.Effort
	byID    map[string]Piece
	index   map[string]int
	// roomy says which of two choices of as many shelves is the better one: not the lower stack, but
	// the one whose shelves are high enough for more, so that there are more ways to part the pieces.
	roomy bool
	keeps bool // something is locked: shelves stay in their order
}

func newPacking(r Request) *packing {
	g := &packing{k: r.Kiln, ways: r.Ways, pieces: r.Pieces, pairs: pairs(r.Kiln), gaps: r.Ways.gaps(r.Kiln.WallMM),
		effort: pack.NewEffort(r.Steps, r.Seed), byID: map[string]Piece{}, index: map[string]int{}, keeps: r.locked()}
	g.effort.Stop = r.Stop
	for i, p := range r.Pieces {
		g.byID[p.ID], g.index[p.ID] = p, i
		g.areas = append(g.areas, p.area(r.Ways.GapMM))
		g.byTall = append(g.byTall, i)
	}
	slices.SortStableFunc(g.byTall, func(a, b int) int { return cmp.Compare(g.pieces[b].TallMM, g.pieces[a].TallMM) })
	for _, side := range []int{kiln.Left, kiln.Whole, kiln.Right} {
		g.flats[side+1] = r.Kiln.Standing(side)
		g.flatMM2[side+1] = g.flats[side+1].Inset(-r.Ways.GapMM / 2).Area()
		if side == kiln.Whole || r.Kiln.Half.Count > 0 {
			g.stands[side+1] = stands(r.Kiln, side)
		}
	}
	if g.stands[kiln.Whole+1].homes == nil {
		g.pairs = nil // nothing would carry another shelf
	}
	g.plain = g.capacity(g.bareShelf(kiln.Whole, 0, true, false))
	g.clear = g.capacity(g.bareShelf(kiln.Whole, 0, false, false))
	return g
}

// draft is a load that is being put together.
type draft struct {
	shelves []*shelf // whole ones, the last on top; then half ones
	out     []int
}

func (d draft) clone() draft {
	c := draft{out: slices.Clone(d.out)}
	for _, s := range d.shelves {
		c.shelves = append(c.shelves, s.clone())
	}
	return c
}

// densities are shares of a shelf that pieces fill, to be tried one after the other: what can be
// had follows from their forms, and is found out.
var densities = []float64{0.84, 0.90, 0.79, 1, 0.74, 0.86, 0.95, 0.81, 1, 0.70, 0.88}

// Find plans a load. The faults are those of the request: a kiln that cannot be, negative gaps, a
// piece twice.
func Find(r Request) (Plan, []string) {
	if faults := r.faults(); len(faults) > 0 {
		return Plan{}, faults
	}
	byHand := r.leaveOut()
	g := newPacking(r)
	best, value := draft{}, Score{Pieces: -1}
	keep := func(d draft) {
		d = g.together(d)
		plan, ok := g.plan(d)
		if !ok {
			return
		}
		if v := g.score(plan); v.Better(value) {
			best, value = d, v
		}
	}
	tell := func() bool {
		if r.Watch == nil {
			return true
		}
		plan, _ := g.plan(best)
		return r.Watch(plan, 1-float64(g.effort.Steps)/float64(max(r.Steps, 1)))
	}
	if r.Start != nil {
		if d, ok := g.from(*r.Start); ok {
			g.improve(&d, 0)
			keep(d)
		}
	}
	for round := 0; round == 0 || !g.effort.Over() && tell(); round++ {
		if r.locked() {
			d := best.clone()
			g.improve(&d, round)
			keep(d)
			if round > 3 {
				break
			}
			continue
		}
		g.roomy = round%4 > 1
		var d draft
		switch {
		case round%4 == 2 && len(best.out) > 0:
			d = g.inOrder(round / 4)
		case round%4 == 1 && len(best.out) > 0: // as close as these forms let themselves be packed, and a little less
			d = g.realise(g.sketch(looser * g.reached(best)))
		case round == 0:
			d = g.realise(g.first())
		default:
			d = g.realise(g.sketch(densities[(round-1)%len(densities)]))
		}
		keep(d)
		if n := len(d.out); n > 0 && n <= 4 && n <= len(best.out)+4 {
			// A few levels less may do with more of a search.
			g.within(g.share(d, r.Steps, round), func() { g.improve(&d, round) })
			keep(d)
		}
		if len(best.out) > 0 {
			d = best.clone()
			g.within(g.share(d, r.Steps, round), func() { g.improve(&d, round) })
			keep(d)
		}
		if len(best.out) == 0 && value.Levels <= g.fewest() && round >= 2 {
			break
		}
	}
	plan, _ := g.plan(best)
	plan.Out = append(g.why(best), byHand...)
	return plan, nil
}

// share is what of all steps one try at more may take in a round: at first other choices of shelves
// get their turn soon, but where hardly anything is left out.
func (g *packing) share(d draft, steps, round int) int {
	if len(d.out) <= 1+len(g.pieces)/60 {
		return steps / 3
	}
	return steps * (1 + round) / 12
}

// within does something with a part of the effort.
func (g *packing) within(steps int, do func()) {
	all := g.effort
	g.effort = all.Part(steps)
	do()
	all.Return(g.effort)
	g.effort = all
}

const looser = 0.95

// reached is the share of its shelves that a draft fills.
func (g *packing) reached(d draft) float64 {
	area, room := 0.0, 0.0
	for _, s := range d.shelves {
		area, room = area+s.area, room+g.capacity(s)
	}
	if room == 0 {
		return densities[0]
	}
	return math.Max(0.4, area/room)
}

// leaveOut takes away what somebody took out of the plan to begin from.
func (r *Request) leaveOut() (byHand []Out) {
	if r.Start == nil {
		return nil
	}
	for _, o := range r.Start.Out {
		if o.ByHand {
			byHand = append(byHand, o)
		}
	}
	r.Pieces = slices.DeleteFunc(slices.Clone(r.Pieces), func(p Piece) bool {
		return slices.ContainsFunc(byHand, func(o Out) bool { return o.Piece == p.ID || o.Piece == p.With })
	})
	return byHand
}

// sketch is a good choice of shelves at a density.
func (g *packing) sketch(density float64) sketch {
	s, _ := g.sketches(density, g.sketchTries())
	return s
}

// first is the choice of shelves to begin with: loose ones, which are soon filled, where they hold
// everything; else close ones.
func (g *packing) first() sketch {
	s, value := g.sketches(loose, g.sketchTries())
	if value.Pieces < len(g.pieces) {
		return g.sketch(densities[0])
	}
	return s
}

// loose is a share of a shelf that hardly any forms fail to fill.
const loose = 0.68

// sketchTries is how many choices of shelves are looked at: fewer where there are very many pieces,
// for each looks at all of them.
func (g *packing) sketchTries() int { return max(100, min(900, 150*900/max(1, len(g.pieces)))) }

func (r Request) locked() bool {
	return r.Start != nil && slices.ContainsFunc(r.Start.Levels, func(l Level) bool {
		return slices.ContainsFunc(l.Pieces, func(s Standing) bool { return s.Locked })
	})
}

// fewest is a bound from below on the levels: by area, for what nobody can pack closer than that.
func (g *packing) fewest() int {
	sum := 0.0
	for _, a := range g.areas {
		sum += a
	}
	return max(1, int(math.Ceil(sum/g.clear)))
}

// realise finds places for what a sketch deals, and for whatever else there is room for.
func (g *packing) realise(s sketch) draft {
	rooms, top, ok := g.tops(s)
	if !ok {
		return draft{}
	}
	density := densities[0]
	dealt, _ := g.deal(rooms, top, density)
	var d draft
	lowest := 0
	if top == 0 && len(rooms) > 1 {
		lowest = 1
	}
	there := make([]bool, len(g.pieces))
	for r, room := range rooms {
		shelf := g.bareShelf(kiln.Whole, room, r != top, r == lowest)
		list := dealt[r]
		slices.SortStableFunc(list, func(a, b int) int {
			return cmp.Or(urgent(g.pieces[a], g.pieces[b]), cmp.Compare(g.areas[b], g.areas[a]))
		})
		for _, i := range list {
			there[i] = g.add(shelf, i, 2, 0)
		}
		d.shelves = append(d.shelves, shelf)
	}
	d.shelves = append(append(slices.Clone(d.shelves[:top]), d.shelves[top+1:]...), d.shelves[top])
	for i := range g.pieces {
		if !there[i] {
			d.out = append(d.out, i)
		}
	}
	g.refill(&d, 2, 0)
	return d
}

// refill tries what is out on every shelf, what is wanted first, then the smallest.
func (g *packing) refill(d *draft, spots, hard int) {
	slices.SortStableFunc(d.out, func(a, b int) int {
		return cmp.Or(urgent(g.pieces[a], g.pieces[b]), cmp.Compare(g.areas[a], g.areas[b]))
	})
	var out []int
	for _, i := range d.out {
		if g.effort.Over() || !g.somewhere(d, i, spots, hard) {
			out = append(out, i)
		}
	}
	d.out = out
}

// somewhere adds a piece to the shelf that has the most room of those that admit it.
func (g *packing) somewhere(d *draft, i, spots, hard int) bool {
	order := slices.Clone(d.shelves)
	slices.SortStableFunc(order, func(a, b *shelf) int {
		return cmp.Compare(a.area/g.capacity(a), b.area/g.capacity(b))
	})
	for _, s := range order {
		if g.add(s, i, spots, hard) {
			return true
		}
	}
	return false
}

// plan gives the shelves of a draft posts and heights; false where that cannot be.
func (g *packing) plan(d draft) (Plan, bool) {
	levels, ok := g.arrange(d)
	return Plan{Levels: levels, Out: []Out{}}, ok
}

// score is what a plan is worth.
func (g *packing) score(p Plan) (v Score) {
	var kg []float64
	for _, l := range p.Levels {
		sum, tall := 0.0, 0.0
		for _, s := range l.Pieces {
			q := g.byID[s.Piece]
			sum += q.Grams / 1000
			tall = math.Max(tall, q.TallMM)
			if q.With == "" {
				v.Pieces += q.members()
				if q.Due > 0 {
					v.Due += q.members()
				}
			}
		}
		kg = append(kg, sum)
		v.StackMM = math.Max(v.StackMM, l.BaseMM+tall)
	}
	v.Levels = len(p.Levels)
	v.UnevenKG = spread(kg)
	return v
}

// spread is the standard deviation.
func spread(of []float64) float64 {
	mean, sum := 0.0, 0.0
	for _, x := range of {
		mean += x / float64(len(of))
	}
	for _, x := range of {
		sum += (x - mean) * (x - mean)
	}
	return math.Sqrt(sum / math.Max(1, float64(len(of))))
}

// Second is the effort of a screen, steps: about a second on an ordinary laptop.
const Second = 11_000_000
