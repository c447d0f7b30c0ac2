package schedule

import (
	"math/rand"
	"slices"
)

// Effort is how long is searched, in steps and not in time, so that the same problem gets
// the same plan on every machine.
type Effort struct {
	Alone  int   // steps for the order of one pair of hands by itself
	Orders int   // orders of all hands that are tried
	Seed   int64 // what is tried in which order
}

// classSize is how many ops a class of 32 has: Orders are meant for so many, and one of a
// smaller problem takes the less time.
const (
	classSize = 300
	mostTries = 9000
)

// Usual is enough for a class of 32 within the time that a screen waits.
var Usual = Effort{Alone: 1500, Orders: 700, Seed: 1}

// Thorough is for where nobody waits.
var Thorough = Effort{Alone: 60_000, Orders: 12_000, Seed: 1}

// Solve finds who does what when. The cost is the weighted ticks at which jobs end; where
// two plans cost the same, the one that keeps to the ranks more is taken. The bound says how
// far from the best it can be at most. A problem that Check refuses makes no sense to it.
func Solve(p Problem, e Effort) Plan {
	s := newPlacer(&p)
	if len(s.flat) == 0 {
		return Plan{Ops: make([][]Span, len(p.Jobs)), Ends: make([]int, len(p.Jobs))}
	}
	orders, own := make([][]int, len(s.hands)), make([]int, len(s.hands))
	begins := make([]int, len(s.flat)) // as each hand alone would have it
	bounds := 0
	for h := range s.hands {
		if !slices.ContainsFunc(p.Jobs, func(j Job) bool { return j.Hand == h && len(j.Ops) > 0 }) {
			continue
		}
		order, cost, bound := solveAlone(s, h, e.Alone, begins)
		orders[h], own[h], bounds = order, cost, bounds+bound
	}
	c := &climb{s: s, random: rand.New(rand.NewSource(e.Seed)), own: own, at: make([]int, len(s.flat))}
	tries := max(e.Orders, min(mostTries, e.Orders*classSize/len(s.flat))) // what is small is gone through the more often
	c.begin(begins)
	c.inTurn(orders, tries/2)
	c.search(tries - tries/2)
	s.run(c.best)
	plan := s.plan()
	plan.Bound = max(bounds, p.shared(s))
	return plan
}

// climb looks for a better order of all ops: it changes one that is good, and keeps what is
// better, now and then also what is somewhat worse.
type climb struct {
	s       *placer
	random  *rand.Rand
	own     []int // what each hand costs by itself
	at      []int // where an op stands in order
	order   []int
	best    []int
	cost    int // of best
	turns   int
	current int
}

// begin takes the better one of two orders: by when each hand alone would begin what, and
// by when it would have to.
func (c *climb) begin(begins []int) {
	all := make([]int, len(begins))
	for i := range all {
		all[i] = i
	}
	byBegin := slices.Clone(all)
	slices.SortStableFunc(byBegin, func(i, j int) int { return begins[i] - begins[j] })
	heavy := slices.Clone(byBegin)
	slices.SortStableFunc(heavy, func(i, j int) int {
		wi, wj := c.s.p.Jobs[c.s.flat[i].job].Weight, c.s.p.Jobs[c.s.flat[j].job].Weight
		return begins[i]*wj - begins[j]*wi
	})
	c.cost = never
	for _, order := range [][]int{byBegin, c.valid(heavy), c.dispatch(begins)} {
		if cost, turns := c.s.run(order); cost < c.cost || cost == c.cost && turns < c.turns {
			c.cost, c.turns, c.best = cost, turns, order
		}
	}
	c.order, c.current = slices.Clone(c.best), c.cost
}

// inTurn has one hand after the other put all that it does, in the order that is best for it
// alone, and tries in which order the hands come: whoever comes first ends as if alone, so
// that some end early where all at once would end late.
func (c *climb) inTurn(orders [][]int, tries int) {
	var hands []int
	for h, order := range orders {
		if len(order) > 0 {
			hands = append(hands, h)
		}
	}
	slices.SortStableFunc(hands, func(a, b int) int { return c.own[a]*len(orders[b]) - c.own[b]*len(orders[a]) })
	row := make([]int, 0, len(c.s.flat))
	run := func() (int, int) {
		row = row[:0]
		for _, h := range hands {
			row = append(row, orders[h]...)
		}
		return c.s.run(row)
	}
	current := never
	before := slices.Clone(hands)
	for n := range tries + 1 {
		if n > 0 && len(hands) > 1 {
			copy(before, hands)
			move(hands, c.random.Intn(len(hands)), c.random.Intn(len(hands)))
		}
		cost, turns := run()
		if cost < c.cost || cost == c.cost && turns < c.turns {
			c.cost, c.turns, c.best = cost, turns, slices.Clone(row)
		}
		if float64(cost) > float64(current)*(1+0.004*c.random.ExpFloat64()) {
			copy(hands, before)
			continue
		}
		current = cost
	}
	c.order, c.current = slices.Clone(c.best), c.cost
}

