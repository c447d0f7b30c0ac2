package schedule

import "slices"

// shared is what the jobs cost at least because they share: of all jobs that need a thing,
// the one that ends nth cannot end before n jobs are through with it, nor before n of them
// could have ended alone.
func (p Problem) shared(s *placer) int {
	least := make([]int, len(p.Jobs))
	for j := range p.Jobs {
		least[j] = p.shortest(s, j)
	}
	nth := slices.Sorted(slices.Values(least))
	for r := range p.Shared {
		p.through(r, nth)
		p.queued(s, r, nth)
	}
	weights := make([]int, 0, len(p.Jobs))
	for _, job := range p.Jobs {
		weights = append(weights, job.Weight)
	}
	slices.Sort(weights)
	slices.Reverse(weights)
	cost := 0
	for i, w := range weights {
		cost += w * nth[i]
	}
	return cost
}

// shortest is when a job ends at the earliest: busy all the time, or waiting in a row.
func (p Problem) shortest(s *placer, j int) int {
	busy, end := 0, 0
	var glazes []int
	for i, op := range p.Jobs[j].Ops {
		k := s.first[j] + i
		at := s.clock.fits(s.ready(&s.flat[k]), op.Ticks)
		s.spans[k] = Span{at, at + op.Ticks}
		if op.Extra {
			continue
		}
		end, busy = max(end, at+op.Ticks), busy+op.Ticks
		if op.Glaze != 0 && !slices.Contains(glazes, op.Glaze) {
			glazes = append(glazes, op.Glaze)
		}
	}
	if busy == 0 {
		return end
	}
	return max(end, s.clock.busy(0, busy, max(0, len(glazes)-1), p.Change))
}

// through raises the nth end to what one shared thing lets through: the jobs that take it
// least are through first, and what every one of them does before and after is left aside
// but for the least of it.
func (p Problem) through(r int, nth []int) {
	var takes []int
	others := 0
	for _, job := range p.Jobs {
		takes1 := 0
		for _, op := range job.Ops {
			if op.Uses == r+1 && !op.Extra {
				takes1 += op.Ticks
			}
		}
		if takes1 == 0 {
			others++
			continue
		}
		takes = append(takes, takes1)
	}
	slices.Sort(takes)
	sum := 0
	for n, t := range takes {
		sum += t
		if i := n + others; i < len(nth) { // the others may all have ended before
			nth[i] = max(nth[i], (sum+p.Shared[r].Room-1)/p.Shared[r].Room)
		}
	}
	for i := 1; i < len(nth); i++ {
		nth[i] = max(nth[i], nth[i-1])
	}
}

// queued raises the nth end to what comes of queueing: the last time that each job takes a
// shared thing cannot begin before the job could be there, and one after the other they are
// through no faster than the shortest of them would be. Job by job, spans hold what shortest
// left there.
func (p Problem) queued(s *placer, r int, nth []int) {
	var heads []int
	others, least := 0, never
	for j, job := range p.Jobs {
		p.shortest(s, j)
		last := -1
		for o, op := range job.Ops {
			if op.Uses == r+1 && !op.Extra {
				last = o
			}
		}
		if last < 0 {
			others++
			continue
		}
		heads, least = append(heads, s.spans[s.first[j]+last].From), min(least, job.Ops[last].Ticks)
	}
	slices.Sort(heads)
	room := p.Shared[r].Room
	through := make([]int, len(heads))
	for n, head := range heads {
		if n >= room {
			head = max(head, through[n-room])
		}
		through[n] = head + least
		if i := n + others; i < len(nth) {
			nth[i] = max(nth[i], through[n])
		}
	}
	for i := 1; i < len(nth); i++ {
		nth[i] = max(nth[i], nth[i-1])
	}
}
