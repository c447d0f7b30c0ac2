package schedule

import "slices"

// placer puts ops into their places, one after the other as an order has them: each as
// early as its hands, its waits and what it shares let it. Used again for every order that
// is tried.
type placer struct {
	p     *Problem
	clock clock
	flat  []flatOp // all ops, job by job
	first []int    // of each job in flat
	hands []hand
	rooms []profile
	spans []Span
	pre   []Span // the change before an op; empty where there is none
	alone bool   // with nobody else in the room: nothing is shared
}

// flatOp is an op where all ops are in one row.
type flatOp struct {
	Op
	job, hand int
	after     []Lag // Op counts in the row
	away      []int // lessons that its hand is not in
}

// hand is one pair of hands on its way through the lesson.
type hand struct {
	free  int // from when on it is
	glaze int // on its brush
	rank  int // of what it did last
}

func newPlacer(p *Problem) *placer {
	s := &placer{p: p, clock: clock{p.Starts()}, rooms: make([]profile, len(p.Shared))}
	hands := 0
	for j, job := range p.Jobs {
		s.first = append(s.first, len(s.flat))
		hands = max(hands, job.Hand+1)
		for _, op := range job.Ops {
			f := flatOp{Op: op, job: j, hand: job.Hand, away: job.Away}
			for _, a := range op.After {
				f.after = append(f.after, Lag{s.first[j] + a.Op, a.Ticks})
			}
			s.flat = append(s.flat, f)
		}
	}
	s.hands = make([]hand, hands)
	s.spans, s.pre = make([]Span, len(s.flat)), make([]Span, len(s.flat))
	return s
}

// clear takes everything out again.
func (s *placer) clear() {
	clear(s.hands)
	for h := range min(len(s.hands), len(s.p.Held)) {
		s.hands[h].glaze = s.p.Held[h]
	}
	for i, r := range s.p.Shared {
		clear(s.rooms[i].used)
		s.rooms[i].room = int16(min(r.Room, 1<<14))
	}
}

// ready is from when on the waits of an op are over.
func (s *placer) ready(f *flatOp) int {
	at := f.From
	for _, a := range f.after {
		at = max(at, s.clock.dry(s.spans[a.Op].To, a.Ticks))
	}
	return at
}

// put places one op, whose waits are placed, and the change of brush that it needs.
func (s *placer) put(i int) {
	f := &s.flat[i]
	h := &s.hands[f.hand]
	ready := max(h.free, s.ready(f))
	at := s.slotOf(f, ready)
	s.pre[i] = Span{}
	last := max(h.free-1, 0)
	if f.Glaze != 0 && h.glaze != 0 && h.glaze != f.Glaze && s.p.Change > 0 && s.clock.lesson(at) == s.clock.lesson(last) {
		change := s.slot(s.p.ChangeUses, h.free, s.p.Change)
		at = s.slotOf(f, max(ready, change+s.p.Change))
		if s.clock.lesson(at) == s.clock.lesson(last) {
			s.pre[i] = Span{change, change + s.p.Change}
			s.take(s.p.ChangeUses, s.pre[i])
		} else { // in the next lesson the brush is clean
			at = s.slotOf(f, max(ready, s.clock.end(last)))
		}
	}
	s.spans[i] = Span{at, at + f.Ticks}
	s.take(f.Uses, s.spans[i])
	h.free, h.rank = at+f.Ticks, f.Rank
	if f.Glaze != 0 {
		h.glaze = f.Glaze
	}
}

// slotOf is where an op can begin, from at on: in a lesson that its hand is in.
func (s *placer) slotOf(f *flatOp, at int) int {
	for {
		at = s.slot(f.Uses, at, f.Ticks)
		if !slices.Contains(f.away, s.clock.lesson(at)) {
			return at
		}
		at = s.clock.end(at)
	}
}

// slot is where something of a length that uses a shared thing can begin, from at on.
func (s *placer) slot(uses, at, ticks int) int {
	if uses == 0 || s.alone {
		return s.clock.fits(at, ticks)
	}
	return s.rooms[uses-1].free(s.clock, at, ticks)
}

func (s *placer) take(uses int, span Span) {
	if uses > 0 && !s.alone {
		s.rooms[uses-1].take(span)
	}
}

// run places all ops in an order, and says what it costs; outOfTurn counts how often a hand
// does something of a lower rank after one of a higher.
func (s *placer) run(order []int) (cost, outOfTurn int) {
	s.clear()
	for _, i := range order {
		if h := s.hands[s.flat[i].hand]; h.rank > s.flat[i].Rank && h.free > 0 {
			outOfTurn++
		}
		s.put(i)
	}
	return s.cost(), outOfTurn
}

func (s *placer) end(j int) int {
	end := 0
	for i, op := range s.p.Jobs[j].Ops {
		if !op.Extra {
			end = max(end, s.spans[s.first[j]+i].To)
		}
	}
	return end
}

func (s *placer) cost() (cost int) {
	for j, job := range s.p.Jobs {
		cost += job.Weight * s.end(j)
	}
	return cost
}

// plan is everything where it was placed last.
func (s *placer) plan() Plan {
	out := Plan{Cost: s.cost()}
	for j, job := range s.p.Jobs {
		at := s.first[j]
		out.Ops = append(out.Ops, append([]Span{}, s.spans[at:at+len(job.Ops)]...))
		out.Ends = append(out.Ends, s.end(j))
		for i := range job.Ops {
			if pre := s.pre[at+i]; pre.To > 0 {
				out.Changes = append(out.Changes, Change{job.Hand, pre})
			}
		}
	}
	return out
}