// dispatch always has the op next that can begin soonest, of several the one whose hand
// would have begun it first.
func (c *climb) dispatch(begins []int) []int {
	s := c.s
	s.clear()
	done := make([]bool, len(s.flat))
	var order []int
	for len(order) < len(s.flat) {
		next, soonest := -1, never
		for i := range s.flat {
			f := &s.flat[i]
			if done[i] || slices.ContainsFunc(f.after, func(l Lag) bool { return !done[l.Op] }) {
				continue
			}
			h := s.hands[f.hand]
			at := max(h.free, s.ready(f))
			if f.Glaze != 0 && h.glaze != 0 && h.glaze != f.Glaze {
				at = max(at, h.free+s.p.Change)
			}
			if at = s.slot(f.Uses, at, f.Ticks); at < soonest || at == soonest && begins[i] < begins[next] {
				next, soonest = i, at
			}
		}
		s.put(next)
		done[next], order = true, append(order, next)
	}
	return order
}

// valid puts what is waited for before what waits.
func (c *climb) valid(order []int) []int {
	out, placed := make([]int, 0, len(order)), make([]bool, len(order))
	var put func(i int)
	put = func(i int) {
		if placed[i] {
			return
		}
		placed[i] = true
		for _, a := range c.s.flat[i].after {
			put(a.Op)
		}
		out = append(out, i)
	}
	for _, i := range order {
		put(i)
	}
	return out
}

// warm is how much worse than the one before an order may be at first, as a share of what a
// job costs: tried on the proven lessons, and on classes of 32 that wait for each other a lot.
const warm = 0.1

// search tries so many orders.
func (c *climb) search(orders int) {
	before := make([]int, len(c.order))
	heat := warm * float64(c.cost) / float64(len(c.s.p.Jobs))
	bound := 0
	for _, own := range c.own {
		bound += own
	}
	for n := range orders {
		if c.cost == bound && c.turns == 0 {
			return // every hand ends as it would alone
		}
		copy(before, c.order)
		if !c.change() {
			copy(c.order, before)
			continue
		}
		cost, turns := c.s.run(c.order)
		if cost < c.cost || cost == c.cost && turns < c.turns {
			c.cost, c.turns, c.best = cost, turns, slices.Clone(c.order)
		}
		allowed := heat * (1 - float64(n)/float64(orders)) * c.random.ExpFloat64()
		if float64(cost) > float64(c.current)+allowed {
			copy(c.order, before)
			continue
		}
		c.current = cost
		if n%97 == 96 && cost > c.cost { // back to the best now and then
			copy(c.order, c.best)
			c.current = c.cost
		}
	}
}

// change moves one op, or all that a hand still does after it, to another place in the
// order; ops of hands that end later than they would alone are moved more often.
func (c *climb) change() bool {
	n := len(c.order)
	if n < 2 {
		return false
	}
	for at, i := range c.order {
		c.at[i] = at
	}
	i := c.order[c.random.Intn(n)]
	if late := c.late(); len(late) > 0 && c.random.Intn(4) > 0 {
		hand := late[c.random.Intn(len(late))]
		for range 20 {
			if c.s.flat[i].hand == hand {
				break
			}
			i = c.order[c.random.Intn(n)]
		}
	}
	low, high := c.range_(i)
	if c.random.Intn(3) == 0 { // only a little
		low, high = max(low, c.at[i]-6), min(high, c.at[i]+6)
	}
	if high <= low {
		return false
	}
	to := low + c.random.Intn(high-low+1)
	if to == c.at[i] {
		return false
	}
	move(c.order, c.at[i], to)
	return true
}

// late are the hands that end later than they would alone.
func (c *climb) late() (hands []int) {
	cost := make([]int, len(c.own))
	for j, job := range c.s.p.Jobs {
		cost[job.Hand] += job.Weight * c.s.end(j)
	}
	for h, own := range c.own {
		if cost[h] > own {
			hands = append(hands, h)
		}
	}
	return hands
}

// range_ is where an op can stand: behind all it waits for, before all that wait for it.
func (c *climb) range_(i int) (low, high int) {
	low, high = 0, len(c.order)-1
	f := &c.s.flat[i]
	for _, a := range f.after {
		low = max(low, c.at[a.Op]+1)
	}
	first := c.s.first[f.job]
	for k := i + 1; k < first+len(c.s.p.Jobs[f.job].Ops); k++ {
		for _, a := range c.s.flat[k].after {
			if a.Op == i {
				high = min(high, c.at[k]-1)
			}
		}
	}
	return low, high
}

func move(order []int, from, to int) {
	i := order[from]
	if from < to {
		copy(order[from:to], order[from+1:to+1])
	} else {
		copy(order[to+1:from+1], order[to:from])
	}
	order[to] = i
}
