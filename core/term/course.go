package term

import (
	"cmp"
	"math"
	"slices"

	"enkaustos/core/lesson"
)

// Load is a load of one course of the term.
type Load struct {
	Kiln     int // in Term.Kilns
	Batch    Batch
	Lit, Out lesson.Date
	Pieces   []int   // in Term.Pieces
	Full     float64 // the share of what such a load holds
}

// course is one way in which the term may go.
type course struct {
	out   []lesson.Date // by piece: out of its last firing; beyond() where it is not any more
	loads []Load
}

// run goes through the term once.
func (g ground) run(d dice) course {
	s := &running{ground: g, dice: d, c: course{out: make([]lesson.Date, len(g.Pieces))}, at: make([]state, len(g.Pieces)), free: make([]lesson.Date, len(g.Kilns)), inside: make([]int, len(g.Kilns)), room: make([]waiting, len(g.batches)), began: make([]lesson.Date, len(g.classOf)), can: make([]float64, len(g.classOf))}
	for k, one := range g.Kilns {
		if s.free[k], s.inside[k] = g.Today, -1; one.Out > 0 {
			s.free[k] = g.opens(one.Out)
		}
	}
	for i, p := range g.Pieces {
		s.c.out[i] = g.beyond
		from := g.Today
		if p.Cools > 0 {
			from = g.opens(g.Kilns[p.Cools-1].Out)
		}
		if len(p.Firings) == 0 {
			s.c.out[i], s.at[i].firing = from, -1
			continue
		}
		s.begins(i, from)
	}
	for n := range g.there {
		s.day(g.Today+lesson.Date(n), n)
	}
	return s.c
}

// state is where a piece is on its way.
type state struct {
	firing int         // the next one; -1 after the last
	left   float64     // lessons of work before it
	from   lesson.Date // nobody works at it before
	ready  lesson.Date // for the firing; beyond while work is left
	inside bool
}

type running struct {
	ground
	dice   dice
	c      course
	at     []state
	free   []lesson.Date // by kiln: when it can be unloaded, and lit again
	inside []int         // by kiln: the load in it, -1 for none
	room   []waiting     // used again every day
	began  []lesson.Date // by maker: the last lesson in which they worked on
	can    []float64     // by maker: what of it is left
}

// begins has a piece wait for work, or for the kiln where none is left.
func (s *running) begins(i int, from lesson.Date) {
	p, at := &s.Pieces[i], &s.at[i]
	at.left, at.from, at.ready = p.Work[at.firing], from, s.beyond
	if at.left <= 0 {
		at.ready = max(from, p.From)
	} else {
		at.left *= s.dice.hands[s.maker[i]].slow // its class is as fast as those who were there
	}
}

// lesson has everybody in a class work on, at one piece after the other.
func (s *running) lesson(class, n int, d lesson.Date) {
	for _, i := range s.makes[class] {
		at := &s.at[i]
		if at.firing < 0 || at.left <= 0 || at.inside || at.from > d {
			continue
		}
		hand := s.maker[i]
		if s.began[hand] != d {
			s.began[hand], s.can[hand] = d, s.dice.pace[class][n]
			if s.dice.hands[hand].absent[n] {
				s.can[hand] = 0
			}
		}
		did := min(s.can[hand], at.left)
		s.can[hand] -= did
		if at.left -= did; at.left <= workDone {
			p := &s.Pieces[i]
			at.left, at.ready = 0, max(d+lesson.Date(p.Dries), p.From)
		}
	}
}

// workDone is so little of a lesson that it is none.
const workDone = 1e-9

// day unloads what can come out in the morning, lights what is to be lit, and has its lessons.
func (s *running) day(d lesson.Date, n int) {
	if s.there[n] {
		for k := range s.Kilns {
			if s.inside[k] >= 0 && s.free[k] <= d {
				s.unload(k, d)
			}
		}
	}
	for _, k := range s.bySize {
		if s.mayLight(k, d) {
			s.light(k, d)
		}
	}
	for _, at := range s.taught[n] {
		s.lesson(at[0], at[1], d)
	}
}

// mayLight says whether a kiln is empty and may be lit on a day.
func (s *running) mayLight(k int, d lesson.Date) bool {
	return !s.away[d-s.Today] && s.inside[k] < 0 && s.free[k] <= d && s.Kilns[k].mayRun(d.Weekday())
}

func (s *running) unload(k int, d lesson.Date) {
	if s.dice.late() {
		return
	}
	load := &s.c.loads[s.inside[k]]
	load.Out, s.inside[k] = d, -1
	for _, i := range load.Pieces {
		at := &s.at[i]
		at.inside = false
		if at.firing++; at.firing == len(s.Pieces[i].Firings) {
			at.firing, s.c.out[i] = -1, d
			continue
		}
		s.begins(i, d)
	}
}

// waiting is what could be lit together.
type waiting struct {
	batch  int // in ground.batches
	pieces []int
	litres float64
	since  lesson.Date // when the first of it was ready
	more   bool        // something of it is still to come
	want   lesson.Date // the earliest day that one of it is wanted; 0 for none
}

