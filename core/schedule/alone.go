package schedule

import "slices"

// alone is the order in which one pair of hands that has everything to itself ends its
// jobs soonest, by weight; and what that costs at least. It is the best one where the
// search came to its end within the effort, and proven so; else the best that was found.
type alone struct {
	s     *placer
	ops   []int // of the hand, in the row of all ops
	done  []bool
	order []int
	best  []int
	cost  int
	turns int
	bound int // of the jobs by themselves, where the search did not come to its end
	left  int // effort
}

// solveAlone looks at every order that could be better, up to so many steps. When each op
// begins then, it writes into begins.
func solveAlone(s *placer, hand, effort int, begins []int) (order []int, cost, bound int) {
	a := &alone{s: s, cost: never, left: effort}
	for i, f := range s.flat {
		if f.hand == hand {
			a.ops = append(a.ops, i)
		}
	}
	s.clear()
	s.alone = true
	defer func() { s.alone = false }()
	a.done = make([]bool, len(s.flat))
	a.bound = a.least(never)
	a.look(0)
	if a.best == nil { // the effort was too small for even one order
		a.best = a.ops
	}
	s.clear()
	for _, i := range a.best {
		s.put(i)
		begins[i] = s.spans[i].From
	}
	a.cost = a.total()
	if a.left > 0 {
		return a.best, a.cost, a.cost
	}
	return a.best, a.cost, a.bound
}

// look tries every op that can come next, those that can begin soonest first.
func (a *alone) look(turns int) {
	if a.left--; a.left <= 0 && a.best != nil {
		return
	}
	if len(a.order) == len(a.ops) {
		if cost := a.total(); cost < a.cost || cost == a.cost && turns < a.turns {
			a.cost, a.turns, a.best = cost, turns, slices.Clone(a.order)
		}
		return
	}
	type next struct{ op, begins int }
	var all []next
	h := &a.s.hands[a.s.flat[a.ops[0]].hand]
	was := *h
	for _, i := range a.ops {
		if a.done[i] || slices.ContainsFunc(a.s.flat[i].after, func(l Lag) bool { return !a.done[l.Op] }) {
			continue
		}
		a.s.put(i)
		all = append(all, next{i, a.s.spans[i].From})
		*h = was
	}
	slices.SortStableFunc(all, func(x, y next) int {
		if x.begins != y.begins {
			return x.begins - y.begins
		}
		return a.s.flat[x.op].Rank - a.s.flat[y.op].Rank
	})
	for n, one := range all {
		if n > 0 && slices.ContainsFunc(all[:n], func(o next) bool { return a.alike(o.op, one.op) }) {
			continue
		}
		i := one.op
		a.s.put(i)
		a.done[i], a.order = true, append(a.order, i)
		more := turns
		if was.rank > a.s.flat[i].Rank && was.free > 0 {
			more++
		}
		if low := a.least(a.cost); low < a.cost || low == a.cost && more < a.turns {
			a.look(more)
		}
		a.done[i], a.order = false, a.order[:len(a.order)-1]
		*h = was
	}
}

// alike says whether two ops can be exchanged for one another: then only one is tried.
func (a *alone) alike(i, j int) bool {
	x, y := &a.s.flat[i], &a.s.flat[j]
	return x.job == y.job && x.Ticks == y.Ticks && x.Glaze == y.Glaze && x.Rank == y.Rank && x.Uses == y.Uses && x.From == y.From && x.Extra == y.Extra && len(x.after) == 0 && len(y.after) == 0 &&
		!a.waitedFor(i) && !a.waitedFor(j)
}

func (a *alone) waitedFor(i int) bool {
	return slices.ContainsFunc(a.ops, func(j int) bool {
		return slices.ContainsFunc(a.s.flat[j].after, func(l Lag) bool { return l.Op == i })
	})
}

func (a *alone) total() (cost int) {
	seen := -1
	for _, i := range a.ops {
		if j := a.s.flat[i].job; j != seen {
			seen = j
			cost += a.s.p.Jobs[j].Weight * a.s.end(j)
		}
	}
	return cost
}

// least is what an order that begins as a.order does costs at least: the hands are busy
// with what is left of a job, its changes with it; and what waits in a row waits.
func (a *alone) least(enough int) (cost int) {
	h := a.s.hands[a.s.flat[a.ops[0]].hand]
	for k := 0; k < len(a.ops); {
		j := a.s.flat[a.ops[k]].job
		busy, end := 0, 0
		var glazes []int
		for ; k < len(a.ops) && a.s.flat[a.ops[k]].job == j; k++ {
			i := a.ops[k]
			f := &a.s.flat[i]
			if a.done[i] {
				if !f.Extra {
					end = max(end, a.s.spans[i].To)
				}
				continue
			}
			// What an op waits for that is not placed yet is thought to be placed as early
			// as it could be: kept in spans, which are written over when it is placed.
			at := a.s.clock.fits(max(h.free, a.s.ready(f)), f.Ticks)
			a.s.spans[i] = Span{at, at + f.Ticks}
			if f.Extra {
				continue
			}
			end = max(end, at+f.Ticks)
			busy += f.Ticks
			if f.Glaze != 0 && f.Glaze != h.glaze && !slices.Contains(glazes, f.Glaze) {
				glazes = append(glazes, f.Glaze)
			}
		}
		if busy > 0 {
			changes := len(glazes)
			if h.glaze == 0 && changes > 0 {
				changes--
			}
			end = max(end, a.s.clock.busy(h.free, busy, changes, a.s.p.Change))
		}
		if cost += a.s.p.Jobs[j].Weight * end; cost > enough {
			return cost
		}
	}
	return cost
}
