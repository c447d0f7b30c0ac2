// Package causes simulates schools whose glazes go wrong for reasons that are known, to hold the
// causes that core/results names to. It shares no code with it: what a cause brings about is drawn
// surface by surface, in classes of different habits, and part of what happened is never written
// down.
package causes

import (
	"math"
	"math/rand"
	"slices"
)

// Chance is how often a cause is thought to bring a fault about.
type Chance struct {
	Fault, Cause string
	Share        float64
}

// School is a school as it really is. Faults and causes are numbered in the order in which the
// chances name them.
type School struct {
	Faults, Causes []string
	kin            [][]kin   // by fault
	often          []float64 // by cause: how often it is there
	bare           []float64 // by fault: how often it comes of nothing that anybody could log
	linked         float64   // of two causes that are there, how often they act together
	habits         []float64 // of the class whose pieces are drawn now: factors on odds
	left           int       // pieces of it still to draw
}

// kin is a cause of a fault, and how often it brings it about.
type kin struct {
	cause int
	share float64
}

// Said is what a record says of a cause.
type Said int8

// What a record can say.
const (
	Nothing Said = iota
	Absent
	There
)

// Result is one surface that came out of the kiln.
type Result struct {
	Said   []Said        // by cause
	Faults map[int][]int // the faults that are there, with the causes that brought them about; none for nothing on record
}

// What every school has in common, beside what its chances are.
const (
	doubles     = 0.20  // of the faults that causes brought about, those of two
	unexplained = 0.10  // of all faults
	paper       = 0.15  // of the pieces, those of which nothing was logged
	skipped     = 0.118 // of what else could be logged: a quarter is missing in all
	classOf     = 25
)

// Build draws a school whose odds lie between a third and three times what is thought.
func Build(r *rand.Rand, thought []Chance) *School {
	s := &School{}
	number := func(names *[]string, name string) int {
		if i := slices.Index(*names, name); i >= 0 {
			return i
		}
		*names = append(*names, name)
		return len(*names) - 1
	}
	for _, c := range thought {
		f, cause := number(&s.Faults, c.Fault), number(&s.Causes, c.Cause)
		if f == len(s.kin) {
			s.kin = append(s.kin, nil)
		}
		odds := c.Share / (1 - c.Share) * math.Pow(3, 2*r.Float64()-1)
		s.kin[f] = append(s.kin[f], kin{cause, odds / (1 + odds)})
	}
	s.habits, s.bare = make([]float64, len(s.Causes)), make([]float64, len(s.Faults))
	for range s.Causes {
		s.often = append(s.often, min(0.2, max(0.015, 0.06*math.Exp(0.5*r.NormFloat64()))))
	}
	s.settle(r)
	return s
}

// settle finds, by drawing, how often two causes have to act together and faults to come of nothing
// for the shares that are asked.
func (s *School) settle(r *rand.Rand) {
	const pilot = 4000
	there := make([]bool, len(s.Causes))
	explained := make([]float64, len(s.Faults))
	for round := range 10 {
		two, sum := 0.0, 0.0
		if round < 5 {
			clear(explained) // the last rounds are counted together
		}
		for range pilot {
			s.draw(r, there)
			for f := range s.kin {
				if active := s.active(r, f, there); len(active) > 0 {
					explained[f]++
					sum++
					if len(active) > 1 {
						two++
					}
				}
			}
		}
		s.linked = min(1, max(0, s.linked+1.5*(doubles-two/sum)))
	}
	for f := range s.bare {
		s.bare[f] = explained[f] / (6 * pilot) * unexplained / (1 - unexplained)
	}
}

// draw draws which causes are there on a surface.
func (s *School) draw(r *rand.Rand, there []bool) {
	if s.left == 0 {
		s.left = classOf
		for c := range s.habits {
			s.habits[c] = math.Exp(0.6 * r.NormFloat64())
		}
	}
	s.left--
	for c, often := range s.often {
		odds := often / (1 - often) * s.habits[c]
		there[c] = r.Float64() < odds/(1+odds)
	}
	// What goes wrong seldom comes alone: beside one cause of a fault another is there.
	for _, all := range s.kin {
		if len(all) > 1 && slices.ContainsFunc(all, func(k kin) bool { return there[k.cause] }) && r.Float64() < 0.25*s.linked {
			there[all[r.Intn(len(all))].cause] = true
		}
	}
}

// active draws which causes bring a fault about. Two that are there act together now and then:
// whichever of them would, both have their part.
func (s *School) active(r *rand.Rand, fault int, there []bool) (active []int) {
	var idle []int
	for _, k := range s.kin[fault] {
		switch {
		case !there[k.cause]:
		case r.Float64() < k.share:
			active = append(active, k.cause)
		default:
			idle = append(idle, k.cause)
		}
	}
	if len(active) == 1 && len(idle) > 0 && r.Float64() < s.linked {
		active = append(active, idle[r.Intn(len(idle))])
	}
	return active
}

// Draw draws surfaces that came out of the kiln, and what was logged of them.
func (s *School) Draw(r *rand.Rand, n int) (all []Result) {
	there := make([]bool, len(s.Causes))
	for range n {
		s.draw(r, there)
		v := Result{Said: make([]Said, len(s.Causes)), Faults: map[int][]int{}}
		for f := range s.kin {
			if active := s.active(r, f, there); len(active) > 0 || r.Float64() < s.bare[f] {
				v.Faults[f] = active
			}
		}
		all = append(all, v)
		if r.Float64() < paper {
			continue
		}
		for c := range v.Said {
			if r.Float64() < skipped {
				continue
			}
			if v.Said[c] = Absent; there[c] {
				v.Said[c] = There
			}
		}
	}
	return all
}

// None is that nothing on record explains a fault.
const None = -1

// Best is the best guess of who knows the school: the cause that most likely had a part in a fault,
// None where most likely none had.
func (s *School) Best(fault int, said []Said) int {
	best, most, none := None, 0.0, 1.0
	for _, k := range s.kin[fault] {
		share := k.share
		switch said[k.cause] {
		case Absent:
			continue
		case Nothing:
			share *= s.often[k.cause]
		}
		if none *= 1 - share; share > most {
			best, most = k.cause, share
		}
	}
	if s.bare[fault]*none > most {
		return None
	}
	return best
}