// waits is what waits for a kiln, by batch.
func (s *running) waits(k int, d lesson.Date) []waiting {
	all := s.room[:len(s.batches)]
	for b := range all {
		all[b] = waiting{batch: b, pieces: all[b].pieces[:0], since: s.beyond}
	}
	for i := range s.at {
		at := &s.at[i]
		if at.firing < 0 || at.inside || !s.takes[k][s.of[i][at.firing]] {
			continue
		}
		w, p := &all[s.of[i][at.firing]], &s.Pieces[i]
		if at.ready > d {
			w.more = true
			continue
		}
		w.pieces, w.litres, w.since = append(w.pieces, i), w.litres+p.Litres, min(w.since, at.ready)
		if p.Want >= d && at.firing == len(p.Firings)-1 && (w.want == 0 || p.Want < w.want) {
			w.want = p.Want
		}
	}
	return all
}

// light lights the load that presses most, where one does: what would miss its day by the next
// time, then what fills the kiln, then what has waited for some days or is the last of its kind.
func (s *running) light(k int, d lesson.Date) {
	type choice struct {
		waiting
		presses int
	}
	best, holds := choice{}, 0.0
	for _, w := range s.waits(k, d) {
		if len(w.pieces) == 0 || s.smaller(k, d, w) {
			continue
		}
		if holds == 0 {
			holds = s.litres[k] * s.dice.fill()
		}
		one := choice{waiting: w}
		switch {
		case w.want > 0 && s.outOf(k, d) <= w.want && s.outOf(k, s.nextChance(k, d)) > w.want:
			one.presses = 3
		case w.litres >= full*holds || w.want > 0 && w.litres >= holds/3 && s.tight(k, d, holds, w.want):
			one.presses = 2
		case d >= w.since+lesson.Date(s.dice.waits(w.litres/holds)), s.dice.knows && !w.more && (!s.dice.thrifty || w.litres >= fewPieces*holds), w.want > 0 && d+lesson.Date(s.dice.rush) >= w.want && w.litres >= holds/rushFrom:
			one.presses = 1
		default:
			continue
		}
		if cmp.Or(cmp.Compare(one.presses, best.presses), -cmp.Compare(due(one.want), due(best.want)), cmp.Compare(one.litres, best.litres)) > 0 {
			best = one
		}
	}
	if best.presses > 0 {
		s.lit(k, d, best.waiting, holds)
	}
}

// smaller says whether what waits goes whole into a smaller kiln that may be lit as well.
func (s *running) smaller(k int, d lesson.Date, w waiting) bool {
	for other := range s.Kilns {
		if s.litres[other] < s.litres[k] && s.takes[other][w.batch] && s.mayLight(other, d) && w.litres <= s.litres[other]*math.Exp(s.Fill.Mean) {
			return true
		}
	}
	return false
}

func due(d lesson.Date) lesson.Date {
	if d == 0 {
		return math.MaxInt
	}
	return d
}

// lit puts into a kiln what goes in: what is wanted first, then what waited longest.
func (s *running) lit(k int, d lesson.Date, w waiting, holds float64) {
	slices.SortStableFunc(w.pieces, func(a, b int) int {
		return cmp.Or(cmp.Compare(due(s.Pieces[a].Want), due(s.Pieces[b].Want)), cmp.Compare(s.at[a].ready, s.at[b].ready))
	})
	load, used := Load{Kiln: k, Batch: s.batches[w.batch], Lit: d, Out: s.beyond}, 0.0
	for _, i := range w.pieces {
		if l := s.Pieces[i].Litres; used+l <= holds || used == 0 {
			used += l
			load.Pieces = append(load.Pieces, i)
			s.at[i].inside = true
		}
	}
	load.Full = used / holds
	if s.Mixed {
		load.Batch.Bisque = !slices.ContainsFunc(load.Pieces, func(i int) bool { return !s.Pieces[i].Firings[s.at[i].firing].Bisque })
	}
	s.free[k], s.inside[k] = s.outOf(k, d), len(s.c.loads)
	s.c.loads = append(s.c.loads, load)
}

// outOf is when a load comes out that is lit on a day.
func (s *running) outOf(k int, lit lesson.Date) lesson.Date {
	return s.opens(lit + lesson.Date(s.Kilns[k].Days()))
}

// nextChance is the next day on which a kiln that is not lit on a day may be.
func (s *running) nextChance(k int, d lesson.Date) lesson.Date {
	for d++; d < s.beyond; d++ {
		if !s.away[d-s.Today] && s.Kilns[k].mayRun(d.Weekday()) {
			return d
		}
	}
	return s.beyond
}

// tight says whether what is wanted by a day needs all the loads that a kiln can still do.
func (s *running) tight(k int, d lesson.Date, holds float64, want lesson.Date) bool {
	litres, batches, seen := 0.0, 0, make([]bool, len(s.batches))
	for i := range s.Pieces {
		p, at := &s.Pieces[i], &s.at[i]
		if at.firing < 0 || at.inside || at.ready > want || p.Want == 0 || p.Want > want {
			continue
		}
		b := s.of[i][at.firing]
		if !s.takes[k][b] {
			continue
		}
		litres += p.Litres * float64(len(p.Firings)-at.firing)
		if !seen[b] {
			seen[b], batches = true, batches+1
		}
	}
	chances := 0
	for at := d; at < s.beyond; {
		if out := s.outOf(k, at); out > want {
			break
		} else if chances++; out > at {
			at = s.nextChance(k, out-1)
		}
	}
	return litres/holds+float64(batches)/2 >= float64(chances)
}
